"""How cold is the dough at the oven door?"""

import math

from ..dough import Making
from ..forming import AnyForm, forming_of
from ..kitchen import FREEZER_C, FRIDGE_C

CHILL_TIME_CONSTANT_H = 0.7  # a wrapped disc or a tray of portions, to 63% of the way
ROLLING_WARMS_K = 6.0
THAWED_C = 10.0  # portions after their half hour on the counter: a judgement, soft but still cold


def dough_temperature_c(making: Making, room_c: float, form: AnyForm) -> float:
    """°C of the raw pieces at the oven door: room, cooling towards the fridge with a 0.7 h time constant; rolling,
    cutting and shaping by hand warms a cold dough again by about 6 K (never past the room). A block is taken from the
    fridge or the freezer; dough straight from the freezer stays as cold as that, thawed it is at 10 °C.

    room_c: 5 to 40; chill up to 96 h. Source: judged from a wrapped 30 mm disc; not measured. Holds for pieces up to 40 mm thick.

    >>> from finebatch.core.forming import ScoopForm
    >>> round(dough_temperature_c(Making(chill_h=1.0), 20.0, ScoopForm()), 1)
    7.8
    """
    if making.frozen and making.thawed:
        return THAWED_C
    if making.frozen:
        return FREEZER_C
    forming = forming_of(form)
    from_cold_c = forming.taken_from_cold_c(form)
    if from_cold_c is not None:
        return from_cold_c
    cold = FRIDGE_C + (room_c - FRIDGE_C) * math.exp(-making.chill_h / CHILL_TIME_CONSTANT_H)
    return min(room_c, cold + ROLLING_WARMS_K) if forming.warmed_by_hands else cold
