"""What to buy: what the house has is taken off, eggs are whole, edits stay with their line."""

from datetime import UTC, datetime

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.formula import weigh_lines
from finebatch.core.kitchen import Housekeeping, Kitchen, Units
from finebatch.core.stores.making import makes_of
from finebatch.core.stores.needs import needs_of, needs_of_all
from finebatch.core.stores.packs import PackSize
from finebatch.core.stores.pantry import Level, PantryItem
from finebatch.core.stores.said import piece_g_of
from finebatch.core.stores.shopping import Marked, OwnItem, Shopping, ShoppingList, bought_of, shopping_of, weight
from tests.kit import cut_dough, drop_dough

NOW = datetime(2026, 11, 27, 8, tzinfo=UTC)
FLOUR = PantryItem(ingredient_id="flour_ap", pack_g=1000, pack_is="bag")
KITCHEN = Kitchen()


def listed(have: dict[str, float] | None = None, times: float = 1, **about: object) -> Shopping:
    wanted = ShoppingList.model_validate({"name": "Fair", "made_at": NOW, **about})
    levels = {id: Level(amount_g=grams) for id, grams in (have or {}).items()}
    return shopping_of(
        wanted, needs_of(cut_dough(), KITCHEN.habit, times), levels, {"flour_ap": FLOUR}, {}, {}, KITCHEN
    )


@given(st.floats(0.2, 9), st.floats(0, 3000))
def test_what_is_bought_covers_what_is_missing(times: float, there_g: float) -> None:
    need_g = needs_of(cut_dough(), KITCHEN.habit, times).grams["flour_ap"]
    lines = {line.key: line for line in listed({"flour_ap": there_g}, times).lines}
    if need_g <= there_g:
        assert "flour_ap" not in lines
    else:
        flour = lines["flour_ap"]
        assert flour.buy_g % FLOUR.pack_g == pytest.approx(0)
        assert flour.left_g == pytest.approx(there_g + flour.buy_g - need_g)
        assert 0 <= flour.left_g + 1e-6 < FLOUR.pack_g + 1e-3


def test_eggs_are_bought_whole_over_all_doughs() -> None:
    each_g = piece_g_of("egg_whole", "large") or 0
    needs = needs_of_all([(drop_dough(), 0.75), (cut_dough(), 1.5)], KITCHEN.habit)  # 1½ and 1½ eggs
    assert needs.eggs
    assert needs.eggs.to_buy == 3
    assert needs.grams["egg_whole"] == pytest.approx(3 * each_g)


def test_yolks_leave_whites_with_an_idea() -> None:
    card = "200 g flour\n100 g butter\n2 egg yolks"
    spec = cut_dough(
        lines=tuple(cut_dough().lines[0].but(id=str(i), text=text) for i, text in enumerate(card.split("\n")))
    )
    wanted = ShoppingList(name="x", made_at=NOW)
    found = shopping_of(wanted, needs_of(spec, KITCHEN.habit), {}, {}, {}, {}, KITCHEN)
    assert found.left_overs[0].startswith("2 whites left")


def test_browned_butter_is_bought_as_butter() -> None:
    spec = cut_dough(lines=(cut_dough().lines[0].but(text="168 g browned butter"),))
    assert needs_of(spec, KITCHEN.habit).grams["butter_unsalted"] == pytest.approx(200)


def test_water_comes_from_the_tap() -> None:
    spec = cut_dough(lines=(cut_dough().lines[0].but(text="100 ml water"),))
    assert needs_of(spec, KITCHEN.habit).grams == {}


def test_lines_stand_in_the_order_of_ones_own_shop() -> None:
    assert [line.aisle for line in listed().lines] == sorted(
        (line.aisle for line in listed().lines), key=KITCHEN.stores.aisles.index
    )
    own = Kitchen(
        stores=Housekeeping(aisles=("Market", "Dairy and eggs", "Flour and sugar"), aisle_of={"flour_ap": "Market"})
    )
    needs = needs_of(cut_dough(), own.habit)
    lines = shopping_of(ShoppingList(name="x", made_at=NOW), needs, {}, {}, {}, {}, own).lines
    assert lines[0].key == "flour_ap"
    assert lines[-1].aisle not in own.stores.aisles  # salt: of an aisle this shop does not have, so last


