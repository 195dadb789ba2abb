"""What is in the house."""

from datetime import date, datetime, timedelta
from typing import Annotated

from fastapi import APIRouter, Query, Response
from pydantic import AwareDatetime, Field
from sqlalchemy.orm import Session

from ...core.base import Problem, Value, refusal
from ...core.bench import DoughSpec
from ...core.formula import weigh_lines
from ...core.ingredients import catalogue
from ...core.kitchen import EGG_SIZE, Kitchen
from ...core.stores import (
    Level,
    Makes,
    Move,
    MoveKind,
    PantryItem,
    Shelved,
    grams_said,
    in_packs,
    makes_of,
    needs_of,
    piece_g_of,
    shelved,
    taken_down,
    unlikely_amount,
    usual_item,
)
from ...formats.stores import pantry_from_csv, pantry_to_csv
from ...store import doughs, kitchen, stores
from ...store.doughs import SavedDough
from ...store.pages import MOST_A_PAGE
from ...store.stores import SavedThing
from ...store.tables import utc_now
from ..deps import Reading
from ..files import dated_file

router = APIRouter(prefix="/api/pantry", tags=["stores"])
MOST_RECENT = 12
LATELY = timedelta(hours=36)  # a dough weighed in one evening is baked by the next


class Pantry(Value):
    """What is there, and what last came and went."""

    items: tuple[Shelved, ...]
    recent: tuple[SavedThing, ...]


class SaidAmount(Value):
    """An amount as somebody says it."""

    item: PantryItem
    text: str = Field(max_length=80)


class UnderstoodAmount(Value):
    """How many grams that is, said back."""

    grams: float
    said: str
    problems: tuple[Problem, ...] = ()


class Use(Value):
    """What a batch takes from the pantry: proposed, for the baker to say yes to."""

    amounts_g: dict[str, float]
    says: str
    taken: tuple[str, ...]
    short: tuple[str, ...]
    taken_at: AwareDatetime | None  # when the same dough was last taken down, if that was lately


class Asked(Value):
    """So many batches of a dough, as it is now or was."""

    dough: DoughSpec
    times: float = Field(default=1.0, gt=0, le=40)
    dough_id: str | None = Field(default=None, max_length=40)


class MakesNow(Value):
    """A dough on the shelf, against the pantry."""

    dough_id: str
    name: str
    makes: Makes


class PantryTable(Value):
    """A table of the pantry, as text."""

    text: str = Field(max_length=200_000)


class ReadPantry(Value):
    """A table that was read: what it holds, with how much is there, and what of it could not be read."""

    items: tuple[PantryItem, ...]
    amounts_g: dict[str, float]
    problems: tuple[Problem, ...]


def _pieces(ingredient_id: str, place: Kitchen) -> float | None:
    return piece_g_of(ingredient_id, EGG_SIZE[place.habit.region])


@router.get("", operation_id="getPantry")
def get_pantry(db: Reading) -> Pantry:
    """Everything the pantry keeps, by name."""
    place, levels, today = kitchen.get(db).kitchen, stores.levels(db), date.today()
    items = [
        shelved(saved.id, saved.revision, item, levels.get(id, Level(amount_g=0.0)), _pieces(id, place), today)
        for id, (saved, item) in stores.pantry(db).items()
    ]
    return Pantry(
        items=tuple(sorted(items, key=lambda one: one.name.lower())),
        recent=stores.listed(db, "move", limit=MOST_RECENT),
    )


@router.get("/usual", operation_id="usualItem")
def usual(ingredient_id: Annotated[str, Query(max_length=60)]) -> PantryItem:
    """An ingredient in the pack it is usually sold in, to begin with."""
    try:
        return usual_item(ingredient_id)
    except ValueError as error:
        raise refusal("ingredient_id", "There is no such ingredient here. Choose one of the list.") from error


@router.post("/said", operation_id="understandAmount")
def understand_amount(said: SaidAmount, db: Reading) -> UnderstoodAmount:
    """Grams of "half a bag" or "11 eggs". 422 at `amount` where it cannot be told."""
    place = kitchen.get(db).kitchen
    piece_g = _pieces(said.item.ingredient_id, place)
    grams = grams_said(said.text, said.item, place, piece_g)
    return UnderstoodAmount(
        grams=grams, said=in_packs(grams, said.item, piece_g), problems=tuple(unlikely_amount(said.item, grams))
    )


@router.post("/uses", operation_id="proposeUse")
def propose_use(asked: Asked, db: Reading) -> Use:
    """What so many batches would take from the pantry."""
    place, levels, kept = kitchen.get(db).kitchen, stores.levels(db), stores.pantry(db)
    amounts = taken_down(needs_of(asked.dough, place.habit, asked.times).grams, kept)
    short = [id for id, grams in amounts.items() if id not in levels or levels[id].amount_g < grams - 0.5]
    times = f", {asked.times:g} times" if asked.times != 1 else ""
    return Use(
        amounts_g=amounts, says=f"{asked.dough.name}{times}"[:160],
        taken=tuple(f"{catalogue()[id].name} {in_packs(grams, kept[id][1], _pieces(id, place))}" for id, grams in amounts.items()),
        short=tuple(catalogue()[id].name for id in short), taken_at=_lately(db, asked.dough_id),
    )  # fmt: skip


def _lately(db: Session, dough_id: str | None) -> datetime | None:
    moves = [one.thing for one in stores.listed(db, "move", limit=MOST_RECENT)]
    used = [
        move.at for move in moves if isinstance(move, Move) and move.why is MoveKind.USED and move.dough_id == dough_id
    ]
    return max((at for at in used if dough_id and utc_now() - at < LATELY), default=None)


@router.get("/makes", operation_id="listMakes")
def list_makes(
    db: Reading, dough_id: Annotated[list[str] | None, Query(max_length=MOST_A_PAGE)] = None
) -> tuple[MakesNow, ...]:
    """What of these doughs, or of the latest on the shelf, can be made now: the most possible first. Nothing without a pantry,
    and none that takes nothing of what it keeps count of."""
    place, levels, kept = kitchen.get(db).kitchen, stores.levels(db), frozenset(stores.pantry(db))
    if not kept:
        return ()
    found = [_makes_now(dough, place, levels, kept) for dough in doughs.on_shelf(db, dough_id)]
    told = [one for one in found if one.makes.batches or one.makes.missing]
    return tuple(sorted(told, key=lambda one: (len(one.makes.missing), -one.makes.batches, one.name)))


def _makes_now(dough: SavedDough, place: Kitchen, levels: dict[str, Level], kept: frozenset[str]) -> MakesNow:
    weighed = weigh_lines(dough.spec.lines, place.habit)
    makes = makes_of(needs_of(dough.spec, place.habit), weighed, levels, kept)
    return MakesNow(dough_id=dough.id, name=dough.spec.name, makes=makes)


@router.get(
    "/table", operation_id="exportPantry", response_class=Response, responses={200: {"content": {"text/csv": {}}}}
)
def export_pantry(db: Reading) -> Response:
    """The pantry as a table."""
    return Response(
        pantry_to_csv(get_pantry(db).items), media_type="text/csv; charset=utf-8", headers=dated_file("pantry", "csv")
    )


@router.post("/table", operation_id="readPantry")
def read_pantry(table: PantryTable) -> ReadPantry:
    """What a table of the pantry holds; nothing is saved."""
    items, amounts, problems = pantry_from_csv(table.text)
    return ReadPantry(items=items, amounts_g=amounts, problems=problems)
