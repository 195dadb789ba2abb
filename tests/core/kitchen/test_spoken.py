"""Sentences in the kitchen's own units: every figure is said anew, and nothing else is touched."""

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base import Problem, Remedy, stop
from finebatch.core.bench import DoughSpec, report
from finebatch.core.bench.starters import starters
from finebatch.core.kitchen import Kitchen, Scale, Units, in_units, spoken

US = Kitchen(units=Units.US, scale=Scale.F)
GAS = Kitchen(scale=Scale.GAS)


@pytest.mark.parametrize(
    ("metric", "us"),
    [
        ("Rolled to 5 mm", "Rolled to 3⁄16 in"),
        ("12 to 25 mm", "1⁄2 to 1 in"),
        ("350 × 250 mm", "13 3⁄4 × 9 7⁄8 in"),
        ("0.4 mm thick", "0.02 in thick"),
        ("take 8 g, or 227 g", "take 0.28 oz, or 8 oz"),
        ("below 40 °C, later at 180 °C", "below 104 °F, later at 355 °F"),
        ("1.10 to 1.22 g/ml over 30 cm²", "1.10 to 1.22 g/ml over 30 cm²"),
        ("24 pieces in 10 min", "24 pieces in 10 min"),
    ],
)
def test_figures_with_a_unit_are_said_anew(metric: str, us: str) -> None:
    assert in_units(metric, US) == us
    assert in_units(metric, Kitchen()) == metric


def test_a_room_has_no_gas_mark() -> None:
    assert in_units("at 40 °C, then at 180 °C", GAS) == "at 40 °C, then at gas 4"


@given(st.text(max_size=60))
def test_what_has_no_figure_is_left_as_it_is(text: str) -> None:
    without = re.sub(r"\d", "", text)
    assert in_units(without, US) == without


@given(st.floats(0.5, 900))
def test_inches_are_as_near_as_they_are_read(mm: float) -> None:
    said = in_units(f"{mm:.1f} mm", US).removesuffix(" in")
    whole, _, fraction = said.rpartition(" ")
    top, _, bottom = (fraction or said).partition("⁄")
    inches = float(whole or 0) + float(top) / float(bottom or 1)
    assert abs(inches * 25.4 - round(mm, 1)) <= 25.4 / 16 + 0.06


def test_only_sentences_are_touched_and_metric_is_the_very_same() -> None:
    problem = stop("form.thickness_mm", "Roll to 5 mm.", Remedy(label="Roll to 4 mm", field="x", value="4 mm"))
    said = spoken(problem, US)
    assert said.message == "Roll to 3⁄16 in."
    assert said.remedy is not None
    assert (said.remedy.label, said.remedy.value) == ("Roll to 3⁄16 in", "4 mm")  # the value is for the program
    assert spoken(problem, Kitchen()) is problem
    assert isinstance(said, Problem)


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.style_id)
def test_no_millimetre_is_left_in_what_a_us_kitchen_reads(starter: object) -> None:
    spec: DoughSpec = starter.spec  # type: ignore[attr-defined]
    told = spoken(report(spec, US), US)
    outcome = told.assessment.outcome
    assert outcome is not None
    sentences = [
        outcome.pieces.statement, *(guide.saying for guide in told.guides), *(step.text for step in told.assessment.method),
        *(problem.message for problem in told.assessment.problems), *(finish.how for finish in told.finishes),
    ]  # fmt: skip
    assert [one for one in sentences if re.search(r"\d (mm|g|°C)\b(?!/)", one)] == []
