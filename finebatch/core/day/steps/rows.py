"""The list of what to do: a line for each thing, several steps where they are one."""

import re

from ...base import Value, capital, listed
from ..texts import Texts
from ..work.work import DayWork
from .step import Kind, Lane, Step

NEAR_S = 60  # steps of one kind no further apart are one thing to do

# What gets on by itself, and yet has to be begun by somebody.
BEGUN = frozenset({
    Kind.SOFTEN, Kind.THAW, Kind.PREHEAT, Kind.OVEN_CHANGE, Kind.CHILL, Kind.TEMPER, Kind.LOOK, Kind.STAND,
})  # fmt: skip
JOINED = frozenset({
    Kind.FORM, Kind.WASH, Kind.LOAD, Kind.LOOK, Kind.TURN, Kind.UNLOAD, Kind.TRANSFER,
})  # fmt: skip
_OF = re.compile(r"(?P<of>.*) (?P<number>\d+) of \d+")


class Span(Value):
    """Seconds from the start of the plan."""

    start_s: int
    end_s: int


class Row(Span):
    """One line of the list: one step, or several that are one thing to do. `steps` are their places among the plan's; `hands` whether it is
    work, not something that only has to be begun."""

    title: str
    detail: str
    steps: tuple[int, ...]
    hands: bool
    person: int | None = None


def rows_of(work: DayWork, steps: tuple[Step, ...], words: tuple[Texts, ...]) -> list[Row]:
    """Everything to do, in order: one tray's work that goes on without a stop is one, and so are several trays' one after the other."""
    groups: list[list[tuple[int, Step]]] = []
    begun: set[tuple[Kind, int | None]] = set()
    for n, step in enumerate(steps):
        if step.place is not Lane.HANDS and step.kind not in BEGUN:
            continue
        last = groups[-1][-1][1] if groups else None
        goes_on = (step.kind, step.load) in begun
        if last is not None and _together(work, last, step, goes_on):
            groups[-1].append((n, step))
        else:
            groups.append([(n, step)])
        begun.add((step.kind, step.load))
    return [_row(work, group, words) for group in groups]


def _together(work: DayWork, last: Step, step: Step, goes_on: bool) -> bool:
    """Whether a step is one thing to do with the last; `goes_on` where it is more of what was begun at its tray."""
    if (last.kind, last.dough, last.person) != (step.kind, step.dough, step.person):
        return False
    if not 0 <= step.start_s - last.end_s <= NEAR_S or not (step.place is Lane.HANDS or step.kind is Kind.LOOK):
        return False
    if last.load == step.load:
        return step.kind in (Kind.FORM, Kind.ICE)
    tests = any(load is not None and work.loads[load].test for load in (last.load, step.load))
    return step.kind in JOINED and not goes_on and not tests


def _row(work: DayWork, group: list[tuple[int, Step]], words: tuple[Texts, ...]) -> Row:
    first = group[0][1]
    by_load = {step.load: step for _, step in reversed(group)}
    loads = [load for load in dict.fromkeys(step.load for _, step in group) if load is not None]
    title, detail = first.title, first.detail
    if len(loads) > 1:
        title = _joined(work, loads, [by_load[load] for load in loads], words)
        if first.kind is Kind.LOAD:
            detail = " ".join(f"{by_load[load].tray}: {by_load[load].detail}" for load in loads)
    return Row(
        start_s=first.start_s, end_s=first.start_s if first.kind is Kind.LOOK else max(step.end_s for _, step in group), title=title, detail=detail, steps=tuple(n for n, _ in group),
        hands=first.place is Lane.HANDS, person=first.person,
    )  # fmt: skip


def _joined(work: DayWork, loads: list[int], steps: list[Step], words: tuple[Texts, ...]) -> str:
    """One title for several trays."""
    kind, names = steps[0].kind, numbered([work.loads[load].name for load in loads])
    pan = all(" pan " in f" {step.title.lower()} " for step in steps)
    trays = f"{'pans' if pan else 'trays'} {listed([step.tray or '' for step in steps])}"
    pieces = [work.loads[load].pieces for load in loads]
    if kind is Kind.LOAD:
        return f"{capital(trays)} into the oven: {names}"
    if kind is Kind.TURN and words[loads[0]].half:
        return f"{words[loads[0]].half}: {trays}"
    if kind is Kind.TURN:
        swap = " and swap their racks" if any("swap" in step.title for step in steps) else ""
        again = f", and {words[loads[0]].at_half}" if words[loads[0]].at_half else ""
        return f"Turn {trays}{swap}{again}"
    if kind is Kind.LOOK:
        return f"First look through the glass: {trays}, {names}"
    if kind is Kind.UNLOAD:
        return f"{capital(trays)} out"
    if kind is Kind.TRANSFER:
        return f"Move {sum(pieces)} from {trays} to the rack"
    said = [words[load] for load in loads]
    if kind is Kind.WASH:
        washing = said[0].wash or "brush"
        return f"{capital(washing)}, {listed([str(count) for count in pieces])} on {trays}: {names}"
    doing = [one.doing or f"{one.shape} {count}" for one, count in zip(said, pieces, strict=True)]
    extra = f", {said[0].on_raw}" if said[0].on_raw else ""
    if len(set(doing)) == 1:
        return f"{doing[0]} {'in' if pan else 'on'} each of {trays}{extra}: {names}"
    return f"{said[0].shape} {listed([str(count) for count in pieces])} {'in' if pan else 'on'} {trays}{extra}: {names}"


def numbered(names: list[str]) -> str:
    """“Drops 1, 2 and 3” of “Drops 1 of 4”, “Drops 2 of 4” …; names as they are where they are not of one kind."""
    found = [_OF.fullmatch(name) for name in names]
    if len({one["of"] for one in found if one}) == 1 and all(found):
        return f"{found[0]['of']} {listed([one['number'] for one in found if one])}"  # type: ignore[index]
    return listed(list(dict.fromkeys(names)))
