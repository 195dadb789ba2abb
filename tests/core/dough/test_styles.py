"""Units in every country's kitchen, families of dough, and the small rules around them."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.bakemodel.mix import Mixing
from finebatch.core.card.amounts import grams_of, read_measure
from finebatch.core.card.ratios import read_ratio
from finebatch.core.card.units import SPELLINGS, Unit, grams_per_unit, spelt, volume_ml
from finebatch.core.dough.balance import textures_of
from finebatch.core.dough.dough import dough_of, mix_of_dough
from finebatch.core.dough.making import Making
from finebatch.core.dough.styles import blended, distance, styles, weights
from finebatch.core.forming.protocol import AnyForming
from finebatch.core.forming.registry import FORMINGS, forming_of
from finebatch.core.forming.scoop import ScoopForm
from finebatch.core.formula.percentages import AXES, percentages_of
from finebatch.core.formula.roles import Role, role_of
from finebatch.core.ingredients.allergens import allergens_of, may_contain_of
from finebatch.core.ingredients.catalogue import catalogue, name_key, names, singular
from finebatch.core.kitchen.habit import CUP_ML, TBSP_ML, TSP_ML, CupFill, Habit, OwnCup, Region
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.tray import Tray

REGIONS = list(Region)
FLOUR, BUTTER, HONEY, WALNUTS = (catalogue()[id] for id in ("flour_ap", "butter_unsalted", "honey", "walnuts"))


# --- units -----------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("unit", list(Unit))
def test_every_spelling_is_read_as_its_unit(unit: Unit) -> None:
    for spelling in SPELLINGS[unit]:
        assert spelt(spelling) is unit
    assert spelt("furlong") is None


def test_big_t_is_a_tablespoon_and_small_t_a_teaspoon() -> None:
    assert spelt("T") is Unit.TBSP
    assert spelt("t") is Unit.TSP
    assert spelt("TBSP") is Unit.TBSP


@pytest.mark.parametrize("region", REGIONS)
def test_spoons_and_cups_are_the_countrys(region: Region) -> None:
    habit = Habit(region=region)
    assert volume_ml(Unit.CUP, habit) == CUP_ML[region]
    assert volume_ml(Unit.TBSP, habit) == TBSP_ML[region]
    assert volume_ml(Unit.TSP, habit) == TSP_ML[region]
    assert volume_ml(Unit.G, habit) is None
    assert grams_per_unit(Unit.TBSP, HONEY, habit) == pytest.approx(HONEY.g_per_tbsp * TBSP_ML[region] / 14.787)


@pytest.mark.parametrize("region", REGIONS)
@pytest.mark.parametrize("unit", [Unit.G, Unit.KG, Unit.OZ, Unit.LB])
def test_weights_are_the_same_everywhere_and_of_everything(unit: Unit, region: Region) -> None:
    worth = {Unit.G: 1, Unit.KG: 1000, Unit.OZ: 28.35, Unit.LB: 453.592}[unit]
    for item in (FLOUR, BUTTER, WALNUTS):
        assert grams_per_unit(unit, item, Habit(region=region)) == worth


def test_units_that_do_not_fit_are_none() -> None:
    habit = Habit()
    assert grams_per_unit(Unit.STICK, FLOUR, habit) is None
    assert grams_per_unit(Unit.KNOB, FLOUR, habit) is None
    assert grams_per_unit(Unit.HANDFUL, BUTTER, habit) is None
    assert grams_per_unit(Unit.HANDFUL, WALNUTS, habit) == 35
    assert grams_per_unit(Unit.STICK, catalogue()["lard"], habit) == 113.4


@given(st.floats(60, 300), st.sampled_from(REGIONS))
def test_an_own_cup_is_the_cup_of_that_kitchen(cup_g: float, region: Region) -> None:
    habit = Habit(region=region, own_cups=(OwnCup(ingredient_id="flour_ap", cup_g=cup_g),))
    assert grams_per_unit(Unit.CUP, FLOUR, habit) == pytest.approx(cup_g)
    assert grams_per_unit(Unit.ML, FLOUR, habit) == pytest.approx(cup_g / CUP_ML[region])
    assert grams_per_unit(Unit.CUP, BUTTER, habit) == grams_per_unit(Unit.CUP, BUTTER, Habit(region=region))


def test_packed_sugar_ignores_how_flour_is_filled() -> None:
    brown = catalogue()["sugar_light_brown"]
    cups = {grams_per_unit(Unit.CUP, brown, Habit(cup_fill=fill)) for fill in CupFill}
    assert cups == {213}


@pytest.mark.parametrize(
    ("text", "grams"),
    [("about 226g", 226), ("8 oz / 1 cup", 226.8), ("0,5 kg", 500), ("1 lb 2 oz", 510.29), ("1 cup", None)],
)
def test_weights_that_a_measure_names(text: str, grams: float | None) -> None:
    measure = read_measure(text)
    assert not isinstance(measure, str)
    assert grams_of(measure) == (pytest.approx(grams, rel=1e-3) if grams else None)


@given(st.integers(1, 12))
def test_dozens_multiply(dozens: int) -> None:
    measure = read_measure(f"{dozens} dozen eggs")
    assert not isinstance(measure, str)
    assert measure.low == 12 * dozens


@pytest.mark.parametrize(
    ("text", "name", "factor", "of"),
    [("flour = weight of 3 eggs", "flour", 1, "3 eggs"), ("sugar = 4/3 of flour", "sugar", 4 / 3, "flour"), ("butter = ½ of sugar", "butter", 0.5, "sugar"),
     ("as much butter as sugar", "butter", 1, "sugar"), ("honey = 0,5 x sugar", "honey", 0.5, "sugar")],
)  # fmt: skip
def test_ratios_are_read(text: str, name: str, factor: float, of: str) -> None:
    ratio = read_ratio(text)
    assert ratio is not None
    assert (ratio.name, ratio.of) == (name, of)
    assert ratio.factor == pytest.approx(factor)


def test_ordinary_lines_are_no_ratios() -> None:
    for text in ("200 g flour", "1 cup sugar", "salt to taste", ""):
        assert read_ratio(text) is None


# --- names -----------------------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    ("plural", "one"),
    [
        ("eggs", "egg"),
        ("cherries", "cherry"),
        ("leaves", "leaf"),
        ("molasses", "molasse"),
        ("cress", "cress"),
        ("radishes", "radish"),
    ],
)
def test_nouns_in_the_singular(plural: str, one: str) -> None:
    assert singular(plural) == one


def test_names_lead_to_known_ingredients_and_core_names_come_first() -> None:
    assert all(id in catalogue() for ids in names().values() for id in ids)
    assert names()[name_key("baking powder")] == ("baking_powder",)
    assert names()[name_key("Peanut butter")][0] == "peanut_butter"


def test_every_ingredient_has_a_role() -> None:
    assert {role_of(item) for item in catalogue().values()} == set(Role)


# --- styles and doughs -----------------------------------------------------------------------------------------


@pytest.mark.parametrize("id", sorted(styles()))
def test_a_typical_dough_lies_on_its_own_style(id: str) -> None:
    style = styles()[id]
    typical = {axis: style.usual[axis].typical_pct for axis in AXES}
    assert distance(typical, style) == 0
    assert distance({**typical, "sugar": typical["sugar"] + 40}, style) > 0
    for axis in AXES:
        usual = style.usual[axis]
        assert usual.low_pct <= usual.typical_pct <= usual.high_pct


@pytest.mark.parametrize("forming", FORMINGS.values(), ids=lambda forming: forming.form().kind)
def test_each_form_chooses_among_its_own_families(forming: AnyForming) -> None:
    for id in forming.families:
        typical = {axis: styles()[id].usual[axis].typical_pct for axis in AXES}
        oven_c = (styles()[id].oven_low_c + styles()[id].oven_high_c) / 2
        shares = weights(typical, forming.families, oven_c)
        assert set(shares) <= set(forming.families)
        assert sum(shares.values()) == pytest.approx(1)
        assert max(shares, key=lambda family: shares[family]) == id


percentages = st.fixed_dictionaries({axis: st.floats(0, 120) for axis in AXES})


@given(percentages, st.sampled_from(list(FORMINGS.values())), st.floats(140, 220), st.sampled_from(list(AXES)))
def test_a_small_step_moves_a_blend_by_a_small_step(
    has: dict[str, float], forming: AnyForming, oven_c: float, axis: str
) -> None:
    """Minutes, limits and ways of being done are weighed by the families' shares: none of them may leap."""
    before, after = (weights({**has, axis: has[axis] + step}, forming.families, oven_c) for step in (0.0, 0.05))
    assert sum(after.values()) == pytest.approx(1)
    for id in forming.families:
        assert after.get(id, 0.0) == pytest.approx(before.get(id, 0.0), abs=0.06)


