"""What every form gives: raw pieces of one size, and what is left of the dough."""

from typing import Annotated

from pydantic import Field

from ..value import Value
from .cutout import CutoutForm, Roll
from .scoop import ScoopForm


class Pieces(Value):
    """`count` raw pieces of `mass_g` each; `count * mass_g + leftover_g` is the dough's mass."""

    count: int
    mass_g: float
    raw_diameter_mm: float
    raw_height_mm: float
    leftover_g: float
    rolls: tuple[Roll, ...] = ()


Form = Annotated[ScoopForm | CutoutForm, Field(discriminator="kind")]
