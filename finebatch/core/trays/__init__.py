"""Pieces on trays: where each stands, and how many loads they make."""

from .arrange import TrayRules
from .loads import even_loads
from .plan import SmallSize, TrayPlan, held_between, holds, lay_out, lay_slices

__all__ = ["SmallSize", "TrayPlan", "TrayRules", "even_loads", "held_between", "holds", "lay_out", "lay_slices"]
