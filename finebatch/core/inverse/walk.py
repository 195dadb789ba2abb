"""From a relaxed dough to kitchen measures: whole eggs and spoons first, then a walk over single and paired steps.

Rounding is part of the search: a dough rounded after it misses its wish by several per cent and breaks a bound in one of three (docs/wish.md).
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..baking import CHILL_TIME_CONSTANT_H as CHILL_H
from ..formula import AXES
from ..kitchen import Scale, to_c
from .baked import OVEN_STEP, Baked
from .lots import WITH_THE_BATCH, Slot
from .relaxed import Relaxed
from .space import CHILLS_H, Array, Point, Space, dial_of
from .terms import Terms

Whole = tuple[int, ...]
NEW_LINE = 0.02
BEAM, ROUNDS, BATCHES = 6, 5, 3
MOST_EGGS, MOST_YOLKS = 24, 6
NEAR_COUNT, NEAR_AMOUNT = (0.95, 1.07, 25), (0.7, 1.6, 46)  # of the wanted flour: from, to, how many tried
COUNT_OVER = 0.3  # of a piece, aimed at beyond the count


@dataclass(frozen=True)
class Found:
    """A dough in kitchen measures, how well it meets the wish (less is better), and how many bounds and counts it breaks."""

    space: Space
    point: Point
    baked: Baked
    merit: float
    broken: int
    whole: Whole
    steps: Array

    def misses(self, terms: Terms) -> Array:
        """Of these wishes."""
        return terms.misses(self.baked, self.space.cost(self.point.grams))


class Lattice:
    """Doughs as whole numbers of kitchen steps: every lot in its own, then the sizes, the oven's dial, and which of the usual chills."""

    def __init__(self, space: Space, steps: Array) -> None:
        self.space, self.lots = space, len(space.lots)
        self.steps = np.array([*steps, *(size.step for size in space.sizes), OVEN_STEP[space.spec.oven.scale], 1.0])
        self.size = len(self.steps)
        self.derived = [bool(size.of_dough_g) for size in space.sizes]
        still = {k for k, lot in enumerate(space.lots) if lot.slot in WITH_THE_BATCH}
        still |= {self.lots + j for j, follows in enumerate(self.derived) if follows}
        if space.spec.making.frozen:
            still.add(self.size - 1)
        self.still = still
        scale = space.spec.oven.scale
        dials = np.arange(0, 700) * self.steps[-2] if scale is not Scale.GAS else np.arange(0, 12) * self.steps[-2]
        self._oven_c = np.array([to_c(float(dial), scale) + space.oven_fan_k for dial in dials])

    def read(self, point: Point) -> list[int]:
        """The nearest whole steps."""
        chill = min(
            range(len(CHILLS_H)),
            key=lambda i: abs(math.exp(-CHILLS_H[i] / CHILL_H) - math.exp(-point.chill_h / CHILL_H)),
        )
        dial = dial_of(point.oven_c - self.space.oven_fan_k, self.space.spec.oven.scale)
        values = [*point.grams, *point.sizes, dial]
        return [*(round(value / step) for value, step in zip(values, self.steps[:-1], strict=True)), chill]

    def point(self, whole: Whole) -> Point:
        """The dough so many steps are."""
        z = np.array(whole)
        return Point(
            grams=tuple(float(g) for g in np.maximum(z[: self.lots], 0) * self.steps[: self.lots]),
            sizes=tuple(float(s) for s in z[self.lots : -2] * self.steps[self.lots : -2]),
            oven_c=float(self._oven_c[z[-2]]),
            chill_h=self.chill_h(int(z[-1])),
        )

    def oven_near(self, celsius: float) -> list[float]:
        """The two marks of the dial nearest to a heat, in °C as without the fan."""
        return [float(c) for c in sorted(self._oven_c, key=lambda c: abs(c - celsius))[:2]]

    def chill_h(self, index: int) -> float:
        """Hours; a dough that comes from the freezer keeps its own."""
        return self.space.spec.making.chill_h if self.space.spec.making.frozen else CHILLS_H[index]

    def rows(self, z: NDArray[np.int64]) -> tuple[Array, Array, Array, Array]:
        """Amounts, sizes, °C and hours of many at once."""
        grams = z[:, : self.lots] * self.steps[: self.lots]
        sizes = z[:, self.lots : -2] * self.steps[self.lots : -2]
        oven = self._oven_c[np.clip(z[:, -2], 0, len(self._oven_c) - 1)]
        chill = np.array([self.chill_h(int(i)) for i in z[:, -1]])
        return grams, sizes, oven, chill


