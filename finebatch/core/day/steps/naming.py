"""Which tray, and which rack, is each step for?"""

from collections.abc import Iterable, Mapping

from pydantic import Field

from ...base import Value
from ..times import Ticks, Timetable
from ..work.work import DayWork


class Given(Value):
    """What trays are called already, and on which oven and rack they stand, by load: what is under way keeps its name."""

    trays: dict[int, str] = Field(default_factory=dict)
    racks: dict[int, tuple[int, int]] = Field(default_factory=dict)


NOTHING_GIVEN = Given()


def named(spans: Iterable[tuple[int, int, int]], kept: Mapping[int, int] | None = None) -> dict[int, int]:
    """The lowest free number for each (start, end, item), in order of their starts; those `kept` have theirs."""
    kept = kept or {}
    ordered = sorted(spans)
    taken = [(start, end, kept[item]) for start, end, item in ordered if item in kept]
    until: dict[int, int] = {}
    chosen: dict[int, int] = {}
    for start, end, item in ordered:
        free = kept.get(item)
        if free is None:
            free = 0
            while until.get(free, start) > start or any(n == free and a < end and b > start for a, b, n in taken):
                free += 1
        until[free] = max(end, until.get(free, end))
        chosen[item] = free
    return chosen


def tray_names(work: DayWork, t: Ticks, table: Timetable, given: Given = NOTHING_GIVEN) -> list[str]:
    """Letters, one kind of tray after the other."""
    names = [""] * len(work.loads)
    used: set[int] = set()
    kinds_of = {ord(letter) - ord("A"): work.loads[i].tray for i, letter in given.trays.items()}
    for kind in t.trays:
        spans = [
            (times.shape[0], times.transfer + t.loads[i].transfer + t.tray_cool, i)
            for i, times in enumerate(table.loads)
            if t.loads[i].tray == kind
        ]
        mine = sorted(letter for letter, of in kinds_of.items() if of == kind)
        free = (n for n in range(len(work.loads) + len(kinds_of) + 1) if n not in used and n not in kinds_of)
        order = {letter: n for n, letter in enumerate(mine)}
        kept = {i: order[ord(given.trays[i]) - ord("A")] for _, _, i in spans if i in given.trays}
        chosen = named(spans, kept)
        letters = [*mine]
        while len(letters) <= max(chosen.values(), default=-1):
            letters.append(next(free))
        for i, number in chosen.items():
            names[i] = chr(ord("A") + letters[number])
        used |= set(letters)
    return names


def rack_numbers(t: Ticks, table: Timetable, given: Given = NOTHING_GIVEN) -> list[tuple[int, int]]:
    """The oven and the rack of each load, from 1."""
    racks = [(1, 1)] * len(table.loads)
    for oven in range(len(t.ovens)):
        spans = [
            (times.load, times.load + t.loads[i].slot, i) for i, times in enumerate(table.loads) if times.oven == oven
        ]
        kept = {i: given.racks[i][1] - 1 for _, _, i in spans if i in given.racks}
        for i, number in named(spans, kept).items():
            racks[i] = (oven + 1, min(number + 1, t.ovens[oven]))
    return racks
