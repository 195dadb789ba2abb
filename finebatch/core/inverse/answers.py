"""The answers to a wish, and all that is asked."""

from dataclasses import dataclass
from enum import StrEnum
from typing import TYPE_CHECKING

from pydantic import Field

from ..baking import Outcome
from ..base import Interval, Value
from ..bench import DoughSpec
from ..dough import Dough
from ..kitchen import Kitchen
from .asked import CookieWish, Sense

if TYPE_CHECKING:
    from ..learning.known import Known


class OfferKind(StrEnum):
    """Why a dough is offered."""

    NEAREST = "nearest"
    BEST = "best"
    SIMPLEST = "simplest"
    ANOTHER = "another"


class WishFigure(Value):
    """One figure of the wish: what was wished, what it comes to (with the range it may lie in, where that is known), and whether that keeps it.
    Widths and heights in mm, minutes, % of sweetness, textures 0 to 100, water activity, browning index, cost of a piece; the last but one and
    the water in words too."""

    name: str
    wished: float
    sense: Sense
    must: bool
    got: Interval
    kept: bool
    wished_word: str = ""
    got_word: str = ""


class WishChange(Value):
    """A line or setting that is not as it was. An amount: `was` and `now` as the lines say it (empty: not in it), and in % of flour. A setting:
    its values in `unit` (mm, g, ml, °C, h). And what it alone did to the cookie."""

    what: str
    was: str = ""
    now: str = ""
    unit: str = ""
    was_value: float = 0.0
    now_value: float = 0.0
    was_pct: float | None = None
    now_pct: float | None = None
    wider_mm: float = 0.0
    higher_mm: float = 0.0
    longer_min: float = 0.0
    crisper: float = 0.0
    chewier: float = 0.0
    sweeter_pct: float = 0.0
    rounding: bool = False  # nothing is felt of it: only rounded to whole spoons


class Exchanged(Value):
    """A line that was exchanged; `to` is empty where it was left out, and what is risked then is its `caution`."""

    what: str
    to: str = ""
    texture: str = ""
    caution: str = ""


class Offered(Value):
    """A dough that is offered for a wish. `number` is of changes to the dough one has, where it is that dough with few changes."""

    kind: OfferKind
    family: str
    number: int | None = None
    spec: DoughSpec
    outcome: Outcome
    dough: Dough
    count: int
    textures: dict[str, float]
    sweetness_pct: float
    water_activity: float
    cost_each: float | None
    figures: tuple[WishFigure, ...]
    changes: tuple[WishChange, ...]
    swapped: tuple[Exchanged, ...]
    unseen: bool = Field(default=False, description="the model has never seen the like of it: its ranges are wider")
    packets: tuple[str, ...] = Field(default=(), description="what packets of these ingredients often warn of")
    notes: tuple[str, ...] = ()


class Stock(Value):
    """What there is of each ingredient that is counted, in g, and what a gram costs where it has a price; None where nothing is counted."""

    have_g: dict[str, float] | None = None
    price_per_g: dict[str, float] = Field(default={})


NOTHING_COUNTED = Stock()


@dataclass(frozen=True)
class Wished:
    """A wish with all it is asked of: the dough it starts from (None: the families' own starters), kitchen, knowledge, stock."""

    wish: CookieWish
    kitchen: Kitchen
    dough: DoughSpec | None = None
    families: tuple[str, ...] = ()
    known: "Known | None" = None
    stock: Stock = NOTHING_COUNTED


class Clash(Value):
    """Musts of which no dough was found that keeps all together, by the names of their figures, and what comes nearest without each."""

    names: tuple[str, ...]
    family: str
    without: tuple["WithoutOne", ...] = ()


class WithoutOne(Value):
    """The nearest dough if one of the musts is let go."""

    name: str
    offered: Offered


class Granted(Value):
    """The answers to a wish, best kinds first; what collides; what had to be let go of what was rather wished; sentences to say."""

    offered: tuple[Offered, ...]
    clash: Clash | None = None
    let_go: tuple[str, ...] = ()
    notes: tuple[str, ...] = ()


class Traded(Value):
    """One dough on the map: by either figure in its own unit, with the levers that open it."""

    one: float
    other: float
    levers: tuple[float, ...]
    width_mm: float
    height_mm: float


class TradeMap(Value):
    """How two wishes pull against each other, the size held; `today` is the dough one has."""

    one: str
    other: str
    dots: tuple[Traded, ...]
    today: Traded
