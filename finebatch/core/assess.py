"""From lines and settings to everything the bench shows: dough, pieces, baked cookie, trays. A pipeline of pure steps."""

import math
from enum import StrEnum

from pydantic import Field

from .bakemodel import Interval, Mix, Prediction, predict
from .bakemodel.batch import Case, Shift
from .bakemodel.outcome import bake
from .bakemodel.parameters import fitted
from .balance import Balance, balance_of
from .cautions import warnings_of
from .dough import Dough, Making, dough_of, mix_of_dough
from .forming import AnyForm, CutoutForm, Form, LogForm, Pieces, RopeForm, ScoopForm
from .forming.rope import across_mm
from .formula import MAX_LINES, Line, Part, WeighedLine, dough_parts, weigh_lines
from .kitchen import Kitchen, Tray
from .method import MethodStep, propose
from .oven import OvenSetting, check_oven, to_c
from .problems import Problem, Severity, ask, stop
from .quantity import Sureness, Unit
from .shaping import piece_mass_g, raw_shape, shape_pieces
from .styles import Style
from .trays import Arrangement, arrange, even_loads, most_on
from .value import Value

FRIDGE_C = 4.0
CHILL_TIME_CONSTANT_H = 0.7  # a wrapped disc or a tray of portions, to 63% of the way
ROLLING_WARMS_K = 6.0
# The catalogue's compositions differ a little from those the model was fitted with; this recentres its calibration
# cases (docs/model.md, section 9).
CATALOGUE_LN_VISCOSITY = -0.15
FIRST_LOOK_SHARE = 0.85  # look this early, of the low end of first done


class Finish(StrEnum):
    """Where in its window the baker takes a cookie out."""

    SOFT = "soft"
    USUAL = "usual"
    CRISP = "crisp"


class DoughSpec(Value):
    """A dough as the baker has it on the bench: everything typed or chosen, nothing computed."""

    name: str = Field(default="New dough", min_length=1, max_length=80)
    lines: tuple[Line, ...] = Field(default=(), max_length=MAX_LINES)
    making: Making = Making()
    form: Form = ScoopForm()
    oven: OvenSetting = OvenSetting()
    tray_id: str = Field(default="medium", max_length=40)
    bake_now: int | None = Field(default=None, ge=1, le=400)  # pieces to bake today; the rest of them is kept
    finish: Finish = Finish.USUAL
    style_id: str | None = Field(default=None, max_length=40)  # the family, where the baker says it
    method: tuple[MethodStep, ...] | None = Field(default=None, max_length=40)  # None: as proposed


class Window(Value):
    """Minutes in the oven: when to look first, done from..to in the middle of the prediction, the minute to aim for by
    the baker's finish, and the whole range."""

    first_look_min: float
    done_from_min: float
    done_to_min: float
    aim_min: float
    earliest_min: float
    latest_min: float
    cue: str


class Outcome(Value):
    """What comes out: raw pieces, the baked cookie with ranges, the minutes and what to look for."""

    pieces: Pieces
    dough_c: float
    oven_c: float
    baked: Prediction
    window: Window


class TrayPlan(Value):
    """The batch on the chosen tray: evened loads, the fullest one laid out, spaced by the widest cookie expected."""

    tray: Tray
    most_per_tray: int
    loads: tuple[int, ...]
    kept: int  # pieces not baked now
    kept_note: str  # how long those keep raw; empty when all are baked
    widest_mm: float
    layout: Arrangement


class EggCount(Value):
    """Whole eggs to buy for the dough, and the share of one left over, offered as a wash."""

    to_buy: int
    used: float
    left_share: float
    left_g: float


class Assessment(Value):
    """Everything the bench shows for a dough; parts that cannot be computed are None and say why in `problems`."""

    lines: tuple[WeighedLine, ...]
    dough: Dough | None = None
    balance: Balance | None = None
    method: tuple[MethodStep, ...] = ()
    eggs: EggCount | None = None
    outcome: Outcome | None = None
    trays: TrayPlan | None = None
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
    pieces, wrong = shape_pieces(spec.form, dough.mass_g, density, style)
    problems += wrong
    if pieces is None or any(p.severity is Severity.STOP and p.field.startswith("oven") for p in problems):
        return Assessment(lines=weighed, dough=dough, method=method, eggs=eggs, problems=tuple(problems))
    outcome = _bake(spec, kitchen, mix, style, pieces)
    trays, wrong = lay_out(outcome, kitchen.tray(spec.tray_id), spec.bake_now, dough.raw_egg)
    balance = (
        balance_of(parts, dough.percentages, style, mix, outcome.baked.loss_pct.value) if dough.percentages else None
    )
    return Assessment(
        lines=weighed, dough=dough, balance=balance, method=method, eggs=eggs, outcome=outcome, trays=trays,
        problems=(*problems, *wrong),
    )  # fmt: skip


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


def dough_temperature_c(making: Making, room_c: float, form: AnyForm) -> float:
    """°C of the raw pieces at the oven door: room, cooling towards the fridge with a 0.7 h time constant; rolling,
    cutting and shaping by hand warms a cold dough again by about 6 K (never past the room)."""
    cold = FRIDGE_C + (room_c - FRIDGE_C) * math.exp(-making.chill_h / CHILL_TIME_CONSTANT_H)
    return cold if isinstance(form, ScoopForm | LogForm) else min(room_c, cold + ROLLING_WARMS_K)


