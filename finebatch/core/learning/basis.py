"""Where a prediction comes from, said plainly."""

from enum import StrEnum

from ..base import Interval, Value


class Doubted(Value):
    """Something said that all the rest contradicts, and is therefore not believed: `what` is "minutes" or "width", of look `id` (empty
    for the card's claim); `said` against `low`..`high` expected, in min or mm; `believed` from 1 to 0."""

    id: str
    what: str
    said: float
    low: float
    high: float
    believed: float


class Basis(Value):
    """What a prediction rests on beside the formula: bakes of this dough and of others here, the card's own minutes or spacing; and what of
    it is not believed."""

    own_bakes: int
    other_bakes: int
    card: bool
    doubted: tuple[Doubted, ...] = ()


class Source(StrEnum):
    """What something is known from."""

    FAMILY = "family"
    CARD = "card"
    OTHERS = "others"
    OWN = "own"  # all bakes of the dough together
    BAKE = "bake"
    OLDER = "older"


class Evidence(Value):
    """One thing that is known (a bake's `id`), and how it moved width (mm) and the middle of the window (min): what the prediction would
    be without it, and the weight it has among the rest."""

    source: Source
    id: str = ""
    wider_mm: float
    longer_min: float
    without_width_mm: Interval
    without_first_min: Interval
    believed: float
    doubted: bool  # hardly believed: it contradicts the rest


class Evidences(Value):
    """The model alone, with all that is known, and each thing that moved it, the family first."""

    alone_width_mm: Interval
    alone_first_min: Interval
    width_mm: Interval
    first_min: Interval
    pieces: tuple[Evidence, ...]
