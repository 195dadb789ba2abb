"""What the mix is: its mass, shares, density and volume, the family it looks like, and the warnings that matter."""

import re

from pydantic import Field

from .bakemodel import FatState, Interval, Mix, Mixing
from .bakemodel.mix import material, mix_of
from .bakemodel.predict import MISSED_LN_DENSITY, Z90
from .formula import Role, role_of
from .ingredients import Ingredient
from .styles import AXES, Style, distance, nearest, styles
from .value import Value

FLAKES_AS_FLOUR = 0.6  # oats and their like build the crumb too: this share of them counts as flour for the style
VOLUME_LN_SD = 0.06  # what scoops and fingers add to the density's own uncertainty


class Making(Value):
    """How the dough is mixed and rested."""

    mixing: Mixing = Mixing.CREAMED_LIGHT
    fat_state: FatState = FatState.SOFT
    chill_h: float = Field(default=0.0, ge=0, le=96)
    frozen: bool = False  # shaped pieces come from the freezer
    thawed: bool = False  # and thaw before they are baked; else they go straight into the oven


class Dough(Value):
    """The dough as made. Shares are % of the dough's mass; `percentages` are % of flour by axis of the style tables."""

    mass_g: float
    flour_g: float
    water_pct: float
    fat_pct: float
    sugar_pct: float
    egg_pct: float
    density_g_ml: Interval
    volume_ml: Interval
    percentages: dict[str, float] | None
    style_id: str
    style_label: str
    closeness: str
    cue: str
    allergens: tuple[str, ...]
    may_contain: tuple[str, ...]
    raw_egg: bool
    raw_flour: bool


_ALLERGEN_WORDS = {
    "gluten_wheat": "wheat", "gluten_rye": "rye", "gluten_barley": "barley", "gluten_oats": "oats", "milk": "milk",
    "egg": "egg", "soy": "soya", "peanut": "peanut", "sesame": "sesame", "sulphites": "sulphites", "coconut": "coconut",
    "lupin": "lupin",
}  # fmt: skip


def mix_of_dough(parts: list[tuple[Ingredient, float]], making: Making) -> Mix:
    """The bake model's view of the dough; the share of soda that finds acid follows from the acidity of the lines."""
    soda_g = sum(grams for item, grams in parts if item.id == "baking_soda")
    acid_g = sum(item.acid_soda_g_per_g * grams for item, grams in parts)
    return mix_of(
        [(material(item), grams) for item, grams in parts],
        making.mixing,
        making.fat_state,
        acid_share=min(1.0, acid_g / soda_g) if soda_g else 0.5,
        rest_h=max(making.chill_h, 0.25),
    )


def percentages_of(parts: list[tuple[Ingredient, float]]) -> dict[str, float] | None:
    """% of flour on each axis of the style tables, or None without flour. Nut pastes count half as fat; water in
    eggs and butter is theirs, not `liquid`; flakes count in part as flour, which plain baker's percentages do not."""
    flour_g = _mass(parts, Role.FLOUR)
    if not flour_g:
        return None
    flour_g += FLAKES_AS_FLOUR * sum(grams for item, grams in parts if item.category == "grain_flake")
    sums = dict.fromkeys(AXES, 0.0)
    axis_of = {
        Role.SUGAR: "sugar",
        Role.EGG: "egg",
        Role.LIQUID: "liquid",
        Role.SALT: "salt",
        Role.INCLUSION: "inclusions",
    }
    for item, grams in parts:
        role = role_of(item)
        if role is Role.FAT:
            sums["fat"] += grams * (0.5 if item.category == "nut_paste" else 1.0)
        elif role is Role.LEAVENER:
            sums["soda" if item.id == "baking_soda" else "powder"] += grams
        elif role in axis_of:
            sums[axis_of[role]] += grams
    return {axis: 100 * grams / flour_g for axis, grams in sums.items()}


def dough_of(
    parts: list[tuple[Ingredient, float]], mix: Mix, form: str, portion_g: float | None, chosen: str | None = None
) -> tuple[Dough, Style]:
    """The dough's figures and the style it is taken for: the one `chosen`, else the nearest its form can be. `parts` must
    weigh something."""
    mass = sum(grams for _, grams in parts)
    percentages = percentages_of(parts)
    if chosen is not None and chosen in styles():
        style, far = styles()[chosen], distance(percentages or {}, styles()[chosen])
    else:
        style, far = nearest(percentages or {}, form, portion_g)
    density = mix.density_kg_m3 / 1000

    def around(value: float, sd: float) -> Interval:
        return Interval(value=value, low=value * (1 - Z90 * sd), high=value * (1 + Z90 * sd))

    eggs = _mass(parts, Role.EGG)
    return Dough(
        mass_g=mass,
        flour_g=_mass(parts, Role.FLOUR),
        water_pct=100 * sum(item.water * grams for item, grams in parts) / mass,
        fat_pct=100 * sum(item.fat * grams for item, grams in parts) / mass,
        sugar_pct=100 * sum(item.sugars * grams for item, grams in parts) / mass,
        egg_pct=100 * eggs / mass,
        density_g_ml=around(density, MISSED_LN_DENSITY),
        volume_ml=around(mass / density, (MISSED_LN_DENSITY**2 + VOLUME_LN_SD**2) ** 0.5),
        percentages=percentages,
        style_id=style.id,
        style_label=style.label,
        closeness="close to" if far < 0.9 else "something like" if far < 1.6 else "unlike most, nearest to",
        cue=style.cue,
        allergens=allergens_of(parts),
        may_contain=may_contain_of(parts),
        raw_egg=eggs > 0,
        raw_flour=_mass(parts, Role.FLOUR) > 0,
    ), style


def allergens_of(parts: list[tuple[Ingredient, float]]) -> tuple[str, ...]:
    """Allergens named by the lines, in words, nuts by name. Never a promise that nothing else is there."""
    found = {allergen for item, _ in parts for allergen in item.allergens}
    return tuple(sorted(_ALLERGEN_WORDS.get(a, a.removeprefix("tree_nut_").replace("_", " ")) for a in found))


def may_contain_of(parts: list[tuple[Ingredient, float]]) -> tuple[str, ...]:
    """What packets of these ingredients often warn of ("oats: often contaminated with wheat"), kept apart from what
    the lines surely contain. Each kitchen adds its own traces, which no table knows."""
    found = []
    for item, _ in parts:
        for caution in item.cautions.split(";"):
            warns = re.search(r"may contain|may hold|contaminated|traces|packed alongside", caution)
            if warns and re.search(r"milk|nut|wheat|soy|egg|sesame|gluten|barley|lupin|sulph", caution):
                found.append(f"{item.name.split(',')[0].split(' (')[0].lower()}: {caution.strip()}")
    return tuple(dict.fromkeys(found))


def _mass(parts: list[tuple[Ingredient, float]], role: Role) -> float:
    return sum(grams for item, grams in parts if role_of(item) is role)
