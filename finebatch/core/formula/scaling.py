"""Making more or less of a dough: by factor, mass, count, what is left, whole eggs, a tray to fill, or the bowl's size."""

import math
from enum import StrEnum

from pydantic import Field

from ..base import Value, refusal
from ..card import WEIGHT_UNITS, Line, Measure, Part, Unit, read_line, read_measure, read_ratio, say_amount
from ..kitchen import Habit
from .eggs_to_buy import egg_pieces
from .roles import Role
from .weighed_line import WeighedLine

KEEPS_TO = 0.002  # a rounded amount this near its exact grams needs no pinning


SMALLEST, LARGEST = 0.02, 50.0


BOWL_FILL = 0.55  # a mixer bowl works well at most this full of dough


class ScaleBy(StrEnum):
    """What the baker fixes."""

    FACTOR = "factor"
    TOTAL_G = "total_g"
    COUNT = "count"
    LEFT_G = "left_g"
    WHOLE_EGGS = "whole_eggs"
    FILL_TRAY_MM = "fill_tray_mm"
    BOWL_ML = "bowl_ml"


class ScaleRequest(Value):
    """`value` in the unit the choice names; `line_id` is the ingredient of which `value` grams are left."""

    by: ScaleBy
    value: float = Field(default=1.0, gt=0, le=100_000)
    line_id: str | None = Field(default=None, max_length=40)
    rounded: bool = False  # amounts a measuring set has, letting the percentages give a little


class Scaled(Value):
    """The new lines, the factor they were scaled by, in how many mixes, and what does not scale."""

    lines: tuple[Line, ...]
    factor: float
    mixes: int
    notes: tuple[str, ...]


def factor_for(
    request: ScaleRequest, weighed: tuple[WeighedLine, ...], portion_g: float, tray_mm2: float, density_g_ml: float
) -> tuple[float, int]:
    """The factor, and the number of equal mixes (more than one only for a bowl). Raises Refusal with the reason."""
    dough_g = sum(line.reading.mass_g or 0.0 for line in weighed if line.part is Part.DOUGH)
    if dough_g <= 0:
        raise refusal("scale.value", "There is nothing weighed to scale yet.")
    mixes = 1
    if request.by is ScaleBy.FACTOR:
        factor = request.value
    elif request.by is ScaleBy.TOTAL_G:
        factor = request.value / dough_g
    elif request.by is ScaleBy.COUNT:
        factor = request.value * portion_g / dough_g
    elif request.by is ScaleBy.LEFT_G:
        factor = request.value / _line_g(weighed, request.line_id)
    elif request.by is ScaleBy.WHOLE_EGGS:
        factor = _whole_eggs(weighed)
    elif request.by is ScaleBy.FILL_TRAY_MM:
        factor = tray_mm2 * request.value / 1000 * density_g_ml / dough_g
    else:
        mixes = max(1, math.ceil(dough_g / density_g_ml / (request.value * BOWL_FILL) - 1e-9))
        factor = 1 / mixes
    if not SMALLEST <= factor <= LARGEST:
        raise refusal(
            "scale.value",
            f"That is {factor:.3g} times the dough. From 1⁄50 to {LARGEST:.0f} times can be meant: check the number.",
        )
    return factor, mixes


def _line_g(weighed: tuple[WeighedLine, ...], line_id: str | None) -> float:
    grams = next((line.reading.mass_g for line in weighed if line.line_id == line_id), None)
    if not grams:
        raise refusal("scale.value", "Choose which ingredient is left; it must be a line with grams.")
    return grams


def _whole_eggs(weighed: tuple[WeighedLine, ...]) -> float:
    """The factor that makes the eggs whole, nearest to 1."""
    eggs = next((line.reading for line in weighed if line.role is Role.EGG and line.part is Part.DOUGH), None)
    count = egg_pieces(eggs, Habit()) if eggs else 0.0
    if not count:
        raise refusal("scale.value", "There is no line of eggs, such as “half an egg” or “75 g egg”.")
    return max(1, round(count)) / count


def scale(
    lines: tuple[Line, ...],
    weighed: tuple[WeighedLine, ...],
    habit: Habit,
    factor: float,
    mixes: int = 1,
    rounded: bool = False,
) -> Scaled:
    """Every line `factor` times as much. Amounts are rewritten as a card would say them; where that rounds, the exact
    grams are pinned beside it so that percentages hold, unless `rounded` asks for the measuring set's own amounts."""
    by_id = {line.line_id: line.reading for line in weighed}
    new = tuple(_scaled_line(line, by_id[line.id].mass_g, habit, factor, rounded) for line in lines)
    notes = [
        "Soda, powder and salt scale straight with the rest.",
        "Oven and minutes stay: each cookie is the size it was. Only mixing takes a little longer.",
    ]
    if mixes > 1:
        notes.insert(0, f"Make {mixes} mixes of this size, one after the other: the bowl holds no more.")
    return Scaled(lines=new, factor=factor, mixes=mixes, notes=tuple(notes))


def _scaled_line(line: Line, grams: float | None, habit: Habit, factor: float, rounded: bool) -> Line:
    if read_ratio(line.text) and line.mass_g is None:
        return line  # it follows another line, which is scaled
    if grams is None:
        return line
    exact = min(grams * factor, 20_000.0)
    measure = read_measure(line.text)
    several = bool(read_line(line.text, habit).split)
    text = line.text if isinstance(measure, str) else None if several else write_measure(measure, factor)
    if text is None:
        return line.model_copy(update={"mass_g": exact})
    written = read_line(text, habit, line.ingredient_id)
    close = written.mass_g is not None and exact > 0 and abs(written.mass_g / exact - 1) <= KEEPS_TO
    free = (close or rounded) and written.mass_g is not None and line.mass_g is None
    return line.model_copy(update={"text": text, "mass_g": None if free or exact == 0 else exact})


def write_measure(measure: Measure, factor: float = 1.0) -> str | None:
    """A measure `factor` times as large as a card's text, or None where it is too involved to rewrite safely."""
    involved = (
        measure.extra
        or measure.beside
        or measure.each
        or measure.contained
        or measure.packed
        or measure.cup_ml
        or measure.tbsp_ml
    )
    if involved or measure.guess or not measure.rest:
        return None
    if "juice of" in measure.rest or "zest of" in measure.rest:
        return None
    decimal = measure.unit in WEIGHT_UNITS
    low, high = measure.low * factor, measure.high * factor
    amount = say_amount(low, decimal)
    if measure.high > measure.low:
        amount = f"{amount} to {say_amount(high, decimal)}"
    unit = "" if measure.unit in (None, Unit.PIECE) else f" {_plural(measure.unit, high)}"
    size = f" {measure.size.replace('_', ' ')}" if measure.size else ""
    return f"{amount}{unit}{size} {measure.rest}"


def _plural(unit: Unit, amount: float) -> str:
    spelled = {Unit.CUP, Unit.STICK, Unit.PINT, Unit.TIN, Unit.BLOCK, Unit.PACKET, Unit.KNOB, Unit.HANDFUL}
    if unit is Unit.PINCH and amount > 1:
        return "pinches"
    return f"{unit.value}s" if unit in spelled and amount > 1 else unit.value
