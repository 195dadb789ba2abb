"""What may vary of a dough, and how far: levers within the family's bounds, and the dough at any of their settings.

Amounts are arrays over the lots in g; a point of the search is amounts, sizes, the oven's dial and hours of chill. Levers u run from 0 to 1 over
each range (docs/wish.md, section 2).
"""

import math
from copy import copy
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from ..baking import CHILL_TIME_CONSTANT_H as CHILL_H
from ..bench import DoughSpec
from ..dough import mix_of_dough
from ..forming import AnyForm, Size, forming_of
from ..formula import AXES
from ..ingredients import Ingredient, catalogue
from ..kitchen import FAN_OFFSET_K, Scale, to_c
from .baked import Baked, Parts, Tried, bake_all, oven_at
from .lots import AXIS, Lot, Slot, step_of
from .start import Base, House

Array = NDArray[np.float64]

CHILLS_H = (0.0, 0.5, 1.0, 2.0, 8.0, 24.0)
MOST_YOLKS = 0.6  # of the eggs' mass, where there are whole eggs too
# Pale, short doughs: brown sugar is put into none that has none.
PALE = frozenset(
    ("cutout_butter", "pressed_pan_shortbread", "sliced_log_shortbread", "custard_slice", "foam_wafer", "thumbprint", "oil_crumble_ball")
)  # fmt: skip
# What may be put in anew where a family has room for it.
PUT_IN = {
    Slot.WHITE: "sugar_granulated", Slot.BROWN: "sugar_light_brown", Slot.YOLK: "egg_yolk", Slot.LIQUID: "milk_whole", Slot.SODA: "baking_soda",
    Slot.POWDER: "baking_powder",
}  # fmt: skip
OTHERWISE = {"milk_whole": "water"}  # where the first is unwanted, or not in the house
SLACK = 1e-6
HELD = 0.001  # what a size that is held may still move


@dataclass(frozen=True)
class Point:
    """A dough in the search: g by lot, sizes, °C as without the fan, hours of chill."""

    grams: tuple[float, ...]
    sizes: tuple[float, ...]
    oven_c: float
    chill_h: float


@dataclass(frozen=True)
class Lever:
    """Something that moves between `low` and `high`."""

    name: str
    low: float
    high: float


