"""Kitchens that do not agree with the model: every bake is made by the full model with its truth hidden from who learns.

Hidden: every parameter of the model, drawn anew for each world, family and dough; the flour's strength, what binds water, how sugar
dissolves, the oven's dial, its heat, what the baker calls done, portions, sloppy rulers and clocks; and, beyond any parameter, growth,
height and minutes that the model misses, with wrong slopes over size and oven.
"""

import dataclasses
import json
import math
from dataclasses import dataclass, field
from functools import cache

import numpy as np

from finebatch.core.bakemodel.case import Case
from finebatch.core.bakemodel.outcome import bake
from finebatch.core.bakemodel.parameters import Parameters, fitted
from finebatch.core.base.facts import rows
from finebatch.core.bench.assess import case_for
from finebatch.core.bench.starters import starters
from finebatch.core.dough.styles import styles
from finebatch.core.forming.registry import forming_of
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.learning.look import Look, Nominal, Said
from finebatch.core.learning.nominal import nominals
from finebatch.core.learning.unknowns import Output
from tests.kit import DATA, bake_cases, case_of, generic_materials

NAMES = [f.name for f in dataclasses.fields(Parameters)]
SIZES, OVENS_K = (0.65, 1.0, 1.55), (-12.0, 0.0, 12.0)
GRID = [(size, oven_k) for size in SIZES for oven_k in OVENS_K]
USUAL = GRID.index((1.0, 0.0))
FAMILY = {
    "a": "drop_crisp", "b": "drop_chewy", "c": "giant_thick", "d": "cutout_butter", "e": "sliced_log_shortbread",
    "e2": "sliced_log_shortbread", "f": "rolled_ball", "g": "rolled_ball", "h": "drop_chewy", "i": "drop_lacy",
    "j": "foam_wafer", "k": "twice_baked_butter", "k2": "twice_baked_lean", "l": "pressed_pan_shortbread",
    "m": "thin_cracker_sheet", "n": "oil_crumble_ball", "o": "drop_chewy", "p": "drop_lacy", "q": "drop_cakey",
    "t": "thumbprint", "u": "rolled_ball", "v": "cutout_spiced",
}  # fmt: skip
MIDDLE_SHARE = 0.25  # the middle of a trade range is itself known to a quarter of its half width


@dataclass(frozen=True)
class Known:
    """A dough of the trial, its family, and whether its pieces are cut (no error of portions)."""

    name: str
    family: str
    case: Case
    cut: bool


@cache
def doughs() -> tuple[Known, ...]:
    """The 33 calibration bakes and the starter of every family."""
    materials, kitchen = generic_materials(), Kitchen()
    found = [
        Known(
            one["case"], FAMILY[one["group"]],
            dataclasses.replace(case_of(one, materials), minutes_ln=styles()[FAMILY[one["group"]]].minutes_ln),
            one["form"] in ("disc", "pan", "sheet", "log"),
        )
        for one in bake_cases()
    ]  # fmt: skip
    return (
        *found,
        *(
            Known(s.spec.name, s.style_id, case_for(s.spec, kitchen), forming_of(s.spec.form).portions_exact)
            for s in starters()
        ),
    )


@cache
def grid_nominals() -> list[list[Nominal]]:
    """Of every dough at every setting, with its answers to size and oven."""
    found = []
    for one in doughs():
        cases = [(at(one.case, *g), one.cut) for g in GRID]
        found.append(nominals(cases, one.case))
    return found


def at(case: Case, size: float, oven_k: float) -> Case:
    return dataclasses.replace(case, shape=case.shape.heavier(size), oven_c=case.oven_c + oven_k)


