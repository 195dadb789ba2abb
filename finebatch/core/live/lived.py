"""A day's timetable as it was lived so far: what was done stands where it was done, what somebody has in hand is begun, all else is still to come.

The repair of a plan takes everything that stands before now as begun. A day that is run knows better, so its timetable is rewritten before each repair:
what was done later or earlier than planned is moved there, and what was not begun is moved behind now. What was done is never against the rules: a rest
that was shorter counts as the rest it was.
"""

from dataclasses import dataclass, field, replace
from datetime import datetime

from ..day import (
    TICK_S,
    DayWork,
    DoughTimes,
    DoughWork,
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


@dataclass
class _Clock:
    """The plan's ticks, and what was done or is in hand by them."""

    facts: Facts
    plan: Plan
    now: datetime
    t: Ticks
    hand: dict[Mark, int] = field(default_factory=dict)

    def tick(self, at: datetime) -> int:
        return int((at - self.plan.origin).total_seconds() // TICK_S)

    @property
    def next(self) -> int:
        """The first tick that has not begun."""
        return self.tick(self.now) + 1

    def began(self, mark: Mark, length: int) -> int | None:
        """The tick at which a step that is done or in hand began, so that it ended when it was told, or ends in a moment where it takes longer than
        planned; None where it is not begun."""
        at = self.facts.done_at(mark)
        if at is not None:
            return min(self.tick(at) - length, self.next - 1)
        since = self.hand.get(mark)
        return None if since is None else min(max(since, self.next - length), self.next - 1)


def lived(
    first: Plan, running: Running, facts: Facts, left: list[ToDo], now: datetime, by: int = 0
) -> Lived | None:  # fmt: skip
    """The day as it is at `now`; None where nothing of it is left to plan. `first` is the plan as the day was begun, `running` as it stood last, with what
    was `left` of it. What is to come is `by` ticks later than it was, and never before now; `late` is how much later the first of it must be."""
    keep_loads, keep_doughs = _kept(first, facts)
    if not keep_loads:
        return None
    work = _told(first.work, facts)
    clock = _Clock(facts, first, now, to_ticks(work))
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
        new_loads[n], changes[n] = _load(clock, work, n, loads[n], min(cuts, default=None))
    changed = [load.model_copy(update=changes.get(n, {})) for n, load in enumerate(work.loads)]
    new_doughs, dough_changes = list(doughs), dict[int, dict[str, object]]()
    for d in keep_doughs:
        begun = [
            new_loads[n].shape[0] for n in keep_loads
            if d in (work.loads[n].dough, work.loads[n].also) and work.loads[n].after_log is None and new_loads[n].shape[0] < clock.next
        ]  # fmt: skip
        new_doughs[d], dough_changes[d] = _dough(clock, work, d, doughs[d], min(begun, default=None))
    made = work.model_copy(
        update={
            "loads": tuple(changed),
            "doughs": tuple(dough.model_copy(update=dough_changes.get(d, {})) for d, dough in enumerate(work.doughs)),
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
    closed: tuple[tuple[int, int], ...], clock: _Clock, loads: list[LoadWork], times: list[LoadTimes], keep_loads: list[int]
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


def _from(spans: tuple[tuple[int, int], ...], tick: int) -> tuple[tuple[int, int], ...]:
    """The spans (s) as far as they are after a tick."""
    return tuple((max(a, tick * TICK_S), b) for a, b in spans if b > max(a, tick * TICK_S))


def _late(
    doughs: list[DoughTimes], loads: list[LoadTimes], keep_doughs: list[int], keep_loads: list[int], clock: _Clock
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


def _load(
    clock: _Clock, work: DayWork, n: int, was: LoadTimes, moved_by: int | None
) -> tuple[LoadTimes, dict[str, object]]:
    """A load's times as they were, and what of its work was otherwise than planned. `moved_by`: the tick by which it was off its tray, where slices of
    it were begun."""
    t, load = clock.t, work.loads[n]
    ticks, told, change = t.loads[n], clock.facts.loads[n], dict[str, object]()
    now = clock.next
    # Into the oven, and out.
    inside, into = told.in_at is not None, was.load
    slot_end = None if told.out_at is None else clock.tick(told.out_at)
    if told.in_at is not None:
        into = min(clock.tick(told.in_at) - t.load, now - 1)
        if slot_end is not None:
            into = min(into, slot_end - t.unload - 1 - t.load)
            change["bake_s"] = (slot_end - t.unload - into - t.load) * TICK_S
        elif into + t.load + ticks.bake < now:
            change["bake_s"] = (now - into - t.load) * TICK_S  # it is in there still
    bake = int(str(change["bake_s"])) // TICK_S if "bake_s" in change else ticks.bake
    # Shaping, from its last piece back.
    starts: list[int | None] = [
        clock.began(Mark(kind=Kind.FORM, load=n, part=k), length) for k, length in enumerate(ticks.shape)
    ]
    limit = into - ticks.before if inside else None
    for k in range(len(starts) - 1, -1, -1):
        start = starts[k]
        if start is not None and limit is not None:
            starts[k] = start = min(start, limit - ticks.shape[k])
        limit = start if start is not None else limit
    shape, free = [], now
    for k, start in enumerate(starts):
        at = start if start is not None else max(was.shape[k], free)
        shape.append(at)
        free = max(free, at + ticks.shape[k])
    shaped = shape[-1] + ticks.shape[-1]
    if not inside:
        into = max(was.load, now, shaped + ticks.before)
        washed = ticks.wash and clock.facts.done_at(Mark(kind=Kind.WASH, load=n)) is not None
        into = max(now, shaped + ticks.before) if washed else into
    # Half time.
    turn = max(was.turn, now) if told.out_at is None else was.turn
    if ticks.turn and told.turned_at is not None:
        earliest, latest = into + t.load, into + t.load + bake - ticks.turn
        turn = min(max(clock.tick(told.turned_at) - ticks.turn, earliest), latest)
        change["half_s"] = max(0, turn - into - t.load) * TICK_S
        if latest < earliest:
            change |= {"turn_s": 0, "half_s": None}
    elif ticks.turn and told.out_at is not None:
        change["turn_s"] = 0
    # Off the tray.
    empty = into + t.load + bake + t.unload + ticks.hot
    moved = clock.began(Mark(kind=Kind.TRANSFER, load=n), ticks.transfer)
    if moved_by is not None:
        moved = min(moved_by - ticks.transfer, moved if moved is not None else moved_by)
    if moved is None:
        transfer = max(was.transfer, now, empty + ticks.rest)
    else:
        hot = min(ticks.hot, max(0, moved - (empty - ticks.hot)))
        transfer = max(moved, empty - ticks.hot)
        change |= {
            "hot_s": min(load.hot_s, hot * TICK_S),
            "rest_s": min(load.rest_s, max(0, transfer - (empty - ticks.hot + hot)) * TICK_S),
        }
    # What goes on cold.
    ice: list[int] = []
    free = max(now, transfer + ticks.transfer + ticks.cool)
    for k, length in enumerate(ticks.ice):
        start = clock.began(Mark(kind=Kind.ICE, load=n, part=k), length)
        at = max(start, transfer + ticks.transfer) if start is not None else max(was.ice[k], free)
        at = max(at, ice[-1] + ticks.ice[k - 1]) if ice else at
        if k == 0 and start is not None:
            change["cool_s"] = min(load.cool_s, max(0, at - transfer - ticks.transfer) * TICK_S)
        ice.append(at)
        free = at + length
    if load.scraps and shape[0] < now:
        change["scraps"] = False  # they were cold enough, or not: they are being rolled
    if load.after_log is not None and shape[0] < now:
        change |= _sliced_when(clock, work, load, shape[0])
    times = replace(was, shape=tuple(shape), load=into, turn=turn, transfer=transfer, ice=tuple(ice))
    return times, change


def _sliced_when(clock: _Clock, work: DayWork, load: LoadWork, first: int) -> dict[str, object]:
    """Slices are cut when they are cut: the window opens by then."""
    log = clock.facts.loads[load.after_log or 0]
    out = clock.tick(log.out_at) if log.out_at is not None else first
    return {"slice_from_s": max(0, min(load.slice_from_s, (first - out) * TICK_S))}


def _dough(
    clock: _Clock, work: DayWork, d: int, was: DoughTimes, limit: int | None
) -> tuple[DoughTimes, dict[str, object]]:
    """A dough's times as they were, and what of its work was otherwise. `limit`: the tick at which the first of it was shaped, if any was."""
    dough = work.doughs[d]
    ticks, now, change = clock.t.doughs[d], clock.next, dict[str, object]()
    led = _led(clock, d, dough, ticks.lead)
    if dough.made:
        ready = was.weigh if limit is None else min(was.weigh, limit)
        if limit is None:
            ready = (
                max(ready, led + ticks.lead)
                if led is not None
                else max(ready, now + ticks.lead if ticks.lead else ready)
            )
        elif led is not None and ready - led < ticks.lead:
            change["lead_s"] = max(0, ready - led) * TICK_S
        return DoughTimes(ready, ready, ready, ready, _packed(clock, d, ticks.pack, was)), change
    weigh = clock.began(Mark(kind=Kind.WEIGH, dough=d), ticks.weigh)
    mix = _mixed(clock, d, dough, ticks.mix, ticks.mix_first)
    divide = clock.began(Mark(kind=Kind.DIVIDE, dough=d), ticks.divide) if ticks.divide else None
    if limit is not None:
        if ticks.divide:
            divide = min(divide if divide is not None else limit, limit - ticks.divide)
        else:
            mix = min(mix if mix is not None else limit, limit - ticks.mix)
    if divide is not None:
        mix = min(mix if mix is not None else divide, divide - ticks.mix)
    if mix is not None:
        weigh = min(weigh if weigh is not None else mix, mix - ticks.weigh)
    if weigh is None:
        soft = led + ticks.lead if led is not None else now + ticks.lead
        weigh = max(was.weigh, now, soft)
    elif led is not None and weigh - led < ticks.lead:
        change |= _led_less(dough, max(0, weigh - led) * TICK_S)
    mix = max(was.mix, now, weigh + ticks.weigh) if mix is None else mix
    mixed = mix + ticks.mix
    divide = (max(was.divide, now, mixed) if divide is None else divide) if ticks.divide else mixed
    done = divide + ticks.divide
    out = done
    if ticks.chill:
        if limit is not None:
            out = max(done, min(was.out, limit))
        else:
            out = max(was.out, done + ticks.chill, now)
            until = clock.facts.not_ready.get(d)
            out = out if until is None else max(out, clock.tick(until) + 1)
        if out - done < ticks.chill:
            change["chill_s"] = (out - done) * TICK_S
        elif clock.facts.not_ready.get(d) is not None:
            stays = (out - done) * TICK_S
            change |= {"chill_s": stays, "chill_max_s": max(stays, dough.chill_max_s)}
        if limit is not None and limit - out < ticks.temper:
            change["temper_s"] = max(0, limit - out) * TICK_S
    return DoughTimes(weigh, mix, divide, out, _packed(clock, d, ticks.pack, was)), change


def _mixed(clock: _Clock, d: int, dough: DoughWork, length: int, first: int) -> int | None:
    """When mixing began; of a mixing with a wait in it the second part may be still to come."""
    if not dough.mix_lag_s:
        return clock.began(Mark(kind=Kind.MIX, dough=d), length)
    again = clock.facts.done_at(Mark(kind=Kind.MIX, dough=d, part=1))
    if again is not None:
        return min(clock.tick(again) - length, clock.next - 1)
    return clock.began(Mark(kind=Kind.MIX, dough=d), first)


def _led(clock: _Clock, d: int, dough: DoughWork, lead: int) -> int | None:
    """When what comes before the weighing was begun."""
    if not lead:
        return None
    browned = (
        clock.began(Mark(kind=Kind.BROWN, dough=d), -(-dough.lead_first_s // TICK_S)) if dough.lead_first_s else None
    )
    if browned is not None:
        return browned
    at = clock.facts.done.get(Mark(kind=Kind.THAW if dough.made else Kind.SOFTEN, dough=d))
    return None if at is None else min(clock.tick(at), clock.next - 1)


def _led_less(dough: DoughWork, lead_s: int) -> dict[str, object]:
    return {"lead_s": lead_s, "lead_first_s": min(dough.lead_first_s, lead_s)}


def _packed(clock: _Clock, d: int, length: int, was: DoughTimes) -> int:
    if not length:
        return was.pack
    began = clock.began(Mark(kind=Kind.PACK, dough=d), length)
    return max(was.pack, clock.next) if began is None else began


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


def _given(running: Running, clock: _Clock, keep_loads: list[int]) -> Given:
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
