"""The dough shelf: saving as the baker works, refusing stale saves, putting aside and back, lists by page, by words and by choice."""

import uuid
from enum import StrEnum
from typing import Any

from pydantic import AwareDatetime, ValidationError
from sqlalchemy import delete, func, select, tuple_
from sqlalchemy.orm import Session

from ..core.base import Problem, Value
from ..core.bench import DoughSpec, Keep, found_by
from ..core.forming import Form
from . import bakes, tries, versions
from .bakes import LastBaked
from .bodies import Body, Kind, UnreadableError, body_of, read
from .pages import MOST_A_PAGE, after, after_word, cursor
from .revisions import NotThereError, StaleError, drop_over, save_over
from .searching import UNTOLD, barred, conditions, searchable, without
from .tables import DoughRow, VersionRow, WeighInRow, utc_now

PREVIEW_CHARS = 160
NAME_KEY_CHARS = 80
# Of the rules by which the columns are worked out: a row of another edition is worked out anew when the file is opened.
EDITION = 1


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
    tags: tuple[str, ...]
    readable: bool
    last: LastBaked | None


class DoughPage(Value):
    """Part of the shelf; `next` asks for what follows, `total` counts all that were found."""

    doughs: tuple[DoughSummary, ...]
    total: int
    next: str | None


class Order(StrEnum):
    """How the shelf is ordered: the last changed first, or by name."""

    CHANGED = "changed"
    NAME = "name"


class Wanted(Value):
    """What is wanted of a shelf: words, a form, without an allergen, a tag; all of them together, each where it is given."""

    words: str = ""
    kind: str = ""
    without: tuple[str, ...] = ()
    tag: str = ""
    order: Order = Order.CHANGED


class ShelfChoices(Value):
    """What the doughs on the shelf can be chosen by: forms and tags that some of them have, and how many there are in all."""

    kinds: tuple[str, ...]
    tags: tuple[str, ...]
    total: int
    aside: int  # put aside


def _saved(row: DoughRow) -> SavedDough:
    spec, adjusted = read(Kind.DOUGH, DoughSpec, row.body)
    return SavedDough(id=row.id, revision=row.revision, updated_at=row.updated_at, spec=spec, adjusted=adjusted)


def _columns(spec: DoughSpec) -> dict[str, Any]:
    return {"name": spec.name, "body": body_of(Kind.DOUGH, spec), **_index(spec)}


def _index(spec: DoughSpec) -> dict[str, Any]:
    """What lists show, order and search by."""
    texts = [line.text for line in spec.lines]
    found = found_by(spec)
    return {
        "line_count": len(texts),
        "preview": " · ".join(texts)[:PREVIEW_CHARS],
        "form": spec.form.model_dump(mode="json"),
        "words": searchable(" ".join([spec.name, *texts, found.family, *spec.tags])),
        "name_key": searchable(spec.name)[:NAME_KEY_CHARS],
        "kind": spec.form.kind,
        "family": found.family,
        "holds": barred(found.holds if found.told else (*found.holds, UNTOLD)),
        "tags": barred(spec.tags),
        "indexed": EDITION,
    }


def indexed(session: Session) -> bool:
    """Whether the columns of every dough were worked out by these rules."""
    return session.scalar(select(DoughRow.id).where(DoughRow.indexed != EDITION).limit(1)) is None


def index_anew(session: Session) -> None:
    """Work out the columns of doughs that were saved under other rules. What cannot be read keeps its own."""
    for row in session.scalars(select(DoughRow).where(DoughRow.indexed != EDITION)).all():
        try:
            values = _index(_saved(row).spec)
        except (UnreadableError, ValidationError):
            values = {"name_key": searchable(row.name)[:NAME_KEY_CHARS], "holds": barred((UNTOLD,)), "indexed": EDITION}
        for name, value in values.items():
            setattr(row, name, value)


def add(session: Session, spec: DoughSpec) -> SavedDough:
    """Put a new dough on the shelf."""
    now = utc_now()
    row = DoughRow(id=uuid.uuid4().hex, revision=1, created_at=now, updated_at=now, deleted_at=None, **_columns(spec))
    session.add(row)
    session.flush()
    return _saved(row)


