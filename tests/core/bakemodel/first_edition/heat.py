"""Heat and water in the piece: a tray node and seven layers in each of two columns (doc sections 5 and 6).

All layer arrays have the shape (layers, 2, B): inner and outer half of the footprint.
"""

from dataclasses import dataclass

import numpy as np

from finebatch.core.bakemodel.parameters import Parameters

from .batch import Array, Batch

LAYERS = 7
IMPLICIT = 0.55  # share of the new time level: just past the midpoint, for damping
LATENT_J_KG = 2.3e6
AMBIENT_PA = 900.0  # vapour pressure of the oven's own air


def mean_over_layers(values: Array) -> Array:
    """Mean over the first axis."""
    result: Array = np.add.reduce(values) * (1 / LAYERS)
    return result


def vapour_pressure(temp: Array, activity: Array) -> Array:
    """Pa over dough at `temp` °C: Antoine's equation for water times the water activity."""
    result: Array = activity * np.exp(23.196 - 3816.4 / (temp + 227.02))
    return result


@dataclass(frozen=True)
class Geometry:
    """The piece at this step: mean `height` and `radius` in m, `column` the height of each column (2, B)."""

    height: Array
    radius: Array
    column: Array
    side: Array  # geometric side area per outer half footprint, (2, B), inner 0


@dataclass(frozen=True)
class Evaporation:
    """`flux` kg/m2 s of each layer and `slope` its rise per kelvin."""

    flux: Array
    slope: Array
    vapour_pa: Array


class Drying:
    """Loss of water through the layers above, and by boiling."""

    def __init__(self, b: Batch, p: Parameters) -> None:
        rough = np.where(b.mean_to_max0 < 0.7, 1.15, 1.0)
        self._permeance = p.Ke * 2.2 * rough / LAYERS
        self._depth = p.dl
        self._sorption = (p.bw * (b.sugar_floor + 0.8 * b.polyol + 0.45 * b.dry)) ** 2
        self._pressure = b.pressure
        self._from_top = ((np.arange(LAYERS)[::-1] + 0.5) / LAYERS)[:, None, None]

    def activity(self, moisture: Array) -> Array:
        """Water activity, 0 to 1, from moisture (kg/kg) against sugars and dry matter."""
        squared = moisture * moisture
        result: Array = squared / (squared + self._sorption)
        return result

    def rates(self, temp: Array, moisture: Array, expanded: Array, geo: Geometry, layer_kg_m2: Array,
              dt: Array) -> Evaporation:  # fmt: skip
        """Evaporation of each layer; `expanded` the column's volume over its dense volume, `layer_kg_m2` mass per area
        of a layer."""
        activity = self.activity(moisture)
        vapour = vapour_pressure(temp, activity)
        over = np.maximum(vapour - self._pressure, 0)
        path = 1 / (1 + self._from_top * (geo.column / (self._depth * expanded * expanded)))
        conductance = self._permeance * (path + geo.side)
        boiling = 2e-6 / LAYERS
        flux = conductance * np.maximum(vapour - AMBIENT_PA, 0)
        # The activity falls within the step as the layer dries.
        eased = 1 / (1 + (1 - activity) * dt * flux / (layer_kg_m2 * np.maximum(moisture, 1e-6)))
        per_kelvin = vapour * 3816.4 / (temp + 227.02) ** 2
        slope = (IMPLICIT * eased * conductance + boiling * (over > 0)) * per_kelvin
        return Evaporation(eased * flux + boiling * over, slope, vapour)


@dataclass(frozen=True)
class HeatStep:
    """Temperatures after the step (tray first), the water flux at the new temperature, and both surface temperatures."""

    temp: Array
    flux: Array
    top_surface: Array
    bottom_surface: Array


