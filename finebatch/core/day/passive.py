"""What passes by itself between two acts, checked: each wait, rest and cooling fills just the time between them, and a first look falls in its bake."""

from bisect import bisect_left
from collections.abc import Mapping

from .broken import Broken
from .steps.looks import IN_HAND
from .steps.step import Kind, Lane, Step
from .work.work import LoadWork

LOOK_APART_S = 120  # a look so near another act at its tray is part of that


def passing_broken(load: LoadWork, has: Mapping[Kind, list[Step]]) -> list[Broken]:
    """The broken rules of one load's waiting, resting, cooling and first look."""
    name = load.name
    shaped = max(step.end_s for step in has[Kind.FORM])
    into, out, transfer = has[Kind.LOAD][0], has[Kind.UNLOAD][0], has[Kind.TRANSFER][0]
    taken = has[Kind.WASH][0].start_s if has[Kind.WASH] else into.start_s
    empty = has[Kind.HOT][0].end_s if has[Kind.HOT] else out.end_s
    wanted = {
        "the wait before the oven": ([*has[Kind.WAIT], *has[Kind.PARK]], shaped, taken),
        "the rest on the tray": (has[Kind.REST], empty, transfer.start_s),
    }
    broken = []
    for what, (steps, start, end) in wanted.items():
        spans = [(step.start_s, step.end_s) for step in steps if step.end_s > step.start_s]
        if spans != ([(start, end)] if end > start else []):
            broken.append(Broken(f"{name}: {what} is not from one act to the next"))
    for kind, what in ((Kind.COOL, "the cookies do"), (Kind.TRAY_COOL, "the tray does")):
        if has[kind][0].start_s != transfer.end_s:
            broken.append(Broken(f"{name}: {what} not cool from when they are apart"))
    bake = has[Kind.BAKE][0]
    for look in has[Kind.LOOK]:
        acts = [*has[Kind.LOAD], *has[Kind.TURN], out]
        if not bake.start_s < look.start_s < bake.end_s or any(
            abs(look.start_s - act.start_s) < LOOK_APART_S for act in acts
        ):
            broken.append(Broken(f"{name} is looked at outside its bake, or just before or after another act"))
    return broken


def looked_between(ordered: list[Step], hands: int) -> list[Broken]:
    """The first looks that come while the one pair of hands is at something, without a word of that. `ordered` in time."""
    if hands > 1:
        return []
    busy = [step for step in ordered if step.place is Lane.HANDS and step.end_s > step.start_s]
    starts = [step.start_s for step in busy]
    broken = []
    for look in ordered:
        before = bisect_left(starts, look.start_s) - 1
        if look.kind is Kind.LOOK and before >= 0 and look.start_s < busy[before].end_s and IN_HAND not in look.detail:
            broken.append(Broken(f"“{look.title}” comes during “{busy[before].title}”, and it is not said"))
    return broken
