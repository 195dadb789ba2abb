"""What if it were chilled longer, hotter, sweeter, larger, or on another tray? Width and minutes over one factor."""

from enum import StrEnum
from itertools import accumulate
from typing import TYPE_CHECKING

from ..bakemodel import Case
from ..baking import foretold, is_weighed
from ..base import Interval, Value, refusal
from ..card import Part
from ..forming import forming_of
from ..formula import Role, scale
from ..kitchen import Kitchen, Scale, TrayKind, say, to_c
from .assess import Assessment, case_for, foreknown_of, with_width
from .spec import DoughSpec

if TYPE_CHECKING:
    from ..learning.known import Known


class Factor(StrEnum):
    """What is changed."""

    CHILL = "chill"
    OVEN = "oven"
    SUGAR = "sugar"
    PORTION = "portion"
    TRAY = "tray"
    SHAPING = "shaping"


class Point(Value):
    """One value of the factor, said and as a number, with the width (mm) and the minute to first done."""

    x: float
    label: str
    diameter_mm: Interval
    first_done_min: Interval
    now: bool


class WhatIf(Value):
    """The factor's values in order; the one nearest to the dough as it is has `now`."""

    factor: Factor
    unit: str
    points: tuple[Point, ...]


CHILLS_H = (0.0, 0.5, 1.0, 2.0, 8.0, 24.0, 48.0)
OVEN_STEPS_K = (-30.0, -20.0, -10.0, 0.0, 10.0, 20.0, 30.0)
SUGAR_FACTORS = (0.7, 0.8, 0.9, 1.0, 1.1, 1.2, 1.3)
PORTION_FACTORS = (0.5, 0.7, 0.85, 1.0, 1.2, 1.5, 2.0)
# Which way the width must go (docs/model.md, section 8): where the model slips, the curve is held to the rule.
_DIRECTION = {Factor.CHILL: -1, Factor.OVEN: -1, Factor.SUGAR: 1, Factor.PORTION: 1}


def what_if(
    spec: DoughSpec, found: Assessment, kitchen: Kitchen, factor: Factor, known: "Known | None" = None
) -> WhatIf:
    """All values of the factor, each foretold with all that is known. Refusal if the dough has no outcome yet."""
    if found.outcome is None or found.dough is None:
        raise refusal("factor", "There is no outcome yet to change.")
    variants = _variants(spec, found, kitchen, factor)
    cases: list[Case] = [case_for(other, place) for _, _, other, place in variants]
    weighed, of = is_weighed(spec.form, kitchen), foreknown_of(spec, kitchen, known)
    baked = [foretold(case, weighed, of)[0] for case in cases]
    widths = [
        with_width(prediction, case, other).diameter_mm
        for prediction, case, (_, _, other, _) in zip(baked, cases, variants, strict=True)
    ]
    times = [prediction.first_done_min for prediction in baked]
    now = min(range(len(variants)), key=lambda i: abs(variants[i][0] - _now(spec, kitchen, factor)))
    if factor is Factor.SHAPING:
        now = next((i for i, (_, _, other, _) in enumerate(variants) if other.form == spec.form), 0)
    # A pan's walls decide the width: of the same dough a smaller pan is a smaller, thicker piece.
    direction = 0 if forming_of(spec.form).held_by_walls else _DIRECTION.get(factor, 0)
    widths = _held(widths, direction, now)
    return WhatIf(
        factor=factor,
        unit={
            Factor.CHILL: "h",
            Factor.OVEN: "°C",
            Factor.SUGAR: "% of the sugar",
            Factor.PORTION: "% of the size",
            Factor.TRAY: "",
            Factor.SHAPING: "",
        }[factor],
        points=tuple(
            Point(x=x, label=label, diameter_mm=width, first_done_min=first_done_min, now=i == now)
            for i, ((x, label, _, _), width, first_done_min) in enumerate(zip(variants, widths, times, strict=True))
        ),
    )


def _now(spec: DoughSpec, kitchen: Kitchen, factor: Factor) -> float:
    if factor is Factor.CHILL:
        return spec.making.chill_h
    if factor is Factor.OVEN:
        return to_c(spec.oven.value, spec.oven.scale)
    if factor is Factor.TRAY:
        return float(list(TrayKind).index(kitchen.tray(spec.tray_id).kind))
    return 100.0


