"""What of a wish collides, and where else it could be kept."""

import dataclasses

from ..bench import starters
from ..dough import styles
from ..forming import forming_of
from .answers import Clash, Offered, OfferKind, Wished, WithoutOne
from .asked import Without
from .asking import Asked, in_house, musts_missed, next_of
from .collisions import Must, Tester
from .start import base_of
from .structures import NoStandInError
from .terms import Term
from .three import first_of

MOST_WITHOUT, MOST_ELSEWHERE = 3, 3


def elsewhere(of: Wished, asked: Asked, without: tuple[Without, ...], pantry: bool) -> list[Offered]:
    """The same wish of the other families of its form: the first that keeps every must."""
    families = [id for id in forming_of(asked.base.spec.form).families if id != asked.base.style.id]
    for one in [one for one in starters() if one.style_id in families][:MOST_ELSEWHERE]:
        base = base_of(one.spec, of.kitchen)
        if base is None:
            continue
        try:
            other = next_of(Asked(of, base, without, pantry), OfferKind.ANOTHER)
        except NoStandInError:
            continue
        if other is not None and not musts_missed(other)[0]:
            return [other]
    return []


def clash_of(asked: Asked, pantry: bool) -> Clash | None:
    """The smallest set of musts that collide; none where the wish can be kept after all, only not in whole measures."""
    musts = [
        Must(name, term=term, dear=_dear(term))
        for name, term in zip(asked.names, asked.terms.terms, strict=True)
        if term.must
    ]
    musts += [Must(one.value, without=one, dear=9) for one in asked.without]
    musts += [Must("pantry", pantry=True, dear=5)] if pantry else []
    if not musts:
        return None
    tester = Tester(
        asked.base, dataclasses.replace(asked.house, have_g=in_house(asked.of, asked.base) if pantry else None)
    )
    found = tester.clash(musts)
    if not found:
        return None
    names = tuple(must.name for must in found)
    without = []
    for must in found[:MOST_WITHOUT]:
        left = tuple(one for one in asked.without if one.value != must.name)
        less = Asked(asked.of, asked.base, left, pantry and not must.pantry, leave=frozenset((must.name,)))
        try:
            near = first_of(less.ask())
        except NoStandInError:
            continue
        made = less.shown(OfferKind.NEAREST, near.found, near.exchanges) if near else None
        if made is not None:
            without.append(WithoutOne(name=must.name, offered=made))
    return Clash(names=names, family=styles()[asked.base.style.id].label, without=tuple(without))


def _dear(term: Term) -> int:
    return {"width": 4, "height": 3}.get(term.name, 2)
