"""From doughs to the day's work, and from the day's wishes to a plan on the clock."""

from datetime import UTC, datetime, timedelta

import icalendar
import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base.problems import Refusal
from finebatch.core.bench.report import report
from finebatch.core.bench.spec import DoughSpec, Keep, Share
from finebatch.core.bench.starters import starters
from finebatch.core.card.headings import split_card
from finebatch.core.day.better import savings_of
from finebatch.core.day.closed import Closed, closed_spans
from finebatch.core.day.plan import BUFFER_S, Plan, make_plan
from finebatch.core.day.request import ClockFixes, DayRequest, DoughAsk
from finebatch.core.day.solver.search import Effort
from finebatch.core.day.steps.step import Kind
from finebatch.core.day.times import TICK_S, chunks, to_ticks, up
from finebatch.core.day.work.derive import share_of
from finebatch.core.day.work.dough_work import OVERNIGHT_S
from finebatch.core.finishing.kinds import Finishing, FinishKind
from finebatch.core.forming.ball import BallForm
from finebatch.core.forming.batter import BatterForm
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.log import LogForm
from finebatch.core.forming.pan import PanForm
from finebatch.core.forming.rope import RopeForm
from finebatch.core.forming.rusk import RuskForm
from finebatch.core.forming.scoop import ScoopForm
from finebatch.core.forming.sheet import SheetForm
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.paces import paces_of, typical_s
from finebatch.core.kitchen.tray import Tray
from finebatch.formats.calendar import plan_to_csv, to_do, to_icalendar
from tests.kit import CUT_CARD, cut_dough, drop_dough

NOW = datetime(2026, 5, 2, 9, 0, tzinfo=UTC)
KITCHEN = Kitchen(trays=(Tray(id="medium", name="Baking sheet", width_mm=350, depth_mm=250, count=3),))
QUICK = Effort(shortest=0.2, calmest=0.05, tries=6)
STARTERS = {starter.style_id: starter.spec for starter in starters()}


def planned(
    *specs: DoughSpec, at: datetime = NOW + timedelta(hours=10), kitchen: Kitchen = KITCHEN, **asked: object
) -> Plan:
    doughs = asked.pop("doughs", tuple(DoughAsk(dough_id=spec.name) for spec in specs))
    return make_plan(specs, kitchen, DayRequest(doughs=doughs, at=at, **asked), NOW, QUICK)


@given(st.integers(0, 20_000))
def test_minima_round_up(seconds: int) -> None:
    assert up(seconds) * TICK_S >= seconds
    assert (up(seconds) - 1) * TICK_S < seconds or seconds == 0


@given(st.integers(0, 400))
def test_work_is_cut_into_even_pieces_of_at_most_four_minutes(work: int) -> None:
    pieces = chunks(work)
    assert sum(pieces) == work
    if work:
        assert max(pieces) * TICK_S <= 240
        assert max(pieces) - min(pieces) <= 1


def test_typical_times_come_from_the_table() -> None:
    assert typical_s("oven_load") == 25
    assert typical_s("cool_bare_tray") == 12 * 60
    with pytest.raises(KeyError):
        typical_s("juggling")


# --- deriving the work -------------------------------------------------------------------------------------------


def share(spec: DoughSpec, kitchen: Kitchen = KITCHEN, overnight: bool = False):  # type: ignore[no-untyped-def]
    return share_of(spec, kitchen, 0, DoughAsk(dough_id="d", overnight=overnight))


@pytest.mark.parametrize(
    "form",
    [ScoopForm(), BallForm(filling_g=3), BallForm(filling_g=3, filled_hot=True), BatterForm(shaped_hot=True), CutoutForm(small_mm=30), LogForm(), RopeForm(), PanForm(), SheetForm(),
     RuskForm(length_mm=240)],
    ids=lambda form: form.kind,
)  # fmt: skip
def test_every_form_has_its_work_and_every_piece_is_baked(form: object) -> None:
    spec = DoughSpec(name="D", lines=tuple(split_card(CUT_CARD)), form=form)
    found = report(spec, KITCHEN)
    made = share(spec)
    pieces = sum(load.pieces for load in made.loads if load.name != "D logs")
    assert pieces == sum(one.count for one in found.yields)
    assert len(made.words) == len(made.loads)
    assert all(load.tray in made.trays for load in made.loads)


