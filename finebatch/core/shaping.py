"""From a form and a dough to raw pieces, and to the shape the bake model bakes."""

import math

from .bakemodel import Shape
from .bakemodel.shapes import ball, disc, flattened, mound, rope
from .forming import (
    AnyForm,
    BallForm,
    BatterForm,
    CutoutForm,
    LogForm,
    Pieces,
    RopeForm,
    ScoopForm,
    cut,
    scoop,
    slice_log,
)
from .forming.ball import ball_mass_g
from .forming.batter import batter_disc_mm
from .forming.rope import across_mm, rope_mass_g
from .forming.scoop import portion_mass_g
from .problems import Problem, ask, stop
from .styles import Style

MOST_PIECES = 400
UNUSUAL_G = (4.0, 250.0)


def piece_mass_g(form: AnyForm, dough_g: float, density_g_ml: float) -> float:
    """Grams of one piece of this form."""
    if isinstance(form, ScoopForm):
        return portion_mass_g(form, density_g_ml)
    if isinstance(form, BallForm):
        return ball_mass_g(form, dough_g, density_g_ml)
    if isinstance(form, BatterForm):
        return form.spoon_ml * density_g_ml
    if isinstance(form, RopeForm):
        return rope_mass_g(form, density_g_ml)
    if isinstance(form, LogForm):
        return slice_log(dough_g, form, density_g_ml).slice_g
    return math.pi / 4 * form.cutter_mm**2 * form.thickness_mm / 1000 * density_g_ml


def size_field(form: AnyForm) -> str:
    """The field that decides how big a piece is: where its problems are said."""
    if isinstance(form, ScoopForm):
        return "form.portion_g" if form.scoop_no is None else "form.scoop_no"
    if isinstance(form, BallForm):
        return {"grams": "form.portion_g", "count": "form.count", "width": "form.ball_mm"}[form.by]
    if isinstance(form, BatterForm):
        return "form.spoon_ml"
    if isinstance(form, RopeForm):
        return "form.length_mm"
    return "form.cutter_mm" if isinstance(form, CutoutForm) else "form.log_mm"


def raw_shape(form: AnyForm, mass_g: float, density_g_ml: float) -> Shape:
    """The raw piece as the bake model sees it. A pressed ball is as thick as pressed; a rope flows to both sides."""
    density = density_g_ml * 1000
    if isinstance(form, CutoutForm):
        return disc(form.cutter_mm, form.thickness_mm, density)
    if isinstance(form, LogForm):
        return disc(form.log_mm, form.slice_mm, density)
    if isinstance(form, BatterForm):
        return flattened(mass_g, form.spread_mm, density)
    if isinstance(form, RopeForm):
        return rope(mass_g, form.length_mm, density)
    if isinstance(form, BallForm):
        return flattened(mass_g, form.pressed_mm, density) if form.pressed_mm else ball(mass_g, density)
    return mound(mass_g, density)


def shape_pieces(
    form: AnyForm, dough_g: float, density_g_ml: float, style: Style
) -> tuple[Pieces | None, list[Problem]]:
    """The raw pieces this form makes of the dough, or None with the reason at its field."""
    if isinstance(form, CutoutForm):
        pieces, wrong = _cut(form, dough_g, density_g_ml)
    elif isinstance(form, LogForm):
        pieces, wrong = _sliced(form, dough_g, density_g_ml)
    else:
        pieces, wrong = _portioned(form, dough_g, density_g_ml, style)
    if pieces and pieces.count > MOST_PIECES:
        message = f"That makes {pieces.count} cookies. Over {MOST_PIECES} is more than one evening: make them larger, or take less dough."
        return None, [stop(size_field(form), message)]
    return pieces, wrong


def _cut(form: CutoutForm, dough_g: float, density_g_ml: float) -> tuple[Pieces | None, list[Problem]]:
    plan = cut(dough_g, form, density_g_ml)
    if plan.count == 0:
        message = f"One {form.cutter_mm:.0f} mm round at {form.thickness_mm:g} mm needs a sheet of {plan.piece_g:.0f} g and more; there are {dough_g:.0f} g of dough."
        return None, [stop("form.cutter_mm", message + " Take a smaller cutter or a thinner sheet.")]
    return Pieces(
        count=plan.count, mass_g=plan.piece_g, raw_diameter_mm=form.cutter_mm, raw_height_mm=form.thickness_mm,
        leftover_g=plan.waste_g, rolls=plan.rolls,
    ), []  # fmt: skip


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
    form: ScoopForm | BallForm | BatterForm | RopeForm, dough_g: float, density_g_ml: float, style: Style
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
    elif isinstance(form, BallForm) and form.filling_g:
        statement = f"{count * form.filling_g:.0f} g filling in all, {form.filling_g:g} g in each."
    return Pieces(
        count=count, mass_g=mass_g, raw_diameter_mm=width, raw_height_mm=shape.height_mm, leftover_g=leftover, strand_mm=strand,
        statement=statement,
    ), problems  # fmt: skip
