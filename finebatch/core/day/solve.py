"""The best plan, by constraint programming: first the shortest day, then the calmest within it.

One worker with a deterministic limit, so that the same day always gives the same plan. The solver is imported when it
is first needed: it takes over a second to load.
"""

from dataclasses import dataclass
from typing import Any

from .greedy import first_plan
from .ticks import MIX_WITHIN_TICKS, TURN_SLACK_TICKS, LoadTimes, Ticks, Timetable

SHORTEST_LIMIT = 6.0  # deterministic time, about a second or two each on a small machine
CALMEST_LIMIT = 2.0


def load() -> None:
    """Load the solver now, so that the next plan does not wait for it."""
    from ortools.sat.python import cp_model  # noqa: F401


class NoSolutionError(RuntimeError):
    """The solver gave no solution where one was certain to exist."""


@dataclass(frozen=True)
class Solved:
    """A timetable, the length of day no plan can beat (ticks), and whether this one reaches it."""

    timetable: Timetable
    bound: int
    proved: bool


def solve(t: Ticks) -> Solved:
    """Shortest day from the greedy plan's hint; then, at that length, least waiting of raw trays and warm cookies."""
    hint = first_plan(t)
    model = _Model(t, hint.finish(t))
    model.suggest(hint)
    model.cp.minimize(model.finish)
    shortest, bound, optimal = model.run(SHORTEST_LIMIT)
    length = shortest.finish(t)
    calm = _Model(t, length)
    calm.suggest(shortest)
    calm.cp.minimize(sum(calm.waits) + sum(calm.overruns) - calm.weigh_late)
    calmest, _, _ = calm.run(CALMEST_LIMIT)
    return Solved(calmest, length if optimal else bound, optimal)


