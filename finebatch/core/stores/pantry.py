"""What is in the house: each ingredient's packs and dates, and every coming and going."""

from collections.abc import Iterable, Mapping
from datetime import date, datetime, timedelta
from enum import StrEnum
from typing import Literal, NamedTuple

from pydantic import Field, field_validator

from ..base import Moment, OneLine, Problem, Value, ask
from ..ingredients import catalogue

MOST_G = 100_000.0  # more of one thing is no household's
MOST_IN_A_MOVE = 120


def known_ingredient(ingredient_id: str) -> str:
    """The id, if the catalogue has it; ValueError if not."""
    if ingredient_id not in catalogue():
        raise ValueError("there is no such ingredient")
    return ingredient_id


class PantryItem(Value):
    """An ingredient this kitchen keeps: what a pack of it holds and is called, when to buy more, how long it is good."""

    kind: Literal["pantry"] = "pantry"
    ingredient_id: str = Field(max_length=60)
    pack_g: float = Field(default=1000.0, ge=1, le=50_000)
    pack_is: OneLine = Field(default="pack", min_length=1, max_length=30)
    low_g: float | None = Field(default=None, ge=0, le=MOST_G)
    best_before: date | None = None
    opened_on: date | None = None
    keeps_opened_days: int | None = Field(default=None, ge=1, le=1500)

    _known = field_validator("ingredient_id")(known_ingredient)


# Grams in a pack as it is usually sold, and what that is called, by the catalogue's categories: a start, the baker's own is what counts.
_USUAL_PACKS = {
    "flour": (1000, "bag"), "starch": (500, "packet"), "grain_flake": (500, "packet"), "sugar": (1000, "bag"), "syrup": (450, "jar"),
    "dairy": (500, "carton"), "egg": (500, "box"), "fat": (250, "block"), "nut": (200, "bag"), "nut_paste": (300, "jar"), "seed": (200, "bag"),
    "fruit": (200, "bag"), "chocolate": (200, "bar"), "candy": (200, "bag"), "spice": (40, "jar"), "flavour": (50, "bottle"),
    "salt": (500, "packet"), "leavener": (150, "tin"),
}  # fmt: skip


def usual_item(ingredient_id: str) -> PantryItem:
    """An ingredient in the pack it is usually sold in. ValueError if there is no such ingredient.

    >>> usual_item("flour_ap").pack_is
    'bag'
    """
    category = catalogue()[known_ingredient(ingredient_id)].category
    pack_g, pack_is = _USUAL_PACKS.get(category, (500, "pack"))
    return PantryItem(ingredient_id=ingredient_id, pack_g=pack_g, pack_is=pack_is)


class MoveKind(StrEnum):
    """Why something came or went: it was counted, bought, used, or thrown away."""

    COUNTED = "counted"
    BOUGHT = "bought"
    USED = "used"
    THROWN = "thrown"


class Move(Value):
    """Something that came or went, of one or many ingredients, in grams; `counted` says how much is there. Undone by putting it aside."""

    kind: Literal["move"] = "move"
    why: MoveKind
    at: Moment
    amounts_g: dict[str, float] = Field(min_length=1, max_length=MOST_IN_A_MOVE)
    says: OneLine = Field(default="", max_length=160)
    dough_id: str | None = Field(default=None, max_length=40)
    bake_id: str | None = Field(default=None, max_length=40)

    @field_validator("amounts_g")
    @classmethod
    def _possible(cls, amounts_g: dict[str, float]) -> dict[str, float]:
        for ingredient_id, grams in amounts_g.items():
            known_ingredient(ingredient_id)
            if not 0 <= grams <= MOST_G:
                raise ValueError("an amount lies between nothing and 100 kg")
        return amounts_g


class Level(Value):
    """How much is there, and how much more was used since it was counted than there was: then the count was wrong."""

    amount_g: float
    short_g: float = 0.0


class Came(NamedTuple):
    """A move without its words: of years there are thousands."""

    at: datetime
    why: MoveKind
    amounts_g: Mapping[str, float]


