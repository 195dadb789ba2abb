"""The families of cookie dough and what is usual for each (`reference/style_targets.csv`)."""

import math
from collections.abc import Callable
from functools import cache

from ..bakemodel import Ends, EndStyle
from ..base import Value, number, rows
from ..formula import AXES, Role, mass_of, role_of
from ..ingredients import Ingredient


class Usual(Value):
    """A usual range, in % of flour."""

    low_pct: float
    typical_pct: float
    high_pct: float


class Style(Value):
    """A family of doughs: its usual baker's percentages, oven, spacing and what done looks like."""

    id: str
    label: str
    usual: dict[str, Usual]
    portion_low_g: float
    portion_high_g: float
    oven_low_c: float
    oven_high_c: float
    tray_rest_min: float
    cue: str
    end: EndStyle
    ends: Ends  # every way of being done that counts, where it lies between families
    crust_ln: float  # what the family's own cue adds to the model's ln browning of its crust
    minutes_ln: float  # what bakes and the trade add to the model's ln minutes of this family
    shares: dict[str, float]  # of which families it is, summing to 1
    rolled: bool  # rolled out and cut: neither too soft nor too wet for the pin


@cache
def styles() -> dict[str, Style]:
    """Every family by id."""
    return {row["style"]: _style(row) for row in rows("style_targets")}


def _style(row: dict[str, str]) -> Style:
    def usual(axis: str) -> Usual:
        return Usual(
            low_pct=number(row[f"{axis}_min"]),
            typical_pct=number(row[f"{axis}_typical"]),
            high_pct=number(row[f"{axis}_max"]),
        )

    return Style(
        id=row["style"],
        label=row["label"],
        usual={axis: usual(axis) for axis in AXES},
        portion_low_g=number(row["portion_g_min"]),
        portion_high_g=number(row["portion_g_max"]),
        oven_low_c=number(row["oven_c_min"]),
        oven_high_c=number(row["oven_c_max"]),
        tray_rest_min=number(row["tray_rest_min"]),
        cue=row["doneness_cue"],
        end=EndStyle(row["end_point"]),
        ends=((EndStyle(row["end_point"]), 1.0),),
        crust_ln=number(row["crust_ln"]),
        minutes_ln=number(row["minutes_ln"]),
        shares={row["style"]: 1.0},
        rolled=row["rolled"] == "1",
    )


FARTHEST = 8.0  # half ranges: beyond that a dough is simply another


def distance(percentages: dict[str, float], style: Style) -> float:
    """How far a dough lies from a style: root mean square over the axes, one unit = half the style's usual range.

    Nothing is added where the dough is well inside; the widths are floored so that a style with no soda at all does
    not rule a dough out for a pinch of it.
    """
    floors = {"sugar": 8, "fat": 8, "egg": 5, "liquid": 5, "soda": 0.5, "powder": 0.7, "salt": 0.6, "inclusions": 25}
    total = 0.0
    for axis in AXES:
        usual = style.usual[axis]
        width = max((usual.high_pct - usual.low_pct) / 2, floors[axis])
        total += min(abs(percentages.get(axis, 0.0) - usual.typical_pct) / width, FARTHEST) ** 2
    return (total / len(AXES)) ** 0.5  # type: ignore[no-any-return]


STRANGE_FROM, STRANGEST = 0.9, 1.5


# What binds in place of egg, and no egg: the model was fitted on none of it.
_NO_EGG = frozenset(("flax_egg", "chia_egg", "aquafaba"))
LEAST_GLUTEN_SHARE = 0.3  # of the flour that has any: below it a dough is a gluten-free one


def unseen(parts: list[tuple[Ingredient, float]]) -> bool:
    """Whether a dough is bound or made of what the model has never seen: no egg but what stands in for it, or hardly any gluten."""
    flour_g = mass_of(parts, Role.FLOUR)
    gluten_g = sum(
        grams
        for item, grams in parts
        if role_of(item) is Role.FLOUR and any(a.startswith("gluten") for a in item.allergens)
    )
    stands_in = any(item.id in _NO_EGG for item, _ in parts)
    return stands_in or (flour_g > 0 and gluten_g < LEAST_GLUTEN_SHARE * flour_g)


