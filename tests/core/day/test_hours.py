"""Hours that are not like the others: kept, and their edges."""

from datetime import UTC, datetime, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from finebatch.core.base.problems import Refusal
from finebatch.core.day.hours import HEATS_AGAIN_S, Hours, HoursKind
from finebatch.core.day.plan import Plan, make_plan
from finebatch.core.day.request import ClockFixes, DayRequest, DoughAsk
from finebatch.core.day.solver.search import Effort
from finebatch.core.day.spans import union, without
from finebatch.core.day.steps.step import Kind, Lane
from finebatch.core.kitchen.kitchen import Kitchen
from tests.kit import drop_dough

NOW = datetime(2026, 5, 2, 9, 0, tzinfo=UTC)
KITCHEN = Kitchen(rack_positions=2)
QUICK = Effort(shortest=0.3, calmest=0.05, tries=6)
lists = st.lists(st.tuples(st.integers(-50, 100), st.integers(-50, 100)), max_size=6)


def at(hour: float) -> datetime:
    return NOW.replace(hour=0) + timedelta(hours=hour)


def hours(kind: HoursKind, begin: float, end: float) -> Hours:
    return Hours(kind=kind, from_at=at(begin), to_at=at(end))


def planned(*special: Hours, when: ClockFixes = ClockFixes.START_AT, begin: float = 10) -> Plan:
    asked = DayRequest(doughs=(DoughAsk(dough_id="d", times=2),), when=when, at=at(begin), hours=special)
    return make_plan((drop_dough(name="Drops"),), KITCHEN, asked, NOW, QUICK)


def ticks(spans: object) -> set[int]:
    return {n for a, b in spans for n in range(max(0, a), b)}  # type: ignore[attr-defined]


@given(lists, lists)
def test_spans_are_put_together_and_taken_out(some: list[tuple[int, int]], others: list[tuple[int, int]]) -> None:
    assert ticks(union(some)) == ticks(some)
    assert ticks(without(some, others)) == ticks(some) - ticks(others)
    for found in (union(some), without(some, others)):
        assert all(a < b for a, b in found)
        assert list(found) == sorted(found)


def test_nobody_works_while_nobody_is_there_and_the_oven_is_left_to_supper() -> None:
    plan = planned(hours(HoursKind.AWAY, 11, 12.5), hours(HoursKind.OVEN, 13, 14))
    clock = [
        (step, plan.start + timedelta(seconds=step.start_s), plan.start + timedelta(seconds=step.end_s))
        for step in plan.steps
    ]
    for step, begin, end in clock:
        if step.place is Lane.HANDS:
            assert end <= at(11) or begin >= at(12.5), step.title
        if step.kind is Kind.BAKE:
            assert end <= at(13) or begin >= at(14) + timedelta(seconds=HEATS_AGAIN_S), step.title


def test_a_helper_helps_only_while_they_are_there() -> None:
    plan = planned(hours(HoursKind.HELPER, 11, 12))
    theirs = [step for step in plan.steps if step.person == 2]
    for step in theirs:
        assert at(11) <= plan.start + timedelta(seconds=step.start_s)
        assert plan.start + timedelta(seconds=step.end_s) <= at(12)
    assert plan.end <= planned().end


def test_to_be_ready_by_a_time_hours_are_kept_too() -> None:
    plan = planned(hours(HoursKind.OVEN, 15, 16), when=ClockFixes.READY_BY, begin=18)
    assert plan.end <= at(18)
    bakes = [step for step in plan.steps if step.kind is Kind.BAKE]
    assert all(
        plan.start + timedelta(seconds=step.end_s) <= at(15) or plan.start + timedelta(seconds=step.start_s) >= at(16) for step in bakes
    )  # fmt: skip


def test_hours_that_leave_no_room_are_named() -> None:
    with pytest.raises(Refusal) as refused:
        planned(hours(HoursKind.AWAY, 9, 17.9), when=ClockFixes.READY_BY, begin=18)
    assert refused.value.problem.field == "at"
    with pytest.raises(ValidationError, match="end before they begin"):
        hours(HoursKind.AWAY, 12, 11)