def bake_case(spec: DoughSpec, kitchen: Kitchen, mix: Mix, style: Style, mass_g: float) -> Case:
    """The bake model's case for this dough in this kitchen."""
    tray = kitchen.tray(spec.tray_id)
    return Case(
        mix=mix,
        shape=raw_shape(spec.form, mass_g, mix.density_kg_m3 / 1000),
        oven_c=to_c(spec.oven.value, spec.oven.scale),
        style=style.end,
        dough_c=dough_temperature_c(spec.making, kitchen.room_c, spec.form),
        fan=spec.oven.fan,
        altitude_m=kitchen.altitude_m,
        tray=tray.kind,
        liner=kitchen.liner,
        shift=Shift(ln_viscosity=CATALOGUE_LN_VISCOSITY),
    )


def _bake(spec: DoughSpec, kitchen: Kitchen, mix: Mix, style: Style, pieces: Pieces) -> Outcome:
    case = bake_case(spec, kitchen, mix, style, pieces.mass_g)
    weighed = kitchen.weighs_portions or isinstance(spec.form, CutoutForm | LogForm)
    baked = _across(predict(case, weighed), pieces)
    window = Window(
        first_look_min=max(1.0, FIRST_LOOK_SHARE * baked.first_done_min.low),
        done_from_min=baked.first_done_min.value,
        done_to_min=baked.last_good_min.value,
        aim_min=_aim(spec.finish, baked),
        earliest_min=baked.first_done_min.low,
        latest_min=baked.last_good_min.high,
        cue=style.cue,
    )
    return Outcome(pieces=pieces, dough_c=case.dough_c, oven_c=case.oven_c, baked=baked, window=window)


def _aim(finish: Finish, baked: Prediction) -> float:
    """The minute to aim for: a tenth into the window for soft, the middle, or a tenth before its end for crisp."""
    share = {Finish.SOFT: 0.1, Finish.USUAL: 0.5, Finish.CRISP: 0.9}[finish]
    return baked.first_done_min.value + share * (baked.last_good_min.value - baked.first_done_min.value)


def case_for(spec: DoughSpec, kitchen: Kitchen) -> Case:
    """The bake case of one piece, however many of them there would be; ValueError for a dough of nothing."""
    parts = dough_parts(weigh_lines(spec.lines, kitchen.habit))
    mix = mix_of_dough(parts, spec.making)
    mass_g = piece_mass_g(spec.form, sum(grams for _, grams in parts), mix.density_kg_m3 / 1000)
    _, style = dough_of(parts, mix, spec.form.kind, mass_g, spec.style_id)
    return bake_case(spec, kitchen, mix, style, mass_g)


def with_width(baked: Prediction, spec: DoughSpec, kitchen: Kitchen) -> Prediction:
    """A prediction of the bake model as the whole figure's width, where the form is laid of rope."""
    if not isinstance(spec.form, RopeForm):
        return baked
    return _widened(baked, across_mm(spec.form), spec.form.rope_mm)


def baked_width_mm(spec: DoughSpec, kitchen: Kitchen) -> float:
    """The middle of the predicted width, without its range: quick enough to search with."""
    width = float(bake([case_for(spec, kitchen)], fitted()).diameter_mm[0])
    return width + across_mm(spec.form) - spec.form.rope_mm if isinstance(spec.form, RopeForm) else width


def _across(baked: Prediction, pieces: Pieces) -> Prediction:
    """The model bakes a rope's own width; a figure laid of it is wider by what lies between its strands."""
    if pieces.strand_mm is None:
        return baked
    return _widened(baked, pieces.raw_diameter_mm, pieces.strand_mm)


def _widened(baked: Prediction, across: float, strand_mm: float) -> Prediction:
    more = across - strand_mm
    rope = baked.diameter_mm
    width = Interval(value=rope.value + more, low=rope.low + more, high=rope.high + more)
    ratio = Interval(value=width.value / across, low=width.low / across, high=width.high / across)
    return baked.model_copy(update={"diameter_mm": width, "spread_ratio": ratio})


def keeping_raw(raw_egg: bool) -> str:
    """How long shaped dough keeps, from the process table's limits; local rules on raw egg come first."""
    days = "With egg: two to four days" if raw_egg else "Without egg: three to seven days"
    return f"{days} in the fridge, wrapped; shaped and frozen, one to three months. From the fridge they spread less; frozen ones need longer."


def lay_out(
    outcome: Outcome, tray: Tray, bake_now: int | None = None, raw_egg: bool = True
) -> tuple[TrayPlan | None, list[Problem]]:
    """The batch on one kind of tray, spaced by the top of the predicted range; None if not even one cookie fits."""
    widest = max(outcome.baked.diameter_mm.high, outcome.pieces.raw_diameter_mm)
    most, _ = most_on(tray.width_mm, tray.depth_mm, widest)
    if most == 0:
        message = (
            f"One cookie may spread to {widest:.0f} mm; the {tray.name.lower()} has {tray.width_mm:.0f} × {tray.depth_mm:.0f} mm to use. "
            "Choose a larger tray, or make the cookies smaller."
        )
        return None, [stop("tray_id", message)]
    baked = min(bake_now or outcome.pieces.count, outcome.pieces.count)
    loads = even_loads(baked, most)
    kept = outcome.pieces.count - baked
    layout = arrange(loads[0], tray.width_mm, tray.depth_mm, widest)
    return TrayPlan(
        tray=tray,
        most_per_tray=most,
        loads=loads,
        kept=kept,
        kept_note=keeping_raw(raw_egg) if kept else "",
        widest_mm=widest,
        layout=layout,
    ), []
