"""What is solid, what is liquid and what has set, at a temperature and water content (doc section 3)."""

from dataclasses import dataclass

import numpy as np

from finebatch.core.bakemodel.parameters import Parameters

from .batch import Array, Batch, sigmoid

MELT_SLIDE = 0.08  # ln gain of lubricating fat when it went in melted
CRYSTAL_PACK = 0.7  # compact crystals hinder flow less than their volume says


@dataclass(frozen=True)
class Water:
    """Water that flour and flakes can bind (`capacity`), and how far they have taken it up (`hydration`)."""

    capacity: Array
    hydration: Array
    polyol_dissolved_70: Array


def binding_water(b: Batch, p: Parameters) -> Water:
    """Capacity rises over the rest with 1.5 h (flour), 24 h (slow part) and 6 h (flakes) time constants."""
    fast, slow = 1 - np.exp(-b.rest_h / 1.5), 1 - np.exp(-b.rest_h / 24)
    hydration = 0.82 + 0.11 * fast + 0.07 * slow
    flakes = b.flake_binding * (0.5 + 0.5 * (1 - np.exp(-b.rest_h / 6)))
    capacity = (b.binding * hydration + flakes) * p.wbc * np.exp(b.ln_binding) * (1 - 0.06 * b.melted)
    q70 = b.polyol_solubility * np.exp(b.polyol_slope_per_k * 45) * 0.6 * b.water0 / np.maximum(b.polyol, 1e-6)
    return Water(capacity, hydration, b.polyol * q70 / np.sqrt(1 + q70 * q70))


def set_temperature(b: Batch, p: Parameters, water: Water) -> Array:
    """°C at which starch and egg set: sugar raises it, egg protein lowers it, alkali raises it."""
    sweet = b.sugar_floor + 0.67 * b.brittle + 0.75 * water.polyol_dissolved_70
    share = sweet / (sweet + b.water0)
    soda_pct = np.minimum(b.soda / np.maximum(b.flour, 0.05), 0.06) * 100
    alkali = p.aNa * 2.5 * (1 - np.exp(-soda_pct / 2.5)) * (1 - 0.5 * b.acid_share)
    result: Array = p.T0s + p.aS * share - p.aE * (1 - np.exp(-b.egg_protein / 0.013)) + alkali
    return result


class Phases:
    """Volumes of the solid and the mobile part per kg dough, at any state of the piece. Arrays are (layers, 2, B)."""

    def __init__(self, b: Batch, p: Parameters, water: Water) -> None:
        self._b, self._p, self._water = b, p, water
        self._has_polyol = bool((b.polyol > 0).any())
        self._has_brittle = bool((b.brittle > 0).any())
        self._has_short = bool((b.short_fat > 0).any())
        self._has_chips = bool((b.choc_m3 > 0).any())
        self._butter_solid = b.butter_fat * (0.55 * (1 - 0.35 * b.melted))
        self._dry_m3 = (b.dry - b.egg_protein) / 1450 + b.other / 2000 + b.held_fat / 920
        self._fat_m3 = (b.fat - b.held_fat) / 920
        self._lubricates = p.fMob * np.exp(MELT_SLIDE * b.melted)
        self._sucrose_q = 1.79 * (1 + 0.8 * b.invert / np.maximum(b.sugar_floor, 1e-6))
        self._coarse0 = (b.solid_m3 + 1.3 * b.flake_m3) / b.specific_m3
        self._dissolved_max: Array | float = 0.0

    def split(self, temp: Array, moisture: Array) -> "Split":
        """Solid and mobile volumes at `temp` (°C) and `moisture` (kg/kg).

        Sugar once dissolved stays so through the bake; polyols come out of solution again.
        """
        b, p = self._b, self._p
        melted_brittle = sigmoid((temp - 56) / 5) if self._has_brittle else np.zeros(1)
        solid_fat = self._butter_solid * sigmoid((19 - temp) / 5)
        if self._has_short:
            solid_fat = solid_fat + b.short_fat * 0.30 * sigmoid((38 - temp) / 4)
        solid_fat = solid_fat / 920
        sweet = b.sugar_floor + 0.67 * b.brittle * melted_brittle + self._water.polyol_dissolved_70
        capacity = self._water.capacity
        bound = moisture * capacity / (capacity + moisture + p.kapS * sweet)
        free = moisture - bound
        polyol, free_sugar = self._polyol(temp, free)
        q = self._sucrose_q * np.exp(0.0098 * np.minimum(temp, 115)) * free_sugar / b.sugar_floor
        sugar = np.maximum(self._dissolved_max, b.sugar_floor * q / np.sqrt(1 + q * q))
        self._dissolved_max = sugar
        solid = self._dry_m3 + bound * 1e-3 + (b.sugar_floor - sugar) * (CRYSTAL_PACK / 1590) + solid_fat
        mobile = self._lubricates * (self._fat_m3 - solid_fat) + free * 1e-3 + sugar / 1600
        if self._has_polyol:
            solid = solid + (b.polyol - polyol) * (CRYSTAL_PACK / 1450)
            mobile = mobile + polyol / 1460
        if self._has_brittle:
            mobile = mobile + b.brittle_m3 * melted_brittle
        return Split(solid / (solid + mobile), solid_fat, sugar + polyol, free, self._coarse(temp, melted_brittle))

    def _polyol(self, temp: Array, free: Array) -> tuple[Array, Array]:
        """Dissolved polyol, and the free water left to the sugars: shared by demand."""
        b = self._b
        if not self._has_polyol:
            return np.zeros(1), free
        q_sugar = 1.79 * np.exp(0.0098 * np.minimum(temp, 115))
        q = b.polyol_solubility * np.exp(b.polyol_slope_per_k * (np.minimum(temp, 90) - 25))
        wants_sugar, wants_polyol = b.sugar_floor / q_sugar, b.polyol / q
        share = wants_polyol / (wants_sugar + wants_polyol)
        q = q * free * np.maximum(share, 1e-6) / np.maximum(b.polyol, 1e-6)
        return b.polyol * q / np.sqrt(1 + q * q), free * (1 - share)

    def _coarse(self, temp: Array, melted_brittle: Array) -> Array:
        """Volume share of pieces too coarse to flow: nuts and fruit, flakes, unmelted chips and brittle."""
        b = self._b
        share: Array = self._coarse0
        if self._has_chips:
            share = share + b.choc_m3 / b.specific_m3 * (1 - 0.5 * sigmoid((temp - 33) / 2))
        if self._has_brittle:
            share = share + b.brittle_m3 / b.specific_m3 * (1 - melted_brittle)
        return share


@dataclass(frozen=True)
class Split:
    """`solids` volume share of the matrix, `solid_fat` m3/kg, `dissolved` sugars kg/kg, `free` water, `coarse` share."""

    solids: Array
    solid_fat: Array
    dissolved: Array
    free: Array
    coarse: Array
