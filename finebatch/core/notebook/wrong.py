"""What went wrong, as it is asked and told."""

from enum import StrEnum
from functools import cache

from ..base import Value, number, rows


class Symptom(StrEnum):
    """What is seen or tasted (`reference/faults.csv`)."""

    SPREAD_TOO_MUCH = "spread_too_much"
    SPREAD_TOO_LITTLE = "spread_too_little"
    DOMED_CAKEY = "domed_cakey"
    TOUGH = "tough"
    HARD_AS_STONE = "hard_as_stone"
    CRUMBLY_DOUGH = "crumbly_dough"
    STICKY_DOUGH = "sticky_dough"
    CRACKED_LOGS = "cracked_logs"
    SLICES_CRUMBLE = "slices_crumble"
    BURNT_EDGE_RAW_MIDDLE = "burnt_edge_raw_middle"
    UNEVEN_TRAY = "uneven_tray"
    PALE = "pale"
    TOO_DARK = "too_dark"
    DARK_UNDERSIDE = "dark_underside"
    GREASY = "greasy"
    SHAPE_LOST = "shape_lost"
    RAISED_PAN_EDGES = "raised_pan_edges"
    STUCK = "stuck"
    SOFT_AFTER_A_DAY = "soft_after_a_day"
    HARD_AFTER_A_DAY = "hard_after_a_day"
    FLAT_LACY = "flat_lacy"
    JOINED_EDGES = "joined_edges"
    HOLLOW = "hollow"
    UNEVEN_SIZES = "uneven_sizes"


class Sign(Value):
    """One piece of evidence, in a sentence: for the cause, against it, or neither (None)."""

    saying: str
    speaks_for: bool | None


class LikelyCause(Value):
    """A cause with its share of all (0 to 1), the evidence from this dough, this bake and this oven, and the one change to try: what it is
    expected to do to the width (mm) and the minutes, where the model can tell."""

    cause: str
    words: str
    share: float
    signs: tuple[Sign, ...]
    next: str
    wider_mm: float | None = None
    longer_min: float | None = None


class Listed(Value):
    """What the facts say of a symptom: a cause, its weight, and words for one that the model cannot bake."""

    cause: str
    weight: float
    saying: str
    next: str


@cache
def listed() -> dict[Symptom, tuple[Listed, ...]]:
    """The causes of each symptom."""
    found: dict[Symptom, list[Listed]] = {}
    for row in rows("faults"):
        one = Listed(cause=row["cause"], weight=number(row["weight"]), saying=row["saying"], next=row["next"])
        found.setdefault(Symptom(row["symptom"]), []).append(one)
    return {symptom: tuple(causes) for symptom, causes in found.items()}
