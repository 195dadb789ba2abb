"""What one kilogram of this dough holds, in the terms the heat-and-flow model needs.

Inclusions (chips, nuts, fruit, flakes, brittle) are kept apart from the matrix that flows: they fill volume and stiffen
it, but bring no water or fat to it; flakes also take up water.
"""

import math
from dataclasses import dataclass
from enum import StrEnum
from functools import cache

from ..base import number, rows
from ..ingredients import Ingredient, catalogue

# Densities in kg/m3 of the dense constituents (handbook values).
DENSITY = {
    "water": 998.0, "fat": 920.0, "sucrose": 1590.0, "invert": 1540.0, "starch": 1500.0, "protein": 1350.0,
    "fibre": 1500.0, "other": 2100.0, "polyol": 1450.0,
}  # fmt: skip
FAT_KG_M3 = DENSITY["fat"]
POWDER_CO2_ML_PER_G = 104.0  # the catalogue's double-acting baking powder, to which other leaveners are compared


class Mixing(StrEnum):
    """The mixing schools, by the air they beat in."""

    CREAMED_LIGHT = "creamed_light"
    CREAMED_HEAVY = "creamed_heavy"
    ONE_STAGE = "one_stage"
    RUB_IN = "rub_in"
    MELTED = "melted"
    FOAM = "foam"


class FatState(StrEnum):
    """How the fat goes in."""

    SOFT = "soft"
    COLD = "cold"
    MELTED = "melted"
    OIL = "oil"


# Air share of the dough: base, per volume share of plastic fat, per volume share of egg. Set by hand, not fitted.
AIR = {
    Mixing.CREAMED_LIGHT: (0.03, 0.25, 0.0),
    Mixing.CREAMED_HEAVY: (0.03, 0.50, 0.0),
    Mixing.ONE_STAGE: (0.03, 0.12, 0.0),
    Mixing.RUB_IN: (0.03, 0.10, 0.0),
    Mixing.MELTED: (0.02, 0.0, 0.0),
    Mixing.FOAM: (0.02, 0.0, 0.80),
}
PLASTIC = {FatState.SOFT: 1.0, FatState.MELTED: 0.0, FatState.COLD: 0.5, FatState.OIL: 0.0}
MAX_AIR = 0.6


@dataclass(frozen=True)
class Material:
    """One ingredient as the model sees it: mass fractions and the traits of `reference/bake_traits.csv`."""

    water: float
    fat: float
    sucrose: float
    invert: float
    starch: float
    protein: float
    fibre: float
    other: float
    polyol: float = 0.0
    binding_g_per_g: float = 0.0
    network_share: float | None = None  # None: no flour
    fat_held_share: float = 0.0
    inclusion: str = ""  # "", choc, solid, flake or brittle
    fat_kind: str = ""  # "", butter, short or oil
    egg_protein_share: float | None = None  # None: no egg
    polyol_solubility: float = 1.0
    polyol_slope_per_k: float = 0.0
    soda_share: float = 0.0
    powder_share: float = 0.0
    dark: bool = False

    @property
    def volume_m3_per_kg(self) -> float:
        """Air-free specific volume, the mass-weighted sum over constituents."""
        return float(sum(getattr(self, part) / density for part, density in DENSITY.items()))


@dataclass(frozen=True)
class Mix:
    """Per kilogram of dough: masses in kg, volumes in m3, shares as fractions. Field by field in docs/model.md."""

    water: float
    fat: float
    sugar: float
    invert: float
    starch: float
    protein: float
    fibre: float
    other: float
    polyol: float
    polyol_solubility: float
    polyol_slope_per_k: float
    egg_protein: float
    binding: float
    flake_binding: float
    held_fat: float
    butter_fat: float
    short_fat: float
    choc_m3: float
    solid_m3: float
    flake_m3: float
    brittle_m3: float
    brittle: float
    inclusions: float
    flour: float
    network_protein: float
    soda: float
    powder: float
    acid_share: float
    dark: float
    specific_m3: float
    air_share: float
    melted: float
    work: float
    rest_h: float

    @property
    def density_kg_m3(self) -> float:
        """Raw dough density with its air."""
        return (1 - self.air_share) / self.specific_m3

    @property
    def matrix_share(self) -> float:
        """Mass share of the flowing matrix."""
        return max(1 - self.inclusions, 0.05)


