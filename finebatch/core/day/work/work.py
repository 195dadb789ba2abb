"""What has to be done on the bake day, and with what: doughs, loads and the kitchen's limits, in whole seconds."""

from enum import StrEnum
from typing import Annotated

from pydantic import Field, WithJsonSchema

from ...base import Value
from ..limits import Limits

CHUNK_S = 240  # shaping and icing are cut into pieces of at most this, so that the oven can be served between
MIX_WITHIN_S = 15 * 60  # weighed ingredients wait no longer, nor does a mixed dough to be divided
TURN_SLACK_S = 60
WASH_UP_S = 10 * 60  # bowls, boards and trays between what goes ahead and the rest: judgement
_PAIR = {"type": "array", "items": {"type": "integer"}, "minItems": 2, "maxItems": 2}


# The schema says arrays of two numbers: a tuple in it would not survive the way through the interface's client types.
Spans = Annotated[tuple[tuple[int, int], ...], WithJsonSchema({"type": "array", "items": _PAIR})]


class DoughWork(Value):
    """One dough until it can be shaped. Of its mixing of `mix_s`, nobody is needed for `mix_lag_s` once `mix_first_s` is over (it cools), where
    there is such a time. `lead_s` is passive (fat softening) and starts the day, with hands busy for its first `lead_first_s` (browning); `divide_s` shapes logs or
    discs before the chill; a chill longer than `temper_after_s` needs `temper_s` on the counter; scraps chill
    `rechill_s` again. `shelf` is the fridge room it takes. A `made` dough comes out of the freezer, shaped, or out of the fridge: its lead is its
    thawing or warming, and it is neither weighed nor mixed. `pack_s` is the packing when all of it is ready; `kept` names the shares
    that are wrapped and put away while it is divided. Ready, it bears standing for `stands_s` (0: not known); what else to do is in `stands_says`. It is number `asked` of the doughs that were asked for, and goes `ahead` of those that do not, with everything washed between. What the
    method says of its getting ready, of what is done before the weighing ends, and of its mixing stands in `lead_first_says`, `lead_says`, `before_says`, `mix_says` and, after that time, `mix_then_says`."""

    name: str
    lead_s: int = Field(ge=0)
    lead_first_s: int = Field(default=0, ge=0)
    weigh_s: int = Field(ge=0)
    mix_s: int = Field(ge=0)
    mix_first_s: int = Field(default=0, ge=0)
    mix_lag_s: int = Field(default=0, ge=0)
    divide_s: int = Field(default=0, ge=0)
    chill_s: int = Field(default=0, ge=0)
    chill_max_s: int = Field(default=0, ge=0)
    temper_after_s: int = Field(default=0, ge=0)
    temper_s: int = Field(default=0, ge=0)
    shelf: int = Field(default=1, ge=0)
    rechill_s: int = Field(default=0, ge=0)
    pack_s: int = Field(default=0, ge=0)
    made: bool = False
    from_fridge: bool = False
    kept: tuple[str, ...] = ()
    asked: int = 0
    ahead: bool = False
    stands_s: int = Field(default=0, ge=0)
    stands_says: str = ""
    lead_first_says: str = ""
    lead_says: str = ""
    lead_cue: str = ""
    before_says: str = ""
    mix_says: str = ""
    mix_then_says: str = ""


class LoadWork(Value):
    """One tray's stay in the oven and what goes before and after. `shape_s` includes lining the tray; `hot_s` is due at once
    after it comes out. A load with `after_log` is slices of that load's logs, cut `slice_from_s` to `slice_to_s` after
    they left the oven. Once shaped it dries for `dry_first_s` (a first coat of egg), and is brushed for `wash_s` just before it goes in. `ice_s` of finishing begins when cold and sets for `dry_s`. Its right half is of the
    dough `also`, where two are tried against each other. Nothing else of its dough is shaped before a
    `test` is measured, which its moving to the rack is for; `told` when what was measured is."""

    dough: int = Field(ge=0)
    name: str
    pieces: int = Field(ge=1)
    tray: str
    shape_s: int = Field(ge=1)
    oven_c: float
    bake_s: int = Field(ge=30)
    turn_s: int = Field(default=20, ge=0)  # none for what is left in peace
    wait_max_s: int = Field(ge=0)
    dry_first_s: int = Field(default=0, ge=0)
    wash_s: int = Field(default=0, ge=0)
    hot_s: int = Field(default=0, ge=0)
    rest_s: int = Field(default=0, ge=0)
    rest_slack_s: int = Field(default=0, ge=0)
    transfer_s: int = Field(ge=1)
    cool_s: int = Field(ge=0)
    area_cm2: int = Field(default=0, ge=0)
    after_log: int | None = None
    slice_from_s: int = 0
    slice_to_s: int = 0
    scraps: bool = False
    also: int | None = Field(default=None, ge=0)
    test: bool = False
    told: bool = False
    ice_s: int = Field(default=0, ge=0)
    dry_s: int = Field(default=0, ge=0)
    half_s: int | None = None  # when it was turned, for a bake that got longer after that


class PinPoint(StrEnum):
    """What of a dough (weigh, mix, out of the fridge) or of a load (shape, load, transfer) can be pinned to a time."""

    WEIGH = "weigh"
    MIX = "mix"
    OUT = "out"
    SHAPE = "shape"
    LOAD = "load"
    TRANSFER = "transfer"

    @property
    def of_dough(self) -> bool:
        """Whether it is a dough that is pinned, not a load."""
        return self in (PinPoint.WEIGH, PinPoint.MIX, PinPoint.OUT)


class Pin(Value):
    """A step the baker has fixed: `what` of a dough (weigh, mix, out) or a load (shape, load, transfer) starts at `at_s`."""

    what: PinPoint
    index: int = Field(ge=0)
    at_s: int = Field(ge=0)


class LostTray(Value):
    """A tray of a kind that is out of use from `from_s` on."""

    tray: str
    from_s: int


class DayWork(Value):
    """The whole day, on a clock that starts at 0. Hands rest in `closed` spans; passive steps run through them. There is
    but one pair of hands in `lone` spans, and no oven in `oven_off` ones.
    `deadline_s` is when everything must be ready; `pins` are what the baker has fixed."""

    doughs: tuple[DoughWork, ...] = Field(min_length=1, max_length=80)
    loads: tuple[LoadWork, ...] = Field(min_length=1, max_length=240)
    room: Limits
    closed: Spans = ()
    lone: Spans = ()
    oven_off: Spans = ()
    deadline_s: int | None = None
    pins: tuple[Pin, ...] = ()
    lost: tuple[LostTray, ...] = ()
