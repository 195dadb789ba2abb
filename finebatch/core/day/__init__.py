"""The bake day: from doughs, a kitchen and a clock to a plan that is proved, checked and explained."""

from .derive import Pace, paces_of
from .plan import ClockFixes, DayRequest, DoughAsk, Plan, PlanRefusedError, Saving, better_plan, make_plan, savings_of
from .repair import Change, repaired
from .search import Effort

__all__ = [
    "Change",
    "ClockFixes",
    "DayRequest",
    "DoughAsk",
    "Effort",
    "Pace",
    "Plan",
    "PlanRefusedError",
    "Saving",
    "better_plan",
    "make_plan",
    "paces_of",
    "repaired",
    "savings_of",
]  # fmt: skip
