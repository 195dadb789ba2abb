"""A plan a baker can follow: the solved timetable as steps, checked, set on the clock, with an honest word on how good it is."""

import re
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from typing import TYPE_CHECKING

from pydantic import AwareDatetime

from ..base import Refusal, Remedy, Value, refusal, stop
from ..bench import DoughSpec, times
from ..kitchen import Kitchen
from .byhand.byhand import by_hand
from .check import violations
from .closed import closed_spans
from .request import LEAD_S, LONGEST_AHEAD, ClockFixes, DayRequest
from .solver.bounds import Limit, least_finish, limited_by
from .solver.search import Aim, Effort, NoPlanError, search
from .steps.step import Lane, Step
from .steps.steps import steps_of
from .texts import Texts
from .times import TICK_S, Ticks, Timetable, to_ticks
from .work.derive import halves_of, limits_of, moved_by, share_of
from .work.load_work import MOST_LOADS
from .work.work import DayWork, DoughWork, LoadWork

if TYPE_CHECKING:
    from ..learning.known import Known

MOST_BOWLS_OF_DOUGH = 16
BUFFER_S = 10 * 60  # a ready-by plan aims to be done this much earlier


class Plan(Value):
    """Steps in seconds from `start` (UTC); `hands_s` is how long the baker is busy, `proof` how good the plan is,
    `limit` what the day cannot be shorter for, `cautions` what it asks of a dough beyond its
    liking.

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
    room = limits_of(kitchen, trays, request.racks, request.hands)
    if len(doughs) + len(halves) > MOST_BOWLS_OF_DOUGH:
        raise refusal(
            "doughs", "Too many doughs and halves for one day. Try one change at a time, or leave a dough out."
        )
    return DayWork(doughs=(*doughs, *halves), loads=tuple(loads), room=room), tuple(words)


def make_plan(
    specs: tuple[DoughSpec, ...],
    kitchen: Kitchen,
    request: DayRequest,
    now: datetime,
    effort: Effort | None = None,
    known: "tuple[Known, ...]" = (),
    tried: tuple[DoughSpec | None, ...] = (),
) -> Plan:
    """The best plan for these doughs. Raises Refusal with a sentence for a person when the request cannot be
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
    timed = work.model_copy(update={"closed": closed_spans(request.closed, origin)})
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
    if request.closed is None:
        # Without hours of rest the latest start is the shortest day, moved to end at the time.
        plan = _solved(work, words, now, Aim.SOONEST, effort)
        shift = by - plan.end
        if plan.start + shift < now:
            raise _too_soon(work, plan.end - plan.start, request, now)
        moved = {"start": plan.start + shift, "end": by, "origin": plan.origin + shift}
        return plan.model_copy(update=moved)
    origin = max(now, by - LONGEST_AHEAD)
    timed = work.model_copy(
        update={"closed": closed_spans(request.closed, origin), "deadline_s": int((by - origin).total_seconds())}
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
        "closed": ("The hours of rest leave no room", {"closed": ()}),
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
            search(work.model_copy(update=change), effort=Effort(shortest=0.3, calmest=0.05, tries=4))
        except NoPlanError:
            continue
        where = "at" if field in ("at", "closed") else "doughs"
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
            found = search(changed, effort=Effort(shortest=0.3, calmest=0.05, tries=8))
        except NoPlanError:
            continue
        t = to_ticks(changed)
        if (found.timetable.finish(t) - found.timetable.begin(t)) * TICK_S <= room.total_seconds():
            return label
    return ""


def more_of(work: DayWork) -> list[tuple[str, DayWork]]:
    """The day with one thing more: a tray of the kind most used, a rack, a helper."""
    room = work.room
    used = max(room.trays, key=lambda kind: sum(1 for load in work.loads if load.tray == kind))
    more: list[tuple[str, dict[str, object]]] = [
        ("one more tray", {"trays": {**room.trays, used: room.trays[used] + 1}}),
        ("one more rack in the oven", {"ovens": tuple(racks + 1 for racks in room.ovens)}),
        ("a second pair of hands", {"hands": 2}),
    ]
    return [
        (label, work.model_copy(update={"room": room.model_copy(update=change)}))
        for label, change in more
        if not (label == "a second pair of hands" and room.hands == 2)
    ]


class Saving(Value):
    """What one thing more would save."""

    label: str
    saves_min: int


def savings_of(plan: Plan) -> tuple[Saving, ...]:
    """What one more tray, rack or helper would save of this day; a quick look, so at least that much."""
    now_s = int((plan.end - plan.start).total_seconds())
    found = []
    for label, changed in more_of(plan.work.model_copy(update={"deadline_s": None, "pins": (), "closed": ()})):
        try:
            other = search(changed, effort=Effort(shortest=0.3, calmest=0.05, tries=8))
        except NoPlanError:
            continue
        t = to_ticks(changed)
        length = (other.timetable.finish(t) - other.timetable.begin(t)) * TICK_S
        found.append(Saving(label=label, saves_min=max(0, (now_s - length) // 60)))
    return tuple(found)


def better_plan(plan: Plan, seconds: float) -> Plan:
    """Look on from a plan for so many seconds, with several workers: the same plan where nothing shorter is found. Only the
    length is looked at; a plan that is pinned, or begun, stays as it is."""
    if plan.work.pins or plan.done_before_s or plan.work.deadline_s is not None:
        return plan
    found = search(plan.work, Aim.SOONEST, Effort(shortest=3.0, calmest=1.0, tries=4, seconds=seconds), plan.table)
    t = to_ticks(plan.work)
    if found.timetable.finish(t) >= plan.table.finish(t) and not (found.proved and not plan.proved):
        return plan
    made = plan_of(plan.work, plan.words, plan.origin, found.timetable, found.bound, found.proved, Aim.SOONEST)
    # What is saved is taken from the beginning: the end stays where it was asked for.
    shift = plan.end - made.end
    return made.model_copy(update={"start": made.start + shift, "end": plan.end, "origin": made.origin + shift})


def plan_of(
    work: DayWork, words: tuple[Texts, ...], origin: datetime, table: Timetable, bound: int, proved: bool, aim: Aim,
    baked_s: dict[int, int] | None = None, soft: bool = False,
) -> Plan:  # fmt: skip
    """A timetable as a checked plan on the clock. `bound` is the finish (latest start: the beginning) no plan can better.

    RuntimeError if the independent check finds a broken rule; with `soft`, overstepped longest times are said instead.
    """
    t = to_ticks(work)
    work = _numbered(work, table)
    steps = steps_of(work, t, table, words)
    broken = violations(work, steps, baked_s)
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
        proved=proved, bound_s=bound * TICK_S, proof=_proof(proved, table.finish(t), table.begin(t), bound, aim, len(work.loads)), limit=_limit(t, table), cautions=tuple(_standing(work, t, table)),
        saving=_saving(work, table), overstepped=tuple(str(sentence) for sentence in broken),
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


def _proof(proved: bool, finish: int, begin: int, bound: int, aim: Aim, loads: int) -> str:
    if aim is Aim.LATEST:
        if proved:
            return "No plan under these rules can begin later and still be ready (times rounded up to half minutes)."
        return (
            f"Best plan found. One that begins later, by at most {max(0, bound - begin) * TICK_S // 60} min, may exist."
        )
    if proved:
        return "No plan under these rules is shorter (times rounded up to half minutes)."
    if bound <= 0:
        return "A plan that works; it was not looked further for a shorter one."
    if loads > FEW_LOADS:
        return "The best plan found in the time it was looked for."
    return f"Best plan found. A shorter one, by at most {round((finish - bound) * TICK_S / 60)} min, may exist."


FEW_LOADS = 20  # of more, how much shorter a plan could be is true and of no use
LIMITS_FROM = 0.85  # of the day's length: below that nothing alone is what limits it


def _standing(work: DayWork, t: Ticks, table: Timetable) -> Iterator[str]:
    """Doughs that stand ready for longer than they bear, until the last of their trays is shaped."""
    for d, dough in enumerate(work.doughs):
        mine = [i for i, load in enumerate(work.loads) if d in (load.dough, load.also) and load.after_log is None]
        if not dough.stands_s or not mine:
            continue
        shaped = max(table.loads[i].shape[-1] + t.loads[i].shape[-1] for i in mine)
        stood_s = (shaped - table.doughs[d].out) * TICK_S
        if stood_s > dough.stands_s:
            yield (
                f"{dough.name} is ready {_long(stood_s)} before the last of it is shaped, and bears about {_long(dough.stands_s)}. {dough.stands_says}"
            )


def _long(seconds: float) -> str:
    hours, minutes = divmod(round(seconds / 60), 60)
    return f"{hours} h {minutes:02d} min" if hours and minutes else f"{hours} h" if hours else f"{minutes} min"


def _limit(t: Ticks, table: Timetable) -> str:
    """What the day cannot be shorter for, said where it nearly fills it; nothing of days with hours of rest."""
    if t.closed or t.deadline is not None:
        return ""
    least, limit = limited_by(t)
    if least < LIMITS_FROM * table.finish(t):
        return ""
    return {
        Limit.HANDS: "Your hands are what limits this day, not the oven."
        if t.hands == 1
        else "The hands are what limits this day, not the oven.",
        Limit.OVEN: "The oven is what limits this day, not your hands.",
        Limit.TRAYS: "The trays are what limits this day.",
        Limit.DOUGH: "What limits this day is one dough’s own way from its first step to its last: more hands or trays would hardly help.",
    }[limit]


def _saving(work: DayWork, table: Timetable) -> str:
    """Held against a baker who makes all doughs first and shapes the next tray while one bakes."""
    ticks = to_ticks(work)
    length = table.finish(ticks) - table.begin(ticks)
    hand = by_hand(work)
    one = len(work.doughs) == 1
    if hand is None or work.closed:
        return "With one dough, planning saves little time over baking sensibly tray by tray." if one else ""
    saved = (hand - length) * TICK_S // 60
    if saved < 5:
        return "Baking sensibly tray by tray would take about as long; the plan saves watching the clock."
    words = f"One tray after another, shaping the next while one bakes, would take {saved} min longer."
    return words + (" With one dough, planning saves little more than that." if one else "")
