"""Which units do people write, and what are they worth?"""

from enum import StrEnum

from ..base import G_PER_OZ, US_CUP_ML, US_TBSP_ML, US_TSP_ML
from ..ingredients import Ingredient
from ..kitchen import CUP_ML, FL_OZ_ML, PINT_ML, TBSP_ML, TSP_ML, CupFill, Habit


class Unit(StrEnum):
    """A unit as the reader understands it; `piece` counts things, the named pieces weigh what the row says."""

    G = "g"
    KG = "kg"
    OZ = "oz"
    LB = "lb"
    ML = "ml"
    CL = "cl"
    DL = "dl"
    LITRE = "l"
    CUP = "cup"
    TBSP = "tbsp"
    DESSERTSPOON = "dessertspoon"
    TSP = "tsp"
    FL_OZ = "fl oz"
    GILL = "gill"
    PINT = "pint"
    QUART = "quart"
    STICK = "stick"
    SALTSPOON = "saltspoon"
    PINCH = "pinch"
    SMIDGEN = "smidgen"
    KNIFE_TIP = "knife tip"
    DASH = "dash"
    DROP = "drop"
    SPLASH = "splash"
    GLUG = "glug"
    SPOONFUL = "spoonful"
    KNOB = "knob"
    PAT = "pat"
    HANDFUL = "handful"
    TEACUP = "teacup"
    KATORI = "katori"
    GLASS = "glass"
    LADLE = "ladle"
    STRAND = "strand"
    SPRIG = "sprig"
    TIN = "tin"
    BLOCK = "block"
    SQUARE = "square"
    LEAF = "leaf"
    BALL = "ball"
    PACKET = "packet"
    PIECE = "piece"


