"""From a wish to answers: the first at once, then three that differ, and what collides where a must cannot be kept."""

import dataclasses
from collections.abc import Callable

from .answers import Clash, Granted, OfferKind, Wished, WithoutOne
from .asked import Without
from .asking import Asked, bases_of, checked, musts_missed, next_of
from .clashing import MOST_WITHOUT, clash_of, elsewhere
from .lots import plain_name
from .relaxed import relaxed
from .solving import MET
from .start import Base
from .structures import NoStandInError
from .three import NEAR, candidates, first_of

SCREENED_ROUNDS = 2


def _best_first(of: Wished, bases: list[Base], without: tuple[Without, ...], pantry: bool) -> list[Asked]:
    """The bases by how near a short search from each comes to the wish; what has no stand-in is left out. NoStandInError where all are."""
    asked = [Asked(of, base, without, pantry) for base in bases]
    if len(asked) == 1:
        asked[0].ask().spaces()
        return asked
    ranked, error = [], None
    for i, one in enumerate(asked):
        try:
            space = one.ask().spaces()[0][0]
        except NoStandInError as found:
            error = found
            continue
        loose = relaxed(space, one.terms, space.home, NEAR, space.home, rounds=SCREENED_ROUNDS)
        off = one.terms.merit(one.terms.misses(loose.baked, space.cost(space.at(loose.u).grams)))
        ranked.append((max(off, MET), i))
    if not ranked and error is not None:
        raise error
    return [asked[i] for _, i in sorted(ranked)]


def granted_first(of: Wished) -> Granted:
    """The first dough, the nearest to what there is: quick enough to follow a finger. Refusal where nothing is wished."""
    checked(of)
    granted, let_go = _letting_go(of, lambda without, pantry: _first(of, without, pantry))
    return granted.model_copy(update={"let_go": let_go})


def _first(of: Wished, without: tuple[Without, ...], pantry: bool) -> Granted:
    for asked in _best_first(of, bases_of(of), without, pantry)[:2]:
        found = first_of(asked.ask())
        made = asked.shown(found.kind, found.found, found.exchanges) if found else None
        if made is not None:
            return Granted(offered=(made,), notes=asked.notes)
    return Granted(offered=())


def granted(of: Wished) -> Granted:
    """Up to three doughs that differ for a reason, and what collides where none keeps every must. Refusal where nothing is wished."""
    checked(of)
    found, let_go = _letting_go(of, lambda without, pantry: _three(of, without, pantry))
    return found.model_copy(update={"let_go": let_go})


def _letting_go(of: Wished, work: Callable[[tuple[Without, ...], bool], Granted]) -> tuple[Granted, tuple[str, ...]]:
    """With everything that must not, and then less and less of what had rather not be in it, until something is found; and what was let go."""
    musts = tuple(one.what for one in of.wish.without if one.must)
    rather = [one.what for one in of.wish.without if not one.must]
    pantry = of.wish.pantry_only
    missing = ""
    for kept in range(len(rather), -1, -1):
        try:
            found = work((*musts, *rather[:kept]), pantry)
        except NoStandInError as error:
            missing = error.name
            continue
        if (found.offered or found.clash) and not (kept and found.clash):
            return found, tuple(one.value for one in rather[kept:])
    return _nothing(of, musts, pantry, missing), ()


def _nothing(of: Wished, musts: tuple[Without, ...], pantry: bool, missing: str) -> Granted:
    """Nothing was found: no stand-in, or not enough in the house for so many. Said, with what comes nearest without each."""
    counted = of.wish.count is not None and not missing
    names = (*(one.value for one in musts), *(("pantry",) if pantry else ()), *(("count",) if counted else ()))
    note = f"Nothing here stands in for {plain_name(missing)}." if missing else ""
    if not missing and pantry:
        note = "What the pantry has does not make it: too little is there, or what is there does not go together."
    elif not missing and not names:
        note = "No dough in whole spoons and eggs was found for this. Wish a little otherwise."
    uncounted = dataclasses.replace(of, wish=of.wish.model_copy(update={"count": None}))
    tried = [(one.value, of, tuple(other for other in musts if other is not one), pantry) for one in musts]
    tried += [("pantry", of, musts, False)] if pantry else []
    tried += [("count", uncounted, musts, pantry)] if counted else []
    without = []
    for name, less, left, still in tried[:MOST_WITHOUT] if len(names) > 1 or pantry else []:
        try:
            found = _first(less, left, still).offered
        except NoStandInError:
            continue
        without += [WithoutOne(name=name, offered=found[0])] if found else []
    clash = Clash(names=names, family=bases_of(of)[0].style.label, without=tuple(without))
    return Granted(offered=(), clash=clash if names else None, notes=(note,) if note else ())


def _three(of: Wished, without: tuple[Without, ...], pantry: bool) -> Granted:
    ranked = _best_first(of, bases_of(of), without, pantry)
    first = ranked[0]
    nearest = next_of(first, OfferKind.NEAREST)
    if nearest is not None and musts_missed(nearest)[0]:
        clash = clash_of(first, pantry)
        if clash is not None:
            others = [] if len(ranked) > 1 else elsewhere(of, first, without, pantry)
            return Granted(offered=(nearest, *others), clash=clash, notes=first.notes)
    made = [
        shown
        for one in candidates(first.ask())
        if (shown := first.shown(one.kind, one.found, one.exchanges)) is not None
    ]
    if len(ranked) > 1:
        other = next_of(ranked[1], OfferKind.ANOTHER)
        if other is not None:
            made = [*made[:2], other]
    few = made and len(made) < 3
    notes = ("There are no three that differ much: these are all that were found.",) if few else ()
    return Granted(offered=tuple(made), notes=(*first.notes, *notes))
