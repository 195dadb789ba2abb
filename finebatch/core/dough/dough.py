"""What the mix is: its mass, shares, density and volume, the family it looks like, and the warnings that matter."""

from ..bakemodel import MISSED_LN_DENSITY, Z90, Mix, material, mix_of
from ..base import Interval, Value
from ..formula import Role, mass_of, percentages_of
from ..ingredients import Ingredient, allergens_of, may_contain_of
from .making import Making
from .styles import ONE_FAMILY, Style, blended, distance, styles, unseen, weights

VOLUME_LN_SD = 0.06  # what scoops and fingers add to the density's own uncertainty


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


def dough_of(
    parts: list[tuple[Ingredient, float]],
    mix: Mix,
    families: tuple[str, ...],
    oven_c: float,
    chosen: str | None = None,
) -> tuple[Dough, Style]:
    """The dough's figures and the style it is taken for: the one `chosen`, else a blend of `families`, which its form can be, in an oven set
    to `oven_c` (with the fan 20 °C more). `parts` must weigh something."""
    mass = sum(grams for _, grams in parts)
    percentages = percentages_of(parts)
    own = chosen is not None and chosen in styles()
    shares = {chosen: 1.0} if own and chosen else weights(percentages, families, oven_c)
    style = blended(shares)
    far = distance(percentages or {}, styles()[style.id])
    density = mix.density_kg_m3 / 1000

    def around(value: float, sd: float) -> Interval:
        return Interval(value=value, low=value * (1 - Z90 * sd), high=value * (1 + Z90 * sd))

    eggs = mass_of(parts, Role.EGG)
    return Dough(
        mass_g=mass,
        flour_g=mass_of(parts, Role.FLOUR),
        water_pct=100 * sum(item.water * grams for item, grams in parts) / mass,
        fat_pct=100 * sum(item.fat * grams for item, grams in parts) / mass,
        sugar_pct=100 * sum(item.sugars * grams for item, grams in parts) / mass,
        egg_pct=100 * eggs / mass,
        density_g_ml=around(density, MISSED_LN_DENSITY),
        volume_ml=around(mass / density, (MISSED_LN_DENSITY**2 + VOLUME_LN_SD**2) ** 0.5),
        percentages=percentages,
        style_id=style.id,
        style_label=style.label,
        closeness="unlike most, nearest to"
        if unseen(parts)
        else "between"
        if shares[style.id] <= ONE_FAMILY
        else "close to"
        if far < 0.9
        else "something like"
        if far < 1.6
        else "unlike most, nearest to",
        cue=style.cue,
        allergens=allergens_of(parts),
        may_contain=may_contain_of(parts),
        raw_egg=eggs > 0,
        raw_flour=mass_of(parts, Role.FLOUR) > 0,
    ), style
