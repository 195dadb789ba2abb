"""What is left when the hands are done: what still cools or sets, and about what washing up takes."""

from ...base import Value
from ..work.work import DayWork
from .step import Kind, Lane, Step

# Wiping down, a dough's bowls, a tray (rules of thumb, not measured).
CLEARING_S, PER_DOUGH_S, PER_TRAY_S = 300, 60, 60


class Still(Value):
    """A dough whose cookies set (or only cool) until `until_s` from the plan's start, after the last thing there is to do."""

    dough: int
    sets: bool
    until_s: int


def still_after(work: DayWork, steps: tuple[Step, ...]) -> tuple[Still, ...]:
    """What cools or sets when there is nothing more to do, of each dough."""
    over = max(step.end_s for step in steps if step.place is Lane.HANDS)
    found = []
    for dough in range(len(work.doughs)):
        mine = [
            step for step in steps if step.dough == dough and step.kind in (Kind.DRY, Kind.COOL) and step.end_s > over
        ]
        if mine:
            sets = any(step.kind is Kind.DRY for step in mine)
            found.append(Still(dough=dough, sets=sets, until_s=max(step.end_s for step in mine)))
    return tuple(found)


def clearing_s(work: DayWork, steps: tuple[Step, ...]) -> int:
    """Seconds of washing up, of which the day's length knows nothing."""
    trays = {step.tray for step in steps if step.tray}
    return CLEARING_S + PER_DOUGH_S * sum(1 for dough in work.doughs if not dough.made) + PER_TRAY_S * len(trays)
