"""Heat and flow in the piece: how wide, how high, how long, each with its range. See docs/model.md."""

from .bakeware import EndStyle
from .case import Case, Ends, Shift, only
from .colour import shade
from .course import Course
from .mix import FatState, Mix, Mixing, material, mix_of
from .parameters import fitted
from .prediction import MISSED_LN_DENSITY, Z90, Prediction
from .running import bake, followed, predict, predict_many, warm_up
from .shapes import (
    Flow,
    Shape,
    ball,
    cut_face,
    disc,
    flattened,
    grown_length_mm,
    heap,
    log,
    mound,
    pan,
    pressed,
    rope,
    sheet,
)

__all__ = [
    "MISSED_LN_DENSITY",
    "Z90",
    "Case",
    "Course",
    "EndStyle",
    "Ends",
    "FatState",
    "Flow",
    "Mix",
    "Mixing",
    "Prediction",
    "Shape",
    "Shift",
    "bake",
    "ball",
    "cut_face",
    "disc",
    "fitted",
    "flattened",
    "followed",
    "grown_length_mm",
    "heap",
    "log",
    "material",
    "mix_of",
    "mound",
    "only",
    "pan",
    "predict",
    "predict_many",
    "pressed",
    "rope",
    "shade",
    "sheet",
    "warm_up",
]
