"""The one way to save over a revision: it is a condition of the UPDATE (or DELETE), so of two devices that saw the same
revision exactly one is told “saved”, and the other what stands now."""

from typing import Any

from sqlalchemy import ColumnElement, delete, update
from sqlalchemy.orm import Session

from ..core.base import Value
from .tables import Revised


class StaleError(Exception):
    """Somebody else saved first. `current` is what they saved; `gone` where they took it away."""

    def __init__(self, what: str, current: Value, gone: bool = False) -> None:
        super().__init__(f"this {what} was changed elsewhere")
        self.what, self.current, self.gone = what, current, gone


class NotThereError(Exception):
    """There is no such thing."""

    def __init__(self, what: str) -> None:
        super().__init__(f"there is no such {what}")
        self.what = what


def save_over(
    session: Session,
    table: type[Revised],
    id: object,
    revision: int,
    values: dict[str, Any],
    *also: ColumnElement[bool],
) -> bool:
    """Set `values` where the row still has `revision` (and `also` holds), and count the revision on; whether it did."""
    changed = session.execute(
        update(table)
        .where(table.key() == id, table.revision == revision, *also)
        .values({**values, "revision": revision + 1})
        .returning(table.revision)
        .execution_options(synchronize_session=False)
    ).scalar_one_or_none()
    session.expire_all()
    return changed is not None


def drop_over(session: Session, table: type[Revised], id: object, revision: int) -> bool:
    """Delete the row if it still has `revision`; whether it did."""
    query = delete(table).where(table.key() == id, table.revision == revision).returning(table.revision)
    dropped = session.execute(query.execution_options(synchronize_session=False)).scalar_one_or_none()
    session.expire_all()
    return dropped is not None
