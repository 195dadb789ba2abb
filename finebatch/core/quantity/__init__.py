"""Amounts: reading how people write them, and turning them into grams."""

from .habit import Habit
from .reading import Choice, Reading, Sureness, read_line
from .units import Unit

__all__ = ["Choice", "Habit", "Reading", "Sureness", "Unit", "read_line"]
