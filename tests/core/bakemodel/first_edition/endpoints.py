"""When is it done? Core temperature, surface colour or remaining water, by the baker's style (doc section 7)."""

from dataclasses import dataclass

import numpy as np

from finebatch.core.bakemodel.parameters import Parameters

from .batch import Array, Batch, Flags, sigmoid


@dataclass(frozen=True)
class Limits:
    """First done and last good: core °C, browning index, and water left (kg/kg dough, crisp only)."""

    core_first: Array
    core_last: Array
    brown_first: Array
    brown_last: Array
    water_first: Array
    water_last: Array


def limits(b: Batch, p: Parameters) -> Limits:
    """The style's limits, shifted by the fit; above 90 °C the core's fall with the boiling point, 1 K per 300 m.

    Polyols brown little and cocoa hides it, so a baker then accepts a paler or unseen colour.
    """
    middle = 0.5 * (b.core_first + b.core_last) + p.dL
    half = 0.5 * (b.core_last - b.core_first) * p.wL
    high, low = middle + half, middle - half
    boiling = b.altitude / 300
    first = low - boiling * sigmoid((low - 97) / 2)
    last = np.maximum(high - boiling * sigmoid((high - 97) / 2), first + 0.5)
    mean = np.sqrt(b.brown_first * b.brown_last) * p.dB
    spread = np.exp(np.minimum(0.5 * np.log(b.brown_last / b.brown_first) * p.wB, 20))
    accepts = (1 - 0.7 * b.polyol / (b.polyol + b.sugar + 0.02)) * np.exp(-b.dark / 0.02)
    solids = np.maximum(b.sugar + b.polyol + b.dry + b.other, 0.03)
    return Limits(
        core_first=np.where(b.crisp, -99.0, first),
        core_last=np.where(b.crisp, 1e9, last),
        brown_first=np.where(b.browns, mean / spread, 1e-9) * accepts,
        brown_last=np.where(b.browns, mean * spread, 1e9),
        water_first=np.where(b.crisp, p.X1 * solids, 1e9),
        water_last=np.where(b.crisp, 0.5 * p.X1 * solids, 1e9),
    )


def crossing(time: Array, series: Array, level: Array, rising: bool = True) -> tuple[Array, Flags]:
    """When each column of `series` (steps, B) first passes `level`, linearly interpolated, and whether it does."""
    passed = series >= level if rising else series <= level
    hit: Flags = np.logical_or.reduce(passed)
    column = np.arange(series.shape[1])
    after = np.where(hit, passed.argmax(axis=0), len(series) - 1)
    before = np.maximum(after - 1, 0)
    y0, y1 = series[before, column], series[after, column]
    gap = np.where(np.abs(y1 - y0) > 1e-12, y1 - y0, 1.0)
    part = np.clip(np.where(np.abs(y1 - y0) > 1e-12, (level - y0) / gap, 1.0), 0, 1)
    t0, t1 = time[before, column], time[after, column]
    return np.where(hit, t0 + part * (t1 - t0), time[-1]), hit


def value_at(time: Array, series: Array, when: Array) -> Array:
    """Each column of `series` at its own time, linearly interpolated."""
    column = np.arange(series.shape[1])
    i = np.clip((time < when).sum(axis=0), 1, len(time) - 1)
    part = np.clip((when - time[i - 1, column]) / (time[i, column] - time[i - 1, column]), 0, 1)
    result: Array = series[i - 1, column] * (1 - part) + series[i, column] * part
    return result
