"""A wish as the search sees it: values of a baked dough near a target, at most or at least it."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from .asked import Sense
from .baked import Baked

Array = NDArray[np.float64]

TEXTURES = ("crisp", "chewy", "cakey", "short", "crumbly")
MUST_WEIGHT = 4.0
INSIDE = 0.6  # at-most and at-least are aimed at so many tolerances inside
MUST_ABOUT = 2.5  # tolerances within which "about" is kept


VALUES: dict[str, Callable[[Baked, float], float]] = {
    "width": lambda baked, _: math.log(max(baked.width_mm, 1e-3)),
    "height": lambda baked, _: math.log(max(baked.height_mm, 1e-3)),
    "minutes": lambda baked, _: math.log(baked.minutes),
    "colour": lambda baked, _: baked.rim_ln,
    "water": lambda baked, _: baked.water_activity,
    "sweet": lambda baked, _: baked.sweetness_pct / 100,
    "cost": lambda baked, cost: math.log(max(cost / max(baked.pieces, 1e-9), 1e-6)),
}
TOLERANCE = {
    "width": 0.012,
    "height": 0.012,
    "minutes": 0.02,
    "colour": 0.08,
    "water": 0.01,
    "sweet": 0.01,
    "cost": 0.02,
}
TEXTURE_TOLERANCE, TEXTURE_WEIGHT = 0.05, 0.6


@dataclass(frozen=True)
class Term:
    """One wish: `name` of `VALUES` or a texture (0 to 1), with its target in that value's own scale."""

    name: str
    target: float
    sense: Sense = Sense.ABOUT
    must: bool = False
    tolerance: float = 0.0
    weight: float = 1.0

    @property
    def give(self) -> float:
        """How far off is one unit of missing it."""
        return self.tolerance or TOLERANCE.get(self.name, TEXTURE_TOLERANCE)


class Terms:
    """Several wishes, as arrays."""

    def __init__(self, terms: Sequence[Term]) -> None:
        self.terms = tuple(terms)
        inside = [
            replace(term, target=term.target + {Sense.AT_MOST: -INSIDE, Sense.AT_LEAST: INSIDE}.get(term.sense, 0.0) * term.give)
            for term in terms
        ]  # fmt: skip
        self._inside = tuple(inside)
        self.target = np.array([term.target for term in inside])
        self.give = np.array([term.give for term in inside])
        self.weight = np.array([term.weight * (MUST_WEIGHT if term.must else 1.0) for term in inside])
        self.most = np.array([term.sense is Sense.AT_MOST for term in inside], dtype=bool)
        self.least = np.array([term.sense is Sense.AT_LEAST for term in inside], dtype=bool)
        self._textured = any(term.name in TEXTURES for term in inside)

    def __len__(self) -> int:
        return len(self.terms)

    def values(self, baked: Baked, cost: float) -> list[float]:
        """What each wish is about, of one dough."""
        textures = baked.textures() if self._textured else {}
        return [
            textures[term.name] / 100 if term.name in TEXTURES else VALUES[term.name](baked, cost)
            for term in self.terms
        ]

    def misses(self, baked: Baked, cost: float) -> Array:
        """How far off each is, in its tolerances, before at-most and at-least forgive."""
        return (np.array(self.values(baked, cost)) - self.target) / self.give if self.terms else np.zeros(0)

    def forgiven(self, misses: Array) -> Array:
        """Misses of rows (the last axis is the wishes), 0 where at-most or at-least is kept."""
        below = np.where(self.most & (misses < 0), 0.0, misses)
        return np.where(self.least & (below > 0), 0.0, below)

    def merit(self, misses: Array) -> float:
        """The wish in one number, less is better."""
        return float(((self.weight * self.forgiven(misses)) ** 2).sum())

    def kept(self, baked: Baked, cost: float) -> list[bool]:
        """Whether each is kept: about it within 3% (5 points), at most and at least exactly."""
        return [
            abs(value - term.target) <= MUST_ABOUT * term.give
            if term.sense is Sense.ABOUT
            else value <= term.target + 1e-9
            if term.sense is Sense.AT_MOST
            else value >= term.target - 1e-9
            for value, term in zip(self.values(baked, cost), self.terms, strict=True)
        ]

    def musts_kept(self, baked: Baked, cost: float) -> bool:
        """Whether every must is."""
        return all(kept or not term.must for kept, term in zip(self.kept(baked, cost), self.terms, strict=True))
