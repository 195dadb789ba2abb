"""From lines and settings to everything the bench shows: dough, pieces, baked cookie, trays. A pipeline of pure steps."""

import dataclasses
import math

from pydantic import Field

from .bakemodel import Prediction
from .bakemodel.batch import Case
from .bakemodel.outcome import bake
from .bakemodel.parameters import fitted
from .baking import Finish, Outcome, as_laid, bake_case, bake_pieces, is_weighed
from .balance import Balance, balance_of
from .cautions import warnings_of
from .dough import Dough, Making, dough_of, mix_of_dough
from .finishing import Finishing
from .forming import CutoutForm, Form, ScoopForm
from .formula import MAX_LINES, Line, Part, WeighedLine, dough_parts, weigh_lines
from .kitchen import Kitchen
from .loading import TrayPlan, lay_out, lay_slices
from .method import MethodStep, propose
from .oven import OvenSetting, check_oven
from .problems import Problem, Severity, ask, stop
from .quantity import Sureness, Unit
from .shaping import piece_mass_g, raw_shape, raw_width_mm, shape_pieces
from .trays import TrayRules
from .value import Value


class DoughSpec(Value):
    """A dough as the baker has it on the bench: everything typed or chosen, nothing computed."""

    name: str = Field(default="New dough", min_length=1, max_length=80)
    lines: tuple[Line, ...] = Field(default=(), max_length=MAX_LINES)
    making: Making = Making()
    form: Form = ScoopForm()
    oven: OvenSetting = OvenSetting()
    tray_id: str = Field(default="medium", max_length=40)
    small_tray_id: str | None = Field(default=None, max_length=40)  # for the second cutter's; None: the same kind
    layout: TrayRules = TrayRules()
    bake_now: int | None = Field(default=None, ge=1, le=400)  # pieces to bake today; the rest of them is kept
    finish: Finish = Finish.USUAL
    finishings: tuple[Finishing, ...] = Field(default=(), max_length=8)
    style_id: str | None = Field(default=None, max_length=40)  # the family, where the baker says it
    method: tuple[MethodStep, ...] | None = Field(default=None, max_length=40)  # None: as proposed


class EggCount(Value):
    """Whole eggs to buy for the dough, and the share of one left over, offered as a wash."""

    to_buy: int
    used: float
    left_share: float
    left_g: float


class SmallSize(Value):
    """The smaller of two sizes cut from one dough."""

    outcome: Outcome
    trays: TrayPlan | None


class Assessment(Value):
    """Everything the bench shows for a dough; parts that cannot be computed are None and say why in `problems`."""

    lines: tuple[WeighedLine, ...]
    dough: Dough | None = None
    balance: Balance | None = None
    method: tuple[MethodStep, ...] = ()
    eggs: EggCount | None = None
    outcome: Outcome | None = None
    trays: TrayPlan | None = None
    slices: TrayPlan | None = None  # the second bake of the twice-baked
    small: SmallSize | None = None  # the second cutter's, with a time and trays of its own
    problems: tuple[Problem, ...] = ()


def assess(spec: DoughSpec, kitchen: Kitchen) -> Assessment:
    """Work through the whole pipeline as far as the input allows. Never raises for what a baker can type."""
    weighed = weigh_lines(spec.lines, kitchen.habit)
    problems = _line_problems(spec.lines, weighed) + check_oven(spec.oven)
    parts = dough_parts(weighed)
    if not parts:
        if not problems and spec.lines:
            problems.append(
                stop("lines", "No line could be weighed yet. Give an ingredient an amount, such as “250 g flour”.")
            )
        elif not spec.lines:
            problems.append(stop("lines", "This dough is empty. Add a line, or paste a card."))
        return Assessment(lines=weighed, problems=tuple(problems))
    mix = mix_of_dough(parts, spec.making)
    density = mix.density_kg_m3 / 1000
    portion_g = piece_mass_g(spec.form, sum(grams for _, grams in parts), density)
    dough, style = dough_of(parts, mix, spec.form.kind, portion_g, spec.style_id)
    problems += warnings_of(weighed, style, dough.percentages, spec.making)
    method = spec.method or propose(
        weighed, spec.making.mixing, spec.making.fat_state, spec.making.chill_h, kitchen.room_c
    )
    eggs = count_eggs(weighed)
    tray = kitchen.tray(spec.tray_id)
    pieces, wrong = shape_pieces(spec.form, dough.mass_g, density, style, tray)
    problems += wrong
    if pieces is None or any(p.severity is Severity.STOP and p.field.startswith("oven") for p in problems):
        return Assessment(lines=weighed, dough=dough, method=method, eggs=eggs, problems=tuple(problems))
    case = bake_case(spec.form, spec.making, spec.oven, tray, kitchen, mix, style, pieces.mass_g)
    outcome = bake_pieces(case, spec.form, pieces, spec.finish, style.cue, is_weighed(spec.form, kitchen))
    positions = kitchen.rack_positions
    trays, wrong = lay_out(outcome, spec.form, tray, spec.layout, positions, spec.bake_now, dough.raw_egg)
    slices, wrong_slices = lay_slices(outcome, tray, spec.layout, positions)
    small, wrong_small = _small(spec, kitchen, case, outcome, style.cue)
    if outcome.second is not None and not outcome.pieces.count:
        message = "The slanted ends take the whole log. Make the logs longer, or cut them straighter."
        wrong = [*wrong, stop("form.angle_deg", message)]
    balance = (
        balance_of(parts, dough.percentages, style, mix, outcome.baked.loss_pct.value) if dough.percentages else None
    )
    return Assessment(
        lines=weighed, dough=dough, balance=balance, method=method, eggs=eggs, outcome=outcome, trays=trays, slices=slices,
        small=small, problems=(*problems, *wrong, *wrong_slices, *wrong_small),
    )  # fmt: skip


