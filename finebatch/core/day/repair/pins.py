"""A step pinned to a time, or let go: the rest of the day moves as little as it can."""

from datetime import timedelta

from ...base import refusal
from ..change import Pinned
from ..plan import Plan, plan_of
from ..solver.freeze import Freeze
from ..solver.model import DayModel, NoSolutionError
from ..solver.search import Aim
from ..times import TICK_S, Timetable, to_ticks
from ..work.work import Pin
from .around import REPAIR_LIMIT, compared, lost_trays


def with_room_before(plan: Plan, change: Pinned) -> Plan:
    """The same plan on a clock that begins early enough for the pin: its own may begin with its first step."""
    if change.at is None:
        return plan
    lead_s = max(dough.lead_s for dough in plan.work.doughs) + 3600
    short = -(-int(lead_s - (change.at - plan.origin).total_seconds()) // TICK_S)
    if short <= 0 or plan.done_before_s:
        return plan
    return earlier(plan, short)


def earlier(plan: Plan, ticks: int) -> Plan:
    """The same plan on a clock that begins so many ticks earlier."""
    by_s = ticks * TICK_S
    work = plan.work.model_copy(
        update={
            **{
                name: tuple((a + by_s, b + by_s) for a, b in getattr(plan.work, name))
                for name in ("closed", "lone", "oven_off")
            },
            "pins": tuple(pin.model_copy(update={"at_s": pin.at_s + by_s}) for pin in plan.work.pins),
            "deadline_s": None if plan.work.deadline_s is None else plan.work.deadline_s + by_s,
            "lost": tuple(lost.model_copy(update={"from_s": lost.from_s + by_s}) for lost in plan.work.lost),
        }
    )
    origin = plan.origin - timedelta(seconds=by_s)
    return plan.model_copy(update={"work": work, "table": plan.table.later(ticks), "origin": origin})


def pinned(plan: Plan, change: Pinned, tick: int, begun: bool) -> Plan:
    pins = tuple(pin for pin in plan.work.pins if (pin.what, pin.index) != (change.what, change.index))
    size = len(plan.work.doughs) if change.what.of_dough else len(plan.work.loads)
    if change.index >= size:
        raise refusal("index", "There is no such step in this plan.")
    if change.at is not None:
        at_s = round((change.at - plan.origin).total_seconds() / TICK_S) * TICK_S
        pins = (*pins, Pin(what=change.what, index=change.index, at_s=at_s))
    work = plan.work.model_copy(update={"pins": pins})
    t = to_ticks(work)
    horizon = (
        max(plan.table.finish(t) + 480, *(pin.at_s // TICK_S + 480 for pin in pins))
        if pins
        else plan.table.finish(t) + 480
    )
    if t.deadline is not None:
        horizon = min(horizon, t.deadline)
    chosen = {(pin.what, pin.index): pin.at_s // TICK_S for pin in pins}
    model = DayModel(
        t, horizon, Freeze(plan.table, tick, tick, lost_trays(work), strict=True) if tick else None, pins=chosen
    )
    model.suggest(plan.table)
    model.steady(plan.table)
    try:
        table = _first_found(model)
    except NoSolutionError as error:
        sure = "cannot begin then" if error.proved else "could not be made to begin then"
        raise refusal(
            "at",
            f"With the rest of the day as it is, this {sure}: something would wait too long, or the hands, racks or trays are taken.",
        ) from error
    made = plan_of(work, plan.words, plan.origin, table, 0, False, Aim.SOONEST, soft=begun)
    return compared(plan, made, tick if begun else 0)


def _first_found(model: DayModel) -> Timetable:
    """Within the usual limit, or a few times that where it yields nothing at all. NoSolutionError after that."""
    try:
        return model.run(REPAIR_LIMIT)[0]
    except NoSolutionError as error:
        if error.proved:
            raise
        return model.run(6 * REPAIR_LIMIT)[0]