class Space:
    """Everything that can be varied of a base, within its family. `allowed` says whether an ingredient may be put in."""

    def __init__(self, base: Base, house: House, unwanted: frozenset[str] = frozenset()) -> None:
        self.house, self.unwanted = house, unwanted
        self.base = self._with_room(base)
        self.style, self.spec, self.lots = base.style, base.spec, self.base.lots
        self.grams = np.array(self.base.grams)
        self.of: dict[Slot, list[int]] = {}
        for k, lot in enumerate(self.lots):
            self.of.setdefault(lot.slot, []).append(k)
        self.axes = np.array([lot.axes() for lot in self.lots])
        self.as_flour = np.array([lot.flour() for lot in self.lots])
        self.plain_flour = np.array([lot.plain_flour() for lot in self.lots])
        self.flour_g = float(self.grams[self.of[Slot.FLOUR]].sum())
        self.flake_gain = float(self.grams @ self.as_flour) / max(float(self.grams @ self.plain_flour), 1.0)
        self.density = mix_of_dough(self.parts(self.grams), self.spec.making).density_kg_m3 / 1000
        self.forming = forming_of(self.spec.form)
        self.sizes: tuple[Size, ...] = self.forming.sizes(self.spec.form, self.style, self.density)
        fan = FAN_OFFSET_K if self.spec.oven.fan else 0.0
        self.oven_fan_k = fan
        self.base_sizes = tuple(
            self.forming.size_now(self.spec.form, size, self.base.dough_g, self.density) for size in self.sizes
        )
        self.base_oven_c = to_c(self.spec.oven.value, self.spec.oven.scale) + fan
        # Never further out than the family's bounds, or than the dough one starts from lies itself.
        has = {AXIS[lot.slot] for lot in self.lots if lot.slot in AXIS}
        own = 100 * (self.grams @ self.axes) / max(float(self.grams @ self.as_flour), SLACK)
        usual = [self.style.usual[axis] for axis in AXES]
        low = [one.low_pct if axis in has else 0.0 for axis, one in zip(AXES, usual, strict=True)]
        self.axis_low = np.minimum(np.array(low), own)
        self.axis_high = np.maximum(np.array([one.high_pct for one in usual]), own)
        self.oven_c = (min(self.style.oven_low_c, self.base_oven_c), max(self.style.oven_high_c, self.base_oven_c))
        self.size_range = [
            (min(size.low, now), max(size.high, now)) for size, now in zip(self.sizes, self.base_sizes, strict=True)
        ]
        self.levers = tuple(self._levers())
        self.names = [lever.name for lever in self.levers]
        self.low = np.array([lever.low for lever in self.levers])
        self.high = np.array([lever.high for lever in self.levers])
        self.columns = 0
        self.most_yolks = MOST_YOLKS if Slot.EGG in self.of else 1.0
        self.home = self.u_of(self.base_point())

    def may(self, ingredient_id: str) -> bool:
        """Whether an ingredient may be in an answer."""
        have = self.house.have_g
        return ingredient_id not in self.unwanted and (have is None or have.get(ingredient_id, 0.0) > 0)

    def _with_room(self, base: Base) -> Base:
        """The base with lots of 0 g for what its family has room for."""
        have = {lot.slot for lot in base.lots}
        more = []
        for slot, first in PUT_IN.items():
            id = first if self.may(first) else OTHERWISE.get(first, "")
            if not id or not self.may(id) or slot in have or base.style.usual[AXIS[slot]].high_pct <= 0:
                continue
            if slot in (Slot.WHITE, Slot.BROWN) and (base.style.id in PALE or not have & {Slot.WHITE, Slot.BROWN}):
                continue
            if slot is Slot.YOLK and Slot.EGG not in have:
                continue
            more.append(Lot(parts=((catalogue()[id], 1.0),), slot=slot, new=True))
        return replace(base, lots=(*base.lots, *more), grams=(*base.grams, *(0.0 for _ in more)))

    def _levers(self) -> list[Lever]:
        of, found = self.of, []

        def axis(name: str, on: str) -> None:
            low, high = float(self.axis_low[AXES.index(on)]), float(self.axis_high[AXES.index(on)])
            if high > low:
                found.append(Lever(name, low, high))

        if of.keys() & {Slot.WHITE, Slot.BROWN, Slot.SYRUP}:
            axis("sugar", "sugar")
        if Slot.BROWN in of and Slot.WHITE in of:
            found.append(Lever("brown share", 0.0, 1.0))
        if Slot.FAT in of:
            axis("fat", "fat")
        if of.keys() & {Slot.EGG, Slot.YOLK, Slot.EGG_OTHER}:
            axis("egg", "egg")
        if Slot.EGG in of and Slot.YOLK in of:
            found.append(Lever("yolk share", 0.0, MOST_YOLKS))
        for slot in (Slot.LIQUID, Slot.SODA, Slot.POWDER, Slot.INCLUSION):
            if slot in of:
                axis(slot.value, AXIS[slot])
        found += [Lever(size.field, *ends) for size, ends in zip(self.sizes, self.size_range, strict=True)]
        found.append(Lever("oven", *self.oven_c))
        if not self.spec.making.frozen:
            found.append(Lever("chill", 0.0, 1.0))
        return found

    # --- levers and amounts

    def at(self, u: Array, flour_g: float | None = None) -> Point:
        """The dough at these levers, nothing rounded; so much flour decides how much of it, where the form does not."""
        value = dict(zip(self.names, self.low + np.clip(u, 0, 1) * (self.high - self.low), strict=True))
        flour = flour_g or self.flour_g
        base = self.grams * flour / self.flour_g
        grams = np.zeros(len(self.lots))
        for slot in (Slot.FLOUR, Slot.SALT, Slot.FLAVOUR):
            for k in self.of.get(slot, []):
                grams[k] = base[k]
        counted = flour * self.flake_gain / 100

        def spread(slots: tuple[Slot, ...], total: float) -> None:
            ks = [k for slot in slots for k in self.of.get(slot, [])]
            if not ks:
                return
            weight = np.array([self.axes[k, AXES.index(AXIS[self.lots[k].slot])] for k in ks])
            shares = base[ks] if base[ks].sum() > 0 else np.ones(len(ks))
            grams[ks] = shares * total / max(float(shares @ weight), SLACK)

        sugar = value.get("sugar", 0.0) * counted
        syrup = base[self.of.get(Slot.SYRUP, [])].sum()
        dry = base[self.of.get(Slot.WHITE, [])].sum() + base[self.of.get(Slot.BROWN, [])].sum()
        in_syrup = float(syrup / (syrup + dry)) if syrup + dry > 0 else 0.0
        spread((Slot.SYRUP,), sugar * in_syrup)
        if "brown share" in value:
            spread((Slot.BROWN,), sugar * (1 - in_syrup) * value["brown share"])
            spread((Slot.WHITE,), sugar * (1 - in_syrup) * (1 - value["brown share"]))
        else:
            spread((Slot.WHITE, Slot.BROWN), sugar * (1 - in_syrup))
        spread((Slot.FAT,), value.get("fat", 0.0) * counted)
        egg = value.get("egg", 0.0) * counted
        if "yolk share" in value:
            other = base[self.of.get(Slot.EGG_OTHER, [])].sum()
            whole = base[self.of[Slot.EGG]].sum() + base[self.of[Slot.YOLK]].sum()
            beside = egg * float(other / max(other + whole, SLACK))
            spread((Slot.EGG_OTHER,), beside)
            spread((Slot.YOLK,), (egg - beside) * value["yolk share"])
            spread((Slot.EGG,), (egg - beside) * (1 - value["yolk share"]))
        else:
            spread((Slot.EGG, Slot.YOLK, Slot.EGG_OTHER), egg)
        for slot in (Slot.LIQUID, Slot.SODA, Slot.POWDER, Slot.INCLUSION):
            if slot.value in value:
                spread((slot,), value[slot.value] * counted)
            else:
                for k in self.of.get(slot, []):
                    grams[k] = base[k]
        if flour_g is None:
            grams = grams * self._filling(grams, value)
        return Point(
            grams=tuple(float(g) for g in grams),
            sizes=tuple(float(value[size.field]) for size in self.sizes),
            oven_c=float(value["oven"]),
            chill_h=hours_of(value["chill"]) if "chill" in value else self.spec.making.chill_h,
        )

    def _filling(self, grams: Array, value: dict[str, float]) -> float:
        """How many times so much dough fills what the form takes: pans of that thickness, logs of that mass; 1 where it does not say."""
        for size in self.sizes:
            if size.of_dough_g:
                return float(value[size.field] * size.of_dough_g / grams.sum())
        return 1.0

    def measured(self, grams: Array, sizes: Array, oven_c: Array, chill_h: Array) -> tuple[Array, Array]:
        """Of many doughs at once, rows of amounts and of sizes: their levers, not clipped, and how many of the family's bounds each breaks."""
        counted = np.maximum(grams @ self.as_flour, SLACK)
        pct = 100 * (grams @ self.axes) / counted[:, None]
        total = {slot: grams[:, ks].sum(1) for slot, ks in self.of.items()}
        none = np.zeros(len(grams))

        def of(slot: Slot) -> Array:
            found: Array = total.get(slot, none)
            return found

        value = {axis: pct[:, i] for i, axis in enumerate(AXES)}
        value[Slot.INCLUSION.value] = value["inclusions"]
        brown, white = of(Slot.BROWN), of(Slot.WHITE)
        yolk, whole = of(Slot.YOLK), of(Slot.EGG)
        value["brown share"] = brown / np.maximum(brown + white, SLACK)
        value["yolk share"] = yolk / np.maximum(yolk + whole, SLACK)
        derived = [size.of_dough_g for size in self.sizes]
        for j, size in enumerate(self.sizes):
            value[size.field] = grams.sum(1) / derived[j] if derived[j] else sizes[:, j]
        value["oven"] = oven_c
        value["chill"] = 1 - np.exp(-chill_h / CHILL_H)
        u = (np.stack([value[name] for name in self.names], 1) - self.low) / (self.high - self.low)
        broken = ((pct < self.axis_low - SLACK) | (pct > self.axis_high + SLACK)).sum(1)
        for size, ends in zip(self.sizes, self.size_range, strict=True):
            broken = broken + _outside(value[size.field], *ends)
        if "yolk share" in self.names:
            broken = broken + (value["yolk share"] > self.most_yolks + SLACK)
        broken = broken + _outside(oven_c, *self.oven_c)
        if self.house.have_g is not None:
            broken = broken + (self.used(grams) > self.had() + SLACK).sum(1)
        return u, broken

    def used(self, grams: Array) -> Array:
        """What rows of amounts take of each ingredient of the space, in g."""
        ids = self.ingredient_ids()
        taken = np.zeros((len(grams), len(ids)))
        for k, lot in enumerate(self.lots):
            for item, share in lot.parts:
                taken[:, ids.index(item.id)] += share * grams[:, k]
        return taken

    def ingredient_ids(self) -> list[str]:
        """Every ingredient that may be in it, in order."""
        return list(dict.fromkeys(id for lot in self.lots for id in lot.ids))

    def had(self) -> Array:
        """What there is of each of `ingredient_ids`, in g; water comes from the tap."""
        have = self.house.have_g or {}
        return np.array([math.inf if id == "water" else have.get(id, 0.0) for id in self.ingredient_ids()])

    def u_of(self, point: Point) -> Array:
        """Levers of a dough, clipped to the bounds."""
        u, _ = self._rows([point])
        clipped: Array = np.clip(u[0], 0, 1)
        return clipped

    def broken(self, point: Point) -> int:
        """How many of the family's bounds a dough breaks."""
        return int(self._rows([point])[1][0])

    def _rows(self, points: list[Point]) -> tuple[Array, Array]:
        return self.measured(
            np.array([p.grams for p in points]),
            np.array([p.sizes for p in points]).reshape(len(points), -1),
            np.array([p.oven_c for p in points]),
            np.array([p.chill_h for p in points]),
        )

    def base_point(self, times: float = 1.0) -> Point:
        """The dough one starts from, as it is; so many times as much."""
        return Point(
            grams=tuple(float(g) for g in self.grams * times),
            sizes=self.base_sizes,
            oven_c=self.base_oven_c,
            chill_h=self.spec.making.chill_h,
        )

    def held_at(self, sizes: tuple[float, ...]) -> "Space":
        """The same space with its sizes held there."""
        held = copy(self)
        home = self.low + self.home * (self.high - self.low)
        held.low, held.high = self.low.copy(), self.high.copy()
        for size, now in zip(self.sizes, sizes, strict=True):
            k = self.names.index(size.field)
            held.low[k], held.high[k] = now * (1 - HELD), now * (1 + HELD)
        held.home = np.clip((home - held.low) / (held.high - held.low), 0, 1)
        return held

    # --- baking

    def parts(self, grams: "Array | tuple[float, ...]") -> Parts:
        """What so much of each lot is made of."""
        found: list[tuple[Ingredient, float]] = []
        for lot, mass in zip(self.lots, grams, strict=True):
            if mass > 0:
                found += [(item, float(share * mass)) for item, share in lot.parts]
        return found

    def spec_at(self, point: Point, checked: bool = False) -> DoughSpec:
        """The card's making, form and oven at a point; its lines are still the base's."""
        changes = {
            "form": self.form_at(point.sizes),
            "making": self.spec.making.model_copy(update={"chill_h": point.chill_h}),
            "oven": oven_at(self.spec.oven, dial_of(point.oven_c - self.oven_fan_k, self.spec.oven.scale)),
        }
        return self.spec.but(**changes) if checked else self.spec.model_copy(update=changes)

    def form_at(self, sizes: tuple[float, ...]) -> AnyForm:
        """The form with these figures; those that follow from the dough are none of it."""
        figures = {size.field: value for size, value in zip(self.sizes, sizes, strict=True) if not size.of_dough_g}
        made: AnyForm = self.forming.resized(self.spec.form, figures)
        return made

    def bake(self, points: list[Point]) -> list[Baked]:
        """Middle results of all points, one column of the compiled model each."""
        if not points:
            return []
        self.columns += len(points)
        tried = [Tried(self.parts(point.grams), self.spec_at(point)) for point in points]
        return bake_all(tried, self.style, self.house.kitchen, self.house.offsets)

    def cost(self, grams: "Array | tuple[float, ...]") -> float:
        """Of the whole dough, of what has a price."""
        prices = self.house.price_per_g or {}
        return sum(prices.get(item.id, 0.0) * mass for item, mass in self.parts(grams))

    # --- kitchen steps

    def in_steps(self, flour_g: float, beaten: bool) -> tuple["Space", Array]:
        """The space with stand-ins in shares of whole spoons, and the kitchen step of each lot in g for a batch of so much flour."""
        found = [step_of(lot, self.house.measures, self.house.habit, flour_g, beaten) for lot in self.lots]
        lots = tuple(lot for lot, _ in found)
        steps = np.array([step for _, step in found])
        if lots == self.lots:
            return self, steps
        other = copy(self)
        other.lots = lots
        other.base = replace(self.base, lots=lots)
        other.axes = np.array([lot.axes() for lot in lots])
        return other, steps


def _outside(value: Array, low: float, high: float) -> Array:
    return ((value < low - SLACK) | (value > high + SLACK)).astype(float)


def hours_of(cooled: float) -> float:
    """Hours in the fridge until a dough has cooled by this share of the way, a day at most.

    >>> hours_of(0.0)
    0.0
    """
    most = 1 - math.exp(-CHILLS_H[-1] / CHILL_H)
    return CHILLS_H[-1] if cooled >= most else -CHILL_H * math.log(min(1.0, max(1 - cooled, SLACK))) + 0.0


def dial_of(celsius: float, scale: Scale) -> float:
    """What the oven's own dial shows at °C, not rounded."""
    if scale is Scale.C:
        return celsius
    if scale is Scale.F:
        return celsius * 9 / 5 + 32
    low, high = 0.25, 10.0
    for _ in range(40):
        middle = (low + high) / 2
        low, high = (middle, high) if to_c(middle, scale) < celsius else (low, middle)
    return (low + high) / 2
