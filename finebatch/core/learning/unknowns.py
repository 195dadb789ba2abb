"""What is not known of a bake, at which level, and how far it may lie (`reference/learning_sds.csv`).

Every unknown is drawn once per kitchen, per family, per dough and per bake, each with its own sd: ln, but for the oven and the dough (K), and
width and bend (in units of what the model misses of a width). The table was found on simulated kitchens and checked on fresh ones
(docs/learning.md).
"""

from dataclasses import dataclass
from enum import IntEnum
from functools import cache

import numpy as np
from numpy.typing import NDArray

from ..base import number, rows

Array = NDArray[np.float64]


class Output(IntEnum):
    """What can be measured of a bake, as ln (mm, min, g); OVEN: a thermometer's reading less the dial, in K."""

    WIDTH = 0
    HEIGHT = 1
    MINUTES = 2
    MASS = 3
    OVEN = 4


PHYSICAL = ("viscosity", "oven", "heat", "mass", "dough")
OFFSETS = ("width", "height", "minutes", "bend")
# How much more, or less, a dough answers to a change than the model says.
ANSWERS = ("portion", "oven_answer", "cold", "formula", "tray")
UNKNOWNS = (*PHYSICAL, *OFFSETS, *ANSWERS)
COLUMN = {name: i for i, name in enumerate(UNKNOWNS)}
FOREVER_DAYS = 1e9


@dataclass(frozen=True)
class Level:
    """`sds` of the unknowns at this level, in the order of UNKNOWNS. A share `drifts` of what is unknown fades, to exp(-1) in so many `days`;
    the rest stays: a dough is itself again after a year, but for the flour in the bin."""

    sds: Array
    days: float
    drifts: float

    def kept(self, days: Array) -> Array:
        """What two looks so many days apart share, 1 on the same day."""
        kept: Array = 1 - self.drifts + self.drifts * np.exp(-days / self.days)
        return kept


@cache
def levels() -> dict[str, Level]:
    """kitchen, family, dough and bake."""
    return {
        row["level"]: Level(
            np.array([number(row[name]) for name in UNKNOWNS]),
            365.25 * number(row["years"]) or FOREVER_DAYS,
            number(row["drifts"]),
        )
        for row in rows("learning_sds")
    }