def in_kitchen(
    space: Space, terms: Terms, found: Relaxed, count: int | None, near: float, home: Array, times: float | None = None
) -> Found | None:
    """The best dough in whole kitchen steps near a relaxed one. `count` pieces are meant exactly, else about `times` the flour of the base."""
    point = space.at(found.u)
    flour = _flour_of(space, point)
    wanted = flour
    if count is not None and space.forming.counted_by_mass:
        wanted = flour * (count + COUNT_OVER) * found.baked.piece_g / sum(point.grams)
    elif not any(size.of_dough_g for size in space.sizes):
        wanted = space.flour_g * (times or 1.0)
    if space.house.have_g is not None:
        wanted = min(wanted, flour * _times_there(space, point))
    counted = times is not None or (count is not None and space.forming.counted_by_mass)
    eggs = bool(space.of.keys() & {Slot.EGG, Slot.YOLK})
    best: Found | None = None
    for beaten in (False, True):  # a beaten egg by the tablespoon where no whole one fits
        stepped, steps = space.in_steps(wanted, beaten)
        lattice = Lattice(stepped, steps)
        batches = _batches(stepped, steps, point, wanted, counted)
        if not beaten and eggs and not any(batch[1] or batch[2] for batch in batches):
            continue
        for batch in batches[:BATCHES]:
            start = _started(stepped, lattice, found.u, batch)
            walked = walk(stepped, lattice, terms, start, found, count, near, home)
            if best is None or (walked.broken, walked.merit) < (best.broken, best.merit):
                best = walked
        if not eggs or (best is not None and not best.broken):
            break
    return best


def _times_there(space: Space, point: Point) -> float:
    """How many times so much of everything there is in the house."""
    used = space.used(np.array([point.grams]))[0]
    with np.errstate(divide="ignore", invalid="ignore"):
        times = np.where(used > 0, space.had() / used, math.inf)
    return float(max(times.min(), 0.05))


def _started(space: Space, lattice: Lattice, u: Array, batch: "Batch") -> Whole:
    """The relaxed dough in whole steps, with this batch's flour, eggs and yolks."""
    at = space.at(u, batch[0])
    start = lattice.read(at)
    for k, lot in enumerate(space.lots):
        if lot.slot in WITH_THE_BATCH:
            start[k] = max(round(at.grams[k] / lattice.steps[k]), 1 if at.grams[k] > 0 else 0)
    for slot, pieces in ((Slot.EGG, batch[1]), (Slot.YOLK, batch[2])):
        if pieces is not None and slot in space.of:
            start[space.of[slot][0]] = pieces
    return tuple(start)


def _flour_of(space: Space, point: Point) -> float:
    return sum(point.grams[k] for k in space.of[Slot.FLOUR])


Batch = tuple[float, int | None, int | None]


def _batches(space: Space, steps: Array, point: Point, flour_g: float, counted: bool) -> list[Batch]:
    """Grams of flour, whole eggs and yolks near the wanted batch in which the eggs are whole and inside the family's bounds; the best first,
    and not neighbours of one kind."""
    egg = space.of[Slot.EGG][0] if Slot.EGG in space.of else None
    yolk = space.of[Slot.YOLK][0] if Slot.YOLK in space.of else None
    flours = space.of[Slot.FLOUR]
    step = float(steps[flours[0]]) if len(flours) == 1 else None
    axis = AXES.index("egg")
    low, high = float(space.axis_low[axis]), float(space.axis_high[axis])
    gain = space.flake_gain
    now = _flour_of(space, point) * gain
    mass = [point.grams[k] if k is not None else 0.0 for k in (egg, yolk)]
    want = 100 * sum(mass) / now
    share = mass[1] / max(sum(mass), 1e-9)
    other = 100 * sum(point.grams[k] for k in space.of.get(Slot.EGG_OTHER, [])) / now
    found: dict[Batch, float] = {}
    for part in np.linspace(*(NEAR_COUNT if counted else NEAR_AMOUNT)):
        flour = flour_g * float(part)
        if step:
            flour = max(1, round(flour / step)) * step
        if egg is None and yolk is None:
            found[(round(flour, 3), None, None)] = abs(math.log(flour / flour_g))
            continue
        for eggs in range(MOST_EGGS + 1 if egg is not None else 1):
            for yolks in range(MOST_YOLKS + 1 if yolk is not None else 1):
                whole_g = eggs * float(steps[egg]) if egg is not None else 0.0
                yolk_g = yolks * float(steps[yolk]) if yolk is not None else 0.0
                grams = whole_g + yolk_g
                pct = 100 * grams / (flour * gain)
                of_yolk = yolk_g / grams if grams else 0.0
                if not low - 1e-6 <= pct + other <= high + 1e-6 or of_yolk > space.most_yolks + 1e-6:
                    continue
                off = 6 * abs(pct - want) / max(high - low, 3) + 0.8 * abs(of_yolk - share) + 0.1 * yolks
                off += (6.0 if counted else 0.7) * abs(math.log(flour / flour_g))
                key = (round(flour, 3), eggs if egg is not None else None, yolks if yolk is not None else None)
                found[key] = min(off, found.get(key, math.inf))
    chosen: list[Batch] = []
    for batch in sorted(found, key=lambda one: (found[one], tuple(x or 0 for x in one))):
        if all(batch[1:] != o[1:] or abs(math.log(batch[0] / o[0])) > 0.05 for o in chosen):
            chosen.append(batch)
    return chosen or [(flour_g, None, None)]