def in_two(**settings: object) -> DoughSpec:
    """Large balls, and a third of the dough as small ones."""
    part = Share(**{"id": "s", "name": "Small", "amount": 33.0, "form": BallForm(portion_g=12), **settings})
    return drop_dough(name="D", form=BallForm(portion_g=30), shares=(part,))


def test_shares_baked_together_are_weighed_and_mixed_once_and_loaded_by_themselves() -> None:
    made, whole = share(in_two()), share(drop_dough(name="D", form=BallForm(portion_g=30)))
    assert (made.dough.weigh_s, made.dough.mix_s, made.dough.chill_s) == (
        whole.dough.weigh_s,
        whole.dough.mix_s,
        whole.dough.chill_s,
    )
    small = [load for load in made.loads if load.name.startswith("D, Small")]
    large = [load for load in made.loads if load not in small]
    assert small
    assert large
    assert min(load.bake_s for load in large) > max(load.bake_s for load in small)
    found = report(in_two(), KITCHEN)
    assert sum(load.pieces for load in small) == found.shares[0].report.yields[0].count
    assert sum(load.pieces for load in large) == found.yields[0].count


@pytest.mark.parametrize(("keep", "out_of"), [(Keep.FRIDGE, "fridge"), (Keep.FREEZER, "freezer")])
def test_a_kept_share_is_put_away_on_the_day_and_baked_on_another(keep: Keep, out_of: str) -> None:
    spec = in_two(keep=keep, thaw=True, form=CutoutForm(cutter_mm=40))
    today = share(spec)
    assert today.dough.kept == ("Small",)
    assert today.dough.divide_s >= 120
    assert not any("Small" in load.name for load in today.loads)
    plan = planned(spec)
    assert any("put away: Small" in step.detail for step in plan.steps)
    later = planned(spec, doughs=(DoughAsk(dough_id="d", share_id="s"),))
    kinds = {step.kind for step in later.steps}
    assert not kinds & {Kind.WEIGH, Kind.MIX, Kind.SOFTEN}
    assert next(step.title for step in later.steps if step.kind is Kind.THAW) == f"Take D, Small out of the {out_of}"
    assert {step.title for step in later.steps if step.kind is Kind.PACK} == {"Pack D, Small"}


def test_what_is_frozen_in_pieces_is_shaped_before_it_is_put_away() -> None:
    """Laying frozen balls on a tray takes no time to speak of: rolling them was done the day before."""
    balls = share(in_two(keep=Keep.FREEZER)).dough.divide_s
    dough = share(in_two(keep=Keep.FRIDGE)).dough.divide_s
    found = report(in_two(keep=Keep.FREEZER), KITCHEN).shares[0].report.yields[0]
    assert balls - dough == pytest.approx(found.count * typical_s("form_ball"), abs=1)
    logs, rounds = (share(in_two(keep=Keep.FRIDGE, form=form)).dough.divide_s for form in (LogForm(), ScoopForm()))
    assert logs > rounds


def test_a_share_that_is_not_kept_or_not_there_cannot_be_planned_alone() -> None:
    with pytest.raises(Refusal, match="baked with the rest"):
        share_of(in_two(), KITCHEN, 0, DoughAsk(dough_id="d", share_id="s"))
    with pytest.raises(Refusal, match="is gone"):
        share_of(in_two(), KITCHEN, 0, DoughAsk(dough_id="d", share_id="x"))
    with pytest.raises(Refusal, match="not enough for Small"):
        share(in_two(amount=100.0))


def test_two_pans_of_one_dough_are_two_pans() -> None:
    """Of different sizes, each has its own."""
    spec = DoughSpec(
        name="P", lines=STARTERS["pressed_pan_shortbread"].lines, form=PanForm(width_mm=200),
        shares=(Share(id="s", name="Thin", amount=40.0, form=PanForm(width_mm=230)),),
    )  # fmt: skip
    made = share(spec)
    assert len({load.tray for load in made.loads}) == 2
    assert sorted(made.trays.values()) == [1, 1]
    assert planned(spec).steps


