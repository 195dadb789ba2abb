"""Why does a step stand where it stands?"""

from collections import defaultdict

from ..work.work import DayWork
from .step import Kind, Lane, Step

NEAR_S = 30
_ALWAYS = {
    Kind.TURN: "Half time of its bake.", Kind.UNLOAD: "Its bake is over.", Kind.HOT: "It stiffens or shatters if left.",
    Kind.SOFTEN: "It must be soft when weighing begins.", Kind.THAW: "It must be thawed when it is laid out.",
    Kind.LOOK: "Real doneness comes early as often as late.", Kind.BAKE: "It is in the oven.",
    Kind.WASH: "Egg dries and cracks if it waits.", Kind.BROWN: "It has to cool before it can be mixed.",
}  # fmt: skip


def explained(work: DayWork, steps: list[Step]) -> list[Step]:
    """Each step with what it waits for: the thing of its own that ends where it begins, or what else holds its hands or
    its place until then."""
    ending: dict[int, list[Step]] = defaultdict(list)
    for step in steps:
        if step.kind is not Kind.TRAY_COOL:
            ending[step.end_s // NEAR_S].append(step)
    cool = {(step.tray, step.end_s // NEAR_S): step for step in steps if step.kind is Kind.TRAY_COOL}
    found = []
    for step in steps:
        if step.kind in _ALWAYS:
            found.append(step.model_copy(update={"why": _ALWAYS[step.kind]}))
            continue
        near = range(step.start_s // NEAR_S - 1, step.start_s // NEAR_S + 2)
        ends = [
            other
            for at in near
            for other in ending.get(at, ())
            if other is not step and abs(other.end_s - step.start_s) <= NEAR_S
        ]
        own = [
            o
            for o in ends
            if (o.load is not None and o.load == step.load)
            or (o.load is None and o.dough == step.dough and o.dough is not None)
        ]
        hands = [o for o in ends if step.place is Lane.HANDS and o.place is Lane.HANDS]
        oven = [o for o in ends if step.kind is Kind.LOAD and o.kind in (Kind.UNLOAD, Kind.PREHEAT, Kind.OVEN_CHANGE)]
        cooled = [cool[step.tray, at] for at in near if step.kind is Kind.FORM and (step.tray, at) in cool]
        tray = [other for other in cooled if abs(other.end_s - step.start_s) <= NEAR_S]
        for others, words in (
            (tray, "The tray is cool from then on."),
            (oven, "The oven is free and hot from then on."),
        ):
            if others:
                found.append(step.model_copy(update={"why": words}))
                break
        else:
            cause = next(iter(own or hands), None)
            why = f"After “{cause.title}”." if cause else ""
            found.append(step.model_copy(update={"why": why}))
    return found
