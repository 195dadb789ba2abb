"""What does an ingredient do in a dough?"""

from enum import StrEnum

from ..ingredients import Ingredient


class Role(StrEnum):
    """What an ingredient does in a dough."""

    FLOUR = "flour"
    FAT = "fat"
    SUGAR = "sugar"
    EGG = "egg"
    LIQUID = "liquid"
    LEAVENER = "leavener"
    SALT = "salt"
    FLAVOUR = "flavour"
    INCLUSION = "inclusion"


_ROLE_OF_CATEGORY = {
    "flour": Role.FLOUR, "starch": Role.FLOUR, "fat": Role.FAT, "nut_paste": Role.FAT, "sugar": Role.SUGAR,
    "syrup": Role.SUGAR, "egg": Role.EGG, "dairy": Role.LIQUID, "liquid": Role.LIQUID, "leavener": Role.LEAVENER,
    "salt": Role.SALT, "spice": Role.FLAVOUR, "flavour": Role.FLAVOUR, "finish": Role.FLAVOUR,
}  # fmt: skip


def role_of(item: Ingredient) -> Role:
    """What this ingredient does in a dough, by its category."""
    return _ROLE_OF_CATEGORY.get(item.category, Role.INCLUSION)
