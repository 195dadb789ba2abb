"""What rings, and when."""

from datetime import timedelta
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.day import Kind
from finebatch.core.live.alarms import APART_S, MUST, Ringing, alarms_of, tone_of
from finebatch.core.live.now import act_id
from finebatch.core.live.undone import ToDo
from tests.core.live.kit import Evening
from tests.day_kit import planned, simple

LEFT = Evening(planned(simple(4))).left()


def moved(by: list[int]) -> list[ToDo]:
    """The day's things to do, each at another minute."""
    return [
        one._replace(due_at=one.due_at + timedelta(seconds=s), ends_at=one.ends_at + timedelta(seconds=s))
        for one, s in zip(LEFT, by, strict=False)
    ]


@given(st.lists(st.integers(-400, 400), min_size=len(LEFT), max_size=len(LEFT)))
@settings(max_examples=60)
def test_no_two_ring_in_the_same_half_minute_unless_both_must(by: list[int]) -> None:
    left = moved(by)
    ids = [act_id(one.marks[0]) for one in left]
    kinds = {id: one.step_kind for one, id in zip(left, ids, strict=True)}
    rings = alarms_of(left, ids)
    for a, b in pairwise(rings):
        near = (b.at - a.at).total_seconds() < APART_S
        assert not near or all(kinds[one.id] in {*MUST, Kind.TURN} for one in (a, b))


@given(st.lists(st.integers(-400, 400), min_size=len(LEFT), max_size=len(LEFT)))
@settings(max_examples=40)
def test_what_must_ring_rings_at_its_minute(by: list[int]) -> None:
    left = moved(by)
    ids = [act_id(one.marks[0]) for one in left]
    at = {ring.id: ring.at for ring in alarms_of(left, ids)}
    for one, id in zip(left, ids, strict=True):
        if one.step_kind in MUST:
            assert at[id] == one.due_at
        if one.step_kind is Kind.TURN:
            assert abs((at[id] - one.due_at).total_seconds()) <= 30


def test_the_three_tones_are_told_apart_by_what_they_ask() -> None:
    assert tone_of(Kind.LOOK) is Ringing.LOOK
    assert {tone_of(kind) for kind in (Kind.UNLOAD, Kind.TURN, Kind.HOT, Kind.LOAD)} == {Ringing.ACT}
    assert {tone_of(kind) for kind in (Kind.WEIGH, Kind.FORM, Kind.PACK)} == {Ringing.KNOW}
