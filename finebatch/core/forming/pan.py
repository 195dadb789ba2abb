"""Dough pressed into a pan and cut while hot: how thick it lies, and how it is cut."""

import math
from enum import StrEnum
from typing import Literal

from pydantic import Field

from ..geometry import Ring, rectangle
from ..value import Value


class PanShape(StrEnum):
    """The pan, from above."""

    ROUND = "round"
    SQUARE = "square"
    RECTANGLE = "rectangle"


class PanForm(Value):
    """All the dough in `pans` equal pans. A round one is cut in `wedges`, the others in `across` by `along`; an
    `edge_mm` band all round can be trimmed off."""

    kind: Literal["pan"] = "pan"
    shape: PanShape = PanShape.SQUARE
    width_mm: float = Field(default=200.0, ge=60, le=450)
    length_mm: float = Field(default=300.0, ge=60, le=600)
    pans: int = Field(default=1, ge=1, le=6)
    wedges: int = Field(default=12, ge=2, le=40)
    across: int = Field(default=2, ge=1, le=30)
    along: int = Field(default=8, ge=1, le=30)
    edge_mm: float = Field(default=0.0, ge=0, le=30)

    @property
    def depth_mm(self) -> float:
        """The other side: a square's and a round's equals its width."""
        return self.length_mm if self.shape is PanShape.RECTANGLE else self.width_mm

    @property
    def area_mm2(self) -> float:
        """Of one pan's floor."""
        if self.shape is PanShape.ROUND:
            return math.pi / 4 * self.width_mm**2
        return self.width_mm * self.depth_mm

    @property
    def pieces_each(self) -> int:
        """Pieces cut from one pan."""
        return self.wedges if self.shape is PanShape.ROUND else self.across * self.along


class Pressed(Value):
    """`count * piece_g + edges_g` is the dough's mass; `piece_width_mm` by `piece_length_mm` is one piece (a wedge's
    rim and its side)."""

    count: int
    piece_g: float
    edges_g: float
    thickness_mm: float
    piece_width_mm: float
    piece_length_mm: float


def press(dough_g: float, form: PanForm, density_g_ml: float) -> Pressed:
    """Volume over floor gives the thickness; the edge band is what is not cut into pieces. ValueError without dough."""
    if dough_g <= 0:
        raise ValueError("dough must weigh something")
    thickness = dough_g / form.pans / density_g_ml * 1000 / form.area_mm2
    width, depth = form.width_mm - 2 * form.edge_mm, form.depth_mm - 2 * form.edge_mm
    inner = max(0.0, math.pi / 4 * width**2 if form.shape is PanShape.ROUND else width * depth)
    count = form.pieces_each * form.pans
    piece_g = dough_g / form.pans * inner / form.area_mm2 / form.pieces_each
    if form.shape is PanShape.ROUND:
        sides = (math.pi * width / form.wedges, width / 2)
    else:
        sides = (width / form.across, depth / form.along)
    return Pressed(
        count=count, piece_g=piece_g, edges_g=max(0.0, dough_g - count * piece_g), thickness_mm=thickness,
        piece_width_mm=sides[0], piece_length_mm=sides[1],
    )  # fmt: skip


def cuts_of(form: PanForm) -> tuple[Ring, ...]:
    """Every piece's outline in one pan, mm about the pan's middle."""
    width, depth = form.width_mm - 2 * form.edge_mm, form.depth_mm - 2 * form.edge_mm
    if form.shape is PanShape.ROUND:
        step = 2 * math.pi / form.wedges
        bits = max(4, 96 // form.wedges)
        arc = [i / bits for i in range(bits + 1)]
        return tuple(
            ((0.0, 0.0), *((width / 2 * math.cos(step * (w + t)), width / 2 * math.sin(step * (w + t))) for t in arc))
            for w in range(form.wedges)
        )
    one = rectangle(width / form.across, depth / form.along)
    return tuple(
        tuple((x + (i + 0.5 - form.across / 2) * width / form.across, y + (j + 0.5 - form.along / 2) * depth / form.along) for x, y in one)
        for j in range(form.along)
        for i in range(form.across)
    )  # fmt: skip


def grid_for(form: PanForm, count: int) -> PanForm:
    """The form cut in `count` pieces: wedges, or the grid whose pieces are nearest to one by three or square.

    ValueError where the pans do not share the count equally or the grid would need over 30 rows.
    """
    if count % form.pans:
        raise ValueError(f"{count} pieces do not share out over {form.pans} pans")
    each = count // form.pans
    if form.shape is PanShape.ROUND:
        if not 2 <= each <= 40:
            raise ValueError(f"a round pan is cut in 2 to 40 wedges, not {each}")
        return form.model_copy(update={"wedges": each})
    grids = [(a, each // a) for a in range(1, 31) if each % a == 0 and each // a <= 30]
    if not grids:
        raise ValueError(f"{each} pieces a pan make no even grid")

    def uneven(grid: tuple[int, int]) -> float:
        aspect = abs(math.log(form.width_mm / grid[0] / (form.depth_mm / grid[1])))
        return min(aspect, abs(aspect - math.log(3)))

    across, along = min(grids, key=uneven)
    return form.model_copy(update={"across": across, "along": along})
