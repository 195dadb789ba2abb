"""What to buy for some batches: whole packs and whole eggs, what the house has taken off, by aisle."""

from collections.abc import Mapping
from decimal import Decimal
from typing import Literal

from pydantic import Field

from ..base import Moment, OneLine, Value
from ..ingredients import Ingredient, catalogue
from ..kitchen import EGG_SIZE, Kitchen
from .needs import Needs, left_of_eggs
from .packs import Bought, PackSize, packs_for
from .pantry import Level, PantryItem
from .prices import NOTHING, Cost
from .said import piece_g_of

EGG_BOXES = (6, 10)  # eggs in a box, where no other size is known
MOST_LINES = 200


class BatchWanted(Value):
    """So many batches of a dough to shop for."""

    id: str = Field(min_length=1, max_length=40)
    dough_id: str = Field(max_length=40)
    times: float = Field(default=1.0, ge=0.1, le=40)


class OwnItem(Value):
    """Something else to buy, in the baker's own words."""

    id: str = Field(min_length=1, max_length=40)
    text: OneLine = Field(min_length=1, max_length=120)
    aisle: OneLine = Field(default="", max_length=60)


class Marked(Value):
    """What the baker said of one line: it is in the basket, how much to buy instead, or not at all."""

    ticked: bool = False
    grams: float | None = Field(default=None, ge=0, le=100_000)
    left_out: bool = False


class ShoppingList(Value):
    """What to shop for. The lines follow from the doughs as they now are; what the baker said of a line stands in `marks`, by its key."""

    kind: Literal["shopping"] = "shopping"
    name: OneLine = Field(min_length=1, max_length=80)
    made_at: Moment
    batches: tuple[BatchWanted, ...] = Field(default=(), max_length=60)
    plan_ids: tuple[str, ...] = Field(default=(), max_length=40)
    with_low: bool = False  # and what is below its own line in the pantry
    own: tuple[OwnItem, ...] = Field(default=(), max_length=80)
    marks: dict[str, Marked] = Field(default={}, max_length=300)
    put_away_at: Moment | None = None  # what was ticked has gone into the pantry


class ShoppingLine(Value):
    """One thing to buy: what is needed, what is there, whole packs of it, and what will be left after the baking."""

    key: str
    name: str
    aisle: str
    need_g: float
    have_g: float
    buy: tuple[Bought, ...]
    buy_g: float
    left_g: float
    says: str  # how much to buy, in words
    left_says: str = ""  # what will be over, where that is worth a word
    why: str
    ticked: bool = False
    left_out: bool = False
    own: bool = False
    changed: bool = False  # by the baker
    cost: Cost | None = None


class Shopping(Value):
    """A list worked out: lines in the order of the shop, what the house has enough of, what is left over, and what it will cost as far as prices
    are known (`unpriced` lines have none)."""

    lines: tuple[ShoppingLine, ...]
    enough: tuple[str, ...]
    left_overs: tuple[str, ...]
    unread: tuple[str, ...]
    cost: Cost | None
    unpriced: int
    doughs_gone: int = 0


def shopping_of(
    wanted: ShoppingList, needs: Needs, levels: Mapping[str, Level], items: Mapping[str, PantryItem],
    sizes: Mapping[str, tuple[PackSize, ...]], per_g: Mapping[str, Cost], kitchen: Kitchen,
) -> Shopping:  # fmt: skip
    """The list worked out. `sizes` are the packs known by their prices, those of the pantry come first; without any it is bought by the gram."""
    lines, enough = [], []
    low = {id: item.low_g for id, item in items.items() if wanted.with_low and item.low_g}
    for id in dict.fromkeys((*needs.grams, *low)):
        need_g = needs.grams.get(id, 0.0) + low.get(id, 0.0)
        have_g = levels[id].amount_g if id in levels else 0.0
        mark = wanted.marks.get(id, Marked())
        if need_g <= have_g + 1e-6 and mark.grams is None:
            if id not in needs.grams:
                continue
            enough.append(
                f"{_name(id)}: {_said(id, have_g, None, kitchen)} there, {_said(id, need_g, None, kitchen)} needed"
            )
            continue
        lines.append(_line(id, need_g, have_g, mark, items.get(id), sizes.get(id, ()), per_g.get(id), kitchen))
    lines += [_own(one, wanted.marks.get(one.id, Marked())) for one in wanted.own]
    order = {aisle: number for number, aisle in enumerate(kitchen.stores.aisles)}
    lines.sort(key=lambda line: (order.get(line.aisle, len(order)), line.aisle, line.name.lower()))
    bought = [line for line in lines if not line.left_out and not line.own]
    costs = [line.cost for line in bought if line.cost]
    total = NOTHING
    for cost in costs:
        total = total.plus(cost)
    return Shopping(
        lines=tuple(lines), enough=tuple(sorted(enough)), left_overs=left_of_eggs(needs.eggs), unread=needs.unread,
        cost=total if costs else None, unpriced=len(bought) - len(costs),
    )  # fmt: skip


