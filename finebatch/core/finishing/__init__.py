"""What goes on top: kinds, grams on each and on all, setting."""

from .amounts import Dressing, FinishPlan, finish_plans, of_card, shares_of
from .kinds import FACTS, Finishing, FinishKind, Per, Topping, When

__all__ = [
    "FACTS",
    "Dressing",
    "FinishKind",
    "FinishPlan",
    "Finishing",
    "Per",
    "Topping",
    "When",
    "finish_plans",
    "of_card",
    "shares_of",
]
