"""What can happen while a day is run: one value an event, each said once and never changed."""

from enum import StrEnum
from typing import Annotated, Literal

from pydantic import AwareDatetime, Field

from ..base import Value
from ..day import Kind


class Mark(Value):
    """One step of the day, whatever the plan has since made of its time: `dough` and `load` are numbers of the day as it was begun, `part` counts
    steps of one kind at one tray or dough. Heating is the oven's, so its mark has that."""

    kind: Kind
    dough: int | None = Field(default=None, ge=0, lt=1000)
    load: int | None = Field(default=None, ge=0, lt=1000)
    part: int = Field(default=0, ge=0, lt=100)
    oven: int | None = Field(default=None, ge=1, lt=10)


class Rim(StrEnum):
    """The rim beside how it should be when it is done."""

    MUCH_PALER = "much_paler"
    PALER = "paler"
    RIGHT = "right"
    DARKER = "darker"


class Middle(StrEnum):
    """The middle of the top."""

    WET = "wet"
    SOFT = "soft"
    SET = "set"


class Under(StrEnum):
    """The underside of one that is lifted."""

    PALE = "pale"
    GOLDEN = "golden"
    BROWN = "brown"


class Lift(StrEnum):
    """What one does when a spatula goes under it."""

    SAGS = "sags"
    HOLDS = "holds"
    SLIDES = "slides"


class Smell(StrEnum):
    """What the oven smells of."""

    DOUGH = "dough"
    BAKED = "baked"
    SHARP = "sharp"


LoadNumber = Annotated[int, Field(ge=0, lt=1000)]


class Did(Value):
    """Something of the plan was done."""

    kind: Literal["did"] = "did"
    marks: tuple[Mark, ...] = Field(min_length=1, max_length=60)


class Saw(Value):
    """What was seen of a tray in the oven; what was not looked at is left out."""

    kind: Literal["saw"] = "saw"
    load: LoadNumber
    rim: Rim | None = None
    middle: Middle | None = None
    under: Under | None = None
    lift: Lift | None = None
    smell: Smell | None = None


class More(Value):
    """So many minutes more from now, by the baker's own word."""

    kind: Literal["more"] = "more"
    load: LoadNumber
    minutes: float = Field(ge=0.5, le=60)


class Lost(Value):
    """A tray's cookies are gone: dropped, or burned. All of them, or so many."""

    kind: Literal["lost"] = "lost"
    load: LoadNumber
    pieces: int | None = Field(default=None, ge=1, le=2000)


class Fewer(Value):
    """A tray is not full: so many pieces are on it."""

    kind: Literal["fewer"] = "fewer"
    load: LoadNumber
    pieces: int = Field(ge=1, le=2000)


class DoughOff(Value):
    """No more of a dough is shaped."""

    kind: Literal["dough_off"] = "dough_off"
    dough: int = Field(ge=0, lt=1000)


class TrayGone(Value):
    """One tray of a kind can no longer be used, or (`found`) it can again."""

    kind: Literal["tray_gone"] = "tray_gone"
    tray: str = Field(min_length=1, max_length=40)
    found: bool = False


class OvenRuns(Value):
    """From now on every bake takes so many times as long: 1.1 in an oven that is cooler than it says."""

    kind: Literal["oven_runs"] = "oven_runs"
    times: float = Field(ge=0.6, le=2.0)


class NotHot(Value):
    """The oven is empty and not hot yet: nothing goes in for so long."""

    kind: Literal["not_hot"] = "not_hot"
    minutes: float = Field(ge=1, le=120)


class Away(Value):
    """Nobody is there for so long."""

    kind: Literal["away"] = "away"
    minutes: float = Field(ge=1, le=24 * 60)


class Helper(Value):
    """A second pair of hands comes, or goes."""

    kind: Literal["helper"] = "helper"
    comes: bool


class NotReady(Value):
    """A dough in the fridge needs so long from now."""

    kind: Literal["not_ready"] = "not_ready"
    dough: int = Field(ge=0, lt=1000)
    minutes: float = Field(ge=1, le=24 * 60)


class Noted(Value):
    """Words."""

    kind: Literal["note"] = "note"
    text: str = Field(min_length=1, max_length=400)


class Undone(Value):
    """An event that did not happen: a mistaken tap."""

    kind: Literal["undone"] = "undone"
    of: str = Field(min_length=8, max_length=64)


AnyEvent = (
    Did
    | Saw
    | More
    | Lost
    | Fewer
    | DoughOff
    | TrayGone
    | OvenRuns
    | NotHot
    | Away
    | Helper
    | NotReady
    | Noted
    | Undone
)
Event = Annotated[AnyEvent, Field(discriminator="kind")]


class Happened(Value):
    """An event with the device's own `key` for it, when it happened by the server's clock, and whether it was told `late` (the server was away
    when it was tapped)."""

    key: str
    at: AwareDatetime
    event: Event
    late: bool = False
