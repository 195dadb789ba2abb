"""Where a day stands: the one next thing and what comes after, a clock for every tray, what rings when, and what was said."""

from datetime import datetime, timedelta
from enum import StrEnum
from typing import NamedTuple

from pydantic import AwareDatetime

from ..bakemodel import Course, shade
from ..baking import MIDDLE_OF_RIM, tone_at
from ..base import Value, capital, listed
from ..day import Kind, Lane, Step, numbered
from .alarms import Alarm, Ringing, alarms_of, tone_of
from .brief import Look
from .events import Did, Happened, Mark, Rim, Undone
from .facts import Facts
from .judging import AGAINST_DONE
from .marks import Running, marks_of
from .replan import Moved
from .saying import said
from .undone import ToDo, in_hand, to_do

MOST_ACTS = 14
HAS_TIME_S = 3600
PRESSING = frozenset({Kind.UNLOAD, Kind.HOT, Kind.TURN, Kind.LOOK})
STRIP = timedelta(minutes=90)
COLOUR_EVERY_S = 30
LOG_LINES = 30
UNDO_FOR = timedelta(minutes=30)


class Drawn(Value):
    """A cookie as it may be seen: the answer it stands for, the word for its rim, and its colours (#rrggbb)."""

    rim: Rim
    word: str
    colour: str
    middle: str


class Ask(Value):
    """What is asked at a look at one tray, or at several that bake alike: the cue in its own words, and four cookies to hold the tray against. None are drawn where the bake cannot be followed."""

    loads: tuple[int, ...]
    cue: str
    drawn: tuple[Drawn, ...]
    dark: bool = False  # its own colour hides the browning: touch tells more


class Act(Value):
    """One thing to do. `due_at` to `ends_at` by the plan; `since` when somebody is taken to have begun it; it may wait for `wait_s` before something
    comes of it; what is `pressing` goes before all else once it is due: the oven does not wait.
    In a rehearsal slow hands are not done `not_before` a time. `button` is what the baker says when it is done."""

    id: str
    kind: Kind
    marks: tuple[Mark, ...]
    title: str
    detail: str
    button: str
    tone: Ringing
    person: int
    hands: bool
    due_at: AwareDatetime
    ends_at: AwareDatetime
    since: AwareDatetime | None = None
    pressing: bool = False
    not_before: AwareDatetime | None = None
    wait_s: int = 0
    ask: Ask | None = None


class TrayClock(Value):
    """A tray in the oven: since when, until when, from when to when it is good; the colours of rim and middle it should have by now, one for every
    `every_s` since it went in."""

    load: int
    tray: str
    name: str
    pieces: int
    oven: int
    rack: int
    in_at: AwareDatetime
    out_at: AwareDatetime
    good_from: AwareDatetime
    good_to: AwareDatetime
    next_says: str
    note: str = ""
    rims: tuple[str, ...] = ()
    middles: tuple[str, ...] = ()
    every_s: int = COLOUR_EVERY_S
    forgotten_says: str = ""


class Hot(Value):
    """What must be done while it is hot: from when, until when it can be, and how many pieces there are at how many seconds each."""

    act: str
    load: int
    title: str
    says: str
    from_at: AwareDatetime
    until_at: AwareDatetime
    pieces: int
    each_s: float
    again: str


class Bar(Value):
    """A stretch of work or of baking on the strip of what comes; `row` is a pair of hands (1, 2) or, from 11 on, a rack."""

    row: int
    from_at: AwareDatetime
    to_at: AwareDatetime
    label: str


class LogLine(Value):
    """Something that was told. It can be taken back while nothing was built on it."""

    key: str
    at: AwareDatetime
    says: str
    late: bool
    can_undo: bool
    ignored: str = ""


class State(StrEnum):
    """Of a day that is run."""

    CALM = "calm"
    OVER = "over"


class Now(Value):
    """Where the day stands. `at` is the run's clock when this was worked out, which goes `speed` times as fast as the day's; `seq` counts what was
    told."""

    seq: int
    at: AwareDatetime
    speed: float
    title: str
    state: State
    ready_at: AwareDatetime
    hands: int
    acts: tuple[Act, ...]
    more_acts: int
    trays: tuple[TrayClock, ...]
    hot: tuple[Hot, ...]
    alarms: tuple[Alarm, ...]
    strip: tuple[Bar, ...]
    log: tuple[LogLine, ...]
    told: str
    moved: tuple[str, ...]
    overstepped: tuple[str, ...]


