"""A loose batter dropped by the level spoon and spread to a disc."""

import math
from typing import Literal

from pydantic import Field

from ..value import Value


class BatterForm(Value):
    """Level spoonfuls spread to an even thickness. `shaped_hot` ones are curled as they leave the oven, `shape_s`
    seconds each, before they stiffen after `pliable_s`."""

    kind: Literal["batter"] = "batter"
    spoon_ml: float = Field(default=5.0, ge=1, le=60)
    spread_mm: float = Field(default=4.0, ge=1, le=20)
    shaped_hot: bool = False
    shape_s: float = Field(default=12.0, ge=2, le=120)
    pliable_s: float = Field(default=60.0, ge=5, le=300)


def batter_disc_mm(form: BatterForm) -> float:
    """Width of the spread disc, its rim a little thinner than its middle (0.9 of the full thickness on average)."""
    return 2 * math.sqrt(form.spoon_ml * 1000 / (math.pi * form.spread_mm * 0.9))


def hand_limit(form: BatterForm) -> int | None:
    """How many wafers one tray may hold when each takes `shape_s` to shape while they are pliable; None if they stay
    flat."""
    return max(1, int(form.pliable_s / form.shape_s)) if form.shaped_hot else None
