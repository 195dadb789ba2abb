"""From raw pieces to baked cookies: temperature, case, window, colour, second bake."""

from .bake import bake_pieces
from .case import bake_case, is_weighed
from .crust import Crust, crust_of
from .doneness import Doneness
from .outcome import Outcome, SecondBake, as_laid
from .window import OwnBake, Window, owned

__all__ = [
    "Crust",
    "Doneness",
    "Outcome",
    "OwnBake",
    "SecondBake",
    "Window",
    "as_laid",
    "bake_case",
    "bake_pieces",
    "crust_of",
    "is_weighed",
    "owned",
]
