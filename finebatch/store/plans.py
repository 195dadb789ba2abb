"""Plans, kept as they stand, with the doughs as they were when each was made."""

import uuid

from pydantic import AwareDatetime
from sqlalchemy import func, select, tuple_
from sqlalchemy.orm import Session

from ..core.base import Value
from ..core.bench import DoughSpec
from ..core.day import DayRequest, Plan
from .bodies import Body, Kind, body_of, read
from .pages import MOST_A_PAGE, after, cursor
from .revisions import NotThereError, StaleError, drop_over, save_over
from .tables import PlanRow, utc_now


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


class PlanPage(Value):
    """Some of the plans; `next` asks for what follows, `total` counts all."""

    plans: tuple[PlanSummary, ...]
    total: int
    next: str | None


def _saved(row: PlanRow) -> SavedPlan:
    request, _ = read(Kind.DAY_REQUEST, DayRequest, row.request)
    plan, _ = read(Kind.PLAN, Plan, row.body)
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
    if not save_over(session, PlanRow, plan_id, revision, values):
        raise StaleError("plan", get(session, plan_id))
    return get(session, plan_id)


def recent(session: Session, next: str | None = None, limit: int = MOST_A_PAGE) -> PlanPage:
    """The newest plans first, a page at a time."""
    total = session.scalar(select(func.count()).select_from(PlanRow)) or 0
    columns = (PlanRow.id, PlanRow.revision, PlanRow.title, PlanRow.created_at, PlanRow.starts_at, PlanRow.ends_at)
    query = select(*columns)
    place = after(next)
    if place:
        query = query.where(tuple_(PlanRow.created_at, PlanRow.id) < place)
    rows = session.execute(query.order_by(PlanRow.created_at.desc(), PlanRow.id.desc()).limit(limit + 1)).all()
    more = cursor(rows[limit - 1].created_at, rows[limit - 1].id) if len(rows) > limit else None
    plans = tuple(PlanSummary.model_validate(dict(row._mapping)) for row in rows[:limit])
    return PlanPage(plans=plans, total=total, next=more)


def get(session: Session, plan_id: str) -> SavedPlan:
    """One plan. NotThereError if there is none, UnreadableError if this version cannot read it."""
    return _saved(_row(session, plan_id))


def raw(session: Session, plan_id: str) -> Body:
    """What is stored of a plan, whether it can be read or not."""
    return dict(_row(session, plan_id).body)


def _row(session: Session, plan_id: str) -> PlanRow:
    row = session.get(PlanRow, plan_id)
    if row is None:
        raise NotThereError("plan")
    return row


def delete(session: Session, plan_id: str, revision: int) -> None:
    """Throw a plan away; it can be made again from its doughs at any time. StaleError if it has changed since `revision`,
    NotThereError if there is none."""
    _row(session, plan_id)
    if not drop_over(session, PlanRow, plan_id, revision):
        raise StaleError("plan", get(session, plan_id))
