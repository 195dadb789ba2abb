"""The stores: whatever they keep is added under a name the device gave it, changed field by field, put aside and back."""

from collections.abc import Iterable
from datetime import UTC, date, datetime, time
from decimal import Decimal
from typing import Annotated

from pydantic import AwareDatetime, Field, TypeAdapter, ValidationError
from sqlalchemy import and_, select
from sqlalchemy.orm import Session

from ..core.base import FieldChange, FieldConflict, Problem, Value, merge
from ..core.stores import Came, Cost, Level, MoveKind, PackSize, PantryItem, Price, Thing, levels_of, per_gram
from .bodies import SCHEMA_KEY, Body, Kind, UnreadableError, body_of, read
from .revisions import NotThereError, StaleError, drop_over, save_over
from .tables import StoredRow, utc_now

MOST_LISTED = 500
AT_ONCE = 200  # rows
ThingId = Annotated[str, Field(pattern=r"^[A-Za-z0-9_.-]{1,64}$")]


class SavedThing(Value):
    """Something the stores keep, with the revision its next change is made over. `conflicts` are changes just sent that met another device's."""

    id: str
    revision: int
    updated_at: AwareDatetime
    put_aside: bool = False
    thing: Thing
    adjusted: tuple[Problem, ...] = ()
    conflicts: tuple[FieldConflict, ...] = ()


class _Holder(Value):
    thing: Thing


_THING: TypeAdapter[Thing] = TypeAdapter(Thing)


def _saved(row: StoredRow) -> SavedThing:
    stored = {key: value for key, value in row.body.items() if key != SCHEMA_KEY}
    held, adjusted = read(Kind.THING, _Holder, {"thing": stored, SCHEMA_KEY: row.body.get(SCHEMA_KEY, 0)})
    return SavedThing(
        id=row.id, revision=row.revision, updated_at=row.updated_at, put_aside=row.deleted_at is not None, thing=held.thing, adjusted=adjusted
    )  # fmt: skip


def _at(thing: Thing, now: datetime) -> datetime:
    """What its kind is ordered by: its own moment or day where it has one."""
    own = (
        getattr(thing, "at", None)
        or getattr(thing, "made_at", None)
        or getattr(thing, "on", None)
        or getattr(thing, "made_on", None)
    )
    if isinstance(own, datetime):
        return own
    return datetime.combine(own, time(12), UTC) if isinstance(own, date) else now


def add(session: Session, id: str, thing: Thing) -> SavedThing:
    """Keep something new. What was put aside under that name comes back as this; StaleError where it stands already and is something else."""
    now = utc_now()
    row = session.get(StoredRow, id)
    if row is None:
        session.add(
            StoredRow(
                id=id, revision=1, kind=thing.kind, at=_at(thing, now), created_at=now, updated_at=now, deleted_at=None, body=body_of(Kind.THING, thing)
            )
        )  # fmt: skip
        session.flush()
        return get(session, id)
    if row.deleted_at is None and row.body != body_of(Kind.THING, thing):
        raise StaleError("thing", _saved(row))
    if row.deleted_at is not None:
        values = {
            "body": body_of(Kind.THING, thing),
            "kind": thing.kind,
            "at": _at(thing, now),
            "updated_at": now,
            "deleted_at": None,
        }
        if not save_over(session, StoredRow, id, row.revision, values):
            raise StaleError("thing", _saved(_row(session, id)))
    return get(session, id)


def get(session: Session, id: str) -> SavedThing:
    """One thing. NotThereError if there is none, StaleError (gone) if it is put aside, UnreadableError if this version cannot read it."""
    row = _row(session, id)
    if row.deleted_at is not None:
        raise StaleError("thing", _saved(row), gone=True)
    return _saved(row)


def _row(session: Session, id: str) -> StoredRow:
    row = session.get(StoredRow, id)
    if row is None:
        raise NotThereError("thing")
    return row


def raw(session: Session, id: str) -> Body:
    """What is stored of a thing, whether it can be read or not."""
    return dict(_row(session, id).body)


def change(session: Session, id: str, changes: tuple[FieldChange, ...]) -> SavedThing:
    """Make the changes that meet no other device's; the rest come back as conflicts. ValidationError (pydantic's) where a value cannot be."""
    while True:
        now = get(session, id)
        merged, conflicts = merge(now.thing.model_dump(mode="json"), changes)
        thing = _THING.validate_python(merged)
        if thing != now.thing:
            at = utc_now()
            values = {"body": body_of(Kind.THING, thing), "kind": thing.kind, "at": _at(thing, at), "updated_at": at}
            if not save_over(session, StoredRow, id, now.revision, values, StoredRow.deleted_at.is_(None)):
                continue
        return get(session, id).model_copy(update={"conflicts": conflicts})


def put_away(session: Session, list_id: str, at: datetime) -> SavedThing:
    """A shopping list whose basket went into the pantry at that moment."""
    was = get(session, list_id).thing.model_dump(mode="json")["put_away_at"]
    return change(session, list_id, (FieldChange(path=("put_away_at",), was=was, now=at.isoformat()),))


