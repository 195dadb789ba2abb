"""One module per form: dough and settings in, pieces, scraps and leftovers out."""

from .ball import BallBy, BallForm
from .batter import BatterForm
from .cutout import CutoutForm, Roll, cut
from .log import LogForm, slice_log
from .pieces import AnyForm, Form, Pieces
from .rope import Figure, RopeForm
from .scoop import ScoopForm, scoop

__all__ = [
    "AnyForm", "BallBy", "BallForm", "BatterForm", "CutoutForm", "Figure", "Form", "LogForm", "Pieces", "Roll",
    "RopeForm", "ScoopForm", "cut", "scoop", "slice_log",
]  # fmt: skip
