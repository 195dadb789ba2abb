"""Which allergens do these ingredients hold, and of which do their packets warn?"""

import re

from .catalogue import Ingredient

_ALLERGEN_WORDS = {
    "gluten_wheat": "wheat", "gluten_rye": "rye", "gluten_barley": "barley", "gluten_oats": "oats", "milk": "milk",
    "egg": "egg", "soy": "soya", "peanut": "peanut", "sesame": "sesame", "sulphites": "sulphites", "coconut": "coconut",
    "lupin": "lupin",
}  # fmt: skip


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