@given(percentages, st.sampled_from(list(FORMINGS.values())), st.floats(140, 220))
def test_a_blend_lies_between_its_families(has: dict[str, float], forming: AnyForming, oven_c: float) -> None:
    shares = weights(has, forming.families, oven_c)
    blend, families = blended(shares), [styles()[id] for id in shares]
    assert sum(weight for _, weight in blend.ends) == pytest.approx(1)
    for axis in AXES:
        lows = [family.usual[axis].low_pct for family in families]
        assert min(lows) - 1e-9 <= blend.usual[axis].low_pct <= max(lows) + 1e-9
    assert any(family.label in blend.label or blend.label.endswith(family.label.split()[-1]) for family in families)


def test_without_flour_the_form_says_the_family() -> None:
    assert weights(None, ("drop_crisp", "drop_chewy"), 180) == {"drop_chewy": 1.0}
    assert weights(None, ("thin_cracker_sheet",), 180) == {"thin_cracker_sheet": 1.0}


PARTS = [
    (FLOUR, 250.0),
    (BUTTER, 150.0),
    (catalogue()["sugar_granulated"], 150.0),
    (catalogue()["egg_whole"], 50.0),
    (catalogue()["oats_rolled"], 100.0),
]


def test_flakes_count_in_part_as_flour_for_the_style_alone() -> None:
    percentages = percentages_of(PARTS)
    assert percentages is not None
    assert percentages["sugar"] == pytest.approx(100 * 150 / (250 + 60))
    assert percentages["inclusions"] == pytest.approx(100 * 100 / 310)


