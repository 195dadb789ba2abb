"""A plan a baker can follow: the solved timetable as steps, checked, set on the clock, with an honest word on how good it is."""

import re
from datetime import UTC, datetime, timedelta
from typing import TYPE_CHECKING

from pydantic import AwareDatetime

from ..base import Refusal, Remedy, Value, refusal, stop
from ..bench import DoughSpec, times
from ..kitchen import Kitchen
from .check import violations
from .hours import hands_of, with_hours
from .request import LEAD_S, LONGEST_AHEAD, ClockFixes, DayRequest
from .solver.bounds import least_finish
from .solver.search import Aim, Effort, NoPlanError, search
from .steps.leftover import Still, clearing_s, still_after
from .steps.naming import NOTHING_GIVEN, Given
from .steps.sittings import Sitting, sittings_of
from .steps.step import Lane, Step
from .steps.steps import steps_of
from .texts import Texts
from .times import TICK_S, Timetable, to_ticks
from .wording import limit_of, proof_of, saving_of, standing_too_long, washed_between
from .work.derive import halves_of, limits_of, moved_by, share_of
from .work.load_work import MOST_LOADS
from .work.work import DayWork, DoughWork, LoadWork

if TYPE_CHECKING:
    from ..learning.known import Known

MOST_BOWLS_OF_DOUGH = 60
BUFFER_S = 10 * 60  # a ready-by plan aims to be done this much earlier


class Saving(Value):
    """What one thing more would save."""

    label: str
    saves_min: int


class Plan(Value):
    """Steps in seconds from `start` (UTC); `hands_s` is how long the baker is busy, `proof` how good the plan is,
    `limit` what the day cannot be shorter for, `cautions` what it asks of a dough beyond its
    liking, `sittings` the day as it is told, `helps` what would make it shorter (None: not looked at); `still` is what cools or
    sets after the last thing to do, `clearing_s` about what washing up takes then, which is not counted.

    `table` is the timetable in half minutes on the work's own clock, whose 0 is `origin`; `told`, `moved` and
    `overstepped` are what the last change did: in a sentence, step by step, and at the cost of which longest times.
    """

    start: AwareDatetime
    end: AwareDatetime
    origin: AwareDatetime
    steps: tuple[Step, ...]
    work: DayWork
    words: tuple[Texts, ...]
    table: Timetable
    hands_s: int
    proved: bool
    bound_s: int
    proof: str
    saving: str
    limit: str = ""
    cautions: tuple[str, ...] = ()
    sittings: tuple[Sitting, ...] = ()
    helps: tuple[Saving, ...] | None = None
    clearing_s: int = 0
    still: tuple[Still, ...] = ()
    told: str = ""
    moved: tuple[str, ...] = ()
    overstepped: tuple[str, ...] = ()
    done_before_s: int = 0  # on the work's clock: what began earlier stands


def day_work(
    specs: tuple[DoughSpec, ...],
    kitchen: Kitchen,
    request: DayRequest,
    known: "tuple[Known, ...]" = (),
    tried: tuple[DoughSpec | None, ...] = (),
) -> tuple[DayWork, tuple[Texts, ...]]:
    """All doughs' work in one day, without a clock yet; `known`, of each dough where given, sharpens its minutes, and half of each is `tried`
    where that is given. Raises Refusal at the field that stands in the way."""
    if request.racks > kitchen.rack_positions:
        have = f"This oven has {kitchen.rack_positions} rack position{'s' if kitchen.rack_positions > 1 else ''}."
        raise refusal("racks", f"{have} Use that many, or change it under Kitchen.")
    doughs: list[DoughWork] = []
    halves: list[DoughWork] = []
    loads: list[LoadWork] = []
    words: list[Texts] = []
    trays: dict[str, int] = {}
    for index, (spec, asked) in enumerate(zip(specs, request.doughs, strict=True)):
        of = known[index] if known else None
        other = tried[index] if tried else None
        if other is None:
            share = share_of(times(spec, kitchen, asked.times), kitchen, index, asked, of)
            loads += moved_by(share.loads, len(loads))
        else:
            share, half = halves_of((spec, other), kitchen, index, asked, of)
            also = len(specs) + len(halves)
            halves.append(half)
            loads += (load.model_copy(update={"also": also}) for load in share.loads)
        doughs.append(share.dough)
        words += share.words
        trays |= share.trays
    if len(loads) > MOST_LOADS:
        message = f"{len(loads)} loads are more than one day holds (at most {MOST_LOADS}). Use larger trays, or bake part of the doughs."
        raise refusal("doughs", message)
    trays = {kind: max(1, count - request.fewer_trays) for kind, count in trays.items()}
    room = limits_of(kitchen, trays, request.racks, hands_of(request.hands, request.hours))
    if len(doughs) + len(halves) > MOST_BOWLS_OF_DOUGH:
        raise refusal(
            "doughs", "Too many doughs and halves for one day. Try one change at a time, or leave a dough out."
        )
    return DayWork(doughs=(*doughs, *halves), loads=tuple(loads), room=room), tuple(words)


