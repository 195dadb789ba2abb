"""A better plan than the one there is: looked for while that is on the screen, or later on the baker's wish. And what would help."""

import time
from collections.abc import Callable
from datetime import datetime

from ..base import Value
from .plan import Plan, Saving, more_of, plan_of
from .repair.around import compared, lost_trays, tick_of
from .request import ClockFixes
from .solver.freeze import Freeze
from .solver.model import DayModel, NoSolutionError
from .solver.search import Aim, Effort, Found, NoPlanError, effort_for, search
from .times import TICK_S, Timetable, to_ticks

TOLD_FROM = 2  # ticks: what is better by less is not worth a new plan on the screen
TOLD_APART_S = 0.7  # and not so soon after the last
BEGUN_FROM = 6  # and of a day that is under way
STAYS_TICKS = 6  # nothing that begins within three minutes is moved


class Search(Value):
    """How long to look: as for a plan from the beginning (`seconds` None: the same day gives the same plan), or for so many seconds of
    two processors."""

    seconds: float | None = None

    def effort(self, loads: int) -> Effort:
        if self.seconds is None:
            usual = effort_for(loads)
            return Effort(shortest=usual.shortest, calmest=LONG_CALM, tries=usual.tries)
        return Effort(shortest=3.0, calmest=1.0, tries=4, seconds=self.seconds)


LONG_CALM = 1.0  # deterministic: while the baker reads the first plan there is time to make it calm


def better_plan(
    plan: Plan, when: ClockFixes, how: Search, now: datetime, tell: Callable[[Plan], None] | None = None
) -> Plan:
    """The best plan that is found from `plan` on, the same where that is none better. `when` says which end stays; of a day that is under way at
    `now` what began stays, and what begins within three minutes. `tell` is handed each better one as it is found."""
    if now > plan.start or plan.done_before_s:
        return _begun(plan, how, now)
    t = to_ticks(plan.work)
    aim = Aim.LATEST if plan.work.deadline_s is not None else Aim.SOONEST
    told, at = _value(plan.table, plan, aim), 0.0

    def made(table: Timetable, bound: int, proved: bool) -> Plan:
        made = plan_of(plan.work, plan.words, plan.origin, table, bound, proved, aim)
        if aim is Aim.LATEST or when is not ClockFixes.READY_BY or plan.work.pins:
            return made
        # The end stays where it was asked for: what is saved is taken from the beginning.
        shift = plan.end - made.end
        return made.model_copy(update={"start": made.start + shift, "end": plan.end, "origin": made.origin + shift})

    def heard(table: Timetable) -> None:
        nonlocal told, at
        value = _value(table, plan, aim)
        if tell is not None and value <= told - TOLD_FROM and time.monotonic() >= at:
            told, at = value, time.monotonic() + TOLD_APART_S
            tell(made(table, 0, False))

    try:
        found = search(plan.work, aim, how.effort(len(t.loads)), plan.table, heard)
    except NoPlanError:
        return plan
    return made(found.timetable, found.bound, found.proved) if _is_better(found, plan, aim, how) else plan


def _value(table: Timetable, plan: Plan, aim: Aim) -> int:
    """Ticks: less is better."""
    t = to_ticks(plan.work)
    return -table.begin(t) if aim is Aim.LATEST else table.finish(t)


def _is_better(found: Found, plan: Plan, aim: Aim, how: Search) -> bool:
    """What is found first for a new plan is its answer, if a few minutes longer for calm; later on only what is shorter counts, or proved."""
    gain = _value(plan.table, plan, aim) - _value(found.timetable, plan, aim)
    if how.seconds is None:
        return found.timetable != plan.table or found.proved != plan.proved or found.bound * TICK_S != plan.bound_s
    return gain >= TOLD_FROM or (gain >= 0 and found.proved and not plan.proved)


def _begun(plan: Plan, how: Search, now: datetime) -> Plan:
    """A day under way, with what is still to begin in a better order; the same where that would not be three minutes shorter."""
    t = to_ticks(plan.work)
    stays = tick_of(plan, now) + STAYS_TICKS
    was = plan.table.finish(t)
    pins = {(pin.what, pin.index): pin.at_s // TICK_S for pin in plan.work.pins}
    model = DayModel(t, was, Freeze(plan.table, stays, stays, lost_trays(plan.work), strict=True), pins)
    model.suggest(plan.table)
    model.shortest()
    effort = how.effort(len(t.loads))
    try:
        table, _, _ = model.run(effort.shortest, workers=4 if effort.seconds else 1, seconds=effort.seconds)
    except NoSolutionError:
        return plan
    if table.finish(t) > was - BEGUN_FROM:
        return plan
    made = plan_of(plan.work, plan.words, plan.origin, table, 0, False, Aim.SOONEST, soft=True)
    return compared(plan, made, tick_of(plan, now))


def savings_of(plan: Plan) -> tuple[Saving, ...]:
    """What one more tray, rack or helper, or a shorter chill would save of this day; a quick look, so at least that much.
    Nothing of days with hours in which somebody or the oven is not there."""
    if plan.work.closed or plan.work.lone or plan.work.oven_off:
        return ()  # a day that waits for hours is not measured by its length
    now_s = (
        plan.bound_s if plan.proved and plan.work.deadline_s is None else int((plan.end - plan.start).total_seconds())
    )
    found = []
    for label, changed in more_of(plan.work.model_copy(update={"deadline_s": None, "pins": ()})):
        try:
            other = search(changed, effort=Effort(shortest=0.15, calmest=0.0, tries=8, bounded=False))
        except NoPlanError:
            continue
        t = to_ticks(changed)
        length = (other.timetable.finish(t) - other.timetable.begin(t)) * TICK_S
        found.append(Saving(label=label, saves_min=max(0, (now_s - length) // 60)))
    return tuple(found)


def helped(plan: Plan) -> Plan:
    """The plan with what would help it, measured."""
    return plan.model_copy(update={"helps": savings_of(plan)})
