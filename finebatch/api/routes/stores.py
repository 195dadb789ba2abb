"""Whatever the stores keep: added, changed field by field, put aside and back."""

from typing import Annotated, Any, Literal

from fastapi import APIRouter, Path, Query, status
from pydantic import ValidationError

from ...core.base import Value
from ...core.stores import Thing
from ...store import stores
from ...store.received import once
from ...store.stores import SavedThing, ThingId
from ..deps import ChangeKey, Reading, Transaction
from ..problems import Conflict, invalid_value
from ..requests import Changes, Done, Revision

router = APIRouter(prefix="/api/stores", tags=["stores"])

OfKind = Literal["pantry", "move", "price", "packaging", "shopping", "put", "label", "boxes"]
Named = Annotated[str, Path(max_length=64)]


class NewThing(Value):
    """Something to keep, under a name of the device's own."""

    id: ThingId
    thing: Thing


class ThingConflict(Conflict):
    """The answer to a change of something that has changed meanwhile: what stands now."""

    current: SavedThing


STALE: dict[int | str, dict[str, Any]] = {409: {"model": ThingConflict}, 410: {"model": ThingConflict}}


@router.get("", operation_id="listThings")
def list_things(
    db: Reading, kind: OfKind | None = None, aside: bool = False, limit: Annotated[int, Query(ge=1, le=500)] = 500
) -> tuple[SavedThing, ...]:
    """The latest of a kind, or of all, that stand or were put aside."""
    return stores.listed(db, kind, aside, limit)


@router.post("", operation_id="addThing", status_code=status.HTTP_201_CREATED, responses=STALE)
def add_thing(new: NewThing, db: Transaction, key: ChangeKey = None) -> SavedThing:
    """Keep something. 409 where something else stands under that name already."""
    return once(db, key, SavedThing, lambda: stores.add(db, new.id, new.thing), lambda id: stores.get(db, id))


@router.get("/{thing_id}", operation_id="getThing", responses=STALE)
def get_thing(thing_id: Named, db: Reading) -> SavedThing:
    """One thing."""
    return stores.get(db, thing_id)


@router.get("/{thing_id}/raw", operation_id="getRawThing")
def get_raw_thing(thing_id: Named, db: Reading) -> dict[str, Any]:
    """What is stored of a thing, whether it can be read or not."""
    return stores.raw(db, thing_id)


@router.patch("/{thing_id}", operation_id="changeThing", responses=STALE)
def change_thing(thing_id: Named, request: Changes, db: Transaction, key: ChangeKey = None) -> SavedThing:
    """Change some fields. A field that another device changed meanwhile is left, and comes back among `conflicts`."""
    try:
        return once(db, key, SavedThing, lambda: stores.change(db, thing_id, request.changes))
    except ValidationError as error:
        raise invalid_value(error) from error


@router.post("/{thing_id}/put-aside", operation_id="putAsideThing", responses=STALE)
def put_aside_thing(thing_id: Named, at: Revision, db: Transaction, key: ChangeKey = None) -> SavedThing:
    """Take it away; it can be put back."""
    return once(db, key, SavedThing, lambda: stores.put_aside(db, thing_id, at.revision))


@router.post("/{thing_id}/put-back", operation_id="putBackThing", responses=STALE)
def put_back_thing(thing_id: Named, at: Revision, db: Transaction, key: ChangeKey = None) -> SavedThing:
    """Put it back."""
    return once(db, key, SavedThing, lambda: stores.put_back(db, thing_id, at.revision))


@router.post("/{thing_id}/throw-away", operation_id="throwAwayThing", responses=STALE)
def throw_away_thing(thing_id: Named, at: Revision, db: Transaction, key: ChangeKey = None) -> Done:
    """Throw away for good what was put aside; 409 if it has changed since."""

    def throw() -> Done:
        stores.throw_away(db, thing_id, at.revision)
        return Done()

    return once(db, key, Done, throw)
