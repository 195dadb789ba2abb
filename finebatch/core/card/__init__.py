"""A card as bakers write it: its lines, amounts, names and units, read and written."""

from .amounts import Measure, read_measure
from .headings import MAX_CARD_CHARS, split_card
from .line import MAX_LINE_CHARS, MAX_LINES, Line, Part
from .names import Choice, Sureness
from .ratios import Ratio, read_ratio
from .reading import Reading, read_each, read_line
from .units import Unit
from .writing import WEIGHT_UNITS, say_amount

__all__ = [
    "MAX_CARD_CHARS",
    "MAX_LINES",
    "MAX_LINE_CHARS",
    "WEIGHT_UNITS",
    "Choice",
    "Line",
    "Measure",
    "Part",
    "Ratio",
    "Reading",
    "Sureness",
    "Unit",
    "read_each",
    "read_line",
    "read_measure",
    "read_ratio",
    "say_amount",
    "split_card",
]
