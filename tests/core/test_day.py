"""Bake-day plans: every plan keeps the kitchen's rules, and the checker would notice if one did not."""

from datetime import UTC, datetime, timedelta
from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.assess import Assessment, assess
from finebatch.core.day import DayJob, DayRequest, Kind, Place, Plan, PlanRefusedError, Step, When, make_plan
from finebatch.core.day.check import violations
from finebatch.core.day.greedy import first_plan
from finebatch.core.day.plan import BUFFER_S, steps_of
from finebatch.core.day.solve import NoSolutionError, _Model, solve
from finebatch.core.day.ticks import TICK_S, to_ticks
from finebatch.core.dough import Making
from finebatch.core.forming import ScoopForm
from finebatch.core.kitchen import Kitchen, Tray
from tests.kit import cut_dough, drop_dough

NOW = datetime(2026, 5, 2, 9, 0, tzinfo=UTC)
KITCHEN = Kitchen(trays=(Tray(id="medium", name="Baking sheet", width_mm=350, depth_mm=250, count=4),))
SPEC = drop_dough(form=ScoopForm(portion_g=60))


def planned(**request: object) -> Plan:
    wanted = {"at": NOW + timedelta(hours=9), "trays": 2, "racks": 1, **request}
    return make_plan(SPEC, assess(SPEC, KITCHEN), KITCHEN, DayRequest(**wanted), NOW)


@st.composite
def jobs(draw: st.DrawFn) -> DayJob:
    """Random evenings of one dough."""
    loads = draw(st.integers(1, 5))
    pieces = tuple(draw(st.lists(st.integers(4, 14), min_size=loads, max_size=loads)))
    chill = draw(st.sampled_from([0, 0, 1800, 3600, 3 * 3600, 10 * 3600]))
    return DayJob(
        soften_s=draw(st.sampled_from([0, 1500, 2400, 4800])),
        weigh_s=draw(st.integers(120, 900)),
        mix_s=draw(st.integers(120, 900)),
        chill_s=chill,
        chill_max_s=72 * 3600 if chill else 0,
        temper_after_s=7200,
        temper_s=draw(st.sampled_from([0, 600])),
        preheat_s=draw(st.sampled_from([900, 1200])),
        pieces=pieces,
        form_s=tuple(45 + draw(st.sampled_from([5, 10, 25])) * count for count in pieces),
        load_s=25,
        bake_s=draw(st.integers(6 * 60, 25 * 60)),
        turn_s=20,
        unload_s=25,
        rest_s=draw(st.sampled_from([120, 300, 600])),
        rest_slack_s=480,
        transfer_s=tuple(max(20, 3 * count) for count in pieces),
        cool_s=2700,
        tray_cool_s=720,
        wait_max_s=1200,
        pause_max_s=900,
        trays=draw(st.integers(1, 4)),
        racks=draw(st.integers(1, 2)),
    )


FOUND = assess(SPEC, KITCHEN)


def steps(job: DayJob, table: object = None) -> tuple[Step, ...]:
    ticks = to_ticks(job)
    return steps_of(job, ticks, table or solve(ticks).timetable, SPEC, FOUND)  # type: ignore[arg-type]


@settings(max_examples=40)
@given(jobs())
def test_every_plan_of_the_solver_passes_the_independent_checker(job: DayJob) -> None:
    ticks = to_ticks(job)
    solved = solve(ticks)
    assert violations(job, steps(job, solved.timetable)) == []
    first = first_plan(ticks)
    assert violations(job, steps(job, first)) == []
    assert solved.bound <= solved.timetable.finish(ticks) <= first.finish(ticks)
    if solved.proved:
        assert solved.bound == solved.timetable.finish(ticks)


def test_the_same_day_gives_the_same_plan() -> None:
    assert planned().steps == planned().steps


def test_more_trays_and_racks_never_lengthen_the_day() -> None:
    lengths = {(t, r): planned(trays=t, racks=r).bound_s for t in (1, 2, 4) for r in (1, 2)}
    assert lengths[1, 1] >= lengths[2, 1] >= lengths[4, 1]
    assert lengths[2, 1] >= lengths[2, 2]
    assert lengths[4, 2] < lengths[1, 1]


def test_ready_by_ends_ten_minutes_early_and_start_at_starts_then() -> None:
    at = NOW + timedelta(hours=9)
    ready = planned(at=at)
    assert ready.end == at - timedelta(seconds=BUFFER_S)
    assert ready.proved
    start = planned(at=NOW + timedelta(hours=1), when=When.START_AT)
    assert start.start == NOW + timedelta(hours=1)
    assert start.end - start.start == ready.end - ready.start