@pytest.mark.parametrize(("style", "units"), [("pressed_pan_shortbread", "pans"), ("twice_baked_lean", "logs")])
def test_bake_now_means_the_same_in_every_form(style: str, units: str) -> None:
    spec = STARTERS[style]
    spec = spec.but(form=spec.form.but(**{units: 2}))
    whole, part = share(spec), share(spec.but(bake_now=1))
    assert sum(load.pieces for load in part.loads) == sum(load.pieces for load in whole.loads) / 2
    trays = report(spec.but(bake_now=1), KITCHEN).assessment.trays
    assert trays is not None
    assert (trays.of, trays.kept) == (2, 1)
    assert "fridge" in trays.kept_note


def test_what_is_pressed_on_and_greased_takes_its_time() -> None:
    plain = share(drop_dough())
    washed = share(drop_dough(finishings=(Finishing(kind=FinishKind.EGG_WASH),)))
    assert all(a.wash_s > 15 and a.shape_s == b.shape_s for a, b in zip(washed.loads, plain.loads, strict=True))
    for kind in (FinishKind.TOPPING, FinishKind.GREASED_SHEET):
        dressed = share(drop_dough(finishings=(Finishing(kind=kind),)))
        assert all(a.shape_s > b.shape_s for a, b in zip(dressed.loads, plain.loads, strict=True))


def test_the_twice_baked_slice_their_own_logs_warm_or_cold() -> None:
    warm, cold = (share(STARTERS[style]) for style in ("twice_baked_lean", "twice_baked_butter"))
    for made in (warm, cold):
        logs = [i for i, load in enumerate(made.loads) if load.name.endswith("logs")]
        assert {load.after_log for load in made.loads if load.after_log is not None} == set(logs)
    assert all(load.slice_to_s == 1500 for load in warm.loads if load.after_log is not None)
    assert all(load.slice_from_s >= 3600 for load in cold.loads if load.after_log is not None)


def test_hot_work_glue_and_scraps_come_from_form_and_finish() -> None:
    curled = share(
        DoughSpec(name="W", lines=STARTERS["foam_wafer"].lines, form=BatterForm(shaped_hot=True, shape_s=12))
    )
    assert curled.loads[0].hot_s == 12 * curled.loads[0].pieces
    assert share(STARTERS["pressed_pan_shortbread"]).loads[0].hot_s > 0
    rounds = share(cut_dough(finishings=(Finishing(kind=FinishKind.ROYAL_ICING),)))
    assert rounds.loads[-1].scraps
    assert not rounds.loads[0].scraps
    assert rounds.loads[0].ice_s > 0
    assert rounds.loads[0].dry_s >= 4 * 3600


def test_a_bakers_own_pace_is_used_and_listed() -> None:
    slow = KITCHEN.model_copy(update={"paces": {"form_scoop": 30.0}})
    usual, own = share(drop_dough()).loads[0], share(drop_dough(), slow).loads[0]
    assert own.shape_s > usual.shape_s
    pace = next(pace for pace in paces_of(slow) if pace.step == "form_scoop")
    assert (pace.seconds, pace.usual_s) == (30.0, 5.0)
    with pytest.raises(ValueError, match="half a second"):
        Kitchen(paces={"form_scoop": 0.0})


def test_a_dough_chilled_overnight_chills_eight_hours() -> None:
    assert share(drop_dough(), overnight=True).dough.chill_s == OVERNIGHT_S


def test_a_dough_with_open_questions_is_not_planned() -> None:
    with pytest.raises(Refusal, match=r"This dough is empty.*on the bench first"):
        share(DoughSpec(name="Nothing"))
    with pytest.raises(Refusal) as caught:
        planned(drop_dough(name="A"), DoughSpec(name="Nothing"))
    assert caught.value.problem.field == "doughs.1"


