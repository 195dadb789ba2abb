"""What is each ingredient made of, and what does a cup, a spoon or a piece of it weigh?"""

import re
from functools import cache

from ..base import US_CUP_ML, US_TBSP_ML, Value, number, rows, words

FRACTIONS = (
    "water", "fat", "sucrose", "reducing_sugars", "lactose", "polyol",
    "starch", "protein", "fibre", "ash_other", "alcohol",
)  # fmt: skip


class Ingredient(Value):
    """One catalogue row. Composition fields are mass fractions that sum to 1; `g_per_*` are grams per US measure."""

    id: str
    name: str
    category: str
    aliases: tuple[str, ...]
    g_per_cup_spooned: float
    g_per_cup_scooped: float
    g_per_cup_packed: float
    g_per_tbsp: float
    g_per_tsp: float
    piece_g: dict[str, float]
    water: float
    fat: float
    sucrose: float
    reducing_sugars: float
    lactose: float
    polyol: float
    starch: float
    protein: float
    fibre: float
    ash_other: float
    alcohol: float
    true_density_g_ml: float
    acid_soda_g_per_g: float
    co2_ml_per_g: float
    sweetness: float
    kcal_per_100g: float  # as tabulated; 0 where the table has none
    allergens: tuple[str, ...]
    alias_clash: str
    cautions: str

    @property
    def sugars(self) -> float:
        """Mass fraction of all true sugars."""
        return self.sucrose + self.reducing_sugars + self.lactose


def _pieces(cell: str) -> dict[str, float]:
    return {name: float(grams) for name, _, grams in (part.partition("=") for part in words(cell))}


def _ingredient(row: dict[str, str]) -> Ingredient:
    spooned = number(row["g_per_cup_spooned"])
    scooped = number(row["g_per_cup_scooped"], spooned)
    tbsp = number(row["g_per_tbsp"], spooned * US_TBSP_ML / US_CUP_ML)
    return Ingredient(
        id=row["id"],
        name=row["name"],
        category=row["category"],
        aliases=words(row["aliases"]),
        g_per_cup_spooned=spooned,
        g_per_cup_scooped=scooped,
        g_per_cup_packed=number(row["g_per_cup_packed"], scooped),
        g_per_tbsp=tbsp,
        g_per_tsp=number(row["g_per_tsp"], tbsp / 3),
        piece_g=_pieces(row["pieces"]),
        true_density_g_ml=number(row["true_density_g_ml"], 1.0),
        acid_soda_g_per_g=number(row["acid_soda_g_per_g"]),
        co2_ml_per_g=number(row["co2_ml_per_g"]),
        sweetness=number(row["sweetness"]),
        kcal_per_100g=number(row["kcal_per_100g"]),
        allergens=words(row["allergens"]),
        alias_clash=row["alias_clash"],
        cautions=row["cautions"],
        **_composition(row),
    )


def _composition(row: dict[str, str]) -> dict[str, float]:
    """Mass fractions scaled to sum to exactly 1 (the table rounds to three decimals)."""
    parts = {field: number(row[field]) for field in FRACTIONS}
    total = sum(parts.values())
    return {field: part / total for field, part in parts.items()}


@cache
def catalogue() -> dict[str, Ingredient]:
    """Every known ingredient by id."""
    return {row["id"]: _ingredient(row) for row in rows("ingredients")}


def normalise(text: str) -> str:
    """Lower case, straight quotes, single spaces, no punctuation but inner hyphens, apostrophes and %."""
    text = text.lower().replace("’", "'").replace("è", "e").replace("é", "e").replace("û", "u")
    text = re.sub(r"[^\w\s%'/-]", " ", text)
    return re.sub(r"\s+", " ", text.replace("-", " ")).strip(" '/")


def singular(word: str) -> str:
    """A noun in the singular, well enough for kitchen words (`cherries` → `cherry`, `leaves` → `leaf`)."""
    if word.endswith("ss") or len(word) < 4:
        return word
    for ending, stem in (("ies", "y"), ("ves", "f"), ("oes", "o"), ("ches", "ch"), ("shes", "sh")):
        if word.endswith(ending) and word not in ("cloves", "olives"):
            return word[: -len(ending)] + stem
    return word[:-1] if word.endswith("s") else word


def name_key(text: str) -> str:
    """The form in which names are compared: normalised, each word singular."""
    return " ".join(singular(word) for word in normalise(text).split())


@cache
def names() -> dict[str, tuple[str, ...]]:
    """Every way of naming an ingredient (as `name_key`) → the ids it can mean, the catalogue's own name first."""
    found: dict[str, list[str]] = {}
    for item in catalogue().values():
        for spelling in (item.name, *item.aliases):
            ids = found.setdefault(name_key(spelling), [])
            if item.id not in ids:
                ids.append(item.id)
    # Shortened names ("Baking powder (double acting)" → "baking powder") go to the first who has them.
    for item in catalogue().values():
        plain = re.sub(r"\(.*?\)", "", item.name)
        for spelling in (plain, plain.split(",")[0], item.id.replace("_", " ")):
            found.setdefault(name_key(spelling), [item.id])
    return {key: tuple(ids) for key, ids in found.items() if key}
