"""What it costs."""

from datetime import date
from decimal import Decimal
from typing import Annotated

from fastapi import APIRouter, Query, Response
from pydantic import Field

from ...core.base import Problem, Value
from ...core.kitchen import written
from ...core.stores import BatchCost, Cost, Packaging, Price, cost_of, energy_cost, energy_kwh_of_day, unlikely_price
from ...formats.stores import prices_from_csv, prices_to_csv
from ...store import doughs, kitchen, plans, stores
from ..deps import Reading
from ..files import dated_file

router = APIRouter(prefix="/api/costs", tags=["stores"])


class DayCost(Value):
    """What the oven of a day takes, and what that costs, where its price is known."""

    energy_kwh: Cost
    energy: Cost | None


class PriceTable(Value):
    """A table of prices, as text."""

    text: str = Field(max_length=200_000)


class ReadPrices(Value):
    """The prices of a table, and what of it could not be read."""

    prices: tuple[Price, ...]
    problems: tuple[Problem, ...]


@router.get("/doughs/{dough_id}", operation_id="costOfDough")
def cost_of_dough(
    dough_id: str, db: Reading, packaging_id: Annotated[str | None, Query(max_length=64)] = None
) -> BatchCost:
    """One batch of a dough, in the kitchen's currency."""
    packaging = stores.get(db, packaging_id).thing if packaging_id else None
    place = kitchen.get(db).kitchen
    found = cost_of(
        doughs.get(db, dough_id).spec,
        place,
        stores.prices_per_g(stores.known_prices(db), date.today()),
        packaging if isinstance(packaging, Packaging) else None,
    )
    return _rounded(found, place.stores.currency)


def _rounded(found: BatchCost, currency: str) -> BatchCost:
    """Sums to the currency's own digits, once, at the end."""
    whole = {
        name: _written(getattr(found, name), currency)
        for name in ("ingredients", "energy", "batch", "each", "packed_each")
    }
    lines = tuple(line.model_copy(update={"cost": _written(line.cost, currency)}) for line in found.lines)
    saving = found.saving and found.saving.model_copy(update={"saves": Decimal(written(found.saving.saves, currency))})
    return found.model_copy(update={**whole, "lines": lines, "saving": saving})


def _written(cost: Cost | None, currency: str) -> Cost | None:
    if cost is None:
        return None
    value, low, high = (Decimal(written(amount, currency)) for amount in (cost.value, cost.low, cost.high))
    return Cost(value=value, low=low, high=high)


@router.get("/plans/{plan_id}", operation_id="costOfPlan")
def cost_of_plan(plan_id: str, db: Reading) -> DayCost:
    """The oven's energy by a plan's own minutes."""
    place = kitchen.get(db).kitchen
    kwh = energy_kwh_of_day(plans.get(db, plan_id).plan, place)
    return DayCost(energy_kwh=kwh, energy=_written(energy_cost(kwh, place), place.stores.currency))


@router.post("/check", operation_id="checkPrice")
def check_price(price: Price, db: Reading) -> tuple[Problem, ...]:
    """What is asked of a price before it is written down; nothing where it may well be meant."""
    return tuple(unlikely_price(price, stores.known_prices(db).get(price.ingredient_id, ())))


@router.get(
    "/table", operation_id="exportPrices", response_class=Response, responses={200: {"content": {"text/csv": {}}}}
)
def export_prices(db: Reading) -> Response:
    """All prices as a table."""
    prices = [price for mine in stores.known_prices(db).values() for price in mine]
    return Response(prices_to_csv(prices), media_type="text/csv; charset=utf-8", headers=dated_file("prices", "csv"))


@router.post("/table", operation_id="readPrices")
def read_prices(table: PriceTable) -> ReadPrices:
    """The prices of a table; nothing is saved."""
    prices, problems = prices_from_csv(table.text)
    return ReadPrices(prices=prices, problems=problems)
