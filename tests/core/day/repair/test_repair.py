"""A change of mind: repairs, what is pinned, and what cannot be."""

from datetime import datetime, timedelta

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.base.problems import Refusal
from finebatch.core.day.byhand.place import first_plan
from finebatch.core.day.change import (
    AnyChange,
    BakesLonger,
    DoughDropped,
    DoughNotReady,
    HelperComes,
    HelperGoes,
    OvenSlower,
    Pinned,
    TimeLost,
    TrayBroken,
)
from finebatch.core.day.check import violations
from finebatch.core.day.plan import Plan
from finebatch.core.day.repair.around import SAME_END_S, shifted, tick_of
from finebatch.core.day.repair.repair import repaired
from finebatch.core.day.solver.search import Effort
from finebatch.core.day.steps.step import Kind
from finebatch.core.day.times import TICK_S, to_ticks
from finebatch.core.day.work.work import LostTray
from tests.day_kit import as_steps, instances, planned, simple, work_of

INSTANCES = {one["name"]: one for one in instances()}


# --- a change of mind --------------------------------------------------------------------------------------------


@pytest.mark.parametrize("name", ["medium3", "ml1", "party1"])
@pytest.mark.parametrize("share", [0.35, 0.6, 0.8])
def test_larger_days_are_repaired_too(name: str, share: float) -> None:
    """A slow oven shifts ends and half times of what is in it; none may then fall together."""
    plan = planned(work_of(INSTANCES[name]), Effort(shortest=0.05, calmest=0.02, tries=2))
    now = at(plan, share)
    slower = repaired(plan, OvenSlower(percent=15), now)
    lost = repaired(slower, TimeLost(minutes=25), now + timedelta(minutes=6))
    assert lost.end > now
    assert all(new.bake_s >= old.bake_s for old, new in zip(plan.work.loads, slower.work.loads, strict=True))


MEDIUM = planned(work_of(INSTANCES["medium1"]), Effort(shortest=0.4, calmest=0.1, tries=8))
changes = st.one_of(
    st.builds(BakesLonger, load=st.integers(0, 9), minutes=st.floats(1, 20)),
    st.builds(OvenSlower, percent=st.floats(1, 30)),
    st.builds(TimeLost, minutes=st.floats(5, 120)),
    st.just(TrayBroken(tray="sheet")),
    st.builds(DoughDropped, dough=st.integers(0, 2)),
)


def at(plan: Plan, share: float) -> datetime:
    return plan.start + (plan.end - plan.start) * share


@settings(max_examples=14, deadline=None)
@given(changes, st.floats(0.02, 0.95))
def test_a_repair_always_answers_and_leaves_what_is_done(change: AnyChange, share: float) -> None:
    """plan_of puts every repair through the checker: a hard rule broken would raise."""
    now = at(MEDIUM, share)
    plan = repaired(MEDIUM, change, now)
    before = {(s.title, s.kind): MEDIUM.start + timedelta(seconds=s.start_s) for s in MEDIUM.steps}
    if isinstance(change, DoughDropped):
        return
    for step in plan.steps:
        began = plan.start + timedelta(seconds=step.start_s)
        was = before.get((step.title, step.kind))
        if was is not None and was < now - timedelta(minutes=1) and step.kind in (Kind.WEIGH, Kind.MIX, Kind.LOAD):
            assert began == was
    assert plan.work.room == MEDIUM.work.room


@settings(max_examples=3, deadline=None)
@given(st.sampled_from(["medium2", "ml2"]), st.lists(st.one_of(
    st.builds(BakesLonger, load=st.integers(0, 9), minutes=st.floats(1, 10)), st.builds(OvenSlower, percent=st.floats(1, 12)),
    st.builds(TimeLost, minutes=st.floats(2, 30)),
), min_size=3, max_size=4))  # fmt: skip
def test_one_thing_after_another_is_answered_and_no_day_ends_later_than_moved_as_it_stands(
    name: str, events: list[AnyChange]
) -> None:
    plan = LONGER[name]
    for n, event in enumerate(events, start=1):
        now = plan.start + (LONGER[name].end - LONGER[name].start) * (0.2 * n)
        after = repaired(plan, event, now)
        began = [
            (s.kind, s.load, s.dough, plan.start + timedelta(seconds=s.start_s))
            for s in plan.steps
            if s.kind in (Kind.WEIGH, Kind.LOAD)
        ]
        still = {(s.kind, s.load, s.dough, after.start + timedelta(seconds=s.start_s)) for s in after.steps}
        assert all(one in still for one in began if one[3] < now - timedelta(seconds=30))
        if isinstance(event, TimeLost):
            tick = tick_of(plan, now)
            by = round(event.minutes * 60 / TICK_S)
            t = to_ticks(plan.work)
            moved = as_steps(plan.work, shifted(t, plan.table, tick, by))
            if not violations(plan.work, moved):
                end = plan.end + timedelta(seconds=by * TICK_S)
                assert after.end <= end + timedelta(seconds=SAME_END_S)
        plan = after


