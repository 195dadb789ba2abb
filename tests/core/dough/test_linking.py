"""Every line is spoken of by the step that first names it."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.bakemodel.mix import FatState, Mixing
from finebatch.core.card.headings import split_card
from finebatch.core.dough.linking import linked
from finebatch.core.dough.method import MethodStep, Stage, propose
from finebatch.core.formula.weighed_line import WeighedLine, weigh_lines
from finebatch.core.kitchen.habit import Habit

TEXTS = (
    "250 g plain flour", "125 g soft butter", "90 g brown sugar", "60 g caster sugar", "1 egg", "1 tsp baking soda", "2 tsp baking powder",
    "1 tsp vanilla extract", "100 g dark chocolate chips", "2 tbsp milk", "pinch of salt", "2 tsp ground ginger", "50 g almonds",
)  # fmt: skip


def weighed(*texts: str) -> tuple[WeighedLine, ...]:
    return weigh_lines(tuple(split_card("\n".join(texts))), Habit())


def steps(*texts: str) -> tuple[MethodStep, ...]:
    return tuple(MethodStep(id=f"s{n}", stage=Stage.MIX, text=text, minutes=1) for n, text in enumerate(texts))


def spoken(method: tuple[MethodStep, ...], lines: tuple[WeighedLine, ...]) -> list[list[str]]:
    names = {line.line_id: line.reading.text for line in lines}
    return [[names[id] for id in step.line_ids] for step in linked(method, lines)]


def test_a_step_has_the_lines_it_names_and_no_other_has_them() -> None:
    lines = weighed(
        "250 g plain flour",
        "125 g soft butter",
        "90 g brown sugar",
        "1 egg",
        "1 tsp baking soda",
        "1 tsp vanilla extract",
    )
    method = steps(
        "Cream the butter and sugar.", "Beat in the egg and vanilla.", "Stir in the flour and soda.", "Chill the dough."
    )
    assert spoken(method, lines) == [
        ["125 g soft butter", "90 g brown sugar"],
        ["1 egg", "1 tsp vanilla extract"],
        ["250 g plain flour", "1 tsp baking soda"],
        [],
    ]


def test_the_brown_sugar_is_that_one_and_the_sugar_is_every_sugar() -> None:
    lines = weighed("90 g brown sugar", "60 g caster sugar", "125 g butter")
    assert spoken(steps("Cream butter and brown sugar.", "Dust with the sugar."), lines) == [
        ["90 g brown sugar", "125 g butter"],
        ["60 g caster sugar"],
    ]
    assert spoken(steps("Cream butter and sugar."), lines) == [
        ["90 g brown sugar", "60 g caster sugar", "125 g butter"]
    ]


@pytest.mark.parametrize(
    ("said", "meant"),
    [
        ("Mix everything to a dough.", ["250 g plain flour", "1 egg", "2 tsp baking powder"]),
        ("Sift the dry ingredients.", ["250 g plain flour", "2 tsp baking powder"]),
        ("Stir in the baking powder.", ["2 tsp baking powder"]),
        ("Brush with egg wash.", []),
    ],
)
def test_several_lines_by_one_word(said: str, meant: list[str]) -> None:
    assert spoken(steps(said), weighed("250 g plain flour", "1 egg", "2 tsp baking powder")) == [meant]


@given(
    st.lists(st.sampled_from(TEXTS), min_size=2, max_size=9, unique=True),
    st.sampled_from(list(Mixing)),
    st.sampled_from(list(FatState)),
)
def test_a_proposed_method_speaks_of_every_line_once(texts: list[str], mixing: Mixing, fat: FatState) -> None:
    lines = weighed(*texts)
    method = propose(lines, mixing, fat, 1.0, 20.0)
    found = [text for step in spoken(method, lines) for text in step]
    assert sorted(found) == sorted(line.reading.text for line in lines)
