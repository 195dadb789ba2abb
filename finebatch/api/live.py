"""Days as they are run, live: what is told on one device is on all others at once, and the rest is planned anew behind it."""

import asyncio
import contextlib
import logging
import time
from collections import defaultdict
from collections.abc import AsyncIterator
from datetime import UTC, datetime, timedelta

from fastapi.concurrency import run_in_threadpool

from ..core.base import refusal
from ..core.day import Kind
from ..core.live.brief import Brief
from ..core.live.briefing import cases_of
from ..core.live.dials import in_or_next, stands_in
from ..core.live.events import AnyEvent, Did, Happened
from ..core.live.facts import facts_of
from ..core.live.marks import Running
from ..core.live.oven import OvenReading, traced_bakes
from ..core.live.replan import Replanned, needs_anew, replanned
from ..core.live.why import calls_for_anew, why_of
from ..devices.probe import SimulatedOven
from ..store import runs
from ..store.database import Store
from ..store.revisions import NotThereError
from ..store.runs import Run
from ..workers import BusyError, StoppedError, Worker
from .held import Held, RunNow, hidden_of, run_now

KEEP_ALIVE_S = 10.0
WATCH_S = 2.0
LATE_AGAIN = timedelta(seconds=60)  # of the run's clock: what is late is planned anew so often
LATE_AGAIN_FAST = 15.0  # and in a rehearsal that is so many times as fast no oftener than every four seconds
UNWATCHED_S = 60.0
READ_EVERY = timedelta(seconds=10)
DOOR_OPEN_S = {Kind.LOAD: 20.0, Kind.TURN: 15.0, Kind.UNLOAD: 15.0}


