"""Is a day told in sittings as it is?"""

from datetime import UTC, datetime
from itertools import pairwise

from hypothesis import given, settings

from finebatch.core.day.byhand.place import first_plan
from finebatch.core.day.plan import make_plan
from finebatch.core.day.request import ClockFixes, DayRequest, DoughAsk
from finebatch.core.day.solver.search import Effort
from finebatch.core.day.steps.leftover import Still, clearing_s, still_after
from finebatch.core.day.steps.rows import Row, numbered
from finebatch.core.day.steps.sittings import AWAY_S, BREAK_S, LEAST_S, PART_S, PAUSE_S, Sitting, sittings_of
from finebatch.core.day.steps.step import Heat, Kind, Lane, Step
from finebatch.core.day.texts import Texts
from finebatch.core.day.times import to_ticks
from finebatch.core.day.work.work import DayWork
from finebatch.core.kitchen.kitchen import Kitchen
from tests.day_kit import as_steps, days, simple
from tests.kit import drop_dough

NOW = datetime(2026, 5, 2, 9, 0, tzinfo=UTC)


def told(work: DayWork, steps: tuple[Step, ...]) -> tuple[Sitting, ...]:
    return sittings_of(work, steps, (Texts(shape="Shape"),) * len(work.loads))


@given(days())
@settings(max_examples=40)
def test_everything_to_do_stands_in_one_sitting_and_pauses_are_free(work: DayWork) -> None:
    table = first_plan(to_ticks(work), 2)
    if table is None:
        return
    steps = as_steps(work, table)
    sittings = told(work, steps)
    listed = [n for sitting in sittings for row in sitting.rows for n in row.steps]
    assert len(listed) == len(set(listed))
    assert {n for n, step in enumerate(steps) if step.place is Lane.HANDS} <= set(listed)
    busy = [step for step in steps if step.place is Lane.HANDS]
    assert sum(sitting.hands_s for sitting in sittings) == sum(step.end_s - step.start_s for step in busy)
    for a, b in pairwise(sittings):
        assert b.start_s - a.end_s == a.free_s >= PART_S
        assert a.free_s >= BREAK_S or min(x.end_s - x.start_s for x in (a, b)) >= LEAST_S
        assert not any(step.start_s < b.start_s and step.end_s > a.end_s for step in busy)
    for sitting in sittings:
        assert all(a.start_s <= b.start_s for a, b in pairwise(sitting.rows))
        for pause in sitting.pauses:
            assert PAUSE_S <= pause.end_s - pause.start_s < BREAK_S
            assert not any(step.start_s < pause.end_s and step.end_s > pause.start_s for step in busy)
        if sitting.away_s:
            gone = (sitting.end_s, sitting.end_s + sitting.away_s)
            assert AWAY_S <= sitting.away_s <= sitting.free_s
            assert not any(s.kind is Kind.BAKE and s.start_s < gone[1] and s.end_s > gone[0] for s in steps)
            assert not any(s.kind is Kind.PREHEAT and gone[0] + 60 < s.start_s < gone[1] for s in steps)


def hands(kind: Kind, start: int, end: int, **rest: object) -> Step:
    return Step(
        kind=kind,
        title=rest.pop("title", kind.value),
        place=Lane.HANDS,
        heat=Heat.HOT,
        start_s=start,
        end_s=end,
        dough=0,
        **rest,
    )  # type: ignore[arg-type]


def test_a_sitting_says_what_is_done_in_it_and_what_is_free_after_it() -> None:
    work = simple(2)
    steps = (
        hands(Kind.WEIGH, 0, 300), hands(Kind.MIX, 300, 600), hands(Kind.FORM, 3000, 3120, load=0, tray="A"), hands(Kind.LOAD, 3120, 3150, load=0, tray="A"),
        hands(Kind.UNLOAD, 3700, 3760, load=0, tray="A"), hands(Kind.PACK, 6000, 6100),
    )  # fmt: skip
    mixed, baked, packed = told(work, steps)
    assert (mixed.title, baked.title, packed.title) == ("Mix Drops", "Shape and bake Drops", "Pack Drops")
    assert (mixed.free_s, mixed.away_s) == (2400, 2400)
    assert [(pause.start_s, pause.end_s) for pause in baked.pauses] == [(3150, 3700)]


def test_a_long_sitting_is_told_in_parts_parted_where_one_is_free() -> None:
    mixing = [hands(Kind.MIX, start, start + 500) for start in range(0, 3000, 550)]
    baking = [hands(Kind.TURN, start, start + 60, load=0, tray="A") for start in range(3500, 6500, 300)]
    first, second = told(simple(2), (*mixing, *baking))
    assert (first.brief, second.brief) == ("Mix", "Bake")
    assert first.free_s == 3500 - (2750 + 500)


