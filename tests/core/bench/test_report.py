"""Finishes, the yield statement, the reasons, and guides that print at their own size."""

import math

import numpy as np
import pypdfium2
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.base.geometry import area_mm2, size_mm
from finebatch.core.base.marks import Guide, Ink, RingMark, RoundMark
from finebatch.core.base.problems import Refusal
from finebatch.core.bench.assess import assess
from finebatch.core.bench.report import report
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.bench.starters import starters
from finebatch.core.bench.why import why
from finebatch.core.card.headings import split_card
from finebatch.core.finishing.amounts import Dressing, finish_plans, surface_cm2
from finebatch.core.finishing.kinds import Finishing, FinishKind, Surface, Topping, When
from finebatch.core.forming.ball import BallForm
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.cutters import Cutter
from finebatch.core.forming.log import LogForm
from finebatch.core.forming.pan import PanForm, PanShape
from finebatch.core.forming.rusk import RuskForm
from finebatch.core.forming.sheet import SheetForm
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.formats.cutter_svg import ring_from_svg
from finebatch.formats.pdf import Paper, guide_to_pdf, tiles_of
from finebatch.formats.svg import guide_to_svg
from tests.kit import CUT_CARD, cut_dough, drop_dough

KITCHEN = Kitchen()
JAM = "250 g plain flour\n160 g soft butter\n90 g caster sugar\n1 egg yolk\nFor the filling:\n60 g gooseberry jam"


def finished(*kinds: FinishKind, **settings: object) -> dict[FinishKind, object]:
    spec = cut_dough(finishings=tuple(Finishing(kind=kind) for kind in kinds), **settings)
    return {plan.kind: plan for plan in report(spec, KITCHEN).finishes}


# --- finishes ----------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("kind", list(FinishKind))
def test_every_finish_has_its_amount_its_time_and_its_moment(kind: FinishKind) -> None:
    plan = finished(kind)[kind]
    assert plan.each_g > 0  # type: ignore[attr-defined]
    assert plan.how.endswith(".")  # type: ignore[attr-defined]
    assert sum(part.mass_g for part in plan.parts) == pytest.approx(plan.total_g)  # type: ignore[attr-defined]
    assert plan.set_low_min <= plan.set_high_min  # type: ignore[attr-defined]
    assert plan.work_s > 0  # type: ignore[attr-defined]


def test_icing_goes_on_cold_and_egg_wash_before() -> None:
    plans = finished(FinishKind.ROYAL_ICING, FinishKind.EGG_WASH, FinishKind.GLAZE)
    assert plans[FinishKind.ROYAL_ICING].when is When.COLD  # type: ignore[attr-defined]
    assert plans[FinishKind.EGG_WASH].when is When.BEFORE  # type: ignore[attr-defined]
    assert plans[FinishKind.ROYAL_ICING].set_high_min > plans[FinishKind.GLAZE].set_high_min  # type: ignore[attr-defined]


def test_half_covered_takes_half_and_twice_the_width_about_four_times() -> None:
    glaze = Finishing(kind=FinishKind.GLAZE)
    half = glaze.model_copy(update={"cover_pct": 50.0})

    def each(finishing: Finishing, cutter_mm: float) -> float:
        spec = cut_dough(form=CutoutForm(cutter_mm=cutter_mm), finishings=(finishing,))
        return report(spec, KITCHEN).finishes[0].each_g

    assert each(half, 50) == pytest.approx(each(glaze, 50) / 2)
    assert each(glaze, 100) / each(glaze, 50) == pytest.approx(4, rel=0.12)


def test_the_bakers_own_grams_win() -> None:
    spec = cut_dough(finishings=(Finishing(kind=FinishKind.ROYAL_ICING, each_g=7),))
    found = report(spec, KITCHEN)
    assert found.finishes[0].each_g == 7
    assert found.finishes[0].total_g == pytest.approx(7 * found.yields[0].count * 1.1)


@given(st.floats(1, 100), st.floats(1, 100))
def test_more_cover_never_takes_less(a: float, b: float) -> None:
    low, high = sorted((a, b))
    outcome = assess(cut_dough(), KITCHEN).outcome
    assert outcome
    plans = finish_plans(
        tuple(Finishing(kind=FinishKind.GLAZE, cover_pct=pct) for pct in (low, high)), outcome, Dressing(lines=())
    )
    assert plans[0].total_g <= plans[1].total_g + 1e-9
    assert plans[0].each_g * 100 / low == pytest.approx(plans[1].each_g * 100 / high)


