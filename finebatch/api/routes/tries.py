"""One change to try."""

from typing import Annotated

from fastapi import APIRouter, Query, Response, status
from pydantic import Field

from ...core.base import Value, refusal
from ...core.bench import DoughSpec
from ...core.kitchen import in_units, spoken
from ...core.notebook import Tries, TryWish, half_marks, told_by_halves
from ...formats.pdf import Paper, guide_to_pdf
from ...store import bakes, doughs, kitchen, tries
from ...store.knowledge import known_of
from ...store.received import once
from ...store.tries import SavedTry
from ..deps import ChangeKey, Reading, TheStore, Transaction
from ..files import as_file
from ..knowing import known_for
from ..requests import GONE, BenchRequest

router = APIRouter(prefix="/api/tries", tags=["notebook"])


class NewTry(Value):
    """A change to try on half a batch: the dough with it, and how it is said."""

    dough_id: str = Field(max_length=40)
    saying: str = Field(min_length=1, max_length=200)
    spec: DoughSpec


class TryUnderWay(Value):
    """What is being tried of a dough, the bakes of its halves by their id, and what they told; nothing where there is none."""

    kept: SavedTry | None = None
    bake_a: str | None = None
    bake_b: str | None = None
    told: str = ""


class TryRequest(BenchRequest):
    """A dough and what is wished of it."""

    wish: TryWish


@router.post("", operation_id="proposeTries")
def propose_tries(request: TryRequest, store: TheStore) -> Tries:
    """Single changes that may meet the wish, or that would teach most; nothing is saved. 422 for a dough of nothing."""
    from ...core.notebook.tries import tries_of

    try:
        found = tries_of(request.dough, request.kitchen, known_for(store, request), request.wish)
        # The doughs in it are the baker's: what they say is not said anew.
        return spoken(found, request.kitchen, frozenset(("saying",)))
    except ValueError as error:
        raise refusal("lines", "There is no dough yet to change.") from error


@router.post("/kept", operation_id="keepTry", status_code=status.HTTP_201_CREATED, responses=GONE)
def keep_try(new: NewTry, db: Transaction, key: ChangeKey = None) -> SavedTry:
    """Begin to try a change on half a batch; the dough's try before it ends."""

    def begin() -> SavedTry:
        doughs.get(db, new.dough_id)
        return tries.keep(db, new.dough_id, new.saying, new.spec)

    return once(db, key, SavedTry, begin, lambda id: tries.get(db, id))


@router.get("/kept", operation_id="getTry")
def get_try(dough_id: Annotated[str, Query(max_length=40)], db: Reading) -> TryUnderWay:
    """What is being tried of a dough, and what its halves told."""
    from ...core.notebook.difference import difference

    kept = tries.under_way(db, dough_id)
    if kept is None:
        return TryUnderWay()
    halves = tries.half_bakes(db, kept.id)
    a, b = halves.get("A"), halves.get("B")
    told = ""
    if a and b:
        left, right = bakes.get(db, a).bake, bakes.get(db, b).bake
        known = known_of(db, dough_id, right.kitchen.oven_number).without(a, b)
        try:
            told = in_units(told_by_halves(difference(left, right, known)), kitchen.get(db).kitchen)
        except ValueError:
            told = "One of the halves has no dough to compare: its lines weigh nothing."
    return TryUnderWay(kept=kept, bake_a=a, bake_b=b, told=told)


@router.post("/kept/{try_id}/end", operation_id="endTry")
def end_try(try_id: str, db: Transaction) -> SavedTry:
    """End a try; what was written down of it stays."""
    return tries.end(db, try_id)


@router.get("/kept/{try_id}/marks/{paper}", operation_id="printMarks", response_class=Response)
def print_marks(try_id: str, paper: Paper, db: Reading) -> Response:
    """Two marks to cut out and lay beside the halves of a tray, at 1:1."""
    guide = half_marks(tries.get(db, try_id).saying)
    return Response(
        guide_to_pdf(guide, paper, "Fine Batch"), media_type="application/pdf", headers=as_file("marks A and B", "pdf")
    )
