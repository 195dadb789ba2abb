"""What a bake's measurements say to the model, and how surely: as measured, never as planned."""

import math

from ..bakemodel import Case
from ..baking import AIM_SHARE, Doneness
from ..bench import lies_wider_mm
from ..kitchen import to_c
from ..learning.look import Nominal, Said
from ..learning.unknowns import Output
from .record import Bake, Verdict

# sd of ln: a ruler's own, and the scatter of one cookie, which a mean of n has less of; judged, with the rest of this table.
WIDTH_SD, ONE_WIDTH_SD = 0.012, 0.03
HEIGHT_SD, ONE_HEIGHT_SD = 0.03, 0.09
MINUTES_SD, CLOCK_MIN, IN_WINDOW = (
    0.03,
    0.4,
    0.4,
)  # a clock is read to 0.4 min; "just right" may be anywhere in the window
VERDICT_SD, THERMOMETER_K = 0.05, 4.0
MOST_OVEN_K = 40.0


def said_of(bake: Bake, case: Case, nominal: Nominal) -> tuple[Said, ...]:
    """The measurements of a bake as the model takes them."""
    measured, spec = bake.measured, bake.spec
    found = []
    more = lies_wider_mm(spec, case)
    widths = [width - more for width in measured.widths_mm if width > more]
    if widths and not nominal.walls:
        mean = sum(math.log(width) for width in widths) / len(widths)
        found.append(Said(Output.WIDTH, mean, math.hypot(WIDTH_SD, ONE_WIDTH_SD / math.sqrt(len(widths)))))
    if measured.height_mm is not None and not nominal.walls:
        found.append(Said(Output.HEIGHT, math.log(measured.height_mm), math.hypot(HEIGHT_SD, ONE_HEIGHT_SD)))
    if measured.oven_min is not None:
        found.append(_minutes(measured.oven_min, measured.verdict, spec.finish, nominal.half_window))
    if measured.oven_read_c is not None:
        off = measured.oven_read_c - to_c(spec.oven.value, spec.oven.scale)
        found.append(Said(Output.OVEN, max(-MOST_OVEN_K, min(MOST_OVEN_K, off)), THERMOMETER_K))
    return tuple(found)


def _minutes(taken_out: float, verdict: Verdict | None, finish: Doneness, half: float) -> Said:
    """Taken out just right, that minute is the baker's aim; too soon or too late, it bounds the window from below or above."""
    ln = math.log(taken_out)
    if verdict is Verdict.PALE:
        return Said(Output.MINUTES, sd=VERDICT_SD, low=ln + half)
    if verdict is Verdict.DARK:
        return Said(Output.MINUTES, sd=VERDICT_SD, high=ln - half)
    sd = math.hypot(math.hypot(MINUTES_SD, CLOCK_MIN / taken_out), IN_WINDOW * half)
    return Said(Output.MINUTES, ln - half * (2 * AIM_SHARE[finish] - 1), sd)
