"""What few changes of today's dough would do; and the map of two wishes that pull against each other."""

import numpy as np

from ..base import refusal
from .answering import in_own_units
from .answers import Offered, OfferKind, Traded, TradeMap, Wished
from .asking import Asked, bases_of, checked
from .baked import Baked
from .few import few_changes
from .solving import solve
from .space import Array, Space
from .terms import Term, Terms
from .three import NEAR
from .tradeoff import map_of
from .walk import Found

MAP_TOLERANCE = 0.02


def changes_to(of: Wished) -> tuple[Offered, ...]:
    """Today's dough with one, two and three changes, each only where it comes clearly nearer. Refusal without a dough, or a wish."""
    checked(of)
    if of.dough is None:
        raise refusal("dough", "Choose the dough that is to be changed.")
    asked = Asked(of, bases_of(of)[0], (), False)
    space = Space(asked.base, asked.house)
    found = []
    for few in few_changes(space, asked.terms):
        as_found = Found(few.space, few.point, few.baked, few.merit, 0, (), few.space.grams)
        made = asked.shown(OfferKind.SIMPLEST, as_found, (), few.changes)
        if made is not None:
            found.append(made)
    return tuple(found)


def traded(of: Wished, one: str, other: str) -> TradeMap:
    """The map of two figures that pull against each other. Refusal at `other` where both are one."""
    if one == other:
        raise refusal("other", "Choose two different ones.")
    base = bases_of(of)[0]
    asked = Asked(of, base, tuple(avoid.what for avoid in of.wish.without if avoid.must), of.wish.pantry_only)
    space = asked.ask().spaces()[0][0]
    up = (_rising(one), _rising(other))

    def said(u: Array, baked: Baked, values: list[float]) -> Traded:
        return Traded(
            one=in_own_units(one, values[0]), other=in_own_units(other, values[1]), levers=tuple(float(x) for x in u),
            width_mm=baked.width_mm, height_mm=baked.height_mm,
        )  # fmt: skip

    home = space.bake([space.base_point()])[0]
    today = Terms([Term(one, 0.0), Term(other, 0.0)]).values(home, space.cost(space.grams))
    return TradeMap(
        one=one,
        other=other,
        dots=tuple(
            said(space.u_of(dot.point), dot.baked, [dot.one, dot.other]) for dot in map_of(space, one, other, up)
        ),
        today=said(space.home, home, today),
    )


def _rising(name: str) -> bool:
    """Whether more of it is what one wants: of minutes, sweetness, water and cost less is."""
    return name not in ("minutes", "sweet", "water", "cost")


def opened(of: Wished, one: str, other: str, at: Traded) -> Offered:
    """A dot of the map as a dough in kitchen measures. Refusal at `at` where no whole measures come near it."""
    base = bases_of(of)[0]
    asked = Asked(of, base, tuple(avoid.what for avoid in of.wish.without if avoid.must), of.wish.pantry_only)
    space, exchanges = asked.ask().spaces()[0]
    if len(at.levers) != len(space.home):
        raise refusal("at", "This dot is of another dough. Draw the map anew.")
    there = np.clip(np.array(at.levers), 0, 1)
    values = Terms([Term(one, 0.0), Term(other, 0.0)]).values(
        space.bake([space.at(there)])[0], space.cost(space.at(there).grams)
    )
    asked.terms = Terms(
        [Term(one, values[0], tolerance=MAP_TOLERANCE), Term(other, values[1], tolerance=MAP_TOLERANCE)]
    )
    asked.names = [one, other]
    # As much of it as suits the eggs: a dot is a kind of dough, not a number of cookies.
    found = solve(space, asked.terms, None, NEAR, start=there)
    made = asked.shown(OfferKind.ANOTHER, found, exchanges) if found is not None and not found.broken else None
    if made is None:
        raise refusal("at", "No dough in whole spoons and eggs comes near this dot. Try one beside it.")
    return made