# Spellings a card may use. `T` and `t` keep their case.
SPELLINGS: dict[Unit, tuple[str, ...]] = {
    Unit.FL_OZ: ("fluid ounces", "fluid ounce", "fl . oz", "fl oz", "floz"),
    Unit.KG: ("kilograms", "kilogram", "kilogrammes", "kilogramme", "kilos", "kilo", "kgs", "kg"),
    Unit.G: ("grams", "gram", "grammes", "gramme", "gms", "gm", "gr", "grs", "g"),
    Unit.LB: ("pounds", "pound", "lbs", "lb", "#"),
    Unit.OZ: ("ounces", "ounce", "ozs", "oz"),
    Unit.ML: ("millilitres", "milliliters", "millilitre", "milliliter", "mls", "ml", "cc", "krm"),
    Unit.CL: ("centilitres", "centiliters", "centilitre", "centiliter", "cl"),
    Unit.DL: ("decilitres", "deciliters", "decilitre", "deciliter", "dl"),
    Unit.LITRE: ("litres", "liters", "litre", "liter", "ltr", "lt", "l"),
    Unit.CUP: ("cupfuls", "cupful", "cups", "cup", "c"),
    Unit.TBSP: (
        "tablespoonfuls", "tablespoonful", "tablespoons", "tablespoon", "tbsps", "tbsp", "tbspn", "tbs", "tblsp", "tblsps",
        "tbls", "tbl", "tb", "tabsp", "T", "EL", "msk", "ss",
    ),
    Unit.DESSERTSPOON: ("dessertspoonfuls", "dessertspoonful", "dessertspoons", "dessertspoon", "dstspn", "dsp", "dessertsp"),
    Unit.TSP: (
        "teaspoonfuls", "teaspoonful", "teaspoons", "teaspoon", "tsps", "tsp", "tspn", "teasp", "ts", "t", "TL", "tsk",
    ),
    Unit.GILL: ("gills", "gill"),
    Unit.PINT: ("pints", "pint", "pt", "pts"),
    Unit.QUART: ("quarts", "quart", "qt", "qts"),
    Unit.STICK: ("sticks", "stick"),
    Unit.SALTSPOON: ("saltspoonfuls", "saltspoonful", "saltspoons", "saltspoon"),
    Unit.PINCH: ("pinches", "pinch", "chutki"),
    Unit.SMIDGEN: ("smidgens", "smidgen", "smidge"),
    Unit.KNIFE_TIP: ("knife tip", "knife point", "tip of a knife", "msp"),
    Unit.DASH: ("dashes", "dash"),
    Unit.DROP: ("drops", "drop"),
    Unit.SPLASH: ("splashes", "splash", "drizzle"),
    Unit.GLUG: ("glugs", "glug", "slug"),
    Unit.SPOONFUL: ("spoonfuls", "spoonful", "spoons", "spoon"),
    Unit.KNOB: ("knobs", "knob"),
    Unit.PAT: ("pats", "pat"),
    Unit.HANDFUL: ("handfuls", "handful"),
    Unit.TEACUP: ("teacupfuls", "teacupful", "teacups", "teacup"),
    Unit.KATORI: ("katoris", "katori", "vati", "bowl", "bowls"),
    Unit.GLASS: ("wine glasses", "wine glass", "wineglass", "tumblers", "tumbler", "glasses", "glass", "mugs", "mug"),
    Unit.LADLE: ("ladlefuls", "ladleful", "ladles", "ladle", "dippers", "dipper"),
    Unit.STRAND: ("strands", "strand", "threads", "thread"),
    Unit.SPRIG: ("sprigs", "sprig"),
    Unit.TIN: ("tins", "tin", "cans", "can", "jars", "jar", "tubs", "tub"),
    Unit.BLOCK: ("blocks", "block", "bars", "bar", "slabs", "slab"),
    Unit.SQUARE: ("squares", "square"),
    Unit.LEAF: ("leaves", "leaf", "sheets", "sheet"),
    Unit.BALL: ("balls", "ball"),
    Unit.PACKET: (
        "packets", "packet", "sachets", "sachet", "pkts", "pkt", "pkgs", "pkg", "packages", "package", "packs", "pack",
        "pck", "boxes", "box", "bags", "bag", "envelopes", "envelope", "env", "pouches", "pouch", "cartons", "carton",
    ),
    Unit.PIECE: ("pieces", "piece", "pcs", "pc", "nos", "no", "pods", "pod", "cubes", "cube"),
}  # fmt: skip
# Spellings that only cards in another language use, or that differ from house to house: what they mean is asked.
UNUSUAL = frozenset({"EL", "TL", "msk", "tsk", "ss", "krm", "msp", "chutki", "dstspn", "dsp", "dessertsp"})
# No two of them are alike: the grams are a guess, and asked.
VARYING = frozenset(
    {
        Unit.GILL, Unit.SALTSPOON, Unit.KNIFE_TIP, Unit.SPOONFUL, Unit.KNOB, Unit.HANDFUL, Unit.TEACUP, Unit.KATORI, Unit.GLASS,
        Unit.LADLE, Unit.GLUG, Unit.STRAND, Unit.BALL, Unit.DROP,
    }
)  # fmt: skip
# Vessels that a household has one of: asked once how much it holds.
VESSELS = frozenset({Unit.SPOONFUL, Unit.TEACUP, Unit.KATORI, Unit.GLASS, Unit.LADLE})
CONTAINERS = frozenset({Unit.TIN, Unit.PACKET, Unit.BLOCK})
# Units that may stand without a number: "pinch of salt".
LONE = frozenset(
    {Unit.PINCH, Unit.DASH, Unit.SMIDGEN, Unit.KNOB, Unit.PAT, Unit.HANDFUL, Unit.GLUG, Unit.SPLASH, Unit.KNIFE_TIP}
)

# So little that nobody weighs it.
ROUGH = frozenset({Unit.PINCH, Unit.SMIDGEN, Unit.DASH, Unit.DROP, Unit.KNIFE_TIP, Unit.STRAND, Unit.SALTSPOON})

