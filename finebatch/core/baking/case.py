"""What does the bake model take for this piece in this kitchen?"""

from ..bakemodel import Case, Mix, Shift
from ..dough import Making, Style
from ..forming import AnyForm, forming_of
from ..kitchen import Kitchen, OvenSetting, Tray, to_c
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
) -> Case:
    """The bake model's case for this piece in this kitchen."""
    return Case(
        mix=mix,
        shape=forming_of(form).raw_shape(form, mass_g, mix.density_kg_m3 / 1000),
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
    return kitchen.weighs_portions or forming_of(form).portions_exact
