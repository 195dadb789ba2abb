"""How many shapes can be cut from a rolled sheet, and how many more from the scraps?

The dough is rolled in one piece or in several, cut as densely as a person can (`nesting.py`), and the scraps are gathered
and rolled again. A sheet is never larger than the board.
"""

import math
from bisect import bisect_right
from functools import cache
from typing import TYPE_CHECKING

from ..base import Value, area_mm2
from .cutters import Cutter
from .nesting import (
    BOARD_MM,
    HEXAGONAL_DENSITY,
    Pattern,
    Spot,
    ring_patterns,
    round_patterns,
)
from .pieces import Roll

if TYPE_CHECKING:
    from .cutout import CutoutForm


class CutPlan(Value):
    """All rolls; `count * piece_g + small_count * small_g + waste_g` is the dough's mass."""

    count: int
    piece_g: float
    waste_g: float
    rolls: tuple[Roll, ...]
    small_count: int = 0
    small_g: float = 0.0


def patterns_of(form: "CutoutForm", width_mm: float) -> tuple[Pattern, ...]:
    """Every useful way to cut this form's shape from one sheet, smallest sheet first."""
    if form.cutter is Cutter.ROUND:
        return round_patterns(width_mm, form.gap_mm, form.rim_mm)
    return ring_patterns(form.ring(width_mm), form.gap_mm, form.rim_mm)


def cut(dough_g: float, form: "CutoutForm", density_g_ml: float) -> CutPlan:
    """Cut a dough of `dough_g`: each part's sheet, scraps rolled again up to `rerolls` times, and the final waste.

    At each roll the baker may also cut fewer and keep more for the next; the best total is taken, which is why more
    dough never gives fewer. With a second cutter, its share of each sheet is cut small, and so are all the scraps; or one
    of these alone.
    """
    if dough_g <= 0:
        raise ValueError("dough must weigh something")
    per_mm2 = density_g_ml * form.thickness_mm / 1000  # g per mm2 of sheet
    if form.small_mm is None:
        rolls = _Cutting(form, form.cutter_mm, per_mm2).rolls(dough_g, form.parts, form.rerolls)
        return _plan(dough_g, form, per_mm2, rolls, ())
    large, little = _Cutting(form, form.cutter_mm, per_mm2), _Cutting(form, form.small_mm, per_mm2)
    alone = form.small_cuts == "scraps"
    sheets = large.rolls(dough_g, form.parts, 0) if alone else _shared_sheets(form, large, little, dough_g)
    used = sum(roll.count * large.piece_g + roll.also_count * little.piece_g for roll in sheets)
    scraps = large if form.small_cuts == "sheet" and sheets else little
    # Where the dough is too little for one large shape, all of it is cut small.
    more = (
        scraps.rolls(dough_g - used, 1, form.rerolls - 1 if sheets and form.rerolls else 0)
        if form.rerolls or not sheets
        else ()
    )
    again = tuple(roll.model_copy(update={"again": roll.again + 1}) for roll in more) if sheets else more
    if scraps is large:
        return _plan(dough_g, form, per_mm2, sheets + again, ())
    return _plan(dough_g, form, per_mm2, sheets, again)


def _shared_sheets(form: "CutoutForm", large: "_Cutting", little: "_Cutting", dough_g: float) -> tuple[Roll, ...]:
    """First rolls with both cutters on each: as many sheets as parts, or as boards are needed."""
    board_g = BOARD_MM[0] * BOARD_MM[1] * large.per_mm2
    sheets = max(form.parts, math.ceil(dough_g / board_g - 1e-9))
    share_mm2 = dough_g / sheets / large.per_mm2
    fits = [p for p in large.patterns if p.area_mm2 <= share_mm2 * (1 - form.small_share_pct / 100) * (1 + 1e-9)]
    if not fits:
        return ()
    # The most large ones that leave the small ones a place; else the most there are.
    shared = (_with_small_below(large, little, main, share_mm2) for main in reversed(fits))
    roll = next((roll for roll in shared if roll is not None), None) or large.roll(fits[-1], 0)
    return (roll,) * sheets


