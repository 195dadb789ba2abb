"""The notebook: bakes as they were written down, what is learned from them, and what they tell."""

from .apart import Difference
from .batch import batch_of, foretold_for
from .habits import Habits, habits_of
from .halves import half_marks, told_by_halves
from .questions import questions
from .record import EDITION, Bake, Foretold, Measured, Shade, Texture, TrayRan, Verdict, foretold_of, oven_name
from .sheet import record_sheet
from .trying import Tries, TryWish
from .wrong import LikelyCause, Symptom

__all__ = [
    "EDITION",
    "Bake",
    "Difference",
    "Foretold",
    "Habits",
    "LikelyCause",
    "Measured",
    "Shade",
    "Symptom",
    "Texture",
    "TrayRan",
    "Tries",
    "TryWish",
    "Verdict",
    "batch_of",
    "foretold_for",
    "foretold_of",
    "habits_of",
    "half_marks",
    "oven_name",
    "questions",
    "record_sheet",
    "told_by_halves",
]
