"""Trays, liners and ways of finishing, in the model's terms. Set by hand from heat-transfer handbooks, not fitted."""

from dataclasses import dataclass
from enum import StrEnum

from ..kitchen import Liner, TrayKind


class EndStyle(StrEnum):
    """When the baker calls it done."""

    SOFT = "soft"
    GOOEY = "gooey"
    TENDER = "tender"
    GOLDEN = "golden"
    PAN = "pan"
    LOG_FIRST = "log_first"
    WAFER = "wafer"
    CRISP = "crisp"


@dataclass(frozen=True)
class TrayHeat:
    """`contact` relative conductance to the dough, `capacity_j_m2k`, `under_w_m2k` from the oven, `slip` multiplier."""

    contact: float
    capacity_j_m2k: float
    under_w_m2k: float
    slip: float


TRAY_HEAT = {
    TrayKind.LIGHT: TrayHeat(1.0, 3600.0, 40.0, 1.0),
    TrayKind.DARK: TrayHeat(1.0, 4300.0, 50.0, 1.0),
    TrayKind.INSULATED: TrayHeat(0.45, 5200.0, 34.0, 1.10),
    TrayKind.SILICONE: TrayHeat(0.58, 4700.0, 35.0, 1.15),
}

# From the oven to a loose piece's tray the bare tray around it helps; a slab covers its own. Handbook figures, not fitted.
TRAY_UNDER_W_M2K = 40.0
SHEET_UNDER_W_M2K = 32.0
PAN_UNDER_W_M2K = 38.0

# liner: (contact multiplier, slip multiplier)
LINER_HEAT = {
    Liner.PARCHMENT: (1.0, 1.0),
    Liner.BARE: (1.12, 1.10),
    Liner.GREASED: (1.03, 3.0),
    Liner.MAT: (1.0, 1.0),
}


@dataclass(frozen=True)
class EndPoint:
    """Core temperature (°C) and browning index at first done and at last good; None where the cue is not used.

    `span` scales the simulated time. Crisp pieces are judged by remaining water instead.
    """

    core_first_c: float | None
    core_last_c: float | None
    brown_first: float | None
    brown_last: float | None
    span: float


END_POINT = {
    EndStyle.SOFT: EndPoint(79, 95, 0.28, 0.62, 0.62),
    EndStyle.GOOEY: EndPoint(72, 84, None, None, 0.42),
    EndStyle.TENDER: EndPoint(91, 100, 0.24, 0.80, 0.72),
    EndStyle.GOLDEN: EndPoint(101, 109, 0.70, 1.7, 1.0),
    EndStyle.PAN: EndPoint(101, 108, 0.24, 1.7, 1.35),
    EndStyle.LOG_FIRST: EndPoint(93, 97, None, None, 0.72),
    EndStyle.WAFER: EndPoint(76, 99, 0.105, 0.14, 0.62),
    EndStyle.CRISP: EndPoint(None, None, None, None, 1.35),
}
