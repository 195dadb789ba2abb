"""No plan is ever shorter than its bound."""

from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.day.byhand.place import first_plan
from finebatch.core.day.solver.bounds import _energy, least_finish
from finebatch.core.day.times import to_ticks
from finebatch.core.day.work.work import DayWork
from tests.day_kit import days

tasks = st.lists(st.tuples(st.integers(0, 30), st.integers(0, 15), st.integers(0, 30)), max_size=8)


@settings(max_examples=40)
@given(days())
def test_the_first_plan_is_no_shorter_than_the_bound(work: DayWork) -> None:
    ticks = to_ticks(work)
    table = first_plan(ticks, 0)
    if table is not None:
        assert least_finish(ticks) <= table.finish(ticks)


@given(tasks, st.integers(1, 3))
def test_the_bound_is_at_least_the_longest_task_and_falls_with_more_machines(
    listed: list[tuple[int, int, int]], machines: int
) -> None:
    bound = _energy(listed, machines)
    worked = [task for task in listed if task[1] > 0]
    assert bound >= max((head + length // machines + tail for head, length, tail in worked), default=0)
    assert _energy(listed, machines + 1) <= bound


@given(tasks)
def test_one_machine_does_them_no_faster_than_one_after_the_other(listed: list[tuple[int, int, int]]) -> None:
    """The best order by brute force over heads: with no tails, by the earliest head first."""
    untailed = [(head, length, 0) for head, length, _ in listed if length > 0]
    clock = 0
    for head, length, _ in sorted(untailed):
        clock = max(clock, head) + length
    assert _energy(untailed, 1) <= clock
