"""A kitchen scale: the protocol, and a simulated one that behaves like a cheap real one.

The protocol is two calls. `read()` answers with the grams shown and whether they stand still; `tare()` makes what lies on the
scale zero. A real scale on a serial line would send the reading as one JSON object a line, `{"g": 123.4, "stable": true}`, four times
a second, and take the line `tare`; an adapter from that to these two calls is all a driver needs.
"""

import random
import time
from collections.abc import Callable
from typing import Protocol

from ..core.base import Value

CAPACITY_G = 5000.0
RESOLUTION_G = 0.1
SETTLE_S = 0.6
DRIFT_G_PER_S = 0.004
JITTER_G = 0.12


class ScaleReading(Value):
    """What the display shows; `overload` when more than the scale can bear lies on it."""

    g: float
    stable: bool
    overload: bool = False


class Scale(Protocol):
    """What any scale must do."""

    def read(self) -> ScaleReading: ...

    def tare(self) -> None: ...


class SimulatedScale:
    """Settles over half a second after each pour, jitters by a tenth of a gram, drifts slowly until tared."""

    def __init__(self, seed: int = 7, clock: Callable[[], float] = time.monotonic) -> None:
        self._noise = random.Random(seed)
        self._clock = clock
        self._load_g = 0.0
        self._shown_before_g = 0.0
        self._changed_at = clock() - SETTLE_S
        self._zero_g = 0.0
        self._zeroed_at = clock()

    def pour(self, grams: float) -> None:
        """Put `grams` more on the scale (or take some off); never below an empty plate."""
        now = self._clock()
        self._shown_before_g = self._settled(now)
        self._load_g = max(0.0, self._load_g + grams)
        self._changed_at = now

    def tare(self) -> None:
        """Zero what lies there now."""
        now = self._clock()
        self._zero_g = self._settled(now)
        self._zeroed_at = now

    def read(self) -> ScaleReading:
        """The display: rounded to a tenth of a gram."""
        now = self._clock()
        drift = DRIFT_G_PER_S * (now - self._zeroed_at) % 1.0
        raw = self._settled(now) - self._zero_g + drift + self._noise.gauss(0, JITTER_G / 2)
        overload = self._load_g > CAPACITY_G
        return ScaleReading(
            g=round(raw / RESOLUTION_G) * RESOLUTION_G,
            stable=now - self._changed_at >= SETTLE_S and not overload,
            overload=overload,
        )

    def _settled(self, now: float) -> float:
        part = min(1.0, (now - self._changed_at) / SETTLE_S)
        return self._shown_before_g + (self._load_g - self._shown_before_g) * part
