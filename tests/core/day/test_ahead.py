"""What goes ahead of the rest: baked before anything else is begun, with time to wash between."""

from datetime import timedelta

import pytest
from hypothesis import assume, given, settings

from finebatch.core.day.byhand.byhand import by_hand
from finebatch.core.day.change import TimeLost
from finebatch.core.day.check import violations
from finebatch.core.day.plan import Plan
from finebatch.core.day.repair.repair import repaired
from finebatch.core.day.solver.bounds import least_finish
from finebatch.core.day.steps.step import Kind
from finebatch.core.day.times import to_ticks
from finebatch.core.day.work.work import WASH_UP_S, DayWork
from tests.day_kit import as_steps, days, planned, simple


def two_doughs(ahead: int | None) -> DayWork:
    """Drops and rounds, two loads of each; one of them goes ahead, or none."""
    one = simple(2)
    doughs = tuple(
        one.doughs[0].model_copy(update={"name": name, "ahead": d == ahead})
        for d, name in enumerate(("Drops", "Rounds"))
    )
    loads = tuple(
        load.model_copy(update={"dough": d, "name": f"{doughs[d].name} {n}"})
        for d in range(2)
        for n, load in enumerate(one.loads)
    )
    return one.model_copy(update={"doughs": doughs, "loads": loads})


def begun(plan: Plan, kind: Kind, dough: int) -> list[int]:
    loads = plan.work.loads
    return [
        step.start_s
        for step in plan.steps
        if step.kind is kind and (step.dough == dough if step.load is None else loads[step.load].dough == dough)
    ]


@pytest.mark.parametrize("ahead", [0, 1])
def test_nothing_else_is_begun_before_it_is_off_and_all_is_washed(ahead: int) -> None:
    plan = planned(two_doughs(ahead))
    other = 1 - ahead
    shaped = max(
        step.end_s
        for step in plan.steps
        if step.kind is Kind.FORM and step.load is not None and plan.work.loads[step.load].dough == ahead
    )
    off = max(
        step.end_s
        for step in plan.steps
        if step.kind is Kind.TRANSFER and step.load is not None and plan.work.loads[step.load].dough == ahead
    )
    assert min(begun(plan, Kind.WEIGH, other)) >= shaped + WASH_UP_S
    assert min(begun(plan, Kind.FORM, other)) >= off + WASH_UP_S
    assert any("wash bowls" in caution for caution in plan.cautions)


def test_where_all_go_ahead_or_none_nothing_is_said_and_nothing_waits() -> None:
    none = two_doughs(None)
    all_of_them = none.model_copy(update={"doughs": tuple(d.model_copy(update={"ahead": True}) for d in none.doughs)})
    first, second = planned(none), planned(all_of_them)
    assert not first.cautions
    assert not second.cautions
    assert first.end - first.start == second.end - second.start


@pytest.mark.parametrize(
    ("kind", "says"),
    [(Kind.WEIGH, "is weighed before what goes ahead"), (Kind.FORM, "is shaped before what goes ahead")],
)
def test_the_check_finds_what_was_begun_too_soon(kind: Kind, says: str) -> None:
    plan = planned(two_doughs(0))
    assert violations(plan.work, plan.steps) == []
    first = min(
        (
            s
            for s in plan.steps
            if s.kind is kind and (s.dough == 1 if s.load is None else plan.work.loads[s.load].dough == 1)
        ),
        key=lambda s: s.start_s,
    )
    by = first.start_s - 60
    moved = tuple(
        s.model_copy(update={"start_s": s.start_s - by, "end_s": s.end_s - by}) if s == first else s for s in plan.steps
    )
    assert any(says in broken for broken in violations(plan.work, moved))


def test_it_still_goes_ahead_when_the_day_goes_otherwise() -> None:
    plan = planned(two_doughs(0))
    later = repaired(plan, TimeLost(minutes=20), plan.start + timedelta(minutes=5))
    assert violations(later.work, later.steps) == []
    assert min(begun(later, Kind.WEIGH, 1)) > max(begun(later, Kind.FORM, 0))


@settings(max_examples=25, deadline=None)
@given(days())
def test_no_plan_is_shorter_than_its_bound_nor_by_hand_unsound(work: DayWork) -> None:
    assume(all(load.also is None for load in work.loads))  # both halves of a tray go ahead, or none
    work = work.model_copy(update={"doughs": (work.doughs[0].model_copy(update={"ahead": True}), *work.doughs[1:])})
    plan = planned(work)
    assert violations(work, as_steps(work, plan.table)) == []
    assert plan.table.finish(to_ticks(work)) >= least_finish(to_ticks(work))
    by_hand(work)  # finds a way, or none, and never loses its own