def levels_of(moves: Iterable[Came | Move]) -> dict[str, Level]:
    """What is there of each ingredient after all that came and went, in the order of the clock; never below nothing, what was missing is said.

    counted + bought - used + short = there, whatever the order: stock is conserved.
    """
    found: dict[str, tuple[float, float]] = {}
    for move in sorted(moves, key=lambda one: one.at):
        for ingredient_id, grams in move.amounts_g.items():
            found[ingredient_id] = _after(*found.get(ingredient_id, (0.0, 0.0)), move.why, grams)
    return {id: Level(amount_g=there_g, short_g=short_g) for id, (there_g, short_g) in found.items()}


def _after(there_g: float, short_g: float, why: MoveKind, grams: float) -> tuple[float, float]:
    if why is MoveKind.COUNTED:
        return grams, 0.0
    if why is MoveKind.BOUGHT:
        return there_g + grams, short_g
    return max(0.0, there_g - grams), short_g + max(0.0, grams - there_g)


class Shelved(Value):
    """An ingredient as it stands in the pantry today. `each_g` is what one of what it is counted in weighs: a pack, or an egg. `good_until` is the
    earlier of its two dates."""

    id: str
    revision: int
    item: PantryItem
    name: str
    amount_g: float
    short_g: float
    each_g: float
    each_is: str
    said: str
    low: bool
    good_until: date | None
    over: bool


def shelved(id: str, revision: int, item: PantryItem, level: Level, piece_g: float | None, today: date) -> Shelved:
    """One ingredient with how much there is of it, said in packs and rests as people say it, or counted where it comes in pieces."""
    good = [day for day in (item.best_before, _opened_until(item)) if day]
    return Shelved(
        id=id, revision=revision, item=item, name=catalogue()[item.ingredient_id].name, amount_g=level.amount_g, short_g=level.short_g,
        each_g=piece_g or item.pack_g, each_is="egg" if piece_g else item.pack_is, said=in_packs(level.amount_g, item, piece_g),
        low=item.low_g is not None and level.amount_g < item.low_g, good_until=min(good) if good else None,
        over=bool(good) and min(good) < today,
    )  # fmt: skip


def _opened_until(item: PantryItem) -> date | None:
    if item.opened_on is None or item.keeps_opened_days is None:
        return None
    return item.opened_on + timedelta(days=item.keeps_opened_days)


_RESTS = (
    (0.06, ""), (0.18, "a bit"), (0.30, "a quarter"), (0.42, "a third"), (0.58, "half"), (0.71, "two thirds"), (0.86, "three quarters"),
    (0.94, "nearly all"),
)  # fmt: skip


def in_packs(grams: float, item: PantryItem, piece_g: float | None = None) -> str:
    """Grams as people say what is in the cupboard; pieces where it comes in pieces.

    >>> flour = PantryItem(ingredient_id="flour_ap", pack_g=1000, pack_is="bag")
    >>> in_packs(1130, flour), in_packs(500, flour), in_packs(0, flour), in_packs(2000, flour)
    ('1 bag and a bit', 'half a bag', 'none', '2 bags')
    """
    if piece_g:
        return f"{grams / piece_g:.1f}".removesuffix(".0") if grams > 0 else "none"
    whole, rest = divmod(grams / item.pack_g, 1)
    words = next((word for up_to, word in _RESTS if rest <= up_to), None)
    if words is None:
        whole, words = whole + 1, ""
    count = f"{whole:.0f} {item.pack_is}{'s' if whole > 1 else ''}" if whole else ""
    if not words:
        return count or ("none" if grams <= 0 else f"next to no {item.pack_is}")
    of_one = (
        f"a bit of a {item.pack_is}"
        if words == "a bit"
        else f"{words} of a {item.pack_is}"
        if words != "half"
        else f"half a {item.pack_is}"
    )
    return f"{count} and {words}" if count else of_one


def unlikely_amount(item: PantryItem, grams: float) -> list[Problem]:
    """What is said of a count that can hardly be meant; nothing is changed."""
    if grams > 30 * item.pack_g:
        return [ask("amount", f"That is {grams / item.pack_g:.0f} of a {item.pack_is}. Is the unit right?")]
    return []


def taken_down(needs_g: Mapping[str, float], kept: Iterable[str]) -> dict[str, float]:
    """Of what a dough takes, what this pantry keeps count of."""
    keeps = set(kept)
    return {ingredient_id: grams for ingredient_id, grams in needs_g.items() if ingredient_id in keeps and grams > 0}
