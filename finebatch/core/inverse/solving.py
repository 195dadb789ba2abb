"""One dough for a wish: relaxed, then in kitchen measures; from further starts only while the wish is not met."""

import numpy as np

from .relaxed import ROUNDS, relaxed
from .space import Array, Space
from .terms import Terms
from .walk import Found, Lattice, in_kitchen, walk

MET = 1.0  # a merit below this: the wish is met
AGAIN_BEAM, AGAIN_ROUNDS = 8, 4
HALF_WAY = 3  # starts until they are anywhere in the box


def solve(
    space: Space, terms: Terms, count: int | None = None, near: float = 0.15, start: Array | None = None, starts: int = 1,
    seed: int = 1, times: float | None = None, rounds: int = ROUNDS,
) -> Found | None:  # fmt: skip
    """The best dough found from `start` (the base, if none) and, while it misses the wish, from up to `starts` in all. Same seed, same answer."""
    rng = np.random.default_rng(seed)
    home = space.home if start is None else start
    best: tuple[int, float, Found] | None = None
    for k in range(starts):
        away = (rng.random(len(home)) - home) * (0.5 if k < HALF_WAY else 1.0)
        first = home if k == 0 else np.clip(home + away, 0, 1)
        loose = relaxed(space, terms, first, near, home, rounds=rounds)
        found = in_kitchen(space, terms, loose, count, near, home, times)
        if found is None:
            continue
        merit = terms.merit(found.misses(terms))
        if merit > MET and found.broken == 0:
            lattice = Lattice(found.space, found.steps[: len(found.space.lots)])
            again = walk(found.space, lattice, terms, found.whole, loose, count, near, home, AGAIN_BEAM, AGAIN_ROUNDS)
            if again.broken == 0 and terms.merit(again.misses(terms)) < merit:
                found, merit = again, terms.merit(again.misses(terms))
        if best is None or (found.broken, merit) < best[:2]:
            best = (found.broken, merit, found)
        if best[0] == 0 and best[1] <= MET:
            break
    return best[2] if best else None
