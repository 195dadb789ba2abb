"""How this household shops and pays: whether it keeps a pantry, in what currency, in which order it walks the shop."""

import re
from decimal import Decimal
from enum import StrEnum
from typing import Annotated

from pydantic import AfterValidator, Field, field_validator
from pydantic_core import PydanticCustomError

from ..base import OneLine, Value

_MONEY = re.compile(r"\d{1,7}([.,]\d{1,4})?")


def _money(text: str) -> str:
    if not _MONEY.fullmatch(text.strip()):
        raise PydanticCustomError("money", "Give an amount of money in figures, such as 3.49.")
    return text.strip().replace(",", ".")


# An amount of money as it is written, never a float: "3.49". In the kitchen's own currency.
Money = Annotated[str, Field(max_length=13), AfterValidator(_money)]

# Currencies with other than two digits behind the point (ISO 4217).
_DIGITS = {
    **dict.fromkeys(
        ("BIF", "CLP", "DJF", "GNF", "ISK", "JPY", "KMF", "KRW", "PYG", "RWF", "UGX", "UYI", "VND", "VUV", "XAF", "XOF", "XPF"), 0,
    ),
    **dict.fromkeys(("BHD", "IQD", "JOD", "KWD", "LYD", "OMR", "TND"), 3),
}  # fmt: skip


def digits_of(currency: str) -> int:
    """How many digits behind the point a currency has.

    >>> digits_of("JPY"), digits_of("EUR"), digits_of("KWD")
    (0, 2, 3)
    """
    return _DIGITS.get(currency, 2)


def written(amount: Decimal, currency: str) -> str:
    """An amount to its currency's own digits.

    >>> written(Decimal("2.345"), "EUR"), written(Decimal("2.5"), "JPY")
    ('2.34', '2')
    """
    return str(amount.quantize(Decimal(1).scaleb(-digits_of(currency))))


class EnergyUnit(StrEnum):
    """What energy is paid by: kilowatt hours of either, cubic metres or therms of gas."""

    KWH = "kwh"
    M3 = "m3"
    THERM = "therm"


# kWh in one of them: gross heat of natural gas, as bills convert it; a therm by its definition.
KWH_IN = {EnergyUnit.KWH: Decimal(1), EnergyUnit.M3: Decimal("10.55"), EnergyUnit.THERM: Decimal("29.3071")}

AISLES = ("Flour and sugar", "Dairy and eggs", "Nuts and fruit", "Chocolate and sweets", "Spices and raising", "Other")


class Housekeeping(Value):
    """How this household shops, pays and labels. `aisles` are in the order in which it walks the shop; `aisle_of` is where an ingredient
    stands there, if not where it usually does."""

    keeps_pantry: bool = False
    currency: str = Field(default="EUR", pattern="^[A-Z]{3}$")
    oven_kw: float = Field(default=2.5, ge=0.3, le=20)
    energy_price: Money | None = None
    energy_unit: EnergyUnit = EnergyUnit.KWH
    aisles: tuple[OneLine, ...] = Field(default=AISLES, min_length=1, max_length=20)
    aisle_of: dict[str, str] = Field(default={})
    may_contain: OneLine = Field(default="", max_length=120)  # what this kitchen says of traces, on every label
    maker: OneLine = Field(default="", max_length=80)

    @field_validator("aisle_of")
    @classmethod
    def _few(cls, aisle_of: dict[str, str]) -> dict[str, str]:
        if len(aisle_of) > 400 or any(len(word) > 60 for pair in aisle_of.items() for word in pair):
            raise ValueError("these are too many, or too long")
        return aisle_of
