"""What does the bake model take for this piece in this kitchen?"""

import dataclasses

from ..bakemodel import Case, Ends, EndStyle, Mix, Shift
from ..dough import Making, Style
from ..forming import AnyForm, forming_of
from ..kitchen import Kitchen, OvenSetting, Tray, to_c
from .doneness import Doneness
from .temperature import dough_temperature_c

# The catalogue's compositions differ a little from those the model was fitted with; this recentres its calibration
# cases (docs/model.md, section 9).
CATALOGUE_LN_VISCOSITY = -0.15


def bake_case(
    form: AnyForm,
    making: Making,
    oven: OvenSetting,
    tray: Tray,
    kitchen: Kitchen,
    mix: Mix,
    style: Style,
    mass_g: float,
    finish: Doneness = Doneness.USUAL,
) -> Case:
    """The bake model's case for this piece in this kitchen."""
    if forming_of(form).stirred_stiff:
        # A log dough is stirred until it holds, however its eggs were whipped.
        mix = dataclasses.replace(mix, work=1.0)
    return Case(
        mix=mix,
        shape=forming_of(form).raw_shape(form, mass_g, mix.density_kg_m3 / 1000),
        oven_c=to_c(oven.value, oven.scale),
        ends=ends_for(style, finish),
        dough_c=dough_temperature_c(making, kitchen.room_c, form),
        fan=oven.fan,
        altitude_m=kitchen.altitude_m,
        tray=tray.kind,
        liner=kitchen.liner,
        shift=Shift(ln_viscosity=CATALOGUE_LN_VISCOSITY),
        minutes_ln=style.minutes_ln,
    )


def ends_for(style: Style, finish: Doneness) -> Ends:
    """How done is judged: a wafer baked soft stays a sponge drop; baked as usual or crisp it is dried like a tender biscuit."""
    dries = finish is not Doneness.SOFT
    merged: dict[EndStyle, float] = {}
    for end, weight in style.ends:
        taken = EndStyle.TENDER if dries and end is EndStyle.WAFER else end
        merged[taken] = merged.get(taken, 0.0) + weight
    return tuple(merged.items())


def is_weighed(form: AnyForm, kitchen: Kitchen) -> bool:
    """Whether portions have no size error: weighed, cut from a sheet or a log, or pressed as a whole."""
    return kitchen.weighs_portions or forming_of(form).portions_exact
