"""How little of the day's first and last minutes hands can use, whatever the plan: a linear program over counts.

R[k, u] is how many tasks of kind k (one step of one class of alike loads) start at tick u or later: it falls from their number to
nothing. "b starts at least `lag` after its a" is then R[a, u] <= R[b, u + lag] for every u, "at most `lag` after" is
R[b, u + lag] <= R[a, u], and what a resource holds at a tick is a difference of two counts. All of this is true of every real plan, so
the most hands' work the program finds for a window is never less than a plan has in it. What hands cannot do in the first minutes
(nothing is mixed yet) nor in the last (all that is left is to cool) comes on top of their work: no plan ends before that.
"""

from collections import defaultdict
from dataclasses import replace
from itertools import pairwise
from typing import Any

from ..times import MIX_WITHIN, TURN_SLACK, Ticks
from .bounds import in_head, least_finish, shape_head, tail_of

Kind = tuple[object, ...]
BEFORE = 100  # ticks before the last window for which counts are kept
SIZES = (60, 100)  # ticks of a window: longer ones cost and give nothing
PATIENCE_S = 10.0
ROUNDING = 1e-4  # of the linear solver: the true most is a whole number


def least_by_windows(t: Ticks) -> int:
    """A tick before which no plan is finished, at least that of the cheap bounds."""
    known = least_finish(t)
    best = known
    for first in SIZES:
        for last in SIZES:
            if first + last <= known:  # they do not overlap in any plan, as none is shorter
                best = max(best, _Ends(t, first, last).least_finish())
    return best


def alike(t: Ticks) -> list[list[int]]:
    """Loads that are equal in every number; logs only with logs that are cut into the same slices, slices with those of alike logs."""

    def own(i: int) -> object:
        return replace(t.loads[i], after_log=None if t.loads[i].after_log is None else -1)

    def cut(i: int) -> tuple[object, ...]:
        return tuple(sorted((own(j) for j in t.slices_of(i)), key=repr))

    found: dict[object, list[int]] = defaultdict(list)
    for i, load in enumerate(t.loads):
        log = None if load.after_log is None else (own(load.after_log), cut(load.after_log))
        found[own(i), log, cut(i)].append(i)
    return list(found.values())


