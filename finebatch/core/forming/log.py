"""A chilled log cut in slices: how long it is, how many slices, what the heels take."""

import math
from typing import Literal

from pydantic import Field

from ..value import Value

HEEL_MM = 6.0  # the rounded end that makes no even slice


class LogForm(Value):
    """Logs of one diameter, which is the cookie's size, cut straight across."""

    kind: Literal["log"] = "log"
    log_mm: float = Field(default=45.0, ge=15, le=120)
    slice_mm: float = Field(default=8.0, ge=2, le=40)
    logs: int = Field(default=1, ge=1, le=12)


class LogCut(Value):
    """`count * slice_g + heels_g` is the dough's mass; `length_mm` of each log."""

    count: int
    slice_g: float
    length_mm: float
    heels_g: float


def slice_log(dough_g: float, form: LogForm, density_g_ml: float) -> LogCut:
    """Slices from equal logs. What does not make a whole slice stays with the heels. ValueError without dough."""
    if dough_g <= 0:
        raise ValueError("dough must weigh something")
    area = math.pi / 4 * form.log_mm**2
    slice_g = area * form.slice_mm / 1000 * density_g_ml
    length = dough_g / form.logs / density_g_ml * 1000 / area
    each = max(0, int((length - 2 * HEEL_MM) / form.slice_mm + 1e-9))
    count = each * form.logs
    return LogCut(count=count, slice_g=slice_g, length_mm=length, heels_g=max(0.0, dough_g - count * slice_g))


def slice_for_count(dough_g: float, form: LogForm, density_g_ml: float, count: int) -> float:
    """The slice thickness (mm) that gives `count` slices from these logs; ValueError if the heels leave nothing."""
    length = slice_log(dough_g, form, density_g_ml).length_mm
    usable = length - 2 * HEEL_MM
    each = math.ceil(count / form.logs)
    if usable <= 0:
        raise ValueError("the log is shorter than its two heels")
    return usable / each
