"""Looking on: for every kind of plan, from what there is, told as it goes."""

from datetime import UTC, datetime, timedelta

import pytest

from finebatch.core.day import better
from finebatch.core.day.better import BEGUN_FROM, STAYS_TICKS, Search, better_plan, helped
from finebatch.core.day.change import Pinned
from finebatch.core.day.check import violations
from finebatch.core.day.plan import AT_ONCE, BUFFER_S, Plan, make_plan
from finebatch.core.day.repair.repair import repaired
from finebatch.core.day.request import ClockFixes, DayRequest, DoughAsk
from finebatch.core.day.solver import search as searching
from finebatch.core.day.solver.search import SPARE, Aim, Effort, search
from finebatch.core.day.steps.step import Lane
from finebatch.core.day.times import TICK_S, to_ticks
from finebatch.core.day.work.work import PinPoint
from finebatch.core.kitchen.kitchen import Kitchen
from tests.day_kit import as_steps, fair, instances, simple, work_of
from tests.kit import cut_dough, drop_dough

NOW = datetime(2026, 5, 2, 9, 0, tzinfo=UTC)
KITCHEN = Kitchen(rack_positions=2)
TWO = (drop_dough(name="Drops"), cut_dough(name="Rounds"))
INSTANCES = {one["name"]: one for one in instances()}
SOON = Search(seconds=1.0)


@pytest.fixture(autouse=True)
def _quick(monkeypatch: pytest.MonkeyPatch) -> None:
    """What is tested holds however long it is looked."""
    for module in (better, searching):
        monkeypatch.setattr(module, "effort_for", lambda loads: Effort(shortest=0.2, calmest=0.05, tries=8))
    monkeypatch.setattr(better, "LONG_CALM", 0.05)


def made(when: ClockFixes = ClockFixes.SOONEST, **asked: object) -> Plan:
    asks = tuple(DoughAsk(dough_id=spec.name) for spec in TWO)
    at = asked.pop("at", NOW)
    request = DayRequest(doughs=asks, when=when, at=at, racks=2, **asked)  # type: ignore[arg-type]
    return make_plan(TWO, KITCHEN, request, NOW, AT_ONCE)


def length(plan: Plan) -> timedelta:
    return plan.end - plan.start


def test_the_first_plan_stands_without_the_solver_and_is_replaced_as_better_ones_come() -> None:
    first = made()
    told: list[Plan] = []
    best = better_plan(first, ClockFixes.SOONEST, Search(), NOW, told.append)
    assert [length(plan) for plan in told] == sorted((length(plan) for plan in told), reverse=True)
    assert all(length(plan) < length(first) for plan in told)
    assert length(best) <= length(first) + timedelta(seconds=SPARE * TICK_S)
    assert best == better_plan(first, ClockFixes.SOONEST, Search(), NOW)  # the same day, the same plan
    assert best.start == first.start or best.origin == first.origin


def test_of_a_day_that_is_to_be_ready_the_end_stays_and_of_one_that_starts_the_beginning() -> None:
    by = NOW + timedelta(hours=9)
    ready = made(ClockFixes.READY_BY, at=by)
    assert better_plan(ready, ClockFixes.READY_BY, Search(), NOW).end == ready.end
    starts = made(ClockFixes.START_AT, at=NOW + timedelta(hours=1))
    assert better_plan(starts, ClockFixes.START_AT, Search(), NOW).origin == starts.origin


def test_a_day_that_only_a_shorter_plan_makes_in_time_is_not_refused_at_once() -> None:
    request = DayRequest(
        doughs=tuple(DoughAsk(dough_id=spec.name) for spec in TWO),
        when=ClockFixes.START_AT,
        at=NOW + timedelta(hours=1),
        racks=2,
    )
    first = make_plan(TWO, KITCHEN, request, NOW, AT_ONCE)
    best = make_plan(TWO, KITCHEN, request, NOW)
    assert length(best) < length(first)
    between = NOW + (length(first) + length(best)) / 2 + timedelta(seconds=BUFFER_S)
    in_time = made(ClockFixes.READY_BY, at=between)
    assert in_time.start >= NOW
    assert length(in_time) < length(first)


def test_with_hours_of_rest_a_later_beginning_is_looked_for() -> None:
    closed = {"from_min": 21 * 60, "to_min": 8 * 60, "zone": "Europe/Berlin"}
    first = made(ClockFixes.READY_BY, at=NOW + timedelta(hours=30), closed=closed)
    best = better_plan(first, ClockFixes.READY_BY, SOON, NOW)
    assert best.start >= first.start
    assert best.end <= NOW + timedelta(hours=30)
    assert best.start > first.start or best.proved


def test_what_is_pinned_stays_pinned() -> None:
    first = made()
    load = min(range(len(first.work.loads)), key=lambda i: first.table.loads[i].load)
    at = first.origin + timedelta(seconds=(first.table.loads[load].load + 20) * TICK_S)
    pinned = repaired(first, Pinned(what=PinPoint.LOAD, index=load, at=at), NOW)
    best = better_plan(pinned, ClockFixes.SOONEST, SOON, NOW)
    assert best.table.loads[load].load == round((at - best.origin).total_seconds() / TICK_S)
    assert length(best) <= length(pinned)