def test_what_the_baker_said_of_a_line_stays() -> None:
    marks = {
        "flour_ap": Marked(ticked=True, grams=1500),
        "butter_unsalted": Marked(left_out=True),
        "own": Marked(ticked=True),
    }
    found = listed(marks=marks, own=(OwnItem(id="own", text="ribbon", aisle="Paper"),))
    lines = {line.key: line for line in found.lines}
    assert (lines["flour_ap"].buy_g, lines["flour_ap"].changed) == (1500, True)
    assert lines["butter_unsalted"].left_out
    assert lines["own"].aisle == "Paper"
    assert bought_of(found) == {"flour_ap": 1500}


def test_a_smaller_pack_known_by_its_price_is_bought_where_less_is_left() -> None:
    wanted = ShoppingList(name="x", made_at=NOW)
    sizes = {"flour_ap": (PackSize(mass_g=500),)}
    found = shopping_of(wanted, needs_of(cut_dough(), KITCHEN.habit), {}, {"flour_ap": FLOUR}, sizes, {}, KITCHEN)
    flour = next(line for line in found.lines if line.key == "flour_ap")
    assert flour.says == "1 pack of 500 g"


def test_what_is_low_can_come_along() -> None:
    low = {"flour_ap": FLOUR.but(low_g=500), "salt_fine": PantryItem(ingredient_id="salt_fine", pack_g=500, low_g=100)}
    levels = {"flour_ap": Level(amount_g=600), "salt_fine": Level(amount_g=40)}
    for with_low, keys in (
        (False, {"butter_unsalted", "sugar_caster", "egg_whole"}),
        (True, {"butter_unsalted", "sugar_caster", "egg_whole", "flour_ap", "salt_fine"}),
    ):
        wanted = ShoppingList(name="x", made_at=NOW, with_low=with_low)
        found = shopping_of(wanted, needs_of(cut_dough(), KITCHEN.habit), levels, low, {}, {}, KITCHEN)
        assert {line.key for line in found.lines} == keys


def test_unread_lines_are_named() -> None:
    spec = cut_dough(lines=(cut_dough().lines[0].but(text="a bunch of moonbeams"),))
    assert needs_of(spec, KITCHEN.habit).unread == ("a bunch of moonbeams",)


def test_weights_are_in_the_kitchens_units() -> None:
    us = Kitchen(units=Units.US)
    assert [weight(grams, us) for grams in (10, 453.6, 1000)] == ["0.35 oz", "1 lb 0.0 oz", "2 lb 3.3 oz"]


@given(st.floats(0, 5000), st.floats(0, 2000))
def test_as_many_batches_as_the_scarcest_ingredient_gives(flour_g: float, butter_g: float) -> None:
    levels = {"flour_ap": Level(amount_g=flour_g), "butter_unsalted": Level(amount_g=butter_g)}
    needs, weighed = needs_of(cut_dough(), KITCHEN.habit), weigh_lines(cut_dough().lines, KITCHEN.habit)
    makes = makes_of(needs, weighed, levels, frozenset(levels))
    assert makes.batches == int(min(flour_g / 300, butter_g / 200) / 0.98)
    assert {one.ingredient_id for one in makes.missing} == {
        id for id, need in (("flour_ap", 300), ("butter_unsalted", 200)) if levels[id].amount_g < 0.98 * need
    }
    assert "Caster sugar" in makes.uncounted


def test_what_could_stand_in_is_there() -> None:
    levels = {"butter_unsalted": Level(amount_g=0), "margarine_stick": Level(amount_g=500)}
    needs, weighed = needs_of(cut_dough(), KITCHEN.habit), weigh_lines(cut_dough().lines, KITCHEN.habit)
    (missing,) = makes_of(needs, weighed, levels, frozenset(levels)).missing
    assert "argarine" in missing.stand_in
    (missing,) = makes_of(needs, weighed, {}, frozenset(levels)).missing
    assert missing.stand_in == ""
