"""Shapes cut from a rolled sheet, with one cutter or two."""

import math
from enum import StrEnum
from typing import Literal

from pydantic import Field, field_validator

from ..bakemodel import Shape, disc
from ..base import Guide, Ink, Problem, Ring, RingMark, RoundMark, Value, moved, perimeter_mm, problem_with, stop
from ..dough import Style
from ..kitchen import Tray
from .cutters import Cutter, outline
from .cutting import also_pattern_of, area_of, cut, pattern_of, roll_size_mm
from .nesting import BOARD_MM, CUT_GAP_MM, RAGGED_RIM_MM
from .pieces import Pieces, Roll
from .protocol import Forming, Pace, Size, SlicedLog, Wanted, Widening
from .rolled import equal_round_mm, largest_for, sheet_edge, sheet_thickness_mm

MOST_CORNERS = 400
MOST_COORDINATE = 1e4


class SmallCuts(StrEnum):
    """What the second, smaller cutter cuts: its share of each sheet and the scraps, the share alone, or the scraps alone."""

    BOTH = "both"
    SHEET = "sheet"
    SCRAPS = "scraps"


class CutoutForm(Value):
    """Shapes cut from a sheet: cutter and its width, sheet thickness, how often scraps are rolled again, in how many
    parts the dough is rolled, and a second, smaller cutter of the same shape for a share of the dough or for its scraps. `gap_mm` is left between
    cuts, `rim_mm` all round the sheet, where it is ragged."""

    kind: Literal["cutout"] = "cutout"
    thickness_mm: float = Field(default=5.0, ge=1.5, le=25)
    cutter: Cutter = Cutter.ROUND
    cutter_mm: float = Field(default=60.0, ge=15, le=200)
    rerolls: int = Field(default=2, ge=0, le=4)
    parts: int = Field(default=1, ge=1, le=8)
    small_mm: float | None = Field(default=None, ge=15, le=200)
    small_share_pct: float = Field(default=30.0, ge=5, le=95)
    small_cuts: SmallCuts = SmallCuts.BOTH
    gap_mm: float = Field(default=CUT_GAP_MM, ge=0, le=15)
    rim_mm: float = Field(default=RAGGED_RIM_MM, ge=0, le=30)
    own: Ring | None = None

    @field_validator("own")
    @classmethod
    def _few_corners(cls, own: Ring | None) -> Ring | None:
        if own is not None and not 3 <= len(own) <= MOST_CORNERS:
            raise ValueError(f"an outline has 3 to {MOST_CORNERS} corners")
        if own is not None and not all(abs(value) <= MOST_COORDINATE for point in own for value in point):
            raise ValueError("an outline is drawn about 0, 0, one unit wide")
        return own

    def ring(self, width_mm: float) -> Ring:
        """The outline cut at this width, mm."""
        own = self.own if self.cutter is Cutter.OWN and self.own and not problem_with(self.own) else None
        return outline(self.cutter, width_mm, own)


