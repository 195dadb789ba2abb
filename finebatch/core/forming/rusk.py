"""A log baked whole, sliced and baked again: how long, how wide, how many slices."""

import math
from enum import StrEnum
from typing import Literal

from pydantic import Field

from ..value import Value
from .log import HEEL_MM


class Cooling(StrEnum):
    """When the baked log is sliced: warm and pliable, or stone cold and thin."""

    WARM = "warm"
    COLD = "cold"


class RuskForm(Value):
    """`logs` of `length_mm`, shaped `log_mm` wide; sliced `slice_mm` thick at `angle_deg` from straight across, and
    dried at `second_c` °C."""

    kind: Literal["rusk"] = "rusk"
    logs: int = Field(default=2, ge=1, le=8)
    log_mm: float = Field(default=60.0, ge=25, le=150)
    length_mm: float = Field(default=260.0, ge=80, le=500)
    slice_mm: float = Field(default=15.0, ge=5, le=40)
    angle_deg: float = Field(default=30.0, ge=0, le=60)
    cooling: Cooling = Cooling.WARM
    second_c: float = Field(default=150.0, ge=90, le=200)


class RuskCut(Value):
    """Slices from baked logs: `count` in all, each `across_mm` long on its cut side; `heels_share` of a log's length
    stays in its two ends."""

    count: int
    each_log: int
    across_mm: float
    heels_share: float


def slice_rusk(form: RuskForm, baked_width_mm: float, baked_length_mm: float) -> RuskCut:
    """Slices of a baked log. Cut at an angle, each takes slice/cos(angle) of the log's length, is width/cos(angle)
    long, and the slanted ends lose width·tan(angle) beside the two rounded heels."""
    angle = math.radians(form.angle_deg)
    usable = baked_length_mm - 2 * HEEL_MM - baked_width_mm * math.tan(angle)
    step = form.slice_mm / math.cos(angle)
    each = max(0, int(usable / step + 1e-9))
    return RuskCut(
        count=each * form.logs, each_log=each, across_mm=baked_width_mm / math.cos(angle),
        heels_share=1 - each * step / baked_length_mm,
    )  # fmt: skip


def slice_for_rusks(form: RuskForm, baked_width_mm: float, baked_length_mm: float, count: int) -> float:
    """The slice thickness that gives at least `count` slices from these logs; ValueError if the ends leave nothing."""
    angle = math.radians(form.angle_deg)
    usable = baked_length_mm - 2 * HEEL_MM - baked_width_mm * math.tan(angle)
    if usable <= 0:
        raise ValueError("the log is shorter than its two ends: make it longer, or cut it straighter")
    return usable / math.ceil(count / form.logs) * math.cos(angle)
