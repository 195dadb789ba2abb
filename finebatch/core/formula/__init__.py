"""The weighed lines of a dough: baker's percentages, roles, scaling, stand-ins."""

from .eggs_to_buy import EggCount, count_eggs
from .percentages import AXES, FLAKES_AS_FLOUR, mass_of, percentages_of
from .roles import Role, role_of
from .scaling import ScaleRequest, factor_for, scale
from .substitution import ADJUST_WITH, Offer, Swap, Wish, apply, offers, swaps, unwanted
from .weighed_line import WeighedLine, dough_parts, weigh_lines

__all__ = [
    "ADJUST_WITH",
    "AXES",
    "FLAKES_AS_FLOUR",
    "EggCount",
    "Offer",
    "Role",
    "ScaleRequest",
    "Swap",
    "WeighedLine",
    "Wish",
    "apply",
    "count_eggs",
    "dough_parts",
    "factor_for",
    "mass_of",
    "offers",
    "percentages_of",
    "role_of",
    "scale",
    "swaps",
    "unwanted",
    "weigh_lines",
]