def test_a_clock_change_in_the_night_does_not_bend_a_plan() -> None:
    from zoneinfo import ZoneInfo

    before_change = datetime(2026, 10, 25, 5, 0, tzinfo=ZoneInfo("Europe/Paris"))
    now = datetime(2026, 10, 24, 12, 0, tzinfo=UTC)
    plan = make_plan(SPEC, assess(SPEC, KITCHEN), KITCHEN, DayRequest(at=before_change), now)
    assert plan.end == before_change.astimezone(UTC) - timedelta(seconds=BUFFER_S)
    assert (plan.end - plan.start).total_seconds() == max(s.end_s for s in plan.steps if s.kind is Kind.COOL)


def refused(found: Assessment | None = None, kitchen: Kitchen = KITCHEN, **request: object) -> PlanRefusedError:
    wanted = DayRequest(**{"at": NOW + timedelta(hours=9), **request})
    with pytest.raises(PlanRefusedError) as caught:
        make_plan(SPEC, found or assess(SPEC, kitchen), kitchen, wanted, NOW)
    return caught.value


def test_what_cannot_be_met_is_said_at_its_field() -> None:
    past = refused(at=NOW - timedelta(hours=1))
    assert past.problem.field == "at"
    assert "passed" in str(past)
    soon = refused(at=NOW + timedelta(minutes=30))
    assert soon.problem.field == "at"
    assert soon.problem.remedy is not None
    again = DayRequest(at=datetime.fromisoformat(soon.problem.remedy.value))
    assert make_plan(SPEC, assess(SPEC, KITCHEN), KITCHEN, again, NOW).start >= NOW
    few = Kitchen(
        trays=(Tray(id="medium", name="Baking sheet", width_mm=350, depth_mm=250, count=1),), rack_positions=1
    )
    assert refused(kitchen=few, trays=3).problem.field == "trays"
    assert refused(kitchen=few, trays=1, racks=2).problem.field == "racks"
    assert refused(found=Assessment(lines=())).problem.field == "dough"


def test_a_long_chilled_rolling_dough_warms_before_it_is_rolled() -> None:
    spec = cut_dough(making=Making(chill_h=12))
    plan = make_plan(spec, assess(spec, KITCHEN), KITCHEN, DayRequest(at=NOW + timedelta(days=2)), NOW)
    kinds = [step.kind for step in plan.steps]
    assert kinds.index(Kind.TEMPER) < kinds.index(Kind.FORM)


def test_a_small_known_evening_is_solved_to_its_best() -> None:
    """Four loads of twelve drops, two racks, three trays: 138 minutes in one-minute steps is known to be the best."""
    job = DayJob(
        soften_s=2940, weigh_s=360, mix_s=540, chill_s=0, chill_max_s=0, temper_after_s=7200, temper_s=0, preheat_s=900,
        pieces=(12,) * 4, form_s=(84 + 45,) * 4, load_s=30, bake_s=720, turn_s=30, unload_s=45, rest_s=300,
        rest_slack_s=480, transfer_s=(60,) * 4, cool_s=1200, tray_cool_s=480, wait_max_s=1200, pause_max_s=900, trays=3,
        racks=2,
    )  # fmt: skip
    ticks = to_ticks(job)
    solved = solve(ticks)
    assert solved.proved
    assert solved.timetable.finish(ticks) * TICK_S / 60 <= 138


