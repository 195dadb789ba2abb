"""How stiff the dough is: a dense suspension that thins with heat and stiffens as it sets (doc section 4)."""

import numpy as np

from finebatch.core.bakemodel.parameters import Parameters

from .batch import Array, Batch
from .heat import mean_over_layers
from .phases import Split, Water

MAX_PACKING = 0.72
SOLID_FAT_STIFFENS = 12.0
NETWORK_REF, NETWORK_FLOOR = 0.0080, 0.0015


class Rheology:
    """ln viscosity (Pa s) of every layer, unset and set."""

    def __init__(self, b: Batch, p: Parameters, water: Water) -> None:
        self._b, self._p = b, p
        self.reference = (
            p.lnEta
            + b.ln_viscosity
            - 0.45 * b.melted * np.minimum(b.fat / 0.20, 1.2)
            + 0.012 * (21 - np.maximum(b.dough_c, -20))
            + p.cN * np.log((_network(b, p, water) + NETWORK_FLOOR) / (NETWORK_REF + NETWORK_FLOOR))
        )
        polymers = (b.dry + 0.35 * b.flake_m3 * 1450) / b.matrix_share
        self._set_gain = p.kset * np.minimum(1.20 * polymers / (polymers + 0.06), 1.05)

    def unset(self, temp: Array, split: Split) -> Array:
        """ln viscosity before setting, with a smooth limit as solids approach close packing."""
        p = self._p
        room = 0.06 * np.log1p(np.exp((1 - split.solids / MAX_PACKING) / 0.06))
        crowding = -p.nu * MAX_PACKING * np.log(room)
        coarse = -1.6 * p.cCo * np.log(1 - np.minimum(split.coarse / 0.75, 0.9))
        syrup = p.cs * (split.dissolved / (split.dissolved + split.free) - 0.72)
        result: Array = (
            self.reference + syrup + crowding + coarse - p.beta * (np.minimum(temp, 110) - 60)
            + SOLID_FAT_STIFFENS / self._b.specific_m3 * split.solid_fat
        )  # fmt: skip
        return result

    def of_piece(self, unset: Array, set_share: Array) -> Array:
        """One ln viscosity for the piece: a power mean (1/6) in which the stiffest layers weigh most, so that a cold
        core or a set crust holds the whole."""
        sixth = mean_over_layers(np.exp((unset + self._set_gain * set_share) / 6))
        result: Array = 6 * np.log(0.5 * (sixth[0] + sixth[1]))
        return result


def _network(b: Batch, p: Parameters, water: Water) -> Array:
    """Gluten of the matrix times how far it is hydrated: what bread flour, rest and stirring change."""
    thirst = water.capacity + b.water0 + p.kapS * (b.sugar_floor + water.polyol_dissolved_70)
    result: Array = b.network_protein * b.work / b.matrix_share * b.water0 / thirst * water.hydration / 0.85
    return result