LONGER = {
    name: planned(work_of(INSTANCES[name]), Effort(shortest=0.3, calmest=0.05, tries=40))
    for name in ("medium2", "ml2", "large1")
}


def test_a_broken_tray_stays_broken_through_later_changes() -> None:
    """Three trays, one broken early: whatever happens after, no more than two are in use."""
    broken = repaired(MEDIUM, TrayBroken(tray="sheet"), at(MEDIUM, 0.05))
    assert [lost.tray for lost in broken.work.lost] == ["sheet"]
    late = repaired(broken, TimeLost(minutes=15), at(broken, 0.2))
    assert late.work.lost == broken.work.lost
    since = late.work.lost[0].from_s
    begin = int((late.start - late.origin).total_seconds())
    spans = []
    for load in range(len(late.work.loads)):
        mine = [step for step in late.steps if step.load == load]
        first = min(step.start_s for step in mine if step.kind is Kind.FORM) + begin
        spans.append((first, next(step.end_s for step in mine if step.kind is Kind.TRAY_COOL) + begin))
    for moment in range(since, max(end for _, end in spans), TICK_S):
        assert sum(1 for start, end in spans if start <= moment < end) <= 2
    again = repaired(late, TrayBroken(tray="sheet"), at(late, 0.25))
    assert len(again.work.lost) == 2
    with pytest.raises(Refusal, match="last tray of its kind"):
        repaired(again, TrayBroken(tray="sheet"), at(again, 0.3))


def test_a_tray_out_of_use_that_is_used_is_caught() -> None:
    work = simple(2)
    steps = as_steps(work, first_plan(to_ticks(work), 2))
    gone = work.model_copy(update={"lost": (LostTray(tray="sheet", from_s=0),)})
    assert violations(work, steps) == []
    assert any("out of use" in sentence for sentence in violations(gone, steps))


def test_an_hour_lost_ends_at_most_an_hour_and_a_little_later() -> None:
    plan = repaired(MEDIUM, TimeLost(minutes=60), at(MEDIUM, 0.3))
    assert timedelta(minutes=20) < plan.end - MEDIUM.end <= timedelta(minutes=90)
    assert plan.moved


def test_a_dropped_dough_is_gone_and_nothing_ends_later() -> None:
    last = max(range(3), key=lambda d: MEDIUM.table.doughs[d].weigh)
    plan = repaired(MEDIUM, DoughDropped(dough=last), at(MEDIUM, 0.01))
    assert len(plan.work.doughs) == 2
    assert {load.dough for load in plan.work.loads} == {0, 1}
    assert plan.end <= MEDIUM.end + timedelta(minutes=1)


def test_a_slow_tray_in_the_oven_is_seen_through() -> None:
    load = MEDIUM.work.loads[0]
    into = MEDIUM.origin + timedelta(seconds=MEDIUM.table.loads[0].load * TICK_S)
    plan = repaired(MEDIUM, BakesLonger(load=0, minutes=4), into + timedelta(minutes=5))
    bake = next(s for s in plan.steps if s.kind is Kind.BAKE and s.load == 0)
    assert bake.end_s - bake.start_s == load.bake_s + 240


@pytest.mark.parametrize(
    ("change", "field"),
    [
        (DoughDropped(dough=7), "dough"), (BakesLonger(load=99, minutes=3), "load"), (TrayBroken(tray="none"), "tray"),
        (Pinned(what="load", index=99), "index"),
    ],
    ids=lambda value: getattr(value, "kind", value),
)  # fmt: skip
def test_a_change_of_what_is_not_there_is_refused(change: AnyChange, field: str) -> None:
    with pytest.raises(Refusal) as caught:
        repaired(MEDIUM, change, at(MEDIUM, 0.2))
    assert caught.value.problem.field == field


def test_the_only_dough_cannot_be_dropped() -> None:
    plan = planned(simple(2))
    with pytest.raises(Refusal, match="throw the plan away"):
        repaired(plan, DoughDropped(dough=0), plan.start - timedelta(hours=1))


