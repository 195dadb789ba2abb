"""How short can the day possibly be, whatever the plan? Cheap bounds, the largest counts.

Every task has a head (it cannot begin earlier), a length and a tail (so long must still follow). For any set of tasks on a
resource of which there are m: the least head, plus all lengths over m, plus the least tail (for one machine this is Jackson's
pre-emptive bound, taken over all sets that thresholds of head and tail cut out). Taken for hands, ovens, and each kind of tray.
"""

from collections.abc import Iterable
from enum import StrEnum

from ..times import Ticks

Task = tuple[int, int, int]  # head, length, tail


class Limit(StrEnum):
    """What a day cannot be shorter for."""

    HANDS = "hands"
    OVEN = "oven"
    TRAYS = "trays"
    DOUGH = "dough"  # one dough's own way, from the first that is taken out to packed


def least_finish(t: Ticks) -> int:
    """A tick before which no plan is finished."""
    return limited_by(t)[0]


def limited_by(t: Ticks) -> tuple[int, Limit]:
    """A tick before which no plan is finished, and what for: one dough's own way where that is nearly as long, for then neither hands nor
    ovens nor trays would help."""
    heads = [shape_head(t, i) for i in range(len(t.loads))]
    tails = [tail_of(t, i) for i in range(len(t.loads))]
    path = longest_way(t)
    slots = ((in_head(t, i, heads), t.loads[i].slot, tails[i]) for i in range(len(t.loads)))
    bounds = [
        (path, Limit.DOUGH),
        (_energy(_hand_tasks(t, heads, tails), t.hands), Limit.HANDS),
        (_energy(slots, sum(t.ovens)), Limit.OVEN),
    ]
    for kind, count in t.trays.items():
        held = _energy((_tray_task(t, i, heads) for i, load in enumerate(t.loads) if load.tray == kind), count)
        bounds.append((held, Limit.TRAYS))
    least, limit = max(bounds, key=lambda bound: bound[0])
    return least, Limit.DOUGH if path >= NEARLY * least else limit


def longest_way(t: Ticks) -> int:
    """Of one load, from the first that its dough needs to packed."""
    return max(ways(t))


def ways(t: Ticks) -> list[int]:
    """How long each load takes at least, from the first that its dough needs to packed."""
    heads = [shape_head(t, i) for i in range(len(t.loads))]
    return [in_head(t, i, heads) + load.slot + tail_of(t, i) for i, load in enumerate(t.loads)]


NEARLY = 0.95


