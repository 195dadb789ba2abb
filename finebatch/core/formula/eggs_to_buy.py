"""How many whole eggs does a dough take?"""

import math

from ..base import Value
from ..card import Part, Unit
from .weighed_line import WeighedLine


class EggCount(Value):
    """Whole eggs to buy for the dough, and the share of one left over, offered as a wash."""

    to_buy: int
    used: float
    left_share: float
    left_g: float


def count_eggs(weighed: tuple[WeighedLine, ...]) -> EggCount | None:
    """Eggs over all parts, counted whole for the shopping; None where no line counts eggs."""
    eggs = [
        line.reading
        for line in weighed
        if line.reading.ingredient_id == "egg_whole" and line.reading.unit is Unit.PIECE and line.reading.amount_high
    ]
    used = sum(reading.amount_high or 0.0 for reading in eggs)
    if not used:
        return None
    to_buy = math.ceil(used - 1e-6)
    left = max(0.0, to_buy - used)
    each = sum(reading.mass_g or 0.0 for reading in eggs) / used
    brushed = sum(
        line.reading.mass_g or 0.0
        for line in weighed
        if line.part is Part.WASH and line.reading.ingredient_id == "egg_whole" and line.reading.unit is not Unit.PIECE
    )
    return EggCount(to_buy=to_buy, used=used, left_share=left, left_g=max(0.0, left * each - brushed))
