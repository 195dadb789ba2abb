"""The bake day: what is to be done, when, and how it goes on when it goes otherwise."""

from .better import Search, better_plan, helped, savings_of
from .change import Change
from .hours import Hours, HoursKind
from .plan import AT_ONCE, Plan, Saving, make_plan
from .repair.anew import Foretelling, laid_anew, test_of
from .repair.around import LivedSoFar, around
from .repair.pins import earlier
from .repair.repair import repaired
from .request import ClockFixes, DayRequest, DoughAsk
from .steps.naming import Given
from .steps.rows import Row, numbered, rows_of
from .steps.sittings import sittings_of
from .steps.step import Heat, Kind, Lane, Step
from .texts import Texts
from .times import TICK_S, DoughTimes, LoadTicks, LoadTimes, Ticks, Timetable, to_ticks
from .work.work import DayWork, DoughWork, LoadWork, LostTray

__all__ = [
    "AT_ONCE",
    "TICK_S",
    "Change",
    "ClockFixes",
    "DayRequest",
    "DayWork",
    "DoughAsk",
    "DoughTimes",
    "DoughWork",
    "Foretelling",
    "Given",
    "Heat",
    "Hours",
    "HoursKind",
    "Kind",
    "Lane",
    "LivedSoFar",
    "LoadTicks",
    "LoadTimes",
    "LoadWork",
    "LostTray",
    "Plan",
    "Row",
    "Saving",
    "Search",
    "Step",
    "Texts",
    "Ticks",
    "Timetable",
    "around",
    "better_plan",
    "earlier",
    "helped",
    "laid_anew",
    "make_plan",
    "numbered",
    "repaired",
    "rows_of",
    "savings_of",
    "sittings_of",
    "test_of",
    "to_ticks",
]
