"""Heat and flow in the piece: how wide, how high, how long, each with its range. See docs/model.md."""

from .bakeware import EndStyle
from .case import Case, Shift
from .mix import FatState, Mix, Mixing, material, mix_of
from .parameters import fitted
from .prediction import MISSED_LN_DENSITY, Z90, Prediction
from .running import bake, predict, predict_many
from .shapes import Flow, Shape, ball, disc, flattened, log, mound, pan, rope

__all__ = [
    "MISSED_LN_DENSITY",
    "Z90",
    "Case",
    "EndStyle",
    "FatState",
    "Flow",
    "Mix",
    "Mixing",
    "Prediction",
    "Shape",
    "Shift",
    "bake",
    "ball",
    "disc",
    "fitted",
    "flattened",
    "log",
    "material",
    "mix_of",
    "mound",
    "pan",
    "predict",
    "predict_many",
    "rope",
]