def test_a_dip_covers_more_than_a_glaze_and_a_ball_is_sugared_all_round() -> None:
    outcome = assess(cut_dough(), KITCHEN).outcome
    assert outcome
    assert surface_cm2(outcome, Surface.ALL) > surface_cm2(outcome, Surface.TOP) > 0
    ball = assess(drop_dough(form=BallForm(portion_g=20)), KITCHEN).outcome
    assert ball
    radius_cm = (ball.pieces.raw_diameter_mm + ball.pieces.raw_height_mm) / 40
    assert surface_cm2(ball, Surface.RAW) == pytest.approx(4 * math.pi * radius_cm**2)


def test_a_rusk_is_dipped_on_its_cut_sides() -> None:
    lean = next(s.spec for s in starters() if s.style_id == "twice_baked_lean")
    outcome = assess(lean, KITCHEN).outcome
    assert outcome
    assert outcome.second
    assert surface_cm2(outcome, Surface.TOP) == pytest.approx(outcome.second.across_mm * outcome.second.high_mm / 100)
    assert surface_cm2(outcome, Surface.ALL) > 2 * surface_cm2(outcome, Surface.TOP)


@pytest.mark.parametrize(
    ("card", "kind"),
    [
        ("To brush:\n1 egg", FinishKind.EGG_WASH), ("For the glaze:\n100 g icing sugar", FinishKind.GLAZE),
        ("To roll:\n50 g granulated sugar", FinishKind.ROLLING_SUGAR), ("For the filling:\n90 g jam", FinishKind.FILLING),
    ],
    ids=["wash", "glaze", "coating", "filling"],
)  # fmt: skip
def test_the_cards_own_parts_ask_for_their_finish(card: str, kind: FinishKind) -> None:
    spec = DoughSpec(lines=tuple(split_card(CUT_CARD + "\n" + card)), form=BallForm(portion_g=20))
    found = report(spec, KITCHEN)
    assert found.implied == (kind,)
    # Chosen as well, it is there once.
    chosen = report(spec.model_copy(update={"finishings": (Finishing(kind=kind),)}), KITCHEN)
    assert [plan.kind for plan in chosen.finishes] == [kind]
    assert chosen.implied == ()


def test_jam_on_the_card_is_held_against_what_the_thumbprints_take() -> None:
    spec = DoughSpec(lines=tuple(split_card(JAM)), form=BallForm(portion_g=18, pressed_mm=15, filling_g=4))
    found = report(spec, KITCHEN)
    (jam,) = found.finishes
    assert found.implied == (FinishKind.FILLING,)
    assert jam.total_g == pytest.approx(4 * found.yields[0].count)
    assert jam.written_g == pytest.approx(60)
    assert jam.short_g == pytest.approx(jam.total_g - 60)


def test_two_sizes_share_one_bowl_of_glaze() -> None:
    spec = cut_dough(finishings=(Finishing(kind=FinishKind.GLAZE),), form=CutoutForm(cutter_mm=60, small_mm=30))
    large_alone = spec.model_copy(update={"form": CutoutForm(cutter_mm=60)})
    found = report(spec, KITCHEN)
    assert [one.label for one in found.yields] == ["Large", "Small"]
    each = report(large_alone, KITCHEN).finishes[0].each_g
    assert found.finishes[0].each_g == pytest.approx(each)
    assert found.finishes[0].total_g > 1.1 * each * found.yields[0].count


GLAZED = CUT_CARD + "\nFor the glaze:\n100 g icing sugar\n20 g lemon juice"


def test_a_drizzle_or_dip_of_the_cards_own_glaze_is_made_of_its_lines() -> None:
    lines = tuple(split_card(GLAZED))
    for kind in (FinishKind.DRIZZLE, FinishKind.DIP, FinishKind.ROYAL_ICING):
        own = report(cut_dough(lines=lines, finishings=(Finishing(kind=kind, of_card=True),)), KITCHEN)
        # The card's glaze is used: it is not asked for a second time.
        (plan,) = own.finishes
        assert [part.name for part in plan.parts] == ["Icing sugar", "Lemon juice"]
        assert plan.parts[0].mass_g / plan.parts[1].mass_g == pytest.approx(5)
        assert plan.written_g == pytest.approx(120)
        other = report(cut_dough(lines=lines, finishings=(Finishing(kind=kind, of_card=False),)), KITCHEN)
        assert {one.kind for one in other.finishes} == {kind, FinishKind.GLAZE}
        assert next(one for one in other.finishes if one.kind is kind).written_g is None


