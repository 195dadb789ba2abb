"""From a card to a dough that is ready to bake."""

import pytest

from finebatch.core.bakemodel.mix import FatState, Mixing
from finebatch.core.bench.assess import assess
from finebatch.core.bench.card import dough_of_card
from finebatch.core.card.claims import Claim, ClaimKind
from finebatch.core.card.line import Part
from finebatch.core.day.request import DoughAsk
from finebatch.core.day.work.derive import share_of
from finebatch.core.dough.method import Stage
from finebatch.core.forming.ball import BallForm
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.oven import Scale
from finebatch.core.trays.arrange import TrayRules

KITCHEN = Kitchen()
CARD = """Tide Stars

250 g plain flour
125 g cold butter
100 g caster sugar
1 egg

For the glaze
100 g icing sugar

Method
1. Rub the butter into the flour and sugar.
2. Bind with the egg.
3. Chill for 45 minutes.
4. Roll out 4 mm thick and cut with a 60 mm star cutter.
5. Bake at 170 °C for 9 to 11 minutes.
"""


def test_a_card_becomes_a_dough_with_form_oven_chill_and_method() -> None:
    spec = dough_of_card(CARD, KITCHEN).spec
    assert spec.name == "Tide Stars"
    assert isinstance(spec.form, CutoutForm)
    assert (spec.form.thickness_mm, spec.form.cutter_mm) == (4, 60)
    assert (spec.oven.value, spec.making.chill_h, spec.making.mixing) == (170, 0.75, Mixing.RUB_IN)
    assert spec.making.fat_state is FatState.COLD
    assert spec.method is not None
    assert [step.text for step in spec.method][:2] == ["Rub the butter into the flour and sugar.", "Bind with the egg."]
    assert [step.minutes for step in spec.method if step.stage is Stage.REST] == [45]
    assert spec.card is not None
    assert spec.card.text == CARD


def test_what_is_not_for_the_dough_is_not_weighed_in_it() -> None:
    spec = dough_of_card(CARD, KITCHEN).spec
    found = assess(spec, KITCHEN)
    assert found.lines[-1].part is Part.GLAZE
    assert found.dough is not None
    assert found.dough.mass_g == pytest.approx(525)


def test_a_claim_left_out_sets_nothing() -> None:
    spec = dough_of_card(CARD, KITCHEN, (ClaimKind.OVEN_C, ClaimKind.CHILL_MIN)).spec
    assert (spec.oven.value, spec.making.chill_h) == (180, 0)
    assert spec.card is not None
    assert len(spec.card.left_out) == 2


@pytest.mark.parametrize(("scale", "value"), [(Scale.C, 170), (Scale.F, 340), (Scale.GAS, 3)])
def test_the_oven_is_set_on_the_kitchens_own_dial(scale: Scale, value: float) -> None:
    spec = dough_of_card(CARD, KITCHEN.model_copy(update={"scale": scale})).spec
    assert (spec.oven.value, spec.oven.scale) == (value, scale)


def test_a_count_against_a_size_is_asked_with_numbers_and_both_ways_offered() -> None:
    card = CARD.split("\n4.")[0] + "\n4. Roll into 25 mm balls.\n5. Bake at 170 °C for 10 minutes. Makes 12.\n"
    read = dough_of_card(card, KITCHEN)
    assert isinstance(read.spec.form, BallForm)
    assert any("12 of these would be" in conflict.text for conflict in read.conflicts)
    assert any(
        "would be" in problem.message for problem in assess(read.spec, KITCHEN).problems if problem.field == "card"
    )
    calm = dough_of_card(card, KITCHEN, (ClaimKind.YIELD_PIECES,)).spec
    assert not [problem for problem in assess(calm, KITCHEN).problems if "would be" in problem.message]


def test_nothing_that_can_be_typed_breaks_it() -> None:
    for text in (
        "",
        "salt",
        "Makes 36",
        "1/0 cup sugar",
        "350",
        "roll into 0 mm balls\n1 g flour",
        "1 g salt\nbake 0 minutes at 0",
    ):
        dough_of_card(text, KITCHEN)


