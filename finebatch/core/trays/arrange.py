"""Where does each cookie stand on the tray, so that none touches another at its widest?

A cookie is taken as the round or the rectangle it may fill at the top of its predicted range.
"""

import math
from enum import StrEnum
from itertools import combinations

from pydantic import Field

from ..base import Value
from .joining import JoinRisk

EDGE_MM = 5.0  # from the baked cookie's widest rim to the tray's edge
GAP_MM = 0.0  # between two cookies, beyond what keeps them from joining


class Scheme(StrEnum):
    """Square rows, rows set half a step along, or whichever holds more."""

    ROWS = "rows"
    STAGGERED = "staggered"
    BEST = "best"


class Footprint(Value):
    """The most a piece may cover when baked: a round of `width_mm`, or a box."""

    width_mm: float = Field(gt=0)
    depth_mm: float = Field(gt=0)
    round: bool = True

    def turned(self) -> "Footprint":
        """A quarter turn."""
        return Footprint(width_mm=self.depth_mm, depth_mm=self.width_mm, round=self.round)


class Moved(Value):
    """A piece the baker has put elsewhere: its number on the tray and its middle, mm from the left and back edge."""

    index: int = Field(ge=0, le=399)
    x_mm: float = Field(ge=-200, le=1200)
    y_mm: float = Field(ge=-200, le=1200)


class TrayRules(Value):
    """How the baker lays a tray: margin along the edges, square corners kept free, room between pieces, the pattern, how many in a row, two
    racks at once, and pieces put elsewhere by hand."""

    edge_mm: float = Field(default=EDGE_MM, ge=0, le=80)
    corner_mm: float = Field(default=0.0, ge=0, le=120)
    gap_mm: float = Field(default=GAP_MM, ge=0, le=80)
    risk: JoinRisk = JoinRisk.TWENTY
    apart_mm: float | None = Field(default=None, ge=0, le=120)  # between raw pieces, as a card says; instead of the gap
    scheme: Scheme = Scheme.BEST
    per_row: int | None = Field(default=None, ge=1, le=20)
    two_racks: bool = False
    moved: tuple[Moved, ...] = Field(default=(), max_length=60)


class Place(Value):
    """Middle of a piece, mm from the tray's left and back edge; `turned` by a quarter."""

    x_mm: float
    y_mm: float
    turned: bool = False


class Touch(Value):
    """Two pieces (by number) that may join, or one (`b` None) that may run over the edge, and by how much at the widest."""

    a: int
    b: int | None
    overlap_mm: float


class Arrangement(Value):
    """Pieces of one load on one tray. `per_row` counts pieces row by row from the back."""

    scheme: Scheme
    per_row: tuple[int, ...]
    places: tuple[Place, ...]
    capacity: int
    touches: tuple[Touch, ...] = ()


class _Ground:
    """One way to lay one kind of piece on one tray: the rows it allows and what each holds."""

    def __init__(self, width_mm: float, depth_mm: float, piece: Footprint, rules: TrayRules, turned: bool) -> None:
        self.piece, self.turned, self.rules = (piece.turned() if turned else piece), turned, rules
        self.width, self.depth = width_mm, depth_mm
        self.across = width_mm - self.piece.width_mm - 2 * rules.edge_mm
        self.deep = depth_mm - self.piece.depth_mm - 2 * rules.edge_mm
        self.pitch_x = self.piece.width_mm + rules.gap_mm
        self.pitch_y = self.piece.depth_mm + rules.gap_mm
        self.fits = self.across >= -1e-9 and self.deep >= -1e-9
        self.most_rows = int(self.deep / self.pitch_y + 1e-9) + 1 if self.fits else 0

    def row_heights(self, rows: int) -> list[float]:
        """Middles of so many rows, spread over the tray; one row lies in its middle."""
        top = self.rules.edge_mm + self.piece.depth_mm / 2
        return [top + (self.deep / 2 if rows == 1 else self.deep * i / (rows - 1)) for i in range(rows)]

    def inset(self, y_mm: float) -> float:
        """How much further in a row must begin to leave the corners free."""
        half, corner = self.piece.depth_mm / 2, self.rules.corner_mm
        in_corner = y_mm - half < corner - 1e-9 or y_mm + half > self.depth - corner + 1e-9
        return max(0.0, corner - self.rules.edge_mm) if in_corner else 0.0

    def row_holds(self, y_mm: float) -> int:
        """Pieces side by side in a row at this depth."""
        room = self.across - 2 * self.inset(y_mm)
        held = int(room / self.pitch_x + 1e-9) + 1 if room >= -1e-9 else 0
        return min(held, self.rules.per_row or held)

    def rows_hold(self, rows: int) -> list[int]:
        """Pieces in each of so many rows."""
        return [self.row_holds(y) for y in self.row_heights(rows)]

    def staggered(self) -> list[tuple[float, list[float]]]:
        """(y, every x) of rows set half a step along, tight from the back left; rounds only."""
        if not self.fits or not self.piece.round:
            return []
        left, top = self.rules.edge_mm + self.piece.width_mm / 2, self.rules.edge_mm + self.piece.depth_mm / 2
        rows = []
        for i in range(int(self.deep / (self.pitch_y * math.sqrt(3) / 2) + 1e-9) + 1):
            y, shift = top + i * self.pitch_y * math.sqrt(3) / 2, self.pitch_x / 2 if i % 2 else 0.0
            held = int((self.across - shift) / self.pitch_x + 1e-9) + 1 if self.across >= shift else 0
            row = [left + shift + k * self.pitch_x for k in range(held)]
            lead = self.inset(y)
            row = [x for x in row if lead - 1e-9 <= x - left <= self.across - lead + 1e-9]
            rows.append((y, row[: self.rules.per_row or len(row)]))
        return rows


