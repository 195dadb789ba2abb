"""Evenings at the oven: `make ovenbench`. A benchmark, not a test: it prints what happened.

Bakers who are late and to whom things happen, on the benchmark days: how often the rest is planned anew, how long that takes, whether it ever cannot be.
Looks at cookies whose truth is known: how far the minutes were off with and without them. And how long a tap takes to the other screen.
"""

import json
import math
import random
import statistics
import sys
import tempfile
import threading
import time
import urllib.request
from datetime import UTC, datetime
from pathlib import Path

from finebatch.core.bakemodel import followed
from finebatch.core.bench import case_for
from finebatch.core.kitchen import Kitchen
from finebatch.core.live.brief import Look
from finebatch.core.live.events import (
    AnyEvent,
    Away,
    Fewer,
    Helper,
    Lost,
    More,
    OvenRuns,
    Rim,
    Saw,
    TrayGone,
)
from finebatch.core.live.judging import AGAINST_DONE, judged
from finebatch.core.live.replan import needs_anew
from tests.api.serving import ask, serving
from tests.core.live.kit import Evening
from tests.day_kit import instances, planned, work_of
from tests.kit import drop_dough

DAYS = ("small1", "medium1", "medium3", "ml1", "large1", "party1")
EVENTS = 500


def befalls(evening: Evening, dice: random.Random) -> AnyEvent:
    loads = len(evening.plan.work.loads)
    one = dice.randrange(loads)
    chosen: AnyEvent = dice.choice(
        [
            Away(minutes=dice.randint(3, 40)), OvenRuns(times=dice.choice([0.92, 1.05, 1.15])), More(load=one, minutes=dice.choice([1, 2, 3])),
            Fewer(load=one, pieces=3), Helper(comes=dice.random() < 0.6), TrayGone(tray="sheet", found=dice.random() < 0.5), Lost(load=one),
        ]
    )  # fmt: skip
    return chosen


def evenings() -> None:
    dice = random.Random(int(sys.argv[1]) if len(sys.argv) > 1 else 11)
    known = {one["name"]: work_of(one) for one in instances()}
    plans = {name: planned(known[name]) for name in DAYS}
    spent: dict[str, list[float]] = {name: [] for name in DAYS}
    told = stuck = 0
    while told < EVENTS:
        for name, plan in plans.items():
            evening = Evening(plan)
            for n in range(60):
                left = evening.left()
                if not left:
                    break
                evening.do(left[0], dice.choice([0, 0, 0, 20, 70, 150, 400, -60]))
                if n % 9 == 5:
                    evening.tell(befalls(evening, dice))
                if n % 9 == 5 or needs_anew(evening.running, evening.facts, evening.now):
                    told += 1
                    begun = time.process_time()
                    stuck += evening.anew().stuck
                    spent[name].append(time.process_time() - begun)
    print(f"{told} times planned anew, {stuck} without a sound answer")
    for name, times in spent.items():
        ordered = sorted(times)
        loads = len(plans[name].work.loads)
        p99 = ordered[min(len(ordered) - 1, int(0.99 * len(ordered)))]
        print(f"  {name:8} {loads:3} loads: median {statistics.median(ordered):.2f} s, p99 {p99:.2f} s of processor")


def looks() -> None:
    dice = random.Random(3)
    course = followed(case_for(drop_dough(), Kitchen()))
    aim = (course.first_done_s + course.last_good_s) / 2
    look = Look(course=course, sure_ln=0.12, cue="")
    clock, seen = [], []
    for _ in range(2000):
        slower = math.exp(dice.gauss(0, 0.12))
        elapsed = 0.86 * aim
        index = course.rim_at(elapsed / slower) * math.exp(dice.gauss(0, 0.35))  # by eye
        goal = course.rim_at(aim)
        rim = min(AGAINST_DONE, key=lambda one: abs(math.log(max(index, 1e-9) / (AGAINST_DONE[one] * goal))))
        found = judged(look, aim, elapsed, Saw(load=0, rim=Rim(rim)))
        truth = slower * aim
        clock.append(abs(aim - truth) / truth)
        seen.append(abs(elapsed + found.more_s - truth) / truth)
    print(
        f"one look at 86% of the bake, kitchens apart by 12%: minutes off by {100 * statistics.median(clock):.1f}% by the clock, "
        f"{100 * statistics.median(seen):.1f}% by the look (p90 {100 * sorted(clock)[1800]:.0f} and {100 * sorted(seen)[1800]:.0f}%)"
    )


def taps() -> None:
    with tempfile.TemporaryDirectory() as folder, serving(Path(folder)) as (_, url):
        _, dough, _ = ask(url, "/api/doughs", drop_dough().model_dump(mode="json"))
        body = {
            "doughs": [{"dough_id": dough["id"]}],
            "when": "soonest",
            "at": datetime.now(UTC).isoformat(),
            "racks": 2,
        }
        _, plan, _ = ask(url, "/api/plans", body)
        _, run, _ = ask(url, "/api/runs", {"plan_id": plan["id"]})
        heard: dict[int, float] = {}

        def listen() -> None:
            with urllib.request.urlopen(f"{url}/api/runs/{run['id']}/stream", timeout=120) as stream:
                for line in stream:
                    if line.startswith(b"id: "):
                        heard.setdefault(int(line[4:]), time.monotonic())

        threading.Thread(target=listen, daemon=True).start()
        time.sleep(2)
        times = []
        for n in range(1, 31):
            event = {"event": {"kind": "note", "text": f"tap {n}"}}
            begun = time.monotonic()
            request = urllib.request.Request(
                f"{url}/api/runs/{run['id']}/events", json.dumps(event).encode(), {"content-type": "application/json"}
            )
            urllib.request.urlopen(request, timeout=30).read()
            while n not in heard:
                time.sleep(0.002)
            times.append(heard[n] - begun)
            time.sleep(0.1)
        ordered = sorted(times)
        print(
            f"a tap on the other screen: median {1000 * statistics.median(ordered):.0f} ms, slowest of {len(ordered)} {1000 * ordered[-1]:.0f} ms"
        )


if __name__ == "__main__":
    looks()
    taps()
    evenings()
