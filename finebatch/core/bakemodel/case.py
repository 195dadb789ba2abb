"""One bake as the model takes it: a mix, a shape, an oven, a tray."""

from dataclasses import dataclass, field

from ..kitchen import Liner, TrayKind
from .bakeware import EndStyle
from .mix import Mix
from .shapes import Shape

# Ways of being done with their weights, which sum to 1: a dough between two families is judged by both.
Ends = tuple[tuple[EndStyle, float], ...]


@dataclass(frozen=True)
class Shift:
    """What is not known of a dough or a kitchen: offsets from the fitted values (ln unless K)."""

    ln_viscosity: float = 0.0
    oven_k: float = 0.0
    ln_heat: float = 0.0
    ln_gas: float = 0.0
    ln_binding: float = 0.0


@dataclass(frozen=True)
class Case:
    """One piece in one oven. `oven_c` is the set temperature, `dough_c` that of the raw piece."""

    mix: Mix
    shape: Shape
    oven_c: float
    ends: Ends
    dough_c: float = 21.0
    fan: bool = False
    altitude_m: float = 0.0
    tray: TrayKind = TrayKind.LIGHT
    liner: Liner = Liner.PARCHMENT
    shift: Shift = field(default=Shift())
    minutes_ln: float = 0.0  # the family's own share of ln minutes, which the model does not explain


def only(style: EndStyle) -> Ends:
    """Done in one way alone."""
    return ((style, 1.0),)
