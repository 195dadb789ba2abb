"""What can be changed from one bake to another, by kind, as the model takes it."""

import dataclasses
from collections.abc import Iterator

from ..bakemodel import Case

# In the order in which changes are made one after the other.
KINDS = ("portion", "oven_answer", "cold", "formula", "tray")
_FIELDS = {
    "portion": ("shape",),
    "oven_answer": ("oven_c", "fan"),
    "cold": ("dough_c",),
    "formula": ("mix", "ends", "minutes_ln"),
    "tray": ("tray", "liner", "altitude_m", "shift"),
}


def with_change(kind: str, a: Case, b: Case) -> Case:
    """`a` with one kind of change taken from `b`. Hours of chilling rest the flour too: they are of the cold, not of the formula."""
    changed = dataclasses.replace(a, **{name: getattr(b, name) for name in _FIELDS[kind]})
    if kind == "formula":
        return dataclasses.replace(changed, mix=dataclasses.replace(b.mix, rest_h=a.mix.rest_h))
    if kind == "cold":
        return dataclasses.replace(changed, mix=dataclasses.replace(a.mix, rest_h=b.mix.rest_h))
    return changed


def changes(usual: Case, case: Case) -> Iterator[tuple[str, Case]]:
    """From the usual case to another, a kind of change after another; what did not change is left out."""
    now = usual
    for kind in KINDS:
        changed = with_change(kind, now, case)
        if changed != now:
            yield kind, changed
        now = changed
