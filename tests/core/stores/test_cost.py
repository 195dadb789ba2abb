"""Money: to the last digit, with a range where prices differ, scaled with the dough."""

from datetime import date, timedelta
from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from finebatch.core.day.steps.step import Kind
from finebatch.core.kitchen import Housekeeping, Kitchen, digits_of, written
from finebatch.core.stores.cost import Packaging, cost_of, energy_cost, energy_kwh_of_day, sum_of
from finebatch.core.stores.needs import needs_of
from finebatch.core.stores.prices import Cost, Price, per_gram, unlikely_price
from tests.day_kit import planned, simple
from tests.kit import cut_dough, drop_dough

TODAY = date(2026, 11, 27)


def price(id: str, paid: str, pack_g: float = 1000, days_ago: int = 10) -> Price:
    return Price(ingredient_id=id, pack_g=pack_g, paid=paid, on=TODAY - timedelta(days=days_ago))


def per_g(*prices: Price) -> dict[str, Cost]:
    found = {
        one.ingredient_id: per_gram([p for p in prices if p.ingredient_id == one.ingredient_id], TODAY)
        for one in prices
    }
    return {id: cost for id, cost in found.items() if cost}


ALL = per_g(
    price("flour_ap", "1.19"), price("butter_unsalted", "2.89", 250), price("sugar_granulated", "1.09"), price("egg_whole", "3.40", 500),
    price("sugar_light_brown", "2.10", 500), price("choc_dark_chopped", "2.99", 200), price("margarine_stick", "0.99", 250),
)  # fmt: skip


@given(st.floats(0.1, 20))
def test_cost_of_a_scaled_dough_scales(times: float) -> None:
    # No egg: those are bought whole.
    spec = cut_dough(lines=tuple(line for line in cut_dough().lines if "egg" not in line.text))
    one, many = (sum_of(needs_of(spec, Kitchen().habit, factor), ALL) for factor in (1.0, times))
    assert float(many.value) == pytest.approx(times * float(one.value), rel=1e-12)
    assert many.low <= many.value <= many.high


@given(
    st.lists(
        st.tuples(st.decimals("0.01", "99", places=2), st.integers(0, 1500), st.sampled_from([250, 500, 1000])),
        min_size=1,
        max_size=6,
    )
)
def test_a_price_lies_in_its_range(paid: list[tuple[Decimal, int, int]]) -> None:
    found = per_gram([price("flour_ap", str(amount), pack_g, days) for amount, days, pack_g in paid], TODAY)
    assert found
    assert found.low <= found.value <= found.high


def test_an_old_price_is_widened_and_a_forgotten_one_left_out() -> None:
    new, old, forgotten = (
        price("flour_ap", "1.00"),
        price("flour_ap", "1.00", days_ago=800),
        price("flour_ap", "0.10", days_ago=2000),
    )
    fresh, aged = per_gram([new, forgotten], TODAY), per_gram([old], TODAY)
    assert fresh
    assert fresh.low == fresh.value == fresh.high
    assert aged
    assert aged.low < aged.value < aged.high


@pytest.mark.parametrize(("currency", "said"), [("EUR", "2.34"), ("JPY", "2"), ("KWD", "2.345")])
def test_money_has_its_currencys_own_digits(currency: str, said: str) -> None:
    assert written(Decimal("2.3449"), currency) == said
    assert digits_of(currency) == len(said.partition(".")[2])


@pytest.mark.parametrize("paid", ["0", "0.00", "-1", "free", "1.2.3", "1e5", ""])
def test_what_is_no_price_is_refused(paid: str) -> None:
    with pytest.raises(ValidationError):
        price("flour_ap", paid)


@pytest.mark.parametrize(("paid", "asked"), [("1.29", False), ("3.00", False), ("11.90", True), ("0.12", True)])
def test_a_price_in_another_unit_is_asked_about(paid: str, asked: bool) -> None:
    before = [price("flour_ap", "1.19"), price("flour_ap", "1.09"), price("butter_unsalted", "2.89", 250)]
    assert bool(unlikely_price(price("flour_ap", paid), before)) is asked
    assert unlikely_price(price("tahini", paid), before) == []


def test_a_comma_is_a_point() -> None:
    assert price("flour_ap", "3,49").paid == "3.49"


def test_the_dearest_comes_first_and_what_has_no_price_is_named() -> None:
    found = cost_of(drop_dough(), Kitchen(), ALL)
    priced = [line for line in found.lines if line.cost]
    assert [line.cost.value for line in priced] == sorted((line.cost.value for line in priced), reverse=True)  # type: ignore[union-attr]
    assert sum(line.share_pct for line in priced) == pytest.approx(100)
    assert "Vanilla extract" in found.unpriced
    assert found.each
    assert found.each.value * found.count == pytest.approx(found.batch.value)


def test_packaging_comes_on_top() -> None:
    found = cost_of(drop_dough(), Kitchen(), ALL, Packaging(name="Bag", each="0.60", pieces=6))
    assert found.each
    assert found.packed_each
    assert found.packed_each.value - found.each.value == Decimal("0.1")


def test_the_stand_in_that_saves_most_is_named_with_what_it_does() -> None:
    saving = cost_of(drop_dough(), Kitchen(), ALL).saving
    assert saving
    assert saving.saves > 0
    assert saving.consequence
    # None of the ingredients of what stands in is without a price.
    assert (
        cost_of(drop_dough(), Kitchen(), {id: cost for id, cost in ALL.items() if id != "margarine_stick"}).saving
        != saving
    )


def test_energy_is_paid_by_its_own_unit() -> None:
    one = Cost(value=Decimal(10), low=Decimal(9), high=Decimal(11))
    assert energy_cost(one, Kitchen()) is None
    for unit, value in (("kwh", "3.00"), ("m3", "0.2844"), ("therm", "0.1024")):
        found = energy_cost(
            one, Kitchen(stores=Housekeeping.model_validate({"energy_price": "0.30", "energy_unit": unit}))
        )
        assert found
        assert float(found.value) == pytest.approx(float(value), abs=1e-4)


def test_a_days_oven_is_on_from_its_first_load_to_its_last() -> None:
    plan = planned(simple(3))
    bakes = [step for step in plan.steps if step.kind is Kind.BAKE]
    on_h = (max(step.end_s for step in bakes) - min(step.start_s for step in bakes)) / 3600
    found = energy_kwh_of_day(plan, Kitchen())
    assert found.low < found.value < found.high
    assert float(found.high - found.low) == pytest.approx(2.5 * on_h * 0.3, rel=1e-6)
