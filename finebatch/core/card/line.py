"""One line of a card as typed, and the section it stands in."""

from enum import StrEnum

from pydantic import Field

from ..base import Value

MAX_LINES = 60
MAX_LINE_CHARS = 300


class Part(StrEnum):
    """Where a line belongs; only `dough` counts in the dough."""

    DOUGH = "dough"
    FILLING = "filling"
    TOPPING = "topping"
    COATING = "coating"
    WASH = "wash"
    GLAZE = "glaze"
    PAN = "pan"


class Line(Value):
    """A line as typed, with the baker's own answers: which ingredient, how many grams, which part (None: as its words say)."""

    id: str = Field(min_length=1, max_length=40)
    text: str = Field(max_length=MAX_LINE_CHARS)
    part: Part | None = None
    ingredient_id: str | None = Field(default=None, max_length=60)
    mass_g: float | None = Field(default=None, ge=0, le=20_000)
