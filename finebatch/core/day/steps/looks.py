"""When a tray is first looked at: through the glass, about the minute its bake is told to be looked at, while nobody's hands are in dough."""

from collections import defaultdict

from ..work.work import DayWork
from .step import Kind, Lane, Step

WINDOW_S = (0, -30, 30, 60)  # from the minute that is told, tried in turn
RING_APART_S = 60
BEFORE_END_S = 120  # a look so near the end is part of taking the tray out, and so near another act at it of that
IN_HAND = "Hands are at something else then: wipe them first."


def looks_placed(work: DayWork, steps: list[Step]) -> list[Step]:
    """Each first look at the moment of its window when hands are free and nothing else rings, else said to come between other work."""
    spans = _hands(steps)
    rings = [step.start_s for step in steps if step.kind in (Kind.TURN, Kind.UNLOAD)]
    near: dict[int | None, list[int]] = defaultdict(list)
    for step in steps:
        if step.kind in (Kind.LOAD, Kind.TURN):
            near[step.load].append(step.start_s)
    bakes = {step.load: step for step in steps if step.kind is Kind.BAKE}
    found = []
    for step in steps:
        if step.kind is not Kind.LOOK:
            found.append(step)
            continue
        end = bakes[step.load].end_s - BEFORE_END_S
        acts = near[step.load]
        at = [
            step.start_s + by
            for by in WINDOW_S
            if by == 0
            or (step.start_s + by <= end and all(abs(step.start_s + by - act) >= BEFORE_END_S for act in acts))
        ]
        free = [moment for moment in at if _free(work, spans, moment)]
        quiet = [moment for moment in free if all(abs(moment - ring) >= RING_APART_S for ring in rings)]
        moment = next(iter(quiet or free), step.start_s)
        rings.append(moment)
        detail = step.detail if free else f"{step.detail} {IN_HAND}"
        found.append(step.model_copy(update={"start_s": moment, "end_s": moment, "detail": detail}))
    return found


def _hands(steps: list[Step]) -> list[tuple[int, int]]:
    """When hands are at something; the pieces of one tray's shaping that follow each other are one."""
    spans: list[tuple[int, int]] = []
    last: dict[int | None, int] = {}
    for step in sorted((step for step in steps if step.place is Lane.HANDS), key=lambda step: step.start_s):
        n = last.get(step.load) if step.kind is Kind.FORM else None
        if n is not None and spans[n][1] == step.start_s:
            spans[n] = (spans[n][0], step.end_s)
            continue
        spans.append((step.start_s, step.end_s))
        if step.kind is Kind.FORM:
            last[step.load] = len(spans) - 1
    return spans


def _free(work: DayWork, spans: list[tuple[int, int]], moment: int) -> bool:
    alone = any(a <= moment < b for a, b in work.lone)
    return sum(1 for a, b in spans if a < moment < b) < (1 if alone else work.room.hands)
