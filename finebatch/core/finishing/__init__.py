"""What goes on top: kinds, grams on each and on all, setting."""

from .amounts import Dressing, FinishPlan, finish_plans, of_card, shares_of
from .kinds import FACTS, MEANS, Finishing, FinishKind, Per, Topping, When

__all__ = [
    "FACTS",
    "MEANS",
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
