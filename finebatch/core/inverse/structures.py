"""The dough without what is unwanted: each such line exchanged for a stand-in, or left out."""

import itertools
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import partial

from ..bakemodel import Mixing
from ..formula import ADJUST_WITH, Swap, Wish, swaps, unwanted
from ..ingredients import Ingredient, catalogue
from .answers import Exchanged
from .asked import Without
from .lots import AXIS, Lot, Slot, plain_name, slot_of
from .start import Base

MOST, MOST_TRIED = 4, 16
MOST_PARTS = 3  # of a stand-in, where there is one of so few: more cannot be measured in small steps together
STAND_INS = 2  # of each line, the family's own first
EGGS = (Slot.EGG, Slot.YOLK, Slot.EGG_OTHER)
EGG_HOLDS_IT = frozenset(("foam_wafer", "twice_baked_lean", "twice_baked_butter", "drop_cakey"))
ADDED_SUGAR = frozenset(("sugar", "syrup", "candy"))
SWEET_SHARE = 0.3  # of sugars, above which a sugar or syrup is one


_AS_WISH = {
    Without.EGG: Wish.EGG_FREE, Without.MILK: Wish.DAIRY_FREE, Without.NUT: Wish.NUT_FREE, Without.GLUTEN: Wish.GLUTEN_FREE,
    Without.ANIMAL: Wish.VEGAN,
}  # fmt: skip


def is_unwanted(item: Ingredient, without: Without) -> bool:
    """Whether an ingredient stands in the way. Only what the catalogue names; packets may say more."""
    if without is Without.ADDED_SUGAR:
        return item.category in ADDED_SUGAR and item.sugars > SWEET_SHARE
    if without in (Without.SOY, Without.SESAME):
        return without.value in item.allergens
    return unwanted(item, _AS_WISH[without])


def unwanted_ids(without: tuple[Without, ...]) -> frozenset[str]:
    """Every ingredient that stands in the way."""
    return frozenset(item.id for item in catalogue().values() if any(is_unwanted(item, one) for one in without))


@dataclass(frozen=True)
class Structure:
    """A base without what is unwanted, and what was exchanged for it."""

    base: Base
    exchanges: tuple[Exchanged, ...] = ()


class NoStandInError(Exception):
    """Nothing stands in for an ingredient; its name is said."""

    def __init__(self, name: str) -> None:
        super().__init__(name)
        self.name = name


def structures(base: Base, may: Callable[[str], bool]) -> list[Structure]:
    """At most four doughs of allowed ingredients only, the ones that suit the family first. NoStandInError where a line has none."""
    wrong = [k for k, lot in enumerate(base.lots) if not all(may(id) for id in lot.ids)]
    if not wrong:
        return [Structure(base)]
    choices: list[list[tuple[int, Swap | None]]] = []
    for k in wrong:
        lot = base.lots[k]
        item = lot.parts[0][0]
        fitting = [swap for swap in swaps() if swap.from_id == item.id and all(may(id) for id in swap.mix)]
        fitting.sort(key=partial(_fit, base=base, slot=lot.slot))
        plain = [swap for swap in fitting if len(swap.mix) <= MOST_PARTS]
        offered: list[Swap | None] = list((plain or fitting)[:STAND_INS])
        if lot.slot in (Slot.INCLUSION, Slot.FLAVOUR):
            offered = [*offered[:1], None]
        elif _can_do_without(base, lot):
            offered.append(None)
        if not offered:
            raise NoStandInError(item.name)
        choices.append([(k, swap) for swap in offered])
    found = [_exchanged(base, combo) for combo in itertools.islice(itertools.product(*choices), MOST_TRIED)]
    return [one for one in found if _stands(one)][:MOST]


def _fit(swap: Swap, base: Base, slot: Slot) -> tuple[bool, ...]:
    """How ill a stand-in fits, the least first: of its kind, solid where fat is creamed, of this family, and little else to change."""
    creamed = base.spec.making.mixing in (Mixing.CREAMED_LIGHT, Mixing.CREAMED_HEAVY, Mixing.RUB_IN)
    oily = slot is Slot.FAT and creamed and all(id.startswith("oil_") for id in swap.mix)
    return (not _keeps_place(swap, slot), oily, base.style.id not in swap.works_for, bool(swap.adjust))


def _keeps_place(swap: Swap, slot: Slot) -> bool:
    """Whether a stand-in is of the same kind by itself: a flax egg counts as egg wherever percentages are shown."""
    return all(AXIS.get(slot_of(catalogue()[id])) == AXIS.get(slot) for id in swap.mix)


def _can_do_without(base: Base, lot: Lot) -> bool:
    """Whether a line may simply go: its family takes none of its kind, and does not stand by it."""
    if lot.slot not in AXIS or lot.slot in (Slot.WHITE, Slot.BROWN, Slot.FAT):
        return False
    if lot.slot in EGGS and base.style.id in EGG_HOLDS_IT:
        return False
    return base.style.usual[AXIS[lot.slot]].low_pct <= 0


def _stands(one: Structure) -> bool:
    """Whether there is still flour in it."""
    return any(lot.slot is Slot.FLOUR for lot in one.base.lots)


def _exchanged(base: Base, combo: tuple[tuple[int, Swap | None], ...]) -> Structure:
    lots = list(zip(base.lots, base.grams, strict=True))
    gone = {k for k, _ in combo}
    kept: dict[tuple[str, Slot], tuple[Lot, float]] = {}

    def put(lot: Lot, grams: float) -> None:
        key = (lot.key, lot.slot)
        before = kept[key][1] if key in kept else 0.0
        kept[key] = (kept[key][0] if key in kept else lot, before + grams)

    for k, (lot, grams) in enumerate(lots):
        if k not in gone:
            put(lot, grams)
    said = []
    for k, swap in combo:
        lot, grams = lots[k]
        item = lot.parts[0][0]
        if swap is None:
            risk = "It holds the dough together: without it they may crumble." if lot.slot in EGGS else ""
            said.append(Exchanged(what=plain_name(item.name), caution=risk))
            continue
        slot = Slot.EGG_OTHER if lot.slot in (Slot.EGG, Slot.YOLK) else lot.slot
        parts = tuple((catalogue()[id], share) for id, share in swap.mix.items())
        put(Lot(parts=parts, slot=slot, stands_for=item.id), grams * swap.mass_ratio)
        said.append(
            Exchanged(
                what=plain_name(item.name), to=plain_name(swap.label), texture=swap.texture_effect, caution=swap.caution
            )
        )
        for kind, per_g in swap.adjust.items():
            _adjust(kept, kind, per_g * grams)
    return Structure(
        replace(base, lots=tuple(lot for lot, _ in kept.values()), grams=tuple(grams for _, grams in kept.values())),
        tuple(said),
    )


def _adjust(kept: dict[tuple[str, Slot], tuple[Lot, float]], kind: str, by_g: float) -> None:
    """What a stand-in takes or adds beside itself, from the dough's own line of that kind, else from a new one."""
    for key, (lot, grams) in kept.items():
        if lot.key in ADJUST_WITH[kind] and not lot.stands_for:
            kept[key] = (lot, max(0.0, grams + by_g))
            return
    if by_g > 0 and kind == "liquid":
        lot = Lot(parts=((catalogue()["water"], 1.0),), slot=Slot.LIQUID)
        kept[(lot.key, lot.slot)] = (lot, by_g)
