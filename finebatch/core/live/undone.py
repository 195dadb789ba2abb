"""What is still to be done, in order of time, and what somebody has in hand just now."""

from collections.abc import Iterator
from datetime import datetime, timedelta
from typing import NamedTuple

from ..day import Kind, Row, Step, rows_of
from .events import Mark
from .facts import Facts
from .marks import OF_OVEN, Running, marks_of

# Begins by itself after what comes before it.
BY_ITSELF = frozenset({Kind.CHILL, Kind.TEMPER, Kind.STAND})
# Done in a moment, at a moment: nobody has it in hand before.
AT_ONCE = frozenset({
    Kind.LOAD, Kind.LOOK, Kind.TURN, Kind.UNLOAD, Kind.PREHEAT, Kind.OVEN_CHANGE, Kind.SOFTEN, Kind.THAW,
})  # fmt: skip


class ToDo(NamedTuple):
    """One thing to do: its line in the plan's list, its steps with their marks, from when until when by the plan."""

    row: Row
    steps: tuple[Step, ...]
    marks: tuple[Mark, ...]
    due_at: datetime
    ends_at: datetime

    @property
    def step_kind(self) -> Kind:
        return self.steps[0].kind

    @property
    def person(self) -> int:
        return self.row.person or 1


def to_do(running: Running, facts: Facts) -> list[ToDo]:
    """Everything not done yet, the first first."""
    plan = running.plan
    marked = list(zip(plan.steps, marks_of(running, plan.steps), strict=True))
    left = [
        (step, mark) for step, mark in marked if step.kind not in BY_ITSELF and not _over(facts, step, mark, marked)
    ]
    steps = tuple(step for step, _ in left)
    found = []
    for row, mine in _rows(running, facts, left, steps):
        due_at = plan.start + timedelta(seconds=row.start_s)
        known = [due for _, mark in mine if (due := _known_due(facts, mark)) is not None]
        length = timedelta(seconds=row.end_s - row.start_s)
        due_at = min(known, default=due_at)
        marks = tuple(mark for _, mark in mine)
        found.append(ToDo(row, tuple(step for step, _ in mine), marks, due_at, due_at + length))
    return sorted(found, key=lambda one: one.due_at)


def _rows(
    running: Running, facts: Facts, left: list[tuple[Step, Mark]], steps: tuple[Step, ...]
) -> Iterator[tuple[Row, tuple[tuple[Step, Mark], ...]]]:  # fmt: skip
    """The lines of the list with their steps; what can be done of a line before the rest of it is a line of its own."""
    plan = running.plan
    for row in rows_of(plan.work, steps, plan.words):
        mine = tuple(left[n] for n in row.steps)
        parts = [[one for one in mine if _may_be(facts, one[1]) is may] for may in (True, False)]
        if not all(parts):
            yield row, mine
            continue
        for part in parts:
            for own in rows_of(plan.work, tuple(step for step, _ in part), plan.words):
                yield own, tuple(part[n] for n in own.steps)


def _may_be(facts: Facts, mark: Mark) -> bool:
    """Whether it could be done now: a tray that is not in the oven cannot be taken out."""
    if mark.load is None:
        return True
    told = facts.loads[mark.load]
    if mark.kind in (Kind.LOOK, Kind.TURN, Kind.UNLOAD):
        return told.inside
    return told.out_at is not None if mark.kind in (Kind.HOT, Kind.TRANSFER) else True


def _known_due(facts: Facts, mark: Mark) -> datetime | None:
    """When what the oven decides is due, to the second: a tray in it is to come out, and what is due hot as it is out."""
    if mark.load is None:
        return None
    told = facts.loads[mark.load]
    if mark.kind is Kind.HOT:
        return told.out_at
    if mark.kind is not Kind.UNLOAD or told.in_at is None:
        return None
    return told.in_at + timedelta(seconds=facts.bake_s(mark.load))


def _over(facts: Facts, step: Step, mark: Mark, marked: list[tuple[Step, Mark]]) -> bool:
    if mark.kind is Kind.LOOK and mark.load is not None and facts.loads[mark.load].saws:
        return True
    if facts.done_at(mark) is not None:
        return True
    # Something was put in after this heating was planned: then it was done.
    return mark.kind in OF_OVEN and any(
        other.kind is Kind.LOAD and other.oven == step.oven and other.start_s >= step.end_s and own in facts.done
        for other, own in marked
    )


def in_hand(left: list[ToDo], facts: Facts, now: datetime) -> dict[int, tuple[ToDo, datetime]]:
    """What each pair of hands is taken to be at: the first of theirs that is due and takes its time, since it was due or since what they did before
    was done."""
    found: dict[int, tuple[ToDo, datetime]] = {}
    seen: set[int] = set()
    last = max(facts.done.values(), default=None)
    for one in left:
        if not one.row.hands or one.person in seen:
            continue
        seen.add(one.person)
        if one.step_kind not in AT_ONCE and one.due_at <= now:
            since = one.due_at if last is None else max(one.due_at, min(last, now))
            found[one.person] = (one, since)
    return found
