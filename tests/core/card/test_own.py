"""What is this household's own: vessels, names, and claims said by hand."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.card.claims import Claim, ClaimKind, first_minutes, with_own
from finebatch.core.card.names import Sureness
from finebatch.core.card.reading import read_line
from finebatch.core.kitchen.habit import Habit, OwnMeasure, SettledName


@pytest.mark.parametrize(
    ("text", "vessel"),
    [
        ("a ladle of milk", "ladle"),
        ("2 ladlefuls milk", "ladle"),
        ("1 grandma's cup milk", "grandma's cup"),
        ("half of grandma’s cup milk", "grandma's cup"),
        ("2 of my blue mugs milk", "my blue mug"),
        ("3 glasses milk", "glass"),
    ],
)
@given(holds_ml=st.integers(20, 900))
def test_a_vessel_is_asked_once_and_then_holds_what_was_said(text: str, vessel: str, holds_ml: int) -> None:
    asked = read_line(text, Habit())
    assert (asked.vessel, asked.sureness) == (vessel, Sureness.CHECK)
    known = read_line(text, Habit(own_measures=(OwnMeasure(name=vessel, holds_ml=holds_ml),)))
    assert (known.vessel, known.sureness) == (vessel, Sureness.SURE)
    assert known.mass_g is not None
    times = {"a": 1, "2": 2, "1": 1, "half": 0.5, "3": 3}[text.split()[0]]
    assert known.mass_g / times == pytest.approx(holds_ml * 1.031, rel=0.02)
    assert known.mass_low_g == known.mass_g


@pytest.mark.parametrize("text", ["2 cups flour", "1 cup sugar", "the zest of a lemon", "2 tbsp milk"])
def test_a_plain_measure_is_nobodys_own(text: str) -> None:
    assert read_line(text, Habit()).vessel == ""


def test_an_ingredient_without_a_row_keeps_the_bakers_name() -> None:
    unknown = read_line("3 tbsp kinako, sifted", Habit())
    assert (unknown.ingredient_id, unknown.asked_name) == (None, "kinako")
    habit = Habit(settled=(SettledName(name="kinako", ingredient_id="flour_ap"),))
    known = read_line("3 tbsp kinako, sifted", habit)
    assert (known.ingredient_name, known.ingredient_id, known.sureness) == ("Kinako", "flour_ap", Sureness.SURE)
    assert "all-purpose" in known.note
    assert known.mass_g == read_line("3 tbsp flour", Habit()).mass_g


def test_a_name_the_catalogue_knows_is_the_catalogues() -> None:
    assert read_line("2 cups flour", Habit(), "flour_bread").ingredient_name == "Bread flour"


def test_what_the_baker_says_stands_in_place_of_the_card_or_beside_it() -> None:
    card = (
        Claim(kind=ClaimKind.BAKE_MIN, low=8, high=10, text="Bake 8 to 10"),
        Claim(kind=ClaimKind.OVEN_C, low=180, high=180),
    )
    own = (Claim(kind=ClaimKind.BAKE_MIN, low=12, high=14), Claim(kind=ClaimKind.TRAY_REST_MIN, low=5, high=5))
    both = with_own(card, own)
    assert [(claim.kind, claim.low, claim.by_hand) for claim in both] == [
        (ClaimKind.BAKE_MIN, 12, True), (ClaimKind.OVEN_C, 180, False), (ClaimKind.TRAY_REST_MIN, 5, True),
    ]  # fmt: skip


@pytest.mark.parametrize(
    ("text", "minutes"), [("Cream 4 min.", 4), ("Rest for 1 hour", 60), ("Beat 3 to 5 minutes", 4), ("Stir.", None)]
)
def test_a_steps_minutes_are_the_ones_it_says(text: str, minutes: float | None) -> None:
    assert first_minutes(text) == minutes
