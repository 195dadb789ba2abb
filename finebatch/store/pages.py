"""Long lists a page at a time: where a page ended is named by what the list is ordered by and the id of its last row, so that what is
changed or added meanwhile neither hides nor repeats a row that was not touched."""

from datetime import UTC, datetime

MOST_A_PAGE = 60
NO_SUCH_PLACE = "That place is not in this list. Begin again at its top."


class CursorError(ValueError):
    """A place in a list that this list never gave."""


def cursor(at: datetime | str, id: str) -> str:
    """The place after the row of that time, or of that word, and id."""
    return f"{at if isinstance(at, str) else at.astimezone(UTC).isoformat()}_{id}"


def after(cursor: str | None) -> tuple[datetime, str] | None:
    """Time and id of a place; None for the beginning. CursorError for a text that names none."""
    if cursor is None:
        return None
    moment, id = after_word(cursor)
    try:
        at = datetime.fromisoformat(moment)
        return at.astimezone(UTC), id
    except (ValueError, OverflowError) as error:
        raise CursorError(NO_SUCH_PLACE) from error


def after_word(cursor: str) -> tuple[str, str]:
    """Word and id of a place in a list that is ordered by words. CursorError for a text that names none."""
    word, mark, id = cursor.rpartition("_")
    if not mark:
        raise CursorError(NO_SUCH_PLACE)
    return word, id
