"""What-ifs keep to the rules of direction; wishes come true, or say why not."""

import itertools

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.base.problems import Refusal
from finebatch.core.bench.assess import assess, baked_width_mm
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.bench.starters import Starter, starters
from finebatch.core.bench.whatif import Factor, what_if
from finebatch.core.card.headings import split_card
from finebatch.core.forming.ball import BallForm
from finebatch.core.forming.batter import BatterForm
from finebatch.core.forming.block import BlockForm
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.log import LogForm
from finebatch.core.forming.pan import PanForm
from finebatch.core.forming.registry import forming_of
from finebatch.core.forming.rope import RopeForm
from finebatch.core.forming.rusk import RuskForm
from finebatch.core.forming.scoop import ScoopForm
from finebatch.core.inverse.wish import NEAR_MM, SizeWish, form_for
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.oven import OvenSetting, Scale
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
    with pytest.raises(Refusal, match="no outcome"):
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
     (LogForm(), SizeWish(count=400), "mm thick"), (ScoopForm(), SizeWish(), "how many, how wide, or how large a sheet")],
    ids=["wide", "cutter", "spoon", "rope", "log", "nothing"],
)  # fmt: skip
def test_wishes_that_cannot_come_true_say_why(form: object, wish: SizeWish, says: str) -> None:
    dough = spec(form)
    found = assess(dough, KITCHEN)
    with pytest.raises(Refusal, match=says):
        form_for(dough, found, KITCHEN, wish)


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.style_id)
@pytest.mark.parametrize("factor", Factor)
def test_the_point_now_is_what_the_bench_says(starter: Starter, factor: Factor) -> None:
    found = assess(starter.spec, KITCHEN)
    assert found.outcome is not None
    if factor is Factor.SHAPING and not forming_of(starter.spec.form).shapings(starter.spec.form, 20.0, 1.2):
        return  # said as a refusal, tested by itself
    (now,) = (point for point in what_if(starter.spec, found, KITCHEN, factor).points if point.now)
    assert now.diameter_mm == found.outcome.baked.diameter_mm
    assert now.first_done_min == found.outcome.baked.first_done_min


def test_a_smaller_pan_is_a_smaller_piece() -> None:
    dough = spec(PanForm(width_mm=200, length_mm=200))
    widths = [
        point.diameter_mm.value for point in what_if(dough, assess(dough, KITCHEN), KITCHEN, Factor.PORTION).points
    ]
    assert len(set(widths)) == len(widths)
    assert widths == sorted(widths, reverse=True)


@pytest.mark.parametrize("form", [ScoopForm(portion_g=35), BlockForm(portion_g=35)], ids=lambda form: form.kind)
def test_a_wish_is_granted_only_as_far_as_the_form_goes(form: object) -> None:
    card = "\n".join(f"{grams} g {name}" for grams, name in ((5000, "plain flour"), (3000, "sugar"), (3000, "butter")))
    dough = DoughSpec(lines=tuple(split_card(card)), form=form)
    found = assess(dough, KITCHEN)
    with pytest.raises(Refusal, match=r"portion would be .* g; it can be at most 5000 g"):
        form_for(dough, found, KITCHEN, SizeWish(count=1))
    granted = form_for(dough, found, KITCHEN, SizeWish(count=10))
    assert type(granted).model_validate(granted.model_dump()) == granted


@pytest.mark.parametrize(
    ("form", "ways"),
    [
        (BallForm(portion_g=25), 6), (BallForm(portion_g=25, pressed_mm=11), 7), (ScoopForm(portion_g=120), 2),
        (ScoopForm(portion_g=120, heap=True), 2), (RuskForm(log_mm=55), 6), (RuskForm(log_mm=60), 5),
    ],
    ids=str,
)  # fmt: skip
def test_what_shaping_does_can_be_seen(form: object, ways: int) -> None:
    """Pressed further is wider, a wider log too, half a ball wider than a heap; and the bench's own shape is the point of now."""
    dough = spec(form)
    found = assess(dough, KITCHEN)
    points = what_if(dough, found, KITCHEN, Factor.SHAPING).points
    assert len(points) == ways
    assert sum(point.now for point in points) == 1
    widths = [point.diameter_mm.value for point in points]
    assert all(b >= 0.99 * a for a, b in itertools.pairwise(widths))
    assert widths[-1] > widths[0]
    assert found.outcome is not None
    now = next(point for point in points if point.now)
    assert now.diameter_mm.value == pytest.approx(found.outcome.baked.diameter_mm.value)


def test_where_there_is_one_way_only_it_is_said() -> None:
    dough = spec(CutoutForm())
    with pytest.raises(Refusal, match="one way only"):
        what_if(dough, assess(dough, KITCHEN), KITCHEN, Factor.SHAPING)


@pytest.mark.parametrize("form", [BallForm(portion_g=3, pressed_mm=60), BallForm(portion_g=25, pressed_mm=9)])
def test_shapings_of_a_ball_pressed_higher_than_it_is_and_of_one_pressed_flat(form: BallForm) -> None:
    dough = spec(form)
    points = what_if(dough, assess(dough, KITCHEN), KITCHEN, Factor.SHAPING).points
    (now,) = [point.label for point in points if point.now]
    assert now == ("left round" if form.portion_g == 3 else "pressed to 9 mm")
