"""What is frozen, or in tins."""

from datetime import date

from fastapi import APIRouter, Response
from pydantic import Field

from ...core.base import Problem, Value
from ...core.bench import unbaked
from ...core.kitchen import Kitchen
from ...core.stores import Kept, Put, firsts, kept, unlikely_put
from ...formats.stores import freezer_from_csv, freezer_to_csv
from ...store import kitchen, stores
from ..deps import Reading
from ..files import dated_file

router = APIRouter(prefix="/api/freezer", tags=["stores"])


class InFreezer(Value):
    """Something put away, and what is asked of it."""

    kept: Kept
    problems: tuple[Problem, ...] = ()


class FreezerTable(Value):
    """A table of the freezer, as text."""

    text: str = Field(max_length=200_000)


class ReadFreezer(Value):
    """What a table of the freezer holds, and what of it could not be read."""

    puts: tuple[Put, ...]
    problems: tuple[Problem, ...]


@router.get("", operation_id="getFreezer")
def get_freezer(db: Reading) -> tuple[InFreezer, ...]:
    """What is there, what is over or soon over first; what is all taken comes last."""
    place, today = kitchen.get(db).kitchen, date.today()
    saved = [(one, one.thing) for one in stores.listed(db, "put") if isinstance(one.thing, Put)]
    first = firsts((one.id, put) for one, put in saved)
    found = []
    for one, put in saved:
        keeping, raw_egg = _of(put, place)
        stands = kept(put, one.id, one.revision, today, keeping, raw_egg, one.id in first)
        found.append(InFreezer(kept=stands, problems=tuple(unlikely_put(put, keeping, raw_egg, today))))
    return tuple(sorted(found, key=lambda one: (one.kept.left == 0, one.kept.until, one.kept.put.name)))


def _of(put: Put, place: Kitchen) -> tuple[tuple[float, float] | None, bool]:
    """How long its kind keeps in a tin, and whether there is raw egg in it; egg where nothing is known of it."""
    mixed = unbaked(put.spec, place) if put.spec else None
    if mixed is None:
        return None, True
    return (mixed.keeps_days, mixed.keeps_at_most_days), mixed.dough.raw_egg


@router.get(
    "/table", operation_id="exportFreezer", response_class=Response, responses={200: {"content": {"text/csv": {}}}}
)
def export_freezer(db: Reading) -> Response:
    """The freezer as a table."""
    text = freezer_to_csv(one.kept for one in get_freezer(db))
    return Response(text, media_type="text/csv; charset=utf-8", headers=dated_file("freezer", "csv"))


@router.post("/table", operation_id="readFreezer")
def read_freezer(table: FreezerTable) -> ReadFreezer:
    """What a table of the freezer holds; nothing is saved."""
    puts, problems = freezer_from_csv(table.text)
    return ReadFreezer(puts=puts, problems=problems)
