"""How much does a stretch of a card say? Amounts with their units, brackets, doubles and sums."""

import re
from dataclasses import dataclass

from ..base import Value
from ..kitchen import Habit
from .numbers import Number, Token, read_number, tokens_of
from .units import CONTAINERS, LONE, MASS_G, MOST_WORDS, UNUSUAL, VARYING, VESSELS, Unit, spelt, volume_ml

_FACTORS = {
    "heaped": 1.5, "heaping": 1.5, "rounded": 1.25, "level": 1.0, "levelled": 1.0, "scant": 0.93, "generous": 1.1, "big": 1.1,
    "good": 1.1, "packed": 1.0, "full": 1.0, "large": 1.2, "small": 0.8, "tiny": 0.7, "lightly": 0.95, "firmly": 1.0,
    "well": 1.0, "tightly": 1.0, "flat": 1.0, "brimming": 1.1, "bare": 0.95, "even": 1.0, "whole": 1.0, "metric": 1.0, "wee": 0.7, "loosely": 0.95,
}  # fmt: skip
_SIZES = {
    "large": "large", "lg": "large", "lge": "large", "l": "large", "medium": "medium", "med": "medium", "m": "medium",
    "small": "small", "sm": "small", "s": "small", "jumbo": "jumbo", "xl": "extra_large", "extra": "extra_large",
    "very": "very_large",
}  # fmt: skip
_ABOUT = frozenset(
    "about approx approximately roughly around circa ca nearly almost ~ up another over just under slightly barely".split()
)
# Words by which the writer is not sure either.
HEDGES = re.compile(r"\b(maybe|perhaps|i think|i guess|or so|um|uh|er|possibly|not sure|or two)\b|\?\s*$", re.I)


class Measure(Value):
    """An amount: `low`..`high` of `unit` (None: a bare count), heaped and scant applied.

    `beside` is another measure of the same. `cup_ml`, `tbsp_ml` are the sizes the
    line says its cup and spoon have. `vessel` is what this household calls a measure of its own. `other` is the amount if its mark is not what was supposed; `guess` tells what was supposed.
    """

    low: float
    high: float
    unit: Unit | None
    size: str = ""
    packed: bool = False
    beside: "Measure | None" = None
    extra: tuple["Measure", ...] = ()
    cup_ml: float | None = None
    tbsp_ml: float | None = None
    other: float | None = None
    guess: str = ""
    loose: bool = False
    unusual: bool = False  # a spelling of another language, or of few houses
    vessel: str = ""
    each: bool = False
    contained: bool = False  # what one tin or packet holds
    rest: str = ""


@dataclass(frozen=True)
class Found:
    """A measure and the token after it."""

    measure: Measure
    end: int


def _text(tokens: list[Token], at: int) -> str:
    return tokens[at].lower if 0 <= at < len(tokens) else ""


def unit_at(tokens: list[Token], at: int) -> tuple[Unit, int, str] | None:
    """The unit spelt from a token on, the token after it (its full stop taken along), and how it was spelt."""
    for words in range(min(MOST_WORDS, len(tokens) - at), 0, -1):
        spelling = " ".join(token.text for token in tokens[at : at + words])
        unit = spelt(spelling)
        if unit:
            end = at + words
            if _text(tokens, end) == "." and (words > 1 or len(spelling) <= 5):
                end += 1
            return unit, end, spelling
    return None


