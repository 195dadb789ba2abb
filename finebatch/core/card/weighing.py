"""How many grams is an amount of this ingredient, by its own measure and by what the card says beside it?"""

import re

from ..ingredients import Ingredient, catalogue, normalise
from ..kitchen import CUP_ML, EGG_SIZE, TBSP_ML, Habit
from .amounts import Measure, grams_of, measure_at, millilitres_of
from .items import Item
from .numbers import tokens_of
from .units import CONTAINERS, MASS_G, Unit, grams_per_unit, volume_ml

ABSURD_MASS_G = 20_000.0
# More than a home mixes of one thing at a time, by what it is: asked, for a unit is more often wrong than a baker that bold.
MOST_G = {
    "leavener": 250.0, "salt": 400.0, "spice": 250.0, "flavour": 1500.0, "egg": 3000.0, "starch": 5000.0, "liquid": 6000.0,
    "flour": 10_000.0, "sugar": 8000.0, "fat": 8000.0,
}  # fmt: skip
_OUNCES = 0.17  # cards round an ounce to 25 or 30 g, three to 75
_DISAGREE = 0.10  # two measures of one amount may differ by so much before the baker is asked which
_FRUIT_SIZE = {"small": 0.7, "large": 1.3, "big": 1.3}
_SHELL = 0.88  # of an egg's weight in its shell is egg


def weigh(
    measure: Measure, item: Item, row: Ingredient, habit: Habit
) -> tuple[float, float, list[str], list[str]] | None:
    """Low and high grams, what is doubtful about them, and what is worth saying. A weight the card states wins over our own."""
    own = _by_own_measure(measure, item, row, habit)
    beside = measure.beside or _bracketed(item.name)
    if beside is None or beside.low <= 0:
        return (*own, [], []) if own else None
    stated = grams_of(beside) if grams_of(beside) is not None else _by_own_measure(beside, item, row, habit)
    if isinstance(stated, tuple):
        stated = stated[1]
    if stated is not None and beside.contained and measure.unit in CONTAINERS:
        return measure.low * stated, measure.high * stated, [], []
    if stated is None:
        return (*own, [], []) if own else None
    if beside.unit in MASS_G and row.id.startswith("egg_") and measure.unit in (None, Unit.PIECE) and own:
        stated = stated * (_SHELL if stated > 1.08 * own[1] and row.id == "egg_whole" else 1.0)
    if measure.unit in MASS_G and own:  # the weight stands first, the bracket says it again
        apart = _apart(own[1], stated, beside, row, habit)
        doubts = [f"the card says {own[1]:.0f} g and {stated:.0f} g: which?"] if apart else []
        return (*own, doubts, [])
    if own is None:
        return stated, stated, [], []
    if _apart(stated, own[1], measure, row, habit):
        return (
            stated,
            stated,
            [f"the card says {stated:.0f} g, this kitchen's measure gives {own[1]:.0f} g: which?"],
            [],
        )
    differs = abs(own[1] / stated - 1) > 0.15
    note = [f"the card says {stated:.0f} g, this kitchen's measure gives {own[1]:.0f} g"] if differs else []
    return stated, stated, [], note


def _apart(weight_g: float, measured_g: float, measure: Measure, row: Ingredient, habit: Habit) -> bool:
    """Whether two measures of one amount differ by more than a tenth beyond what cups, countries and eggs differ among themselves."""
    if measured_g <= 0:
        return True
    if measure.unit in MASS_G:
        return abs(weight_g / measured_g - 1) > _OUNCES
    cups = [cup for cup in (row.g_per_cup_spooned, row.g_per_cup_scooped, row.g_per_cup_packed) if cup]
    volume = measure.unit not in (None, Unit.PIECE, *_PIECES)
    if not volume or not cups:
        return not 0.7 < weight_g / measured_g < 1.45
    cup = grams_per_unit(Unit.CUP, row, habit, measure.packed) or cups[0]
    # A cup is 237 to 250 ml; how it is filled is the table's from spooned to packed; a heaped or sifted one differs further.
    least, most = min(cups) / cup * 0.94, max(cups) / cup * 1.06
    if measure.unit not in (Unit.CUP, Unit.ML, Unit.DL, Unit.LITRE, Unit.CL):
        least, most = least * 0.75, most * 1.35
    return not measured_g * least * (1 - _DISAGREE) <= weight_g <= measured_g * most * (1 + _DISAGREE)


_PIECES = (Unit.STICK, Unit.TIN, Unit.BLOCK, Unit.PACKET, Unit.SQUARE, Unit.LEAF, Unit.BALL)


