"""How two bakes of a dough differ, as it is told."""

from enum import StrEnum

from ..base import Value
from ..bench import LineChange


class Unexplained(StrEnum):
    """What the unexplained rest is likely to be."""

    USUAL = "usual"
    PERHAPS = "perhaps"
    SOMETHING = "something"


class Rest(Value):
    """Of one figure (mm or min): what was `seen`, the `rest` that no change explains, how far that may be from nothing when nothing else was
    changed (`give`, nine in ten), how far two bakes that are alike in all may differ (`noise`, nine in ten), and the smallest hidden change
    that would be noticed."""

    seen: float
    rest: float
    give: float
    noise: float
    least: float
    verdict: Unexplained


class ChangeShare(Value):
    """One thing that was changed, said, and its share of the difference in mm and min, each give or take (nine in ten). `small`: too
    small to be told by one bake."""

    kind: str
    saying: str
    wider_mm: float
    wider_give_mm: float
    longer_min: float
    longer_give_min: float
    small: bool


class Difference(Value):
    """From one bake to another: the lines that differ, each change's share, and what is left."""

    lines: tuple[LineChange, ...]
    changes: tuple[ChangeShare, ...]
    width: Rest | None
    minutes: Rest | None
