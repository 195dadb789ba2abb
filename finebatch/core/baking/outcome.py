"""What comes out of the oven."""

from ..bakemodel import Flow, Prediction, Shape
from ..base import Interval, Ring, Value
from ..dough import Inclusion
from ..forming import Pieces
from ..learning import Basis
from .crust import Crust, Tone
from .window import Window


class SecondBake(Value):
    """Slices of a baked log, dried cut side down: `across_mm` by `high_mm` on the cut side, `slice_mm` thick; `each_g`
    as sliced, `dried_g` when crisp. `window` counts both sides: turn them at half of it."""

    each_log: int
    across_mm: float
    high_mm: float
    slice_mm: float
    each_g: float
    dried_g: Interval
    oven_c: float
    window: Window
    per_side_min: float
    slicing: str
    log_length_mm: float


class Outcome(Value):
    """What comes out: raw pieces, the baked cookie with ranges, the minutes and what to look for. `outline` and
    `widest_outline` are the baked piece from above where it is not round, in the middle and at the top of its range."""

    pieces: Pieces
    dough_c: float
    oven_c: float
    baked: Prediction
    window: Window
    crust: Crust
    inclusions: tuple[Inclusion, ...] = ()  # in one piece
    outline: Ring = ()
    widest_outline: Ring = ()
    second: SecondBake | None = None
    scale: tuple[Tone, ...] = ()  # the words for its crust and their colours, from white to dark
    basis: Basis | None = None  # None: from the dough alone


def as_laid(baked: Prediction, shape: Shape, raw_mm: float) -> Prediction:
    """A prediction of the model's own shape as the whole piece's width: what lies between a rope's strands, or outside
    the round of equal area, is added as it is."""
    own = baked.diameter_mm
    if shape.flow is Flow.FIXED:  # a pan's walls decide
        still, one = Interval(value=raw_mm, low=raw_mm, high=raw_mm), Interval(value=1.0, low=1.0, high=1.0)
        return baked.model_copy(update={"diameter_mm": still, "spread_ratio": one})
    more = raw_mm - shape.diameter_mm
    if abs(more) < 1e-9:
        return baked
    width = own.plus(more)
    ratio = Interval(value=width.value / raw_mm, low=width.low / raw_mm, high=width.high / raw_mm)
    return baked.model_copy(update={"diameter_mm": width, "spread_ratio": ratio})
