"""The rules of docs/bake-day.md as constraints on the starts of steps, one method a rule.

The solver is imported when it is first needed: it takes over a second to load.
"""

from typing import Any

from ..spans import without
from ..times import BELL, MIX_WITHIN, TURN_SLACK, WASH_UP, Ticks, Timetable
from ..work.work import PinPoint
from .freeze import Freeze, begun_of, in_hand_of, soft_again

SLACK_MOST = 180  # ticks a longest time may be overstepped in a repair


class DayRules:
    """Every start as a variable, and the rules between them."""

    def __init__(
        self, t: Ticks, horizon: int, freeze: Freeze | None = None, pins: dict[tuple[PinPoint, int], int] | None = None
    ) -> None:
        from ortools.sat.python import cp_model

        self._module = cp_model
        self.cp = cp_model.CpModel()
        self.t, self._horizon, self._freeze, self._pins = t, horizon, freeze, pins or {}
        self._hands: list[Any] = []
        self._alarms: list[Any] = []
        self._doughs: list[dict[str, Any]] = []
        self._loads: list[dict[str, Any]] = []
        self._before: dict[tuple[int, int], Any] = {}
        self._slacks: list[Any] = []
        self._begun = begun_of(t, freeze.was) if freeze is not None and freeze.lived else {}
        self._begun_before = freeze.now if freeze is not None else 0
        self._in_hand: set[str] = set()
        if self._begun and freeze is not None:
            self._hold(in_hand_of(t, freeze))
        self.finish = self._var("finish")
        for d in range(len(t.doughs)):
            self._dough(d)
        for i in range(len(t.loads)):
            self._load(i)
        self._ready()
        self._ahead()
        self._packing()
        self._resources()
        self._ovens()
        if freeze is None and not self._pins:
            self._alike()
        if freeze is not None:
            self._frozen(freeze)
        self._pinned()

    # --- variables and rules --------------------------------------------------------------------------------------

    def _var(self, name: str, low: int = 0) -> Any:
        return self.cp.new_int_var(low, self._horizon, name)

    def _gone(self, name: str, length: int) -> bool:
        """Whether that is over in a day that is lived."""
        start = self._begun.get(name)
        return start is not None and start < self._begun_before >= start + length

    def _hand(self, start: Any, length: int, name: str) -> None:
        if length and not self._gone(name, length) and name not in self._in_hand:
            self._hands.append(self.cp.new_fixed_size_interval_var(start, length, name))

    def _hold(self, spans: dict[str, tuple[int, int]]) -> None:
        """What hands have begun, as many hands as there are: in a day that is lived they may have begun more."""
        self._in_hand = set(spans)
        last = sorted((start + length for start, length in spans.values()), reverse=True)[: self.t.hands]
        now = self._begun_before
        self._hands += [self.cp.new_fixed_size_interval_var(now, end - now, f"held{end}") for end in last]

    def _most(self, value: Any, limit: Any) -> None:
        """value <= limit; in a repair at a price."""
        if self._freeze is None or self._freeze.strict:
            self.cp.add(value <= limit)
            return
        most = SLACK_MOST + self._freeze.resume - self._freeze.now
        slack = self.cp.new_int_var(0, most, f"slack{len(self._slacks)}")
        self._slacks.append(slack)
        self.cp.add(value <= limit + slack)

    def _dough(self, d: int) -> None:
        dough = self.t.doughs[d]
        v = {"weigh": self._var(f"weigh{d}", dough.lead), "mix": self._var(f"mix{d}"), "out": self._var(f"out{d}")}
        if dough.made:
            self.cp.add(v["mix"] == v["weigh"])
        v["long"] = self.cp.new_bool_var(f"long{d}")
        self.cp.add(v["mix"] >= v["weigh"] + dough.weigh)
        self._most(v["mix"], v["weigh"] + dough.weigh + MIX_WITHIN)
        self._hand(v["weigh"] - dough.lead, dough.lead_first, f"lead{d}")
        self._hand(v["weigh"], dough.weigh, f"weigh{d}")
        for k, (after, length) in enumerate(dough.mixings):
            self._hand(v["mix"] + after, length, f"mix{d}_{k}")
        v["done"] = v["mix"] + dough.mix
        if dough.divide:
            v["divide"] = self._var(f"divide{d}")
            self.cp.add(v["divide"] >= v["done"])
            self._most(v["divide"], v["done"] + MIX_WITHIN)
            self._hand(v["divide"], dough.divide, f"divide{d}")
            v["done"] = v["divide"] + dough.divide
        if dough.chill:
            self.cp.add(v["out"] >= v["done"] + dough.chill)
            self._most(v["out"], v["done"] + dough.chill_max)
            self.cp.add(v["out"] <= v["done"] + dough.temper_after).only_enforce_if(v["long"].negated())
        else:
            self.cp.add(v["out"] == v["done"])
            self.cp.add(v["long"] == 0)
        self._doughs.append(v)

    def _load(self, i: int) -> None:
        t, load, cp = self.t, self.t.loads[i], self.cp
        v: dict[str, Any] = {"shape": [self._var(f"shape{i}_{k}") for k in range(len(load.shape))]}
        for k, (start, length) in enumerate(zip(v["shape"], load.shape, strict=True)):
            self._hand(start, length, f"shape{i}_{k}")
            if k:
                cp.add(start >= v["shape"][k - 1] + load.shape[k - 1])
        shaped = v["shape"][-1] + load.shape[-1]
        self._most(shaped - v["shape"][0], sum(load.shape) + t.pause)
        v["load"], v["turn"], v["transfer"] = (
            self._var(f"load{i}", t.preheat),
            self._var(f"turn{i}"),
            self._var(f"tr{i}"),
        )
        cp.add(v["load"] >= shaped + load.before)
        v["parked"] = cp.new_bool_var(f"parked{i}")
        if t.tray_shelves:
            self._most(v["load"], shaped + load.wait_max + (t.park_max - load.wait_max) * v["parked"])
        else:
            cp.add(v["parked"] == 0)
            self._most(v["load"], shaped + load.wait_max)
        v["shaped"] = shaped
        out = v["load"] + t.load + load.bake
        self._hand(v["load"] - load.wash, load.wash + t.load, f"load{i}")
        self._hand(out, t.unload + load.hot, f"unload{i}")
        if not self._gone(f"unload{i}", 0):
            self._alarms.append(cp.new_fixed_size_interval_var(out, BELL, f"bell{i}"))
        inside = self._freeze is not None and self._freeze.was.loads[i].load < self._freeze.now
        if load.turn and not inside:  # what is in the oven has been settled
            cp.add_linear_constraint(v["turn"] - v["load"], load.turn_at - TURN_SLACK, load.turn_at + TURN_SLACK)
            cp.add(v["turn"] + load.turn <= out)
        if load.turn:
            self._hand(v["turn"], load.turn, f"turn{i}")
            if not self._gone(f"turn{i}", 0):
                self._alarms.append(cp.new_fixed_size_interval_var(v["turn"], BELL, f"turnbell{i}"))
        else:
            cp.add(v["turn"] == v["load"] + load.turn_at)
        empty = v["load"] + load.slot + load.hot
        cp.add(v["transfer"] >= empty + load.rest)
        self._most(v["transfer"], empty + load.rest_max)
        self._hand(v["transfer"], load.transfer, f"transfer{i}")
        cold = v["transfer"] + load.transfer + load.cool
        v["ice"] = [self._var(f"ice{i}_{k}") for k in range(len(load.ice))]
        for k, (start, length) in enumerate(zip(v["ice"], load.ice, strict=True)):
            self._hand(start, length, f"ice{i}_{k}")
            cp.add(start >= (v["ice"][k - 1] + load.ice[k - 1] if k else cold))
        v["ready"] = v["ice"][-1] + load.ice[-1] + load.dry if load.ice else cold
        cp.add(self.finish >= v["ready"])
        v["oven"] = cp.new_bool_var(f"oven{i}")
        if len(t.ovens) == 1:
            cp.add(v["oven"] == 0)
        self._loads.append(v)

    def _ready(self) -> None:
        """Nothing is shaped before its dough is ready or its test cookie measured, scraps before they are cold again, slices outside
        their window. In a day that is lived what has begun, began."""
        freeze = self._freeze
        for i, load in enumerate(self.t.loads):
            if freeze is not None and freeze.lived and freeze.was.loads[i].shape[0] < freeze.now:
                continue
            first = self._loads[i]["shape"][0]
            if load.after_log is not None:
                log, work = self._loads[load.after_log], self.t.loads[load.after_log]
                out = log["load"] + work.slot
                self.cp.add(first >= out + load.slice_from)
                self._most(first, out + load.slice_to)
                self.cp.add(first >= log["transfer"] + work.transfer)
                continue
            dough = self.t.doughs[load.dough]
            for d in self.t.doughs_of(i):
                v = self._doughs[d]
                self.cp.add(first >= v["out"] + self.t.doughs[d].temper * v["long"])
            test = self.t.test_of(i)
            if test is not None:
                self.cp.add(first >= self._loads[test]["transfer"] + self.t.loads[test].transfer)
            if load.scraps:
                for j, other in enumerate(self.t.loads):
                    if other.dough == load.dough and not other.scraps and other.after_log is None:
                        self.cp.add(first >= self._loads[j]["shaped"] + dough.rechill)

    def _ahead(self) -> None:
        """What goes ahead is shaped before anything else is weighed, and off its trays before anything else is shaped, with time to wash between.
        What has begun, began."""
        t = self.t
        if not t.ahead:
            return
        bowls, trays = self._var("bowls"), self._var("trays")
        for i, load in enumerate(t.loads):
            if t.is_ahead(i):
                self.cp.add(trays >= self._loads[i]["transfer"] + load.transfer + WASH_UP)
                if load.after_log is None:
                    self.cp.add(bowls >= self._loads[i]["shaped"] + WASH_UP)
            elif load.after_log is None and not (
                self._freeze and self._freeze.was.loads[i].shape[0] < self._freeze.now
            ):
                self.cp.add(self._loads[i]["shape"][0] >= trays)
        for d, dough in enumerate(t.doughs):
            begun = self._freeze is not None and self._freeze.was.doughs[d].weigh < self._freeze.now
            if d not in t.ahead and not dough.made and not begun:
                self.cp.add(self._doughs[d]["weigh"] >= bowls)

    def _packing(self) -> None:
        """A dough's cookies are packed when the last of them is ready."""
        for d, v in enumerate(self._doughs):
            length = self.t.doughs[d].pack
            if not length:
                continue
            v["pack"] = self._var(f"pack{d}")
            self._hand(v["pack"], length, f"pack{d}")
            for i, load in enumerate(self.t.loads):
                if load.dough == d:
                    self.cp.add(v["pack"] >= self._loads[i]["ready"])
            self.cp.add(self.finish >= v["pack"] + length)

    def _span(self, start: Any, end: Any, name: str, present: Any = None) -> Any:
        size = self.cp.new_int_var(0, self._horizon + 200, f"{name}_size")
        stop = self.cp.new_int_var(0, self._horizon + 200, f"{name}_end")
        self.cp.add(stop == end)
        if present is None:
            self.cp.add(size == end - start)
            return self.cp.new_interval_var(start, size, stop, name)
        return self.cp.new_optional_interval_var(start, size, stop, present, name)

    def _resources(self) -> None:
        t, cp = self.t, self.cp
        closed = [cp.new_fixed_size_interval_var(a, b - a, f"closed{a}") for a, b in t.closed]
        if t.hands == 1:
            cp.add_no_overlap([*self._hands, *closed])
        else:
            lone = [cp.new_fixed_size_interval_var(a, b - a, f"lone{a}") for a, b in without(t.lone, t.closed)]
            demands = [1] * len(self._hands) + [t.hands] * len(closed) + [t.hands - 1] * len(lone)
            cp.add_cumulative([*self._hands, *closed, *lone], demands, t.hands)
        cp.add_no_overlap(self._alarms)
        mixing = [
            cp.new_fixed_size_interval_var(v["mix"] + after, length, f"mixer{d}_{k}")
            for d, v in enumerate(self._doughs)
            for k, (after, length) in enumerate(t.doughs[d].mixings)
        ]
        cp.add_cumulative(mixing, [1] * len(mixing), t.mixers)
        bowls = [self._span(v["weigh"], v["done"], f"bowl{d}") for d, v in enumerate(self._doughs)]
        cp.add_cumulative(bowls, [1] * len(bowls), t.bowls)
        cold = [d for d, dough in enumerate(t.doughs) if dough.shelf]
        shelves = [self._span(self._doughs[d]["done"], self._doughs[d]["out"], f"fridge{d}") for d in cold]
        cp.add_cumulative(shelves, [t.doughs[d].shelf for d in cold], t.shelf)
        if t.tray_shelves:
            parked = [self._span(v["shaped"], v["load"], f"park{i}", v["parked"]) for i, v in enumerate(self._loads)]
            cp.add_cumulative(parked, [1] * len(parked), t.tray_shelves)
        for kind, count in t.trays.items():
            self._trays(kind, count)
        self._area()

    def _trays(self, kind: str, count: int) -> None:
        """A tray is taken from its first shaping until it is empty and cool. All of a kind are alike: naming comes after."""
        over = self._too_many(kind, count)
        spans = [
            self._span(v["shape"][0], v["transfer"] + self.t.loads[i].transfer + self.t.tray_cool, f"tray{i}")
            for i, v in enumerate(self._loads)
            if self.t.loads[i].tray == kind and i not in over
        ]
        demands = [1] * len(spans)
        for n, (lost, since) in enumerate(self._freeze.lost if self._freeze is not None else ()):
            if lost == kind:
                length = max(1, self._horizon + 200 - since)
                spans.append(self.cp.new_fixed_size_interval_var(since, length, f"lost{n}_{kind}"))
                demands.append(1)
        self.cp.add_cumulative(spans, demands, count)

    def _too_many(self, kind: str, count: int) -> set[int]:
        """In a day that is lived, loads begun on more trays than there are: of those that are not over the ones that are free first, and all that are
        over."""
        freeze = self._freeze
        if freeze is None or not freeze.lived:
            return set()
        free = {
            i: times.transfer + self.t.loads[i].transfer + self.t.tray_cool
            for i, times in enumerate(freeze.was.loads)
            if self.t.loads[i].tray == kind and times.shape[0] < freeze.now
        }
        held = sorted((i for i in free if free[i] > freeze.now), key=lambda i: -free[i])[:count]
        return set(free) - set(held)

    def _area(self) -> None:
        spans, demands = [], []
        for i, (v, load) in enumerate(zip(self._loads, self.t.loads, strict=True)):
            if not load.area:
                continue
            spans.append(self.cp.new_fixed_size_interval_var(v["transfer"], load.transfer + load.cool, f"cool{i}"))
            demands.append(load.area)
            if load.ice:
                spans.append(self._span(v["ice"][0], v["ready"], f"dry{i}"))
                demands.append(load.area)
        capacity: Any = self.t.area
        if self._freeze is not None:
            over = self.cp.new_int_var(0, 5000, "over_area")
            self._slacks.append(over)
            capacity = self.t.area + over
        if spans:
            self.cp.add_cumulative(spans, demands, capacity)

    def _ovens(self) -> None:
        """Rack positions, and one temperature in an oven at a time: loads too far apart never share it, and the oven has
        time to change."""
        t, cp = self.t, self.cp
        freeze = self._freeze
        before = freeze.now if freeze is not None and freeze.lived else -1
        slots = [
            cp.new_fixed_size_interval_var(v["load"], t.loads[i].slot, f"slot{i}")
            for i, v in enumerate(self._loads)
            if freeze is None or freeze.was.loads[i].load + t.loads[i].slot > before
        ]
        off = [cp.new_fixed_size_interval_var(a, b - a, f"off{a}") for a, b in t.oven_off]
        racks = sum(t.ovens)
        cp.add_cumulative([*slots, *off], [1] * len(slots) + [racks] * len(off), racks)
        if len(t.ovens) > 1:
            for o, racks in enumerate(t.ovens):
                held = [
                    cp.new_optional_fixed_size_interval_var(v["load"], t.loads[i].slot, self._in(v, o), f"slot{i}_{o}")
                    for i, v in enumerate(self._loads)
                ]
                cp.add_cumulative(held, [1] * len(held), racks)
        for a in range(len(t.loads)):
            for b in range(a + 1, len(t.loads)):
                if freeze is not None and max(freeze.was.loads[a].load, freeze.was.loads[b].load) < before:
                    continue  # they stood in the oven as they stood
                there, back = t.apart(a, b), t.apart(b, a)
                if there is not None and back is not None:
                    self._one_before_other(a, b, there, back)

    def _in(self, v: dict[str, Any], oven: int) -> Any:
        return v["oven"] if oven else v["oven"].negated()

    def _one_before_other(self, a: int, b: int, there: int, back: int) -> None:
        t, cp = self.t, self.cp
        va, vb = self._loads[a], self._loads[b]
        first = cp.new_bool_var(f"first{a}_{b}")
        self._before[a, b] = first
        ab = cp.add(va["load"] + t.loads[a].slot + there <= vb["load"])
        if len(t.ovens) == 1:
            ab.only_enforce_if(first)
            cp.add(vb["load"] + t.loads[b].slot + back <= va["load"]).only_enforce_if(first.negated())
            return
        second = cp.new_bool_var(f"second{a}_{b}")
        apart = cp.new_bool_var(f"apart{a}_{b}")
        ab.only_enforce_if(first)
        cp.add(vb["load"] + t.loads[b].slot + back <= va["load"]).only_enforce_if(second)
        cp.add(va["oven"] != vb["oven"]).only_enforce_if(apart)
        cp.add_bool_or([first, second, apart])

    def _alike(self) -> None:
        """Alike loads go through in order: nothing is lost, and the search is far shorter."""
        last: dict[tuple[object, ...], int] = {}
        for i, load in enumerate(self.t.loads):
            before = last.get(load.kind)
            if before is not None:
                a, b = self._loads[before], self._loads[i]
                gap = self.t.loads[before].shape[-1] if self.t.hands == 1 else 0
                self.cp.add(b["shape"][0] >= a["shape"][-1] + gap if gap else b["shape"][0] >= a["shape"][0])
                self.cp.add(b["load"] >= a["load"])
                self.cp.add(b["transfer"] >= a["transfer"])
                if load.ice:
                    self.cp.add(b["ice"][0] >= a["ice"][0])
                for j in range(len(self.t.loads)):
                    pa, pb = self._before.get((before, j)), self._before.get((i, j))
                    if pa is not None and pb is not None and len(self.t.ovens) == 1:
                        self.cp.add_implication(pb, pa)
            last[load.kind] = i

    def starts(self, table: Timetable) -> list[tuple[Any, int]]:
        """Every start variable with its value in a timetable; a turn that is not done follows the load."""
        pairs: list[tuple[Any, int]] = []
        for v, times in zip(self._doughs, table.doughs, strict=True):
            pairs += [(v["weigh"], times.weigh), (v["mix"], times.mix), (v["out"], times.out)]
            pairs += [(v[name], getattr(times, name)) for name in ("divide", "pack") if name in v]
        for i, (v, loaded) in enumerate(zip(self._loads, table.loads, strict=True)):
            pairs += list(zip(v["shape"], loaded.shape, strict=True))
            pairs += [
                (v["load"], loaded.load),
                (v["transfer"], loaded.transfer),
                *zip(v["ice"], loaded.ice, strict=True),
            ]
            if self.t.loads[i].turn:
                pairs.append((v["turn"], loaded.turn))
        return pairs

    def _frozen(self, freeze: Freeze) -> None:
        """What began before now stays; the rest begins from when work goes on. A bake in the oven is turned as it was, and
        its cookies are moved when they may be."""
        turns = {id(v["turn"]) for v, x in zip(self._loads, freeze.was.loads, strict=True) if x.load < freeze.now}
        for var, value in self.starts(freeze.was):
            if id(var) in turns:
                continue
            if value < freeze.now:
                self.cp.add(var == value)
            else:
                self.cp.add(var >= freeze.resume)
        for d, (v, made) in enumerate(zip(self._doughs, freeze.was.doughs, strict=True)):
            if made.weigh >= freeze.now:
                self.cp.add(v["weigh"] >= soft_again(self.t, d, made, freeze.now, freeze.resume))
        for i, (v, times) in enumerate(zip(self._loads, freeze.was.loads, strict=True)):
            wash = self.t.loads[i].wash
            if wash and times.load - wash >= freeze.now:
                self.cp.add(v["load"] - wash >= freeze.resume)
            if times.load < freeze.now:
                self.cp.add(v["oven"] == times.oven)
                if self.t.loads[i].turn:
                    self.cp.add(v["turn"] == times.turn)

    def _pinned(self) -> None:
        for (what, index), tick in self._pins.items():
            self.cp.add(self._named(what, index) == tick)

    def _named(self, what: PinPoint, index: int) -> Any:
        if what.of_dough:
            return self._doughs[index][what]
        return self._loads[index]["shape"][0] if what is PinPoint.SHAPE else self._loads[index][what]
