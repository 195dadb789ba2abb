"""The shelf and its doughs."""

from typing import Annotated, Any

from fastapi import APIRouter, Query, status

from ...core.base import Value
from ...core.bench import DoughSpec, Glance, glance_of
from ...store import doughs as shelf
from ...store import kitchen
from ...store.doughs import DoughPage, DoughSummary, Order, SavedDough, ShelfChoices, Wanted
from ...store.knowledge import known_of
from ...store.pages import MOST_A_PAGE
from ...store.received import once
from ..deps import ChangeKey, Reading, Transaction
from ..requests import GONE, STALE, Done, Revision, SeenRevision

router = APIRouter(prefix="/api/doughs", tags=["doughs"])


class DoughSave(Value):
    """A save over a known revision."""

    revision: SeenRevision
    spec: DoughSpec


@router.get("", operation_id="listDoughs")
def list_doughs(
    db: Reading,
    words: Annotated[str, Query(max_length=100)] = "",
    kind: Annotated[str, Query(max_length=20)] = "",
    without: Annotated[list[str] | None, Query(max_length=6)] = None,
    tag: Annotated[str, Query(max_length=24)] = "",
    order: Order = Order.CHANGED,
    aside: bool = False,
    next: Annotated[str | None, Query(max_length=200)] = None,
    limit: Annotated[int, Query(ge=1, le=200)] = MOST_A_PAGE,
) -> DoughPage:
    """Doughs with all these words in name, lines, family or tags ("rye no nuts"), of a form, without allergens by their lines, with a tag;
    those on the shelf or those put aside; a page at a time."""
    wanted = Wanted(words=words, kind=kind, without=tuple(without or ()), tag=tag, order=order)
    return shelf.shelf(db, wanted, next, limit, aside)


@router.get("/choices", operation_id="shelfChoices")
def shelf_choices(db: Reading) -> ShelfChoices:
    """What the doughs on the shelf can be chosen by."""
    return shelf.choices(db)


@router.post("", operation_id="addDough", status_code=status.HTTP_201_CREATED)
def add_dough(spec: DoughSpec, db: Transaction, key: ChangeKey = None) -> SavedDough:
    """Put a new dough on the shelf."""
    return once(db, key, SavedDough, lambda: shelf.add(db, spec), lambda id: shelf.get(db, id))


@router.get("/{dough_id}", operation_id="getDough", responses=GONE)
def get_dough(dough_id: str, db: Reading) -> SavedDough:
    """One dough; 410 with what it was if it is put aside."""
    return shelf.get(db, dough_id)


@router.get("/{dough_id}/glance", operation_id="glanceAtDough", responses=GONE)
def glance_at_dough(dough_id: str, db: Reading) -> Glance:
    """What comes of a dough in the saved kitchen, to be drawn on the shelf."""
    spec, place = shelf.get(db, dough_id).spec, kitchen.get(db).kitchen
    return glance_of(spec, place, known_of(db, dough_id, place.oven_number))


@router.get("/{dough_id}/raw", operation_id="getRawDough")
def get_raw_dough(dough_id: str, db: Reading) -> dict[str, Any]:
    """What is stored of a dough, whether it can be read or not."""
    return shelf.raw(db, dough_id)


@router.put("/{dough_id}", operation_id="saveDough", responses=STALE)
def save_dough(dough_id: str, save: DoughSave, db: Transaction, key: ChangeKey = None) -> SavedDough:
    """Save over `revision`; 409 with what stands now if another device saved first, 410 if it put the dough aside."""
    return once(
        db,
        key,
        SavedDough,
        lambda: shelf.save(db, dough_id, save.revision, save.spec),
        lambda id: shelf.get(db, id),
    )


@router.post("/{dough_id}/put-aside", operation_id="putAsideDough", responses=STALE)
def put_aside_dough(dough_id: str, at: Revision, db: Transaction, key: ChangeKey = None) -> DoughSummary:
    """Take a dough off the shelf; it can be put back."""
    return once(db, key, DoughSummary, lambda: shelf.put_aside(db, dough_id, at.revision))


@router.post("/{dough_id}/put-back", operation_id="putBackDough", responses=STALE)
def put_back_dough(dough_id: str, at: Revision, db: Transaction, key: ChangeKey = None) -> DoughSummary:
    """Put a dough back on the shelf."""
    return once(db, key, DoughSummary, lambda: shelf.put_back(db, dough_id, at.revision))


@router.post("/{dough_id}/throw-away", operation_id="throwAwayDough", responses=STALE)
def throw_away_dough(dough_id: str, at: Revision, db: Transaction, key: ChangeKey = None) -> Done:
    """Throw a dough that was put aside away for good, with its versions; 409 if it has changed since."""

    def throw() -> Done:
        shelf.throw_away(db, dough_id, at.revision)
        return Done()

    return once(db, key, Done, throw)
