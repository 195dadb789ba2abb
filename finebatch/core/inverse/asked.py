"""The cookie that is wished for, in a baker's words."""

from enum import StrEnum

from pydantic import Field

from ..base import Value

MOST_WORDS = 8


class Sense(StrEnum):
    """Near it, at most it, or at least it."""

    ABOUT = "about"
    AT_MOST = "at_most"
    AT_LEAST = "at_least"


class MeasuredIn(StrEnum):
    """In what a baker measures."""

    CUPS = "cups"
    GRAMS = "grams"


class Without(StrEnum):
    """What must not be in it."""

    EGG = "egg"
    MILK = "milk"
    NUT = "nut"
    GLUTEN = "gluten"
    SOY = "soy"
    SESAME = "sesame"
    ANIMAL = "animal"
    ADDED_SUGAR = "added_sugar"


class Want(Value):
    """A figure of the cookie: about it, at most or at least it; a `must`, or rather so."""

    value: float = Field(ge=0, le=2000)
    sense: Sense = Sense.ABOUT
    must: bool = False


class BiteName(StrEnum):
    """How it bites, by the app's own measures."""

    CRISP = "crisp"
    CHEWY = "chewy"
    CAKEY = "cakey"
    SHORT = "short"
    CRUMBLY = "crumbly"


class Bite(Value):
    """How much of one texture, 0 to 100."""

    texture: BiteName
    score: float = Field(ge=0, le=100)
    sense: Sense = Sense.ABOUT
    must: bool = False


class KeepsFor(StrEnum):
    """How long it keeps in a tin."""

    WEEKS = "weeks"
    A_WEEK_OR_TWO = "a_week_or_two"
    FOUR_DAYS = "four_days"


class RimColour(StrEnum):
    """The rim, as a baker says it."""

    PALE = "pale"
    LIGHT_GOLD = "light_gold"
    GOLDEN = "golden"
    BROWN = "brown"
    DARK = "dark"


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
    colour: RimColour | None = None
    colour_must: bool = False
    sweetness_pct: Want | None = None
    keeps: KeepsFor | None = None
    keeps_must: bool = False
    bake_min: Want | None = None
    cost_each: Want | None = None
    per_tray: int | None = Field(default=None, ge=1, le=120)
    per_tray_must: bool = False
    without: tuple[Avoid, ...] = Field(default=(), max_length=MOST_WORDS)
    pantry_only: bool = False
    measures: MeasuredIn = MeasuredIn.GRAMS

    @property
    def empty(self) -> bool:
        """Whether nothing at all is said of the cookie."""
        said = (
            self.count, self.width_mm, self.height_mm, self.colour, self.sweetness_pct, self.keeps, self.bake_min, self.cost_each, self.per_tray,
        )  # fmt: skip
        return not any(one is not None for one in said) and not self.bites and not self.without and not self.pantry_only
