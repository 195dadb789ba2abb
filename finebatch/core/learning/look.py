"""One look at a dough in an oven: a bake, a card's claim or a trade's usual range, with what was said of it and what the model says."""

import math
from dataclasses import dataclass, field

import numpy as np
from pydantic import Field

from ..base import Value
from .unknowns import COLUMN, PHYSICAL, UNKNOWNS, Array, Output

# What the model misses of a width is in proportion to how much the piece grows; what it misses of the width it gives back in height.
WIDTH_FLOOR, WIDTH_PER_GROWTH, NARROWING = 0.03, 0.19, -1.0
MIDDLE_LN_G, MOST_BEND = math.log(30.0), 1.5  # the size at which a dough's own slope over size is nought
OUTPUTS = len(Output)


class Nominal(Value):
    """What the model says of a case before anything is learned: `logs` of width mm, height mm, middle minutes and piece g; `moves`, how
    each physical unknown moves the first three (ln per unit); `growth` = ln(baked over raw width), 0 in a pan; `half_window` =
    ln(last good over first done)/2; `answers`, the model's own log change against the dough's first bake, by kind of change."""

    logs: tuple[float, float, float, float]
    moves: tuple[tuple[float, ...], tuple[float, ...], tuple[float, ...]]
    growth: float
    half_window: float
    weighed: bool  # portions weighed, or cut: no error of theirs
    walls: bool  # the width is a pan's
    answers: dict[str, tuple[float, float, float]] = Field(default={})


@dataclass(frozen=True)
class Said:
    """One measured or claimed value (ln; K for OVEN) with its sd; or a bound, where `value` is None: between `low` and `high`."""

    output: Output
    value: float | None = None
    sd: float = 0.05
    low: float = -math.inf
    high: float = math.inf


@dataclass(frozen=True)
class Look:
    """`families` with the share of each, for a dough may lie between some. `kitchen` is "" for what the trade says, which is of nobody's kitchen; a card's author has a kitchen of its own. Looks with the
    same `tray` share a tray's luck. `strange`: how much more than usual the model may miss this dough, 1 or more."""

    id: str
    nominal: Nominal
    kitchen: str
    families: tuple[tuple[str, float], ...]
    dough: str
    said: tuple[Said, ...] = ()
    day: float = 0.0
    claim: bool = False
    tray: str = ""
    strange: float = 1.0
    row: Array = field(init=False, repr=False, compare=False)  # (outputs, unknowns)

    def __post_init__(self) -> None:
        object.__setattr__(self, "row", _row(self.nominal))

    def middle(self, output: Output) -> float:
        """What the model says of an output: a log, or no difference between thermometer and dial."""
        return 0.0 if output is Output.OVEN else self.nominal.logs[output]


def _row(nominal: Nominal) -> Array:
    out = np.zeros((OUTPUTS, len(UNKNOWNS)))
    out[:3, : len(PHYSICAL)] = nominal.moves
    out[Output.MASS, COLUMN["mass"]] = out[Output.OVEN, COLUMN["oven"]] = 1.0
    if nominal.weighed:
        out[:, COLUMN["mass"]] = 0.0
    scale = 0.0 if nominal.walls else math.hypot(WIDTH_FLOOR, WIDTH_PER_GROWTH * max(nominal.growth, 0.0))
    size = max(-MOST_BEND, min(MOST_BEND, nominal.logs[Output.MASS] - MIDDLE_LN_G))
    for name, units in (("width", scale), ("bend", scale * size)):
        out[Output.WIDTH, COLUMN[name]], out[Output.HEIGHT, COLUMN[name]] = units, NARROWING * units
    out[Output.HEIGHT, COLUMN["height"]] = out[Output.MINUTES, COLUMN["minutes"]] = 1.0
    for name, change in nominal.answers.items():
        out[:3, COLUMN[name]] = change
    return out
