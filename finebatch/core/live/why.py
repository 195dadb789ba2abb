"""Whether something that was told calls for the rest to be planned anew, and how that begins to be said."""

from datetime import datetime

from .events import AnyEvent, Did, Noted, Saw, Undone
from .facts import Facts
from .judging import minutes
from .marks import Running, marks_of
from .replan import needs_anew
from .saying import said

MOVED_S = 45.0  # a bake that ends so little earlier or later moves nothing else


def calls_for_anew(running: Running, facts: Facts, event: AnyEvent, now: datetime) -> bool:
    """Whether the rest is to be planned again."""
    if isinstance(event, Noted):
        return False
    if isinstance(event, Did):
        return needs_anew(running, facts, now)
    if isinstance(event, Saw):
        told, planned = facts.loads[event.load] if event.load < len(facts.loads) else None, 0.0
        if told is None or told.in_at is None:
            return False
        planned = _planned_bake_s(running, event.load)
        return abs(facts.bake_s(event.load) - planned) >= MOVED_S or facts.slower(event.load) != 1.0
    return True


def _planned_bake_s(running: Running, load: int) -> float:
    if load not in running.loads:
        return 0.0
    return float(running.plan.work.loads[running.loads.index(load)].bake_s)


def why_of(running: Running, facts: Facts, event: AnyEvent) -> str:
    """How the line on what moved begins."""
    if isinstance(event, Did):
        step = next(
            (
                s
                for s, mark in zip(running.plan.steps, marks_of(running, running.plan.steps), strict=True)
                if mark == event.marks[0]
            ),
            None,
        )
        at = facts.done.get(event.marks[0])
        if step is None or at is None:
            return ""
        start = (at - running.plan.start).total_seconds()
        late = start - step.end_s if start > step.end_s else start - step.start_s if start < step.start_s else 0.0
        if abs(late) < MOVED_S:
            return ""
        return f"{said(facts, event)}, {minutes(abs(late))} {'later' if late > 0 else 'earlier'} than planned."
    if isinstance(event, Saw) and event.load < len(facts.loads) and facts.loads[event.load].judgement is not None:
        judgement = facts.loads[event.load].judgement
        assert judgement is not None
        first = f"{minutes(judgement.more_s)} more for this tray" if judgement.more_s else "This tray out now"
        by = round(100 * (facts.slower(event.load) - 1))
        return (
            f"{first}; the next of its dough take {abs(by)}% {'longer' if by > 0 else 'less'}." if by else f"{first}."
        )
    if isinstance(event, Undone):
        return "Taken back."
    return f"{said(facts, event)}."
