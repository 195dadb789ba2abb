"""A plan out of the app: as a calendar with alarms, and as a table."""

import csv
import io
from datetime import UTC, datetime, timedelta

from ..core.base import one_line
from ..core.day import Kind, Lane, Plan, Step
from .cells import plain_cell

ALARMED = (Kind.UNLOAD, Kind.TURN, Kind.LOAD, Kind.WEIGH, Kind.SOFTEN, Kind.PREHEAT, Kind.ICE, Kind.LOOK, Kind.THAW)
COLUMNS = (
    "start_utc", "end_utc", "start_min", "end_min", "place", "step", "title", "tray", "oven", "rack", "detail", "person",
)  # fmt: skip
BEGUN = (Kind.SOFTEN, Kind.THAW, Kind.LOOK, Kind.PREHEAT, Kind.OVEN_CHANGE, Kind.CHILL, Kind.TEMPER, Kind.STAND)


def to_do(plan: Plan) -> list[Step]:
    """The steps somebody must do or begin."""
    return [step for step in plan.steps if step.place is Lane.HANDS or step.kind in BEGUN]


def to_icalendar(plan: Plan, title: str, plan_id: str, made: datetime) -> bytes:
    """RFC 5545: an event for every thing to do, an alarm at the moment for what must not be missed, times in UTC."""
    from icalendar import Alarm, Calendar, Event

    calendar = Calendar()
    calendar.add("prodid", "-//Fine Batch//bake day//EN")
    calendar.add("version", "2.0")
    calendar.add("name", one_line(title))
    for number, step in enumerate(to_do(plan)):
        event = Event()
        event.add("uid", f"{plan_id}-{number}@finebatch")
        event.add("dtstamp", made.astimezone(UTC))
        event.add("dtstart", (plan.start + timedelta(seconds=step.start_s)).astimezone(UTC))
        event.add("dtend", (plan.start + timedelta(seconds=max(step.end_s, step.start_s + 30))).astimezone(UTC))
        event.add("summary", one_line(step.title))
        if step.detail or step.why:
            event.add("description", f"{step.detail} {step.why}".strip())
        if step.kind in ALARMED:
            alarm = Alarm()
            alarm.add("action", "DISPLAY")
            alarm.add("description", one_line(step.title))
            alarm.add("trigger", timedelta(0))
            event.add_component(alarm)
        calendar.add_component(event)
    return bytes(calendar.to_ical())


def plan_to_csv(plan: Plan) -> str:
    """Every step, one row each; times as ISO 8601 in UTC and minutes from the start."""
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(COLUMNS)
    for step in plan.steps:
        start, end = (plan.start + timedelta(seconds=s) for s in (step.start_s, step.end_s))
        table.writerow(
            [start.astimezone(UTC).isoformat(), end.astimezone(UTC).isoformat(), f"{step.start_s / 60:g}", f"{step.end_s / 60:g}",
             step.place.value, step.kind.value, plain_cell(step.title), step.tray or "", step.oven or "", step.rack or "", plain_cell(step.detail), step.person or ""]
        )  # fmt: skip
    return out.getvalue()
