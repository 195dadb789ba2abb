"""Bake days."""

from collections.abc import Callable
from datetime import UTC, datetime
from typing import TYPE_CHECKING, Annotated, Any, TypeVar

from fastapi import APIRouter, Query, Response, status
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import StreamingResponse
from pydantic import Field
from sqlalchemy.orm import Session

from ...core.base import Moment, Refusal, Value, refusal
from ...core.bench import DoughSpec
from ...core.day import (
    AT_ONCE,
    Change,
    DayRequest,
    DoughAsk,
    Foretelling,
    Plan,
    Saving,
    Search,
    laid_anew,
    make_plan,
    repaired,
    savings_of,
    test_of,
)
from ...core.kitchen import Kitchen, Pace, paces_of, spoken
from ...core.notebook import Bake, Measured, batch_of, foretold_for
from ...core.stores import Put, to_bake
from ...formats.calendar import plan_to_csv, to_icalendar
from ...store import bakes, doughs, kitchen, plans, runs, stores, tries
from ...store.database import Store
from ...store.knowledge import DAY_S, known_of
from ...store.pages import MOST_A_PAGE
from ...store.plans import PlanPage, PlanSummary, SavedPlan
from ...store.received import answered, once
from ...store.revisions import NotThereError, StaleError
from ...workers import BusyError, StoppedError, Worker
from ..deps import ChangeKey, Reading, TheLooking, TheStore, TheWorkers, Transaction
from ..files import as_file
from ..looking import BusyLookingError, Looking, Progress
from ..problems import WAITING, Conflict, busy
from ..requests import Done, Revision, SeenRevision

if TYPE_CHECKING:
    from ...core.learning.known import Known

router = APIRouter(prefix="/api/plans", tags=["plans"])


Answer = TypeVar("Answer")


class ChangeRequest(Value):
    """A change of mind. `revision` is the plan's the baker looked at; `now`, where given, stands for the server's clock."""

    revision: SeenRevision
    change: Change
    now: Moment | None = None


class LookOn(Value):
    """How long to look for a shorter plan."""

    seconds: float = Field(default=20.0, ge=1, le=120)


class TestTold(Value):
    """What a plan's test cookie, load number `load`, turned out to be. `revision` is the plan's the baker looked at; `now`, where given,
    stands for the server's clock."""

    __test__ = False  # not one for pytest

    revision: SeenRevision
    load: int = Field(ge=0)
    measured: Measured
    now: Moment | None = None


class PlanConflict(Conflict):
    """The answer to a change of a plan that has changed meanwhile: what stands now."""

    current: SavedPlan


STALE: dict[int | str, dict[str, Any]] = {409: {"model": PlanConflict}, 410: {"model": PlanConflict}}


@router.get("", operation_id="listPlans")
def list_plans(
    db: Reading,
    aside: bool = False,
    next: Annotated[str | None, Query(max_length=100)] = None,
    limit: Annotated[int, Query(ge=1, le=200)] = MOST_A_PAGE,
) -> PlanPage:
    """The newest plans first, those that stand or those put aside, a page at a time."""
    return plans.recent(db, next, limit, aside)


@router.post("/warm-up", operation_id="warmUp", status_code=status.HTTP_204_NO_CONTENT)
async def warm_up(workers: TheWorkers) -> None:
    """Whoever asks is about to plan: the solver is started."""
    await workers.plans.warm_up()


@router.get("/paces", operation_id="listPaces")
def list_paces(db: Reading) -> tuple[Pace, ...]:
    """How long each step takes in this kitchen; the baker's own times are kept in the kitchen."""
    return paces_of(kitchen.get(db).kitchen)


