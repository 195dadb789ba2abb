"""Eggs are bought whole, however the card says them."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.card.line import Line, Part
from finebatch.core.formula.eggs_to_buy import EggCount, count_eggs
from finebatch.core.formula.weighed_line import weigh_lines
from finebatch.core.kitchen.habit import Habit, Region


def bought(*texts: str, habit: Habit = Habit()) -> EggCount | None:  # noqa: B008 - a frozen value
    lines = tuple(Line(id=f"l{n}", text=text) for n, text in enumerate(texts))
    return count_eggs(weigh_lines(lines, habit), habit)


@pytest.mark.parametrize(
    ("texts", "to_buy", "yolks_left", "whites_left"),
    [(("2 eggs",), 2, 0, 0), (("half an egg",), 1, 0, 0), (("100 g egg",), 2, 0, 0), (("75 g beaten egg",), 2, 0, 0), (("2 eggs", "1 egg yolk"), 3, 0, 1),
     (("1 egg yolk", "2 egg whites"), 2, 1, 0), (("54 g egg yolk",), 3, 0, 3)],
)  # fmt: skip
def test_eggs_yolks_and_whites_counted_or_weighed(
    texts: tuple[str, ...], to_buy: int, yolks_left: int, whites_left: int
) -> None:
    found = bought(*texts)
    assert found is not None
    assert (found.to_buy, found.yolks_left, found.whites_left) == (to_buy, yolks_left, whites_left)


@given(st.floats(5, 600))
def test_what_is_bought_is_used_or_left(grams: float) -> None:
    found = bought(f"{grams:.1f} g egg")
    assert found is not None
    assert found.to_buy == pytest.approx(found.used + found.left_share)
    assert 0 <= found.left_share < 1


def test_a_larger_egg_of_another_country_and_none_at_all() -> None:
    uk = bought("153 g egg", habit=Habit(region=Region.UK))
    assert uk is not None
    assert uk.to_buy == 3
    assert bought("200 g flour") is None


def test_egg_brushed_on_in_grams_is_taken_from_what_is_left() -> None:
    lines = (Line(id="a", text="half an egg"), Line(id="b", text="15 g beaten egg", part=Part.WASH))
    found = count_eggs(weigh_lines(lines, Habit()), Habit())
    assert found is not None
    assert (found.to_buy, found.left_g) == (1, pytest.approx(10))
