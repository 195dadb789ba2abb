"""What is asked of a bake day."""

from datetime import timedelta
from enum import StrEnum

from pydantic import Field

from ..base import Moment, Value
from .closed import Closed
from .hours import Hours

LEAD_S = 5 * 60  # a plan that begins as soon as may be gives the baker a moment
LONGEST_AHEAD = timedelta(hours=44)


class ClockFixes(StrEnum):
    """Which end of the plan the clock fixes."""

    READY_BY = "ready_by"
    START_AT = "start_at"
    SOONEST = "soonest"


class FrozenAsk(Value):
    """So many of what the stores keep under `id`, straight from the cold or thawed before."""

    id: str = Field(max_length=64)
    count: int = Field(default=12, ge=1, le=400)
    thaw: bool = False


class DoughAsk(Value):
    """One dough of the day: how many times the formula, whether it is chilled overnight, and whether a test cookie is baked before the rest is
    laid out; or one share of it that was kept. With `try_id` half of each tray is of the dough with the change that is tried; with `frozen` it is
    out of what the stores keep of it. What goes `ahead` is baked before all of the day that does not, and nothing of that is begun before bowls, boards
    and trays are washed: for what must stay free of nuts, egg or milk."""

    dough_id: str = Field(max_length=40)
    share_id: str | None = Field(default=None, max_length=40)
    times: float = Field(default=1.0, ge=0.1, le=8)
    overnight: bool = False
    test_first: bool = False
    try_id: str | None = Field(default=None, max_length=40)
    frozen: FrozenAsk | None = None
    ahead: bool = False


class DayRequest(Value):
    """What the baker asks of the day: doughs, a time with its offset from UTC, racks in use, hands, hours of rest each night, and
    hours that are not like the others."""

    doughs: tuple[DoughAsk, ...] = Field(min_length=1, max_length=30)
    when: ClockFixes = ClockFixes.READY_BY
    at: Moment
    racks: int = Field(default=1, ge=1, le=3)
    hands: int = Field(default=1, ge=1, le=2)
    closed: Closed | None = None
    hours: tuple[Hours, ...] = Field(default=(), max_length=12)
    fewer_trays: int = Field(default=0, ge=0, le=6)  # trays of each kind left in the cupboard
