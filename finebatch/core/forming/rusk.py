"""A log baked whole, sliced and baked again: how long, how wide, how many slices."""

import math
from enum import StrEnum
from typing import Literal

from pydantic import Field

from ..bakemodel import Shape
from ..bakemodel import log as log_shape
from ..base import Guide, Problem, Remedy, Value, ask, rectangle, refusal, stop
from ..dough import Style
from ..kitchen import Tray
from .log import HEEL_MM
from .pieces import Pieces
from .protocol import Forming, Lying, Size, SlicedLog, Wanted, Widening, times_over
from .slicing_rule import slicing_rule


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
    long, and the slanted ends lose width·tan(angle) beside the two rounded heels.

    >>> slice_rusk(RuskForm(logs=2, slice_mm=15, angle_deg=0), 90, 270).count
    34
    >>> slice_rusk(RuskForm(logs=2, slice_mm=15, angle_deg=30), 90, 270).count
    22
    """
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


MOST_LOGS = 4
HIGH_TO_WIDE = 0.4  # a log as it is shaped (judged)
LEAST_LOG_MM, SHORT_OF_TRAY_MM = 120.0, 20.0
WIDTHS_MM = (40.0, 50.0, 60.0, 70.0, 80.0)  # that logs are shaped to at home


class TwiceBaking(Forming[RuskForm]):
    """Logs baked whole, then sliced and dried."""

    form = RuskForm
    families = ("twice_baked_butter", "twice_baked_lean")
    verb = "Shape"
    step = "form_log_shape"
    leftover_is = "in the heels"
    size_is = "length_mm"
    stirred_stiff = True
    widened_by = Widening(field="log_mm", least=25, most=150)

    def piece_mass_g(self, form: RuskForm, dough_g: float, density_g_ml: float) -> float:
        return dough_g / form.logs

    def raw_shape(self, form: RuskForm, mass_g: float, density_g_ml: float) -> Shape:
        return log_shape(mass_g, form.log_mm, form.length_mm, density_g_ml * 1000)

    def pieces(
        self, form: RuskForm, dough_g: float, density_g_ml: float, style: Style, tray: Tray
    ) -> tuple[Pieces | None, list[Problem]]:
        mass = dough_g / form.logs
        shape = self.raw_shape(form, mass, density_g_ml)
        longest = max(tray.width_mm, tray.depth_mm)
        if form.length_mm > longest:
            message = f"A log of {form.length_mm:.0f} mm is longer than the {tray.name.lower()} ({longest:.0f} mm). Make it shorter, or make more logs."
            fits = 5.0 * math.floor((longest - 2 * SHORT_OF_TRAY_MM) / 5)
            remedy = None
            if fits >= LEAST_LOG_MM:
                remedy = Remedy(label=f"{fits:.0f} mm long", field="form.length_mm", value=f"{fits:.0f}")
            return None, [stop("form.length_mm", message, remedy)]
        problems = []
        if not 8 <= shape.height_mm <= 60:
            message = f"The logs would be {shape.height_mm:.0f} mm high; 15 to 35 mm is usual. Change their number, length or width."
            problems.append(ask("form.log_mm", message))
        return Pieces(
            count=form.logs, mass_g=mass, raw_diameter_mm=form.log_mm, raw_height_mm=shape.height_mm, leftover_g=0.0,
            outline=rectangle(form.log_mm, form.length_mm),
        ), problems  # fmt: skip

    def shapings(self, form: RuskForm, piece_g: float, density_g_ml: float) -> tuple[tuple[float, str, RuskForm], ...]:
        return tuple(
            (width, f"{width:.0f} mm wide", form.but(log_mm=width)) for width in sorted({*WIDTHS_MM, form.log_mm})
        )

    def for_count(self, form: RuskForm, wanted: Wanted) -> RuskForm:
        if wanted.baked_log_mm is None:
            raise refusal("wish", "The logs cannot be baked yet: answer the questions first.")
        try:
            slice_mm = slice_for_rusks(form, *wanted.baked_log_mm, wanted.count)
        except ValueError as error:
            raise refusal("wish", f"That cannot be sliced: {error}.") from error
        if not 5 <= slice_mm <= 40:
            message = f"{wanted.count} slices would be {slice_mm:.1f} mm thick; 5 to 40 mm can be sliced. Change the logs first."
            raise refusal("wish", message)
        return form.but(slice_mm=slice_mm)

    def more(self, form: RuskForm, factor: float) -> RuskForm:
        return form.but(logs=times_over(form.logs, factor, 8))

    def log_sizes(self, form: RuskForm, wanted: Wanted) -> tuple[RuskForm, ...]:
        """Logs of usual widths, each as long as leaves it two fifths as high as it is wide; no longer than the tray."""
        longest = max(wanted.tray.width_mm, wanted.tray.depth_mm) - 2 * SHORT_OF_TRAY_MM
        found = []
        for logs in range(1, MOST_LOGS + 1):
            for width in sorted({*WIDTHS_MM, form.log_mm}):
                shape = self.raw_shape(form.but(log_mm=width), wanted.dough_g / logs, wanted.density_g_ml)
                length = form.length_mm * shape.height_mm / (HIGH_TO_WIDE * width)
                if LEAST_LOG_MM <= length <= longest:
                    found.append(form.but(logs=logs, log_mm=width, length_mm=5.0 * round(length / 5)))
        return tuple(found)

    def sizes(self, form: RuskForm, style: Style, density_g_ml: float) -> tuple[Size, ...]:
        return (
            Size(field="log_mm", low=35, high=70, step=5),
            Size(field="each_g", low=180, high=480, step=10, of_dough_g=form.logs),
        )

    def sized(self, form: RuskForm, piece_g: float, factor: float) -> RuskForm:
        return form.model_copy(update={"log_mm": form.log_mm * factor})

    def sliced(self, form: RuskForm) -> RuskForm | None:
        return form

    def lying(self, form: RuskForm) -> Lying | None:
        return Lying(width_mm=form.log_mm, length_mm=form.length_mm, count=form.logs, unit="log")

    def guides(self, form: RuskForm, pieces: Pieces, sliced: SlicedLog | None) -> tuple[Guide, ...]:
        if sliced is None:
            return ()
        width, across = sliced.width_mm, sliced.across_mm
        slant = (across**2 - width**2) ** 0.5 if across > width else 0.0
        step = form.slice_mm * across / width
        cuts = [HEEL_MM + i * step for i in range(sliced.each_log + 1)]
        saying = f"The baked log, about {sliced.length_mm:.0f} × {width:.0f} mm: {sliced.each_log} slices of {form.slice_mm:g} mm at {form.angle_deg:.0f}°. {sliced.slicing}"
        return (slicing_rule("rusk", "Slicing rule", saying, sliced.length_mm, cuts, slant, width),)
