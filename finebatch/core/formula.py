"""The lines of a dough: how a card becomes lines, what each is for, and baker's percentages (flour = 100)."""

import re
from enum import StrEnum

from pydantic import Field

from .ingredients import Ingredient, catalogue
from .quantity import Habit, Reading, read_line
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
    """Every line read and weighed by this kitchen's habit, with its baker's percentage."""
    readings = [read_line(line.text, habit, line.ingredient_id, line.mass_g) for line in lines]
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


def dough_parts(weighed: tuple[WeighedLine, ...]) -> list[tuple[Ingredient, float]]:
    """The ingredients that count in the dough with their grams; unread lines weigh nothing."""
    return [
        (catalogue()[line.reading.ingredient_id], line.reading.mass_g)
        for line in weighed
        if line.part is Part.DOUGH and line.reading.ingredient_id and line.reading.mass_g
    ]


def scaled(weighed: tuple[WeighedLine, ...], lines: tuple[Line, ...], factor: float) -> tuple[Line, ...]:
    """The same formula `factor` times as large, each line pinned to its new grams. ValueError unless factor > 0."""
    if not factor > 0:
        raise ValueError("a batch can only be scaled by more than nothing")
    by_id = {line.line_id: line.reading for line in weighed}
    return tuple(
        line.model_copy(
            update={
                "mass_g": grams * factor if (grams := by_id[line.id].mass_g) is not None else None,
                "ingredient_id": by_id[line.id].ingredient_id,
            }
        )
        for line in lines
    )
