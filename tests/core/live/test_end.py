"""What a day leaves: its record in the notebook, and of a rehearsal what would have become of it."""

from datetime import UTC, datetime, timedelta

import pytest

from finebatch.core.bench import DoughSpec
from finebatch.core.day import ClockFixes, DayRequest, DoughAsk, Kind, make_plan
from finebatch.core.forming.batter import BatterForm
from finebatch.core.forming.rusk import RuskForm
from finebatch.core.kitchen import Kitchen
from finebatch.core.live.brief import Brief
from finebatch.core.live.briefing import brief_of, cases_of
from finebatch.core.live.events import Noted, Rim, Saw
from finebatch.core.live.now import now_of
from finebatch.core.live.oven import OvenReading
from finebatch.core.live.records import records_of
from finebatch.core.live.truth import Truth, drawn, true_courses, what_became
from finebatch.core.notebook import Verdict
from tests.core.live.kit import Evening
from tests.kit import cut_dough, drop_dough

KITCHEN = Kitchen()
AT = datetime(2026, 5, 2, 12, tzinfo=UTC)


def evening(*specs: DoughSpec) -> Evening:
    """A day of these doughs, with how each tray should bake."""
    ids = tuple(f"dough-{n}" for n in range(len(specs)))
    asked = tuple(DoughAsk(dough_id=id) for id in ids)
    request = DayRequest(doughs=asked, when=ClockFixes.START_AT, at=AT, racks=2)
    plan = make_plan(specs, KITCHEN, request, AT - timedelta(hours=1))
    found = Evening(plan)
    brief = brief_of(plan, specs, KITCHEN, tuple(None for _ in specs), ids)
    found.brief = Brief(plan=found.plan, looks=brief.looks, look_of=brief.look_of, asked=ids)
    return found


def run_through(found: Evening) -> Evening:
    while left := found.left():
        found.do(left[0])
    return found


def test_each_batch_is_written_down_with_its_count_minutes_and_trays() -> None:
    found = run_through(evening(drop_dough(name="Deck Drops")))
    found.tell(Noted(text="rain all day"))
    readings = [OvenReading(at=found.plan.start + timedelta(seconds=10 * n), read_c=176.0) for n in range(2000)]
    (record,) = records_of(found.facts, {1: readings})
    pieces = [load.pieces for load in found.plan.work.loads]
    assert record.measured.count == sum(pieces)
    assert [tray.pieces for tray in record.trays] == pieces
    planned_min = found.plan.work.loads[0].bake_s / 60
    assert record.measured.oven_min == pytest.approx(planned_min, abs=1)
    assert record.measured.oven_read_c == pytest.approx(176)
    assert "rain all day" in record.measured.note
    assert record.measured.verdict is None


def test_how_they_were_is_written_only_where_they_came_out_as_they_were_seen() -> None:
    found = evening(drop_dough(name="Deck Drops"))
    one = found.until(lambda left: left.step_kind is Kind.UNLOAD)
    load = one.marks[0].load
    assert load is not None
    found.tell(Saw(load=load, rim=Rim.RIGHT), one.due_at - timedelta(seconds=20))
    found.do(found.left()[0])
    (record,) = records_of(found.facts, {})
    assert record.measured.verdict is Verdict.RIGHT
    assert record.trays[0].seen == ("right",)


def test_a_twice_baked_dough_is_one_record_by_its_slices() -> None:
    found = run_through(evening(cut_dough(form=RuskForm())))
    (record,) = records_of(found.facts, {})
    slices = sum(load.pieces for load in found.plan.work.loads if load.after_log is not None)
    assert record.measured.count == slices
    assert len({found.brief.look_at(n) for n in range(len(found.plan.work.loads))}) == 2


def test_what_is_due_hot_counts_down_from_when_the_tray_came_out() -> None:
    wafers = drop_dough(form=BatterForm(shaped_hot=True), name="Crisps")
    found = evening(wafers)
    one = found.until(lambda left: left.step_kind is Kind.HOT)
    now = now_of(found.running, found.facts, None, tuple(found.events), found.now, "a day")
    (hot,) = now.hot
    out = found.facts.loads[one.marks[0].load or 0].out_at
    assert hot.from_at == out
    assert hot.until_at - hot.from_at == timedelta(seconds=60)
    assert hot.each_s == pytest.approx(12)
    assert "30 s" in hot.again
    assert now.acts[0].kind is Kind.HOT


def test_a_hot_oven_burns_what_nobody_looks_at_and_says_why() -> None:
    specs = (drop_dough(name="Deck Drops"),)
    found = run_through(evening(*specs))
    cases = cases_of(found.brief, specs, KITCHEN)
    fierce, kind = Truth(oven_off_k=30, browns=1.4), Truth()
    burned = what_became(found.facts, true_courses(found.brief, cases, fierce), fierce)
    assert any("burned" in line or "dark" in line for line in burned)
    assert any("Nobody looked" in line for line in burned)
    assert "30 °C hotter" in burned[-1]
    calm = what_became(found.facts, true_courses(found.brief, cases, kind), kind)
    assert calm[0].startswith("Nothing would have burned")


def test_a_simulated_kitchen_is_the_same_for_the_same_seed() -> None:
    assert drawn(4) == drawn(4)
    assert len({drawn(seed).oven_off_k for seed in range(20)}) > 10
    assert all(6 <= abs(drawn(seed).oven_off_k) <= 18 for seed in range(50))
