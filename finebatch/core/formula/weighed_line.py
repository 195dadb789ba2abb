"""What does each line weigh, and what is it in baker's percentages (flour = 100)?"""

from ..base import Value
from ..card import Line, Part, Reading
from ..ingredients import Ingredient, catalogue
from ..kitchen import Habit
from .following import resolve_ratios
from .roles import Role, role_of

LEAST_G = 1e-3  # less is a slip of the keys: it weighs nothing, and is no measure for the rest


class WeighedLine(Value):
    """A line with its reading, where the baker or else its own words put it; `bakers_pct` is grams per 100 g of flour, None without flour or outside the dough."""

    line_id: str
    part: Part
    role: Role | None
    reading: Reading
    bakers_pct: float | None


def weigh_lines(lines: tuple[Line, ...], habit: Habit) -> tuple[WeighedLine, ...]:
    """Every line read and weighed by this kitchen's habit, lines in ratio to others worked out, with baker's percentages."""
    readings = resolve_ratios(lines, habit)
    roles = [role_of(catalogue()[r.ingredient_id]) if r.ingredient_id else None for r in readings]
    parts = [line.part or reading.part or Part.DOUGH for line, reading in zip(lines, readings, strict=True)]
    in_dough = [part is Part.DOUGH for part in parts]
    flour_g = sum(
        reading.mass_g or 0.0
        for reading, role, counts in zip(readings, roles, in_dough, strict=True)
        if role is Role.FLOUR and counts
    )
    return tuple(
        WeighedLine(
            line_id=line.id,
            part=part,
            role=role,
            reading=reading,
            bakers_pct=100 * reading.mass_g / flour_g
            if flour_g >= LEAST_G and counts and reading.mass_g is not None
            else None,
        )
        for line, part, reading, role, counts in zip(lines, parts, readings, roles, in_dough, strict=True)
    )


def dough_parts(weighed: tuple[WeighedLine, ...]) -> list[tuple[Ingredient, float]]:
    """The ingredients that count in the dough with their grams; unread lines weigh nothing."""
    return [
        (catalogue()[line.reading.ingredient_id], line.reading.mass_g)
        for line in weighed
        if line.part is Part.DOUGH
        and line.reading.ingredient_id
        and line.reading.mass_g
        and line.reading.mass_g >= LEAST_G
    ]
