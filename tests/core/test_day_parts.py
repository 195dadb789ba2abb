"""The bake day's grid, steps and first plan."""

from datetime import UTC, datetime, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.assess import assess
from finebatch.core.day import DayRequest, Kind, Place, make_plan
from finebatch.core.day.greedy import first_plan
from finebatch.core.day.job import job_for, typical_s
from finebatch.core.day.plan import _colour
from finebatch.core.day.ticks import CHUNK_TICKS, TICK_S, _chunks, to_ticks, up
from finebatch.core.forming import BallForm, BatterForm, LogForm, RopeForm, ScoopForm
from finebatch.core.kitchen import Kitchen, Tray
from finebatch.core.oven import OvenSetting
from finebatch.core.trays import even_loads
from tests.kit import drop_dough

NOW = datetime(2026, 5, 2, 9, tzinfo=UTC)
KITCHEN = Kitchen(trays=(Tray(id="medium", name="Baking sheet", width_mm=350, depth_mm=250, count=4),))


@given(st.integers(0, 20_000))
def test_minima_round_up(seconds: int) -> None:
    assert up(seconds) * TICK_S >= seconds
    assert (up(seconds) - 1) * TICK_S < seconds or seconds == 0


@given(st.integers(1, 400))
def test_work_is_cut_into_even_pieces_of_at_most_four_minutes(work: int) -> None:
    pieces = _chunks(work)
    assert sum(pieces) == work
    assert max(pieces) <= CHUNK_TICKS
    assert max(pieces) - min(pieces) <= 1


@given(st.lists(st.tuples(st.integers(0, 100), st.integers(1, 40)), min_size=1, max_size=12))
def test_names_of_trays_never_clash(spans: list[tuple[int, int]]) -> None:
    stays = [(start, start + length) for start, length in spans]
    names = _colour(stays)
    for i, (a, b) in enumerate(stays):
        for j in range(i):
            c, d = stays[j]
            if names[i] == names[j]:
                assert b <= c or d <= a
    busiest = max(sum(1 for a, b in stays if a <= moment < b) for moment, _ in stays)
    assert max(names) + 1 == busiest


def test_typical_times_come_from_the_table() -> None:
    assert typical_s("oven_load") == 25
    assert typical_s("cool_bare_tray") == 12 * 60
    assert typical_s("form_scoop") == 5
    with pytest.raises(StopIteration):
        typical_s("juggling")


def test_the_job_takes_its_lengths_from_dough_and_form() -> None:
    spec = drop_dough(form=ScoopForm(portion_g=40))
    found = assess(spec, KITCHEN)
    assert found.outcome
    assert found.trays
    job = job_for(spec, found, trays=2, racks=2)
    assert job.pieces == found.trays.loads == even_loads(found.outcome.pieces.count, found.trays.most_per_tray)
    window = found.outcome.window
    assert window.done_from_min * 60 - 1 <= job.bake_s <= window.done_to_min * 60 + 1
    assert all(seconds > 5 * pieces for seconds, pieces in zip(job.form_s, job.pieces, strict=True))
    ticks = to_ticks(job)
    assert abs(ticks.bake * TICK_S - job.bake_s) <= TICK_S / 2
    assert ticks.slot == ticks.load + ticks.bake + ticks.unload


def test_too_many_loads_are_refused_in_words() -> None:
    small = Kitchen(trays=(Tray(id="medium", name="Tiny", width_mm=120, depth_mm=120, count=4),))
    spec = drop_dough(form=ScoopForm(portion_g=15))
    with pytest.raises(ValueError, match="more than one evening"):
        job_for(spec, assess(spec, small), 2, 1)
    hot = drop_dough(oven=OvenSetting(value=900))
    found = assess(hot, KITCHEN)
    with pytest.raises(ValueError, match="questions on the bench"):
        job_for(hot, found, 2, 1)


def test_the_first_plan_wastes_no_tray_order() -> None:
    spec = drop_dough(form=ScoopForm(portion_g=40))
    ticks = to_ticks(job_for(spec, assess(spec, KITCHEN), 2, 1))
    plan = first_plan(ticks)
    starts = [load.load for load in plan.loads]
    assert starts == sorted(starts)
    assert all(load.form[0] >= plan.out for load in plan.loads)


def test_steps_read_like_a_friend_and_name_their_tray() -> None:
    spec = drop_dough(form=ScoopForm(portion_g=40))
    plan = make_plan(
        spec, assess(spec, KITCHEN), KITCHEN, DayRequest(at=NOW + timedelta(hours=10), trays=3, racks=2), NOW
    )
    titles = " | ".join(step.title for step in plan.steps)
    assert "Heat the oven to 180 °C" in titles
    assert "Tray C into the oven" in titles
    for step in plan.steps:
        assert step.end_s >= step.start_s
        if step.load is not None:
            assert f"{step.tray}" in step.title or step.kind is Kind.COOL
    bakes = [step for step in plan.steps if step.kind is Kind.BAKE]
    assert all("Look from minute" in step.detail for step in bakes)
    assert {step.place for step in plan.steps} <= set(Place)
    assert plan.hands_s == sum(s.end_s - s.start_s for s in plan.steps if s.place is Place.HANDS)


@given(st.integers(1, 4), st.integers(1, 2))
def test_no_more_trays_or_racks_are_named_than_there_are(trays: int, racks: int) -> None:
    spec = drop_dough(form=ScoopForm(portion_g=60))
    plan = make_plan(
        spec, assess(spec, KITCHEN), KITCHEN, DayRequest(at=NOW + timedelta(hours=14), trays=trays, racks=racks), NOW
    )
    assert len({step.tray for step in plan.steps if step.tray}) <= trays
    assert {step.rack for step in plan.steps if step.rack} <= set(range(1, racks + 1))


@pytest.mark.parametrize(
    ("form", "verb"),
    [
        (BallForm(portion_g=40), "Roll"),
        (LogForm(), "Slice"),
        (RopeForm(), "Shape"),
        (BatterForm(spoon_ml=20), "Drop and spread"),
    ],
    ids=lambda value: getattr(value, "kind", ""),
)
def test_every_form_can_be_planned(form: object, verb: str) -> None:
    spec = drop_dough(form=form)
    plan = make_plan(
        spec, assess(spec, KITCHEN), KITCHEN, DayRequest(at=NOW + timedelta(hours=20), trays=3, racks=2), NOW
    )
    assert any(step.title.startswith(verb) for step in plan.steps if step.kind is Kind.FORM)


def test_filling_thumbprints_takes_longer_to_shape() -> None:
    plain, filled = (drop_dough(form=BallForm(portion_g=30, filling_g=g)) for g in (0, 4))
    jobs = [job_for(spec, assess(spec, KITCHEN), 2, 1) for spec in (plain, filled)]
    assert jobs[1].form_s[0] > jobs[0].form_s[0]


def test_a_kept_part_is_not_planned() -> None:
    spec = drop_dough(form=ScoopForm(portion_g=40), bake_now=6)
    assert sum(job_for(spec, assess(spec, KITCHEN), 2, 1).pieces) == 6