AT_ONCE = Effort(shortest=0.0, calmest=0.0, tries=8)


def make_plan(
    specs: tuple[DoughSpec, ...],
    kitchen: Kitchen,
    request: DayRequest,
    now: datetime,
    effort: Effort | None = None,
    known: "tuple[Known, ...]" = (),
    tried: tuple[DoughSpec | None, ...] = (),
) -> Plan:
    """The best plan for these doughs within the `effort`; with AT_ONCE the first that keeps all rules. Raises Refusal with a sentence for a person when the request cannot be
    met; RuntimeError if the plan fails the independent check (a defect, never shown to a baker as a plan).
    """
    now = now.astimezone(UTC)
    if request.when is not ClockFixes.SOONEST and request.at <= now:
        raise refusal("at", "That time has passed. Choose a time still to come.")
    if request.at > now + timedelta(days=400):
        raise refusal("at", "That is more than a year ahead. Choose a nearer day.")
    work, words = day_work(specs, kitchen, request, known, tried)
    if request.when is ClockFixes.READY_BY:
        return _ready_by(work, words, request, now, effort)
    origin = (
        request.at.astimezone(UTC)
        if request.when is ClockFixes.START_AT
        else _full_minutes(now + timedelta(seconds=LEAD_S))
    )
    timed = with_hours(work, request.closed, request.hours, origin)
    return _solved(timed, words, origin, Aim.SOONEST, effort)


FULL_MIN = 5


def _full_minutes(moment: datetime) -> datetime:
    """The next full five minutes: nobody begins at 14:02:37."""
    over = timedelta(minutes=moment.minute % FULL_MIN, seconds=moment.second, microseconds=moment.microsecond)
    return moment + (timedelta(minutes=FULL_MIN) - over if over else timedelta())


def _ready_by(
    work: DayWork, words: tuple[Texts, ...], request: DayRequest, now: datetime, effort: Effort | None
) -> Plan:
    by = request.at.astimezone(UTC) - timedelta(seconds=BUFFER_S)
    if request.closed is None and not request.hours:
        # Without hours of rest the latest start is the shortest day, moved to end at the time.
        plan = _solved(work, words, now, Aim.SOONEST, effort)
        shift = by - plan.end
        if plan.start + shift < now and effort == AT_ONCE:
            return _ready_by(work, words, request, now, None)  # a shorter day may yet be in time
        if plan.start + shift < now:
            raise _too_soon(work, plan.end - plan.start, request, now)
        moved = {"start": plan.start + shift, "end": by, "origin": plan.origin + shift}
        return plan.model_copy(update=moved)
    origin = max(now, by - LONGEST_AHEAD)
    timed = with_hours(work, request.closed, request.hours, origin).model_copy(
        update={"deadline_s": int((by - origin).total_seconds())}
    )
    try:
        return _solved(timed, words, origin, Aim.LATEST, effort)
    except Refusal as error:
        if error.problem.field != "at":
            raise
        open_ended = timed.model_copy(update={"deadline_s": None})
        soonest = _solved(open_ended, words, origin, Aim.SOONEST, effort)
        raise _too_soon(work, soonest.end - now, request, now) from error