BUTTONS = {
    Kind.LOAD: "It is in", Kind.LOOK: "I looked", Kind.TURN: "Turned", Kind.UNLOAD: "It is out", Kind.HOT: "All done", Kind.PREHEAT: "It is on",
    Kind.OVEN_CHANGE: "It is set", Kind.SOFTEN: "Taken out", Kind.THAW: "Taken out", Kind.TRANSFER: "Moved",
}  # fmt: skip


class Simulated(NamedTuple):
    """Of a rehearsal: how each load really bakes, and how many times as long the hands take."""

    courses: dict[int, Course]
    hands: float


def now_of(
    running: Running, facts: Facts, told: Moved | None, events: tuple[Happened, ...], at: datetime, title: str, speed: float = 1.0, simulated: Simulated | None = None,
) -> Now:  # fmt: skip
    """Everything the screen shows, from the plan as it stands and what was told; in a rehearsal trays look as they really are."""
    plan = running.plan
    left = to_do(running, facts)
    ids = [act_id(one.marks[0]) for one in left]
    held = in_hand(left, facts, at)
    acts = tuple(
        _act(running, facts, one, id, left[n + 1 :], held, plan.work.room.hands, simulated)
        for n, (one, id) in enumerate(zip(left[:MOST_ACTS], ids, strict=False))
    )
    return Now(
        seq=len(events),
        at=at,
        speed=speed,
        title=title,
        state=State.CALM if left else State.OVER,
        ready_at=plan.end,
        hands=plan.work.room.hands,
        acts=acts,
        more_acts=max(0, len(left) - MOST_ACTS),
        trays=tuple(_clocks(running, facts, left, simulated)),
        hot=tuple(_hot(running, facts, left, ids)),
        alarms=tuple(alarm for alarm in alarms_of(left, ids))[:24],
        strip=tuple(_strip(running, facts, left, at)),
        log=tuple(_log(facts, events, at)),
        told=told.told if told else "",
        moved=told.moved if told else (),
        overstepped=plan.overstepped,
    )


def act_id(mark: Mark) -> str:
    """A name of a thing to do, the same whatever becomes of its time.

    >>> act_id(Mark(kind=Kind.LOAD, load=3))
    'load-3-0'
    """
    of = mark.load if mark.load is not None else f"d{mark.dough}" if mark.dough is not None else f"o{mark.oven}"
    return f"{mark.kind.value}-{of}-{mark.part}"


def _act(
    running: Running, facts: Facts, one: ToDo, id: str, after: list[ToDo], held: dict[int, tuple[ToDo, datetime]], hands: int,
    simulated: Simulated | None,
) -> Act:  # fmt: skip
    since = next((begun for other, begun in held.values() if other.marks == one.marks), None)
    ask = None
    loads = tuple(mark.load for mark in one.marks if mark.load is not None)
    if one.kind in (Kind.LOOK, Kind.UNLOAD) and len({facts.brief.look_at(load) for load in loads}) == 1:
        ask = ask_of(facts, loads, one.row.detail)
    slow = None
    if simulated and since is not None:
        slow = since + (one.ends_at - one.due_at) * simulated.hands
    return Act(
        id=id, kind=one.kind, marks=one.marks, title=_title(one), detail=_detail(running, one), button=BUTTONS.get(one.kind, "Done"), tone=tone_of(one.kind),
        person=min(one.person, hands), hands=one.row.hands, due_at=one.due_at, ends_at=one.ends_at, since=since,
        wait_s=_may_wait(facts, one, after), ask=ask, pressing=one.kind in PRESSING, not_before=slow,
    )  # fmt: skip


def _title(one: ToDo) -> str:
    """What is to be done, short enough for two metres: the rest of it is said below."""
    if one.kind is Kind.LOOK:
        trays = [step.tray or "" for step in one.steps]
        return f"Look at {'trays' if len(trays) > 1 else 'tray'} {listed(trays)}"
    if one.kind is not Kind.HOT:
        return one.row.title
    where, _, what = one.row.title.removeprefix("At once, ").partition(": ")
    return f"{capital(where)}: {what.split(',', 1)[0]}"


def _detail(running: Running, one: ToDo) -> str:
    """What is said of a thing to do: at the oven, first of what it is."""
    load = one.steps[0].load
    if one.kind is Kind.LOOK:
        names = numbered([running.plan.work.loads[step.load].name for step in one.steps if step.load is not None])
        return f"{names}, through the glass. {one.row.detail}"
    if one.kind not in (Kind.TURN, Kind.UNLOAD, Kind.TRANSFER) or load is None or len(one.marks) > 1:
        return one.row.detail
    rack = f", rack {one.steps[0].rack}" if one.steps[0].rack else ""
    return f"{running.plan.work.loads[load].name}{rack}. {one.row.detail}".strip()


