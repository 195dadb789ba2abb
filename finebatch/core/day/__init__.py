"""None"""

from .change import Change
from .plan import Plan, Saving, better_plan, make_plan, savings_of
from .repair.repair import repaired
from .request import ClockFixes, DayRequest, DoughAsk
from .steps.step import Kind, Lane, Step

__all__ = [
    "Change",
    "ClockFixes",
    "DayRequest",
    "DoughAsk",
    "Kind",
    "Lane",
    "Plan",
    "Saving",
    "Step",
    "better_plan",
    "make_plan",
    "repaired",
    "savings_of",
]
