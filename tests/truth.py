"""How true is the bake model? `make truth` prints the tables that docs/model.md keeps: calibration bakes, bakes kept back from every fit,
trade ranges of every family and form, laws, jumps and speed. Tests hold their figures (tests/core/bakemodel/test_truth.py)."""

import csv
import itertools
import json
import math
import statistics
import time
from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, replace
from typing import Any

from finebatch.core.bakemodel.case import Case
from finebatch.core.bakemodel.outcome import bake
from finebatch.core.bakemodel.parameters import Parameters, fitted
from finebatch.core.bakemodel.predicting import predict
from finebatch.core.baking.case import bake_case
from finebatch.core.bench.assess import assess
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.bench.starters import starters
from finebatch.core.card.line import Line
from finebatch.core.dough.dough import dough_of, mix_of_dough
from finebatch.core.dough.making import Making
from finebatch.core.dough.styles import styles
from finebatch.core.forming.ball import BallForm
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.log import LogForm
from finebatch.core.forming.registry import forming_of
from finebatch.core.forming.rope import RopeForm
from finebatch.core.forming.rusk import RuskForm
from finebatch.core.forming.scoop import ScoopForm
from finebatch.core.forming.sheet import SheetForm
from finebatch.core.formula.percentages import AXES
from finebatch.core.formula.weighed_line import weigh_lines
from finebatch.core.ingredients.catalogue import catalogue
from finebatch.core.kitchen.habit import Habit
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.oven import OvenSetting
from finebatch.core.kitchen.tray import Tray
from tests.kit import DATA, bake_cases, case_of, generic_materials
from tests.laws.test_bake_rules import RULES, trials, violations

TRAY = Tray(id="t", name="Tray", width_mm=400, depth_mm=320)
LAW_DOUGHS = 10_000
KEPT_BACK = (
    "h02",
    "h04",
    "h06",
    "h08",
    "h10",
    "h12",
    "h14",
    "h16",
)  # of the further bakes; the others may be fitted to


@dataclass(frozen=True)
class Check:
    """One figure against its range; `off` is how far outside, as a share (0 inside), `error` ln of it to the middle."""

    what: str
    kind: str  # width, height, minutes or loss
    value: float
    low: float
    high: float

    @property
    def off(self) -> float:
        return max(0.0, self.low / self.value - 1, self.value / self.high - 1)

    @property
    def error(self) -> float:
        return math.log(self.value / math.sqrt(self.low * self.high))


def calibration(p: Parameters) -> list[Check]:
    """The 33 calibration bakes, with the compositions they were fitted with; minutes are the middle of the window."""
    described = bake_cases()
    baked = bake([case_of(one, generic_materials()) for one in described], p)
    found = []
    for i, one in enumerate(described):
        target = one["target"]
        values = {
            "width": ("D", baked.diameter_mm[i]), "height": ("th", baked.height_mm[i]),
            "minutes": ("t", (baked.first_min[i] + baked.last_min[i]) / 2), "loss": ("loss", baked.loss_pct[i]),
        }  # fmt: skip
        found += [
            Check(one["case"], kind, float(value), *map(float, target[key]))
            for kind, (key, value) in values.items()
            if target.get(key)
        ]
    return found


def _form(one: dict[str, Any]) -> Any:
    return {
        "ball": lambda: BallForm(portion_g=one["mass_g"]),
        "ball_pressed": lambda: BallForm(portion_g=one["mass_g"], pressed_mm=18),
        "scoop": lambda: ScoopForm(portion_g=one["mass_g"]),
        "cutout": lambda: CutoutForm(cutter_mm=one["cutter_mm"], thickness_mm=one["thickness_mm"]),
        "slice": lambda: LogForm(log_mm=one["log_mm"], slice_mm=one["thickness_mm"]),
        "rope": lambda: RopeForm(rope_mm=one["rope_mm"]),
        "scored": lambda: SheetForm(thickness_mm=one["thickness_mm"]),
        "log": lambda: RuskForm(logs=1, log_mm=65, length_mm=one["length_mm"]),
    }[one["form"]]()


