"""Days as they are run: one at a time, what happened in the order in which it was told, and what the oven's thermometer read. Events are only ever added."""

import uuid
from datetime import datetime, timedelta
from typing import Any

from pydantic import AwareDatetime
from sqlalchemy import delete, func, select
from sqlalchemy.orm import Session

from ..core.base import Value
from ..core.bench import DoughSpec
from ..core.kitchen import Kitchen
from ..core.live.brief import Brief
from ..core.live.events import AnyEvent, Happened
from ..core.live.marks import Running, begun
from ..core.live.oven import OvenReading, OvenTrait
from ..core.live.replan import Moved, Replanned
from ..core.live.truth import Truth
from .bodies import Kind, body_of, read
from .revisions import NotThereError, save_over
from .tables import ReadingRow, RunEventRow, RunRow, utc_now

MOST_LISTED = 30


class RunningAlreadyError(Exception):
    """Another day is being run; `title` says which."""

    def __init__(self, run_id: str, title: str) -> None:
        super().__init__(f"{title} is being run already")
        self.run_id, self.title = run_id, title


class OverError(Exception):
    """The day is over: nothing can happen in it any more."""


class RunSummary(Value):
    """A day that is or was run, in a list."""

    id: str
    plan_id: str
    title: str
    began_at: AwareDatetime
    ended_at: AwareDatetime | None
    rehearsal: bool
    last_at: AwareDatetime


class Run(Value):
    """A day as it is run: how it was begun, its plan as it stands, and everything that was told."""

    id: str
    revision: int
    plan_id: str
    title: str
    began_at: AwareDatetime
    ended_at: AwareDatetime | None
    speed: float
    clock_from: AwareDatetime
    planned_seq: int
    brief: Brief
    running: Running
    told: Moved | None
    events: tuple[Happened, ...]
    specs: tuple[DoughSpec, ...]
    kitchen: Kitchen
    truth: Truth | None

    def clock(self, now: datetime) -> datetime:
        """The run's own time when the server's clock says `now`: never before what was told last."""
        at = self.began_at + (now - self.clock_from) * self.speed
        return max([at, self.began_at, *(one.at for one in self.events if not one.late)])


def begin(
    session: Session, plan_id: str, title: str, brief: Brief, specs: tuple[DoughSpec, ...], kitchen: Kitchen, began_at: datetime,
    speed: float = 1.0, truth: Truth | None = None,
) -> Run:  # fmt: skip
    """Begin to run a day; a day that began earlier goes by the server's clock all the same. RunningAlreadyError where one is run already; a rehearsal makes
    way for another."""
    for row in session.scalars(select(RunRow).where(RunRow.ended_at.is_(None))):
        if truth is None and row.truth is None:
            raise RunningAlreadyError(row.id, row.title)
        if truth is not None and row.truth is not None:
            throw_away(session, row.id)
    row = RunRow(
        id=uuid.uuid4().hex, revision=1, plan_id=plan_id, title=title, began_at=began_at, ended_at=None, speed=speed, clock_from=began_at if truth is None else utc_now(),
        planned_seq=0, brief=body_of(Kind.RUN_BRIEF, brief), running=body_of(Kind.RUN_PLAN, begun(brief.plan)), told=None,
        doughs=[body_of(Kind.DOUGH, spec) for spec in specs], kitchen=body_of(Kind.KITCHEN, kitchen),
        truth=body_of(Kind.TRUTH, truth) if truth else None, traits=None,
    )  # fmt: skip
    session.add(row)
    session.flush()
    return get(session, row.id)


def get(session: Session, run_id: str) -> Run:
    """One run. NotThereError if there is none, UnreadableError if this version cannot read it."""
    row = _row(session, run_id)
    rows = session.scalars(select(RunEventRow).where(RunEventRow.run_id == run_id).order_by(RunEventRow.seq))
    return Run(
        id=row.id, revision=row.revision, plan_id=row.plan_id, title=row.title, began_at=row.began_at, ended_at=row.ended_at, speed=row.speed,
        clock_from=row.clock_from, planned_seq=row.planned_seq, brief=read(Kind.RUN_BRIEF, Brief, row.brief)[0],
        running=read(Kind.RUN_PLAN, Running, row.running)[0], told=read(Kind.RUN_TOLD, Moved, row.told)[0] if row.told else None,
        events=tuple(read(Kind.RUN_EVENT, Happened, one.body)[0] for one in rows),
        specs=tuple(read(Kind.DOUGH, DoughSpec, one)[0] for one in row.doughs), kitchen=read(Kind.KITCHEN, Kitchen, row.kitchen)[0],
        truth=read(Kind.TRUTH, Truth, row.truth)[0] if row.truth else None,
    )  # fmt: skip


def _row(session: Session, run_id: str) -> RunRow:
    row = session.get(RunRow, run_id)
    if row is None:
        raise NotThereError("run")
    return row


