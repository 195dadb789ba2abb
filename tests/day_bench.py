"""The benchmark set of the bake day: `make daybench`. A benchmark, not a test: nothing here can fail.

For every day: the first plan, what the solver proves or bounds, and what a baker by hand would take.
"""

import time
from dataclasses import replace
from datetime import timedelta

from finebatch.core.day.better import Search, better_plan
from finebatch.core.day.byhand.byhand import by_hand
from finebatch.core.day.byhand.place import build, first_plan
from finebatch.core.day.check import violations
from finebatch.core.day.plan import AT_ONCE, Plan, make_plan
from finebatch.core.day.request import ClockFixes, DayRequest, DoughAsk
from finebatch.core.day.solver.search import Effort, effort_for, search
from finebatch.core.day.steps.looks import IN_HAND
from finebatch.core.day.steps.step import Kind
from finebatch.core.day.times import TICK_S, to_ticks
from finebatch.core.day.work.work import DayWork
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.demo.doughs import demo_doughs
from tests.day_kit import NOON, as_steps, fair, instances, work_of

LOOK_ON_S = 20.0
FAIRS = (60, 100, 200)


def minutes(ticks: float) -> str:
    return f"{ticks * TICK_S / 60:g}"


def first(work: DayWork) -> tuple[float, float]:
    """Milliseconds to the first plan, and its minutes."""
    t = to_ticks(work)
    order = [("dough", d) for d in range(len(t.doughs))] + [
        ("load", i) for i, x in enumerate(t.loads) if x.after_log is None
    ]
    build(t, order)
    start = time.perf_counter()
    table = first_plan(t, 0)
    taken = 1000 * (time.perf_counter() - start)
    return taken, table.finish(t) * TICK_S / 60 if table else float("nan")


def row(instance: dict, work: DayWork) -> str:
    t = to_ticks(work)
    small = len(t.loads) <= 10
    known = instance.get("known_60s_ticks", {"best_makespan_min": "-"})
    at_once, first_min = first(work)
    start = time.perf_counter()
    # The shortest day that is found: what is given for calm afterwards is not measured here.
    usual = effort_for(len(t.loads))
    effort = Effort(shortest=3, calmest=0, tries=usual.tries, seconds=None if small else LOOK_ON_S)
    found = search(work, effort=replace(usual, calmest=0) if small else effort)
    took = time.perf_counter() - start
    finish = found.timetable.finish(t)
    sound = "yes" if not violations(work, as_steps(work, found.timetable)) else "NO"
    gap = "proved" if found.proved else f"{100 * (finish - found.bound) / finish:.1f}%"
    hand = by_hand(work)
    saving = f"{100 * (1 - finish / hand):.0f}%" if hand else "-"
    return (
        f"| {instance['name']} | {len(t.loads)} | {at_once:.0f} ms: {first_min:g} | {minutes(finish)} | {minutes(found.bound)} | {gap} | {took:.1f} s | "
        f"{known['best_makespan_min']} | {minutes(hand) if hand else '-'} | {saving} | {sound} |"
    )


SPELLS_S = 30  # a door that is opened again so soon was left ajar
BAKED = (
    ("Deck Drops",), ("Bell Buoy Oats",), ("Deck Drops", "Tide Rounds", "Keeper's Rusks"), ("Buoy Thumbprints", "Harbour Knots", "Slipway Slices"),
    ("Lamp-room Fingers", "Gangway Squares", "Sail Crisps"), ("Pilot Rusks", "Engine Room Ginger"), ("Tide Rounds", "Bell Buoy Oats"),
)  # fmt: skip


def opened(plan: Plan) -> int:
    """How often the oven is opened; a first look is through the glass."""
    count, until = 0, -SPELLS_S - 1
    for step in sorted(plan.steps, key=lambda step: step.start_s):
        if step.kind in (Kind.LOAD, Kind.TURN, Kind.UNLOAD):
            count += step.start_s - until > SPELLS_S
            until = max(until, step.end_s)
    return count


def door(names: tuple[str, ...]) -> str:
    """A day of demo doughs on two racks: its door and its looks, of the first plan and of the calm one."""
    doughs = {spec.name: spec for spec in demo_doughs()}
    asks = tuple(DoughAsk(dough_id=name) for name in names)
    asked = DayRequest(doughs=asks, when=ClockFixes.START_AT, at=NOON + timedelta(minutes=5), racks=2)
    first = make_plan(tuple(doughs[name] for name in names), Kitchen(rack_positions=2), asked, NOON, AT_ONCE)
    calm = better_plan(first, ClockFixes.START_AT, Search(), NOON)
    looks = [step for step in calm.steps if step.kind is Kind.LOOK]
    said = sum(IN_HAND in look.detail for look in looks)
    loads = len(calm.work.loads)
    return f"| {', '.join(names)} | {loads} | {opened(first) / loads:.1f} | {opened(calm) / loads:.1f} | {len(looks)} | {said} |"


def main() -> None:
    search(work_of(instances()[0]))  # the solver's import is not measured
    print("| day | loads | first plan, min | plan, min | bound | gap | taken | known | by hand | saving | sound |")
    print("|---|---|---|---|---|---|---|---|---|---|---|")
    for instance in instances():
        print(row(instance, work_of(instance)), flush=True)
    for loads in FAIRS:
        print(row({"name": f"fair{loads}"}, fair(loads)), flush=True)
    print("\n| doughs | loads | door a load, first plan | calm plan | first looks | of them while hands work |")
    print("|---|---|---|---|---|---|")
    for names in BAKED:
        print(door(names), flush=True)


if __name__ == "__main__":
    main()
