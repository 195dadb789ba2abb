"""What goes on top: kinds, grams on each and on all, setting."""

from .amounts import FinishPlan, finish_plans
from .kinds import Finishing, FinishKind, When

__all__ = ["FinishKind", "FinishPlan", "Finishing", "When", "finish_plans"]
