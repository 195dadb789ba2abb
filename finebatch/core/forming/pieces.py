"""What every form gives: raw pieces of one size, and what is left of the dough."""

from typing import Annotated

from pydantic import Field

from ..geometry import Ring
from ..value import Value
from .ball import BallForm
from .batter import BatterForm
from .block import BlockForm
from .cutout import CutoutForm, Roll
from .log import LogForm
from .pan import PanForm
from .rope import RopeForm
from .rusk import RuskForm
from .scoop import ScoopForm
from .sheet import ScoredSheet, SheetForm


class Pieces(Value):
    """`count` raw pieces of `mass_g` each, and `small_count` of `small_g` from a second cutter; those and `leftover_g` are
    the dough's mass.

    `raw_diameter_mm` is the greatest width as it lies on the tray, `strand_mm` the rope's own thickness where there is
    one; `outline` is the raw piece from above where it is not round; `statement` says in words what the form makes of the dough.
    """

    count: int
    mass_g: float
    raw_diameter_mm: float
    raw_height_mm: float
    leftover_g: float
    small_count: int = 0
    small_g: float = 0.0
    outline: Ring = ()
    rolls: tuple[Roll, ...] = ()
    sheets: tuple[ScoredSheet, ...] = ()
    strand_mm: float | None = None
    statement: str = ""


AnyForm = (
    ScoopForm | BallForm | BlockForm | BatterForm | CutoutForm | SheetForm | PanForm | LogForm | RopeForm | RuskForm
)
Form = Annotated[AnyForm, Field(discriminator="kind")]
