"""One module per form: dough and settings in, pieces, scraps and leftovers out."""

from .cutout import CutoutForm, Roll, cut
from .pieces import Form, Pieces
from .scoop import ScoopForm, scoop

__all__ = ["CutoutForm", "Form", "Pieces", "Roll", "ScoopForm", "cut", "scoop"]