def test_frozen_pieces_are_laid_out_not_made_and_thaw_if_asked() -> None:
    spec = drop_dough(name="Drops")
    straight, thawed = (
        spec.model_copy(update={"making": spec.making.model_copy(update={"frozen": True, "thawed": thaws})})
        for thaws in (False, True)
    )
    first, second = planned(straight), planned(thawed)
    for plan in (first, second):
        assert not [step for step in plan.steps if step.kind in (Kind.WEIGH, Kind.MIX, Kind.SOFTEN)]
        assert any(step.title.startswith("Lay out") for step in plan.steps)
    assert [step.kind for step in second.steps].count(Kind.THAW) == 1
    assert not [step for step in first.steps if step.kind is Kind.THAW]
    assert second.work.loads[0].bake_s < first.work.loads[0].bake_s


def test_every_tray_has_a_first_look_before_it_is_done_and_every_dough_is_packed() -> None:
    plan = planned(drop_dough(name="Drops"), STARTERS["cutout_butter"])
    for load in range(len(plan.work.loads)):
        look, bake = (
            next(s for s in plan.steps if s.kind is kind and s.load == load) for kind in (Kind.LOOK, Kind.BAKE)
        )
        assert bake.start_s < look.start_s < bake.end_s
    packs = [step for step in plan.steps if step.kind is Kind.PACK]
    assert len(packs) == 2
    assert max(step.end_s for step in packs) == (plan.end - plan.start).total_seconds()
    assert all("airtight tin" in step.detail for step in packs)


# --- on the clock ------------------------------------------------------------------------------------------------


def test_ready_by_ends_ten_minutes_early_and_start_at_starts_then() -> None:
    by = NOW + timedelta(hours=10)
    plan = planned(drop_dough(name="Drops"), at=by)
    assert plan.end == by - timedelta(seconds=BUFFER_S)
    assert min(step.start_s for step in plan.steps) == 0
    start = planned(drop_dough(name="Drops"), at=by, when=ClockFixes.START_AT)
    assert start.start >= by
    assert start.end - start.start == plan.end - plan.start
    soonest = planned(drop_dough(name="Drops"), at=by, when=ClockFixes.SOONEST)
    assert NOW <= soonest.start <= NOW + timedelta(minutes=10)


def test_an_impossible_ready_by_says_how_much_later_and_what_would_do() -> None:
    with pytest.raises(Refusal) as caught:
        planned(drop_dough(name="Drops"), at=NOW + timedelta(minutes=50))
    problem = caught.value.problem
    assert problem.field == "at"
    assert "minutes later is possible" in problem.message
    assert problem.remedy
    moved = planned(drop_dough(name="Drops"), at=datetime.fromisoformat(problem.remedy.value))
    assert moved.start >= NOW


@pytest.mark.parametrize(
    ("asked", "field"),
    [({"at": NOW - timedelta(hours=1)}, "at"), ({"at": NOW + timedelta(days=900)}, "at"), ({"racks": 3}, "racks")],
    ids=["past", "far", "racks"],
)
def test_what_cannot_be_asked_is_said_at_its_field(asked: dict, field: str) -> None:
    with pytest.raises(Refusal) as caught:
        planned(drop_dough(name="D"), **asked)
    assert caught.value.problem.field == field


def test_a_fridge_or_a_rack_too_small_is_named() -> None:
    tiny = KITCHEN.model_copy(update={"shelf_doughs": 0})
    with pytest.raises(Refusal, match="fridge"):
        planned(cut_dough(name="Cut", making=cut_dough().making.model_copy(update={"chill_h": 1})), kitchen=tiny)


def test_hours_of_rest_are_spans_on_the_bakers_own_clock() -> None:
    night = Closed(from_min=22 * 60, to_min=7 * 60, zone="UTC+01:00")
    spans = closed_spans(night, NOW)  # 10:00 there
    first = spans[0]
    assert first[0] == 12 * 3600
    assert first[1] - first[0] == 9 * 3600
    assert closed_spans(Closed(from_min=60, to_min=60, zone="UTC"), NOW) == ()
    assert closed_spans(None, NOW) == ()


