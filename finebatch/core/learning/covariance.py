"""Two measurements co-vary by what they share: kitchen, family, dough, bake; that is all there is to remember."""

from collections.abc import Hashable, Sequence
from dataclasses import dataclass

import numpy as np

from .look import Look
from .unknowns import Array, Level


@dataclass(frozen=True)
class Rows:
    """Measurements as rows: of which look each is, and how each unknown moves it."""

    looks: Sequence[Look]
    moves: Array  # (rows, unknowns)

    @property
    def days(self) -> Array:
        return np.array([look.day for look in self.looks])

    @property
    def strange(self) -> Array:
        return np.array([look.strange for look in self.looks])


def belongs(look: Look, level: str) -> Hashable:
    """What a look shares at a level; None where it shares nothing with anything."""
    if level == "kitchen":
        return look.kitchen or None
    return look.dough if level == "dough" else (look.tray or look.id) if look.kitchen else None


def _families(rows: Rows, names: list[str]) -> Array:
    """(rows, families): the families of each, as a vector of length 1, so that a dough between two shares half with each, smoothly."""
    found = np.zeros((len(rows.looks), len(names)))
    for i, look in enumerate(rows.looks):
        for name, share in look.families:
            found[i, names.index(name)] = share
    lengths: Array = np.linalg.norm(found, axis=1, keepdims=True)
    return found / lengths


def same(a: Rows, b: Rows, level: str, of: Level) -> Array:
    """(rows of a, rows of b): how far they share a level, 0 to 1, fading with the days between; a dough's by its strangeness."""
    days = of.kept(np.abs(np.subtract.outer(a.days, b.days)))
    if level == "family":
        names = sorted({name for look in (*a.looks, *b.looks) for name, _ in look.families})
        shared: Array = _families(a, names) @ _families(b, names).T * days
        return shared
    numbers: dict[Hashable, int] = {}

    def number(look: Look, nobody: int) -> int:
        key = belongs(look, level)
        return nobody if key is None else numbers.setdefault(key, len(numbers))

    left = np.array([number(look, -1) for look in a.looks])
    right = np.array([number(look, -2) for look in b.looks])
    shared = np.equal.outer(left, right) * days
    if level == "dough":
        shared = shared * np.outer(a.strange, b.strange)
    return shared


def covariance(a: Rows, b: Rows, table: dict[str, Level]) -> Array:
    """(rows of a, rows of b), the sum over the levels."""
    total = np.zeros((len(a.looks), len(b.looks)))
    for name, level in table.items():
        total += same(a, b, name, level) * ((a.moves * level.sds**2) @ b.moves.T)
    return total
