"""Does the fault finder find what was planted? Invented bakes with one hidden cause each, made by the model with noise it does not know:
`make faultbench` prints each; tests/core/notebook/test_faults.py holds the share of causes among the first two."""

import math
import sys
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

import numpy as np

from finebatch.core.bakemodel.case import Case
from finebatch.core.bakemodel.outcome import bake
from finebatch.core.bakemodel.parameters import fitted
from finebatch.core.baking.case import is_weighed
from finebatch.core.bench.assess import case_for
from finebatch.core.bench.starters import Starter, starters
from finebatch.core.forming.registry import forming_of
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.learning.known import Known
from finebatch.core.notebook.batch import foretold_for
from finebatch.core.notebook.causes import CAUSES, Baked, Cause
from finebatch.core.notebook.faults import likely_causes
from finebatch.core.notebook.looks import kept_look, look_of, usual_case
from finebatch.core.notebook.record import Bake, Measured, Shade, Verdict
from finebatch.core.notebook.wrong import Symptom

NOW = datetime(2026, 6, 5, 15, tzinfo=UTC)
LEAST = (0.03, 0.08, 0.08)  # ln width, height, minutes: a cause that moves nothing this far is no fault of that dough
SHADES = ((0.10, Shade.WHITE), (0.30, Shade.PALE), (0.75, Shade.LIGHT_GOLD), (1.5, Shade.GOLDEN), (3.0, Shade.BROWN))
HOME = Kitchen()


@dataclass(frozen=True)
class Planted:
    """A bake with a cause hidden in it, what the baker says of it, and what was known before."""

    dough: str
    cause: str
    size: float
    bake: Bake
    symptoms: tuple[Symptom, ...]
    known: Known


@dataclass(frozen=True)
class _Truth:
    """What a dough and a kitchen are beyond the model: ln width, height, minutes."""

    off: np.ndarray


def planted(number: int, seed: int) -> list[Planted]:
    """So many cases: a dough, a cause that it can have, of 0.8 to 1.4 times its usual size."""
    rng, found = np.random.default_rng(seed), []
    while len(found) < number:
        starter = starters()[rng.integers(len(starters()))]
        cause = CAUSES[rng.integers(len(CAUSES))]
        one = _plant(rng, starter, cause)
        if one is not None:
            found.append(one)
    return found


def _logs(case: Case) -> tuple[np.ndarray, float, float]:
    """ln width, height, middle minutes; half window; browning at the rim."""
    out = bake([case], fitted())
    first, last = math.log(out.first_min[0]), math.log(out.last_min[0])
    logs = np.array([math.log(out.diameter_mm[0]), math.log(out.height_mm[0]), (first + last) / 2])
    return logs, (last - first) / 2, float(out.rim_index[0])


def _plant(rng: np.random.Generator, starter: Starter, cause: Cause) -> Planted | None:
    spec = starter.spec
    case = case_for(spec, HOME)
    plain, half, _ = _logs(case)
    size = rng.uniform(0.8, 1.4)
    way = cause.ways[rng.integers(len(cause.ways))]
    changed, half_then, browned = _logs(way(case, Baked(spec, HOME)))
    effect = size * (changed - plain)
    if (np.abs(effect) < LEAST).all():
        return None
    truth = _Truth(rng.normal(0, [0.05, 0.08, 0.08]))
    before = [_bake(rng, starter, case, plain + truth.off, half, days) for days in (20, 9)]
    looks = tuple(_look(one, f"b{i}", before[0]) for i, one in enumerate(before))
    known = Known("d", "oven 1", NOW.timestamp() / 86_400, looks, usual_case(before[0]))
    foretold, _ = foretold_for(spec, HOME, known)
    assert foretold is not None
    luck = rng.normal(0, [0.02, 0.05, 0.03])
    logs = plain + truth.off + effect + luck
    aim = math.log(foretold.aim_min)
    # Half of the bakers watch and take them out when they are done; the others by the clock.
    watched = rng.random() < 0.5
    taken = math.exp(logs[2] if watched else aim)
    early, late = math.log(taken) < logs[2] - half_then, math.log(taken) > logs[2] + half_then
    verdict = Verdict.PALE if early else Verdict.DARK if late else Verdict.RIGHT
    index = browned * math.exp(starter_crust(starter) + 3.0 * (math.log(taken) - logs[2]) + rng.normal(0, 0.4))
    more = forming_of(spec.form).raw_width_mm(spec.form, case.shape) - case.shape.diameter_mm
    width = math.exp(logs[0]) + more
    walls = foretold.width_mm.high - foretold.width_mm.low < 0.5
    mass = {"large": 1.3, "small": 0.75}.get(cause.id, 1.0) ** size
    counted = rng.random() < 0.5 and not is_weighed(spec.form, HOME)
    hot = {"hot": 20.0, "cool": -20.0}.get(cause.id, 0.0) * size
    read = spec.oven.value + hot + rng.normal(0, 4) if rng.random() < 0.3 else None
    measured = Measured(
        widths_mm=() if walls else tuple(round(width * math.exp(rng.normal(0, 0.02)), 1) for _ in range(3)),
        height_mm=None if rng.random() < 0.4 else round(math.exp(logs[1] + rng.normal(0, 0.05)), 1),
        oven_min=max(1.0, round(2 * taken) / 2),
        verdict=verdict,
        shade=next((shade for limit, shade in SHADES if index < limit), Shade.DARK),
        count=max(1, round(foretold.count / mass)) if counted else None,
        oven_read_c=read,
    )
    record = Bake(baked_at=NOW, spec=spec, kitchen=HOME, measured=measured, foretold=foretold)
    gap = logs - np.array([math.log(foretold.width_mm.value - more), math.log(foretold.height_mm.value), 0.0])
    symptoms = _said(gap, verdict, walls)
    # Nobody asks what went wrong of a bake that looks as it should.
    return Planted(spec.name, cause.id, size, record, symptoms, known) if symptoms else None


