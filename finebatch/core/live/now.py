"""Where a day stands: the one next thing and what comes after, a clock for every tray, what rings when, and what was said."""

from datetime import datetime, timedelta

from ..bakemodel import shade
from ..baking import MIDDLE_OF_RIM, tone_at
from ..base import capital, listed
from ..day import Kind, Lane, Step, numbered
from .alarms import alarms_of, tone_of
from .clocks import Simulated, clocks_of, hot_of
from .events import Did, Happened, Mark, Undone
from .facts import Facts
from .judging import AGAINST_DONE
from .marks import Running, marks_of
from .replan import Moved
from .saying import said
from .shown import BUTTONS, Act, Ask, Bar, Drawn, LogLine, Now, State
from .undone import ToDo, in_hand, to_do

MOST_ACTS = 14
HAS_TIME_S = 3600
PRESSING = frozenset({Kind.UNLOAD, Kind.HOT, Kind.TURN, Kind.LOOK})
STRIP = timedelta(minutes=90)
LOG_LINES = 30
UNDO_FOR = timedelta(minutes=30)


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
        trays=tuple(clocks_of(running, facts, left, simulated)),
        hot=tuple(hot_of(running, facts, left, ids)),
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
    if one.step_kind in (Kind.LOOK, Kind.UNLOAD) and len({facts.brief.look_at(load) for load in loads}) == 1:
        ask = ask_of(facts, loads, one.row.detail)
    slow = None
    if simulated and since is not None:
        slow = since + (one.ends_at - one.due_at) * simulated.hands
    return Act(
        id=id, kind=one.step_kind, marks=one.marks, title=_title(one), detail=_detail(running, one), button=BUTTONS.get(one.step_kind, "Done"), tone=tone_of(one.step_kind),
        person=min(one.person, hands), hands=one.row.hands, due_at=one.due_at, ends_at=one.ends_at, since=since,
        wait_s=_may_wait(facts, one, after), ask=ask, pressing=one.step_kind in PRESSING, not_before=slow,
    )  # fmt: skip


def _title(one: ToDo) -> str:
    """What is to be done, short enough for two metres: the rest of it is said below."""
    if one.step_kind is Kind.LOOK:
        trays = [step.tray or "" for step in one.steps]
        return f"Look at {'trays' if len(trays) > 1 else 'tray'} {listed(trays)}"
    if one.step_kind is not Kind.HOT:
        return one.row.title
    where, _, what = one.row.title.removeprefix("At once, ").partition(": ")
    return f"{capital(where)}: {what.split(',', 1)[0]}"


def _detail(running: Running, one: ToDo) -> str:
    """What is said of a thing to do: at the oven, first of what it is."""
    load = one.steps[0].load
    if one.step_kind is Kind.LOOK:
        names = numbered([running.plan.work.loads[step.load].name for step in one.steps if step.load is not None])
        return f"{names}, through the glass. {one.row.detail}"
    if one.step_kind not in (Kind.TURN, Kind.UNLOAD, Kind.TRANSFER) or load is None or len(one.marks) > 1:
        return one.row.detail
    rack = f", rack {one.steps[0].rack}" if one.steps[0].rack else ""
    return f"{running.plan.work.loads[load].name}{rack}. {one.row.detail}".strip()


def _may_wait(facts: Facts, one: ToDo, after: list[ToDo]) -> int:
    """For how many seconds a thing may wait before it costs something: by the good window of its bake, or as long as the same hands are free before the next thing at the oven."""
    load = one.marks[0].load
    if one.step_kind is Kind.UNLOAD and load is not None:
        look = facts.brief.look(load)
        planned = facts.brief.plan.work.loads[load].bake_s
        good = (look.course.last_good_s - planned) if look else 60
        return max(0, round(good * facts.oven_times * facts.slower(load)))
    if one.step_kind is Kind.HOT:
        return 0
    if one.step_kind is Kind.TURN:
        return 60
    free, ends_at = 0.0, one.ends_at
    for other in after:
        if other.person != one.person or not other.row.hands:
            continue
        free += max(0.0, (other.due_at - ends_at).total_seconds())
        if other.step_kind in (Kind.UNLOAD, Kind.HOT, Kind.TURN):
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
