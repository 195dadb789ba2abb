"""Pieces on trays: where each stands, and how many loads they make."""

from .arrange import Arrangement, Footprint, Moved, Place, Scheme, Touch, TrayRules, arrange, most_on
from .loads import even_loads

__all__ = [
    "Arrangement", "Footprint", "Moved", "Place", "Scheme", "Touch", "TrayRules", "arrange", "even_loads", "most_on",
]  # fmt: skip