def further(names: Iterable[str], p: Parameters) -> list[Check]:
    """Further bakes, through the app's own catalogue, families and forms."""
    wanted = set(names)
    found = []
    for one in json.loads((DATA / "bake_cases_2.json").read_text())["cases"]:
        if one["id"] not in wanted:
            continue
        parts = [(catalogue()[id], float(grams)) for id, grams in one["g"].items()]
        oily, cold = "oil_neutral" in one["g"], one.get("dough_c", 20) <= 8
        chill_h = 12.0 if "overnight" in one["what"] else 2.0 if cold else 0.0
        making = Making(
            fat_state="oil" if oily else "soft", mixing="one_stage" if oily else "creamed_light", chill_h=chill_h
        )
        form, mix = _form(one), mix_of_dough(parts, making)
        forming = forming_of(form)
        mass_g = one.get("mass_g") or forming.piece_mass_g(form, sum(g for _, g in parts), mix.density_kg_m3 / 1000)
        _, style = dough_of(parts, mix, forming.families, one["oven_c"])
        case = bake_case(form, making, OvenSetting(value=one["oven_c"]), TRAY, Kitchen(), mix, style, mass_g)
        case = _cooled(case, one.get("dough_c"))
        baked = bake([case], p)
        raw = forming.raw_width_mm(form, case.shape)
        width = float(baked.diameter_mm[0]) + raw - case.shape.diameter_mm
        for key, value in (
            ("d_mm", width),
            ("width_mm", width),
            ("ratio_to_ball", width / raw),
            ("width_ratio", float(baked.diameter_mm[0]) / case.shape.diameter_mm),
        ):
            if key in one:
                found.append(Check(f"{one['id']} {one['what']}", "width", value, *map(float, one[key])))
        middle = float(baked.first_min[0] + baked.last_min[0]) / 2
        found.append(Check(f"{one['id']} {one['what']}", "minutes", middle, *map(float, one["min"])))
    return found


def _cooled(case: Case, dough_c: float | None) -> Case:
    return case if dough_c is None else replace(case, dough_c=float(dough_c))


def trade() -> list[Check]:
    """Every family at the middle of its oven range: its starter, and a dough of its typical percentages. Minutes of the twice-baked are
    both bakes together."""
    with (DATA / "trade_ranges.csv").open() as file:
        ranges = {row["style"]: row for row in csv.DictReader(file)}
    found = []
    for starter in starters():
        row, style = ranges[starter.style_id], styles()[starter.style_id]
        oven = OvenSetting(value=round((style.oven_low_c + style.oven_high_c) / 2))
        for name, spec in (("starter", starter.spec), ("typical", typical(starter.spec, starter.style_id))):
            outcome = assess(spec.model_copy(update={"oven": oven, "style_id": starter.style_id}), Kitchen()).outcome
            assert outcome is not None
            minutes = (outcome.window.done_from_min + outcome.window.done_to_min) / 2
            if outcome.second is not None:
                minutes += (outcome.second.window.done_from_min + outcome.second.window.done_to_min) / 2
            what = f"{starter.style_id}, {name}"
            found.append(Check(what, "minutes", minutes, float(row["bake_min_min"]), float(row["bake_min_max"])))
            ratio = outcome.baked.spread_ratio.value
            found.append(Check(what, "width", ratio, float(row["spread_ratio_min"]), float(row["spread_ratio_max"])))
            if outcome.second is None:
                loss = outcome.baked.loss_pct.value
                found.append(
                    Check(what, "loss", loss, float(row["bake_loss_pct_min"]), float(row["bake_loss_pct_max"]))
                )
    return found


_TYPICAL = {
    "sugar": "sugar_granulated", "fat": "butter_unsalted", "egg": "egg_whole", "liquid": "milk_whole", "soda": "baking_soda",
    "powder": "baking_powder", "salt": "salt_fine", "inclusions": "choc_chips_dark",
}  # fmt: skip


def typical(spec: DoughSpec, style_id: str) -> DoughSpec:
    """The starter's form and making with its family's typical percentages of plain ingredients."""
    usual = styles()[style_id].usual
    lines = [Line(id="flour", text="300 g plain flour", ingredient_id="flour_ap", mass_g=300)]
    for axis in AXES:
        grams = 3 * usual[axis].typical_pct
        if axis == "fat" and style_id == "oil_crumble_ball":
            lines.append(Line(id=axis, text="oil", ingredient_id="oil_neutral", mass_g=grams))
        elif grams > 0:
            if axis == "fat":
                grams /= 0.81  # the axis counts fat itself
            lines.append(Line(id=axis, text=axis, ingredient_id=_TYPICAL[axis], mass_g=grams))
    return spec.model_copy(update={"lines": tuple(lines)})


SWEPT = ("flour", "sugar", "butter", "soda", "egg")


