"""Hours of rest by the clock on the wall, on nights on which that clock is changed, and months ahead."""

from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

import pytest
from pydantic import ValidationError

from finebatch.core.base.problems import Refusal
from finebatch.core.day.change import Pinned
from finebatch.core.day.closed import Closed, closed_spans
from finebatch.core.day.plan import Plan, make_plan
from finebatch.core.day.repair.repair import repaired
from finebatch.core.day.request import ClockFixes, DayRequest, DoughAsk
from finebatch.core.day.solver.search import Effort
from finebatch.core.day.steps.step import Lane
from finebatch.core.kitchen.kitchen import Kitchen
from tests.kit import drop_dough

NOW = datetime(2026, 5, 2, 9, 0, tzinfo=UTC)


def planned(now: datetime, at: datetime, closed: Closed | None = None) -> Plan:
    request = DayRequest(doughs=(DoughAsk(dough_id="d"),), at=at, when=ClockFixes.READY_BY, closed=closed)
    effort = Effort(shortest=0.2, calmest=0.05, tries=6)
    return make_plan((drop_dough(name="Drops"),), Kitchen(), request, now, effort)


# The nights of 2026 and 2027 on which clocks are changed, and by how much the night is longer (minutes).
NIGHTS = [
    ("Europe/Berlin", "2027-03-27", -60),
    ("Europe/Berlin", "2027-10-30", 60),
    ("America/New_York", "2027-03-13", -60),
    ("America/New_York", "2027-11-06", 60),
    ("Australia/Lord_Howe", "2027-10-02", -30),
    ("Australia/Lord_Howe", "2027-04-03", 30),
]


def local(zone: str, day: str, clock: str) -> datetime:
    return datetime.fromisoformat(f"{day}T{clock}").replace(tzinfo=ZoneInfo(zone)).astimezone(UTC)


@pytest.mark.parametrize(("zone", "day", "longer_min"), NIGHTS)
def test_a_night_is_rested_by_the_clock_on_the_wall(zone: str, day: str, longer_min: int) -> None:
    origin = local(zone, day, "12:00")
    closed = Closed(from_min=22 * 60, to_min=7 * 60, zone=zone)
    spans = [(origin + timedelta(seconds=a), origin + timedelta(seconds=b)) for a, b in closed_spans(closed, origin)]
    tonight = spans[0]
    walls = [moment.astimezone(ZoneInfo(zone)).strftime("%H:%M") for moment in tonight]
    assert walls == ["22:00", "07:00"]
    assert tonight[1] - tonight[0] == timedelta(hours=9, minutes=longer_min)
    assert spans[1][0].astimezone(ZoneInfo(zone)).strftime("%H:%M") == "22:00"


@pytest.mark.parametrize(("zone", "day", "longer_min"), NIGHTS)
@pytest.mark.parametrize("made", ["the same day", "months before"])
def test_no_hands_at_night_when_clocks_are_changed(zone: str, day: str, longer_min: int, made: str) -> None:
    """A day that ends on the morning after, with the dough made the evening before."""
    by = local(zone, day, "12:00") + timedelta(hours=22, minutes=30 + longer_min)
    now = local(zone, day, "09:00") if made == "the same day" else by - timedelta(days=200)
    closed = Closed(from_min=22 * 60, to_min=7 * 60, zone=zone)
    plan = planned(now, by, closed)
    for step in plan.steps:
        if step.place is not Lane.HANDS:
            continue
        begin, end = (
            (plan.start + timedelta(seconds=s)).astimezone(ZoneInfo(zone)) for s in (step.start_s, step.end_s)
        )
        assert 7 <= begin.hour < 22, (begin, step.title)
        assert end.hour < 22 or (end.hour == 22 and end.minute == 0), (end, step.title)


@pytest.mark.parametrize("zone", ["Atlantis/Capital", "../../etc/passwd", "UTC+99:00", "", "posixrules/x"])
def test_a_zone_that_is_none_is_refused(zone: str) -> None:
    with pytest.raises(ValidationError, match=r"time zone is not known|at least"):
        Closed(from_min=0, to_min=60, zone=zone)


def test_a_fixed_offset_is_a_zone_too() -> None:
    origin = datetime(2027, 10, 30, 12, tzinfo=UTC)
    (first, *_) = closed_spans(Closed(from_min=22 * 60, to_min=7 * 60, zone="UTC-03:30"), origin)
    assert first == (int(13.5 * 3600), int(22.5 * 3600))


@pytest.mark.parametrize("at", ["2026-05-02T14:00:00", "9999-12-31T23:59:59+00:00", "0001-01-01T00:00:00+14:00"])
def test_a_pin_without_zone_or_in_no_year_is_refused_in_words(at: str) -> None:
    with pytest.raises(ValidationError) as caught:
        Pinned.model_validate({"what": "mix", "index": 0, "at": at})
    assert any(word in str(caught.value) for word in ("timezone", "year cannot be meant"))


def test_a_pin_on_another_day_is_refused() -> None:
    plan = planned(NOW, NOW + timedelta(hours=10))
    pin = Pinned(what="mix", index=0, at=plan.start + timedelta(days=40))
    with pytest.raises(Refusal, match="not on this plan's day"):
        repaired(plan, pin, NOW)
