"""From cases to what a baker measures: width, height, loss and the minutes."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..kitchen import FAN_OFFSET_K
from .bakeware import END_POINT, LINER_HEAT, TRAY_HEAT
from .case import Case
from .column import Array, Column, packed
from .endpoints import ends_of
from .gas import gas_values
from .heat import heat_values
from .parameters import Parameters
from .phases import binding_water, phase_values, set_temperature
from .shapes import Flow
from .simulate import STEPS, bake_columns
from .spread import spread_values
from .viscosity import viscosity_values

DOMED = 0.86  # mean over greatest height that a flat-topped piece tends to as it spreads
FLAT_TOPPED = 0.9


@dataclass(frozen=True)
class Baked:
    """Arrays of shape (B,): widths and heights in mm cooled, loss in % of the raw mass, first done and last good in min,
    and the browning index underneath and at the rim in the middle of the window."""

    diameter_mm: Array
    height_mm: Array
    loss_pct: Array
    first_min: Array
    last_min: Array
    under_index: Array
    rim_index: Array
    reached: NDArray[np.bool_]


def bake(cases: list[Case], p: Parameters, steps: int = STEPS) -> Baked:
    """Bake every case; each by itself, whatever else is in the batch."""
    out = np.empty((len(cases), 8))
    bake_columns(packed([column_of(case, p) for case in cases]), ends_of(cases, p), steps, out)
    width, height, loss, first, last, under, rim, reached = out.T
    family = np.exp(np.array([case.minutes_ln for case in cases]))
    return Baked(width, height, loss, first * family, last * family, under, rim, reached > 0)


def column_of(case: Case, p: Parameters) -> Column:
    """Everything the time loop needs of one case."""
    mix, shape, shift = case.mix, case.shape, case.shift
    pressure_pa = 101325 * math.exp(-case.altitude_m / 8434)
    oven_c = case.oven_c + shift.oven_k + (FAN_OFFSET_K if case.fan else 0.0)
    water = binding_water(mix, shift.ln_binding, p)
    slip = TRAY_HEAT[case.tray].slip * LINER_HEAT[case.liner][1]
    browns = (1 - 0.7 * mix.polyol / (mix.polyol + mix.sugar + 0.02)) * (1 + 6 * mix.invert)
    return Column(
        area_square=shape.area_square,
        area_linear=shape.area_linear,
        radius_m=shape.radius_m,
        mass_kg=shape.mass_kg,
        specific_m3=mix.specific_m3,
        profile_raw=shape.mean_to_max,
        profile_baked=DOMED if shape.mean_to_max > FLAT_TOPPED else p.flatTo,
        span_s=time_span_s(case, oven_c),
        dough_c=case.dough_c,
        oven_c=oven_c,
        pressure_pa=pressure_pa,
        set_c=set_temperature(mix, p, water),
        browns=browns,
        **phase_values(mix, p, water),
        **viscosity_values(mix, case.dough_c, shift, p, water),
        **heat_values(case, pressure_pa, p),
        **gas_values(mix, pressure_pa, shift.ln_gas, p),
        **spread_values(shape, slip, p),
    )


def time_span_s(case: Case, oven_c: float) -> float:
    """How long the growing steps last: thick pieces, cool ovens and crisp styles take longer."""
    thickness = {Flow.ROUND: 0.55, Flow.PLANAR: 0.9, Flow.FIXED: 1.25}[case.shape.flow]
    thickness *= 1100 * case.shape.volume_m3 / case.shape.area_m2
    span = max(END_POINT[style].span for style, weight in case.ends if weight > 0)
    return 60 * (11 + thickness) * (117 / max(oven_c - 60, 10.0)) * span * 1.55 + 60
