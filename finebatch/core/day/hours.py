"""Hours of a day that are not like the others: nobody is there, the oven is wanted for supper, a helper comes."""

from datetime import datetime, timedelta
from enum import StrEnum

from pydantic import model_validator
from pydantic_core import PydanticCustomError

from ..base import Moment, Value
from .closed import Closed, closed_spans
from .spans import Spans, union, without
from .work.work import DayWork

LONGEST = timedelta(days=3)
HEATS_AGAIN_S = 10 * 60  # after somebody else's dish the oven has to come to its own heat
FOREVER_S = 10 * 24 * 3600


class HoursKind(StrEnum):
    """What is so in them."""

    AWAY = "away"  # nobody is there
    OVEN = "oven"  # the oven is needed for something else
    HELPER = "helper"  # a second pair of hands is there; where there are such hours, only in them


class Hours(Value):
    """From when to when."""

    kind: HoursKind
    from_at: Moment
    to_at: Moment

    @model_validator(mode="after")
    def _in_order(self) -> "Hours":
        if not timedelta() < self.to_at - self.from_at <= LONGEST:
            raise PydanticCustomError(
                "hours", "These hours end before they begin, or are longer than three days. Give a later end, or less."
            )
        return self


def hands_of(hands: int, hours: tuple[Hours, ...]) -> int:
    """How many pairs of hands there are at most."""
    return 2 if any(one.kind is HoursKind.HELPER for one in hours) else hands


def with_hours(work: DayWork, closed: Closed | None, hours: tuple[Hours, ...], origin: datetime) -> DayWork:
    """The work with what is closed, on a clock that begins at `origin`: hours of rest and of being away as one, hours of only one pair of hands
    outside those, and hours in which no oven is to be had."""

    def of(kind: HoursKind) -> Spans:
        spans = ((one.from_at - origin, one.to_at - origin) for one in hours if one.kind is kind)
        return union((int(a.total_seconds()), int(b.total_seconds())) for a, b in spans)

    shut = union((*closed_spans(closed, origin), *of(HoursKind.AWAY)))
    helped = of(HoursKind.HELPER)
    lone = without(((0, FOREVER_S),), (*helped, *shut)) if any(one.kind is HoursKind.HELPER for one in hours) else ()
    oven = union((a, b + HEATS_AGAIN_S) for a, b in of(HoursKind.OVEN))
    return work.model_copy(update={"closed": shut, "lone": lone, "oven_off": oven})