def _may_wait(facts: Facts, one: ToDo, after: list[ToDo]) -> int:
    """For how many seconds a thing may wait before it costs something: by the good window of its bake, or as long as the same hands are free before the next thing at the oven."""
    load = one.marks[0].load
    if one.kind is Kind.UNLOAD and load is not None:
        look = facts.brief.look(load)
        planned = facts.brief.plan.work.loads[load].bake_s
        good = (look.course.last_good_s - planned) if look else 60
        return max(0, round(good * facts.oven_times * facts.slower(load)))
    if one.kind is Kind.HOT:
        return 0
    if one.kind is Kind.TURN:
        return 60
    free, ends_at = 0.0, one.ends_at
    for other in after:
        if other.person != one.person or not other.row.hands:
            continue
        free += max(0.0, (other.due_at - ends_at).total_seconds())
        if other.kind in (Kind.UNLOAD, Kind.HOT, Kind.TURN):
            return round(free)
        ends_at = max(ends_at, other.ends_at)
    return HAS_TIME_S


def ask_of(facts: Facts, loads: tuple[int, ...], cue: str) -> Ask:
    """What to hold a tray against: its rim as it should be when done, two steps paler, and one darker."""
    look = facts.brief.look(loads[0])
    if look is None or not look.scale:
        return Ask(loads=loads, cue=look.cue if look else cue, drawn=())
    goal = look.course.rim_at(facts.brief.plan.work.loads[loads[0]].bake_s)
    drawn = tuple(
        Drawn(
            rim=rim,
            word=shade(by * goal),
            colour=tone_at(look.scale, by * goal),
            middle=tone_at(look.scale, MIDDLE_OF_RIM * by * goal),
        )
        for rim, by in AGAINST_DONE.items()
    )
    return Ask(loads=loads, cue=look.cue, drawn=drawn, dark=look.dark)


def _clocks(running: Running, facts: Facts, left: list[ToDo], simulated: Simulated | None) -> list[TrayClock]:
    plan = running.plan
    found = []
    for n, number in enumerate(running.loads):
        told, load = facts.loads[number], plan.work.loads[n]
        if not told.inside or told.in_at is None:
            continue
        step = next(one for one in plan.steps if one.load == n and one.kind is Kind.LOAD)
        look = facts.brief.look(number)
        bake_s, slower = facts.bake_s(number), facts.slower(number) * facts.oven_times
        out_at = told.in_at + timedelta(seconds=bake_s)
        judgement = told.judgement
        mine = [one for one in left if any(mark.load == number for mark in one.marks)]
        first_s, last_s = (look.course.first_done_s, look.course.last_good_s) if look else (0.9 * bake_s, 1.15 * bake_s)
        if judgement is not None and look is not None:
            # What was seen moves the whole window.
            by = bake_s / max(1.0, facts.brief.plan.work.loads[number].bake_s)
            first_s, last_s = first_s * by, last_s * by
        else:
            first_s, last_s = first_s * slower, last_s * slower
        if simulated and look is not None and number in simulated.courses:
            look, slower, judgement = look.model_copy(update={"course": simulated.courses[number]}), 1.0, None
        rims, middles = _colours(look, slower if judgement is None else bake_s / max(1.0, load_planned(facts, number)))
        found.append(
            TrayClock(
                load=number, tray=step.tray or "", name=load.name, pieces=told.pieces or load.pieces, oven=step.oven or 1, rack=step.rack or 1,
                in_at=told.in_at, out_at=out_at, good_from=told.in_at + timedelta(seconds=first_s), good_to=told.in_at + timedelta(seconds=max(last_s, bake_s)),
                next_says=_next_says(mine), note=told.judgement.says if told.judgement else "", rims=rims, middles=middles,
                forgotten_says=_forgotten(look),
            )
        )  # fmt: skip
    return sorted(found, key=lambda clock: (clock.out_at, clock.load))


def load_planned(facts: Facts, number: int) -> float:
    """The minutes of a load as they were planned at first, s."""
    return float(facts.brief.plan.work.loads[number].bake_s)


def _next_says(mine: list[ToDo]) -> str:
    words = {Kind.LOOK: "look, then out", Kind.TURN: "to be turned", Kind.UNLOAD: "out next"}
    return next((words[one.kind] for one in mine if one.kind in words), "")


def _colours(look: Look | None, slower: float) -> tuple[tuple[str, ...], tuple[str, ...]]:
    if look is None or not look.scale:
        return (), ()
    course = look.course
    count = int((len(course.rim) - 1) * course.every_s * slower / COLOUR_EVERY_S) + 1
    indexes = [course.rim_at(n * COLOUR_EVERY_S / slower) for n in range(min(count, 240))]
    rims = tuple(tone_at(look.scale, index) for index in indexes)
    return rims, tuple(tone_at(look.scale, MIDDLE_OF_RIM * index) for index in indexes)


