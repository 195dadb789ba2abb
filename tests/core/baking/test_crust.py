"""The colours of a cookie: between raw and burnt, darker the longer, and the words and the colours of one mind."""

import itertools
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.bakemodel.colour import SHADES, shade
from finebatch.core.baking.crust import ANCHORS, crust_lab
from finebatch.core.bench.assess import assess
from finebatch.core.bench.starters import starters
from finebatch.core.dough.looks import RAW_WHEAT, Tints
from finebatch.core.kitchen.kitchen import Kitchen
from tests.kit import drop_dough

KITCHEN = Kitchen()
shares = st.floats(0, 1)


@given(st.floats(0.01, 8), st.floats(0.01, 8), shares, shares)
def test_a_longer_bake_is_never_lighter_in_any_dough(a: float, b: float, cocoa: float, molasses: float) -> None:
    low, high = sorted((a, b))
    tints = Tints(cocoa=cocoa, molasses=molasses)
    assert crust_lab(high, tints)[0] <= crust_lab(low, tints)[0] + 1e-9


@given(st.floats(0.01, 8), shares, shares, shares)
def test_more_cocoa_or_molasses_is_never_lighter(index: float, some: float, more: float, other: float) -> None:
    low, high = sorted((some, more))
    assert crust_lab(index, Tints(cocoa=high, molasses=other))[0] <= crust_lab(index, Tints(cocoa=low, molasses=other))[0] + 1e-9  # fmt: skip


@given(st.floats(0.02, 7.9))
def test_the_colour_never_leaps(index: float) -> None:
    apart = math.dist(crust_lab(index, Tints()), crust_lab(index * 1.01, Tints()))
    assert apart < 0.5  # less than an eye sees


def test_every_word_has_an_anchor_of_its_own() -> None:
    words = [shade(index) for index, _ in ANCHORS]
    assert words == [*(word for _, word in SHADES), "dark"]
    assert all(a[1][0] > b[1][0] for a, b in itertools.pairwise(ANCHORS))
    assert crust_lab(0.0, Tints()) == RAW_WHEAT
    assert crust_lab(99.0, Tints()) == ANCHORS[-1][1]


# What each family's own cue says of its rim or crust.
SAID = {
    "drop_crisp": {"golden"}, "pressed_pan_shortbread": {"light gold"}, "sliced_log_shortbread": {"light gold"}, "custard_slice": {"light gold"},
    "cutout_butter": {"light gold"}, "thumbprint": {"light gold"}, "foam_wafer": {"brown"}, "oil_crumble_ball": {"light gold"},
    "thin_cracker_sheet": {"golden"}, "drop_lacy": {"brown"}, "giant_thick": {"golden"},
}  # fmt: skip


@pytest.mark.parametrize("style", SAID)
def test_a_starters_colour_is_what_its_cue_says_to_look_for(style: str) -> None:
    spec = next(starter.spec for starter in starters() if starter.style_id == style)
    outcome = assess(spec, KITCHEN).outcome
    assert outcome is not None
    assert outcome.crust.rim_word in SAID[style]


def test_colours_are_the_screens_own_and_the_middle_is_paler_than_the_rim() -> None:
    outcome = assess(drop_dough(), KITCHEN).outcome
    assert outcome is not None
    crust = outcome.crust

    def light(colour: str) -> int:
        assert colour.startswith("#")
        assert len(colour) == 7
        return sum(int(colour[i : i + 2], 16) for i in (1, 3, 5))

    assert light(crust.raw) >= light(crust.middle) >= light(crust.rim)
    assert light(crust.palest) > light(crust.rim) > light(crust.darkest)
    assert not crust.dark
