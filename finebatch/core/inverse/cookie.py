"""The cookie that is wished for, in a baker's words, and what each word is to the search."""

import math
from enum import StrEnum

from pydantic import Field

from ..base import Value
from ..trays import holds
from .lots import Measures
from .space import House
from .structures import Without
from .terms import TEXTURE_WEIGHT, Sense, Term

MOST_WORDS = 8


class Want(Value):
    """A figure of the cookie: about it, at most or at least it; a `must`, or rather so."""

    value: float = Field(ge=0, le=2000)
    sense: Sense = Sense.ABOUT
    must: bool = False


class Texture(StrEnum):
    """How it bites, by the app's own measures."""

    CRISP = "crisp"
    CHEWY = "chewy"
    CAKEY = "cakey"
    SHORT = "short"
    CRUMBLY = "crumbly"


class Bite(Value):
    """How much of one texture, 0 to 100."""

    texture: Texture
    score: float = Field(ge=0, le=100)
    sense: Sense = Sense.ABOUT
    must: bool = False


class Keeps(StrEnum):
    """How long it keeps in a tin."""

    WEEKS = "weeks"
    A_WEEK_OR_TWO = "a_week_or_two"
    FOUR_DAYS = "four_days"


class Colour(StrEnum):
    """The rim, as a baker says it."""

    PALE = "pale"
    LIGHT_GOLD = "light_gold"
    GOLDEN = "golden"
    BROWN = "brown"
    DARK = "dark"


# Water activity below which it keeps so long: dough.balance's own classes.
DRY_BELOW = {Keeps.WEEKS: 0.45, Keeps.A_WEEK_OR_TWO: 0.65, Keeps.FOUR_DAYS: 0.80}
# The browning index in the middle of each word's range: baking.crust's own anchors.
BROWNED = {Colour.PALE: 0.20, Colour.LIGHT_GOLD: 0.50, Colour.GOLDEN: 1.10, Colour.BROWN: 2.10, Colour.DARK: 4.00}
COLOUR_GIVE = 0.2


class Avoid(Value):
    """Something that must not, or had rather not, be in it."""

    what: Without
    must: bool = True


class CookieWish(Value):
    """The cookie one would like. Everything may be left open but not all of it."""

    count: int | None = Field(default=None, ge=1, le=400)
    width_mm: Want | None = None
    height_mm: Want | None = None
    bites: tuple[Bite, ...] = Field(default=(), max_length=5)
    colour: Colour | None = None
    colour_must: bool = False
    sweetness_pct: Want | None = None
    keeps: Keeps | None = None
    keeps_must: bool = False
    bake_min: Want | None = None
    cost_each: Want | None = None
    per_tray: int | None = Field(default=None, ge=1, le=120)
    per_tray_must: bool = False
    without: tuple[Avoid, ...] = Field(default=(), max_length=MOST_WORDS)
    pantry_only: bool = False
    measures: Measures = Measures.GRAMS

    @property
    def empty(self) -> bool:
        """Whether nothing at all is said of the cookie."""
        said = (
            self.count, self.width_mm, self.height_mm, self.colour, self.sweetness_pct, self.keeps, self.bake_min, self.cost_each, self.per_tray,
        )  # fmt: skip
        return not any(one is not None for one in said) and not self.bites and not self.without and not self.pantry_only


def terms_of(
    wish: CookieWish, house: House, tray_id: str, walls: bool, width_ratio: float = 1.0
) -> list[tuple[str, Term]]:
    """Every figure of the wish with the name it is called by. Where a pan's walls or the scoring decide the width (`walls`) there is none to
    wish; `width_ratio` is how much wider the widest comes out than the middle one, which is what a tray must hold."""
    found: list[tuple[str, Term]] = []

    def add(name: str, want: Want | None, term: str, give: float = 0.0) -> None:
        if want is not None and want.value > 0:
            found.append((name, Term(term, math.log(want.value), want.sense, want.must, give)))

    if not walls:
        add("width", wish.width_mm, "width")
        if wish.per_tray is not None:
            widest = _widest(wish.per_tray, house, tray_id)
            if widest > 0:
                fits = Term("width", math.log(widest / width_ratio), Sense.AT_MOST, wish.per_tray_must)
                found.append(("per_tray", fits))
    add("height", wish.height_mm, "height")
    for bite in wish.bites:
        term = Term(bite.texture.value, bite.score / 100, bite.sense, bite.must, weight=TEXTURE_WEIGHT)
        found.append((bite.texture.value, term))
    if wish.colour is not None:
        found.append(
            ("colour", Term("colour", math.log(BROWNED[wish.colour]), must=wish.colour_must, tolerance=COLOUR_GIVE))
        )
    if wish.sweetness_pct is not None:
        want = wish.sweetness_pct
        found.append(("sweetness", Term("sweet", want.value / 100, want.sense, want.must)))
    if wish.keeps is not None:
        found.append(("keeps", Term("water", DRY_BELOW[wish.keeps], Sense.AT_MOST, wish.keeps_must)))
    add("minutes", wish.bake_min, "minutes")
    if house.price_per_g:
        add("cost", wish.cost_each, "cost")
    return found


def _widest(count: int, house: House, tray_id: str) -> float:
    """The greatest width of which a tray takes so many; 0 where it takes that many of none."""
    tray = house.kitchen.tray(tray_id)
    low, high = 10.0, 300.0
    if holds(low, tray) < count:
        return 0.0
    for _ in range(24):
        middle = (low + high) / 2
        low, high = (middle, high) if holds(middle, tray) >= count else (low, middle)
    return low
