"""One change of a dough, tried on half a batch: kept until it is told or let go. A dough has one at a time."""

import uuid

from pydantic import AwareDatetime
from sqlalchemy import delete, select, update
from sqlalchemy.orm import Session

from ..core.base import Value
from ..core.bench import DoughSpec
from .bodies import Kind, body_of, read
from .revisions import NotThereError
from .tables import BakeRow, TryRow, utc_now


class SavedTry(Value):
    """A dough with one change, said in words, that is tried on the right half (B) of its trays."""

    id: str
    dough_id: str
    created_at: AwareDatetime
    saying: str
    spec: DoughSpec


def tray_of(try_id: str) -> str:
    """The name of the tray whose two halves are of this try: bakes of one tray share its luck."""
    return f"try {try_id}"


def _saved(row: TryRow) -> SavedTry:
    spec, _ = read(Kind.DOUGH, DoughSpec, row.body)
    return SavedTry(id=row.id, dough_id=row.dough_id, created_at=row.created_at, saying=row.saying, spec=spec)


def keep(session: Session, dough_id: str, saying: str, spec: DoughSpec) -> SavedTry:
    """Begin a try; the one before it ends."""
    session.execute(
        update(TryRow).where(TryRow.dough_id == dough_id, TryRow.ended_at.is_(None)).values(ended_at=utc_now())
    )
    row = TryRow(
        id=uuid.uuid4().hex, dough_id=dough_id, created_at=utc_now(), ended_at=None, saying=saying, body=body_of(Kind.DOUGH, spec)
    )  # fmt: skip
    session.add(row)
    session.flush()
    return _saved(row)


def get(session: Session, try_id: str) -> SavedTry:
    """One try, also one that is over. NotThereError if there is none."""
    return _saved(_row(session, try_id))


def of_dough(session: Session, try_id: str, dough_id: str) -> SavedTry:
    """One try of that dough. NotThereError if there is none."""
    found = get(session, try_id)
    if found.dough_id != dough_id:
        raise NotThereError("try")
    return found


def _row(session: Session, try_id: str) -> TryRow:
    row = session.get(TryRow, try_id)
    if row is None:
        raise NotThereError("try")
    return row


def under_way(session: Session, dough_id: str) -> SavedTry | None:
    """The try of a dough that is not over."""
    query = select(TryRow).where(TryRow.dough_id == dough_id, TryRow.ended_at.is_(None))
    row = session.scalar(query.order_by(TryRow.created_at.desc()).limit(1))
    return _saved(row) if row else None


def end(session: Session, try_id: str) -> SavedTry:
    """End a try. NotThereError if there is none."""
    row = _row(session, try_id)
    row.ended_at = row.ended_at or utc_now()
    session.flush()
    return _saved(row)


def half_bakes(session: Session, try_id: str) -> dict[str, str]:
    """The id of the latest bake written down of each half, by its letter."""
    query = select(BakeRow).where(BakeRow.tray == tray_of(try_id), BakeRow.deleted_at.is_(None))
    return {row.body.get("half", ""): row.id for row in session.scalars(query.order_by(BakeRow.baked_at, BakeRow.id))}


def throw_away_of(session: Session, dough_id: str) -> None:
    """All tries of a dough that is thrown away."""
    session.execute(delete(TryRow).where(TryRow.dough_id == dough_id))
