"""One tray's and one dough's times as they were lived, and what of their work was otherwise than planned."""

from dataclasses import dataclass, field, replace
from datetime import datetime

from ..day import TICK_S, DayWork, DoughTimes, DoughWork, Kind, LoadTimes, LoadWork, Plan, Ticks
from .events import Mark
from .facts import Facts


@dataclass
class RunClock:
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


def load_lived(
    clock: RunClock, work: DayWork, n: int, was: LoadTimes, moved_by: int | None
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


def _sliced_when(clock: RunClock, work: DayWork, load: LoadWork, first: int) -> dict[str, object]:
    """Slices are cut when they are cut: the window opens by then."""
    log = clock.facts.loads[load.after_log or 0]
    out = clock.tick(log.out_at) if log.out_at is not None else first
    return {"slice_from_s": max(0, min(load.slice_from_s, (first - out) * TICK_S))}


def dough_lived(
    clock: RunClock, work: DayWork, d: int, was: DoughTimes, limit: int | None
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


def _mixed(clock: RunClock, d: int, dough: DoughWork, length: int, first: int) -> int | None:
    """When mixing began; of a mixing with a wait in it the second part may be still to come."""
    if not dough.mix_lag_s:
        return clock.began(Mark(kind=Kind.MIX, dough=d), length)
    again = clock.facts.done_at(Mark(kind=Kind.MIX, dough=d, part=1))
    if again is not None:
        return min(clock.tick(again) - length, clock.next - 1)
    return clock.began(Mark(kind=Kind.MIX, dough=d), first)


def _led(clock: RunClock, d: int, dough: DoughWork, lead: int) -> int | None:
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


def _packed(clock: RunClock, d: int, length: int, was: DoughTimes) -> int:
    if not length:
        return was.pack
    began = clock.began(Mark(kind=Kind.PACK, dough=d), length)
    return max(was.pack, clock.next) if began is None else began
