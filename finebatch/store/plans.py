"""Plans, kept as they stand, with the doughs as they were when each was made."""

import uuid

from pydantic import AwareDatetime
from sqlalchemy import select, update
from sqlalchemy.orm import Session

from ..core.assess import DoughSpec
from ..core.day import DayRequest, Plan
from ..core.value import Value
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
    title: str
    created_at: AwareDatetime
    starts_at: AwareDatetime
    ends_at: AwareDatetime


def _saved(row: PlanRow) -> SavedPlan:
    return SavedPlan(
        id=row.id,
        revision=row.revision,
        title=row.title,
        created_at=row.created_at,
        request=DayRequest.model_validate(row.request),
        plan=Plan.model_validate(row.body),
    )


def add(session: Session, specs: tuple[DoughSpec, ...], request: DayRequest, plan: Plan) -> SavedPlan:
    """Keep a plan."""
    names = [spec.name for spec in specs]
    row = PlanRow(
        id=uuid.uuid4().hex,
        revision=1,
        title=names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}",
        created_at=utc_now(),
        starts_at=plan.start,
        ends_at=plan.end,
        doughs=[spec.model_dump(mode="json") for spec in specs],
        request=request.model_dump(mode="json"),
        body=plan.model_dump(mode="json"),
    )
    session.add(row)
    session.flush()
    return _saved(row)


def change(session: Session, plan_id: str, revision: int, plan: Plan) -> SavedPlan | None:
    """Keep a changed plan over the one of that revision; None if it has changed since, or is gone."""
    values = {
        "revision": revision + 1,
        "starts_at": plan.start,
        "ends_at": plan.end,
        "body": plan.model_dump(mode="json"),
    }
    changed = session.execute(
        update(PlanRow).where(PlanRow.id == plan_id, PlanRow.revision == revision).values(values).returning(PlanRow.id)
    ).scalar_one_or_none()
    session.expire_all()
    return get(session, plan_id) if changed else None


def recent(session: Session, limit: int = 50) -> list[PlanSummary]:
    """The newest plans first."""
    columns = (PlanRow.id, PlanRow.title, PlanRow.created_at, PlanRow.starts_at, PlanRow.ends_at)
    rows = session.execute(select(*columns).order_by(PlanRow.created_at.desc()).limit(limit))
    return [PlanSummary.model_validate(dict(row._mapping)) for row in rows]


def get(session: Session, plan_id: str) -> SavedPlan | None:
    """One plan, or None."""
    row = session.get(PlanRow, plan_id)
    return _saved(row) if row else None


def delete(session: Session, plan_id: str) -> bool:
    """Throw a plan away; whether there was one. It can be made again from its doughs at any time."""
    row = session.get(PlanRow, plan_id)
    if row is None:
        return False
    session.delete(row)
    return True
