"""The hours of rest: by the baker's own clock, night by night, also when clocks are changed."""

import re
from datetime import UTC, date, datetime, time, timedelta, timezone, tzinfo
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from pydantic import Field, field_validator
from pydantic_core import PydanticCustomError

from ..base import Value

_FIXED = re.compile(r"UTC([+-])(\d{2}):(\d{2})")
NIGHTS_AHEAD = 4


class Closed(Value):
    """Hours in which hands rest: minutes from midnight by the clock of `zone`, a zone by name (“Europe/Berlin”), or a fixed
    offset as “UTC+05:30”."""

    from_min: int = Field(ge=0, lt=1440)
    to_min: int = Field(ge=0, lt=1440)
    zone: str = Field(max_length=64)

    @field_validator("zone")
    @classmethod
    def _known(cls, zone: str) -> str:
        zone_of(zone)
        return zone


def zone_of(name: str) -> tzinfo:
    """The zone of that name. Validation error (pydantic's) for a name that is none."""
    fixed = _FIXED.fullmatch(name)
    if fixed:
        offset = timedelta(hours=int(fixed[2]), minutes=int(fixed[3]))
        if offset < timedelta(hours=15) and int(fixed[3]) < 60:
            return timezone(-offset if fixed[1] == "-" else offset)
    try:
        if fixed or not re.fullmatch(r"[A-Za-z][A-Za-z0-9_+/-]*", name):
            raise ZoneInfoNotFoundError(name)
        return ZoneInfo(name)
    except (ZoneInfoNotFoundError, ValueError, OSError) as error:
        raise PydanticCustomError(
            "zone", "This time zone is not known. Give its name, such as Europe/Berlin."
        ) from error


def closed_spans(closed: Closed | None, origin: datetime) -> tuple[tuple[int, int], ...]:
    """The hours of rest of the nights about `origin` and after it, in seconds from it.

    Each night is taken by its own wall clock, so that one on which clocks are changed is an hour shorter or longer. An hour that
    comes twice is rested both times; one that does not come is taken by the clock of before it.
    """
    if closed is None or closed.from_min == closed.to_min:
        return ()
    zone = zone_of(closed.zone)
    today = origin.astimezone(zone).date()
    over_midnight = timedelta(days=1 if closed.to_min < closed.from_min else 0)
    spans = []
    for night in range(-1, NIGHTS_AHEAD):
        day = today + timedelta(days=night)
        begin = _moment(day, closed.from_min, zone, fold=0)
        end = _moment(day + over_midnight, closed.to_min, zone, fold=1)
        start_s, end_s = (int((moment - origin).total_seconds()) for moment in (begin, end))
        if end_s > max(0, start_s):
            spans.append((max(0, start_s), end_s))
    return tuple(spans)


def _moment(day: date, minutes: int, zone: tzinfo, fold: int) -> datetime:
    """The wall clock's moment in UTC. Of a time that the clock skips, both readings are those of the clock before the change."""
    local = datetime.combine(day, time(minutes // 60, minutes % 60), zone).replace(fold=fold)
    moment = local.astimezone(UTC)
    if moment.astimezone(zone).replace(tzinfo=None) != local.replace(tzinfo=None):
        moment = local.replace(fold=0).astimezone(UTC)
    return moment
