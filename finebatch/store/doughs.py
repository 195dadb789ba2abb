"""The dough shelf: saving as the baker works, refusing stale saves, undoable deletion."""

import uuid
from datetime import datetime

from pydantic import AwareDatetime
from sqlalchemy import select
from sqlalchemy.orm import Session

from ..core.assess import DoughSpec
from ..core.forming import Form
from ..core.value import Value
from .tables import DoughRow, utc_now


class SavedDough(Value):
    """A dough with the revision its next save must name."""

    id: str
    revision: int
    updated_at: AwareDatetime
    spec: DoughSpec


class DoughSummary(Value):
    """A dough in a list: enough to know it again, without the whole of it."""

    id: str
    name: str
    updated_at: AwareDatetime
    form: Form
    line_count: int
    preview: str


PREVIEW_CHARS = 160


class StaleRevisionError(Exception):
    """Someone else saved first; `current` is what they saved."""

    def __init__(self, current: SavedDough) -> None:
        super().__init__("this dough was changed elsewhere")
        self.current = current


def _saved(row: DoughRow) -> SavedDough:
    return SavedDough(
        id=row.id, revision=row.revision, updated_at=row.updated_at, spec=DoughSpec.model_validate(row.body)
    )


def add(session: Session, spec: DoughSpec) -> SavedDough:
    """Put a new dough on the shelf."""
    now = utc_now()
    row = DoughRow(
        id=uuid.uuid4().hex, name=spec.name, revision=1, body=spec.model_dump(mode="json"), created_at=now, updated_at=now,
        deleted_at=None,
    )  # fmt: skip
    session.add(row)
    session.flush()
    return _saved(row)


def shelf(session: Session) -> list[DoughSummary]:
    """All doughs, the last changed first."""
    rows = session.scalars(select(DoughRow).where(DoughRow.deleted_at.is_(None)).order_by(DoughRow.updated_at.desc()))
    return [_summary(row) for row in rows]


def _summary(row: DoughRow) -> DoughSummary:
    texts = [line["text"] for line in row.body["lines"]]
    return DoughSummary(
        id=row.id,
        name=row.name,
        updated_at=row.updated_at,
        form=row.body["form"],
        line_count=len(texts),
        preview=" · ".join(texts)[:PREVIEW_CHARS],
    )


def get(session: Session, dough_id: str) -> SavedDough | None:
    """One dough, or None if it is not there (or deleted)."""
    row = session.get(DoughRow, dough_id)
    return _saved(row) if row and row.deleted_at is None else None


def save(session: Session, dough_id: str, revision: int, spec: DoughSpec) -> SavedDough | None:
    """Save over `revision`. Raises StaleRevisionError if the dough has moved on; None if it is not there."""
    row = session.get(DoughRow, dough_id)
    if row is None or row.deleted_at is not None:
        return None
    if row.revision != revision:
        raise StaleRevisionError(_saved(row))
    row.revision += 1
    row.name, row.body, row.updated_at = spec.name, spec.model_dump(mode="json"), utc_now()
    session.flush()
    return _saved(row)


def set_deleted(session: Session, dough_id: str, deleted: bool) -> SavedDough | None:
    """Take a dough off the shelf, or put it back; None if there is no such dough."""
    row = session.get(DoughRow, dough_id)
    if row is None:
        return None
    moment: datetime | None = utc_now() if deleted else None
    row.deleted_at = moment
    session.flush()
    return _saved(row)
