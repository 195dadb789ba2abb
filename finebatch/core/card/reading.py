"""What does one written line mean: which ingredient, how many grams, and how sure is that reading?"""

import re
from dataclasses import replace
from functools import lru_cache

from ..base import Value
from ..ingredients import Ingredient, catalogue, normalise
from ..kitchen import CUP_ML, EGG_SIZE, TBSP_ML, Habit
from .amounts import Measure, grams_of, measure_at, millilitres_of
from .items import Item, is_step, items_of
from .line import Part
from .names import Choice, Match, Sureness, choices_of, sure_in
from .numbers import tokens_of
from .units import CONTAINERS, MASS_G, ROUGH, WIDTH, Unit, grams_per_unit, volume_ml
from .writing import Household, household

ABSURD_MASS_G = 20_000.0
# More than a home mixes of one thing at a time, by what it is: asked, for a unit is more often wrong than a baker that bold.
_MOST_G = {
    "leavener": 250.0, "salt": 400.0, "spice": 250.0, "flavour": 1500.0, "egg": 3000.0, "starch": 5000.0, "liquid": 6000.0,
    "flour": 10_000.0, "sugar": 8000.0, "fat": 8000.0,
}  # fmt: skip
# Less than anybody weighs of what makes the dough: a mark or a unit was misread.
_LEAST_G = {"flour": 2.0, "fat": 1.0, "sugar": 0.5}
# An amount that stands behind a comma, unless it says how large the pieces are or says the same again.
_AMOUNT_BEHIND = re.compile(
    r"(?<![\w.,])(?<!about )(?<!approx )(?<!approximately )(?<!from )(?<!into )(?<!or )(?<!each )(?<!roughly )(?<!total )\d[\d.,/]*\s*(?:g|gm|gms|kg|oz|lb|lbs|cups?|tbsp|tsp|ml|dl)\b(?! (?:pieces|chunks|cubes|lumps|each|tin|can|packet|pack|bag|jar))",
    re.I,
)
_OUNCES = 0.17  # cards round an ounce to 25 or 30 g, three to 75
_DISAGREE = 0.10  # two measures of one amount may differ by so much before the baker is asked which
# What goes on top where no amount is said.
ON_TOP = frozenset({"salt_flaky", "sprinkles", "sugar_pearl", "sugar_sanding"})
_FRUIT_SIZE = {"small": 0.7, "large": 1.3, "big": 1.3}
SHELL = 0.88  # of an egg's weight in its shell is egg


class Reading(Value):
    """What a line was read as. `mass_g` is the middle of a range; None when no weight could be worked out.

    `part` is where the line's own words put it; `by_feel` an amount to be added until it is right; `split` the ingredients
    of a line that holds several, each as a line of its own.
    """

    text: str
    amount_low: float | None = None
    amount_high: float | None = None
    unit: Unit | None = None
    ingredient_id: str | None = None
    ingredient_name: str = ""
    mass_g: float | None = None
    mass_low_g: float | None = None
    mass_high_g: float | None = None
    sureness: Sureness = Sureness.UNKNOWN
    note: str = ""
    choices: tuple[Choice, ...] = ()
    vessel: str = ""  # a measure of this household's own, which it says once how much it holds
    asked_name: str = ""  # the disputed name, where settling it once would settle it for good
    household: Household | None = None
    part: Part | None = None
    by_feel: bool = False
    optional: bool = False
    split: tuple[str, ...] = ()


@lru_cache(maxsize=8192)
def read_line(text: str, habit: Habit, ingredient_id: str | None = None, mass_g: float | None = None) -> Reading:
    """Read one line of a card. `ingredient_id` and `mass_g` are the baker's own answers and settle the question.

    A line with several ingredients is read as its first, and says so. Never raises for what a person may type: what cannot be
    read comes back `unknown` with the text kept.
    """
    first, *others = items_of(text)
    reading = _read(first, habit, ingredient_id, mass_g).model_copy(update={"text": text})
    if others and mass_g is None:
        note = "; ".join(
            part for part in (f"{1 + len(others)} ingredients in one line: make a line of each", reading.note) if part
        )
        update = {
            "split": tuple(item.text for item in (first, *others)),
            "note": note,
            "sureness": min(reading.sureness, Sureness.CHECK, key=_RANK),
        }
        reading = reading.model_copy(update=update)
    return reading


class Context(Value):
    """What the rest of a card tells of a line: that bare numbers are grams, that its foreign spoons are meant, how large cup and
    spoon are."""

    bare_g: bool = False
    foreign: bool = False
    cup_ml: float | None = None
    tbsp_ml: float | None = None


ALONE = Context()


def read_each(text: str, habit: Habit, context: Context = ALONE) -> tuple[Reading, ...]:
    """A reading for every ingredient of a line, each with the words it was read from."""
    return tuple(_read(_in_context(item, context), habit, None, None) for item in items_of(text))


