"""What cut-outs and scored sheets share: the rolled sheet's edge, and the size that gives a count."""

import math
from collections.abc import Callable

from ..base import Ink, Mark, RingMark, moved, rectangle, refusal
from .nesting import RAGGED_RIM_MM

LEAST_MM, MOST_MM = 15, 200


def equal_round_mm(area_mm2: float) -> float:
    """Diameter of the round of that area.

    >>> round(equal_round_mm(50 * 50), 1)
    56.4
    """
    return 2 * math.sqrt(area_mm2 / math.pi)


def sheet_edge(width_mm: float, length_mm: float, rim: float = RAGGED_RIM_MM) -> list[Mark]:
    """The sheet to roll to, and inside it what is left when the ragged rim is trimmed."""
    return [
        RingMark(ink=Ink.EDGE, points=moved(rectangle(width_mm, length_mm), width_mm / 2, length_mm / 2)),
        RingMark(
            ink=Ink.FAINT,
            points=moved(rectangle(width_mm - 2 * rim, length_mm - 2 * rim), width_mm / 2, length_mm / 2),
        ),
    ]


def largest_for(count: int, gives: Callable[[float], int]) -> float:
    """The largest size (mm, to half a millimetre) that still gives the count; Refusal at `wish` if even the least does not."""
    low, high = 2 * LEAST_MM, 2 * MOST_MM  # half millimetres
    if gives(low / 2) < count:
        message = f"Even at {LEAST_MM} mm there is not dough enough for {count}: roll thinner, or make more dough."
        raise refusal("wish", message)
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (middle, high) if gives(middle / 2) >= count else (low, middle)
    return low / 2


def sheet_thickness_mm(dough_g: float, density_g_ml: float, sheet_mm: tuple[float, float]) -> float:
    """How thick a sheet of that width and length is, of so much dough, to a tenth of a millimetre.

    >>> sheet_thickness_mm(600, 1.25, (300, 320))
    5.0
    """
    return round(dough_g / density_g_ml * 1000 / (sheet_mm[0] * sheet_mm[1]), 1)