def trade_said() -> list[dict[str, tuple[float, float]]]:
    """What the trade says of each dough: (ln, sd) by output."""
    described, targets = bake_cases(), trade_targets()
    found = []
    for i, one in enumerate(doughs()):
        if i < len(described):
            target = described[i]["target"]
            ranges = {"width": target.get("D"), "height": target.get("th"), "minutes": target.get("t")}
        else:
            row, raw = targets[one.family], one.case.shape.diameter_mm
            ranges = {"width": [raw * float(row[f"spread_ratio_{e}"]) for e in ("min", "max")]}
            if not one.family.startswith("twice"):
                ranges["minutes"] = [float(row[f"bake_min_{e}"]) for e in ("min", "max")]
        if grid_nominals()[i][USUAL].walls:
            ranges.pop("width", None)
        found.append({
            output: (round((math.log(r[0]) + math.log(r[1])) / 2, 4), round(math.hypot(0.02, MIDDLE_SHARE * math.log(r[1] / r[0]) / 2), 4))
            for output, r in ranges.items() if r
        })  # fmt: skip
    return found


def trade_targets() -> dict[str, dict[str, str]]:
    """The trade's usual ranges by family."""
    lines = [line.split(",") for line in (DATA / "trade_ranges.csv").read_text().splitlines()]
    return {row[0]: dict(zip(lines[0], row, strict=False)) for row in lines[1:]}


def _rounded(nominal: Nominal) -> dict:
    def short(value):
        return (
            [short(x) for x in value]
            if isinstance(value, list | tuple)
            else round(value, 5)
            if isinstance(value, float)
            else value
        )

    return {name: short(value) for name, value in nominal.model_dump().items() if name != "answers"}


def trade_table() -> str:
    """`reference/trade_looks.json` as it must be."""
    table = [
        {"name": one.name, "family": one.family, "nominal": _rounded(grid_nominals()[i][USUAL]), "said": said}
        for i, (one, said) in enumerate(zip(doughs(), trade_said(), strict=True))
        if said
    ]
    return "[\n" + ",\n".join(json.dumps(one) for one in table) + "\n]\n"


def _spreads() -> tuple[np.ndarray, np.ndarray]:
    """Posterior sd of each parameter, and whether it is of its log."""
    table = {row["name"]: row for row in rows("bake_parameters")}
    # Those set apart from the fit have no posterior: taken as half known.
    sds = [float(table[n]["prior_sd"] or 0) * float(table[n]["posterior_over_prior_sd"] or 0.5) for n in NAMES]
    return np.array(sds), np.array([table[n]["prior_kind"] == "log" for n in NAMES])


def _drawn(rng: np.random.Generator, share: float) -> np.ndarray:
    return rng.normal(0, share, len(NAMES)) * _spreads()[0]


def _simulated(cases: list[Case], thetas: np.ndarray) -> np.ndarray:
    """(n, 3) logs of width, height and middle minutes, each case by parameters of its own."""
    base, (_, log) = np.array([getattr(fitted(), n) for n in NAMES]), _spreads()
    values = np.where(log, base * np.exp(thetas), base + thetas)
    out = []
    for case, value in zip(cases, values, strict=True):
        b = bake([case], Parameters(**dict(zip(NAMES, value.tolist(), strict=True))))
        first, last = float(b.first_min[0]), float(b.last_min[0])
        out.append([math.log(b.diameter_mm[0]), math.log(b.height_mm[0]), (math.log(first) + math.log(last)) / 2])
    return np.array(out)


@dataclass
class Hidden:
    """A kitchen's truth."""

    oven_k: float
    heat: float
    theta: np.ndarray  # the baker's own idea of done, and the flour in the bin
    portion: float
    room_k: float
    weighs: bool


def _kitchen(rng: np.random.Generator) -> Hidden:
    theta = np.zeros(len(NAMES))
    for name, sd in (("dL", 1.5), ("dB", 0.20), ("lnEta", 0.15), ("wbc", 0.03)):
        theta[NAMES.index(name)] = rng.normal(0, sd)
    return Hidden(
        rng.uniform(-15, 15), rng.normal(0, 0.10), theta, rng.normal(0, 0.05), rng.normal(0, 2), rng.random() < 0.4
    )


def _misjudged(rng: np.random.Generator, case: Case) -> Case:
    """The dough as it really is: flour strength, binding, sugar that dissolves better or worse, air."""
    m = case.mix
    mix = dataclasses.replace(
        m,
        network_protein=m.network_protein * math.exp(rng.normal(0, 0.15)),
        binding=m.binding * math.exp(rng.normal(0, 0.06)),
        invert=m.invert * math.exp(rng.normal(0, 0.15)),
        air_share=min(0.6, m.air_share * math.exp(rng.normal(0, 0.20))),
        egg_protein=m.egg_protein * math.exp(rng.normal(0, 0.08)),
        water=m.water * math.exp(rng.normal(0, 0.02)),
    )
    return dataclasses.replace(case, mix=mix)


