"""Days as they are run."""

import uuid
from collections import defaultdict
from datetime import UTC, datetime
from typing import Any

from fastapi import APIRouter, status
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import StreamingResponse
from pydantic import Field

from ...core.base import Refusal, Value
from ...core.live.begin import When, begun_plan, over_by_plan
from ...core.live.briefing import brief_of, cases_of
from ...core.live.dials import traits_of
from ...core.live.events import Event
from ...core.live.facts import facts_of
from ...core.live.oven import OvenReading
from ...core.live.records import BatchRan, records_of
from ...core.live.truth import drawn, true_courses, what_became
from ...core.notebook import Bake, batch_of, foretold_for
from ...store import bakes, doughs, kitchen, plans, runs
from ...store.bakes import SavedBake
from ...store.database import Store
from ...store.knowledge import DAY_S, known_of
from ...store.runs import OverError, Run, RunningAlreadyError, RunSummary
from ..deps import ChangeKey, Reading, TheLive, TheStore
from ..held import RunNow
from ..problems import ApiProblemError, ProblemDetails
from ..requests import Done

router = APIRouter(prefix="/api/runs", tags=["runs"])

RUNNING: dict[int | str, dict[str, Any]] = {409: {"model": ProblemDetails}}


class Rehearsal(Value):
    """A run in a simulated kitchen, so many times as fast, which is the same for the same seed."""

    speed: float = Field(default=30, ge=1, le=60)
    seed: int = Field(default=1, ge=0, le=10**6)


class NewRun(Value):
    """A planned day to be run."""

    plan_id: str = Field(max_length=40)
    begin: When = When.NOW
    rehearsal: Rehearsal | None = None


class Tell(Value):
    """Something that happened: now, or `ago_s` seconds ago where the server was away when it was tapped."""

    event: Event
    ago_s: float | None = Field(default=None, ge=0, le=3 * 86400)


class EndOfRun(Value):
    """What a day left: the bakes that were written down, the doughs whose bakes could not be (thrown away meanwhile), or what a rehearsal tells."""

    bakes: tuple[SavedBake, ...] = ()
    unwritten: tuple[str, ...] = ()
    lines: tuple[str, ...] = ()


@router.get("", operation_id="listRuns")
def list_runs(db: Reading) -> tuple[RunSummary, ...]:
    """The day that is run, and those that were, the latest first."""
    return runs.listed(db)


@router.post("", operation_id="beginRun", status_code=status.HTTP_201_CREATED, responses=RUNNING)
async def begin_run(new: NewRun, store: TheStore, live: TheLive) -> RunNow:
    """Begin to run a planned day, or to rehearse it; 409 while another is run."""
    run = await run_in_threadpool(_begun, store, new)
    return await live.now(store, run.id)


def _begun(store: Store, new: NewRun) -> Run:
    now = datetime.now(UTC).replace(microsecond=0)
    with store.reading() as db:
        saved, place = plans.get(db, new.plan_id), kitchen.get(db).kitchen
        specs = tuple(plans.spec_of(db, saved.id, n) for n in range(len(saved.request.doughs)))
        ids = tuple(asked.dough_id for asked in saved.request.doughs)
        known = tuple(known_of(db, dough_id, place.oven_number) for dough_id in ids)
    when = When.NOW if new.rehearsal else new.begin
    plan = begun_plan(saved.plan, when, now)
    brief = brief_of(plan, specs, place, known, ids)
    told = over_by_plan(brief, now) if when is When.AS_PLANNED and plan.start < now else ()
    began_at = min([now, *(one.at for one in told)])
    truth = drawn(new.rehearsal.seed) if new.rehearsal else None
    try:
        with store.session() as db:
            speed = new.rehearsal.speed if new.rehearsal else 1.0
            run = runs.begin(db, saved.id, saved.title, brief, specs, place, began_at, speed, truth)
            for one in told:
                runs.told(db, run.id, one.key, one.event, (now - one.at).total_seconds())
            return runs.get(db, run.id)
    except RunningAlreadyError as error:
        sentence = f"{error.title} is being run in this kitchen. End that day first, or throw it away."
        raise ApiProblemError(409, "A day is being run", sentence) from error


@router.get("/{run_id}", operation_id="getRun")
async def get_run(run_id: str, store: TheStore, live: TheLive) -> RunNow:
    """Where a run stands."""
    return await live.now(store, run_id)


