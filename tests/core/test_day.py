"""Bake-day plans: every plan keeps the kitchen's rules, and the checker would notice if one did not."""

import dataclasses
from collections.abc import Callable
from datetime import UTC, datetime, timedelta

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from finebatch.core.day.bounds import least_finish
from finebatch.core.day.byhand import by_hand
from finebatch.core.day.check import violations
from finebatch.core.day.model import DayModel, NoSolutionError, in_order
from finebatch.core.day.place import build, first_plan
from finebatch.core.day.plan import Plan, PlanRefusedError, plan_of
from finebatch.core.day.repair import (
    AnyChange,
    BakesLonger,
    DoughDropped,
    OvenSlower,
    Pinned,
    TimeLost,
    TrayBroken,
    repaired,
)
from finebatch.core.day.search import Aim, Effort, NoPlanError, search
from finebatch.core.day.step import Kind, Lane, Step
from finebatch.core.day.steps import Words
from finebatch.core.day.times import TICK_S, to_ticks
from finebatch.core.day.work import DayWork, DoughWork, LoadWork, Pin, Room
from tests.day_kit import as_steps, days, instances, work_of

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
    if found.proved:
        assert found.bound == finish
    first = first_plan(t, QUICK.tries)
    if first:
        assert finish <= first.finish(t)
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
    assert found.timetable.finish(t) * TICK_S / 60 <= INSTANCES[name]["known_60s_ticks"]["best_makespan_min"]


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


def simple(loads: int = 2, **room: object) -> DayWork:
    dough = DoughWork(name="Drops", lead_s=1800, weigh_s=300, mix_s=300)
    load = LoadWork(
        dough=0, name="Drops", pieces=9, tray="sheet", shape_s=300, oven_c=180, bake_s=720, turn_s=20, wait_max_s=1200, rest_s=180,
        rest_slack_s=480, transfer_s=30, cool_s=1200, area_cm2=500,
    )  # fmt: skip
    return DayWork(doughs=(dough,), loads=(load,) * loads, room=Room(trays={"sheet": 2}, **room))


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


def test_a_chilled_dough_waits_out_the_night() -> None:
    work = simple()
    dough = work.doughs[0].model_copy(update={"chill_s": 8 * 3600, "chill_max_s": 48 * 3600})
    night = work.model_copy(update={"doughs": (dough,), "closed": ((2 * 3600, 11 * 3600),)})
    found = search(night, effort=QUICK)
    times = found.timetable.doughs[0]
    assert (times.mix + 10) * TICK_S <= 2 * 3600
    assert times.out * TICK_S >= 11 * 3600 - TICK_S or times.out * TICK_S >= 8 * 3600
    assert min(load.shape[0] for load in found.timetable.loads) * TICK_S >= 11 * 3600


# --- planted faults ----------------------------------------------------------------------------------------------


def rich() -> tuple[DayWork, list[Step]]:
    """A day with a chill, a divided dough, slices, hot work, finishes and a parked tray."""
    base = LoadWork(
        dough=0, name="Rounds", pieces=9, tray="sheet", shape_s=400, oven_c=175, bake_s=720, turn_s=20, wait_max_s=600, hot_s=60, rest_s=180,
        rest_slack_s=480, transfer_s=30, cool_s=1200, area_cm2=700, ice_s=300, dry_s=1800,
    )  # fmt: skip
    logs = base.model_copy(
        update={
            "dough": 1,
            "name": "Logs",
            "oven_c": 165.0,
            "bake_s": 1800,
            "hot_s": 0,
            "ice_s": 0,
            "dry_s": 0,
            "cool_s": 600,
        }
    )
    slices = logs.model_copy(
        update={
            "name": "Slices",
            "oven_c": 150.0,
            "bake_s": 900,
            "after_log": 2,
            "slice_from_s": 600,
            "slice_to_s": 1500,
        }
    )
    scraps = base.model_copy(update={"name": "Scraps", "scraps": True})
    doughs = (
        DoughWork(name="Round dough", lead_s=1500, weigh_s=300, mix_s=300, divide_s=120, chill_s=3 * 3600, chill_max_s=4 * 3600, temper_after_s=7200,
                  temper_s=600, rechill_s=900, pack_s=120),
        DoughWork(name="Rusk dough", lead_s=0, weigh_s=300, mix_s=300),
    )  # fmt: skip
    work = DayWork(
        doughs=doughs,
        loads=(base, scraps, logs, slices),
        room=Room(trays={"sheet": 2}, ovens=(1,), area_cm2=1500, shelf=1),
    )
    table = first_plan(to_ticks(work), 6)
    assert table
    steps = list(as_steps(work, table))
    assert violations(work, steps) == []
    return work, steps


