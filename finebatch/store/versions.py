"""Versions of a dough kept with a note."""

import uuid

from pydantic import AwareDatetime
from sqlalchemy import select
from sqlalchemy.orm import Session

from ..core.assess import DoughSpec
from ..core.value import Value
from .tables import VersionRow, utc_now


class SavedVersion(Value):
    """A dough as it was, why it was kept, and when."""

    id: str
    note: str
    created_at: AwareDatetime
    spec: DoughSpec


def _saved(row: VersionRow) -> SavedVersion:
    return SavedVersion(id=row.id, note=row.note, created_at=row.created_at, spec=DoughSpec.model_validate(row.body))


def keep(session: Session, dough_id: str, spec: DoughSpec, note: str) -> SavedVersion:
    """Keep a dough as it stands."""
    row = VersionRow(
        id=uuid.uuid4().hex, dough_id=dough_id, note=note, created_at=utc_now(), body=spec.model_dump(mode="json")
    )
    session.add(row)
    session.flush()
    return _saved(row)


def of(session: Session, dough_id: str, limit: int = 100) -> list[SavedVersion]:
    """Versions of a dough, the newest first."""
    query = (
        select(VersionRow).where(VersionRow.dough_id == dough_id).order_by(VersionRow.created_at.desc()).limit(limit)
    )
    return [_saved(row) for row in session.scalars(query)]
