"""Plans, kept as they stand, with the doughs as they were when each was made."""

import uuid
from typing import Any

from pydantic import AwareDatetime
from sqlalchemy import func, select, tuple_
from sqlalchemy.orm import Session

from ..core.base import Value
from ..core.bench import DoughSpec
from ..core.day import DayRequest, Plan, sittings_of
from .bodies import Body, Kind, body_of, read
from .pages import MOST_A_PAGE, after, cursor
from .revisions import NotThereError, StaleError, drop_over, save_over
from .tables import PlanRow, utc_now

SUMMED = (
    PlanRow.id, PlanRow.revision, PlanRow.title, PlanRow.created_at, PlanRow.starts_at, PlanRow.ends_at, PlanRow.deleted_at,
)  # fmt: skip


class SavedPlan(Value):
    """A plan with what was asked; `revision` counts its changes."""

    id: str
    revision: int
    title: str
    created_at: AwareDatetime
    request: DayRequest
    plan: Plan


class PlanSummary(Value):
    """A plan in a list."""

    id: str
    revision: int
    title: str
    created_at: AwareDatetime
    starts_at: AwareDatetime
    ends_at: AwareDatetime
    put_aside: bool


class PlanPage(Value):
    """Some of the plans; `next` asks for what follows, `total` counts all."""

    plans: tuple[PlanSummary, ...]
    total: int
    next: str | None


def _saved(row: PlanRow) -> SavedPlan:
    request, _ = read(Kind.DAY_REQUEST, DayRequest, row.request)
    plan, _ = read(Kind.PLAN, Plan, row.body)
    if not plan.sittings:  # kept before a day was told in sittings
        plan = plan.model_copy(update={"sittings": sittings_of(plan.work, plan.steps, plan.words)})
    return SavedPlan(
        id=row.id, revision=row.revision, title=row.title, created_at=row.created_at, request=request, plan=plan
    )


def add(session: Session, specs: tuple[DoughSpec, ...], request: DayRequest, plan: Plan) -> SavedPlan:
    """Keep a plan."""
    names = [dough.name for dough in plan.work.doughs]
    row = PlanRow(
        id=uuid.uuid4().hex,
        revision=1,
        title=names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}",
        created_at=utc_now(),
        starts_at=plan.start,
        ends_at=plan.end,
        doughs=[body_of(Kind.DOUGH, spec) for spec in specs],
        request=body_of(Kind.DAY_REQUEST, request),
        body=body_of(Kind.PLAN, plan),
    )
    session.add(row)
    session.flush()
    return _saved(row)


def change(session: Session, plan_id: str, revision: int, plan: Plan) -> SavedPlan:
    """Keep a changed plan over the one of that revision. StaleError if it has changed since, NotThereError if it is gone."""
    values = {"starts_at": plan.start, "ends_at": plan.end, "body": body_of(Kind.PLAN, plan)}
    if not save_over(session, PlanRow, plan_id, revision, values, PlanRow.deleted_at.is_(None)):
        _refuse(session, plan_id)
    return get(session, plan_id)


def recent(session: Session, next: str | None = None, limit: int = MOST_A_PAGE, aside: bool = False) -> PlanPage:
    """The newest plans first, a page at a time: those that stand, or those put `aside`."""
    there = PlanRow.deleted_at.is_not(None) if aside else PlanRow.deleted_at.is_(None)
    total = session.scalar(select(func.count()).select_from(PlanRow).where(there)) or 0
    query = select(*SUMMED).where(there)
    place = after(next)
    if place:
        query = query.where(tuple_(PlanRow.created_at, PlanRow.id) < place)
    rows = session.execute(query.order_by(PlanRow.created_at.desc(), PlanRow.id.desc()).limit(limit + 1)).all()
    more = cursor(rows[limit - 1].created_at, rows[limit - 1].id) if len(rows) > limit else None
    return PlanPage(plans=tuple(_summary(row) for row in rows[:limit]), total=total, next=more)


def _summary(row: Any) -> PlanSummary:
    return PlanSummary(
        id=row.id, revision=row.revision, title=row.title, created_at=row.created_at, starts_at=row.starts_at, ends_at=row.ends_at,
        put_aside=row.deleted_at is not None,
    )  # fmt: skip


def get(session: Session, plan_id: str) -> SavedPlan:
    """One plan. NotThereError if there is none, StaleError (gone, with what it was) if it is put aside, UnreadableError if this version
    cannot read it."""
    row = _row(session, plan_id)
    if row.deleted_at is not None:
        raise StaleError("plan", _saved(row), gone=True)
    return _saved(row)


def spec_of(session: Session, plan_id: str, asked: int) -> DoughSpec:
    """The dough that was asked for as number `asked`, as it was when the plan was made. NotThereError if there is no such plan."""
    return read(Kind.DOUGH, DoughSpec, _row(session, plan_id).doughs[asked])[0]


def raw(session: Session, plan_id: str) -> Body:
    """What is stored of a plan, whether it can be read or not."""
    return dict(_row(session, plan_id).body)


def _row(session: Session, plan_id: str) -> PlanRow:
    row = session.get(PlanRow, plan_id)
    if row is None:
        raise NotThereError("plan")
    return row


def put_aside(session: Session, plan_id: str, revision: int) -> PlanSummary:
    """Take a plan out of the list. StaleError if it has moved on since `revision`, NotThereError if there is none."""
    return _move(session, plan_id, revision, aside=True)


def put_back(session: Session, plan_id: str, revision: int) -> PlanSummary:
    """Put a plan back into the list. StaleError if it has moved on since `revision`, NotThereError if there is none."""
    return _move(session, plan_id, revision, aside=False)


def throw_away(session: Session, plan_id: str, revision: int) -> None:
    """Throw a plan that was put aside away for good. StaleError if it has moved on since `revision` or is back, NotThereError if there
    is none."""
    row = _row(session, plan_id)
    if row.deleted_at is None or not drop_over(session, PlanRow, plan_id, revision):
        raise StaleError("plan", _saved(row))


def _move(session: Session, plan_id: str, revision: int, aside: bool) -> PlanSummary:
    there = PlanRow.deleted_at.is_(None) if aside else PlanRow.deleted_at.is_not(None)
    if not save_over(session, PlanRow, plan_id, revision, {"deleted_at": utc_now() if aside else None}, there):
        _refuse(session, plan_id)
    return _summary(_row(session, plan_id))


def _refuse(session: Session, plan_id: str) -> None:
    row = _row(session, plan_id)
    raise StaleError("plan", _saved(row), gone=row.deleted_at is not None)
