"""Outlines in millimetres: measuring, growing and placing closed rings of points.

A ring is a tuple of (x, y) points without the closing repeat. The polygon work is shapely's, loaded at first use so that
the server starts without it.
"""

import math
from typing import Annotated, Any

from pydantic import WithJsonSchema

_PAIR = {"type": "array", "items": {"type": "number"}, "minItems": 2, "maxItems": 2}


# The schema says arrays of two numbers: a tuple in it would not survive the way through the interface's client types.
Ring = Annotated[tuple[tuple[float, float], ...], WithJsonSchema({"type": "array", "items": _PAIR})]


def _polygon(ring: Ring) -> Any:
    from shapely import Polygon

    return Polygon(ring)


def area_mm2(ring: Ring) -> float:
    """Area inside, by the shoelace formula, whichever way round the points run.

    >>> area_mm2(rectangle(40, 30))
    1200.0
    """
    return abs(sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in zip(ring, ring[1:] + ring[:1], strict=True))) / 2


def size_mm(ring: Ring) -> tuple[float, float]:
    """Width and depth of the box around it.

    >>> size_mm(moved(rectangle(40, 30), 5, 5))
    (40.0, 30.0)
    """
    xs, ys = [x for x, _ in ring], [y for _, y in ring]
    return max(xs) - min(xs), max(ys) - min(ys)


def perimeter_mm(ring: Ring) -> float:
    """Length of the outline.

    >>> perimeter_mm(rectangle(40, 30))
    140.0
    """
    return sum(math.dist(a, b) for a, b in zip(ring, ring[1:] + ring[:1], strict=True))


def centred(ring: Ring, width_mm: float) -> Ring:
    """The same shape, `width_mm` wide, the middle of its box at 0, 0. ValueError for a shape of no width."""
    xs, ys = [x for x, _ in ring], [y for _, y in ring]
    across = max(xs) - min(xs)
    if across <= 0:
        raise ValueError("an outline must have a width")
    k, cx, cy = width_mm / across, (max(xs) + min(xs)) / 2, (max(ys) + min(ys)) / 2
    return tuple((k * (x - cx), k * (y - cy)) for x, y in ring)


def moved(ring: Ring, x_mm: float, y_mm: float, turned: bool = False) -> Ring:
    """The ring about another point, upside down if `turned`.

    >>> moved(((0.0, 0.0), (1.0, 0.0), (0.0, 1.0)), 2, 3)
    ((2.0, 3.0), (3.0, 3.0), (2.0, 4.0))
    """
    sign = -1 if turned else 1
    return tuple((x_mm + sign * x, y_mm + sign * y) for x, y in ring)


def grown(ring: Ring, by_mm: float) -> Ring:
    """The outline moved outwards by `by_mm` (inwards if negative), corners rounded, as dough spreads from a cut edge.

    Where shrinking would take it all, or split it, the ring stays as it is.
    """
    if abs(by_mm) < 1e-6:
        return ring
    found = _polygon(ring).buffer(by_mm, quad_segs=3)
    if found.is_empty or found.geom_type != "Polygon":
        return ring
    return tuple((float(x), float(y)) for x, y in found.exterior.coords[:-1])


def problem_with(ring: Ring) -> str | None:
    """Why this cannot be a cutter, in words that fit after “the outline”; None if it can."""
    if len(ring) < 3:
        return "has fewer than three corners"
    found = _polygon(ring)
    if not found.is_valid:
        return "crosses itself"
    width, depth = size_mm(ring)
    if min(width, depth) < 0.05 * max(width, depth):
        return "is a thin line"
    if found.area < 0.05 * width * depth:
        return "encloses almost nothing"
    return None


def circle(diameter_mm: float, points: int = 48) -> Ring:
    """A round, as a ring of so many points on its rim."""
    return tuple(
        (diameter_mm / 2 * math.cos(2 * math.pi * i / points), diameter_mm / 2 * math.sin(2 * math.pi * i / points))
        for i in range(points)
    )


def rectangle(width_mm: float, depth_mm: float) -> Ring:
    """A rectangle about 0, 0."""
    w, d = width_mm / 2, depth_mm / 2
    return ((-w, -d), (w, -d), (w, d), (-w, d))
