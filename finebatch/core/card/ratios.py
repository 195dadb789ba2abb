"""Lines defined by another: "flour = weight of 3 eggs", "sugar = 4/3 of flour", "as much butter as sugar"."""

import re

from ..base import Value

_NUMBER = r"(?:\d+\s*[/⁄]\s*\d+|\d+(?:[.,]\d+)?|[½¼¾⅓⅔⅛]|half)"
_EQUALS = re.compile(
    rf"^(?P<name>[^=]+?)\s*=\s*(?:(?P<factor>{_NUMBER})\s*(?:x|×|\*|times|of)\s+)?(?:the\s+)?(?:same\s+)?(?:weight\s+of\s+)?(?P<of>.+)$",
    re.I,
)


_AS_MUCH = re.compile(r"^as much (?P<name>.+?) as (?:the\s+)?(?P<of>.+?)(?:\s+weighs?)?$", re.I)
_VULGAR = {"½": 0.5, "¼": 0.25, "¾": 0.75, "⅓": 1 / 3, "⅔": 2 / 3, "⅛": 0.125, "half": 0.5}


class Ratio(Value):
    """`name` weighs `factor` times what `of` weighs; `of` names another line, or an amount ("3 eggs")."""

    name: str
    factor: float
    of: str


def read_ratio(text: str) -> Ratio | None:
    """The ratio a line states, or None for an ordinary line."""
    found = _EQUALS.match(text.strip()) or _AS_MUCH.match(text.strip())
    if not found:
        return None
    word = found.groupdict().get("factor")
    return Ratio(name=found["name"].strip(), factor=_value(word) if word else 1.0, of=found["of"].strip())


def _value(word: str) -> float:
    if word.lower() in _VULGAR:
        return _VULGAR[word.lower()]
    top, slash, bottom = re.sub(r"\s", "", word.replace("⁄", "/").replace(",", ".")).partition("/")
    if slash:
        return float(top) / float(bottom) if float(bottom) else 0.0
    return float(top)
