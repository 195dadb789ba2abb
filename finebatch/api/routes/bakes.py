"""The notebook: writing bakes down, changing them, what they tell."""

from typing import Annotated, Any

from fastapi import APIRouter, Query, Response, status
from pydantic import Field
from sqlalchemy.orm import Session

from ...core.base import Moment, Problem, Value, refusal
from ...core.bench import Assessment, DoughSpec
from ...core.kitchen import Kitchen, spoken
from ...core.notebook import (
    Bake,
    Difference,
    Foretold,
    LikelyCause,
    Measured,
    Symptom,
    batch_of,
    foretold_for,
    questions,
    record_sheet,
)
from ...formats.bakes import bakes_to_csv
from ...formats.pdf import Paper, guide_to_pdf
from ...formats.pictures import small_jpeg
from ...store import bakes, doughs, kitchen, tries
from ...store.bakes import BakeBefore, BakePage, SavedBake
from ...store.database import Store
from ...store.knowledge import DAY_S, known_of
from ...store.pages import MOST_A_PAGE
from ...store.received import answered, once
from ..deps import ChangeKey, Reading, TheStore, Transaction
from ..files import as_file
from ..problems import Conflict
from ..requests import GONE, Done, Revision, SeenRevision

router = APIRouter(prefix="/api/bakes", tags=["notebook"])


class BakeConflict(Conflict):
    """The answer to a stale save of a bake: what stands now."""

    current: SavedBake


STALE: dict[int | str, dict[str, Any]] = {409: {"model": BakeConflict}, 410: {"model": BakeConflict}}


class BakeOf(Value):
    """Which batch of which dough was baked, and when. The formula and the settings are those saved now."""

    dough_id: str = Field(max_length=40)
    batch: str = Field(default="", max_length=40)
    baked_at: Moment
    tray: str = Field(default="", max_length=40)
    half: str = Field(default="", max_length=1)
    try_id: str | None = Field(default=None, max_length=40)  # half B is of the dough with the change that is tried


MOST_PICTURE = 900_000  # letters of base64: the page makes pictures small before it sends them


class NewBake(BakeOf):
    """A bake to write down, with a picture (base64) if there is one."""

    measured: Measured
    picture: str = Field(default="", max_length=MOST_PICTURE)


class BakeSave(Value):
    """A change of a bake over a known revision: what was measured, when, whether it counts, and another picture (base64), where it is to have
    another; an empty one takes it away."""

    revision: SeenRevision
    baked_at: Moment
    measured: Measured
    learn_from: bool = True
    picture: str | None = Field(default=None, max_length=MOST_PICTURE)


class Draft(BakeOf):
    """A record being filled in."""

    measured: Measured = Measured()


class DraftSeen(Value):
    """What is foretold of a bake being written down, and what in it can hardly be meant."""

    foretold: Foretold | None
    shaped: str  # what was shaped, in a sentence
    questions: tuple[Problem, ...]


@router.get("", operation_id="listBakes")
def list_bakes(
    db: Reading,
    dough_id: Annotated[str | None, Query(max_length=40)] = None,
    aside: bool = False,
    next: Annotated[str | None, Query(max_length=100)] = None,
    limit: Annotated[int, Query(ge=1, le=200)] = MOST_A_PAGE,
) -> BakePage:
    """The latest bakes first, of one dough or of all, a page at a time."""
    return bakes.listed(db, dough_id, next, limit, aside)


def _foretold(store: Store, of: BakeOf) -> tuple[DoughSpec, str, Kitchen, Foretold | None, Assessment]:
    """The batch as a dough of its own, its name, the kitchen, and what is foretold of it by what was known on its day. What takes its time
    is worked out when nothing is locked any more."""
    with store.reading() as db:
        whole, place = doughs.get(db, of.dough_id).spec, kitchen.get(db).kitchen
        if of.try_id and of.half == "B":
            whole = tries.of_dough(db, of.try_id, of.dough_id).spec
        known = known_of(db, of.dough_id, place.oven_number)
    spec, name = batch_of(whole, place, of.batch)
    return spec, name, place, *foretold_for(spec, place, known.until(of.baked_at.timestamp() / DAY_S))


@router.post("/drafts", operation_id="seeDraft", responses=GONE)
def see_draft(draft: Draft, store: TheStore) -> DraftSeen:
    """What is foretold of a bake that is being written down, and questions at its fields; nothing is kept."""
    _, _, place, foretold, found = _foretold(store, draft)
    asked = questions(draft.measured, foretold, found)
    statement = found.outcome.pieces.statement if found.outcome else ""
    return spoken(DraftSeen(foretold=foretold, shaped=statement, questions=asked), place)


@router.post("", operation_id="addBake", status_code=status.HTTP_201_CREATED, responses=GONE)
def add_bake(new: NewBake, store: TheStore, key: ChangeKey = None) -> SavedBake:
    """Write a bake down, with the formula and the settings of this moment, and what could be foretold of it on its day."""
    with store.reading() as db:
        before = answered(db, key, SavedBake, lambda id: bakes.get(db, id))
    if before:
        return before
    jpeg = small_jpeg(new.picture) if new.picture else b""
    spec, name, place, foretold, _ = _foretold(store, new)
    bake = Bake(
        baked_at=new.baked_at, batch=new.batch, batch_name=name, spec=spec, kitchen=place, measured=new.measured,
        foretold=foretold, tray=tries.tray_of(new.try_id) if new.try_id else new.tray, half=new.half,
    )  # fmt: skip
    with store.session() as db:
        return once(db, key, SavedBake, lambda: bakes.add(db, new.dough_id, bake, jpeg), lambda id: bakes.get(db, id))