class Conduction:
    """Heat from tray, top and side into the layers; one linearly implicit step at a time."""

    def __init__(self, b: Batch, p: Parameters) -> None:
        self._p, self._b = p, b
        self._top = 1 / (p.hT * b.heat_factor)
        self._bottom = 1 / (p.hB * b.contact * np.sqrt(b.heat_factor))
        self._vapour_gain = p.kv / b.pressure
        self._dry_heat = (
            1300 * (b.sugar_floor + b.polyol) + 2000 * b.fat + 1500 * (b.dry + b.other) + 1750 * b.inclusions
        )
        self._freezing = bool((b.dough_c < -1).any())
        self._ice = b.water0 * 0.6 * 3.34e5 / 12
        self._across = np.where(b.round, 7.1, np.where(b.planar, 4.0, 0.0))
        self._last: Array | None = None

    def step(self, tray: Array, layers: Array, moisture: Array, expanded: Array, geo: Geometry, wet: Evaporation,
             oven: Array, layer_kg_m2: Array, dt: Array) -> HeatStep:  # fmt: skip
        """Advance `tray` (2, B) and `layers` by `dt` seconds in an oven at `oven` °C."""
        b = self._b
        dz = geo.column / LAYERS
        k = self._conductivity(expanded, wet.vapour_pa)
        heat = layer_kg_m2 * self._heat_capacity(layers, moisture)
        up = np.empty_like(layers)  # conductance into layer j from below
        up[0] = 1 / (self._bottom + 0.5 * dz / k[0])
        up[1:] = 0.5 * (k[1:] + k[:-1]) / dz
        top = 1 / (self._top + 0.5 * dz / k[-1])
        middle = k[LAYERS // 2]
        side = geo.side / LAYERS / (self._top + 0.15 * geo.radius / middle)
        across = geo.height / (geo.radius * geo.radius) * self._across / LAYERS * middle[0]
        temp = np.concatenate([tray[None], layers])
        flow = up * (temp[:-1] - layers)
        force = np.empty_like(temp)
        diagonal = np.empty_like(temp)
        force[0] = b.tray_under * (oven - tray) - flow[0]
        diagonal[0] = b.tray_capacity / dt + IMPLICIT * (b.tray_under + up[0])
        force[1:] = flow + side * (oven - layers) + across * (layers[:, ::-1] - layers) - LATENT_J_KG * wet.flux
        force[1:-1] -= flow[1:]
        force[-1] += top * (oven - layers[-1])
        diagonal[1:] = heat / dt + IMPLICIT * (up + side + across) + LATENT_J_KG * wet.slope
        diagonal[1:-1] += IMPLICIT * up[1:]
        diagonal[-1] += IMPLICIT * top
        rise = _solve_tridiagonal(IMPLICIT * up, diagonal, force)
        temp = temp + rise
        layers = temp[1:]
        top_surface = layers[-1] + (oven - layers[-1]) * top * 0.5 * dz / k[-1]
        bottom_surface = layers[0] + (temp[0] - layers[0]) * up[0] * 0.5 * dz / k[0]
        flux = np.maximum(wet.flux + wet.slope * rise[1:], 0)
        return HeatStep(temp, flux, top_surface, bottom_surface)

    def _conductivity(self, expanded: Array, vapour_pa: Array) -> Array:
        """W/mK half a step ahead: gas insulates, vapour carries heat."""
        now = self._p.k / (0.65 + 0.35 * expanded) * (1 + self._vapour_gain * np.minimum(vapour_pa, 3e5))
        ahead: Array = now if self._last is None else np.maximum(1.5 * now - 0.5 * self._last, 0.5 * now)
        self._last = now
        return ahead

    def _heat_capacity(self, temp: Array, moisture: Array) -> Array:
        """J/kg K; ice takes its latent heat around -7 °C."""
        capacity: Array = self._dry_heat + 4180 * moisture
        if self._freezing:
            capacity = capacity + self._ice * np.exp(-(((temp + 7) / 6) ** 2))
        return capacity


def _solve_tridiagonal(coupling: Array, diagonal: Array, force: Array) -> Array:
    """Thomas's algorithm for a symmetric system with off-diagonal -coupling; overwrites `diagonal` and `force`."""
    last = len(coupling)
    for j in range(last):
        factor = coupling[j] / diagonal[j]
        diagonal[j + 1] -= factor * coupling[j]
        force[j + 1] += factor * force[j]
    force[last] /= diagonal[last]
    for j in range(last - 1, -1, -1):
        force[j] = (force[j] + coupling[j] * force[j + 1]) / diagonal[j]
    return force
