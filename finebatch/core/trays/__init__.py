"""Pieces on trays: where each stands, and how many loads they make."""

from .arrange import Arrangement, Place, Scheme, arrange, most_on
from .loads import even_loads

__all__ = ["Arrangement", "Place", "Scheme", "arrange", "even_loads", "most_on"]
