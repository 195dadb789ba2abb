"""When to look first, and which minute to aim for."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.bakemodel.prediction import Z90, Prediction
from finebatch.core.baking.doneness import Doneness
from finebatch.core.baking.window import Window, window_of
from finebatch.core.base.interval import Interval
from finebatch.core.bench.assess import assess
from finebatch.core.kitchen.kitchen import Kitchen
from tests.kit import drop_dough

OUTCOME = assess(drop_dough(), Kitchen()).outcome
assert OUTCOME is not None
BAKED = OUTCOME.baked


@st.composite
def predictions(draw: st.DrawFn) -> Prediction:
    low, done, last, high = sorted(draw(st.lists(st.floats(0.5, 120), min_size=4, max_size=4)))
    first_done = Interval(value=done, low=low, high=high)
    return BAKED.model_copy(
        update={"first_done_min": first_done, "last_good_min": Interval(value=last, low=done, high=high)}
    )


def windows(baked: Prediction) -> list[Window]:
    return [window_of(baked, doneness, "golden") for doneness in (Doneness.SOFT, Doneness.USUAL, Doneness.CRISP)]


@given(predictions())
def test_soft_comes_out_before_usual_and_crisp_and_all_within_the_window(baked: Prediction) -> None:
    soft, usual, crisp = windows(baked)
    assert soft.done_from_min <= soft.aim_min <= usual.aim_min <= crisp.aim_min <= crisp.done_to_min
    assert usual.aim_min - soft.aim_min == crisp.aim_min - usual.aim_min or abs(
        (usual.aim_min - soft.aim_min) - (crisp.aim_min - usual.aim_min)
    ) < 1e-9 * max(1.0, usual.aim_min)


@given(predictions())
def test_window_and_doubt_are_told_apart_and_in_order(baked: Prediction) -> None:
    for window in windows(baked):
        assert window.first_look_min <= max(1.0, window.done_from_min + 1e-9)
        assert window.likely_from_min <= window.aim_min <= window.likely_to_min
        assert window.done_from_min <= window.aim_min <= window.done_to_min + 1e-9
        assert window.earliest_min <= window.done_from_min
        assert window.done_to_min <= window.latest_min


def test_the_likely_span_holds_half_and_the_look_a_tenth() -> None:
    """Of a spread of 20% in ln: 0.67 and 1.28 sd."""
    done = Interval(value=10, low=10 * math.exp(-0.2 * Z90), high=10 * math.exp(0.2 * Z90))
    window = window_of(
        BAKED.model_copy(update={"first_done_min": done, "last_good_min": done}), Doneness.USUAL, "golden"
    )
    assert (window.likely_from_min, window.likely_to_min) == pytest.approx(
        (10 * math.exp(-0.1349), 10 * math.exp(0.1349))
    )
    assert window.first_look_min == pytest.approx(10 * math.exp(-0.2563), rel=1e-3)
