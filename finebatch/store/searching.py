"""What a shelf is searched by: words as they are compared, and a question such as "rye no nuts" as conditions on the columns."""

import re
import unicodedata

from sqlalchemy import ColumnElement, and_, or_

from ..core.ingredients import allergens_meant
from .tables import DoughRow

UNTOLD = "?"  # among the allergens of a dough whose lines could not all be told
_WITHOUT = re.compile(r"^(?:no|without|not)$")
_FREE = re.compile(r"^(.{2,}?)-?(?:free|less)$")


def searchable(text: str) -> str:
    """A text as it is searched: no case, no accents."""
    plain = unicodedata.normalize("NFKD", text.casefold())
    return "".join(c for c in plain if not unicodedata.combining(c))


def barred(words: tuple[str, ...]) -> str:
    """Words in a column, each between bars, so that one is not found inside another."""
    return "".join(f"|{word}" for word in words) + "|" if words else ""


def conditions(words: str) -> list[ColumnElement[bool]]:
    """What the columns must say for a dough to be found: every word, and none of those after "no" or "without". An allergen is
    missing only where every line could be told."""
    found: list[ColumnElement[bool]] = []
    lacking = False
    for word in searchable(words).split():
        if _WITHOUT.match(word):
            lacking = True
            continue
        free = _FREE.match(word)
        if lacking or (free and allergens_meant(free.group(1))):
            found.append(without(word if lacking else free.group(1) if free else word))
        else:
            found.append(DoughRow.words.contains(word, autoescape=True))
        lacking = False
    return found


def without(word: str) -> ColumnElement[bool]:
    """Doughs without an allergen by its lines; for any other word, doughs whose words do not hold it."""
    allergens = allergens_meant(word)
    if not allergens:
        return ~DoughRow.words.contains(word, autoescape=True)
    held = or_(*(DoughRow.holds.contains(f"|{one}|") for one in (*allergens, UNTOLD)))
    return and_(~held, DoughRow.indexed > 0)