def _energy(tasks: Iterable[Task], machines: int) -> int:
    """The largest of least head + lengths over machines + least tail, over the sets cut out by thresholds."""
    import numpy as np  # with the first plan: it takes a good part of the server's start

    listed = np.array([task for task in tasks if task[1] > 0], dtype=np.int64).reshape(-1, 3)
    if not len(listed):
        return 0
    head, length, tail = listed.T
    best = 0
    for least in np.unique(head):
        mine = head >= least
        order = np.argsort(-tail[mine], kind="stable")
        work = np.cumsum(length[mine][order])
        best = max(best, int((least + -(-work // machines) + tail[mine][order]).max()))
    return best


def _made(t: Ticks, d: int) -> int:
    """The first tick at which dough d is mixed and divided."""
    dough = t.doughs[d]
    return dough.lead + dough.weigh + dough.mix + dough.divide


def shape_head(t: Ticks, i: int) -> int:
    """The first tick at which load i may be shaped."""
    load = t.loads[i]
    if load.after_log is not None:
        log = t.loads[load.after_log]
        out = in_head(t, load.after_log, {load.after_log: shape_head(t, load.after_log)}) + log.slot
        return out + max(load.slice_from, log.hot + log.rest + log.transfer)
    dough = t.doughs[load.dough]
    ready = max(_soft_enough(t, d) for d in t.doughs_of(i))
    if load.scraps:
        first = [sum(x.shape) for x in t.loads if x.dough == load.dough and not x.scraps and x.after_log is None]
        ready += (sum(first) if t.hands == 1 else max(first, default=0)) + dough.rechill
    test = t.test_of(i)
    if test is not None:
        tried = t.loads[test]
        baked = in_head(t, test, {test: shape_head(t, test)}) + tried.slot + tried.hot + tried.rest
        ready = max(ready, baked + tried.transfer)
    return ready


def _soft_enough(t: Ticks, d: int) -> int:
    dough = t.doughs[d]
    return _made(t, d) + dough.chill + (dough.temper if dough.chill > dough.temper_after else 0)


def in_head(t: Ticks, i: int, heads: dict[int, int] | list[int]) -> int:
    """The first tick at which load i may go in."""
    return max(heads[i] + sum(t.loads[i].shape) + t.loads[i].before, t.preheat)


def tail_of(t: Ticks, i: int) -> int:
    """From load i leaving the oven until it is ready, its slices with it, and packed."""
    load, pack = t.loads[i], t.doughs[t.loads[i].dough].pack
    own = load.hot + load.rest + load.transfer + load.cool + sum(load.ice) + load.dry + pack
    cuts = [
        max(t.loads[j].slice_from, load.hot + load.rest + load.transfer) + sum(t.loads[j].shape) + t.loads[j].before + t.loads[j].slot + tail_of(t, j)
        for j in t.slices_of(i)
    ]  # fmt: skip
    return max([own, *cuts])


def _hand_tasks(t: Ticks, heads: list[int], tails: list[int]) -> list[Task]:
    """Everything hands do, with the least that comes before and after."""
    tasks: list[Task] = []
    for d, dough in enumerate(t.doughs):
        mine = [i for i, load in enumerate(t.loads) if load.dough == d]
        after = max(
            (
                sum(t.loads[i].shape) + t.loads[i].before + t.loads[i].slot + tails[i]
                for i in mine
                if t.loads[i].after_log is None
            ),
            default=0,
        )
        after += dough.chill + (dough.temper if dough.chill > dough.temper_after else 0)
        made = dough.mix + dough.divide + after
        tasks.append((0, dough.lead_first, dough.lead - dough.lead_first + dough.weigh + made))
        tasks.append((dough.lead, dough.weigh, made))
        for late, length in dough.mixings:
            still = dough.mix - late - length + dough.divide + after
            tasks.append((dough.lead + dough.weigh + late, length, still))
        tasks.append((dough.lead + dough.weigh + dough.mix, dough.divide, after))
        ready = max((in_head(t, i, heads) + t.loads[i].slot + tails[i] - dough.pack for i in mine), default=0)
        tasks.append((ready, dough.pack, 0))
    for i, load in enumerate(t.loads):
        into, tail = in_head(t, i, heads), tails[i]
        baked = into + t.load + load.bake
        tasks.append((heads[i], sum(load.shape), load.before + load.slot + tail))
        tasks.append((into - load.wash, load.wash + t.load, load.slot - t.load + tail))
        turned = max(0, load.turn_at - 2)
        tasks.append((into + turned, load.turn, max(0, load.slot - load.turn_at - 2 - load.turn) + tail))
        tasks.append((baked, t.unload + load.hot, max(0, tail - load.hot)))
        pack = t.doughs[load.dough].pack
        finish = load.cool + sum(load.ice) + load.dry + pack
        tasks.append((baked + t.unload + load.hot + load.rest, load.transfer, finish))
        cold = baked + t.unload + load.hot + load.rest + load.transfer + load.cool
        tasks.append((cold, sum(load.ice), load.dry + pack))
    return tasks


def _tray_task(t: Ticks, i: int, heads: list[int]) -> Task:
    """A tray's time from first shaping until cool. It may still be cooling when its cookies are ready: its tail can be
    less than nothing, which is then taken off its length."""
    load = t.loads[i]
    held = sum(load.shape) + load.before + load.slot + load.hot + load.rest + load.transfer
    after = load.cool + sum(load.ice) + load.dry + t.doughs[load.dough].pack
    return (heads[i], held + min(t.tray_cool, after), max(0, after - t.tray_cool))
