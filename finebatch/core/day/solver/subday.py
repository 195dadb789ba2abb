"""A day of fewer loads is never longer: what is proved of a part of the day holds of the whole.

Hands, ovens and trays are counted one by one by the cheap bounds; the solver sees all of them together, but proves nothing of a large day in
time. Of eleven loads it mostly does. Worth it where one dough's own way is nearly as long as what hands have to do.
"""

from dataclasses import replace

from ..times import Ticks
from .bounds import ways
from .model import DayModel, NoSolutionError

LOADS = 11  # so many it proves within seconds, of a dozen not always


def least_by_subday(t: Ticks, seconds: float, finish: int) -> int:
    """A tick before which no plan is finished, from looking so long at the longest doughs alone; one that ends at `finish` is known."""
    part = part_of(t, LOADS)
    model = DayModel(part, finish)
    model.shortest()
    try:
        _, bound, _ = model.run(0.0, workers=4, seconds=seconds)
    except NoSolutionError:
        return 0
    return int(-(-bound // 1))


def part_of(t: Ticks, most: int) -> Ticks:
    """So many loads of the day: whole doughs first, those of the longest way, then load by load."""
    way = ways(t)
    families: dict[int, list[int]] = {}
    for i, load in enumerate(t.loads):
        families.setdefault(load.dough, []).append(i)
    kept: set[int] = set()
    for loads in sorted(families.values(), key=lambda loads: (-max(way[i] for i in loads), loads)):
        if len(kept) + len(loads) <= most:
            kept.update(loads)
    for i in sorted(range(len(t.loads)), key=lambda i: (-way[i], i)):
        log = t.loads[i].after_log
        if len(kept) < most and (log is None or log in kept):
            kept.add(i)
    return _only(t, sorted(kept))


def _only(t: Ticks, kept: list[int]) -> Ticks:
    doughs = sorted({d for i in kept for d in t.doughs_of(i)})
    number, place = {d: n for n, d in enumerate(doughs)}, {i: n for n, i in enumerate(kept)}
    loads = tuple(
        replace(
            t.loads[i],
            dough=number[t.loads[i].dough],
            also=None if (also := t.loads[i].also) is None else number[also],
            after_log=None if (log := t.loads[i].after_log) is None else place[log],
        )
        for i in kept
    )
    return replace(t, doughs=tuple(t.doughs[d] for d in doughs), loads=loads)
