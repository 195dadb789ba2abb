"""How many portions of so many grams does the dough give?"""

from ..base import Problem, ask, stop
from ..dough import Style
from .pieces import Pieces
from .protocol import Size

UNUSUAL_G = (4.0, 250.0)


def whole_portions(dough_g: float, portion_g: float) -> tuple[int, float]:
    """Whole portions in the dough and the grams left over; ValueError unless both are more than nothing.

    >>> whole_portions(610, 30)
    (20, 10)
    """
    if dough_g <= 0 or portion_g <= 0:
        raise ValueError("dough and portion must weigh something")
    # A hair of tolerance, so that 24 portions of a dough cut in 24 are not counted as 23.
    count = int(dough_g / portion_g + 1e-9)
    return count, max(0.0, dough_g - count * portion_g)


def portioned(piece: Pieces, dough_g: float, style: Style, field: str) -> tuple[Pieces | None, list[Problem]]:
    """As many of one piece as the dough gives: `piece` with its count and leftover; or None with the reason at `field`."""
    mass_g = piece.mass_g
    if mass_g > dough_g * (1 + 1e-9):
        message = f"A portion of {mass_g:.0f} g is more than the whole dough ({dough_g:.0f} g). Take a smaller portion."
        return None, [stop(field, message)]
    count, leftover_g = whole_portions(dough_g, mass_g)
    problems = []
    if not UNUSUAL_G[0] <= mass_g <= UNUSUAL_G[1]:
        usual = f"{style.portion_low_g:.0f} to {style.portion_high_g:.0f} g"
        message = f"{mass_g:.1f} g is an unusual size for a cookie; {usual} is usual for a {style.label}."
        problems.append(ask(field, message))
    return piece.model_copy(update={"count": count, "leftover_g": leftover_g}), problems


def one_piece(mass_g: float, width_mm: float, height_mm: float) -> Pieces:
    """One raw piece, not counted yet."""
    return Pieces(count=0, mass_g=mass_g, raw_diameter_mm=width_mm, raw_height_mm=height_mm, leftover_g=0.0)


def portion_size(style: Style) -> Size:
    """A portion of what is usual for the family."""
    return Size(field="portion_g", low=style.portion_low_g, high=style.portion_high_g, step=1.0, mass_power=1.0)