class Cutting(Forming[CutoutForm]):
    """Shapes cut from rolled sheets."""

    form = CutoutForm
    families = ("cutout_butter", "cutout_spiced", "thin_cracker_sheet")
    verb = "Roll and cut"
    step = "form_cutout_reroll"
    chilled_as = "flat discs"
    tempers_as = "cutout_butter"
    leftover_is = "trimmings after the last roll"
    size_is = "cutter_mm"
    widened_by = Widening(field="cutter_mm", least=15, most=200)
    portions_exact = True

    def shaping_sizes(self, form: CutoutForm) -> str:
        return f"{form.thickness_mm:g} mm thick"

    def shaping_says(self, form: CutoutForm, pieces: int) -> str:
        return f"Roll and cut {pieces}"

    def piece_mass_g(self, form: CutoutForm, dough_g: float, density_g_ml: float) -> float:
        return area_of(form, form.cutter_mm) * form.thickness_mm / 1000 * density_g_ml

    def raw_shape(self, form: CutoutForm, mass_g: float, density_g_ml: float) -> Shape:
        """Any cut shape bakes like the round of its own area, with its own longer rim."""
        area = area_of(form, form.cutter_mm)
        rim = (
            1.0
            if form.cutter is Cutter.ROUND
            else perimeter_mm(form.ring(form.cutter_mm)) / (2 * math.sqrt(math.pi * area))
        )
        return disc(equal_round_mm(area), form.thickness_mm, density_g_ml * 1000, rim)

    def raw_width_mm(self, form: CutoutForm, shape: Shape) -> float:
        return form.cutter_mm

    def pieces(
        self, form: CutoutForm, dough_g: float, density_g_ml: float, style: Style, tray: Tray
    ) -> tuple[Pieces | None, list[Problem]]:
        if form.small_mm is not None and form.small_mm >= form.cutter_mm:
            message = "The second cutter must be the smaller one: make it smaller, or take it away."
            return None, [stop("form.small_mm", message)]
        plan = cut(dough_g, form, density_g_ml)
        shape = "round" if form.cutter is Cutter.ROUND else "shape"
        if plan.count == 0:
            message = f"One {form.cutter_mm:.0f} mm {shape} at {form.thickness_mm:g} mm needs a sheet of {plan.piece_g:.0f} g and more; there are {dough_g:.0f} g of dough."
            return None, [stop("form.cutter_mm", message + " Take a smaller cutter or a thinner sheet.")]
        best = max(roll.density_ratio for roll in plan.rolls)
        statement = f"The sheet is cut {100 * best:.0f}% as densely as rounds without end could be."
        first = plan.rolls[0]
        length = roll_size_mm(dough_g / form.parts, form.thickness_mm, density_g_ml, first.sheet_width_mm)
        if length <= max(BOARD_MM):
            part = "All of the dough"
            if form.parts > 1:
                part = f"Each of the {form.parts} parts, {dough_g / form.parts:.0f} g,"
            rolls_to = f"{first.sheet_width_mm:.0f} × {length:.0f} mm"
            statement = f"{part} at {form.thickness_mm:g} mm rolls to {rolls_to}. {statement}"
        if form.small_mm:
            statement += f" {plan.small_count} more with the {form.small_mm:.0f} mm cutter."
        return Pieces(
            count=plan.count, mass_g=plan.piece_g, raw_diameter_mm=form.cutter_mm, raw_height_mm=form.thickness_mm,
            leftover_g=plan.waste_g, rolls=plan.rolls, small_count=plan.small_count, small_g=plan.small_g, statement=statement,
            outline=() if form.cutter is Cutter.ROUND else form.ring(form.cutter_mm),
        ), []  # fmt: skip

    def small(self, form: CutoutForm) -> CutoutForm | None:
        if form.small_mm is None:
            return None
        return form.model_copy(update={"cutter_mm": form.small_mm, "small_mm": None})

    def small_pieces(self, small: CutoutForm, pieces: Pieces) -> Pieces:
        return pieces.model_copy(
            update={
                "count": pieces.small_count, "mass_g": pieces.small_g, "raw_diameter_mm": small.cutter_mm, "small_count": 0,
                "outline": small.ring(small.cutter_mm) if pieces.outline else (), "rolls": (), "leftover_g": 0.0, "statement": "",
            }
        )  # fmt: skip

    def for_count(self, form: CutoutForm, wanted: Wanted) -> CutoutForm:
        def sized(width_mm: float) -> CutoutForm:
            return form.but(cutter_mm=width_mm)

        def gives(width_mm: float) -> int:
            return cut(wanted.dough_g, sized(width_mm), wanted.density_g_ml).count

        return sized(largest_for(wanted.count, gives))

    def rolled_to(self, form: CutoutForm, wanted: Wanted, sheet_mm: tuple[float, float]) -> CutoutForm:
        return form.but(thickness_mm=sheet_thickness_mm(wanted.dough_g / form.parts, wanted.density_g_ml, sheet_mm))

    def sizes(self, form: CutoutForm, style: Style, density_g_ml: float) -> tuple[Size, ...]:
        return (Size(field="cutter_mm", low=35, high=100, step=5), Size(field="thickness_mm", low=3, high=8, step=0.5))

    def sized(self, form: CutoutForm, piece_g: float, factor: float) -> CutoutForm:
        return form.model_copy(update={"cutter_mm": form.cutter_mm * factor**0.5})

    def guides(self, form: CutoutForm, pieces: Pieces, sliced: SlicedLog | None) -> tuple[Guide, ...]:
        return tuple(_rolling(form, roll, index) for index, roll in enumerate(pieces.rolls))

    def dividing_s(self, form: CutoutForm, pace: Pace, chilled: bool) -> float:
        return 60.0 if chilled else 0.0


def _rolling(form: CutoutForm, roll: Roll, index: int) -> Guide:
    marks = sheet_edge(roll.sheet_width_mm, roll.sheet_length_mm, form.rim_mm)
    for width_mm, spots in (
        (roll.cutter_mm, pattern_of(form, roll)),
        (roll.also_mm or 0.0, also_pattern_of(form, roll)),
    ):
        for spot in spots:
            if form.cutter is Cutter.ROUND:
                marks.append(RoundMark(ink=Ink.CUT, x_mm=spot.x_mm, y_mm=spot.y_mm, diameter_mm=width_mm))
            else:
                marks.append(
                    RingMark(ink=Ink.CUT, points=moved(form.ring(width_mm), spot.x_mm, spot.y_mm, spot.turned))
                )
    again = "Scraps, rolled again" if roll.again == 1 else f"Scraps, rolled {roll.again} times again"
    what = again if roll.again else "First roll"
    cutter = f" with the {roll.cutter_mm:.0f} mm cutter" if form.small_mm else ""
    cutter += f" and {roll.also_count} with the {roll.also_mm:.0f} mm one" if roll.also_mm else ""
    tougher = " Rest the scraps ten minutes first; each roll is tougher." if roll.again else ""
    return Guide(
        id=f"roll-{index + 1}", title=f"Sheet {index + 1}", width_mm=roll.sheet_width_mm, height_mm=roll.sheet_length_mm,
        marks=tuple(marks),
        saying=f"{what}: {roll.dough_g:.0f} g of dough at {form.thickness_mm:g} mm rolls to {roll.sheet_width_mm:.0f} × {roll.sheet_length_mm:.0f} mm, "
        f"{roll.count} cut{cutter}.{tougher}",
    )  # fmt: skip
