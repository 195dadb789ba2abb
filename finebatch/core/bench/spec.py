"""A dough as the baker has it on the bench: everything typed or chosen, nothing computed."""

from enum import StrEnum
from typing import Annotated

from pydantic import Field

from ..baking import Doneness, OwnBake
from ..base import OneLine, Value
from ..card import MAX_CARD_CHARS, MAX_LINES, Claim, ClaimKind, Line
from ..dough import Making, MethodStep, Style
from ..finishing import Finishing
from ..forming import Form, ScoopForm
from ..kitchen import OvenSetting
from ..trays import TrayRules

MOST_SHARES = 5
MOST_TAGS = 12

Tag = Annotated[OneLine, Field(min_length=1, max_length=24)]


class Card(Value):
    """The card a dough was made from: its text as it was, what it claims, and which of that the baker left out."""

    text: str = Field(default="", max_length=MAX_CARD_CHARS)
    claims: tuple[Claim, ...] = Field(default=(), max_length=40)
    left_out: tuple[ClaimKind, ...] = Field(default=(), max_length=40)

    @property
    def counted(self) -> dict[ClaimKind, Claim]:
        """The claims that count, by kind."""
        return {claim.kind: claim for claim in self.claims if claim.kind not in self.left_out}


class Shaping(Value):
    """How dough is shaped, laid, baked and finished; the family it is said to be, where the baker says so."""

    form: Form = ScoopForm()
    oven: OvenSetting = OvenSetting()
    tray_id: str = Field(default="medium", max_length=40)
    small_tray_id: str | None = Field(default=None, max_length=40)  # for the second cutter's; None: the same kind
    layout: TrayRules = TrayRules()
    bake_now: int | None = Field(default=None, ge=1, le=400)  # pieces, logs or pans to bake today; the rest is kept
    finish: Doneness = Doneness.USUAL
    finishings: tuple[Finishing, ...] = Field(default=(), max_length=8)
    style_id: str | None = Field(default=None, max_length=40)
    own_bake: OwnBake | None = None  # None: as foretold
    tray_rest_min: float | None = Field(default=None, ge=0, le=120)  # None: as the family does

    def rest_on_tray_min(self, style: Style) -> float:
        """Minutes on the hot tray: the baker's own, or what the family needs."""
        return style.tray_rest_min if self.tray_rest_min is None else self.tray_rest_min


class ShareBy(StrEnum):
    """What a share is measured in: % of the dough, grams, or pieces of its own form."""

    PERCENT = "percent"
    GRAMS = "grams"
    PIECES = "pieces"


class Keep(StrEnum):
    """When a share is baked: with the rest, after hours in the fridge, or from the freezer."""

    NOW = "now"
    FRIDGE = "fridge"
    FREEZER = "freezer"


class Share(Shaping):
    """A part of the dough that is shaped, baked and finished in a way of its own."""

    id: str = Field(min_length=1, max_length=40)
    name: OneLine = Field(min_length=1, max_length=40)
    by: ShareBy = ShareBy.PERCENT
    amount: float = Field(default=50.0, gt=0, le=20_000)
    keep: Keep = Keep.NOW
    keep_h: float = Field(default=24.0, ge=1, le=96)  # in the fridge, where it is kept there
    thaw: bool = False  # before it is baked, where it was frozen


class DoughSpec(Shaping):
    """A dough as the baker has it on the bench: everything typed or chosen, nothing computed. What it says of shaping is for the
    whole dough, or for what its shares leave of it."""

    name: OneLine = Field(default="New dough", min_length=1, max_length=80)
    lines: tuple[Line, ...] = Field(default=(), max_length=MAX_LINES)
    making: Making = Making()
    shares: tuple[Share, ...] = Field(default=(), max_length=MOST_SHARES)
    of_dough: float = Field(
        default=1.0, gt=0, le=1
    )  # of what the lines give: less than 1 in a share looked at by itself
    method: tuple[MethodStep, ...] | None = Field(default=None, max_length=40)  # None: as proposed
    card: Card | None = None
    tags: tuple[Tag, ...] = Field(default=(), max_length=MOST_TAGS)  # the baker's own words to find it by
