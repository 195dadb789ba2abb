"""The tablets and phones that were let into the kitchen: each with a token of its own, which can be withdrawn."""

import hashlib
import secrets
import uuid
from datetime import timedelta

from pydantic import AwareDatetime
from sqlalchemy import delete, select, update
from sqlalchemy.orm import Session

from ..core.base import Value
from .revisions import NotThereError
from .tables import PairedRow, utc_now

TOKEN_BYTES = 32
SEEN_EVERY = timedelta(minutes=1)


class Device(Value):
    """A tablet or phone that was let in."""

    id: str
    name: str
    created_at: AwareDatetime
    seen_at: AwareDatetime


def hash_of(token: str) -> str:
    """What is kept of a token. The token is random and long, so that a plain hash is enough."""
    return hashlib.sha256(token.encode()).hexdigest()


def let_in(session: Session, name: str) -> tuple[Device, str]:
    """A new device, and the token that it alone is told."""
    token, now = secrets.token_urlsafe(TOKEN_BYTES), utc_now()
    row = PairedRow(id=uuid.uuid4().hex, name=name, token_hash=hash_of(token), created_at=now, seen_at=now)
    session.add(row)
    session.flush()
    return _device(row), token


def listed(session: Session) -> tuple[Device, ...]:
    """All that are let in, the last seen first."""
    return tuple(_device(row) for row in session.scalars(select(PairedRow).order_by(PairedRow.seen_at.desc())))


def by_hash(session: Session) -> dict[str, Device]:
    """All that are let in, by the hash of their token."""
    return {row.token_hash: _device(row) for row in session.scalars(select(PairedRow))}


def seen(session: Session, id: str) -> None:
    """It was here just now."""
    session.execute(update(PairedRow).where(PairedRow.id == id).values(seen_at=utc_now()))


def rename(session: Session, id: str, name: str) -> Device:
    """Call it otherwise. NotThereError if it is not let in."""
    row = session.get(PairedRow, id)
    if row is None:
        raise NotThereError("device")
    row.name = name
    session.flush()
    return _device(row)


def withdraw(session: Session, id: str) -> None:
    """Let it in no more. NotThereError if it is not let in."""
    gone = session.execute(delete(PairedRow).where(PairedRow.id == id).returning(PairedRow.id)).scalar_one_or_none()
    if gone is None:
        raise NotThereError("device")


def _device(row: PairedRow) -> Device:
    return Device(id=row.id, name=row.name, created_at=row.created_at, seen_at=row.seen_at)
