"""What every form gives: raw pieces of one size, and what is left of the dough."""

from typing import Annotated

from pydantic import Field

from ..value import Value
from .ball import BallForm
from .batter import BatterForm
from .cutout import CutoutForm, Roll
from .log import LogForm
from .rope import RopeForm
from .scoop import ScoopForm


class Pieces(Value):
    """`count` raw pieces of `mass_g` each; `count * mass_g + leftover_g` is the dough's mass.

    `raw_diameter_mm` is the greatest width as it lies on the tray, `strand_mm` the rope's own thickness where there is
    one; `statement` says in words what the form makes of the dough.
    """

    count: int
    mass_g: float
    raw_diameter_mm: float
    raw_height_mm: float
    leftover_g: float
    rolls: tuple[Roll, ...] = ()
    strand_mm: float | None = None
    statement: str = ""


AnyForm = ScoopForm | BallForm | BatterForm | CutoutForm | LogForm | RopeForm
Form = Annotated[AnyForm, Field(discriminator="kind")]