def _solved(work: DayWork, words: tuple[Texts, ...], origin: datetime, aim: Aim, effort: Effort | None) -> Plan:
    try:
        found = search(work, aim, effort)
    except NoPlanError as error:
        raise refusal(*_why_not(work, error.proved)) from error
    return plan_of(work, words, origin, found.timetable, found.bound, found.proved, aim)


def _why_not(work: DayWork, proved: bool) -> tuple[str, str]:
    """The field and the sentence: which limit is in the way, tried by lifting each in turn."""
    lifted: dict[str, tuple[str, dict[str, object]]] = {
        "at": ("There is not time enough before the hour asked for", {"deadline_s": None}),
        "closed": ("The hours in which nobody is there leave no room", {"closed": ()}),
        "oven_off": ("The oven is not to be had for long enough", {"oven_off": ()}),
        "shelf": (
            "The fridge does not hold these doughs at once",
            {"room": work.room.model_copy(update={"shelf": 40})},
        ),
        "area": ("The cooling rack is too small", {"room": work.room.model_copy(update={"area_cm2": 10**6})}),
        "bowls": ("There are too few bowls", {"room": work.room.model_copy(update={"bowls": 8})}),
    }
    for field, (sentence, change) in lifted.items():
        if all(getattr(work, name) == value for name, value in change.items()):
            continue
        try:
            search(work.model_copy(update=change), effort=Effort(shortest=0.3, calmest=0.05, tries=4, bounded=False))
        except NoPlanError:
            continue
        where = "at" if field in ("at", "closed", "oven_off") else "doughs"
        return where, f"{sentence}. Change that, or bake less."
    sure = "No plan keeps all the rules" if proved else "No plan was found in the time there was"
    return "doughs", f"{sure}. Bake fewer doughs, or use more trays."


def _too_soon(work: DayWork, length: timedelta, request: DayRequest, now: datetime) -> Refusal:
    """How long it takes, the earliest time that certainly works, and the smallest change that would do."""
    earliest = now + length + timedelta(seconds=BUFFER_S)
    past = timedelta(minutes=earliest.minute % 5, seconds=earliest.second, microseconds=earliest.microsecond)
    earliest += timedelta(minutes=10) - past
    late = round((earliest - request.at).total_seconds() / 60)
    hours, minutes = divmod(round(length.total_seconds() / 60), 60)
    frees = _what_frees(work, request, now)
    message = (
        f"Too soon: it takes {hours} h {minutes:02d} min, with ten minutes in hand. {late} minutes later is possible"
    )
    message += f", or {frees}." if frees else "; no single tray, rack or helper more would do it."
    return Refusal(stop("at", message, Remedy(label="Use the earliest time", field="at", value=earliest.isoformat())))


def _what_frees(work: DayWork, request: DayRequest, now: datetime) -> str:
    room = request.at.astimezone(UTC) - timedelta(seconds=BUFFER_S) - now
    for label, changed in more_of(work):
        if least_finish(to_ticks(changed)) * TICK_S > room.total_seconds():
            continue
        try:
            found = search(changed, effort=Effort(shortest=0.3, calmest=0.05, tries=8, bounded=False))
        except NoPlanError:
            continue
        t = to_ticks(changed)
        if (found.timetable.finish(t) - found.timetable.begin(t)) * TICK_S <= room.total_seconds():
            return label
    return ""