def mix_of(
    parts: list[tuple[Material, float]],
    mixing: Mixing = Mixing.CREAMED_LIGHT,
    fat_state: FatState = FatState.SOFT,
    acid_share: float = 0.5,
    rest_h: float = 0.5,
) -> Mix:
    """The mix of `parts` (material, mass in g). `acid_share` is the share of the soda that finds acid, 0 to 1.

    Raises ValueError when the parts weigh nothing.
    """
    total = sum(grams for _, grams in parts)
    if total <= 0:
        raise ValueError("a dough must weigh something")
    shares = [(material, grams / total) for material, grams in parts]
    matrix = [(material, share) for material, share in shares if not material.inclusion]

    def summed(field: str) -> float:
        return float(sum(getattr(material, field) * share for material, share in matrix))

    def volume(kind: str) -> float:
        return sum(m.volume_m3_per_kg * share for m, share in shares if m.inclusion == kind)

    def fat_of(kind: str) -> float:
        return sum(m.fat * share for m, share in matrix if m.fat_kind == kind)

    specific = sum(m.volume_m3_per_kg * share for m, share in shares)
    polyol = summed("polyol")
    solubility, slope = _polyol_means(matrix, polyol)
    butter, short, oil = fat_of("butter"), fat_of("short"), fat_of("oil")
    eggs = [(m, share) for m, share in matrix if m.egg_protein_share is not None]
    flours = [(m, share) for m, share in matrix if m.network_share is not None]
    invert = summed("invert")
    base, per_fat, per_egg = AIR[mixing]
    fat_volume = (butter + short + oil) / FAT_KG_M3 / specific
    plastic = PLASTIC[fat_state] * (butter + short) / max(1e-9, butter + short + oil)
    egg_volume = sum(m.volume_m3_per_kg * share for m, share in eggs) / specific
    return Mix(
        water=summed("water"),
        fat=summed("fat"),
        sugar=summed("sucrose") + invert,
        invert=invert,
        starch=summed("starch"),
        protein=summed("protein"),
        fibre=summed("fibre"),
        other=summed("other"),
        polyol=polyol,
        polyol_solubility=solubility,
        polyol_slope_per_k=slope,
        egg_protein=sum(m.protein * share * (m.egg_protein_share or 0.0) for m, share in eggs),
        binding=summed("binding_g_per_g"),
        flake_binding=sum(m.binding_g_per_g * share for m, share in shares if m.inclusion == "flake"),
        held_fat=sum(m.fat_held_share * m.fat * share for m, share in matrix),
        butter_fat=butter,
        short_fat=short,
        choc_m3=volume("choc"),
        solid_m3=volume("solid"),
        flake_m3=volume("flake"),
        brittle_m3=volume("brittle"),
        brittle=sum(share for m, share in shares if m.inclusion == "brittle"),
        inclusions=sum(share for m, share in shares if m.inclusion),
        flour=sum(share for _, share in flours),
        network_protein=sum(m.protein * share * (m.network_share or 0.0) for m, share in flours),
        soda=summed("soda_share"),
        powder=summed("powder_share"),
        acid_share=acid_share,
        dark=sum(share for m, share in matrix if m.dark),
        specific_m3=specific,
        air_share=min(MAX_AIR, base + per_fat * fat_volume * plastic + per_egg * egg_volume),
        melted=1.0 if fat_state in (FatState.MELTED, FatState.OIL) else 0.0,
        # A foam batter is barely stirred: its gluten network stays undeveloped.
        work=0.4 if mixing is Mixing.FOAM else 1.0,
        rest_h=rest_h,
    )


def _polyol_means(matrix: list[tuple[Material, float]], polyol: float) -> tuple[float, float]:
    """Mass means of ln solubility at 25 °C (returned as g per g water) and of its slope per kelvin."""
    if polyol <= 0:
        return 1.0, 0.0
    log = sum(m.polyol * share * math.log(m.polyol_solubility) for m, share in matrix) / polyol
    slope = sum(m.polyol * share * m.polyol_slope_per_k for m, share in matrix) / polyol
    return math.exp(log), slope


@cache
def _traits() -> dict[str, dict[str, str]]:
    return {row["applies_to"]: row for row in rows("bake_traits")}


@cache
def _binding_facts() -> dict[str, float]:
    return {row["id"]: number(row["water_binding_g_per_g"]) for row in rows("ingredients")}


def material(item: Ingredient) -> Material:
    """The catalogue's ingredient as a model material, worked out once."""
    return _material(item.id)


@cache
def _material(item_id: str) -> Material:
    """An ingredient as a model material: its own row of traits, else its category's, else the catalogue's figures.

    Lactose counts with the reducing sugars; alcohol leaves with the water and is counted as water.
    """
    item = catalogue()[item_id]
    category = _traits().get(item.category, {})
    traits = _traits().get(item.id, category)
    binds = bool(traits) or item.category in ("flour", "starch")
    leavens = item.co2_ml_per_g / POWDER_CO2_ML_PER_G if item.id != "baking_soda" else 0.0
    network = traits.get("network_share", "")
    egg = traits.get("egg_protein_share", "")
    return Material(
        water=item.water + item.alcohol,
        fat=item.fat,
        sucrose=item.sucrose,
        invert=item.reducing_sugars + item.lactose,
        starch=item.starch,
        protein=item.protein,
        fibre=item.fibre,
        other=item.ash_other,
        polyol=item.polyol,
        binding_g_per_g=number(traits.get("water_binding", ""), _binding_facts()[item.id] if binds else 0.0),
        network_share=float(network) if network and item.category in ("flour", "starch") else None,
        fat_held_share=number(traits.get("fat_held_share", "")),
        inclusion=traits.get("inclusion", ""),
        fat_kind=traits.get("fat_kind", ""),
        egg_protein_share=float(egg) if egg else None,
        polyol_solubility=number(traits.get("polyol_solubility_g_per_g", ""), 1.0),
        polyol_slope_per_k=number(traits.get("polyol_ln_slope_per_k", "")),
        soda_share=1.0 if item.id == "baking_soda" else 0.0,
        powder_share=leavens,
        dark=traits.get("dark", "") == "1",
    )
