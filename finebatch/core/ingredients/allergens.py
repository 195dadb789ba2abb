"""Which allergens do these ingredients hold, and of which do their packets warn?"""

import re
from functools import cache

from .catalogue import Ingredient, catalogue

_ALLERGEN_WORDS = {
    "gluten_wheat": "wheat", "gluten_rye": "rye", "gluten_barley": "barley", "gluten_oats": "oats", "milk": "milk",
    "egg": "egg", "soy": "soya", "peanut": "peanut", "sesame": "sesame", "sulphites": "sulphites", "coconut": "coconut",
    "lupin": "lupin",
}  # fmt: skip
_TREE_NUT = "tree_nut_"
_GLUTEN = "gluten_"


def allergens_of(parts: list[tuple[Ingredient, float]]) -> tuple[str, ...]:
    """Allergens named by the lines, in words, nuts by name. Never a promise that nothing else is there."""
    found = {allergen for item, _ in parts for allergen in item.allergens}
    return tuple(sorted(_in_words(allergen) for allergen in found))


def _in_words(allergen: str) -> str:
    return _ALLERGEN_WORDS.get(allergen, allergen.removeprefix(_TREE_NUT).replace("_", " "))


@cache
def _of_the_catalogue(prefix: str) -> tuple[str, ...]:
    found = {allergen for item in catalogue().values() for allergen in item.allergens if allergen.startswith(prefix)}
    return tuple(sorted(_in_words(allergen) for allergen in found))


def allergens_meant(word: str) -> tuple[str, ...]:
    """The allergens a baker means by a word, as `allergens_of` names them; none where it is no allergen's. Who bakes without nuts bakes
    without peanuts too, though they are none.

    >>> allergens_meant("eggs"), allergens_meant("sugar")
    (('egg',), ())
    """
    one = word.removesuffix("s")
    if one == "nut":
        return (*_of_the_catalogue(_TREE_NUT), "peanut")
    if one == "gluten":
        return _of_the_catalogue(_GLUTEN)
    said = {"dairy": "milk", "soy": "soya", "sulphite": "sulphites", "oat": "oats"}.get(one, one)
    known = (*_ALLERGEN_WORDS.values(), *_of_the_catalogue(_TREE_NUT))
    return (said,) if said in known else ()


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