def is_bare(item: Item) -> bool:
    """Whether an amount has no unit where one is needed: "flour 300"."""
    if item.measure is None or item.measure.unit is not None or item.fruit or not item.match.ids:
        return False
    row = catalogue()[item.match.ids[0]]
    return not row.id.startswith("egg_") and "each" not in row.piece_g and item.measure.high >= 1


def _in_context(item: Item, context: Context) -> Item:
    if item.measure is None:
        return item
    told: dict[str, object] = {}
    if context.bare_g and is_bare(item):
        told["unit"] = Unit.G
    if context.foreign:
        told["unusual"] = False
    told |= {"cup_ml": item.measure.cup_ml or context.cup_ml, "tbsp_ml": item.measure.tbsp_ml or context.tbsp_ml}
    return replace(item, measure=item.measure.model_copy(update=told))


_RANK = {Sureness.UNKNOWN: 0, Sureness.CHECK: 1, Sureness.SURE: 2}.__getitem__


def _read(item: Item, habit: Habit, ingredient_id: str | None, mass_g: float | None) -> Reading:
    match = item.match
    if match.asked and habit.region in sure_in(match.asked):
        match = match.model_copy(update={"certain": True, "note": f"taken as {catalogue()[match.ids[0]].name.lower()}"})
    chosen = ingredient_id or (habit.settled_id(match.asked) if match.asked else None)
    stands_in = not match.ids or match.guessed or match.partly
    if chosen:
        match = Match(ids=(chosen,) if chosen in catalogue() else (), certain=chosen in catalogue())
    own_name = _own_name(item.name) if chosen in catalogue() and stands_in else ""
    row = catalogue()[match.ids[0]] if match.ids and (match.certain or not match.guessed) else None
    reading = Reading(
        text=item.text,
        ingredient_id=row.id if row else None,
        ingredient_name=(own_name or row.name) if row else "",
        sureness=Sureness.SURE if row and match.certain else Sureness.CHECK if row else Sureness.UNKNOWN,
        note=f"most like {row.name.lower()}" if row and own_name else match.note,
        choices=choices_of(match.ids),
        asked_name=match.asked,
        part=item.part,
        by_feel=item.by_feel,
        optional=item.optional,
    )
    if mass_g is not None:
        read = reading.model_copy(update={"mass_g": mass_g, "mass_low_g": mass_g, "mass_high_g": mass_g})
    elif item.weight_of:
        read = _as_heavy_as(reading, item, habit)
    elif item.measure is None or item.uncounted:
        read = _without_amount(reading, item, match)
    else:
        read = _weighed(reading, item, row, habit)
        if match.partly and row is None:
            read = read.model_copy(update={"sureness": Sureness.UNKNOWN})
    if row is None or not read.mass_g:
        return read
    return read.model_copy(update={"household": household(row, read.mass_g, habit)})


def _own_name(written: str) -> str:
    """What the baker calls an ingredient that has no row of its own: as written, without what was done to it."""
    said = re.split(r"[,;(]", written.strip(" ,;:-–("), maxsplit=1)[0].strip()
    name = " ".join(said.split()).removeprefix("of ")[:60]
    return name[:1].upper() + name[1:] if re.search(r"[^\W\d]", name) else ""


def _as_heavy_as(reading: Reading, item: Item, habit: Habit) -> Reading:
    of = read_line(item.weight_of, habit)
    if of.mass_g is None:
        return reading.model_copy(
            update={"sureness": Sureness.CHECK, "note": "how much? Add an amount or type the grams"}
        )
    grams = {"mass_g": of.mass_g, "mass_low_g": of.mass_low_g, "mass_high_g": of.mass_high_g}
    return reading.model_copy(update={**grams, "note": f"as heavy as {item.weight_of}"})


def _without_amount(reading: Reading, item: Item, match: Match) -> Reading:
    if reading.ingredient_id in ON_TOP and item.match.certain and not item.to_taste:
        part = {"part": reading.part or Part.TOPPING, "mass_g": 0.0, "mass_low_g": 0.0, "mass_high_g": 0.0}
        return reading.model_copy(update={**part, "note": "not counted in the dough"})
    if re.match(r"[-–−]\s*\d", item.text):
        return reading.model_copy(update={"note": "an amount cannot be less than nothing", "sureness": Sureness.CHECK})
    nothing = {"mass_g": 0.0, "mass_low_g": 0.0, "mass_high_g": 0.0}
    if reading.ingredient_id and not match.partly and (item.part not in (None, Part.DOUGH) or item.optional):
        return reading.model_copy(update={**nothing, "note": "not counted in the dough"})
    if item.to_taste or (reading.ingredient_id and item.part is not None and not match.partly):
        return reading.model_copy(update={**nothing, "note": "not counted in the dough"})
    if is_step(item.text):
        update = {"ingredient_id": None, "ingredient_name": "", "sureness": Sureness.UNKNOWN, "choices": ()}
        return reading.model_copy(update={**update, "note": "reads like a step of the method, not an ingredient"})
    note = "not read as an ingredient: choose one, or remove the line"
    if reading.ingredient_id:
        note = "how much? Add an amount or type the grams"
    if re.search(r"\d", item.text):
        note = "the amount is not clear: type the grams"
    sureness = Sureness.CHECK if reading.ingredient_id and not match.partly else Sureness.UNKNOWN
    return reading.model_copy(update={"note": note, "sureness": sureness})


