"""What can be changed from one bake to another, by kind, as the model takes it."""

import dataclasses
from collections.abc import Iterator

from ..bakemodel import Case, Shape

# In the order in which changes are made one after the other.
KINDS = ("portion", "oven_answer", "cold", "formula", "tray")
_FIELDS = {
    "oven_answer": ("oven_c", "fan"),
    "cold": ("dough_c",),
    "formula": ("mix", "ends", "minutes_ln"),
    "tray": ("tray", "liner", "altitude_m", "shift"),
}


def with_change(kind: str, a: Case, b: Case) -> Case:
    """`a` with one kind of change taken from `b`. Hours of chilling rest the flour too: they are of the cold, not of the formula. A dough
    of another density is not another size: its shape goes with the formula."""
    same = _same_size(a.shape, b.shape)
    if kind == "portion":
        return a if same else dataclasses.replace(a, shape=b.shape)
    changed = dataclasses.replace(a, **{name: getattr(b, name) for name in _FIELDS[kind]})
    if kind == "formula":
        shape = b.shape if same else a.shape
        return dataclasses.replace(changed, mix=dataclasses.replace(b.mix, rest_h=a.mix.rest_h), shape=shape)
    if kind == "cold":
        return dataclasses.replace(changed, mix=dataclasses.replace(a.mix, rest_h=b.mix.rest_h))
    return changed


def _same_size(a: Shape, b: Shape) -> bool:
    """Of the same grams, or of the same measures, and made the same way."""
    made = (a.flow, a.mean_to_max, a.length_m) == (b.flow, b.mean_to_max, b.length_m)
    near = [
        abs(x - y) <= 1e-6 * x
        for x, y in ((a.mass_kg, b.mass_kg), (a.diameter_mm, b.diameter_mm), (a.height_mm, b.height_mm))
    ]
    return made and (near[0] or (near[1] and near[2]))


def changes(usual: Case, case: Case) -> Iterator[tuple[str, Case]]:
    """From the usual case to another, a kind of change after another; what did not change is left out."""
    now = usual
    for kind in KINDS:
        changed = with_change(kind, now, case)
        if changed != now:
            yield kind, changed
        now = changed
