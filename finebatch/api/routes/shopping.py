"""What to buy."""

from datetime import date
from uuid import uuid4

from fastapi import APIRouter, Response
from pydantic import Field
from sqlalchemy.orm import Session

from ...core.base import Problem, Value, refusal
from ...core.bench import DoughSpec
from ...core.stores import Move, MoveKind, OwnItem, Shopping, ShoppingList, bought_of, needs_of_all, shopping_of
from ...formats.stores import list_from_csv, shopping_to_csv, shopping_to_text, shopping_to_todo
from ...store import doughs, kitchen, plans, stores
from ...store.bodies import UnreadableError
from ...store.received import once
from ...store.revisions import NotThereError, StaleError
from ...store.stores import SavedThing
from ...store.tables import utc_now
from ..deps import ChangeKey, Reading, Transaction
from ..files import as_file

router = APIRouter(prefix="/api/shopping", tags=["stores"])


class WorkedList(Value):
    """A shopping list as it is kept, and worked out by the doughs and the pantry as they now are."""

    id: str
    revision: int
    wanted: ShoppingList
    shopping: Shopping


class ListTable(Value):
    """A table of things to buy, as text."""

    text: str = Field(max_length=200_000)


class ReadList(Value):
    """What a table of things to buy holds, in its own words, and what of it could not be read."""

    own: tuple[OwnItem, ...]
    problems: tuple[Problem, ...]


def _list(db: Session, list_id: str) -> tuple[SavedThing, ShoppingList]:
    saved = stores.get(db, list_id)
    if not isinstance(saved.thing, ShoppingList):
        raise NotThereError("shopping list")
    return saved, saved.thing


def _batches(db: Session, wanted: ShoppingList) -> tuple[list[tuple[DoughSpec, float]], int]:
    """What is baked, with how often, and how many of it are gone."""
    found: list[tuple[DoughSpec, float]] = []
    gone = 0
    for batch in wanted.batches:
        try:
            found.append((doughs.get(db, batch.dough_id).spec, batch.times))
        except (NotThereError, StaleError, UnreadableError):
            gone += 1
    for plan_id in wanted.plan_ids:
        try:
            asks = plans.get(db, plan_id).request.doughs
            # What is frozen, or a share that was kept, was mixed before: there is nothing to buy for it.
            found += [
                (plans.spec_of(db, plan_id, number), ask.times)
                for number, ask in enumerate(asks)
                if not ask.frozen and not ask.share_id
            ]
        except (NotThereError, StaleError, UnreadableError):
            gone += 1
    return found, gone


def _worked(db: Session, list_id: str) -> WorkedList:
    saved, wanted = _list(db, list_id)
    place = kitchen.get(db).kitchen
    batches, gone = _batches(db, wanted)
    items = {id: item for id, (_, item) in stores.pantry(db).items()}
    levels = stores.levels(db) if place.stores.keeps_pantry else {}
    prices = stores.known_prices(db)
    shopping = shopping_of(
        wanted, needs_of_all(batches, place.habit), levels, items, stores.pack_sizes(prices), stores.prices_per_g(prices, date.today()), place
    )  # fmt: skip
    return WorkedList(
        id=saved.id, revision=saved.revision, wanted=wanted, shopping=shopping.model_copy(update={"doughs_gone": gone})
    )


@router.post("/table", operation_id="readList")
def read_list(table: ListTable) -> ReadList:
    """What a table of things to buy holds; nothing is saved."""
    own, problems = list_from_csv(table.text)
    return ReadList(own=own, problems=problems)


@router.get("/{list_id}", operation_id="getShopping")
def get_shopping(list_id: str, db: Reading) -> WorkedList:
    """A list, worked out."""
    return _worked(db, list_id)


@router.post("/{list_id}/put-away", operation_id="putAwayShopping")
def put_away_shopping(list_id: str, db: Transaction, key: ChangeKey = None) -> SavedThing:
    """What is in the basket goes into the pantry, all at once; it is undone by putting that coming aside."""

    def put() -> SavedThing:
        worked = _worked(db, list_id)
        bought = bought_of(worked.shopping)
        if not bought:
            raise refusal("marks", "Nothing is ticked yet: tick what is in the basket.")
        keeps = stores.pantry(db)
        kept = {id: grams for id, grams in bought.items() if id in keeps}
        if not kept:
            raise refusal("marks", "The pantry keeps count of none of it. Add what is to be counted there first.")
        now = utc_now()
        move = stores.add(
            db,
            uuid4().hex,
            Move(why=MoveKind.BOUGHT, at=now, amounts_g=kept, says=f"Bought: {worked.wanted.name}"[:160]),
        )
        stores.put_away(db, list_id, now)
        return move

    return once(db, key, SavedThing, put, lambda id: stores.get(db, id))


@router.get(
    "/{list_id}/text",
    operation_id="shoppingText",
    response_class=Response,
    responses={200: {"content": {"text/plain": {}}}},
)
def shopping_text(list_id: str, db: Reading) -> Response:
    """The list as text."""
    worked = _worked(db, list_id)
    text = shopping_to_text(worked.wanted.name, worked.shopping)
    return Response(text, media_type="text/plain; charset=utf-8", headers=as_file(worked.wanted.name, "txt"))


@router.get(
    "/{list_id}/table",
    operation_id="shoppingTable",
    response_class=Response,
    responses={200: {"content": {"text/csv": {}}}},
)
def shopping_table(list_id: str, db: Reading) -> Response:
    """The list as a table."""
    worked = _worked(db, list_id)
    return Response(
        shopping_to_csv(worked.shopping),
        media_type="text/csv; charset=utf-8",
        headers=as_file(worked.wanted.name, "csv"),
    )


@router.get(
    "/{list_id}/to-do",
    operation_id="shoppingToDo",
    response_class=Response,
    responses={200: {"content": {"text/calendar": {}}}},
)
def shopping_to_do(list_id: str, db: Reading) -> Response:
    """The list as something to do, for a calendar (iCalendar VTODO)."""
    worked = _worked(db, list_id)
    body = shopping_to_todo(list_id, worked.wanted.name, worked.shopping, worked.wanted.made_at)
    return Response(body, media_type="text/calendar", headers=as_file(worked.wanted.name, "ics"))
