"""When a tray is first looked at: through the glass, about the minute its bake is told to be looked at, while nobody's hands are in dough."""

from collections import defaultdict, deque

from ..work.work import DayWork
from .step import Kind, Lane, Step

WINDOW_S = (-30, 0, 30, 60)  # from the minute that is told
RING_APART_S = 60
BEFORE_END_S = 120  # a look so near the end is part of taking the tray out, and so near another act at it of that
IN_HAND = "Hands are at something else then: wipe them first."


def looks_placed(work: DayWork, steps: list[Step]) -> list[Step]:
    """Each first look at the moment of its window when hands are free and nothing else rings, else said to come between other work; trays of
    one oven together where their windows meet."""
    spans = _hands(steps)
    rings = [step.start_s for step in steps if step.kind in (Kind.TURN, Kind.UNLOAD)]
    of_load: dict[int | None, list[Step]] = defaultdict(list)
    for step in steps:
        of_load[step.load].append(step)
    windows = {n: _window(step, of_load[step.load]) for n, step in enumerate(steps) if step.kind is Kind.LOOK}
    found = list(steps)
    waiting = deque(_met(steps, windows))
    while waiting:
        met = waiting.popleft()
        common = set.intersection(*(set(windows[n]) for n in met))
        if len(met) > 1 and not any(_free(work, spans, moment) for moment in common):
            waiting.extend([n] for n in met)  # each by itself may find a moment
            continue
        told = sum(steps[n].start_s for n in met) / len(met)

        def worth(moment: int, told: float = told) -> tuple[bool, bool, float, int]:
            rung = any(abs(moment - ring) < RING_APART_S for ring in rings)
            return not _free(work, spans, moment), rung, abs(moment - told), moment

        moment = min(common, key=worth)
        rings.append(moment)
        for n in met:
            detail = steps[n].detail if _free(work, spans, moment) else f"{steps[n].detail} {IN_HAND}"
            found[n] = steps[n].model_copy(update={"start_s": moment, "end_s": moment, "detail": detail})
    return found


def _window(look: Step, mine: list[Step]) -> list[int]:
    """The moments at which a tray may be first looked at: about when it is told, and not just before or after another act at it."""
    acts = [step.start_s for step in mine if step.kind in (Kind.LOAD, Kind.TURN)]
    end = next(step.end_s for step in mine if step.kind is Kind.BAKE) - BEFORE_END_S
    return [
        look.start_s + by
        for by in WINDOW_S
        if by == 0 or (look.start_s + by <= end and all(abs(look.start_s + by - act) >= BEFORE_END_S for act in acts))
    ]


def _met(steps: list[Step], windows: dict[int, list[int]]) -> list[list[int]]:
    """The looks in order of time, those of one oven whose windows have a moment in common together."""
    groups: list[list[int]] = []
    for n in sorted(windows, key=lambda n: steps[n].start_s):
        last = groups[-1] if groups else []
        common = set(windows[n]).intersection(*(windows[one] for one in last))
        if last and common and steps[last[0]].oven == steps[n].oven:
            last.append(n)
        else:
            groups.append([n])
    return groups


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