_Variant = tuple[float, str, DoughSpec, Kitchen]


def _variants(spec: DoughSpec, found: Assessment, kitchen: Kitchen, factor: Factor) -> list[_Variant]:
    if factor is Factor.CHILL:
        hours = sorted({*CHILLS_H, spec.making.chill_h})
        return [
            (h, f"{h:g} h", spec.model_copy(update={"making": spec.making.model_copy(update={"chill_h": h})}), kitchen)
            for h in hours
        ]
    if factor is Factor.OVEN:
        return [_at_oven(spec, kitchen, step) for step in OVEN_STEPS_K]
    if factor is Factor.SUGAR:
        return [(100 * f, f"{100 * f:.0f}%", _sweetened(spec, found, kitchen, f), kitchen) for f in SUGAR_FACTORS]
    if factor is Factor.SHAPING:
        return _shaped(spec, found, kitchen)
    if factor is Factor.PORTION:
        return [(100 * f, f"{100 * f:.0f}%", _sized(spec, found, f), kitchen) for f in PORTION_FACTORS]
    return [(float(i), kind.value, spec, _on_tray(spec, kitchen, kind)) for i, kind in enumerate(TrayKind)]


def _at_oven(spec: DoughSpec, kitchen: Kitchen, step_k: float) -> _Variant:
    celsius = to_c(spec.oven.value, spec.oven.scale) + step_k
    oven = spec.oven.model_copy(update={"value": celsius, "scale": Scale.C})
    return celsius, say(celsius, spec.oven.scale), spec.model_copy(update={"oven": oven}), kitchen


def _sweetened(spec: DoughSpec, found: Assessment, kitchen: Kitchen, factor: float) -> DoughSpec:
    sweet = {line.line_id for line in found.lines if line.role is Role.SUGAR and line.part is Part.DOUGH}
    scaled = scale(spec.lines, found.lines, kitchen.habit, factor).lines
    lines = tuple(new if new.id in sweet else old for old, new in zip(spec.lines, scaled, strict=True))
    return spec.model_copy(update={"lines": lines})


def _sized(spec: DoughSpec, found: Assessment, factor: float) -> DoughSpec:
    form, outcome = spec.form, found.outcome
    assert outcome is not None
    return spec.model_copy(update={"form": forming_of(form).sized(form, outcome.pieces.mass_g, factor)})


def _shaped(spec: DoughSpec, found: Assessment, kitchen: Kitchen) -> list[_Variant]:
    """The same portion shaped in every way its form knows, as it is now among them."""
    assert found.dough is not None
    forming, density = forming_of(spec.form), found.dough.density_g_ml.value
    piece_g = forming.piece_mass_g(spec.form, found.shaped_g or found.dough.mass_g, density)
    ways = forming.shapings(spec.form, piece_g, density)
    if not ways:
        raise refusal("factor", "There is one way only to shape these.")
    ranked = sorted(ways, key=lambda way: way[0])
    return [(x, label, spec.model_copy(update={"form": form}), kitchen) for x, label, form in ranked]


def _on_tray(spec: DoughSpec, kitchen: Kitchen, kind: TrayKind) -> Kitchen:
    chosen = kitchen.tray(spec.tray_id)
    return kitchen.model_copy(
        update={
            "trays": tuple(
                tray.model_copy(update={"kind": kind}) if tray.id == chosen.id else tray for tray in kitchen.trays
            )
        }
    )


def _held(widths: list[Interval], direction: int, now: int) -> list[Interval]:
    """Widths that never turn against the rule, outward from the one that is `now` and stays; an exception of the model is held
    level."""
    if not direction:
        return widths
    held = []
    for key in ("value", "low", "high"):
        series: list[float] = [getattr(width, key) * direction for width in widths]
        after = accumulate(series[now:], max)
        before = [*accumulate(series[now::-1], min)][:0:-1]
        held.append([width * direction for width in (*before, *after)])
    return [Interval(value=value, low=low, high=high) for value, low, high in zip(*held, strict=True)]
