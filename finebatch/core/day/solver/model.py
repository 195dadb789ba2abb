"""The day's rules with a question: the shortest day, the latest start, the calmest within it, the steadiest repair."""

from typing import Any

from ..times import DoughTimes, LoadTimes, Ticks, Timetable
from .rules import DayRules


class NoSolutionError(RuntimeError):
    """The solver gave no solution to read; `proved` says it showed that there is none."""

    def __init__(self, status: str, proved: bool) -> None:
        super().__init__(f"the day's solver ended with {status}")
        self.proved = proved


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

    def calmest(self, finish: int, begin: int = 0) -> None:
        """At that length: least waiting of raw trays and of warm cookies, fewest changes of the oven, doughs not made long
        before they are needed."""
        self.cp.add(self.finish <= finish)
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
            2 * sum(waits) + 2 * sum(rests) + 60 * sum(broken) + 20 * sum(v["parked"] for v in self._loads) - sum(early)
        )

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

    def run(self, limit: float, workers: int = 1, seconds: float | None = None) -> tuple[Timetable, float, bool]:
        """Solve; the plan, the proved bound on what was asked, and whether it is reached.

        One worker with the deterministic `limit` repeats itself; more workers with `seconds` do not. NoSolutionError when
        there is none to read: the solver's own accessor would return garbage.
        """
        module = self._module
        solver = module.CpSolver()
        solver.parameters.num_workers = workers
        solver.parameters.random_seed = 1
        if seconds is None:
            solver.parameters.max_deterministic_time = limit
        else:
            solver.parameters.max_time_in_seconds = seconds
        status = solver.solve(self.cp)
        if status not in (module.OPTIMAL, module.FEASIBLE):
            raise NoSolutionError(solver.status_name(status), status == module.INFEASIBLE)
        doughs = tuple(
            DoughTimes(
                solver.value(v["weigh"]), solver.value(v["mix"]),
                solver.value(v["divide"]) if "divide" in v else solver.value(v["mix"]) + self.t.doughs[d].mix, solver.value(v["out"]),
                solver.value(v["pack"]) if "pack" in v else 0,
            )
            for d, v in enumerate(self._doughs)
        )  # fmt: skip
        loads = tuple(
            LoadTimes(
                tuple(solver.value(s) for s in v["shape"]), solver.value(v["load"]), solver.value(v["turn"]), solver.value(v["transfer"]),
                tuple(solver.value(s) for s in v["ice"]), int(solver.value(v["oven"])), bool(solver.value(v["parked"])),
            )
            for v in self._loads
        )  # fmt: skip
        return Timetable(doughs, loads), solver.best_objective_bound, status == module.OPTIMAL


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
