"""One, two or three changes of today's card that come nearest to a wish, in spoon-sized steps."""

import itertools
import math
from dataclasses import dataclass

import numpy as np

from ..baking import CHILL_TIME_CONSTANT_H as CHILL_H
from ..formula import AXES
from .baked import Baked
from .lots import AXIS, WITH_THE_BATCH
from .space import CHILLS_H, Array, Point, Space, hours_of
from .terms import Terms
from .walk import Lattice

MOST_CHANGES, BEST = 3, 6
REFINED = 3
CHILL_STEP = 0.2  # of the way to the fridge's cold: as fine as an hour more or less is felt
BETTER = 0.9  # of the wish missed before: what a further change must bring it below


@dataclass(frozen=True)
class Few:
    """A dough so many changes away, and how well it meets the wish (less is better)."""

    changes: int
    space: Space
    point: Point
    baked: Baked
    merit: float


class _Card:
    """Today's card as coordinates that can be changed one by one: amounts, sizes, oven, cold."""

    def __init__(self, space: Space) -> None:
        stepped, steps = space.in_steps(space.flour_g, beaten=False)
        self.space = stepped
        self.lattice = Lattice(stepped, steps)
        lots, sizes = self.lattice.lots, len(stepped.sizes)
        self.lots = lots
        cold = 1 - math.exp(-stepped.spec.making.chill_h / CHILL_H)
        self.now = np.array([*stepped.grams, *stepped.base_sizes, stepped.base_oven_c, cold])
        self.steps = np.array([*self.lattice.steps[:-2], 5.0, CHILL_STEP])
        counted = stepped.flour_g * stepped.flake_gain
        high = [stepped.axis_high[AXES.index(AXIS[lot.slot])] * counted / 100 if lot.slot in AXIS else grams for lot, grams in zip(stepped.lots, stepped.grams, strict=True)]  # fmt: skip
        ends = {name: (low, most) for name, low, most in zip(stepped.names, stepped.low, stepped.high, strict=True)}
        rest = [ends[size.field] for size in stepped.sizes]
        rest += [ends["oven"], ends.get("chill", (cold, cold))]
        self.low = np.minimum(np.array([*(0.0 for _ in range(lots)), *(low for low, _ in rest)]), self.now)
        self.high = np.maximum(np.array([*high, *(most for _, most in rest)]), self.now)
        still = {k for k, lot in enumerate(stepped.lots) if lot.slot in WITH_THE_BATCH} | self.lattice.still
        self.free = [k for k in range(lots + sizes + 2) if k not in still and self.high[k] > self.low[k]]

    def point(self, x: Array) -> Point:
        lots, sizes = self.lots, len(self.space.sizes)
        return Point(
            grams=tuple(float(g) for g in np.maximum(x[:lots], 0)),
            sizes=tuple(float(s) for s in x[lots : lots + sizes]),
            oven_c=float(x[-2]),
            # Untouched it stays as it is, also beyond a day.
            chill_h=self.space.spec.making.chill_h if x[-1] == self.now[-1] else hours_of(float(x[-1])),
        )

    def inside(self, x: Array, ks: list[int]) -> Array:
        """With the changed ones (`ks`) inside their own ranges, and all of one kind together inside the family's."""
        y = x.copy()
        y[ks] = np.clip(x[ks], self.low[ks], self.high[ks])
        at = self.space
        for axis in range(len(AXES)):
            of = [k for k in ks if k < self.lots and at.axes[k, axis] > 0]
            if not of:
                continue
            counted = max(float(y[: self.lots] @ at.as_flour), 1e-9) / 100
            over = float(y[: self.lots] @ at.axes[:, axis]) - at.axis_high[axis] * counted
            under = at.axis_low[axis] * counted - float(y[: self.lots] @ at.axes[:, axis])
            mine = float(y[of] @ at.axes[of, axis])
            by = -over if over > 0 else under if under > 0 else 0.0
            if by and mine > 0:
                y[of] = np.maximum(y[of] * (1 + by / mine), 0.0)
        return y

    def near(self, k: int, value: float) -> list[float]:
        """The kitchen steps on both sides of a value, inside the bounds."""
        if k == len(self.now) - 1:
            usual = [1 - math.exp(-hours / CHILL_H) for hours in CHILLS_H]
            return sorted(usual, key=lambda one: abs(one - value))[:2]
        if k == len(self.now) - 2:
            usual = self.lattice.oven_near(value)
            return [c for c in usual if self.low[k] - 1e-9 <= c <= self.high[k] + 1e-9] or [float(self.now[k])]
        step = self.steps[k]
        floor = math.floor(value / step)
        inside = [n * step for n in (floor, floor + 1) if self.low[k] - 1e-9 <= n * step <= self.high[k] + 1e-9]
        return inside or [float(self.now[k])]


