"""Where does each cookie stand on the tray, so that none touches another at its widest?"""

import math
from enum import StrEnum

from ..value import Value

EDGE_MM = 5.0  # from the baked cookie's widest rim to the tray's edge
GAP_MM = 8.0  # between two cookies at their widest


class Scheme(StrEnum):
    """Square rows, or rows set half a step along."""

    ROWS = "rows"
    STAGGERED = "staggered"


class Place(Value):
    """Centre of a piece, mm from the tray's left and back edge."""

    x_mm: float
    y_mm: float


class Arrangement(Value):
    """Pieces of one load on one tray. `per_row` counts pieces back to front, row by row."""

    scheme: Scheme
    per_row: tuple[int, ...]
    places: tuple[Place, ...]
    capacity: int


def _rows_of(scheme: Scheme, across: float, deep: float, pitch: float) -> tuple[int, ...]:
    """Pieces in each row when centres may lie in an area `across` x `deep` (mm, centre to centre)."""
    in_row = int(across / pitch + 1e-9) + 1
    if scheme is Scheme.ROWS:
        return (in_row,) * (int(deep / pitch + 1e-9) + 1)
    rows = int(deep / (pitch * math.sqrt(3) / 2) + 1e-9) + 1
    shifted = int((across - pitch / 2) / pitch + 1e-9) + 1 if across >= pitch / 2 else 0
    return tuple(in_row if row % 2 == 0 else shifted for row in range(rows)) if shifted else (in_row,)


def most_on(width_mm: float, depth_mm: float, widest_mm: float) -> tuple[int, Scheme]:
    """How many pieces of `widest_mm` baked width a tray holds, and by which scheme (rows where equal)."""
    across, deep = _room(width_mm, depth_mm, widest_mm)
    if across < 0 or deep < 0:
        return 0, Scheme.ROWS
    pitch = widest_mm + GAP_MM
    counts = {scheme: sum(_rows_of(scheme, across, deep, pitch)) for scheme in Scheme}
    best = max(Scheme, key=lambda scheme: (counts[scheme], scheme is Scheme.ROWS))
    return counts[best], best


def _room(width_mm: float, depth_mm: float, widest_mm: float) -> tuple[float, float]:
    inset = widest_mm + 2 * EDGE_MM
    return width_mm - inset, depth_mm - inset


def arrange(count: int, width_mm: float, depth_mm: float, widest_mm: float) -> Arrangement:
    """Place `count` pieces: as few rows as hold them, evened out, and spread over the whole tray.

    ValueError if the tray does not hold that many; ask `most_on` first.
    """
    capacity, scheme = most_on(width_mm, depth_mm, widest_mm)
    if count > capacity:
        raise ValueError(f"the tray holds {capacity}, not {count}")
    if count == 0:
        return Arrangement(scheme=scheme, per_row=(), places=(), capacity=capacity)
    across, deep = _room(width_mm, depth_mm, widest_mm)
    pitch = widest_mm + GAP_MM
    rows_only = _rows_of(Scheme.ROWS, across, deep, pitch)
    if count <= sum(rows_only):
        per_row = _even_rows(count, rows_only[0], len(rows_only))
        scheme = Scheme.ROWS
    else:
        per_row = _fill(count, _rows_of(Scheme.STAGGERED, across, deep, pitch))
    left = top = EDGE_MM + widest_mm / 2
    places = []
    for row, pieces in enumerate(per_row):
        y = top + (deep / 2 if len(per_row) == 1 else deep * row / (len(per_row) - 1))
        places += [Place(x_mm=left + x, y_mm=y) for x in _along(pieces, across, pitch, scheme, row)]
    return Arrangement(scheme=scheme, per_row=per_row, places=tuple(places), capacity=capacity)


def _even_rows(count: int, in_row: int, rows: int) -> tuple[int, ...]:
    """Fewest rows that hold the count, the longer ones first; two rows at least where two pieces have room for it."""
    needed = -(-count // in_row)
    if needed == 1 and rows > 1 and count > 3:
        needed = 2
    base, extra = divmod(count, needed)
    return tuple(base + (1 if row < extra else 0) for row in range(needed))


def _fill(count: int, rows: tuple[int, ...]) -> tuple[int, ...]:
    """Take the surplus places away one a row, from the fullest rows at the front."""
    kept = list(rows)
    for _ in range(sum(rows) - count):
        fullest = max(range(len(kept)), key=lambda row: (kept[row], row))
        kept[fullest] -= 1
    return tuple(kept)


def _along(pieces: int, across: float, pitch: float, scheme: Scheme, row: int) -> list[float]:
    """Offsets along a row. Staggered rows keep their pitch and half-step; square rows spread out evenly."""
    if scheme is Scheme.STAGGERED:
        start = pitch / 2 if row % 2 else 0.0
        return [start + pitch * i for i in range(pieces)]
    if pieces == 1:
        return [across / 2]
    return [across * i / (pieces - 1) for i in range(pieces)]
