"""What each word of a wish is to the search."""

import math

from ..baking import TONES_AT
from ..dough import KEEPING
from ..trays import holds
from .asked import CookieWish, KeepsFor, RimColour, Sense, Want
from .start import House
from .terms import TEXTURE_WEIGHT, Term

# Water activity below which it keeps so long, and the browning index in the middle of each word's range: the bench's own.
DRY_BELOW = dict(
    zip((KeepsFor.WEEKS, KeepsFor.A_WEEK_OR_TWO, KeepsFor.FOUR_DAYS), (below for below, *_ in KEEPING), strict=True)
)
BROWNED = dict(zip(RimColour, TONES_AT[1:], strict=True))
COLOUR_GIVE = 0.2


def terms_of(
    wish: CookieWish, house: House, tray_id: str, walls: bool, width_ratio: float = 1.0
) -> list[tuple[str, Term]]:
    """Every figure of the wish with the name it is called by. Where a pan's walls or the scoring decide the width (`walls`) there is none to
    wish; `width_ratio` is how much wider the widest comes out than the middle one, which is what a tray must hold."""
    found: list[tuple[str, Term]] = []

    def add(name: str, want: Want | None, term: str, give: float = 0.0) -> None:
        if want is not None and want.value > 0:
            found.append((name, Term(term, math.log(want.value), want.sense, want.must, give)))

    if not walls:
        add("width", wish.width_mm, "width")
        if wish.per_tray is not None:
            widest = _widest(wish.per_tray, house, tray_id)
            if widest > 0:
                fits = Term("width", math.log(widest / width_ratio), Sense.AT_MOST, wish.per_tray_must)
                found.append(("per_tray", fits))
    add("height", wish.height_mm, "height")
    for bite in wish.bites:
        term = Term(bite.texture.value, bite.score / 100, bite.sense, bite.must, weight=TEXTURE_WEIGHT)
        found.append((bite.texture.value, term))
    if wish.colour is not None:
        found.append(
            ("colour", Term("colour", math.log(BROWNED[wish.colour]), must=wish.colour_must, tolerance=COLOUR_GIVE))
        )
    if wish.sweetness_pct is not None:
        want = wish.sweetness_pct
        found.append(("sweetness", Term("sweet", want.value / 100, want.sense, want.must)))
    if wish.keeps is not None:
        found.append(("keeps", Term("water", DRY_BELOW[wish.keeps], Sense.AT_MOST, wish.keeps_must)))
    add("minutes", wish.bake_min, "minutes")
    if house.price_per_g:
        add("cost", wish.cost_each, "cost")
    return found


def _widest(count: int, house: House, tray_id: str) -> float:
    """The greatest width of which a tray takes so many; 0 where it takes that many of none."""
    tray = house.kitchen.tray(tray_id)
    low, high = 10.0, 300.0
    if holds(low, tray) < count:
        return 0.0
    for _ in range(24):
        middle = (low + high) / 2
        low, high = (middle, high) if holds(middle, tray) >= count else (low, middle)
    return low
