"""What is baked whole and cut after, and what is baked twice: pans, scored sheets, logs for rusks."""

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from finebatch.core.bakemodel.mix import mix_of
from finebatch.core.baking.second import crumb_after
from finebatch.core.base.geometry import area_mm2
from finebatch.core.base.problems import Refusal, Severity
from finebatch.core.bench.assess import Assessment, assess
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.bench.starters import starters
from finebatch.core.card.headings import split_card
from finebatch.core.forming.batter import BatterForm, hand_limit
from finebatch.core.forming.block import BlockForm, cube_mm
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.log import HEEL_MM
from finebatch.core.forming.pan import PanForm, PanShape, cuts_of, grid_for, press
from finebatch.core.forming.rusk import Cooling, RuskForm, slice_for_rusks, slice_rusk
from finebatch.core.forming.scoring import score
from finebatch.core.forming.sheet import SheetForm
from finebatch.core.inverse.wish import SizeWish, form_for
from finebatch.core.kitchen.kitchen import Kitchen
from tests.kit import CUT_CARD, cut_dough, generic_materials

KITCHEN = Kitchen()
STARTERS = {starter.style_id: starter.spec for starter in starters()}
pans = st.builds(
    PanForm, shape=st.sampled_from(list(PanShape)), width_mm=st.floats(100, 400), length_mm=st.floats(100, 500),
    pans=st.integers(1, 4), wedges=st.integers(2, 24), across=st.integers(1, 8), along=st.integers(1, 12), edge_mm=st.floats(0, 20),
)  # fmt: skip


def made(form: object, **settings: object) -> Assessment:
    return assess(DoughSpec(lines=tuple(split_card(CUT_CARD)), form=form, **settings), KITCHEN)


@given(st.floats(100, 3000), pans, st.floats(0.8, 1.3))
def test_pieces_and_edges_make_the_dough_and_fill_the_pan(dough_g: float, form: PanForm, density: float) -> None:
    found = press(dough_g, form, density)
    assert found.count * found.piece_g + found.edges_g == pytest.approx(dough_g)
    volume = form.pans * form.area_mm2 * found.thickness_mm / 1000
    assert volume * density == pytest.approx(dough_g)
    if form.edge_mm == 0:
        assert found.edges_g == pytest.approx(0, abs=1e-6)


@given(pans)
def test_the_cutting_plan_covers_the_pan_within_its_edge(form: PanForm) -> None:
    rings = cuts_of(form)
    assert len(rings) == form.pieces_each
    inner = (form.width_mm - 2 * form.edge_mm) * (form.depth_mm - 2 * form.edge_mm)
    if form.shape is PanShape.ROUND:
        inner *= math.pi / 4
    # Wedges are drawn with straight bits for the rim.
    assert sum(area_mm2(ring) for ring in rings) == pytest.approx(inner, rel=0.02)
    assert max(area_mm2(ring) for ring in rings) == pytest.approx(min(area_mm2(ring) for ring in rings))


@given(pans, st.integers(2, 24))
def test_count_to_grid_to_count_is_the_identity(form: PanForm, each: int) -> None:
    cut = grid_for(form, each * form.pans)
    assert cut.pieces_each * cut.pans == each * form.pans


def test_a_count_the_pans_cannot_share_is_refused() -> None:
    with pytest.raises(ValueError, match="share out"):
        grid_for(PanForm(pans=2), 17)
    with pytest.raises(ValueError, match="wedges"):
        grid_for(PanForm(shape=PanShape.ROUND), 60)
    with pytest.raises(ValueError, match="no even grid"):
        grid_for(PanForm(), 37)


@given(
    st.floats(100, 2000), st.floats(2, 6), st.floats(25, 80), st.floats(25, 120), st.integers(0, 2), st.floats(0.9, 1.3)
)
def test_scored_pieces_and_trimmings_make_the_dough(
    dough_g: float, thick: float, wide: float, long: float, rerolls: int, density: float
) -> None:
    form = SheetForm(thickness_mm=thick, piece_width_mm=wide, piece_length_mm=long, rerolls=rerolls)
    found = score(dough_g, form, density, (350, 250))
    assert found.count * found.piece_g + found.trimmings_g == pytest.approx(dough_g)
    assert found.count == sum(sheet.count for sheet in found.sheets)
    for sheet in found.sheets:
        assert sheet.width_mm <= 350
        assert sheet.length_mm <= 250
    more = score(dough_g, form.model_copy(update={"rerolls": rerolls + 1}), density, (350, 250))
    assert more.count >= found.count


def test_nothing_cannot_be_pressed_or_scored() -> None:
    with pytest.raises(ValueError, match="weigh something"):
        press(0, PanForm(), 1.1)
    with pytest.raises(ValueError, match="weigh something"):
        score(0, SheetForm(), 1.1, (350, 250))


rusks = st.builds(
    RuskForm,
    logs=st.integers(1, 4),
    length_mm=st.floats(150, 400),
    slice_mm=st.floats(8, 25),
    angle_deg=st.floats(0, 50),
)


