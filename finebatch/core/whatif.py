"""What if it were chilled longer, hotter, sweeter, larger, or on another tray? Width and minutes over one factor."""

from enum import StrEnum

import numpy as np

from .assess import Assessment, DoughSpec, case_for, with_width
from .bakemodel import Interval
from .bakemodel.bakeware import TrayKind
from .bakemodel.batch import Case
from .bakemodel.predict import predict_many
from .baking import is_weighed
from .forming import PanForm, RuskForm, ScoopForm, SheetForm
from .formula import Part, Role
from .kitchen import Kitchen
from .oven import Scale, say, to_c
from .scaling import scale
from .value import Value


class Factor(StrEnum):
    """What is changed."""

    CHILL = "chill"
    OVEN = "oven"
    SUGAR = "sugar"
    PORTION = "portion"
    TRAY = "tray"


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


def what_if(spec: DoughSpec, found: Assessment, kitchen: Kitchen, factor: Factor) -> WhatIf:
    """All values of the factor baked in one batch. ValueError if the dough has no outcome yet."""
    if found.outcome is None or found.dough is None:
        raise ValueError("There is no outcome yet to change.")
    # The family stays what it is now: a question about one factor must not change the way the cookie is judged.
    fixed = spec.model_copy(update={"style_id": found.dough.style_id})
    variants = _variants(fixed, found, kitchen, factor)
    cases: list[Case] = [case_for(other, place) for _, _, other, place in variants]
    baked = predict_many(cases, is_weighed(spec.form, kitchen))
    widths = [
        with_width(prediction, case, other).diameter_mm
        for prediction, case, (_, _, other, _) in zip(baked, cases, variants, strict=True)
    ]
    widths = _held(widths, _DIRECTION.get(factor, 0))
    nearest = min(range(len(variants)), key=lambda i: abs(variants[i][0] - _now(spec, kitchen, factor)))
    return WhatIf(
        factor=factor,
        unit={
            Factor.CHILL: "h",
            Factor.OVEN: "°C",
            Factor.SUGAR: "% of the sugar",
            Factor.PORTION: "% of the size",
            Factor.TRAY: "",
        }[factor],
        points=tuple(
            Point(x=x, label=label, diameter_mm=width, first_done_min=prediction.first_done_min, now=i == nearest)
            for i, ((x, label, _, _), width, prediction) in enumerate(zip(variants, widths, baked, strict=True))
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
    grams = outcome.pieces.mass_g * factor
    if isinstance(form, ScoopForm):
        update: dict[str, object] = {"portion_g": grams, "scoop_no": None}
    elif isinstance(form, PanForm):
        # The dough stays: a smaller pan is a thicker one.
        update = {"width_mm": form.width_mm * factor**-0.5, "length_mm": form.length_mm * factor**-0.5}
    elif isinstance(form, SheetForm):
        side = factor**0.5
        update = {"piece_width_mm": form.piece_width_mm * side, "piece_length_mm": form.piece_length_mm * side}
    elif isinstance(form, RuskForm):
        update = {"log_mm": form.log_mm * factor}
    elif form.kind == "block":
        update = {"portion_g": grams}
    elif form.kind == "ball":
        update = {"portion_g": grams, "by": "grams"}
    elif form.kind == "batter":
        update = {"spoon_ml": form.spoon_ml * factor}
    elif form.kind == "cutout":
        update = {"cutter_mm": form.cutter_mm * factor**0.5}
    elif form.kind == "log":
        update = {"log_mm": form.log_mm * factor**0.5}
    else:
        update = {"length_mm": form.length_mm * factor}
    return spec.model_copy(update={"form": form.model_copy(update=update)})


def _on_tray(spec: DoughSpec, kitchen: Kitchen, kind: TrayKind) -> Kitchen:
    chosen = kitchen.tray(spec.tray_id)
    return kitchen.model_copy(
        update={
            "trays": tuple(
                tray.model_copy(update={"kind": kind}) if tray.id == chosen.id else tray for tray in kitchen.trays
            )
        }
    )


def _held(widths: list[Interval], direction: int) -> list[Interval]:
    """Widths that never turn against the rule; an exception of the model is held level."""
    if not direction:
        return widths
    held = []
    for key in ("value", "low", "high"):
        series = np.array([getattr(width, key) for width in widths])
        held.append(np.maximum.accumulate(series) if direction > 0 else np.minimum.accumulate(series))
    return [Interval(value=float(v), low=float(low), high=float(high)) for v, low, high in zip(*held, strict=True)]
