"""Do two of a shape overlap? Worked out once on a grid, for every place at once."""

import math
from typing import Any

import numpy as np

from ..base import Ring, grown, size_mm
from .nesting import GRID_SHARE, Spot


class Overlap:
    """For every offset of whole steps: does the shape touch a copy of itself, upright or turned, there?

    Everything here is in steps of `unit_mm`.
    """

    def __init__(self, ring: Ring, gap_mm: float) -> None:
        import shapely

        self.unit_mm = max(size_mm(ring)) * GRID_SHARE
        shape = shapely.Polygon(grown(ring, gap_mm / 2)).simplify(0.15)
        shape = shapely.affinity.scale(shape, 1 / self.unit_mm, 1 / self.unit_mm, origin=(0, 0))
        turned = shapely.affinity.rotate(shape, 180, origin=(0, 0))
        x0, y0, x1, y1 = shape.bounds
        self.width, self.depth = math.ceil(x1 - x0) + 1, math.ceil(y1 - y0) + 1
        xs, ys = np.arange(-self.width, self.width + 1), np.arange(-self.depth, self.depth + 1)
        self._maps = {False: touches(shape, shape, xs, ys), True: touches(shape, turned, xs, ys)}

    def hits(self, turned: Any, dx: Any, dy: Any) -> Any:
        """Whether a copy at the offset(s) overlaps; `turned` says if one of the two is upside down."""
        dx, dy = np.asarray(dx), np.asarray(dy)
        inside = (np.abs(dx) <= self.width) & (np.abs(dy) <= self.depth)
        column = np.clip(dx + self.width, 0, 2 * self.width)
        line = np.clip(dy + self.depth, 0, 2 * self.depth)
        return inside & self._maps[bool(turned)][line, column]

    def first_free(self, turned: bool, dy: int, start: int, mirrored: bool = False) -> int:
        """The smallest step along at which the copy, and any further along, is free; `mirrored` looks to the left."""
        dx = np.arange(start, self.width + 1)
        blocked = self.hits(turned, -dx if mirrored else dx, np.full_like(dx, dy))
        return int(dx[blocked][-1]) + 1 if blocked.any() else start

    def next_row(self, row: tuple[Spot, ...], period: int) -> tuple[float, float]:
        """The step to the next row with the smallest distance down, the same row moved along."""
        repeats = np.arange(-(2 * self.width) // period - 2, (2 * self.width) // period + 3) * period
        along = np.arange(0, period)
        down = np.arange(1, 2 * self.depth + 1)
        blocked = np.zeros((len(down), len(along)), dtype=bool)
        for a in row:
            for b in row:
                dx = along[None, :, None] + round(b.x_mm - a.x_mm) + repeats[None, None, :]
                dy = down[:, None, None] + round(b.y_mm - a.y_mm) + np.zeros_like(dx)
                # Seen from a turned shape every offset is mirrored.
                sign = -1 if a.turned else 1
                blocked |= self.hits(a.turned != b.turned, sign * dx, sign * dy).any(axis=2)
        # The first row down from which on nothing is blocked any more, for each step along.
        last = np.where(blocked.any(axis=0), len(down) - blocked[::-1].argmax(axis=0), 0)
        best = int(last.argmin())
        return float(along[best]), float(down[min(int(last[best]), len(down) - 1)])


def touches(shape: Any, other: Any, xs: Any, ys: Any) -> Any:
    """Overlap of `shape` with `other` moved by every (x, y), shape (len(ys), len(xs)): outlines that only meet at a
    rim are free."""
    import shapely

    points = shapely.get_coordinates(other)[:-1]
    dx, dy = np.meshgrid(xs, ys)
    offsets = np.stack([dx.ravel(), dy.ravel()], axis=1)
    # A cheap first look with the boxes; the true outlines only where those meet.
    x0, y0, x1, y1 = shape.bounds
    ox0, oy0, ox1, oy1 = other.bounds
    near = (
        (offsets[:, 0] + ox0 < x1)
        & (offsets[:, 0] + ox1 > x0)
        & (offsets[:, 1] + oy0 < y1)
        & (offsets[:, 1] + oy1 > y0)
    )
    hit = np.zeros(len(offsets), dtype=bool)
    which = np.flatnonzero(near)
    moved = shapely.polygons(points[None, :, :] + offsets[which][:, None, :])
    inner = shape.buffer(-0.02)
    shapely.prepare(inner)
    hit[which] = shapely.intersects(inner, moved)
    return hit.reshape(dx.shape)