@router.get("/export/csv", operation_id="exportBakes", response_class=Response)
def export_bakes(db: Reading, dough_id: Annotated[str | None, Query(max_length=40)] = None) -> Response:
    """All bakes, or those of one dough, as a table."""
    name = "bakes" if dough_id is None else f"{doughs.get(db, dough_id).spec.name} bakes"
    text = bakes_to_csv(bakes.all_of(db, dough_id))
    return Response(text, media_type="text/csv; charset=utf-8", headers=as_file(name, "csv"))


@router.get("/sheet/{paper}", operation_id="printRecordSheet", response_class=Response)
def print_record_sheet(paper: Paper, db: Reading) -> Response:
    """A sheet to fill by pencil, with a ruler strip, at 1:1."""
    guide = record_sheet(kitchen.get(db).kitchen.units)
    return Response(
        guide_to_pdf(guide, paper, "Fine Batch"), media_type="application/pdf", headers=as_file("record sheet", "pdf")
    )


@router.get("/difference", operation_id="compareBakes")
def compare_bakes(
    a: Annotated[str, Query(max_length=40)], b: Annotated[str, Query(max_length=40)], db: Reading
) -> Difference:
    """From bake `a` to bake `b`: what was changed, each change's share of the difference, and what is left. What the dough answers to
    changes is learned without the two."""
    from ...core.notebook.difference import difference

    before, after, place = bakes.get(db, a), bakes.get(db, b), kitchen.get(db).kitchen
    if before.dough_id != after.dough_id:
        raise refusal("b", "These are bakes of two doughs. Choose two of one dough.")
    known = known_of(db, after.dough_id, after.bake.kitchen.oven_number).without(a, b)
    try:
        return spoken(difference(before.bake, after.bake, known), place)
    except ValueError as error:
        raise refusal("a", "One of these has no dough to compare: its lines weigh nothing.") from error


@router.get("/{bake_id}", operation_id="getBake", responses={410: {"model": BakeConflict}})
def get_bake(bake_id: str, db: Reading) -> SavedBake:
    """One bake; 410 with what it was if it is put aside."""
    return bakes.get(db, bake_id)


@router.get("/{bake_id}/raw", operation_id="getRawBake")
def get_raw_bake(bake_id: str, db: Reading) -> dict[str, Any]:
    """What is stored of a bake, whether it can be read or not."""
    return bakes.raw(db, bake_id)


@router.get(
    "/{bake_id}/picture",
    operation_id="getBakePicture",
    response_class=Response,
    responses={200: {"content": {"image/jpeg": {}}}},
)
def get_bake_picture(bake_id: str, db: Reading) -> Response:
    """The picture of a bake; 404 if it has none."""
    return Response(bakes.picture(db, bake_id), media_type="image/jpeg")


@router.get("/{bake_id}/causes", operation_id="findCauses")
def find_causes(
    bake_id: str, db: Reading, symptom: Annotated[list[Symptom] | None, Query(max_length=6)] = None
) -> tuple[LikelyCause, ...]:
    """What is likely to have gone wrong with a bake, by the words for what was seen and by its own numbers. 422 for a dough of nothing."""
    from ...core.notebook.faults import likely_causes

    saved, place = bakes.get(db, bake_id), kitchen.get(db).kitchen
    known = known_of(db, saved.dough_id, saved.bake.kitchen.oven_number).without(bake_id)
    try:
        return spoken(likely_causes(saved.bake, tuple(symptom or ()), known), place)
    except ValueError as error:
        raise refusal("lines", "This bake has no dough to think about: its lines weigh nothing.") from error


@router.get("/{bake_id}/befores", operation_id="listBefores")
def list_befores(bake_id: str, db: Reading) -> tuple[BakeBefore, ...]:
    """How a bake stood before each change."""
    return bakes.befores(db, bake_id)


@router.put("/{bake_id}", operation_id="saveBake", responses=STALE)
def save_bake(bake_id: str, save: BakeSave, store: TheStore, key: ChangeKey = None) -> SavedBake:
    """Change a bake; how it stood is kept. 409 with what stands now if another device changed it first."""
    jpeg = small_jpeg(save.picture) if save.picture else None if save.picture is None else b""

    def change(db: Session) -> SavedBake:
        now = bakes.get(db, bake_id).bake
        changed = now.but(baked_at=save.baked_at, measured=save.measured, learn_from=save.learn_from)
        return bakes.save(db, bake_id, save.revision, changed, jpeg)

    with store.session() as db:
        return once(db, key, SavedBake, lambda: change(db), lambda id: bakes.get(db, id))


@router.post("/{bake_id}/put-aside", operation_id="putAsideBake", responses=STALE)
def put_aside_bake(bake_id: str, at: Revision, db: Transaction, key: ChangeKey = None) -> SavedBake:
    """Take a bake out of the notebook, and all it taught with it; it can be put back."""
    return once(db, key, SavedBake, lambda: bakes.put_aside(db, bake_id, at.revision))


@router.post("/{bake_id}/put-back", operation_id="putBackBake", responses=STALE)
def put_back_bake(bake_id: str, at: Revision, db: Transaction, key: ChangeKey = None) -> SavedBake:
    """Put a bake back."""
    return once(db, key, SavedBake, lambda: bakes.put_back(db, bake_id, at.revision))


@router.post("/{bake_id}/throw-away", operation_id="throwAwayBake", responses=STALE)
def throw_away_bake(bake_id: str, at: Revision, db: Transaction, key: ChangeKey = None) -> Done:
    """Throw a bake that was put aside away for good."""

    def throw() -> Done:
        bakes.throw_away(db, bake_id, at.revision)
        return Done()

    return once(db, key, Done, throw)
