"""A prediction with its ranges: the middle, and how far it moves with what we do not know."""

import dataclasses
import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..base import Interval
from .case import Case
from .colour import UNDER_LN_SD
from .outcome import Baked, bake
from .parameters import fitted
from .prediction import Z90, Prediction

# One standard deviation of what is unknown of a kitchen never baked in (ln unless K). Gas and water binding move widths and minutes by
# less than a hundredth and are left out.
UNKNOWN = {"ln_viscosity": 0.55, "oven_k": 9.0, "ln_heat": 0.12}


UNKNOWN_LN_MASS = 0.06  # drops out when portions are weighed


# A slab has no portions to be wrong, but is pressed or rolled a little thicker or thinner.
UNKNOWN_LN_THICKNESS = {True: 0.05, False: 0.04}


UNKNOWN_DOUGH_K = 2.5


# What the model misses of classes of dough it was not fitted on: sd of ln height, ln time, loss points; of ln width in proportion to how
# much a piece grows, so that a cut shape is known to a few hundredths.
MISSED = {"height_mm": 0.18, "first_min": 0.09, "last_min": 0.09}
MISSED_WIDTH_FLOOR, MISSED_OF_GROWTH = 0.03, 0.19


MISSED_LOSS_PCT = 1.8


def predict(case: Case, weighed: bool = False) -> Prediction:
    """Middle and 90% range of a piece: sigma points at ±1 sd of each unknown are baked in one batch beside it, and
    the model's own error on unseen classes of dough is added. `weighed` portions have no size error.
    """
    return predict_many([case], weighed)[0]


def predict_many(cases: list[Case], weighed: bool = False) -> list[Prediction]:
    """As `predict`, all cases in one batch."""
    return [summary(fan) for fan in fanned([(case, weighed) for case in cases])]


@dataclass(frozen=True)
class Fan:
    """A case baked with plus and minus one sd of every unknown: its middle is the first of `part` of `baked`, `steps` are the sds, in
    the order viscosity, oven, heat, mass, dough; 0 where there is nothing to be wrong."""

    case: Case
    weighed: bool
    baked: Baked
    part: slice

    @property
    def steps(self) -> tuple[float, ...]:
        return (*UNKNOWN.values(), _mass_sd(self.case, self.weighed), UNKNOWN_DOUGH_K)


def fanned(cases: list[tuple[Case, bool]], more: Sequence[Case] = ()) -> list[Fan]:
    """Cases, each with whether its portions are weighed, baked in one batch; `more` are baked as they are, after them."""
    fans = [_fan(case, weighed) for case, weighed in cases]
    baked = bake([*(point for fan in fans for point in fan), *more], fitted())
    size = len(fans[0])
    return [Fan(*one, baked, slice(i * size, (i + 1) * size)) for i, one in enumerate(cases)]


def _fan(case: Case, weighed: bool) -> list[Case]:
    """The case, then plus and minus one sd of every unknown."""
    points = [case]
    for name, sd in UNKNOWN.items():
        for sign in (1, -1):
            moved = dataclasses.replace(case.shift, **{name: getattr(case.shift, name) + sign * sd})
            points.append(dataclasses.replace(case, shift=moved))
    mass = _mass_sd(case, weighed)
    points += [dataclasses.replace(case, shape=case.shape.heavier(math.exp(sign * mass))) for sign in (1, -1)]
    points += [dataclasses.replace(case, dough_c=case.dough_c + sign * UNKNOWN_DOUGH_K) for sign in (1, -1)]
    return points


def _mass_sd(case: Case, weighed: bool) -> float:
    edge = case.shape.edge
    return UNKNOWN_LN_THICKNESS[edge.walls] if edge else 0.0 if weighed else UNKNOWN_LN_MASS


def summary(fan: Fan) -> Prediction:
    """Middle and 90% range by the model alone."""
    case, baked, part = fan.case, fan.baked, fan.part
    grown = max(0.0, math.log(float(baked.diameter_mm[part][0]) / case.shape.diameter_mm))
    missed_width = math.hypot(MISSED_WIDTH_FLOOR, MISSED_OF_GROWTH * grown)

    def interval(name: str) -> Interval:
        logs = np.log(getattr(baked, name)[part])
        return _log_interval(logs, missed_width if name == "diameter_mm" else MISSED[name])

    def browned(index: np.ndarray) -> Interval:
        return _log_interval(np.log(np.maximum(index[part], 1e-6)), UNDER_LN_SD)

    loss = baked.loss_pct[part]
    half = Z90 * math.hypot(float(np.sqrt((((loss[1::2] - loss[2::2]) / 2) ** 2).sum())), MISSED_LOSS_PCT)
    ratio = np.log(baked.diameter_mm[part] / case.shape.diameter_mm)
    ratio[1:] -= np.log([point.shape.diameter_mm / case.shape.diameter_mm for point in _fan(case, False)[1:]])
    return Prediction(
        diameter_mm=interval("diameter_mm"),
        height_mm=interval("height_mm"),
        spread_ratio=_log_interval(ratio, missed_width),
        loss_pct=Interval(value=float(loss[0]), low=max(0.0, float(loss[0]) - half), high=float(loss[0]) + half),
        first_done_min=interval("first_min"),
        last_good_min=interval("last_min"),
        under=browned(baked.under_index),
        rim=browned(baked.rim_index),
    )


def _log_interval(logs: np.ndarray, missed_sd: float) -> Interval:
    """Half differences of the sigma pairs, added in squares to the model's own error."""
    moves = (logs[1::2] - logs[2::2]) / 2
    sd = math.sqrt(float((moves**2).sum()) + missed_sd**2)
    middle = math.exp(logs[0])
    return Interval(value=middle, low=middle * math.exp(-Z90 * sd), high=middle * math.exp(Z90 * sd))