def shelf(
    session: Session,
    wanted: Wanted | None = None,
    next: str | None = None,
    limit: int = MOST_A_PAGE,
    aside: bool = False,
) -> DoughPage:
    """Doughs that are as `wanted`, in its order, a page at a time: those on the shelf, or those put `aside`."""
    wanted = wanted or Wanted()
    there = select(DoughRow).where(DoughRow.deleted_at.is_not(None) if aside else DoughRow.deleted_at.is_(None))
    there = there.where(*conditions(wanted.words), *(without(word) for word in wanted.without))
    if wanted.kind:
        there = there.where(DoughRow.kind == wanted.kind)
    if wanted.tag:
        there = there.where(DoughRow.tags.contains(barred((wanted.tag,)), autoescape=True))
    total = session.scalar(select(func.count()).select_from(there.subquery())) or 0
    if wanted.order is Order.NAME:
        if next is not None:
            there = there.where(tuple_(DoughRow.name_key, DoughRow.id) > after_word(next))
        there = there.order_by(DoughRow.name_key, DoughRow.id)
    else:
        place = after(next)
        if place:
            there = there.where(tuple_(DoughRow.updated_at, DoughRow.id) < place)
        there = there.order_by(DoughRow.updated_at.desc(), DoughRow.id.desc())
    rows = list(session.scalars(there.limit(limit + 1)))
    last = rows[limit - 1] if len(rows) > limit else None
    more = last and cursor(last.name_key if wanted.order is Order.NAME else last.updated_at, last.id)
    last_baked = bakes.last_of(session, [row.id for row in rows])
    return DoughPage(
        doughs=tuple(_summary(row, last_baked.get(row.id)) for row in rows[:limit]), total=total, next=more
    )


def choices(session: Session) -> ShelfChoices:
    """What the doughs on the shelf can be chosen by."""
    on_it = DoughRow.deleted_at.is_(None)
    kinds = session.scalars(select(DoughRow.kind).where(on_it, DoughRow.kind != "").distinct())
    tags = session.scalars(select(DoughRow.tags).where(on_it, DoughRow.tags != "").distinct())
    counted = select(func.count()).select_from(DoughRow)
    return ShelfChoices(
        kinds=tuple(sorted(kinds)),
        tags=tuple(sorted({tag for row in tags for tag in row.strip("|").split("|")}, key=searchable)),
        total=session.scalar(counted.where(on_it)) or 0,
        aside=session.scalar(counted.where(~on_it)) or 0,
    )


def _summary(row: DoughRow, last: LastBaked | None) -> DoughSummary:
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
        tags=spec.tags if spec else (),
        readable=spec is not None,
        last=last,
    )


def get(session: Session, dough_id: str) -> SavedDough:
    """One dough. NotThereError if there is none, StaleError (gone, with what it was) if it is put aside."""
    row = _row(session, dough_id)
    if row.deleted_at is not None:
        raise StaleError("dough", _saved(row), gone=True)
    return _saved(row)


def on_shelf(session: Session, ids: list[str] | None = None, limit: int = MOST_A_PAGE) -> list[SavedDough]:
    """Those of these doughs that are on the shelf, or the ones last changed; what this version cannot read is left out."""
    query = select(DoughRow).where(DoughRow.deleted_at.is_(None))
    query = query.order_by(DoughRow.updated_at.desc()) if ids is None else query.where(DoughRow.id.in_(ids))
    found = []
    for row in session.scalars(query.limit(limit)):
        try:
            found.append(_saved(row))
        except UnreadableError:
            continue
    return found


def is_kept(session: Session, dough_id: str) -> bool:
    """Whether a dough is still there, on the shelf or put aside."""
    return session.get(DoughRow, dough_id) is not None


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


def throw_away(session: Session, dough_id: str, revision: int) -> None:
    """Throw a dough that was put aside away for good, with its versions and weigh-in. StaleError if it has moved on since `revision` or
    is back on the shelf, NotThereError if there is none."""
    row = _row(session, dough_id)
    if row.deleted_at is None or row.revision != revision:
        raise StaleError("dough", _saved(row))
    bakes.throw_away_of(session, dough_id)
    tries.throw_away_of(session, dough_id)
    for table in (VersionRow, WeighInRow):
        session.execute(delete(table).where(table.dough_id == dough_id))
    if not drop_over(session, DoughRow, dough_id, revision):
        _refuse(session, dough_id)


def _move(session: Session, dough_id: str, revision: int, aside: bool) -> DoughSummary:
    there = DoughRow.deleted_at.is_(None) if aside else DoughRow.deleted_at.is_not(None)
    if not save_over(session, DoughRow, dough_id, revision, {"deleted_at": utc_now() if aside else None}, there):
        _refuse(session, dough_id)
    return _summary(_row(session, dough_id), bakes.last_of(session, [dough_id]).get(dough_id))


def _refuse(session: Session, dough_id: str) -> None:
    row = _row(session, dough_id)
    raise StaleError("dough", _saved(row), gone=row.deleted_at is not None)
