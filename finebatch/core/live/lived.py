"""A day's timetable as it was lived so far: what was done stands where it was done, what somebody has in hand is begun, all else is still to come.

The repair of a plan takes everything that stands before now as begun. A day that is run knows better, so its timetable is rewritten before each repair:
what was done later or earlier than planned is moved there, and what was not begun is moved behind now. What was done is never against the rules: a rest
that was shorter counts as the rest it was.
"""

from dataclasses import dataclass, replace
from datetime import datetime

from ..day import (
    TICK_S,
    DayWork,
    DoughTimes,
    Given,
    Kind,
    LoadTicks,
    LoadTimes,
    LoadWork,
    LostTray,
    Plan,
    Ticks,
    Timetable,
    to_ticks,
)
from .events import Mark
from .facts import Facts
from .lived_parts import RunClock, dough_lived, load_lived
from .marks import Running
from .undone import ToDo, in_hand

STAYS_UP = 40  # ticks: twenty minutes more than it should take
IN_HAND = 20
FOREVER_S = 10 * 24 * 3600


@dataclass
class Lived:
    """The day as it was lived: its plan rewritten, which numbers its doughs and loads had, what trays are called, and the tick that is now."""

    plan: Plan
    doughs: tuple[int, ...]
    loads: tuple[int, ...]
    given: Given
    tick: int
    resume: int
    late: int


def lived(
    first: Plan, running: Running, facts: Facts, left: list[ToDo], now: datetime, by: int = 0
) -> Lived | None:  # fmt: skip
    """The day as it is at `now`; None where nothing of it is left to plan. `first` is the plan as the day was begun, `running` as it stood last, with what
    was `left` of it. What is to come is `by` ticks later than it was, and never before now; `late` is how much later the first of it must be."""
    keep_loads, keep_doughs = _kept(first, facts)
    if not keep_loads:
        return None
    work = _told(first.work, facts)
    clock = RunClock(facts, first, now, to_ticks(work))
    held = in_hand(left, facts, now)
    for one, since in held.values():
        clock.hand |= dict.fromkeys(one.marks, clock.tick(since))
    ends = sorted(max(now, since + (one.ends_at - one.due_at)) for one, since in held.values())
    where = {number: n for n, number in enumerate(running.loads)}
    last = {number: n for n, number in enumerate(running.doughs)}
    loads = [running.plan.table.loads[where[n]] if n in where else first.table.loads[n] for n in range(len(work.loads))]
    doughs = [
        running.plan.table.doughs[last[d]] if d in last else first.table.doughs[d] for d in range(len(work.doughs))
    ]
    loads = [_fitted(times, clock.t.loads[n]) for n, times in enumerate(loads)]
    late = _late(doughs, loads, keep_doughs, keep_loads, clock)
    moved = Timetable(tuple(doughs), tuple(loads)).later(by)
    doughs, loads = list(moved.doughs), list(moved.loads)
    # Two times over the trays: slices say when their logs were moved.
    new_loads, changes = list(loads), dict[int, dict[str, object]]()
    for n in sorted(keep_loads, key=lambda n: work.loads[n].after_log is None):
        cuts = [
            new_loads[m].shape[0]
            for m in keep_loads
            if work.loads[m].after_log == n and new_loads[m].shape[0] < clock.next
        ]
        new_loads[n], changes[n] = load_lived(clock, work, n, loads[n], min(cuts, default=None))
    changed = [load.model_copy(update=changes.get(n, {})) for n, load in enumerate(work.loads)]
    new_doughs, dough_changes = list(doughs), dict[int, dict[str, object]]()
    for d in keep_doughs:
        begun = [
            new_loads[n].shape[0] for n in keep_loads
            if d in (work.loads[n].dough, work.loads[n].also) and work.loads[n].after_log is None and new_loads[n].shape[0] < clock.next
        ]  # fmt: skip
        new_doughs[d], dough_changes[d] = dough_lived(clock, work, d, doughs[d], min(begun, default=None))
    made = work.model_copy(
        update={
            "loads": tuple(changed),
            "doughs": tuple(dough.model_copy(update=dough_changes.get(d, {})) for d, dough in enumerate(work.doughs)),
            "oven_off": _cold(work, clock),
            # Whoever has something in hand sees it through.
            "lone": _from(work.lone, clock.tick(ends[0]) + 2 if len(ends) > 1 else 0),
            "closed": _still_up(work.closed, clock, changed, new_loads, keep_loads),
        }
    )
    cut = _cut(first, made, new_doughs, new_loads, keep_doughs, keep_loads)
    resume = max([clock.next, *(clock.tick(until) + 1 for _, until in facts.away)])
    given = _given(running, clock, keep_loads)
    return Lived(cut, tuple(keep_doughs), tuple(keep_loads), given, clock.next, resume, max(late, resume - clock.next))


