"""How a dough is mixed and rested."""

from pydantic import Field

from ..bakemodel import FatState, Mixing
from ..base import Value


class Making(Value):
    """How the dough is mixed and rested."""

    mixing: Mixing = Mixing.CREAMED_LIGHT
    fat_state: FatState = FatState.SOFT
    chill_h: float = Field(default=0.0, ge=0, le=96)
    frozen: bool = False  # shaped pieces come from the freezer
    thawed: bool = False  # and thaw before they are baked; else they go straight into the oven
