"""What the trade says of each family: ranges of width, height and minutes as looks in nobody's kitchen (`reference/trade_looks.json`)."""

import json
from functools import cache
from importlib.resources import files

from ..base import Value
from .look import Look, Nominal, Said
from .unknowns import Output


class TradeLook(Value):
    """A dough of the trade with the model's nominal, and what is said of it: (ln, sd) by output."""

    name: str
    family: str
    nominal: Nominal
    said: dict[str, tuple[float, float]]


@cache
def trade_looks() -> tuple[Look, ...]:
    """One for each calibration bake and each family's starter."""
    text = files("finebatch.reference").joinpath("trade_looks.json").read_text(encoding="utf-8")
    return tuple(_look(TradeLook.model_validate(one)) for one in json.loads(text))


def _look(one: TradeLook) -> Look:
    said = tuple(Said(Output[name.upper()], value, sd) for name, (value, sd) in one.said.items())
    return Look(f"trade {one.name}", one.nominal, "", ((one.family, 1.0),), f"trade {one.name}", said)


@cache
def trade_of(families: frozenset[str]) -> tuple[Look, ...]:
    """The looks of some families."""
    return tuple(look for look in trade_looks() if look.families[0][0] in families)
