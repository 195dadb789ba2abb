"""From a form and a dough to raw pieces, and to the shape the bake model bakes."""

import math

from .bakemodel import Shape
from .bakemodel.shapes import ball, disc, flattened, mound, pan, rope
from .bakemodel.shapes import log as log_shape
from .forming import (
    AnyForm,
    BallForm,
    BatterForm,
    BlockForm,
    CutoutForm,
    LogForm,
    PanForm,
    PanShape,
    Pieces,
    RopeForm,
    RuskForm,
    ScoopForm,
    SheetForm,
    cut,
    press,
    scoop,
    score,
    slice_log,
)
from .forming.ball import ball_mass_g
from .forming.batter import batter_disc_mm
from .forming.block import cube_mm
from .forming.cutout import area_of, roll_size_mm
from .forming.cutters import Cutter
from .forming.nesting import BOARD_MM
from .forming.rope import across_mm, rope_mass_g
from .forming.scoop import portion_mass_g
from .geometry import rectangle
from .kitchen import Tray
from .problems import Problem, ask, stop
from .styles import Style

MOST_PIECES = 400
UNUSUAL_G = (4.0, 250.0)


def piece_mass_g(form: AnyForm, dough_g: float, density_g_ml: float) -> float:
    """Grams of one piece of this form as it is baked: of a whole log for the twice-baked, of one cut for a pan."""
    if isinstance(form, ScoopForm):
        return portion_mass_g(form, density_g_ml)
    if isinstance(form, BlockForm):
        return form.portion_g
    if isinstance(form, BallForm):
        return ball_mass_g(form, dough_g, density_g_ml)
    if isinstance(form, BatterForm):
        return form.spoon_ml * density_g_ml
    if isinstance(form, RopeForm):
        return rope_mass_g(form, density_g_ml)
    if isinstance(form, LogForm):
        return slice_log(dough_g, form, density_g_ml).slice_g
    if isinstance(form, RuskForm):
        return dough_g / form.logs
    if isinstance(form, PanForm):
        return press(dough_g, form, density_g_ml).piece_g
    if isinstance(form, SheetForm):
        return form.piece_width_mm * form.piece_length_mm * form.thickness_mm / 1000 * density_g_ml
    return area_of(form, form.cutter_mm) * form.thickness_mm / 1000 * density_g_ml


SIZE_FIELDS = {
    "block": "form.portion_g", "batter": "form.spoon_ml", "rope": "form.length_mm", "cutout": "form.cutter_mm",
    "sheet": "form.piece_width_mm", "pan": "form.width_mm", "log": "form.log_mm", "rusk": "form.length_mm",
}  # fmt: skip


def size_field(form: AnyForm) -> str:
    """The field that decides how big a piece is: where its problems are said."""
    if isinstance(form, ScoopForm):
        return "form.portion_g" if form.scoop_no is None else "form.scoop_no"
    if isinstance(form, BallForm):
        return {"grams": "form.portion_g", "count": "form.count", "width": "form.ball_mm"}[form.by]
    return SIZE_FIELDS[form.kind]


def raw_shape(form: AnyForm, mass_g: float, density_g_ml: float) -> Shape:
    """The raw piece as the bake model sees it. A pressed ball is as thick as pressed; a rope flows to both sides; any
    cut shape bakes like the round of its own area; a pan bakes as a whole, whatever is cut from it."""
    density = density_g_ml * 1000
    if isinstance(form, CutoutForm):
        return disc(equal_round_mm(area_of(form, form.cutter_mm)), form.thickness_mm, density)
    if isinstance(form, SheetForm):
        return disc(equal_round_mm(form.piece_width_mm * form.piece_length_mm), form.thickness_mm, density)
    if isinstance(form, PanForm):
        inner = (form.width_mm - 2 * form.edge_mm) * (form.depth_mm - 2 * form.edge_mm)
        inner *= math.pi / 4 if form.shape is PanShape.ROUND else 1.0
        thickness = mass_g * form.pieces_each / density_g_ml * 1000 / max(inner, 1.0)
        return pan(form.area_mm2 / 100, thickness, density)
    if isinstance(form, LogForm):
        return disc(form.log_mm, form.slice_mm, density)
    if isinstance(form, RuskForm):
        return log_shape(mass_g, form.log_mm, form.length_mm, density)
    if isinstance(form, BatterForm):
        return flattened(mass_g, form.spread_mm, density)
    if isinstance(form, RopeForm):
        return rope(mass_g, form.length_mm, density)
    if isinstance(form, BallForm):
        return flattened(mass_g, form.pressed_mm, density) if form.pressed_mm else ball(mass_g, density)
    return mound(mass_g, density)


