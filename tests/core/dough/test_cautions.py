"""What would go wrong with a dough: each warning comes with its fault, and goes with its remedy."""

import pytest

from finebatch.core.bakemodel.mix import FatState, Mixing
from finebatch.core.base.problems import Problem, Severity
from finebatch.core.bench.assess import assess
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.bench.starters import Starter, starters
from finebatch.core.card.headings import split_card
from finebatch.core.dough.cautions import _moisture, _temperature_of_fat
from finebatch.core.dough.making import Making
from finebatch.core.dough.styles import styles
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.ingredients.catalogue import catalogue
from finebatch.core.kitchen.kitchen import Kitchen

PLAIN = """250 g plain flour
150 g butter
120 g sugar
1 egg
1 tsp baking powder
½ tsp salt"""
CUT = """250 g plain flour
150 g butter
100 g caster sugar
1 egg yolk"""


def warned(card: str, **settings: object) -> list[Problem]:
    spec = DoughSpec(lines=tuple(split_card(card)), **settings)
    return [problem for problem in assess(spec, Kitchen()).problems if not problem.field.startswith("lines.")]


def words(card: str, **settings: object) -> str:
    return " ".join(problem.message for problem in warned(card, **settings))


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.style_id)
def test_no_starter_is_warned_about(starter: Starter) -> None:
    assert [problem.message for problem in assess(starter.spec, Kitchen()).problems if problem.field == "lines"] == []


@pytest.mark.parametrize(
    ("card", "says", "mended"),
    [
        (PLAIN.replace("1 tsp baking powder\n", ""), "No leavener", PLAIN),
        (PLAIN.replace("1 tsp baking powder", "2 tbsp baking powder"), "taste of it", PLAIN),
        (PLAIN.replace("1 tsp baking powder", "2 tsp baking soda"), "finds little acid", PLAIN),
        (PLAIN.replace("plain", "self-raising"), "Leavener twice", PLAIN),
        (PLAIN.replace("150 g butter", "150 g salted butter"), "Salted butter and salt", PLAIN),
        (PLAIN.replace("150 g butter", "40 g butter").replace("1 egg", "1 egg yolk"), "Too dry to hold", PLAIN),
        (PLAIN.replace("150 g butter", "20 g butter\n150 ml milk"), "water cannot stand in for fat", PLAIN),
    ],
)  # fmt: skip
def test_a_fault_is_named_and_without_it_nothing_is_said(card: str, says: str, mended: str) -> None:
    assert says in words(card)
    assert says not in words(mended)


@pytest.mark.parametrize(
    ("card", "making", "says", "field", "value"),
    [
        (PLAIN.replace("150 g butter", "130 g sunflower oil"), Making(mixing=Mixing.CREAMED_LIGHT, fat_state=FatState.SOFT), "cannot be creamed", "making.mixing", "one_stage"),
        (PLAIN, Making(mixing=Mixing.CREAMED_HEAVY, fat_state=FatState.MELTED), "Melted fat cannot be creamed", "making.fat_state", "soft"),
    ],
)  # fmt: skip
def test_a_way_of_mixing_that_cannot_be_comes_with_one_that_can(
    card: str, making: Making, says: str, field: str, value: str
) -> None:
    found = [problem for problem in warned(card, making=making) if says in problem.message]
    assert len(found) == 1
    remedy = found[0].remedy
    assert remedy is not None
    assert (remedy.field, remedy.value) == (field, value)
    mended = making.but(**{field.removeprefix("making."): value})
    assert says not in words(card, making=mended)


def test_a_rich_dough_to_be_rolled_is_chilled_first() -> None:
    soft = warned(CUT, form=CutoutForm())
    assert any(problem.field == "making.chill_h" and problem.remedy for problem in soft)
    assert not any(p.field == "making.chill_h" for p in warned(CUT, form=CutoutForm(), making=Making(chill_h=1)))


def test_the_worst_three_are_said_and_none_stops_the_baker() -> None:
    card = "100 g self-raising flour\n5 g salted butter\n400 g sugar\n3 tbsp baking soda\n2 tsp salt"
    found = [problem for problem in warned(card) if problem.field == "lines"]
    assert 1 <= len(found) <= 3
    assert all(problem.severity is Severity.ASK for problem in found)


def test_without_flour_there_is_one_word_and_no_percentages() -> None:
    assert "no flour here" in words("100 g sugar\n2 egg whites")


CHEWY = styles()["drop_chewy"]
TYPICAL = {axis: CHEWY.usual[axis].typical_pct for axis in CHEWY.usual}


def test_a_teaspoon_of_oil_beside_the_butter_is_no_oily_dough_and_a_cup_is() -> None:
    oil, butter = catalogue()["oil_neutral"], catalogue()["butter_unsalted"]
    creamed = Making(mixing=Mixing.CREAMED_LIGHT)
    assert _temperature_of_fat([(oil, 100.0), (butter, 4.0)], creamed)[0].field == "making.mixing"
    assert _temperature_of_fat([(oil, 100.0), (butter, 20.0)], creamed) == []
    assert _temperature_of_fat([(oil, 4.0)], creamed) == []
    assert _temperature_of_fat([(butter, 100.0)], creamed.but(fat_state=FatState.MELTED))[0].field == "making.fat_state"
    assert _temperature_of_fat([(butter, 100.0)], Making(mixing=Mixing.MELTED, fat_state=FatState.MELTED)) == []


@pytest.mark.parametrize(("fat", "liquid", "said"), [(-6.1, 6.1, True), (-6.1, 5.9, False), (-5.9, 6.1, False)])
def test_water_for_fat_is_said_where_both_are_far_out(fat: float, liquid: float, said: bool) -> None:
    usual = CHEWY.usual
    percentages = {**TYPICAL, "fat": usual["fat"].low_pct + fat, "liquid": usual["liquid"].high_pct + liquid}
    parts = [(catalogue()["flour_ap"], 100.0), (catalogue()["water"], 60.0)]
    found = _moisture(parts, CHEWY, percentages)
    assert [problem.field for problem in found] == (["lines"] if said else [])


@pytest.mark.parametrize(("water_g", "said"), [(37.0, "Too dry"), (39.0, ""), (94.0, ""), (96.0, "Too wet")])
def test_a_dough_to_be_rolled_is_neither_too_dry_nor_too_wet(water_g: float, said: str) -> None:
    rolled = styles()["cutout_butter"]
    typical = {axis: rolled.usual[axis].typical_pct for axis in rolled.usual}
    parts = [(catalogue()["flour_ap"], 100.0), (catalogue()["water"], water_g)]
    found = " ".join(problem.message for problem in _moisture(parts, rolled, typical))
    assert found.startswith(said)
    assert bool(found) == bool(said)
