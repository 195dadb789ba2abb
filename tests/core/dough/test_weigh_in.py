"""The weigh-in, and the simulated scale."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.bakemodel.mix import Mixing
from finebatch.core.card.headings import split_card
from finebatch.core.card.line import Line
from finebatch.core.dough.weigh_in import WeighIn, as_weighed, order, rescue, targets
from finebatch.core.formula.percentages import percentages_of
from finebatch.core.formula.roles import Role
from finebatch.core.formula.weighed_line import dough_parts, weigh_lines
from finebatch.core.kitchen.habit import Habit
from finebatch.devices.scale import CAPACITY_G, SETTLE_S, SimulatedScale
from tests.kit import DROP_CARD

LINES = tuple(split_card(DROP_CARD))
WEIGHED = weigh_lines(LINES, Habit())


def test_the_order_is_the_bowls() -> None:
    roles = [line.role for line in order(WEIGHED)]
    assert roles[0] is not None
    assert roles[0].value == "fat"
    assert roles[-1] is not None
    assert roles[-1].value == "inclusion"
    assert len(order(WEIGHED)) == len(LINES)


def test_rubbed_in_doughs_weigh_the_flour_first_and_foams_the_eggs() -> None:
    firsts = {mixing: order(WEIGHED, mixing)[0].role for mixing in (Mixing.RUB_IN, Mixing.FOAM)}
    assert firsts == {Mixing.RUB_IN: Role.FLOUR, Mixing.FOAM: Role.EGG}


def test_a_line_stands_short_done_or_over() -> None:
    state = WeighIn(poured_g={"l4": 200.0, "l1": 270.5, "l5": 180.0})
    standing = {target.line_id: target.state for target in targets(WEIGHED, state)}
    assert (standing["l4"], standing["l1"], standing["l5"], standing["l2"]) == ("short", "done", "over", "waiting")


@given(st.floats(1.05, 3))
def test_a_rescue_keeps_every_percentage(over: float) -> None:
    state = WeighIn(poured_g={"l4": 226.8, "l1": 270.0 * over})
    found = rescue(WEIGHED, state)
    assert found is not None
    assert found.line_id == "l1"
    assert found.factor == pytest.approx(over)
    assert found.top_ups["l4"] == pytest.approx(226.8 * (over - 1), rel=1e-3)
    made = weigh_lines(as_weighed(LINES, WEIGHED, found.factor), Habit())
    axes = percentages_of(dough_parts(WEIGHED))
    assert axes is not None
    assert percentages_of(dough_parts(made)) == pytest.approx(axes)
    after = WeighIn(poured_g=state.poured_g, factor=found.factor)
    assert rescue(WEIGHED, after) is None


def test_nothing_over_needs_no_rescue() -> None:
    assert rescue(WEIGHED, WeighIn(poured_g={"l1": 270.0})) is None


class Clock:
    def __init__(self) -> None:
        self.now = 0.0

    def __call__(self) -> float:
        return self.now


def test_the_scale_settles_tares_and_drifts() -> None:
    clock = Clock()
    scale = SimulatedScale(clock=clock)
    scale.pour(200)
    clock.now = SETTLE_S / 2
    moving = scale.read()
    assert not moving.stable
    assert 20 < moving.g < 180
    clock.now = 5
    still = scale.read()
    assert still.stable
    assert still.g == pytest.approx(200, abs=0.6)
    scale.tare()
    assert scale.read().g == pytest.approx(0, abs=0.3)
    clock.now = 105
    assert scale.read().g == pytest.approx(0.4, abs=0.3)
    scale.pour(-1000)
    clock.now = 110
    assert scale.read().g == pytest.approx(-200, abs=1)


def test_too_much_is_an_overload() -> None:
    clock = Clock()
    scale = SimulatedScale(clock=clock)
    scale.pour(CAPACITY_G + 1)
    clock.now = 10
    assert scale.read().overload
    assert not scale.read().stable


def test_readings_jitter_like_a_cheap_scale() -> None:
    clock = Clock()
    scale = SimulatedScale(clock=clock)
    scale.pour(100)
    shown = set()
    for step in range(40):
        clock.now = 2 + step * 0.01
        shown.add(scale.read().g)
    assert 1 < len(shown) < 12


def test_an_amount_by_feel_has_a_beginning_and_an_end() -> None:
    lines = weigh_lines(
        (Line(id="f", text="250 g plain flour"), Line(id="m", text="3 to 4 tbsp milk, as needed")), Habit()
    )
    assert lines[1].reading.by_feel

    def standing(poured_g: float) -> str:
        return next(t for t in targets(lines, WeighIn(poured_g={"m": poured_g})) if t.line_id == "m").state

    flour, milk = targets(lines, WeighIn())
    assert (flour.least_g, flour.most_g) == (flour.target_g, flour.target_g)
    assert milk.least_g == pytest.approx(3 * 15.2, rel=0.02)
    assert milk.most_g == pytest.approx(4 * 15.2, rel=0.02)
    assert [standing(g) for g in (40, milk.least_g, milk.target_g, milk.most_g, 70)] == [
        "short",
        "done",
        "done",
        "done",
        "over",
    ]
    assert rescue(lines, WeighIn(poured_g={"m": milk.most_g})) is None
    found = rescue(lines, WeighIn(poured_g={"m": 2 * milk.most_g}))
    assert found is not None
    assert found.factor == pytest.approx(2)
