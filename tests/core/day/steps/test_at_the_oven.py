"""What is said at the oven: looks, turns, swaps, dials, and cues of the right bake."""

import re

import pytest
from hypothesis import given, settings

from finebatch.core.day.byhand.place import first_plan
from finebatch.core.day.plan import Plan
from finebatch.core.day.steps.step import Kind, Lane, Step
from finebatch.core.day.steps.steps import steps_of
from finebatch.core.day.texts import Texts
from finebatch.core.day.times import to_ticks
from finebatch.core.day.work.work import DayWork
from finebatch.core.kitchen.oven import OvenSetting
from tests.core.day.steps.reading import RUSKS, WAFERS, planned, said
from tests.day_kit import days
from tests.kit import cut_dough, drop_dough


def test_logs_and_slices_are_asked_for_their_own_bake_and_slices_are_turned_over() -> None:
    plan = planned(RUSKS, racks=2)
    logs = [i for i, load in enumerate(plan.work.loads) if load.after_log is None]
    for step in plan.steps:
        if step.load in logs and step.kind in (Kind.BAKE, Kind.LOOK, Kind.UNLOAD):
            assert "cut face" not in step.detail
            assert "slices" not in step.detail
    turns = [step for step in said(plan, Kind.TURN) if step.load not in logs]
    assert turns
    assert all(step.title.startswith("Turn the slices over") for step in turns)
    assert all("swap" not in step.title for step in turns)


def test_slices_count_as_hot_as_their_logs_do_with_the_fan() -> None:
    fan = RUSKS.but(oven=OvenSetting(value=165, fan=True))
    plain, blown = planned(RUSKS.but(oven=OvenSetting(value=165))), planned(fan)

    def between(plan: Plan) -> float:
        log, slices = (next(x for x in plan.work.loads if (x.after_log is None) is first) for first in (True, False))
        return log.oven_c - slices.oven_c

    assert between(plain) == between(blown)
    dials = [step.title for step in blown.steps if step.kind in (Kind.PREHEAT, Kind.OVEN_CHANGE)]
    assert dials
    assert all(title.endswith("with the fan") for title in dials)


def test_racks_are_swapped_only_with_a_tray_that_is_there_and_once() -> None:
    plan = planned(drop_dough(name="Drops"), cut_dough(name="Rounds"), racks=2)
    inside = {step.load: (step.start_s, step.end_s) for step in said(plan, Kind.BAKE)}
    pairs = set()
    for step in said(plan, Kind.TURN):
        there = [i for i, (a, b) in inside.items() if i != step.load and a - 30 <= step.start_s < b + 60]
        swap = re.search(r"swap racks with tray (\w)", step.title)
        if swap:
            assert there
            tray = {s.load: s.tray for s in said(plan, Kind.LOAD)}
            partner = next(i for i in there if tray[i] == swap[1])
            assert frozenset((step.load, partner)) not in pairs
            pairs.add(frozenset((step.load, partner)))
    assert all("swap" not in step.title for step in said(planned(drop_dough(), racks=1), Kind.TURN))


def test_short_bakes_are_not_turned_and_curled_wafers_are_not_moved_again() -> None:
    plan = planned(WAFERS)
    short = [i for i, load in enumerate(plan.work.loads) if load.bake_s < 8 * 60]
    assert all(step.load not in short for step in said(plan, Kind.TURN))
    assert all(step.title.startswith("Clear tray") for step in said(plan, Kind.TRANSFER))


def test_the_oven_is_switched_off_with_the_last_tray_and_a_dial_of_its_own_is_set() -> None:
    near = cut_dough(name="Rounds", oven=OvenSetting(value=176))
    plan = planned(drop_dough(name="Drops", oven=OvenSetting(value=180)), near)
    last = max(said(plan, Kind.UNLOAD), key=lambda step: step.end_s)
    assert last.detail.endswith("Then switch the oven off.")
    assert sum("switch the oven off" in step.detail for step in plan.steps) == 1
    dials = {step.title.split(" to ")[-1] for step in plan.steps if step.kind in (Kind.PREHEAT, Kind.OVEN_CHANGE)}
    assert dials == {"176 °C", "180 °C"}


@pytest.mark.parametrize("racks", [1, 2])
def test_a_look_is_never_within_two_minutes_of_another_act_on_its_tray(racks: int) -> None:
    for spec in (drop_dough(name="Drops"), cut_dough(name="Rounds"), WAFERS, RUSKS):
        plan = planned(spec, racks=racks)
        for look in said(plan, Kind.LOOK):
            acts = [s for s in plan.steps if s.load == look.load and s.kind in (Kind.TURN, Kind.LOAD, Kind.UNLOAD)]
            assert all(abs(look.start_s - act.start_s) >= 120 for act in acts)
        if not said(plan, Kind.LOOK):
            assert any("Look from minute" in step.detail for step in plan.steps)


def in_dough(plan_steps: tuple[Step, ...], moment: int) -> bool:
    return any(
        step.place is Lane.HANDS and step.start_s < moment < step.end_s and step.kind is not Kind.TRANSFER
        for step in plan_steps
    )


@settings(max_examples=25)
@given(days())
def test_no_look_of_a_random_day_comes_while_hands_are_at_something_unless_that_is_said(work: DayWork) -> None:
    ticks = to_ticks(work)
    table = first_plan(ticks, 2)
    if table is None or work.room.hands > 1:
        return
    words = tuple(Texts(shape="Shape", first_look_s=round(0.8 * load.bake_s)) for load in work.loads)
    steps = steps_of(work, ticks, table, words)
    for look in (step for step in steps if step.kind is Kind.LOOK):
        if in_dough(steps, look.start_s):
            assert look.detail.endswith("wipe them first.")
        bake = next(step for step in steps if step.kind is Kind.BAKE and step.load == look.load)
        told = bake.start_s + 30 * round(0.8 * work.loads[look.load or 0].bake_s / 30)
        assert -60 <= look.start_s - told <= 90
