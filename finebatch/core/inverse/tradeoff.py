"""Two wishes that pull against each other: how much of the one must be given up for the other, the size held."""

from dataclasses import dataclass

import numpy as np

from .asked import Sense
from .baked import Baked
from .relaxed import relaxed
from .space import Array, Point, Space
from .terms import Term, Terms

CELLS = 11  # docs/wish.md: nine give .96 of the best area known, seventeen .98
ENDS_ROUNDS, CELL_ROUNDS = 6, 3
NEAR, FAR_OFF, LOOSE, TIGHT = 0.02, 9.0, 0.25, 0.01


@dataclass(frozen=True)
class Dot:
    """A dough on the map, not rounded: its levers, and what it is by either wish, in that wish's own scale."""

    u: Array
    point: Point
    baked: Baked
    one: float
    other: float


def map_of(space: Space, one: str, other: str, up: tuple[bool, bool] = (True, True)) -> list[Dot]:
    """Doughs from the most of `one` to the most of `other` (the least, where `up` says so), none beaten in both by another. Each is searched
    from its neighbour."""
    held = space.held_at(space.base_sizes)
    signs = tuple(Sense.AT_LEAST if rising else Sense.AT_MOST for rising in up)
    far = tuple(FAR_OFF if rising else -FAR_OFF for rising in up)

    def seen(u: Array, baked: Baked) -> Dot:
        point = held.at(u)
        values = Terms([Term(one, 0.0), Term(other, 0.0)]).values(baked, held.cost(point.grams))
        return Dot(u, point, baked, values[0], values[1])

    ends = []
    for name, sense, target in ((one, signs[0], far[0]), (other, signs[1], far[1])):
        alone = Terms([Term(name, target, sense, tolerance=1.0)])
        loose = relaxed(held, alone, held.home, NEAR, held.home, rounds=ENDS_ROUNDS)
        ends.append(seen(loose.u, loose.baked))
    dots = list(ends)
    u = ends[1].u
    for target in np.linspace(ends[1].one, ends[0].one, CELLS)[1:-1]:
        pair = Terms([Term(one, float(target), tolerance=TIGHT), Term(other, far[1], signs[1], tolerance=LOOSE)])
        loose = relaxed(held, pair, u, NEAR, u, rounds=CELL_ROUNDS, good=0.0)
        u = loose.u
        dots.append(seen(loose.u, loose.baked))
    return _unbeaten(dots, up)


def _unbeaten(dots: list[Dot], up: tuple[bool, bool]) -> list[Dot]:
    def better(a: Dot, b: Dot) -> bool:
        mine = (a.one if up[0] else -a.one, a.other if up[1] else -a.other)
        theirs = (b.one if up[0] else -b.one, b.other if up[1] else -b.other)
        return mine != theirs and mine[0] >= theirs[0] and mine[1] >= theirs[1]

    kept = [dot for dot in dots if not any(better(other, dot) for other in dots)]
    return sorted(kept, key=lambda dot: dot.one)