class Live:
    """All runs that are looked at."""

    def __init__(self, worker: Worker) -> None:
        self._worker = worker
        self._held: dict[str, Held] = {}
        self._tasks: set[asyncio.Task[None]] = set()

    async def now(self, store: Store, run_id: str) -> RunNow:
        """Where a run stands. NotThereError if there is none."""
        held = await self._hold(store, run_id)
        self._watch(store, held)
        return run_now(held)

    async def tell(self, store: Store, run_id: str, key: str, event: AnyEvent, ago_s: float | None = None) -> RunNow:
        """Something happened: kept, told to all who look, and the rest planned anew where that is called for. NotThereError, OverError."""
        held = await self._hold(store, run_id)
        async with held.telling:
            one = await run_in_threadpool(_told, store, run_id, key, event, ago_s)
            if one.key not in {other.key for other in held.run.events}:
                before = held.run.running
                held.run = held.run.model_copy(update={"events": (*held.run.events, one)})
                facts = held.facts()
                if one.key not in facts.ignored and calls_for_anew(before, facts, event, held.clock()):
                    held.why = why_of(before, facts, event)
                    self._plan(store, held)
                self._open_door(held, event)
                held.tell()
        return run_now(held)

    async def _hold(self, store: Store, run_id: str) -> Held:
        held = self._held.get(run_id)
        if held is None:
            run = await run_in_threadpool(_read, store, run_id)
            held = self._held.setdefault(run_id, Held(run))
            if run.truth is not None and held.hidden is None:
                held.hidden = await run_in_threadpool(hidden_of, run)
            if run.planned_seq < len(run.events) and run.ended_at is None:
                held.why = why_of(run.running, held.facts(), run.events[-1].event)
                self._plan(store, held)  # the server ended before that was done
        return held

    async def refresh(self, store: Store, run_id: str) -> None:
        """The run was ended: whoever looks is told."""
        held = self._held.pop(run_id, None)
        if held is None:
            return
        with contextlib.suppress(NotThereError):
            held.run = await run_in_threadpool(_read, store, run_id)
        held.run = held.run.model_copy(update={"ended_at": held.run.ended_at or datetime.now(UTC)})
        if held.watched:
            held.watched.cancel()
        held.tell()

    def _plan(self, store: Store, held: Held) -> None:
        if held.planning is not None and not held.planning.done():
            held.again = True
            return
        held.planning = self._task(self._planned(store, held))

    async def _planned(self, store: Store, held: Held) -> None:
        while True:
            held.again = False
            run, at = held.run, held.clock()
            held.planned_at = at
            traced = {n: one.bake_s for n, one in held.traced.items()}
            try:
                answer = await self._worker.run(anew, run.brief, run.running, run.events, traced, at, held.why)
            except (StoppedError, BusyError):
                return
            kept = await run_in_threadpool(_planned, store, run, answer)
            if kept is not None:
                held.run = kept.model_copy(update={"events": held.run.events})
                held.tell()
            elif held.run.ended_at is None:
                held.run = await run_in_threadpool(_read, store, run.id)
            if not held.again:
                return

    def _task(self, work: "asyncio.coroutines.CoroutineType[None, None, None]") -> "asyncio.Task[None]":  # type: ignore[name-defined]
        task: asyncio.Task[None] = asyncio.create_task(work)
        self._tasks.add(task)
        task.add_done_callback(self._over)
        return task

    def _over(self, task: "asyncio.Task[None]") -> None:
        self._tasks.discard(task)
        error = None if task.cancelled() else task.exception()
        if error is not None:
            logging.getLogger(__name__).error("a run could not be gone on with", exc_info=error)

    async def follow(self, store: Store, run_id: str) -> AsyncIterator[str]:
        """Where a run stands, as server-sent events: at once, and after every news. The id counts what was told."""
        held = await self._hold(store, run_id)
        held.followers += 1
        self._watch(store, held)
        shown = -1
        try:
            while True:
                if shown != held.version:
                    shown = held.version
                    now = run_now(held)
                    yield f"id: {now.seq}\ndata: {now.model_dump_json()}\n\n"
                    if now.over:
                        return
                    continue
                news = held.news
                try:
                    await asyncio.wait_for(news.wait(), KEEP_ALIVE_S)
                except TimeoutError:
                    yield f"event: here\ndata: {held.clock().isoformat()}\n\n"
        finally:
            held.followers -= 1
            held.looked_at = time.monotonic()

    def _watch(self, store: Store, held: Held) -> None:
        held.looked_at = time.monotonic()
        if held.run.ended_at is None and (held.watched is None or held.watched.done()):
            held.watched = self._task(self._watching(store, held))

    async def _watching(self, store: Store, held: Held) -> None:
        """While somebody looks: what is late is planned anew, and what the oven reads is counted."""
        again = LATE_AGAIN * max(1.0, held.run.speed / LATE_AGAIN_FAST)
        while held.run.ended_at is None and self._held.get(held.run.id) is held:
            await asyncio.sleep(WATCH_S)
            if held.followers == 0 and time.monotonic() - held.looked_at > UNWATCHED_S:
                return  # whoever looks again begins it anew
            at = held.clock()
            self._simulate(held, at)
            if await self._count_readings(store, held, at):
                held.tell()
            last = held.planned_at
            if (last is None or at - last >= again) and needs_anew(held.run.running, held.facts(), at):
                held.why = "Brought up to date."
                self._plan(store, held)

    # The oven's thermometer.

    async def simulate(self, store: Store, run_id: str, on: bool) -> RunNow:
        """The simulated thermometer reads a run's oven, or no longer."""
        held = await self._hold(store, run_id)
        held.simulated = on
        self._watch(store, held)
        held.tell()
        return run_now(held)

    async def read(self, store: Store, run_id: str, readings: tuple[OvenReading, ...]) -> None:
        """What a thermometer read is kept and counted."""
        held = await self._hold(store, run_id)
        await run_in_threadpool(_read_down, store, run_id, readings)
        mine = await self._read_so_far(store, held)
        for one in readings:
            mine[one.oven].append(one)
            mine[one.oven].sort(key=lambda read: read.at)  # what was held back comes late
        held.tell()

    async def _read_so_far(self, store: Store, held: Held) -> dict[int, list[OvenReading]]:
        if held.readings is None:
            found: dict[int, list[OvenReading]] = defaultdict(list)
            for one in await run_in_threadpool(_readings, store, held.run.id):
                found[one.oven].append(one)
            held.readings = found
        return held.readings

    def _simulate(self, held: Held, at: datetime) -> None:
        if not held.simulated:
            return
        for oven, load in in_or_next(held.run.running, held.facts()).items():
            dial_c = held.run.brief.dial_c[load]
            if oven not in held.ovens:
                off = held.run.truth.oven_off_k if held.run.truth else -6.0
                held.ovens[oven] = SimulatedOven(dial_c, off, oven=oven, hot=held.run.truth is not None)
            held.ovens[oven].dial_c = dial_c

    def _open_door(self, held: Held, event: AnyEvent) -> None:
        if not isinstance(event, Did) or not held.ovens:
            return
        at_s = (held.clock() - held.run.began_at).total_seconds()
        for mark in event.marks:
            seconds = DOOR_OPEN_S.get(mark.kind)
            if seconds:
                held.ovens[min(held.ovens)].open_door(at_s, seconds)

    async def hold_door(self, store: Store, run_id: str, seconds: float) -> None:
        """Stand in for the hand: the simulated oven's door is held open. Raises Refusal where no simulated oven is read."""
        held = await self._hold(store, run_id)
        self._simulate(held, held.clock())
        if not held.simulated or not held.ovens or held.run.ended_at is not None:
            raise refusal("seconds", "No simulated oven is read for this day. Switch it on under “Sound” first.")
        for oven in held.ovens.values():
            oven.open_door((held.clock() - held.run.began_at).total_seconds(), seconds)

    async def _count_readings(self, store: Store, held: Held, at: datetime) -> bool:
        """Read the simulated ovens up to now, and work out anew how long each tray bakes; whether anything is new."""
        mine = await self._read_so_far(store, held)
        fresh: list[OvenReading] = []
        for number, oven in held.ovens.items() if held.simulated else ():
            last = mine[number][-1].at if mine[number] else at - READ_EVERY
            for n in range(1, min(60, int((at - last) / READ_EVERY)) + 1):
                moment = last + n * READ_EVERY
                read = oven.read(max(0.0, (moment - held.run.began_at).total_seconds()))
                if read.c is not None:
                    fresh.append(OvenReading(oven=number, at=moment, read_c=read.c, lag_s=read.lag_s))
        if fresh:
            await run_in_threadpool(_read_down, store, held.run.id, tuple(fresh))
            for one in fresh:
                mine[one.oven].append(one)
        if not any(mine.values()):
            return False
        if held.cases is None:
            held.cases = await run_in_threadpool(cases_of, held.run.brief, held.run.specs, held.run.kitchen)
        traced = await run_in_threadpool(
            traced_bakes, held.facts(), held.cases, dict(mine), stands_in(held.run.running), at, held.run.kitchen.scale
        )
        changed = traced != held.traced
        held.traced = traced
        return changed or bool(fresh)


def anew(
    brief: Brief, running: Running, events: tuple[Happened, ...], traced: dict[int, float], now: datetime, why: str
) -> Replanned:  # fmt: skip
    """The rest of a day planned anew, in a process of its own."""
    facts = facts_of(brief, events)
    facts.traced = traced
    return replanned(running, facts, now, why)


def _read(store: Store, run_id: str) -> Run:
    with store.reading() as db:
        return runs.get(db, run_id)


def _told(store: Store, run_id: str, key: str, event: AnyEvent, ago_s: float | None) -> Happened:
    with store.session() as db:
        return runs.told(db, run_id, key, event, ago_s)


def _planned(store: Store, run: Run, answer: Replanned) -> Run | None:
    with store.session() as db:
        return runs.get(db, run.id) if runs.planned(db, run, answer) else None


def _read_down(store: Store, run_id: str, readings: tuple[OvenReading, ...]) -> None:
    with store.session() as db:
        runs.read_down(db, run_id, readings)


def _readings(store: Store, run_id: str) -> tuple[OvenReading, ...]:
    with store.reading() as db:
        return runs.readings(db, run_id)
