"""Baker's percentages on the axes of the style tables."""

from ..ingredients import Ingredient
from .roles import Role, role_of

FLAKES_AS_FLOUR = 0.6  # oats and their like build the crumb too: this share of them counts as flour for the style


def percentages_of(parts: list[tuple[Ingredient, float]]) -> dict[str, float] | None:
    """% of flour on each axis of the style tables, or None without flour. Nut pastes count half as fat; water in
    eggs and butter is theirs, not `liquid`; flakes count in part as flour, which plain baker's percentages do not."""
    flour_g = mass_of(parts, Role.FLOUR)
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


def mass_of(parts: list[tuple[Ingredient, float]], role: Role) -> float:
    return sum(grams for item, grams in parts if role_of(item) is role)


AXES = ("sugar", "fat", "egg", "liquid", "soda", "powder", "salt", "inclusions")