@router.post("/{run_id}/events", operation_id="tellRun", status_code=status.HTTP_201_CREATED, responses=RUNNING)
async def tell_run(run_id: str, told: Tell, store: TheStore, live: TheLive, key: ChangeKey = None) -> RunNow:
    """Something happened. The answer is where the run stands now; what cannot have been is kept, and said in its list. The same key again is the same
    event. 409 once the day is over."""
    try:
        return await live.tell(store, run_id, key or uuid.uuid4().hex, told.event, told.ago_s)
    except OverError as error:
        raise ApiProblemError(409, "This day is over", "This day is over: nothing more can be told of it.") from error


@router.get(
    "/{run_id}/stream",
    operation_id="followRun",
    response_class=StreamingResponse,
    responses={200: {"model": RunNow, "content": {"text/event-stream": {}}}},
)
async def follow_run(run_id: str, store: TheStore, live: TheLive) -> StreamingResponse:
    """Where a run stands, as server-sent events, at once and after every news, until it is over."""
    await live.now(store, run_id)
    return StreamingResponse(
        live.follow(store, run_id), media_type="text/event-stream", headers={"Cache-Control": "no-store"}
    )


@router.post("/{run_id}/end", operation_id="endRun", responses=RUNNING)
async def end_run(run_id: str, store: TheStore, live: TheLive) -> EndOfRun:
    """The day is over: what is known of each batch is written down in the notebook; a rehearsal tells what would have become of it, and is
    forgotten."""
    found = await run_in_threadpool(_ended, store, run_id)
    await live.refresh(store, run_id)
    return found


def _ended(store: Store, run_id: str) -> EndOfRun:
    with store.reading() as db:
        run = runs.get(db, run_id)
        read: dict[int, list[OvenReading]] = defaultdict(list)
        for one in runs.readings(db, run_id):
            read[one.oven].append(one)
    facts = facts_of(run.brief, run.events)
    if run.truth is not None:
        courses = true_courses(run.brief, cases_of(run.brief, run.specs, run.kitchen), run.truth)
        with store.session() as db:
            runs.throw_away(db, run.id)
        return EndOfRun(lines=what_became(facts, courses, run.truth, run.kitchen.scale))
    bakes_of = [(ran, _bake(store, run, ran)) for ran in records_of(facts, read)]
    kept: list[SavedBake] = []
    unwritten: list[str] = []
    try:
        with store.session() as db:
            runs.end(db, run.id, traits_of(run.running, facts, read))
            for ran, bake in bakes_of:
                dough_id = run.brief.asked[ran.asked]
                if bake is not None and doughs.is_kept(db, dough_id):
                    kept.append(bakes.add(db, dough_id, bake))
                else:
                    unwritten.append(run.specs[ran.asked].name)
    except OverError as error:
        sentence = "This day was ended before. Its bakes are in the notebook."
        raise ApiProblemError(409, "This day is over", sentence) from error
    return EndOfRun(bakes=tuple(kept), unwritten=tuple(unwritten))


def _bake(store: Store, run: Run, ran: BatchRan) -> Bake | None:
    """What is known of a batch as a bake, in the kitchen as it was; None where its dough cannot be told apart any more."""
    try:
        one, name = batch_of(run.specs[ran.asked], run.kitchen, ran.batch)
    except Refusal:
        return None
    with store.reading() as db:
        known = known_of(db, run.brief.asked[ran.asked], run.kitchen.oven_number)
    foretold, _ = foretold_for(one, run.kitchen, known.until(run.began_at.timestamp() / DAY_S))
    return Bake(
        baked_at=ran.baked_at, batch=ran.batch, batch_name=name, spec=one, kitchen=run.kitchen, measured=ran.measured, foretold=foretold, trays=ran.trays,
        oven_c=ran.oven_c, run_id=run.id,
    )  # fmt: skip


@router.post("/{run_id}/throw-away", operation_id="throwAwayRun")
async def throw_away_run(run_id: str, store: TheStore, live: TheLive) -> Done:
    """Throw a run away, with everything that was told in it: nothing of it is written down."""

    def throw() -> None:
        with store.session() as db:
            runs.throw_away(db, run_id)

    await run_in_threadpool(throw)
    await live.refresh(store, run_id)
    return Done()
