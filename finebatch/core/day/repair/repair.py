"""A change of mind in mid-day: what it makes of the work, and the plan made again around what is done and under way."""

from dataclasses import replace
from datetime import datetime, timedelta

from ...base import refusal
from ..change import (
    AnyChange,
    BakesLonger,
    DoughDropped,
    DoughNotReady,
    HelperComes,
    HelperGoes,
    OvenSlower,
    Pinned,
    TrayBroken,
)
from ..hours import FOREVER_S
from ..plan import Plan
from ..spans import union, without
from ..times import TICK_S, Timetable, to_ticks
from ..work.work import DayWork
from .around import around, tick_of, under_way
from .pins import pinned, with_room_before

FARTHEST_PIN = timedelta(days=3)


def repaired(plan: Plan, change: AnyChange, now: datetime) -> Plan:
    """The plan after a change. `now` decides what has begun. Raises Refusal at the field where it cannot be."""
    begun = now > plan.start
    tick = tick_of(plan, now)
    if isinstance(change, Pinned):
        if change.at is not None and change.at < now:
            raise refusal("at", "That is before now. Choose a later time.")
        if change.at is not None and abs(change.at - plan.start) > FARTHEST_PIN:
            raise refusal("at", "That is not on this plan's day. Choose a time on it, or plan that day anew.")
        roomy = with_room_before(plan, change)
        return pinned(roomy, change, max(0, -(-int((now - roomy.origin).total_seconds()) // TICK_S)), begun)
    if isinstance(change, DoughDropped):
        return _without(plan, change.dough, tick)
    work, broken, resume = plan.work, "", tick
    if isinstance(change, BakesLonger):
        work = _longer(work, plan.table, {change.load: change.minutes * 60}, tick)
    elif isinstance(change, OvenSlower):
        extra = {i: load.bake_s * change.percent / 100 for i, load in enumerate(work.loads)}
        work = _longer(work, plan.table, extra, tick)
    elif isinstance(change, TrayBroken):
        gone = sum(1 for lost in work.lost if lost.tray == change.tray)
        if work.room.trays.get(change.tray, 0) - gone < 2:
            raise refusal(
                "tray", "It is the last tray of its kind: drop what is baked on it, or plan anew with another."
            )
        broken = change.tray
    elif isinstance(change, HelperComes | HelperGoes):
        work = _with_helper(work, plan.table, isinstance(change, HelperComes), tick)
    elif isinstance(change, DoughNotReady):
        plan = _not_ready(plan, change, tick)
        work = plan.work
    else:
        resume = tick + round(change.minutes * 60 / TICK_S)
    return around(plan, work, tick, resume, broken)


def _with_helper(work: DayWork, table: Timetable, comes: bool, tick: int) -> DayWork:
    """The work with or without a second pair of hands from now on; what both have in hand is done by both. Raises Refusal where nothing changes."""
    alone = work.lone if work.room.hands == 2 else ((0, FOREVER_S),)
    if not comes and any(a <= tick * TICK_S and b >= FOREVER_S for a, b in alone):
        raise refusal("kind", "No helper is in this plan from now on.")
    if comes and not alone:
        raise refusal("kind", "A helper is in this plan already.")
    if comes:
        lone = without(alone, ((tick * TICK_S, FOREVER_S),))
    else:
        t = to_ticks(work)
        free = max([tick, *(start + length for start, length in under_way(t, table, tick) if start < tick)])
        lone = union((*alone, (free * TICK_S, FOREVER_S)))
    return work.model_copy(update={"room": work.room.model_copy(update={"hands": 2}), "lone": lone})


def _not_ready(plan: Plan, change: DoughNotReady, tick: int) -> Plan:
    """The plan with a dough that is in the fridge taken out no sooner than said. Raises Refusal where it is not in the fridge."""
    if change.dough >= len(plan.work.doughs):
        raise refusal("dough", "There is no such dough in this plan.")
    dough, times = plan.work.doughs[change.dough], plan.table.doughs[change.dough]
    ticks = to_ticks(plan.work).doughs[change.dough]
    done = times.divide + ticks.divide if ticks.divide else times.mix + ticks.mix
    if not dough.chill_s or not done <= tick or any(
        plan.table.loads[i].shape[0] < tick for i, load in enumerate(plan.work.loads) if change.dough in (load.dough, load.also)
    ):  # fmt: skip
        raise refusal("dough", f"{dough.name} is not in the fridge now: say that time was lost instead.")
    out = max(times.out, tick + round(change.minutes * 60 / TICK_S))
    chill_s = (out - done) * TICK_S
    longer = dough.model_copy(update={"chill_s": chill_s, "chill_max_s": max(chill_s, dough.chill_max_s)})
    doughs = tuple(longer if d == change.dough else one for d, one in enumerate(plan.work.doughs))
    table = replace(
        plan.table,
        doughs=tuple(replace(one, out=out) if d == change.dough else one for d, one in enumerate(plan.table.doughs)),
    )
    return plan.model_copy(update={"work": plan.work.model_copy(update={"doughs": doughs}), "table": table})


def _longer(work: DayWork, table: Timetable, extra_s: dict[int, float], tick: int) -> DayWork:
    t = to_ticks(work)
    loads = list(work.loads)
    for i, seconds in extra_s.items():
        if i >= len(loads):
            raise refusal("load", "There is no such tray in this plan.")
        if table.loads[i].load + t.loads[i].slot <= tick:
            continue  # it is out already
        times = table.loads[i]
        half = loads[i].half_s
        if times.load < tick and times.turn < tick and loads[i].turn_s:  # turned already, at what was half time then
            half = (times.turn - times.load - t.load) * TICK_S
        longer = round(loads[i].bake_s + seconds)
        loads[i] = loads[i].model_copy(update={"bake_s": longer, "half_s": half})
    return work.model_copy(update={"loads": tuple(loads)})


def _without(plan: Plan, dough: int, tick: int) -> Plan:
    """The day without the rest of a dough: what of it is shaped or in the oven is baked, and a begun dough stays made."""
    work, table = plan.work, plan.table
    if dough >= len(work.doughs):
        raise refusal("dough", "There is no such dough in this plan.")
    keep = [
        i for i, load in enumerate(work.loads)
        if dough not in (load.dough, load.also) or table.loads[i].shape[0] < tick
        or (load.after_log is not None and table.loads[load.after_log].shape[0] < tick)
    ]  # fmt: skip
    if not keep:
        raise refusal("dough", "It is the only dough of the day: throw the plan away instead.")
    used = {d for i in keep for d in (work.loads[i].dough, work.loads[i].also)}
    doughs = [d for d in range(len(work.doughs)) if d in used]
    where = {d: n for n, d in enumerate(doughs)}
    number = {i: n for n, i in enumerate(keep)}
    loads = tuple(
        load.model_copy(update={"dough": where[load.dough], "also": None if load.also is None else where[load.also], "after_log": None if load.after_log is None else number[load.after_log]})
        for load in (work.loads[i] for i in keep)
    )  # fmt: skip
    smaller = work.model_copy(update={"doughs": tuple(work.doughs[d] for d in doughs), "loads": loads, "pins": ()})
    cut = plan.model_copy(
        update={
            "work": smaller,
            "words": tuple(plan.words[i] for i in keep),
            "table": Timetable(tuple(table.doughs[d] for d in doughs), tuple(table.loads[i] for i in keep)),
        }
    )
    return around(cut, smaller, tick, tick)
