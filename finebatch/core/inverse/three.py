"""Three doughs that differ for a reason: the simplest, the nearest to what one has, and the best at the wish."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from .answers import Exchanged, OfferKind
from .few import few_changes
from .lots import Slot
from .solving import MET, solve
from .space import Array, Space
from .start import Base, House
from .structures import structures
from .terms import Terms
from .walk import Found, Lattice, count_missed

NEAR, FAR, BETWEEN = 0.35, 0.04, 0.15
SPREAD = 24  # doughs over the family's box that the search for the best starts from
DIFFERENT, LEAST_DIFFERENT = 0.08, 2  # a line or setting differs by more than this; at least so many must
A_CHANGE, AN_EXCHANGE = 0.4, 0.5
WORSE = 1.05
FAR_STARTS = 2  # for the best of a structure: of later ones one, then none
LATER = 0.3  # a stand-in that suits the family less must be so much better
STUBBORN = 5  # starts, where the first broke a bound


ORDER = (OfferKind.NEAREST, OfferKind.BEST, OfferKind.SIMPLEST, OfferKind.ANOTHER)


@dataclass(frozen=True)
class Candidate:
    """A dough that is offered; `score` orders those of one kind."""

    kind: OfferKind
    found: Found
    exchanges: tuple[Exchanged, ...]
    score: float


@dataclass(frozen=True)
class Ask:
    """Everything a search needs: the base, the kitchen, what must not be in it, the wish and the count."""

    base: Base
    house: House
    unwanted: frozenset[str]
    terms: Terms
    count: int | None = None
    times: float | None = None
    seed: int = 1

    def spaces(self) -> list[tuple[Space, tuple[Exchanged, ...]]]:
        """The spaces to search: the base's own, or each without what is unwanted. NoStandInError where nothing stands in for a line."""
        found = structures(self.base, self._may)
        return [(Space(one.base, self.house, self.unwanted), one.exchanges) for one in found]

    def _may(self, ingredient_id: str) -> bool:
        have = self.house.have_g
        in_house = have is None or ingredient_id == "water" or have.get(ingredient_id, 0.0) > 0
        return ingredient_id not in self.unwanted and in_house


def first_of(ask: Ask) -> Candidate | None:
    """The nearest dough of the first structure: quick enough to follow a finger."""
    spaces = ask.spaces()
    # More starts find no more in the pantry.
    for starts in (1,) if ask.house.have_g is not None else (1, STUBBORN):
        for space, exchanges in spaces:
            found = _near(ask, space, starts)
            if found is not None:
                return _nearest(space, found, exchanges)
    return None


def _near(ask: Ask, space: Space, starts: int) -> Found | None:
    """From the base; from further off where no whole eggs, spoons and count were found together so near."""
    found = solve(space, ask.terms, ask.count, NEAR, starts=starts, times=ask.times, seed=ask.seed)
    return found if found is not None and not found.broken else None


def _nearest(space: Space, found: Found, exchanges: tuple[Exchanged, ...]) -> Candidate:
    pull = NEAR**2 * float(((space.u_of(found.point) - space.home) ** 2).sum())
    return Candidate(OfferKind.NEAREST, found, exchanges, found.merit + pull)


def candidates(ask: Ask) -> list[Candidate]:
    """Up to three, each with at least two lines or settings unlike every other. What breaks a bound or the count is never among them."""
    of_kind: dict[OfferKind, list[Candidate]] = {kind: [] for kind in OfferKind}
    for candidate in _all(ask):
        if not candidate.found.broken:
            of_kind[candidate.kind].append(candidate)
    for rows in of_kind.values():
        rows.sort(key=lambda one: one.score)
    chosen: list[Candidate] = []
    for kind in (OfferKind.SIMPLEST, OfferKind.NEAREST, OfferKind.BEST):
        more = of_kind[OfferKind.BEST] if kind is OfferKind.NEAREST else of_kind[OfferKind.NEAREST]
        for candidate in (*of_kind[kind], *more):
            if all(differs(candidate.found, other.found) >= LEAST_DIFFERENT for other in chosen):
                named = kind if candidate.kind is kind else OfferKind.ANOTHER
                chosen.append(Candidate(named, candidate.found, candidate.exchanges, candidate.score))
                break
    return sorted(chosen, key=lambda one: ORDER.index(one.kind))


