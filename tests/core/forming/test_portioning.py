"""Pieces from a dough: nothing is lost, and more dough never gives fewer."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.cutting import cut
from finebatch.core.forming.nesting import BOARD_MM, CUT_GAP_MM
from finebatch.core.forming.portioning import whole_portions
from finebatch.core.forming.scoop import ScoopForm, portion_mass_g, scoop_sizes_ml

masses = st.floats(5, 8000)
forms = st.builds(CutoutForm, thickness_mm=st.floats(2, 15), cutter_mm=st.floats(20, 150), rerolls=st.integers(0, 3))


@given(masses, st.floats(1, 300))
def test_scooped_portions_and_leftover_make_the_dough(dough_g: float, portion_g: float) -> None:
    count, leftover = whole_portions(dough_g, portion_g)
    assert count * portion_g + leftover == pytest.approx(dough_g)
    assert -1e-6 * dough_g <= leftover < portion_g * (1 + 1e-9)


@given(masses, st.floats(1, 300), st.floats(1, 3))
def test_more_dough_never_gives_fewer_scoops(dough_g: float, portion_g: float, factor: float) -> None:
    assert whole_portions(dough_g * factor, portion_g)[0] >= whole_portions(dough_g, portion_g)[0]


@given(st.integers(1, 200), st.floats(1, 200))
def test_n_equal_portions_are_counted_as_n(count: int, portion_g: float) -> None:
    assert whole_portions(count * portion_g, portion_g)[0] == count


@settings(max_examples=25)  # large doughs take most of a second each
@given(masses, forms, st.floats(0.6, 1.4))
def test_rounds_and_waste_make_the_dough(dough_g: float, form: CutoutForm, density: float) -> None:
    plan = cut(dough_g, form, density)
    assert plan.count * plan.piece_g + plan.waste_g == pytest.approx(dough_g)
    assert plan.waste_g >= 0
    assert plan.count == sum(roll.count for roll in plan.rolls)
    assert plan.piece_g == pytest.approx(math.pi / 4 * form.cutter_mm**2 * form.thickness_mm * density / 1000)


@given(masses, forms, st.floats(0, 400))
def test_more_dough_never_gives_fewer_rounds(dough_g: float, form: CutoutForm, more_g: float) -> None:
    assert cut(dough_g + more_g, form, 1.2).count >= cut(dough_g, form, 1.2).count


@settings(max_examples=25)  # large doughs take most of a second each
@given(st.floats(100, 3000), forms)
def test_every_sheet_holds_its_rounds_and_fits_the_board(dough_g: float, form: CutoutForm) -> None:
    for roll in cut(dough_g, form, 1.2).rolls:
        assert roll.count == roll.rows * roll.per_row
        assert max(roll.sheet_width_mm, roll.sheet_length_mm) <= max(BOARD_MM)
        pitch = form.cutter_mm + CUT_GAP_MM
        assert roll.sheet_width_mm >= roll.per_row * pitch
        assert roll.sheet_length_mm >= (1 + (roll.rows - 1) * math.sqrt(3) / 2) * pitch


@settings(max_examples=25)  # large doughs take most of a second each
@given(st.floats(300, 3000), st.floats(30, 80))
def test_rerolling_never_loses_rounds(dough_g: float, cutter_mm: float) -> None:
    counts = [cut(dough_g, CutoutForm(cutter_mm=cutter_mm, rerolls=n), 1.2).count for n in range(4)]
    assert counts == sorted(counts)


def test_scoop_numbers_hold_less_as_they_rise() -> None:
    sizes = list(scoop_sizes_ml().values())
    assert sizes == sorted(sizes, reverse=True)
    assert portion_mass_g(ScoopForm(scoop_no=40), 1.2) == pytest.approx(23.7 * 1.2)
    assert portion_mass_g(ScoopForm(portion_g=33), 1.2) == 33


@pytest.mark.parametrize(("dough_g", "portion_g"), [(0, 10), (10, 0), (-1, 10)])
def test_nothing_cannot_be_portioned(dough_g: float, portion_g: float) -> None:
    with pytest.raises(ValueError, match="weigh something"):
        whole_portions(dough_g, portion_g)