def _weighed(reading: Reading, item: Item, row: Ingredient | None, habit: Habit) -> Reading:
    measure = item.measure
    assert measure is not None
    update: dict[str, object] = {
        "amount_low": measure.low,
        "amount_high": measure.high,
        "unit": measure.unit or Unit.PIECE,
        "vessel": measure.vessel,
    }
    if not (measure.low > 0 and measure.high > 0):
        return reading.model_copy(
            update={**update, "sureness": Sureness.CHECK, "note": "an amount must be more than nothing"}
        )
    doubts = [*item.doubts, *([f"{measure.guess}: is that right?"] if measure.guess else [])]
    if measure.unit is Unit.SPLASH:
        return reading.model_copy(
            update={
                "sureness": Sureness.CHECK,
                "note": "how much? A splash is not weighed: type the grams",
                "by_feel": True,
            }
        )
    notes = [reading.note] if reading.note else []
    if re.search(
        r"\d|[½¼¾⅓⅔⅛⅜⅝⅞]",
        re.sub(
            r"\([^)]*\)|,.*$|\b(?:type|typ|t)\s*\d+|\b00?\b|\b\d+(?:[.,]\d+)?\s*(?:%|x\b)|\b\d+\s*(?:cm|mm|in|inch|inches|°|degrees)\b",
            "",
            item.name,
            flags=re.I,
        ),
    ):
        # Digits left over mean something about the amount was not understood.
        doubts.append("part of the amount was not understood: check the grams")
    if _AMOUNT_BEHIND.search(re.sub(r"\([^()]*\)", " ", item.name).partition(",")[2]):
        doubts.append("there is a second amount in this line: check the grams")
    if row is None:
        grams = grams_of(measure)
        if grams is not None and re.search(r"[A-Za-z]{2}", item.name):
            update |= {"mass_low_g": grams, "mass_high_g": grams, "mass_g": grams}
        return reading.model_copy(update={**update, "note": "; ".join([*doubts, *notes])})
    weighed = _grams(measure, item, row, habit)
    if weighed is None:
        unit = measure.unit.value if measure.unit else "one"
        note = "; ".join([*doubts, f"cannot weigh “{unit}” of {row.name.lower()}: type the grams"])
        return reading.model_copy(update={**update, "sureness": Sureness.CHECK, "note": note})
    low, high, wrong, remarks = weighed
    doubts += wrong
    notes += remarks
    if measure.vessel and habit.own_measure_ml(measure.vessel) is None:
        doubts.append(f"how much does “{measure.vessel}” hold here? Say it once, or type the grams")
    elif (measure.loose or measure.unusual) and not measure.vessel:
        doubts.append("a rough measure: check the grams")
    most = _MOST_G.get(row.category, ABSURD_MASS_G)
    if high > most:
        said = f"{high / 1000:.3g} kg" if high >= 1000 else f"{high:.0f} g"
        doubts.append(f"{said} of {row.name.lower()} is more than a home kitchen mixes: is the unit right?")
    if high < _LEAST_G.get(row.category, 0.0) and measure.unit not in ROUGH:
        doubts.append(f"{high:.2g} g of {row.name.lower()} is next to nothing: is the unit right?")
    update |= {"mass_low_g": low, "mass_high_g": high, "mass_g": (low + high) / 2}
    known = measure.vessel and habit.own_measure_ml(measure.vessel)
    width = WIDTH.get(measure.unit) if measure.unit and not known else None
    if width:
        update |= {"mass_g": (low + high) / 2, "mass_low_g": low * width[0], "mass_high_g": high * width[1]}
    sureness = min(reading.sureness, Sureness.CHECK, key=_RANK) if doubts else reading.sureness
    return reading.model_copy(update={**update, "sureness": sureness, "note": "; ".join([*doubts, *notes])})


def _grams(
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
        stated = stated * (SHELL if stated > 1.08 * own[1] and row.id == "egg_whole" else 1.0)
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
        each *= SHELL
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
    most = _MOST_G.get(row.category, ABSURD_MASS_G)
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