def equal_round_mm(area_mm2: float) -> float:
    """Diameter of the round of that area."""
    return 2 * math.sqrt(area_mm2 / math.pi)


def raw_width_mm(form: AnyForm, shape: Shape) -> float:
    """Greatest width of the raw piece as it lies: wider than the shape the model bakes for a figure laid of rope or an
    outline that is not round."""
    if isinstance(form, RopeForm):
        return across_mm(form)
    if isinstance(form, CutoutForm):
        return form.cutter_mm
    if isinstance(form, SheetForm):
        return form.piece_width_mm
    return form.width_mm if isinstance(form, PanForm) else shape.diameter_mm


def shape_pieces(
    form: AnyForm, dough_g: float, density_g_ml: float, style: Style, tray: Tray
) -> tuple[Pieces | None, list[Problem]]:
    """The raw pieces this form makes of the dough, or None with the reason at its field."""
    if isinstance(form, CutoutForm):
        pieces, wrong = _cut(form, dough_g, density_g_ml)
    elif isinstance(form, SheetForm):
        pieces, wrong = _scored(form, dough_g, density_g_ml, tray)
    elif isinstance(form, PanForm):
        pieces, wrong = _pressed(form, dough_g, density_g_ml)
    elif isinstance(form, LogForm):
        pieces, wrong = _sliced(form, dough_g, density_g_ml)
    elif isinstance(form, RuskForm):
        pieces, wrong = _logs(form, dough_g, density_g_ml, tray)
    else:
        pieces, wrong = _portioned(form, dough_g, density_g_ml, style)
    if pieces and pieces.count > MOST_PIECES:
        message = f"That makes {pieces.count} cookies. Over {MOST_PIECES} is more than one evening: make them larger, or take less dough."
        return None, [stop(size_field(form), message)]
    return pieces, wrong


def _cut(form: CutoutForm, dough_g: float, density_g_ml: float) -> tuple[Pieces | None, list[Problem]]:
    if form.small_mm is not None and form.small_mm >= form.cutter_mm:
        return None, [
            stop("form.small_mm", "The second cutter must be the smaller one: make it smaller, or take it away.")
        ]
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
        part = (
            "All of the dough" if form.parts == 1 else f"Each of the {form.parts} parts, {dough_g / form.parts:.0f} g,"
        )
        statement = (
            f"{part} at {form.thickness_mm:g} mm rolls to {first.sheet_width_mm:.0f} × {length:.0f} mm. {statement}"
        )
    if form.small_mm:
        statement += f" {plan.small_count} more with the {form.small_mm:.0f} mm cutter."
    return Pieces(
        count=plan.count, mass_g=plan.piece_g, raw_diameter_mm=form.cutter_mm, raw_height_mm=form.thickness_mm,
        leftover_g=plan.waste_g, rolls=plan.rolls, small_count=plan.small_count, small_g=plan.small_g, statement=statement,
        outline=() if form.cutter is Cutter.ROUND else form.ring(form.cutter_mm),
    ), []  # fmt: skip


def _scored(form: SheetForm, dough_g: float, density_g_ml: float, tray: Tray) -> tuple[Pieces | None, list[Problem]]:
    found = score(dough_g, form, density_g_ml, (tray.width_mm, tray.depth_mm))
    if not found.count:
        message = f"Not one piece of {form.piece_width_mm:.0f} × {form.piece_length_mm:.0f} mm comes out: the tray or the dough is too small. Score smaller pieces, or roll thinner."
        return None, [stop("form.piece_width_mm", message)]
    return Pieces(
        count=found.count, mass_g=found.piece_g, raw_diameter_mm=form.piece_width_mm, raw_height_mm=form.thickness_mm,
        leftover_g=found.trimmings_g, sheets=found.sheets, outline=rectangle(form.piece_width_mm, form.piece_length_mm),
        statement=f"{len(found.sheets)} sheet{'s' if len(found.sheets) > 1 else ''} for the {tray.name.lower()}; re-cut along the scores straight from the oven.",
    ), []  # fmt: skip


PAN_THICKNESS_MM = (4.0, 35.0)