@router.post("", operation_id="addPlan", status_code=status.HTTP_201_CREATED, responses=WAITING)
async def add_plan(
    request: DayRequest, store: TheStore, workers: TheWorkers, looking: TheLooking, key: ChangeKey = None, first: bool = False
) -> SavedPlan:  # fmt: skip
    """Plan the baking of saved doughs in the saved kitchen; 422 at the field that stands in the way, 503 if two plans wait
    already. With `first` the answer is the first plan that keeps all rules, and better ones replace it as they are found: see its progress."""
    before, specs, place, known, tried = await run_in_threadpool(_asked, store, request, key)
    if before:
        return spoken(before, place)
    effort = AT_ONCE if first else None
    plan = await _solved(workers.plans, make_plan, specs, place, request, datetime.now(UTC), effort, known, tried)

    def keep() -> SavedPlan:
        with store.session() as db:
            return once(
                db,
                key,
                SavedPlan,
                lambda: plans.add(db, specs, request, plan),
                lambda id: plans.get(db, id),
            )

    saved = await run_in_threadpool(keep)
    if first:
        looking.begin(store, saved)
    return spoken(saved, place)


def _asked(
    store: Store, request: DayRequest, key: str | None
) -> tuple[SavedPlan | None, tuple[DoughSpec, ...], Kitchen, "tuple[Known, ...]", tuple[DoughSpec | None, ...]]:
    with store.reading() as db:
        before = answered(db, key, SavedPlan, lambda id: plans.get(db, id))
        specs = tuple(_spec_of(db, asked, number) for number, asked in enumerate(request.doughs))
        place = kitchen.get(db).kitchen
        known = tuple(known_of(db, asked.dough_id, place.oven_number) for asked in request.doughs)
        tried = tuple(
            tries.of_dough(db, asked.try_id, asked.dough_id).spec if asked.try_id else None for asked in request.doughs
        )
        return before, specs, place, known, tried


def _spec_of(db: Session, asked: DoughAsk, number: int) -> DoughSpec:
    """The dough as it is on the shelf, or as it was when it was frozen."""
    if asked.frozen is None:
        return doughs.get(db, asked.dough_id).spec
    put = stores.get(db, asked.frozen.id).thing
    if not isinstance(put, Put):
        raise NotThereError("frozen dough")
    try:
        return to_bake(put, asked.frozen.count, asked.frozen.thaw, kitchen.get(db).kitchen)
    except Refusal as refused:
        raise refusal(f"doughs.{number}.frozen.count", refused.problem.message) from refused


@router.get("/{plan_id}", operation_id="getPlan")
def get_plan(plan_id: str, db: Reading) -> SavedPlan:
    """One plan."""
    return spoken(plans.get(db, plan_id), kitchen.get(db).kitchen)


@router.get("/{plan_id}/raw", operation_id="getRawPlan")
def get_raw_plan(plan_id: str, db: Reading) -> dict[str, Any]:
    """What is stored of a plan, whether it can be read or not."""
    return plans.raw(db, plan_id)


@router.post("/{plan_id}/put-aside", operation_id="putAsidePlan", responses=STALE)
def put_aside_plan(plan_id: str, at: Revision, db: Transaction, key: ChangeKey = None) -> PlanSummary:
    """Take a plan out of the list; it can be put back."""
    return once(db, key, PlanSummary, lambda: plans.put_aside(db, plan_id, at.revision))


@router.post("/{plan_id}/put-back", operation_id="putBackPlan", responses=STALE)
def put_back_plan(plan_id: str, at: Revision, db: Transaction, key: ChangeKey = None) -> PlanSummary:
    """Put a plan back into the list."""
    return once(db, key, PlanSummary, lambda: plans.put_back(db, plan_id, at.revision))


@router.post("/{plan_id}/throw-away", operation_id="throwAwayPlan", responses=STALE)
def throw_away_plan(plan_id: str, at: Revision, db: Transaction, key: ChangeKey = None) -> Done:
    """Throw a plan that was put aside away for good; 409 if it has changed since."""

    def throw() -> Done:
        plans.throw_away(db, plan_id, at.revision)
        return Done()

    return once(db, key, Done, throw)


