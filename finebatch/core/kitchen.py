"""The baker's own kitchen: units, habits, oven and trays."""

from enum import StrEnum

from pydantic import Field

from .bakemodel.bakeware import Liner, TrayKind
from .oven import Scale
from .quantity import Habit
from .value import Value


class Units(StrEnum):
    """How lengths and weights are shown."""

    METRIC = "metric"
    US = "us"


class Tray(Value):
    """One size of tray: usable inner `width_mm` (along the oven door) and `depth_mm`, the height of its rim, its outer
    size where it was measured, and how many there are."""

    id: str = Field(min_length=1, max_length=40)
    name: str = Field(min_length=1, max_length=60)
    width_mm: float = Field(ge=60, le=900)
    depth_mm: float = Field(ge=60, le=900)
    kind: TrayKind = TrayKind.LIGHT
    count: int = Field(default=2, ge=1, le=8)
    rim_mm: float = Field(default=10.0, ge=0, le=80)
    outer_width_mm: float | None = Field(default=None, ge=60, le=1000)
    outer_depth_mm: float | None = Field(default=None, ge=60, le=1000)


class Kitchen(Value):
    """Everything a prediction or plan takes from the place where it happens."""

    units: Units = Units.METRIC
    scale: Scale = Scale.C
    habit: Habit = Habit()
    room_c: float = Field(default=20.0, ge=5, le=40)
    altitude_m: float = Field(default=0.0, ge=-400, le=5000)
    rack_positions: int = Field(default=2, ge=1, le=3)
    liner: Liner = Liner.PARCHMENT
    weighs_portions: bool = False
    trays: tuple[Tray, ...] = Field(
        default=(
            Tray(id="medium", name="Baking sheet", width_mm=350, depth_mm=250, count=2),
            Tray(id="small", name="Small sheet", width_mm=300, depth_mm=200, count=2),
        ),
        min_length=1,
        max_length=12,
    )

    def tray(self, tray_id: str) -> Tray:
        """The tray of that id; the first one if it is gone."""
        return next((tray for tray in self.trays if tray.id == tray_id), self.trays[0])
