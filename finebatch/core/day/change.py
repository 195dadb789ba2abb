"""A change of mind, or of fortune, while the day runs."""

from typing import Annotated, Literal

from pydantic import Field

from ..base import Moment, Value
from .work.work import PinPoint


class BakesLonger(Value):
    """A load needs more minutes: the oven is slow."""

    kind: Literal["bakes_longer"] = "bakes_longer"
    load: int = Field(ge=0)
    minutes: float = Field(gt=0, le=90)


class OvenSlower(Value):
    """Every bake still to come takes this share longer."""

    kind: Literal["oven_slower"] = "oven_slower"
    percent: float = Field(gt=0, le=100)


class TrayBroken(Value):
    """One tray of a kind is out of use."""

    kind: Literal["tray_broken"] = "tray_broken"
    tray: str = Field(max_length=40)


class DoughDropped(Value):
    """A dough is not made, or no more of it is shaped."""

    kind: Literal["dough_dropped"] = "dough_dropped"
    dough: int = Field(ge=0)


class TimeLost(Value):
    """Nothing is begun for so long."""

    kind: Literal["time_lost"] = "time_lost"
    minutes: float = Field(gt=0, le=24 * 60)


class HelperComes(Value):
    """A second pair of hands is there from now on."""

    kind: Literal["helper_comes"] = "helper_comes"


class HelperGoes(Value):
    """The baker is alone from now on, once what the helper has in hand is done."""

    kind: Literal["helper_goes"] = "helper_goes"


class DoughNotReady(Value):
    """A dough in the fridge is not firm yet, and needs so long from now."""

    kind: Literal["dough_not_ready"] = "dough_not_ready"
    dough: int = Field(ge=0)
    minutes: float = Field(gt=0, le=24 * 60)


class Pinned(Value):
    """A step is to begin at a time (or, without one, no longer has to)."""

    kind: Literal["pinned"] = "pinned"
    what: PinPoint
    index: int = Field(ge=0)
    at: Moment | None = None


AnyChange = (
    BakesLonger | OvenSlower | TrayBroken | DoughDropped | TimeLost | HelperComes | HelperGoes | DoughNotReady | Pinned
)


Change = Annotated[AnyChange, Field(discriminator="kind")]
