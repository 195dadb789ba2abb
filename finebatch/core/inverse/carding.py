"""A dough of the search as a card: every amount in kitchen measures, so that it reads back as exactly so many grams."""

from dataclasses import dataclass

from ..bench import DoughSpec
from ..card import Line, Part, read_line, read_measure, read_ratio, say_amount
from ..formula import WeighedLine, scale, weigh_lines
from ..ingredients import Ingredient, catalogue
from ..kitchen import Habit, OvenSetting
from .asked import MeasuredIn
from .baked import OVEN_STEP
from .lots import SPOONED, Slot, egg_g, measure_g, plain_name
from .space import Point, Space, dial_of

EXACT = 0.004  # a text that reads back this near needs no grams pinned beside it
NOTHING_G = 0.01
STILL_K = 0.1
NAME_CHARS = 80


@dataclass(frozen=True)
class Carded:
    """The dough as a card, and which line of the base became which line of it; None where it has none."""

    spec: DoughSpec
    before: dict[str, Line | None]


def card_of(space: Space, point: Point, name: str) -> Carded:
    """The dough at a point. Lines that keep their grams keep their words; what is not in the dough itself goes with the batch."""
    spec, habit = space.spec, space.house.habit
    weighed = weigh_lines(spec.lines, habit)
    by_id = {line.line_id: line for line in weighed}
    flour = sum(point.grams[k] for k in space.of[Slot.FLOUR])
    times = flour / space.flour_g
    beside = {new.id: new for new in scale(spec.lines, weighed, habit, times, rounded=True).lines}
    wanted = _grams_by_ingredient(space, point)
    left = dict(wanted)
    lines: list[Line] = []
    before: dict[str, Line | None] = {}
    after: dict[str, int] = {}  # where the last line of a slot stands
    replaced = {lot.stands_for: lot for lot in space.lots if lot.stands_for}
    for line in spec.lines:
        one = by_id[line.id]
        id = one.reading.ingredient_id
        if one.part is not Part.DOUGH or id is None:
            lines.append(beside[line.id] if one.part is not Part.DOUGH else line)
            continue
        ids = [id] if id in wanted else list(replaced[id].ids) if id in replaced else []
        for of in ids:
            grams = left.pop(of, 0.0)
            if grams < NOTHING_G:
                continue
            item = catalogue()[of]
            made = _line(line, one, item, grams, space) if of == id else _new_line(item, grams, space, part=line.part)
            before[made.id] = line
            lines.append(made)
            after[str(_slot(space, of))] = len(lines)
    for of, grams in left.items():
        if grams >= NOTHING_G:
            made = _new_line(catalogue()[of], grams, space)
            before[made.id] = None
            where = after.get(str(_slot(space, of)), _end_of_dough(lines, by_id))
            lines.insert(where, made)
            after = {slot: place + (place >= where) for slot, place in after.items()}
    changed = {
        "name": name[:NAME_CHARS],
        "lines": tuple(lines),
        "form": spec.form if point.sizes == space.base_sizes else space.form_at(point.sizes),
        "making": spec.making.but(chill_h=point.chill_h),
        "oven": oven_of(spec.oven, point.oven_c - space.oven_fan_k)
        if abs(point.oven_c - space.base_oven_c) > STILL_K
        else spec.oven,
        "shares": (),
        "of_dough": 1.0,
        # Its own steps name its lines: they hold while those are the same.
        "method": spec.method if [line.id for line in lines] == [line.id for line in spec.lines] else None,
        "card": None,
        "own_bake": None,
        "bake_now": None,
    }
    return Carded(spec.but(**changed), before)


def oven_of(oven: OvenSetting, celsius: float) -> OvenSetting:
    """The oven set to °C, on whole steps of its own dial."""
    step = OVEN_STEP[oven.scale]
    return oven.but(value=round(dial_of(celsius, oven.scale) / step) * step)


def _grams_by_ingredient(space: Space, point: Point) -> dict[str, float]:
    found: dict[str, float] = {}
    for item, grams in space.parts(point.grams):
        found[item.id] = found.get(item.id, 0.0) + grams
    return found


def _slot(space: Space, ingredient_id: str) -> Slot | None:
    return next((lot.slot for lot in space.lots if ingredient_id in lot.ids), None)


def _end_of_dough(lines: list[Line], by_id: dict[str, WeighedLine]) -> int:
    last = [i for i, line in enumerate(lines) if line.id not in by_id or by_id[line.id].part is Part.DOUGH]
    return last[-1] + 1 if last else len(lines)


