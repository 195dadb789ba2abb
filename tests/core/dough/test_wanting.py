"""A main line without grams stops the outcome and offers the family's usual amount."""

import pytest

from finebatch.core.bench.assess import assess
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.card.line import Line
from finebatch.core.kitchen.kitchen import Kitchen

CARD = ("250 g plain flour", "150 g butter", "150 g granulated sugar", "1 egg", "1 tsp baking powder")


def dough(*texts: str) -> DoughSpec:
    return DoughSpec(lines=tuple(Line(id=f"l{n}", text=text) for n, text in enumerate(texts)))


@pytest.mark.parametrize(("index", "name"), [(0, "plain flour"), (1, "butter"), (2, "granulated sugar")])
def test_without_a_main_amount_there_is_a_question_and_no_outcome(index: int, name: str) -> None:
    texts = [name if n == index else text for n, text in enumerate(CARD)]
    found = assess(dough(*texts), Kitchen())
    assert found.outcome is None
    asked = found.problems[0]
    assert f"“{name}” has no grams yet" in asked.message
    assert asked.remedy is not None
    assert asked.remedy.field == f"lines.l{index}"
    assert 60 <= float(asked.remedy.value) <= 450


def test_the_usual_amount_taken_gives_an_outcome() -> None:
    spec = dough("250 g plain flour", "butter", "150 g granulated sugar", "1 egg")
    remedy = assess(spec, Kitchen()).problems[0].remedy
    assert remedy is not None
    lines = tuple(
        line.model_copy(update={"mass_g": float(remedy.value)}) if line.id == "l1" else line for line in spec.lines
    )
    assert assess(spec.model_copy(update={"lines": lines}), Kitchen()).outcome is not None


def test_where_nothing_is_weighed_no_amount_is_made_up() -> None:
    found = assess(dough("flour", "butter", "1 egg"), Kitchen())
    assert found.outcome is None
    assert all(problem.remedy is None for problem in found.problems)


def test_a_flavour_without_grams_stops_nothing() -> None:
    assert assess(dough(*CARD, "vanilla"), Kitchen()).outcome is not None
