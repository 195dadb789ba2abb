"""Lift: leavening gas, air and steam, as long as the dough is stiff enough to hold and soft enough to give."""

import numpy as np

from finebatch.core.bakemodel.parameters import Parameters

from .batch import Array, Batch, sigmoid

GAS_CONSTANT = 8.314
SODA_KG_PER_MOL = 0.084
POWDER_MOL_PER_KG = 2.95


class Gas:
    """Gas volume per dense dough volume that each layer strives for."""

    def __init__(self, b: Batch, p: Parameters) -> None:
        self._p = p
        self.start = b.air_share / (1 - b.air_share)
        self._air = self.start / 294.15 * 101325 / b.pressure
        self._per_mol = p.ret * GAS_CONSTANT / (b.pressure * b.specific_m3)
        soda = b.soda / SODA_KG_PER_MOL
        # With acid, soda works early and part of its gas is lost while mixing; alone it gives half, and late.
        self._sources = [
            (soda * b.acid_share * 0.28, 45.0),
            (soda * (1 - b.acid_share) * 0.5, 78.0),
            (b.powder * POWDER_MOL_PER_KG, 58.0),
        ]
        self._sources = [(moles, centre) for moles, centre in self._sources if moles.max() > 0]
        self._capacity = p.eM * 1.5 * np.exp(b.ln_gas)
        self._pressure = b.pressure

    def target(self, temp: Array, vapour_pa: Array, ln_unset: Array, now: Array) -> Array:
        """Expansion each layer tends to; never below `now`. Thin dough lets gas go."""
        moles: Array | float = 0.0
        for amount, centre in self._sources:
            moles = moles + amount * sigmoid((temp - centre) / 9)
        steam = np.minimum(vapour_pa / self._pressure, 5.0)
        squared = steam * steam
        steam = 0.86 * steam / np.sqrt(np.sqrt(1 + squared * squared))
        potential = (self._air + self._per_mol * moles) * (temp + 273.15) / (1 - steam)
        holds = self._capacity / (1 + np.exp(np.minimum(0.3 * (self._p.eC - ln_unset), 50)))
        result: Array = np.maximum(holds * (1 - np.exp(-potential / holds)), now)
        return result
