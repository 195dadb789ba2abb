"""What is solid, what is liquid and what has set, at a temperature and water content (doc section 4)."""

import math
from dataclasses import dataclass
from typing import Any

from .compiling import compiled
from .mix import Mix
from .parameters import Parameters

MELT_SLIDE = 0.08  # ln gain of lubricating fat when it went in melted
CRYSTAL_PACK = 0.7  # compact crystals hinder flow less than their volume says
LEAST_SUGAR = 0.004
LEAST_WATER = 0.01


@dataclass(frozen=True)
class Water:
    """Water that flour and flakes can bind (`capacity`), and how far they have taken it up (`hydration`)."""

    capacity: float
    hydration: float
    polyol_dissolved_70: float


def sigmoid(x: float) -> float:
    """1/(1+e^-x)."""
    return 1 / (1 + math.exp(-x))


def binding_water(mix: Mix, ln_binding: float, p: Parameters) -> Water:
    """Capacity rises over the rest with 1.5 h (flour), 24 h (slow part) and 6 h (flakes) time constants."""
    fast, slow = 1 - math.exp(-mix.rest_h / 1.5), 1 - math.exp(-mix.rest_h / 24)
    hydration = 0.82 + 0.11 * fast + 0.07 * slow
    flakes = mix.flake_binding * (0.5 + 0.5 * (1 - math.exp(-mix.rest_h / 6)))
    capacity = (mix.binding * hydration + flakes) * p.wbc * math.exp(ln_binding) * (1 - 0.06 * mix.melted)
    warm = math.exp(mix.polyol_slope_per_k * 45)
    q70 = mix.polyol_solubility * warm * 0.6 * water_of(mix) / max(mix.polyol, 1e-6)
    return Water(capacity, hydration, mix.polyol * q70 / math.sqrt(1 + q70 * q70))


def water_of(mix: Mix) -> float:
    """kg per kg of raw dough."""
    return max(mix.water, LEAST_WATER)


def sugar_of(mix: Mix) -> float:
    """kg per kg of dough, never nothing: it is divided by."""
    return max(mix.sugar, LEAST_SUGAR)


def dry_of(mix: Mix) -> float:
    """Starch, protein and fibre of the matrix."""
    return mix.starch + mix.protein + mix.fibre


def polymers_of(mix: Mix) -> float:
    """Dry polymers with what flakes bring of them: what sets."""
    return dry_of(mix) + 0.35 * mix.flake_m3 * 1450


def set_temperature(mix: Mix, p: Parameters, water: Water) -> float:
    """°C at which starch and egg set: sugar raises it, egg protein lowers it, alkali raises it; starch swamped by sugar (over
    `laceRatio` of it) hardly sets at all, which is how lace runs."""
    sweet = sugar_of(mix) + 0.67 * mix.brittle + 0.75 * water.polyol_dissolved_70
    share = sweet / (sweet + water_of(mix))
    soda_pct = min(mix.soda / max(mix.flour, 0.05), 0.06) * 100
    alkali = p.aNa * 2.5 * (1 - math.exp(-soda_pct / 2.5)) * (1 - 0.5 * mix.acid_share)
    swamped = mix.sugar / max(polymers_of(mix), 1e-9)
    lace = p.laceK * sigmoid(min(max((swamped - p.laceRatio) / 0.15, -500.0), 500.0))
    return p.T0s + p.aS * share - p.aE * (1 - math.exp(-mix.egg_protein / 0.013)) + alkali + lace


def phase_values(mix: Mix, p: Parameters, water: Water) -> dict[str, float]:
    """The column's numbers for `split`: m3 and kg per kg of dough."""
    sugar = sugar_of(mix)
    return {
        "binding": water.capacity,
        "sugars_bind": p.kapS,
        "sugar": sugar,
        "sugar_solubility": 1.79 * (1 + 0.8 * mix.invert / sugar),
        "polyol": mix.polyol,
        "polyol_solubility": mix.polyol_solubility,
        "polyol_slope_per_k": mix.polyol_slope_per_k,
        "polyol_dissolved_70": water.polyol_dissolved_70,
        "butter_solid": mix.butter_fat * (0.55 * (1 - 0.35 * mix.melted)),
        "short_fat": mix.short_fat,
        "dry_m3": (dry_of(mix) - mix.egg_protein) / 1450 + mix.other / 2000 + mix.held_fat / 920,
        "fat_m3": (mix.fat - mix.held_fat) / 920,
        "lubricates": p.fMob * math.exp(MELT_SLIDE * mix.melted),
        "coarse": (mix.solid_m3 + 1.3 * mix.flake_m3) / mix.specific_m3,
        "choc_share": mix.choc_m3 / mix.specific_m3,
        "brittle": mix.brittle,
        "brittle_m3": mix.brittle_m3,
    }


@compiled
def split(c: Any, t: float, moisture: float, dissolved: float) -> tuple[float, float, float, float, float, float]:
    """Solid share of the matrix, solid fat (m3/kg), sugars dissolved in all and sucrose of it (kg/kg), free water (kg/kg) and coarse
    share, at `t` °C and `moisture` kg/kg.

    Sugar once `dissolved` stays so through the bake; polyols come out of solution again, and share the water by demand.
    """
    melted = 0.0
    if c.brittle > 0:
        melted = 1 / (1 + math.exp(-(t - 56) / 5))
    solid_fat = c.butter_solid / (1 + math.exp(-(19 - t) / 5))
    if c.short_fat > 0:
        solid_fat += c.short_fat * 0.30 / (1 + math.exp(-(38 - t) / 4))
    solid_fat /= 920
    sweet = c.sugar + 0.67 * c.brittle * melted + c.polyol_dissolved_70
    bound = moisture * c.binding / (c.binding + moisture + c.sugars_bind * sweet)
    free = moisture - bound
    for_sugar, polyol = free, 0.0
    if c.polyol > 0:
        q_sugar = 1.79 * math.exp(0.0098 * min(t, 115.0))
        q = c.polyol_solubility * math.exp(c.polyol_slope_per_k * (min(t, 90.0) - 25))
        wants_sugar, wants_polyol = c.sugar / q_sugar, c.polyol / q
        share = wants_polyol / (wants_sugar + wants_polyol)
        q = q * free * max(share, 1e-6) / max(c.polyol, 1e-6)
        polyol = c.polyol * q / math.sqrt(1 + q * q)
        for_sugar = free * (1 - share)
    q = c.sugar_solubility * math.exp(0.0098 * min(t, 115.0)) * for_sugar / c.sugar
    sugar = max(dissolved, c.sugar * q / math.sqrt(1 + q * q))
    solid = c.dry_m3 + bound * 1e-3 + (c.sugar - sugar) * (CRYSTAL_PACK / 1590) + solid_fat
    solid += (c.polyol - polyol) * (CRYSTAL_PACK / 1450)
    mobile = c.lubricates * (c.fat_m3 - solid_fat) + free * 1e-3 + sugar / 1600 + polyol / 1460
    mobile += c.brittle_m3 * melted
    coarse = c.coarse
    if c.choc_share > 0:
        coarse += c.choc_share * (1 - 0.5 / (1 + math.exp(-(t - 33) / 2)))
    if c.brittle > 0:
        coarse += c.brittle_m3 / c.specific_m3 * (1 - melted)
    return solid / (solid + mobile), solid_fat, sugar + polyol, sugar, free, coarse