def few_changes(space: Space, terms: Terms, most: int = MOST_CHANGES) -> list[Few]:
    """The best dough with none, one, two, up to `most` things changed, each only where it comes clearly nearer than the one before. First by
    the slopes of single steps, then the best few of each number refined by themselves and rounded both ways."""
    card = _Card(space)
    at = card.space

    def baked(xs: list[Array]) -> list[tuple[Point, Baked]]:
        points = [card.point(x) for x in xs]
        return list(zip(points, at.bake(points), strict=True))

    def misses(one: tuple[Point, Baked]) -> Array:
        return terms.misses(one[1], at.cost(one[0].grams))

    first = baked([card.now])[0]
    now = misses(first)
    found = [Few(0, at, first[0], first[1], terms.merit(now))]
    if found[0].merit <= 1.0:
        return found
    signed = np.where(card.now + card.steps <= card.high, card.steps, -card.steps)
    ones = np.eye(len(card.now))
    probes = baked([card.now + signed[k] * ones[k] for k in card.free])
    slopes = {k: (misses(one) - now) / signed[k] for k, one in zip(card.free, probes, strict=True)}
    for number in range(1, most + 1):
        ranked = sorted(
            (_by_slopes(card, terms, slopes, now, ks), ks) for ks in itertools.combinations(card.free, number)
        )[:BEST]
        best: Few | None = None
        for (_, start), ks in ranked:
            x = _refined(card, terms, np.array(start), list(ks), baked, misses)
            grids = [card.near(k, x[k]) for k in ks]
            tried = []
            for values in itertools.product(*grids):
                y = x.copy()
                y[list(ks)] = values
                tried.append(y)
            for one in baked(tried):
                merit = terms.merit(misses(one))
                if not at.broken(one[0]) and (best is None or merit < best.merit):
                    best = Few(number, at, one[0], one[1], merit)
        if best is not None and best.merit < BETTER * found[-1].merit:
            found.append(best)
    return found


def _by_slopes(
    card: _Card, terms: Terms, slopes: dict[int, Array], now: Array, ks: tuple[int, ...]
) -> tuple[float, tuple[float, ...]]:
    """How near these changes come by the slopes alone, and where to."""
    rows = np.stack([slopes[k] for k in ks], 1) * terms.weight[:, None]
    step = np.linalg.lstsq(rows, -terms.weight * now, rcond=None)[0]
    x = card.now.copy()
    x[list(ks)] += step
    x = card.inside(x, list(ks))
    moved = np.stack([slopes[k] for k in ks], 1) @ (x[list(ks)] - card.now[list(ks)])
    return terms.merit(now + moved), tuple(float(v) for v in x)


def _refined(card: _Card, terms: Terms, x: Array, ks: list[int], baked, misses) -> Array:  # type: ignore[no-untyped-def]
    """Gauss-Newton on these alone."""
    ones = np.eye(len(x))
    for _ in range(REFINED):
        signed = [card.steps[k] if x[k] + card.steps[k] <= card.high[k] else -card.steps[k] for k in ks]
        found = baked([x, *(x + by * ones[k] for by, k in zip(signed, ks, strict=True))])
        now = misses(found[0])
        rows = np.stack([(misses(one) - now) / by for one, by in zip(found[1:], signed, strict=True)], 1)
        step = np.linalg.lstsq(rows * terms.weight[:, None], -terms.weight * now, rcond=None)[0]
        x = x.copy()
        x[ks] += step
        x = card.inside(x, ks)
    return x
