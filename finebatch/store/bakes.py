"""The notebook: bakes as they were written down, each kept with how it stood before every change; a list by dough, a page at a time."""

import uuid
from typing import Any

from pydantic import AwareDatetime
from sqlalchemy import delete, func, select, tuple_
from sqlalchemy.orm import Session

from ..core.base import Problem, Value
from ..core.notebook import Bake
from .bodies import Body, Kind, UnreadableError, body_of, read
from .knowledge import looked_anew
from .pages import MOST_A_PAGE, after, cursor
from .revisions import NotThereError, StaleError, drop_over, save_over
from .tables import BakeBeforeRow, BakeRow, PictureRow, utc_now


class SavedBake(Value):
    """A bake with the revision its next save must name. `adjusted` tells what this version had to bring inside its limits."""

    id: str
    revision: int
    dough_id: str
    updated_at: AwareDatetime
    put_aside: bool
    bake: Bake
    picture_id: str | None = None
    adjusted: tuple[Problem, ...] = ()


class BakePage(Value):
    """Some bakes, the latest first; `next` asks for what follows, `total` counts all. Those that this version cannot read stand by id in
    `unreadable`."""

    bakes: tuple[SavedBake, ...]
    unreadable: tuple[str, ...]
    total: int
    next: str | None


class BakeBefore(Value):
    """A bake as it stood until `changed_at`."""

    revision: int
    changed_at: AwareDatetime
    bake: Bake


def _saved(row: BakeRow) -> SavedBake:
    bake, adjusted = read(Kind.BAKE, Bake, row.body)
    return SavedBake(
        id=row.id, revision=row.revision, dough_id=row.dough_id, updated_at=row.updated_at, put_aside=row.deleted_at is not None,
        bake=bake, picture_id=row.picture_id, adjusted=adjusted,
    )  # fmt: skip


def _columns(bake: Bake) -> dict[str, Any]:
    return {
        "body": body_of(Kind.BAKE, bake),
        "baked_at": bake.baked_at,
        "updated_at": utc_now(),
        "learns": bake.learn_from,
        "oven": bake.kitchen.oven_number,
        "tray": bake.tray,
        "liked": bake.measured.liked,
        "look": None,
    }


def add(session: Session, dough_id: str, bake: Bake, jpeg: bytes = b"") -> SavedBake:
    """Write a bake down, with a picture of it if there is one."""
    id = uuid.uuid4().hex
    session.add(
        BakeRow(
            id=id, revision=1, dough_id=dough_id, created_at=utc_now(), deleted_at=None, family="",
            picture_id=_kept_picture(session, jpeg), **_columns(bake),
        )
    )  # fmt: skip
    session.flush()
    looked_anew(session, dough_id)
    return get(session, id)


def _kept_picture(session: Session, jpeg: bytes) -> str | None:
    if not jpeg:
        return None
    id = uuid.uuid4().hex
    session.add(PictureRow(id=id, created_at=utc_now(), jpeg=jpeg))
    return id


def picture(session: Session, bake_id: str) -> bytes:
    """The picture of a bake, a JPEG. NotThereError if there is none."""
    row = _row(session, bake_id)
    kept = session.get(PictureRow, row.picture_id) if row.picture_id else None
    if kept is None:
        raise NotThereError("picture")
    return kept.jpeg


def save(session: Session, bake_id: str, revision: int, bake: Bake, jpeg: bytes | None = None) -> SavedBake:
    """Save over `revision`, keeping how it stood; `jpeg` is its picture from now on, empty for none, None for the one it has. StaleError if
    the bake has moved on or was put aside, NotThereError if there is none."""
    before = _row(session, bake_id)
    body, dough_id, old = before.body, before.dough_id, before.picture_id
    columns = _columns(bake)
    if jpeg is not None:
        columns["picture_id"] = _kept_picture(session, jpeg)
    if not save_over(session, BakeRow, bake_id, revision, columns, BakeRow.deleted_at.is_(None)):
        _refuse(session, bake_id)
    if jpeg is not None and old:
        session.execute(delete(PictureRow).where(PictureRow.id == old))
    session.add(BakeBeforeRow(id=uuid.uuid4().hex, bake_id=bake_id, revision=revision, changed_at=utc_now(), body=body))
    session.flush()
    looked_anew(session, dough_id)
    return get(session, bake_id)


def get(session: Session, bake_id: str) -> SavedBake:
    """One bake. NotThereError if there is none, StaleError (gone, with what it was) if it is put aside."""
    row = _row(session, bake_id)
    if row.deleted_at is not None:
        raise StaleError("bake", _saved(row), gone=True)
    return _saved(row)


def befores(session: Session, bake_id: str) -> tuple[BakeBefore, ...]:
    """How a bake stood before each change, the latest first."""
    _row(session, bake_id)
    rows = session.scalars(
        select(BakeBeforeRow).where(BakeBeforeRow.bake_id == bake_id).order_by(BakeBeforeRow.revision.desc())
    )
    return tuple(
        BakeBefore(revision=row.revision, changed_at=row.changed_at, bake=read(Kind.BAKE, Bake, row.body)[0])
        for row in rows
    )


