"""What the oven's thermometer tells, on ovens whose truth is known."""

from datetime import timedelta

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.bakemodel import followed
from finebatch.core.bench import case_for
from finebatch.core.kitchen import Kitchen
from finebatch.core.live.oven import OvenReading, air_of, known_oven, trait_of, unlagged, usual_c
from finebatch.devices.probe import LAG_S, SimulatedOven
from tests.day_kit import NOON
from tests.kit import drop_dough

CASE = case_for(drop_dough(), Kitchen())


def read(oven: SimulatedOven, until_s: int, every_s: int = 10) -> list[OvenReading]:
    found = []
    for at_s in range(0, until_s, every_s):
        c = oven.read(at_s).c
        if c is not None:
            found.append(OvenReading(at=NOON + timedelta(seconds=at_s), read_c=c, lag_s=LAG_S))
    return found


def off(oven: SimulatedOven, until_s: int) -> list[OvenReading]:
    """What is read, as how far it is off the dial."""
    return [one.model_copy(update={"read_c": one.read_c - oven.dial_c}) for one in read(oven, until_s)]


@given(st.floats(-20, 20))
@settings(max_examples=20, deadline=None)
def test_an_ovens_lie_and_swing_are_found(lie: float) -> None:
    found = trait_of(1, off(SimulatedOven(180, lie, hot=True), 5400))
    assert found is not None
    assert found.off_k == pytest.approx(lie, abs=3)
    assert 2 < found.swing_k < 18


def test_an_oven_that_swings_more_is_told_from_one_that_swings_less() -> None:
    even, wild = (trait_of(1, off(SimulatedOven(180, 0, hot=True, swing_k=k), 7200)) for k in (5, 24))
    assert even is not None
    assert wild is not None
    assert wild.swing_k > 2 * even.swing_k


def test_how_fast_an_oven_is_back_from_its_door() -> None:
    oven = SimulatedOven(180, 0, hot=True)
    oven.open_door(1800, 60)
    found = trait_of(1, off(oven, 5400))
    assert found is not None
    assert found.recovery_s is not None
    assert 30 <= found.recovery_s <= 400
    assert trait_of(1, off(SimulatedOven(180, 0, hot=True), 5400)).recovery_s is None  # type: ignore[union-attr]
    assert trait_of(1, []) is None


def test_a_slow_sensor_is_seen_through() -> None:
    oven = SimulatedOven(180, 0, hot=True)
    oven.open_door(1200, 45)
    readings = read(oven, 1800, 5)
    lowest_read = min(one.read_c for one in readings)
    lowest_air = min(air for _, air in unlagged(readings))
    again = SimulatedOven(180, 0, hot=True)
    again.open_door(1200, 45)
    truth = []
    for at_s in range(0, 1800, 5):
        again.read(at_s)
        truth.append(again.true_c)
    assert abs(lowest_air - min(truth)) < abs(lowest_read - min(truth))


def test_an_undisturbed_oven_bakes_as_planned_and_an_open_door_costs() -> None:
    def traced(held_s: float) -> float:
        oven = SimulatedOven(CASE.oven_c, 0, hot=True)
        in_at = 1500
        oven.open_door(in_at, 20)
        if held_s:
            oven.open_door(in_at + 200, held_s)
        readings = read(oven, in_at + 600)
        moment, now = NOON + timedelta(seconds=in_at), NOON + timedelta(seconds=in_at + 600)
        usual = usual_c(readings, moment)
        assert usual is not None
        return followed(CASE, air_of(CASE, readings, usual, moment, now)).first_done_s

    plain = followed(CASE).first_done_s
    assert traced(0) == pytest.approx(plain, rel=0.08)
    assert traced(90) > traced(0) + 15


def test_several_days_narrow_what_is_known_of_an_oven() -> None:
    days = [trait_of(1, off(SimulatedOven(180, -8, seed=seed, hot=True), 3600)) for seed in range(5)]
    traits = [one for one in days if one]
    one, five = known_oven(1, traits[:1]), known_oven(1, traits)
    assert one is not None
    assert five is not None
    assert five.off_low_k < five.off_k < five.off_high_k
    assert five.off_high_k - five.off_low_k < one.off_high_k - one.off_low_k
    assert five.off_low_k < -8 < five.off_high_k
    assert known_oven(2, traits) is None


def test_the_probe_drops_out_now_and_then_and_never_reads_backwards() -> None:
    oven = SimulatedOven(180)
    reads = [oven.read(at_s).c for at_s in range(0, 4000, 10)]
    missing = sum(one is None for one in reads)
    assert 0 < missing < 60
    assert oven.read(10).lag_s == LAG_S
