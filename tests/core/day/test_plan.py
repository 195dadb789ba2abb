"""Bake-day plans: every plan keeps the kitchen's rules, and the checker would notice if one did not."""

import dataclasses
from datetime import UTC, datetime

import pytest
from hypothesis import assume, given, settings

from finebatch.core.day.byhand.byhand import by_hand
from finebatch.core.day.byhand.place import ANNEALED_FROM, first_plan
from finebatch.core.day.check import violations
from finebatch.core.day.plan import AT_ONCE, plan_of
from finebatch.core.day.solver.bounds import least_finish
from finebatch.core.day.solver.model import DayModel, NoSolutionError, in_order
from finebatch.core.day.solver.search import SPARE, Aim, Effort, NoPlanError, search
from finebatch.core.day.steps.step import Kind
from finebatch.core.day.texts import Texts
from finebatch.core.day.times import TICK_S, to_ticks
from finebatch.core.day.work.work import DayWork, Pin
from tests.day_kit import as_steps, days, fair, instances, simple, work_of

QUICK = Effort(shortest=0.15, calmest=0.05, tries=4)
NOON = datetime(2026, 5, 2, 12, 0, tzinfo=UTC)
INSTANCES = {one["name"]: one for one in instances()}


# --- the plan at once --------------------------------------------------------------------------------------------


@settings(max_examples=60)
@given(days())
def test_the_first_plan_keeps_every_rule_and_beats_no_bound(work: DayWork) -> None:
    t = to_ticks(work)
    table = first_plan(t, 3)
    assume(table is not None)
    assert violations(work, as_steps(work, table)) == []
    assert table.finish(t) >= least_finish(t)


@pytest.mark.parametrize("name", INSTANCES)
def test_the_first_plan_of_every_benchmark_day_is_sound(name: str) -> None:
    work = work_of(INSTANCES[name])
    t = to_ticks(work)
    table = first_plan(t, 0)
    assert table
    assert violations(work, as_steps(work, table)) == []
    known = INSTANCES[name]["known_60s_ticks"]
    # By hand, the next tray shaped while one bakes, takes longer; the best known plan bounds how much is lost.
    assert table.finish(t) * TICK_S / 60 <= 1.35 * known["best_makespan_min"]
    assert least_finish(t) * TICK_S / 60 <= known["best_makespan_min"]


# --- the solver --------------------------------------------------------------------------------------------------


@settings(max_examples=12, deadline=None)
@given(days())
def test_every_plan_of_the_solver_keeps_every_rule(work: DayWork) -> None:
    t = to_ticks(work)
    try:
        found = search(work, effort=QUICK)
    except NoPlanError:
        assume(False)
    assert violations(work, as_steps(work, found.timetable)) == []
    finish = found.timetable.finish(t)
    assert least_finish(t) <= finish
    assert found.bound <= finish
    # A few minutes longer than need be only for trays that go in together, and doughs that stand less.
    if found.proved:
        assert finish <= found.bound + SPARE
        assert search(work, effort=dataclasses.replace(QUICK, calmest=0.0)).timetable.finish(t) == found.bound
    first = first_plan(t, QUICK.tries)
    if first:
        assert finish <= first.finish(t) + SPARE
        # The bound holds for any plan, so for the heuristic's too.
        assert found.bound <= first.finish(t)


@pytest.mark.parametrize("name", ["small1", "small2", "small3"])
def test_small_benchmark_days_are_proved_and_no_longer_than_known(name: str) -> None:
    work = work_of(INSTANCES[name])
    found = search(work)
    t = to_ticks(work)
    assert found.proved
    assert violations(work, as_steps(work, found.timetable)) == []
    # The known figures are of whole minutes; half minutes round less up.
    assert found.timetable.finish(t) <= found.bound + SPARE
    assert found.bound * TICK_S / 60 <= INSTANCES[name]["known_60s_ticks"]["best_makespan_min"]


def test_the_same_day_gives_the_same_plan() -> None:
    work = work_of(INSTANCES["medium1"])
    effort = Effort(shortest=0.3, calmest=0.1, tries=6)
    assert search(work, effort=effort) == search(work, effort=effort)


def test_a_solver_out_of_time_still_gives_a_checked_plan_and_a_bound() -> None:
    work = work_of(INSTANCES["ml1"])
    found = search(work, effort=Effort(shortest=0.02, calmest=0.01, tries=2))
    assert not found.proved
    assert violations(work, as_steps(work, found.timetable)) == []
    assert 0 < found.bound < found.timetable.finish(to_ticks(work))


def test_a_heuristic_plan_satisfies_the_model_at_its_own_length() -> None:
    """The model and the heuristic read the rules alike: fixed to the heuristic's length, there is a solution."""
    work = work_of(INSTANCES["medium2"])
    t = to_ticks(work)
    table = first_plan(t, 4)
    assert table
    model = DayModel(t, table.finish(t))
    model.suggest(table)
    found, _, _ = model.run(1.0)
    assert found.finish(t) <= table.finish(t)