def measure_at(tokens: list[Token], at: int, lone: bool = True) -> Found | None:
    """The measure that begins at a token. With `lone`, a pinch or a knob needs no number."""
    start = at
    while _text(tokens, at) in _ABOUT:
        at += 2 if _text(tokens, at + 1) == "." else 1
    factor, at = _factor(tokens, at)
    number = read_number(tokens, at) or _implied(tokens, at, lone, factor)
    if number is None:
        return None
    one, end = _one_holds(tokens, number.end)
    inner, end = _factor(tokens, end)
    if tokens[at].lower in ("a", "an") and end > number.end and (part := read_number(tokens, end)):
        number, end = part, part.end  # "a scant half cup"
    size, end = _size(tokens, end)
    owned = _owned(tokens, end)
    end = owned or end
    unit = unit_at(tokens, end)
    if unit is None and _text(tokens, end) == "-":  # "12-ounce"
        unit = unit_at(tokens, end + 1)
    if unit is None and _text(tokens, end) == "(":  # "1 (8 oz) packet"
        bracket, after = _in_brackets(tokens, end)
        unit = unit_at(tokens, after) if bracket else None
        if unit and bracket:
            one, end = (bracket.low, bracket.high, bracket.unit), after
    kind, spelling = None, ""
    if unit:
        kind, end, spelling = unit
        if _text(tokens, end) in ("packed", "heaped", "heaping", "firmly", "lightly"):
            again, end = _factor(tokens, end)
            inner = inner or again
    low, high = number.low, number.high
    contained = False
    if one:
        low, high, kind = low * one[0], high * one[1], one[2]
    elif kind in MASS_G or kind in (Unit.ML, Unit.LITRE):
        end, contained = _container(tokens, end)
    times = (factor or 1.0) * (inner or 1.0)
    if kind in (Unit.PINCH, Unit.KNOB, Unit.HANDFUL) and size:
        times *= {"large": 1.4, "small": 0.7}.get(size, 1.0)
    measure = Measure(
        low=low * times,
        high=high * times,
        unit=kind,
        size=size,
        packed="packed" in {token.lower for token in tokens[start:end]},
        other=number.other * times if number.other is not None else None,
        guess=_guess(number, kind, spelling, tokens[at].text),
        loose=number.loose or kind in VARYING or bool(owned),
        vessel=_vessel(tokens, number.end, end, bool(owned)) if owned or kind in VESSELS else "",
        unusual=spelling in UNUSUAL or spelling.lower() in UNUSUAL,
        each=one is not None,
        contained=contained,
    )
    measure, end = _further(tokens, end, measure)
    if _text(tokens, end) == "of" and kind:
        end += 1
    return Found(measure, end)


_MINE = frozenset("my our your his her their the own".split())


def _owned(tokens: list[Token], at: int) -> int | None:
    """The vessel that is somebody's: "grandma's cup", "of my blue mugs"; the token it stands at."""
    at += _text(tokens, at) == "of"
    whose = _text(tokens, at)
    if whose.endswith("'s"):
        after = at + 1
    elif _text(tokens, at + 1) in ("’", "'") and _text(tokens, at + 2) == "s":
        after = at + 3
    elif whose in _MINE:
        after = at + 1
    else:
        return None
    for end in range(after, after + 3):
        unit = unit_at(tokens, end)
        if unit and unit[0] in (Unit.CUP, *VESSELS):
            return end
    return None


def _vessel(tokens: list[Token], start: int, end: int, owned: bool) -> str:
    """What a household calls its measure, in the singular; a plain vessel by its own name alone."""
    start += _text(tokens, start) == "of"
    words = [token.lower for token in tokens[start:end] if token.lower not in _FACTORS and token.text != "."]
    words = words if owned else words[-1:]
    name = re.sub(r" ?['’] ?s\b", "'s", " ".join(words))
    return re.sub(r"(?:fuls?|(?<!s)s)$", "", re.sub(r"(?<=ss)es$", "", name))[:60]


def _implied(tokens: list[Token], at: int, lone: bool, factor: float | None) -> Number | None:
    """The one that is not said: "pinch of salt", "heaping teaspoon cinnamon"."""
    unit = unit_at(tokens, at)
    if unit and ((unit[0] in LONE and lone) or (factor is not None and unit[0] not in MASS_G)):
        return Number(1, 1, at)
    return None


def _container(tokens: list[Token], at: int) -> tuple[int, bool]:
    """Past a tin or packet that so much comes in: "400 g tin", "12-oz bag"."""
    for start in (at, at + 1) if _text(tokens, at) == "-" else (at,):
        container = unit_at(tokens, start)
        if container and container[0] in CONTAINERS:
            return container[1], True
    return at, False


def _guess(number: Number, unit: Unit | None, spelling: str, figure: str) -> str:
    if number.guess:
        return number.guess
    stroke = {"12": "1/2", "13": "1/3", "14": "1/4", "34": "3/4", "23": "2/3"}
    if unit is Unit.CUP and spelling.lower() == "cup" and figure in stroke and number.low == float(figure):
        return f"“{figure} cup” taken as {stroke[figure]} cup"
    return ""


def _factor(tokens: list[Token], at: int) -> tuple[float | None, int]:
    """What heaped, scant, level and packed make of the amount; sizes stand for themselves unless a spoon or cup follows."""
    total: float | None = None
    while _text(tokens, at) in _FACTORS:
        word = _text(tokens, at)
        if word in ("large", "small") and not (unit_at(tokens, at + 1) or _text(tokens, at + 1) in _FACTORS):
            break
        if word == "whole" and not unit_at(tokens, at + 1):
            break
        total = (total or 1.0) * _FACTORS[word]
        at += 1
    return total, at