def test_an_amount_that_nobody_means_and_an_egg_from_nowhere_are_said() -> None:
    card = CARD.replace("1 egg\n", "2 tbsp baking soda\n")
    said = [conflict.text for conflict in dough_of_card(card, KITCHEN).conflicts]
    assert any("baking soda is hardly meant" in text for text in said)
    assert any("no egg is in the dough" in text for text in said)
    assert dough_of_card(CARD, KITCHEN).conflicts == ()


def test_what_only_the_whole_card_tells_is_kept_with_the_line() -> None:
    bare = dough_of_card("3-2-1\nflour 300\nbutter 200\nsugar 100\nsalt 3\nrub, 1 h fridge\n170 / 14 min", KITCHEN).spec
    assert [line.mass_g for line in bare.lines] == [300, 200, 100, 3]
    own_cup = dough_of_card(
        "Oaties\n(250 ml cup, 20 ml tablespoon)\n\n1 cup rolled oats\n100 g butter\n2 tablespoons honey\n", KITCHEN
    ).spec
    oats, butter, honey = own_cup.lines
    assert oats.mass_g == pytest.approx(92 * 250 / 236.588, rel=0.02)
    assert butter.mass_g is None
    assert honey.mass_g == pytest.approx(21.25 * 2 * 20 / 14.787, rel=0.02)


def test_a_claim_said_by_hand_counts_instead_of_the_cards() -> None:
    own = (Claim(kind=ClaimKind.OVEN_C, low=160, high=160), Claim(kind=ClaimKind.TRAY_REST_MIN, low=4, high=4))
    made = dough_of_card(CARD, KITCHEN, (), own)
    assert (made.spec.oven.value, made.spec.tray_rest_min) == (160, 4)
    assert made.spec.card is not None
    assert {claim.kind for claim in made.spec.card.claims if claim.by_hand} == {
        ClaimKind.OVEN_C,
        ClaimKind.TRAY_REST_MIN,
    }


def test_saying_what_an_impossible_claim_means_settles_it() -> None:
    card = CARD.replace("170 °C", "180 °F")
    assert any("180" in conflict.text for conflict in dough_of_card(card, KITCHEN).conflicts)
    own = (Claim(kind=ClaimKind.OVEN_C, low=180, high=180),)
    settled = dough_of_card(card, KITCHEN, (), own)
    assert settled.conflicts == ()
    assert settled.spec.oven.value == 180


def test_the_cards_spacing_and_rest_go_into_trays_and_plan() -> None:
    card = CARD.replace("Bake at", "Set 3 cm apart. Bake at") + "6. Leave on the tray for 7 minutes.\n"
    spec = dough_of_card(card, KITCHEN).spec
    assert (spec.layout.apart_mm, spec.tray_rest_min) == (30, 7)
    found = assess(spec, KITCHEN)
    assert found.tray_rest_min == 7
    assert found.trays is not None
    first, second = found.trays.layout.places[:2]
    assert found.outcome is not None
    assert abs(second.x_mm - first.x_mm) >= found.outcome.pieces.raw_diameter_mm + 30 - 1e-6
    share = share_of(spec, KITCHEN, 0, DoughAsk(dough_id="d"))
    assert {load.rest_s for load in share.loads} == {7 * 60}


def test_too_little_room_between_them_is_said_in_mm() -> None:
    spec = dough_of_card(CARD, KITCHEN).spec
    tight = spec.model_copy(update={"layout": TrayRules(apart_mm=0)})
    said = [problem.message for problem in assess(tight, KITCHEN).problems if problem.field == "layout.apart_mm"]
    assert len(said) == 1
    assert "may join by" in said[0]
    clear = int(said[0].rsplit(";", 1)[1].split()[0])
    wide = spec.model_copy(update={"layout": TrayRules(apart_mm=clear)})
    assert not [problem for problem in assess(wide, KITCHEN).problems if problem.field == "layout.apart_mm"]