def _baked(rng: np.random.Generator, case: Case, kitchen: Hidden, cut: bool) -> Case:
    """The case as this kitchen really bakes it."""
    extra = 0.0 if (kitchen.weighs or cut) else kitchen.portion + rng.normal(0, 0.03)
    shift = dataclasses.replace(
        case.shift,
        oven_k=case.shift.oven_k + kitchen.oven_k + rng.normal(0, 3),
        ln_heat=kitchen.heat + rng.normal(0, 0.03),
        ln_viscosity=case.shift.ln_viscosity + rng.normal(0, 0.08),
        ln_gas=rng.normal(0, 0.05),
    )
    shape = case.shape.heavier(math.exp(extra))
    return dataclasses.replace(case, shape=shape, shift=shift, dough_c=case.dough_c + kitchen.room_k + rng.normal(0, 2))


# Beyond any parameter, what the model lacks: growth, height, minutes, growth's slope over ln size, minutes' slope over K of oven.
LACKS = np.array([0.10, 0.12, 0.08, 0.05, 0.004])
OWN, OTHERS, EACH = 12, 5, 3


@dataclass
class Bake:
    """One simulated bake, card or middle of the trade (`kind`), with its truth (3,): `slot` 0 is the dough that is logged."""

    kind: str
    slot: int
    dough: int
    setting: int
    truth: np.ndarray


@dataclass
class World:
    """A kitchen, and all that is ever baked in it."""

    hidden: Hidden
    bakes: list[Bake] = field(default_factory=list)


def worlds(number: int, seed: int) -> list[World]:
    """Hard kitchens: the model is wrong in each beyond its parameters, which are drawn 1.6 times as wide as they were fitted."""
    rng, known, wide = np.random.default_rng(seed), doughs(), 1.6
    found: list[World] = []
    cases: list[Case] = []
    thetas, misfits = [], []

    def add(
        world: World, kind: str, slot: int, i: int, setting: int, case: Case, theta: np.ndarray, misfit: np.ndarray
    ):
        world.bakes.append(Bake(kind, slot, i, setting, np.zeros(3)))
        cases.append(case)
        thetas.append(theta)
        misfits.append(misfit)

    def lacking(share: float) -> np.ndarray:
        return rng.normal(0, 1, 5) * LACKS * share

    for _ in range(number):
        everywhere = _drawn(rng, 0.5 * wide)
        families = {f: _drawn(rng, 0.3 * wide) for f in sorted({d.family for d in known})}
        missing = {f: lacking(0.8) for f in families}
        world = World(_kitchen(rng))
        picks = rng.choice(len(known), OTHERS + 1, replace=False)
        for i, one in enumerate(known):
            if one.family in {known[p].family for p in picks}:
                theta = everywhere + families[one.family] + _drawn(rng, 0.3 * wide)
                add(world, "trade", -1, i, USUAL, one.case, theta, missing[one.family] + lacking(0.6))
        for slot, i in enumerate(picks):
            one = known[i]
            odd = missing[one.family] + lacking(0.6)
            theta = everywhere + families[one.family] + _drawn(rng, 0.3 * wide)
            real, usual, author = _misjudged(rng, one.case), rng.integers(len(GRID)), _kitchen(rng)
            written = _baked(rng, _misjudged(rng, real), author, one.cut)
            add(world, "card", slot, i, USUAL, written, theta + author.theta, odd)
            for _ in range(OWN if slot == 0 else EACH):
                g = int(usual if rng.random() < 0.5 else rng.integers(len(GRID)))
                case = _baked(rng, at(real, *GRID[g]), world.hidden, one.cut)
                add(world, "bake", slot, i, g, case, theta + world.hidden.theta, odd)
        found.append(world)
    truth = _simulated(cases, np.array(thetas))
    bakes = [b for world in found for b in world.bakes]
    for b, case, misfit, row in zip(bakes, cases, misfits, truth, strict=True):
        growth = max(0.0, row[0] - math.log(case.shape.diameter_mm))
        size, oven_k = math.log(GRID[b.setting][0]), GRID[b.setting][1]
        more = growth * (misfit[0] + misfit[3] * size) / 0.55
        b.truth = row + np.array([more, misfit[1] - more, misfit[2] + misfit[4] * oven_k])
    return found


