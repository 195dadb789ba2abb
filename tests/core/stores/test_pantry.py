"""The pantry: stock is conserved over any order of what happens, and amounts are understood as people say them."""

from datetime import UTC, date, datetime, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base.problems import Refusal
from finebatch.core.kitchen import Kitchen
from finebatch.core.stores.pantry import (
    Level,
    Move,
    MoveKind,
    PantryItem,
    in_packs,
    levels_of,
    shelved,
    taken_down,
    unlikely_amount,
    usual_item,
)
from finebatch.core.stores.said import grams_said, piece_g_of

FLOUR = PantryItem(ingredient_id="flour_ap", pack_g=1000, pack_is="bag", low_g=500)
EGGS = usual_item("egg_whole")
EGG_G = piece_g_of("egg_whole", "large")
BEGAN = datetime(2026, 11, 1, 9, tzinfo=UTC)


@st.composite
def moves(draw: st.DrawFn) -> list[Move]:
    whys = draw(st.lists(st.sampled_from(MoveKind), max_size=14))
    return [
        Move(
            why=why,
            at=BEGAN + timedelta(minutes=draw(st.integers(0, 5000)), seconds=number),
            amounts_g=draw(
                st.dictionaries(
                    st.sampled_from(["flour_ap", "butter_unsalted"]), st.integers(0, 3000).map(float), min_size=1
                )
            ),
        )
        for number, why in enumerate(whys)
    ]


@given(moves())
def test_stock_is_conserved(happened: list[Move]) -> None:
    levels = levels_of(happened)
    for id in ("flour_ap", "butter_unsalted"):
        mine = sorted((move for move in happened if id in move.amounts_g), key=lambda move: move.at)
        counts = [number for number, move in enumerate(mine) if move.why is MoveKind.COUNTED]
        since = mine[counts[-1] :] if counts else mine
        sign = {MoveKind.COUNTED: 1, MoveKind.BOUGHT: 1, MoveKind.USED: -1, MoveKind.THROWN: -1}
        balance = sum(sign[move.why] * move.amounts_g[id] for move in since)
        level = levels.get(id, Level(amount_g=0.0))
        assert level.amount_g >= 0
        assert level.amount_g - level.short_g == pytest.approx(balance)


@given(moves(), st.randoms())
def test_the_order_in_which_it_is_told_does_not_matter(happened: list[Move], dice: object) -> None:
    shuffled = list(happened)
    dice.shuffle(shuffled)  # type: ignore[attr-defined]
    assert levels_of(shuffled) == levels_of(happened)


@given(moves(), moves())
def test_what_is_undone_was_never_there(happened: list[Move], undone: list[Move]) -> None:
    assert levels_of([move for move in (*happened, *undone) if move not in undone]) == levels_of(
        [move for move in happened if move not in undone]
    )


def test_more_used_than_there_was_is_said_and_never_below_nothing() -> None:
    level = levels_of(
        [
            Move(why=MoveKind.COUNTED, at=BEGAN, amounts_g={"flour_ap": 200}),
            Move(why=MoveKind.USED, at=BEGAN + timedelta(hours=1), amounts_g={"flour_ap": 350}),
            Move(why=MoveKind.BOUGHT, at=BEGAN + timedelta(hours=2), amounts_g={"flour_ap": 1000}),
        ]
    )["flour_ap"]
    assert (level.amount_g, level.short_g) == (1000, 150)


@pytest.mark.parametrize(
    ("text", "grams"),
    [
        ("one and a bit bags", 1120), ("half a bag", 500), ("1½ bags", 1500), ("1 ½ bags", 1500), ("1 1/2 bags", 1500), ("one and a half bags", 1500),
        ("two thirds of a bag", 667), ("a third", 333), ("a bag and a half", 1500), ("2 bags + 300 g", 2300), ("2 bags and 300 g", 2300),
        ("350 g", 350), ("1.2 kg", 1200), ("3 cups", 360), ("none", 0), ("nothing", 0), ("all gone", 0), ("a couple of bags", 2000), ("3", 3000),
        ("three quarters of a bag", 750), ("0,5", 500),
    ],
)  # fmt: skip
def test_amounts_as_people_say_them(text: str, grams: float) -> None:
    assert grams_said(text, FLOUR, Kitchen(), None) == pytest.approx(grams, abs=0.5)


@pytest.mark.parametrize(
    ("text", "eggs"),
    [("11 eggs", 11), ("11", 11), ("a dozen", 12), ("half a dozen", 6), ("2 dozen", 24), ("one egg", 1)],
)
def test_eggs_are_counted(text: str, eggs: int) -> None:
    assert EGG_G
    assert grams_said(text, EGGS, Kitchen(), EGG_G) == pytest.approx(eggs * EGG_G)


@pytest.mark.parametrize("text", ["", "lots", "-2", "−300 g", "1/0 bags", "2-3 bags", "some flour", "bag of wheels"])
def test_what_cannot_be_told_is_said_at_the_field(text: str) -> None:
    with pytest.raises(Refusal) as caught:
        grams_said(text, FLOUR, Kitchen(), None)
    assert caught.value.problem.field == "amount"


def test_a_volume_of_what_has_no_weight_for_it_is_asked_about() -> None:
    with pytest.raises(Refusal, match="cannot be told in grams"):
        grams_said("2 cups", PantryItem(ingredient_id="vanilla_pod"), Kitchen(), None)


@given(st.floats(0, 20_000))
def test_what_is_said_of_packs_is_near_what_is_there(grams: float) -> None:
    said = in_packs(grams, FLOUR)
    if said != "next to no bag":
        assert grams_said(said, FLOUR, Kitchen(), None) == pytest.approx(grams, abs=125)


def test_an_absurd_count_is_asked_about() -> None:
    assert unlikely_amount(FLOUR, 40_000)[0].field == "amount"
    assert not unlikely_amount(FLOUR, 4000)


def test_the_earlier_of_two_dates_counts() -> None:
    today = date(2026, 11, 27)
    item = FLOUR.but(best_before=date(2027, 3, 1), opened_on=date(2026, 10, 1), keeps_opened_days=30)
    one = shelved("a", 1, item, Level(amount_g=300), None, today)
    assert one.good_until == date(2026, 10, 31)
    assert one.over
    assert one.low


def test_only_what_the_pantry_keeps_is_taken_down() -> None:
    assert taken_down({"flour_ap": 300.0, "salt_fine": 5.0, "egg_whole": 0.0}, ["flour_ap", "egg_whole"]) == {
        "flour_ap": 300.0
    }
