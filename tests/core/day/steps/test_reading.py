"""Does a plan read as if a baker had written it? What is said, of whole plans of real doughs."""

from datetime import UTC, datetime, timedelta
from itertools import pairwise

import pytest
from hypothesis import given, settings

from finebatch.core.day.byhand.place import first_plan
from finebatch.core.day.plan import make_plan
from finebatch.core.day.request import ClockFixes, DayRequest, DoughAsk
from finebatch.core.day.steps.step import Kind, Lane
from finebatch.core.day.times import to_ticks
from finebatch.core.day.work.work import DayWork
from finebatch.core.finishing.kinds import Finishing, FinishKind
from tests.core.day.steps.reading import KITCHEN, NOW, QUICK, RUSKS, WAFERS, planned, said
from tests.day_kit import as_steps, days
from tests.kit import cut_dough, drop_dough


def test_it_begins_on_full_five_minutes() -> None:
    assert planned(drop_dough()).origin == datetime(2026, 5, 2, 9, 10, tzinfo=UTC)


def test_after_the_tray_no_tray_is_named() -> None:
    iced = cut_dough(name="Iced", finishings=(Finishing(kind=FinishKind.GLAZE),))
    for step in planned(iced).steps:
        if step.kind in (Kind.COOL, Kind.ICE, Kind.DRY, Kind.PACK):
            assert step.tray is None


@settings(max_examples=25)
@given(days())
def test_of_random_days_no_step_stands_twice_and_numbers_go_up(work: DayWork) -> None:
    table = first_plan(to_ticks(work), 2)
    if table is None:
        return
    steps = as_steps(work, table)
    hands = [(step.title, step.load, step.dough) for step in steps if step.place is Lane.HANDS]
    named = [one for one in hands if not one[0].startswith("Go on")]
    assert len(named) == len(set(named))
    assert all(a.start_s <= b.start_s for a, b in pairwise(steps))
    assert not any("Earlier would make something wait" in step.why for step in steps)


def test_the_end_of_a_plan_is_its_last_cookie_and_its_start_is_not_before_now() -> None:
    plan = planned(drop_dough(name="Drops"))
    assert plan.start >= NOW
    assert plan.end == plan.start + timedelta(seconds=max(s.end_s for s in plan.steps if s.kind is not Kind.TRAY_COOL))


def test_the_plan_says_what_limits_the_day() -> None:
    chilled = drop_dough(name="Drops", bake_now=4, making=drop_dough().making.but(chill_h=8.0))
    assert planned(chilled).limit.startswith("What limits this day is one dough’s own way")


def test_whoever_shapes_a_tray_goes_on_with_it() -> None:
    asks = tuple(DoughAsk(dough_id=name) for name in ("Drops", "Rounds"))
    asked = DayRequest(doughs=asks, when=ClockFixes.SOONEST, at=NOW, hands=2)
    plan = make_plan((drop_dough(name="Drops"), cut_dough(name="Rounds")), KITCHEN, asked, NOW, QUICK)
    hands = [step for step in plan.steps if step.place is Lane.HANDS]
    assert {step.person for step in hands} == {1, 2}
    assert all(step.person is None for step in plan.steps if step.place is not Lane.HANDS)
    assert all(step.person is None for step in planned(drop_dough()).steps)


def test_twelve_doughs_make_a_day() -> None:
    specs = tuple(drop_dough(name=f"Drops {n}", bake_now=4) for n in range(12))
    plan = planned(*specs)
    assert len(plan.work.doughs) == 12
    assert {step.dough for step in said(plan, Kind.PACK)} == set(range(12))


def test_a_batter_that_stands_longer_than_it_bears_is_said_and_what_to_do() -> None:
    (said_of_it,) = planned(WAFERS).cautions
    assert said_of_it.startswith("Wafers is ready ")
    assert "bears about 30 min" in said_of_it
    assert said_of_it.endswith("a whipped batter falls.")
    assert planned(WAFERS.but(bake_now=4)).cautions == ()
    cold = drop_dough(name="Drops", making=drop_dough().making.but(chill_h=1.0))
    (warms,) = planned(cold).cautions
    assert "back into the fridge" in warms


def test_the_glaze_is_mixed_before_the_first_and_its_time_is_in_the_plan() -> None:
    glazed = cut_dough(name="Iced", finishings=(Finishing(kind=FinishKind.GLAZE),))
    plan = planned(glazed)
    ices = sorted(said(plan, Kind.ICE), key=lambda step: step.start_s)
    assert ices[0].detail.startswith("Mix the glaze first, 2 min")
    assert not any(step.detail for step in ices[1:])
    pieces = sum(load.pieces for load in plan.work.loads)
    assert sum(load.ice_s for load in plan.work.loads) == pytest.approx(120 + 6 * pieces, abs=len(plan.work.loads))
    dusted = cut_dough(name="Dusted", finishings=(Finishing(kind=FinishKind.POWDERED_SUGAR),))
    assert not any(step.detail for step in said(planned(dusted), Kind.ICE))


def test_logs_firm_up_until_they_are_sliced() -> None:
    plan = planned(RUSKS)
    logs = [i for i, load in enumerate(plan.work.loads) if load.after_log is None]
    assert all("firm up until they are sliced" in step.title for step in said(plan, Kind.COOL) if step.load in logs)