WORK, STEPS = rich()
Fault = Callable[[list[Step]], list[Step]]


def of(kind: Kind, load: int | None = None, dough: int | None = None) -> int:
    return next(
        i for i, s in enumerate(STEPS)
        if s.kind is kind and (load is None or s.load == load) and (dough is None or (s.dough == dough and s.load is None))
    )  # fmt: skip


def shift(index: int, by_s: int) -> Fault:
    def fault(steps: list[Step]) -> list[Step]:
        s = steps[index]
        return [
            *steps[:index],
            s.model_copy(update={"start_s": s.start_s + by_s, "end_s": s.end_s + by_s}),
            *steps[index + 1 :],
        ]

    return fault


def shorter(index: int, to_s: int) -> Fault:
    def fault(steps: list[Step]) -> list[Step]:
        s = steps[index]
        return [*steps[:index], s.model_copy(update={"end_s": s.start_s + to_s}), *steps[index + 1 :]]

    return fault


def named(index: int, **values: object) -> Fault:
    def fault(steps: list[Step]) -> list[Step]:
        return [*steps[:index], steps[index].model_copy(update=values), *steps[index + 1 :]]

    return fault


def without(kind: Kind) -> Fault:
    return lambda steps: [s for s in steps if s.kind is not kind]


def all_of(kinds: tuple[Kind, ...], load: int, by_s: int) -> Fault:
    def fault(steps: list[Step]) -> list[Step]:
        return [
            s.model_copy(update={"start_s": s.start_s + by_s, "end_s": s.end_s + by_s}) if s.load == load and s.kind in kinds else s
            for s in steps
        ]  # fmt: skip

    return fault


IN_AND_OUT = (Kind.LOAD, Kind.BAKE, Kind.TURN, Kind.UNLOAD)
FAULTS: dict[str, tuple[Fault, str]] = {
    "weighed before soft": (shift(of(Kind.SOFTEN), 1200), "before its fat is soft"),
    "mixed before weighed": (shift(of(Kind.MIX, dough=1), -700), "mixed before it is weighed"),
    "weighed too long ago": (shift(of(Kind.WEIGH, dough=1), -3600), "stand too long"),
    "too little mixing": (shorter(of(Kind.MIX, dough=0), 60), "too little time"),
    "divided too soon": (shift(of(Kind.DIVIDE), -200), "divided before it is mixed"),
    "chilled too short": (shorter(of(Kind.CHILL), 3600), "not chilled long enough"),
    "not warmed": (without(Kind.TEMPER), "not warmed"),
    "shaped before ready": (shift(of(Kind.FORM, 0), -7200), "before its dough is ready"),
    "shaped too fast": (shorter(of(Kind.FORM, 0), 30), "shaping is given too little time"),
    "in before shaped": (shift(of(Kind.LOAD, 0), -900), "goes in before it is shaped"),
    "waits raw": (all_of(IN_AND_OUT, 2, 3600), "wait too long"),
    "baked too long": (shorter(of(Kind.BAKE, 0), 1500), "not baked for its time"),
    "left in": (shift(of(Kind.UNLOAD, 0), 300), "not taken out when it is done"),
    "never turned": (without(Kind.TURN), "turn is in the plan 0 times"),
    "turned late": (shift(of(Kind.TURN, 0), 200), "not turned at half time"),
    "hot work late": (shift(of(Kind.HOT, 0), 240), "due while it is hot is late"),
    "no rest": (shift(of(Kind.TRANSFER, 0), -170), "does not rest"),
    "rests too long": (shift(of(Kind.TRANSFER, 2), 1800), "rests on its tray too long"),
    "moved too fast": (shorter(of(Kind.TRANSFER, 0), 5), "moving to the rack"),
    "not cooled": (shorter(of(Kind.COOL, 0), 300), "not left to cool"),
    "hot tray": (shorter(of(Kind.TRAY_COOL, 0), 60), "used again while hot"),
    "iced warm": (shift(of(Kind.ICE, 0), -900), "finished while warm"),
    "iced too fast": (shorter(of(Kind.ICE, 0), 10), "finishing is given too little time"),
    "not set": (shorter(of(Kind.DRY, 0), 60), "does not set"),
    "packed warm": (shift(of(Kind.PACK, dough=0), -3000), "packed before all of it is cold"),
    "sliced too hot": (shift(of(Kind.FORM, 3), -500), "sliced too hot"),
    "sliced too cold": (all_of((Kind.FORM,), 3, 3600), "sliced too cold"),
    "another tray on the way": (named(of(Kind.REST, 0), tray="Z"), "changes its tray"),
    "a rack too many": (named(of(Kind.BAKE, 0), rack=2), "rack position the oven does not have"),
    "not preheated": (shift(of(Kind.PREHEAT), 5400), "before the oven is hot"),
    "heated too short": (shorter(of(Kind.PREHEAT), 300), "before the oven is hot"),
    "a step twice": (lambda steps: [*steps, steps[of(Kind.BAKE, 0)]], "bake is in the plan 2 times"),
    "a step backwards": (shorter(of(Kind.WEIGH, dough=1), -5), "ends before it starts"),
    "before the day": (shift(of(Kind.SOFTEN), -7200), "begins before the day"),
}  # fmt: skip


