"""Looks made by hand: a drop cookie of 80 mm that answers as most do."""

import math
from typing import Any

from finebatch.core.learning.look import Look, Nominal, Said
from finebatch.core.learning.unknowns import Output

LOGS = (math.log(80.0), math.log(12.0), math.log(11.0), math.log(35.0))
MOVES = ((-0.15, -0.002, 0.0, 0.4, 0.002), (0.32, 0.003, 0.0, 0.2, -0.004), (0.12, -0.009, -0.6, 0.3, -0.01))
SDS = {Output.WIDTH: 0.025, Output.HEIGHT: 0.07, Output.MINUTES: 0.06}


def nominal(**more: Any) -> Nominal:
    given = {"logs": LOGS, "moves": MOVES, "growth": 0.5, "half_window": 0.12, "weighed": False, "walls": False}
    return Nominal(**{**given, **more})


def look(
    dough: str = "d", kitchen: str = "k", family: str = "f", said: tuple[Said, ...] = (), id: str = "", of: Nominal | None = None,
    **more: Any,
) -> Look:  # fmt: skip
    look.made = getattr(look, "made", 0) + 1
    return Look(id or f"look {look.made}", of or nominal(), kitchen, ((family, 1.0),), dough, said, **more)


def measured(width: float = 0.0, height: float = 0.0, minutes: float = 0.0) -> tuple[Said, ...]:
    """Measured so far (ln) from what the model says."""
    return tuple(
        Said(output, LOGS[output] + off, SDS[output]) for output, off in zip(SDS, (width, height, minutes), strict=True)
    )
