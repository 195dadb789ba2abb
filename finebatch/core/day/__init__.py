"""The bake day: what is to be done, when, and how it goes on when it goes otherwise."""

from .better import Search, better_plan, helped, savings_of
from .change import Change
from .hours import Hours, HoursKind
from .plan import AT_ONCE, Plan, Saving, make_plan
from .repair.anew import Foretelling, laid_anew, test_of
from .repair.repair import repaired
from .request import ClockFixes, DayRequest, DoughAsk
from .steps.sittings import sittings_of
from .steps.step import Kind, Lane, Step

__all__ = [
    "AT_ONCE",
    "Change",
    "ClockFixes",
    "DayRequest",
    "DoughAsk",
    "Foretelling",
    "Hours",
    "HoursKind",
    "Kind",
    "Lane",
    "Plan",
    "Saving",
    "Search",
    "Step",
    "better_plan",
    "helped",
    "laid_anew",
    "make_plan",
    "repaired",
    "savings_of",
    "sittings_of",
    "test_of",
]
