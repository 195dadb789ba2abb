"""How well does a cause fit what was measured of a bake? Log likelihoods, all beside the same expectation."""

import math
from dataclasses import dataclass

import numpy as np

from ..bakemodel import Case
from ..dough import Usual, styles
from ..kitchen import to_c
from ..learning.look import Look
from ..learning.surprise import share_below
from ..learning.unknowns import Array, Output
from .marks import Mark
from .record import Bake, Shade, Verdict
from .said import said_of

SIZES = (0.5, 1.0, 1.6)  # of a cause, in its usual size
SHADE_INDEX = {
    Shade.WHITE: 0.05, Shade.PALE: 0.2, Shade.LIGHT_GOLD: 0.5, Shade.GOLDEN: 1.1, Shade.BROWN: 2.1, Shade.DARK: 4.0,
}  # fmt: skip
SHADE_SD = 0.8  # ln browning: the word's own width, and what the model misses of colours
BROWNS_WITH_TIME = 3.0  # ln browning per ln minute, near the end
COUNT_SD, THERMOMETER_K, OVEN_K = 0.05, 5.0, 20.0
MASS_OF = {"large": math.log(1.3), "small": math.log(0.75)}
OVEN_OF = {"hot": OVEN_K, "cool": -OVEN_K}
# Which share of a formula tells of which cause, and on which side.
FORMULA = {"soft": 1, "stiff": -1}
AXES = ("sugar", "fat")
HALF = 0.5  # half ranges from the middle: within that a share tells nothing
LATE_SD = 0.04  # a clock is read well: too long is beyond the window that was expected
LEAST = 1e-3

Formula = dict[str, tuple[float, Usual]]


@dataclass(frozen=True)
class Seen:
    """What was measured beside what was expected (ln): the gap of width, height and minutes with its covariance, nan where unknown;
    `late`, the minutes in the oven over the expected middle; `browned`, the browning seen over what is expected at that minute."""

    gap: Array
    cov: Array
    half_window: float
    late: float
    browned: float
    verdict: Verdict | None


def seen_of(one: Bake, case: Case, look: Look, expected: tuple[Array, Array], browned: float) -> Seen:
    """`expected`: mean and covariance of the logs, by all that is known without this bake; `browned`: ln browning of the case."""
    mean, cov = expected
    gap, wide = np.full(3, np.nan), cov[:3, :3].copy()
    for said in said_of(one, case, look.nominal):
        if said.output <= Output.MINUTES and said.value is not None:
            gap[said.output] = said.value - mean[said.output]
            wide[said.output, said.output] += said.sd**2
    minutes, shade, verdict = one.measured.oven_min, one.measured.shade, one.measured.verdict
    late = math.nan if minutes is None else math.log(minutes) - float(mean[Output.MINUTES])
    seen = math.nan
    if shade is not None:
        style = styles()[max(look.families, key=lambda pair: pair[1])[0]]
        by_clock = verdict in (Verdict.PALE, Verdict.DARK) and not math.isnan(late)
        seen = math.log(SHADE_INDEX[shade]) - browned - style.crust_ln - (BROWNS_WITH_TIME * late if by_clock else 0.0)
    return Seen(gap, wide, look.nominal.half_window, late, seen, verdict)


def fits(seen: Seen, mark: Mark) -> float:
    """ln likelihood of what was measured if this was the cause, in any of its ways and sizes."""
    logs = [_at(seen, size * moved, size * browner) for moved, browner in mark.ways for size in SIZES]
    top = max(logs)
    return top + math.log(sum(math.exp(value - top) for value in logs) / len(logs))


def fits_nothing(seen: Seen) -> float:
    """The same if nothing that can be baked was the cause."""
    return _at(seen, np.zeros(3), 0.0)


def _at(seen: Seen, moved: Array, browner: float) -> float:
    there = ~np.isnan(seen.gap)
    found = 0.0
    if there.any():
        off, cov = (seen.gap - moved)[there], seen.cov[np.ix_(there, there)]
        found -= 0.5 * float(off @ np.linalg.solve(cov, off))
    late = seen.late - float(moved[2])
    by_clock = seen.verdict in (Verdict.PALE, Verdict.DARK) and not math.isnan(late)
    if by_clock:
        sd = math.sqrt(float(seen.cov[2, 2])) + LATE_SD
        edge = -late - seen.half_window if seen.verdict is Verdict.PALE else late - seen.half_window
        found += math.log(max(share_below(edge / sd), LEAST))
    if not math.isnan(seen.browned):
        # Done as wanted, the look is the cause's own; at a given minute a bake that is done sooner is browner.
        more = browner - (BROWNS_WITH_TIME * float(moved[2]) if by_clock else 0.0)
        found -= 0.5 * ((seen.browned - more) / SHADE_SD) ** 2
    return found


def fits_time(seen: Seen, long: bool) -> float:
    """Too long or too short in the oven moves nothing but the look: likely where the minutes were beyond what was aimed at."""
    found = -0.5 * float(np.nansum(seen.gap[:2] ** 2 / np.diag(seen.cov)[:2]))
    if not math.isnan(seen.late):
        beyond = (seen.late if long else -seen.late) - seen.half_window
        found += math.log(max(share_below(beyond / LATE_SD), LEAST))
    told = seen.verdict is (Verdict.DARK if long else Verdict.PALE)
    return found + math.log(0.9 if told else 0.1)


def fits_facts(cause: str, one: Bake, formula: Formula) -> float:
    """ln likelihood of what is known beside the figures: a count, a thermometer, how the formula lies beside its family's."""
    found = 0.0
    off = count_off(one)
    if off is not None:
        mass = MASS_OF.get(cause, 0.0)
        found -= 0.5 * min(((off - mass) / (COUNT_SD + 0.4 * abs(mass))) ** 2, 16.0)
    read = oven_off_k(one)
    if read is not None:
        meant = OVEN_OF.get(cause, 0.0)
        found -= 0.5 * min(((read - meant) / (THERMOMETER_K + 0.3 * abs(meant))) ** 2, 16.0)
    if cause in FORMULA:
        beyond = [FORMULA[cause] * beside(formula[axis]) - HALF for axis in AXES if axis in formula]
        found += 0.7 * max(-1.0, min(1.5, max(beyond, default=0.0)))
    return found


def beside(share: tuple[float, Usual]) -> float:
    """How far a share of the flour lies from what is usual, in half ranges."""
    pct, usual = share
    return (pct - usual.typical_pct) / max((usual.high_pct - usual.low_pct) / 2, 5.0)


def count_off(one: Bake) -> float | None:
    """ln of the grams of a piece over those meant, by the count; None where it was not of the whole dough."""
    count, foretold = one.measured.count, one.foretold.count if one.foretold else None
    return math.log(foretold / count) if count and foretold and 0.4 < count / foretold < 2.5 else None


def oven_off_k(one: Bake) -> float | None:
    """A thermometer's reading less the dial."""
    read = one.measured.oven_read_c
    return None if read is None else read - to_c(one.spec.oven.value, one.spec.oven.scale)
