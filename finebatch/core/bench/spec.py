"""A dough as the baker has it on the bench: everything typed or chosen, nothing computed."""

from pydantic import Field

from ..baking import Doneness, OwnBake
from ..base import OneLine, Value
from ..card import MAX_CARD_CHARS, MAX_LINES, Claim, ClaimKind, Line
from ..dough import Making, MethodStep, Style
from ..finishing import Finishing
from ..forming import Form, ScoopForm
from ..kitchen import OvenSetting
from ..trays import TrayRules


class Card(Value):
    """The card a dough was made from: its text as it was, what it claims, and which of that the baker left out."""

    text: str = Field(default="", max_length=MAX_CARD_CHARS)
    claims: tuple[Claim, ...] = Field(default=(), max_length=40)
    left_out: tuple[ClaimKind, ...] = Field(default=(), max_length=40)

    @property
    def counted(self) -> dict[ClaimKind, Claim]:
        """The claims that count, by kind."""
        return {claim.kind: claim for claim in self.claims if claim.kind not in self.left_out}


class DoughSpec(Value):
    """A dough as the baker has it on the bench: everything typed or chosen, nothing computed."""

    name: OneLine = Field(default="New dough", min_length=1, max_length=80)
    lines: tuple[Line, ...] = Field(default=(), max_length=MAX_LINES)
    making: Making = Making()
    form: Form = ScoopForm()
    oven: OvenSetting = OvenSetting()
    tray_id: str = Field(default="medium", max_length=40)
    small_tray_id: str | None = Field(default=None, max_length=40)  # for the second cutter's; None: the same kind
    layout: TrayRules = TrayRules()
    bake_now: int | None = Field(default=None, ge=1, le=400)  # pieces to bake today; the rest of them is kept
    finish: Doneness = Doneness.USUAL
    finishings: tuple[Finishing, ...] = Field(default=(), max_length=8)
    style_id: str | None = Field(default=None, max_length=40)  # the family, where the baker says it
    method: tuple[MethodStep, ...] | None = Field(default=None, max_length=40)  # None: as proposed
    own_bake: OwnBake | None = None  # None: as foretold
    tray_rest_min: float | None = Field(default=None, ge=0, le=120)  # None: as the family does
    card: Card | None = None

    def rest_on_tray_min(self, style: Style) -> float:
        """Minutes on the hot tray: the baker's own, or what the family needs."""
        return style.tray_rest_min if self.tray_rest_min is None else self.tray_rest_min