def _with_small_below(large: "_Cutting", little: "_Cutting", main: Pattern, share_mm2: float) -> Roll | None:
    """The large pattern with the small one that fits under it on a sheet of that area; None where none fits."""
    # The two patterns share the rim between them: only a gap between cuts is left there.
    between = large.between_mm
    room = min(share_mm2 / main.width_mm, _board_side(main.width_mm)) - main.length_mm + between
    below = [p for p in little.patterns if p.width_mm <= main.width_mm + 1e-9 and p.length_mm <= room + 1e-9]
    if not below:
        return None
    small = max(below, key=lambda p: p.count)
    length = main.length_mm + small.length_mm - between
    cut_mm2 = main.count * large.piece_mm2 + small.count * little.piece_mm2
    return large.roll(main, 0).model_copy(
        update={
            "sheet_length_mm": length, "dough_g": length * main.width_mm * large.per_mm2, "also_mm": little.width_mm,
            "also_count": small.count, "also_rows": small.rows, "also_per_row": small.per_row,
            "also_from_mm": main.length_mm - between,
            "density_ratio": cut_mm2 / (length * main.width_mm) / HEXAGONAL_DENSITY,
        }
    )  # fmt: skip


def _board_side(width_mm: float) -> float:
    """How long a sheet of this width may be on the board."""
    return BOARD_MM[0] if width_mm <= BOARD_MM[1] else BOARD_MM[1]


def _plan(
    dough_g: float, form: "CutoutForm", per_mm2: float, rolls: tuple[Roll, ...], small: tuple[Roll, ...]
) -> CutPlan:
    count = sum(roll.count for roll in rolls)
    small_count = sum(roll.also_count for roll in rolls) + sum(roll.count for roll in small)
    piece = area_of(form, form.cutter_mm) * per_mm2
    small_piece = area_of(form, form.small_mm) * per_mm2 if form.small_mm else 0.0
    waste = max(0.0, dough_g - count * piece - small_count * small_piece)
    return CutPlan(
        count=count, piece_g=piece, waste_g=waste, rolls=rolls + small, small_count=small_count, small_g=small_piece
    )


def area_of(form: "CutoutForm", width_mm: float) -> float:
    """mm2 of one shape; a round's own, not its polygon's."""
    return math.pi / 4 * width_mm**2 if form.cutter is Cutter.ROUND else area_mm2(form.ring(width_mm))


def pattern_of(form: "CutoutForm", roll: Roll) -> tuple[Spot, ...]:
    """Where a roll's shapes are cut, for drawing."""
    chosen = next(
        p for p in patterns_of(form, roll.cutter_mm) if (p.rows, p.per_row) == (roll.rows, roll.per_row)
        and math.isclose(p.width_mm, roll.sheet_width_mm)
    )  # fmt: skip
    return chosen.spots


def also_pattern_of(form: "CutoutForm", roll: Roll) -> tuple[Spot, ...]:
    """Where the second cutter's shapes are cut on the same sheet; none where it has no part in it."""
    if roll.also_mm is None:
        return ()
    chosen = next(
        p for p in patterns_of(form, roll.also_mm) if (p.rows, p.per_row, p.count) == (roll.also_rows, roll.also_per_row, roll.also_count)
    )  # fmt: skip
    return tuple(Spot(s.x_mm, s.y_mm + roll.also_from_mm, s.turned) for s in chosen.spots)


def roll_size_mm(dough_g: float, thickness_mm: float, density_g_ml: float, width_mm: float) -> float:
    """How long a sheet this wide and thick the dough makes: volume over cross-section.

    thickness_mm: 1.5 to 25; width_mm: of the sheet.

    >>> round(roll_size_mm(600, 5, 1.25, 300))
    320
    """
    return dough_g / density_g_ml * 1000 / (thickness_mm * width_mm)


