"""From what an eye measures to what a screen shows."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base.colour import hex_of, mixed

labs = st.tuples(st.floats(0, 100), st.floats(-60, 60), st.floats(-60, 60))


@pytest.mark.parametrize(
    ("lab", "shown"),
    # Published pairs of the two standards.
    [((0, 0, 0), "#000000"), ((100, 0, 0), "#ffffff"), ((53.24, 80.09, 67.20), "#ff0000"), ((32.30, 79.19, -107.86), "#0000ff"), ((97.14, -21.55, 94.48), "#ffff00")],
)  # fmt: skip
def test_known_colours(lab: tuple[float, float, float], shown: str) -> None:
    found = hex_of(lab)
    assert max(abs(int(found[i : i + 2], 16) - int(shown[i : i + 2], 16)) for i in (1, 3, 5)) <= 1


@given(labs)
def test_any_lab_colour_is_shown_as_some_colour(lab: tuple[float, float, float]) -> None:
    assert len(hex_of(lab)) == 7
    int(hex_of(lab)[1:], 16)


@given(labs, labs, st.floats(0, 1))
def test_a_mixture_lies_between(
    one: tuple[float, float, float], other: tuple[float, float, float], share: float
) -> None:
    for a, b, c in zip(one, other, mixed(one, other, share), strict=True):
        assert min(a, b) - 1e-9 <= c <= max(a, b) + 1e-9