def _size(tokens: list[Token], at: int) -> tuple[str, int]:
    word = _text(tokens, at)
    if word not in _SIZES or len(word) == 1:
        return "", at
    if word in ("extra", "very"):
        gap = at + 2 if _text(tokens, at + 1) == "-" else at + 1
        return (_SIZES[word], gap + 1) if _text(tokens, gap) == "large" else ("", at)
    after = at + 1
    if _text(tokens, after) == ".":
        after += 1
    return _SIZES[word], after


def _one_holds(tokens: list[Token], at: int) -> tuple[tuple[float, float, Unit | None] | None, int]:
    """What one of so many holds: "2 x 100 g", "2 100 g bars", "1 14-oz can"."""
    marked = _text(tokens, at) in ("x", "×", "*")
    begin = at + 1 if marked else at
    number = read_number(tokens, begin)
    if number is None or tokens[begin].sort != "figure":
        return None, at
    after = number.end + 1 if _text(tokens, number.end) == "-" else number.end
    unit = unit_at(tokens, after)
    if unit is None or unit[0] not in (*MASS_G, Unit.ML, Unit.FL_OZ):
        return None, at
    container = unit_at(tokens, unit[1])
    if not marked and not (container and container[0] in CONTAINERS):
        return None, at
    return (number.low, number.high, unit[0]), container[1] if container and container[0] in CONTAINERS else unit[1]


def _in_brackets(tokens: list[Token], at: int) -> tuple[Measure | None, int]:
    """The measure that fills a bracket, and the token after the bracket; no measure where it holds anything else."""
    close = next((i for i in range(at + 1, len(tokens)) if tokens[i].text == ")"), None)
    if close is None:
        return None, at
    inside = tokens[at + 1 : close]
    found = measure_at(inside, 0, lone=False) if inside else None
    if found is None:
        return None, close + 1
    left = [token.lower for token in inside[found.end :] if token.text not in ".,"]
    if left in (["in", "all"], ["total"], ["each"], ["approx"], ["drained"]):
        return found.measure.model_copy(update={"each": left == ["each"]}), close + 1
    if left and left[0] in ("or", "/", "="):
        return found.measure, close + 1
    if found.measure.unit in (Unit.ML,) and left and (unit := spelt(left[-1])) in (Unit.CUP, Unit.TBSP):
        sizes = {"cup_ml" if unit is Unit.CUP else "tbsp_ml": found.measure.high}
        return found.measure.model_copy(update={**sizes, "low": 0.0}), close + 1
    return (None if left else found.measure), close + 1


def _further(tokens: list[Token], at: int, measure: Measure) -> tuple[Measure, int]:
    """What follows on a unit and still belongs to it: a half more, ounces after pounds, the same in another unit, a bracket, a sum."""
    while True:
        for follows in (_half_more, _or_two, _up_to, _again, _bracket, _sum):
            found = follows(tokens, at, measure)
            if found:
                measure, at = found.measure, found.end
                break
        else:
            return measure, at


def _half_more(tokens: list[Token], at: int, measure: Measure) -> Found | None:
    """ "a cup and a half"."""
    if _text(tokens, at) != "and" or not measure.unit or _text(tokens, at + 1) not in ("a", "half", "one"):
        return None
    half = read_number(tokens, at + 1)
    if half is None or half.low >= 1 or unit_at(tokens, half.end):
        return None
    more = {"low": measure.low + half.low, "high": measure.high + half.high}
    return Found(measure.model_copy(update=more), half.end)


def _or_two(tokens: list[Token], at: int, measure: Measure) -> Found | None:
    """ "a pinch or two"."""
    if _text(tokens, at) != "or" or _text(tokens, at + 1) != "two":
        return None
    return Found(measure.model_copy(update={"high": 2 * measure.high, "loose": True}), at + 2)


def _up_to(tokens: list[Token], at: int, measure: Measure) -> Found | None:
    """A range with its unit said twice: "110g-120g"."""
    found = _plain(tokens, at + 1) if _text(tokens, at) in ("-", "–", "—", "to") and measure.unit else None
    if found is None or found.measure.unit is not measure.unit or found.measure.high < measure.high:
        return None
    return Found(measure.model_copy(update={"high": found.measure.high}), found.end)


def _again(tokens: list[Token], at: int, measure: Measure) -> Found | None:
    """The same said in another unit: "250 g/9 oz"."""
    found = _plain(tokens, at + 1) if _text(tokens, at) in ("/", "|", "=") else None
    return Found(measure.model_copy(update={"beside": found.measure}), found.end) if found else None


