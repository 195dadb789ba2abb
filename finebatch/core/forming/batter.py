"""A loose batter dropped by the level spoon and spread to a disc."""

import math
from typing import Literal

from pydantic import Field

from ..value import Value


class BatterForm(Value):
    """Level spoonfuls spread to an even thickness."""

    kind: Literal["batter"] = "batter"
    spoon_ml: float = Field(default=5.0, ge=1, le=60)
    spread_mm: float = Field(default=4.0, ge=1, le=20)


def batter_disc_mm(form: BatterForm) -> float:
    """Width of the spread disc, its rim a little thinner than its middle (0.9 of the full thickness on average)."""
    return 2 * math.sqrt(form.spoon_ml * 1000 / (math.pi * form.spread_mm * 0.9))
