"""Balls rolled between the palms: plain, pressed, or pressed with the thumb and filled."""

import math
from enum import StrEnum
from typing import Literal

from pydantic import Field

from ..value import Value


class BallBy(StrEnum):
    """What the baker goes by: grams each, so many equal pieces, or the ball's width."""

    GRAMS = "grams"
    COUNT = "count"
    WIDTH = "width"


class BallForm(Value):
    """A rolled ball. `pressed_mm` is the thickness it is pressed to; `filling_g` goes into the thumb's dent."""

    kind: Literal["ball"] = "ball"
    by: BallBy = BallBy.GRAMS
    portion_g: float = Field(default=20.0, gt=0, le=5000)
    count: int = Field(default=24, ge=1, le=400)
    ball_mm: float = Field(default=32.0, ge=8, le=120)
    pressed_mm: float | None = Field(default=None, ge=2, le=60)
    filling_g: float = Field(default=0.0, ge=0, le=50)


def ball_mass_g(form: BallForm, dough_g: float, density_g_ml: float) -> float:
    """Grams of one ball: as weighed, the dough's equal share, or the sphere's volume times the density."""
    if form.by is BallBy.COUNT:
        return dough_g / form.count
    if form.by is BallBy.WIDTH:
        return math.pi / 6 * form.ball_mm**3 / 1000 * density_g_ml
    return form.portion_g
