"""From raw pieces to baked cookies: temperature, case, window, colour, second bake."""

from .bake import bake_pieces
from .case import bake_case, is_weighed
from .doneness import Doneness
from .outcome import Outcome, SecondBake, as_laid

__all__ = ["Doneness", "Outcome", "SecondBake", "as_laid", "bake_case", "bake_pieces", "is_weighed"]
