"""What can a card claim of its batch?"""

from dataclasses import dataclass
from enum import StrEnum

from pydantic import Field

from ...base import Value


class ClaimKind(StrEnum):
    """What is claimed; the unit is in the name."""

    YIELD_PIECES = "yield_pieces"
    PORTION_G = "portion_g"
    SPOON_ML = "spoon_ml"
    BALL_MM = "ball_mm"
    CUTTER_MM = "cutter_mm"
    THICKNESS_MM = "thickness_mm"
    LOG_MM = "log_mm"
    SLICE_MM = "slice_mm"
    PAN_MM = "pan_mm"
    SPACING_MM = "spacing_mm"
    OVEN_C = "oven_c"
    FAN_C = "fan_c"
    GAS_MARK = "gas_mark"
    BAKE_MIN = "bake_min"
    SECOND_BAKE_MIN = "second_bake_min"
    SECOND_OVEN_C = "second_oven_c"
    CHILL_MIN = "chill_min"
    STAND_MIN = "stand_min"
    TRAY_REST_MIN = "tray_rest_min"
    LINING = "lining"
    FORM = "form"
    DONE_WHEN = "done_when"


class Claim(Value):
    """One thing a card says. `low`..`high` in the kind's unit, `across` the second side of a pan or cutter, `word` what is no number.

    `start`..`end` is where it stands in the card; `by_hand` one that the baker said instead; `sure` is false where the unit or the figure was supposed.
    """

    kind: ClaimKind
    low: float | None = Field(default=None, ge=0)
    high: float | None = Field(default=None, ge=0)
    across: float | None = Field(default=None, ge=0)
    word: str = ""
    text: str = ""
    start: int = 0
    end: int = 0
    sure: bool = True
    note: str = ""  # what was supposed
    by_hand: bool = False
    conflict: str = ""  # why it cannot be meant as it stands


@dataclass(frozen=True)
class Passage:
    """A stretch of a card that may claim something: its words and where they begin."""

    text: str
    start: int
