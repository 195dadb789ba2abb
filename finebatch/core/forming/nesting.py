"""How can a person cut this shape from a sheet with the least left over?

A person cuts in rows: all one way up, or every second one turned round, and each row set along from the last so that
shapes interlock. The search looks at every such lattice on a grid of a fortieth of the shape, with the true outlines and
the gap between cuts, keeps the few that waste least and pushes those together until they touch; a sheet then takes
whichever of them holds most.

Rounds need no search: staggered rows are the densest there is (pi/sqrt(12) = 0.907 of the plane, Thue and Tóth).
"""

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from ..base import Ring, area_mm2, circle, grown, size_mm

CUT_GAP_MM = 2.0


RAGGED_RIM_MM = 4.0


BOARD_MM = (420.0, 320.0)


HEXAGONAL_DENSITY = math.pi / math.sqrt(12)


GRID_SHARE = 1 / 40  # of the shape's longer side: the search's step


WAYS_KEPT = 3


@dataclass(frozen=True)
class Spot:
    """Where one shape is cut: its box's middle from the sheet's corner, and whether it is turned half round."""

    x_mm: float
    y_mm: float
    turned: bool = False


@dataclass(frozen=True)
class Pattern:
    """Shapes on a sheet, the sheet no larger than they need with its ragged rim."""

    width_mm: float
    length_mm: float
    rows: int
    per_row: int
    spots: tuple[Spot, ...]

    @property
    def area_mm2(self) -> float:
        """Of the sheet."""
        return self.width_mm * self.length_mm

    @property
    def count(self) -> int:
        """Shapes cut."""
        return len(self.spots)