@router.post("/{plan_id}/changes", operation_id="changePlan", responses={**STALE, **WAITING})
async def change_plan(
    plan_id: str,
    request: ChangeRequest,
    store: TheStore,
    workers: TheWorkers,
    looking: TheLooking,
    key: ChangeKey = None,
) -> SavedPlan:
    """The plan made again around what is done and under way, with as few changes as possible; what moved is said in it."""
    before, saved = await _looked_at(store, looking, plan_id, request.revision, key)
    if before:
        return before
    await run_in_threadpool(_not_run, store, plan_id)
    plan = await _solved(workers.plans, repaired, saved.plan, request.change, request.now or datetime.now(UTC))
    return await run_in_threadpool(_said, store, await run_in_threadpool(_kept, store, saved, plan, key))


@router.post("/{plan_id}/tests", operation_id="tellTest", responses={**STALE, **WAITING})
async def tell_test(
    plan_id: str, told: TestTold, store: TheStore, workers: TheWorkers, looking: TheLooking, key: ChangeKey = None
) -> SavedPlan:
    """Write a test cookie down as a bake of its dough, and lay the rest of the dough out and time it by what is known then."""
    before, saved = await _looked_at(store, looking, plan_id, told.revision, key)
    if before:
        return before
    now = told.now or datetime.now(UTC)
    bake, by = await run_in_threadpool(_told, store, saved, told, now)
    plan = await _solved(workers.plans, laid_anew, saved.plan, told.load, by, now)

    def write(db: Session) -> None:
        bakes.add(db, by.asked.dough_id, bake)

    return await run_in_threadpool(_said, store, await run_in_threadpool(_kept, store, saved, plan, key, write))


def _told(store: Store, saved: SavedPlan, told: TestTold, now: datetime) -> tuple[Bake, Foretelling]:
    """The test cookie as a bake, and what its dough is told by once it counts."""
    # The model is loaded when it is first asked: see core.learning.
    from ...core.notebook.looks import with_bake

    test = test_of(saved.plan, told.load)
    number = saved.plan.work.doughs[test.dough].asked
    asked = saved.request.doughs[number]
    with store.reading() as db:
        if not doughs.is_kept(db, asked.dough_id):
            message = (
                "This dough was thrown away, and its notebook with it: there is nowhere to write its test cookie down."
            )
            raise refusal("load", message)
        whole, place = plans.spec_of(db, saved.id, number), kitchen.get(db).kitchen
        known = known_of(db, asked.dough_id, place.oven_number)
    spec, name = batch_of(whole, place, asked.share_id or "")
    foretold, _ = foretold_for(spec, place, known.until(now.timestamp() / DAY_S))
    measured = told.measured.but(count=told.measured.count or test.pieces)
    bake = Bake(
        baked_at=now, batch=asked.share_id or "", batch_name=name, spec=spec, kitchen=place, measured=measured, foretold=foretold
    )  # fmt: skip
    return bake, Foretelling(whole, place, asked, with_bake(known, bake))


@router.post("/{plan_id}/savings", operation_id="planSavings", responses=WAITING)
async def plan_savings(plan_id: str, store: TheStore, workers: TheWorkers) -> tuple[Saving, ...]:
    """What one more tray, rack or helper would save."""
    _, saved = await run_in_threadpool(_stands, store, plan_id, None)
    return await _solved(workers.plans, savings_of, saved.plan)


@router.post("/{plan_id}/search", operation_id="lookOn", responses={**STALE, **WAITING})
async def look_on(plan_id: str, request: LookOn, store: TheStore, looking: TheLooking) -> SavedPlan:
    """Look for a shorter plan for so many seconds of two processors, from the plan as it stands, begun or not; what is found on the way is in its
    progress. The plan as it is where none is found, or the search is stopped."""
    _, saved = await run_in_threadpool(_stands, store, plan_id, None)
    try:
        saved = await looking.on(store, saved, Search(seconds=request.seconds))
    except BusyLookingError as error:
        raise busy("Another plan is being looked on at. Stop that first, or wait until it is done.") from error
    return await run_in_threadpool(_said, store, saved)


@router.delete("/{plan_id}/search", operation_id="stopLooking", status_code=status.HTTP_204_NO_CONTENT)
async def stop_looking(plan_id: str, looking: TheLooking) -> None:
    """Stop looking on at this plan."""
    await looking.stop(plan_id)