def _line(line: Line, weighed: WeighedLine, item: Ingredient, grams: float, space: Space) -> Line:
    """A line of the base with its new amount, in its own words where they hold."""
    if (
        weighed.reading.mass_g is not None
        and abs(weighed.reading.mass_g - grams) < NOTHING_G
        and not read_ratio(line.text)
    ):
        return line
    measure = read_measure(line.text)
    involved = isinstance(measure, str) or measure.extra or measure.beside or measure.contained
    rest = plain_name(item.name) if isinstance(measure, str) or involved or not measure.rest else measure.rest
    return _checked(line.id, rest, item, grams, space, line.part)


def _new_line(item: Ingredient, grams: float, space: Space, part: Part | None = None) -> Line:
    return _checked(f"wish-{item.id}"[:40], plain_name(item.name), item, grams, space, part)


def _checked(id: str, rest: str, item: Ingredient, grams: float, space: Space, part: Part | None) -> Line:
    """The line as a baker would write it; pinned where its words alone are read as something else."""
    habit = space.house.habit
    for words in (rest, plain_name(item.name)):
        text = said_amount(item, grams, words, _slot(space, item.id), space.house.measures, habit)
        read = read_line(text, habit)
        if read.ingredient_id == item.id and read.mass_g and abs(read.mass_g / grams - 1) <= EXACT:
            return Line(id=id, text=text, part=part)
    read = read_line(text, habit, item.id)
    close = read.mass_g is not None and abs(read.mass_g / grams - 1) <= EXACT
    return Line(id=id, text=text, part=part, ingredient_id=item.id, mass_g=None if close else grams)


EIGHTHS = 8


def said_amount(
    item: Ingredient, grams: float, rest: str, slot: Slot | None, measures: MeasuredIn, habit: Habit
) -> str:
    """An amount as it is measured out: eggs by the piece, leaveners by the spoon, the rest by cups and spoons or on the scale.

    >>> from finebatch.core.ingredients import catalogue
    >>> said_amount(catalogue()["flour_ap"], 165, "plain flour", Slot.FLOUR, MeasuredIn.CUPS, Habit())
    '1 3⁄8 cups plain flour'
    """
    if slot in (Slot.EGG, Slot.YOLK):
        pieces = grams / egg_g(item, habit)
        if abs(pieces - round(pieces)) < 0.01:
            return f"{round(pieces)} {_eggs(item.id, round(pieces))}"
        return f"{_fraction(grams / measure_g('tbsp', item.id, habit))} tbsp beaten egg"
    if slot in SPOONED:
        return f"{_fraction(grams / measure_g('tsp', item.id, habit), 16)} tsp {rest}"
    if slot is Slot.EGG_OTHER and _whole(grams / measure_g("tbsp", item.id, habit)):
        return f"{_fraction(grams / measure_g('tbsp', item.id, habit))} tbsp {rest}"
    if measures is MeasuredIn.GRAMS:
        return f"{grams:.1f}".removesuffix(".0") + f" g {rest}"
    spoons = grams / measure_g("tbsp", item.id, habit)
    for unit, parts, least, most in (("cup", 8, 0.125, 99), ("tbsp", 1, 1, 16), ("tsp", 1, 1, 12), ("tbsp", 3, 1, 40)):
        amount = grams / measure_g(unit, item.id, habit)
        if _whole(amount * parts) and least - 1e-6 <= amount <= most:
            plural = "s" if unit == "cup" and amount > 1 else ""
            return f"{_fraction(amount, parts)} {unit}{plural} {rest}"
    small = grams / measure_g("tsp", item.id, habit)
    if _whole(small) and small > 12:
        over = round(small) % 3
        return f"{round(small) // 3} tbsp{f' plus {over} tsp' if over else ''} {rest}"
    if _whole(small * 4) and small < 12:
        return f"{_fraction(small)} tsp {rest}"
    cups, over = divmod(round(spoons), 16)
    if _whole(spoons) and cups:
        return f"{cups} cup{'s' if cups > 1 else ''} plus {over} tbsp {rest}"
    return f"{grams:.1f}".removesuffix(".0") + f" g {rest}"


def _whole(amount: float) -> bool:
    return abs(amount - round(amount)) < 0.004 * max(amount, 1)


def _fraction(amount: float, parts: int = EIGHTHS) -> str:
    """As a card says it, to the sixteenth.

    >>> _fraction(1.375), _fraction(0.0625, 16)
    ('1 3⁄8', '1/16')
    """
    sixteenths = round(amount * 16)
    if parts == 16 and sixteenths % 2 == 1:
        whole, over = divmod(sixteenths, 16)
        return f"{whole} {over}/16" if whole else f"{over}/16"
    return say_amount(round(amount * 24) / 24, False)


def _eggs(id: str, count: int) -> str:
    kind = {"egg_yolk": "egg yolk", "egg_white": "egg white"}.get(id, "egg")
    return kind if count == 1 else f"{kind}s"
