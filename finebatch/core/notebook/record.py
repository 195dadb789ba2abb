"""A bake as it was written down: what was measured and seen, with the formula, the settings and the prediction of that moment."""

from enum import StrEnum
from typing import Annotated

from pydantic import Field

from ..baking import Outcome, Tone
from ..base import Interval, Moment, Value
from ..bench import DoughSpec
from ..kitchen import Kitchen

# Of the model by which what is learned from a bake is worked out: that of another edition is worked out anew.
EDITION = 1
MOST_WIDTHS = 6
WidthMm = Annotated[float, Field(ge=3, le=700)]


class Verdict(StrEnum):
    """How the cookies were when they were taken out."""

    PALE = "pale"
    RIGHT = "right"
    DARK = "dark"


class Texture(StrEnum):
    """How they eat."""

    CRISP = "crisp"
    SNAPPY = "snappy"
    CHEWY = "chewy"
    SOFT = "soft"
    CAKEY = "cakey"
    SANDY = "sandy"
    TENDER = "tender"
    DRY = "dry"
    HARD = "hard"
    TOUGH = "tough"
    GREASY = "greasy"
    CRUMBLY = "crumbly"


class Shade(StrEnum):
    """How brown the rim is, by the words of the drawn scale."""

    WHITE = "white"
    PALE = "pale"
    LIGHT_GOLD = "light gold"
    GOLDEN = "golden"
    BROWN = "brown"
    DARK = "dark"


class Measured(Value):
    """What a baker wrote down; what is not known is left out. `oven_min`: in the oven, till they were taken out, and how they then were;
    `oven_read_c`, a thermometer inside it."""

    count: int | None = Field(default=None, ge=1, le=2000)
    widths_mm: tuple[WidthMm, ...] = Field(default=(), max_length=MOST_WIDTHS)
    height_mm: float | None = Field(default=None, ge=1, le=200)
    oven_min: float | None = Field(default=None, ge=0.5, le=240)
    verdict: Verdict | None = None
    oven_read_c: float | None = Field(default=None, ge=40, le=400)
    shade: Shade | None = None
    textures: tuple[Texture, ...] = Field(default=(), max_length=6)
    liked: int | None = Field(default=None, ge=1, le=5)
    note: str = Field(default="", max_length=400)

    @property
    def width_mm(self) -> float | None:
        """The mean of the widths."""
        return sum(self.widths_mm) / len(self.widths_mm) if self.widths_mm else None


class Foretold(Value):
    """What was foretold before the bake: the ranges of that day."""

    count: int
    width_mm: Interval
    height_mm: Interval
    first_done_min: Interval
    last_good_min: Interval
    aim_min: float
    rim_word: str
    scale: tuple[Tone, ...]  # words for the crust, with their colours in this dough
    own_bakes: int
    palest_word: str = ""  # the ends of the rim's range; not kept with the first bakes
    darkest_word: str = ""


class TrayRan(Value):
    """One tray as it was run: minutes in the oven, how many minutes later than planned it went in, and what was seen of it."""

    name: str
    pieces: int
    oven_min: float
    late_min: float
    seen: tuple[str, ...] = ()


class Bake(Value):
    """One bake. `batch` is a share's id, "small" for the second cutter's, "" for the dough's own shaping; `spec` is that batch's alone.
    Bakes of one `tray` share its luck: its two halves, told apart by `half`."""

    baked_at: Moment
    batch: str = Field(default="", max_length=40)
    batch_name: str = Field(default="", max_length=80)
    spec: DoughSpec
    kitchen: Kitchen
    measured: Measured
    foretold: Foretold | None = None
    tray: str = Field(default="", max_length=40)
    half: str = Field(default="", max_length=1)
    learn_from: bool = True
    run_id: str = ""  # of the day that was run, where it came from one
    trays: tuple[TrayRan, ...] = Field(default=(), max_length=240)
    oven_c: tuple[float, ...] = Field(
        default=(), max_length=2000
    )  # read a minute apart while any of it was in the oven


def foretold_of(outcome: Outcome) -> Foretold:
    """A prediction as it is kept with a bake."""
    baked, window = outcome.baked, outcome.window
    return Foretold(
        count=outcome.pieces.count,
        width_mm=baked.diameter_mm,
        height_mm=baked.height_mm,
        first_done_min=baked.first_done_min,
        last_good_min=baked.last_good_min,
        aim_min=window.aim_min,
        rim_word=outcome.crust.rim_word,
        palest_word=outcome.crust.palest_word,
        darkest_word=outcome.crust.darkest_word,
        scale=outcome.scale,
        own_bakes=outcome.basis.own_bakes if outcome.basis else 0,
    )


def oven_name(number: int) -> str:
    """The oven of that number, among what is learned."""
    return f"oven {number}"
