"""The base of every core value type: frozen, strict about unknown fields, no NaN or infinity; and texts of one line."""

import unicodedata
from datetime import UTC, datetime
from typing import Annotated, Any, Self

from pydantic import AfterValidator, AwareDatetime, BaseModel, ConfigDict
from pydantic_core import PydanticCustomError

# Marks that turn the direction of all that follows them, names of other fields included.
_TURNERS = set("\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069")


class Value(BaseModel):
    """An immutable value, used unchanged from the core to the API's schema."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    def but(self, **changes: Any) -> Self:
        """This value with some fields changed, checked as a new one is. ValidationError (pydantic's) where it cannot be."""
        return type(self).model_validate({**dict(self), **changes})


def one_line(text: str) -> str:
    """The text on one line: composed (NFC), line breaks and other controls as one blank, marks of direction taken out."""
    kept = "".join(
        " " if unicodedata.category(c) in ("Cc", "Zl", "Zp") else c
        for c in unicodedata.normalize("NFC", text)
        if c not in _TURNERS
    )
    return " ".join(kept.split()) if kept != text else kept


def _one_line(text: str) -> str:
    composed = unicodedata.normalize("NFC", text)
    if any(c in _TURNERS or unicodedata.category(c) in ("Cc", "Zl", "Zp") for c in composed):
        raise PydanticCustomError(
            "one_line", "This is one line of text: take out line breaks, tabs and hidden marks of direction."
        )
    return composed


# A name, a title, a note: shown in lists, headings, files' names and calendars.
OneLine = Annotated[str, AfterValidator(_one_line)]


_EARLIEST, _LATEST = datetime(2000, 1, 1, tzinfo=UTC), datetime(2200, 1, 1, tzinfo=UTC)


def _thinkable(moment: datetime) -> datetime:
    if not _EARLIEST <= moment <= _LATEST:
        raise PydanticCustomError("moment", "That year cannot be meant. Give a day near today.")
    return moment


# A moment with its zone, in a year that can be meant: sums with it cannot leave the calendar.
Moment = Annotated[AwareDatetime, AfterValidator(_thinkable)]
