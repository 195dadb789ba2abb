"""What does one piece hold?"""

from ..base import Value
from ..card import Part
from ..formula import Role, WeighedLine
from ..ingredients import Ingredient, catalogue
from .batch import Batch

KJ_PER_KCAL = 4.184
# kcal per gram, the usual label factors: for what the table gives no energy of its own.
ENERGY_KCAL = {"fat": 9.0, "carbohydrate": 4.0, "polyol": 2.4, "fibre": 2.0, "protein": 4.0, "alcohol": 7.0}


class Nutrition(Value):
    """One baked piece, worked out from the ingredients; information, not a label."""

    energy_kj: float
    energy_kcal: float
    fat_g: float
    carbohydrate_g: float
    sugars_g: float
    fibre_g: float
    protein_g: float
    salt_g: float


def nutrition_of(lines: tuple[WeighedLine, ...], piece_g: float, batch: Batch) -> Nutrition:
    """The dough's lines by the piece's share of it; fillings, glazes and other parts shared over the batch's pieces by weight.
    Only water is taken to leave in the oven."""
    held = dict.fromkeys(
        ("fat", "carbohydrate", "polyol", "fibre", "protein", "alcohol", "sugars", "salt", "kcal"), 0.0
    )
    for line in lines:
        item = catalogue().get(line.reading.ingredient_id or "")
        grams = line.reading.mass_g
        if item is None or not grams:
            continue
        if line.part is Part.DOUGH:
            share = grams * piece_g / batch.dough_g
        else:
            share = grams * batch.of_parts.get(line.part, batch.shaped_g / batch.dough_g) * piece_g / batch.pieces_g
        for name, fraction in _fractions(item).items():
            held[name] += fraction * share
        held["kcal"] += kcal_per_g(item) * share
        if line.role is Role.SALT:
            held["salt"] += share
    return Nutrition(
        energy_kj=KJ_PER_KCAL * held["kcal"], energy_kcal=held["kcal"],
        fat_g=held["fat"], carbohydrate_g=held["carbohydrate"] + held["polyol"], sugars_g=held["sugars"],
        fibre_g=held["fibre"], protein_g=held["protein"], salt_g=held["salt"],
    )  # fmt: skip


def kcal_per_g(item: Ingredient) -> float:
    """Energy of one gram [kcal], as tabulated; by the label factors where the table has none. The two differ where a sugar
    gives less than its kind does (erythritol 0.2, allulose 0.4) or where acids and husks count.

    >>> from finebatch.core.ingredients import catalogue
    >>> kcal_per_g(catalogue()["erythritol"])
    0.2
    """
    by_factors = sum(ENERGY_KCAL[name] * fraction for name, fraction in _fractions(item).items() if name in ENERGY_KCAL)
    return item.kcal_per_100g / 100 or by_factors


def _fractions(item: Ingredient) -> dict[str, float]:
    return {
        "fat": item.fat, "carbohydrate": item.sugars + item.starch, "polyol": item.polyol, "fibre": item.fibre,
        "protein": item.protein, "alcohol": item.alcohol, "sugars": item.sugars,
    }  # fmt: skip