def _bracketed(name: str) -> Measure | None:
    """The measure in a bracket behind the name: "1 cup flour (120 g)", "half a tin of milk (400 g tin)"."""
    for found in re.finditer(r"\(([^()]*)\)", name):
        tokens = tokens_of(re.sub(r"^\s*(?:about|approx\.?|approximately|~|total)\s*", "", found[1]))
        measure = measure_at(tokens, 0, lone=False) if tokens else None
        if measure and measure.end >= len(tokens) and measure.measure.unit and measure.measure.unit is not Unit.PIECE:
            return measure.measure
    return None


def _by_own_measure(measure: Measure, item: Item, row: Ingredient, habit: Habit) -> tuple[float, float] | None:
    each = _grams_each(measure, item, row, habit)
    if each is None:
        return None
    extra = sum(
        part.low * (grams_per_unit(part.unit, row, habit, part.packed) or 0.0) for part in measure.extra if part.unit
    )
    if measure.unit in MASS_G and measure.each and row.id == "egg_whole":
        each *= _SHELL
    scale = _own_size(measure, habit)
    sifted = 0.94 if re.match(r"sifted\b", item.name, re.I) and measure.unit is Unit.CUP else 1.0
    low, high = measure.low * each * scale * sifted + extra, measure.high * each * scale * sifted + extra
    if measure.other is not None and measure.unit in MASS_G:
        raise_low = _thousands(measure, each, row)
        if raise_low is not None:
            return raise_low, raise_low
    return low, high


def _thousands(measure: Measure, each: float, row: Ingredient) -> float | None:
    """ "1.500 kg" is one and a half where fifteen hundred is more than anybody mixes; None where the thousands stand."""
    assert measure.other is not None
    most = MOST_G.get(row.category, ABSURD_MASS_G)
    return measure.other * each if measure.high * each > most and measure.other * each <= most else None


def _own_size(measure: Measure, habit: Habit) -> float:
    """Where the line says how large its cup or spoon is."""
    if measure.cup_ml and measure.unit is Unit.CUP:
        return measure.cup_ml / CUP_ML[habit.region]
    if measure.tbsp_ml and measure.unit is Unit.TBSP:
        return measure.tbsp_ml / TBSP_ML[habit.region]
    own_ml = habit.own_measure_ml(measure.vessel) if measure.vessel and measure.unit else None
    if own_ml and measure.unit:
        return own_ml / (volume_ml(measure.unit, habit) or own_ml)
    beside = measure.beside
    millilitres = millilitres_of(beside, habit) if beside else None
    if millilitres and measure.unit in (Unit.CUP, Unit.TBSP) and measure.high:
        said = millilitres / measure.high
        usual = CUP_ML[habit.region] if measure.unit is Unit.CUP else TBSP_ML[habit.region]
        return said / usual if 0.7 < said / usual < 1.45 else 1.0
    return 1.0


def _grams_each(measure: Measure, item: Item, row: Ingredient, habit: Habit) -> float | None:
    """Grams of one of what the measure counts, or None if that cannot be said."""
    if measure.unit not in (None, Unit.PIECE):
        assert measure.unit is not None
        packed = measure.packed or bool({"packed", "pressed"} & set(normalise(item.name).split()))
        return grams_per_unit(measure.unit, row, habit, packed)
    pieces = row.piece_g
    if row.id.startswith("egg_"):
        said = re.search(r"\b(?:size\s+)([sml]|xl)\b|\(\s*(s|m|l|xl)\s*\)", item.name, re.I)
        letters = {"s": "small", "m": "medium", "l": "large", "xl": "extra_large"}
        named = measure.size or (letters[(said[1] or said[2]).lower()] if said else "")
        size = named or EGG_SIZE[habit.region]
        sizes = (f"{habit.region.value}_{size}", size, "large", "one", "one_egg")
        return next((pieces[key] for key in sizes if key in pieces), None)
    if item.fruit:
        one = next((grams for key, grams in pieces.items() if key.endswith("_of_one")), None)
        sized = re.search(r"\b(small|large|big)\b", item.text, re.I)
        return one * _FRUIT_SIZE[sized[1].lower()] if one and sized else one
    singles: tuple[str, ...] = (
        "each",
        "one",
        "one_egg",
        "pod",
        "carrot",
        "stick",
        "square",
        "bag",
        "biscuit",
        "packet",
        "espresso_shot",
        "leaf",
        "can",
    )
    if "half" in pieces:
        return pieces["half"] * (1 if re.search(r"\b(half|halves)\b", item.name, re.I) else 2)
    if row.category == "spice":
        singles = ("whole", *singles)
    own = next((pieces[key] for key in singles if key in pieces), None)
    return own if own is not None else _whole_ones(row)


def _whole_ones(row: Ingredient) -> float | None:
    """Grams of one of a nut or fruit that is only listed cut: "10 almonds, sliced"."""
    stem = row.id.split("_")[0]
    kin = (item for id, item in catalogue().items() if id.startswith(stem) and item.category == row.category)
    return next((item.piece_g["each"] for item in kin if "each" in item.piece_g), None)