@pytest.mark.parametrize("name", FAULTS)
def test_a_planted_fault_is_caught(name: str) -> None:
    fault, says = FAULTS[name]
    found = violations(WORK, fault(list(STEPS)))
    assert any(says in sentence for sentence in found), found


def test_scraps_shaped_warm_are_caught() -> None:
    firsts = max(s.end_s for s in STEPS if s.kind is Kind.FORM and s.load == 0)
    moved = [
        s.model_copy(update={"start_s": firsts + 60, "end_s": firsts + 60 + s.end_s - s.start_s})
        if s.kind is Kind.FORM and s.load == 1
        else s
        for s in STEPS
    ]
    assert any("before its dough is ready" in sentence for sentence in violations(WORK, moved))


def with_room(**room: object) -> DayWork:
    return WORK.model_copy(update={"room": WORK.room.model_copy(update=room)})


@pytest.mark.parametrize(
    ("work", "says"),
    [
        (with_room(trays={"sheet": 1}), "more trays of a kind"),
        (with_room(area_cm2=600), "cooling rack is too full"),
        (with_room(shelf=0), "fridge is too full"),
        (
            WORK.model_copy(
                update={
                    "doughs": tuple(
                        d.model_copy(update={"chill_s": 60, "chill_max_s": 600}) if d.chill_s else d
                        for d in WORK.doughs
                    )
                }
            ),
            "chilled too long",
        ),
        (WORK.model_copy(update={"closed": ((0, 40_000),)}), "hours when hands rest"),
        (WORK.model_copy(update={"deadline_s": 3600}), "ends after the time asked for"),
        (with_room(heats_c_min=0.05, cools_c_min=0.05), "no time to change"),
        (
            WORK.model_copy(
                update={
                    "doughs": tuple(d.model_copy(update={"chill_max_s": 3 * 3600, "chill_s": 0}) for d in WORK.doughs)
                }
            ),
            "times",
        ),
    ],
    ids=["trays", "area", "shelf", "chill", "closed", "deadline", "oven", "made"],
)
def test_a_smaller_kitchen_than_planned_for_is_noticed(work: DayWork, says: str) -> None:
    found = violations(work, STEPS)
    assert any(says in sentence for sentence in found), found


def test_two_things_at_once_are_caught() -> None:
    hands = [s for s in STEPS if s.place is Lane.HANDS]
    a, b = hands[0], hands[1]
    clash = [
        s.model_copy(update={"start_s": a.start_s, "end_s": a.start_s + b.end_s - b.start_s}) if s is b else s
        for s in STEPS
    ]
    assert any("at once" in sentence for sentence in violations(WORK, clash))


def test_two_alarms_bowls_and_mixers_at_once_are_caught() -> None:
    """A helper's day with everything doubled up."""
    work = simple(2, hands=2, ovens=(2,), bowls=2)
    two = work.model_copy(
        update={"doughs": work.doughs * 2, "loads": (work.loads[0], work.loads[1].model_copy(update={"dough": 1}))}
    )
    table = build(to_ticks(two), [("dough", 0), ("dough", 1), ("load", 0), ("load", 1)])
    assert table
    same = dataclasses.replace(table, doughs=(table.doughs[0],) * 2, loads=(table.loads[0],) * 2)
    found = violations(two, as_steps(two, same))
    for says in ("two alarms ring at once", "the mixer at once"):
        assert any(says in sentence for sentence in found), (says, found)
    one_bowl = two.model_copy(update={"room": two.room.model_copy(update={"bowls": 1})})
    assert any("bowls" in sentence for sentence in violations(one_bowl, as_steps(two, same)))
    three_hands = [
        s.model_copy(update={"start_s": 3000, "end_s": 3300}) if s.place is Lane.HANDS else s
        for s in as_steps(two, table)
    ]
    assert any("more hands" in sentence for sentence in violations(two, three_hands))


