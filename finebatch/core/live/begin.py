"""How a planned day begins to be run: now, or at its time; and what of it is over already when one begins in the middle."""

from datetime import datetime, timedelta
from enum import StrEnum

from ..base import refusal
from ..day import Plan, earlier
from .brief import Brief
from .events import Did, Happened
from .facts import facts_of
from .marks import begun
from .undone import to_do

ROOM_BEFORE = (
    12 * 120
)  # ticks: what was done may have taken longer than planned, and so have begun before the plan does
LONGEST_WAIT = timedelta(hours=36)


class When(StrEnum):
    """When the day begins."""

    NOW = "now"
    AS_PLANNED = "as_planned"


def begun_plan(plan: Plan, when: When, now: datetime) -> Plan:
    """The plan as it begins to be run. Raises Refusal where it is over, or too far off."""
    if when is When.AS_PLANNED:
        if plan.end < now:
            raise refusal("begin", "By its plan this day is over. Begin it now, or plan it anew.")
        if plan.start - now > LONGEST_WAIT:
            raise refusal("begin", "This day is still far off. Begin it now, or come back on its day.")
        return _roomy(plan)
    by_clock = plan.work.closed or plan.work.lone or plan.work.oven_off
    if by_clock and not plan.start - timedelta(hours=1) <= now <= plan.end:
        raise refusal(
            "begin", "This day has hours of its own, in which nobody or no oven is there. Plan it anew for now."
        )
    shift = timedelta(0) if by_clock else now.replace(microsecond=0) - plan.start
    moved = {"start": plan.start + shift, "end": plan.end + shift, "origin": plan.origin + shift}
    return _roomy(plan.model_copy(update=moved))


def _roomy(plan: Plan) -> Plan:
    fresh = {"told": "", "moved": (), "overstepped": (), "done_before_s": 0, "helps": None}
    return earlier(plan, ROOM_BEFORE).model_copy(update=fresh)


def over_by_plan(brief: Brief, now: datetime) -> tuple[Happened, ...]:
    """Everything that by the plan is over at `now`, as if it had been told when it was due."""
    running = begun(brief.plan)
    past = [one for one in to_do(running, facts_of(brief, ())) if one.ends_at <= now]
    return tuple(
        Happened(key=f"by-plan-{n:04d}", at=one.ends_at, event=Did(marks=one.marks), late=True)
        for n, one in enumerate(past)
    )
