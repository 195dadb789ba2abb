"""How many whole eggs does a dough take, and what is left of the last?"""

import math

from ..base import Value
from ..card import Part, Reading, Unit
from ..ingredients import catalogue
from ..kitchen import EGG_SIZE, Habit
from .weighed_line import WeighedLine

SHARE_NOBODY_KEEPS = 0.02  # of an egg


class EggCount(Value):
    """Whole eggs to buy for the dough. `used` counts eggs that go in whole; of those cracked for their yolks or whites alone the other half is
    left, and so is a share of the last whole one, offered as a wash."""

    to_buy: int
    used: float
    left_share: float
    left_g: float
    yolks_left: int = 0
    whites_left: int = 0


def egg_pieces(reading: Reading, habit: Habit) -> float:
    """How many eggs, yolks or whites a line comes to, counted or weighed; 0 where it is none."""
    if reading.ingredient_id not in ("egg_whole", "egg_yolk", "egg_white") or not reading.mass_g:
        return 0.0
    if reading.unit is Unit.PIECE and reading.amount_high:
        return reading.amount_high
    pieces = catalogue()[reading.ingredient_id].piece_g
    each = pieces.get(EGG_SIZE[habit.region]) or pieces["large"]
    count = reading.mass_g / each
    return round(count) if abs(count - round(count)) < SHARE_NOBODY_KEEPS else count


def count_eggs(weighed: tuple[WeighedLine, ...], habit: Habit) -> EggCount | None:
    """Eggs over all parts, counted whole for the shopping; None where there are none. Egg brushed on in grams is taken from what is left."""
    found = {"egg_whole": 0.0, "egg_yolk": 0.0, "egg_white": 0.0}
    whole_g = brushed = 0.0
    for line in weighed:
        reading = line.reading
        pieces = egg_pieces(reading, habit)
        if not pieces or reading.ingredient_id not in found:
            continue
        if line.part is Part.WASH and reading.ingredient_id == "egg_whole" and reading.unit is not Unit.PIECE:
            brushed += reading.mass_g or 0.0
            continue
        found[reading.ingredient_id] += pieces
        whole_g += (reading.mass_g or 0.0) if reading.ingredient_id == "egg_whole" else 0.0
    used, yolks, whites = found["egg_whole"], math.ceil(found["egg_yolk"] - 1e-6), math.ceil(found["egg_white"] - 1e-6)
    if not used and not yolks and not whites:
        return None
    whole, parted = math.ceil(used - 1e-6), max(yolks, whites)
    left = max(0.0, whole - used)
    each = whole_g / used if used else 0.0
    return EggCount(
        to_buy=whole + parted, used=used, left_share=left, left_g=max(0.0, left * each - brushed), yolks_left=parted - yolks,
        whites_left=parted - whites,
    )  # fmt: skip