def test_of_a_day_under_way_what_began_stays_and_what_begins_at_once() -> None:
    first = made()
    now = first.start + length(first) / 3
    best = better_plan(first, ClockFixes.SOONEST, SOON, now)
    soon = now + timedelta(seconds=(STAYS_TICKS - 1) * TICK_S)

    def begun(plan: Plan) -> list[tuple[object, ...]]:
        return sorted(
            (step.kind.value, step.load or 0, step.dough or 0, plan.start + timedelta(seconds=step.start_s))
            for step in plan.steps
            if step.place is Lane.HANDS and plan.start + timedelta(seconds=step.start_s) <= soon
        )

    assert begun(best) == begun(first)
    gain = (first.end - best.end).total_seconds() / TICK_S
    assert best == first or gain >= BEGUN_FROM
    if best != first:
        assert best.moved


def test_trays_of_a_dough_go_in_together_where_that_costs_little() -> None:
    quick = tuple(load.model_copy(update={"shape_s": 60}) for load in simple(4).loads)
    t = to_ticks(work := simple(4, ovens=(2,)).model_copy(update={"loads": quick}))
    shortest = search(work, effort=Effort(shortest=0.5, calmest=0.0, tries=6)).timetable
    calm = search(work, effort=Effort(shortest=0.5, calmest=0.5, tries=6)).timetable

    def together(table: object) -> int:
        loads = sorted(times.load for times in table.loads)  # type: ignore[attr-defined]
        return sum(1 for a, b in zip(loads[::2], loads[1::2], strict=True) if b - a <= max(t.unload, 2))

    assert together(calm) == 2
    assert calm.finish(t) <= shortest.finish(t) + SPARE


def test_a_whipped_batter_is_used_up_before_it_falls_where_another_dough_can_wait() -> None:
    work = work_of(INSTANCES["small2"])
    batter = max(range(len(work.doughs)), key=lambda d: sum(1 for load in work.loads if load.dough == d))
    plain = tuple(
        dough.model_copy(update={"chill_s": 0, "chill_max_s": 0, "stands_s": 1800 if d == batter else 0})
        for d, dough in enumerate(work.doughs)
    )
    one_rack = work.room.model_copy(update={"ovens": (1,)})
    work = work.model_copy(update={"doughs": plain, "room": one_rack})
    t = to_ticks(work)
    assert t.doughs[batter].falls

    def stood(calmest: float) -> int:
        table = search(work, effort=Effort(shortest=0.5, calmest=calmest, tries=6)).timetable
        mine = [i for i, load in enumerate(t.loads) if load.dough == batter and load.after_log is None]
        return max(table.loads[i].shape[-1] + t.loads[i].shape[-1] for i in mine) - table.doughs[batter].out

    assert stood(0.5) <= stood(0.0)


def test_halves_of_a_batter_that_falls_are_planned() -> None:
    plain = simple(3)
    batter = plain.doughs[0].model_copy(update={"stands_s": 1800})
    loads = tuple(load.model_copy(update={"also": 1}) for load in plain.loads)
    halves = plain.model_copy(
        update={"doughs": (batter, batter.model_copy(update={"name": "Drops B"})), "loads": loads}
    )
    table = search(halves, effort=Effort(shortest=0.2, calmest=0.1, tries=6)).timetable
    assert violations(halves, as_steps(halves, table)) == []


def test_what_would_help_is_measured_and_kept_with_the_plan() -> None:
    plan = made()
    assert plan.helps is None
    helps = helped(plan).helps
    assert helps
    assert {"one more tray", "a second pair of hands"} <= {one.label for one in helps}
    chilled = next((dough for dough in plan.work.doughs if dough.chill_s >= 3600), None)
    assert any(one.label.startswith("30 min less in the fridge") for one in helps) == (chilled is not None)


@pytest.mark.parametrize("aim", list(Aim))
def test_processor_time_ends_a_search_with_a_plan(aim: Aim) -> None:
    work = work_of(INSTANCES["ml1"])
    if aim is Aim.LATEST:
        work = work.model_copy(update={"deadline_s": 20 * 3600})
    found = search(work, aim, Effort(shortest=0.8, calmest=0.2, tries=2, seconds=1.0))
    assert found.timetable.finish(to_ticks(work)) > 0


def test_a_very_long_day_is_looked_on_at_without_the_solver_from_where_it_is() -> None:
    work = fair(61)
    t = to_ticks(work)
    known = search(work, effort=AT_ONCE).timetable
    found = search(work, effort=Effort(shortest=1.0, calmest=0.0, tries=4, seconds=3.0), known=known)
    assert found.timetable.finish(t) < known.finish(t)
    assert violations(work, as_steps(work, found.timetable)) == []
