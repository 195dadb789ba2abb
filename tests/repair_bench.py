"""Days that go wrong again and again: `make repairbench`. A benchmark, not a test: it prints what happened.

Random events in chains on the benchmark days, each answered by a repair that the independent check has passed (a hard rule broken would be
an error here). Counted: events refused, days that end later than the best sound answer of the same few oversteps, longest times overstepped, and how long an answer takes.
"""

import random
import sys
import time
from collections.abc import Callable
from datetime import timedelta
from unittest import mock

from finebatch.core.base.problems import Refusal
from finebatch.core.day.change import (
    AnyChange,
    BakesLonger,
    DoughDropped,
    DoughNotReady,
    HelperComes,
    HelperGoes,
    OvenSlower,
    TimeLost,
    TrayBroken,
)
from finebatch.core.day.plan import Plan
from finebatch.core.day.repair import around
from finebatch.core.day.repair.repair import repaired
from finebatch.core.day.solver.search import Effort
from finebatch.core.day.steps.step import Kind
from tests.day_kit import instances, planned, work_of

DAYS = ("small1", "medium1", "medium2", "medium3", "medium4", "ml1", "ml2", "large1")
EVENTS = 500
CHAIN = 6


def event_of(plan: Plan, dice: random.Random) -> AnyChange:
    """Any of what may befall a kitchen, as likely as it is there."""
    loads, doughs = len(plan.work.loads), len(plan.work.doughs)
    return dice.choice(
        [
            lambda: BakesLonger(load=dice.randrange(loads), minutes=dice.uniform(1, 10)),
            lambda: BakesLonger(load=dice.randrange(loads), minutes=dice.uniform(1, 4)),
            lambda: OvenSlower(percent=dice.uniform(2, 15)),
            lambda: TimeLost(minutes=dice.uniform(2, 45)),
            lambda: TimeLost(minutes=dice.uniform(2, 12)),
            lambda: TrayBroken(tray=dice.choice(sorted(plan.work.room.trays))),
            lambda: DoughDropped(dough=dice.randrange(doughs)),
            HelperComes,
            HelperGoes,
            lambda: DoughNotReady(dough=dice.randrange(doughs), minutes=dice.uniform(5, 40)),
        ]
    )()


def what_began(plan: Plan, now_s: float) -> set[object]:
    return {
        (step.kind, step.start_s, plan.work.loads[step.load].name if step.load is not None else plan.work.doughs[step.dough or 0].name)
        for step in plan.steps
        if step.kind in (Kind.WEIGH, Kind.LOAD) and step.start_s < now_s - 30
    }  # fmt: skip


def noting(answers: list[Plan]) -> Callable[[Plan, Plan, int], Plan]:
    """As `compared`, with every sound answer kept."""
    compared = around.compared

    def noted(before: Plan, after: Plan, tick: int) -> Plan:
        answers.append(compared(before, after, tick))
        return answers[-1]

    return noted


def main() -> None:
    dice = random.Random(int(sys.argv[1]) if len(sys.argv) > 1 else 1)
    wanted = int(sys.argv[2]) if len(sys.argv) > 2 else EVENTS
    plans = {
        name: planned(
            work_of(next(x for x in instances() if x["name"] == name)), Effort(shortest=0.3, calmest=0.05, tries=60)
        )
        for name in DAYS
    }
    told: dict[str, int] = {}
    counts = {"answered": 0, "not asked rightly": 0, "refused": 0, "rewritten": 0, "later": 0, "overstepped": 0}
    seconds: list[float] = []
    while counts["answered"] + counts["refused"] < wanted:
        plan = plans[dice.choice(DAYS)]
        at = sorted(dice.uniform(0.02, 0.97) for _ in range(CHAIN))
        length = plan.end - plan.start
        for share in at:
            now = plan.start + length * share
            if now >= plan.end:
                break
            change = event_of(plan, dice)
            answers: list[Plan] = []
            began = time.process_time()
            try:
                with mock.patch.object(around, "compared", noting(answers)):
                    after = repaired(plan, change, now)
            except Refusal as refusal:
                text = str(refusal)
                counts["refused" if "way was found" in text else "not asked rightly"] += 1
                if "way was found" in text:
                    print("refused:", change, f"at {share:.2f} of", len(plan.work.loads), "loads", flush=True)
                continue
            seconds.append(time.process_time() - began)
            counts["answered"] += 1
            told[change.kind] = told.get(change.kind, 0) + 1
            now_s = (now - plan.start).total_seconds()
            shift = (after.start - plan.start).total_seconds()
            then = {(kind, start + shift, name) for kind, start, name in what_began(after, now_s)}
            if not isinstance(change, DoughDropped) and not what_began(plan, now_s) <= then:
                counts["rewritten"] += 1
                print("rewritten:", change, sorted(map(str, what_began(plan, now_s) - then)), flush=True)
            fair = [one.end for one in answers if len(one.overstepped) <= len(after.overstepped)]
            if after.end > min(fair) + timedelta(seconds=around.SAME_END_S):
                counts["later"] += 1
            counts["overstepped"] += bool(after.overstepped)
            plan = after
    seconds.sort()
    print("events:", ", ".join(f"{kind} {n}" for kind, n in sorted(told.items())))
    print(", ".join(f"{what} {n}" for what, n in counts.items()))
    print(f"seconds of processor: median {seconds[len(seconds) // 2]:.2f}, p99 {seconds[int(len(seconds) * 0.99)]:.2f}")


if __name__ == "__main__":
    main()
