"""As many portions as the dough gives, and a word where one is an odd size."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base.problems import Severity
from finebatch.core.dough.styles import styles
from finebatch.core.forming.portioning import UNUSUAL_G, one_piece, portioned

STYLE = styles()["drop_chewy"]


@given(dough_g=st.floats(10, 5000), portion_g=st.floats(1, 500))
def test_portions_and_what_is_over_make_the_dough(dough_g: float, portion_g: float) -> None:
    pieces, problems = portioned(one_piece(portion_g, 40, 20), dough_g, STYLE, "form.portion_g")
    if pieces is None:
        assert portion_g > dough_g
        return
    assert pieces.count * portion_g + pieces.leftover_g == pytest.approx(dough_g)
    assert pieces.leftover_g < portion_g
    assert (pieces.raw_diameter_mm, pieces.raw_height_mm) == (40, 20)
    assert bool(problems) == (not UNUSUAL_G[0] <= portion_g <= UNUSUAL_G[1])


@pytest.mark.parametrize(("portion_g", "asked"), [(3.9, True), (4.0, False), (250.0, False), (250.1, True)])
def test_an_odd_size_is_asked_about(portion_g: float, asked: bool) -> None:
    pieces, problems = portioned(one_piece(portion_g, 40, 20), 1000, STYLE, "form.portion_g")
    assert pieces is not None
    assert [problem.severity for problem in problems] == ([Severity.ASK] if asked else [])
    assert all(problem.field == "form.portion_g" and STYLE.label in problem.message for problem in problems)


def test_the_whole_dough_can_be_one_cookie_but_none_is_larger_than_it() -> None:
    pieces, _ = portioned(one_piece(200, 40, 20), 200, STYLE, "form.portion_g")
    assert pieces is not None
    assert pieces.count == 1
    pieces, problems = portioned(one_piece(201, 40, 20), 200, STYLE, "form.portion_g")
    assert pieces is None
    assert problems[0].severity is Severity.STOP
    assert "201 g is more than the whole dough (200 g)" in problems[0].message
