"""What the outcome itself says will go wrong: it runs, stays pale, or sets hard; each with its number, its range and the smallest remedy."""

import dataclasses
import math

from ..bakemodel import Case, Flow, Mix, bake, fitted
from ..baking import Outcome
from ..base import Problem, Remedy, ask
from ..dough import Making, mix_of_dough, water_activity
from ..formula import Role, mass_of, role_of
from ..ingredients import Ingredient
from ..kitchen import Scale, dial
from .spec import DoughSpec

Parts = list[tuple[Ingredient, float]]
# A cookie that is to be lace may run as it likes. Widths to raw width, judged from the trade's widest other family (crisp drops, 1.8 to 2.6).
LACE = frozenset({"drop_lacy", "foam_wafer"})
RUNS, HOLDS = 2.3, 2.1
FLOUR_STEPS = (0.05, 0.1, 0.15, 0.2, 0.3, 0.4, 0.5)
PALE = frozenset({"white", "pale"})
HOTTER = {Scale.C: 10.0, Scale.F: 20.0, Scale.GAS: 1.0}
# Below this share of fat, with as little water left, a crumb is a stone; a rusk or a cracker is meant to be dry.
LEAST_FAT, ENOUGH_FAT, DRY_ACTIVITY, ACTIVITY_SPREAD = 0.06, 0.08, 0.65, 0.06


def told_by_outcome(
    spec: DoughSpec, parts: Parts, mix: Mix, case: Case, outcome: Outcome, family_id: str
) -> list[Problem]:
    """The warnings of one dough's outcome, none for what its family is meant to be."""
    found = []
    if case.shape.flow is Flow.ROUND and family_id not in LACE:
        found += _runs(parts, spec.making, case, outcome)
    if outcome.second is None:
        found += _pale(spec, outcome)
    if case.shape.flow is Flow.ROUND and family_id not in LACE:
        found += _hard(parts, mix, outcome)
    return found


def _runs(parts: Parts, making: Making, case: Case, outcome: Outcome) -> list[Problem]:
    ratio = outcome.baked.spread_ratio
    if ratio.value <= RUNS:
        return []
    said = f"These run to {ratio.value:.1f} times their raw width ({ratio.low:.1f} to {ratio.high:.1f}) and set {outcome.baked.height_mm.value:.0f} mm high"
    grams = _flour_to_hold(parts, making, case)
    remedy = f"{grams:.0f} g more flour would hold them" if grams else "chill them well and bake them hotter"
    return [ask("lines", f"{said}: {remedy}.")]


def _flour_to_hold(parts: Parts, making: Making, case: Case) -> float | None:
    """The least flour more, g, with which it no longer runs; None where there is none, or half as much again does not help."""
    flour_g = mass_of(parts, Role.FLOUR)
    if not flour_g:
        return None
    cases = []
    for more in FLOUR_STEPS:
        scaled = [(item, grams * (1 + more) if role_of(item) is Role.FLOUR else grams) for item, grams in parts]
        mix = mix_of_dough(scaled, making)
        shape = dataclasses.replace(case.shape, volume_m3=case.shape.mass_kg / mix.density_kg_m3)
        cases.append(dataclasses.replace(case, mix=mix, shape=shape))
    widths = bake(cases, fitted()).diameter_mm
    return next(
        (
            math.ceil(more * flour_g)
            for more, width in zip(FLOUR_STEPS, widths, strict=True)
            if width / case.shape.diameter_mm <= HOLDS
        ),
        None,
    )


def _pale(spec: DoughSpec, outcome: Outcome) -> list[Problem]:
    crust = outcome.crust
    if crust.rim_word not in PALE:
        return []
    step = HOTTER[spec.oven.scale]
    hotter = spec.oven.model_copy(update={"value": spec.oven.value + step})
    said = f"The rim stays {crust.rim_word} ({crust.palest_word} to {crust.darkest_word}) when they are done: there is little here that browns at this heat."
    remedy = Remedy(label=f"Oven at {dial(hotter)}", field="oven.value", value=f"{hotter.value:g}")
    return [ask("oven.value", f"{said} A hotter oven colours them sooner.", remedy)]


def _hard(parts: Parts, mix: Mix, outcome: Outcome) -> list[Problem]:
    activity = water_activity(mix, outcome.baked.loss_pct.value)
    if mix.fat >= LEAST_FAT or activity >= DRY_ACTIVITY:
        return []
    mass_g = sum(grams for _, grams in parts)
    butter_g = (ENOUGH_FAT - mix.fat) * mass_g / 0.81
    low, high = max(0.0, activity - ACTIVITY_SPREAD), activity + ACTIVITY_SPREAD
    return [
        ask(
            "lines",
            f"Little fat ({100 * mix.fat:.0f}% of the dough) and little water left (activity {activity:.2f}, {low:.2f} to {high:.2f}): hard once cold. "
            f"{butter_g:.0f} g more butter, or taking them out sooner, keeps them tender.",
        )
    ]