def starter_crust(starter: Starter) -> float:
    from finebatch.core.dough.styles import styles

    return styles()[starter.style_id].crust_ln


def _bake(rng: np.random.Generator, starter: Starter, case: Case, logs: np.ndarray, half: float, days_ago: int) -> Bake:
    """A bake as it was meant, some days ago."""
    spec = starter.spec
    logs = logs + rng.normal(0, [0.02, 0.05, 0.03])
    more = forming_of(spec.form).raw_width_mm(spec.form, case.shape) - case.shape.diameter_mm
    measured = Measured(
        widths_mm=tuple(round((math.exp(logs[0]) + more) * math.exp(rng.normal(0, 0.02)), 1) for _ in range(3)),
        height_mm=round(math.exp(logs[1]), 1), oven_min=max(1.0, round(2 * math.exp(logs[2])) / 2), verdict=Verdict.RIGHT,
    )  # fmt: skip
    return Bake(baked_at=NOW - timedelta(days=days_ago), spec=spec, kitchen=HOME, measured=measured)


def _look(one: Bake, id: str, first: Bake):
    kept = kept_look(one, "first", usual_case(first))
    assert kept is not None
    return look_of(id, "d", one.baked_at.timestamp() / 86_400, 1, "", kept)


def _said(gap: np.ndarray, verdict: Verdict, walls: bool) -> tuple[Symptom, ...]:
    """What a baker says of the look: the strangest thing of it."""
    if not walls and gap[0] > 0.05:
        return (Symptom.SPREAD_TOO_MUCH,)
    if not walls and gap[0] < -0.05:
        return (Symptom.SPREAD_TOO_LITTLE,)
    if verdict is Verdict.PALE:
        return (Symptom.PALE,)
    if verdict is Verdict.DARK:
        return (Symptom.TOO_DARK,)
    return (Symptom.DOMED_CAKEY,) if gap[1] > 0.12 else ()


def rank_of(one: Planted) -> int:
    """Where among the causes told the planted one stands: 0 the first; 99 not at all."""
    told = [cause.cause for cause in likely_causes(one.bake, one.symptoms, one.known)]
    return told.index(one.cause) if one.cause in told else 99


def main(number: int = 200, seed: int = 21) -> None:
    ranks = []
    for one in planted(number, seed):
        told = likely_causes(one.bake, one.symptoms, one.known)
        rank = next((i for i, cause in enumerate(told) if cause.cause == one.cause), 99)
        ranks.append(rank)
        said = ", ".join(f"{cause.cause} {cause.share:.2f}" for cause in told[:4])
        print(
            f"| {one.dough} | {one.cause} ×{one.size:.1f} | {' '.join(one.symptoms)} | {rank + 1 if rank < 99 else '-'} | {said} |"
        )
    print(
        f"\n{number} planted: first in {100 * sum(r == 0 for r in ranks) / number:.0f}%, among the first two in {100 * sum(r < 2 for r in ranks) / number:.0f}%, told in {100 * sum(r < 99 for r in ranks) / number:.0f}%."
    )


if __name__ == "__main__":
    main(*(int(x) for x in sys.argv[1:3]))
