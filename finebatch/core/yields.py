"""What the batch comes to: counted, weighed raw and baked, with what each piece holds."""

from .bakemodel import Interval
from .baking import Outcome
from .dough import Dough
from .finishing import FinishPlan
from .formula import Part, Role, WeighedLine
from .ingredients import Ingredient, catalogue
from .loading import TrayPlan
from .value import Value

# kJ per gram and kcal per gram, the usual label factors (fat, carbohydrate, polyol, fibre, protein, alcohol).
ENERGY_KJ = {"fat": 37.0, "carbohydrate": 17.0, "polyol": 10.0, "fibre": 8.0, "protein": 17.0, "alcohol": 29.0}
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


class Yield(Value):
    """`count * raw_each_g + leftover_g` is `batch_raw_g`; the loss is water. `toppings_each_g` is laid on beside."""

    label: str
    count: int
    raw_each_g: float
    baked_each_g: Interval
    batch_raw_g: float
    baked_total_g: Interval
    loss_total_g: Interval
    leftover_g: float
    leftover_is: str
    per_tray: int
    loads: int
    toppings_each_g: float
    nutrition: Nutrition


LEFTOVERS = {
    "cutout": "trimmings after the last roll", "sheet": "trimmings after the last roll", "pan": "trimmed edges",
    "log": "in the heels", "rusk": "in the heels",
}  # fmt: skip


def yield_of(
    label: str, kind: str, dough: Dough, outcome: Outcome, trays: TrayPlan | None, lines: tuple[WeighedLine, ...],
    finishes: tuple[FinishPlan, ...], leftover_g: float, all_pieces_g: float,
) -> Yield:  # fmt: skip
    """The statement for one size of cookie; `all_pieces_g` is what all sizes weigh raw. The twice-baked lose their water
    in two bakes."""
    pieces, loss = outcome.pieces, outcome.baked.loss_pct
    baked = Interval(
        value=pieces.mass_g * (1 - loss.value / 100),
        low=pieces.mass_g * (1 - loss.high / 100),
        high=pieces.mass_g * (1 - loss.low / 100),
    )
    if outcome.second is not None:
        baked = outcome.second.dried_g
    total = _times(baked, pieces.count)
    raw = pieces.mass_g * pieces.count
    return Yield(
        label=label, count=pieces.count, raw_each_g=pieces.mass_g, baked_each_g=baked, batch_raw_g=dough.mass_g,
        baked_total_g=total, loss_total_g=Interval(value=raw - total.value, low=raw - total.high, high=raw - total.low),
        leftover_g=leftover_g, leftover_is=LEFTOVERS.get(kind, "dough over"),
        per_tray=trays.most_per_tray if trays else 0, loads=len(trays.loads) if trays else 0,
        toppings_each_g=sum(plan.each_g for plan in finishes),
        nutrition=nutrition_of(lines, pieces.mass_g, dough.mass_g, all_pieces_g),
    )  # fmt: skip


def _times(each: Interval, count: int) -> Interval:
    return Interval(value=each.value * count, low=each.low * count, high=each.high * count)


def nutrition_of(lines: tuple[WeighedLine, ...], piece_g: float, dough_g: float, all_pieces_g: float) -> Nutrition:
    """The dough's lines by the piece's share of it; fillings, glazes and other parts shared over all pieces by weight.
    Only water is taken to leave in the oven."""
    held = dict.fromkeys(("fat", "carbohydrate", "polyol", "fibre", "protein", "alcohol", "sugars", "salt"), 0.0)
    for line in lines:
        item = catalogue().get(line.reading.ingredient_id or "")
        grams = line.reading.mass_g
        if item is None or not grams:
            continue
        share = grams * piece_g / (dough_g if line.part is Part.DOUGH else all_pieces_g)
        for name, fraction in _fractions(item).items():
            held[name] += fraction * share
        if line.role is Role.SALT:
            held["salt"] += share
    return Nutrition(
        energy_kj=sum(ENERGY_KJ[name] * held[name] for name in ENERGY_KJ),
        energy_kcal=sum(ENERGY_KCAL[name] * held[name] for name in ENERGY_KCAL),
        fat_g=held["fat"], carbohydrate_g=held["carbohydrate"] + held["polyol"], sugars_g=held["sugars"],
        fibre_g=held["fibre"], protein_g=held["protein"], salt_g=held["salt"],
    )  # fmt: skip


def _fractions(item: Ingredient) -> dict[str, float]:
    return {
        "fat": item.fat, "carbohydrate": item.sugars + item.starch, "polyol": item.polyol, "fibre": item.fibre,
        "protein": item.protein, "alcohol": item.alcohol, "sugars": item.sugars,
    }  # fmt: skip
