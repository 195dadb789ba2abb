"""What was paid for a pack, and what a gram costs by that."""

from collections.abc import Iterable
from datetime import date
from decimal import Decimal
from typing import Literal

from pydantic import Field, field_validator

from ..base import OneLine, Problem, Value, ask
from ..kitchen import Money
from .pantry import known_ingredient

OLD_DAYS = 365  # judgement: from then on a price is a guess at today's
YEARLY = Decimal("0.05")  # by which an old price may have gone up or down, a year: judgement
FORGOTTEN_DAYS = 3 * 365


class Price(Value):
    """What a pack of an ingredient was sold for, on a day, in a shop."""

    kind: Literal["price"] = "price"
    ingredient_id: str = Field(max_length=60)
    pack_g: float = Field(ge=1, le=50_000)
    paid: Money
    on: date
    shop: OneLine = Field(default="", max_length=60)

    _known = field_validator("ingredient_id")(known_ingredient)

    @field_validator("paid")
    @classmethod
    def _something(cls, paid: str) -> str:
        if Decimal(paid) == 0:
            raise ValueError("nothing is sold for 0: leave the price away where there is none")
        return paid

    @property
    def per_g(self) -> Decimal:
        """What a gram cost."""
        return Decimal(self.paid) / Decimal(str(self.pack_g))


class Cost(Value):
    """An amount of money, with the least and the most it may be: where prices differ or are old. In digits of no currency yet."""

    value: Decimal
    low: Decimal
    high: Decimal

    def times(self, factor: Decimal) -> "Cost":
        """So many of them."""
        return Cost(value=self.value * factor, low=self.low * factor, high=self.high * factor)

    def plus(self, other: "Cost") -> "Cost":
        """Both."""
        return Cost(value=self.value + other.value, low=self.low + other.low, high=self.high + other.high)


NOTHING = Cost(value=Decimal(0), low=Decimal(0), high=Decimal(0))


def per_gram(prices: Iterable[Price], today: date) -> Cost | None:
    """What a gram costs by the latest price, between the least and the most paid within three years; each price older than a year widened by 5%
    for every year beyond that. None without a price."""
    known = sorted(prices, key=lambda price: price.on)
    if not known:
        return None
    latest = known[-1]
    counted = [price for price in known if (today - price.on).days <= FORGOTTEN_DAYS] or [latest]
    lows, highs = zip(
        *((price.per_g * (1 - _aged(price, today)), price.per_g * (1 + _aged(price, today))) for price in counted),
        strict=True,
    )
    return Cost(value=latest.per_g, low=min(*lows, latest.per_g), high=max(*highs, latest.per_g))


def _aged(price: Price, today: date) -> Decimal:
    years = Decimal(max(0, (today - price.on).days - OLD_DAYS)) / Decimal(365)
    return min(Decimal("0.5"), YEARLY * (years + (1 if years else 0)))


def unlikely_price(price: Price, others: Iterable[Price]) -> list[Problem]:
    """What is asked of a price that is ten times another of the same ingredient, or a tenth: a slip of unit or point."""
    known = [one.per_g for one in others if one.ingredient_id == price.ingredient_id]
    if not known:
        return []
    usual = sorted(known)[len(known) // 2]
    times = price.per_g / usual
    if Decimal("0.15") < times < 7:
        return []
    said = f"{times:.0f} times" if times >= 1 else f"a {1 / times:.0f}th of"
    return [ask("paid", f"That is {said} what it cost before. Is it the price of this pack, and the pack in grams?")]