def _pressed(form: PanForm, dough_g: float, density_g_ml: float) -> tuple[Pieces | None, list[Problem]]:
    found = press(dough_g, form, density_g_ml)
    if found.piece_g <= 0 or found.piece_width_mm <= 0:
        return None, [stop("form.edge_mm", "The trimmed edge takes the whole pan. Make it narrower.")]
    problems = []
    if not PAN_THICKNESS_MM[0] <= found.thickness_mm <= PAN_THICKNESS_MM[1]:
        message = f"The dough lies {found.thickness_mm:.0f} mm thick; 8 to 20 mm bakes evenly. Take a {'larger' if found.thickness_mm > 20 else 'smaller'} pan."
        problems.append(ask("form.width_mm", message))
    wedge = form.shape is PanShape.ROUND
    return Pieces(
        count=found.count, mass_g=found.piece_g, raw_diameter_mm=form.width_mm, raw_height_mm=found.thickness_mm,
        leftover_g=found.edges_g,
        statement=f"Pressed {found.thickness_mm:.0f} mm thick, pricked all over, cut hot in {form.pieces_each} "
        + (f"wedges, {found.piece_width_mm:.0f} mm at the rim." if wedge else f"pieces of {found.piece_width_mm:.0f} × {found.piece_length_mm:.0f} mm."),
    ), problems  # fmt: skip


def _logs(form: RuskForm, dough_g: float, density_g_ml: float, tray: Tray) -> tuple[Pieces | None, list[Problem]]:
    mass = dough_g / form.logs
    shape = raw_shape(form, mass, density_g_ml)
    longest = max(tray.width_mm, tray.depth_mm)
    if form.length_mm > longest:
        message = f"A log of {form.length_mm:.0f} mm is longer than the {tray.name.lower()} ({longest:.0f} mm). Make it shorter, or make more logs."
        return None, [stop("form.length_mm", message)]
    problems = []
    if not 8 <= shape.height_mm <= 60:
        message = f"The logs would be {shape.height_mm:.0f} mm high; 15 to 35 mm is usual. Change their number, length or width."
        problems.append(ask("form.log_mm", message))
    return Pieces(
        count=form.logs, mass_g=mass, raw_diameter_mm=form.log_mm, raw_height_mm=shape.height_mm, leftover_g=0.0,
        outline=rectangle(form.log_mm, form.length_mm),
    ), problems  # fmt: skip


def _sliced(form: LogForm, dough_g: float, density_g_ml: float) -> tuple[Pieces | None, list[Problem]]:
    log = slice_log(dough_g, form, density_g_ml)
    if log.count == 0:
        message = f"{dough_g:.0f} g of dough make a log {log.length_mm:.0f} mm long, too short for one slice beside its ends. Take a thinner log."
        return None, [stop("form.log_mm", message)]
    one = "One log" if form.logs == 1 else f"{form.logs} logs"
    return Pieces(
        count=log.count, mass_g=log.slice_g, raw_diameter_mm=form.log_mm, raw_height_mm=form.slice_mm, leftover_g=log.heels_g,
        statement=f"{one}, {log.length_mm:.0f} mm long; {log.heels_g:.0f} g in the heels, the baker's own.",
    ), []  # fmt: skip


def _portioned(
    form: ScoopForm | BallForm | BlockForm | BatterForm | RopeForm, dough_g: float, density_g_ml: float, style: Style
) -> tuple[Pieces | None, list[Problem]]:
    mass_g = piece_mass_g(form, dough_g, density_g_ml)
    field = size_field(form)
    if mass_g > dough_g * (1 + 1e-9):
        return None, [
            stop(
                field,
                f"A portion of {mass_g:.0f} g is more than the whole dough ({dough_g:.0f} g). Take a smaller portion.",
            )
        ]
    count, leftover = scoop(dough_g, mass_g)
    shape = raw_shape(form, mass_g, density_g_ml)
    problems = []
    if not UNUSUAL_G[0] <= mass_g <= UNUSUAL_G[1]:
        usual = f"{style.portion_low_g:.0f} to {style.portion_high_g:.0f} g"
        problems.append(
            ask(field, f"{mass_g:.1f} g is an unusual size for a cookie; {usual} is usual for a {style.label}.")
        )
    width, strand, statement = shape.diameter_mm, None, ""
    if isinstance(form, RopeForm):
        width, strand = across_mm(form), form.rope_mm
        statement = f"Each from a rope {form.rope_mm:.0f} mm thick and {form.length_mm:.0f} mm long."
    elif isinstance(form, BatterForm):
        width = batter_disc_mm(form)
        statement = f"Level spoons of {form.spoon_ml:g} ml, spread to {width:.0f} mm."
    elif isinstance(form, BlockForm):
        statement = f"Cut the cold block in cubes of {cube_mm(mass_g, density_g_ml):.0f} mm."
    elif isinstance(form, BallForm) and form.filling_g:
        statement = f"{count * form.filling_g:.0f} g filling in all, {form.filling_g:g} g in each."
    return Pieces(
        count=count, mass_g=mass_g, raw_diameter_mm=width, raw_height_mm=shape.height_mm, leftover_g=leftover, strand_mm=strand,
        statement=statement,
    ), problems  # fmt: skip
