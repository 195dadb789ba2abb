"""Bake days for tests and benchmarks: random ones, and the fixed benchmark set."""

import json
from datetime import UTC, datetime
from typing import Any

from hypothesis import strategies as st

from finebatch.core.day.limits import Limits
from finebatch.core.day.plan import Plan, plan_of
from finebatch.core.day.solver.search import Aim, Effort, search
from finebatch.core.day.steps.step import Step
from finebatch.core.day.steps.steps import steps_of
from finebatch.core.day.texts import Texts
from finebatch.core.day.times import Timetable, to_ticks
from finebatch.core.day.work.work import DayWork, DoughWork, LoadWork
from tests.kit import DATA


def instances() -> list[dict[str, Any]]:
    """The benchmark set; times in seconds."""
    found: list[dict[str, Any]] = json.loads((DATA / "day_instances.json").read_text())
    return found


def work_of(instance: dict[str, Any]) -> DayWork:
    """A benchmark instance as a day's work."""
    i = instance
    room = Limits(
        hands=i["hands"], mixers=i["mixers"], bowls=i["bowls"], shelf=i["fridge"], ovens=tuple(i["ovens"]), preheat_s=i["preheat"],
        trays={"sheet": i["trays"]}, tray_cool_s=i["tray_cool"], area_cm2=i["area"], load_s=i["load_s"], unload_s=i["unload_s"],
        heats_c_min=i["heat"], cools_c_min=i["coolr"], near_c=i["tol"], pause_s=i["pause"],
    )  # fmt: skip
    doughs = tuple(
        DoughWork(
            name=d["name"], lead_s=d["lead"], weigh_s=d["weigh"], mix_s=d["mix"], divide_s=d["divide"], chill_s=d["chill"],
            chill_max_s=d["chill_max"], temper_after_s=d["thr"], temper_s=d["temper"], shelf=d["fridge"], rechill_s=d["rechill"],
        )
        for d in i["doughs"]
    )  # fmt: skip
    loads = tuple(
        LoadWork(
            dough=x["dough"], name=f"load {x['id']}", pieces=x["n"], tray="sheet", shape_s=x["form"] + i["line"], oven_c=x["temp"],
            bake_s=x["bake"], turn_s=x["rot"], wait_max_s=x["wait"], hot_s=x["hot"], rest_s=x["rest"], rest_slack_s=x["rest_slack"],
            transfer_s=x["transfer"], cool_s=x["cool"], area_cm2=x["area"], after_log=x["log"] if x["log"] >= 0 else None,
            slice_from_s=x["log_lo"], slice_to_s=x["log_hi"], scraps=bool(x["group"]), ice_s=x["ice"], dry_s=x["dry"],
        )
        for x in i["loads"]
    )  # fmt: skip
    return DayWork(doughs=doughs, loads=loads, room=room)


def as_steps(work: DayWork, table: Timetable) -> tuple[Step, ...]:
    """The steps of a timetable, plainly named."""
    return steps_of(work, to_ticks(work), table, (Texts(shape="Shape"),) * len(work.loads))


NOON = datetime(2026, 5, 2, 12, 0, tzinfo=UTC)
QUICK = Effort(shortest=0.15, calmest=0.05, tries=4)


def planned(work: DayWork, effort: Effort = QUICK) -> Plan:
    """A plan of that work that begins at noon, plainly named."""
    found = search(work, effort=effort)
    words = (Texts(shape="Shape"),) * len(work.loads)
    return plan_of(work, words, NOON, found.timetable, found.bound, found.proved, Aim.SOONEST)


