"""From raw pieces to baked cookies: the model's case, the minutes, the colour, and the second bake of what is sliced."""

import dataclasses
import math
from enum import StrEnum

from .bakemodel import Interval, Mix, Prediction, predict
from .bakemodel.bakeware import EndStyle
from .bakemodel.batch import Case, Shift
from .bakemodel.shapes import Flow, Shape, pan
from .dough import Making
from .forming import (
    AnyForm,
    BlockForm,
    CutoutForm,
    LogForm,
    PanForm,
    Pieces,
    RuskForm,
    ScoopForm,
    SheetForm,
)
from .forming.block import FREEZER_C
from .forming.rusk import Cooling, slice_rusk
from .geometry import Ring, grown
from .kitchen import Kitchen, Tray
from .oven import OvenSetting, to_c
from .shaping import raw_shape, raw_width_mm
from .styles import Style
from .value import Value

FRIDGE_C = 4.0
CHILL_TIME_CONSTANT_H = 0.7  # a wrapped disc or a tray of portions, to 63% of the way
ROLLING_WARMS_K = 6.0
THAWED_C = 10.0  # portions after their half hour on the counter: a judgement, soft but still cold
# The catalogue's compositions differ a little from those the model was fitted with; this recentres its calibration
# cases (docs/model.md, section 9).
CATALOGUE_LN_VISCOSITY = -0.15
FIRST_LOOK_SHARE = 0.85  # look this early, of the low end of first done
SLICE_C = {Cooling.WARM: 50.0, Cooling.COLD: 21.0}  # the log when it is sliced; slices reach the oven about as warm
DRY_CUE = "dry and pale gold on the cut side; they crisp further as they stand"


class Finish(StrEnum):
    """Where in its window the baker takes a cookie out."""

    SOFT = "soft"
    USUAL = "usual"
    CRISP = "crisp"


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


class SecondBake(Value):
    """Slices of a baked log, dried cut side down: `across_mm` by `high_mm` on the cut side, `slice_mm` thick; `each_g`
    as sliced, `dried_g` when crisp. `window` counts both sides: turn them at half of it."""

    each_log: int
    across_mm: float
    high_mm: float
    slice_mm: float
    each_g: float
    dried_g: Interval
    oven_c: float
    window: Window
    per_side_min: float
    slicing: str
    log_length_mm: float


class Outcome(Value):
    """What comes out: raw pieces, the baked cookie with ranges, the minutes and what to look for. `outline` and
    `widest_outline` are the baked piece from above where it is not round, in the middle and at the top of its range."""

    pieces: Pieces
    dough_c: float
    oven_c: float
    baked: Prediction
    window: Window
    outline: Ring = ()
    widest_outline: Ring = ()
    second: SecondBake | None = None


def dough_temperature_c(making: Making, room_c: float, form: AnyForm) -> float:
    """°C of the raw pieces at the oven door: room, cooling towards the fridge with a 0.7 h time constant; rolling,
    cutting and shaping by hand warms a cold dough again by about 6 K (never past the room). A block is taken from the
    fridge or the freezer; dough straight from the freezer stays as cold as that, thawed it is at 10 °C."""
    if making.frozen and making.thawed:
        return THAWED_C
    if making.frozen or (isinstance(form, BlockForm) and form.frozen):
        return FREEZER_C
    if isinstance(form, BlockForm):
        return FRIDGE_C
    cold = FRIDGE_C + (room_c - FRIDGE_C) * math.exp(-making.chill_h / CHILL_TIME_CONSTANT_H)
    return cold if isinstance(form, ScoopForm | LogForm) else min(room_c, cold + ROLLING_WARMS_K)


def bake_case(
    form: AnyForm,
    making: Making,
    oven: OvenSetting,
    tray: Tray,
    kitchen: Kitchen,
    mix: Mix,
    style: Style,
    mass_g: float,
) -> Case:
    """The bake model's case for this piece in this kitchen."""
    return Case(
        mix=mix,
        shape=raw_shape(form, mass_g, mix.density_kg_m3 / 1000),
        oven_c=to_c(oven.value, oven.scale),
        style=style.end,
        dough_c=dough_temperature_c(making, kitchen.room_c, form),
        fan=oven.fan,
        altitude_m=kitchen.altitude_m,
        tray=tray.kind,
        liner=kitchen.liner,
        shift=Shift(ln_viscosity=CATALOGUE_LN_VISCOSITY),
    )


def is_weighed(form: AnyForm, kitchen: Kitchen) -> bool:
    """Whether portions have no size error: weighed, cut from a sheet or a log, or pressed as a whole."""
    return kitchen.weighs_portions or isinstance(form, CutoutForm | LogForm | SheetForm | PanForm)


def bake_pieces(case: Case, form: AnyForm, pieces: Pieces, finish: Finish, cue: str, weighed: bool) -> Outcome:
    """The outcome of one kind of piece; a twice-baked log's slices and second bake with it."""
    model = predict(case, weighed)
    baked = as_laid(model, case.shape, raw_width_mm(form, case.shape))
    outcome = Outcome(
        pieces=pieces, dough_c=case.dough_c, oven_c=case.oven_c, baked=baked, window=_window(baked, finish, cue)
    )
    if isinstance(form, RuskForm):
        return _sliced_and_dried(outcome, case, form, finish)
    if pieces.outline and not isinstance(form, SheetForm):
        raw_mm = case.shape.diameter_mm
        likely, widest = model.diameter_mm.value - raw_mm, model.diameter_mm.high - raw_mm
        outcome = outcome.model_copy(
            update={
                "outline": grown(pieces.outline, likely / 2),
                "widest_outline": grown(pieces.outline, max(widest, 0) / 2),
            }
        )
    return outcome


