"""What the kitchen allows at a time: hands, bowls, trays, racks, room in the fridge and on the cooling rack."""

from pydantic import Field

from ..base import Value


class Limits(Value):
    """The kitchen's limits. `ovens` are rack positions of each; `trays` how many of each kind; temperatures within
    `near_c` share an oven; `shelf` units of fridge, `tray_shelves` raw trays it can hold as well, `area_cm2` of cooling rack."""

    hands: int = Field(default=1, ge=1, le=2)
    mixers: int = Field(default=1, ge=1, le=2)
    bowls: int = Field(default=2, ge=1, le=8)
    shelf: int = Field(default=8, ge=0, le=40)
    tray_shelves: int = Field(default=0, ge=0, le=4)
    ovens: tuple[int, ...] = Field(default=(2,), min_length=1, max_length=2)
    preheat_s: int = Field(default=1200, ge=0)
    trays: dict[str, int]
    tray_cool_s: int = Field(default=480, ge=0)
    area_cm2: int = Field(default=4000, ge=0)
    load_s: int = 30
    unload_s: int = 45
    heats_c_min: float = 8.0
    cools_c_min: float = 4.0
    near_c: float = 5.0
    pause_s: int = 900
    park_max_s: int = 8 * 3600