@st.composite
def days(draw: st.DrawFn, most_doughs: int = 3) -> DayWork:
    """Random kitchens and doughs, small enough to solve."""
    count = draw(st.integers(1, most_doughs))
    doughs, loads = [], []
    for d in range(count):
        chill = draw(st.sampled_from([0, 0, 1800, 3 * 3600]))
        doughs.append(
            DoughWork(
                name=f"dough {d}", lead_s=draw(st.sampled_from([0, 1500, 2400])), weigh_s=draw(st.integers(120, 600)),
                mix_s=draw(st.integers(120, 700)), divide_s=draw(st.sampled_from([0, 120])), chill_s=chill, chill_max_s=48 * 3600 if chill else 0,
                temper_after_s=7200, temper_s=draw(st.sampled_from([0, 600])), rechill_s=draw(st.sampled_from([0, 900])), pack_s=draw(st.sampled_from([0, 120])),
            )
        )  # fmt: skip
        if doughs[-1].lead_s and draw(st.integers(0, 3)) == 0:
            doughs[-1] = doughs[-1].model_copy(update={"lead_first_s": 420})
        if draw(st.integers(0, 3)) == 0:
            lag = {"mix_first_s": 240, "mix_lag_s": 720, "mix_s": 240 + 720 + 200}
            doughs[-1] = doughs[-1].model_copy(update=lag)
        oven, bake = draw(st.sampled_from([150.0, 165.0, 175.0, 180.0, 200.0])), draw(st.integers(6, 30)) * 60
        twice = draw(st.integers(0, 5)) == 0
        ice = draw(st.sampled_from([0, 0, 400]))
        for n in range(1 if twice else draw(st.integers(1, 3))):
            shared = {
                "dough": d,
                "tray": draw(st.sampled_from(["sheet", "sheet", "small"])),
                "turn_s": draw(st.sampled_from([0, 20, 30])),
                "area_cm2": draw(st.integers(300, 900)),
                "wash_s": draw(st.sampled_from([0, 0, 0, 35])),
                "dry_first_s": draw(st.sampled_from([0, 0, 0, 600])),
            }
            loads.append(
                LoadWork(
                    name=f"dough {d} load {n}", pieces=draw(st.integers(4, 20)), shape_s=draw(st.integers(60, 700)), oven_c=oven, bake_s=bake,
                    wait_max_s=1200, hot_s=draw(st.sampled_from([0, 0, 60])), rest_s=draw(st.sampled_from([60, 300])), rest_slack_s=480,
                    transfer_s=draw(st.integers(20, 90)), cool_s=1500, scraps=n == 2, ice_s=0 if twice else ice, dry_s=1800 if ice and not twice else 0, **shared,
                )
            )  # fmt: skip
        if not twice and draw(st.integers(0, 4)) == 0:
            test = {
                "name": f"dough {d} test",
                "test": True,
                "pieces": 1,
                "scraps": False,
                "turn_s": 0,
                "ice_s": 0,
                "dry_s": 0,
            }
            loads.append(loads[-1].model_copy(update=test))
        if twice:
            log = len(loads) - 1
            loads.append(
                LoadWork(
                    dough=d, name=f"dough {d} slices", pieces=12, tray="sheet", shape_s=200, oven_c=150.0, bake_s=900, turn_s=60, wait_max_s=3600,
                    rest_s=60, rest_slack_s=3600, transfer_s=40, cool_s=1500, area_cm2=500, after_log=log, slice_from_s=600, slice_to_s=1500,
                )
            )  # fmt: skip
    room = Limits(
        hands=draw(st.sampled_from([1, 1, 2])), bowls=draw(st.integers(1, 3)), shelf=draw(st.integers(1, 4)), tray_shelves=draw(st.integers(0, 1)),
        ovens=draw(st.sampled_from([(1,), (2,), (2,), (1, 1)])), trays={"sheet": draw(st.integers(1, 3)), "small": draw(st.integers(1, 2))},
        area_cm2=draw(st.sampled_from([1800, 4000])),
    )  # fmt: skip
    if draw(st.integers(0, 5)) == 0:
        # The last dough against one with a change, both halves on each of its trays.
        last = count - 1
        doughs.append(doughs[last].model_copy(update={"name": f"dough {last} B", "pack_s": 0}))
        loads = [x.model_copy(update={"also": count}) if x.dough == last and x.after_log is None else x for x in loads]
    if count > 1 and draw(st.integers(0, 3)) == 0:
        doughs[0] = doughs[0].model_copy(update={"ahead": True})
    closed = draw(st.sampled_from([(), (), ((5 * 3600, 13 * 3600),)]))
    lone = ((3600, 3 * 3600 + 20),) if room.hands == 2 and draw(st.integers(0, 1)) else ()
    oven_off = draw(st.sampled_from([(), (), ((2 * 3600, 3 * 3600),)]))
    return DayWork(doughs=tuple(doughs), loads=tuple(loads), room=room, closed=closed, lone=lone, oven_off=oven_off)


def fair(loads: int) -> DayWork:
    """A day for a church fair: the large benchmark day again and again, with two ovens and a helper, cut to so many loads."""
    one = work_of(next(instance for instance in instances() if instance["name"] == "party1"))
    doughs: list[DoughWork] = []
    all_loads: list[LoadWork] = []
    while len(all_loads) < loads:
        first, before = len(doughs), len(all_loads)
        doughs += (dough.model_copy(update={"name": f"{dough.name} {first}"}) for dough in one.doughs)
        all_loads += (
            load.model_copy(
                update={
                    "dough": load.dough + first, "name": f"{load.name} of {first}",
                    "after_log": None if load.after_log is None else load.after_log + before,
                }
            )
            for load in one.loads
        )  # fmt: skip
    kept = all_loads[:loads]
    used = sorted({load.dough for load in kept})
    number = {d: n for n, d in enumerate(used)}
    room = one.room.model_copy(
        update={"ovens": (2, 2), "hands": 2, "trays": {"sheet": 8}, "area_cm2": 30000, "bowls": 4, "shelf": 20}
    )
    return DayWork(
        doughs=tuple(doughs[d] for d in used), loads=tuple(load.model_copy(update={"dough": number[load.dough]}) for load in kept), room=room
    )  # fmt: skip


def simple(loads: int = 2, **room: object) -> DayWork:
    """One dough without a chill, so many alike loads."""
    dough = DoughWork(name="Drops", lead_s=1800, weigh_s=300, mix_s=300)
    load = LoadWork(
        dough=0, name="Drops", pieces=9, tray="sheet", shape_s=300, oven_c=180, bake_s=720, turn_s=20, wait_max_s=1200, rest_s=180,
        rest_slack_s=480, transfer_s=30, cool_s=1200, area_cm2=500,
    )  # fmt: skip
    return DayWork(doughs=(dough,), loads=(load,) * loads, room=Limits(trays={"sheet": 2}, **room))