def _all(ask: Ask) -> Iterator[Candidate]:
    for i, (space, exchanges) in enumerate(ask.spaces()):
        near = _near(ask, space, 1) or (_near(ask, space, STUBBORN) if i == 0 and ask.house.have_g is None else None)
        if near is not None:
            nearest = _nearest(space, near, exchanges)
            yield replace(nearest, score=nearest.score + LATER * i)
        for k in range(max(0, FAR_STARTS - i) if len(ask.terms) else 0):  # nothing wished of the cookie: none is better
            start = spread_start(space, ask.terms, ask.seed + 17 * k)
            best = solve(space, ask.terms, ask.count, FAR, start=start, times=ask.times, seed=ask.seed + k)
            if best is not None:
                away = float(np.abs(space.u_of(best.point) - space.home).mean())
                yield Candidate(OfferKind.BEST, best, exchanges, best.merit - 0.3 * away + LATER * i)
        if near is None:
            continue
        if ask.count is None and ask.times is None and not exchanges:
            for few in few_changes(space, ask.terms):
                found = Found(few.space, few.point, few.baked, few.merit, 0, (), np.zeros(0))
                if not few.space.broken(few.point):
                    score = max(few.merit, MET) + A_CHANGE * few.changes + AN_EXCHANGE * len(exchanges) + LATER * i
                    yield Candidate(OfferKind.SIMPLEST, found, exchanges, score)
        else:
            simpler, left = taken_back(near, ask.terms, ask.count)
            score = max(simpler.merit, MET) + 0.1 * left + AN_EXCHANGE * len(exchanges) + LATER * i
            yield Candidate(OfferKind.SIMPLEST, simpler, exchanges, score)


def taken_back(found: Found, terms: Terms, count: int | None) -> tuple[Found, int]:
    """Its changes taken back one by one, each tried in the oven, while the wish stays met; and how many are left."""
    space = found.space
    lattice = Lattice(space, found.steps[: len(space.lots)])
    flour = sum(found.point.grams[k] for k in space.of[Slot.FLOUR])
    home = lattice.read(space.base_point(flour / space.flour_g))
    here, best = list(found.whole), found
    left = [k for k in range(lattice.size) if k not in lattice.still and here[k] != home[k]]
    now = terms.merit(found.misses(terms))
    while left:
        tried = [tuple(home[k] if i == k else v for i, v in enumerate(here)) for k in left]
        points = [lattice.point(whole) for whole in tried]
        merits: list[float] = []
        for point, baked in zip(points, came := space.bake(points), strict=True):
            wrong = space.broken(point) + count_missed(space, baked, count)
            merits.append(math.inf if wrong else terms.merit(terms.misses(baked, space.cost(point.grams))))
        i = int(np.argmin(merits))
        if merits[i] > max(MET, now * WORSE):
            break
        here, now = list(tried[i]), merits[i]
        best = Found(space, points[i], came[i], merits[i], 0, tried[i], found.steps)
        left.pop(i)
    return best, len(left)


def spread_start(space: Space, terms: Terms, seed: int) -> Array:
    """The best of a few spread evenly over the family's box, away from home."""
    rng = np.random.default_rng(seed)
    rows = rng.permuted(
        np.tile(np.arange(SPREAD), (len(space.levers), 1)), axis=1
    ).T  # one in every stratum of every lever
    spread = (rows + rng.random(rows.shape)) / SPREAD * 0.9 + 0.05
    points = [space.at(u) for u in spread]
    scored = [
        terms.merit(terms.misses(baked, space.cost(point.grams))) - 2 * float(np.abs(u - space.home).mean())
        for u, point, baked in zip(spread, points, space.bake(points), strict=True)
    ]
    best: Array = spread[int(np.argmin(scored))]
    return best


def differs(one: Found, other: Found) -> int:
    """In how many lines and settings two doughs clearly differ, amounts by flour = 100."""
    mine, theirs = _figures(one), _figures(other)
    return sum(
        abs(mine.get(key, 0.0) - theirs.get(key, 0.0)) > DIFFERENT * max(mine.get(key, 0.0), theirs.get(key, 0.0), 0.8)
        for key in {*mine, *theirs}
    )


def _figures(found: Found) -> dict[str, float]:
    flour = sum(found.point.grams[k] for k in found.space.of[Slot.FLOUR])
    amounts = {lot.key: 100 * g / flour for lot, g in zip(found.space.lots, found.point.grams, strict=True)}
    sizes = {size.field: value for size, value in zip(found.space.sizes, found.point.sizes, strict=True)}
    return amounts | sizes | {"oven": 3 * found.point.oven_c, "chill": 10 * found.point.chill_h}
