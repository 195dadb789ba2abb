"""A run that is looked at, and where it stands: the run's state, its ovens, and what they read."""

import asyncio
import time
from datetime import UTC, datetime, timedelta

from pydantic import AwareDatetime, Field

from ..core.bakemodel import Case
from ..core.base import Value
from ..core.day import Kind
from ..core.kitchen import spoken
from ..core.live.briefing import cases_of
from ..core.live.clocks import Simulated
from ..core.live.dials import in_or_next
from ..core.live.events import Mark
from ..core.live.facts import Facts, facts_of
from ..core.live.now import now_of
from ..core.live.oven import OvenReading, Traced
from ..core.live.shown import Now
from ..core.live.truth import true_courses
from ..devices.probe import SimulatedOven
from ..store.runs import Run

MOST_TRACE = 200
TRACE = timedelta(minutes=40)


class OvenPoint(Value):
    """A reading, so many seconds before `Now.at`."""

    ago_s: int
    read_c: float


class Trace(Value):
    """An oven on the screen: its dial, what its thermometer last read, and what it read before."""

    oven: int
    dial: str
    dial_c: float
    read_c: float | None = None
    silent_s: int | None = None
    points: tuple[OvenPoint, ...] = ()


class TrayInUse(Value):
    """A kind of tray that is in use."""

    id: str
    name: str


class LoadNamed(Value):
    """A tray's cookies that are not on the rack yet, by their number."""

    load: int
    name: str
    pieces: int


class RunNow(Now):
    """Where a run stands, and which it is. `asked` are the ids of its doughs, `simulated` whether its oven thermometer is the simulated one; `oven_says` why a
    load bakes longer or shorter by what was read."""

    id: str
    plan_id: str
    rehearsal: bool
    began_at: AwareDatetime
    over: bool
    asked: tuple[str, ...]
    ovens: tuple[Trace, ...]
    simulated: bool
    racks: tuple[int, ...]  # in use, of each oven
    doughs: tuple[str, ...]  # by the numbers of the day as it was begun
    tray_kinds: tuple[TrayInUse, ...]
    on_trays: tuple[LoadNamed, ...]
    oven_says: dict[int, str] = Field(default_factory=dict)


class Held:
    """A run that somebody looks at, or in which something happens."""

    def __init__(self, run: Run) -> None:
        self.run = run
        self.news = asyncio.Event()
        self.version = 0
        self.telling = asyncio.Lock()
        self.planning: asyncio.Task[None] | None = None
        self.again = False
        self.why = ""
        self.planned_at: datetime | None = None
        self.cases: dict[int, Case] | None = None
        self.readings: dict[int, list[OvenReading]] | None = None
        self.traced: dict[int, Traced] = {}
        self.ovens: dict[int, SimulatedOven] = {}
        self.simulated = run.truth is not None
        self.hidden: Simulated | None = None
        self.watched: asyncio.Task[None] | None = None
        self.followers = 0
        self.looked_at = time.monotonic()

    def facts(self) -> Facts:
        facts = facts_of(self.run.brief, self.run.events)
        facts.traced = {n: one.bake_s for n, one in self.traced.items()}
        return facts

    def clock(self) -> datetime:
        return self.run.clock(datetime.now(UTC))

    def tell(self) -> None:
        self.version += 1
        self.news.set()
        self.news = asyncio.Event()


def hidden_of(run: Run) -> Simulated | None:
    """What a rehearsal hides: how each tray really bakes, and how slow its hands are; nothing of a real day."""
    if run.truth is None:
        return None
    cases = cases_of(run.brief, run.specs, run.kitchen)
    return Simulated(true_courses(run.brief, cases, run.truth), run.truth.hands)


def run_now(held: Held) -> RunNow:
    """Where a run stands, in the units of its kitchen."""
    run, at, facts = held.run, held.clock(), held.facts()
    now = now_of(run.running, facts, run.told, run.events, at, run.title, run.speed, held.hidden)
    whole = RunNow(
        **dict(now), id=run.id, plan_id=run.plan_id, rehearsal=run.truth is not None, began_at=run.began_at, over=run.ended_at is not None, asked=run.brief.asked,
        ovens=tuple(_traces(held, facts, at)), simulated=held.simulated,
        racks=run.brief.plan.work.room.ovens, doughs=tuple(dough.name for dough in run.brief.plan.work.doughs),
        on_trays=tuple(
            LoadNamed(load=n, name=load.name, pieces=facts.loads[n].pieces or load.pieces)
            for n, load in enumerate(run.brief.plan.work.loads)
            if not facts.loads[n].lost and facts.done_at(Mark(kind=Kind.TRANSFER, load=n)) is None
        ),
        tray_kinds=tuple(TrayInUse(id=tray.id, name=tray.name) for tray in run.kitchen.trays if tray.id in run.brief.plan.work.room.trays), oven_says={n: one.says for n, one in held.traced.items() if one.says},
    )  # fmt: skip
    return spoken(whole, run.kitchen)


def _traces(held: Held, facts: Facts, at: datetime) -> list[Trace]:
    words = {n: text.dial for n, text in zip(held.run.running.loads, held.run.running.plan.words, strict=True)}
    found = []
    for oven, load in sorted(in_or_next(held.run.running, facts).items()):
        mine = (held.readings or {}).get(oven, [])
        recent = [one for one in mine if at - TRACE <= one.at <= at][-MOST_TRACE:]
        found.append(
            Trace(
                oven=oven, dial=words.get(load, ""), dial_c=held.run.brief.dial_c[load], read_c=recent[-1].read_c if recent else None,
                silent_s=int((at - recent[-1].at).total_seconds()) if recent else None,
                points=tuple(OvenPoint(ago_s=int((at - one.at).total_seconds()), read_c=one.read_c) for one in recent),
            )
        )  # fmt: skip
    return found
