"""The place: what the kitchen has, and how its baker works."""

from enum import StrEnum

from pydantic import Field, field_validator

from ..base import Value
from .bakeware import Liner
from .habit import Habit
from .housekeeping import Housekeeping
from .keeping import BackupRule
from .oven import Scale
from .tray import Tray


class Units(StrEnum):
    """How lengths and weights are shown."""

    METRIC = "metric"
    US = "us"


class Clock(StrEnum):
    """How the time of day is shown."""

    H24 = "24h"
    H12 = "12h"


class DateOrder(StrEnum):
    """In which order day, month and year stand."""

    DMY = "dmy"
    MDY = "mdy"
    YMD = "ymd"


class Kitchen(Value):
    """Everything a prediction or plan takes from the place where it happens."""

    units: Units = Units.METRIC
    scale: Scale = Scale.C
    clock: Clock | None = None  # None: as the units have it, as for the dates
    dates: DateOrder | None = None
    introduced: bool = False  # the first questions were answered, or passed by
    habit: Habit = Habit()
    room_c: float = Field(default=20.0, ge=5, le=40)
    altitude_m: float = Field(default=0.0, ge=-400, le=5000)
    rack_positions: int = Field(default=2, ge=1, le=3)
    liner: Liner = Liner.PARCHMENT
    weighs_portions: bool = False
    ovens: int = Field(default=1, ge=1, le=2)
    oven_number: int = Field(
        default=1, ge=1, le=99
    )  # a new oven has a new number: what was learned of the old one is not its
    bowls: int = Field(default=3, ge=1, le=8)
    shelf_doughs: int = Field(default=4, ge=0, le=20)  # doughs the fridge holds at once
    tray_shelves: int = Field(default=0, ge=0, le=4)  # raw trays it holds as well
    cooling_cm2: int = Field(default=3600, ge=200, le=40_000)
    backup: BackupRule = BackupRule()
    stores: Housekeeping = Housekeeping()
    paces: dict[str, float] = Field(default={})  # the baker's own seconds for steps, by the step's name
    trays: tuple[Tray, ...] = Field(
        default=(
            Tray(id="medium", name="Baking sheet", width_mm=350, depth_mm=250, count=2),
            Tray(id="small", name="Small sheet", width_mm=300, depth_mm=200, count=2),
        ),
        min_length=1,
        max_length=12,
    )

    @field_validator("paces")
    @classmethod
    def _possible(cls, paces: dict[str, float]) -> dict[str, float]:
        if len(paces) > 40 or any(not 0.5 <= seconds <= 7200 for seconds in paces.values()):
            raise ValueError("a step takes from half a second to two hours")
        return paces

    def tray(self, tray_id: str) -> Tray:
        """The tray of that id; the first one if it is gone."""
        return next((tray for tray in self.trays if tray.id == tray_id), self.trays[0])
