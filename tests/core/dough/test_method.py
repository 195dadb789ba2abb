"""The proposed method: every ingredient named once, nothing that is not there, no sentence with a gap."""

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.bakemodel.mix import FatState, Mixing
from finebatch.core.card.line import Line, Part
from finebatch.core.dough.method import Attention, MethodStep, Stage, propose
from finebatch.core.formula.weighed_line import weigh_lines
from finebatch.core.kitchen.habit import Habit

TEXTS = {
    "200 g plain flour": "plain flour", "100 g butter": "butter", "80 g oil": "oil",
    "90 g granulated sugar": "granulated sugar", "60 g honey": "honey", "2 eggs": "eggs", "1 egg yolk": "egg yolk",
    "2 tbsp milk": "milk", "1 tsp baking soda": "baking soda", "1 tsp fine salt": "fine salt", "1 tsp vanilla": "vanilla",
    "zest of 1 lemon": "lemon zest", "100 g walnuts": "walnuts", "80 g raisins": "raisins", "30 g cornstarch": "cornstarch",
}  # fmt: skip
doughs = st.lists(st.sampled_from(sorted(TEXTS)), unique=True, max_size=len(TEXTS))


def method(
    texts: list[str], mixing: Mixing, fat: FatState = FatState.SOFT, chill_h: float = 0
) -> tuple[MethodStep, ...]:
    lines = tuple(Line(id=f"l{n}", text=text) for n, text in enumerate(texts))
    return propose(weigh_lines(lines, Habit()), mixing, fat, chill_h, 20)


@given(doughs, st.sampled_from(list(Mixing)), st.sampled_from(list(FatState)))
def test_every_weighed_ingredient_is_named_exactly_once(texts: list[str], mixing: Mixing, fat: FatState) -> None:
    said = " ".join(step.text.lower() for step in method(texts, mixing, fat)).replace(
        "take out the fat and the eggs", ""
    )
    for text, name in TEXTS.items():
        assert len(re.findall(rf"(?<![\w-]){name}", said)) == (text in texts), (name, said)


@given(doughs, st.sampled_from(list(Mixing)), st.sampled_from([0.0, 1.0]))
def test_no_sentence_has_a_gap_or_speaks_of_what_is_not_there(texts: list[str], mixing: Mixing, chill_h: float) -> None:
    for step in method(texts, mixing, chill_h=chill_h):
        assert "  " not in step.text
        assert not re.search(r"\bthe[ ,.]*(?:and|\.|$)", step.text), step.text
        if "eggs" in step.text:
            assert any("egg" in text for text in texts)
        if "dry ingredients" in step.text:
            assert any("flour" in text or "starch" in text for text in texts)


def test_eggless_and_flourless_doughs_are_told_what_they_have() -> None:
    eggless = " ".join(
        step.text for step in method(["200 g plain flour", "100 g butter", "1 tsp vanilla"], Mixing.CREAMED_LIGHT)
    )
    assert "eggs" not in eggless
    assert "Beat in the vanilla." in eggless  # as this baker calls it
    flourless = " ".join(step.text for step in method(["100 g walnuts", "2 eggs", "1 tsp baking soda"], Mixing.FOAM))
    assert "baking soda" in flourless
    assert "dry ingredients" not in flourless


@pytest.mark.parametrize("mixing", list(Mixing))
def test_hands_and_waiting_are_told_apart(mixing: Mixing) -> None:
    steps = method(list(TEXTS), mixing, chill_h=2)
    (chill,) = [step for step in steps if step.stage is Stage.REST]
    assert (chill.minutes, chill.attention) == (120, Attention.PASSIVE)
    assert any(step.attention is not Attention.PASSIVE for step in steps if step.stage is Stage.MIX)


def test_only_the_dough_is_mixed() -> None:
    lines = (Line(id="a", text="200 g plain flour"), Line(id="b", text="100 g jam", part=Part.FILLING))
    said = " ".join(step.text for step in propose(weigh_lines(lines, Habit()), Mixing.ONE_STAGE, FatState.SOFT, 0, 20))
    assert "jam" not in said
