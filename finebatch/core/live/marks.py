"""Which step of a plan is which, whatever became of its time: plans are made anew while a day is run, and what was done stays done."""

from collections import defaultdict
from collections.abc import Iterable

from ..base import Value
from ..day import Kind, Plan, Step
from .events import Mark

OF_OVEN = (Kind.PREHEAT, Kind.OVEN_CHANGE)


class Running(Value):
    """A plan as it now stands, and which numbers its doughs and loads had when the day was begun: some may have fallen away since."""

    plan: Plan
    doughs: tuple[int, ...]
    loads: tuple[int, ...]


def begun(plan: Plan) -> Running:
    """A plan that nothing has fallen out of."""
    return Running(plan=plan, doughs=tuple(range(len(plan.work.doughs))), loads=tuple(range(len(plan.work.loads))))


def marks_of(running: Running, steps: Iterable[Step]) -> list[Mark]:
    """The mark of each of the plan's steps, in their order."""
    counts: dict[tuple[Kind, int | None, int | None, int | None], int] = defaultdict(int)
    found = []
    for step in steps:
        load = None if step.load is None else running.loads[step.load]
        dough = None if step.dough is None or load is not None else running.doughs[step.dough]
        oven = step.oven if step.kind in OF_OVEN else None
        key = (step.kind, dough, load, oven)
        found.append(Mark(kind=step.kind, dough=dough, load=load, part=counts[key], oven=oven))
        counts[key] += 1
    return found
