"""The rest of a dough laid out and timed anew, by what its test cookie told."""

from datetime import datetime
from typing import TYPE_CHECKING, NamedTuple

from ...base import refusal
from ...bench import DoughSpec, times
from ...kitchen import Kitchen
from ..plan import Plan
from ..request import DoughAsk
from ..times import LoadTicks, LoadTimes, Timetable, to_ticks
from ..work.derive import moved_by, share_of
from ..work.share import DoughShare
from ..work.work import DayWork, LoadWork
from .around import around, tick_of

if TYPE_CHECKING:
    from ...learning.known import Known


class Foretelling(NamedTuple):
    """What a dough's work is told by: the dough, the kitchen, what was asked of it, and all that is known, its test cookie too."""

    spec: DoughSpec
    kitchen: Kitchen
    asked: DoughAsk
    known: "Known"


def test_of(plan: Plan, load: int) -> LoadWork:
    """The test cookie that is load number `load` of the plan. Raises Refusal where that is none, or was told already."""
    if load >= len(plan.work.loads) or not plan.work.loads[load].test:
        raise refusal("load", "There is no such test cookie in this plan.")
    test = plan.work.loads[load]
    if test.told:
        raise refusal("load", "This test cookie was written down before. Change it in the notebook.")
    return test


def laid_anew(plan: Plan, load: int, by: Foretelling, now: datetime) -> Plan:
    """The plan with the rest of a dough as it is foretold now that its test cookie (`load`) is known. With some of it begun already the
    others keep their pieces too, and only the minutes are new. Raises Refusal where no way is found."""
    test = test_of(plan, load)
    share = share_of(
        times(by.spec, by.kitchen, by.asked.times), by.kitchen, test.dough, by.asked, by.known, test.pieces
    )
    tick = tick_of(plan, now)
    t = to_ticks(plan.work)
    # It can be told no sooner than it is measured by the plan: what is laid out by it follows.
    measured = plan.table.loads[load].transfer + t.loads[load].transfer
    tick = max(tick, measured)
    mine = [i for i, one in enumerate(plan.work.loads) if one.dough == test.dough and i != load]
    begun = any(plan.table.loads[i].shape[0] < tick for i in mine)
    told = _timed(plan, mine, share, tick) if begun else _replaced(plan, mine, share, tick)
    told = _with_told(told, load - sum(1 for i in mine if i < load) if not begun else load)
    made = around(told, told.work, tick, tick)
    return made.model_copy(update={"told": _said(plan, told, test.dough, begun)})


def _with_told(plan: Plan, load: int) -> Plan:
    loads = list(plan.work.loads)
    loads[load] = loads[load].model_copy(update={"told": True})
    return plan.model_copy(update={"work": plan.work.model_copy(update={"loads": tuple(loads)})})


def _timed(plan: Plan, mine: list[int], share: DoughShare, tick: int) -> Plan:
    """Only the minutes, of what is not in the oven yet: each load as the new one of its tray and heat."""
    loads = list(plan.work.loads)
    for i in mine:
        if plan.table.loads[i].load < tick:
            continue
        like = [
            one
            for one in share.loads
            if (one.tray, one.after_log is None) == (loads[i].tray, loads[i].after_log is None)
        ]
        if like:
            loads[i] = loads[i].model_copy(update={"bake_s": like[0].bake_s})
    return plan.model_copy(update={"work": plan.work.model_copy(update={"loads": tuple(loads)})})


def _replaced(plan: Plan, mine: list[int], share: DoughShare, tick: int) -> Plan:
    """The dough's loads left out and the share's put behind all others; where each stood is where the order of the day puts the new ones."""
    keep = [i for i in range(len(plan.work.loads)) if i not in mine]
    number = {i: n for n, i in enumerate(keep)}
    kept = [
        load if load.after_log is None else load.model_copy(update={"after_log": number[load.after_log]})
        for load in (plan.work.loads[i] for i in keep)
    ]
    loads = (*kept, *moved_by(share.loads, len(kept)))
    trays = {
        **plan.work.room.trays,
        **{kind: count for kind, count in share.trays.items() if kind not in plan.work.room.trays},
    }
    work = plan.work.model_copy(
        update={"loads": loads, "pins": (), "room": plan.work.room.model_copy(update={"trays": trays})}
    )
    t = to_ticks(work)
    places = sorted((plan.table.loads[i] for i in mine), key=lambda times: times.load)
    new = [_roughly(t.loads[len(kept) + n], places[min(n, len(places) - 1)], tick + n) for n in range(len(share.loads))]
    table = Timetable(plan.table.doughs, (*(plan.table.loads[i] for i in keep), *new))
    words = (*(plan.words[i] for i in keep), *share.words)
    return plan.model_copy(update={"work": work, "words": words, "table": table})


def _roughly(load: LoadTicks, was: LoadTimes, least: int) -> LoadTimes:
    """About where a load that is not begun belongs in the order of the day; nothing of it is before `least`."""
    into = max(least + sum(load.shape), was.load)
    shape = tuple(into - sum(load.shape[k:]) for k in range(len(load.shape)))
    moved = into + load.slot + load.hot + load.rest
    iced = moved + load.transfer + load.cool
    ice = tuple(iced + sum(load.ice[:k]) for k in range(len(load.ice)))
    return LoadTimes(shape, into, into + load.turn_at, moved, ice, was.oven, False)


def _said(before: Plan, after: Plan, dough: int, begun: bool) -> str:
    def trays(work: DayWork) -> tuple[str, str]:
        loads = [load for load in work.loads if load.dough == dough and not load.test and load.after_log is None]
        counts = "+".join(str(load.pieces) for load in loads) or "0"
        minutes = f"{loads[0].bake_s / 60:.1f}".removesuffix(".0") if loads else "0"
        return counts, minutes

    (was, was_min), (now, now_min) = trays(before.work), trays(after.work)
    name = after.work.doughs[dough].name
    laid = f"{now} a tray instead of {was}" if now != was else f"{now} a tray, as before"
    kept = "its trays are begun and keep their pieces" if begun else laid
    return f"{name} by its test cookie: {kept}; {now_min} min in the oven instead of {was_min}."
