"""What does one written line mean: which ingredient, how many grams, and how sure is that reading?"""

import re
from functools import lru_cache

from ..base import Value
from ..ingredients import Ingredient, catalogue, normalise
from ..kitchen import EGG_SIZE, Habit
from .amounts import Measure, read_measure
from .names import Choice, Match, Sureness, choices_of, match_name
from .units import LOOSE, Unit, grams_per_unit
from .writing import Household, household

MAX_LINE_CHARS = 300
ABSURD_MASS_G = 20_000.0


class Reading(Value):
    """What a line was read as. `mass_g` is the middle of a range; None when no weight could be worked out."""

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
    asked_name: str = ""  # the disputed name, where settling it once would settle it for good
    household: Household | None = None


_UNCOUNTED = re.compile(
    r"\b(to taste|for (?:dusting|rolling|greasing|the tin|the tray|sprinkling|decorating)|as needed)\b", re.I
)


_CITRUS = {
    ("zest", "lemon"): ("zest_lemon", "zest_of_one"), ("zest", "orange"): ("zest_orange", "zest_of_one"),
    ("zest", "lime"): ("zest_lime", "zest_of_one"), ("juice", "lemon"): ("juice_lemon", "juice_of_one"),
    ("juice", "lime"): ("juice_lemon", "juice_of_one"), ("juice", "orange"): ("juice_orange", "juice_of_one"),
}  # fmt: skip


@lru_cache(maxsize=8192)
def read_line(text: str, habit: Habit, ingredient_id: str | None = None, mass_g: float | None = None) -> Reading:
    """Read one line of a card. `ingredient_id` and `mass_g` are the baker's own answers and settle the question.

    Never raises for what a person may type: what cannot be read comes back `unknown` with the text kept.
    """
    line = re.sub(r"^[\s•*·▪☐□–—-]+(?=[^\s\d-])|^[\s•*·▪☐□]+", "", text).strip()[:MAX_LINE_CHARS]
    line = re.sub(r"(\d\s*(?:g|kg|ml))\s*/\s*\d[\d./]*\s*(?:oz|lb|fl oz|cups?)\b", r"\1", line)  # said twice over
    citrus = _citrus(line)
    if citrus:
        line = citrus[0]
    uncounted = _UNCOUNTED.search(line)
    measure = read_measure(line)
    name = measure if isinstance(measure, str) else measure.rest
    match = citrus[1] if citrus else match_name(name)
    chosen = ingredient_id or (habit.settled_id(match.asked) if match.asked else None)
    if chosen:
        match = _named(chosen)
    known = match.certain
    item = catalogue()[match.ids[0]] if match.ids and (known or not match.guessed) else None
    reading = Reading(
        text=text,
        ingredient_id=item.id if item else None,
        ingredient_name=item.name if item else "",
        sureness=Sureness.SURE if item and known else Sureness.CHECK if item else Sureness.UNKNOWN,
        note=match.note,
        choices=choices_of(match.ids),
        asked_name=match.asked,
    )
    if mass_g is not None:
        read = reading.model_copy(update={"mass_g": mass_g, "mass_low_g": mass_g, "mass_high_g": mass_g})
    elif isinstance(measure, str):
        read = _without_amount(reading, line, bool(uncounted))
    else:
        read = _weighed(reading, measure, item, habit, bool(citrus))
    if item is None or not read.mass_g:
        return read
    return read.model_copy(update={"household": household(item, read.mass_g, habit)})


def _named(ingredient_id: str) -> Match:
    return Match(ids=(ingredient_id,) if ingredient_id in catalogue() else (), certain=ingredient_id in catalogue())


def _citrus(line: str) -> tuple[str, Match] | None:
    found = re.search(r"\b(zest|rind|peel|juice)\b", line, re.I)
    fruit = re.search(r"\b(lemon|orange|lime)s?\b", line, re.I)
    counted = re.search(r"\b(?:of|from)\b|,", line, re.I)
    if not (found and fruit and counted) or re.search(r"\b(tsp|tbsp|cups?|ml|g|teaspoons?|tablespoons?)\b", line, re.I):
        return None
    part = "juice" if found[1].lower() == "juice" else "zest"
    id, _ = _CITRUS[(part, fruit[1].lower())]
    amount = re.search(r"(?:of|from)\s+(.*)$", line, re.I)
    both = bool(re.search(r"juice", line, re.I)) and bool(re.search(r"zest|rind|peel", line, re.I))
    note = "zest and juice are two lines: this one is the " + part if both else ""
    return (amount[1] if amount else line), Match(ids=(id,), certain=not both, note=note)


