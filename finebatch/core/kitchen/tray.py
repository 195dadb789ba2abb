"""One kind of tray, and how many there are."""

from pydantic import Field

from ..base import OneLine, Value
from .bakeware import TrayKind


class Tray(Value):
    """One size of tray: usable inner `width_mm` (along the oven door) and `depth_mm`, the height of its rim, its outer
    size where it was measured, and how many there are."""

    id: str = Field(min_length=1, max_length=40)
    name: OneLine = Field(min_length=1, max_length=60)
    width_mm: float = Field(ge=60, le=900)
    depth_mm: float = Field(ge=60, le=900)
    kind: TrayKind = TrayKind.LIGHT
    count: int = Field(default=2, ge=1, le=8)
    rim_mm: float = Field(default=10.0, ge=0, le=80)
    outer_width_mm: float | None = Field(default=None, ge=60, le=1000)
    outer_depth_mm: float | None = Field(default=None, ge=60, le=1000)