def test_a_chosen_style_wins_over_the_nearest() -> None:
    mix = mix_of_dough(PARTS, Making())
    families = forming_of(ScoopForm()).families
    dough, style = dough_of(PARTS, mix, families, 30, "foam_wafer")
    assert style.id == dough.style_id == "foam_wafer"
    assert dough_of(PARTS, mix, families, 30, "no such style")[1].id in families


def test_allergens_and_warnings_of_packets_are_kept_apart() -> None:
    assert {"wheat", "milk", "egg", "oats"} <= set(allergens_of(PARTS))
    (warning,) = may_contain_of([(catalogue()["oats_rolled"], 100.0)])
    assert "wheat" in warning
    assert may_contain_of([(FLOUR, 100.0)]) == ()


@given(st.sampled_from(list(Mixing)), st.floats(0.2, 0.9))
def test_leanings_are_scores_with_reasons(mixing: Mixing, activity: float) -> None:
    percentages = percentages_of(PARTS)
    assert percentages is not None
    found = textures_of(PARTS, percentages, mix_of_dough(PARTS, Making(mixing=mixing)), activity)
    assert [t.score for t in found] == sorted((t.score for t in found), reverse=True)
    assert all(0 <= t.score <= 100 for t in found)
    assert {t.name for t in found} == {"crisp", "chewy", "cakey", "short", "crumbly"}
    assert all(t.reasons for t in found if t.score > 40)


def test_a_lost_tray_falls_back_to_the_first() -> None:
    kitchen = Kitchen(
        trays=(Tray(id="a", name="A", width_mm=300, depth_mm=200), Tray(id="b", name="B", width_mm=300, depth_mm=250))
    )
    assert kitchen.tray("b").name == "B"
    assert kitchen.tray("gone").name == "A"
    assert math.isclose(kitchen.tray("b").depth_mm, 250)
