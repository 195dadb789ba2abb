"""Every form: what bakers decide goes in, count and size come out, and nothing is lost on the way."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.bakemodel.shapes import Flow
from finebatch.core.baking.doneness import Doneness
from finebatch.core.base.problems import Severity
from finebatch.core.bench.assess import Assessment, assess
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.bench.starters import starters
from finebatch.core.card.headings import split_card
from finebatch.core.forming.ball import BallBy, BallForm, ball_mass_g
from finebatch.core.forming.batter import BatterForm
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.log import HEEL_MM, LogForm, slice_for_count, slice_log
from finebatch.core.forming.registry import forming_of
from finebatch.core.forming.rope import Figure, RopeForm, across_mm, rope_mass_g
from finebatch.core.forming.scoop import ScoopForm
from finebatch.core.kitchen.kitchen import Kitchen
from tests.kit import CUT_CARD, DROP_CARD, drop_dough

KITCHEN = Kitchen()
densities = st.floats(0.7, 1.3)

FORMS = [
    ScoopForm(portion_g=30), BallForm(portion_g=22), BallForm(by=BallBy.COUNT, count=31), BallForm(by=BallBy.WIDTH, ball_mm=34),
    BallForm(portion_g=18, pressed_mm=15, filling_g=4, filled_hot=True), BatterForm(spoon_ml=10, spread_mm=5), CutoutForm(), LogForm(),
    LogForm(logs=3, slice_mm=10), *(RopeForm(figure=figure) for figure in Figure),
]  # fmt: skip


def made(form: object, card: str = CUT_CARD, **settings: object) -> Assessment:
    return assess(DoughSpec(lines=tuple(split_card(card)), form=form, **settings), KITCHEN)


@pytest.mark.parametrize(
    "form", FORMS, ids=lambda form: f"{form.kind}-{getattr(form, 'figure', getattr(form, 'by', ''))}"
)
def test_pieces_and_leftover_make_the_dough(form: object) -> None:
    found = made(form)
    assert found.dough
    assert found.outcome
    pieces = found.outcome.pieces
    assert pieces.count > 0
    assert pieces.count * pieces.mass_g + pieces.leftover_g == pytest.approx(found.dough.mass_g)
    assert pieces.raw_diameter_mm > 5
    assert pieces.raw_height_mm > 1
    assert found.outcome.baked.diameter_mm.low < found.outcome.baked.diameter_mm.high
    assert found.trays
    assert sum(found.trays.loads) == pieces.count


@given(st.floats(100, 4000), st.floats(15, 90), st.floats(3, 25), st.integers(1, 6), densities)
def test_slices_and_heels_make_the_log(
    dough_g: float, log_mm: float, slice_mm: float, logs: int, density: float
) -> None:
    cut = slice_log(dough_g, LogForm(log_mm=log_mm, slice_mm=slice_mm, logs=logs), density)
    assert cut.count * cut.slice_g + cut.heels_g == pytest.approx(dough_g)
    volume = logs * math.pi / 4 * log_mm**2 * cut.length_mm / 1000
    assert volume * density == pytest.approx(dough_g)
    if cut.count:
        assert cut.count / logs * slice_mm <= cut.length_mm - 2 * HEEL_MM + 1e-6
        # The ends of every log and at most one slice's worth short of a whole one.
        assert cut.heels_g <= logs * (2 * HEEL_MM / slice_mm + 1) * cut.slice_g + 1e-6


@given(st.floats(300, 3000), st.integers(5, 60), st.integers(1, 4))
def test_count_to_slice_to_count_is_the_identity(dough_g: float, count: int, logs: int) -> None:
    form = LogForm(log_mm=40, logs=logs)
    wanted = count * logs
    thickness = slice_for_count(dough_g, form, 1.1, wanted)
    if 2 <= thickness <= 40:
        assert slice_log(dough_g, form.model_copy(update={"slice_mm": thickness}), 1.1).count == wanted


def test_a_log_shorter_than_its_heels() -> None:
    with pytest.raises(ValueError, match="shorter than its two heels"):
        slice_for_count(10, LogForm(log_mm=60), 1.1, 5)
    with pytest.raises(ValueError, match="weigh something"):
        slice_log(0, LogForm(), 1.1)
    found = made(LogForm(log_mm=120, logs=12))
    problem = next(p for p in found.problems if p.severity is Severity.STOP)
    assert problem.field == "form.log_mm"
    assert "thinner log" in problem.message


@given(st.integers(1, 300), st.floats(50, 5000))
def test_n_equal_pieces_are_n(count: int, dough_g: float) -> None:
    form = BallForm(by=BallBy.COUNT, count=count)
    assert ball_mass_g(form, dough_g, 1.1) * count == pytest.approx(dough_g)


@given(st.floats(10, 80), densities)
def test_a_ball_is_as_wide_as_it_was_rolled(ball_mm: float, density: float) -> None:
    form = BallForm(by=BallBy.WIDTH, ball_mm=ball_mm)
    mass = ball_mass_g(form, 1000, density)
    assert forming_of(form).raw_shape(form, mass, density).diameter_mm == pytest.approx(ball_mm)


@given(st.floats(6, 60), st.floats(4, 20), densities)
def test_pressing_keeps_the_volume(mass_g: float, pressed_mm: float, density: float) -> None:
    balls = [BallForm(portion_g=mass_g, pressed_mm=p) for p in (None, pressed_mm)]
    round_, flat = (forming_of(ball).raw_shape(ball, mass_g, density) for ball in balls)
    assert flat.volume_m3 == pytest.approx(round_.volume_m3)
    assert flat.mean_to_max > round_.mean_to_max


@given(st.sampled_from(list(Figure)), st.floats(6, 25), st.floats(60, 500), densities)
def test_ropes_weigh_what_their_cylinder_does(figure: Figure, rope_mm: float, length_mm: float, density: float) -> None:
    form = RopeForm(figure=figure, rope_mm=rope_mm, length_mm=length_mm)
    mass = rope_mass_g(form, density)
    shape = forming_of(form).raw_shape(form, mass, density)
    assert shape.flow is Flow.PLANAR
    assert shape.diameter_mm == pytest.approx(rope_mm)
    assert across_mm(form) >= rope_mm
    assert across_mm(form.model_copy(update={"length_mm": length_mm * 1.5})) > across_mm(form)


def test_a_ring_closes_on_itself() -> None:
    ring = RopeForm(figure=Figure.RING, rope_mm=12, length_mm=160)
    assert across_mm(ring) == pytest.approx(160 / math.pi + 12)


def test_a_figure_widens_by_its_strand_alone() -> None:
    ring, coil = (made(RopeForm(figure=f)).outcome for f in (Figure.RING, Figure.COIL))
    assert ring
    assert coil
    growth = [o.baked.diameter_mm.value - o.pieces.raw_diameter_mm for o in (ring, coil)]
    assert growth[0] == pytest.approx(growth[1])
    assert ring.pieces.strand_mm == 12


def test_thumbprints_say_how_much_jam() -> None:
    outcome = made(BallForm(portion_g=20, filling_g=4)).outcome
    assert outcome
    assert f"{4 * outcome.pieces.count} g filling" in outcome.pieces.statement


@pytest.mark.parametrize("form", FORMS, ids=lambda form: form.kind)
def test_an_impossible_size_is_said_at_its_own_field(form: object) -> None:
    assert forming_of(form).size_field(form).startswith("form.")  # type: ignore[arg-type]
    assert forming_of(form).piece_mass_g(form, 600, 1.1) > 0  # type: ignore[arg-type]


def test_more_than_an_evening_is_refused_for_every_form() -> None:
    for form in (
        BallForm(portion_g=1),
        BatterForm(spoon_ml=1),
        LogForm(log_mm=15, slice_mm=2),
        RopeForm(rope_mm=5, length_mm=40),
    ):
        problem = next(p for p in made(form).problems if p.severity is Severity.STOP)
        assert "one evening" in problem.message
        assert problem.field.startswith("form.")


# --- part of the batch, and the finish ---------------------------------------------------------------------------


@given(st.integers(1, 60))
def test_part_of_the_batch_is_baked_and_the_rest_kept(bake_now: int) -> None:
    found = assess(drop_dough(bake_now=bake_now), KITCHEN)
    assert found.outcome
    assert found.trays
    baked = sum(found.trays.loads)
    assert baked == min(bake_now, found.outcome.pieces.count)
    assert baked + found.trays.kept == found.outcome.pieces.count


def test_soft_comes_out_before_usual_before_crisp_all_inside_the_window() -> None:
    aims = []
    for finish in (Doneness.SOFT, Doneness.USUAL, Doneness.CRISP):
        outcome = assess(drop_dough(finish=finish), KITCHEN).outcome
        assert outcome
        assert outcome.window.done_from_min <= outcome.window.aim_min <= outcome.window.done_to_min
        aims.append(outcome.window.aim_min)
    assert aims == sorted(aims)
    assert aims[0] < aims[2]


def test_thicker_slices_and_larger_balls_take_longer() -> None:
    thin, thick = (made(LogForm(slice_mm=mm)).outcome for mm in (6, 12))
    small, large = (made(BallForm(portion_g=g), DROP_CARD).outcome for g in (15, 45))
    assert thin
    assert thick
    assert small
    assert large
    assert thick.window.aim_min > thin.window.aim_min
    assert large.window.aim_min > small.window.aim_min


@pytest.mark.parametrize("family", ["sliced_log_shortbread", "twice_baked_butter", "twice_baked_lean"])
def test_the_ends_of_a_log_are_cookies_and_weigh_what_is_no_even_slice(family: str) -> None:
    spec = next(starter.spec for starter in starters() if starter.style_id == family)
    outcome = assess(spec, Kitchen()).outcome
    assert outcome is not None
    pieces = outcome.pieces
    assert pieces.ends == 2 * spec.form.logs
    assert pieces.leftover_g > 0
    total = sum(line.reading.mass_g or 0 for line in assess(spec, Kitchen()).lines)
    assert pieces.count * pieces.mass_g + pieces.leftover_g == pytest.approx(total, rel=1e-6)
