"""An oven thermometer: the protocol, and a simulated oven read by a cheap one.

A thermometer speaks in lines of JSON, one a reading, over a serial line or pushed by HTTP to `POST /api/probe/readings`:

    {"oven": 1, "c": 176.4, "lag_s": 25}

`oven` counts from 1, `c` is °C, and `lag_s` in how many seconds the sensor follows the air by two thirds (0 where that is not known). A reading that was
held back adds `"ago_s"`, its age in seconds. A line without `c` says that the sensor is there and reads nothing. Nothing is asked of it: it may
read as often as it likes, every five to thirty seconds is best. A real one on a serial line needs an adapter that passes such lines on.
"""

import math
import random
from typing import Protocol

from ..core.base import Value

ROOM_C = 21.0
HEATS_C_MIN, COOLS_C_MIN = 14.0, 3.2
SWING_K = 16.0  # the thermostat lets the walls go this far to either side; the air follows them half as far
DOOR_S = 45.0  # an open door takes the air toward the room by two thirds in so long
WALLS_S = 130.0  # and the hot walls give it back in so long
DROPS_OUT = 0.04
LAG_S = 25.0
NOISE_K = 0.4


class ProbeReading(Value):
    """What a thermometer reads: °C, or nothing where it has dropped out."""

    oven: int
    c: float | None
    lag_s: float


class Probe(Protocol):
    """What any oven thermometer must do."""

    def read(self, at_s: float) -> ProbeReading: ...


class SimulatedOven:
    """An oven with a thermostat, walls and a door, and a slow sensor in it, by a clock that is handed in (s, never backwards)."""

    def __init__(self, dial_c: float, off_k: float = -6.0, seed: int = 5, oven: int = 1, hot: bool = False, swing_k: float = SWING_K) -> None:  # fmt: skip
        self.oven, self.dial_c, self.off_k, self._swing_k = oven, dial_c, off_k, swing_k
        self._noise = random.Random(seed)
        self._walls_c = dial_c + off_k if hot else ROOM_C
        self._air_c, self._sensor_c = self._walls_c, self._walls_c
        self._heating, self._at_s, self._open_until_s = True, 0.0, -1.0

    def open_door(self, at_s: float, seconds: float) -> None:
        """The door is open for so long from then on."""
        self._to(at_s)
        self._open_until_s = max(self._open_until_s, at_s + seconds)

    @property
    def true_c(self) -> float:
        """The air, which nobody sees."""
        return self._air_c

    def read(self, at_s: float) -> ProbeReading:
        """The sensor as it follows the air; now and then nothing."""
        self._to(at_s)
        if self._noise.random() < DROPS_OUT:
            return ProbeReading(oven=self.oven, c=None, lag_s=LAG_S)
        return ProbeReading(oven=self.oven, c=round(self._sensor_c + self._noise.gauss(0, NOISE_K), 1), lag_s=LAG_S)

    def _to(self, at_s: float) -> None:
        while self._at_s < at_s:
            step = min(1.0, at_s - self._at_s)
            self._at_s += step
            meant = self.dial_c + self.off_k
            if self._heating and self._walls_c > meant + self._swing_k:
                self._heating = False
            elif not self._heating and self._walls_c < meant - self._swing_k:
                self._heating = True
            self._walls_c += step / 60 * (HEATS_C_MIN if self._heating else -COOLS_C_MIN)
            is_open = self._at_s <= self._open_until_s
            toward, within_s = (ROOM_C, DOOR_S) if is_open else (self._walls_c, WALLS_S)
            self._air_c += (toward - self._air_c) * (1 - math.exp(-step / within_s))
            self._sensor_c += (self._air_c - self._sensor_c) * (1 - math.exp(-step / LAG_S))
