"""Versions of a dough kept with a note."""

import uuid

from pydantic import AwareDatetime
from sqlalchemy import insert, literal, select
from sqlalchemy.orm import Session

from ..core.base import Value
from ..core.bench import DoughSpec
from .bodies import Body, Kind, UnreadableError, read
from .revisions import NotThereError
from .tables import DoughRow, VersionRow, utc_now


class SavedVersion(Value):
    """A dough as it was, why it was kept, and when; no `spec` where this version of Fine Batch cannot read it."""

    id: str
    note: str
    created_at: AwareDatetime
    spec: DoughSpec | None


def _saved(row: VersionRow) -> SavedVersion:
    try:
        spec, _ = read(Kind.DOUGH, DoughSpec, row.body)
    except UnreadableError:
        return SavedVersion(id=row.id, note=row.note, created_at=row.created_at, spec=None)
    return SavedVersion(id=row.id, note=row.note, created_at=row.created_at, spec=spec)


def keep(session: Session, dough_id: str, revision: int, note: str) -> SavedVersion | None:
    """Keep a dough as it stands at `revision`; None if it has moved on since, or is put aside. One statement, so that what
    is kept is what the baker saw."""
    id = uuid.uuid4().hex
    there = select(
        literal(id), DoughRow.id, literal(note), literal(utc_now(), VersionRow.created_at.type), DoughRow.body
    ).where(DoughRow.id == dough_id, DoughRow.revision == revision, DoughRow.deleted_at.is_(None))
    session.execute(insert(VersionRow).from_select(["id", "dough_id", "note", "created_at", "body"], there))
    row = session.get(VersionRow, id)
    return _saved(row) if row else None


def keep_raw(session: Session, dough_id: str, body: Body, note: str) -> None:
    """Keep a stored body just as it is."""
    session.add(VersionRow(id=uuid.uuid4().hex, dough_id=dough_id, note=note, created_at=utc_now(), body=body))
    session.flush()


def get(session: Session, version_id: str) -> SavedVersion:
    """One version. NotThereError if there is none."""
    row = session.get(VersionRow, version_id)
    if row is None:
        raise NotThereError("version")
    return _saved(row)


def raw(session: Session, dough_id: str, version_id: str) -> Body:
    """What is stored of a version, whether it can be read or not. NotThereError if there is none."""
    row = session.get(VersionRow, version_id)
    if row is None or row.dough_id != dough_id:
        raise NotThereError("version")
    return dict(row.body)


def of(session: Session, dough_id: str, limit: int = 100) -> list[SavedVersion]:
    """Versions of a dough, the newest first."""
    query = (
        select(VersionRow).where(VersionRow.dough_id == dough_id).order_by(VersionRow.created_at.desc()).limit(limit)
    )
    return [_saved(row) for row in session.scalars(query)]
