"""Each change once: a device that heard no answer sends its change again under the same key, and it is not made again. The key is
written in the change's own transaction."""

from collections.abc import Callable
from datetime import timedelta
from typing import TypeVar

from sqlalchemy import delete
from sqlalchemy.orm import Session

from ..core.base import Value
from .tables import ReceivedRow, utc_now

Answer = TypeVar("Answer", bound=Value)
KEPT = timedelta(days=60)


class KeyUsedError(Exception):
    """A key that was given to another kind of change before."""


def answered(
    session: Session, key: str | None, type_: type[Answer], again: Callable[[str], Answer] | None = None
) -> Answer | None:
    """The answer to `key`, if it was received before: as `again` finds it by its id, as it stands now; without that, the
    very answer of then. KeyUsedError if the key was given to another kind of change."""
    row = session.get(ReceivedRow, key) if key else None
    if row is None:
        return None
    if row.answer.get("kind") != type_.__name__:
        raise KeyUsedError
    return again(row.answer["id"]) if again else type_.model_validate(row.answer["answer"])


def once(
    session: Session,
    key: str | None,
    type_: type[Answer],
    work: Callable[[], Answer],
    again: Callable[[str], Answer] | None = None,
) -> Answer:
    """The answer of `work`, done once for each `key`; without a key it is done each time. Answers that have an id and can be
    found `again` by it are not kept themselves: a shelf of doughs is saved many times an evening."""
    before = answered(session, key, type_, again)
    if before is not None:
        return before
    answer = work()
    if key:
        now = utc_now()
        session.execute(delete(ReceivedRow).where(ReceivedRow.received_at < now - KEPT))
        kept = {"id": getattr(answer, "id", "")} if again else {"answer": answer.model_dump(mode="json")}
        session.add(ReceivedRow(key=key, received_at=now, answer={"kind": type_.__name__, **kept}))
        session.flush()
    return answer
