"""What to try next: changes inside safe bounds, the likeliest first, and what they would teach."""

import pytest

from finebatch.core.bench.assess import assess_rest
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.oven import OvenSetting, to_c
from finebatch.core.notebook.tries import SAFE_OVEN_C, tries_of
from finebatch.core.notebook.trying import TryWish, Wanted
from tests.core.notebook.kit import bake, known
from tests.kit import drop_dough

HOME = Kitchen()
SEEN = known(*(bake(widths_mm=(98, 99), oven_min=13, verdict="right", days_ago=n) for n in (9, 5)))


def tries(wanted: Wanted, spec: DoughSpec | None = None, **more):
    return tries_of(spec or drop_dough(), HOME, SEEN, TryWish(wanted=wanted, **more))


@pytest.mark.parametrize(("wanted", "sign"), [(Wanted.NARROWER, -1), (Wanted.WIDER, 1)])
def test_the_first_changes_go_the_wished_way(wanted: Wanted, sign: int) -> None:
    found = tries(wanted)
    now = found.now.width_mm.value
    assert all(sign * (one.figures.width_mm.value - now) > 0 for one in found.tries[:3])
    chances = [one.chance for one in found.tries]
    assert chances == sorted(chances, reverse=True)
    assert all(0 <= chance <= 1 for chance in chances)


def test_what_is_told_of_a_change_is_what_the_bench_then_says() -> None:
    one = tries(Wanted.NARROWER).tries[0]
    outcome = assess_rest(one.spec, HOME, SEEN).outcome
    assert outcome is not None
    assert one.figures.width_mm.value == pytest.approx(outcome.baked.diameter_mm.value, rel=1e-6)
    assert one.figures.width_mm.low == pytest.approx(outcome.baked.diameter_mm.low, rel=1e-6)


def test_each_is_one_change_and_the_size_stays_unless_it_may_change() -> None:
    spec = drop_dough()
    for one in tries(Wanted.NARROWER).tries:
        changed = [name for name in DoughSpec.model_fields if getattr(one.spec, name) != getattr(spec, name)]
        assert len(changed) == 1
        assert one.spec.form == spec.form
    sized = tries(Wanted.NARROWER, resize=True).tries
    assert any(one.kind == "portion" and one.spec.form != spec.form for one in sized)


def test_no_oven_beyond_what_is_safe() -> None:
    for value in (145, 215):
        for wanted in Wanted:
            for one in tries(wanted, drop_dough(oven=OvenSetting(value=value))).tries:
                if one.kind == "oven":
                    assert SAFE_OVEN_C[0] <= to_c(one.spec.oven.value, one.spec.oven.scale) <= SAFE_OVEN_C[1]


def test_halves_of_a_tray_leave_less_doubt_than_two_days_and_both_less_than_now() -> None:
    for one in (*tries(Wanted.NARROWER).tries, *tries(Wanted.LEARN, resize=True).tries):
        assert one.after_halves_pct <= one.after_days_pct <= one.doubt_pct
        assert one.bits >= 0
        assert not one.halves or one.kind in ("portion", "formula", "cold")
    assert any(one.halves for one in tries(Wanted.LEARN).tries)


def test_what_would_teach_most_is_what_is_least_known() -> None:
    found = tries(Wanted.LEARN).tries
    gained = [one.doubt_pct - one.after_days_pct for one in found]
    assert gained == sorted(gained, reverse=True)


def test_a_bake_makes_a_wish_likelier_met() -> None:
    before = tries_of(drop_dough(), HOME, known(), TryWish(wanted=Wanted.NARROWER)).tries[0]
    assert tries(Wanted.NARROWER).tries[0].chance > before.chance + 0.1


@pytest.mark.parametrize(("wanted", "sign"), [(Wanted.BROWNER, 1), (Wanted.PALER, -1)])
def test_a_wish_for_another_colour_is_met_by_what_the_bench_then_shows(wanted: Wanted, sign: int) -> None:
    found = tries(wanted)
    now = assess_rest(drop_dough(), HOME, SEEN).outcome
    assert now
    assert found.now.rim_word == now.crust.rim_word
    for one in found.tries[:3]:
        then = assess_rest(one.spec, HOME, SEEN).outcome
        assert then
        assert sign * (then.baked.rim.value - now.baked.rim.value) > 0
        assert one.figures.rim_word == then.crust.rim_word
        assert not one.halves  # a shade is no number that two halves could tell
