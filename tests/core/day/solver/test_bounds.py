"""No plan is ever shorter than its bound."""

from hypothesis import given, settings
from hypothesis import strategies as st

from finebatch.core.day.byhand.place import first_plan
from finebatch.core.day.solver.bounds import Limit, _energy, least_finish, limited_by, ways
from finebatch.core.day.solver.search import Effort, NoPlanError, search
from finebatch.core.day.solver.subday import least_by_subday, part_of
from finebatch.core.day.solver.windows import least_by_windows
from finebatch.core.day.times import to_ticks
from finebatch.core.day.work.work import DayWork
from tests.day_kit import days, instances, simple, work_of

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


def test_what_limits_a_day_is_named() -> None:
    many = simple(12, ovens=(3,))
    roomy = many.model_copy(update={"room": many.room.model_copy(update={"trays": {"sheet": 12}})})

    def with_loads(work: DayWork, **changes: object) -> DayWork:
        return work.model_copy(update={"loads": tuple(x.model_copy(update=changes) for x in work.loads)})

    busy = with_loads(roomy, shape_s=1200, bake_s=360)
    assert limited_by(to_ticks(busy))[1] is Limit.HANDS
    slow = with_loads(simple(12, ovens=(1,)), shape_s=60, bake_s=2400)
    slow = slow.model_copy(update={"room": slow.room.model_copy(update={"trays": {"sheet": 12}})})
    assert limited_by(to_ticks(slow))[1] is Limit.OVEN
    hot = with_loads(many, shape_s=60, bake_s=600, rest_s=1200, rest_slack_s=2000)
    assert limited_by(to_ticks(hot))[1] is Limit.TRAYS
    chilled = simple(1)
    cold = chilled.doughs[0].model_copy(update={"chill_s": 8 * 3600, "chill_max_s": 9 * 3600})
    assert limited_by(to_ticks(chilled.model_copy(update={"doughs": (cold,)})))[1] is Limit.DOUGH


@settings(max_examples=30)
@given(days())
def test_more_of_what_limits_a_day_lowers_its_bound(work: DayWork) -> None:
    least, limit = limited_by(to_ticks(work))
    if limit is Limit.DOUGH:
        return
    room = work.room
    more = {
        Limit.HANDS: {"hands": room.hands + 1},
        Limit.OVEN: {"ovens": tuple(racks + 1 for racks in room.ovens)},
        Limit.TRAYS: {"trays": {kind: count + 1 for kind, count in room.trays.items()}},
    }[limit]
    helped = to_ticks(work.model_copy(update={"room": room.model_copy(update=more)}))
    assert limited_by(helped)[0] < least


@settings(max_examples=6)
@given(days(most_doughs=2))
def test_no_shortest_day_is_shorter_than_its_windows_or_a_part_of_it(work: DayWork) -> None:
    ticks = to_ticks(work)
    try:
        found = search(work, effort=Effort(shortest=0.2, calmest=0.0, tries=10))
    except NoPlanError:
        return
    finish = found.timetable.finish(ticks)
    assert least_finish(ticks) <= least_by_windows(ticks) <= finish
    part = part_of(ticks, max(1, len(ticks.loads) // 2))
    assert len(part.loads) <= len(ticks.loads)
    assert least_by_subday(ticks, 0.1, finish) <= finish


def test_what_hands_cannot_do_at_both_ends_of_a_large_day_is_counted() -> None:
    """Of 40 loads the first and the last minutes cost at least five minutes more than hands' work and one way do."""
    party = to_ticks(work_of(next(x for x in instances() if x["name"] == "party1")))
    assert least_by_windows(party) >= least_finish(party) + 10


def test_a_part_of_the_day_has_whole_doughs_first_and_no_slices_without_their_log() -> None:
    for instance in instances():
        ticks = to_ticks(work_of(instance))
        part = part_of(ticks, 12)
        assert len(part.loads) == min(12, len(ticks.loads))
        assert max(ways(part)) == max(ways(ticks))
        for load in part.loads:
            assert load.dough < len(part.doughs)
            assert load.after_log is None or part.loads[load.after_log].dough == load.dough