def _forgotten(look: Look | None) -> str:
    words = "Past its last good minute. Take it out now and slide the paper off the tray at once."
    if look is None:
        return words
    last = look.course.last_good_s
    return f"{words} By now it is likely {shade(look.course.rim_at(1.1 * last))} at the rim, and {shade(look.course.rim_at(1.3 * last))} in a few minutes more; what is only too brown is crisp, what is bitter is lost."


def _hot(running: Running, facts: Facts, left: list[ToDo], ids: list[str]) -> list[Hot]:
    plan, found = running.plan, []
    for one, id in zip(left, ids, strict=True):
        number = one.marks[0].load
        if one.kind is not Kind.HOT or number is None or facts.loads[number].out_at is None:
            continue
        out_at = facts.loads[number].out_at
        assert out_at is not None
        n = running.loads.index(number)
        load, words = plan.work.loads[n], plan.words[n]
        lasts = words.hot_lasts_s or max(load.hot_s, 60)
        whole = words.unit != "cookies" or load.pieces == 0
        found.append(
            Hot(
                act=id, load=number, title=capital(words.hot.split(",", 1)[0]), says=capital(words.hot.split(",", 1)[-1].strip()) if "," in words.hot else "", from_at=out_at, until_at=out_at + timedelta(seconds=lasts),
                pieces=facts.loads[number].pieces or load.pieces, each_s=0.0 if whole else load.hot_s / load.pieces, again=words.hot_again,
            )
        )  # fmt: skip
    return found


def _strip(running: Running, facts: Facts, left: list[ToDo], at: datetime) -> list[Bar]:
    """Hands and racks for the next hour and a half."""
    plan, until = running.plan, at + STRIP
    found = [
        Bar(row=one.person, from_at=one.due_at, to_at=one.ends_at, label=_short(one.steps[0]))
        for one in left
        if one.row.hands and one.due_at < until and one.ends_at > one.due_at
    ]
    for step, mark in zip(plan.steps, marks_of(running, plan.steps), strict=True):
        if step.kind is not Kind.BAKE or mark.load is None or facts.loads[mark.load].out_at is not None:
            continue
        told = facts.loads[mark.load]
        start = told.in_at or plan.start + timedelta(seconds=step.start_s)
        end = (
            start + timedelta(seconds=facts.bake_s(mark.load))
            if told.in_at
            else plan.start + timedelta(seconds=step.end_s)
        )
        if start < until:
            row = 10 * (step.oven or 1) + (step.rack or 1)
            found.append(
                Bar(
                    row=row,
                    from_at=start,
                    to_at=max(end, at),
                    label=f"{step.tray} {plan.work.loads[step.load or 0].name}",
                )
            )
    return found


def _short(step: Step) -> str:
    if step.place is not Lane.HANDS:
        return ""
    return {
        Kind.FORM: "shape",
        Kind.ICE: "finish",
        Kind.WEIGH: "weigh",
        Kind.MIX: "mix",
        Kind.DIVIDE: "divide",
        Kind.PACK: "pack",
    }.get(step.kind, "")


def _log(facts: Facts, events: tuple[Happened, ...], at: datetime) -> list[LogLine]:
    """What was told, the latest first."""
    ordered = sorted(events, key=lambda one: (one.at, one.key), reverse=True)
    found = []
    for one in ordered:
        if isinstance(one.event, Undone) or one.key in facts.undone:
            continue
        can = at - one.at <= UNDO_FOR and _stands_alone(facts, one)
        says = said(facts, one.event)
        found.append(
            LogLine(
                key=one.key, at=one.at, says=says, late=one.late, can_undo=can, ignored=facts.ignored.get(one.key, "")
            )
        )
        if len(found) == LOG_LINES:
            break
    return found


def _stands_alone(facts: Facts, one: Happened) -> bool:
    """Whether nothing that was told later is about the same tray or dough: else that would have to be taken back first."""
    if not isinstance(one.event, Did):
        return True
    loads = {mark.load for mark in one.event.marks if mark.load is not None}
    doughs = {mark.dough for mark in one.event.marks if mark.load is None and mark.dough is not None}
    for other in facts.counted:
        if (other.at, other.key) <= (one.at, one.key) or not isinstance(other.event, Did):
            continue
        if any(mark.load in loads for mark in other.event.marks if mark.load is not None):
            return False
        if any(mark.dough in doughs for mark in other.event.marks if mark.load is None and mark.dough is not None):
            return False
    return True
