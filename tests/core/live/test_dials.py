"""In which oven each tray stands, and what is learned of an oven that was set to more than one heat."""

from datetime import timedelta

import pytest

from finebatch.core.day import Kind
from finebatch.core.live.brief import Brief
from finebatch.core.live.dials import in_or_next, stands_in, traits_of
from finebatch.core.live.oven import OvenReading
from tests.core.live.kit import Evening
from tests.day_kit import planned, simple

DIALS = (180.0, 150.0, 180.0)


def evening() -> Evening:
    found = Evening(planned(simple(3)))
    found.brief = Brief(plan=found.plan, dial_c=DIALS)
    return found


def test_an_oven_is_held_against_the_setting_of_what_was_in_it() -> None:
    found = evening()
    while left := found.left():
        found.do(left[0])
    readings = []
    for n, load in enumerate(found.facts.loads):
        assert load.in_at is not None
        readings += [
            OvenReading(at=load.in_at + timedelta(seconds=10 * k), read_c=DIALS[n] - 7 + k % 2) for k in range(1, 60)
        ]
    (trait,) = traits_of(found.running, found.facts, {1: sorted(readings, key=lambda one: one.at)})
    assert trait.off_k == pytest.approx(-6.5, abs=6)
    assert traits_of(found.running, found.facts, {2: readings}) == ()


def test_what_is_in_the_oven_or_next_says_its_setting() -> None:
    found = evening()
    assert set(stands_in(found.running).values()) == {1}
    first = in_or_next(found.running, found.facts)[1]
    found.until(lambda one: one.step_kind is Kind.UNLOAD)
    assert in_or_next(found.running, found.facts)[1] == first
    while left := found.left():
        found.do(left[0])
    assert in_or_next(found.running, found.facts) == {}