def test_coats_take_as_many_times_as_much_and_as_long() -> None:
    def plan(coats: int, kind: FinishKind = FinishKind.GLAZE):  # type: ignore[no-untyped-def]
        return report(cut_dough(finishings=(Finishing(kind=kind, coats=coats),)), KITCHEN).finishes[0]

    once, thrice = plan(1), plan(3)
    for name in ("each_g", "total_g", "work_s", "set_usual_min"):
        assert getattr(thrice, name) == pytest.approx(3 * getattr(once, name))
    # Nothing is rolled in sugar twice.
    assert plan(3, FinishKind.ROLLING_SUGAR) == plan(1, FinishKind.ROLLING_SUGAR)


def test_a_topping_is_pressed_on_by_the_piece_or_by_the_surface_or_as_the_card_has_it() -> None:
    def plan(spec: DoughSpec):  # type: ignore[no-untyped-def]
        return next(one for one in report(spec, KITCHEN).finishes if one.kind is FinishKind.TOPPING)

    def topped(topping: Topping, cutter_mm: float = 60):  # type: ignore[no-untyped-def]
        finishing = Finishing(kind=FinishKind.TOPPING, topping=topping)
        return plan(cut_dough(form=CutoutForm(cutter_mm=cutter_mm), finishings=(finishing,)))

    assert topped(Topping.HALF_NUT).each_g == topped(Topping.HALF_NUT, 40).each_g == 2
    assert topped(Topping.SEEDS).each_g > 1.8 * topped(Topping.SEEDS, 40).each_g
    assert [part.name for part in topped(Topping.SEEDS).parts] == ["seeds"]
    carded = plan(cut_dough(lines=tuple(split_card(CUT_CARD + "\nFor the topping:\n63 g flaked almonds"))))
    assert carded.total_g == pytest.approx(63)
    assert carded.when is When.BEFORE
    assert carded.short_g == 0


def test_fat_is_infused_before_the_mixing_and_a_sheet_is_greased_by_the_tray() -> None:
    spec = cut_dough(finishings=(Finishing(kind=FinishKind.INFUSED_FAT), Finishing(kind=FinishKind.GREASED_SHEET)))
    found = report(spec, KITCHEN)
    infused, greased = found.finishes
    assert infused.when is When.FIRST
    assert [round(part.mass_g, 1) for part in infused.parts] == [10.0, 16.0]  # of 200 g butter
    assert found.assessment.trays is not None
    tray = found.assessment.trays.tray
    assert greased.each_g == pytest.approx(0.002 * tray.width_mm * tray.depth_mm / 100)
    assert greased.total_g == pytest.approx(1.1 * greased.each_g * len(found.assessment.trays.loads))
    # Neither is laid on a cookie.
    assert found.yields[0].toppings_each_g == 0


# --- the yield statement -----------------------------------------------------------------------------------------


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.style_id)
def test_the_statement_accounts_for_every_gram(starter: object) -> None:
    found = report(starter.spec, KITCHEN)  # type: ignore[attr-defined]
    (one,) = found.yields
    assert one.count * one.raw_each_g + one.leftover_g == pytest.approx(one.batch_raw_g)
    assert one.baked_total_g.value + one.loss_total_g.value == pytest.approx(one.count * one.raw_each_g)
    assert 0 < one.baked_each_g.low < one.baked_each_g.value < one.baked_each_g.high < one.raw_each_g
    assert one.loads >= 1
    held = one.nutrition
    assert held.sugars_g <= held.carbohydrate_g
    dry = held.fat_g + held.carbohydrate_g + held.fibre_g + held.protein_g
    assert dry < one.raw_each_g + 8
    assert held.energy_kj / held.energy_kcal == pytest.approx(4.18, abs=0.12)


def test_nothing_to_report_without_a_dough() -> None:
    assert report(DoughSpec(), KITCHEN).yields == ()
    with pytest.raises(Refusal, match="no dough"):
        why(DoughSpec(), KITCHEN)


