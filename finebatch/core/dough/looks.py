"""What the dough looks like: the colours that cocoa, treacle and dark flours give it, and the pieces in it."""

import math
from functools import cache

from ..base import Lab, Value, mixed, number, rows
from ..formula import Role, role_of
from ..ingredients import Ingredient

# Lab, judged: doughs of wheat alone, of much cocoa, of much molasses.
RAW_WHEAT: Lab = (84.0, 2.0, 22.0)
RAW_COCOA: Lab = (30.0, 8.0, 12.0)
RAW_MOLASSES: Lab = (52.0, 10.0, 26.0)
MOST_KINDS = 4
LEAST_PIECES = 0.5  # in one cookie: what is rarer is not drawn


class Tints(Value):
    """How far the dough is coloured, 0 to 1, by cocoa and by molasses and its like."""

    cocoa: float = 0.0
    molasses: float = 0.0

    def of(self, wheat: Lab, cocoa: Lab, molasses: Lab) -> Lab:
        """The colour between these three."""
        return mixed(mixed(wheat, molasses, self.molasses), cocoa, self.cocoa)


class Inclusion(Value):
    """Pieces of one kind in each cookie, to be drawn: how many, how large, in which colour (sRGB)."""

    name: str
    each: float
    piece_mm: float
    colour: str


@cache
def _tints() -> dict[str, tuple[str, float]]:
    return {row["what"]: (row["toward"], number(row["strength"])) for row in rows("tints")}


@cache
def _pieces() -> dict[str, tuple[float, float, str]]:
    return {row["what"]: (number(row["piece_g"]), number(row["piece_mm"]), row["colour"]) for row in rows("inclusions")}


def tints_of(parts: list[tuple[Ingredient, float]]) -> Tints:
    """Each ingredient colours by its share of the dough without its pieces: 1 - exp(-sum of strength times share), so that more of it is
    never lighter and no dough leaves the anchors. Strengths are judged (reference/tints.csv)."""
    whole = sum(grams for item, grams in parts if item.id in _tints() or role_of(item) is not Role.INCLUSION)
    pull = {"cocoa": 0.0, "molasses": 0.0}
    for item, grams in parts:
        if item.id in _tints() and whole > 0:
            toward, strength = _tints()[item.id]
            pull[toward] += strength * grams / whole
    return Tints(cocoa=1 - math.exp(-pull["cocoa"]), molasses=1 - math.exp(-pull["molasses"]))


class Looks(Value):
    """A dough's own colours, and the kinds of pieces in it; `each` of these is in one gram of dough."""

    tints: Tints = Tints()
    inclusions: tuple[Inclusion, ...] = ()

    def in_piece(self, piece_g: float) -> tuple[Inclusion, ...]:
        """The pieces in one cookie of `piece_g` raw, the heaviest kinds first."""
        counted = (one.model_copy(update={"each": one.each * piece_g}) for one in self.inclusions)
        return tuple(one for one in counted if one.each >= LEAST_PIECES)[:MOST_KINDS]


def looks_of(parts: list[tuple[Ingredient, float]]) -> Looks:
    """What a dough of these looks like; sizes of pieces by reference/inclusions.csv, judged."""
    dough_g = sum(grams for _, grams in parts)
    found = []
    for item, grams in sorted(parts, key=lambda part: -part[1]):
        known = _pieces().get(item.id) or (_pieces().get(item.category) if role_of(item) is Role.INCLUSION else None)
        if known is None or item.id in _tints():
            continue
        one_g, piece_mm, colour = known
        found.append(Inclusion(name=item.name, each=grams / dough_g / one_g, piece_mm=piece_mm, colour=colour))
    return Looks(tints=tints_of(parts), inclusions=tuple(found))
