"""A chilled block or thick log of dough, cut and portioned cold, often only in part."""

from typing import Literal

from pydantic import Field

from ..bakemodel import Shape, mound
from ..base import Problem, Value
from ..dough import Style
from ..kitchen import FREEZER_C, FRIDGE_C, Tray
from .pieces import Pieces
from .portioning import one_piece, portion_size, portioned
from .protocol import Forming, Size, Wanted, Widening


class BlockForm(Value):
    """Portions of `portion_g` cut from a block out of the fridge, or still frozen."""

    kind: Literal["block"] = "block"
    portion_g: float = Field(default=30.0, ge=0.5, le=5000)
    frozen: bool = False


def cube_mm(portion_g: float, density_g_ml: float) -> float:
    """Side of the cube of that portion: what to cut.

    portion_g: 0.5 to 5000.

    >>> round(cube_mm(30, 1.2))
    29
    """
    return float((portion_g / density_g_ml * 1000) ** (1 / 3))


class Cubing(Forming[BlockForm]):
    """Portions cut from a cold block."""

    form = BlockForm
    families = ("drop_chewy", "drop_crisp", "drop_cakey", "giant_thick", "rolled_ball")
    verb = "Cut"
    step = "form_slice"
    size_is = "portion_g"
    counted_by_mass = True
    widened_by = Widening(field="portion_g", least=3, most=400)

    def piece_mass_g(self, form: BlockForm, dough_g: float, density_g_ml: float) -> float:
        return form.portion_g

    def raw_shape(self, form: BlockForm, mass_g: float, density_g_ml: float) -> Shape:
        return mound(mass_g, density_g_ml * 1000)

    def pieces(
        self, form: BlockForm, dough_g: float, density_g_ml: float, style: Style, tray: Tray
    ) -> tuple[Pieces | None, list[Problem]]:
        shape = self.raw_shape(form, form.portion_g, density_g_ml)
        statement = f"Cut the cold block in cubes of {cube_mm(form.portion_g, density_g_ml):.0f} mm."
        one = one_piece(form.portion_g, shape.diameter_mm, shape.height_mm).but(statement=statement)
        return portioned(one, dough_g, style, self.size_field(form))

    def for_count(self, form: BlockForm, wanted: Wanted) -> BlockForm:
        return form.but(portion_g=wanted.dough_g / wanted.count)

    def sizes(self, form: BlockForm, style: Style, density_g_ml: float) -> tuple[Size, ...]:
        return (portion_size(style),)

    def sized(self, form: BlockForm, piece_g: float, factor: float) -> BlockForm:
        return form.model_copy(update={"portion_g": piece_g * factor})

    def taken_from_cold_c(self, form: BlockForm) -> float | None:
        return FREEZER_C if form.frozen else FRIDGE_C
