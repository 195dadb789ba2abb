"""Shapes from a rope: rings, knots, twists, coils and crossed loops."""

import math
from enum import StrEnum
from typing import Literal

from pydantic import Field

from ..bakemodel import Shape
from ..bakemodel import rope as rope_shape
from ..base import Problem, Value, refusal
from ..dough import Style
from ..kitchen import Tray
from .pieces import Pieces
from .portioning import one_piece, portioned
from .protocol import Forming, Size, Wanted, Widening


class Figure(StrEnum):
    """What the rope is laid into."""

    RING = "ring"
    KNOT = "knot"
    TWIST = "twist"
    COIL = "coil"
    LOOP = "loop"


class RopeForm(Value):
    """Every piece from a rope of this diameter and length."""

    kind: Literal["rope"] = "rope"
    figure: Figure = Figure.RING
    rope_mm: float = Field(default=12.0, ge=5, le=40)
    length_mm: float = Field(default=160.0, ge=40, le=800)


def rope_mass_g(form: RopeForm, density_g_ml: float) -> float:
    """A cylinder's volume times the density.

    >>> round(rope_mass_g(RopeForm(rope_mm=12, length_mm=160), 1.2), 1)
    21.7
    """
    return math.pi / 4 * form.rope_mm**2 * form.length_mm / 1000 * density_g_ml


def across_mm(form: RopeForm) -> float:
    """The figure's greatest width as laid.

    Ring: the circle of the rope's middle line plus its thickness. Coil: a disc of the rope's own area, nine tenths
    filled. Twist: the rope doubled and turned, 0.85 of half its length. Knot and crossed loop: a third of the rope and
    its thickness, measured on paper.

    >>> round(across_mm(RopeForm(figure=Figure.RING, rope_mm=12, length_mm=160)))
    63
    """
    d, length = form.rope_mm, form.length_mm
    if form.figure is Figure.RING:
        return length / math.pi + d
    if form.figure is Figure.COIL:
        return math.sqrt(4 * length * d / 0.9 / math.pi)
    if form.figure is Figure.TWIST:
        return 0.85 * length / 2 + d
    return length / 3 + d


LAID = {
    Figure.RING: "close each to a ring", Figure.KNOT: "tie each in a knot", Figure.TWIST: "double and twist each", Figure.COIL: "coil each",
    Figure.LOOP: "cross each to a loop",
}  # fmt: skip


class Laying(Forming[RopeForm]):
    """Figures laid of rope."""

    form = RopeForm
    families = ("rope_shaped",)
    verb = "Shape"
    step = "form_rope_shape"
    size_is = "length_mm"
    counted_by_mass = True
    widened_by = Widening(field="length_mm", least=40, most=800)

    def shaping_sizes(self, form: RopeForm) -> str:
        return f"{form.length_mm:g} mm long"

    def shaping_says(self, form: RopeForm, pieces: int) -> str:
        return f"Roll {pieces} ropes, {LAID[form.figure]}"

    def piece_mass_g(self, form: RopeForm, dough_g: float, density_g_ml: float) -> float:
        return rope_mass_g(form, density_g_ml)

    def raw_shape(self, form: RopeForm, mass_g: float, density_g_ml: float) -> Shape:
        """A rope flows to both sides."""
        return rope_shape(mass_g, form.length_mm, density_g_ml * 1000)

    def raw_width_mm(self, form: RopeForm, shape: Shape) -> float:
        return across_mm(form)

    def pieces(
        self, form: RopeForm, dough_g: float, density_g_ml: float, style: Style, tray: Tray
    ) -> tuple[Pieces | None, list[Problem]]:
        mass_g = self.piece_mass_g(form, dough_g, density_g_ml)
        shape = self.raw_shape(form, mass_g, density_g_ml)
        statement = f"Each from a rope {form.rope_mm:.0f} mm thick and {form.length_mm:.0f} mm long."
        one = one_piece(mass_g, across_mm(form), shape.height_mm).but(strand_mm=form.rope_mm, statement=statement)
        return portioned(one, dough_g, style, self.size_field(form))

    def for_count(self, form: RopeForm, wanted: Wanted) -> RopeForm:
        length_mm = form.length_mm * wanted.dough_g / wanted.count / rope_mass_g(form, wanted.density_g_ml)
        if not 40 <= length_mm <= 800:
            message = (
                f"{wanted.count} cookies would need ropes {length_mm:.0f} mm long; change the rope's thickness first."
            )
            raise refusal("wish", message)
        return form.but(length_mm=length_mm)

    def sizes(self, form: RopeForm, style: Style, density_g_ml: float) -> tuple[Size, ...]:
        return (
            Size(field="rope_mm", low=8, high=18, step=1, mass_power=2),
            Size(field="length_mm", low=100, high=300, step=5, mass_power=1),
        )

    def sized(self, form: RopeForm, piece_g: float, factor: float) -> RopeForm:
        return form.model_copy(update={"length_mm": form.length_mm * factor})