def test_a_dough_made_tonight_is_baked_tomorrow() -> None:
    night = Closed(from_min=22 * 60, to_min=7 * 60, zone="UTC")
    by = NOW + timedelta(hours=25)  # ten in the morning
    spec = drop_dough(name="Drops")
    plan = planned(spec, at=by, closed=night, doughs=(DoughAsk(dough_id="d", overnight=True),))
    mixed = next(step for step in plan.steps if step.kind is Kind.MIX)
    assert (plan.start + timedelta(seconds=mixed.end_s)).hour < 23
    loads = [plan.start + timedelta(seconds=step.start_s) for step in plan.steps if step.kind is Kind.LOAD]
    assert min(loads) >= datetime(2026, 5, 3, 7, 0, tzinfo=UTC)
    assert plan.end <= by
    assert "begin later" in plan.proof


def test_trays_left_in_the_cupboard_are_not_used() -> None:
    spec = cut_dough(name="Rounds")
    all_of_them, fewer = planned(spec, racks=2), planned(spec, racks=2, fewer_trays=2)
    assert len({step.tray for step in fewer.steps if step.tray}) == 1
    assert fewer.end - fewer.start >= all_of_them.end - all_of_them.start


def test_a_double_batch_has_about_twice_the_pieces() -> None:
    spec = drop_dough(name="Drops")
    one, two = (planned(spec, doughs=(DoughAsk(dough_id="d", times=times),)) for times in (1, 2))
    pieces = [sum(load.pieces for load in plan.work.loads) for plan in (one, two)]
    assert abs(pieces[1] - 2 * pieces[0]) <= 1


def test_several_doughs_gain_by_planning_and_one_is_told_it_gains_little() -> None:
    one = planned(drop_dough(name="Drops"))
    assert "about as long" in one.saving or "little more than that" in one.saving
    two = planned(drop_dough(name="Drops"), cut_dough(name="Rounds"), racks=2)
    assert "would take" in two.saving
    assert all(step.why for step in two.steps if step.kind is Kind.LOAD)


def test_what_more_would_save_is_never_negative() -> None:
    savings = savings_of(planned(drop_dough(name="Drops")))
    assert [saving.label for saving in savings] == [
        "one more tray",
        "one more rack in the oven",
        "a second pair of hands",
    ]
    assert all(saving.saves_min >= 0 for saving in savings)


def test_a_helper_or_a_second_oven_never_lengthens_the_day() -> None:
    specs = (drop_dough(name="Drops"), STARTERS["pressed_pan_shortbread"])
    alone = planned(*specs)
    helped = planned(*specs, hands=2)
    roomy = planned(*specs, kitchen=KITCHEN.model_copy(update={"ovens": 2}))
    slack = timedelta(minutes=2)
    assert helped.end - helped.start <= alone.end - alone.start + slack
    assert roomy.end - roomy.start <= alone.end - alone.start + slack
    assert {step.oven for step in roomy.steps if step.oven} <= {1, 2}


# --- out of the app ----------------------------------------------------------------------------------------------


def test_a_plan_is_a_calendar_with_alarms() -> None:
    plan = planned(drop_dough(name="Drops"))
    calendar = icalendar.Calendar.from_ical(to_icalendar(plan, "Drops", "p1", NOW))
    events = list(calendar.walk("VEVENT"))
    assert len(events) == len(to_do(plan))
    assert len({str(event["uid"]) for event in events}) == len(events)
    first = min(event.decoded("dtstart") for event in events)
    assert first == plan.start
    out = [event for event in events if str(event["summary"]).endswith(" out")]
    assert out
    assert all(event.walk("VALARM") for event in out)


def test_a_plan_is_a_table_no_spreadsheet_takes_for_formulas() -> None:
    plan = planned(drop_dough(name="=Drops"))
    lines = plan_to_csv(plan).split("\r\n")
    assert len([line for line in lines if line]) == len(plan.steps) + 1
    assert lines[0].startswith("start_utc,end_utc")
    assert not any(cell.startswith("=") for line in lines for cell in line.split(","))


def test_ticks_of_a_plan_are_those_of_its_work() -> None:
    plan = planned(drop_dough(name="Drops"))
    t = to_ticks(plan.work)
    assert plan.end - plan.origin == timedelta(seconds=plan.table.finish(t) * TICK_S)
