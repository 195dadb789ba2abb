"""The drawings' own geometry."""

import re
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.web.conftest import Interface

MM = st.floats(1, 500)


@given(width=MM, depth=MM)
def test_a_box_is_as_wide_and_deep_as_its_ring(interface: Interface, width: float, depth: float) -> None:
    ring = interface.call("drawing/geometry.ts", "boxRing", width, depth)
    assert interface.call("drawing/geometry.ts", "boxOf", ring) == pytest.approx([width, depth])
    assert [sum(axis) for axis in zip(*ring, strict=True)] == pytest.approx([0, 0])
    points = interface.call("drawing/geometry.ts", "pointsOf", ring)
    assert len(points.split()) == 4


@given(width=MM, height=MM)
def test_a_dome_stands_on_its_tray_as_wide_and_high_as_the_cookie(
    interface: Interface, width: float, height: float
) -> None:
    path = interface.call("drawing/geometry.ts", "dome", width, height)
    numbers = [float(n) for n in re.findall(r"-?\d+\.?\d*(?:e-?\d+)?", path)]
    xs, ys = numbers[0::2], numbers[1::2]
    assert max(xs) - min(xs) == pytest.approx(width)
    assert min(ys) == pytest.approx(-height)
    assert max(ys) == 0
    assert path.endswith("Z")


@given(raw=st.floats(0.2, 1e5))
def test_an_axis_steps_by_a_round_number_that_is_not_too_small(interface: Interface, raw: float) -> None:
    step = interface.call("drawing/geometry.ts", "niceStep", raw)
    assert raw * (1 - 1e-9) <= step <= 2.5 * raw + 1e-9
    assert f"{step:e}"[0] in "125"


@given(visible=st.integers(600, 40 * 3600))
def test_the_clock_has_at_most_a_dozen_ticks_in_view(interface: Interface, visible: int) -> None:
    tick = interface.call("drawing/lanes.ts", "tickSeconds", visible)
    assert visible / tick <= 11


def step(place: str, start_s: int, end_s: int, **more: Any) -> dict[str, Any]:
    return {"place": place, "kind": "chill", "start_s": start_s, "end_s": end_s, **more}


SPANS = st.lists(st.tuples(st.integers(0, 500), st.integers(1, 200)), min_size=1, max_size=30)


@given(spans=SPANS)
def test_a_lane_has_as_many_rows_as_things_are_in_it_at_once(
    interface: Interface, spans: list[tuple[int, int]]
) -> None:
    steps = [step("fridge", start, start + length) for start, length in spans]
    (lane,) = interface.call("drawing/lanes.ts", "layOut", steps)["lanes"]
    at_once = max(sum(other["start_s"] <= one["start_s"] < other["end_s"] for other in steps) for one in steps)
    assert lane["rows"] == at_once


def test_lanes_are_stacked_in_the_order_of_a_kitchen_and_named(interface: Interface) -> None:
    steps = [
        step("cooling", 50, 90),
        step("oven", 0, 60, oven=1, rack=2),
        step("oven", 0, 60, oven=1, rack=1),
        step("hands", 0, 10),
    ]
    found = interface.call("drawing/lanes.ts", "layOut", steps)
    assert [lane["name"] for lane in found["lanes"]] == ["Hands", "Oven, rack 1", "Oven, rack 2", "Cooling rack"]
    for above, below in zip(found["lanes"], found["lanes"][1:], strict=False):
        assert below["y"] == above["y"] + above["height"]
    assert found["height"] > found["lanes"][-1]["y"] + found["lanes"][-1]["height"]
    two = interface.call("drawing/lanes.ts", "layOut", [*steps, step("oven", 0, 60, oven=2, rack=1)])
    assert "Oven 2, rack 1" in [lane["name"] for lane in two["lanes"]]


@pytest.mark.parametrize(
    ("one", "pin"),
    [
        (step("hands", 0, 1, dough=1) | {"kind": "mix"}, {"what": "mix", "index": 1}),
        (step("hands", 0, 1, dough=1, load=0) | {"kind": "form"}, {"what": "shape", "index": 0}),
        (step("oven", 0, 1, load=3) | {"kind": "load"}, {"what": "load", "index": 3}),
        (step("hands", 0, 1, load=3) | {"kind": "turn"}, None),
        (step("hands", 0, 1) | {"kind": "mix"}, None),
    ],
)
def test_only_what_a_baker_may_fix_has_a_pin(
    interface: Interface, one: dict[str, Any], pin: dict[str, Any] | None
) -> None:
    assert interface.call("drawing/lanes.ts", "pinOf", one) == pin
