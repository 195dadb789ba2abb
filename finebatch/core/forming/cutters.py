"""The cutters in the drawer: their outlines, one millimetre a unit once a width is chosen."""

import math
from enum import StrEnum
from functools import cache, lru_cache

from ..base import Ring, centred, circle, grown, rectangle

FINGER_ASPECT = 3.0  # a finger is three times as long as wide


class Cutter(StrEnum):
    """The shape of the cutter; `own` is the baker's, from a drawing."""

    ROUND = "round"
    SQUARE = "square"
    FINGER = "finger"
    STAR = "star"
    HEART = "heart"
    CRESCENT = "crescent"
    FIGURE = "figure"
    BOAT = "boat"
    OWN = "own"


def _star() -> Ring:
    radii = (1.0, 0.5)
    return tuple(
        (radii[i % 2] * math.sin(math.pi * i / 5), -radii[i % 2] * math.cos(math.pi * i / 5)) for i in range(10)
    )


def _heart() -> Ring:
    angles = [2 * math.pi * i / 40 for i in range(40)]
    return tuple(
        (16 * math.sin(t) ** 3, -(13 * math.cos(t) - 5 * math.cos(2 * t) - 2 * math.cos(3 * t) - math.cos(4 * t)))
        for t in angles
    )


def _crescent() -> Ring:
    """A disc less the same disc moved by half its radius along."""
    tip = math.acos(0.25)
    outer = [tip + (2 * math.pi - 2 * tip) * i / 24 for i in range(25)]
    inner = [math.pi + tip - 2 * tip * (i + 1) / 13 for i in range(12)]
    return tuple([(math.cos(t), math.sin(t)) for t in outer] + [(0.5 + math.cos(t), math.sin(t)) for t in inner])


def _figure() -> Ring:
    """A small person: head, body, arms and legs of rounded dough, joined."""
    from shapely import LineString, MultiPoint, union_all

    body = union_all(
        [
            MultiPoint([(0, -30)]).buffer(13, quad_segs=5),
            LineString([(0, -14), (0, 6)]).buffer(11, quad_segs=4),
            LineString([(-22, -8), (22, -8)]).buffer(7, quad_segs=4),
            LineString([(0, 4), (-13, 32)]).buffer(8, quad_segs=4),
            LineString([(0, 4), (13, 32)]).buffer(8, quad_segs=4),
        ]
    )
    return tuple((float(x), float(y)) for x, y in body.simplify(0.3).exterior.coords[:-1])


_BOAT: Ring = ((-30, 4), (-4, 4), (-4, -30), (22, 0), (2, 0), (2, 4), (30, 4), (22, 18), (-22, 18))


@cache
def _shape(cutter: Cutter) -> Ring:
    if cutter is Cutter.SQUARE:
        return rectangle(1, 1)
    if cutter is Cutter.FINGER:
        return rectangle(1, FINGER_ASPECT)
    makers = {Cutter.STAR: _star, Cutter.HEART: _heart, Cutter.CRESCENT: _crescent, Cutter.FIGURE: _figure}
    return makers[cutter]() if cutter in makers else grown(_BOAT, 1.5)


@lru_cache(maxsize=64)
def outline(cutter: Cutter, width_mm: float, own: Ring | None = None) -> Ring:
    """The cutter's ring, `width_mm` wide, about 0, 0. An own cutter without a drawing yet is a square."""
    if cutter is Cutter.ROUND:
        return circle(width_mm)
    if cutter is Cutter.OWN:
        return centred(own or rectangle(1, 1), width_mm)
    return centred(_shape(cutter), width_mm)
