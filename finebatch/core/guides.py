"""What can be laid under the parchment: trays, rolling and cutting guides, pan and log plans, drawn in millimetres.

A guide is a list of marks, the same for the screen and for paper; formats turn it into SVG and PDF.
"""

from enum import StrEnum
from typing import Literal

from pydantic import Field

from .assess import Assessment, DoughSpec
from .baking import Outcome, SecondBake
from .forming import CutoutForm, LogForm, PanForm, PanShape, RuskForm, SheetForm
from .forming.cutout import Roll, also_pattern_of, pattern_of
from .forming.log import HEEL_MM
from .forming.nesting import RAGGED_RIM_MM
from .forming.pan import cuts_of
from .forming.sheet import ScoredSheet
from .geometry import Ring, moved, rectangle
from .loading import TrayPlan
from .value import Value


class Ink(StrEnum):
    """How a mark is drawn: the edge of a tray, pan or sheet; a cut; the likely cookie; the widest one; faint help."""

    EDGE = "edge"
    CUT = "cut"
    LIKELY = "likely"
    WIDEST = "widest"
    FAINT = "faint"


class RingMark(Value):
    """A closed outline."""

    kind: Literal["ring"] = "ring"
    ink: Ink
    points: Ring


class RoundMark(Value):
    """A circle."""

    kind: Literal["round"] = "round"
    ink: Ink
    x_mm: float
    y_mm: float
    diameter_mm: float


class LineMark(Value):
    """A straight line."""

    kind: Literal["line"] = "line"
    ink: Ink
    x0_mm: float
    y0_mm: float
    x1_mm: float
    y1_mm: float


class WordMark(Value):
    """A word, its middle at the point."""

    kind: Literal["word"] = "word"
    x_mm: float
    y_mm: float
    high_mm: float
    text: str


Mark = RingMark | RoundMark | LineMark | WordMark


class Guide(Value):
    """A drawing `width_mm` by `height_mm`; `id` names it among the dough's guides."""

    id: str
    title: str
    saying: str
    width_mm: float = Field(gt=0)
    height_mm: float = Field(gt=0)
    marks: tuple[Mark, ...]


def guides_of(spec: DoughSpec, found: Assessment) -> tuple[Guide, ...]:
    """Every guide there is for this dough: its trays, and what helps to roll, cut or slice it."""
    outcome = found.outcome
    if outcome is None:
        return ()
    form = spec.form
    made: list[Guide] = []
    if isinstance(form, CutoutForm):
        made += [_roll(form, roll, i) for i, roll in enumerate(outcome.pieces.rolls)]
    elif isinstance(form, SheetForm):
        made += [_scored(form, sheet, i) for i, sheet in enumerate(outcome.pieces.sheets)]
    elif isinstance(form, PanForm):
        made.append(_pan(form))
    elif isinstance(form, LogForm):
        made.append(_log_rule(form, outcome))
    if isinstance(form, RuskForm) and outcome.second is not None:
        made.append(_rusk_rule(form, outcome, outcome.second))
    if found.trays and not found.trays.whole:
        made.append(_tray("tray", "Tray", found.trays, outcome, _logs_of(form)))
    if found.small and found.small.trays:
        made.append(_tray("small-tray", "Tray of small ones", found.small.trays, found.small.outcome, ()))
    if found.slices and outcome.second:
        made.append(_tray("slices", "Tray of slices", found.slices, outcome, _slice_of(outcome.second)))
    return tuple(made)


def _logs_of(form: object) -> Ring:
    return rectangle(form.log_mm, form.length_mm) if isinstance(form, RuskForm) else ()


def _slice_of(second: SecondBake) -> Ring:
    return rectangle(second.across_mm, second.high_mm)


def _quarter(ring: Ring) -> Ring:
    return tuple((-y, x) for x, y in ring)


