"""The bake day: what is to be done, when, and how it goes on when it goes otherwise."""

from .change import Change
from .plan import Plan, Saving, better_plan, make_plan, savings_of
from .repair.anew import Foretelling, laid_anew, test_of
from .repair.repair import repaired
from .request import ClockFixes, DayRequest, DoughAsk
from .steps.step import Kind, Lane, Step

__all__ = [
    "Change",
    "ClockFixes",
    "DayRequest",
    "DoughAsk",
    "Foretelling",
    "Kind",
    "Lane",
    "Plan",
    "Saving",
    "Step",
    "better_plan",
    "laid_anew",
    "make_plan",
    "repaired",
    "savings_of",
    "test_of",
]
