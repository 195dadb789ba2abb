"""What does one written line mean: which ingredient, how many grams, and how sure is that reading?"""

import re
from dataclasses import replace
from functools import lru_cache

from ..base import Value, capital
from ..ingredients import Ingredient, catalogue
from ..kitchen import Habit
from .amounts import grams_of
from .items import Item, is_step, items_of
from .line import Part
from .names import Choice, Match, Sureness, choices_of, sure_in
from .units import ROUGH, WIDTH, Unit
from .weighing import ABSURD_MASS_G, MOST_G, weigh
from .writing import Household, household

# Less than anybody weighs of what makes the dough: a mark or a unit was misread.
_LEAST_G = {"flour": 2.0, "fat": 1.0, "sugar": 0.5}
# An amount that stands behind a comma, unless it says how large the pieces are or says the same again.
_AMOUNT_BEHIND = re.compile(
    r"(?<![\w.,])(?<!about )(?<!approx )(?<!approximately )(?<!from )(?<!into )(?<!or )(?<!each )(?<!roughly )(?<!total )\d[\d.,/]*\s*(?:g|gm|gms|kg|oz|lb|lbs|cups?|tbsp|tsp|ml|dl)\b(?! (?:pieces|chunks|cubes|lumps|each|tin|can|packet|pack|bag|jar))",
    re.I,
)
# What goes on top where no amount is said.
ON_TOP = frozenset({"salt_flaky", "sprinkles", "sugar_pearl", "sugar_sanding"})


class Reading(Value):
    """What a line was read as. `mass_g` is the middle of a range; None when no weight could be worked out.

    `ingredient_name` is what it was taken for, `said_as` what this baker calls it in steps and lists (the catalogue's name where
    the line has no words of its own). `part` is where the line's own words put it; `by_feel` an amount to be added until it is
    right; `split` the ingredients of a line that holds several, each as a line of its own.
    """

    text: str
    amount_low: float | None = None
    amount_high: float | None = None
    unit: Unit | None = None
    ingredient_id: str | None = None
    ingredient_name: str = ""
    said_as: str = ""
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
        said_as=_said_as(item, row.name) if row else "",
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
    return capital(name) if re.search(r"[^\W\d]", name) else ""


_SAYABLE = re.compile(r"[^\W\d]+(?:[ '’-][^\W\d]+){0,3}")


def _said_as(item: Item, known: str) -> str:
    """The line's own words where they name the thing and nothing else; else the catalogue's, without what stands after a comma."""
    own = _own_name(item.name)
    sayable = item.match.certain and _SAYABLE.fullmatch(own) and " of " not in own
    return own if sayable else re.split(r", | \(", known)[0]


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
        update = {
            "ingredient_id": None,
            "ingredient_name": "",
            "said_as": "",
            "sureness": Sureness.UNKNOWN,
            "choices": (),
        }
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
    weighed = weigh(measure, item, row, habit)
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
    most = MOST_G.get(row.category, ABSURD_MASS_G)
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