MASS_G = {Unit.G: 1.0, Unit.KG: 1000.0, Unit.OZ: G_PER_OZ, Unit.LB: 453.592}
# Rough measures: what they may be, as a share of the usual.
WIDTH: dict[Unit, tuple[float, float]] = {
    Unit.PINCH: (0.6, 1.6), Unit.DASH: (0.5, 2.0), Unit.SMIDGEN: (0.6, 1.6), Unit.KNOB: (0.67, 1.33), Unit.PAT: (0.8, 1.4),
    Unit.HANDFUL: (0.7, 1.3), Unit.GLUG: (0.5, 1.7), Unit.SPOONFUL: (0.5, 1.5), Unit.TEACUP: (0.85, 1.25),
    Unit.KATORI: (0.8, 1.35), Unit.GLASS: (0.7, 1.4), Unit.LADLE: (0.6, 1.6), Unit.SALTSPOON: (0.8, 1.5), Unit.KNIFE_TIP: (0.5, 2.0),
    Unit.GILL: (0.83, 1.0), Unit.DROP: (0.7, 1.5), Unit.BALL: (0.67, 1.35), Unit.STRAND: (0.5, 2.0), Unit.SPRIG: (0.6, 1.6),
}  # fmt: skip
KNOB_G = 15.0
PAT_G = 5.0
HANDFUL_G = 35.0
BALL_G = 18.0
STRAND_G = 0.003
STICK_G = 113.4
_PIECE_KEYS = {
    Unit.STICK: ("stick",),
    Unit.TIN: ("can",),
    Unit.BLOCK: ("block",),
    Unit.PACKET: ("packet", "sachet"),
    Unit.PINCH: ("pinch",),
    Unit.PAT: ("pat",),
    Unit.LEAF: ("leaf",),
    Unit.SQUARE: ("square",),
    Unit.SPRIG: ("sprig",),
    Unit.DROP: ("drop",),
}
# Millilitres of the measures that have one size; cups, spoons, fluid ounces and pints are the country's.
_ML = {
    Unit.ML: 1.0, Unit.CL: 10.0, Unit.DL: 100.0, Unit.LITRE: 1000.0, Unit.DESSERTSPOON: 10.0, Unit.SALTSPOON: 1.2,
    Unit.PINCH: 0.308, Unit.SMIDGEN: 0.154, Unit.KNIFE_TIP: 0.4, Unit.DASH: 0.616, Unit.DROP: 0.05, Unit.GLUG: 20.0,
    Unit.SPOONFUL: 15.0, Unit.TEACUP: 180.0, Unit.KATORI: 150.0, Unit.GLASS: 200.0, Unit.LADLE: 120.0, Unit.GILL: 142.065,
}  # fmt: skip


_BY_SPELLING = {spelling: unit for unit, spellings in SPELLINGS.items() for spelling in spellings}
_CASED = frozenset({"T", "t", "EL", "TL"})
MOST_WORDS = 4  # of one unit
_BY_TEASPOON = frozenset(
    {Unit.TSP, Unit.PINCH, Unit.SMIDGEN, Unit.DASH, Unit.SALTSPOON, Unit.KNIFE_TIP, Unit.DROP}
)  # fmt: skip
_BY_TABLESPOON = frozenset({Unit.TBSP, Unit.DESSERTSPOON, Unit.SPOONFUL, Unit.GLUG})


def spelt(word: str) -> Unit | None:
    """The unit a card's word means; `T` is a tablespoon and `t` a teaspoon, all else ignores case."""
    if word in _CASED:
        return _BY_SPELLING[word]
    return None if word.lower() in ("t", "el", "tl") and word not in _CASED else _BY_SPELLING.get(word.lower())


def volume_ml(unit: Unit, habit: Habit) -> float | None:
    """Millilitres in one `unit` by this kitchen's spoons and cups, or None if it is not a volume."""
    region = habit.region
    return {
        Unit.CUP: CUP_ML[region],
        Unit.TBSP: TBSP_ML[region],
        Unit.TSP: TSP_ML[region],
        Unit.FL_OZ: FL_OZ_ML[region],
        Unit.PINT: PINT_ML[region],
        Unit.QUART: 2 * PINT_ML[region],
    }.get(unit, _ML.get(unit))


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
    if unit in (Unit.KNOB, Unit.PAT):
        return {Unit.KNOB: KNOB_G, Unit.PAT: PAT_G}[unit] if item.category == "fat" else None
    if unit in (Unit.HANDFUL, Unit.BALL):
        lumps = item.category in ("nut", "seed", "chocolate", "candy", "fruit", "grain_flake", "spice")
        return {Unit.HANDFUL: HANDFUL_G, Unit.BALL: BALL_G}[unit] if lumps else None
    if unit is Unit.STRAND:
        return STRAND_G if item.category == "spice" else None
    ml = volume_ml(unit, habit)
    if ml is None:
        return None
    if unit in _BY_TEASPOON:
        return item.g_per_tsp * ml / US_TSP_ML if item.g_per_tsp else None
    if unit in _BY_TABLESPOON:
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
