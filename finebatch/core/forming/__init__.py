"""One module a form: dough and settings in, pieces, scraps, leftovers and all else out that depends on the form."""

from .ball import BallBy, BallForm
from .batter import BatterForm
from .claimed import BELIEVED, Portion, claims_of_form, form_of_claims, middle_of, other_way, portion_of
from .cutout import MOST_CORNERS, CutoutForm
from .cutters import Cutter, outline
from .log import LogForm
from .pan import PanForm, PanShape
from .pieces import Pieces, Roll
from .protocol import Size, SlicedLog, Wanted, WholeTrays
from .registry import AnyForm, Form, forming_of, pieces_of
from .rope import Figure, RopeForm
from .rusk import Cooling, RuskForm, slice_rusk
from .scoop import ScoopForm, scoop_sizes_ml
from .sheet import SheetForm

__all__ = [
    "BELIEVED",
    "MOST_CORNERS",
    "AnyForm",
    "BallBy",
    "BallForm",
    "BatterForm",
    "Cooling",
    "CutoutForm",
    "Cutter",
    "Figure",
    "Form",
    "LogForm",
    "PanForm",
    "PanShape",
    "Pieces",
    "Portion",
    "Roll",
    "RopeForm",
    "RuskForm",
    "ScoopForm",
    "SheetForm",
    "Size",
    "SlicedLog",
    "Wanted",
    "WholeTrays",
    "claims_of_form",
    "form_of_claims",
    "forming_of",
    "middle_of",
    "other_way",
    "outline",
    "pieces_of",
    "portion_of",
    "scoop_sizes_ml",
    "slice_rusk",
]