def count_missed(space: Space, baked: Baked, count: int | None) -> bool:
    """Whether there are not exactly so many whole pieces; of what only its forming can count nothing is said here."""
    if count is None or not space.forming.counted_by_mass:
        return False
    return not count <= baked.pieces + 1e-9 < count + 1


def judge(
    space: Space, terms: Terms, point: Point, baked: Baked, count: int | None, near: float, home: Array
) -> tuple[float, int]:
    """How well a dough meets the wish, with all that counts beside it, and how many bounds and counts it breaks: never worth it, however far
    off the wish is."""
    broken = space.broken(point) + count_missed(space, baked, count)
    new = sum(1 for lot, grams in zip(space.lots, point.grams, strict=True) if lot.new and grams > 0)
    merit = terms.merit(terms.misses(baked, space.cost(point.grams)))
    pull = near**2 * float(((space.u_of(point) - home) ** 2).sum())
    return merit + pull + NEW_LINE * new, broken


def walk(
    space: Space, lattice: Lattice, terms: Terms, start: Whole, found: Relaxed, count: int | None, near: float, home: Array,
    beam: int = BEAM, rounds: int = ROUNDS,
) -> Found:  # fmt: skip
    """Steps of one, alone and in pairs: the slopes of the relaxed dough propose, the bake model decides; until none is better."""
    seen: dict[Whole, tuple[float, Baked, int]] = {}

    def look(wholes: list[Whole]) -> None:
        fresh = [whole for whole in dict.fromkeys(wholes) if whole not in seen]
        points = [lattice.point(whole) for whole in fresh]
        for whole, point, baked in zip(fresh, points, space.bake(points), strict=True):
            cost, broken = judge(space, terms, point, baked, count, near, home)
            seen[whole] = (cost, baked, broken)

    look([start])
    here = start
    moves = _moves(lattice)
    new_lots = np.array([lot.new for lot in space.lots])
    for _ in range(rounds):
        _, baked, _ = seen[here]
        at = lattice.point(here)
        z = np.array(here) + moves
        z = z[(z.min(1) >= 0) & (z[:, -1] < len(CHILLS_H))]
        grams, sizes, oven, chill = lattice.rows(z)
        u, broken = space.measured(grams, sizes, oven, chill)
        u = np.clip(u, 0, 1)
        now = terms.misses(baked, space.cost(at.grams))
        proposed = terms.forgiven(now + (u - space.u_of(at)) @ found.slopes.T)
        if count is not None and space.forming.counted_by_mass:
            pieces = grams.sum(1) / _piece_g(space, sizes, at, baked)
            broken = broken + ((pieces < count) | (pieces >= count + 1))
        merit = ((terms.weight * proposed) ** 2).sum(1) + near**2 * ((u - home) ** 2).sum(1)
        merit = merit + NEW_LINE * ((grams > 0) & new_lots).sum(1)
        order = np.lexsort((merit, broken))[: beam * 3]
        fresh = [whole for i in order if (whole := tuple(int(v) for v in z[i])) not in seen][:beam]
        look(fresh)
        best = min(seen, key=lambda whole: (seen[whole][2], seen[whole][0]))
        if best == here:
            break
        here = best
    merit_here, baked, wrong = seen[here]
    return Found(space, lattice.point(here), baked, merit_here, wrong, here, lattice.steps)


def _moves(lattice: Lattice) -> NDArray[np.int64]:
    """Every single step and every pair of steps, up or down."""
    single = [(k, d) for k in range(lattice.size) if k not in lattice.still for d in (-1, 1)]
    rows = []
    for i, (k, d) in enumerate(single):
        row = [0] * lattice.size
        row[k] = d
        rows.append(row)
        for other, e in single[i + 1 :]:
            if other != k:
                pair = list(row)
                pair[other] = e
                rows.append(pair)
    return np.array(rows, dtype=np.int64)


def _piece_g(space: Space, sizes: Array, at: Point, baked: Baked) -> Array:
    """Grams of one piece at many sizes, by how its mass goes with each of them."""
    grown = np.ones(len(sizes))
    for j, size in enumerate(space.sizes):
        grown = grown * (sizes[:, j] / at.sizes[j]) ** size.mass_power
    return baked.piece_g * grown
