"""Reading a card's lines: what is sure must be right, what is not must be asked."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.card.amounts import read_measure
from finebatch.core.card.names import Sureness
from finebatch.core.card.reading import read_line
from finebatch.core.card.units import Unit
from finebatch.core.ingredients.catalogue import catalogue
from finebatch.core.kitchen.habit import CupFill, Habit, Region, SettledName

US = Habit()

SURE = [
    ("1½ cups plain flour, sifted", "flour_ap", 180),
    ("2 sticks soft butter", "butter_unsalted", 226.8),
    ("half an egg", "egg_whole", 25),
    ("3 to 4 tbsp milk", "milk_whole", 53.2),
    ("pinch of salt", "salt_fine", 0.36),
    ("200 g dark chocolate, chopped", "choc_dark_chopped", 200),
    ("1 1/2 cups sugar", "sugar_granulated", 300),
    ("1-1/2 cups granulated sugar", "sugar_granulated", 300),
    ("2 large eggs", "egg_whole", 100),
    ("1 cup plus 2 tbsp flour", "flour_ap", 135),
    ("2 x 100 g bars dark chocolate", "choc_dark_chopped", 200),
    ("1 (14 oz) tin condensed milk", "condensed_milk", 396.9),
    ("plain flour - 300 g", "flour_ap", 300),
    ("Eggs: 2", "egg_whole", 100),
    ("1 heaped teaspoon ground ginger", "ginger_ground", 2.7),
    ("½ cup (113 g) butter", "butter_unsalted", 113),
    ("1 egg yolk", "egg_yolk", 18),
    ("juice of 1 lemon", "juice_lemon", 45),
    ("finely grated zest of half a lemon", "zest_lemon", 3),
    ("2 tsp vanilla essence", "vanilla_extract", 8.6),
    ("¾ cup firmly packed light brown sugar", "sugar_light_brown", 159.75),
    ("12 oz semi-sweet chocolate chips", "choc_chips_dark", 340.2),
    ("75g pepitas", "pumpkin_seed", 75),
    ("225g unsalted butter, at room temperature", "butter_unsalted", 225),
    ("1 lb 2 oz plain flour", "flour_ap", 510.3),
    ("1,000 g bread flour", "flour_bread", 1000),
    ("0,5 kg caster sugar", "sugar_caster", 500),
    ("scant 1/3 cup honey", "honey", 105.4),
    ("• 1 tsp bicarb", "baking_soda", 4.6),
    ("a dozen eggs", "egg_whole", 600),
    ("1 T milk", "milk_whole", 15.2),
    ("1 t fine salt", "salt_fine", 6),
]


@pytest.mark.parametrize(("text", "ingredient", "grams"), SURE)
def test_lines_read_right_with_no_help(text: str, ingredient: str, grams: float) -> None:
    reading = read_line(text, US)
    assert reading.ingredient_id == ingredient
    assert reading.sureness is Sureness.SURE
    assert reading.mass_g == pytest.approx(grams, rel=0.01)
    assert reading.text == text


UNSURE = [
    ("½ cup cornflour", "cornstarch"),  # starch or maize meal, by country
    ("100 g chocolate", "choc_dark_50"),
    ("1 cup magic blue flour", "flour_ap"),
    ("butter", "butter_unsalted"),  # no amount
    ("1 stick flour", "flour_ap"),  # a unit that does not fit
    ("-3 g salt", "salt_fine"),
    ("0 g sugar", "sugar_granulated"),
    ("1/0 cup sugar", "sugar_granulated"),
    ("50 kg sugar", "sugar_granulated"),
    ("1 cup sugar + 2", "sugar_granulated"),
    ("3 cups zanzibar dust", None),
    ("1 tsp bakng soda", "baking_soda"),
    ("2 tsp almond extrct", "almond_extract"),
]


@pytest.mark.parametrize(("text", "guess"), UNSURE)
def test_what_is_not_clear_is_asked_and_never_dropped(text: str, guess: str | None) -> None:
    reading = read_line(text, US)
    assert reading.sureness is not Sureness.SURE
    assert reading.ingredient_id == guess
    assert reading.note
    assert reading.text == text


def test_a_misspelt_name_is_taken_and_marked() -> None:
    reading = read_line("100 g chocolat chips", US)
    assert reading.ingredient_id == "choc_chips_dark"
    assert reading.sureness is Sureness.SURE
    assert "taken as" in reading.note


def test_a_far_name_is_offered_but_not_taken() -> None:
    reading = read_line("100 g hazlewood nutz", US)
    assert reading.ingredient_id is None or reading.sureness is not Sureness.SURE


def test_the_bakers_answers_settle_a_line() -> None:
    chosen = read_line("3 cups zanzibar dust", US, "flour_rye_dark")
    assert chosen.sureness is Sureness.SURE
    assert chosen.mass_g == pytest.approx(3 * 104)
    weighed = read_line("3 cups zanzibar dust", US, "flour_rye_dark", 250.0)
    assert weighed.mass_g == 250


def test_habit_changes_grams_at_once() -> None:
    cup = "1 cup plain flour"
    assert read_line(cup, US).mass_g == pytest.approx(120)
    assert read_line(cup, Habit(cup_fill=CupFill.SCOOPED)).mass_g == pytest.approx(140)
    assert read_line(cup, Habit(region=Region.AU)).mass_g == pytest.approx(120 * 250 / 236.588)
    spoon = "1 tbsp honey"
    us, uk, au = (read_line(spoon, Habit(region=region)).mass_g or 0 for region in (Region.US, Region.UK, Region.AU))
    assert us < uk < au
    assert au / us == pytest.approx(20 / 14.787, rel=1e-3)
    assert read_line("1 egg", Habit(region=Region.UK)).mass_g == 51


def test_a_stated_weight_wins_and_a_clash_is_asked() -> None:
    reading = read_line("1 cup (200 g) plain flour", US)
    assert reading.mass_g == 200
    assert reading.sureness is Sureness.CHECK
    assert "120 g" in reading.note


def test_lines_not_counted_weigh_nothing() -> None:
    reading = read_line("flour for rolling", US)
    assert reading.mass_g == 0
    assert reading.sureness is Sureness.SURE


@given(st.text(max_size=120))
def test_any_text_at_all_is_read_without_failing_and_kept(text: str) -> None:
    reading = read_line(text, US)
    assert reading.text == text
    assert reading.mass_g is None or reading.mass_g >= 0


@given(
    st.sampled_from(sorted(catalogue())),
    st.integers(1, 900),
    st.sampled_from(["g", "grams", "oz", "lb"]),
)
def test_catalogue_names_with_weights_come_back(id: str, amount: int, unit: str) -> None:
    """Every catalogue name is recognised by itself: sure, or asked with itself among the choices."""
    name = catalogue()[id].name
    reading = read_line(f"{amount} {unit} {name}", US)
    worth = {"g": 1, "grams": 1, "oz": 28.35, "lb": 453.592}[unit]
    assert id in {reading.ingredient_id, *(choice.ingredient_id for choice in reading.choices)}
    if reading.sureness is Sureness.SURE:
        assert reading.ingredient_id == id
        assert reading.mass_g == pytest.approx(amount * worth)


@given(st.integers(1, 9), st.sampled_from(["½", "¼", "¾", "⅓", "1/2", "3/8"]), st.sampled_from(["cup", "tbsp", "tsp"]))
def test_mixed_numbers(whole: int, part: str, unit: str) -> None:
    value = {"½": 0.5, "¼": 0.25, "¾": 0.75, "⅓": 1 / 3, "1/2": 0.5, "3/8": 0.375}[part]
    measure = read_measure(f"{whole} {part} {unit}s sugar")
    assert not isinstance(measure, str)
    assert measure.low == pytest.approx(whole + value)
    assert measure.unit is Unit(unit)
    assert measure.rest == "sugar"


@pytest.mark.parametrize("id", sorted(catalogue()))
def test_composition_sums_to_one(id: str) -> None:
    item = catalogue()[id]
    parts = (
        item.water,
        item.fat,
        item.sugars,
        item.polyol,
        item.starch,
        item.protein,
        item.fibre,
        item.ash_other,
        item.alcohol,
    )
    assert sum(parts) == pytest.approx(1, abs=1e-9)
    assert all(part >= 0 for part in parts)


def test_what_an_unknown_ingredient_is_most_like_is_kept_for_next_time() -> None:
    asked = read_line("100 g zanzibar dust", US)
    assert asked.sureness is Sureness.UNKNOWN
    assert asked.asked_name == "zanzibar dust"
    kitchen = Habit(settled=(SettledName(name=asked.asked_name, ingredient_id="cornstarch"),))
    again = read_line("2 tbsp zanzibar dust, sifted", kitchen)
    assert (again.ingredient_id, again.sureness) == ("cornstarch", Sureness.SURE)
