"""Every form there is, and the one way to its answers."""

from typing import Annotated

from pydantic import Field

from ..base import Problem, Value, stop
from ..dough import Style
from ..kitchen import Tray
from .ball import BallForm, Rolling
from .batter import BatterForm, Spreading
from .block import BlockForm, Cubing
from .cutout import CutoutForm, Cutting
from .log import LogForm, Slicing
from .pan import PanForm, Pressing
from .pieces import Pieces
from .protocol import AnyForming
from .rope import Laying, RopeForm
from .rusk import RuskForm, TwiceBaking
from .scoop import ScoopForm, Scooping
from .sheet import Scoring, SheetForm

AnyForm = (
    ScoopForm | BallForm | BlockForm | BatterForm | CutoutForm | SheetForm | PanForm | LogForm | RopeForm | RuskForm
)
Form = Annotated[AnyForm, Field(discriminator="kind")]

FORMINGS: dict[type[Value], AnyForming] = {
    forming.form: forming
    for forming in (
        Scooping(), Rolling(), Cubing(), Spreading(), Cutting(), Scoring(), Pressing(), Slicing(), Laying(), TwiceBaking(),
    )
}  # fmt: skip
MOST_PIECES = 400


def forming_of(form: Value) -> AnyForming:
    """The answers of this form."""
    return FORMINGS[type(form)]


def pieces_of(
    form: AnyForm, dough_g: float, density_g_ml: float, style: Style, tray: Tray
) -> tuple[Pieces | None, list[Problem]]:
    """The raw pieces this form makes of the dough, no more than an evening can bake; or None with the reason at its field."""
    pieces, problems = forming_of(form).pieces(form, dough_g, density_g_ml, style, tray)
    if pieces and pieces.count > MOST_PIECES:
        message = f"That makes {pieces.count} cookies. Over {MOST_PIECES} is more than one evening: make them larger, or take less dough."
        return None, [stop(forming_of(form).size_field(form), message)]
    return pieces, problems
