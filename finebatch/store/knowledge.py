"""What the notebook knows of a dough: the bakes that count, chosen from the log and handed to the core. Nothing learned is kept, only
what the model says of each bake."""

from collections import OrderedDict
from datetime import datetime
from threading import Lock
from typing import TYPE_CHECKING

from pydantic import ValidationError
from sqlalchemy import ColumnElement, Select, func, or_, select
from sqlalchemy.orm import Session

from ..core.notebook import EDITION, Bake, oven_name
from .bodies import Kind, UnreadableError, read
from .tables import BakeRow, utc_now

if TYPE_CHECKING:
    from ..core.learning.known import Known
    from ..core.notebook.looks import KeptLook

DAY_S = 86_400.0
MOST_LOOKS, OWN, OF_FAMILY, OF_OTHERS = 60, 20, 3, 2
KEPT_ANSWERS = 8
_COUNTS = (BakeRow.deleted_at.is_(None), BakeRow.learns.is_(True))

_Key = tuple[str, str, int, int, datetime | None, int]
_cache: "OrderedDict[_Key, Known]" = OrderedDict()
_lock = Lock()


def known_of(session: Session, dough_id: str | None, oven: int) -> "Known":
    """All that is known for a dough in an oven: its own latest bakes, some of every other dough, its family's first. Kept by the state of
    the log, so that a keystroke reads two numbers."""
    dough = dough_id or ""
    count, changed = session.execute(select(func.count(), func.max(BakeRow.updated_at)).select_from(BakeRow)).one()
    today = int(utc_now().timestamp() // DAY_S)
    key = (str(session.get_bind().engine.url), dough, oven, count, changed, today)
    with _lock:
        if key in _cache:
            _cache.move_to_end(key)
            return _cache[key]
    # The model is loaded when it is first asked: see core.learning.
    from ..core.learning.known import Known
    from ..core.notebook.looks import look_of, usual_case

    rows = _chosen(session, dough)
    first = _first(session, dough) if dough else None
    known = Known(
        dough,
        oven_name(oven),
        float(today),
        tuple(
            look_of(row.id, row.dough_id, row.baked_at.timestamp() / DAY_S, row.oven, row.tray, kept)
            for row in rows
            if (kept := _kept(row)) is not None
        ),
        usual_case(first[1]) if first else None,
    )
    with _lock:
        _cache[key] = known
        while len(_cache) > KEPT_ANSWERS:
            _cache.popitem(last=False)
    return known


def _kept(row: BakeRow) -> "KeptLook | None":
    from ..core.notebook.looks import KeptLook

    return KeptLook.model_validate(row.look) if row.look else None


def _chosen(session: Session, dough: str) -> list[BakeRow]:
    """The dough's own latest; then the latest few of each other dough of its families; then of all others; so many in all."""
    own = list(session.scalars(_latest(BakeRow.dough_id == dough).limit(OWN)))
    family = own[0].family if own else None
    ranked = (
        select(
            BakeRow.id,
            BakeRow.family,
            BakeRow.baked_at,
            func.row_number()
            .over(partition_by=BakeRow.dough_id, order_by=(BakeRow.baked_at.desc(), BakeRow.id.desc()))
            .label("n"),
        )
        .where(*_COUNTS, BakeRow.dough_id != dough)
        .subquery()
    )
    # Of a dough never baked the family is not known here: all others are as near.
    near = (ranked.c.family == family) if family else ranked.c.n > 0
    query = (
        select(ranked.c.id)
        .where((near & (ranked.c.n <= OF_FAMILY)) | (ranked.c.n <= OF_OTHERS))
        .order_by(near.desc(), ranked.c.baked_at.desc(), ranked.c.id.desc())
        .limit(MOST_LOOKS - len(own))
    )
    ids = list(session.scalars(query))
    others = {row.id: row for row in session.scalars(select(BakeRow).where(BakeRow.id.in_(ids)))} if ids else {}
    return [*own, *(others[id] for id in ids)]


def _latest(*where: ColumnElement[bool]) -> Select[BakeRow]:
    return select(BakeRow).where(*_COUNTS, *where).order_by(BakeRow.baked_at.desc(), BakeRow.id.desc())


def _first(session: Session, dough: str) -> tuple[str, Bake] | None:
    """The dough as it was first baked, named with its revision; None if it never was, or that bake cannot be read."""
    query = select(BakeRow).where(*_COUNTS, BakeRow.dough_id == dough)
    row = session.scalar(query.order_by(BakeRow.baked_at, BakeRow.id).limit(1))
    try:
        return (f"{row.id} {row.revision}", read(Kind.BAKE, Bake, row.body)[0]) if row else None
    except (UnreadableError, ValidationError):
        return None


def looked_anew(session: Session, dough: str) -> None:
    """Work out what the model says of those bakes of a dough that have no look, one of another edition of the model, or one told from
    another first bake."""
    from ..core.notebook.looks import kept_look, usual_case

    found = _first(session, dough)
    usual, first = (found[0], usual_case(found[1])) if found else ("", None)
    edition, told_from = BakeRow.look["edition"].as_integer(), BakeRow.look["usual"].as_string()
    stale = or_(edition.is_(None), edition != EDITION, told_from != usual)
    for row in session.scalars(select(BakeRow).where(BakeRow.dough_id == dough, *_COUNTS, stale)):
        try:
            look = kept_look(read(Kind.BAKE, Bake, row.body)[0], usual, first)
        except (UnreadableError, ValidationError):
            look = None
        row.look = look.model_dump(mode="json") if look else None
        row.family = look.families[0][0] if look else ""
    session.flush()


def known_anew(session: Session) -> None:
    """Work out all looks of another edition of the model."""
    editions = BakeRow.look["edition"].as_integer()
    for dough in session.scalars(select(BakeRow.dough_id).where(*_COUNTS, editions != EDITION).distinct()).all():
        looked_anew(session, dough)


def up_to_date(session: Session) -> bool:
    """Whether every look is of this edition of the model."""
    editions = BakeRow.look["edition"].as_integer()
    return session.scalar(select(BakeRow.id).where(*_COUNTS, editions != EDITION).limit(1)) is None
