"""How likely two cookies join: against throwing dice, and in the directions it must go."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base.interval import Interval
from finebatch.core.trays.joining import SCATTER, SHARE, JoinRisk, chance_of_joining, pitch_mm

widths = st.builds(
    lambda middle, sd: Interval(value=middle, low=middle * math.exp(-1.645 * sd), high=middle * math.exp(1.645 * sd)),
    st.floats(20, 150), st.floats(0.02, 0.2),
)  # fmt: skip


@pytest.mark.parametrize("apart_mm", [62, 68, 75, 84])
def test_the_chance_is_that_of_many_trays(apart_mm: float) -> None:
    sd, pairs, trays = 0.09, 12, 40_000
    rng = np.random.default_rng(7)
    together = rng.normal(0, sd, trays)[:, None]
    # Neighbours share a cookie in truth; here each pair strays by itself, which joins a little more often.
    apart = rng.normal(0, SCATTER, (trays, pairs, 2)).mean(axis=2)
    joined = (60 * np.exp(together + apart) > apart_mm).any(axis=1).mean()
    width = Interval(value=60, low=60 * math.exp(-1.645 * sd), high=60 * math.exp(1.645 * sd))
    assert chance_of_joining(width, apart_mm, pairs) == pytest.approx(joined, abs=0.012)


@given(widths, st.integers(1, 60))
def test_further_apart_joins_less_and_more_pairs_more(width: Interval, pairs: int) -> None:
    near, far = (chance_of_joining(width, width.value * k, pairs) for k in (1.05, 1.15))
    assert 0 <= far <= near <= 1
    assert chance_of_joining(width, width.value * 1.05, pairs + 5) >= near - 1e-12


@given(widths, st.integers(1, 60), st.sampled_from(list(JoinRisk)))
def test_the_distance_keeps_the_chance_that_was_chosen(width: Interval, pairs: int, risk: JoinRisk) -> None:
    pitch = pitch_mm(width, 1.0, risk, pairs)
    assert chance_of_joining(width, pitch, pairs) == pytest.approx(SHARE[risk], abs=0.003)


def test_never_closer_than_raw() -> None:
    assert pitch_mm(Interval(value=40, low=39, high=41), 50, JoinRisk.FIVE, 10) == 50
