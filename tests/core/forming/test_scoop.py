"""Portions by weight, scoop or spoon; left as half a ball or piled up."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.bench.assess import assess
from finebatch.core.bench.starters import starters
from finebatch.core.forming.scoop import SPOON_ML, ScoopForm, Scooping, Spoon, portion_mass_g
from finebatch.core.kitchen.kitchen import Kitchen

GIANT = next(starter.spec for starter in starters() if starter.style_id == "giant_thick")


@given(st.floats(0.6, 1.4), st.sampled_from(list(Spoon)))
def test_a_spoon_holds_its_volume_of_this_dough(density: float, spoon: Spoon) -> None:
    assert portion_mass_g(ScoopForm(spoon=spoon, portion_g=99), density) == pytest.approx(SPOON_ML[spoon] * density)


def test_heaped_is_more_than_level_and_an_australian_spoon_more_than_another() -> None:
    for level, heaped in (
        (Spoon.TSP, Spoon.TSP_HEAPED),
        (Spoon.TBSP, Spoon.TBSP_HEAPED),
        (Spoon.TBSP_AU, Spoon.TBSP_AU_HEAPED),
    ):
        assert SPOON_ML[level] < SPOON_ML[heaped] < 2 * SPOON_ML[level]
    assert SPOON_ML[Spoon.TSP] < SPOON_ML[Spoon.TBSP] < SPOON_ML[Spoon.TBSP_AU]


def test_a_wish_for_a_number_takes_the_spoon_away() -> None:
    forming, form = Scooping(), ScoopForm(spoon=Spoon.TBSP)
    assert forming.sized(form, 18, 2) == ScoopForm(portion_g=36)
    assert forming.widened(form, 25) == ScoopForm(portion_g=25)


def test_a_heap_of_the_same_dough_stays_taller_and_narrower() -> None:
    heaped, smooth = (
        assess(GIANT.model_copy(update={"form": ScoopForm(portion_g=120, heap=heap)}), Kitchen()).outcome
        for heap in (True, False)
    )
    assert heaped is not None
    assert smooth is not None
    assert heaped.pieces.mass_g == smooth.pieces.mass_g
    assert heaped.pieces.raw_height_mm > smooth.pieces.raw_height_mm
    assert heaped.baked.height_mm.value > smooth.baked.height_mm.value
    assert heaped.baked.diameter_mm.value < smooth.baked.diameter_mm.value