class _Model:
    """The day as a constraint model; see docs/bake-day.md for the rules in words."""

    def __init__(self, t: Ticks, horizon: int) -> None:
        from ortools.sat.python import cp_model

        self._solver_module = cp_model
        self.cp = cp_model.CpModel()
        self._t, self._horizon = t, horizon
        self._hands: list[Any] = []
        self.waits: list[Any] = []
        self.overruns: list[Any] = []
        self._loads: list[dict[str, Any]] = []
        self.finish = self._var("finish")
        self._dough()
        self._all_loads()
        self.cp.add_no_overlap(self._hands)

    def _var(self, name: str, low: int = 0) -> Any:
        return self.cp.new_int_var(low, self._horizon, name)

    def _hand(self, start: Any, length: int, name: str) -> None:
        self._hands.append(self.cp.new_fixed_size_interval_var(start, length, name))

    def _dough(self) -> None:
        t = self._t
        self._weigh, self._mix = self._var("weigh"), self._var("mix", t.soften)
        self._out = self._var("out")
        self._long = self.cp.new_bool_var("chilled_long")
        self.cp.add(self._mix >= self._weigh + t.weigh)
        self.cp.add(self._mix <= self._weigh + t.weigh + MIX_WITHIN_TICKS)
        self._hand(self._weigh, t.weigh, "weigh")
        self._hand(self._mix, t.mix, "mix")
        mixed = self._mix + t.mix
        self.cp.add(self._out >= mixed + t.chill)
        self.cp.add(self._out <= mixed + (t.chill_max if t.chill else self._horizon))
        self.cp.add(self._out <= mixed + t.temper_after).only_enforce_if(self._long.negated())
        self.weigh_late = self._weigh

    def _all_loads(self) -> None:
        t = self._t
        tray_spans, oven_spans = [], []
        previous: dict[str, Any] | None = None
        for i, chunks in enumerate(t.chunks):
            load = self._one_load(i, chunks)
            tray_spans.append(load["tray_span"])
            oven_spans.append(self.cp.new_fixed_size_interval_var(load["load"], t.slot, f"oven{i}"))
            if previous is None:
                temper = t.temper * self._long if t.chill else 0
                self.cp.add(load["form"][0] >= self._out + temper)
            else:
                # Trays follow one another in order: without loss, since loads of a dough are alike.
                last = t.chunks[i - 1][-1]
                self.cp.add(load["form"][0] >= previous["form"][-1] + last)
                self.cp.add(load["load"] >= previous["load"])
                self.cp.add(load["transfer"] >= previous["transfer"])
            previous = load
            self._loads.append(load)
        self.cp.add_cumulative(tray_spans, [1] * len(tray_spans), t.trays)
        self.cp.add_cumulative(oven_spans, [1] * len(oven_spans), t.racks)

    def _one_load(self, i: int, chunks: tuple[int, ...]) -> dict[str, Any]:
        t, cp = self._t, self.cp
        form = [self._var(f"form{i}_{k}") for k in range(len(chunks))]
        for k, (start, length) in enumerate(zip(form, chunks, strict=True)):
            self._hand(start, length, f"form{i}_{k}")
            if k:
                cp.add(start >= form[k - 1] + chunks[k - 1])
        formed = form[-1] + chunks[-1]
        cp.add(formed - form[0] <= sum(chunks) + t.pause_max)
        load = self._var(f"load{i}", t.preheat)
        turn, transfer = self._var(f"turn{i}"), self._var(f"transfer{i}")
        cp.add(load >= formed)
        cp.add(load <= formed + t.wait_max)
        self._hand(load, t.load, f"load{i}")
        cp.add_linear_constraint(turn - load, t.turn_at - TURN_SLACK_TICKS, t.turn_at + TURN_SLACK_TICKS)
        self._hand(turn, t.turn, f"turn{i}")
        self._hand(load + t.load + t.bake, t.unload, f"unload{i}")
        cp.add_linear_constraint(transfer - load, t.slot + t.rest, t.slot + t.rest_max)
        self._hand(transfer, t.transfer[i], f"transfer{i}")
        cp.add(self.finish >= transfer + t.transfer[i] + t.cool)
        self.waits.append(load - formed)
        self.overruns.append(transfer - load - t.slot - t.rest)
        # The tray is taken from the first shaping until it is empty and cool again. The cool-down may end after the
        # cookies are cold, so its end has room beyond the horizon.
        end = cp.new_int_var(0, self._horizon + t.tray_cool, f"tray_end{i}")
        size = cp.new_int_var(0, self._horizon + t.tray_cool, f"tray_size{i}")
        cp.add(end == transfer + t.transfer[i] + t.tray_cool)
        span = cp.new_interval_var(form[0], size, end, f"tray{i}")
        return {
            "form": form,
            "load": load,
            "turn": turn,
            "transfer": transfer,
            "tray_span": span,
            "end": end,
            "size": size,
        }

    def suggest(self, hint: Timetable) -> None:
        """Start the search from a plan known to keep the rules."""
        t, cp = self._t, self.cp
        cp.add_hint(self._weigh, hint.weigh)
        cp.add_hint(self._mix, hint.mix)
        cp.add_hint(self._out, hint.out)
        cp.add_hint(self._long, hint.out - hint.mix - t.mix > t.temper_after)
        cp.add_hint(self.finish, hint.finish(t))
        for i, (load, known) in enumerate(zip(self._loads, hint.loads, strict=True)):
            for var, value in zip(load["form"], known.form, strict=True):
                cp.add_hint(var, value)
            end = known.transfer + t.transfer[i] + t.tray_cool
            hints = {"load": known.load, "turn": known.turn, "transfer": known.transfer, "end": end}
            for name, value in hints.items():
                cp.add_hint(load[name], value)
            cp.add_hint(load["size"], end - known.form[0])

    def run(self, limit: float) -> tuple[Timetable, int, bool]:
        """Solve; the plan found, the proved bound on the objective, and whether it is optimal.

        Raises NoSolutionError when there is no solution to read: the solver's own accessor would return garbage.
        """
        module = self._solver_module
        solver = module.CpSolver()
        solver.parameters.num_workers = 1
        solver.parameters.random_seed = 1
        solver.parameters.max_deterministic_time = limit
        status = solver.solve(self.cp)
        if status not in (module.OPTIMAL, module.FEASIBLE):
            raise NoSolutionError(f"the day's solver ended with {solver.status_name(status)}")
        loads = tuple(
            LoadTimes(
                tuple(solver.value(var) for var in load["form"]),
                solver.value(load["load"]),
                solver.value(load["turn"]),
                solver.value(load["transfer"]),
            )
            for load in self._loads
        )
        timetable = Timetable(solver.value(self._weigh), solver.value(self._mix), solver.value(self._out), loads)
        return timetable, int(-(-solver.best_objective_bound // 1)), status == module.OPTIMAL
