"""How stiff the dough is: a dense suspension that thins with heat and stiffens as it sets (doc section 4)."""

import math
from typing import Any

from .case import Shift
from .compiling import compiled
from .mix import Mix
from .parameters import Parameters
from .phases import Water, polymers_of, sugar_of, water_of

MAX_PACKING = 0.72
SOLID_FAT_STIFFENS = 12.0
NETWORK_REF, NETWORK_FLOOR = 0.0080, 0.0015


def network(mix: Mix, p: Parameters, water: Water) -> float:
    """Gluten of the matrix times how far it is hydrated: what bread flour, rest and stirring change."""
    wet = water_of(mix)
    thirst = water.capacity + wet + p.kapS * (sugar_of(mix) + water.polyol_dissolved_70)
    return mix.network_protein * mix.work / mix.matrix_share * wet / thirst * water.hydration / 0.85


def viscosity_values(mix: Mix, dough_c: float, shift: Shift, p: Parameters, water: Water) -> dict[str, float]:
    """The column's numbers for `ln_unset` and for setting. `ln_reference` is ln Pa s at 60 °C without crowding."""
    strength = network(mix, p, water)
    polymers = polymers_of(mix) / mix.matrix_share
    return {
        "ln_reference": (
            p.lnEta
            + shift.ln_viscosity
            - 0.45 * mix.melted * min(mix.fat / 0.20, 1.2)
            + 0.012 * (21 - max(dough_c, -20.0))
            + p.cN * math.log((strength + NETWORK_FLOOR) / (NETWORK_REF + NETWORK_FLOOR))
        ),
        "crowding_gain": p.nu * MAX_PACKING,
        "coarse_gain": 1.6 * p.cCo,
        "syrup_gain": p.cs,
        "thins_per_k": p.beta,
        "set_width_k": p.wset,
        "set_gain": p.kset * min(1.20 * polymers / (polymers + 0.06), 1.05),
        # Drawn out from the shape it was given, gluten stiffens (strain stiffening): none without gluten, at most twice as much.
        "stiffens": p.stiffens * 2 * strength / (strength + NETWORK_REF),
    }


@compiled
def ln_unset(c: Any, t: float, solids: float, solid_fat: float, dissolved: float, free: float, coarse: float) -> float:
    """ln viscosity (Pa s) before setting, with a smooth limit as solids approach close packing."""
    room = 0.06 * math.log1p(math.exp((1 - solids / MAX_PACKING) / 0.06))
    crowding = -c.crowding_gain * math.log(room)
    pieces = -c.coarse_gain * math.log(1 - min(coarse / 0.75, 0.9))
    syrup = c.syrup_gain * (dissolved / (dissolved + free) - 0.72)
    cooling = c.thins_per_k * (min(t, 110.0) - 60)
    return float(c.ln_reference + syrup + crowding + pieces - cooling + SOLID_FAT_STIFFENS / c.specific_m3 * solid_fat)
