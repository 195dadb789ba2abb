"""When the musts of a wish collide: the smallest set of them that does.

A test is a search, not a proof: what is said is "no dough was found that …" (docs/wish.md, section 6).
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

import numpy as np

from .asked import Without
from .relaxed import relaxed
from .space import Space
from .start import Base, House
from .structures import NoStandInError, structures, unwanted_ids
from .terms import INSIDE, Term, Terms
from .three import spread_start

STARTS, CONFIRMING, SEED = 3, 12, 5
NEAR, ROUNDS, GOOD = 0.02, 8, 0.05
SURELY = 0.6  # of the give within which a must is kept, for the relaxed dough that the test finds


@dataclass(frozen=True)
class Must:
    """One must of a wish: a value, something that must not be in it, or that all must be in the house. `dear` is how much it is meant: of
    those that collide the dearest are rather kept."""

    name: str
    term: Term | None = None
    without: Without | None = None
    pantry: bool = False
    dear: int = 0


def smallest_clash(musts: Sequence[Must], keeps: Callable[[tuple[Must, ...]], bool]) -> tuple[Must, ...]:
    """A smallest-by-inclusion set of musts that cannot be kept together; none where all can. Each alone first, then QuickXplain (Junker 2004)
    with the dearest taken for granted first."""
    if keeps(tuple(musts)):
        return ()
    for must in musts:
        if not keeps((must,)):
            return (must,)

    def explained(back: tuple[Must, ...], added: bool, rest: tuple[Must, ...]) -> tuple[Must, ...]:
        if added and not keeps(back):
            return ()
        if len(rest) == 1:
            return rest
        half = len(rest) // 2
        first, second = rest[:half], rest[half:]
        of_second = explained((*back, *first), True, second)
        of_first = explained((*back, *of_second), bool(of_second), first)
        return (*of_first, *of_second)

    return explained((), False, tuple(sorted(musts, key=lambda must: -must.dear)))


class Tester:
    """Whether musts can be kept together, each set searched once."""

    def __init__(self, base: Base, house: House, starts: int = STARTS, seed: int = SEED) -> None:
        self._base, self._house, self._starts, self._seed = base, house, starts, seed
        self._known: dict[frozenset[str], bool] = {}

    def keeps(self, musts: tuple[Must, ...]) -> bool:
        """Whether a dough of the family was found that keeps all of these."""
        key = frozenset(must.name for must in musts)
        if key not in self._known:
            self._known[key] = self._found(musts, range(self._starts))
        return self._known[key]

    def clash(self, musts: Sequence[Must]) -> tuple[Must, ...]:
        """The smallest set of these that cannot be kept together, looked for once more from further starts before it is said."""
        while found := smallest_clash(musts, self.keeps):
            if not self._found(found, range(self._starts, self._starts + CONFIRMING)):
                return found
            self._known[frozenset(must.name for must in found)] = True
        return ()

    def _found(self, musts: tuple[Must, ...], starts: range) -> bool:
        unwanted = unwanted_ids(tuple(must.without for must in musts if must.without))
        house = self._house if any(must.pantry for must in musts) else replace(self._house, have_g=None)
        terms = Terms([replace(must.term, must=True) for must in musts if must.term])
        try:
            found = structures(self._base, lambda id: id not in unwanted and _in(house, id))
        except NoStandInError:
            return False
        if not len(terms):
            return bool(found)
        return any(self._reached(Space(one.base, house, unwanted), terms, starts) for one in found)

    def _reached(self, space: Space, terms: Terms, starts: range) -> bool:
        for k in starts:
            start = space.home if k == 0 else spread_start(space, terms, self._seed + k)
            loose = relaxed(space, terms, start, NEAR, start, rounds=ROUNDS, good=GOOD)
            point = space.at(loose.u)
            misses = terms.misses(loose.baked, space.cost(point.grams))
            inside = np.where(
                terms.most | terms.least, np.abs(terms.forgiven(misses)) <= INSIDE, np.abs(misses) <= 2.5 * SURELY
            )
            if inside.all():
                return True
        return False


def _in(house: House, ingredient_id: str) -> bool:
    return house.have_g is None or ingredient_id == "water" or house.have_g.get(ingredient_id, 0.0) > 0