# --- why ---------------------------------------------------------------------------------------------------------


def test_a_plain_starter_has_nothing_to_explain_but_its_chill() -> None:
    spec = next(s.spec for s in starters() if s.style_id == "drop_chewy")
    found = why(spec, KITCHEN)
    assert {reason.factor for reason in found.reasons} <= {"chill", "oven"}


def test_more_sugar_and_a_cold_dough_pull_in_opposite_ways() -> None:
    sweet = drop_dough(style_id="drop_chewy")
    lines = tuple(
        line.model_copy(update={"text": "1½ cups granulated sugar"}) if "granulated" in line.text else line
        for line in sweet.lines
    )
    cold = sweet.making.model_copy(update={"chill_h": 24})
    reasons = {r.factor: r for r in why(sweet.model_copy(update={"lines": lines, "making": cold}), KITCHEN).reasons}
    assert reasons["sugar"].wider_mm > 0
    assert reasons["chill"].wider_mm < 0
    assert reasons["chill"].longer_min > 0
    assert "% of flour" in reasons["sugar"].saying


def test_a_kitchen_on_a_mountain_is_a_reason() -> None:
    high = Kitchen(altitude_m=1600, room_c=27)
    factors = {reason.factor for reason in why(drop_dough(), high).reasons}
    assert {"altitude", "room"} & factors


# --- guides on paper ---------------------------------------------------------------------------------------------

FORMS = [
    CutoutForm(), CutoutForm(cutter=Cutter.STAR, small_mm=30), SheetForm(), PanForm(), PanForm(shape=PanShape.ROUND), LogForm(),
    RuskForm(length_mm=240),
]  # fmt: skip


@pytest.mark.parametrize(
    "form", FORMS, ids=lambda form: f"{form.kind}-{getattr(form, 'cutter', getattr(form, 'shape', ''))}"
)
def test_every_form_has_guides_whose_marks_stay_on_them(form: object) -> None:
    found = report(DoughSpec(lines=tuple(split_card(CUT_CARD)), form=form), KITCHEN)
    assert found.guides
    assert len({guide.id for guide in found.guides}) == len(found.guides)
    for guide in found.guides:
        for mark in guide.marks:
            if isinstance(mark, RingMark) and mark.ink is not Ink.WIDEST:
                xs, ys = zip(*mark.points, strict=True)
                assert min(xs) >= -0.01
                assert max(xs) <= guide.width_mm + 0.01
                assert min(ys) >= -0.01
                assert max(ys) <= guide.height_mm + 0.01
        assert guide_to_svg(guide).count("<svg") == 1


def rendered(pdf: bytes, page: int, dpi: int) -> np.ndarray:
    """Grey levels of a page, rows from the top."""
    image = pypdfium2.PdfDocument(pdf)[page].render(scale=dpi / 72, grayscale=True)
    return np.asarray(image.to_numpy()).reshape(image.height, image.width)


@settings(max_examples=6, deadline=None)
@given(st.floats(30, 150), st.sampled_from(list(Paper)))
def test_a_circle_measures_its_own_size_on_the_page(diameter: float, paper: Paper) -> None:
    circle = RoundMark(ink=Ink.CUT, x_mm=90, y_mm=90, diameter_mm=diameter)
    guide = Guide(id="g", title="Round", saying="", width_mm=180, height_mm=180, marks=(circle,))
    assert tiles_of(guide, paper)[:2] == (1, 1)
    grey = rendered(guide_to_pdf(guide, paper, "Test"), 0, 300)
    above_foot = grey[: int(grey.shape[0] * 0.84)]
    columns = np.flatnonzero((above_foot < 160).any(axis=0))
    width_mm = (columns[-1] - columns[0] + 1) / 300 * 25.4 - 0.35  # less the pen
    assert width_mm == pytest.approx(diameter, rel=0.005)


def test_the_check_ruler_is_a_hundred_millimetres() -> None:
    guide = Guide(id="g", title="Empty", saying="", width_mm=50, height_mm=50, marks=())
    grey = rendered(guide_to_pdf(guide, Paper.A4, "Test"), 0, 300)
    # The ruler is the longest dark run in any row.
    longest = 0
    for row in grey[int(grey.shape[0] * 0.85) :] < 128:
        edges = np.flatnonzero(np.diff(np.concatenate([[0], row.astype(int), [0]])))
        longest = max([longest, *(edges[1::2] - edges[::2])])
    assert longest / 300 * 25.4 == pytest.approx(100, rel=0.006)