@given(rusks, st.floats(50, 110))
def test_slices_and_ends_fit_the_baked_log(form: RuskForm, wide: float) -> None:
    long = form.length_mm + 20
    found = slice_rusk(form, wide, long)
    angle = math.radians(form.angle_deg)
    assert (
        found.each_log * form.slice_mm / math.cos(angle) + wide * math.tan(angle) + 2 * HEEL_MM <= long + 1e-6
        or not found.count
    )
    assert 0 <= found.heels_share <= 1
    assert found.across_mm >= wide
    straight = slice_rusk(form.model_copy(update={"angle_deg": 0.0}), wide, long)
    assert straight.count >= found.count
    assert straight.across_mm == pytest.approx(wide)


@given(rusks, st.integers(4, 30))
def test_count_to_slice_to_count_of_rusks_is_the_identity(form: RuskForm, each: int) -> None:
    try:
        thickness = slice_for_rusks(form, 70, form.length_mm, each * form.logs)
    except ValueError:
        assume(False)
    assume(5 <= thickness <= 40)
    assert slice_rusk(form.model_copy(update={"slice_mm": thickness}), 70, form.length_mm).count == each * form.logs


def test_a_log_all_ends_is_refused() -> None:
    with pytest.raises(ValueError, match="two ends"):
        slice_for_rusks(RuskForm(length_mm=80, angle_deg=60), 90, 90, 10)
    found = made(RuskForm(length_mm=80, log_mm=120, angle_deg=60, logs=4))
    assert any(p.field == "form.angle_deg" and p.severity is Severity.STOP for p in found.problems)


# --- through the whole pipeline ----------------------------------------------------------------------------------


def test_a_pressed_pan_keeps_its_width_and_is_cut_hot() -> None:
    found = made(PanForm(width_mm=200, across=2, along=8))
    assert found.outcome
    assert found.trays
    assert found.outcome.baked.diameter_mm.low == found.outcome.baked.diameter_mm.high == 200
    assert "cut hot in 16 pieces of 100 × 25 mm" in found.outcome.pieces.statement
    assert found.trays.whole
    assert found.trays.loads == (16,)


@pytest.mark.parametrize(
    ("form", "field", "says"),
    [
        (PanForm(width_mm=60), "form.width_mm", "larger pan"),
        (PanForm(width_mm=450), "form.width_mm", "smaller pan"),
        (PanForm(width_mm=60, edge_mm=30), "form.edge_mm", "whole pan"),
        (SheetForm(piece_width_mm=300, piece_length_mm=400), "form.piece_width_mm", "smaller pieces"),
        (RuskForm(length_mm=500), "form.length_mm", "longer than the baking sheet"),
        (RuskForm(logs=8, log_mm=150, length_mm=300), "form.log_mm", "mm high"),
        (CutoutForm(cutter_mm=40, small_mm=50), "form.small_mm", "smaller one"),
    ],
    ids=lambda value: getattr(value, "kind", value),
)
def test_what_cannot_be_is_said_at_its_field(form: object, field: str, says: str) -> None:
    assert any(p.field == field and says in p.message for p in made(form).problems)


def test_a_log_longer_than_its_tray_is_offered_a_larger_one_or_made_shorter() -> None:
    long = STARTERS["twice_baked_lean"].but(form=RuskForm(logs=2, length_mm=400))
    small = next(tray for tray in KITCHEN.trays if max(tray.width_mm, tray.depth_mm) < 400)
    large = small.model_copy(update={"id": "wide", "name": "Wide sheet", "width_mm": 450.0, "depth_mm": 380.0})
    for trays, label in (((small, large), "Use the wide sheet"), ((small,), "310 mm long")):
        kitchen = KITCHEN.model_copy(update={"trays": trays})
        said = assess(long.but(tray_id=small.id), kitchen)
        (problem,) = (p for p in said.problems if p.field == "form.length_mm")
        assert problem.remedy is not None
        assert problem.remedy.label == label
        mended = (
            long.but(tray_id=problem.remedy.value)
            if problem.remedy.field == "tray_id"
            else long.but(tray_id=small.id, form=long.form.but(length_mm=float(problem.remedy.value)))
        )
        assert assess(mended, kitchen).trays is not None


@pytest.mark.parametrize("family", ["twice_baked_butter", "twice_baked_lean"])
def test_the_twice_baked_dry_in_a_second_bake(family: str) -> None:
    found = assess(STARTERS[family], KITCHEN)
    outcome = found.outcome
    assert outcome
    assert outcome.second
    assert found.dough
    assert found.slices
    second = outcome.second
    assert outcome.pieces.count == second.each_log * STARTERS[family].form.logs == sum(found.slices.loads)
    assert outcome.pieces.count * outcome.pieces.mass_g + outcome.pieces.leftover_g == pytest.approx(found.dough.mass_g)
    assert second.each_g < outcome.pieces.mass_g  # the log has lost water
    assert second.dried_g.high < second.each_g
    assert second.per_side_min == pytest.approx(second.window.aim_min / 2)
    assert found.trays
    assert found.trays.unit == "log"


