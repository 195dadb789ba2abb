"""Sentences in the kitchen's own units. The core speaks of millimetres, grams and °C; a kitchen that measures in inches and ounces, or
whose dial has °F or gas marks, reads the same sentences with its own figures."""

import re
from collections.abc import Callable
from typing import Any, TypeVar

from pydantic import BaseModel

from ..base import G_PER_OZ, MM_PER_IN, WordMark
from .kitchen import Kitchen, Units
from .oven import Scale, say

Said = TypeVar("Said")

# The fields that hold sentences of ours. What a baker may have typed (a cue, a step, a line, a name) is none of them.
SENTENCES = frozenset(
    ("message", "statement", "saying", "detail", "how", "label", "why", "notes", "moved", "overstepped", "plain")
)  # fmt: skip
TITLES = frozenset(("title",))  # they name doughs, whose names may hold anything: only the oven's heat is said anew

_NUMBER = r"\d+(?:\.\d+)?"
_FIGURES = re.compile(rf"((?:{_NUMBER}(?: to | × ))*{_NUMBER}) (mm|g|°C)(?![\w/²])")
_SMALL_MM, _OVEN_C = 13.0, 100.0


def in_units(text: str, kitchen: Kitchen, heat_only: bool = False) -> str:
    """A sentence with its millimetres, grams and °C in this kitchen's units; inches to a sixteenth, from half an inch to an eighth.

    >>> in_units("4 pieces of 67 × 25 mm, 32 g each, at 180 °C.", Kitchen(units=Units.US, scale=Scale.F))
    '4 pieces of 2 5⁄8 × 1 in, 1.1 oz each, at 355 °F.'
    >>> in_units("Bakes at 150 to 220 °C", Kitchen(scale=Scale.GAS))
    'Bakes at gas 2 to 7'
    """

    def other(found: re.Match[str]) -> str:
        figures, unit = found[1], found[2]
        if unit == "°C":
            return _heat(figures, kitchen.scale) or found[0]
        if kitchen.units is not Units.US or heat_only:
            return found[0]
        one, into = (_inches, "in") if unit == "mm" else (_ounces, "oz")
        said = re.sub(_NUMBER, lambda number: one(float(number[0])), figures)
        return f"{said} {into}"

    return _FIGURES.sub(other, text)


def _heat(figures: str, scale: Scale) -> str | None:
    celsius = [float(number) for number in re.findall(_NUMBER, figures)]
    if scale is Scale.C or (scale is Scale.GAS and min(celsius) < _OVEN_C):
        return None  # there is no mark for a room
    if scale is Scale.GAS:
        marks = iter(say(c, scale).removeprefix("gas ") for c in celsius)
        return f"gas {re.sub(_NUMBER, lambda _: next(marks), figures)}"
    degrees = iter(say(c, scale).removesuffix(" °F") if c >= _OVEN_C else f"{c * 9 / 5 + 32:.0f}" for c in celsius)
    return f"{re.sub(_NUMBER, lambda _: next(degrees), figures)} °F"


def _inches(mm: float) -> str:
    parts = 16 if mm < _SMALL_MM else 8
    top = round(mm / MM_PER_IN * parts)
    if not top:
        return f"{mm / MM_PER_IN:.1g}" if mm else "0"
    while top % 2 == 0 and parts > 1:
        top, parts = top // 2, parts // 2
    whole, over = divmod(top, parts)
    fraction = f"{over}⁄{parts}" if over else ""
    return " ".join(part for part in (f"{whole}" if whole else "", fraction) if part)


def _ounces(g: float) -> str:
    oz = g / G_PER_OZ
    return f"{oz:.2f}" if oz < 1 else f"{oz:.1f}".removesuffix(".0")


def spoken(value: Said, kitchen: Kitchen, fields: frozenset[str] = SENTENCES) -> Said:
    """A value with every sentence in it in this kitchen's units; the very same one where they are metric."""
    if kitchen.units is Units.METRIC and kitchen.scale is Scale.C:
        return value

    def sentence(text: str) -> str:
        return in_units(text, kitchen)

    def heat(text: str) -> str:
        return in_units(text, kitchen, heat_only=True)

    said: Said = _walked(value, fields, sentence, heat)
    return said


def _walked(value: Any, fields: frozenset[str], sentence: Callable[[str], str], heat: Callable[[str], str]) -> Any:
    if isinstance(value, BaseModel):
        changed = {}
        for name in type(value).model_fields:
            was = getattr(value, name)
            if isinstance(was, str):
                ours = name in fields or isinstance(value, WordMark)
                now: Any = sentence(was) if ours else heat(was) if name in TITLES else was
            elif name in fields and isinstance(was, tuple) and was and isinstance(was[0], str):
                now = tuple(sentence(one) for one in was)
            else:
                now = _walked(was, fields, sentence, heat)
            if now is not was:
                changed[name] = now
        return value.model_copy(update=changed) if changed else value
    # Outlines are long lists of numbers: nothing is said in them.
    if isinstance(value, tuple | list) and value and isinstance(value[0], BaseModel):
        return type(value)(_walked(one, fields, sentence, heat) for one in value)
    return value
