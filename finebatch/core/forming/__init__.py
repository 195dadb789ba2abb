"""One module per form: dough and settings in, pieces, scraps and leftovers out."""

from .ball import BallBy, BallForm
from .batter import BatterForm
from .block import BlockForm
from .cutout import CutoutForm, Roll, cut
from .cutters import Cutter
from .log import LogForm, slice_log
from .pan import PanForm, PanShape, press
from .pieces import AnyForm, Form, Pieces
from .rope import Figure, RopeForm
from .rusk import Cooling, RuskForm
from .scoop import ScoopForm, scoop
from .sheet import SheetForm, score

__all__ = [
    "AnyForm", "BallBy", "BallForm", "BatterForm", "BlockForm", "Cooling", "CutoutForm", "Cutter", "Figure", "Form", "LogForm",
    "PanForm", "PanShape", "Pieces", "Roll", "RopeForm", "RuskForm", "ScoopForm", "SheetForm", "cut", "press", "scoop",
    "score", "slice_log",
]  # fmt: skip
