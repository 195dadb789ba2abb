"""What is printed at 1:1, as marks in millimetres."""

from enum import StrEnum
from typing import Literal

from pydantic import Field

from .geometry import Ring
from .value import Value


class Ink(StrEnum):
    """How a mark is drawn: the edge of a tray, pan or sheet; a cut; the likely cookie; the widest one; faint help."""

    EDGE = "edge"
    CUT = "cut"
    LIKELY = "likely"
    WIDEST = "widest"
    FAINT = "faint"


class RingMark(Value):
    """A closed outline."""

    kind: Literal["ring"] = "ring"
    ink: Ink
    points: Ring


class RoundMark(Value):
    """A circle."""

    kind: Literal["round"] = "round"
    ink: Ink
    x_mm: float
    y_mm: float
    diameter_mm: float


class LineMark(Value):
    """A straight line."""

    kind: Literal["line"] = "line"
    ink: Ink
    x0_mm: float
    y0_mm: float
    x1_mm: float
    y1_mm: float


class WordMark(Value):
    """A word or a row of them: its middle at the point, or its beginning with `from_left`; `strong` is printed bold."""

    kind: Literal["word"] = "word"
    x_mm: float
    y_mm: float
    high_mm: float
    text: str
    from_left: bool = False
    strong: bool = False


Mark = RingMark | RoundMark | LineMark | WordMark


class Guide(Value):
    """A drawing `width_mm` by `height_mm`; `id` names it among the dough's guides."""

    id: str
    title: str
    saying: str
    width_mm: float = Field(gt=0)
    height_mm: float = Field(gt=0)
    marks: tuple[Mark, ...]
