"""Heat and flow in the piece: how wide, how high, how long, each with its range. See docs/model.md."""

from .bakeware import EndStyle, Liner, TrayKind
from .mix import FatState, Mix, Mixing
from .predict import Interval, Prediction, predict
from .shapes import Shape, disc, mound

__all__ = [
    "EndStyle", "FatState", "Interval", "Liner", "Mix", "Mixing", "Prediction", "Shape", "TrayKind", "disc", "mound",
    "predict",
]  # fmt: skip