def listed(
    session: Session, dough_id: str | None, next: str | None = None, limit: int = MOST_A_PAGE, aside: bool = False
) -> BakePage:
    """The latest bakes first, of one dough or of all, a page at a time: those that count, or those put `aside`."""
    there = BakeRow.deleted_at.is_not(None) if aside else BakeRow.deleted_at.is_(None)
    query = select(BakeRow).where(there)
    if dough_id is not None:
        query = query.where(BakeRow.dough_id == dough_id)
    total = session.scalar(select(func.count()).select_from(query.subquery())) or 0
    place = after(next)
    if place:
        query = query.where(tuple_(BakeRow.baked_at, BakeRow.id) < place)
    rows = list(session.scalars(query.order_by(BakeRow.baked_at.desc(), BakeRow.id.desc()).limit(limit + 1)))
    more = cursor(rows[limit - 1].baked_at, rows[limit - 1].id) if len(rows) > limit else None
    found: list[SavedBake] = []
    unreadable: list[str] = []
    for row in rows[:limit]:
        try:
            found.append(_saved(row))
        except UnreadableError:
            unreadable.append(row.id)
    return BakePage(bakes=tuple(found), unreadable=tuple(unreadable), total=total, next=more)


def raw(session: Session, bake_id: str) -> Body:
    """What is stored of a bake, whether it can be read or not."""
    return dict(_row(session, bake_id).body)


def put_aside(session: Session, bake_id: str, revision: int) -> SavedBake:
    """Take a bake out of the notebook, and its effect back; it can be put back. StaleError if it has moved on, NotThereError if there is none."""
    return _move(session, bake_id, revision, aside=True)


def put_back(session: Session, bake_id: str, revision: int) -> SavedBake:
    """Put a bake back. StaleError if it has moved on since `revision`, NotThereError if there is none."""
    return _move(session, bake_id, revision, aside=False)


def throw_away(session: Session, bake_id: str, revision: int) -> None:
    """Throw a bake that was put aside away for good. StaleError if it has moved on or is back, NotThereError if there is none."""
    row = _row(session, bake_id)
    if row.deleted_at is None or row.revision != revision:
        raise StaleError("bake", _saved(row))
    session.execute(delete(BakeBeforeRow).where(BakeBeforeRow.bake_id == bake_id))
    session.execute(delete(PictureRow).where(PictureRow.id == row.picture_id))
    if not drop_over(session, BakeRow, bake_id, revision):
        _refuse(session, bake_id)


def throw_away_of(session: Session, dough_id: str) -> None:
    """All bakes of a dough that is thrown away."""
    of_dough = select(BakeRow.id).where(BakeRow.dough_id == dough_id)
    session.execute(delete(BakeBeforeRow).where(BakeBeforeRow.bake_id.in_(of_dough)))
    pictures = select(BakeRow.picture_id).where(BakeRow.dough_id == dough_id, BakeRow.picture_id.is_not(None))
    session.execute(delete(PictureRow).where(PictureRow.id.in_(pictures)))
    session.execute(delete(BakeRow).where(BakeRow.dough_id == dough_id))


def all_of(
    session: Session, dough_id: str | None, oven: int | None = None, most: int | None = None
) -> tuple[Bake, ...]:
    """The latest bakes of a dough, or in an oven, or all; those that cannot be read are left out."""
    query = select(BakeRow).where(BakeRow.deleted_at.is_(None)).order_by(BakeRow.baked_at.desc(), BakeRow.id.desc())
    if dough_id is not None:
        query = query.where(BakeRow.dough_id == dough_id)
    if oven is not None:
        query = query.where(BakeRow.oven == oven)
    found = []
    for row in session.scalars(query.limit(most)):
        try:
            found.append(_saved(row).bake)
        except UnreadableError:
            continue
    return tuple(found)


class LastBaked(Value):
    """When a dough was last baked, how often, and how it was then liked (1 to 5)."""

    at: AwareDatetime
    times: int
    liked: int | None


def last_of(session: Session, dough_ids: list[str]) -> dict[str, LastBaked]:
    """When each of some doughs was last baked; those never baked are not in it."""
    mine = (BakeRow.deleted_at.is_(None), BakeRow.dough_id.in_(dough_ids))
    latest = func.row_number().over(
        partition_by=BakeRow.dough_id, order_by=(BakeRow.baked_at.desc(), BakeRow.id.desc())
    )
    times = func.count().over(partition_by=BakeRow.dough_id)
    ranked = (
        select(BakeRow.dough_id, BakeRow.baked_at, BakeRow.liked, latest.label("n"), times.label("times"))
        .where(*mine)
        .subquery()
    )
    rows = session.execute(select(ranked).where(ranked.c.n == 1))
    return {row.dough_id: LastBaked(at=row.baked_at, times=row.times, liked=row.liked) for row in rows}


def _move(session: Session, bake_id: str, revision: int, aside: bool) -> SavedBake:
    there = BakeRow.deleted_at.is_(None) if aside else BakeRow.deleted_at.is_not(None)
    now = utc_now()
    moved = {"deleted_at": now if aside else None, "updated_at": now}
    if not save_over(session, BakeRow, bake_id, revision, moved, there):
        _refuse(session, bake_id)
    row = _row(session, bake_id)
    looked_anew(session, row.dough_id)
    return _saved(_row(session, bake_id))


def _row(session: Session, bake_id: str) -> BakeRow:
    row = session.get(BakeRow, bake_id)
    if row is None:
        raise NotThereError("bake")
    return row


def _refuse(session: Session, bake_id: str) -> None:
    row = _row(session, bake_id)
    raise StaleError("bake", _saved(row), gone=row.deleted_at is not None)
