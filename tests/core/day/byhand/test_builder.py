"""What is busy when: a thing taken is not free, and nothing is taken twice."""

from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.day.byhand.builder import Allowance, Builder
from finebatch.core.day.byhand.masks import Many
from finebatch.core.day.times import to_ticks
from tests.day_kit import simple

spans = st.lists(st.tuples(st.integers(0, 60), st.integers(1, 20)), max_size=12)


@given(size=st.integers(0, 4), wanted=spans)
def test_no_more_are_taken_at_a_time_than_there_are(size: int, wanted: list[tuple[int, int]]) -> None:
    many, taken = Many(size), [0] * 100
    for start, length in wanted:
        free = all(count < size for count in taken[start : start + length])
        assert many.free(start, length) == (free and size > 0)
        if many.free(start, length):
            many.take(start, length)
            for tick in range(start, start + length):
                taken[tick] += 1
    assert max(taken, default=0) <= size


@given(wanted=spans)
def test_what_is_tried_on_a_copy_is_not_taken(wanted: list[tuple[int, int]]) -> None:
    many = Many(1)
    trial = many.copy()
    for start, length in wanted:
        if trial.free(start, length):
            trial.take(start, length)
    assert all(many.free(start, length) for start, length in wanted)


@given(earliest=st.integers(0, 200), now=st.integers(0, 200))
def test_a_dough_is_begun_as_early_as_may_be_and_no_earlier(earliest: int, now: int) -> None:
    ticks = to_ticks(simple())
    builder = Builder(ticks, Allowance(), now)
    assert builder.dough(0, earliest)
    times, dough = builder.doughs[0], ticks.doughs[0]
    assert times.weigh == max(now, earliest, dough.lead)
    assert times.mix >= times.weigh + dough.weigh
    assert not builder.room.hands.free(times.weigh, dough.weigh)