def _bracket(tokens: list[Token], at: int, measure: Measure) -> Found | None:
    """ "(120 g)", "(250 ml cup)", "(59 g each)", "(M)"."""
    if _text(tokens, at) != "(":
        return None
    inside, after = _in_brackets(tokens, at)
    if inside is None:
        words = [token.lower for token in tokens[at + 1 : after - 1]]
        size = _SIZES.get(words[-1]) if words and words[:-1] in ([], ["size"]) else None
        return Found(measure.model_copy(update={"size": size}), after) if size else None
    if inside.cup_ml or inside.tbsp_ml:
        return Found(measure.model_copy(update={"cup_ml": inside.cup_ml, "tbsp_ml": inside.tbsp_ml}), after)
    if inside.each and measure.unit in (None, Unit.PIECE, *CONTAINERS):
        inside = inside.model_copy(update={"low": measure.low * inside.low, "high": measure.high * inside.high})
    return Found(measure.model_copy(update={"beside": inside}), after)


def _sum(tokens: list[Token], at: int, measure: Measure) -> Found | None:
    """ "1 lb 2 oz", "1 cup plus 2 tbsp"."""
    found = _plain(tokens, at) if measure.unit in (Unit.LB, Unit.KG) else None
    if found and found.measure.unit not in (Unit.OZ, Unit.G):
        found = None
    if found is None and measure.unit and _text(tokens, at) in ("+", "plus", "&", "and"):
        found = measure_at(tokens, at + 1)
        if found and found.measure.unit in (None, Unit.PIECE):
            found = None
    if found is None:
        return None
    # A bracket at the end of a sum is the weight of the whole: "½ cup + 1 tbsp (70 g)".
    more, beside = found.measure, measure.beside or found.measure.beside
    if measure.beside and more.beside and measure.beside.unit is more.beside.unit:
        both = {"low": measure.beside.low + more.beside.low, "high": measure.beside.high + more.beside.high}
        beside = measure.beside.model_copy(update=both)
    more = more.model_copy(update={"beside": None})
    return Found(measure.model_copy(update={"extra": (*measure.extra, more), "beside": beside}), found.end)


def _plain(tokens: list[Token], at: int) -> Found | None:
    """A number with a unit, and nothing more."""
    number = read_number(tokens, at)
    unit = unit_at(tokens, number.end) if number else None
    if not (number and unit) or unit[0] is Unit.PIECE:
        return None
    return Found(Measure(low=number.low, high=number.high, unit=unit[0]), unit[1])


def grams_of(measure: Measure) -> float | None:
    """The weight a measure names outright, its further units included; None for a volume or a count."""
    worth = MASS_G.get(measure.unit) if measure.unit else None
    if worth is None:
        return None
    return worth * measure.high + sum(grams_of(part) or 0.0 for part in measure.extra)


def millilitres_of(measure: Measure, habit: Habit) -> float | None:
    """The volume a measure names in millilitres, centilitres or litres; None for any other."""
    metric = measure.unit in (Unit.ML, Unit.CL, Unit.DL, Unit.LITRE)
    return measure.high * (volume_ml(measure.unit, habit) or 0.0) if metric and measure.unit else None


def read_measure(text: str) -> Measure | str:
    """The amount of a line, what is left in `rest`; or, where there is none, the text itself. Cards that put the amount last
    ("plain flour - 300 g") are turned round."""
    tokens = tokens_of(text)
    found = measure_at(tokens, 0) if tokens else None
    if found:
        rest = text[tokens[found.end].start :] if found.end < len(tokens) else ""
        return found.measure.model_copy(update={"rest": rest.strip()})
    back = measure_behind(tokens)
    if back is None:
        return text
    at, found = back
    rest = text[tokens[found.end].start :].strip(" )") if found.end < len(tokens) else ""
    name = text[: tokens[at].start].strip(" :–—-,(=")
    return found.measure.model_copy(update={"rest": f"{name}, {rest.lstrip(', ')}" if rest.lstrip(", ") else name})


def measure_behind(tokens: list[Token], start: int = 1) -> tuple[int, Found] | None:
    """The first measure behind a name: where it begins, and what it is. A figure, or a word with a unit."""
    for at in range(start, len(tokens)):
        article = tokens[at].lower in ("a", "an")
        if tokens[at].sort not in ("figure", "vulgar", "letters"):
            continue
        found = measure_at(tokens, at, lone=False)
        if found and (tokens[at].sort != "letters" or (found.measure.unit in LONE if article else found.measure.unit)):
            return at, found
    return None
