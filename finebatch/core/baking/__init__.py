"""From raw pieces to baked cookies: temperature, case, window, colour, second bake."""

from .bake import bake_pieces, foretold
from .case import bake_case, is_weighed
from .crust import MIDDLE_OF_RIM, TONES_AT, Crust, Tone, crust_of, tone_at
from .doneness import Doneness
from .outcome import Outcome, SecondBake, as_laid
from .second import slice_case
from .temperature import CHILL_TIME_CONSTANT_H
from .window import AIM_SHARE, OwnBake, Window, owned

__all__ = [
    "AIM_SHARE",
    "CHILL_TIME_CONSTANT_H",
    "MIDDLE_OF_RIM",
    "TONES_AT",
    "Crust",
    "Doneness",
    "Outcome",
    "OwnBake",
    "SecondBake",
    "Tone",
    "Window",
    "as_laid",
    "bake_case",
    "bake_pieces",
    "crust_of",
    "foretold",
    "is_weighed",
    "owned",
    "slice_case",
    "tone_at",
]
