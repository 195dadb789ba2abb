"""Bake-day plans."""

from datetime import UTC, datetime

from fastapi import APIRouter, BackgroundTasks, status
from pydantic import Field

from ..core.assess import assess
from ..core.day import DayRequest, PlanRefusedError, make_plan, solve
from ..core.value import Value
from ..store import SavedPlan, doughs, kitchen, plans
from ..store.plans import PlanSummary
from .deps import Transaction
from .problems import not_found, refused

router = APIRouter(prefix="/api/plans", tags=["plans"])


class PlanRequest(Value):
    """Which dough, and when."""

    dough_id: str = Field(max_length=40)
    day: DayRequest


@router.get("", operation_id="listPlans")
def list_plans(db: Transaction, after: BackgroundTasks) -> list[PlanSummary]:
    """The newest plans first. Whoever opens this place is about to plan: the solver loads once they are answered."""
    after.add_task(solve.load)
    return plans.recent(db)


@router.post("", operation_id="addPlan", status_code=status.HTTP_201_CREATED)
def add_plan(request: PlanRequest, db: Transaction) -> SavedPlan:
    """Make and keep the best plan for a saved dough in the saved kitchen; 422 at the field that stands in the way."""
    dough = doughs.get(db, request.dough_id)
    if dough is None:
        raise not_found("dough")
    place = kitchen.get(db).kitchen
    try:
        plan = make_plan(dough.spec, assess(dough.spec, place), place, request.day, datetime.now(UTC))
    except PlanRefusedError as error:
        raise refused(error.problem) from error
    return plans.add(db, dough.id, dough.spec, request.day, plan)


@router.get("/{plan_id}", operation_id="getPlan")
def get_plan(plan_id: str, db: Transaction) -> SavedPlan:
    """One plan."""
    found = plans.get(db, plan_id)
    if found is None:
        raise not_found("plan")
    return found


@router.delete("/{plan_id}", operation_id="deletePlan", status_code=status.HTTP_204_NO_CONTENT)
def delete_plan(plan_id: str, db: Transaction) -> None:
    """Throw a plan away."""
    if not plans.delete(db, plan_id):
        raise not_found("plan")
