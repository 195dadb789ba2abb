"""The lines of a dough: how a card becomes lines, what each is for, and baker's percentages (flour = 100)."""

import re
from enum import StrEnum

from pydantic import Field

from .ingredients import Ingredient, catalogue
from .quantity import Habit, Ratio, Reading, Sureness, Unit, read_line, read_ratio
from .value import Value

MAX_LINES = 60
MAX_CARD_CHARS = 20_000
MAX_LINE_CHARS = 300


class Part(StrEnum):
    """Where a line belongs; only `dough` counts in the dough."""

    DOUGH = "dough"
    FILLING = "filling"
    TOPPING = "topping"
    COATING = "coating"
    WASH = "wash"
    GLAZE = "glaze"


class Role(StrEnum):
    """What an ingredient does in a dough."""

    FLOUR = "flour"
    FAT = "fat"
    SUGAR = "sugar"
    EGG = "egg"
    LIQUID = "liquid"
    LEAVENER = "leavener"
    SALT = "salt"
    FLAVOUR = "flavour"
    INCLUSION = "inclusion"


_ROLE_OF_CATEGORY = {
    "flour": Role.FLOUR, "starch": Role.FLOUR, "fat": Role.FAT, "nut_paste": Role.FAT, "sugar": Role.SUGAR,
    "syrup": Role.SUGAR, "egg": Role.EGG, "dairy": Role.LIQUID, "liquid": Role.LIQUID, "leavener": Role.LEAVENER,
    "salt": Role.SALT, "spice": Role.FLAVOUR, "flavour": Role.FLAVOUR, "finish": Role.FLAVOUR,
}  # fmt: skip


class Line(Value):
    """A line as typed, with the baker's own answers: which ingredient, or how many grams."""

    id: str = Field(min_length=1, max_length=40)
    text: str = Field(max_length=MAX_LINE_CHARS)
    part: Part = Part.DOUGH
    ingredient_id: str | None = Field(default=None, max_length=60)
    mass_g: float | None = Field(default=None, ge=0, le=20_000)


class WeighedLine(Value):
    """A line with its reading; `bakers_pct` is grams per 100 g of flour, None without flour or outside the dough."""

    line_id: str
    part: Part
    role: Role | None
    reading: Reading
    bakers_pct: float | None


class CardError(ValueError):
    """A card that cannot become lines; the message is for a person."""


_HEADINGS = {
    Part.FILLING: r"filling|jam|middle", Part.TOPPING: r"topping|sprinkle|to finish|decorat", Part.COATING: r"coating|to roll|rolling sugar",
    Part.WASH: r"wash|to brush|brushing", Part.GLAZE: r"glaze|icing|frosting|drizzle",
    Part.DOUGH: r"dough|cookie|biscuit|base|dry|wet|ingredients|for the",
}  # fmt: skip


def split_card(text: str) -> list[Line]:
    """The lines of a pasted card. A heading ("For the glaze:") moves the lines after it to that part.

    Raises CardError for an empty card, or one too long to be a recipe.
    """
    if len(text) > MAX_CARD_CHARS:
        raise CardError(
            f"This is {len(text):,} characters long; a card holds at most {MAX_CARD_CHARS:,}. Paste the ingredient lines alone."
        )
    rows = [row.strip() for row in text.splitlines()]
    rows = [row for row in rows if re.search(r"\w", row)]
    if not rows:
        raise CardError("There is nothing on this card yet. Paste or type the ingredients, one to a line.")
    if len(rows) > MAX_LINES:
        raise CardError(
            f"This card has {len(rows):,} lines; a dough holds at most {MAX_LINES}. Paste the ingredient lines alone."
        )
    part, lines = Part.DOUGH, []
    for number, row in enumerate(rows, start=1):
        heading = _heading(row)
        if heading:
            part = heading
            continue
        if len(row) > MAX_LINE_CHARS:
            raise CardError(
                f"Line {number} is {len(row):,} characters long (at most {MAX_LINE_CHARS}). Put each ingredient on a line of its own."
            )
        lines.append(Line(id=f"l{number}", text=row, part=part))
    if not lines:
        raise CardError("This card holds headings but no ingredients. Add the ingredients, one to a line.")
    return lines


def _heading(row: str) -> Part | None:
    if re.search(r"\d|[½¼¾⅓⅔]", row) or not (row.endswith(":") or row.lower().startswith("for the ")):
        return None
    return next((part for part, words in _HEADINGS.items() if re.search(words, row, re.I)), None)


def role_of(item: Ingredient) -> Role:
    """What this ingredient does in a dough, by its category."""
    return _ROLE_OF_CATEGORY.get(item.category, Role.INCLUSION)


