"""The rest of the day made anew around what really happened, with as few changes as can be, and what moved in one line."""

from collections import Counter
from datetime import datetime

from ..base import Refusal, Value
from ..day import LivedSoFar, around
from .facts import Facts
from .lived import lived, lost_trays
from .marks import Running, marks_of
from .undone import AT_ONCE, ToDo, to_do

LATER = (0, 1, 2, 4, 8, 16)  # ticks: all that is to come so much later than it must be, tried in turn
NEAR_S = 60  # what is off by less moves nothing


class Moved(Value):
    """What moved, said: in a line, and for each group of things. `stuck` where no sound way was found: the plan stands."""

    told: str = ""
    moved: tuple[str, ...] = ()
    stuck: bool = False


class Replanned(Moved):
    """The day as it goes on, and what moved."""

    running: Running

    def said(self) -> Moved:
        """What moved, without the plan."""
        return Moved(told=self.told, moved=self.moved, stuck=self.stuck)


def replanned(running: Running, facts: Facts, now: datetime, why: str = "") -> Replanned:
    """The rest of the day around what happened until `now`. `why` begins the line that says what moved."""
    first = facts.brief.plan
    left = to_do(running, facts)
    day = lived(first, running, facts, left, now)
    if day is None:
        return Replanned(running=running, told="Nothing of this day is left to do.")
    work = day.plan.work.model_copy(update={"lost": (*day.plan.work.lost, *lost_trays(day, facts))})
    try:
        later = (lived(first, running, facts, left, now, day.late + by) for by in LATER)
        so_far = LivedSoFar(day.given, (one.plan.table for one in later if one))
        made = around(day.plan.model_copy(update={"work": work}), work, day.tick, day.resume, lived=so_far)
    except Refusal as error:
        return Replanned(running=running, told=f"{why} {error.problem.message}".strip(), stuck=True)
    after = Running(plan=made, doughs=day.doughs, loads=day.loads)
    told, moved = what_moved(running, after, left, to_do(after, facts), why)
    return Replanned(running=after, told=told, moved=moved)


def needs_anew(running: Running, facts: Facts, now: datetime) -> bool:
    """Whether what happened leaves the plan as it stands too far off: something was done a minute early or late and others hang on it, or what is due is not
    done."""
    plan = running.plan
    for one in to_do(running, facts):
        late = (now - one.due_at).total_seconds()
        if one.step_kind in AT_ONCE or not one.row.hands:
            if late > NEAR_S:
                return True
        elif late > NEAR_S + (one.ends_at - one.due_at).total_seconds():
            return True
        break
    spans: dict[str, tuple[int, int]] = {}  # of what was told at once: several steps in one go are one
    for step, mark in zip(plan.steps, marks_of(running, plan.steps), strict=True):
        key = facts.by.get(mark)
        if key is not None:
            start, end = spans.get(key, (step.start_s, step.end_s))
            spans[key] = min(start, step.start_s), max(end, step.end_s)
    at_of = {facts.by[mark]: at for mark, at in facts.done.items()}
    for key, (start, end) in spans.items():
        by = (at_of[key] - plan.start).total_seconds()
        new = (at_of[key] - plan.origin).total_seconds() >= plan.done_before_s
        if new and not start - NEAR_S <= by <= end + NEAR_S:
            return True
    return False


def what_moved(
    before: Running, after: Running, was_left: list[ToDo], left: list[ToDo], why: str
) -> tuple[str, tuple[str, ...]]:
    """What is to come and begins a minute or more earlier or later than it was to, in a line, and in at most five groups."""
    old, new = ({one.marks[0]: (one.due_at, one.row.title) for one in of} for of in (was_left, left))
    shifts = [
        (round((at - old[mark][0]).total_seconds() / 60), title)
        for mark, (at, title) in new.items()
        if mark in old and abs((at - old[mark][0]).total_seconds()) >= NEAR_S
    ]
    end = round((after.plan.end - before.plan.end).total_seconds() / 60)
    gone = [title for mark, (_, title) in old.items() if mark not in new]
    groups = Counter(by for by, _ in shifts)
    lines = []
    for by, count in groups.most_common(5):
        first = next(title for one, title in shifts if one == by)
        more = f" and {count - 1} more" if count > 1 else ""
        lines.append(f"“{first}”{more}: {_by(by)}")
    if not shifts:
        said = "Nothing else moves." if not gone else f"{len(gone)} thing{'s' if len(gone) > 1 else ''} less to do."
    elif groups.most_common(1)[0][1] >= 0.7 * len(shifts) and len(shifts) > 1:
        said = f"From “{shifts[0][1]}” on it is {_by(groups.most_common(1)[0][0])}."
    elif len(shifts) == 1:
        said = f"“{shifts[0][1]}” is {_by(shifts[0][0])}."
    else:
        said = f"{len(shifts)} things move, the first “{shifts[0][1]}”: {_by(shifts[0][0])}."
    ready = "Ready as before." if end == 0 else f"Ready {_by(end)}."
    return f"{why} {said} {ready}".strip(), tuple(lines)


def _by(minutes: int) -> str:
    return f"{abs(minutes)} min {'later' if minutes > 0 else 'earlier'}"
