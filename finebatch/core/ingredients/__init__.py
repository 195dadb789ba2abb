"""What each ingredient is made of, what it holds and what it warns of."""

from .allergens import allergens_meant, allergens_of, may_contain_of
from .catalogue import Ingredient, catalogue, name_key, names, normalise

__all__ = [
    "Ingredient",
    "allergens_meant",
    "allergens_of",
    "catalogue",
    "may_contain_of",
    "name_key",
    "names",
    "normalise",
]
