"""Balls rolled between the palms: plain, pressed, or pressed with the thumb and filled."""

import math
from enum import StrEnum
from typing import Literal

from pydantic import Field

from ..bakemodel import Shape, pressed
from ..bakemodel import ball as ball_shape
from ..base import Problem, Value
from ..dough import Style
from ..kitchen import Tray
from .pieces import Pieces
from .portioning import one_piece, portion_size, portioned
from .protocol import Forming, Pace, Size, Wanted, Widening, times_over


class BallBy(StrEnum):
    """What the baker goes by: grams each, so many equal pieces, or the ball's width."""

    GRAMS = "grams"
    COUNT = "count"
    WIDTH = "width"


class BallForm(Value):
    """A rolled ball. `pressed_mm` is the thickness it is pressed to; `filling_g` goes into the thumb's dent, before the bake or (`filled_hot`) as
    they come out, the dents pressed again half way."""

    kind: Literal["ball"] = "ball"
    by: BallBy = BallBy.GRAMS
    portion_g: float = Field(default=20.0, ge=0.5, le=5000)
    count: int = Field(default=24, ge=1, le=400)
    ball_mm: float = Field(default=32.0, ge=8, le=120)
    pressed_mm: float | None = Field(default=None, ge=2, le=60)
    filling_g: float = Field(default=0.0, ge=0, le=50)
    filled_hot: bool = False


# A thumb's dent in raw dough, in half-baked dough, and hot filling into it (judged).
DENT_S, AGAIN_S, FILL_HOT_S, DENTS_SOFT_S = 3.0, 2.0, 3.0, 180.0
PRESSED_SHARES = (0.9, 0.75, 0.6, 0.45, 0.33)  # of the ball's height


def ball_mass_g(form: BallForm, dough_g: float, density_g_ml: float) -> float:
    """Grams of one ball: as weighed, the dough's equal share, or the sphere's volume times the density.

    >>> round(ball_mass_g(BallForm(by=BallBy.WIDTH, ball_mm=30), 500, 1.2), 1)
    17.0
    >>> ball_mass_g(BallForm(by=BallBy.COUNT, count=25), 500, 1.2)
    20.0
    """
    if form.by is BallBy.COUNT:
        return dough_g / form.count
    if form.by is BallBy.WIDTH:
        return math.pi / 6 * form.ball_mm**3 / 1000 * density_g_ml
    return form.portion_g


class Rolling(Forming[BallForm]):
    """Balls rolled between the palms."""

    form = BallForm
    families = ("rolled_ball", "thumbprint", "oil_crumble_ball")
    verb = "Roll"
    step = "form_ball"
    size_is = "portion_g"
    counted_by_mass = True
    hot_words = "fill the dents level while they are soft; jam from the pan burns"
    widened_by = Widening(field="portion_g", least=3, most=400)

    def size_field(self, form: BallForm) -> str:
        return {"grams": "form.portion_g", "count": "form.count", "width": "form.ball_mm"}[form.by]

    def piece_mass_g(self, form: BallForm, dough_g: float, density_g_ml: float) -> float:
        return ball_mass_g(form, dough_g, density_g_ml)

    def raw_shape(self, form: BallForm, mass_g: float, density_g_ml: float) -> Shape:
        """A pressed ball is as thick as pressed."""
        density = density_g_ml * 1000
        return pressed(mass_g, form.pressed_mm, density) if form.pressed_mm else ball_shape(mass_g, density)

    def pieces(
        self, form: BallForm, dough_g: float, density_g_ml: float, style: Style, tray: Tray
    ) -> tuple[Pieces | None, list[Problem]]:
        mass_g = self.piece_mass_g(form, dough_g, density_g_ml)
        shape = self.raw_shape(form, mass_g, density_g_ml)
        one = one_piece(mass_g, shape.diameter_mm, shape.height_mm)
        pieces, problems = portioned(one, dough_g, style, self.size_field(form))
        if pieces and form.filling_g:
            statement = f"{pieces.count * form.filling_g:.0f} g filling in all, {form.filling_g:g} g in each."
            pieces = pieces.model_copy(update={"statement": statement})
        return pieces, problems

    def shapings(self, form: BallForm, piece_g: float, density_g_ml: float) -> tuple[tuple[float, str, BallForm], ...]:
        across = ball_shape(piece_g, density_g_ml * 1000).diameter_mm
        thick = {across * share for share in PRESSED_SHARES if 2 <= across * share <= 60} | {form.pressed_mm or across}
        found = [(across - mm, f"pressed to {mm:.0f} mm", form.but(pressed_mm=mm)) for mm in thick if mm < across]
        return ((0.0, "left round", form.model_copy(update={"pressed_mm": None})), *found)

    def filling_g(self, form: BallForm) -> float:
        return form.filling_g

    def filled_hot(self, form: BallForm) -> bool:
        return form.filled_hot and form.filling_g > 0

    def for_count(self, form: BallForm, wanted: Wanted) -> BallForm:
        return form.but(by=BallBy.COUNT, count=wanted.count)

    def more(self, form: BallForm, factor: float) -> BallForm:
        return form.but(count=times_over(form.count, factor, 400)) if form.by is BallBy.COUNT else form

    def sizes(self, form: BallForm, style: Style, density_g_ml: float) -> tuple[Size, ...]:
        press = (Size(field="pressed_mm", low=6, high=20, step=1),) if form.pressed_mm else ()
        return (portion_size(style), *press)

    def resized(self, form: BallForm, figures: dict[str, float]) -> BallForm:
        return form.model_copy(update={**figures, "by": BallBy.GRAMS})

    def sized(self, form: BallForm, piece_g: float, factor: float) -> BallForm:
        return form.model_copy(update={"portion_g": piece_g * factor, "by": BallBy.GRAMS})

    def widened(self, form: BallForm, size: float) -> BallForm:
        return form.but(portion_g=size, by=BallBy.GRAMS)

    def shaping_sizes(self, form: BallForm) -> str:
        return f"{form.pressed_mm:g} mm thick" if form.pressed_mm else ""

    def cue(self, form: BallForm) -> str:
        return "base pale gold and the dents dry" if self.filled_hot(form) else ""

    def shaping_says(self, form: BallForm, pieces: int) -> str:
        if form.filling_g and not form.filled_hot:
            return f"Roll {pieces}, press a dent in each, fill them level"
        return f"Roll and press {pieces}" if form.pressed_mm else f"Roll {pieces}"

    def shape_step(self, form: BallForm) -> str:
        return "form_thumbprint_fill" if form.filling_g and not form.filled_hot else self.step

    def then_shaped(self, form: BallForm) -> tuple[tuple[str, float], ...]:
        return (("press a dent in each", DENT_S),) if self.filled_hot(form) else ()

    def at_half(self, form: BallForm) -> tuple[str, float]:
        return ("press the dents again", AGAIN_S) if self.filled_hot(form) else ("", 0.0)

    def hot_s(self, form: BallForm, pieces: int, pace: Pace) -> float:
        return FILL_HOT_S * pieces if self.filled_hot(form) else 0.0

    def hot_lasts_s(self, form: BallForm) -> float:
        return DENTS_SOFT_S if self.filled_hot(form) else 0.0
