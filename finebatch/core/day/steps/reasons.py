"""Why does a step stand where it stands?"""

from ..work.work import DayWork
from .step import Kind, Lane, Step

_ALWAYS = {
    Kind.TURN: "Half time of its bake.", Kind.UNLOAD: "Its bake is over.", Kind.HOT: "It stiffens or shatters if left.",
    Kind.SOFTEN: "It must be soft when weighing begins.", Kind.THAW: "It must be thawed when it is laid out.",
    Kind.LOOK: "Real doneness comes early as often as late.", Kind.BAKE: "It is in the oven.",
    Kind.WASH: "Egg dries and cracks if it waits.", Kind.BROWN: "It has to cool before it can be mixed.",
}  # fmt: skip


def explained(work: DayWork, steps: list[Step]) -> list[Step]:
    """Each step with what it waits for: the thing of its own that ends where it begins, or what else holds its hands or
    its place until then."""
    found = []
    for step in steps:
        if step.kind in _ALWAYS:
            found.append(step.model_copy(update={"why": _ALWAYS[step.kind]}))
            continue
        ends = [
            other
            for other in steps
            if other is not step and abs(other.end_s - step.start_s) <= 30 and other.kind is not Kind.TRAY_COOL
        ]
        own = [
            o
            for o in ends
            if (o.load is not None and o.load == step.load)
            or (o.load is None and o.dough == step.dough and o.dough is not None)
        ]
        hands = [o for o in ends if step.place is Lane.HANDS and o.place is Lane.HANDS]
        oven = [o for o in ends if step.kind is Kind.LOAD and o.kind in (Kind.UNLOAD, Kind.PREHEAT, Kind.OVEN_CHANGE)]
        tray = [
            o for o in steps
            if step.kind is Kind.FORM and o.kind is Kind.TRAY_COOL and o.tray == step.tray and abs(o.end_s - step.start_s) <= 30
        ]  # fmt: skip
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
