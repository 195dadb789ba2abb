"""What-ifs keep to the rules of direction; wishes come true, or say why not."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.assess import DoughSpec, assess, baked_width_mm
from finebatch.core.forming import BallForm, BatterForm, CutoutForm, LogForm, RopeForm, ScoopForm
from finebatch.core.formula import split_card
from finebatch.core.kitchen import Kitchen
from finebatch.core.oven import OvenSetting, Scale
from finebatch.core.whatif import Factor, what_if
from finebatch.core.wishing import NEAR_MM, SizeWish, WishError, form_for
from tests.kit import CUT_CARD, DROP_CARD

KITCHEN = Kitchen()
FORMS = [ScoopForm(portion_g=35), BallForm(portion_g=25), BatterForm(spoon_ml=10), CutoutForm(), LogForm(), RopeForm()]


def spec(form: object, **more: object) -> DoughSpec:
    card = DROP_CARD if isinstance(form, ScoopForm) else CUT_CARD
    return DoughSpec(lines=tuple(split_card(card)), form=form, **more)


@pytest.mark.parametrize("form", FORMS, ids=lambda form: form.kind)
@pytest.mark.parametrize(
    ("factor", "sign"), [(Factor.CHILL, -1), (Factor.OVEN, -1), (Factor.SUGAR, 1), (Factor.PORTION, 1)]
)
def test_curves_go_the_way_bakers_know(form: object, factor: Factor, sign: int) -> None:
    dough = spec(form)
    found = what_if(dough, assess(dough, KITCHEN), KITCHEN, factor)
    widths = [point.diameter_mm.value for point in found.points]
    assert widths == sorted(widths, reverse=sign < 0)
    assert widths[0] != widths[-1]
    assert [point.x for point in found.points] == sorted(point.x for point in found.points)
    assert sum(point.now for point in found.points) == 1
    for point in found.points:
        assert point.diameter_mm.low <= point.diameter_mm.value <= point.diameter_mm.high


@pytest.mark.parametrize("factor", [Factor.CHILL, Factor.OVEN, Factor.SUGAR, Factor.PORTION, Factor.TRAY])
def test_the_point_of_now_is_the_outcome_on_the_bench(factor: Factor) -> None:
    dough = spec(ScoopForm(portion_g=35), oven=OvenSetting(value=350, scale=Scale.F))
    found = assess(dough, KITCHEN)
    assert found.outcome
    now = next(point for point in what_if(dough, found, KITCHEN, factor).points if point.now)
    assert now.diameter_mm.value == pytest.approx(found.outcome.baked.diameter_mm.value, rel=0.01)
    assert now.first_done_min.value == pytest.approx(found.outcome.window.done_from_min, rel=0.01)


def test_oven_values_are_said_on_the_bakers_dial() -> None:
    dough = spec(ScoopForm(), oven=OvenSetting(value=350, scale=Scale.F))
    labels = [point.label for point in what_if(dough, assess(dough, KITCHEN), KITCHEN, Factor.OVEN).points]
    assert "350 °F" in labels


def test_without_an_outcome_there_is_no_what_if() -> None:
    hot = spec(ScoopForm(), oven=OvenSetting(value=900))
    with pytest.raises(ValueError, match="no outcome"):
        what_if(hot, assess(hot, KITCHEN), KITCHEN, Factor.CHILL)


@pytest.mark.parametrize("form", [f for f in FORMS if not isinstance(f, CutoutForm)], ids=lambda form: form.kind)
def test_so_many_cookies_are_so_many(form: object) -> None:
    dough = spec(form)
    wished = form_for(dough, assess(dough, KITCHEN), KITCHEN, SizeWish(count=24))
    outcome = assess(dough.model_copy(update={"form": wished}), KITCHEN).outcome
    assert outcome
    assert outcome.pieces.count == 24


@settings(max_examples=6)
@given(st.floats(60, 95))
def test_so_wide_is_so_wide(diameter_mm: float) -> None:
    dough = spec(ScoopForm(portion_g=35))
    wished = form_for(dough, assess(dough, KITCHEN), KITCHEN, SizeWish(diameter_mm=diameter_mm))
    assert baked_width_mm(dough.model_copy(update={"form": wished}), KITCHEN) == pytest.approx(
        diameter_mm, abs=2 * NEAR_MM
    )


@pytest.mark.parametrize("form", FORMS[1:], ids=lambda form: form.kind)
def test_every_form_can_be_sized_by_its_width(form: object) -> None:
    dough = spec(form)
    now = baked_width_mm(dough, KITCHEN)
    wished = form_for(dough, assess(dough, KITCHEN), KITCHEN, SizeWish(diameter_mm=now * 1.1))
    assert baked_width_mm(dough.model_copy(update={"form": wished}), KITCHEN) == pytest.approx(
        now * 1.1, abs=2 * NEAR_MM
    )


@pytest.mark.parametrize(
    ("form", "wish", "says"),
    [(ScoopForm(), SizeWish(diameter_mm=300), "out of its reach"), (CutoutForm(thickness_mm=25), SizeWish(count=300), "not dough enough"),
     (BatterForm(), SizeWish(count=2), "by hand"), (RopeForm(), SizeWish(count=1), "thickness first"),
     (LogForm(), SizeWish(count=400), "mm thick"), (ScoopForm(), SizeWish(), "how many, or how wide")],
    ids=["wide", "cutter", "spoon", "rope", "log", "nothing"],
)  # fmt: skip
def test_wishes_that_cannot_come_true_say_why(form: object, wish: SizeWish, says: str) -> None:
    dough = spec(form)
    found = assess(dough, KITCHEN)
    with pytest.raises(WishError, match=says):
        form_for(dough, found, KITCHEN, wish)
