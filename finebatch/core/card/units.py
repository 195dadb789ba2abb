"""Which units do people write, and what are they worth?"""

from enum import StrEnum

from ..base import US_CUP_ML, US_TBSP_ML, US_TSP_ML
from ..ingredients import Ingredient
from ..kitchen import CUP_ML, FL_OZ_ML, PINT_ML, TBSP_ML, TSP_ML, CupFill, Habit


class Unit(StrEnum):
    """A unit as the reader understands it; `piece` counts things, the named pieces weigh what the row says."""

    G = "g"
    KG = "kg"
    OZ = "oz"
    LB = "lb"
    ML = "ml"
    LITRE = "l"
    CUP = "cup"
    TBSP = "tbsp"
    TSP = "tsp"
    FL_OZ = "fl oz"
    PINT = "pint"
    STICK = "stick"
    PINCH = "pinch"
    DASH = "dash"
    KNOB = "knob"
    HANDFUL = "handful"
    TIN = "tin"
    BLOCK = "block"
    PACKET = "packet"
    PIECE = "piece"


# Spellings a card may use, longest first where one begins another. `T` and `t` keep their case.
SPELLINGS: dict[Unit, tuple[str, ...]] = {
    Unit.FL_OZ: ("fluid ounces", "fluid ounce", "fl. oz.", "fl. oz", "fl oz", "floz"),
    Unit.KG: ("kilograms", "kilogram", "kilos", "kilo", "kgs", "kg"),
    Unit.G: ("grams", "gram", "grammes", "gms", "gm", "gr", "g"),
    Unit.LB: ("pounds", "pound", "lbs", "lb"),
    Unit.OZ: ("ounces", "ounce", "oz"),
    Unit.ML: ("millilitres", "milliliters", "millilitre", "milliliter", "mls", "ml"),
    Unit.LITRE: ("litres", "liters", "litre", "liter", "ltr", "l"),
    Unit.CUP: ("cupfuls", "cupful", "cups", "cup", "c"),
    Unit.TBSP: (
        "tablespoonfuls",
        "tablespoonful",
        "tablespoons",
        "tablespoon",
        "tbsps",
        "tbsp",
        "tbs",
        "tblsp",
        "tb",
        "T",
    ),
    Unit.TSP: ("teaspoonfuls", "teaspoonful", "teaspoons", "teaspoon", "tsps", "tsp", "t"),
    Unit.PINT: ("pints", "pint", "pt"),
    Unit.STICK: ("sticks", "stick"),
    Unit.PINCH: ("pinches", "pinch"),
    Unit.DASH: ("dashes", "dash", "splash"),
    Unit.KNOB: ("knobs", "knob"),
    Unit.HANDFUL: ("handfuls", "handful"),
    Unit.TIN: ("tins", "tin", "cans", "can"),
    Unit.BLOCK: ("blocks", "block"),
    Unit.PACKET: ("packets", "packet", "sachets", "sachet", "pkts", "pkt"),
    Unit.PIECE: ("pieces", "piece", "pcs", "pc"),
}


MASS_G = {Unit.G: 1.0, Unit.KG: 1000.0, Unit.OZ: 28.35, Unit.LB: 453.592}
LOOSE = {Unit.PINCH, Unit.DASH, Unit.KNOB, Unit.HANDFUL}  # units that say how much only roughly
KNOB_G = 15.0
HANDFUL_G = 35.0
PINCH_ML = 0.308
DASH_ML = 0.616
STICK_G = 113.4
_PIECE_KEYS = {
    Unit.STICK: ("stick",),
    Unit.TIN: ("can",),
    Unit.BLOCK: ("block",),
    Unit.PACKET: ("packet", "sachet"),
    Unit.PINCH: ("pinch",),
}


def spelt(word: str) -> Unit | None:
    """The unit a card's word means; `T` is a tablespoon and `t` a teaspoon, all else ignores case."""
    for unit, spellings in SPELLINGS.items():
        if word in spellings or (word.lower() in spellings and word not in ("T", "t")):
            return unit
    return None


def volume_ml(unit: Unit, habit: Habit) -> float | None:
    """Millilitres in one `unit` by this kitchen's spoons and cups, or None if it is not a volume."""
    region = habit.region
    return {
        Unit.ML: 1.0,
        Unit.LITRE: 1000.0,
        Unit.CUP: CUP_ML[region],
        Unit.TBSP: TBSP_ML[region],
        Unit.TSP: TSP_ML[region],
        Unit.FL_OZ: FL_OZ_ML[region],
        Unit.PINT: PINT_ML[region],
        Unit.PINCH: PINCH_ML,
        Unit.DASH: DASH_ML,
    }.get(unit)


def grams_per_unit(unit: Unit, item: Ingredient, habit: Habit, packed: bool = False) -> float | None:
    """Grams of `item` in one `unit`, or None where the unit does not fit it (a stick of flour).

    Cups use the table's weight for the baker's way of filling; spoons the table's spoon weight, both scaled from US
    measures to the country's. Millilitres, pints and fluid ounces use the cup's bulk density.
    """
    if unit in MASS_G:
        return MASS_G[unit]
    for key in _PIECE_KEYS.get(unit, ()):
        if key in item.piece_g:
            return item.piece_g[key]
    if unit is Unit.STICK and item.category == "fat":
        return STICK_G
    if unit is Unit.KNOB:
        return KNOB_G if item.category == "fat" else None
    if unit is Unit.HANDFUL:
        return HANDFUL_G if item.category in ("nut", "seed", "chocolate", "candy", "fruit", "grain_flake") else None
    ml = volume_ml(unit, habit)
    if ml is None:
        return None
    if unit in (Unit.TSP, Unit.PINCH, Unit.DASH):
        return item.g_per_tsp * ml / US_TSP_ML if item.g_per_tsp else None
    if unit is Unit.TBSP:
        return item.g_per_tbsp * ml / US_TBSP_ML if item.g_per_tbsp else None
    # The baker's own cup is a cup of their own set, whatever its size; part cups and other volumes follow from it.
    own = habit.own_cup_g(item.id)
    if own is not None:
        return own * ml / CUP_ML[habit.region]
    cup_g = _cup_g(item, habit, packed)
    return cup_g * ml / US_CUP_ML if cup_g else None


def _cup_g(item: Ingredient, habit: Habit, packed: bool) -> float:
    # Brown sugars are pressed into the cup by custom; the table gives a packed weight only where that is so.
    if packed or (item.category == "sugar" and item.g_per_cup_packed > item.g_per_cup_scooped):
        return item.g_per_cup_packed
    return item.g_per_cup_scooped if habit.cup_fill is CupFill.SCOOPED else item.g_per_cup_spooned