def test_no_solution_is_an_error_not_a_garbage_plan() -> None:
    ticks = to_ticks(planned().job)
    model = _Model(ticks, first_plan(ticks).finish(ticks) // 2)
    model.cp.minimize(model.finish)
    with pytest.raises(NoSolutionError):
        model.run(2.0)


# --- the checker notices a planted fault of every rule ------------------------------------------------------------

SOUND = planned(trays=2, racks=2).steps
JOB = planned(trays=2, racks=2).job
CHILLED_SPEC = cut_dough(making=Making(chill_h=3))
CHILLED = make_plan(
    CHILLED_SPEC, assess(CHILLED_SPEC, KITCHEN), KITCHEN, DayRequest(at=NOW + timedelta(days=2), trays=2), NOW
)


LATE = tuple(s.model_copy(update={"start_s": s.start_s + 7200, "end_s": s.end_s + 7200}) for s in SOUND)


def moved(
    kind: Kind, by: int, load: int | None = None, end: int | None = None, base: tuple[Step, ...] = SOUND
) -> list[Step]:
    return [
        step.model_copy(update={"start_s": step.start_s + by, "end_s": step.end_s + (by if end is None else end)})
        if step.kind is kind and step.load == load
        else step
        for step in base
    ]


def test_the_sound_plans_are_sound() -> None:
    assert violations(JOB, SOUND) == []
    assert violations(CHILLED.job, CHILLED.steps) == []


FAULTS = [
    ("mixing starts before everything is weighed", lambda: moved(Kind.MIX, -120)),
    ("weighed ingredients stand", lambda: moved(Kind.WEIGH, -3600, base=LATE)),
    ("butter is not soft", lambda: moved(Kind.SOFTEN, 300)),
    ("weighing or mixing is given too little time", lambda: moved(Kind.MIX, 0, end=-120)),
    ("shaping starts before the dough is ready", lambda: moved(Kind.FORM, -600, load=0)),
    ("shaping is given too little time", lambda: moved(Kind.FORM, 0, load=0, end=-60)),
    ("goes in before it is shaped", lambda: moved(Kind.LOAD, -300, load=0)),
    ("raw cookies wait too long", lambda: moved(Kind.FORM, -3000, load=1, base=LATE)),
    ("loading or unloading is given too little time", lambda: moved(Kind.UNLOAD, 0, load=0, end=-30)),
    ("is not baked for its time", lambda: moved(Kind.BAKE, 0, load=0, end=120)),
    ("is not taken out when it is done", lambda: moved(Kind.UNLOAD, 60, load=0)),
    ("is not turned at half time", lambda: moved(Kind.TURN, 200, load=0)),
    ("rest on the tray is too short", lambda: moved(Kind.TRANSFER, -120, load=0)),
    ("rest on the tray is too short or too long", lambda: moved(Kind.TRANSFER, 1800, load=0)),
    ("moving to the rack is given too little time", lambda: moved(Kind.TRANSFER, 0, load=0, end=-30)),
    ("is not left to cool", lambda: moved(Kind.COOL, 0, load=0, end=-600)),
    ("is used again while hot", lambda: moved(Kind.TRAY_COOL, 0, load=0, end=-600)),
    ("the oven is hot", lambda: moved(Kind.PREHEAT, 600)),
    ("hands are needed", lambda: moved(Kind.FORM, -60, load=1)),
    ("is not in the plan just once", lambda: [s for s in SOUND if s.kind is not Kind.PREHEAT]),
    ("is never shaped", lambda: [s for s in SOUND if not (s.kind is Kind.FORM and s.load == 1)]),
    ("before the day", lambda: moved(Kind.SOFTEN, -10_000)),
    ("in use twice at once", lambda: [s.model_copy(update={"tray": "A"}) if s.load is not None else s for s in SOUND]),
    ("changes its tray", lambda: [s.model_copy(update={"tray": "C"}) if s.load == 0 and s.kind is Kind.REST else s for s in SOUND]),
    ("trays are used", lambda: [s.model_copy(update={"tray": chr(65 + s.load)}) if s.load is not None else s for s in SOUND]),
    ("same rack at once", lambda: [s.model_copy(update={"rack": 1}) if s.rack else s for s in SOUND]),
    ("rack position the oven does not have", lambda: [s.model_copy(update={"rack": 3}) if s.rack else s for s in SOUND]),
]  # fmt: skip


@pytest.mark.parametrize(("says", "plant"), FAULTS, ids=[says for says, _ in FAULTS])
def test_a_planted_fault_is_caught(says: str, plant: object) -> None:
    assert any(says in broken for broken in violations(JOB, plant()))  # type: ignore[operator]


def test_chilling_faults_are_caught() -> None:
    short = moved(Kind.CHILL, 0, end=-1800, base=CHILLED.steps)
    assert any("not chilled long enough" in broken for broken in violations(CHILLED.job, short))
    long = CHILLED.job.model_copy(update={"chill_max_s": CHILLED.job.chill_s - 60})
    assert any("chilled too long" in broken for broken in violations(long, CHILLED.steps))
    first = min(step.start_s for step in CHILLED.steps if step.kind is Kind.FORM)
    chill = next(step for step in CHILLED.steps if step.kind is Kind.CHILL)
    stretched = moved(Kind.CHILL, 0, end=first - chill.end_s, base=CHILLED.steps)
    assert any("before the dough is ready" in broken for broken in violations(CHILLED.job, stretched))


def test_pauses_in_shaping_are_bounded() -> None:
    job = JOB.model_copy(update={"pause_max_s": -60})
    assert any("stops too long" in broken for broken in violations(job, SOUND))


def test_hands_do_one_thing_at_a_time() -> None:
    hands = sorted(
        (step for step in planned(trays=4, racks=2).steps if step.place is Place.HANDS), key=lambda s: s.start_s
    )
    assert all(a.end_s <= b.start_s for a, b in pairwise(hands))
