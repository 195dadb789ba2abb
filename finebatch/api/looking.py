"""Looking for a better plan while the one there is stands on the screen: one at a time, kept as it is found, told to whoever listens."""

import asyncio
import contextlib
import logging
from collections.abc import AsyncIterator
from datetime import UTC, datetime

from fastapi.concurrency import run_in_threadpool

from ..core.base import Value
from ..core.day import Plan, Search, better_plan, helped
from ..store import plans
from ..store.database import Store
from ..store.plans import SavedPlan
from ..store.revisions import NotThereError, StaleError
from ..workers import StoppedError, Worker

KEEP_ALIVE_S = 15.0


class Progress(Value):
    """How the looking goes. `revision` is the plan's as it is kept now, `saved_min` how much shorter than the first that one is; `sequence` counts what
    was told of this looking."""

    sequence: int = 0
    revision: int
    looking: bool
    saved_min: int = 0


class BusyLookingError(Exception):
    """Another plan is being looked on at."""


class _Look:
    def __init__(self, saved: SavedPlan, by_itself: bool) -> None:
        self.saved, self.first, self.by_itself = saved, saved.plan, by_itself
        self.progress = Progress(revision=saved.revision, looking=True)
        self.news = asyncio.Event()
        self.stopped = False

    def tell(self, looking: bool) -> None:
        shorter = (self.first.end - self.first.start) - (self.saved.plan.end - self.saved.plan.start)
        self.progress = Progress(
            sequence=self.progress.sequence + 1, revision=self.saved.revision, looking=looking, saved_min=round(shorter.total_seconds() / 60)
        )  # fmt: skip
        self.news.set()
        self.news = asyncio.Event()


class Looking:
    """The plans that are looked on at: the first of them now, what came after it when its turn comes. What began by itself makes way for what
    comes after it."""

    def __init__(self, worker: Worker) -> None:
        self._worker = worker
        self._looks: list[_Look] = []
        self._tasks: set[asyncio.Task[SavedPlan]] = set()
        self._bettered: dict[str, set[int]] = {}  # the revisions of each plan that looking made of it

    def begin(self, store: Store, saved: SavedPlan) -> None:
        """Look for a better plan than one just made, by itself."""
        self._make_way()
        task = asyncio.create_task(self._run(store, _Look(saved, True), Search()))
        self._tasks.add(task)
        task.add_done_callback(self._over)

    def _over(self, task: "asyncio.Task[SavedPlan]") -> None:
        self._tasks.discard(task)
        error = None if task.cancelled() else task.exception()
        if error is not None:  # a defect: the plan that stands is sound, and nobody waits for this one
            logging.getLogger(__name__).error("looking for a better plan failed", exc_info=error)

    async def on(self, store: Store, saved: SavedPlan, how: Search) -> SavedPlan:
        """Look on at a plan for a while, and give what there is then. BusyLookingError where another is looked on at by somebody's wish."""
        if any(not look.by_itself for look in self._looks):
            raise BusyLookingError
        self._make_way()
        return await self._run(store, _Look(saved, False), how)

    def _make_way(self) -> None:
        for look in self._looks:
            if look.by_itself:
                self._stop(look)

    async def _run(self, store: Store, look: _Look, how: Search) -> SavedPlan:
        async def heard(plan: Plan) -> None:
            if plan != look.saved.plan:
                look.saved = await run_in_threadpool(_kept, store, look.saved, plan)
                self._bettered.setdefault(look.saved.id, set()).add(look.saved.revision)
                look.tell(looking=True)

        self._looks.append(look)
        # Stopped, or changed meanwhile by the baker: then what was looked for is no use.
        with contextlib.suppress(StoppedError, StaleError, NotThereError):
            try:
                while self._looks[0] is not look:
                    await self._looks[0].news.wait()
                if look.stopped:
                    return look.saved
                begun = (look.saved.plan, look.saved.request.when, how, datetime.now(UTC))
                await heard(await self._worker.run(better_plan, *begun, heard=heard, of=look))
                if not look.stopped and look.saved.plan.helps is None and look.saved.plan.start > datetime.now(UTC):
                    await heard(await self._worker.run(helped, look.saved.plan, of=look))
            finally:
                self._looks.remove(look)
                look.tell(looking=False)
        return look.saved

    def _stop(self, look: _Look) -> None:
        look.stopped = True
        self._worker.stop(look)

    def _of(self, plan_id: str) -> list[_Look]:
        return [look for look in self._looks if look.saved.id == plan_id]

    async def stop(self, plan_id: str) -> None:
        """Stop looking on at this plan, if it is; what was found and is being kept is kept by then."""
        for look in self._of(plan_id):
            self._stop(look)
            while look.progress.looking:
                await look.news.wait()

    def only_bettered(self, plan_id: str, was: int, now: int) -> bool:
        """Whether nothing but a better order of the same day came between two revisions: what a baker says of the one holds of the other."""
        return was < now and set(range(was + 1, now + 1)) <= self._bettered.get(plan_id, set())

    async def follow(self, saved: SavedPlan) -> AsyncIterator[str]:
        """What is told of the looking at a plan, as server-sent events: how it stands, and then every news, until it is over."""
        look = next(iter(self._of(saved.id)), None)
        if look is None:
            yield _event(Progress(revision=saved.revision, looking=False))
            return
        told = -1
        while told != look.progress.sequence or look.progress.looking:
            if told != look.progress.sequence:
                told = look.progress.sequence
                yield _event(look.progress)
                continue
            news = look.news
            try:
                await asyncio.wait_for(news.wait(), KEEP_ALIVE_S)
            except TimeoutError:
                yield ": still looking\n\n"


def _event(progress: Progress) -> str:
    return f"id: {progress.sequence}\ndata: {progress.model_dump_json()}\n\n"


def _kept(store: Store, saved: SavedPlan, plan: Plan) -> SavedPlan:
    with store.session() as db:
        return plans.change(db, saved.id, saved.revision, plan)
