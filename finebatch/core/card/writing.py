"""Writing amounts as a baker would: fractions, spoons and cups, and how far the rounding is off."""

from ..base import Value
from ..ingredients import Ingredient
from ..kitchen import EGG_SIZE, Habit
from .units import Unit, grams_per_unit

# Fractions a measuring set has. The slash is U+2044, which the typeface turns into a true fraction.
_PARTS = {
    0.0: "", 1 / 8: "1⁄8", 1 / 4: "¼", 1 / 3: "1⁄3", 3 / 8: "3⁄8", 1 / 2: "½", 5 / 8: "5⁄8", 2 / 3: "2⁄3", 3 / 4: "¾",
    7 / 8: "7⁄8",
}  # fmt: skip


_CUP_PARTS = (0.0, 1 / 4, 1 / 3, 1 / 2, 2 / 3, 3 / 4)
_TSP_PARTS = (0.0, 1 / 8, 1 / 4, 3 / 8, 1 / 2, 5 / 8, 3 / 4)  # an eighth and a quarter make three eighths
GOOD_ENOUGH = 0.03
WEIGHT_UNITS = (Unit.G, Unit.KG, Unit.OZ, Unit.LB, Unit.ML, Unit.LITRE)


class Household(Value):
    """An amount in spoons, cups or pieces, and its error: positive when it is more than was asked."""

    text: str
    error_pct: float


def say_amount(value: float, decimal: bool = False) -> str:
    """A number as written on a card: "1½", "2⁄3", "250", "0.4"; the nearest kitchen fraction unless `decimal`."""
    if decimal or value > 20:
        return f"{value:.1f}".rstrip("0").rstrip(".") if value < 20 else f"{value:.0f}"
    whole = int(value + 1e-9)
    part = min((*_PARTS, 1.0), key=lambda p: abs(value - whole - p))
    if part == 1.0:
        whole, part = whole + 1, 0.0
    text = f"{whole or ''}{' ' if whole and '⁄' in _PARTS[part] else ''}{_PARTS[part]}"
    return text or "1⁄8"


LEAST_G = 0.01  # less than a grain of salt or two: no spoon says it


def household(item: Ingredient, grams: float, habit: Habit) -> Household | None:
    """The simplest spoons and cups within 3% of `grams`, or the nearest there is; None for what has no such measure."""
    if grams < LEAST_G:
        return None
    options = _egg_options(item, grams, habit) if item.id.startswith("egg_") else _volume_options(item, grams, habit)
    if not options:
        return None
    good = [option for option in options if abs(option[1] / grams - 1) <= GOOD_ENOUGH]
    _, measured, text = min(good) if good else min(options, key=lambda option: abs(option[1] / grams - 1))
    return Household(text=text, error_pct=100 * (measured / grams - 1))


def _egg_options(item: Ingredient, grams: float, habit: Habit) -> list[tuple[int, float, str]]:
    each = item.piece_g.get(EGG_SIZE[habit.region]) or item.piece_g.get("large")
    if not each:
        return []
    word = item.name.lower().replace("whole ", "")
    found = []
    for effort, step in ((0, 1), (1, 2), (2, 4)):
        count = max(1, round(grams / each * step)) / step
        found.append((effort, count * each, f"{say_amount(count)} {word}{'s' if count > 1 else ''}"))
    return found


def _volume_options(item: Ingredient, grams: float, habit: Habit) -> list[tuple[int, float, str]]:
    """(effort, grams, text) of cups, cups and spoons, spoons; fewer words are less effort."""
    cup = grams_per_unit(Unit.CUP, item, habit)
    tbsp = grams_per_unit(Unit.TBSP, item, habit)
    tsp = grams_per_unit(Unit.TSP, item, habit)
    if not (cup and tbsp and tsp):
        return []
    found = []
    whole = int(grams / cup)
    for cups in {whole + part for part in (*_CUP_PARTS, 1.0)}:
        if cups <= 0:
            continue
        plural = "cups" if cups > 1 else "cup"
        found.append((0, cups * cup, f"{say_amount(cups)} {plural}"))
        spoons = round((grams - cups * cup) / tbsp)
        if 1 <= spoons <= 3:
            found.append((3, cups * cup + spoons * tbsp, f"{say_amount(cups)} {plural} + {spoons} tbsp"))
    spoons = int(grams / tbsp)
    for count in (spoons, spoons + 1):
        if 1 <= count <= 4:
            found.append((1, count * tbsp, f"{count} tbsp"))
            rest = round((grams - count * tbsp) / tsp * 2) / 2
            if 0 < rest < 3:
                found.append((4, count * tbsp + rest * tsp, f"{count} tbsp + {say_amount(rest)} tsp"))
    spoons = int(grams / tsp)
    if spoons <= 5:
        found += [(2, (spoons + p) * tsp, f"{say_amount(spoons + p)} tsp") for p in (*_TSP_PARTS, 1.0) if spoons + p]
    return found