def weigh_lines(lines: tuple[Line, ...], habit: Habit) -> tuple[WeighedLine, ...]:
    """Every line read and weighed by this kitchen's habit, lines in ratio to others worked out, with baker's percentages."""
    readings = resolve_ratios(lines, habit)
    roles = [role_of(catalogue()[r.ingredient_id]) if r.ingredient_id else None for r in readings]
    in_dough = [line.part is Part.DOUGH for line in lines]
    flour_g = sum(
        reading.mass_g or 0.0
        for reading, role, counts in zip(readings, roles, in_dough, strict=True)
        if role is Role.FLOUR and counts
    )
    return tuple(
        WeighedLine(
            line_id=line.id,
            part=line.part,
            role=role,
            reading=reading,
            bakers_pct=100 * reading.mass_g / flour_g if flour_g and counts and reading.mass_g is not None else None,
        )
        for line, reading, role, counts in zip(lines, readings, roles, in_dough, strict=True)
    )


def resolve_ratios(lines: tuple[Line, ...], habit: Habit) -> list[Reading]:
    """A reading for every line. Lines in ratio wait for the line they follow; those that go round in a circle, or
    follow nothing, come back unknown and say so."""
    ratios = [read_ratio(line.text) if line.mass_g is None else None for line in lines]
    readings: list[Reading | None] = [
        None if ratio else read_line(line.text, habit, line.ingredient_id, line.mass_g)
        for line, ratio in zip(lines, ratios, strict=True)
    ]
    names = [_named_in(line, ratio, habit) for line, ratio in zip(lines, ratios, strict=True)]
    waiting = [i for i, ratio in enumerate(ratios) if ratio]
    while waiting:
        settled = []
        for i in waiting:
            ratio = ratios[i]
            assert ratio is not None
            grams = _follows(ratio, i, lines, names, readings, habit)
            if grams is not None:
                readings[i] = _in_ratio(lines[i], ratio, grams, habit)
                settled.append(i)
        if not settled:
            break
        waiting = [i for i in waiting if i not in settled]
    for i in waiting:
        ratio = ratios[i]
        assert ratio is not None
        known = any(name == names[i] or name in _ids_of(ratio.of, habit) for k, name in enumerate(names) if k != i)
        note = (
            "these lines follow each other in a circle: give one of them an amount"
            if known
            else f"no line for “{ratio.of}” to follow: add it, or give an amount"
        )
        readings[i] = read_line(ratio.name, habit, lines[i].ingredient_id).model_copy(
            update={"text": lines[i].text, "note": note, "sureness": Sureness.CHECK, "mass_g": None, "household": None}
        )
    return [reading for reading in readings if reading is not None]


def _named_in(line: Line, ratio: Ratio | None, habit: Habit) -> str | None:
    return read_line(ratio.name if ratio else line.text, habit, line.ingredient_id).ingredient_id


def _ids_of(of: str, habit: Habit) -> set[str | None]:
    reading = read_line(of, habit)
    return {reading.ingredient_id, *(choice.ingredient_id for choice in reading.choices)}


def _follows(
    ratio: Ratio,
    own: int,
    lines: tuple[Line, ...],
    names: list[str | None],
    readings: list[Reading | None],
    habit: Habit,
) -> float | None:
    """Grams of what a ratio follows: a line of that ingredient (per piece where both count pieces), else the amount
    it names itself; None while that line is not worked out, or if there is neither."""
    target = read_line(ratio.of, habit)
    ids = _ids_of(ratio.of, habit)
    for i, name in enumerate(names):
        if i == own or name not in ids or name is None:
            continue
        reading = readings[i]
        if reading is None or reading.mass_g is None:
            return None
        counted = target.amount_high if target.unit is Unit.PIECE else None
        if counted and reading.unit is Unit.PIECE and reading.amount_high:
            return ratio.factor * reading.mass_g * counted / reading.amount_high
        return ratio.factor * reading.mass_g
    return ratio.factor * target.mass_g if target.mass_g else None


def _in_ratio(line: Line, ratio: Ratio, grams: float, habit: Habit) -> Reading:
    reading = read_line(ratio.name, habit, line.ingredient_id, grams)
    times = "" if ratio.factor == 1 else f"{ratio.factor:.3g} × "
    note = "; ".join(note for note in (reading.note, f"follows {times}{ratio.of}") if note)
    return reading.model_copy(update={"text": line.text, "note": note})


def dough_parts(weighed: tuple[WeighedLine, ...]) -> list[tuple[Ingredient, float]]:
    """The ingredients that count in the dough with their grams; unread lines weigh nothing."""
    return [
        (catalogue()[line.reading.ingredient_id], line.reading.mass_g)
        for line in weighed
        if line.part is Part.DOUGH and line.reading.ingredient_id and line.reading.mass_g
    ]