def _small(
    spec: DoughSpec, kitchen: Kitchen, large: Case, outcome: Outcome, cue: str
) -> tuple[SmallSize | None, list[Problem]]:
    """The second cutter's cookies: baked by themselves, for smaller ones are done earlier."""
    form, pieces = spec.form, outcome.pieces
    if not isinstance(form, CutoutForm) or form.small_mm is None or not pieces.small_count:
        return None, []
    cut = form.model_copy(update={"cutter_mm": form.small_mm, "small_mm": None})
    own = pieces.model_copy(
        update={
            "count": pieces.small_count, "mass_g": pieces.small_g, "raw_diameter_mm": form.small_mm, "small_count": 0,
            "outline": cut.ring(form.small_mm) if pieces.outline else (), "rolls": (), "leftover_g": 0.0, "statement": "",
        }
    )  # fmt: skip
    tray = kitchen.tray(spec.small_tray_id or spec.tray_id)
    case = dataclasses.replace(
        large, shape=raw_shape(cut, pieces.small_g, large.mix.density_kg_m3 / 1000), tray=tray.kind
    )
    found = bake_pieces(case, cut, own, spec.finish, cue, True)
    rules = spec.layout.model_copy(update={"moved": ()})
    trays, wrong = lay_out(found, cut, tray, rules, kitchen.rack_positions)
    return SmallSize(outcome=found, trays=trays), wrong


def count_eggs(weighed: tuple[WeighedLine, ...]) -> EggCount | None:
    """Eggs over all parts, counted whole for the shopping; None where no line counts eggs."""
    eggs = [
        line.reading
        for line in weighed
        if line.reading.ingredient_id == "egg_whole" and line.reading.unit is Unit.PIECE and line.reading.amount_high
    ]
    used = sum(reading.amount_high or 0.0 for reading in eggs)
    if not used:
        return None
    to_buy = math.ceil(used - 1e-6)
    left = max(0.0, to_buy - used)
    each = sum(reading.mass_g or 0.0 for reading in eggs) / used
    brushed = sum(
        line.reading.mass_g or 0.0
        for line in weighed
        if line.part is Part.WASH and line.reading.ingredient_id == "egg_whole" and line.reading.unit is not Unit.PIECE
    )
    return EggCount(to_buy=to_buy, used=used, left_share=left, left_g=max(0.0, left * each - brushed))


def _line_problems(lines: tuple[Line, ...], weighed: tuple[WeighedLine, ...]) -> list[Problem]:
    found = []
    for line, seen in zip(lines, weighed, strict=True):
        if seen.reading.sureness is not Sureness.SURE and line.part is Part.DOUGH and line.text.strip():
            found.append(ask(f"lines.{line.id}", f"“{line.text}”: {seen.reading.note or 'is this right?'}"))
    return found


def case_for(spec: DoughSpec, kitchen: Kitchen) -> Case:
    """The bake case of one piece, however many of them there would be; ValueError for a dough of nothing."""
    parts = dough_parts(weigh_lines(spec.lines, kitchen.habit))
    mix = mix_of_dough(parts, spec.making)
    mass_g = piece_mass_g(spec.form, sum(grams for _, grams in parts), mix.density_kg_m3 / 1000)
    _, style = dough_of(parts, mix, spec.form.kind, mass_g, spec.style_id)
    tray = kitchen.tray(spec.tray_id)
    return bake_case(spec.form, spec.making, spec.oven, tray, kitchen, mix, style, mass_g)


def with_width(baked: Prediction, case: Case, spec: DoughSpec) -> Prediction:
    """A prediction of the bake model as the whole piece's width."""
    return as_laid(baked, case.shape, raw_width_mm(spec.form, case.shape))


def baked_width_mm(spec: DoughSpec, kitchen: Kitchen) -> float:
    """The middle of the predicted width, without its range: quick enough to search with."""
    case = case_for(spec, kitchen)
    width = float(bake([case], fitted()).diameter_mm[0])
    return width + raw_width_mm(spec.form, case.shape) - case.shape.diameter_mm
