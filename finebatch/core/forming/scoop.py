"""How many scoops does this dough give, and how big is each?"""

from enum import StrEnum
from functools import cache
from typing import Literal

from pydantic import Field

from ..bakemodel import Shape, heap, mound
from ..base import Problem, Value, rows
from ..dough import Style
from ..kitchen import Tray
from .pieces import Pieces
from .portioning import one_piece, portion_size, portioned
from .protocol import Forming, Size, Wanted, Widening


class Spoon(StrEnum):
    """What a portion is spooned with: a 5, 15 or 20 ml spoon, levelled or heaped."""

    TSP = "tsp"
    TSP_HEAPED = "tsp_heaped"
    TBSP = "tbsp"
    TBSP_HEAPED = "tbsp_heaped"
    TBSP_AU = "tbsp_au"
    TBSP_AU_HEAPED = "tbsp_au_heaped"


HEAPED = 1.4  # of a level spoon, in dough (judged)
SPOON_ML = {
    Spoon.TSP: 5.0, Spoon.TSP_HEAPED: 5.0 * HEAPED, Spoon.TBSP: 15.0, Spoon.TBSP_HEAPED: 15.0 * HEAPED, Spoon.TBSP_AU: 20.0,
    Spoon.TBSP_AU_HEAPED: 20.0 * HEAPED,
}  # fmt: skip


class ScoopForm(Value):
    """Scooped drop cookies: by weight, by the number stamped on a scoop (portions to a US quart), or by the spoon. A `heap` is piled up
    rough and tall, as thick giants are, instead of left as a smooth half ball."""

    kind: Literal["scoop"] = "scoop"
    portion_g: float = Field(default=30.0, ge=0.5, le=5000)
    scoop_no: int | None = Field(default=None, ge=4, le=120)
    spoon: Spoon | None = None
    heap: bool = False


@cache
def scoop_sizes_ml() -> dict[int, float]:
    """Scoop numbers on sale and what each holds, level, in ml."""
    found = {}
    for row in rows("measures"):
        if row["kind"] == "disher":
            found[int(row["name"].removeprefix("disher_"))] = float(row["value_si"])
    return dict(sorted(found.items()))


def portion_mass_g(form: ScoopForm, density_g_ml: float) -> float:
    """Grams of one portion: as weighed, or the scoop's or spoon's volume times the dough's density.

    Numbers not in the table hold a US quart (946.353 ml) divided by the number.

    >>> portion_mass_g(ScoopForm(portion_g=35), 1.1)
    35.0
    >>> round(portion_mass_g(ScoopForm(scoop_no=40), 1.1), 1)
    26.1
    >>> round(portion_mass_g(ScoopForm(spoon=Spoon.TBSP), 1.2), 1)
    18.0
    """
    if form.spoon is not None:
        return SPOON_ML[form.spoon] * density_g_ml
    if form.scoop_no is None:
        return form.portion_g
    return scoop_sizes_ml().get(form.scoop_no, 946.353 / form.scoop_no) * density_g_ml


class Scooping(Forming[ScoopForm]):
    """Scooped drop cookies."""

    form = ScoopForm
    families = ("drop_chewy", "drop_crisp", "drop_cakey", "drop_lacy", "giant_thick", "rolled_ball")
    verb = "Scoop"
    step = "form_scoop"
    size_is = "portion_g"
    counted_by_mass = True
    widened_by = Widening(field="portion_g", least=3, most=400)
    warmed_by_hands = False

    def size_field(self, form: ScoopForm) -> str:
        return "form.portion_g" if form.scoop_no is None and form.spoon is None else "form.scoop_no"

    def piece_mass_g(self, form: ScoopForm, dough_g: float, density_g_ml: float) -> float:
        return portion_mass_g(form, density_g_ml)

    def raw_shape(self, form: ScoopForm, mass_g: float, density_g_ml: float) -> Shape:
        return heap(mass_g, density_g_ml * 1000) if form.heap else mound(mass_g, density_g_ml * 1000)

    def pieces(
        self, form: ScoopForm, dough_g: float, density_g_ml: float, style: Style, tray: Tray
    ) -> tuple[Pieces | None, list[Problem]]:
        mass_g = self.piece_mass_g(form, dough_g, density_g_ml)
        shape = self.raw_shape(form, mass_g, density_g_ml)
        return portioned(one_piece(mass_g, shape.diameter_mm, shape.height_mm), dough_g, style, self.size_field(form))

    def for_count(self, form: ScoopForm, wanted: Wanted) -> ScoopForm:
        return form.but(portion_g=wanted.dough_g / wanted.count, scoop_no=None, spoon=None)

    def sizes(self, form: ScoopForm, style: Style, density_g_ml: float) -> tuple[Size, ...]:
        return (portion_size(style),)

    def resized(self, form: ScoopForm, figures: dict[str, float]) -> ScoopForm:
        return form.model_copy(update={**figures, "scoop_no": None, "spoon": None})

    def sized(self, form: ScoopForm, piece_g: float, factor: float) -> ScoopForm:
        return form.model_copy(update={"portion_g": piece_g * factor, "scoop_no": None, "spoon": None})

    def shapings(
        self, form: ScoopForm, piece_g: float, density_g_ml: float
    ) -> tuple[tuple[float, str, ScoopForm], ...]:
        return (0.0, "a tall heap", form.but(heap=True)), (1.0, "half a ball", form.but(heap=False))

    def widened(self, form: ScoopForm, size: float) -> ScoopForm:
        return form.but(portion_g=size, scoop_no=None, spoon=None)
