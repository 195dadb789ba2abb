"""A card as bakers write it: its lines, amounts, names and units, read and written."""

from .amounts import Measure, read_measure
from .claims import Claim, ClaimKind, first_minutes, with_own
from .headings import MAX_CARD_CHARS, check_card, split_card
from .line import MAX_LINE_CHARS, MAX_LINES, Line, Part
from .names import Choice, Sureness
from .ratios import Ratio, read_ratio
from .reading import Reading, read_each, read_line
from .saying import say_claims
from .sections import cards_in
from .units import Unit
from .whole import FAN, CardLine, CardReading, CardStep, Conflict, read_card
from .writing import WEIGHT_UNITS, say_amount

__all__ = [
    "FAN",
    "MAX_CARD_CHARS",
    "MAX_LINES",
    "MAX_LINE_CHARS",
    "WEIGHT_UNITS",
    "CardLine",
    "CardReading",
    "CardStep",
    "Choice",
    "Claim",
    "ClaimKind",
    "Conflict",
    "Line",
    "Measure",
    "Part",
    "Ratio",
    "Reading",
    "Sureness",
    "Unit",
    "cards_in",
    "check_card",
    "first_minutes",
    "read_card",
    "read_each",
    "read_line",
    "read_measure",
    "read_ratio",
    "say_amount",
    "say_claims",
    "split_card",
    "with_own",
]