def strangeness(percentages: dict[str, float] | None, style: Style, never_seen: bool) -> float:
    """How much more than usual the model may miss a dough: 1 like its family to 1.5 unlike any, by judgement (docs/learning.md). Sugar
    alcohols, doughs without flour and what is `unseen` are strange to all.

    >>> strangeness(None, styles()["rolled_ball"], False)
    1.5
    """
    if percentages is None:
        return STRANGEST
    far = distance(percentages, style)
    beyond = (far - STRANGE_FROM) / STRANGE_FROM + (1.0 if never_seen else 0.0)
    return max(1.0, min(STRANGEST, 1 + beyond))


# How sharply families are told apart, and what weighs less than which does not count (docs/model.md, section 10).
SHARPNESS, LEAST_WEIGHT = 0.12, 0.02
ONE_FAMILY = 0.55  # a dough is called by one family while that weighs more
OVEN_SLACK_K, OVEN_STEP_K = 5.0, {"giant_thick": 10.0}


def _far_from_oven(style: Style, celsius: float) -> float:
    """What an oven outside a family's usual range adds: cooler tells more than hotter."""
    below = max(0.0, style.oven_low_c - OVEN_SLACK_K - celsius)
    above = max(0.0, celsius - style.oven_high_c - OVEN_SLACK_K)
    step_k = OVEN_STEP_K.get(style.id, 25.0)
    return 0.5 * min(below / step_k, 2.0) + 0.5 * min(above / step_k, 1.0)


def weights(percentages: dict[str, float] | None, families: tuple[str, ...], oven_c: float) -> dict[str, float]:
    """How far a dough belongs to each family that its form can be, by its percentages and its oven (with the fan's 20 °C): smooth in
    every amount, and sums to 1. The portion has no say. Without flour there are no percentages: the form's plainest family."""
    if percentages is None:
        plain = next((id for id in ("drop_chewy", "rolled_ball") if id in families), families[0])
        return {plain: 1.0}
    scores = {id: distance(percentages, styles()[id]) + _far_from_oven(styles()[id], oven_c) for id in families}
    best = min(scores.values())
    raw = {id: max(0.0, math.exp(-(score - best) / SHARPNESS) - LEAST_WEIGHT) for id, score in scores.items()}
    whole = sum(raw.values())
    return {id: weight / whole for id, weight in raw.items() if weight > 0}


def blended(shares: dict[str, float]) -> Style:
    """The family of a dough that belongs to several: named by the first, or by the first two, with limits between theirs."""
    ranked = sorted(shares, key=lambda id: -shares[id])
    first = styles()[ranked[0]]
    if len(ranked) == 1:
        return first

    def mean(of: Callable[[Style], float]) -> float:
        return sum(share * of(styles()[id]) for id, share in shares.items())

    def usual(axis: str) -> Usual:
        return Usual(
            low_pct=mean(lambda style: style.usual[axis].low_pct),
            typical_pct=mean(lambda style: style.usual[axis].typical_pct),
            high_pct=mean(lambda style: style.usual[axis].high_pct),
        )

    ends: dict[EndStyle, float] = {}
    for id, share in shares.items():
        ends[styles()[id].end] = ends.get(styles()[id].end, 0.0) + share
    second = styles()[ranked[1]]
    between = shares[first.id] <= ONE_FAMILY
    update = {
        "label": _between(first.label, second.label) if between else first.label,
        "cue": f"{first.cue}; or, as a {second.label}, {second.cue}"
        if between and second.cue != first.cue
        else first.cue,
        "usual": {axis: usual(axis) for axis in AXES},
        "portion_low_g": mean(lambda style: style.portion_low_g),
        "portion_high_g": mean(lambda style: style.portion_high_g),
        "oven_low_c": mean(lambda style: style.oven_low_c),
        "oven_high_c": mean(lambda style: style.oven_high_c),
        "tray_rest_min": mean(lambda style: style.tray_rest_min),
        "crust_ln": mean(lambda style: style.crust_ln),
        "minutes_ln": mean(lambda style: style.minutes_ln),
        "ends": tuple(ends.items()),
        "shares": shares,
    }
    return first.model_copy(update=update)


def _between(one: str, other: str) -> str:
    """ "chewy or crisp drop cookie": what both are is said once.

    >>> _between("chewy drop cookie", "crisp drop cookie")
    'chewy or crisp drop cookie'
    """
    mine, theirs = one.split(), other.split()
    same = 0
    while same < min(len(mine), len(theirs)) - 1 and mine[-1 - same] == theirs[-1 - same]:
        same += 1
    return " ".join([*mine[: len(mine) - same], "or", *theirs])
