"""When is it done? Core temperature, surface colour or remaining water, by what the baker calls done (doc section 7)."""

import math
from typing import Any

import numpy as np
from numpy.typing import NDArray

from .bakeware import END_POINT, EndStyle
from .case import Case
from .compiling import compiled
from .parameters import Parameters
from .phases import dry_of, sigmoid

# One way of being done, as the compiled loop reads it: core °C, browning index and water left (kg/kg dough, crisp only), each at first
# done and at last good, and how much this way weighs.
END = np.dtype(
    [
        (name, np.float64)
        for name in (
            "weight",
            "crisp",
            "core_first",
            "core_last",
            "brown_first",
            "brown_last",
            "water_first",
            "water_last",
        )
    ]
)
TIME, RADIUS, CORE, MOISTURE, COOLED, BROWNED, UNDER, RIM = range(8)  # columns of a history
NEVER = 1e18
WATER_LAST = 0.65  # of the water at first done: hard once cold, and no darker


def limits(case: Case, style: EndStyle, p: Parameters) -> tuple[float, ...]:
    """One style's limits (core and browning first and last, water first and last), shifted by the fit; above 90 °C the core's fall with
    the boiling point, 1 K per 300 m.

    Polyols brown little and cocoa hides it, so a baker then accepts a paler or unseen colour.
    """
    mix, end = case.mix, END_POINT[style]
    if end.core_first_c is None or end.core_last_c is None:
        solids = max(mix.sugar + mix.polyol + dry_of(mix) + mix.other, 0.03)
        return -99.0, 1e9, 1e-9, 1e9, p.X1 * solids, WATER_LAST * p.X1 * solids
    middle = 0.5 * (end.core_first_c + end.core_last_c) + p.dL
    half = 0.5 * (end.core_last_c - end.core_first_c) * p.wL
    high, low = middle + half, middle - half
    boiling = case.altitude_m / 300
    first = low - boiling * sigmoid((low - 97) / 2)
    last = max(high - boiling * sigmoid((high - 97) / 2), first + 0.5)
    if end.brown_first is None or end.brown_last is None:
        return first, last, 1e-9, 1e9, 1e9, 1e9
    mean = math.sqrt(end.brown_first * end.brown_last) * p.dB
    spread = math.exp(min(0.5 * math.log(end.brown_last / end.brown_first) * p.wB, 20.0))
    accepts = (1 - 0.7 * mix.polyol / (mix.polyol + mix.sugar + 0.02)) * math.exp(-mix.dark / 0.02)
    return first, last, mean / spread * accepts, mean * spread, 1e9, 1e9


def ends_of(cases: list[Case], p: Parameters) -> NDArray[np.void]:
    """Every case's ways of being done, shape (B, most ways); where there are fewer, ways that weigh nothing."""
    most = max(len(case.ends) for case in cases)
    found = np.zeros((len(cases), most), dtype=END).view(np.recarray)
    for i, case in enumerate(cases):
        for k, (style, weight) in enumerate(case.ends):
            found[i, k] = (weight, 1.0 if style is EndStyle.CRISP else 0.0, *limits(case, style, p))
    return found


@compiled
def is_over(end: Any, core: float, moisture: float, browned: float) -> bool:
    """Whether a piece is past its last good moment: done inside and coloured, or far too dark."""
    inside = core >= end.core_last or (end.crisp > 0 and moisture <= end.water_last)
    return bool((inside and browned >= end.brown_first) or browned >= 1.3 * end.brown_last)


@compiled
def crossing(history: Any, rows: int, series: int, level: float, sign: float) -> tuple[float, bool]:
    """When a series first passes `level`, rising (`sign` 1) or falling (-1), linearly interpolated, and whether it does."""
    for i in range(rows):
        if sign * (history[i, series] - level) >= 0:
            before = max(i - 1, 0)
            y0, y1 = history[before, series], history[i, series]
            part = (level - y0) / (y1 - y0) if abs(y1 - y0) > 1e-12 else 1.0
            part = min(max(part, 0.0), 1.0)
            t0 = history[before, TIME]
            return t0 + part * (history[i, TIME] - t0), True
    return history[rows - 1, TIME], False


@compiled
def window(end: Any, history: Any, rows: int) -> tuple[float, float, bool]:
    """First done and last good, s, and whether they were reached. Both cues must be there before it is done; either one ends it: smooth
    versions of the later and the earlier. What was not browned enough is extrapolated at its last rate."""
    if end.crisp > 0:
        first, _ = crossing(history, rows, MOISTURE, end.water_first, -1.0)
        last, last_hit = crossing(history, rows, MOISTURE, end.water_last, -1.0)
    else:
        first, _ = crossing(history, rows, CORE, end.core_first, 1.0)
        last, last_hit = crossing(history, rows, CORE, end.core_last, 1.0)
    brown_first, first_hit = crossing(history, rows, BROWNED, end.brown_first, 1.0)
    brown_last, brown_hit = crossing(history, rows, BROWNED, end.brown_last, 1.0)
    if not brown_hit:
        end_s, grew = history[rows - 1, TIME], history[rows - 1, BROWNED] - history[rows - 2, BROWNED]
        per_s = max(grew, 1e-9) / (end_s - history[rows - 2, TIME])
        brown_last = end_s + (end.brown_last - history[rows - 1, BROWNED]) / per_s
    t1 = (first**8.0 + brown_first**8.0) ** 0.125
    t2 = (last**-8.0 + brown_last**-8.0) ** -0.125
    t2 = t1 + 0.5 * ((t2 - t1) + math.sqrt((t2 - t1) ** 2 + (0.24 * t1) ** 2))
    return t1, t2, (last_hit or brown_hit) and first_hit