@router.get(
    "/{plan_id}/progress",
    operation_id="planProgress",
    response_class=StreamingResponse,
    responses={200: {"model": Progress, "content": {"text/event-stream": {}}}},
)
async def plan_progress(plan_id: str, store: TheStore, looking: TheLooking) -> StreamingResponse:
    """How the looking for a better plan goes, as server-sent events, until it is over."""
    _, saved = await run_in_threadpool(_stands, store, plan_id, None)
    return StreamingResponse(
        looking.follow(saved), media_type="text/event-stream", headers={"Cache-Control": "no-store"}
    )


@router.get(
    "/{plan_id}/calendar",
    operation_id="planCalendar",
    response_class=Response,
    responses={200: {"content": {"text/calendar": {}}}},
)
def plan_calendar(plan_id: str, db: Reading) -> Response:
    """The plan as a calendar with alarms."""
    saved = spoken(plans.get(db, plan_id), kitchen.get(db).kitchen)
    return Response(
        to_icalendar(saved.plan, saved.title, saved.id, saved.created_at),
        media_type="text/calendar",
        headers=as_file(f"bake day {saved.title}", "ics"),
    )


@router.get(
    "/{plan_id}/table",
    operation_id="planTable",
    response_class=Response,
    responses={200: {"content": {"text/csv": {}}}},
)
def plan_table(plan_id: str, db: Reading) -> Response:
    """The plan as a table."""
    saved = spoken(plans.get(db, plan_id), kitchen.get(db).kitchen)
    named = as_file(f"bake day {saved.title}", "csv")
    return Response(plan_to_csv(saved.plan), media_type="text/csv; charset=utf-8", headers=named)


async def _looked_at(
    store: Store, looking: Looking, plan_id: str, revision: int, key: str | None
) -> tuple[SavedPlan | None, SavedPlan]:  # fmt: skip
    """What was answered to this key before, and the plan the baker looked at, which is not looked on at any more. StaleError if it has changed
    since by anything but that."""
    await looking.stop(plan_id)
    before, saved = await run_in_threadpool(_stands, store, plan_id, key)
    if before:
        before = await run_in_threadpool(_said, store, before)
    elif saved.revision != revision and not looking.only_bettered(plan_id, revision, saved.revision):
        raise StaleError("plan", await run_in_threadpool(_said, store, saved))
    return before, saved


def _not_run(store: Store, plan_id: str) -> None:
    """A day that is run is changed at the oven: there is known what was really done."""
    with store.reading() as db:
        if runs.open_run(db, plan_id):
            raise refusal("change", "This day is being run. Say it at the oven, where it is known what was done.")


def _stands(store: Store, plan_id: str, key: str | None) -> tuple[SavedPlan | None, SavedPlan]:
    """What was answered to this key before, and the plan as it stands."""
    with store.reading() as db:
        return answered(db, key, SavedPlan, lambda id: plans.get(db, id)), plans.get(db, plan_id)


def _said(store: Store, saved: SavedPlan) -> SavedPlan:
    """The plan in the units of the kitchen as it is now."""
    with store.reading() as db:
        return spoken(saved, kitchen.get(db).kitchen)


def _kept(
    store: Store, saved: SavedPlan, plan: Plan, key: str | None, also: Callable[[Session], None] | None = None
) -> SavedPlan:
    """The changed plan kept, and what goes with it in the same transaction."""
    with store.session() as db:

        def keep() -> SavedPlan:
            changed = plans.change(db, saved.id, saved.revision, plan)
            if also:
                also(db)
            return changed

        return once(db, key, SavedPlan, keep, lambda id: plans.get(db, id))


async def _solved(worker: Worker, work: Callable[..., Answer], *arguments: object) -> Answer:
    try:
        return await worker.run(work, *arguments)
    except BusyError as error:
        raise busy("Two plans are waiting to be worked out already. Try again in a moment.") from error
    except StoppedError as error:
        raise busy("The planning was stopped before it was done. Try again.") from error
