"""How fast the outline moves: a viscous gravity current with slip, a stretching limit and a yield stress."""

import numpy as np

from finebatch.core.bakemodel.parameters import Parameters

from .batch import Array, Batch

GRAVITY = 9.81


class Spread:
    """Rate of ln radius, 1/s. Shear follows Huppert's self-similar currents (1982): R^8 round, x^5 planar."""

    def __init__(self, b: Batch, p: Parameters, ln_reference: Array) -> None:
        self._shear = np.where(b.round, 1.58, 1.12)
        self._stretch = np.where(b.round, 1 / 12, 1 / 8)
        self._slip = p.slip * b.slip
        self._mass = b.mass
        self._yield = p.tauY
        self._reference = ln_reference

    def rate(self, ln_viscosity: Array, height: Array, radius: Array, volume: Array) -> Array:
        """`height` mean height and `radius` in m, `volume` m3. Tall mounds cannot move faster than they stretch; no
        flow where the stress is far below the yield stress."""
        viscosity = np.exp(np.minimum(ln_viscosity, 40))
        weight = self._mass / volume * GRAVITY
        shear = self._shear * weight * height * height * (height + 3 * self._slip) / (3 * viscosity * radius)
        stretch = self._stretch * weight * height * radius / viscosity
        stress = weight * height * height / (height + radius)
        holds = self._yield * np.exp(0.5 * np.minimum(ln_viscosity - self._reference - 3, 20))
        speed = 1 / (1 / shear + 1 / stretch) * stress * stress / (stress * stress + holds * holds)
        result: Array = speed / radius
        return result