def test_cold_slices_and_warm_ones_are_different_schools() -> None:
    cold = STARTERS["twice_baked_lean"].model_copy(update={"form": RuskForm(cooling=Cooling.COLD, length_mm=240)})
    warm = cold.model_copy(update={"form": RuskForm(cooling=Cooling.WARM, length_mm=240)})
    late, early = (assess(spec, KITCHEN).outcome.second for spec in (cold, warm))  # type: ignore[union-attr]
    assert late
    assert early
    assert late.window.aim_min > early.window.aim_min
    assert "stone cold" in late.slicing
    assert "pliable" in early.slicing


def test_thicker_slices_dry_longer() -> None:
    times = []
    for thick in (8, 12, 18):
        form = RuskForm(slice_mm=thick, length_mm=240)
        second = assess(STARTERS["twice_baked_butter"].model_copy(update={"form": form}), KITCHEN).outcome.second  # type: ignore[union-attr]
        assert second
        times.append(second.window.aim_min)
    assert times == sorted(times)


def test_the_crumb_keeps_everything_but_water_and_gas() -> None:
    materials = generic_materials()
    mix = mix_of(
        [(materials["flour"], 300.0), (materials["sugar"], 150.0), (materials["egg"], 120.0), (materials["bp"], 4.0)]
    )
    crumb = crumb_after(mix, 0.1, 0.4)
    assert crumb.starch * 0.9 == pytest.approx(mix.starch)
    assert crumb.water * 0.9 == pytest.approx(mix.water - 0.1)
    assert crumb.soda == crumb.powder == 0
    assert crumb.density_kg_m3 == pytest.approx(0.6 / crumb.specific_m3)


def test_small_cut_outs_have_their_own_time_and_trays() -> None:
    found = assess(cut_dough(form=CutoutForm(cutter_mm=70, small_mm=30)), KITCHEN)
    assert found.outcome
    assert found.small
    assert found.small.trays
    assert found.small.outcome.window.aim_min < found.outcome.window.aim_min
    assert found.small.outcome.baked.diameter_mm.value < found.outcome.baked.diameter_mm.value
    assert sum(found.small.trays.loads) == found.outcome.pieces.small_count


def test_a_cold_block_spreads_less_than_a_frozen_one_is_late() -> None:
    fridge, frozen = (made(BlockForm(portion_g=30, frozen=cold)).outcome for cold in (False, True))
    assert fridge
    assert frozen
    assert frozen.dough_c < fridge.dough_c < 5
    assert frozen.baked.diameter_mm.value < fridge.baked.diameter_mm.value
    assert frozen.window.aim_min > fridge.window.aim_min
    assert cube_mm(30, 1.2) ** 3 / 1000 * 1.2 == pytest.approx(30)
    assert "cubes of" in fridge.pieces.statement


def test_hands_limit_how_many_wafers_a_tray_holds() -> None:
    curled = made(BatterForm(spoon_ml=7.5, shaped_hot=True, shape_s=15, pliable_s=60))
    flat = made(BatterForm(spoon_ml=7.5))
    assert curled.trays
    assert flat.trays
    assert max(curled.trays.loads) <= 4 < flat.trays.most_per_tray
    assert "hands only 4" in curled.trays.limit_note
    assert hand_limit(BatterForm()) is None


# --- the other way round -----------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("form", "count"),
    [(BlockForm(), 17), (PanForm(), 24), (RuskForm(length_mm=240), 20), (CutoutForm(), 30), (SheetForm(), 40)],
    ids=lambda value: getattr(value, "kind", value),
)
def test_a_wished_count_is_met_by_every_form(form: object, count: int) -> None:
    dough = DoughSpec(lines=tuple(split_card(CUT_CARD)), form=form)
    wished = form_for(dough, assess(dough, KITCHEN), KITCHEN, SizeWish(count=count))
    outcome = assess(dough.model_copy(update={"form": wished}), KITCHEN).outcome
    assert outcome
    # Cut-outs may give a few more: the largest cutter that reaches the count is taken.
    assert outcome.pieces.count == count if form.kind not in ("cutout", "sheet") else outcome.pieces.count >= count  # type: ignore[attr-defined]


def test_a_pan_decides_its_own_width() -> None:
    dough = DoughSpec(lines=tuple(split_card(CUT_CARD)), form=PanForm())
    with pytest.raises(Refusal, match="decides the width"):
        form_for(dough, assess(dough, KITCHEN), KITCHEN, SizeWish(diameter_mm=80))
    cutter = dough.model_copy(update={"form": CutoutForm(thickness_mm=20)})
    with pytest.raises(Refusal, match="not dough enough"):
        form_for(cutter, assess(cutter, KITCHEN), KITCHEN, SizeWish(count=400))
