"""Boxes: what lies in them fits, what is baked covers them, and what keeps longest is baked first."""

from itertools import combinations
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base import Interval
from finebatch.core.bench import DoughSpec, report
from finebatch.core.bench.starters import starters
from finebatch.core.card import Part
from finebatch.core.finishing import Finishing, FinishKind, Topping
from finebatch.core.kitchen import Kitchen
from finebatch.core.stores.boxes import Boxes, BoxKind, KindSize, bake_order, batches_for, planned, size_of
from tests.kit import drop_dough


@st.composite
def sizes(draw: st.DrawFn, number: int) -> KindSize:
    grams = draw(st.floats(5, 60))
    return KindSize(
        name=f"Kind {number}", width_mm=draw(st.floats(15, 120)), depth_mm=draw(st.floats(15, 120)), height_mm=draw(st.floats(4, 25)),
        each_g=Interval(value=grams, low=grams * 0.95, high=grams * 1.05), makes=draw(st.integers(4, 60)), eggs=draw(st.integers(0, 4)),
        allergens=tuple(draw(st.lists(st.sampled_from(["milk", "hazelnut", "wheat"]), max_size=2, unique=True))), keeps_days=draw(st.integers(2, 30)),
    )  # fmt: skip


@st.composite
def filled(draw: st.DrawFn) -> tuple[Boxes, tuple[KindSize, ...]]:
    many = draw(st.integers(1, 4))
    kinds = tuple(BoxKind(id=str(n), dough_id=str(n), each=draw(st.none() | st.integers(1, 20))) for n in range(many))
    boxes = Boxes(
        name="Fair", boxes=draw(st.integers(1, 60)), kinds=kinds, about_g=draw(st.none() | st.floats(50, 1500)), width_mm=draw(st.floats(60, 300)),
        depth_mm=draw(st.floats(60, 300)), height_mm=draw(st.floats(10, 150)), nut_free=draw(st.booleans()),
    )  # fmt: skip
    return boxes, tuple(draw(sizes(n)) for n in range(many))


@given(filled())
def test_cookies_lie_in_the_box_and_beside_one_another(given_boxes: tuple[Boxes, tuple[KindSize, ...]]) -> None:
    boxes, kinds = given_boxes
    plan = planned(boxes, kinds)
    for layer in plan.layers:
        boxed = [
            (p.x_mm, p.y_mm, p.x_mm + kinds[p.kind].width_mm, p.y_mm + kinds[p.kind].depth_mm) for p in layer.places
        ]
        assert all(x1 <= boxes.width_mm + 1e-6 and y1 <= boxes.depth_mm + 1e-6 for _, _, x1, y1 in boxed)
        for a, b in combinations(boxed, 2):
            assert a[2] <= b[0] + 1e-6 or b[2] <= a[0] + 1e-6 or a[3] <= b[1] + 1e-6 or b[3] <= a[1] + 1e-6
        assert layer.height_mm >= max(kinds[p.kind].height_mm for p in layer.places) - 1e-9
    fields = {problem.field for problem in plan.problems}
    if "width_mm" not in fields:
        assert sum(len(layer.places) for layer in plan.layers) == sum(kind.each for kind in plan.kinds)
    assert ("height_mm" in fields) == (plan.high_mm > boxes.height_mm)


@given(filled())
def test_what_is_baked_covers_the_boxes(given_boxes: tuple[Boxes, tuple[KindSize, ...]]) -> None:
    boxes, kinds = given_boxes
    plan = planned(boxes, kinds)
    for kind in plan.kinds:
        assert kind.pieces == kind.each * boxes.boxes
        assert kind.over >= 0
        parts = kind.size.eggs or 2
        assert kind.times * parts == pytest.approx(round(kind.times * parts))
    nuts = {number for number, size in enumerate(kinds) if "hazelnut" in size.allergens}
    assert any(problem.field == "nut_free" for problem in plan.problems) == (boxes.nut_free and bool(nuts))


@given(st.integers(1, 900), st.integers(1, 60), st.integers(0, 5))
def test_batches_are_enough_and_not_far_too_many(pieces: int, makes: int, eggs: int) -> None:
    times = batches_for(pieces, makes, eggs)
    assert times * makes >= pieces - 1e-6
    assert (times - 1) * makes < pieces


def test_what_keeps_longest_is_baked_first_and_nut_free_before_all() -> None:
    def kind(keeps: float, *allergens: str) -> KindSize:
        return KindSize(
            name="x", width_mm=50, depth_mm=50, height_mm=10, each_g=Interval(value=20, low=19, high=21), makes=20, eggs=1, allergens=allergens, keeps_days=keeps,
        )  # fmt: skip

    assert bake_order((kind(4), kind(21, "hazelnut"), kind(10)), set()) == [1, 2, 0]
    assert bake_order((kind(4), kind(21, "hazelnut"), kind(10)), {"hazelnut"}) == [2, 0, 1]


@pytest.mark.parametrize(
    "nutty",
    [
        {"lines": (*drop_dough().lines, drop_dough().lines[0].but(id="n", text="60 g hazelnuts", part=Part.TOPPING))},
        {"lines": (*drop_dough().lines, drop_dough().lines[0].but(id="n", text="a bunch of moonbeams"))},
        {"finishings": (Finishing(kind=FinishKind.TOPPING, topping=Topping.WHOLE_NUT),)},
    ],
    ids=["in a topping", "in a line nobody can read", "a nut without a name"],
)
def test_no_box_is_nut_free_by_what_was_overlooked(nutty: dict[str, Any]) -> None:
    def stopped(spec: DoughSpec) -> bool:
        size = size_of(spec, report(spec, Kitchen()), 4.0)
        assert size
        boxes = Boxes(name="Fair", kinds=(BoxKind(id="a", dough_id="a", each=2),), nut_free=True)
        plan = planned(boxes, (size,))
        assert plan.kinds[0].apart != any(problem.field == "nut_free" for problem in plan.problems)
        return not plan.kinds[0].apart

    assert not stopped(drop_dough())
    assert stopped(drop_dough(**nutty))


@pytest.mark.parametrize("starter", starters(), ids=lambda one: one.spec.name)
def test_every_form_has_a_size_to_lay_in_a_box(starter: object) -> None:
    spec = starter.spec  # type: ignore[attr-defined]
    size = size_of(spec, report(spec, Kitchen()), 4.0)
    assert size
    assert 10 < size.width_mm < 260
    assert 5 < size.depth_mm < 260
    assert 1 < size.height_mm < 60
    assert size.makes > 0
