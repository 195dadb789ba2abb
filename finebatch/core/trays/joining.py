"""How far apart must cookies stand so that two join on no more than one tray of so many?

What is not known of a dough and an oven makes all of a batch wider or narrower together; beside that each piece strays for itself.
"""

import math
from enum import StrEnum

from ..base import Interval

# Portions by hand and the oven's warm corners, sd of ln width: about two fifths of a portion's own 6%, and as much again (judged).
SCATTER = 0.035
Z90 = 1.645
NODES = 41


class JoinRisk(StrEnum):
    """On how many trays two cookies may join."""

    FIVE = "one_in_5"
    TWENTY = "one_in_20"
    HUNDRED = "one_in_100"


SHARE = {JoinRisk.FIVE: 0.2, JoinRisk.TWENTY: 0.05, JoinRisk.HUNDRED: 0.01}


def _below(z: float) -> float:
    return 0.5 * math.erfc(-z / math.sqrt(2))


def chance_of_joining(width: Interval, apart_mm: float, pairs: int) -> float:
    """How likely two of `pairs` neighbours, `apart_mm` from middle to middle, join on one tray, 0 to 1.

    width: the baked width with its 90% range, mm. Two join where the mean of their widths exceeds the distance.

    >>> sure = Interval(value=60, low=59.9, high=60.1)
    >>> chance_of_joining(sure, 70, 20) < 0.001 < chance_of_joining(sure, 61, 20)
    True
    """
    common = math.log(width.high / width.low) / (2 * Z90)
    room = math.log(apart_mm / width.value)
    own = SCATTER / math.sqrt(2)
    total = weight = 0.0
    for i in range(NODES):
        z = -4 + 8 * i / (NODES - 1)
        density = math.exp(-z * z / 2)
        clear = _below((room - common * z) / own)
        total += density * (1 - clear**pairs)
        weight += density
    return total / weight


def pitch_mm(width: Interval, raw_mm: float, risk: JoinRisk, pairs: int) -> float:
    """Middle to middle, mm, so that the chance of joining is the one chosen; never less than the raw width.

    >>> near = Interval(value=60, low=50, high=72)
    >>> 60 < pitch_mm(near, 30, JoinRisk.FIVE, 20) < pitch_mm(near, 30, JoinRisk.TWENTY, 20) < 80
    True
    """
    low, high = width.value * 0.8, max(width.high, width.value) * 1.6
    for _ in range(40):
        middle = (low + high) / 2
        if chance_of_joining(width, middle, pairs) > SHARE[risk]:
            low = middle
        else:
            high = middle
    return max(raw_mm, high)
