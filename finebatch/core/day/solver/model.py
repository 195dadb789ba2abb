"""The day's rules with a question: the shortest day, the latest start, the calmest within it, the steadiest repair."""

import contextlib
import threading
import time
from collections.abc import Callable, Iterator
from typing import Any

from ..times import BELL, DoughTimes, LoadTimes, Ticks, Timetable
from .rules import DayRules


class NoSolutionError(RuntimeError):
    """The solver gave no solution to read; `proved` says it showed that there is none."""

    def __init__(self, status: str, proved: bool) -> None:
        super().__init__(f"the day's solver ended with {status}")
        self.proved = proved


# What calm is worth, in half ticks of a tray's waiting (judged).
PAIR_WORTH, TURNED_WORTH, LATER_COSTS, STANDING_COSTS, FALLING_COSTS = 160, 60, 12, 1, 8


class DayModel(DayRules):
    """Ask `shortest`, `latest_start`, `calmest` or `steady` of it, then `run`."""

    def suggest(self, table: Timetable) -> None:
        """Start the search from a plan known to keep the rules; alike loads are first put in order."""
        ordered = in_order(self.t, table) if self._freeze is None and not self._pins else table
        for var, value in self.starts(ordered):
            self.cp.add_hint(var, value)
        for d, (v, times) in enumerate(zip(self._doughs, ordered.doughs, strict=True)):
            dough = self.t.doughs[d]
            done = times.divide + dough.divide if dough.divide else times.mix + dough.mix
            self.cp.add_hint(v["long"], bool(dough.chill) and times.out - done > dough.temper_after)
        for v, loaded in zip(self._loads, ordered.loads, strict=True):
            self.cp.add_hint(v["oven"], bool(loaded.oven))
            self.cp.add_hint(v["parked"], loaded.parked)
        for (a, b), first in self._before.items():
            self.cp.add_hint(first, ordered.loads[a].load < ordered.loads[b].load)
        self.cp.add_hint(self.finish, ordered.finish(self.t))

    def shortest(self) -> None:
        """Everything ready as soon as can be."""
        self.cp.minimize(self.finish)

    def latest_start(self, at_least: int = 0) -> None:
        """Begin as late as can be (a plan that begins `at_least` so late is known) and still be ready by the deadline."""
        begin = self._var("begin", at_least)
        for d, v in enumerate(self._doughs):
            self.cp.add(begin <= v["weigh"] - self.t.doughs[d].lead)
        for v in self._loads:
            self.cp.add(begin <= v["load"] - self.t.preheat)
        if self.t.deadline is not None:
            self.cp.add(self.finish <= self.t.deadline)
        self.cp.maximize(begin)

    def calmest(self, finish: int, begin: int = 0, spare: int = 0) -> None:
        """At that length, or up to `spare` longer where that is worth it: least waiting of raw trays and of warm cookies, fewest changes of the
        oven, alike trays in and out together, doughs that do not stand longer than they bear, nor are made long before they are needed."""
        self.cp.add(self.finish <= finish + spare)
        if begin:
            for d, v in enumerate(self._doughs):
                self.cp.add(v["weigh"] - self.t.doughs[d].lead >= begin)
            for v in self._loads:
                self.cp.add(v["load"] - self.t.preheat >= begin)
        waits = [v["load"] - v["shaped"] for v in self._loads]
        rests = [
            v["transfer"] - v["load"] - t.slot - t.hot - t.rest for v, t in zip(self._loads, self.t.loads, strict=True)
        ]
        broken = self._interruptions()
        early = [v["weigh"] for v in self._doughs]
        self.cp.minimize(
            2 * sum(waits)
            + 2 * sum(rests)
            + 60 * sum(broken)
            + 20 * sum(v["parked"] for v in self._loads)
            - sum(early)
            - PAIR_WORTH * sum(self._pairs())
            - TURNED_WORTH * sum(self._turned())
            + sum(worth * over for worth, over in self._stood())
            + (LATER_COSTS * self.finish if spare else 0)
        )

    def _pairs(self) -> list[Any]:
        """One for every two trays of a dough that go in with one opening of the door, and so come out with one; none is of two pairs."""
        found: list[Any] = []
        last: dict[int, int] = {}
        before: dict[int, Any] = {}
        if len(self.t.ovens) > 1 or self.t.ovens[0] < 2:
            return found
        for i, load in enumerate(self.t.loads):
            a = last.get(load.dough)
            if a is not None and self._same_bake(a, i):
                pair = self.cp.new_bool_var(f"pair{a}_{i}")
                near = max(self.t.unload + load.hot, self.t.load + load.wash, BELL)
                apart = self._loads[i]["load"] - self._loads[a]["load"]
                self.cp.add_linear_constraint(apart, -near, near).only_enforce_if(pair)
                if load.dough in before:
                    self.cp.add_at_most_one([before[load.dough], pair])
                before[load.dough] = pair
                found.append(pair)
            else:
                before.pop(load.dough, None)
            last[load.dough] = i
        return found

    def _turned(self) -> list[Any]:
        """One for every two trays that follow one another in a dough and are turned with one opening of the door."""
        found: list[Any] = []
        last: dict[int, int] = {}
        if len(self.t.ovens) > 1 or self.t.ovens[0] < 2:
            return found
        for i, load in enumerate(self.t.loads):
            a = last.get(load.dough)
            if a is not None and load.turn and self.t.loads[a].turn:
                together = self.cp.new_bool_var(f"turned{a}_{i}")
                near = max(BELL, load.turn, self.t.loads[a].turn)
                apart = self._loads[i]["turn"] - self._loads[a]["turn"]
                self.cp.add_linear_constraint(apart, -near, near).only_enforce_if(together)
                found.append(together)
            last[load.dough] = i
        return found

    def _same_bake(self, a: int, b: int) -> bool:
        one, other = self.t.loads[a], self.t.loads[b]
        return one.oven_c == other.oven_c and abs(one.bake - other.bake) <= BELL and one.after_log == other.after_log

    def _stood(self) -> list[tuple[int, Any]]:
        """How much longer than it bears each dough stands until the last of it is shaped, ticks, and what a tick of that costs."""
        found = []
        for d, dough in enumerate(self.t.doughs):
            mine = [
                v
                for i, (v, load) in enumerate(zip(self._loads, self.t.loads, strict=True))
                if d in self.t.doughs_of(i) and load.after_log is None
            ]
            if dough.stands and mine:
                over = self._var(f"stood{d}")
                for v in mine:
                    self.cp.add(over >= v["shaped"] - self._doughs[d]["out"] - dough.stands)
                found.append((FALLING_COSTS if dough.falls else STANDING_COSTS, over))
        return found

    def _interruptions(self) -> list[Any]:
        """One for every load of another temperature that comes between two alike."""
        found = []
        if len(self.t.ovens) > 1:
            return []
        last: dict[tuple[object, ...], int] = {}
        for i, load in enumerate(self.t.loads):
            a = last.get(load.kind)
            if a is not None:
                for j in range(len(self.t.loads)):
                    pa, pb = self._first(a, j), self._first(j, i)
                    if pa is not None and pb is not None:
                        between = self.cp.new_bool_var(f"between{a}_{j}_{i}")
                        self.cp.add_bool_or([between, pa.negated(), pb.negated()])
                        found.append(between)
            last[load.kind] = i
        return found

    def _first(self, a: int, b: int) -> Any:
        if (a, b) in self._before:
            return self._before[a, b]
        return self._before[b, a].negated() if (b, a) in self._before else None

    def steady(self, was: Timetable) -> None:
        """A repair: keep the longest times, then finish early, then move as few loads as little as can be."""
        moves: list[Any] = []
        for v, times in zip(self._loads, was.loads, strict=True):
            far = self._var(f"moved{len(moves)}")
            self.cp.add(far >= v["load"] - times.load)
            self.cp.add(far >= times.load - v["load"])
            moves.append(far)
        self.cp.minimize(50 * sum(self._slacks) + 5 * self.finish + sum(moves))

    def run(
        self,
        limit: float,
        workers: int = 1,
        seconds: float | None = None,
        heard: Callable[[Timetable], None] | None = None,
    ) -> tuple[Timetable, float, bool]:
        """Solve; the plan, the proved bound on what was asked, and whether it is reached. Each plan on the way is `heard` of.

        One worker with the deterministic `limit` repeats itself; more workers with `seconds` do not: so many seconds of two processors, so that a
        busy machine takes longer rather than finding less. NoSolutionError when there is none to read: the solver's own accessor would return
        garbage.
        """
        module = self._module
        solver = module.CpSolver()
        solver.parameters.num_workers = workers
        solver.parameters.random_seed = 1
        if seconds is None:
            solver.parameters.max_deterministic_time = limit
        else:
            solver.parameters.max_time_in_seconds = seconds * PATIENCE
        with _processor_time(solver, seconds):
            status = solver.solve(self.cp, _heard(module, self._read, heard) if heard else None)
        if status not in (module.OPTIMAL, module.FEASIBLE):
            raise NoSolutionError(solver.status_name(status), status == module.INFEASIBLE)
        return self._read(solver.value), solver.best_objective_bound, status == module.OPTIMAL

    def _read(self, value: Callable[[Any], int]) -> Timetable:
        doughs = tuple(
            DoughTimes(
                value(v["weigh"]), value(v["mix"]),
                value(v["divide"]) if "divide" in v else value(v["mix"]) + self.t.doughs[d].mix, value(v["out"]),
                value(v["pack"]) if "pack" in v else 0,
            )
            for d, v in enumerate(self._doughs)
        )  # fmt: skip
        loads = tuple(
            LoadTimes(
                tuple(value(s) for s in v["shape"]), value(v["load"]), value(v["turn"]), value(v["transfer"]),
                tuple(value(s) for s in v["ice"]), int(value(v["oven"])), bool(value(v["parked"])),
            )
            for v in self._loads
        )  # fmt: skip
        return Timetable(doughs, loads)


