"""How many pieces can be scored on sheets rolled for the tray?"""

import math
from typing import TYPE_CHECKING

from ..base import Value
from .nesting import RAGGED_RIM_MM
from .pieces import ScoredSheet

if TYPE_CHECKING:
    from .sheet import SheetForm

WORTH_A_LOAD = 1 / 6  # of a full tray: fewer pieces than that are not rolled and baked for themselves


class Scored(Value):
    """`count * piece_g + trimmings_g` is the dough's mass."""

    count: int
    piece_g: float
    trimmings_g: float
    sheets: tuple[ScoredSheet, ...]


def score(dough_g: float, form: "SheetForm", density_g_ml: float, tray_mm: tuple[float, float]) -> Scored:
    """Sheets no larger than the tray, each the grid with most pieces for the dough there is. ValueError without dough.

    The rim is trimmed before the bake; those strips are gathered and rolled again.

    >>> from finebatch.core.forming import SheetForm
    >>> score(400, SheetForm(), 1.2, (350, 250)).count
    42
    """
    if dough_g <= 0:
        raise ValueError("dough must weigh something")
    per_mm2 = density_g_ml * form.thickness_mm / 1000
    piece_g = form.piece_width_mm * form.piece_length_mm * per_mm2
    rim = 2 * RAGGED_RIM_MM
    most_across = int((tray_mm[0] - rim) / form.piece_width_mm + 1e-9)
    most_along = int((tray_mm[1] - rim) / form.piece_length_mm + 1e-9)
    full_g = (most_across * form.piece_width_mm + rim) * (most_along * form.piece_length_mm + rim) * per_mm2
    left, sheets, rolled_again = dough_g, [], 0
    while most_across > 0 and most_along > 0 and left >= piece_g:
        grid = _grid(left / per_mm2, form, most_across, most_along)
        if grid is None or (rolled_again and grid[0] * grid[1] < WORTH_A_LOAD * most_across * most_along):
            break
        sheets.append(_sheet(grid, form, per_mm2))
        left -= sheets[-1].count * piece_g
        if sheets[-1].dough_g < 0.999 * full_g:
            # Fresh dough is used up: from here on only trimmings are left.
            rolled_again += 1
            if rolled_again > form.rerolls:
                break
    count = sum(sheet.count for sheet in sheets)
    return Scored(count=count, piece_g=piece_g, trimmings_g=max(0.0, dough_g - count * piece_g), sheets=tuple(sheets))


def _grid(area_mm2: float, form: "SheetForm", most_across: int, most_along: int) -> tuple[int, int] | None:
    """The grid with the most pieces whose sheet, rim included, is no larger than the dough rolls to."""
    rim = 2 * RAGGED_RIM_MM
    found = [
        (across * along, -abs(math.log(across * form.piece_width_mm / (along * form.piece_length_mm))), across, along)
        for across in range(1, most_across + 1)
        for along in range(1, most_along + 1)
        if (across * form.piece_width_mm + rim) * (along * form.piece_length_mm + rim) <= area_mm2 * (1 + 1e-9)
    ]
    return max(found)[2:] if found else None


def _sheet(grid: tuple[int, int], form: "SheetForm", per_mm2: float) -> ScoredSheet:
    width = grid[0] * form.piece_width_mm + 2 * RAGGED_RIM_MM
    length = grid[1] * form.piece_length_mm + 2 * RAGGED_RIM_MM
    return ScoredSheet(
        across=grid[0], along=grid[1], width_mm=width, length_mm=length, dough_g=width * length * per_mm2
    )
