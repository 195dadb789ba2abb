"""What is measured together and moves together: one ingredient, or all that stands in for one."""

import re
from dataclasses import dataclass
from enum import StrEnum
from functools import cache

from ..card import read_line
from ..formula import AXES, FLAKES_AS_FLOUR, Role, percentages_of, role_of
from ..ingredients import Ingredient, catalogue
from ..kitchen import EGG_SIZE, Habit
from .asked import MeasuredIn

EGG_PIECES = {"egg_whole": 50.0, "egg_yolk": 18.0}  # g, where the catalogue has no piece of the kitchen's size
BEATEN_TBSP_G = 15.2
SMALL_BATCH_G = 100.0  # of flour: below it an eighth of a cup is too coarse
MOST_STEP_SHARE = 0.06  # of the flour
MOST_PART_ERROR = 0.06  # how far the share of a stand-in's part may be off for the sake of whole spoons


class Slot(StrEnum):
    """What a lot is in the formula: which lever moves it."""

    FLOUR = "flour"
    SALT = "salt"
    FLAVOUR = "flavour"
    WHITE = "white"
    BROWN = "brown"
    SYRUP = "syrup"
    FAT = "fat"
    EGG = "egg"
    YOLK = "yolk"
    EGG_OTHER = "egg_other"
    LIQUID = "liquid"
    SODA = "soda"
    POWDER = "powder"
    INCLUSION = "inclusion"


AXIS = {
    Slot.WHITE: "sugar", Slot.BROWN: "sugar", Slot.SYRUP: "sugar", Slot.FAT: "fat", Slot.EGG: "egg", Slot.YOLK: "egg", Slot.EGG_OTHER: "egg",
    Slot.LIQUID: "liquid", Slot.SODA: "soda", Slot.POWDER: "powder", Slot.INCLUSION: "inclusions", Slot.SALT: "salt",
}  # fmt: skip
WITH_THE_BATCH = frozenset((Slot.FLOUR, Slot.SALT, Slot.FLAVOUR))  # no levers: they follow the flour
SPOONED = frozenset((Slot.SODA, Slot.POWDER, Slot.SALT, Slot.FLAVOUR))


def plain_name(name: str) -> str:
    """An ingredient's name as it stands on a card.

    >>> plain_name("Flax egg (prepared)")
    'flax egg'
    """
    return re.sub(r"\s*\(.*?\)", "", name).lower()


def slot_of(item: Ingredient) -> Slot:
    """Which lever moves an ingredient."""
    role = role_of(item)
    if role is Role.SUGAR:
        brown = "brown" in item.id or "muscovado" in item.id
        return Slot.SYRUP if item.category == "syrup" else Slot.BROWN if brown else Slot.WHITE
    if role is Role.EGG:
        return {"egg_whole": Slot.EGG, "egg_yolk": Slot.YOLK}.get(item.id, Slot.EGG_OTHER)
    if role is Role.LEAVENER:
        return Slot.SODA if item.id == "baking_soda" else Slot.POWDER
    return {
        Role.FLOUR: Slot.FLOUR, Role.SALT: Slot.SALT, Role.FLAVOUR: Slot.FLAVOUR, Role.FAT: Slot.FAT, Role.LIQUID: Slot.LIQUID,
    }.get(role, Slot.INCLUSION)  # fmt: skip


@dataclass(frozen=True)
class Lot:
    """One ingredient, or the parts of one stand-in in fixed shares (summing to 1). `stands_for` is the ingredient it replaces, in whose place
    it counts; `new` is not in the dough one starts from."""

    parts: tuple[tuple[Ingredient, float], ...]
    slot: Slot
    stands_for: str = ""
    new: bool = False

    @property
    def ids(self) -> tuple[str, ...]:
        """The ingredients in it."""
        return tuple(item.id for item, _ in self.parts)

    @property
    def key(self) -> str:
        """By what it is known from one search to another."""
        return "+".join(self.ids)

    def axes(self) -> list[float]:
        """How much of a gram counts on each of `AXES`. A stand-in counts whole in the place of what it stands for."""
        if self.stands_for and self.slot in AXIS:
            return [1.0 if axis == AXIS[self.slot] else 0.0 for axis in AXES]
        with_flour = [(_plain_flour(), 100.0), *self.parts]
        counted = percentages_of(with_flour) or {}
        scale = (100.0 + sum(share * self._as_flour(item) for item, share in self.parts)) / 100.0
        return [counted[axis] * scale for axis in AXES]

    def flour(self) -> float:
        """How much of a gram counts as flour, flakes in part."""
        return sum(share * self._as_flour(item) for item, share in self.parts)

    def plain_flour(self) -> float:
        """How much of a gram is flour."""
        return sum(share for item, share in self.parts if role_of(item) is Role.FLOUR)

    def _as_flour(self, item: Ingredient) -> float:
        if role_of(item) is Role.FLOUR:
            return 1.0
        return FLAKES_AS_FLOUR if item.category == "grain_flake" else 0.0


