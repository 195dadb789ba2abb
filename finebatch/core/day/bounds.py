"""How short can the day possibly be, whatever the plan? Cheap bounds, the largest counts.

For any set of work on one resource: the earliest it can begin, plus all of it over how many can be done at once, plus the
shortest that must still follow. Taken for the hands, the ovens and each kind of tray, over doughs by their earliest readiness.
"""

from .times import Ticks


def least_finish(t: Ticks) -> int:
    """A tick before which no plan is finished."""
    best = 0
    heads = {d: _head(t, d) for d in range(len(t.doughs))}
    for start in sorted(set(heads.values())):
        late = [i for i, load in enumerate(t.loads) if heads[load.dough] >= start]
        if late:
            best = max(best, _over(t, late, start))
    return max(best, max(_path(t, i, heads) for i in range(len(t.loads))))


def _head(t: Ticks, d: int) -> int:
    """The first tick at which this dough can be shaped."""
    dough = t.doughs[d]
    warm = dough.temper if dough.chill > dough.temper_after else 0
    return dough.lead + dough.weigh + dough.mix + dough.divide + dough.chill + warm


def _tail(t: Ticks, i: int) -> int:
    """From load i leaving the oven until it is ready."""
    load = t.loads[i]
    return load.hot + load.rest + load.transfer + load.cool + sum(load.ice) + load.dry


def _path(t: Ticks, i: int, heads: dict[int, int]) -> int:
    load = t.loads[i]
    if load.after_log is not None:
        log = t.loads[load.after_log]
        start = (
            max(heads[load.dough] + sum(log.shape), t.preheat)
            + log.slot
            + max(load.slice_from, log.hot + log.rest + log.transfer)
        )
    else:
        start = heads[load.dough]
    return max(start + sum(load.shape), t.preheat) + load.slot + _tail(t, i)


def _over(t: Ticks, loads: list[int], head: int) -> int:
    works = [t.loads[i] for i in loads]
    hands = sum(sum(w.shape) + t.load + w.turn + t.unload + w.hot + w.transfer for w in works)
    after_hands = min(w.cool + sum(w.ice) + w.dry for w in works)
    by_hands = head + -(-hands // t.hands) + after_hands
    first = max(
        head + min(sum(w.shape) for w in works if w.after_log is None)
        if any(w.after_log is None for w in works)
        else head,
        t.preheat,
    )
    by_oven = first + -(-sum(w.slot for w in works) // sum(t.ovens)) + min(_tail(t, i) for i in loads)
    by_trays = 0
    for kind, count in t.trays.items():
        mine = [w for w in works if w.tray == kind]
        if mine:
            held = [sum(w.shape) + w.slot + w.hot + w.rest + w.transfer + t.tray_cool for w in mine]
            end = min(w.cool + sum(w.ice) + w.dry for w in mine) - t.tray_cool
            by_trays = max(by_trays, head + -(-sum(held) // count) + end)
    return max(by_hands, by_oven, by_trays)
