"""When the kitchen's file is copied, and which copies stay."""

from collections.abc import Iterable
from datetime import datetime, timedelta

from pydantic import Field

from ..base import Value

AHEAD = timedelta(minutes=5)  # a clock that was set back leaves copies of a later time: they do not count as made


class BackupRule(Value):
    """How often a copy is made while the kitchen is served, and how many stay: the last of so many days, and of so many weeks."""

    on: bool = True
    every_h: int = Field(default=24, ge=1, le=24 * 14)
    keep_days: int = Field(default=7, ge=1, le=60)
    keep_weeks: int = Field(default=4, ge=0, le=260)


def due_at(rule: BackupRule, made: Iterable[datetime], now: datetime) -> datetime | None:
    """When the next copy is due, given when the others were made (aware); None where none is to be made."""
    if not rule.on:
        return None
    before = [at for at in made if at <= now + AHEAD]
    return max(before) + timedelta(hours=rule.every_h) if before else now


def staying(rule: BackupRule, made: Iterable[datetime]) -> frozenset[datetime]:
    """Which copies stay: the last one, the last of each of the latest days on which there were any, and of each of the latest weeks."""
    latest_first = sorted(set(made), reverse=True)
    days: dict[object, datetime] = {}
    weeks: dict[object, datetime] = {}
    for at in latest_first:
        days.setdefault(at.date(), at)
        weeks.setdefault(at.isocalendar()[:2], at)
    last_of_days = list(days.values())[: rule.keep_days]
    last_of_weeks = list(weeks.values())[: rule.keep_weeks]
    return frozenset((*latest_first[:1], *last_of_days, *last_of_weeks))
