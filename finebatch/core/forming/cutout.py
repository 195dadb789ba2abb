"""How many rounds can be cut from a rolled sheet, and how many more from the scraps?

Sheets are rectangles with rounds in staggered rows (each row half a pitch along), as a person cuts them: a small gap
between cuts, a ragged rim that cannot be used, and no sheet larger than the board.
"""

import math
from bisect import bisect_right
from functools import cache, lru_cache
from typing import Literal

from pydantic import Field

from ..value import Value

CUT_GAP_MM = 2.0
RAGGED_RIM_MM = 4.0
BOARD_MM = (420.0, 320.0)


class CutoutForm(Value):
    """Rounds cut from a sheet: cutter diameter, sheet thickness, and how often scraps are rolled again."""

    kind: Literal["cutout"] = "cutout"
    thickness_mm: float = Field(default=5.0, ge=1.5, le=25)
    cutter_mm: float = Field(default=60.0, ge=15, le=200)
    rerolls: int = Field(default=2, ge=0, le=4)


class Roll(Value):
    """One rolling: the rectangle to roll to and the rounds cut from it, `rows` of `per_row` (staggered)."""

    count: int
    sheet_width_mm: float
    sheet_length_mm: float
    rows: int
    per_row: int
    dough_g: float


class CutPlan(Value):
    """All rolls; `count * piece_g + waste_g` is the dough's mass."""

    count: int
    piece_g: float
    waste_g: float
    rolls: tuple[Roll, ...]


@lru_cache(maxsize=64)
def _patterns(cutter_mm: float) -> tuple[tuple[float, int, int, int, float, float], ...]:
    """Cutting patterns that fit the board, as (area mm2, count, rows, per_row, width, length), smallest first and
    only where more area gives more rounds."""
    pitch = cutter_mm + CUT_GAP_MM
    rim = 2 * RAGGED_RIM_MM - CUT_GAP_MM
    found = []
    for per_row in range(1, int(BOARD_MM[0] / pitch) + 2):
        for rows in range(1, int(BOARD_MM[1] / (pitch * 0.866)) + 2):
            width = (per_row + (0.5 if rows > 1 else 0)) * pitch + rim
            length = (1 + (rows - 1) * math.sqrt(3) / 2) * pitch + rim
            if max(width, length) <= BOARD_MM[0] and min(width, length) <= BOARD_MM[1]:
                found.append((width * length, per_row * rows, rows, per_row, width, length))
    found.sort(key=lambda pattern: (pattern[0], -pattern[1]))
    kept: list[tuple[float, int, int, int, float, float]] = []
    for pattern in found:
        if not kept or pattern[1] > kept[-1][1]:
            kept.append(pattern)
    return tuple(kept)


def _fit(cutter_mm: float, area_mm2: float) -> int:
    """Index of the best pattern a sheet of that area allows, or -1."""
    return bisect_right([pattern[0] for pattern in _patterns(cutter_mm)], area_mm2 * (1 + 1e-9)) - 1


def cut(dough_g: float, form: CutoutForm, density_g_ml: float) -> CutPlan:
    """Cut a dough of `dough_g` in first roll, scraps rolled again up to `rerolls` times, and the final waste.

    Dough beyond one board is rolled as further sheets of the first roll. At each roll the baker may also cut fewer and
    keep more for the next; the best total is taken, which is why more dough never gives fewer rounds.
    """
    if dough_g <= 0:
        raise ValueError("dough must weigh something")
    per_mm2 = density_g_ml * form.thickness_mm / 1000  # g per mm2 of sheet
    piece_g = math.pi / 4 * form.cutter_mm**2 * per_mm2
    patterns = _patterns(form.cutter_mm)
    if not patterns:
        return CutPlan(count=0, piece_g=piece_g, waste_g=dough_g, rolls=())
    full = patterns[-1]
    # Whole boards first: a sheet as large as the board is the densest there is.
    boards = max(0, int(dough_g / (full[0] * per_mm2)) - 1)
    scraps_of_board = full[0] * per_mm2 - full[1] * piece_g
    rest = dough_g - boards * full[1] * piece_g if boards else dough_g
    chosen = _best_rolls(
        form.cutter_mm, per_mm2, piece_g, rest, form.rerolls + 1 + (1 if boards and scraps_of_board > 0 else 0)
    )
    rolls = [_roll(full, per_mm2)] * boards + [_roll(patterns[index], per_mm2) for index in chosen]
    count = sum(roll.count for roll in rolls)
    return CutPlan(count=count, piece_g=piece_g, waste_g=max(0.0, dough_g - count * piece_g), rolls=tuple(rolls))


def _roll(pattern: tuple[float, int, int, int, float, float], per_mm2: float) -> Roll:
    area, count, rows, per_row, width, length = pattern
    return Roll(
        count=count, sheet_width_mm=width, sheet_length_mm=length, rows=rows, per_row=per_row, dough_g=area * per_mm2
    )


def _best_rolls(cutter_mm: float, per_mm2: float, piece_g: float, dough_g: float, rolls: int) -> list[int]:
    """Pattern indices, roll by roll, that give the most rounds from `dough_g` in at most `rolls` rolls.

    Exact search with the obvious bound: no plan beats the dough's mass over a piece's. Ties go to more rounds early.
    """
    patterns = _patterns(cutter_mm)

    @cache
    def best(pieces_cut: int, left: int) -> tuple[int, tuple[int, ...]]:
        available = dough_g - pieces_cut * piece_g
        top = _fit(cutter_mm, available / per_mm2)
        if left == 0 or top < 0:
            return 0, ()
        if left == 1:
            return patterns[top][1], (top,)
        ceiling = int(available / piece_g + 1e-9)
        found: tuple[int, tuple[int, ...]] = (0, ())
        for index in range(top, -1, -1):
            more, chosen = best(pieces_cut + patterns[index][1], left - 1)
            if patterns[index][1] + more > found[0]:
                found = patterns[index][1] + more, (index, *chosen)
            if found[0] == ceiling:
                break
        return found

    return list(best(0, rolls)[1])