def _window(baked: Prediction, finish: Finish, cue: str) -> Window:
    return Window(
        first_look_min=max(1.0, FIRST_LOOK_SHARE * baked.first_done_min.low),
        done_from_min=baked.first_done_min.value,
        done_to_min=baked.last_good_min.value,
        aim_min=_aim(finish, baked),
        earliest_min=baked.first_done_min.low,
        latest_min=baked.last_good_min.high,
        cue=cue,
    )


def _aim(finish: Finish, baked: Prediction) -> float:
    """The minute to aim for: a tenth into the window for soft, the middle, or a tenth before its end for crisp."""
    share = {Finish.SOFT: 0.1, Finish.USUAL: 0.5, Finish.CRISP: 0.9}[finish]
    return baked.first_done_min.value + share * (baked.last_good_min.value - baked.first_done_min.value)


def as_laid(baked: Prediction, shape: Shape, raw_mm: float) -> Prediction:
    """A prediction of the model's own shape as the whole piece's width: what lies between a rope's strands, or outside
    the round of equal area, is added as it is."""
    own = baked.diameter_mm
    if shape.flow is Flow.FIXED:  # a pan's walls decide
        still, one = Interval(value=raw_mm, low=raw_mm, high=raw_mm), Interval(value=1.0, low=1.0, high=1.0)
        return baked.model_copy(update={"diameter_mm": still, "spread_ratio": one})
    more = raw_mm - shape.diameter_mm
    if abs(more) < 1e-9:
        return baked
    width = Interval(value=own.value + more, low=own.low + more, high=own.high + more)
    ratio = Interval(value=width.value / raw_mm, low=width.low / raw_mm, high=width.high / raw_mm)
    return baked.model_copy(update={"diameter_mm": width, "spread_ratio": ratio})


def crumb_after(mix: Mix, loss_share: float, air_share: float) -> Mix:
    """The dough's mix as it is in the baked log: water gone, gas spent, and as airy as the log came out."""
    kept = 1 - loss_share
    spread_over = {
        field.name: getattr(mix, field.name) / kept
        for field in dataclasses.fields(mix)
        if field.name
        in (
            "fat sugar invert starch protein fibre other polyol egg_protein binding flake_binding held_fat butter_fat "
            "short_fat choc_m3 solid_m3 flake_m3 brittle_m3 brittle inclusions flour network_protein dark"
        ).split()
    }
    water = max(0.01, (mix.water - loss_share) / kept)
    specific = (mix.specific_m3 - (mix.water - water * kept) / 998.0) / kept
    return dataclasses.replace(
        mix, **spread_over, water=water, specific_m3=specific, air_share=air_share, soda=0.0, powder=0.0
    )


def _sliced_and_dried(outcome: Outcome, first: Case, form: RuskForm, finish: Finish) -> Outcome:
    """Slices from the middle of the predicted log; each is baked again as a slice in a pan of its own cut side, crisp."""
    baked = outcome.baked
    grew = baked.diameter_mm.value - form.log_mm
    length = form.length_mm + max(0.0, grew)  # the ends spread as the sides do
    cut = slice_rusk(form, baked.diameter_mm.value, length)
    loss = baked.loss_pct.value / 100
    mass_kg = first.shape.mass_kg * (1 - loss)
    # A log's section is a flat arch: 0.77 of width times height (docs/model.md, section 3).
    section_mm2 = 0.77 * baked.diameter_mm.value * baked.height_mm.value
    density = mass_kg / (section_mm2 * length * 1e-9)
    crumb = crumb_after(first.mix, loss, 0.0)
    air = min(0.8, max(0.05, 1 - density * crumb.specific_m3))
    crumb = dataclasses.replace(crumb, air_share=air)
    shape = pan(section_mm2 / math.cos(math.radians(form.angle_deg)) / 100, form.slice_mm, crumb.density_kg_m3)
    case = dataclasses.replace(
        first, mix=crumb, shape=shape, oven_c=form.second_c, style=EndStyle.CRISP, dough_c=SLICE_C[form.cooling]
    )
    dried = predict(case, True)
    each_g = 1000 * shape.mass_kg
    left = [each_g * (1 - pct / 100) for pct in (dried.loss_pct.value, dried.loss_pct.high, dried.loss_pct.low)]
    window = _window(dried, finish, DRY_CUE)
    raw_slice_g = outcome.pieces.mass_g * (1 - cut.heels_share) / max(cut.each_log, 1)
    pieces = outcome.pieces.model_copy(
        update={
            "count": cut.count,
            "mass_g": raw_slice_g,
            "leftover_g": outcome.pieces.mass_g * form.logs - raw_slice_g * cut.count,
            "statement": f"{form.logs} log{'s' if form.logs > 1 else ''} of {form.length_mm:.0f} mm, {cut.each_log} slices each and two heels, "
            f"{cut.across_mm:.0f} mm long on the cut side.",
        }
    )
    second = SecondBake(
        each_log=cut.each_log, across_mm=cut.across_mm, high_mm=baked.height_mm.value, slice_mm=form.slice_mm, each_g=each_g,
        dried_g=Interval(value=left[0], low=left[1], high=left[2]), oven_c=form.second_c, window=window,
        per_side_min=window.aim_min / 2, slicing=SLICING[form.cooling], log_length_mm=length,
    )  # fmt: skip
    return outcome.model_copy(update={"pieces": pieces, "second": second})


SLICING = {
    Cooling.WARM: "Slice after 10 to 25 minutes, while the log is pliable: a serrated knife, steady strokes.",
    Cooling.COLD: "Slice stone cold, after two hours or the next day: thin slices, a sharp serrated knife.",
}
