"""When trays are first looked at: together where their windows meet, between other work, or with a word that it is not."""

from finebatch.core.day.steps.looks import IN_HAND, looks_placed
from finebatch.core.day.steps.step import Heat, Kind, Lane, Step
from tests.day_kit import simple

WORK = simple(2)


def step(kind: Kind, load: int, start_s: int, end_s: int, place: Lane = Lane.OVEN, oven: int | None = 1) -> Step:
    return Step(
        kind=kind, title=kind.value, place=place, heat=Heat.HOT, start_s=start_s, end_s=end_s, load=load, oven=oven
    )


def baked(load: int, into_s: int, look_s: int, oven: int = 1) -> list[Step]:
    return [
        step(Kind.LOAD, load, into_s, into_s + 30, Lane.HANDS, oven),
        step(Kind.BAKE, load, into_s + 30, into_s + 930, oven=oven),
        step(Kind.LOOK, load, look_s, look_s, oven=oven),
        step(Kind.UNLOAD, load, into_s + 930, into_s + 960, Lane.HANDS, oven),
    ]


def looks(steps: list[Step]) -> list[Step]:
    return [one for one in looks_placed(WORK, steps) if one.kind is Kind.LOOK]


def test_two_trays_of_an_oven_are_looked_at_together_and_those_of_two_ovens_are_not() -> None:
    one, other = looks([*baked(0, 0, 600), *baked(1, 60, 660)])
    assert one.start_s == other.start_s in (600, 630, 660)
    assert one.detail == other.detail == ""
    apart = looks([*baked(0, 0, 600), *baked(1, 60, 660, oven=2)])
    assert abs(apart[0].start_s - apart[1].start_s) >= 60


def test_a_look_goes_into_the_gap_beside_it_and_says_where_there_is_none() -> None:
    mixing = step(Kind.MIX, 0, 590, 650, Lane.HANDS)
    (moved,) = looks([*baked(0, 0, 600), mixing])
    assert moved.start_s == 570
    assert moved.detail == ""
    long = step(Kind.MIX, 0, 500, 750, Lane.HANDS)
    (within,) = looks([*baked(0, 0, 600), long])
    assert within.start_s == 600
    assert within.detail.endswith(IN_HAND)


def test_another_trays_alarm_is_kept_a_minute_away() -> None:
    turn = step(Kind.TURN, 1, 600, 620, Lane.HANDS)
    (look,) = looks([*baked(0, 0, 600), turn])
    assert look.start_s == 660
