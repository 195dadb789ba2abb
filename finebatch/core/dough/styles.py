"""The families of cookie dough and what is usual for each (`reference/style_targets.csv`)."""

from functools import cache

from ..bakemodel import EndStyle
from ..base import Value, number, rows
from ..formula import AXES


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
        rolled=row["rolled"] == "1",
    )


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
        total += min(abs(percentages.get(axis, 0.0) - usual.typical_pct) / width, 4.0) ** 2
    return (total / len(AXES)) ** 0.5  # type: ignore[no-any-return]


def nearest(
    percentages: dict[str, float], families: tuple[str, ...], portion_g: float | None = None
) -> tuple[Style, float]:
    """The family this dough looks most like among those its form can be, and how far it lies from it. `portion_g` is given
    where the family depends on the portion."""
    among = [styles()[id] for id in families]

    def score(style: Style) -> float:
        off = 0.0
        if portion_g is not None:
            off = max(0.0, style.portion_low_g / portion_g - 1, portion_g / style.portion_high_g - 1)
        return distance(percentages, style) + min(off, 2.0)

    best = min(among, key=score)
    return best, distance(percentages, best)
