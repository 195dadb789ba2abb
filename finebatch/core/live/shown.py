"""What the screen shows of a day that is run: values, worked out in now."""

from enum import StrEnum

from pydantic import AwareDatetime

from ..base import Value
from ..day import Kind
from .alarms import Alarm, Ringing
from .events import Mark, Rim

COLOUR_EVERY_S = 30


class Drawn(Value):
    """A cookie as it may be seen: the answer it stands for, the word for its rim, and its colours (#rrggbb)."""

    rim: Rim
    word: str
    colour: str
    middle: str


class Ask(Value):
    """What is asked at a look at one tray, or at several that bake alike: the cue in its own words, and four cookies to hold the tray against. None are drawn where the bake cannot be followed."""

    loads: tuple[int, ...]
    cue: str
    drawn: tuple[Drawn, ...]
    dark: bool = False  # its own colour hides the browning: touch tells more


class Act(Value):
    """One thing to do. `due_at` to `ends_at` by the plan; `since` when somebody is taken to have begun it; it may wait for `wait_s` before something
    comes of it; what is `pressing` goes before all else once it is due: the oven does not wait.
    In a rehearsal slow hands are not done `not_before` a time. `button` is what the baker says when it is done."""

    id: str
    kind: Kind
    marks: tuple[Mark, ...]
    title: str
    detail: str
    button: str
    tone: Ringing
    person: int
    hands: bool
    due_at: AwareDatetime
    ends_at: AwareDatetime
    since: AwareDatetime | None = None
    pressing: bool = False
    not_before: AwareDatetime | None = None
    wait_s: int = 0
    ask: Ask | None = None


class TrayClock(Value):
    """A tray in the oven: since when, until when, from when to when it is good; the colours of rim and middle it should have by now, one for every
    `every_s` since it went in."""

    load: int
    tray: str
    name: str
    pieces: int
    oven: int
    rack: int
    in_at: AwareDatetime
    out_at: AwareDatetime
    good_from: AwareDatetime
    good_to: AwareDatetime
    next_says: str
    note: str = ""
    rims: tuple[str, ...] = ()
    middles: tuple[str, ...] = ()
    every_s: int = COLOUR_EVERY_S
    forgotten_says: str = ""


class Hot(Value):
    """What must be done while it is hot: from when, until when it can be, and how many pieces there are at how many seconds each."""

    act: str
    load: int
    title: str
    says: str
    from_at: AwareDatetime
    until_at: AwareDatetime
    pieces: int
    each_s: float
    again: str


class Bar(Value):
    """A stretch of work or of baking on the strip of what comes; `row` is a pair of hands (1, 2) or, from 11 on, a rack."""

    row: int
    from_at: AwareDatetime
    to_at: AwareDatetime
    label: str


class LogLine(Value):
    """Something that was told. It can be taken back while nothing was built on it."""

    key: str
    at: AwareDatetime
    says: str
    late: bool
    can_undo: bool
    ignored: str = ""


class State(StrEnum):
    """Of a day that is run."""

    CALM = "calm"
    OVER = "over"


class Now(Value):
    """Where the day stands. `at` is the run's clock when this was worked out, which goes `speed` times as fast as the day's; `seq` counts what was
    told."""

    seq: int
    at: AwareDatetime
    speed: float
    title: str
    state: State
    ready_at: AwareDatetime
    hands: int
    acts: tuple[Act, ...]
    more_acts: int
    trays: tuple[TrayClock, ...]
    hot: tuple[Hot, ...]
    alarms: tuple[Alarm, ...]
    strip: tuple[Bar, ...]
    log: tuple[LogLine, ...]
    told: str
    moved: tuple[str, ...]
    overstepped: tuple[str, ...]


BUTTONS = {
    Kind.LOAD: "It is in", Kind.LOOK: "I looked", Kind.TURN: "Turned", Kind.UNLOAD: "It is out", Kind.HOT: "All done", Kind.PREHEAT: "It is on",
    Kind.OVEN_CHANGE: "It is set", Kind.SOFTEN: "Taken out", Kind.THAW: "Taken out", Kind.TRANSFER: "Moved",
}  # fmt: skip
