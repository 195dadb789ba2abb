"""Cookies on trays: none touches, none hangs over, loads are even."""

import itertools
import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from finebatch.core.trays import arrange, even_loads, most_on
from finebatch.core.trays.arrange import EDGE_MM, GAP_MM

sizes = st.floats(100, 600)
widths = st.floats(25, 140)


@given(sizes, sizes, widths, st.data())
def test_no_two_touch_and_none_leaves_the_tray(width: float, depth: float, widest: float, data: st.DataObject) -> None:
    most, _ = most_on(width, depth, widest)
    assume(most > 0)
    count = data.draw(st.integers(1, most))
    layout = arrange(count, width, depth, widest)
    assert len(layout.places) == count == sum(layout.per_row)
    for a, b in itertools.combinations(layout.places, 2):
        assert math.hypot(a.x_mm - b.x_mm, a.y_mm - b.y_mm) >= widest + GAP_MM - 1e-6
    inset = widest / 2 + EDGE_MM - 1e-6
    for place in layout.places:
        assert inset <= place.x_mm <= width - inset
        assert inset <= place.y_mm <= depth - inset


@given(sizes, sizes, widths, st.floats(0, 200), st.floats(0, 200))
def test_a_larger_tray_never_holds_fewer(
    width: float, depth: float, widest: float, wider: float, deeper: float
) -> None:
    assert most_on(width + wider, depth + deeper, widest)[0] >= most_on(width, depth, widest)[0]


@given(st.integers(0, 400), st.integers(1, 40))
def test_loads_are_even_and_as_few_as_can_be(count: int, most: int) -> None:
    loads = even_loads(count, most)
    assert sum(loads) == count
    assert len(loads) == math.ceil(count / most)
    if loads:
        assert max(loads) <= most
        assert max(loads) - min(loads) <= 1


def test_the_bakers_example() -> None:
    assert even_loads(26, 12) == (9, 9, 8)
    with pytest.raises(ValueError, match="at least one"):
        even_loads(5, 0)


def test_a_cookie_wider_than_the_tray_does_not_fit() -> None:
    assert most_on(200, 200, 250)[0] == 0
    with pytest.raises(ValueError, match="holds 0"):
        arrange(1, 200, 200, 250)
