"""Bake-day plans: made, kept, changed in mid-day, looked on for, and taken out of the app."""

from datetime import UTC, datetime

from fastapi import APIRouter, BackgroundTasks, Response, status
from pydantic import AwareDatetime, Field

from ..core.day import (
    Change,
    DayRequest,
    Pace,
    PlanRefusedError,
    Saving,
    better_plan,
    make_plan,
    paces_of,
    repaired,
    savings_of,
)
from ..core.problems import stop
from ..core.value import Value
from ..formats.calendar import plan_to_csv, to_icalendar
from ..store import SavedPlan, doughs, kitchen, plans
from ..store.plans import PlanSummary
from .deps import Transaction
from .problems import ApiProblemError, not_found, refused
from .solving import LOOKING_ON, SOLVER, StoppedError

router = APIRouter(prefix="/api/plans", tags=["plans"])


class ChangeRequest(Value):
    """A change of mind. `revision` is the plan's the baker looked at; `now`, where given, stands for the server's clock."""

    revision: int = Field(ge=1)
    change: Change
    now: AwareDatetime | None = None


class LookOn(Value):
    """How long to look for a shorter plan."""

    seconds: float = Field(default=20.0, ge=1, le=120)


@router.get("", operation_id="listPlans")
def list_plans(db: Transaction, after: BackgroundTasks) -> list[PlanSummary]:
    """The newest plans first. Whoever opens this place is about to plan: the solver loads once they are answered."""
    after.add_task(SOLVER.run, len, ())
    return plans.recent(db)


@router.get("/paces", operation_id="listPaces")
def list_paces(db: Transaction) -> tuple[Pace, ...]:
    """How long each step takes in this kitchen; the baker's own times are kept in the kitchen."""
    return paces_of(kitchen.get(db).kitchen)


@router.post("", operation_id="addPlan", status_code=status.HTTP_201_CREATED)
def add_plan(request: DayRequest, db: Transaction) -> SavedPlan:
    """Make and keep the best plan for saved doughs in the saved kitchen; 422 at the field that stands in the way."""
    found = [doughs.get(db, asked.dough_id) for asked in request.doughs]
    if any(dough is None for dough in found):
        raise not_found("dough")
    specs = tuple(dough.spec for dough in found if dough is not None)
    place = kitchen.get(db).kitchen
    try:
        plan = SOLVER.run(make_plan, specs, place, request, datetime.now(UTC))
    except PlanRefusedError as error:
        raise refused(error.problem) from error
    return plans.add(db, specs, request, plan)


@router.get("/{plan_id}", operation_id="getPlan")
def get_plan(plan_id: str, db: Transaction) -> SavedPlan:
    """One plan."""
    return _found(db, plan_id)


@router.delete("/{plan_id}", operation_id="deletePlan", status_code=status.HTTP_204_NO_CONTENT)
def delete_plan(plan_id: str, db: Transaction) -> None:
    """Throw a plan away."""
    if not plans.delete(db, plan_id):
        raise not_found("plan")


@router.post("/{plan_id}/changes", operation_id="changePlan")
def change_plan(plan_id: str, request: ChangeRequest, db: Transaction) -> SavedPlan:
    """The plan made again around what is done and under way, with as few changes as possible; what moved is said in it."""
    saved = _found(db, plan_id)
    if saved.revision != request.revision:
        raise _changed_meanwhile()
    try:
        plan = SOLVER.run(repaired, saved.plan, request.change, request.now or datetime.now(UTC))
    except PlanRefusedError as error:
        raise refused(error.problem) from error
    return _kept(db, saved, plan)


@router.post("/{plan_id}/savings", operation_id="planSavings")
def plan_savings(plan_id: str, db: Transaction) -> tuple[Saving, ...]:
    """What one more tray, rack or helper would save."""
    return SOLVER.run(savings_of, _found(db, plan_id).plan)


@router.post("/{plan_id}/search", operation_id="lookOn")
def look_on(plan_id: str, request: LookOn, db: Transaction) -> SavedPlan:
    """Look for a shorter plan for so many seconds; the plan as it is where none is found, or the search is stopped."""
    saved = _found(db, plan_id)
    try:
        plan = LOOKING_ON.run(better_plan, saved.plan, request.seconds)
    except StoppedError:
        return saved
    return saved if plan == saved.plan else _kept(db, saved, plan)


@router.delete("/{plan_id}/search", operation_id="stopLooking", status_code=status.HTTP_204_NO_CONTENT)
def stop_looking(plan_id: str, db: Transaction) -> None:
    """Stop looking on."""
    _found(db, plan_id)
    LOOKING_ON.stop()


@router.get(
    "/{plan_id}/calendar",
    operation_id="planCalendar",
    response_class=Response,
    responses={200: {"content": {"text/calendar": {}}}},
)
def plan_calendar(plan_id: str, db: Transaction) -> Response:
    """The plan as a calendar with alarms."""
    saved = _found(db, plan_id)
    named = {"Content-Disposition": 'attachment; filename="bake-day.ics"'}
    return Response(
        to_icalendar(saved.plan, saved.title, saved.id, saved.created_at), media_type="text/calendar", headers=named
    )


@router.get(
    "/{plan_id}/table",
    operation_id="planTable",
    response_class=Response,
    responses={200: {"content": {"text/csv": {}}}},
)
def plan_table(plan_id: str, db: Transaction) -> Response:
    """The plan as a table."""
    named = {"Content-Disposition": 'attachment; filename="bake-day.csv"'}
    return Response(plan_to_csv(_found(db, plan_id).plan), media_type="text/csv; charset=utf-8", headers=named)


def _found(db: Transaction, plan_id: str) -> SavedPlan:
    found = plans.get(db, plan_id)
    if found is None:
        raise not_found("plan")
    return found


def _changed_meanwhile() -> ApiProblemError:
    return refused(stop("revision", "This plan has changed meanwhile, on another screen. Look at it anew."))


def _kept(db: Transaction, saved: SavedPlan, plan: object) -> SavedPlan:
    kept = plans.change(db, saved.id, saved.revision, plan)  # type: ignore[arg-type]
    if kept is None:
        raise _changed_meanwhile()
    return kept
