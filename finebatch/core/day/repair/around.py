"""The day made again around what is done and under way: built in the old order, improved by the model, or moved later as it stands; the least
harm is taken."""

import contextlib
from collections.abc import Iterator
from dataclasses import replace
from datetime import datetime, timedelta
from typing import NamedTuple

from ...base import refusal
from ..byhand.builder import Allowance, Builder
from ..byhand.masks import FAR, Many
from ..plan import Plan, plan_of
from ..solver.freeze import Freeze, soft_again
from ..solver.model import DayModel, NoSolutionError
from ..solver.search import Aim
from ..steps.naming import NOTHING_GIVEN, Given
from ..times import BELL, TICK_S, DoughTimes, Ticks, Timetable, to_ticks
from ..work.work import DayWork, LostTray

REPAIR_LIMIT = 0.08  # deterministic: under a second on a small machine
LIVED_LIMIT = 1.2  # the same by how many loads there are: a large model takes its time before the search begins
OVERSTEPS = (0, 20, 60, 180, 2000)  # ticks, tried in turn


def tick_of(plan: Plan, now: datetime) -> int:
    """The tick before which all that began stands; 0 for a plan that has not begun."""
    now_s = max(0, int((now - plan.origin).total_seconds()), plan.done_before_s)
    return -(-now_s // TICK_S) if now > plan.start else 0


class LivedSoFar(NamedTuple):
    """Of a day that is run: what trays under way are called, and its timetable with all that is to come later, tried in turn."""

    given: Given
    later: Iterator[Timetable]


def around(
    plan: Plan, work: DayWork, tick: int, resume: int, broken: str = "", lived: LivedSoFar | None = None
) -> Plan:
    """Made again from `tick` on, nothing begun before `resume`: built in the old order, improved by the model from there, and all moved later as it
    stands. Of those that are sound the one that harms least is taken. Of a day that is `lived`, what is past is as it was, by the rules or not."""
    asked = work
    work, table = settled(work.model_copy(update={"deadline_s": None}), plan.table, tick)
    unturned = tuple(
        f"{now.name} is not turned at half time"
        for was, now in zip(asked.loads, work.loads, strict=True)
        if was.turn_s and not now.turn_s
    )
    plan = plan.model_copy(update={"table": table})
    t = to_ticks(work)
    if broken:
        # A tray under way is seen through: one is missed from when fewer are in use.
        gone = 1 + sum(1 for lost in work.lost if lost.tray == broken)
        since = free_from(t, plan.table, broken, tick, gone)
        work = work.model_copy(update={"lost": (*work.lost, LostTray(tray=broken, from_s=since * TICK_S))})
    lost = lost_trays(work)
    if t.hands == 1 or t.lone:
        at_the_hob = (
            x.weigh - d.lead + d.lead_first for x, d in zip(plan.table.doughs, to_ticks(asked).doughs, strict=True) if x.weigh - d.lead < tick
        )  # fmt: skip
        resume = max([resume, *at_the_hob])
    kept = work.model_copy(update={"deadline_s": None, "pins": ()})

    def sound(answer: Timetable | None) -> Plan | None:
        try:
            past_s, given = (tick * TICK_S, lived.given) if lived else (0, NOTHING_GIVEN)
            made = (
                plan_of(
                    kept, plan.words, plan.origin, answer, 0, False, Aim.SOONEST, soft=True, past_s=past_s, given=given
                )
                if answer
                else None
            )
        except RuntimeError:
            return None  # the check found a hard rule broken: such an answer is never shown
        return made and compared(plan, made.model_copy(update={"overstepped": made.overstepped + unturned}), tick)

    patch = patched(t, plan.table, tick, resume, lost, lived is not None)
    best = patch
    freeze = Freeze(table, tick, resume, lost, lived=lived is not None)
    if lived:
        later = (sound(_with_inside(one, table, tick)) for one in lived.later)
    else:
        later = (sound(shifted(t, table, tick, by)) for by in _shifts(resume - tick))
    moved = next((made for made in later if made), None)
    start = patch or plan.table
    if lived and moved and (patch is None or moved.table.finish(t) < patch.finish(t)):
        start = moved.table
    model = DayModel(t, start.finish(t) + 240, freeze)
    model.suggest(start)
    model.steady(plan.table)
    try:
        best, _, _ = model.run(REPAIR_LIMIT if not lived else min(REPAIR_LIMIT, LIVED_LIMIT / len(t.loads)))
    except NoSolutionError as error:
        if best is None and moved is None:
            raise refusal("change", "No way was found to go on from here. Plan the rest anew.") from error

    answers = [made for made in (sound(best), sound(patch) if patch != best else None) if made]
    answers += [moved] if moved else []
    if not answers and lived:  # a day that is run must go on: what it takes is taken
        with contextlib.suppress(NoSolutionError):
            answers += [made for made in (sound(model.run(6 * REPAIR_LIMIT)[0]),) if made]
    if not answers:
        raise refusal("change", "No sound way was found to go on from here. Plan the rest anew.")
    return min(answers, key=_harm)


def _with_inside(later: Timetable, settled: Timetable, tick: int) -> Timetable:
    """A timetable with what is in the oven as it was settled."""
    loads = (
        replace(x, turn=now.turn, transfer=now.transfer) if now.load < tick else x
        for x, now in zip(later.loads, settled.loads, strict=True)
    )
    return Timetable(later.doughs, tuple(loads))


SAME_END_S = 5 * 60  # a day that ends so little sooner is not turned over for it


def _harm(plan: Plan) -> tuple[int, int, int, datetime]:
    """What a repair costs, worst first: longest times overstepped, the end, steps that move, and the end again."""
    return len(plan.overstepped), int(plan.end.timestamp()) // SAME_END_S, len(plan.moved), plan.end


def _shifts(lost: int) -> range:
    """By how much all that is to come is moved later for time that was lost, ticks, tried in turn; where none was lost it would not help."""
    return range(lost, lost + 4, 2) if lost else range(0)


def shifted(t: Ticks, was: Timetable, tick: int, by: int) -> Timetable:
    """All that is not begun `by` ticks later, in its old order; what is in the oven is turned, taken out and moved to the rack as it was."""

    def later(start: int) -> int:
        return start + by if start >= tick else start

    doughs = tuple(
        DoughTimes(
            later(x.weigh), later(x.mix), later(x.divide) if d.divide else later(x.mix) + d.mix, later(x.out), later(x.pack) if x.pack else 0
        )
        for x, d in zip(was.doughs, t.doughs, strict=True)
    )  # fmt: skip
    loads = []
    for x in was.loads:
        inside = x.load < tick
        turn, transfer = (x.turn, x.transfer) if inside else (x.turn + by, x.transfer + by)
        pieces, ice = (tuple(later(start) for start in starts) for starts in (x.shape, x.ice))
        loads.append(replace(x, shape=pieces, load=later(x.load), turn=turn, transfer=transfer, ice=ice))
    return Timetable(doughs, tuple(loads))


def lost_trays(work: DayWork) -> tuple[tuple[str, int], ...]:
    """The trays out of use, each with the tick from which it is."""
    return tuple((lost.tray, lost.from_s // TICK_S) for lost in work.lost)


def free_from(t: Ticks, table: Timetable, kind: str, tick: int, count: int) -> int:
    """The first tick from which one tray fewer is enough for what is under way."""
    held = [
        times.transfer + t.loads[i].transfer + t.tray_cool
        for i, times in enumerate(table.loads)
        if t.loads[i].tray == kind and times.shape[0] < tick < times.transfer + t.loads[i].transfer + t.tray_cool
    ]
    over = len(held) - (t.trays[kind] - count)
    return tick if over <= 0 else sorted(held)[over - 1]


def patched(
    t: Ticks, was: Timetable, tick: int, resume: int, lost: tuple[tuple[str, int], ...], lived: bool = False
) -> Timetable | None:
    """The repair by hand: what has begun stays; the rest follows in the old order, as early as may be; longest times are
    overstepped only where they must be."""
    for overstep in OVERSTEPS:
        builder = Builder(t, Allowance(overstep, 0 if overstep < 60 else 5000), resume, lived)
        for kind, start in lost:
            builder.room.trays[kind].take(start, FAR - start)
        if _laid(builder, t, was, tick):
            return builder.table()
    return None


def _mixed(builder: Builder, t: Ticks, was: Timetable, tick: int, these: frozenset[int]) -> bool:
    """These doughs, as far as they are not there, in their old order; whether each found its place."""
    for d, made in sorted(enumerate(was.doughs), key=lambda item: item[1].weigh):
        if d in these and d not in builder.doughs and not builder.dough(d, soft_again(t, d, made, tick, builder.now)):
            return False
    return True


def _laid(builder: Builder, t: Ticks, was: Timetable, tick: int) -> bool:
    for d, made in enumerate(was.doughs):
        if made.weigh < tick:
            builder.put_dough(d, made)
    for i, times in enumerate(was.loads):
        if times.load < tick:
            builder.put_load(i, replace(times, ice=()))
    # What is begun holds the hands before what is not.
    shapes: dict[int, tuple[int, ...]] = {}
    for i, times in enumerate(was.loads):
        if times.ice and times.ice[0] < tick:
            builder.put_ice(i, builder.gone_on_with(times.ice, t.loads[i].ice, tick) if builder.lived else times.ice)
        if times.shape[0] < tick and i not in builder.loads:
            shapes[i] = builder.gone_on_with(times.shape, t.loads[i].shape, tick) if builder.lived else times.shape
            builder.hold_hands(i, shapes[i])
    if not _mixed(builder, t, was, tick, t.ahead):
        return False
    for i, times in sorted(enumerate(was.loads), key=lambda item: (not t.is_ahead(item[0]), item[1].load, item[0])):
        # What goes ahead is shaped by now, if there is any: the others begin after it.
        if not t.is_ahead(i) and not _mixed(builder, t, was, tick, frozenset(range(len(t.doughs))) - t.ahead):
            return False
        if i in builder.loads:
            continue
        if times.shape[0] < tick:
            shape = shapes[i]
            found = builder.into_oven(i, shape, shape[-1] + t.loads[i].shape[-1])
            if found is None:
                return False
            builder.put_load(i, found, shaped=True)
        elif not builder.load(i):
            return False
    for i, times in enumerate(was.loads):
        if not (times.ice and times.ice[0] < tick) and not builder.ice(i):
            return False
    return all(builder.pack(d) for d in builder.doughs)


def settled(work: DayWork, was: Timetable, tick: int) -> tuple[DayWork, Timetable]:
    """What is in the oven, seen through without two things at once: a tray whose end falls on something under way stays in
    a little longer, one still to be turned is turned near its half time, and cookies are moved when hands are free."""
    t = to_ticks(work)
    hands, bells = Many(t.hands), Many(1)
    inside = [i for i, times in enumerate(was.loads) if times.load < tick]
    for start, length in (*under_way(t, was, tick), *((a, min(b, FAR) - a) for a, b in t.lone if a < FAR)):
        hands.take(start, length)
    loads, times = list(work.loads), list(was.loads)
    baking = [i for i in inside if times[i].load + t.loads[i].slot > tick]
    for i in sorted(baking, key=lambda i: times[i].load + t.loads[i].slot):
        load = t.loads[i]
        out = max(tick, times[i].load + t.load + load.bake)
        stays = next(d for d in range(400) if hands.free(out + d, t.unload + load.hot) and bells.free(out + d, BELL))
        hands.take(out + stays, t.unload + load.hot)
        bells.take(out + stays, BELL)
        longer = out + stays - times[i].load - t.load - load.bake
        loads[i] = loads[i].model_copy(update={"bake_s": loads[i].bake_s + longer * TICK_S})
    work = work.model_copy(update={"loads": tuple(loads)})
    t = to_ticks(work)
    for i in baking:
        load, now = t.loads[i], times[i]
        if load.turn and now.turn >= tick:
            half = max(tick, now.load + load.turn_at)
            end = now.load + t.load + load.bake - max(load.turn, BELL)
            free = (r for r in range(half, end + 1) if hands.free(r, load.turn) and bells.free(r, BELL))
            turn = next(free, None)
            if turn is None:
                # Nobody is free to turn it: it is left as it is, which the plan then says.
                loads[i] = loads[i].model_copy(update={"turn_s": 0})
                turn = half
            else:
                hands.take(turn, load.turn)
                bells.take(turn, BELL)
                loads[i] = loads[i].model_copy(update={"half_s": max(0, turn - now.load - t.load) * TICK_S})
            times[i] = replace(now, turn=turn)
    for i in inside:
        load, now = t.loads[i], times[i]
        if now.transfer >= tick:
            earliest = max(tick, now.load + load.slot + load.hot + load.rest)
            moved = next(m for m in range(earliest, earliest + 4000) if hands.free(m, load.transfer))
            hands.take(moved, load.transfer)
            times[i] = replace(now, transfer=moved)
    # What was browned is browned: should its dough be put off, nobody stands at the hob again.
    doughs = tuple(
        dough.model_copy(update={"lead_first_s": 0}) if times_.weigh - d.lead < tick <= times_.weigh and d.lead_first else dough
        for dough, d, times_ in zip(work.doughs, t.doughs, was.doughs, strict=True)
    )  # fmt: skip
    return work.model_copy(update={"loads": tuple(loads), "doughs": doughs}), Timetable(was.doughs, tuple(times))


def under_way(t: Ticks, was: Timetable, tick: int) -> list[tuple[int, int]]:
    """What hands have begun and not finished, in (start, length): a step, and the rest of a dough or of a tray's shaping."""
    spans: list[tuple[int, int]] = []
    for dough, made in zip(t.doughs, was.doughs, strict=True):
        if made.weigh - dough.lead < tick:
            spans.append((made.weigh - dough.lead, dough.lead_first))
        if made.weigh < tick:
            spans += [(made.weigh, dough.weigh), (made.divide, dough.divide)]
            spans += [(made.mix + after, length) for after, length in dough.mixings]
        if made.pack < tick:
            spans.append((made.pack, dough.pack))
    for load, times in zip(t.loads, was.loads, strict=True):
        if times.shape[0] < tick:
            spans += zip(times.shape, load.shape, strict=True)
        if times.ice and times.ice[0] < tick:
            spans += zip(times.ice, load.ice, strict=True)
        done = [(times.load - load.wash, load.wash + t.load), (times.transfer, load.transfer), (times.turn, load.turn)]
        if times.load + load.slot <= tick:  # out, and what is due hot is not over
            done.append((times.load + load.slot, load.hot))
        spans += [(start, length) for start, length in done if start < tick]
    return [(start, length) for start, length in spans if length and start + length > tick]


def compared(before: Plan, after: Plan, tick: int) -> Plan:
    """What moved by a minute or more, said; and the time before which all stands."""
    old = {(s.kind, s.load, s.dough, s.title): before.start + timedelta(seconds=s.start_s) for s in before.steps}
    moved = []
    for step in after.steps:
        was = old.get((step.kind, step.load, step.dough, step.title))
        if was is None or step.place.value != "hands":
            continue
        by = round((after.start + timedelta(seconds=step.start_s) - was).total_seconds() / 60)
        if abs(by) >= 1:
            moved.append(f"{step.title}: {abs(by)} min {'later' if by > 0 else 'earlier'}")
    return after.model_copy(update={"moved": tuple(dict.fromkeys(moved)), "done_before_s": tick * TICK_S})
