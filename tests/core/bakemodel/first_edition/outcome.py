"""From the history of a bake to what a baker measures: width, height, loss and the minutes."""

from dataclasses import dataclass

import numpy as np

from finebatch.core.bakemodel.case import Case
from finebatch.core.bakemodel.parameters import Parameters

from .batch import Array, Batch, Flags
from .endpoints import crossing, limits, value_at
from .simulate import STEPS, History, footprint, mean_to_max, simulate


@dataclass(frozen=True)
class Baked:
    """Arrays of shape (B,): widths and heights in mm cooled, loss in % of the raw mass, first done and last good in min,
    and the browning index underneath and at the rim in the middle of the window."""

    diameter_mm: Array
    height_mm: Array
    loss_pct: Array
    first_min: Array
    last_min: Array
    under_index: Array
    rim_index: Array
    reached: Flags


def bake(cases: list[Case], p: Parameters, steps: int = STEPS) -> Baked:
    """Bake all cases in one batch; what is not done in the time it is given comes back as not reached."""
    batch = Batch(cases)
    return _measure(batch, p, simulate(batch, p, steps))


def _measure(b: Batch, p: Parameters, h: History) -> Baked:
    end = limits(b, p)
    first, _ = crossing(h.time, h.core, end.core_first)
    last, last_hit = crossing(h.time, h.core, end.core_last)
    if b.crisp.any():
        dry_first, _ = crossing(h.time, h.moisture, end.water_first, rising=False)
        dry_last, dry_hit = crossing(h.time, h.moisture, end.water_last, rising=False)
        first, last = np.where(b.crisp, dry_first, first), np.where(b.crisp, dry_last, last)
        last_hit = np.where(b.crisp, dry_hit, last_hit)
    brown_first, brown_first_hit = crossing(h.time, h.browning, end.brown_first)
    brown_last, brown_last_hit = crossing(h.time, h.browning, end.brown_last)
    per_s = np.maximum(h.browning[-1] - h.browning[-2], 1e-9) / (h.time[-1] - h.time[-2])
    brown_last = np.where(brown_last_hit, brown_last, h.time[-1] + (end.brown_last - h.browning[-1]) / per_s)
    # Both cues must be there before it is done; either one ends it. Smooth versions of max and min.
    t1 = (first**8 + brown_first**8) ** 0.125
    t2 = (last**-8 + brown_last**-8) ** -0.125
    t2 = t1 + 0.5 * ((t2 - t1) + np.sqrt((t2 - t1) ** 2 + (0.24 * t1) ** 2))
    when = 0.5 * (t1 + t2)
    radius = value_at(h.time, h.radius, when)
    volume = value_at(h.time, h.cooled_volume, when)
    moisture = value_at(h.time, h.moisture, when)
    # The first-order step leaves a bias of the times that shrinks with the number of steps.
    minutes = (1 - 0.8 / STEPS) / 60
    standing = moisture * moisture / (moisture * moisture + 0.0016)  # a last bit of water leaves while it cools
    return Baked(
        diameter_mm=2000 * radius,
        height_mm=1000 * volume / footprint(b, radius) / mean_to_max(b, radius),
        loss_pct=100 * (b.water0 - moisture) + 1.2 * standing,
        first_min=t1 * minutes,
        last_min=t2 * minutes,
        under_index=value_at(h.time, browned(b, h.time, h.under), when),
        rim_index=value_at(h.time, browned(b, h.time, h.rim), when),
        reached=(last_hit | brown_last_hit) & brown_first_hit,
    )


def browned(b: Batch, time: Array, surface_c: Array) -> Array:
    """The browning index of a surface over time: minutes of exp((T - 140)/14), as the top's own, by the trapezium rule."""
    rate = np.exp((surface_c - 140) / 14) * (1 - 0.7 * b.polyol / (b.polyol + b.sugar + 0.02)) * (1 + 6 * b.invert)
    steps = np.diff(time, axis=0) / 60 * 0.5 * (rate[1:] + rate[:-1])
    result: Array = np.concatenate([np.zeros((1, rate.shape[1])), np.cumsum(steps, axis=0)])
    return result
