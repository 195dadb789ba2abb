"""What in a record can hardly be meant? Asked at its field, with what is likely meant; never changed unasked."""

import math
from collections.abc import Iterator

from ..bakemodel import Z90
from ..base import Interval, Problem, Remedy, ask
from ..bench import Assessment
from .record import Foretold, Measured

FAR = 0.5  # ln: beyond that a slip is looked for
SLIPS = (25.4, 10.0, 1 / 25.4, 0.1)  # inches or centimetres for mm, and the other way round
NEAR_SD = 2.0
MOST_TIMES = 1.5  # as many cookies as foretold


def questions(measured: Measured, foretold: Foretold | None, found: Assessment) -> tuple[Problem, ...]:
    """Widths, height and minutes that lie far from what was foretold, and more cookies than the dough can be."""
    if foretold is None:
        return ()
    return tuple(_asked(measured, foretold, found))


def _asked(measured: Measured, foretold: Foretold, found: Assessment) -> Iterator[Problem]:
    for i, width in enumerate(measured.widths_mm):
        yield from _far(f"widths_mm.{i}", "wide", width, foretold.width_mm)
    if measured.height_mm is not None:
        yield from _far("height_mm", "high", measured.height_mm, foretold.height_mm)
    if measured.oven_min is not None:
        span = Interval(
            value=math.sqrt(foretold.first_done_min.value * foretold.last_good_min.value),
            low=foretold.first_done_min.low,
            high=foretold.last_good_min.high,
        )
        ratio = math.log(measured.oven_min / span.value)
        if abs(ratio) > FAR and not span.low <= measured.oven_min <= span.high:
            yield ask(
                "oven_min",
                f"{measured.oven_min:g} min is far from the {span.low:.0f} to {span.high:.0f} min foretold. Were they forgotten, or was it both bakes?",
            )
    if measured.count is not None and measured.count > MOST_TIMES * max(foretold.count, 1):
        grams = (found.shaped_g or 0.0) / measured.count
        yield ask(
            "count",
            f"{measured.count} cookies of this dough would be {grams:.0f} g each; {foretold.count} were foretold. More than one batch?",
        )


def _far(field: str, word: str, mm: float, foretold: Interval) -> Iterator[Problem]:
    off = math.log(mm / foretold.value)
    if abs(off) <= FAR:
        return
    sd = math.log(foretold.high / foretold.low) / (2 * Z90)
    meant = next((mm * factor for factor in SLIPS if abs(math.log(mm * factor / foretold.value)) < NEAR_SD * sd), None)
    remedy = None
    if meant is not None:
        remedy = Remedy(label=f"{meant:.0f} mm was meant", field=field, value=f"{meant:.1f}")
    yield ask(
        field,
        f"{mm:g} mm {word} is far from the {foretold.low:.0f} to {foretold.high:.0f} mm foretold. Is it in mm?",
        remedy,
    )