def _line(
    id: str, need_g: float, have_g: float, mark: Marked, item: PantryItem | None, sizes: tuple[PackSize, ...], per_g: Cost | None,
    kitchen: Kitchen,
) -> ShoppingLine:  # fmt: skip
    missing_g = max(0.0, need_g - have_g)
    buy = packs_for(missing_g, _sizes(id, item, sizes, kitchen)) if mark.grams is None else ()
    buy_g = mark.grams if mark.grams is not None else sum(one.count * one.mass_g for one in buy) or missing_g
    over_g = have_g + buy_g - need_g
    there = f", {_said(id, have_g, None, kitchen)} there" if have_g else ""
    return ShoppingLine(
        key=id, name=_name(id), aisle=aisle_of(catalogue()[id], kitchen), need_g=need_g, have_g=have_g, buy=buy, buy_g=buy_g,
        left_g=over_g, says=_said(id, buy_g, (buy, item), kitchen), why=f"{_said(id, need_g, None, kitchen)} needed{there}",
        left_says=_said(id, over_g, None, kitchen) if over_g >= 1 and buy_g > 0 else "",
        ticked=mark.ticked, left_out=mark.left_out, changed=mark.grams is not None,
        cost=per_g.times(Decimal(str(buy_g))) if per_g else None,
    )  # fmt: skip


def _own(one: OwnItem, mark: Marked) -> ShoppingLine:
    return ShoppingLine(
        key=one.id, name=one.text, aisle=one.aisle or "Other", need_g=0, have_g=0, buy=(), buy_g=0, left_g=0, says="", why="", own=True,
        ticked=mark.ticked, left_out=mark.left_out,
    )  # fmt: skip


def _sizes(id: str, item: PantryItem | None, sizes: tuple[PackSize, ...], kitchen: Kitchen) -> tuple[PackSize, ...]:
    piece_g = piece_g_of(id, EGG_SIZE[kitchen.habit.region])
    known = (
        *sizes,
        *((PackSize(mass_g=item.pack_g),) if item and all(size.mass_g != item.pack_g for size in sizes) else ()),
    )
    return known or (tuple(PackSize(mass_g=count * piece_g) for count in EGG_BOXES) if piece_g else ())


def _said(id: str, grams: float, packs: tuple[tuple[Bought, ...], PantryItem | None] | None, kitchen: Kitchen) -> str:
    """An amount in words: eggs counted, packs named, else weighed."""
    piece_g = piece_g_of(id, EGG_SIZE[kitchen.habit.region])
    if packs and packs[0]:
        bought, item = packs
        return " and ".join(_packs_said(one, item, piece_g, kitchen) for one in bought)
    if piece_g:
        count = f"{grams / piece_g:.1f}".removesuffix(".0")
        return f"{count} egg{'' if count == '1' else 's'}"
    return weight(grams, kitchen)


def _packs_said(one: Bought, item: PantryItem | None, piece_g: float | None, kitchen: Kitchen) -> str:
    if piece_g:
        holds = f"{one.mass_g / piece_g:.0f} eggs"
        return f"{one.count} × {holds}"
    word = item.pack_is if item and item.pack_g == one.mass_g else "pack"
    return f"{one.count} {word}{'s' if one.count > 1 else ''} of {weight(one.mass_g, kitchen)}"


def weight(grams: float, kitchen: Kitchen) -> str:
    """A mass in the kitchen's own units.

    >>> weight(1250, Kitchen()), weight(3.5, Kitchen())
    ('1.25 kg', '3.5 g')
    """
    if kitchen.units == "us":
        ounces = grams / 28.349523125
        return (
            f"{ounces:.2f} oz"
            if ounces < 1
            else f"{ounces:.1f} oz"
            if ounces < 16
            else f"{int(round(ounces, 1) // 16)} lb {round(ounces, 1) % 16:.1f} oz"
        )
    if grams >= 1000:
        return f"{grams / 1000:.2f}".rstrip("0").rstrip(".") + " kg"
    return f"{grams:.1f}".removesuffix(".0") + " g" if grams < 10 else f"{grams:.0f} g"


_AISLE = {
    "flour": 0, "starch": 0, "grain_flake": 0, "sugar": 0, "syrup": 0, "dairy": 1, "egg": 1, "fat": 1, "nut": 2, "nut_paste": 2, "seed": 2,
    "fruit": 2, "chocolate": 3, "candy": 3, "finish": 3, "spice": 4, "flavour": 4, "salt": 4, "leavener": 4,
}  # fmt: skip


def aisle_of(item: Ingredient, kitchen: Kitchen) -> str:
    """Where an ingredient stands in this household's shop: where the baker put it, else by its kind in the usual order of aisles."""
    from ..kitchen import AISLES

    return kitchen.stores.aisle_of.get(item.id) or AISLES[_AISLE.get(item.category, len(AISLES) - 1)]


def _name(id: str) -> str:
    return catalogue()[id].name


def bought_of(shopping: Shopping) -> dict[str, float]:
    """Grams of each ingredient that are in the basket."""
    return {
        line.key: line.buy_g
        for line in shopping.lines
        if line.ticked and not line.left_out and not line.own and line.buy_g > 0
    }
