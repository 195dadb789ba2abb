"""Plans, kept as they were made."""

import uuid

from pydantic import AwareDatetime
from sqlalchemy import select
from sqlalchemy.orm import Session

from ..core.assess import DoughSpec
from ..core.day import DayRequest, Plan
from ..core.value import Value
from .tables import PlanRow, utc_now


class SavedPlan(Value):
    """A plan with what was asked and the dough as it stood."""

    id: str
    dough_id: str
    dough_name: str
    created_at: AwareDatetime
    request: DayRequest
    plan: Plan


class PlanSummary(Value):
    """A plan in a list."""

    id: str
    dough_id: str
    dough_name: str
    created_at: AwareDatetime
    starts_at: AwareDatetime
    ends_at: AwareDatetime


def _saved(row: PlanRow) -> SavedPlan:
    return SavedPlan(
        id=row.id,
        dough_id=row.dough_id,
        dough_name=row.dough_name,
        created_at=row.created_at,
        request=DayRequest.model_validate(row.request),
        plan=Plan.model_validate(row.body),
    )


def add(session: Session, dough_id: str, spec: DoughSpec, request: DayRequest, plan: Plan) -> SavedPlan:
    """Keep a plan."""
    row = PlanRow(
        id=uuid.uuid4().hex,
        dough_id=dough_id,
        dough_name=spec.name,
        created_at=utc_now(),
        starts_at=plan.start,
        ends_at=plan.end,
        dough=spec.model_dump(mode="json"),
        request=request.model_dump(mode="json"),
        body=plan.model_dump(mode="json"),
    )
    session.add(row)
    session.flush()
    return _saved(row)


def recent(session: Session, limit: int = 50) -> list[PlanSummary]:
    """The newest plans first."""
    columns = (PlanRow.id, PlanRow.dough_id, PlanRow.dough_name, PlanRow.created_at, PlanRow.starts_at, PlanRow.ends_at)
    rows = session.execute(select(*columns).order_by(PlanRow.created_at.desc()).limit(limit))
    return [PlanSummary.model_validate(dict(row._mapping)) for row in rows]


def get(session: Session, plan_id: str) -> SavedPlan | None:
    """One plan, or None."""
    row = session.get(PlanRow, plan_id)
    return _saved(row) if row else None


def delete(session: Session, plan_id: str) -> bool:
    """Throw a plan away; whether there was one. It can be made again from its dough at any time."""
    row = session.get(PlanRow, plan_id)
    if row is None:
        return False
    session.delete(row)
    return True
