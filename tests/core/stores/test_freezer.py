"""What is put away: first in first out, never longer than is cautious, and into a day."""

from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.base.problems import Refusal
from finebatch.core.bench import assess, unbaked
from finebatch.core.kitchen import Kitchen
from finebatch.core.stores.freezer import Cold, Keeps, Put, Taken, firsts, kept, to_bake, unlikely_put
from tests.kit import cut_dough, drop_dough

TODAY = date(2026, 11, 27)


def put(days_ago: int = 0, **about: object) -> Put:
    return Put.model_validate({"name": "Deck Drops", "count": 24, "made_on": TODAY - timedelta(days=days_ago), **about})


@given(
    st.sampled_from(Keeps), st.sampled_from(Cold), st.booleans(), st.integers(0, 300), st.none() | st.integers(-10, 400)
)
def test_no_date_of_ones_own_is_longer_than_cautious(
    keeps: Keeps, at: Cold, raw_egg: bool, age: int, own: int | None
) -> None:
    own_day = None if own is None else TODAY + timedelta(days=own)
    one = kept(put(age, keeps=keeps, at=at, keeps_until=own_day), "a", 1, TODAY, (4, 7), raw_egg)
    assert one.until <= one.at_most
    assert one.over == (one.until < TODAY)
    if own_day and own_day <= one.at_most:
        assert one.until == own_day


def test_raw_egg_keeps_shorter_and_frozen_longest() -> None:
    def days(**about: object) -> int:
        one = kept(put(**about), "a", 1, TODAY, None, bool(about.pop("egg", True)))
        return (one.until - TODAY).days

    with_egg = kept(put(at=Cold.FRIDGE), "a", 1, TODAY, None, True)
    without = kept(put(at=Cold.FRIDGE), "a", 1, TODAY, None, False)
    frozen = kept(put(), "a", 1, TODAY, None, True)
    assert with_egg.until < without.until < frozen.until


def test_crisp_ones_keep_longer_in_a_tin_than_soft_ones() -> None:
    soft, crisp = (unbaked(spec, Kitchen()) for spec in (drop_dough(), cut_dough()))
    assert soft
    assert crisp
    assert soft.keeps_days < crisp.keeps_days <= crisp.keeps_at_most_days


def test_the_oldest_that_is_left_goes_out_first() -> None:
    puts = [
        ("new", put(3)),
        ("old", put(60)),
        ("gone", put(90, taken={"a": Taken(count=24, on=TODAY)})),
        ("tin", put(80, keeps=Keeps.BAKED, at=Cold.TIN)),
    ]
    assert firsts(puts) == {"old", "tin"}


def test_two_devices_may_each_take_some() -> None:
    one = put(taken={"a": Taken(count=10, on=TODAY), "b": Taken(count=20, on=TODAY)})
    assert one.left == 0


def test_what_can_hardly_be_meant_is_asked() -> None:
    fields = {
        problem.field
        for problem in unlikely_put(put(-3, at=Cold.TIN, keeps_until=TODAY + timedelta(days=900)), None, True, TODAY)
    }
    assert fields == {"keeps_until", "made_on", "at"}


def test_frozen_pieces_go_into_a_day_frozen_or_thawed() -> None:
    one = put(spec=drop_dough())
    straight, thawed = to_bake(one, 12, False, Kitchen()), to_bake(one, 12, True, Kitchen())
    assert (straight.making.frozen, straight.making.thawed, straight.bake_now) == (True, False, 12)
    assert thawed.making.thawed
    logs = to_bake(put(spec=cut_dough(), keeps=Keeps.DISCS), 1, False, Kitchen())
    assert logs.making.thawed


def test_as_many_are_baked_as_were_asked_for_however_many_a_batch_makes() -> None:
    many = to_bake(put(spec=drop_dough(), count=90), 70, False, Kitchen())
    found = assess(many, Kitchen())
    assert found.trays
    assert sum(found.trays.loads) == 70


@pytest.mark.parametrize("each_g", [None, 150.0])
def test_logs_and_discs_are_baked_whole(each_g: float | None) -> None:
    batch = assess(cut_dough(), Kitchen()).dough
    two = to_bake(put(spec=cut_dough(), keeps=Keeps.DISCS, count=4, each_g=each_g), 2, False, Kitchen())
    dough = assess(two, Kitchen()).dough
    assert dough
    assert batch
    assert two.bake_now is None
    assert dough.mass_g == pytest.approx(2 * each_g if each_g else batch.mass_g / 2, rel=0.03)


@pytest.mark.parametrize(
    ("one", "count", "field"),
    [
        (put(spec=drop_dough()), 25, "count"),
        (put(), 3, "frozen"),
        (put(spec=drop_dough(), keeps=Keeps.BAKED), 3, "frozen"),
    ],
)
def test_what_is_not_there_cannot_be_baked(one: Put, count: int, field: str) -> None:
    with pytest.raises(Refusal) as caught:
        to_bake(one, count, False, Kitchen())
    assert caught.value.problem.field == field
