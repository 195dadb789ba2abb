"""Numbers, lengths and pieces as cards write them, and a claim made of what was found."""

import re

from ...base import MM_PER_IN
from ..numbers import VULGAR, Number, read_number, tokens_of
from .claim import Claim, ClaimKind, Passage

_V = "".join(VULGAR)
_WORDS = "one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|fifteen|eighteen|twenty|thirty|forty|fifty|half|quarter|a|an"
NUM = rf"(?:\d+\s+\d+/\d+|\d+\s*[{_V}]|\d+/\d+|\d+(?:[.,]\d+)?|[{_V}]|\b(?:{_WORDS})(?:[- ](?:and[- ])?(?:a[- ])?(?:half|quarter|dozen|five|one|two|three|four|six|eight))?\b)"
RANGE = rf"{NUM}(?:\s*(?:-|–|—|to|or)\s*{NUM})?"
LEN = r"(?:mm|cm|centimet(?:re|er)s?|millimet(?:re|er)s?|inch(?:es)?|ins?\b\.?|''|\"|″|”)"
_MM = {"mm": 1.0, "millim": 1.0, "cm": 10.0, "centim": 10.0}
PIECES = r"(?:cookies?|biscuits?|pieces?|balls?|mounds?|portions?|squares?|fingers?|rounds?|slices?|tails?|wedges?|stars?|moons?|hearts?|bars?|people|crescents?|rusks?|wafers?|snaps?|shapes?|lumps?|small|large|medium|big|little)"


def number_in(text: str) -> Number | None:
    text = re.sub(r"(?<=[a-z])-(?=[a-z])", " ", text.strip(), flags=re.I)
    return read_number(tokens_of(text), 0)


def span_in(text: str) -> tuple[float, float] | None:
    found = number_in(text)
    return (found.low, found.high) if found and found.low > 0 else None


def mm_in(text: str, unit: str) -> tuple[float, float] | None:
    span = span_in(text)
    if span is None:
        return None
    factor = next((mm for start, mm in _MM.items() if unit.lower().startswith(start)), MM_PER_IN)
    return span[0] * factor, span[1] * factor


def claimed(
    kind: ClaimKind, passage: Passage, match: re.Match[str], span: tuple[float, float] | None = None, **more: object
) -> Claim:
    low, high = span or (None, None)
    return Claim(
        kind=kind,
        low=low,
        high=high,
        text=sentence_of(passage.text, match.start(), match.end()),
        start=passage.start + match.start(),
        end=passage.start + match.end(),
        **more,
    )


def sentence_of(text: str, start: int, end: int) -> str:
    """The sentence that a claim stands in, without those around it."""
    begin = max(text.rfind(mark, 0, start) + len(mark) for mark in (". ", "; ", "! ")) if start else 0
    begin = begin if any(text.rfind(mark, 0, start) >= 0 for mark in (". ", "; ", "! ")) else 0
    ends = [at for mark in (". ", "; ", "! ") if (at := text.find(mark, end)) >= 0]
    return text[begin : min(ends) + 1 if ends else len(text)].strip()[:200]
