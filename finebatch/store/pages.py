"""Long lists a page at a time: where a page ended is named by the last row's own time and id, so that what is changed or added
meanwhile neither hides nor repeats a row that was not touched."""

from datetime import UTC, datetime

MOST_A_PAGE = 60


class CursorError(ValueError):
    """A place in a list that this list never gave."""


def cursor(at: datetime, id: str) -> str:
    """The place after the row of that time and id."""
    return f"{at.astimezone(UTC).isoformat()}_{id}"


def after(cursor: str | None) -> tuple[datetime, str] | None:
    """Time and id of a place; None for the beginning. CursorError for a text that names none."""
    if cursor is None:
        return None
    moment, _, id = cursor.rpartition("_")
    try:
        at = datetime.fromisoformat(moment)
        return at.astimezone(UTC), id
    except (ValueError, OverflowError) as error:
        raise CursorError("That place is not in this list. Begin again at its top.") from error
