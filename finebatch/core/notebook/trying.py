"""A change to try, as it is asked for and told."""

from enum import StrEnum

from ..base import Interval, Value
from ..bench import DoughSpec


class Wanted(StrEnum):
    """What is wished of a dough; or what would teach most of it."""

    NARROWER = "narrower"
    WIDER = "wider"
    THICKER = "thicker"
    THINNER = "thinner"
    SOONER = "sooner"
    BROWNER = "browner"
    PALER = "paler"
    LEARN = "learn"


class TryWish(Value):
    """What is wished, and whether the size of the pieces may change for it."""

    wanted: Wanted
    resize: bool = False


class Figures(Value):
    """Width and height in mm and the middle of the window in min, each with its 90% range; and the word for the rim then."""

    width_mm: Interval
    height_mm: Interval
    middle_min: Interval
    rim_word: str


class Try(Value):
    """One change to try: the dough with it, what is then foretold, its chance to meet the wish (0 to 1) and the bits it would teach. Of its
    effect, the doubt in % now, after two halves of one tray, and after a day each; `on_half` where two halves of a tray can have it, `halves`
    where that is worth its trouble."""

    kind: str
    saying: str
    spec: DoughSpec
    figures: Figures
    chance: float
    bits: float
    doubt_pct: float
    after_halves_pct: float
    after_days_pct: float
    on_half: bool
    halves: bool


class Tries(Value):
    """The dough as it is, and the changes to try, the best first."""

    now: Figures
    tries: tuple[Try, ...]
