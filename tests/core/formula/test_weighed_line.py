"""Cards, percentages and scaling."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base.problems import Refusal
from finebatch.core.card.headings import split_card
from finebatch.core.card.line import Line, Part
from finebatch.core.formula.percentages import percentages_of
from finebatch.core.formula.roles import Role
from finebatch.core.formula.scaling import scale
from finebatch.core.formula.weighed_line import dough_parts, weigh_lines
from finebatch.core.kitchen.habit import Habit

HABIT = Habit()
INGREDIENTS = [
    "flour_ap",
    "flour_rye_dark",
    "butter_unsalted",
    "sugar_caster",
    "egg_whole",
    "milk_whole",
    "baking_soda",
    "oats_rolled",
    "walnuts",
]


def lines_of(masses: dict[str, float]) -> tuple[Line, ...]:
    return tuple(Line(id=id, text=id, ingredient_id=id, mass_g=grams) for id, grams in masses.items())


doughs = st.dictionaries(st.sampled_from(INGREDIENTS), st.floats(0.5, 900), min_size=2).map(
    lambda d: {"flour_ap": 250.0, **d}
)


@given(doughs)
def test_masses_add_up(masses: dict[str, float]) -> None:
    weighed = weigh_lines(lines_of(masses), HABIT)
    assert sum(grams for _, grams in dough_parts(weighed)) == pytest.approx(sum(masses.values()))
    flour = sum(line.reading.mass_g or 0 for line in weighed if line.role is Role.FLOUR)
    assert sum(line.bakers_pct or 0 for line in weighed) == pytest.approx(100 * sum(masses.values()) / flour)


@given(doughs, st.floats(0.05, 40))
def test_scaling_keeps_percentages(masses: dict[str, float], factor: float) -> None:
    lines = lines_of(masses)
    before = weigh_lines(lines, HABIT)
    after = (
        weigh_lines(scale(lines, before, HABIT, factor).lines, HABIT)
        if max(masses.values()) * factor <= 20_000
        else before
    )
    assert [line.bakers_pct for line in after] == pytest.approx([line.bakers_pct for line in before])
    axes = percentages_of(dough_parts(before))
    assert axes is not None
    assert percentages_of(dough_parts(after)) == pytest.approx(axes)


def test_headings_move_lines_out_of_the_dough() -> None:
    lines = split_card("200 g flour\n100 g butter\nFor the glaze:\n150 g icing sugar\nFilling:\n50 g jam")
    weighed = weigh_lines(tuple(lines), HABIT)
    assert [line.part for line in weighed] == [Part.DOUGH, Part.DOUGH, Part.GLAZE, Part.FILLING]
    assert sum(grams for _, grams in dough_parts(weighed)) == 300
    assert weighed[2].bakers_pct is None


@pytest.mark.parametrize(
    ("card", "says"),
    [("", "nothing on this card"), ("  \n --- \n", "nothing on this card"), ("flour\n" * 5000, "characters|lines"),
     ("1 g salt\n" * 61, "61 ingredient lines"), ("x" * 21_000, "21,000 characters"), ("1 g salt\n" + "x" * 400, "400 characters"), ("Dough:\nGlaze:", "No ingredient")],
)  # fmt: skip
def test_cards_that_cannot_be_one_say_why(card: str, says: str) -> None:
    with pytest.raises(Refusal, match=says):
        split_card(card)


def test_without_flour_there_are_no_percentages() -> None:
    weighed = weigh_lines(lines_of({"peanut_butter": 200, "sugar_caster": 150, "egg_whole": 50}), HABIT)
    assert all(line.bakers_pct is None for line in weighed)
    assert percentages_of(dough_parts(weighed)) is None