def _plain_flour() -> Ingredient:
    return catalogue()["flour_ap"]


@cache
def measure_g(unit: str, ingredient_id: str, habit: Habit) -> float:
    """Grams of one cup, tablespoon or teaspoon of it, as a card of this kitchen is read.

    >>> measure_g("cup", "flour_ap", Habit())
    120.0
    """
    return read_line(f"1 {unit} x", habit, ingredient_id).mass_g or 1.0


def egg_g(item: Ingredient, habit: Habit) -> float:
    """Grams of one egg or yolk of the kitchen's usual size."""
    pieces = item.piece_g
    return pieces.get(EGG_SIZE[habit.region], pieces.get("large", EGG_PIECES.get(item.id, 15.0)))


def step_of(lot: Lot, measures: MeasuredIn, habit: Habit, flour_g: float, beaten: bool) -> tuple[Lot, float]:
    """One kitchen step of a lot in grams, and the lot with its parts in the shares that such steps give. Leaveners, salt and flavours go by
    the quarter teaspoon, in a small batch by less; eggs whole, or `beaten` by the tablespoon."""
    if len(lot.parts) > 1:
        return _stepped_together(lot, measures, habit, flour_g)
    item = lot.parts[0][0]
    if lot.slot is Slot.EGG:
        return lot, BEATEN_TBSP_G if beaten else egg_g(item, habit)
    if lot.slot is Slot.YOLK:
        return lot, egg_g(item, habit)
    if lot.slot in SPOONED:
        return lot, measure_g("tsp", item.id, habit) / (4 if flour_g >= 150 else 8 if flour_g >= 80 else 16)
    if lot.slot is Slot.EGG_OTHER:
        return lot, measure_g("tbsp", item.id, habit)
    if measures is MeasuredIn.GRAMS:
        return lot, 5.0 if flour_g >= 80 else 2.0
    if lot.slot in (Slot.SYRUP, Slot.FAT) or (flour_g < SMALL_BATCH_G and lot.slot is not Slot.LIQUID):
        return lot, measure_g("tbsp", item.id, habit)
    if lot.slot is Slot.LIQUID:
        return lot, measure_g("tsp", item.id, habit)
    return lot, measure_g("cup", item.id, habit) / 8


def _stepped_together(lot: Lot, measures: MeasuredIn, habit: Habit, flour_g: float) -> tuple[Lot, float]:
    """The smallest step in which every part is whole teaspoons, halves or quarters (or whole grams), and no share is far off: the coarsest of
    these that is not too much for a batch of this size."""
    most = MOST_STEP_SHARE * flour_g
    tried = [_in_units(lot, measures, habit, parts) for parts in ((1,) if measures is MeasuredIn.GRAMS else (1, 2, 4))]
    shared, step = next((one for one in tried if one[1] <= most), tried[-1])
    return Lot(parts=shared, slot=lot.slot, stands_for=lot.stands_for, new=lot.new), step


def _in_units(
    lot: Lot, measures: MeasuredIn, habit: Habit, parts: int
) -> tuple[tuple[tuple[Ingredient, float], ...], float]:
    least = min(lot.parts, key=lambda part: part[1])
    units = [1.0 if measures is MeasuredIn.GRAMS else measure_g("tsp", item.id, habit) / parts for item, _ in lot.parts]
    best: tuple[float, list[float]] | None = None
    for n in range(1, 7):
        whole = n * units[lot.parts.index(least)] / least[1]
        grams = [unit * max(1, round(whole * share / unit)) for unit, (_, share) in zip(units, lot.parts, strict=True)]
        total = sum(grams)
        off = max(abs(g / total / share - 1) for g, (_, share) in zip(grams, lot.parts, strict=True))
        if best is None or off < best[0]:
            best = (off, grams)
        if off <= MOST_PART_ERROR:
            break
    assert best is not None
    total = sum(best[1])
    return tuple((item, g / total) for g, (item, _) in zip(best[1], lot.parts, strict=True)), total
