"""The dough shelf: saving as the baker works, refusing stale saves, putting aside and back, lists by page and by words."""

import unicodedata
import uuid
from typing import Any

from pydantic import AwareDatetime, ValidationError
from sqlalchemy import func, select, tuple_
from sqlalchemy.orm import Session

from ..core.base import Problem, Value
from ..core.bench import DoughSpec, Keep
from ..core.forming import Form
from . import versions
from .bodies import Body, Kind, UnreadableError, body_of, read
from .pages import MOST_A_PAGE, after, cursor
from .revisions import NotThereError, StaleError, save_over
from .tables import DoughRow, utc_now

PREVIEW_CHARS = 160


class SavedDough(Value):
    """A dough with the revision its next save must name. `adjusted` tells what this version had to bring inside its limits."""

    id: str
    revision: int
    updated_at: AwareDatetime
    spec: DoughSpec
    adjusted: tuple[Problem, ...] = ()


class KeptShare(Value):
    """A share of a dough that is kept for another day."""

    id: str
    name: str


class DoughSummary(Value):
    """A dough in a list: enough to know it again, without the whole of it. One that this version cannot read has no `form`."""

    id: str
    revision: int
    name: str
    updated_at: AwareDatetime
    form: Form | None
    line_count: int
    preview: str
    kept: tuple[KeptShare, ...]
    readable: bool


class DoughPage(Value):
    """Part of the shelf; `next` asks for what follows, `total` counts all that were found."""

    doughs: tuple[DoughSummary, ...]
    total: int
    next: str | None


def _saved(row: DoughRow) -> SavedDough:
    spec, adjusted = read(Kind.DOUGH, DoughSpec, row.body)
    return SavedDough(id=row.id, revision=row.revision, updated_at=row.updated_at, spec=spec, adjusted=adjusted)


def _columns(spec: DoughSpec) -> dict[str, Any]:
    texts = [line.text for line in spec.lines]
    return {
        "name": spec.name,
        "line_count": len(texts),
        "preview": " · ".join(texts)[:PREVIEW_CHARS],
        "form": spec.form.model_dump(mode="json"),
        "words": searchable(" ".join([spec.name, *texts])),
        "body": body_of(Kind.DOUGH, spec),
    }


def searchable(text: str) -> str:
    """A text as it is searched: no case, no accents."""
    plain = unicodedata.normalize("NFKD", text.casefold())
    return "".join(c for c in plain if not unicodedata.combining(c))


def add(session: Session, spec: DoughSpec) -> SavedDough:
    """Put a new dough on the shelf."""
    now = utc_now()
    row = DoughRow(id=uuid.uuid4().hex, revision=1, created_at=now, updated_at=now, deleted_at=None, **_columns(spec))
    session.add(row)
    session.flush()
    return _saved(row)


def shelf(session: Session, words: str = "", next: str | None = None, limit: int = MOST_A_PAGE) -> DoughPage:
    """Doughs that hold every one of `words` in their name or lines, the last changed first, a page at a time."""
    there = select(DoughRow).where(DoughRow.deleted_at.is_(None))
    for word in searchable(words).split():
        there = there.where(DoughRow.words.contains(word, autoescape=True))
    total = session.scalar(select(func.count()).select_from(there.subquery())) or 0
    place = after(next)
    if place:
        there = there.where(tuple_(DoughRow.updated_at, DoughRow.id) < place)
    rows = list(session.scalars(there.order_by(DoughRow.updated_at.desc(), DoughRow.id.desc()).limit(limit + 1)))
    more = cursor(rows[limit - 1].updated_at, rows[limit - 1].id) if len(rows) > limit else None
    return DoughPage(doughs=tuple(_summary(row) for row in rows[:limit]), total=total, next=more)


def _summary(row: DoughRow) -> DoughSummary:
    spec: DoughSpec | None
    try:
        spec = _saved(row).spec
    except (UnreadableError, ValidationError):
        spec = None
    kept = (share for share in spec.shares if share.keep is not Keep.NOW) if spec else ()
    return DoughSummary(
        id=row.id,
        revision=row.revision,
        name=row.name,
        updated_at=row.updated_at,
        form=spec and spec.form,
        line_count=row.line_count,
        preview=row.preview,
        kept=tuple(KeptShare(id=share.id, name=share.name) for share in kept),
        readable=spec is not None,
    )


def get(session: Session, dough_id: str) -> SavedDough:
    """One dough. NotThereError if there is none, StaleError (gone, with what it was) if it is put aside."""
    row = _row(session, dough_id)
    if row.deleted_at is not None:
        raise StaleError("dough", _saved(row), gone=True)
    return _saved(row)


def raw(session: Session, dough_id: str) -> Body:
    """What is stored of a dough, whether it can be read or not."""
    return dict(_row(session, dough_id).body)


def _row(session: Session, dough_id: str) -> DoughRow:
    row = session.get(DoughRow, dough_id)
    if row is None:
        raise NotThereError("dough")
    return row


def save(session: Session, dough_id: str, revision: int, spec: DoughSpec) -> SavedDough:
    """Save over `revision`. StaleError with what stands if the dough has moved on or was put aside, NotThereError if there
    is none. Where what stood had to be adjusted to be read, it is kept as a version first."""
    before = _row(session, dough_id)
    _keep_if_adjusted(session, before)
    values = {**_columns(spec), "updated_at": utc_now()}
    if not save_over(session, DoughRow, dough_id, revision, values, DoughRow.deleted_at.is_(None)):
        _refuse(session, dough_id)
    return _saved(_row(session, dough_id))


def _keep_if_adjusted(session: Session, row: DoughRow) -> None:
    try:
        lost = bool(_saved(row).adjusted)
    except UnreadableError:
        lost = True
    if lost:
        versions.keep_raw(session, row.id, row.body, "As it was stored before this version of Fine Batch")


def put_aside(session: Session, dough_id: str, revision: int) -> DoughSummary:
    """Take a dough off the shelf. StaleError if it has moved on since `revision`, NotThereError if there is none."""
    return _move(session, dough_id, revision, aside=True)


def put_back(session: Session, dough_id: str, revision: int) -> DoughSummary:
    """Put a dough back on the shelf. StaleError if it has moved on since `revision`, NotThereError if there is none."""
    return _move(session, dough_id, revision, aside=False)


def _move(session: Session, dough_id: str, revision: int, aside: bool) -> DoughSummary:
    there = DoughRow.deleted_at.is_(None) if aside else DoughRow.deleted_at.is_not(None)
    if not save_over(session, DoughRow, dough_id, revision, {"deleted_at": utc_now() if aside else None}, there):
        _refuse(session, dough_id)
    return _summary(_row(session, dough_id))


def _refuse(session: Session, dough_id: str) -> None:
    row = _row(session, dough_id)
    raise StaleError("dough", _saved(row), gone=row.deleted_at is not None)
