"""The best plan within a limit: a first plan at once, then the constraint model, first for length, then for calm."""

import time
from collections.abc import Callable
from dataclasses import dataclass, replace
from enum import StrEnum

from ..byhand.place import first_plan, latest_plan
from ..times import TICK_S, Ticks, Timetable, to_ticks
from ..work.work import DayWork, PinPoint
from .bounds import least_finish, longest_way
from .model import PROCESSORS, DayModel, NoSolutionError
from .subday import least_by_subday
from .windows import least_by_windows

Heard = Callable[[Timetable], None]
SMALL, LARGE = 10, 20  # loads: of more, the order is annealed before the solver goes on from there
SPARE = 10  # ticks a day may be longer for trays that go in and out together
FALLING_SPARE = 0.1  # of the day, where a batter would fall


class Aim(StrEnum):
    """Which end the clock leaves free."""

    SOONEST = "soonest"
    LATEST = "latest"  # begin as late as may be, ready by the deadline


class NoPlanError(RuntimeError):
    """No plan keeps the rules; `proved` where the solver showed it."""

    def __init__(self, proved: bool) -> None:
        super().__init__("no plan keeps the rules")
        self.proved = proved


@dataclass(frozen=True)
class Effort:
    """How long to look: deterministic limits of the two stages (about six seconds a unit on a small machine), or wall
    seconds (of two processors) with several workers, which no longer repeats itself. Without any for the calmest, the shortest is taken as it is
    found; without any for the shortest too, the first plan is. `bounded` where it is told how much shorter a plan could be: a quick
    look at another day has no use for that."""

    shortest: float = 1.5
    calmest: float = 0.5
    tries: int = 60
    seconds: float | None = None
    bounded: bool = True


@dataclass(frozen=True)
class Found:
    """A timetable, and the finish (or, for the latest start, the beginning) that no plan can better; `proved` if reached.

    `calm_proved` says whether the waits are proved least as well.
    """

    timetable: Timetable
    bound: int
    proved: bool
    calm_proved: bool = False


def effort_for(loads: int) -> Effort:
    """Repeatable limits that keep an answer within a few seconds."""
    if loads <= SMALL:
        return Effort(tries=40)
    if loads <= LARGE:
        return Effort(shortest=1.2, calmest=0.4, tries=40)
    return Effort(shortest=1.2, calmest=0.4, tries=400)