PROCESSORS, PATIENCE, LOOKED_S = 2, 4.0, 0.05


@contextlib.contextmanager
def _processor_time(solver: Any, seconds: float | None) -> Iterator[None]:
    """Stops the solver when this process has used that much of two processors."""
    if seconds is None:
        yield
        return
    until, over = time.process_time() + PROCESSORS * seconds, threading.Event()

    def watch() -> None:
        while not over.wait(LOOKED_S):
            if time.process_time() >= until:
                solver.stop_search()
                return

    threading.Thread(target=watch, daemon=True).start()
    try:
        yield
    finally:
        over.set()


def _heard(module: Any, read: Callable[[Callable[[Any], int]], Timetable], heard: Callable[[Timetable], None]) -> Any:
    class Hears(module.CpSolverSolutionCallback):  # type: ignore[misc]
        def on_solution_callback(self) -> None:
            heard(read(self.value))

    return Hears()


def in_order(t: Ticks, table: Timetable) -> Timetable:
    """The same plan with alike loads renamed so that they go through in the order of their numbers. Logs and their
    slices are left as they are."""
    loads = list(table.loads)
    groups: dict[tuple[object, ...], list[int]] = {}
    for i, load in enumerate(t.loads):
        groups.setdefault(load.kind, []).append(i)
    for members in groups.values():
        if t.loads[members[0]].after_log is None and not any(t.slices_of(i) for i in members):
            for i, times in zip(members, sorted((table.loads[i] for i in members), key=lambda x: x.load), strict=True):
                loads[i] = times
    return Timetable(table.doughs, tuple(loads))