def rows(*steps: Step) -> tuple[Row, ...]:
    work = simple(2)
    named = tuple(load.model_copy(update={"name": f"Drops {n} of 2"}) for n, load in enumerate(work.loads, start=1))
    (sitting,) = told(work.model_copy(update={"loads": named}), steps)
    return sitting.rows


def test_trays_one_after_the_other_are_one_thing_to_do() -> None:
    both = rows(
        hands(Kind.FORM, 0, 120, load=0, tray="A"), hands(Kind.FORM, 120, 240, load=1, tray="B"),
        hands(Kind.LOAD, 240, 270, load=0, tray="A", detail="Rack 1."), hands(Kind.LOAD, 300, 330, load=1, tray="B", detail="Rack 2."),
        hands(Kind.TURN, 600, 630, load=0, tray="A", title="Turn, and swap racks with tray B: tray A"), hands(Kind.TURN, 660, 690, load=1, tray="B"),
        hands(Kind.UNLOAD, 900, 930, load=0, tray="A"), hands(Kind.HOT, 930, 960, load=0, tray="A"), hands(Kind.UNLOAD, 960, 990, load=1, tray="B"),
    )  # fmt: skip
    pieces = simple(2).loads[0].pieces
    assert [row.title for row in both] == [
        f"Shape {pieces} on each of trays A and B: Drops 1 and 2", "Trays A and B into the oven: Drops 1 and 2",
        "Turn trays A and B and swap their racks", "unload", "hot", "unload",
    ]  # fmt: skip
    assert both[1].detail == "A: Rack 1. B: Rack 2."
    assert [row.steps for row in both[:3]] == [(0, 1), (2, 3), (4, 5)]


def test_one_trays_work_that_goes_on_without_a_stop_is_one_thing_to_do_and_a_helpers_is_theirs() -> None:
    one, two = rows(
        hands(Kind.FORM, 0, 240, load=0, tray="A", title="Shape 9"), hands(Kind.FORM, 240, 400, load=0, tray="A", title="Go on: shape"),
        hands(Kind.FORM, 700, 800, load=0, tray="A", title="Go on: shape"),
    )  # fmt: skip
    assert (one.title, one.end_s, two.title) == ("Shape 9", 400, "Go on: shape")
    mine = rows(
        hands(Kind.LOAD, 0, 30, load=0, tray="A", person=1, title="A in"), hands(Kind.LOAD, 30, 60, load=1, tray="B", person=2, title="B in")
    )  # fmt: skip
    assert [(row.title, row.person) for row in mine] == [("A in", 1), ("B in", 2)]


def test_numbers_of_one_kind_are_said_once() -> None:
    assert numbered(["Drops 1 of 4", "Drops 2 of 4", "Drops 4 of 4"]) == "Drops 1, 2 and 4"
    assert numbered(["Drops 1 of 4", "Rounds 1 of 2"]) == "Drops 1 of 4 and Rounds 1 of 2"


def test_a_real_day_is_told_and_its_alike_trays_go_in_together_on_two_racks() -> None:
    spec = drop_dough(name="Drops")
    asked = DayRequest(doughs=(DoughAsk(dough_id="d"),), when=ClockFixes.SOONEST, at=NOW, racks=2)
    plan = make_plan((spec,), Kitchen(rack_positions=2), asked, NOW, Effort(shortest=0.3, calmest=0.3, tries=6))
    assert plan.sittings[0].title.startswith("Mix")
    together = [
        row for sitting in plan.sittings for row in sitting.rows if "into the oven" in row.title and len(row.steps) == 2
    ]
    assert together


def test_what_still_sets_when_the_hands_are_done_is_told_and_what_is_cold_is_not() -> None:
    work = simple(1)
    cool = hands(Kind.COOL, 300, 2000, load=0).model_copy(update={"place": Lane.COOLING})
    dry = hands(Kind.DRY, 2500, 6000, load=0).model_copy(update={"place": Lane.COOLING})
    worked = hands(Kind.TRANSFER, 200, 300, load=0, tray="A")
    assert still_after(work, (worked, cool)) == (Still(dough=0, sets=False, until_s=2000),)
    assert still_after(work, (worked, cool, hands(Kind.ICE, 2000, 2500, load=0), dry)) == (
        Still(dough=0, sets=True, until_s=6000),
    )
    assert still_after(work, (worked, cool, hands(Kind.PACK, 2000, 2100))) == ()
    assert clearing_s(work, (worked,)) < clearing_s(work, (worked, worked.model_copy(update={"tray": "B"})))
