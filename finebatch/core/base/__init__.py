"""What everything is made of: values, ranges, problems, facts, outlines, measures."""

from .colour import Lab, hex_of, mixed
from .facts import number, rows, words
from .geometry import Ring, area_mm2, centred, circle, grown, moved, perimeter_mm, problem_with, rectangle, size_mm
from .interval import Interval
from .marks import Guide, Ink, LineMark, Mark, RingMark, RoundMark, WordMark
from .measures import G_PER_OZ, MM_PER_IN, US_CUP_ML, US_TBSP_ML, US_TSP_ML
from .merging import MOST_CHANGES, FieldChange, FieldConflict, changes_between, merge
from .phrases import capital, listed, small
from .problems import Problem, Refusal, Remedy, Severity, ask, note, refusal, stop
from .value import Moment, OneLine, Value, one_line

__all__ = [
    "G_PER_OZ",
    "MM_PER_IN",
    "MOST_CHANGES",
    "US_CUP_ML",
    "US_TBSP_ML",
    "US_TSP_ML",
    "FieldChange",
    "FieldConflict",
    "Guide",
    "Ink",
    "Interval",
    "Lab",
    "LineMark",
    "Mark",
    "Moment",
    "OneLine",
    "Problem",
    "Refusal",
    "Remedy",
    "Ring",
    "RingMark",
    "RoundMark",
    "Severity",
    "Value",
    "WordMark",
    "area_mm2",
    "ask",
    "capital",
    "centred",
    "changes_between",
    "circle",
    "grown",
    "hex_of",
    "listed",
    "merge",
    "mixed",
    "moved",
    "note",
    "number",
    "one_line",
    "perimeter_mm",
    "problem_with",
    "rectangle",
    "refusal",
    "rows",
    "size_mm",
    "small",
    "stop",
    "words",
]