def test_a_helper_comes_and_goes_again() -> None:
    now = at(MEDIUM, 0.3)
    helped = repaired(MEDIUM, HelperComes(), now)
    assert helped.end <= MEDIUM.end
    theirs = [step for step in helped.steps if step.person == 2]
    assert theirs
    assert all(helped.start + timedelta(seconds=step.start_s) >= now - timedelta(seconds=TICK_S) for step in theirs)
    gone = at(MEDIUM, 0.5)
    alone = repaired(helped, HelperGoes(), gone)
    # What they had in hand they finish; nothing is begun by them after that.
    for step in alone.steps:
        began = alone.start + timedelta(seconds=step.start_s)
        assert step.person != 2 or began < gone
    assert alone.end >= helped.end


def test_with_the_helper_gone_what_is_in_the_oven_is_seen_through_alone() -> None:
    plan = planned(simple(6, hands=2, ovens=(2,)))
    load = min(range(6), key=lambda i: plan.table.loads[i].load)
    inside = plan.origin + timedelta(seconds=(plan.table.loads[load].load + 8) * TICK_S)
    alone = repaired(plan, HelperGoes(), inside)
    slower = repaired(alone, OvenSlower(percent=12), inside + timedelta(minutes=2))
    late = repaired(slower, TimeLost(minutes=7), inside + timedelta(minutes=5))
    for after in (alone, slower, late):
        begun = [after.start + timedelta(seconds=step.start_s) for step in after.steps if step.person == 2]
        assert all(moment <= inside for moment in begun)
    with pytest.raises(Refusal, match="No helper is in this plan"):
        repaired(alone, HelperGoes(), inside + timedelta(minutes=3))
    with pytest.raises(Refusal, match="A helper is in this plan already"):
        repaired(plan, HelperComes(), inside)


def test_a_dough_that_is_not_firm_yet_stays_in_the_fridge() -> None:
    chilled = next(d for d, dough in enumerate(MEDIUM.work.doughs) if dough.chill_s)
    times = MEDIUM.table.doughs[chilled]
    now = MEDIUM.origin + timedelta(seconds=(times.out - 4) * TICK_S)
    plan = repaired(MEDIUM, DoughNotReady(dough=chilled, minutes=20), now)
    first = min(plan.table.loads[i].shape[0] for i, load in enumerate(plan.work.loads) if load.dough == chilled)
    assert first >= times.out + 2 * 18
    assert plan.work.doughs[chilled].chill_s >= MEDIUM.work.doughs[chilled].chill_s + 18 * 60
    with pytest.raises(Refusal, match="not in the fridge now"):
        repaired(MEDIUM, DoughNotReady(dough=chilled, minutes=20), MEDIUM.start + timedelta(minutes=1))
    with pytest.raises(Refusal, match="no such dough"):
        repaired(MEDIUM, DoughNotReady(dough=9, minutes=20), now)


# --- pins --------------------------------------------------------------------------------------------------------


def test_a_pinned_step_begins_when_it_is_told_to_and_can_be_let_go() -> None:
    plan = planned(simple(2))
    into = next(s for s in plan.steps if s.kind is Kind.LOAD and s.load == 1)
    later = plan.start + timedelta(seconds=into.start_s + 900)
    pinned = repaired(plan, Pinned(what="load", index=1, at=later), plan.start - timedelta(hours=2))
    step = next(s for s in pinned.steps if s.kind is Kind.LOAD and s.load == 1)
    assert pinned.start + timedelta(seconds=step.start_s) == later
    assert pinned.work.pins
    assert any("later" in line for line in pinned.moved)
    free = repaired(pinned, Pinned(what="load", index=1), plan.start - timedelta(hours=2))
    assert free.work.pins == ()
    assert free.end <= pinned.end


def test_a_pin_may_begin_the_day_earlier_but_not_before_now() -> None:
    plan = planned(simple(2))
    hour_earlier = plan.start - timedelta(hours=1)
    pinned = repaired(plan, Pinned(what="weigh", index=0, at=hour_earlier), plan.start - timedelta(hours=5))
    step = next(s for s in pinned.steps if s.kind is Kind.WEIGH)
    assert pinned.start + timedelta(seconds=step.start_s) == hour_earlier
    with pytest.raises(Refusal, match="before now"):
        repaired(plan, Pinned(what="load", index=0, at=plan.start), plan.start + timedelta(minutes=30))


def test_a_pin_the_day_cannot_bear_is_refused() -> None:
    plan = planned(simple(2))
    with pytest.raises(Refusal, match="cannot begin then"):
        repaired(plan, Pinned(what="load", index=0, at=plan.start + timedelta(minutes=1)), plan.start)