def _tray(id: str, title: str, plan: TrayPlan, outcome: Outcome, raw: Ring) -> Guide:
    width, depth = plan.tray.width_mm, plan.tray.depth_mm
    marks: list[Mark] = [RingMark(ink=Ink.EDGE, points=moved(rectangle(width, depth), width / 2, depth / 2))]
    widest_box = rectangle(plan.widest.width_mm, plan.widest.depth_mm)
    for i, place in enumerate(plan.layout.places):
        for ink, ring, across in (
            (Ink.WIDEST, widest_box if raw else outcome.widest_outline, plan.widest.width_mm),
            (Ink.LIKELY, raw or outcome.outline, outcome.baked.diameter_mm.value),
        ):
            if ring:
                shape = _quarter(ring) if place.turned else ring
                marks.append(RingMark(ink=ink, points=moved(shape, place.x_mm, place.y_mm)))
            else:
                marks.append(RoundMark(ink=ink, x_mm=place.x_mm, y_mm=place.y_mm, diameter_mm=across))
        marks.append(WordMark(x_mm=place.x_mm, y_mm=place.y_mm, high_mm=6, text=f"{i + 1}"))
    return Guide(
        id=id, title=title, width_mm=width, height_mm=depth, marks=tuple(marks),
        saying=f"{plan.tray.name}, the fullest load: {len(plan.layout.places)} {plan.unit}{'s' if len(plan.layout.places) > 1 else ''}.",
    )  # fmt: skip


def _sheet_edge(width: float, length: float) -> list[Mark]:
    rim = RAGGED_RIM_MM
    return [
        RingMark(ink=Ink.EDGE, points=moved(rectangle(width, length), width / 2, length / 2)),
        RingMark(ink=Ink.FAINT, points=moved(rectangle(width - 2 * rim, length - 2 * rim), width / 2, length / 2)),
    ]


def _roll(form: CutoutForm, roll: Roll, index: int) -> Guide:
    marks = _sheet_edge(roll.sheet_width_mm, roll.sheet_length_mm)
    for width_mm, spots in (
        (roll.cutter_mm, pattern_of(form, roll)),
        (roll.also_mm or 0.0, also_pattern_of(form, roll)),
    ):
        for spot in spots:
            if form.cutter.value == "round":
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


def _scored(form: SheetForm, sheet: ScoredSheet, index: int) -> Guide:
    marks = _sheet_edge(sheet.width_mm, sheet.length_mm)
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


def _pan(form: PanForm) -> Guide:
    width, depth = form.width_mm, form.depth_mm
    marks: list[Mark] = []
    if form.shape is PanShape.ROUND:
        marks.append(RoundMark(ink=Ink.EDGE, x_mm=width / 2, y_mm=depth / 2, diameter_mm=width))
    else:
        marks.append(RingMark(ink=Ink.EDGE, points=moved(rectangle(width, depth), width / 2, depth / 2)))
    marks += [RingMark(ink=Ink.CUT, points=moved(ring, width / 2, depth / 2)) for ring in cuts_of(form)]
    return Guide(
        id="pan", title="Cutting plan", width_mm=width, height_mm=depth, marks=tuple(marks),
        saying=f"Cut in {form.pieces_each} straight from the oven, while it is hot and soft.",
    )  # fmt: skip


RULE_DEEP_MM = 30.0


def _rule(id: str, title: str, saying: str, length_mm: float, cuts: list[float], slant_mm: float, deep: float) -> Guide:
    """A strip as long as the log with a mark at every cut; `slant_mm` how far a cut moves along over the depth."""
    marks: list[Mark] = [RingMark(ink=Ink.EDGE, points=moved(rectangle(length_mm, deep), length_mm / 2, deep / 2))]
    marks += [LineMark(ink=Ink.CUT, x0_mm=x, y0_mm=deep, x1_mm=x + slant_mm, y1_mm=0.0) for x in cuts]
    return Guide(id=id, title=title, saying=saying, width_mm=length_mm, height_mm=deep, marks=tuple(marks))


def _log_rule(form: LogForm, outcome: Outcome) -> Guide:
    each = outcome.pieces.count // form.logs
    length = each * form.slice_mm + 2 * HEEL_MM
    cuts = [HEEL_MM + i * form.slice_mm for i in range(each + 1)]
    saying = f"Lay the log along it: {each} slices of {form.slice_mm:g} mm between two heels."
    return _rule("log", "Log rule", saying, length, cuts, 0.0, max(RULE_DEEP_MM, form.log_mm))


def _rusk_rule(form: RuskForm, outcome: Outcome, second: SecondBake) -> Guide:
    width = outcome.baked.diameter_mm.value
    slant = (second.across_mm**2 - width**2) ** 0.5 if second.across_mm > width else 0.0
    step = form.slice_mm * second.across_mm / width
    cuts = [HEEL_MM + i * step for i in range(second.each_log + 1)]
    saying = f"The baked log, about {second.log_length_mm:.0f} × {width:.0f} mm: {second.each_log} slices of {form.slice_mm:g} mm at {form.angle_deg:.0f}°. {second.slicing}"
    return _rule("rusk", "Slicing rule", saying, second.log_length_mm, cuts, slant, width)