class _Cutting:
    """One cutter on one thickness of sheet."""

    def __init__(self, form: "CutoutForm", width_mm: float, per_mm2: float) -> None:
        self.width_mm = width_mm
        self.per_mm2 = per_mm2
        self.between_mm = 2 * form.rim_mm - form.gap_mm
        self.piece_mm2 = area_of(form, width_mm)
        self.piece_g = self.piece_mm2 * per_mm2
        self.patterns = patterns_of(form, width_mm)
        self._areas = [pattern.area_mm2 for pattern in self.patterns]

    def rolls(self, dough_g: float, parts: int, rerolls: int) -> tuple[Roll, ...]:
        """All rolls of so much dough. Dough beyond a board a part is rolled as further boards of the first roll."""
        if not self.patterns or dough_g <= 0:
            return ()
        full = self.patterns[-1]
        # Whole boards first: a sheet as large as the board is the densest there is.
        boards = max(0, int(dough_g / (full.area_mm2 * self.per_mm2)) - max(1, parts))
        rest = dough_g - boards * full.count * self.piece_g
        extra = 1 if boards and full.area_mm2 * self.per_mm2 > full.count * self.piece_g else 0
        first, again = self._best(rest, parts, rerolls + extra)
        return (
            *(self.roll(full, 0) for _ in range(boards)),
            *(self.roll(self.patterns[index], 0) for index in first),
            *(self.roll(self.patterns[index], turn + 1) for turn, index in enumerate(again)),
        )

    def _fit(self, dough_g: float) -> int:
        """Index of the best pattern that much dough allows, or -1."""
        return bisect_right(self._areas, dough_g / self.per_mm2 * (1 + 1e-9)) - 1

    def _best(self, dough_g: float, parts: int, rerolls: int) -> tuple[list[int], list[int]]:
        """Pattern indices of the first rolls (one a part) and of the re-rolled scraps that give most in all."""
        top = self._fit(dough_g / parts)
        best: tuple[int, list[int], list[int]] = (0, [], self._scraps(dough_g, rerolls) if parts > 1 else [])
        for index in range(top, -1, -1):
            first = self.patterns[index].count * parts
            again = self._scraps(dough_g - first * self.piece_g, rerolls)
            total = first + sum(self.patterns[i].count for i in again)
            if total > best[0]:
                best = (total, [index] * parts, again)
            if best[0] >= int(dough_g / self.piece_g + 1e-9):
                break
        return best[1], best[2]

    def _scraps(self, dough_g: float, rolls: int) -> list[int]:
        """Pattern indices, roll by roll, that give the most from `dough_g` in at most `rolls` rolls.

        Exact search with the obvious bound: no plan beats the dough's mass over a piece's. Ties go to more early.
        """

        @cache
        def best(pieces_cut: int, left: int) -> tuple[int, tuple[int, ...]]:
            available = dough_g - pieces_cut * self.piece_g
            top = self._fit(available)
            if left == 0 or top < 0:
                return 0, ()
            if left == 1:
                return self.patterns[top].count, (top,)
            ceiling = int(available / self.piece_g + 1e-9)
            found: tuple[int, tuple[int, ...]] = (0, ())
            for index in range(top, -1, -1):
                count = self.patterns[index].count
                more, chosen = best(pieces_cut + count, left - 1)
                if count + more > found[0]:
                    found = count + more, (index, *chosen)
                if found[0] == ceiling:
                    break
            return found

        return list(best(0, rolls)[1])

    def roll(self, pattern: Pattern, again: int) -> Roll:
        """The pattern as a roll."""
        return Roll(
            count=pattern.count, sheet_width_mm=pattern.width_mm, sheet_length_mm=pattern.length_mm, rows=pattern.rows,
            per_row=pattern.per_row, dough_g=pattern.area_mm2 * self.per_mm2, cutter_mm=self.width_mm, again=again,
            density_ratio=pattern.count * self.piece_mm2 / pattern.area_mm2 / HEXAGONAL_DENSITY,
        )  # fmt: skip
