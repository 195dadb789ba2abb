"""A loose batter dropped by the level spoon and spread to a disc."""

import math
from typing import Literal

from pydantic import Field

from ..bakemodel import Shape, flattened
from ..base import Problem, Value, refusal
from ..dough import Style
from ..kitchen import Tray
from .pieces import Pieces
from .portioning import one_piece, portioned
from .protocol import Forming, Pace, Size, Wanted, Widening


class BatterForm(Value):
    """Level spoonfuls spread to an even thickness. `shaped_hot` ones are curled as they leave the oven, `shape_s`
    seconds each, before they stiffen after `pliable_s`."""

    kind: Literal["batter"] = "batter"
    spoon_ml: float = Field(default=5.0, ge=1, le=60)
    spread_mm: float = Field(default=4.0, ge=1, le=20)
    shaped_hot: bool = False
    shape_s: float = Field(default=12.0, ge=2, le=120)
    pliable_s: float = Field(default=60.0, ge=5, le=300)


def batter_disc_mm(form: BatterForm) -> float:
    """Width of the spread disc, its rim a little thinner than its middle (0.9 of the full thickness on average).

    spoon_ml: 1 to 60; spread_mm: 1 to 20. Source of the 0.9: judged.

    >>> round(batter_disc_mm(BatterForm(spoon_ml=5, spread_mm=2)))
    59
    """
    return 2 * math.sqrt(form.spoon_ml * 1000 / (math.pi * form.spread_mm * 0.9))


def hand_limit(form: BatterForm) -> int | None:
    """How many wafers one tray may hold when each takes `shape_s` to shape while they are pliable; None if they stay
    flat.

    >>> hand_limit(BatterForm(shaped_hot=True, shape_s=15, pliable_s=60))
    4
    """
    return max(1, int(form.pliable_s / form.shape_s)) if form.shaped_hot else None


class Spreading(Forming[BatterForm]):
    """Batter spread by the spoon."""

    form = BatterForm
    families = ("foam_wafer", "drop_lacy")
    verb = "Drop and spread"
    step = "form_spread_wafer"
    hot_words = "lift and curl each while it is pliable, what stiffens goes back in for a minute; hot sugar burns"
    size_is = "spoon_ml"
    counted_by_mass = True
    widened_by = Widening(field="spoon_ml", least=1, most=60)

    def shaping_says(self, form: BatterForm, pieces: int) -> str:
        return f"Drop {pieces} and spread each thin"

    def piece_mass_g(self, form: BatterForm, dough_g: float, density_g_ml: float) -> float:
        return form.spoon_ml * density_g_ml

    def raw_shape(self, form: BatterForm, mass_g: float, density_g_ml: float) -> Shape:
        return flattened(mass_g, form.spread_mm, density_g_ml * 1000)

    def pieces(
        self, form: BatterForm, dough_g: float, density_g_ml: float, style: Style, tray: Tray
    ) -> tuple[Pieces | None, list[Problem]]:
        mass_g, width_mm = self.piece_mass_g(form, dough_g, density_g_ml), batter_disc_mm(form)
        shape = self.raw_shape(form, mass_g, density_g_ml)
        statement = f"Level spoons of {form.spoon_ml:g} ml, spread to {width_mm:.0f} mm."
        one = one_piece(mass_g, width_mm, shape.height_mm).but(statement=statement)
        return portioned(one, dough_g, style, self.size_field(form))

    def for_count(self, form: BatterForm, wanted: Wanted) -> BatterForm:
        spoon_ml = wanted.dough_g / wanted.count / wanted.density_g_ml
        if not 1 <= spoon_ml <= 60:
            message = (
                f"{wanted.count} cookies would need spoons of {spoon_ml:.1f} ml; 1 to 60 ml can be spread by hand."
            )
            raise refusal("wish", message)
        return form.but(spoon_ml=spoon_ml)

    def sizes(self, form: BatterForm, style: Style, density_g_ml: float) -> tuple[Size, ...]:
        return (
            Size(field="spoon_ml", low=3, high=15, step=1.25, mass_power=1),
            Size(field="spread_mm", low=2, high=6, step=0.5),
        )

    def sized(self, form: BatterForm, piece_g: float, factor: float) -> BatterForm:
        return form.model_copy(update={"spoon_ml": form.spoon_ml * factor})

    def hand_limit(self, form: BatterForm) -> int | None:
        return hand_limit(form)

    def hot_s(self, form: BatterForm, pieces: int, pace: Pace) -> float:
        return form.shape_s * pieces if form.shaped_hot else 0.0

    def hot_lasts_s(self, form: BatterForm) -> float:
        return form.pliable_s if form.shaped_hot else 0.0

    def hot_again(self, form: BatterForm) -> str:
        return "Stiff? Back in for 30 s, a minute at most: they bend again." if form.shaped_hot else ""

    def lifted_hot(self, form: BatterForm) -> bool:
        return form.shaped_hot
