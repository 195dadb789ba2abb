"""A thin sheet rolled for the tray, scored before the bake and broken apart after."""

from typing import Literal

from pydantic import Field

from ..bakemodel import Shape, sheet
from ..base import Guide, Ink, LineMark, Problem, Value, rectangle, stop
from ..dough import Style
from ..kitchen import Tray, longest_s
from .nesting import RAGGED_RIM_MM
from .pieces import Pieces, ScoredSheet
from .protocol import Forming, Pace, Size, SlicedLog, Wanted, WholeTrays
from .rolled import largest_for, sheet_edge, sheet_thickness_mm
from .scoring import score

USUAL_SHEET_MM = (240.0, 330.0)  # what a home tray takes


class SheetForm(Value):
    """Rolled to `thickness_mm`, trimmed, scored in pieces `piece_width_mm` by `piece_length_mm`; the trimmings are
    rolled again `rerolls` times."""

    kind: Literal["sheet"] = "sheet"
    thickness_mm: float = Field(default=3.0, ge=1, le=15)
    piece_width_mm: float = Field(default=50.0, ge=15, le=300)
    piece_length_mm: float = Field(default=50.0, ge=15, le=400)
    rerolls: int = Field(default=1, ge=0, le=3)


class Scoring(Forming[SheetForm]):
    """Sheets scored before the bake, broken apart after."""

    form = SheetForm
    families = ("thin_cracker_sheet",)
    verb = "Roll and score"
    step = "form_cracker_sheet"
    shaped_whole = True
    chilled_as = "flat discs"
    tempers_as = "cutout_butter"
    freezes = False
    leftover_is = "trimmings after the last roll"
    size_is = "piece_width_mm"
    portions_exact = True
    outline_spreads = False

    def piece_mass_g(self, form: SheetForm, dough_g: float, density_g_ml: float) -> float:
        return form.piece_width_mm * form.piece_length_mm * form.thickness_mm / 1000 * density_g_ml

    def raw_shape(self, form: SheetForm, mass_g: float, density_g_ml: float) -> Shape:
        """The whole sheet bakes, not its pieces; how large it is moves the minutes of its middle by a hundredth at most."""
        return sheet(*USUAL_SHEET_MM, form.thickness_mm, density_g_ml * 1000)

    def raw_width_mm(self, form: SheetForm, shape: Shape) -> float:
        return form.piece_width_mm

    def pieces(
        self, form: SheetForm, dough_g: float, density_g_ml: float, style: Style, tray: Tray
    ) -> tuple[Pieces | None, list[Problem]]:
        scored = score(dough_g, form, density_g_ml, (tray.width_mm, tray.depth_mm))
        if not scored.count:
            message = f"Not one piece of {form.piece_width_mm:.0f} × {form.piece_length_mm:.0f} mm comes out: the tray or the dough is too small. Score smaller pieces, or roll thinner."
            return None, [stop("form.piece_width_mm", message)]
        return Pieces(
            count=scored.count, mass_g=scored.piece_g, raw_diameter_mm=form.piece_width_mm, raw_height_mm=form.thickness_mm,
            leftover_g=scored.trimmings_g, sheets=scored.sheets, outline=rectangle(form.piece_width_mm, form.piece_length_mm),
            statement=f"{len(scored.sheets)} sheet{'s' if len(scored.sheets) > 1 else ''} for the {tray.name.lower()}; re-cut along the scores straight from the oven. The edge bakes a shade darker: trim it, or take it out first.",
        ), []  # fmt: skip

    def for_count(self, form: SheetForm, wanted: Wanted) -> SheetForm:
        aspect = form.piece_length_mm / form.piece_width_mm
        tray_mm = (wanted.tray.width_mm, wanted.tray.depth_mm)

        def sized(width_mm: float) -> SheetForm:
            return form.but(piece_width_mm=width_mm, piece_length_mm=width_mm * aspect)

        def gives(width_mm: float) -> int:
            return score(wanted.dough_g, sized(width_mm), wanted.density_g_ml, tray_mm).count

        return sized(largest_for(wanted.count, gives))

    def rolled_to(self, form: SheetForm, wanted: Wanted, sheet_mm: tuple[float, float]) -> SheetForm:
        return form.but(thickness_mm=sheet_thickness_mm(wanted.dough_g, wanted.density_g_ml, sheet_mm))

    def sizes(self, form: SheetForm, style: Style, density_g_ml: float) -> tuple[Size, ...]:
        return (
            Size(field="piece_width_mm", low=30, high=80, step=1),
            Size(field="thickness_mm", low=1.5, high=4, step=0.5),
        )

    def resized(self, form: SheetForm, figures: dict[str, float]) -> SheetForm:
        """A piece keeps its proportions."""
        wide = figures.get("piece_width_mm", form.piece_width_mm)
        long = float(round(form.piece_length_mm * wide / form.piece_width_mm))
        return form.model_copy(update={**figures, "piece_length_mm": long})

    def sized(self, form: SheetForm, piece_g: float, factor: float) -> SheetForm:
        side = factor**0.5
        update = {"piece_width_mm": form.piece_width_mm * side, "piece_length_mm": form.piece_length_mm * side}
        return form.model_copy(update=update)

    def cut_mm(self, form: SheetForm) -> tuple[float, float] | None:
        """One scored piece."""
        return form.piece_width_mm, form.piece_length_mm

    def whole(self, form: SheetForm, pieces: Pieces, tray: Tray) -> WholeTrays | None:
        first = pieces.sheets[0]
        loads = tuple(sheet.count for sheet in pieces.sheets)
        return WholeTrays(tray=tray, width_mm=first.width_mm, depth_mm=first.length_mm, loads=loads)

    def guides(self, form: SheetForm, pieces: Pieces, sliced: SlicedLog | None) -> tuple[Guide, ...]:
        return tuple(_scores(form, sheet, index) for index, sheet in enumerate(pieces.sheets))

    def shaping_sizes(self, form: SheetForm) -> str:
        return f"{form.thickness_mm:g} mm thick"

    def shaping_says(self, form: SheetForm, pieces: int) -> str:
        return f"Roll a sheet, trim it, prick it all over, score {pieces}"

    def dividing_s(self, form: SheetForm, pace: Pace, chilled: bool) -> float:
        return 60.0 if chilled else 0.0

    def hot_s(self, form: SheetForm, pieces: int, pace: Pace) -> float:
        return pace("hot_window_recut_sheet")

    def hot_lasts_s(self, form: SheetForm) -> float:
        return longest_s("hot_window_recut_sheet")

    def hot_again(self, form: SheetForm) -> str:
        return "Set already? Break it along the scores by hand."


def _scores(form: SheetForm, sheet: ScoredSheet, index: int) -> Guide:
    marks = sheet_edge(sheet.width_mm, sheet.length_mm)
    rim = RAGGED_RIM_MM
    for i in range(sheet.across + 1):
        x = rim + i * form.piece_width_mm
        marks.append(LineMark(ink=Ink.CUT, x0_mm=x, y0_mm=rim, x1_mm=x, y1_mm=sheet.length_mm - rim))
    for j in range(sheet.along + 1):
        y = rim + j * form.piece_length_mm
        marks.append(LineMark(ink=Ink.CUT, x0_mm=rim, y0_mm=y, x1_mm=sheet.width_mm - rim, y1_mm=y))
    return Guide(
        id=f"sheet-{index + 1}", title=f"Sheet {index + 1}", width_mm=sheet.width_mm, height_mm=sheet.length_mm, marks=tuple(marks),
        saying=f"{sheet.dough_g:.0f} g rolled to {form.thickness_mm:g} mm, {sheet.width_mm:.0f} × {sheet.length_mm:.0f} mm; trim the rim, score {sheet.across} × {sheet.along}, prick.",
    )  # fmt: skip
