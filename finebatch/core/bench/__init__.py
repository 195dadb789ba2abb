"""The pipeline: from a dough as typed to everything the bench shows."""

from .assess import (
    Assessment,
    assess,
    assess_rest,
    baked_width_mm,
    case_for,
    crust_ln_of,
    foreknown_of,
    kin_of,
    lies_wider_mm,
)
from .card import CardDough, dough_of_card
from .compare import Comparison, LineChange, compare
from .dividing import alone, share_named
from .found_by import FoundBy, found_by
from .glance import Glance, glance_of
from .report import Report, report
from .scaling import Scaling, scaled, times
from .spec import Card, DoughSpec, Keep, Shaping, Share, ShareBy
from .starters import Starter, starters
from .unbaked import Unbaked, unbaked
from .whatif import Factor, WhatIf, what_if
from .why import Why, why
from .working import CardRow, keeping_days, keeping_words

__all__ = [
    "Assessment",
    "Card",
    "CardDough",
    "CardRow",
    "Comparison",
    "DoughSpec",
    "Factor",
    "FoundBy",
    "Glance",
    "Keep",
    "LineChange",
    "Report",
    "Scaling",
    "Shaping",
    "Share",
    "ShareBy",
    "Starter",
    "Unbaked",
    "WhatIf",
    "Why",
    "alone",
    "assess",
    "assess_rest",
    "baked_width_mm",
    "case_for",
    "compare",
    "crust_ln_of",
    "dough_of_card",
    "foreknown_of",
    "found_by",
    "glance_of",
    "keeping_days",
    "keeping_words",
    "kin_of",
    "lies_wider_mm",
    "report",
    "scaled",
    "share_named",
    "starters",
    "times",
    "unbaked",
    "what_if",
    "why",
]
