"""Which tray, and which rack, is each step for?"""

from collections.abc import Iterable

from ..times import Ticks, Timetable
from ..work.work import DayWork


def named(spans: Iterable[tuple[int, int, int]]) -> dict[int, int]:
    """The lowest free number for each (start, end, item), in order of their starts."""
    until: list[int] = []
    chosen: dict[int, int] = {}
    for start, end, item in sorted(spans):
        free = next((n for n, busy in enumerate(until) if busy <= start), len(until))
        if free == len(until):
            until.append(end)
        until[free] = end
        chosen[item] = free
    return chosen


def tray_names(work: DayWork, t: Ticks, table: Timetable) -> list[str]:
    """Letters, one kind of tray after the other."""
    names = [""] * len(work.loads)
    taken = 0
    for kind in t.trays:
        spans = [
            (times.shape[0], times.transfer + t.loads[i].transfer + t.tray_cool, i)
            for i, times in enumerate(table.loads)
            if t.loads[i].tray == kind
        ]
        chosen = named(spans)
        for i, number in chosen.items():
            names[i] = chr(ord("A") + taken + number)
        taken += max(chosen.values(), default=-1) + 1
    return names


def rack_numbers(t: Ticks, table: Timetable) -> list[tuple[int, int]]:
    racks = [(1, 1)] * len(table.loads)
    for oven in range(len(t.ovens)):
        spans = [
            (times.load, times.load + t.loads[i].slot, i) for i, times in enumerate(table.loads) if times.oven == oven
        ]
        for i, number in named(spans).items():
            racks[i] = (oven + 1, number + 1)
    return racks