def test_alike_loads_are_renamed_not_moved() -> None:
    work = work_of(INSTANCES["medium1"])
    t = to_ticks(work)
    table = first_plan(t, 4)
    assert table
    ordered = in_order(t, table)
    assert sorted(x.load for x in ordered.loads) == sorted(x.load for x in table.loads)
    assert violations(work, as_steps(work, ordered)) == []


def test_no_solution_is_never_read() -> None:
    t = to_ticks(work_of(INSTANCES["small1"]))
    with pytest.raises(NoSolutionError) as caught:
        DayModel(t, 100).run(0.5)
    assert caught.value.proved


def test_by_hand_is_longer_than_the_plan_of_several_doughs() -> None:
    for name in ("medium1", "medium2", "medium3"):
        work = work_of(INSTANCES[name])
        hand = by_hand(work)
        assert hand
        t = to_ticks(work)
        best = first_plan(t, 20)
        assert best
        assert hand > best.finish(t) - best.begin(t)


# --- the clock ---------------------------------------------------------------------------------------------------


def test_the_latest_start_ends_by_the_deadline_and_begins_later_than_at_once() -> None:
    work = simple().model_copy(update={"deadline_s": 8 * 3600, "closed": ((5 * 3600, 6 * 3600),)})
    t = to_ticks(work)
    found = search(work, Aim.LATEST, Effort(shortest=0.5, calmest=0.2, tries=4))
    assert found.timetable.finish(t) <= t.deadline
    assert found.timetable.begin(t) > 3600 // TICK_S
    assert violations(work, as_steps(work, found.timetable)) == []


def test_a_deadline_that_cannot_be_met_is_proved_so() -> None:
    work = simple().model_copy(update={"deadline_s": 3600})
    with pytest.raises(NoPlanError) as caught:
        search(work, Aim.LATEST, QUICK)
    assert caught.value.proved


def test_an_oven_empty_for_long_is_heated_again() -> None:
    pins = (Pin(what="load", index=0, at_s=4200), Pin(what="load", index=1, at_s=4200 + 3 * 3600))
    work = simple(2).model_copy(update={"pins": pins})
    steps = as_steps(work, search(work, effort=QUICK).timetable)
    (again,) = [step for step in steps if step.kind is Kind.OVEN_CHANGE]
    assert again.title.startswith("Heat the oven again")
    assert again.end_s - again.start_s == work.room.preheat_s
    assert again.end_s == pins[1].at_s
    assert violations(work, steps) == []


def test_a_chilled_dough_waits_out_the_night() -> None:
    work = simple()
    dough = work.doughs[0].model_copy(update={"chill_s": 8 * 3600, "chill_max_s": 48 * 3600})
    night = work.model_copy(update={"doughs": (dough,), "closed": ((2 * 3600, 11 * 3600),)})
    found = search(night, effort=QUICK)
    times = found.timetable.doughs[0]
    assert (times.mix + 10) * TICK_S <= 2 * 3600
    assert times.out * TICK_S >= 11 * 3600 - TICK_S or times.out * TICK_S >= 8 * 3600
    assert min(load.shape[0] for load in found.timetable.loads) * TICK_S >= 11 * 3600


@pytest.mark.parametrize("name", ["small1", "medium1", "medium3"])
def test_loads_are_numbered_as_they_go_into_the_oven(name: str) -> None:
    work = work_of(INSTANCES[name])
    # Numbered backwards, so that leaving them as they are would not do.
    numbers = {dough: sum(load.dough == dough for load in work.loads) for dough in range(len(work.doughs))}
    loads = []
    for load in work.loads:
        loads.append(load.model_copy(update={"name": f"Dough {load.dough} {numbers[load.dough]} of 9"}))
        numbers[load.dough] -= 1
    work = work.model_copy(update={"loads": tuple(loads)})
    table = first_plan(to_ticks(work), 0)
    assert table
    words = tuple(Texts(shape="Shape") for _ in work.loads)
    plan = plan_of(work, words, NOON, table, 0, False, Aim.SOONEST)
    going_in: dict[int, list[tuple[int, int]]] = {}
    for load, times in zip(plan.work.loads, plan.table.loads, strict=True):
        going_in.setdefault(load.dough, []).append((times.load, int(load.name.split(" ")[-3])))
    for each in going_in.values():
        assert [number for _, number in sorted(each)] == list(range(1, len(each) + 1))


def test_a_fair_of_many_loads_is_planned_without_the_solver_and_checked() -> None:
    work = fair(70)
    t = to_ticks(work)
    first = search(work, effort=AT_ONCE).timetable
    found = search(work, effort=Effort(shortest=1.0, calmest=0.1, tries=ANNEALED_FROM))
    assert violations(work, as_steps(work, found.timetable)) == []
    assert not found.proved
    assert least_finish(t) <= found.bound <= found.timetable.finish(t) <= first.finish(t)