def sweeps(points: int = 61, families: tuple[str, ...] | None = None) -> Iterator[tuple[str, list[float], list[float]]]:
    """First done and width along one amount of each starter, by 0.4 to 2 times, without a family chosen; and along the portion."""
    kitchen = Kitchen()
    for starter in starters():
        if families and starter.style_id not in families:
            continue
        spec = starter.spec.model_copy(update={"style_id": None})
        factors = [0.4 * 5 ** (i / (points - 1)) for i in range(points)]
        for axis in SWEPT:
            moved = [_scaled(spec, axis, factor) for factor in factors]
            if moved[0] is None:
                continue
            outcomes = [found.outcome for found in (assess(one, kitchen) for one in moved if one)]
            if any(outcome is None for outcome in outcomes):
                continue
            baked = [outcome.baked for outcome in outcomes if outcome]
            yield (
                f"{starter.style_id} {axis}",
                [b.first_done_min.value for b in baked],
                [b.diameter_mm.value for b in baked],
            )


def _scaled(spec: DoughSpec, axis: str, factor: float) -> DoughSpec | None:
    readings = {line.line_id: line.reading for line in weigh_lines(spec.lines, Habit())}
    lines, hit = [], False
    for line in spec.lines:
        reading = readings[line.id]
        if axis in (reading.ingredient_id or "") and reading.mass_g:
            line, hit = line.model_copy(update={"mass_g": min(20_000.0, reading.mass_g * factor)}), True
        lines.append(line)
    return spec.model_copy(update={"lines": tuple(lines)}) if hit else None


def largest_jump(values: list[float]) -> float:
    """The largest change between neighbours beyond what their neighbours change, as a share: a step in a smooth curve."""
    logs = [math.log(value) for value in values]
    steps = [b - a for a, b in itertools.pairwise(logs)]
    return max(
        (abs(steps[i] - statistics.median(steps[max(0, i - 2) : i + 3])) for i in range(len(steps))), default=0.0
    )


def summary(checks: list[Check], kind: str) -> str:
    of = [check for check in checks if check.kind == kind]
    if not of:
        return ""
    inside, near = sum(check.off == 0 for check in of), sum(check.off <= 0.10 for check in of)
    rms = math.sqrt(sum(check.error**2 for check in of) / len(of))
    median = statistics.median(abs(check.error) for check in of)
    return f"| {kind} | {len(of)} | {inside} | {near} ({near / len(of):.0%}) | {100 * median:.1f}% | {100 * rms:.1f}% |"


def show(title: str, checks: list[Check], out: Callable[[str], object] = print) -> None:
    out(
        f"\n### {title}\n\n| | checks | inside | within 10% | median error to the middle | rms |\n|---|---|---|---|---|---|"
    )
    for kind in ("width", "height", "minutes", "loss"):
        if line := summary(checks, kind):
            out(line)
    far = [check for check in checks if check.off > 0.10]
    if far:
        out(
            "\nFurther out: "
            + "; ".join(f"{c.what} {c.kind} {c.value:.3g} ({c.low:g} to {c.high:g})" for c in far)
            + "."
        )


def laws(doughs: int) -> Iterator[str]:
    """Each direction rule over so many random doughs, and how many break it by more than a thousandth."""
    made = trials(doughs)
    for rule in RULES:
        yield f"| {rule[0]} | {violations(rule, made)} |"


def speed() -> str:
    case = case_of(bake_cases()[2], generic_materials())
    predict(case)
    times = []
    for _ in range(60):
        begun = time.perf_counter()
        predict(case)
        times.append(1000 * (time.perf_counter() - begun))
    return f"One prediction with its ranges: median {statistics.median(times):.1f} ms, p95 {sorted(times)[56]:.1f} ms."


def main() -> None:
    p = fitted()
    show("Calibration bakes", calibration(p))
    ids = [one["id"] for one in json.loads((DATA / "bake_cases_2.json").read_text())["cases"]]
    show("Further bakes that may be fitted to", further([id for id in ids if id not in KEPT_BACK], p))
    show("Further bakes kept back from every fit", further(KEPT_BACK, p))
    show("Trade ranges", trade())
    jumps = [(largest_jump(first), largest_jump(width), name) for name, first, width in sweeps()]
    print(
        f"\n### Jumps\n\n{len(jumps)} sweeps: the largest step of first done {100 * max(jumps)[0]:.1f}% ({max(jumps)[2]}), of width {100 * max(j[1] for j in jumps):.1f}%; "
        f"{sum(j[0] > 0.035 for j in jumps)} above 3.5%."
    )
    print(f"\n### Laws\n\n| rule | broken by more than 0.1% of {LAW_DOUGHS:,} random doughs |\n|---|---|")
    for line in laws(LAW_DOUGHS):
        print(line)
    print(f"\n### Speed\n\n{speed()}")


if __name__ == "__main__":
    main()