def _without_amount(reading: Reading, line: str, uncounted: bool) -> Reading:
    if re.match(r"[-–−]\s*\d", line):
        return reading.model_copy(update={"note": "an amount cannot be less than nothing", "sureness": Sureness.CHECK})
    if uncounted:
        update = {"mass_g": 0.0, "mass_low_g": 0.0, "mass_high_g": 0.0, "note": "not counted in the dough"}
        return reading.model_copy(update=update)
    note = "not read as an ingredient: choose one, or remove the line"
    if reading.ingredient_id:
        note = "how much? Add an amount or type the grams"
    if re.search(r"\d", line):
        note = "the amount is not clear: type the grams"
    sureness = Sureness.CHECK if reading.ingredient_id else Sureness.UNKNOWN
    return reading.model_copy(update={"note": note, "sureness": sureness})


def _weighed(reading: Reading, measure: Measure, item: Ingredient | None, habit: Habit, citrus: bool) -> Reading:
    update: dict[str, object] = {
        "amount_low": measure.low,
        "amount_high": measure.high,
        "unit": measure.unit or Unit.PIECE,
    }
    notes = [reading.note] if reading.note else []
    sureness = reading.sureness
    if re.search(r"\d|[½¼¾⅓⅔⅛⅜⅝⅞]", re.sub(r"\([^)]*\)|,.*$|\b\d+\s*%", "", measure.rest)):
        # Digits left over mean something about the amount was not understood.
        sureness = Sureness.CHECK if reading.ingredient_id else Sureness.UNKNOWN
        notes.append("part of the amount was not understood: check the grams")
    if measure.low <= 0 or measure.high <= 0 or measure.low != measure.low:
        return reading.model_copy(
            update={**update, "sureness": Sureness.CHECK, "note": "an amount must be more than nothing"}
        )
    if item:
        each = _grams_each(measure, item, habit, citrus)
        if each is None and measure.stated_g is None:
            unit = measure.unit.value if measure.unit else "one"
            note = f"cannot weigh “{unit}” of {item.name.lower()}: type the grams"
            return reading.model_copy(update={**update, "sureness": Sureness.CHECK, "note": note})
        low, high, more = _grams(measure, each, item, habit)
        notes += more
        if high > ABSURD_MASS_G:
            sureness = Sureness.CHECK
            notes.append(f"{high / 1000:.0f} kg is more than a home kitchen mixes: is the unit right?")
        if measure.unit in LOOSE:
            notes.append("a rough measure")
        update |= {"mass_low_g": low, "mass_high_g": high, "mass_g": (low + high) / 2}
    return reading.model_copy(update={**update, "sureness": sureness, "note": "; ".join(notes)})


def _grams(measure: Measure, each: float | None, item: Ingredient, habit: Habit) -> tuple[float, float, list[str]]:
    """Low and high grams. A weight the card itself states wins over our own conversion, and a clash is said."""
    extra = sum(part.low * (grams_per_unit(part.unit, item, habit) or 0.0) for part in measure.extra if part.unit)
    if measure.stated_g is not None:
        own = each * measure.high if each else measure.stated_g
        clash = abs(own / measure.stated_g - 1) > 0.15
        note = [f"the card says {measure.stated_g:.0f} g, this kitchen's measure gives {own:.0f} g"] if clash else []
        return measure.stated_g + extra, measure.stated_g + extra, note
    assert each is not None
    return measure.low * each + extra, measure.high * each + extra, []


def _grams_each(measure: Measure, item: Ingredient, habit: Habit, citrus: bool) -> float | None:
    """Grams of one of what the measure counts, or None if that cannot be said."""
    if measure.unit not in (None, Unit.PIECE):
        assert measure.unit is not None
        packed = measure.packed or "packed" in normalise(measure.rest).split()
        return grams_per_unit(measure.unit, item, habit, packed)
    pieces = item.piece_g
    if item.id.startswith("egg_"):
        size = measure.size or EGG_SIZE[habit.region]
        sizes = (f"{habit.region.value}_{size}", size, "large", "one", "one_egg")
        return next((pieces[key] for key in sizes if key in pieces), None)
    if citrus:
        return next((grams for key, grams in pieces.items() if key.endswith("_of_one")), None)
    singles = (
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
    )
    return next((pieces[key] for key in singles if key in pieces), None)
