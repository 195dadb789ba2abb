"""Shapes from a rope: rings, knots, twists, coils and crossed loops."""

import math
from enum import StrEnum
from typing import Literal

from pydantic import Field

from ..value import Value


class Figure(StrEnum):
    """What the rope is laid into."""

    RING = "ring"
    KNOT = "knot"
    TWIST = "twist"
    COIL = "coil"
    LOOP = "loop"


class RopeForm(Value):
    """Every piece from a rope of this diameter and length."""

    kind: Literal["rope"] = "rope"
    figure: Figure = Figure.RING
    rope_mm: float = Field(default=12.0, ge=5, le=40)
    length_mm: float = Field(default=160.0, ge=40, le=800)


def rope_mass_g(form: RopeForm, density_g_ml: float) -> float:
    """A cylinder's volume times the density."""
    return math.pi / 4 * form.rope_mm**2 * form.length_mm / 1000 * density_g_ml


def across_mm(form: RopeForm) -> float:
    """The figure's greatest width as laid.

    Ring: the circle of the rope's middle line plus its thickness. Coil: a disc of the rope's own area, nine tenths
    filled. Twist: the rope doubled and turned, 0.85 of half its length. Knot and crossed loop: a third of the rope and
    its thickness, measured on paper.
    """
    d, length = form.rope_mm, form.length_mm
    if form.figure is Figure.RING:
        return length / math.pi + d
    if form.figure is Figure.COIL:
        return math.sqrt(4 * length * d / 0.9 / math.pi)
    if form.figure is Figure.TWIST:
        return 0.85 * length / 2 + d
    return length / 3 + d
