"""Any cutter on a sheet: nothing overlaps, nothing is lost, scraps come to an end."""

import itertools
import math

import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.base.geometry import area_mm2, centred, circle, grown, moved, problem_with, rectangle, size_mm
from finebatch.core.forming.cutout import CutoutForm, SmallCuts
from finebatch.core.forming.cutters import Cutter, outline
from finebatch.core.forming.cutting import also_pattern_of, cut, pattern_of, patterns_of, roll_size_mm
from finebatch.core.forming.nesting import (
    BOARD_MM,
    CUT_GAP_MM,
    HEXAGONAL_DENSITY,
    RAGGED_RIM_MM,
    density_ratio,
    ring_patterns,
    round_patterns,
)

CUTTERS = [cutter for cutter in Cutter if cutter not in (Cutter.ROUND, Cutter.OWN)]
OWN = ((0.0, 0.0), (3.0, 0.0), (3.0, 1.0), (1.0, 1.0), (1.0, 3.0), (0.0, 3.0))  # an L


def form_of(cutter: Cutter, width_mm: float, **settings: object) -> CutoutForm:
    own = OWN if cutter is Cutter.OWN else None
    return CutoutForm(cutter=cutter, cutter_mm=width_mm, own=own, **settings)


@pytest.mark.parametrize("cutter", [*CUTTERS, Cutter.OWN])
@pytest.mark.parametrize("width_mm", [38.0, 71.5])
def test_shapes_on_a_sheet_keep_their_gap_and_stay_inside_its_rim(cutter: Cutter, width_mm: float) -> None:
    form = form_of(cutter, width_mm)
    ring = form.ring(width_mm)
    patterns = patterns_of(form, width_mm)
    assert patterns
    for pattern in (patterns[0], patterns[len(patterns) // 2], patterns[-1]):
        assert max(pattern.width_mm, pattern.length_mm) <= max(BOARD_MM)
        shapes = [shapely.Polygon(moved(ring, s.x_mm, s.y_mm, s.turned)) for s in pattern.spots]
        tree = shapely.STRtree(shapes)
        for i, shape in enumerate(shapes):
            near = [j for j in tree.query(shape.buffer(CUT_GAP_MM)) if j != i]
            assert all(shape.distance(shapes[j]) >= CUT_GAP_MM - 0.1 for j in near)
        inside = shapely.box(0, 0, pattern.width_mm, pattern.length_mm).buffer(
            -RAGGED_RIM_MM + 1e-6, join_style="mitre"
        )
        assert all(inside.contains(shape) for shape in shapes)


@pytest.mark.parametrize("cutter", list(Cutter))
def test_no_sheet_is_denser_than_the_dough_allows_and_rounds_never_beat_the_bound(cutter: Cutter) -> None:
    form = form_of(cutter, 55.0)
    for pattern in patterns_of(form, 55.0):
        ratio = density_ratio(pattern, form.ring(55.0))
        assert 0 < ratio * HEXAGONAL_DENSITY < 1
        if cutter is Cutter.ROUND:
            assert ratio < 1


def test_turning_every_second_star_saves_dough() -> None:
    """A star in straight upright rows, box beside box, against the nested sheet."""
    ring = outline(Cutter.STAR, 60.0)
    width, depth = size_mm(ring)
    boxes = area_mm2(ring) / ((width + CUT_GAP_MM) * (depth + CUT_GAP_MM))
    best = ring_patterns(ring)[-1]
    assert best.count * area_mm2(ring) / best.area_mm2 > 1.25 * boxes


def test_more_sheet_gives_more_shapes() -> None:
    for patterns in (round_patterns(50.0), ring_patterns(outline(Cutter.HEART, 50.0))):
        counts = [pattern.count for pattern in patterns]
        areas = [pattern.area_mm2 for pattern in patterns]
        assert counts == sorted(set(counts))
        assert areas == sorted(areas)


masses = st.floats(80, 3000)
# A few widths, so that each outline is nested once.
forms = st.builds(
    form_of, st.sampled_from([Cutter.ROUND, Cutter.STAR, Cutter.FINGER]), st.sampled_from([30.0, 46.0]),
    thickness_mm=st.floats(2, 10), rerolls=st.integers(0, 3), parts=st.integers(1, 5),
    small_mm=st.sampled_from([None, 22.0]), small_share_pct=st.floats(10, 90),
)  # fmt: skip


@settings(deadline=None)
@given(masses, forms, st.floats(0.7, 1.3))
def test_large_small_and_waste_make_the_dough(dough_g: float, form: CutoutForm, density: float) -> None:
    plan = cut(dough_g, form, density)
    total = plan.count * plan.piece_g + plan.small_count * plan.small_g + plan.waste_g
    assert total == pytest.approx(dough_g)
    assert plan.waste_g >= 0
    assert plan.count + plan.small_count == sum(roll.count + roll.also_count for roll in plan.rolls)
    # The first rolls and the scraps' together are never more than asked for (whole boards beside them).
    assert max((roll.again for roll in plan.rolls), default=0) <= form.rerolls + 1
    for roll in plan.rolls:
        assert len(pattern_of(form, roll)) == roll.count
        assert len(also_pattern_of(form, roll)) == roll.also_count


@settings(deadline=None)
@given(masses, forms, st.floats(0, 300))
def test_more_dough_never_gives_fewer_of_one_cutter(dough_g: float, form: CutoutForm, more_g: float) -> None:
    one = form.model_copy(update={"small_mm": None})
    assert cut(dough_g + more_g, one, 1.2).count >= cut(dough_g, one, 1.2).count


def test_a_quarter_of_the_dough_rolls_to_a_sheet_of_its_volume() -> None:
    length = roll_size_mm(800 / 4, 5, 1.25, 280)
    assert length * 280 * 5 / 1000 * 1.25 == pytest.approx(200)
    assert length == pytest.approx(114, abs=0.5)


def test_quartered_dough_is_rolled_four_times_and_the_scraps_once_more() -> None:
    plan = cut(900, CutoutForm(cutter_mm=50, parts=4, rerolls=1), 1.2)
    first = [roll for roll in plan.rolls if not roll.again]
    assert len(first) == 4
    assert len({roll.count for roll in first}) == 1
    again = [roll for roll in plan.rolls if roll.again]
    assert sum(roll.count for roll in again) >= 1
    assert sum(roll.dough_g for roll in again) < sum(roll.dough_g for roll in first)


@pytest.mark.parametrize("cutter", [Cutter.ROUND, Cutter.STAR, Cutter.HEART])
@pytest.mark.parametrize("share", [20, 45, 70])
def test_two_sizes_lie_on_one_sheet_and_never_overlap(cutter: Cutter, share: float) -> None:
    form = form_of(cutter, 60.0, small_mm=32.0, small_share_pct=share)
    first = cut(700, form, 1.2).rolls[0]
    assert first.also_count > 0
    shapes = [shapely.Polygon(moved(form.ring(60.0), s.x_mm, s.y_mm, s.turned)) for s in pattern_of(form, first)]
    shapes += [shapely.Polygon(moved(form.ring(32.0), s.x_mm, s.y_mm, s.turned)) for s in also_pattern_of(form, first)]
    sheet = shapely.box(0, 0, first.sheet_width_mm, first.sheet_length_mm)
    assert all(sheet.contains(shape) for shape in shapes)
    tree = shapely.STRtree(shapes)
    for i, shape in enumerate(shapes):
        assert all(
            shape.distance(shapes[j]) >= CUT_GAP_MM - 0.1 for j in tree.query(shape.buffer(CUT_GAP_MM)) if j != i
        )
    assert first.dough_g <= 700 * (1 + 1e-9)
    assert max(first.sheet_width_mm, first.sheet_length_mm) <= max(BOARD_MM)


# --- outlines ----------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("cutter", CUTTERS)
def test_every_cutter_is_a_simple_outline_as_wide_as_asked(cutter: Cutter) -> None:
    ring = outline(cutter, 64.0)
    assert problem_with(ring) is None
    assert size_mm(ring)[0] == pytest.approx(64.0)
    xs = [x for x, _ in ring]
    assert max(xs) == pytest.approx(-min(xs))


@given(st.floats(10, 100), st.floats(10, 100), st.floats(-4, 20))
def test_growing_a_rectangle_adds_its_rim_and_round_corners(width: float, depth: float, by: float) -> None:
    ring = grown(rectangle(width, depth), by)
    if by <= 0:
        assert area_mm2(ring) == pytest.approx((width + 2 * by) * (depth + 2 * by))
    else:
        exact = width * depth + 2 * by * (width + depth) + math.pi * by**2
        assert area_mm2(ring) == pytest.approx(exact, rel=0.03)


def test_an_outline_that_would_vanish_stays() -> None:
    assert grown(rectangle(10, 10), -6) == rectangle(10, 10)
    assert area_mm2(circle(50, 200)) == pytest.approx(math.pi / 4 * 2500, rel=0.001)


@pytest.mark.parametrize(
    ("ring", "says"),
    [
        (((0.0, 0.0), (1.0, 1.0)), "fewer than three"),
        (((0.0, 0.0), (1.0, 1.0), (1.0, 0.0), (0.0, 1.0)), "crosses itself"),
        (((0.0, 0.0), (1.0, 0.0), (1.0, 0.01), (0.0, 0.01)), "thin line"),
    ],
)
def test_an_outline_that_cannot_cut_says_why(ring: tuple, says: str) -> None:
    assert says in (problem_with(ring) or "")


def test_an_outline_of_no_width_is_refused() -> None:
    with pytest.raises(ValueError, match="width"):
        centred(((0.0, 0.0), (0.0, 1.0), (0.0, 2.0)), 10)


def test_a_star_and_its_turned_copy_meet_only_at_the_rim() -> None:
    ring = outline(Cutter.STAR, 40.0)
    a, b = (shapely.Polygon(moved(ring, x, 0, x > 0)) for x in (0.0, 41.0))
    assert not a.overlaps(b)
    assert all(len(pair) == 2 for pair in itertools.pairwise(ring))


@given(st.sampled_from([Cutter.ROUND, Cutter.STAR, Cutter.SQUARE, Cutter.HEART]), st.floats(0, 8), st.floats(0, 12))
@settings(max_examples=12)
def test_the_bakers_own_gap_and_rim_are_kept(cutter: Cutter, gap_mm: float, rim_mm: float) -> None:
    form = CutoutForm(cutter=cutter, cutter_mm=55, gap_mm=gap_mm, rim_mm=rim_mm)
    pattern = patterns_of(form, 55)[-1]
    ring = circle(55, 200) if cutter is Cutter.ROUND else form.ring(55)
    shapes = [shapely.Polygon(moved(ring, spot.x_mm, spot.y_mm, spot.turned)) for spot in pattern.spots]
    tree = shapely.STRtree(shapes)
    for i, shape in enumerate(shapes):
        assert all(shape.distance(shapes[j]) >= gap_mm - 0.1 for j in tree.query(shape.buffer(gap_mm)) if j != i)
    x0, y0, x1, y1 = shapely.union_all(shapes).bounds
    assert min(x0, y0, pattern.width_mm - x1, pattern.length_mm - y1) >= rim_mm - 0.1


def test_closer_cuts_and_a_narrower_rim_never_give_fewer() -> None:
    counts = [cut(600, CutoutForm(gap_mm=gap, rim_mm=rim), 1.25).count for gap, rim in ((6, 10), (2, 4), (0, 0))]
    assert counts == sorted(counts)
    assert counts[0] < counts[-1]


@given(st.floats(150, 700), st.floats(40, 90), st.sampled_from(list(SmallCuts)))
def test_the_second_cutter_cuts_what_it_is_chosen_for_and_nothing_is_lost(
    dough_g: float, width: float, cuts: SmallCuts
) -> None:
    form = CutoutForm(cutter_mm=width, small_mm=width * 0.5, small_cuts=cuts)
    plan = cut(dough_g, form, 1.2)
    assert plan.count * plan.piece_g + plan.small_count * plan.small_g + plan.waste_g == pytest.approx(dough_g)
    if not plan.count:
        return  # too little for one large shape: all of it is cut small
    firsts, again = [r for r in plan.rolls if not r.again], [r for r in plan.rolls if r.again]
    assert all(roll.cutter_mm == width for roll in firsts)
    if cuts is SmallCuts.SCRAPS:
        assert all(roll.also_count == 0 for roll in firsts)
    assert {roll.cutter_mm for roll in again} <= ({width} if cuts is SmallCuts.SHEET else {width * 0.5})


def test_scraps_for_the_small_cutter_leave_the_sheet_to_the_large_one() -> None:
    def counts(cuts: SmallCuts) -> tuple[int, int]:
        plan = cut(600, CutoutForm(cutter_mm=60, small_mm=30, small_cuts=cuts), 1.2)
        return plan.count, plan.small_count

    both, sheet, scraps = counts(SmallCuts.BOTH), counts(SmallCuts.SHEET), counts(SmallCuts.SCRAPS)
    assert scraps[0] > both[0]
    assert sheet[0] > both[0]
    assert 0 < sheet[1] < both[1]
    assert scraps[1] > 0