def search(
    work: DayWork,
    aim: Aim = Aim.SOONEST,
    effort: Effort | None = None,
    known: Timetable | None = None,
    heard: Heard | None = None,
) -> Found:
    """The plan, no worse than one that is `known`; each that is found on the way to the shortest is `heard` of. Raises NoPlanError where there is none."""
    t = to_ticks(work)
    effort = effort or effort_for(len(t.loads))
    pins = {(pin.what, pin.index): pin.at_s // TICK_S for pin in work.pins}
    if aim is Aim.LATEST and t.deadline is not None:
        return _latest(t, effort, pins, known, heard)
    hint = known if pins else _shorter(t, known, first_plan(t, _tries(t, effort), known))
    if hint and not pins and (not effort.shortest or len(t.loads) > SOLVED_MOST):
        least = least_finish(t)
        return Found(hint, least, hint.finish(t) <= least)
    if hint is None and not pins:
        horizon = 5700
    else:
        horizon = hint.finish(t) if hint and not pins else (hint.finish(t) if hint else 3000) + 960
    least, effort = _least(t, effort, horizon)
    model = DayModel(t, horizon, pins=pins)
    if hint:
        model.suggest(hint)
    model.shortest()
    try:
        found, bound, optimal = _run(model, effort.shortest or effort_for(len(t.loads)).shortest, effort, heard)
    except NoSolutionError as error:
        if hint is None or (pins and not known):
            raise NoPlanError(error.proved) from error
        found, bound, optimal = hint, 0, False
    length = found.finish(t)
    bound_ticks = max(int(-(-bound // 1)), least)
    spare = max(SPARE, round(FALLING_SPARE * length)) if any(dough.falls for dough in t.doughs) else SPARE
    return _calm(t, found, length, 0, length if optimal else min(bound_ticks, length), optimal, effort, pins, spare)


SOLVED_MOST = (
    60  # loads: with more the solver finds nothing in the time there is, and what annealing found is the answer
)
PART = 0.35  # of the seconds, for what a part of the day proves, where
WAY_NEAR = (
    0.98  # then one dough keeps the day waiting about as long as hands are busy, and only both together tell more
)
BUILT_A_SECOND = 2000  # loads put somewhere, about, on a small machine
BUILT_AT_ONCE = 160  # loads put somewhere, about, before the first plan is shown


def _least(t: Ticks, effort: Effort, horizon: int) -> tuple[int, Effort]:
    """A tick before which no plan is finished, as well as can be told before there is a better one; and the effort that is left."""
    if len(t.loads) <= SMALL or not effort.bounded:  # small ones the solver proves
        return least_finish(t), effort
    least = least_by_windows(t)
    if effort.seconds is None or longest_way(t) < WAY_NEAR * least:
        return least, effort
    began = time.process_time()
    part = least_by_subday(t, PART * effort.seconds, horizon)
    used = (time.process_time() - began) / PROCESSORS
    return max(least, part), replace(effort, seconds=effort.seconds - used)


def _tries(t: Ticks, effort: Effort) -> int:
    if not effort.shortest:
        return min(effort.tries, BUILT_AT_ONCE // len(t.loads))
    if effort.seconds is not None and len(t.loads) > SOLVED_MOST:  # there is no solver to use them
        return round(effort.seconds * BUILT_A_SECOND / len(t.loads))
    return effort.tries


def _shorter(t: Ticks, one: Timetable | None, other: Timetable | None) -> Timetable | None:
    both = [table for table in (one, other) if table is not None]
    return min(both, key=lambda table: table.finish(t), default=None)


def _run(model: DayModel, limit: float, effort: Effort, heard: Heard | None = None) -> tuple[Timetable, float, bool]:
    if effort.seconds is None:
        return model.run(limit, heard=heard)
    seconds = effort.seconds * limit / (effort.shortest + effort.calmest)
    return model.run(limit, workers=4, seconds=seconds, heard=heard)


def _calm(
    t: Ticks, found: Timetable, finish: int, begin: int, bound: int, optimal: bool, effort: Effort, pins: dict[tuple[PinPoint, int], int],
    spare: int = 0,
) -> Found:  # fmt: skip
    if not effort.calmest:
        return Found(found, bound, optimal)
    model = DayModel(t, finish + spare, pins=pins)
    model.suggest(found)
    model.calmest(finish, begin, spare)
    try:
        calm, _, calm_proved = _run(model, effort.calmest, effort)
    except NoSolutionError:
        calm, calm_proved = found, False
    return Found(calm, bound, optimal, calm_proved)


def _latest(
    t: Ticks, effort: Effort, pins: dict[tuple[PinPoint, int], int], known: Timetable | None = None, heard: Heard | None = None
) -> Found:  # fmt: skip
    """With hours in which hands rest, the latest start is its own problem, solved backwards from the deadline: the beginning is
    narrowed down from both sides, which keeps the solver's clock short; then the best found is improved."""
    assert t.deadline is not None
    found = known or (None if pins else latest_plan(t, t.deadline))
    low = found.begin(t) if found else 0
    # No day is shorter than its bound, so none can begin later than that before the deadline.
    high = t.deadline - least_finish(t)
    if high < 0:
        raise NoPlanError(True)
    if not effort.shortest and found:
        return Found(found, high, low >= high)
    if len(t.loads) > SMALL and effort.bounded:
        high = min(high, t.deadline - least_by_windows(t))
    proved = high
    for _ in range(HALVINGS):
        if low >= high:
            break
        middle = (low + high + 1) // 2
        try:
            found, bound, optimal = _asked(t, effort, pins, middle, found, effort.shortest / HALVINGS)
            if heard is not None:
                heard(found)
            low = found.begin(t)
            high = proved = min(proved, low if optimal else int(bound))
        except NoSolutionError as error:
            high = middle - 1
            proved = high if error.proved and proved >= high else proved
    if found is None:
        try:
            found, bound, optimal = _asked(
                t, effort, pins, 0, None, effort.shortest or effort_for(len(t.loads)).shortest
            )
        except NoSolutionError as error:
            raise NoPlanError(error.proved) from error
        low = found.begin(t)
        proved = min(proved, low if optimal else int(bound))
    # The end may be anywhere before the deadline: what is made as late as may be is freshest.
    return _calm(t, found, t.deadline, low, max(low, proved), low >= proved, effort, pins)


HALVINGS = 6


def _asked(
    t: Ticks, effort: Effort, pins: dict[tuple[PinPoint, int], int], begin: int, known: Timetable | None, limit: float
) -> tuple[Timetable, float, bool]:
    """The latest start from `begin` on, within a limit."""
    assert t.deadline is not None
    model = DayModel(t, t.deadline, pins=pins)
    if known is not None and known.begin(t) >= begin:
        model.suggest(known)
    model.latest_start(begin)
    return _run(model, limit, effort)
