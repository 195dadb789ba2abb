"""What speaks for a cause and against it, in sentences with this bake's own numbers."""

import math
from collections.abc import Iterator

import numpy as np

from ..kitchen import to_c
from ..learning.unknowns import Array
from .causes import Cause
from .fits import AXES, FORMULA, MASS_OF, OVEN_OF, Formula, Seen, beside, count_off, oven_off_k
from .marks import Mark
from .record import Bake
from .wrong import Sign

FIGURES = ((0, "wider", "narrower", "mm"), (1, "higher", "lower", "mm"), (2, "later", "sooner", "min"))
TOLD_SD = 0.7  # of a figure's doubt: less is no sign
MADE_SD = 1.5  # a mark that must have been seen
LEAST_LN = 0.01
NEAR_K = 6.0


def signs_of(
    seen: Seen, mark: Mark, one: Bake, expected: tuple[float, float, float], formula: Formula
) -> tuple[Sign, ...]:
    """`expected`: width and height in mm and minutes."""
    way = min(mark.ways, key=lambda way: _far(seen, way[0]))[0]
    return (*_figures(seen, way, expected), *_facts(mark.cause, one, formula))


def _far(seen: Seen, moved: Array) -> float:
    off: Array = (seen.gap - moved) ** 2 / seen.cov.diagonal()
    return float(np.nansum(off))


def _figures(seen: Seen, moved: Array, expected: tuple[float, float, float]) -> Iterator[Sign]:
    for i, more, less, unit in FIGURES:
        gap, did, sd = float(seen.gap[i]), float(moved[i]), math.sqrt(float(seen.cov[i, i]))
        if math.isnan(gap) or abs(did) < LEAST_LN:
            continue
        made = f"{abs(did) * expected[i]:.1f} {unit} {more if did > 0 else less}"
        if abs(gap) >= TOLD_SD * sd:
            was = f"{abs(gap) * expected[i]:.1f} {unit} {more if gap > 0 else less}"
            yield Sign(saying=f"It was {was} than foretold; this makes it about {made}.", speaks_for=gap * did > 0)
        elif abs(did) > MADE_SD * sd:
            yield Sign(saying=f"It was as foretold, where this makes it {made}.", speaks_for=False)


def _facts(cause: Cause, one: Bake, formula: Formula) -> Iterator[Sign]:
    read, off = oven_off_k(one), count_off(one)
    if read is not None and cause.id in OVEN_OF:
        dial_c = to_c(one.spec.oven.value, one.spec.oven.scale)
        speaks = read * OVEN_OF[cause.id] > 0 and abs(read) > NEAR_K
        yield Sign(saying=f"The thermometer read {dial_c + read:.0f} °C, the dial {dial_c:.0f} °C.", speaks_for=speaks)
    if off is not None and cause.id in MASS_OF and one.foretold is not None:
        says = f"{one.measured.count} came of the dough, {one.foretold.count} were foretold."
        yield Sign(saying=says, speaks_for=off * MASS_OF[cause.id] > 0)
    for axis in AXES if cause.id in FORMULA else ():
        if axis in formula:
            share, usual = formula[axis]
            beyond = FORMULA[cause.id] * beside(formula[axis]) > 1
            usually = f"its family usually has {usual.low_pct:.0f} to {usual.high_pct:.0f}%"
            yield Sign(
                saying=f"Its {axis} is {share:.0f}% of the flour; {usually}.", speaks_for=True if beyond else None
            )
    if cause.id in ("warm", "cold"):
        making = one.spec.making
        chilled = f"chilled {making.chill_h:g} h" if making.chill_h else "not chilled"
        yield Sign(saying=f"It was {chilled}, in a kitchen at {one.kitchen.room_c:.0f} °C.", speaks_for=None)
