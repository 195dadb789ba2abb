"""Packs cover what is needed with the least over."""

from decimal import Decimal
from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.stores.packs import Bought, PackSize, packs_for

SIZES = st.lists(st.sampled_from([100, 200, 250, 340, 500, 1000, 1500]), min_size=1, max_size=3, unique=True)


@given(st.integers(1, 4000), SIZES)
def test_no_other_packs_would_leave_less(need_g: int, sizes: list[int]) -> None:
    bought = packs_for(need_g, [PackSize(mass_g=size) for size in sizes])
    over_g = sum(one.count * one.mass_g for one in bought) - need_g
    assert over_g >= -1e-6
    most = [range(-(-need_g // size) + 1) for size in sizes]
    ways = (sum(n * size for n, size in zip(way, sizes, strict=True)) for way in product(*most))
    assert over_g == pytest.approx(min(total - need_g for total in ways if total >= need_g))


def test_of_packs_as_good_the_cheapest_are_taken() -> None:
    small, large = PackSize(mass_g=250, paid=Decimal("1.00")), PackSize(mass_g=500, paid=Decimal("2.50"))
    assert packs_for(500, [small, large]) == (Bought(count=2, mass_g=250),)
    assert packs_for(500, [small, large.but(paid=Decimal("1.90"))]) == (Bought(count=1, mass_g=500),)


def test_nothing_needed_is_nothing_bought() -> None:
    assert packs_for(0, [PackSize(mass_g=500)]) == ()
    assert packs_for(500, []) == ()


def test_very_many_packs_are_still_worked_out_at_once() -> None:
    bought = packs_for(90_000, [PackSize(mass_g=40), PackSize(mass_g=250), PackSize(mass_g=333), PackSize(mass_g=500)])
    assert sum(one.count * one.mass_g for one in bought) == 90_000
