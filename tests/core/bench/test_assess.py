"""The bench's pipeline: figures that hang together, and a clear word for everything that cannot be right."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.bakemodel.mix import FatState, Mixing
from finebatch.core.base.problems import Problem, Severity
from finebatch.core.bench.assess import Assessment, assess
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.card.headings import split_card
from finebatch.core.card.line import Line
from finebatch.core.card.names import Sureness
from finebatch.core.dough.making import Making
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.scoop import ScoopForm
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.oven import OvenSetting, Scale
from finebatch.core.kitchen.tray import Tray
from finebatch.demo.doughs import demo_doughs
from tests.kit import cut_dough, drop_dough

KITCHEN = Kitchen()


def problem_at(found: Assessment, field: str, severity: Severity = Severity.STOP) -> Problem:
    return next(problem for problem in found.problems if problem.field == field and problem.severity is severity)


def test_a_card_comes_to_a_dough_cookies_and_trays() -> None:
    found = assess(drop_dough(), KITCHEN)
    assert found.dough is not None
    assert found.outcome is not None
    assert found.trays is not None
    assert found.dough.style_label == "chewy drop cookie"
    pieces = found.outcome.pieces
    assert pieces.count * pieces.mass_g + pieces.leftover_g == pytest.approx(found.dough.mass_g)
    assert sum(found.trays.loads) == pieces.count
    assert found.trays.widest.width_mm >= found.outcome.baked.diameter_mm.high
    assert found.outcome.window.earliest_min < found.outcome.window.first_look_min < found.outcome.window.done_from_min
    assert {"wheat", "egg", "milk"} <= set(found.dough.allergens)


def test_double_the_portion_gives_fewer_wider_slower_cookies() -> None:
    small, large = (assess(drop_dough(form=ScoopForm(portion_g=g)), KITCHEN).outcome for g in (30, 60))
    assert small is not None
    assert large is not None
    assert large.pieces.count == small.pieces.count // 2
    assert large.baked.diameter_mm.value > 1.2 * small.baked.diameter_mm.value
    assert large.window.done_from_min > small.window.done_from_min


@given(st.floats(10, 120), st.floats(0, 48), st.integers(150, 220))
def test_every_share_and_range_hangs_together(portion_g: float, chill_h: float, oven: int) -> None:
    spec = drop_dough(form=ScoopForm(portion_g=portion_g), making=Making(chill_h=chill_h), oven=OvenSetting(value=oven))
    found = assess(spec, KITCHEN)
    assert found.dough is not None
    assert found.outcome is not None
    assert 0 < found.dough.water_pct + found.dough.fat_pct + found.dough.sugar_pct < 100
    assert found.dough.volume_ml.value == pytest.approx(found.dough.mass_g / found.dough.density_g_ml.value)
    assert 4 <= found.outcome.dough_c <= KITCHEN.room_c
    for interval in (found.outcome.baked.diameter_mm, found.outcome.baked.height_mm):
        assert 0 < interval.low < interval.value < interval.high


def test_longer_chill_never_spreads_more() -> None:
    widths = []
    for chill_h in (0, 0.5, 1, 2, 8, 24, 72):
        outcome = assess(drop_dough(making=Making(chill_h=chill_h)), KITCHEN).outcome
        assert outcome is not None
        widths.append(outcome.baked.diameter_mm.value)
    assert widths == sorted(widths, reverse=True)


def test_an_empty_dough_says_what_to_do() -> None:
    assert "empty" in problem_at(assess(DoughSpec(), KITCHEN), "lines").message
    only_unread = DoughSpec(lines=(Line(id="a", text="zanzibar"),))
    found = assess(only_unread, KITCHEN)
    assert found.dough is None
    assert found.lines[0].reading.sureness is Sureness.UNKNOWN
    assert found.problems


def test_a_portion_larger_than_the_dough() -> None:
    found = assess(drop_dough(form=ScoopForm(portion_g=4000)), KITCHEN)
    assert "more than the whole dough" in problem_at(found, "form.portion_g").message
    assert found.dough is not None
    assert found.outcome is None


def test_crumbs_by_the_thousand_are_refused_at_the_portion() -> None:
    found = assess(drop_dough(form=ScoopForm(portion_g=1)), KITCHEN)
    assert "one evening" in problem_at(found, "form.portion_g").message
    found = assess(cut_dough(form=CutoutForm(cutter_mm=15, thickness_mm=1.5)), KITCHEN)
    assert "one evening" in problem_at(found, "form.cutter_mm").message


def test_a_cutter_too_large_for_the_dough() -> None:
    spec = DoughSpec(
        lines=tuple(split_card("20 g flour\n10 g butter\n10 g sugar")), form=CutoutForm(cutter_mm=200, thickness_mm=10)
    )
    assert "smaller cutter" in problem_at(assess(spec, KITCHEN), "form.cutter_mm").message


@pytest.mark.parametrize(("value", "scale"), [(900, Scale.C), (175, Scale.F), (350, Scale.C)])
def test_an_oven_that_cannot_be_meant_stops_the_bake_but_not_the_dough(value: float, scale: Scale) -> None:
    found = assess(drop_dough(oven=OvenSetting(value=value, scale=scale)), KITCHEN)
    assert problem_at(found, "oven.value")
    assert found.dough is not None
    assert found.outcome is None


def test_a_tray_smaller_than_a_cookie() -> None:
    tiny = Kitchen(trays=(Tray(id="tiny", name="Toy tray", width_mm=70, depth_mm=70, count=1),))
    found = assess(drop_dough(form=ScoopForm(portion_g=100), tray_id="tiny"), tiny)
    assert "larger tray" in problem_at(found, "tray_id").message
    assert found.outcome is not None
    assert found.trays is None


def test_no_flour_is_asked_about() -> None:
    spec = DoughSpec(lines=tuple(split_card("250 g peanut butter\n200 g sugar\n1 egg")))
    found = assess(spec, KITCHEN)
    assert "no flour" in problem_at(found, "lines", Severity.ASK).message
    assert found.outcome is not None
    assert all(line.bakers_pct is None for line in found.lines)


def warned(card: str, **settings: object) -> str:
    spec = DoughSpec(lines=tuple(split_card(card)), **settings)
    return " ".join(problem.message for problem in assess(spec, KITCHEN).problems)


def test_warnings_that_matter() -> None:
    plain = "250 g flour\n150 g butter\n150 g sugar\n1 egg\n3 g salt"
    assert "No leavener" in warned(plain)
    assert "No leavener" not in warned(plain + "\n1 tsp baking soda")
    assert "tablespoon" in warned(plain + "\n3 tbsp baking powder")
    assert "cannot be creamed" in warned("250 g flour\n150 g olive oil\n150 g sugar\n1 egg\n1 tsp baking soda")
    melted = Making(mixing=Mixing.CREAMED_LIGHT, fat_state=FatState.MELTED)
    assert "Melted fat" in warned(plain + "\n1 tsp baking soda", making=melted)
    assert "too soft to roll" in warned(plain, form=CutoutForm())


def test_at_most_three_warnings_and_each_unsure_line_is_named() -> None:
    spec = DoughSpec(
        lines=tuple(
            split_card(
                "200 g flour\n900 g sugar\n600 g butter\n10 tbsp baking powder\n1 cup cornflour\n100 g chocolate"
            )
        )
    )
    found = assess(spec, KITCHEN)
    assert sum(problem.field in ("lines", "making.mixing", "making.fat_state") for problem in found.problems) <= 3
    assert {"lines.l5", "lines.l6"} <= {problem.field for problem in found.problems}


@pytest.mark.parametrize("spec", demo_doughs(), ids=lambda spec: spec.name)
def test_demo_doughs_bake_within_their_own_style(spec: DoughSpec) -> None:
    found = assess(spec, KITCHEN)
    assert found.dough is not None
    assert found.dough.closeness == "close to"
    assert found.outcome is not None
    assert not [p for p in found.problems if p.severity is Severity.STOP or not p.field.startswith("lines.l")]


def test_one_demo_dough_is_wholly_in_cups_and_sticks() -> None:
    oats = next(spec for spec in demo_doughs() if spec.name == "Bell Buoy Oats")
    units = {line.reading.unit.value for line in assess(oats, KITCHEN).lines if line.reading.unit}
    assert {"cup", "stick", "tsp"} <= units
    assert "g" not in units


def test_where_nothing_fits_the_smallest_own_tray_that_would_hold_one_is_offered() -> None:
    saucer, sheet, large = (
        Tray(id=id, name=name, width_mm=width, depth_mm=depth)
        for id, name, width, depth in (
            ("saucer", "Saucer", 60, 60),
            ("sheet", "Sheet", 350, 250),
            ("large", "Large", 450, 350),
        )
    )
    kitchen = Kitchen(trays=(saucer, large, sheet))
    found = assess(drop_dough(tray_id="saucer"), kitchen)
    assert found.trays is None
    (problem,) = [problem for problem in found.problems if problem.field == "tray_id"]
    assert problem.remedy is not None
    assert (problem.remedy.value, problem.remedy.label) == ("sheet", "Use the sheet")
    assert assess(drop_dough(tray_id=problem.remedy.value), kitchen).trays is not None
    alone = assess(drop_dough(tray_id="saucer"), Kitchen(trays=(saucer,)))
    assert [problem.remedy for problem in alone.problems if problem.field == "tray_id"] == [None]
