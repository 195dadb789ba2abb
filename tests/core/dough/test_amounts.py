"""Amounts that nobody means, at any size of batch."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.bench.starters import starters
from finebatch.core.card.line import Line, Part
from finebatch.core.dough.amounts import amounts_by_role
from finebatch.core.formula.weighed_line import weigh_lines
from finebatch.core.kitchen.habit import Habit


def asked(*lines: Line) -> list[str]:
    return [problem.message for problem in amounts_by_role(weigh_lines(lines, Habit()))]


def line(text: str, grams: float, part: Part | None = None) -> Line:
    return Line(id=text[:40], text=text, mass_g=grams, part=part)


@given(times=st.floats(0.2, 20))
@pytest.mark.parametrize(
    ("text", "grams", "is_asked"),
    [("fine salt", 80, True), ("fine salt", 10, False), ("baking soda", 40, True), ("baking soda", 8, False),
     ("baking powder", 70, True), ("baking powder", 25, False), ("ground cinnamon", 150, True), ("ground cinnamon", 25, False),
     ("whole egg", 5000, True), ("whole egg", 200, False)],
)  # fmt: skip
def test_a_share_no_dough_bears_is_asked_at_any_size(text: str, grams: float, is_asked: bool, times: float) -> None:
    base = [line("plain flour", 500 * times), line("butter", 250 * times), line("granulated sugar", 250 * times)]
    found = asked(*base, line(text, min(grams * times, 20_000)))
    if grams * times <= 20_000:
        assert bool(found) == is_asked
        assert not found or text in found[0]


def test_what_is_not_in_the_dough_is_not_judged_with_it() -> None:
    assert asked(line("plain flour", 500), line("butter", 300), line("flaky sea salt", 90, Part.TOPPING)) == []


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.style_id)
def test_no_dough_of_the_families_is_questioned(starter) -> None:  # type: ignore[no-untyped-def]
    assert amounts_by_role(weigh_lines(starter.spec.lines, Habit())) == []