def _grounds(width_mm: float, depth_mm: float, piece: Footprint, rules: TrayRules) -> list[_Ground]:
    ways = [_Ground(width_mm, depth_mm, piece, rules, False)]
    if not piece.round:
        ways.append(_Ground(width_mm, depth_mm, piece, rules, True))
    return ways


def _square_most(ground: _Ground) -> int:
    return max((sum(ground.rows_hold(rows)) for rows in range(1, ground.most_rows + 1)), default=0)


def most_on(width_mm: float, depth_mm: float, piece: Footprint, rules: TrayRules | None = None) -> tuple[int, Scheme]:
    """How many of these pieces a tray holds, and by which scheme (square rows where equal)."""
    rules = rules or TrayRules()
    grounds = _grounds(width_mm, depth_mm, piece, rules)
    square = max(_square_most(ground) for ground in grounds)
    staggered = sum(len(row) for _, row in grounds[0].staggered())
    if rules.scheme is Scheme.ROWS or (rules.scheme is Scheme.BEST and square >= staggered) or not piece.round:
        return square, Scheme.ROWS
    return staggered, Scheme.STAGGERED


def arrange(
    count: int, width_mm: float, depth_mm: float, piece: Footprint, rules: TrayRules | None = None
) -> Arrangement:
    """Place `count` pieces: as few rows as hold them, evened out, and spread over the whole tray; pieces the baker has
    moved stand where they were put, and those that may then touch are named.

    ValueError if the tray does not hold that many; ask `most_on` first.
    """
    rules = rules or TrayRules()
    capacity, scheme = most_on(width_mm, depth_mm, piece, rules)
    if count > capacity:
        raise ValueError(f"the tray holds {capacity}, not {count}")
    grounds = _grounds(width_mm, depth_mm, piece, rules)
    best = max(grounds, key=lambda ground: (_square_most(ground), not ground.turned))
    if count <= _square_most(best) and (rules.scheme is not Scheme.STAGGERED or not piece.round):
        scheme, rows = Scheme.ROWS, _square(best, count)
    else:
        rows = _thinned(best.staggered(), count)
    places = [Place(x_mm=x, y_mm=y, turned=best.turned) for y, row in rows for x in row]
    for moved in rules.moved:
        if moved.index < len(places):
            places[moved.index] = places[moved.index].model_copy(update={"x_mm": moved.x_mm, "y_mm": moved.y_mm})
    touches = touching(tuple(places), width_mm, depth_mm, piece) if rules.moved or rules.gap_mm < 0 else ()
    return Arrangement(
        scheme=scheme, per_row=tuple(len(row) for _, row in rows if row), places=tuple(places), capacity=capacity,
        touches=touches,
    )  # fmt: skip


def _square(ground: _Ground, count: int) -> list[tuple[float, list[float]]]:
    """Fewest rows that hold the count, evened out; two rows at least where more than three pieces have room for it."""
    if count == 0:
        return []
    needed = next(rows for rows in range(1, ground.most_rows + 1) if sum(ground.rows_hold(rows)) >= count)
    if needed == 1 and ground.most_rows > 1 and count > 3 and sum(ground.rows_hold(2)) >= count:
        needed = 2
    heights = ground.row_heights(needed)
    shares = _shared(count, ground.rows_hold(needed))
    rows = []
    for y, pieces in zip(heights, shares, strict=True):
        lead = ground.inset(y)
        left, room = ground.rules.edge_mm + ground.piece.width_mm / 2 + lead, ground.across - 2 * lead
        if pieces == 1:
            rows.append((y, [left + room / 2]))
        else:
            rows.append((y, [left + room * i / (pieces - 1) for i in range(pieces)]))
    return rows


def _shared(count: int, rooms: list[int]) -> list[int]:
    """`count` shared over rows as evenly as what each holds allows, the longer ones at the back."""
    shares = [0] * len(rooms)
    for _ in range(count):
        free = [i for i, room in enumerate(rooms) if shares[i] < room]
        shares[min(free, key=lambda i: (shares[i], i))] += 1
    return shares


def _thinned(rows: list[tuple[float, list[float]]], count: int) -> list[tuple[float, list[float]]]:
    """Take the surplus places away one at a time, from the fullest rows at the front."""
    kept = [(y, list(row)) for y, row in rows]
    for _ in range(sum(len(row) for _, row in rows) - count):
        max(enumerate(kept), key=lambda item: (len(item[1][1]), item[0]))[1][1].pop()
    return kept


def touching(places: tuple[Place, ...], width_mm: float, depth_mm: float, piece: Footprint) -> tuple[Touch, ...]:
    """Pairs that may join and pieces that may run over the edge, when all grow to their widest."""

    def half(place: Place) -> tuple[float, float]:
        shape = piece.turned() if place.turned else piece
        return shape.width_mm / 2, shape.depth_mm / 2

    found = []
    for (i, a), (j, b) in combinations(enumerate(places), 2):
        if piece.round:
            overlap = piece.width_mm - math.hypot(a.x_mm - b.x_mm, a.y_mm - b.y_mm)
        else:
            (aw, ad), (bw, bd) = half(a), half(b)
            overlap = min(aw + bw - abs(a.x_mm - b.x_mm), ad + bd - abs(a.y_mm - b.y_mm))
        if overlap > 1e-6:
            found.append(Touch(a=i, b=j, overlap_mm=overlap))
    for i, place in enumerate(places):
        w, d = half(place)
        over = max(w - place.x_mm, d - place.y_mm, place.x_mm + w - width_mm, place.y_mm + d - depth_mm)
        if over > 1e-6:
            found.append(Touch(a=i, b=None, overlap_mm=over))
    return tuple(found)