def put_aside(session: Session, id: str, revision: int) -> SavedThing:
    """Take it away; it can be put back. StaleError if it has moved on since, NotThereError if there is none."""
    return _move(session, id, revision, aside=True)


def put_back(session: Session, id: str, revision: int) -> SavedThing:
    """Put it back. StaleError if it has moved on since, NotThereError if there is none."""
    return _move(session, id, revision, aside=False)


def _move(session: Session, id: str, revision: int, aside: bool) -> SavedThing:
    there = StoredRow.deleted_at.is_(None) if aside else StoredRow.deleted_at.is_not(None)
    if not save_over(session, StoredRow, id, revision, {"deleted_at": utc_now() if aside else None}, there):
        row = _row(session, id)
        raise StaleError("thing", _saved(row), gone=row.deleted_at is not None)
    return _saved(_row(session, id))


def throw_away(session: Session, id: str, revision: int) -> None:
    """Throw away for good what was put aside. StaleError if it has moved on since `revision` or is back, NotThereError if there is none."""
    row = _row(session, id)
    if row.deleted_at is None or not drop_over(session, StoredRow, id, revision):
        raise StaleError("thing", _saved(row))


def listed(session: Session, kind: str | None, aside: bool = False, limit: int = MOST_LISTED) -> tuple[SavedThing, ...]:
    """The latest of a kind, or of all kinds, that stand or were put aside; what this version cannot read is left out."""
    there = StoredRow.deleted_at.is_not(None) if aside else StoredRow.deleted_at.is_(None)
    query = (
        select(StoredRow)
        .where(there if kind is None else and_(StoredRow.kind == kind, there))
        .order_by(StoredRow.at.desc(), StoredRow.id.desc())
        .limit(limit)
    )
    return tuple(_readable(session.scalars(query)))


def _readable(rows: Iterable[StoredRow]) -> Iterable[SavedThing]:
    for row in rows:
        try:
            yield _saved(row)
        except UnreadableError:
            continue


def pantry(session: Session) -> dict[str, tuple[SavedThing, PantryItem]]:
    """What the pantry keeps, by ingredient; the one last changed where there are two."""
    found: dict[str, tuple[SavedThing, PantryItem]] = {}
    for saved in listed(session, "pantry"):
        if isinstance(saved.thing, PantryItem):
            found.setdefault(saved.thing.ingredient_id, (saved, saved.thing))
    return found


def levels(session: Session) -> dict[str, Level]:
    """How much is there of each ingredient the pantry keeps. Read from the latest back, as far as the last count of each that the pantry keeps: years lie behind it."""
    there = (StoredRow.kind == "move", StoredRow.deleted_at.is_(None))
    query = select(StoredRow.at, StoredRow.body).where(*there).order_by(StoredRow.at.desc(), StoredRow.id.desc())
    kept = set(pantry(session))
    uncounted = set(kept)
    if not kept:
        return {}
    found = []
    for at, body in session.execute(query.execution_options(yield_per=AT_ONCE)):
        try:
            amounts = {id: grams for id, grams in body["amounts_g"].items() if id in kept}
            came = Came(at, MoveKind(body["why"]), amounts)
        except (KeyError, ValueError, AttributeError):
            continue
        found.append(came)
        if came.why is MoveKind.COUNTED:
            uncounted -= set(came.amounts_g)
            if not uncounted:
                break
    return levels_of(found)


def known_prices(session: Session) -> dict[str, list[Price]]:
    """Every price by its ingredient, the oldest first; what this version cannot read is left out. There may be thousands: they are read without
    the care that one thing gets."""
    there = (StoredRow.kind == "price", StoredRow.deleted_at.is_(None))
    found: dict[str, list[Price]] = {}
    for (body,) in session.execute(select(StoredRow.body).where(*there).order_by(StoredRow.at, StoredRow.id)):
        try:
            price = Price.model_validate({key: value for key, value in body.items() if key != SCHEMA_KEY})
        except ValidationError:
            continue
        found.setdefault(price.ingredient_id, []).append(price)
    return found


def prices_per_g(known: dict[str, list[Price]], today: date) -> dict[str, Cost]:
    """What a gram of each ingredient costs."""
    found = {id: per_gram(prices, today) for id, prices in known.items()}
    return {id: cost for id, cost in found.items() if cost is not None}


def pack_sizes(known: dict[str, list[Price]]) -> dict[str, tuple[PackSize, ...]]:
    """The packs of each ingredient that were ever bought, each at its latest price."""
    found: dict[str, dict[float, PackSize]] = {}
    for id, prices in known.items():
        for price in prices:
            found.setdefault(id, {})[price.pack_g] = PackSize(mass_g=price.pack_g, paid=Decimal(price.paid))
    return {id: tuple(sizes.values()) for id, sizes in found.items()}