def test_a_large_tray_is_tiled_and_nothing_is_lost_between_the_pages() -> None:
    """A line across the whole tray: its ink on all pages adds up to its length."""
    line = RingMark(ink=Ink.EDGE, points=((5, 100), (425, 100), (425, 101), (5, 101)))
    guide = Guide(id="g", title="Tray", saying="A long strip.", width_mm=430, height_mm=340, marks=(line,))
    across, down, _ = tiles_of(guide, Paper.A4)
    assert across * down > 1
    pdf = guide_to_pdf(guide, Paper.A4, "Ø – “Kitchen” ½")
    assert len(pypdfium2.PdfDocument(pdf)) == across * down
    total = 0
    for page in range(across * down):
        grey = rendered(pdf, page, 150)
        drawn = (grey[: int(grey.shape[0] * 0.82)] < 110).sum(axis=1)
        total += int(drawn.max())
    assert total / 150 * 25.4 == pytest.approx(420, rel=0.02)


def test_the_same_guide_is_the_same_file() -> None:
    guide = report(cut_dough(), KITCHEN).guides[0]
    assert guide_to_pdf(guide, Paper.LETTER, "A") == guide_to_pdf(guide, Paper.LETTER, "A")


def test_svg_sizes_are_millimetres() -> None:
    guide = Guide(
        id="g", title="R", saying="<&>", width_mm=100, height_mm=60,
        marks=(RoundMark(ink=Ink.CUT, x_mm=50, y_mm=30, diameter_mm=40),),
    )  # fmt: skip
    text = guide_to_svg(guide)
    assert 'width="110.000mm"' in text
    assert 'viewBox="-5.0 -5.0 110.000 70.000"' in text
    assert 'r="20.000"' in text
    assert "&lt;&amp;&gt;" in text


# --- a cutter from a drawing -------------------------------------------------------------------------------------


def svg(body: str) -> str:
    return f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">{body}</svg>'


@pytest.mark.parametrize(
    ("body", "area"),
    [
        ('<rect width="50" height="25"/>', 0.5),
        ('<circle cx="40" cy="40" r="30"/>', math.pi / 4),
        ('<polygon points="0,0 40,0 20,40"/>', 0.5),
        ('<path d="M10 10 H60 V35 H10 Z"/><rect width="2" height="2"/>', 0.5),
        ('<g transform="translate(5 5) scale(2)"><ellipse cx="10" cy="10" rx="10" ry="5"/></g>', math.pi / 8),
        ('<path d="M0 0 C 0 40 60 40 60 0 Z"/>', 0.4),
    ],
    ids=["rect", "circle", "polygon", "largest", "transformed", "curve"],
)
def test_the_largest_closed_outline_becomes_the_cutter(body: str, area: float) -> None:
    ring = ring_from_svg(svg(body))
    assert size_mm(ring)[0] == pytest.approx(1)
    assert area_mm2(ring) == pytest.approx(area, rel=0.02)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("not a drawing", "read"),
        (svg(""), "No closed outline"),
        (svg('<path d="M0 0 L50 50 L50 0 L0 50 Z"/>'), "crosses itself"),
        (svg('<line x1="0" y1="0" x2="50" y2="0"/>'), "No closed outline"),
        ('<!DOCTYPE svg [<!ENTITY a "b">]>' + svg('<rect width="9" height="9"/>'), "document type"),
        (svg("<!-- " + "x" * 200_001 + " -->"), "too large"),
    ],
    ids=["text", "empty", "crossed", "line", "doctype", "large"],
)
def test_a_drawing_that_is_no_cutter_says_what_to_do(text: str, says: str) -> None:
    with pytest.raises(Refusal, match=says):
        ring_from_svg(text)


def test_an_own_cutter_goes_through_the_whole_pipeline() -> None:
    ring = ring_from_svg(svg('<path d="M0 0 H60 V20 H20 V60 H0 Z"/>'))
    found = assess(cut_dough(form=CutoutForm(cutter=Cutter.OWN, own=ring, cutter_mm=60)), KITCHEN)
    assert found.outcome
    assert found.trays
    assert found.outcome.pieces.count > 10
    assert found.outcome.outline
    assert "as densely" in found.outcome.pieces.statement
