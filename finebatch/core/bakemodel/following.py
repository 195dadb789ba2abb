"""One bake followed minute by minute: how brown, how hot inside and how far on it is at any moment, in the oven as it should be or as it was measured."""

import math

import numpy as np

from .case import Case
from .column import packed
from .course import Course
from .endpoints import BROWNED, CORE, RIM, UNDER, ends_of
from .outcome import column_of
from .parameters import fitted
from .simulate import COLUMNS, MOST_TIMES, NO_AIR, STEPS, browned_at, measure, row_at, simulate

EVERY_S = 15
GOES_ON = 1.6  # followed to so many times its last good moment: who forgets a tray should see what becomes of it


def followed(case: Case, air: tuple[tuple[float, float], ...] = ()) -> Course:
    """A case minute by minute. `air`: the oven as it was measured and is expected to go on, (s since the door was shut, °C), rising; without it the
    oven is as it is set and loses at the door what ovens lose."""
    parameters = fitted()
    column, ends = packed([column_of(case, parameters)])[0], ends_of([case], parameters)[0]
    history = np.empty((MOST_TIMES * STEPS, COLUMNS))
    hot = np.array([(seconds, celsius) for seconds, celsius in air]) if air else NO_AIR
    rows = simulate(column, ends, STEPS, history, hot)
    out = np.empty(8)
    measure(column, ends, STEPS, history, rows, out)
    family = math.exp(case.minutes_ln)
    first_s, last_s = 60 * out[3] * family, 60 * out[4] * family
    count = math.ceil(GOES_ON * last_s / EVERY_S) + 1
    rim, under, core = np.empty(count), np.empty(count), np.empty(count)
    last = history[rows - 1]
    per_s = (last[BROWNED] - history[rows - 2, BROWNED]) / (last[0] - history[rows - 2, 0])
    for n in range(count):
        at = n * EVERY_S / family
        row, part = row_at(history, rows, at)
        over = max(0.0, at - last[0]) * per_s  # past what was followed it browns on at its last rate
        rim[n] = browned_at(column, history, RIM, row, part) + over if n else 0.0
        under[n] = browned_at(column, history, UNDER, row, part) + over if n else 0.0
        core[n] = history[row - 1, CORE] * (1 - part) + history[row, CORE] * part if n else case.dough_c
    return Course(
        every_s=EVERY_S, rim=tuple(rim.tolist()), under=tuple(under.tolist()), core_c=tuple(core.tolist()), first_done_s=first_s, last_good_s=last_s
    )  # fmt: skip