@dataclass(frozen=True)
class Lattice:
    """One row (offsets of its shapes, repeated each `period` mm) and the step (`along`, `down`) to the next row."""

    row: tuple[Spot, ...]
    period: float
    along: float
    down: float

    @property
    def density(self) -> float:
        """Shapes per mm2 of an endless sheet."""
        return len(self.row) / (self.period * self.down)

    def scaled(self, unit_mm: float) -> "Lattice":
        """From steps of `unit_mm` to millimetres."""
        row = tuple(Spot(s.x_mm * unit_mm, s.y_mm * unit_mm, s.turned) for s in self.row)
        return Lattice(row, self.period * unit_mm, self.along * unit_mm, self.down * unit_mm)

    def squeezed(self, across: float, down: float) -> "Lattice":
        """Closer along the rows and across them by these factors."""
        row = tuple(Spot(s.x_mm * across, s.y_mm * down, s.turned) for s in self.row)
        return Lattice(row, self.period * across, self.along * across, self.down * down)

    def spots(self, per_row: int, rows: int) -> tuple[Spot, ...]:
        """The first `per_row` shapes of each row. Every row starts at the first place from the sheet's left side on."""
        found = []
        for r in range(rows):
            shift = (self.along * r) % self.period if self.period else 0.0
            places = [
                Spot(s.x_mm + shift + (k - 1) * self.period, s.y_mm + r * self.down, s.turned)
                for k in range(per_row // len(self.row) + 3)
                for s in self.row
            ]
            found += sorted((p for p in places if p.x_mm >= -1e-9), key=lambda p: p.x_mm)[:per_row]
        return tuple(found)


@lru_cache(maxsize=32)
def lattices(ring: Ring, gap_mm: float = CUT_GAP_MM) -> tuple[Lattice, ...]:
    """The best ways to cut this ring in rows, densest first, with `gap_mm` between cuts."""
    width, depth = size_mm(ring)
    if area_mm2(ring) > 0.999 * width * depth:  # a rectangle: straight rows are as dense as can be
        return (Lattice((Spot(0.0, 0.0),), width + gap_mm, 0.0, depth + gap_mm),)
    from .overlap import Overlap  # with its arrays, when something is first nested

    overlap = Overlap(ring, gap_mm)
    single = overlap.first_free(False, 0, 1)
    rows: list[tuple[tuple[Spot, ...], int]] = [((Spot(0.0, 0.0),), single)]
    # Every second one turned round, set up or down against its neighbour by v, as close as it will go.
    for v in range(-overlap.depth, overlap.depth + 1, 2):
        u = overlap.first_free(True, v, 0)
        back = overlap.first_free(True, v, 0, mirrored=True)
        rows.append(((Spot(0.0, 0.0), Spot(u, v, True)), max(u + back, single)))
    found = [Lattice(row, period, *overlap.next_row(row, period)).scaled(overlap.unit_mm) for row, period in rows]
    best = sorted(found, key=lambda lattice: -lattice.density)[:WAYS_KEPT]
    return tuple(sorted((_tightened(lattice, ring, gap_mm) for lattice in best), key=lambda lattice: -lattice.density))


def _tightened(lattice: Lattice, ring: Ring, gap_mm: float) -> Lattice:
    """Pushed together along the rows, then across them, as far as the true outlines allow."""
    import shapely

    shape = shapely.Polygon(grown(ring, gap_mm / 2 - 0.005))
    width, depth = size_mm(ring)
    tall = 2 * depth + max(abs(spot.y_mm) for spot in lattice.row)
    rows_near = math.ceil(tall / (LEAST_SQUEEZE * lattice.down)) + 1
    along_near = math.ceil(2 * width / (LEAST_SQUEEZE * lattice.period)) + 2

    def free(across: float, down: float) -> bool:
        tried = lattice.squeezed(across, down)
        here = [moved(shape, spot) for spot in tried.row]
        near = [
            moved(
                shape,
                Spot(s.x_mm + k * tried.period + r * tried.along % tried.period, s.y_mm + r * tried.down, s.turned),
            )
            for r in range(rows_near)
            for k in range(-along_near, along_near + 1)
            for s in tried.row
            if (r, k) != (0, 0)
        ]
        tree = shapely.STRtree(near)
        own = len(here) < 2 or not here[0].intersects(here[1])
        return own and not any(len(tree.query(one, predicate="intersects")) for one in here)

    def moved(polygon: Any, spot: Spot) -> Any:
        sign = -1.0 if spot.turned else 1.0
        return shapely.affinity.affine_transform(polygon, [sign, 0, 0, sign, spot.x_mm, spot.y_mm])

    across = _smallest(lambda factor: free(factor, MOST_SQUEEZE))
    return lattice.squeezed(across, _smallest(lambda factor: free(across, factor)))


LEAST_SQUEEZE, MOST_SQUEEZE = 0.9, 1.03


def _smallest(allowed: Callable[[float], bool]) -> float:
    """The smallest allowed factor, near enough. The coarser search simplified the outline a little, so the answer may be
    just above 1; 1.03 is more than that."""
    low, high = LEAST_SQUEEZE, MOST_SQUEEZE
    for _ in range(7):
        middle = (low + high) / 2
        low, high = (low, middle) if allowed(middle) else (middle, high)
    return high


def density_ratio(pattern: Pattern, ring: Ring) -> float:
    """What the shapes cover of the sheet, over what rounds could ever cover of a plane (0.907)."""
    return pattern.count * area_mm2(ring) / pattern.area_mm2 / HEXAGONAL_DENSITY


@lru_cache(maxsize=64)
def round_patterns(cutter_mm: float, gap_mm: float = CUT_GAP_MM, rim_mm: float = RAGGED_RIM_MM) -> tuple[Pattern, ...]:
    """Staggered rows of rounds, for every sheet the board holds: `gap_mm` between cuts, `rim_mm` of ragged rim all round."""
    pitch = cutter_mm + gap_mm
    lattice = Lattice((Spot(0.0, 0.0),), pitch, pitch / 2, pitch * math.sqrt(3) / 2)
    return _kept(circle(cutter_mm), (lattice,), rim_mm)


@lru_cache(maxsize=64)
def ring_patterns(ring: Ring, gap_mm: float = CUT_GAP_MM, rim_mm: float = RAGGED_RIM_MM) -> tuple[Pattern, ...]:
    """Rows of any shape, for every sheet the board holds; gap and rim as for rounds."""
    return _kept(ring, lattices(ring, gap_mm), rim_mm)


def _kept(ring: Ring, ways: tuple[Lattice, ...], rim_mm: float) -> tuple[Pattern, ...]:
    """Patterns that fit the board, smallest sheet first and only where more sheet gives more shapes."""
    width, depth = size_mm(ring)
    found = []
    for lattice in ways:
        for per_row in range(1, int(BOARD_MM[0] * len(lattice.row) / lattice.period) + 3):
            for rows in range(1, int(BOARD_MM[0] / lattice.down) + 2):
                pattern = _pattern(lattice.spots(per_row, rows), rows, per_row, width, depth, rim_mm)
                if max(pattern.width_mm, pattern.length_mm) > BOARD_MM[0]:
                    break
                if min(pattern.width_mm, pattern.length_mm) <= BOARD_MM[1]:
                    found.append(pattern)
    found.sort(key=lambda pattern: (pattern.area_mm2, -pattern.count))
    kept: list[Pattern] = []
    for pattern in found:
        if not kept or pattern.count > kept[-1].count:
            kept.append(pattern)
    return tuple(kept)


def _pattern(spots: tuple[Spot, ...], rows: int, per_row: int, width: float, depth: float, rim_mm: float) -> Pattern:
    """The spots moved into the corner of the smallest sheet that holds them with its rim."""
    left, top = min(s.x_mm for s in spots) - width / 2, min(s.y_mm for s in spots) - depth / 2
    placed = tuple(Spot(s.x_mm - left + rim_mm, s.y_mm - top + rim_mm, s.turned) for s in spots)
    return Pattern(
        width_mm=max(s.x_mm for s in placed) + width / 2 + rim_mm,
        length_mm=max(s.y_mm for s in placed) + depth / 2 + rim_mm,
        rows=rows, per_row=per_row, spots=placed,
    )  # fmt: skip
