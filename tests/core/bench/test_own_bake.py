"""A baker's own minutes and cue take the place of the foretold ones, in the plan too; far-off ones are asked."""

import pytest

from finebatch.core.baking.window import OwnBake
from finebatch.core.bench.assess import assess
from finebatch.core.bench.card import dough_of_card
from finebatch.core.kitchen.kitchen import Kitchen
from tests.kit import drop_dough

KITCHEN = Kitchen()
FORETOLD = assess(drop_dough(), KITCHEN).outcome


def asked(minutes: OwnBake) -> list[str]:
    return [p.message for p in assess(drop_dough(own_bake=minutes), KITCHEN).problems if p.field == "card"]


def test_own_minutes_and_cue_are_the_window_and_the_range_stays() -> None:
    assert FORETOLD is not None
    middle = FORETOLD.window.aim_min
    own = OwnBake(from_min=middle - 1, to_min=middle + 1, cue="till the rim is brown")
    outcome = assess(drop_dough(own_bake=own), KITCHEN).outcome
    assert outcome is not None
    assert outcome.window.aim_min == pytest.approx(middle)
    assert (outcome.window.done_from_min, outcome.window.done_to_min) == (middle - 1, middle + 1)
    assert outcome.window.cue == "till the rim is brown"
    assert outcome.baked == FORETOLD.baked
    assert asked(own) == []


def test_minutes_far_from_what_the_dough_wants_are_asked_with_numbers() -> None:
    assert "Your own minutes are 60 to 70" in asked(OwnBake(from_min=70, to_min=60))[0]
    card = "Slow Drops\n\n250 g flour\n125 g butter\n150 g sugar\n1 egg\n\nDrop by tablespoonfuls. Bake at 180 °C for 80 minutes.\n"
    problems = [p.message for p in assess(dough_of_card(card, KITCHEN).spec, KITCHEN).problems if p.field == "card"]
    assert any(message.startswith("The card says 80 minutes; this dough") for message in problems)
    fitting = card.replace("80 minutes", "12 minutes")
    assert not [
        p for p in assess(dough_of_card(fitting, KITCHEN).spec, KITCHEN).problems if "The card says" in p.message
    ]


def test_without_a_cue_the_familys_stands() -> None:
    assert FORETOLD is not None
    outcome = assess(drop_dough(own_bake=OwnBake()), KITCHEN).outcome
    assert outcome is not None
    assert outcome.window.cue == FORETOLD.window.cue