def test_the_same_rack_or_a_full_tray_twice_is_caught() -> None:
    work = simple(2, ovens=(2,))
    steps = list(as_steps(work, first_plan(to_ticks(work), 2)))
    inside = (Kind.LOAD, Kind.BAKE, Kind.UNLOAD)
    first = next(s for s in steps if s.kind is Kind.LOAD and s.load == 0)
    by = first.start_s - next(s for s in steps if s.kind is Kind.LOAD and s.load == 1).start_s + 60
    crowded = [
        s.model_copy(update={"rack": 1, "start_s": s.start_s + by, "end_s": s.end_s + by}) if s.load == 1 and s.kind in inside
        else s.model_copy(update={"rack": 1}) if s.kind in inside else s
        for s in steps
    ]  # fmt: skip
    assert any("same rack at once" in sentence for sentence in violations(work, crowded))
    shared = [s.model_copy(update={"tray": "A"}) if s.tray else s for s in steps]
    assert any("hot or full tray" in sentence for sentence in violations(work, shared))


def test_a_parked_tray_may_wait_in_the_fridge_if_there_is_room() -> None:
    work = simple(1)
    steps = list(as_steps(work, first_plan(to_ticks(work), 2)))
    late = 3600
    moved = [
        s.model_copy(update={"start_s": s.start_s - late, "end_s": s.end_s - late})
        if s.kind in (Kind.FORM, Kind.WEIGH, Kind.MIX, Kind.SOFTEN) else s
        for s in steps
    ]  # fmt: skip
    moved = [
        s.model_copy(update={"start_s": s.start_s + late, "end_s": s.end_s + late})
        for s in moved
        if s.kind is not Kind.WAIT
    ]
    assert any("wait too long" in sentence for sentence in violations(work, moved))
    shaped = max(s.end_s for s in moved if s.kind is Kind.FORM)
    into = next(s for s in moved if s.kind is Kind.LOAD)
    park = into.model_copy(
        update={
            "kind": Kind.PARK,
            "place": Lane.FRIDGE,
            "start_s": shaped,
            "end_s": into.start_s,
            "oven": None,
            "rack": None,
        }
    )
    assert any("more raw trays" in sentence for sentence in violations(work, [*moved, park]))
    roomy = work.model_copy(update={"room": work.room.model_copy(update={"tray_shelves": 1})})
    assert violations(roomy, [*moved, park]) == []


def test_the_solver_parks_a_tray_where_that_alone_makes_a_plan() -> None:
    """Hands rest between shaping and the oven: only a tray in the fridge bridges the gap."""
    work = simple(1).model_copy(
        update={"closed": ((3300, 3 * 3600),), "pins": (Pin(what="shape", index=0, at_s=2700),)}
    )
    with pytest.raises(NoPlanError):
        search(work, effort=QUICK)
    roomy = work.model_copy(update={"room": work.room.model_copy(update={"tray_shelves": 1})})
    found = search(roomy, effort=QUICK)
    assert found.timetable.loads[0].parked
    assert violations(roomy, as_steps(roomy, found.timetable)) == []


# --- a change of mind --------------------------------------------------------------------------------------------


def planned(work: DayWork, effort: Effort = QUICK) -> Plan:
    found = search(work, effort=effort)
    return plan_of(
        work, (Words(shape="Shape"),) * len(work.loads), NOON, found.timetable, found.bound, found.proved, Aim.SOONEST
    )


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
    with pytest.raises(PlanRefusedError) as caught:
        repaired(MEDIUM, change, at(MEDIUM, 0.2))
    assert caught.value.problem.field == field


def test_the_only_dough_cannot_be_dropped() -> None:
    plan = planned(simple(2))
    with pytest.raises(PlanRefusedError, match="throw the plan away"):
        repaired(plan, DoughDropped(dough=0), plan.start - timedelta(hours=1))


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
    with pytest.raises(PlanRefusedError, match="before now"):
        repaired(plan, Pinned(what="load", index=0, at=plan.start), plan.start + timedelta(minutes=30))


def test_a_pin_the_day_cannot_bear_is_refused() -> None:
    plan = planned(simple(2))
    with pytest.raises(PlanRefusedError, match="cannot begin then"):
        repaired(plan, Pinned(what="load", index=0, at=plan.start + timedelta(minutes=1)), plan.start)