RULER = {Output.WIDTH: 0.025, Output.HEIGHT: 0.07, Output.MINUTES: 0.06}  # what is thought of a baker's measuring
READ = np.array([0.02, 0.06, 0.05])  # what it truly is


def bake_look(
    rng: np.random.Generator,
    world: World,
    bake: Bake,
    name: str,
    day: float = 0.0,
    blunders: float = 0.0,
    probe: bool = False,
) -> Look:
    """A bake as its baker writes it down; a share `blunders` of them slipped."""
    one, n = doughs()[bake.dough], grid_nominals()[bake.dough][bake.setting]
    seen = bake.truth + rng.normal(0, 1, 3) * READ
    if rng.random() < blunders:
        seen = seen + (np.array([0.0, -0.1, 0.5]) if rng.random() < 0.7 else np.array([math.log(1.25), 0, 0]))
    said = [Said(o, float(seen[o]), sd) for o, sd in RULER.items() if not (n.walls and o is not Output.MINUTES)]
    if probe:
        said.append(Said(Output.OVEN, world.hidden.oven_k + rng.normal(0, 4), 4.0))
    n = n.model_copy(update={"weighed": bool(world.hidden.weighs or one.cut)})
    return Look(name, n, "home", ((one.family, 1.0),), f"dough {bake.slot}", tuple(said), day)


def card_look(rng: np.random.Generator, bake: Bake, wrong_share: float = 0.08) -> tuple[Look, bool]:
    """What a sloppy card says of its author's bake: minutes, sometimes a width or a spacing; and whether its minutes are plainly wrong."""
    one, n = doughs()[bake.dough], grid_nominals()[bake.dough][USUAL]
    minutes = math.exp(bake.truth[Output.MINUTES] + rng.normal(0, 0.10))
    wrong = bool(rng.random() < wrong_share)
    minutes *= rng.choice([0.55, 1.7]) if wrong else 1.0
    half = rng.choice([1, 1, 2]) if minutes > 6 else 0.5
    low, high = max(1, round(minutes - half)), round(minutes + half)
    said = [Said(Output.MINUTES, (math.log(low) + math.log(max(high, low))) / 2, 0.11)]
    if not n.walls:
        raw, width = one.case.shape.diameter_mm, math.exp(bake.truth[Output.WIDTH])
        if rng.random() < 0.35:
            told = max(1, round(width * math.exp(rng.normal(0, 0.06)) / 6.35)) * 6.35
            said.append(Said(Output.WIDTH, math.log(told), 0.10))
        if rng.random() < 0.5:
            need = width - raw + max(2.0, rng.normal(12, 6))
            gap = next((g for g in (12.7, 25.4, 38.1, 50.8, 76.2) if g >= need), 101.6)
            said.append(Said(Output.WIDTH, sd=0.08, high=math.log(raw + 0.95 * gap)))
    n = n.model_copy(update={"weighed": True})
    return Look(
        f"card {bake.slot}",
        n,
        f"author {bake.slot}",
        ((one.family, 1.0),),
        f"dough {bake.slot}",
        tuple(said),
        claim=True,
    ), wrong


def trade_look(rng: np.random.Generator, bake: Bake) -> Look:
    """The middle of many kitchens, as the trade knows it."""
    one, n = doughs()[bake.dough], grid_nominals()[bake.dough][USUAL]
    said = tuple(
        Said(o, float(bake.truth[o] + rng.normal(0, sd)), sd)
        for o, sd in ((Output.WIDTH, 0.03), (Output.HEIGHT, 0.06), (Output.MINUTES, 0.04))
        if not (n.walls and o is not Output.MINUTES)
    )
    return Look(f"trade {one.name}", n, "", ((one.family, 1.0),), f"trade {one.name}", said)
