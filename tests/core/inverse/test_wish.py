"""The other way round: what is granted gives what was wished, and what cannot be is refused at the wish."""

import pytest

from finebatch.core.base.problems import Refusal
from finebatch.core.bench.assess import assess
from finebatch.core.bench.starters import starters
from finebatch.core.forming.registry import forming_of
from finebatch.core.inverse.log_sizes import log_sizes
from finebatch.core.inverse.wish import NEAR_MM, SheetWish, SizeWish, form_for
from finebatch.core.kitchen.kitchen import Kitchen

KITCHEN = Kitchen()
SPECS = {starter.style_id: starter.spec for starter in starters()}
every_starter = pytest.mark.parametrize("style", SPECS)


@every_starter
def test_a_count_that_is_granted_is_what_the_bench_then_shows(style: str) -> None:
    spec = SPECS[style]
    before = assess(spec, KITCHEN)
    try:
        form = form_for(spec, before, KITCHEN, SizeWish(count=18))
    except Refusal as refused:
        pytest.fail(str(refused))
    after = assess(spec.but(form=form), KITCHEN)
    assert after.outcome is not None, [problem.message for problem in after.problems]
    # Cutters and slices come in steps: never fewer than wished.
    assert after.outcome.pieces.count >= 18


@every_starter
def test_a_width_that_is_granted_is_what_the_bench_then_shows(style: str) -> None:
    spec = SPECS[style]
    before = assess(spec, KITCHEN)
    assert before.outcome is not None
    wanted = round(before.outcome.baked.diameter_mm.value * 1.1)
    if forming_of(spec.form).widened_by is None:
        with pytest.raises(Refusal, match="decides the width"):
            form_for(spec, before, KITCHEN, SizeWish(diameter_mm=wanted))
        return
    form = form_for(spec, before, KITCHEN, SizeWish(diameter_mm=wanted))
    # The family is kept, so that a larger one is not judged by other rules.
    after = assess(spec.but(form=form), KITCHEN)
    assert after.outcome is not None
    assert after.outcome.baked.diameter_mm.value == pytest.approx(wanted, abs=NEAR_MM + 0.35)


@pytest.mark.parametrize("wish", [SizeWish(diameter_mm=299), SizeWish(diameter_mm=15)])
def test_a_width_out_of_reach_is_refused_with_what_is_in_reach(wish: SizeWish) -> None:
    spec = SPECS["cutout_butter"]
    with pytest.raises(Refusal, match=r"bakes \d+ to \d+ mm wide") as caught:
        form_for(spec, assess(spec, KITCHEN), KITCHEN, wish)
    assert caught.value.problem.field == "wish"


def test_nothing_wished_and_nothing_to_portion_are_refused() -> None:
    spec = SPECS["drop_chewy"]
    with pytest.raises(Refusal, match="Say how many"):
        form_for(spec, assess(spec, KITCHEN), KITCHEN, SizeWish())
    empty = spec.but(lines=())
    with pytest.raises(Refusal, match="no dough yet"):
        form_for(empty, assess(empty, KITCHEN), KITCHEN, SizeWish(count=10))


@every_starter
def test_a_sheet_that_is_granted_is_the_size_the_dough_rolls_to(style: str) -> None:
    spec = SPECS[style]
    before = assess(spec, KITCHEN)
    wish = SizeWish(sheet=SheetWish(width_mm=300, length_mm=320))
    if not hasattr(spec.form, "thickness_mm"):
        with pytest.raises(Refusal, match="rolled"):
            form_for(spec, before, KITCHEN, wish)
        return
    form = form_for(spec, before, KITCHEN, wish)
    assert before.dough is not None
    volume = before.dough.mass_g / before.dough.density_g_ml.value * 1000
    # To a tenth of a millimetre, as a rolling pin is set.
    assert volume / (300 * 320) == pytest.approx(form.thickness_mm, abs=0.051)  # type: ignore[union-attr]


def test_a_sheet_too_thin_to_roll_says_how_thin() -> None:
    spec = SPECS["cutout_butter"]
    with pytest.raises(Refusal, match="thickness would be"):
        form_for(spec, assess(spec, KITCHEN), KITCHEN, SizeWish(sheet=SheetWish(width_mm=700, length_mm=700)))


@every_starter
def test_log_sizes_offered_are_what_the_bench_then_shows(style: str) -> None:
    spec = SPECS[style]
    offered = log_sizes(spec, assess(spec, KITCHEN), KITCHEN)
    assert bool(offered) == (spec.form.kind in ("log", "rusk"))
    assert [size.loads for size in offered] == sorted(size.loads for size in offered)
    for size in offered:
        after = assess(spec.but(form=size.form), KITCHEN)
        assert after.outcome is not None
        assert after.trays is not None
        assert (after.outcome.pieces.count, len(after.trays.loads)) == (size.count, size.loads)
        assert size.saying == after.outcome.pieces.statement
    # Each is a way of its own.
    assert len({size.form for size in offered}) == len(offered)


def test_no_logs_are_offered_of_a_dough_that_makes_none() -> None:
    spec = SPECS["twice_baked_lean"].but(lines=())
    assert log_sizes(spec, assess(spec, KITCHEN), KITCHEN) == ()
