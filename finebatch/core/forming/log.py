"""A chilled log cut in slices: how long it is, how many slices, what the heels take."""

import math
from typing import Literal

from pydantic import Field

from ..bakemodel import Shape, disc
from ..base import Guide, Problem, Value, refusal, stop
from ..dough import Style
from ..kitchen import Tray
from .pieces import Pieces
from .protocol import Forming, Pace, Size, SlicedLog, Wanted, Widening, times_over
from .slicing_rule import RULE_DEEP_MM, slicing_rule

MOST_LOGS = 6
LOG_LENGTHS_MM = (100.0, 330.0)  # shorter is mostly heel, longer breaks in the hand (judged)
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
    """Slices from equal logs. What does not make a whole slice stays with the heels. ValueError without dough.

    log_mm: 15 to 120; slice_mm: 2 to 40; two rounded heels of 6 mm make no even slice (judged).

    >>> slice_log(600, LogForm(log_mm=45, slice_mm=8), 1.2).count
    37
    """
    if dough_g <= 0:
        raise ValueError("dough must weigh something")
    area = math.pi / 4 * form.log_mm**2
    slice_g = area * form.slice_mm / 1000 * density_g_ml
    length = dough_g / form.logs / density_g_ml * 1000 / area
    each = max(0, int((length - 2 * HEEL_MM) / form.slice_mm + 1e-9))
    count = each * form.logs
    return LogCut(count=count, slice_g=slice_g, length_mm=length, heels_g=max(0.0, dough_g - count * slice_g))


def slice_for_count(dough_g: float, form: LogForm, density_g_ml: float, count: int) -> float:
    """The slice thickness (mm) that gives `count` slices from these logs; ValueError if the heels leave nothing.

    >>> round(slice_for_count(600, LogForm(log_mm=45), 1.2, 36), 1)
    8.4
    """
    length = slice_log(dough_g, form, density_g_ml).length_mm
    usable = length - 2 * HEEL_MM
    each = math.ceil(count / form.logs)
    if usable <= 0:
        raise ValueError("the log is shorter than its two heels")
    return usable / each


class Slicing(Forming[LogForm]):
    """Slices from a chilled log."""

    form = LogForm
    families = ("sliced_log_shortbread", "custard_slice")
    verb = "Slice"
    step = "form_slice"
    chilled_as = "logs"
    tempers_as = "sliced_log_shortbread"
    temper_after_s = 4 * 3600
    leftover_is = "in the heels"
    size_is = "log_mm"
    widened_by = Widening(field="log_mm", least=15, most=120)
    portions_exact = True
    warmed_by_hands = False

    def piece_mass_g(self, form: LogForm, dough_g: float, density_g_ml: float) -> float:
        return slice_log(dough_g, form, density_g_ml).slice_g

    def raw_shape(self, form: LogForm, mass_g: float, density_g_ml: float) -> Shape:
        return disc(form.log_mm, form.slice_mm, density_g_ml * 1000)

    def pieces(
        self, form: LogForm, dough_g: float, density_g_ml: float, style: Style, tray: Tray
    ) -> tuple[Pieces | None, list[Problem]]:
        log = slice_log(dough_g, form, density_g_ml)
        if log.count == 0:
            message = f"{dough_g:.0f} g of dough make a log {log.length_mm:.0f} mm long, too short for one slice beside its ends. Take a thinner log."
            return None, [stop("form.log_mm", message)]
        one = "One log" if form.logs == 1 else f"{form.logs} logs"
        return Pieces(
            count=log.count, mass_g=log.slice_g, raw_diameter_mm=form.log_mm, raw_height_mm=form.slice_mm, leftover_g=log.heels_g, ends=2 * form.logs,
            statement=f"{one}, {log.length_mm:.0f} mm long: {log.count} even slices and {2 * form.logs} ends of {log.heels_g / (2 * form.logs):.0f} g, cookies too.",
        ), []  # fmt: skip

    def for_count(self, form: LogForm, wanted: Wanted) -> LogForm:
        try:
            slice_mm = slice_for_count(wanted.dough_g, form, wanted.density_g_ml, wanted.count)
        except ValueError as error:
            raise refusal("wish", f"That cannot be sliced: {error}.") from error
        if not 2 <= slice_mm <= 40:
            message = f"{wanted.count} slices would be {slice_mm:.1f} mm thick; change the log's width first."
            raise refusal("wish", message)
        return form.but(slice_mm=slice_mm)

    def more(self, form: LogForm, factor: float) -> LogForm:
        return form.but(logs=times_over(form.logs, factor, 12))

    def log_sizes(self, form: LogForm, wanted: Wanted) -> tuple[LogForm, ...]:
        """The same slices from another number of logs, as long as can be rolled and lie in a fridge."""
        found = (form.but(logs=logs) for logs in range(1, MOST_LOGS + 1))
        return tuple(
            one
            for one in found
            if LOG_LENGTHS_MM[0] <= slice_log(wanted.dough_g, one, wanted.density_g_ml).length_mm <= LOG_LENGTHS_MM[1]
        )

    def sizes(self, form: LogForm, style: Style, density_g_ml: float) -> tuple[Size, ...]:
        return (Size(field="log_mm", low=28, high=60, step=1), Size(field="slice_mm", low=5, high=12, step=0.5))

    def sized(self, form: LogForm, piece_g: float, factor: float) -> LogForm:
        return form.model_copy(update={"log_mm": form.log_mm * factor**0.5})

    def shaping_sizes(self, form: LogForm) -> str:
        return f"{form.slice_mm:g} mm thick"

    def shaping_says(self, form: LogForm, pieces: int) -> str:
        return f"Slice {pieces}"

    def guides(self, form: LogForm, pieces: Pieces, sliced: SlicedLog | None) -> tuple[Guide, ...]:
        each = pieces.count // form.logs
        length = each * form.slice_mm + 2 * HEEL_MM
        cuts = [HEEL_MM + i * form.slice_mm for i in range(each + 1)]
        saying = f"Lay the log along it: {each} slices of {form.slice_mm:g} mm between two heels."
        return (slicing_rule("log", "Log rule", saying, length, cuts, 0.0, max(RULE_DEEP_MM, form.log_mm)),)

    def dividing_s(self, form: LogForm, pace: Pace, chilled: bool) -> float:
        return form.logs * pace("form_log_shape")