def told(session: Session, run_id: str, key: str, event: AnyEvent, ago_s: float | None = None) -> Happened:
    """Add what happened: now, or `ago_s` seconds ago where it was tapped while the server was away. The same key a second time is the same event. OverError
    where the day is over. Times are the server's, to the second, and never run backwards, whatever becomes of the machine's clock."""
    row = _row(session, run_id)
    before = session.scalar(select(RunEventRow).where(RunEventRow.run_id == run_id, RunEventRow.key == key))
    if before is not None:
        return read(Kind.RUN_EVENT, Happened, before.body)[0]
    if row.ended_at is not None:
        raise OverError
    latest = session.scalar(
        select(func.max(RunEventRow.at)).where(RunEventRow.run_id == run_id, RunEventRow.late.is_(False))
    )
    now = max(row.began_at + (utc_now() - row.clock_from) * row.speed, row.began_at, latest or row.began_at)
    late = ago_s is not None
    at = max(row.began_at, now - timedelta(seconds=row.speed * max(0.0, ago_s or 0.0)))
    at = max(row.began_at, at.replace(microsecond=0))
    seq = (session.scalar(select(func.max(RunEventRow.seq)).where(RunEventRow.run_id == run_id)) or 0) + 1
    one = Happened(key=key, at=at, event=event, late=late)
    session.add(RunEventRow(run_id=run_id, seq=seq, key=key, at=at, late=late, body=body_of(Kind.RUN_EVENT, one)))
    session.flush()
    return one


def planned(session: Session, run: Run, answer: Replanned) -> bool:
    """Keep the plan as it goes on, made of everything `run` knew; whether nobody else made it meanwhile."""
    values: dict[str, Any] = {
        "running": body_of(Kind.RUN_PLAN, answer.running), "told": body_of(Kind.RUN_TOLD, answer.said()),
        "planned_seq": len(run.events),
    }  # fmt: skip
    return save_over(session, RunRow, run.id, run.revision, values, RunRow.ended_at.is_(None))


def end(session: Session, run_id: str, traits: tuple[OvenTrait, ...] = ()) -> None:
    """The day is over; its record stays, and what its ovens were like. OverError where it was over before: of two devices that end it one does."""
    row = _row(session, run_id)
    if row.ended_at is not None:
        raise OverError
    row.ended_at, row.traits = utc_now(), [one.model_dump(mode="json") for one in traits]
    session.flush()


def throw_away(session: Session, run_id: str) -> None:
    """Throw a run away, with everything that was told in it."""
    row = _row(session, run_id)
    session.execute(delete(ReadingRow).where(ReadingRow.run_id == run_id))
    session.execute(delete(RunEventRow).where(RunEventRow.run_id == run_id))
    session.delete(row)
    session.flush()


def listed(session: Session) -> tuple[RunSummary, ...]:
    """The latest first: those that are run, and the days that were; rehearsals only while they are run."""
    last = (
        select(RunEventRow.run_id, func.max(RunEventRow.at).label("at")).group_by(RunEventRow.run_id).subquery()
    )  # fmt: skip
    query = (
        select(RunRow.id, RunRow.plan_id, RunRow.title, RunRow.began_at, RunRow.ended_at, RunRow.truth.is_not(None).label("rehearsal"), last.c.at)
        .outerjoin(last, last.c.run_id == RunRow.id)
        .order_by(RunRow.ended_at.is_not(None), RunRow.began_at.desc())
        .limit(MOST_LISTED)
    )  # fmt: skip
    return tuple(
        RunSummary(
            id=row.id, plan_id=row.plan_id, title=row.title, began_at=row.began_at, ended_at=row.ended_at, rehearsal=bool(row.rehearsal),
            last_at=row.at or row.began_at,
        )
        for row in session.execute(query)
    )  # fmt: skip


def open_run(session: Session, plan_id: str | None = None) -> str | None:
    """The day that is run, if one is, or if it is of that plan; a rehearsal is none."""
    query = select(RunRow.id).where(RunRow.ended_at.is_(None), RunRow.truth.is_(None))
    return session.scalar(query if plan_id is None else query.where(RunRow.plan_id == plan_id))


def read_down(session: Session, run_id: str, readings: tuple[OvenReading, ...]) -> None:
    """Keep what a thermometer read."""
    for one in readings:
        session.merge(ReadingRow(run_id=run_id, oven=one.oven, at=one.at, read_c=one.read_c, lag_s=one.lag_s))


def readings(session: Session, run_id: str, since: datetime | None = None) -> tuple[OvenReading, ...]:
    """What was read in a run, in order of time."""
    query = select(ReadingRow).where(ReadingRow.run_id == run_id)
    if since is not None:
        query = query.where(ReadingRow.at >= since)
    return tuple(
        OvenReading(oven=row.oven, at=row.at, read_c=row.read_c, lag_s=row.lag_s)
        for row in session.scalars(query.order_by(ReadingRow.at, ReadingRow.oven))
    )


def all_traits(session: Session, oven_number: int) -> tuple[OvenTrait, ...]:
    """What was learned of the ovens in each day that was run with the present ones, the latest first."""
    query = select(RunRow.traits, RunRow.kitchen).where(RunRow.ended_at.is_not(None), RunRow.truth.is_(None))
    return tuple(
        OvenTrait.model_validate(one)
        for row in session.execute(query.order_by(RunRow.ended_at.desc()))
        if row.traits and row.kitchen.get("oven_number", 1) == oven_number
        for one in row.traits
    )
