"""Amounts: reading how people write them, and turning them into grams."""

from .habit import Habit
from .ratio import Ratio, read_ratio
from .reading import Choice, Reading, Sureness, read_line
from .units import Unit
from .writing import Household, household, say_amount

__all__ = [
    "Choice", "Habit", "Household", "Ratio", "Reading", "Sureness", "Unit", "household", "read_line", "read_ratio", "say_amount",
]  # fmt: skip
