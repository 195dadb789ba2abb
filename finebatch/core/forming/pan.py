"""Dough pressed into a pan and cut while hot: how thick it lies, and how it is cut."""

import math
from enum import StrEnum
from typing import Literal

from pydantic import Field

from ..bakemodel import Shape
from ..bakemodel import pan as pan_shape
from ..base import Guide, Ink, Mark, Problem, Ring, RingMark, RoundMark, Value, ask, moved, rectangle, refusal, stop
from ..dough import Style
from ..kitchen import Tray, longest_s
from .pieces import Pieces
from .protocol import Forming, Pace, Size, SlicedLog, Wanted, WholeTrays, times_over


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
    """Volume over floor gives the thickness; the edge band is what is not cut into pieces. ValueError without dough.

    >>> round(press(600, PanForm(width_mm=200), 1.25).thickness_mm)
    12
    """
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


THICKNESS_MM = (4.0, 35.0)


class Pressing(Forming[PanForm]):
    """Dough pressed into pans, cut hot."""

    form = PanForm
    families = ("pressed_pan_shortbread",)
    verb = "Press"
    step = "form_pressed_pan"
    shaped_whole = True
    freezes = False
    leftover_is = "trimmed edges"
    size_is = "width_mm"
    portions_exact = True
    held_by_walls = True

    def piece_mass_g(self, form: PanForm, dough_g: float, density_g_ml: float) -> float:
        return press(dough_g, form, density_g_ml).piece_g

    def raw_shape(self, form: PanForm, mass_g: float, density_g_ml: float) -> Shape:
        """A pan bakes as a whole, whatever is cut from it."""
        inner = (form.width_mm - 2 * form.edge_mm) * (form.depth_mm - 2 * form.edge_mm)
        inner *= math.pi / 4 if form.shape is PanShape.ROUND else 1.0
        thickness = mass_g * form.pieces_each / density_g_ml * 1000 / max(inner, 1.0)
        rounded = form.shape is PanShape.ROUND
        return pan_shape(form.width_mm, form.depth_mm, thickness, density_g_ml * 1000, rounded)

    def raw_width_mm(self, form: PanForm, shape: Shape) -> float:
        return form.width_mm

    def pieces(
        self, form: PanForm, dough_g: float, density_g_ml: float, style: Style, tray: Tray
    ) -> tuple[Pieces | None, list[Problem]]:
        pressed = press(dough_g, form, density_g_ml)
        if pressed.piece_g <= 0 or pressed.piece_width_mm <= 0:
            return None, [stop("form.edge_mm", "The trimmed edge takes the whole pan. Make it narrower.")]
        problems = []
        if not THICKNESS_MM[0] <= pressed.thickness_mm <= THICKNESS_MM[1]:
            message = f"The dough lies {pressed.thickness_mm:.0f} mm thick; 8 to 20 mm bakes evenly. Take a {'larger' if pressed.thickness_mm > 20 else 'smaller'} pan."
            problems.append(ask("form.width_mm", message))
        wedge = form.shape is PanShape.ROUND
        return Pieces(
            count=pressed.count, mass_g=pressed.piece_g, raw_diameter_mm=form.width_mm, raw_height_mm=pressed.thickness_mm,
            leftover_g=pressed.edges_g,
            statement=f"Pressed {pressed.thickness_mm:.0f} mm thick, pricked all over, cut hot in {form.pieces_each} "
            + (f"wedges, {pressed.piece_width_mm:.0f} mm at the rim." if wedge else f"pieces of {pressed.piece_width_mm:.0f} × {pressed.piece_length_mm:.0f} mm.")
            + " Along the walls they bake a shade darker.",
        ), problems  # fmt: skip

    def more(self, form: PanForm, factor: float) -> PanForm:
        return form.but(pans=times_over(form.pans, factor, 6))

    def for_count(self, form: PanForm, wanted: Wanted) -> PanForm:
        try:
            return grid_for(form, wanted.count)
        except ValueError as error:
            raise refusal("wish", f"That cannot be cut: {error}.") from error

    def sizes(self, form: PanForm, style: Style, density_g_ml: float) -> tuple[Size, ...]:
        return (
            Size(
                field="thickness_mm",
                low=8,
                high=20,
                step=0.5,
                of_dough_g=form.area_mm2 * form.pans * density_g_ml / 1000,
            ),
        )

    def sized(self, form: PanForm, piece_g: float, factor: float) -> PanForm:
        """The dough stays: a smaller pan is a thicker one."""
        return form.model_copy(
            update={"width_mm": form.width_mm * factor**-0.5, "length_mm": form.length_mm * factor**-0.5}
        )

    def cut_mm(self, form: PanForm) -> tuple[float, float] | None:
        """The sides of one piece; a wedge's rim and its side."""
        pressed = press(1.0, form, 1.0)
        return pressed.piece_width_mm, pressed.piece_length_mm

    def whole(self, form: PanForm, pieces: Pieces, tray: Tray) -> WholeTrays | None:
        pan = Tray(
            id="pan", name="Pan", width_mm=max(60.0, form.width_mm), depth_mm=max(60.0, form.depth_mm), kind=tray.kind,
            count=form.pans, rim_mm=30.0,
        )  # fmt: skip
        loads = (form.pieces_each,) * form.pans
        return WholeTrays(tray=pan, width_mm=form.width_mm, depth_mm=form.depth_mm, loads=loads)

    def guides(self, form: PanForm, pieces: Pieces, sliced: SlicedLog | None) -> tuple[Guide, ...]:
        width, depth = form.width_mm, form.depth_mm
        marks: list[Mark] = []
        if form.shape is PanShape.ROUND:
            marks.append(RoundMark(ink=Ink.EDGE, x_mm=width / 2, y_mm=depth / 2, diameter_mm=width))
        else:
            marks.append(RingMark(ink=Ink.EDGE, points=moved(rectangle(width, depth), width / 2, depth / 2)))
        marks += [RingMark(ink=Ink.CUT, points=moved(ring, width / 2, depth / 2)) for ring in cuts_of(form)]
        saying = f"Cut in {form.pieces_each} straight from the oven, while it is hot and soft."
        return (
            Guide(id="pan", title="Cutting plan", width_mm=width, height_mm=depth, marks=tuple(marks), saying=saying),
        )

    def shaping_says(self, form: PanForm, pieces: int) -> str:
        return "Press it in level, prick it all over"

    def hot_s(self, form: PanForm, pieces: int, pace: Pace) -> float:
        return pace("cut_pan")

    def hot_lasts_s(self, form: PanForm) -> float:
        return longest_s("hot_window_cut_shortbread")

    def hot_again(self, form: PanForm) -> str:
        return "Snaps off the line? Back in for 3 min, then cut."

    def own_trays(self, form: PanForm) -> int:
        return form.pans