class _Ends:
    """The first and the last ticks of any plan together: what is begun in the one is not begun in the other."""

    def __init__(self, t: Ticks, first: int, last: int) -> None:
        from ortools.linear_solver.python import model_builder  # with the solver: it takes a second to load

        self._module, self._t, self._sizes = model_builder, t, first + last
        self._lp = model_builder.Model()
        ends = [_Window(self._lp, t, first, True), _Window(self._lp, t, last, False)]
        for kind in ends[0].count:
            ends[0].at_most(ends[1].later(kind, 0), ends[0].later(kind, first))
        self._lp.maximize(ends[0].busy + ends[1].busy)
        self._work = sum(length * ends[0].count[kind] for kind, _, length in ends[0].hands)

    def least_finish(self) -> int:
        solver = self._module.Solver("glop")
        solver.set_time_limit_in_seconds(PATIENCE_S)
        if solver.solve(self._lp) != self._module.SolveStatus.OPTIMAL:
            return 0
        unused = self._sizes * self._t.hands - int(solver.objective_value + ROUNDING)
        return -(-(self._work + unused) // self._t.hands)


class _Window:
    """Counts over the first or the last `size` ticks."""

    def __init__(self, lp: Any, t: Ticks, size: int, first: bool) -> None:
        self._lp, self._t, self._size, self._first, self._low = lp, t, size, first, 0 if first else -BEFORE
        self.count: dict[Kind, int] = {}
        self.hands: list[tuple[Kind, int, int]] = []
        self._head: dict[Kind, int] = {}
        self._tail: dict[Kind, int] = {}
        self._counts: dict[tuple[Kind, int], Any] = {}
        self._slots: list[tuple[Kind, int]] = []
        self._mixing: list[tuple[Kind, int, int]] = []
        self._bowls: list[tuple[Kind, Kind, int]] = []
        self._trays: dict[str, list[tuple[int, int]]] = defaultdict(list)
        self._groups = alike(t)
        self._group_of = {i: c for c, group in enumerate(self._groups) for i in group}
        self._heads = [shape_head(t, i) for i in range(len(t.loads))]
        self._tails = [tail_of(t, i) for i in range(len(t.loads))]
        for c, group in enumerate(self._groups):
            self._tasks(c, group)
        for d in range(len(t.doughs)):
            self._dough(d)
        for c, group in enumerate(self._groups):
            self._order(c, group)
        for kind in self.count:
            for u in range(self._low, size + 1):
                self.at_most(self.later(kind, u + 1), self.later(kind, u))
        self.busy = self._resources()

    # --- counts -----------------------------------------------------------------------------------------------------
    def later(self, kind: Kind, u: int) -> Any:
        """How many of a kind start at tick u of the window or later."""
        if self._first and u <= self._head[kind]:
            return self.count[kind]
        if not self._first and u > self._size - self._tail[kind]:
            return 0
        if (kind, u) not in self._counts:
            self._counts[kind, u] = self._lp.new_num_var(0, self.count[kind], "")
        return self._counts[kind, u]

    def at_most(self, one: Any, other: Any) -> None:
        if not (
            isinstance(one, int | float) and isinstance(other, int | float)
        ):  # two numbers are the day's heads and tails
            self._lp.add(one <= other)

    def _task(self, kind: Kind, count: int, head: int, tail: int, length: int) -> None:
        """`tail` is from the task's start until the day may end."""
        self.count[kind], self._head[kind], self._tail[kind] = count, head, tail
        self._work(kind, 0, length)

    def _work(self, kind: Kind, offset: int, length: int) -> None:
        if length:
            self.hands.append((kind, offset, length))

    def _span(self, lag: int) -> range:
        return range(-lag, self._size - lag + 1) if self._first else range(self._low, self._size + 1)

    def _after(self, a: Kind, b: Kind, lag: int, each: float = 1) -> None:
        """Each b at least `lag` after its a; `each` many b hang on one a."""
        for u in self._span(lag):
            self.at_most(self.later(a, u) * each, self.later(b, u + lag))

    def _within(self, a: Kind, b: Kind, lag: int, each: float = 1) -> None:
        for u in self._span(lag):
            self.at_most(self.later(b, u + lag), self.later(a, u) * each)

    # --- the day ----------------------------------------------------------------------------------------------------
    def _tasks(self, c: int, group: list[int]) -> None:
        """Steps that are glued to the load hang on it with an offset and need no count of their own."""
        t, x, n = self._t, self._t.loads[group[0]], len(group)
        at, tail = min(self._heads[i] for i in group), min(self._tails[i] for i in group)
        left = sum(x.shape)
        for k, length in enumerate(x.shape):
            self._task((c, "shape", k), n, at, left + x.before + x.slot + tail, length)
            left, at = left - length, at + length
        into = max(at + x.before, t.preheat)
        self._task((c, "in"), n, into, x.slot + tail, 0)
        self._work((c, "in"), -x.wash, x.wash + t.load)
        self._work((c, "in"), t.load + x.bake, t.unload + x.hot)
        if x.turn:
            soonest = max(0, x.slot - x.turn_at - TURN_SLACK)
            self._task((c, "turn"), n, into + x.turn_at - TURN_SLACK, soonest + tail, x.turn)
        end = sum(x.ice) + x.dry + t.doughs[x.dough].pack
        at = into + x.slot + x.hot + x.rest
        self._task((c, "move"), n, at, x.transfer + x.cool + end, x.transfer)
        at += x.transfer + x.cool
        for k, length in enumerate(x.ice):
            self._task((c, "ice", k), n, at, end, length)
            at, end = at + length, end - length
        self._slots.append(((c, "in"), x.slot))
        self._trays[x.tray].append((c, x.transfer + t.tray_cool))

    def _dough(self, d: int) -> None:
        t, x = self._t, self._t.doughs[d]
        mine = [i for i, load in enumerate(t.loads) if load.after_log is None and d in t.doughs_of(i)]
        soft = x.chill + (x.temper if x.chill > x.temper_after else 0)
        after = soft + max(
            (sum(t.loads[i].shape) + t.loads[i].before + t.loads[i].slot + self._tails[i] for i in mine), default=0
        )
        at, left = x.lead, x.weigh + x.mix + x.divide
        self._task(("weigh", d), 1, at, left + after, x.weigh)
        self._work(("weigh", d), -x.lead, x.lead_first)
        self._task(("mix", d), 1, at + x.weigh, left - x.weigh + after, 0)
        for late, length in x.mixings:
            self._work(("mix", d), late, length)
            self._mixing.append((("mix", d), late, length))
        self._after(("weigh", d), ("mix", d), x.weigh)
        self._within(("weigh", d), ("mix", d), x.weigh + MIX_WITHIN)
        last, length = ("mix", d), x.mix
        if x.divide:
            self._task(("divide", d), 1, at + x.weigh + x.mix, x.divide + after, x.divide)
            self._after(last, ("divide", d), length)
            self._within(last, ("divide", d), length + MIX_WITHIN)
            last, length = ("divide", d), x.divide
        self._bowls.append((("weigh", d), last, length))
        for c in {self._group_of[i] for i in mine}:
            self._after(last, (c, "shape", 0), length + soft, len(self._groups[c]))
        if x.pack:
            self._packed(d)

    def _packed(self, d: int) -> None:
        t, pack = self._t, self._t.doughs[d].pack
        every = [i for i, load in enumerate(t.loads) if load.dough == d]
        ready = (in_head(t, i, self._heads) + t.loads[i].slot + self._tails[i] - pack for i in every)
        self._task(("pack", d), 1, max(ready, default=0), pack, pack)
        for c in {self._group_of[i] for i in every}:
            x = t.loads[self._groups[c][0]]
            if x.ice:
                self._after((c, "ice", len(x.ice) - 1), ("pack", d), x.ice[-1] + x.dry, 1 / len(self._groups[c]))
            else:
                self._after((c, "move"), ("pack", d), x.transfer + x.cool, 1 / len(self._groups[c]))

    def _order(self, c: int, group: list[int]) -> None:
        t, x = self._t, self._t.loads[group[0]]
        shapes: list[Kind] = [(c, "shape", k) for k in range(len(x.shape))]
        for (a, b), length in zip(pairwise(shapes), x.shape, strict=False):
            self._after(a, b, length)
        self._within(shapes[0], shapes[-1], sum(x.shape) + t.pause - x.shape[-1])
        self._after(shapes[-1], (c, "in"), x.shape[-1] + x.before)
        waits = max(t.park_max, x.wait_max) if t.tray_shelves else x.wait_max
        self._within(shapes[-1], (c, "in"), x.shape[-1] + waits)
        if x.turn:
            self._after((c, "in"), (c, "turn"), x.turn_at - TURN_SLACK)
            self._within((c, "in"), (c, "turn"), x.turn_at + TURN_SLACK)
        self._after((c, "in"), (c, "move"), x.slot + x.hot + x.rest)
        self._within((c, "in"), (c, "move"), x.slot + x.hot + x.rest_max)
        before: Kind = (c, "move")
        lag = x.transfer + x.cool
        for k, length in enumerate(x.ice):
            self._after(before, (c, "ice", k), lag)
            before, lag = (c, "ice", k), length
        if x.after_log is not None:
            log, baked = self._group_of[x.after_log], t.loads[x.after_log]
            each = len(group) / len(self._groups[log])
            least = max(x.slice_from, baked.hot + baked.rest + baked.transfer)
            self._after((log, "in"), shapes[0], baked.slot + least, each)
            self._within((log, "in"), shapes[0], baked.slot + x.slice_to, each)
        if x.scraps:
            for f, other in enumerate(self._groups):
                first = t.loads[other[0]]
                if first.dough == x.dough and not first.scraps and first.after_log is None:
                    lag = first.shape[-1] + t.doughs[x.dough].rechill
                    self._after((f, "shape", len(first.shape) - 1), shapes[0], lag, len(group) / len(other))

    def _resources(self) -> Any:
        t, later = self._t, self.later
        work = []
        for v in range(self._size):
            busy = sum(later(k, v - off - n + 1) - later(k, v - off + 1) for k, off, n in self.hands)
            work.append(busy)
            self.at_most(busy, t.hands)
            self.at_most(sum(later(k, v - n + 1) - later(k, v + 1) for k, n in self._slots), sum(t.ovens))
            mixing = sum(later(k, v - off - n + 1) - later(k, v - off + 1) for k, off, n in self._mixing)
            self.at_most(mixing, t.mixers)
            self.at_most(sum(later(z, v - n + 1) - later(a, v + 1) for a, z, n in self._bowls), t.bowls)
            for kind, held in self._trays.items():
                taken = sum(later((c, "move"), v - n + 1) - later((c, "shape", 0), v + 1) for c, n in held)
                self.at_most(taken, t.trays[kind])
        return sum(work)
