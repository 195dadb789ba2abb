"""What of a dough is shaped alike."""

from pydantic import Field

from ..base import Value
from ..card import Part


class Batch(Value):
    """What of a dough is shaped alike: `shaped_g` of its `dough_g`, `pieces_g` of that in pieces of all sizes. `of_parts` is how much
    of a card's fillings, glazes and so on goes on these; of what is not named, as much as of the dough."""

    dough_g: float
    shaped_g: float
    pieces_g: float
    leftover_is: str
    of_parts: dict[Part, float] = Field(default={})