def _still_up(
    closed: tuple[tuple[int, int], ...], clock: RunClock, loads: list[LoadWork], times: list[LoadTimes], keep_loads: list[int]
) -> tuple[tuple[int, int], ...]:  # fmt: skip
    """The hours of rest as they can be kept: what is begun at a tray is seen through, however late it has got."""
    t, until = clock.t, 0
    for n in keep_loads:
        begun = times[n].shape[0] < clock.next
        moved = times[n].transfer + t.loads[n].transfer
        if begun and clock.facts.done_at(Mark(kind=Kind.TRANSFER, load=n)) is None:
            inside = (
                times[n].load + t.load + -(-loads[n].bake_s // TICK_S) + t.unload + t.loads[n].hot + t.loads[n].rest
            )
            until = max(until, moved, inside + t.loads[n].transfer)
    if clock.hand:
        until = max(until, clock.next + IN_HAND)
    return _from(closed, until + STAYS_UP if until else 0)


def _cold(work: DayWork, clock: RunClock) -> tuple[tuple[int, int], ...]:
    """When no oven is to be had: the day's own hours, as far as nothing is in there, and until it is hot at last."""
    if any(load.inside for load in clock.facts.loads):
        return _from(
            work.oven_off,
            max(
                (clock.next, *(int(end // TICK_S) for start, end in work.oven_off if start < clock.next * TICK_S < end))
            ),
        )
    hot = [
        (clock.next * TICK_S, (clock.tick(until) + 1) * TICK_S)
        for _, until in clock.facts.cold
        if clock.tick(until) >= clock.next
    ]
    return tuple(sorted([*_from(work.oven_off, clock.next), *hot]))


def _from(spans: tuple[tuple[int, int], ...], tick: int) -> tuple[tuple[int, int], ...]:
    """The spans (s) as far as they are after a tick."""
    return tuple((max(a, tick * TICK_S), b) for a, b in spans if b > max(a, tick * TICK_S))


def _late(
    doughs: list[DoughTimes], loads: list[LoadTimes], keep_doughs: list[int], keep_loads: list[int], clock: RunClock
) -> int:
    """How many ticks the first thing that is not begun is behind."""

    def behind(mark: Mark, length: int, start: int) -> int:
        return clock.next - start if clock.began(mark, length) is None else 0

    t, found = clock.t, [0]
    for d in keep_doughs:
        dough, made = t.doughs[d], doughs[d]
        if dough.made:
            continue
        stages = [(Kind.WEIGH, dough.weigh, made.weigh), (Kind.MIX, dough.mix, made.mix)]
        stages += [(Kind.DIVIDE, dough.divide, made.divide)] if dough.divide else []
        begun = [clock.began(Mark(kind=kind, dough=d), length) is not None for kind, length, _ in stages]
        found += [clock.next - start for (_, _, start), done in zip(stages, begun, strict=True) if not done]
    for n in keep_loads:
        load, times, told = t.loads[n], loads[n], clock.facts.loads[n]
        found += [
            behind(Mark(kind=Kind.FORM, load=n, part=k), length, times.shape[k]) for k, length in enumerate(load.shape)
        ]
        found += [clock.next - times.load] if told.in_at is None else []
        found += [
            behind(Mark(kind=Kind.ICE, load=n, part=k), length, times.ice[k]) for k, length in enumerate(load.ice)
        ]
    return max(found)


def _fitted(times: LoadTimes, load: LoadTicks) -> LoadTimes:
    """Times in as many pieces as there now are: a tray with fewer on it is shaped in fewer."""

    def pieces(starts: tuple[int, ...], lengths: tuple[int, ...]) -> tuple[int, ...]:
        if len(starts) == len(lengths) or not starts:
            return starts
        return tuple(starts[0] + sum(lengths[:k]) for k in range(len(lengths)))

    return replace(times, shape=pieces(times.shape, load.shape), ice=pieces(times.ice, load.ice))


def _kept(first: Plan, facts: Facts) -> tuple[list[int], list[int]]:
    """The loads and the doughs that are still of the day: without lost trays, and what is not shaped of doughs that are dropped."""
    work = first.work
    loads = []
    for n, load in enumerate(work.loads):
        log = load.after_log
        dropped = (load.dough in facts.off or load.also in facts.off) and not _shaped(facts, n if log is None else log)
        if not dropped and not facts.loads[n].lost and not (log is not None and facts.loads[log].lost):
            loads.append(n)
    used = {d for n in loads for d in (work.loads[n].dough, work.loads[n].also) if d is not None}
    return loads, sorted(used)


def _shaped(facts: Facts, load: int) -> bool:
    return facts.done_at(Mark(kind=Kind.FORM, load=load)) is not None


def _told(work: DayWork, facts: Facts) -> DayWork:
    """The work by what was told of it: how long each bakes, how many are on it, what the kitchen still has."""
    loads = []
    for n, load in enumerate(work.loads):
        told = facts.loads[n]
        update: dict[str, object] = {"bake_s": max(30, round(facts.bake_s(n)))}
        if told.pieces is not None and 0 < told.pieces < load.pieces:
            part = told.pieces / load.pieces
            update |= {
                "pieces": told.pieces, "ice_s": round(load.ice_s * part),
                "transfer_s": max(10, round(load.transfer_s * part)), "hot_s": round(load.hot_s * part),
            }  # fmt: skip
            if not _shaped(facts, n):
                update["shape_s"] = max(30, round(load.shape_s * part))
        loads.append(load.model_copy(update=update))
    return work.model_copy(update={"loads": tuple(loads), "deadline_s": None, "pins": (), **_hands(work, facts)})


def _hands(work: DayWork, facts: Facts) -> dict[str, object]:
    """How many hands there are from when on, by who came and went."""
    if not facts.helper:
        return {}
    origin = facts.brief.plan.origin
    two = work.room.hands == 2
    lone: list[tuple[int, int]] = [] if two and not work.lone else list(work.lone) if two else [(0, FOREVER_S)]
    for at, comes in facts.helper:
        at_s = max(0, int((at - origin).total_seconds()))
        lone = [(a, min(b, at_s)) for a, b in lone if a < at_s]
        if not comes:
            lone.append((at_s, FOREVER_S))
    return {"room": work.room.model_copy(update={"hands": 2}), "lone": tuple((a, b) for a, b in lone if b > a)}


def _cut(
    first: Plan, work: DayWork, doughs: list[DoughTimes], loads: list[LoadTimes], keep_doughs: list[int], keep_loads: list[int]
) -> Plan:  # fmt: skip
    """The plan with what is kept, numbered anew."""
    dough = {d: n for n, d in enumerate(keep_doughs)}
    load = {i: n for n, i in enumerate(keep_loads)}
    kept = tuple(
        one.model_copy(
            update={
                "dough": dough[one.dough], "also": None if one.also is None else dough[one.also],
                "after_log": None if one.after_log is None else load[one.after_log],
            }
        )
        for one in (work.loads[i] for i in keep_loads)
    )  # fmt: skip
    smaller = work.model_copy(update={"loads": kept, "doughs": tuple(work.doughs[d] for d in keep_doughs)})
    table = Timetable(tuple(doughs[d] for d in keep_doughs), tuple(loads[i] for i in keep_loads))
    words = tuple(first.words[i] for i in keep_loads)
    return first.model_copy(update={"work": smaller, "words": words, "table": table, "done_before_s": 0})


def _given(running: Running, clock: RunClock, keep_loads: list[int]) -> Given:
    """What trays under way are called, and where those in the oven stand, by their new numbers."""
    trays: dict[int, str] = {}
    racks: dict[int, tuple[int, int]] = {}
    number = {i: n for n, i in enumerate(keep_loads)}
    for step in running.plan.steps:
        if step.load is None or (load := number.get(running.loads[step.load])) is None:
            continue
        of = keep_loads[load]
        begun = (
            clock.facts.done_at(Mark(kind=Kind.FORM, load=of)) is not None
            or Mark(kind=Kind.FORM, load=of) in clock.hand
        )
        if begun and step.tray and step.kind is Kind.FORM:
            trays[load] = step.tray
        if step.kind is Kind.LOAD and clock.facts.loads[of].in_at is not None and step.oven and step.rack:
            racks[load] = (step.oven, step.rack)
    return Given(trays=trays, racks=racks)


def lost_trays(day: Lived, facts: Facts) -> tuple[LostTray, ...]:
    """The trays that are gone, each from when fewer are in use."""
    from ..day.repair.around import free_from

    t, found, counts = to_ticks(day.plan.work), list[LostTray](), dict[str, int]()
    for kind, _ in facts.gone:
        counts[kind] = counts.get(kind, 0) + 1
        since = free_from(t, day.plan.table, kind, day.tick, counts[kind])
        found.append(LostTray(tray=kind, from_s=since * TICK_S))
    return tuple(found)


__all__ = ["Lived", "Ticks", "lived", "lost_trays"]