def more_of(work: DayWork) -> list[tuple[str, DayWork]]:
    """The day with one thing more, a tray of the kind most used, a rack, a helper, or with half an hour less of the longest chill where that is half of it
    at most."""
    room = work.room
    used = max(room.trays, key=lambda kind: sum(1 for load in work.loads if load.tray == kind))
    more: list[tuple[str, dict[str, object]]] = [
        ("one more tray", {"trays": {**room.trays, used: room.trays[used] + 1}}),
        ("one more rack in the oven", {"ovens": tuple(racks + 1 for racks in room.ovens)}),
        ("a second pair of hands", {"hands": 2}),
    ]
    found = [
        (label, work.model_copy(update={"room": room.model_copy(update=change)}))
        for label, change in more
        if not (label == "a second pair of hands" and room.hands == 2)
    ]
    longest = max(range(len(work.doughs)), key=lambda d: work.doughs[d].chill_s)
    dough = work.doughs[longest]
    if dough.chill_s >= 2 * LESS_CHILL_S:
        warmer = dough.model_copy(update={"chill_s": dough.chill_s - LESS_CHILL_S})
        doughs = (*work.doughs[:longest], warmer, *work.doughs[longest + 1 :])
        found.append(
            (
                f"{LESS_CHILL_S // 60} min less in the fridge for {dough.name}",
                work.model_copy(update={"doughs": doughs}),
            )
        )
    return found


LESS_CHILL_S = 30 * 60


def plan_of(
    work: DayWork, words: tuple[Texts, ...], origin: datetime, table: Timetable, bound: int, proved: bool, aim: Aim,
    baked_s: dict[int, int] | None = None, soft: bool = False, past_s: int = 0, given: Given = NOTHING_GIVEN,
) -> Plan:  # fmt: skip
    """A timetable as a checked plan on the clock. `bound` is the finish (latest start: the beginning) no plan can better. Of a day that is run, what
    began before `past_s` was as it was, and trays under way keep what is `given` them.

    RuntimeError if the independent check finds a broken rule; with `soft`, overstepped longest times are said instead.
    """
    t = to_ticks(work)
    work = work if past_s else _numbered(work, table)
    steps = steps_of(work, t, table, words, given)
    broken = violations(work, steps, baked_s, past_s)
    hard = [sentence for sentence in broken if not (soft and sentence.soft)]
    if hard:
        raise RuntimeError("a plan broke the kitchen's rules: " + "; ".join(hard))
    begin_s = min(step.start_s for step in steps)
    shown = tuple(
        step.model_copy(update={"start_s": step.start_s - begin_s, "end_s": step.end_s - begin_s}) for step in steps
    )
    start = origin + timedelta(seconds=begin_s)
    end = origin + timedelta(seconds=table.finish(t) * TICK_S)
    return Plan(
        start=start, end=end, origin=origin, steps=shown, work=work, words=words, table=table,
        hands_s=sum(step.end_s - step.start_s for step in shown if step.place is Lane.HANDS),
        proved=proved, bound_s=bound * TICK_S, proof=proof_of(proved, table.finish(t), table.begin(t), bound, aim, len(work.loads)), limit=limit_of(t, table), cautions=(*washed_between(work), *standing_too_long(work, t, table)),
        sittings=sittings_of(work, shown, words), clearing_s=clearing_s(work, shown), still=still_after(work, shown),
        saving=saving_of(work, table), overstepped=tuple(str(sentence) for sentence in broken),
    )  # fmt: skip


_NUMBERED = re.compile(r"(?P<of>.*) (?P<number>\d+) of \d+")


def _numbered(work: DayWork, table: Timetable) -> DayWork:
    """The loads of one dough and size numbered as they go into the oven: which of them goes first is the solver's to say."""
    by_name: dict[tuple[int, str], list[int]] = {}
    for i, load in enumerate(work.loads):
        if found := _NUMBERED.fullmatch(load.name):
            by_name.setdefault((load.dough, found["of"]), []).append(i)
    names: dict[int, str] = {}
    for same in by_name.values():
        in_order = sorted(same, key=lambda i: (table.loads[i].load, i))
        numbers = sorted((work.loads[i].name for i in same), key=lambda name: int(name.split(" ")[-3]))
        names |= dict(zip(in_order, numbers, strict=True))
    loads = tuple(
        load.model_copy(update={"name": names[i]}) if i in names else load for i, load in enumerate(work.loads)
    )
    return work.model_copy(update={"loads": loads})
