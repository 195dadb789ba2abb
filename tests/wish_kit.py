"""Wishes to try the search on: of doughs that are known to exist, at random, and ones that cannot be."""

import math
from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from finebatch.core.bench.starters import Starter, starters
from finebatch.core.dough.styles import styles
from finebatch.core.formula.percentages import percentages_of
from finebatch.core.formula.roles import Role, role_of
from finebatch.core.formula.weighed_line import dough_parts, weigh_lines
from finebatch.core.ingredients.catalogue import Ingredient, catalogue
from finebatch.core.inverse.answers import Offered, Stock, Wished
from finebatch.core.inverse.asked import Avoid, Bite, BiteName, CookieWish, MeasuredIn, Sense, Want, Without
from finebatch.core.inverse.baked import Baked
from finebatch.core.inverse.collisions import Must
from finebatch.core.inverse.space import Point, Space
from finebatch.core.inverse.start import Base, House, base_of
from finebatch.core.inverse.structures import is_unwanted
from finebatch.core.inverse.terms import Term, Terms
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.oven import to_c

KITCHEN = Kitchen()
AWAY = 0.7  # how far a known dough may lie from its family's starter, of the way to the ends of its box


def base_for(starter: Starter) -> Base:
    base = base_of(starter.spec, KITCHEN)
    assert base is not None
    return base


def space_of(starter: Starter, measures: MeasuredIn = MeasuredIn.CUPS) -> Space:
    return Space(base_for(starter), House(KITCHEN, measures))


def somewhere(space: Space, rng: np.random.Generator) -> Point:
    """A dough of the family, off the kitchen's steps."""
    home = space.home
    return space.at(np.clip(home + (rng.random(len(home)) - home) * AWAY, 0.02, 0.98))


@dataclass(frozen=True)
class KnownDough:
    """A dough that exists, by what it bakes to: the wish; and the space it is looked for in, from elsewhere."""

    starter: Starter
    space: Space
    baked: Baked
    start: np.ndarray
    seed: int

    @property
    def walls(self) -> bool:
        return bool(self.space.forming.held_by_walls)

    def count(self) -> int | None:
        return int(self.baked.pieces + 1e-6) if self.space.forming.counted_by_mass else None

    def terms(self) -> Terms:
        size = [Term("width", math.log(self.baked.width_mm)), Term("height", math.log(self.baked.height_mm))]
        bites = [Term(name, score / 100, weight=0.6) for name, score in self.baked.textures().items()]
        return Terms([*(size[1:] if self.walls else size), *bites])

    def off(self, found: Baked) -> tuple[float, float, float]:
        """Misses of width and height in %, of the worst texture in points."""
        wide = 0.0 if self.walls else 100 * abs(found.width_mm / self.baked.width_mm - 1)
        mine, theirs = found.textures(), self.baked.textures()
        return (
            wide,
            100 * abs(found.height_mm / self.baked.height_mm - 1),
            max(abs(mine[name] - theirs[name]) for name in mine),
        )


def known_doughs(seed: int, measures: MeasuredIn, each: int = 3) -> Iterator[KnownDough]:
    """Of every family its starter, and `each` doughs spread around it."""
    rng = np.random.default_rng(seed)
    for starter in starters():
        for k in range(each + 1):
            space = space_of(starter, measures)
            point = somewhere(space, rng) if k else space.base_point()
            baked = space.bake([point])[0]
            space.columns = 0
            yield KnownDough(starter, space, baked, rng.random(len(space.home)) * 0.8 + 0.1, k + seed)


def random_wish(seed: int) -> Wished:
    """Somebody's wish: of a dough of the family, some of it musts, with counts, things left out, and the pantry of a house."""
    rng = np.random.default_rng(seed)
    starter = starters()[int(rng.integers(len(starters())))]
    space = space_of(starter)
    known = space.bake([somewhere(space, rng)])[0]
    size = {
        "width_mm": None if space.forming.held_by_walls else Want(value=known.width_mm, must=bool(rng.random() < 0.5)),
        "height_mm": Want(value=known.height_mm, must=bool(rng.random() < 0.3)),
    }
    textures = known.textures()
    strongest = max(textures, key=lambda name: textures[name])
    bites = (Bite(texture=BiteName(strongest), score=textures[strongest]),) if rng.random() < 0.5 else ()
    oven = Want(value=known.minutes * (1 + 0.1 * rng.random()), sense=Sense.AT_MOST, must=True)
    sweet = Want(value=min(known.sweetness_pct, 60), sense=Sense.AT_MOST)
    left = (Without.EGG, Without.NUT, Without.MILK)
    without = tuple(Avoid(what=one) for one in left if rng.random() < 0.15)
    pantry = rng.random() < 0.25
    wish = CookieWish(
        **size,
        bites=bites,
        bake_min=oven if rng.random() < 0.3 else None,
        sweetness_pct=sweet if rng.random() < 0.2 else None,
        count=int(rng.integers(12, 49)) if rng.random() < 0.5 else None,
        without=without,
        pantry_only=pantry,
        measures=MeasuredIn.CUPS if rng.random() < 0.5 else MeasuredIn.GRAMS,
    )
    return Wished(wish, KITCHEN, starter.spec, stock=a_pantry(rng, starter) if pantry else Stock())


def a_pantry(rng: np.random.Generator, starter: Starter) -> Stock:
    """Six of ten ingredients of the catalogue, among them most of the starter's own, each up to a kilogram."""
    own = {item.id for item, _ in dough_parts(weigh_lines(starter.spec.lines, KITCHEN.habit))}
    have = {
        id: float(rng.integers(100, 1000)) if rng.random() < (0.95 if id in own else 0.6) else 0.0 for id in catalogue()
    }
    return Stock(have_g=have)


def wrongs(of: Wished, offered: Offered) -> list[str]:
    """What of an answer breaks what is never broken: the family's bounds by the card as it reads, the count, what must not be in it, the
    pantry, and its own form's sizes."""
    parts = dough_parts(weigh_lines(offered.spec.lines, KITCHEN.habit))
    found = []
    for one in of.wish.without:
        found += [f"{one.what.value}: {item.id}" for item, _ in parts if one.must and is_unwanted(item, one.what)]
    if of.wish.pantry_only and of.stock.have_g is not None:
        taken: dict[str, float] = {}
        for item, grams in parts:
            taken[item.id] = taken.get(item.id, 0.0) + grams
        found += [
            f"pantry: {id}"
            for id, grams in taken.items()
            if id != "water" and grams > of.stock.have_g.get(id, 0.0) * 1.001 + 0.01
        ]
    if of.wish.count is not None and offered.count < of.wish.count:
        found.append(f"count: {offered.count} for {of.wish.count}")
    found += [] if offered.swapped else _outside(of, offered, parts)
    return found


def _outside(of: Wished, offered: Offered, parts: list[tuple[Ingredient, float]]) -> list[str]:
    """The family's own bounds, by the table: of percentages, of the oven, of a portion."""
    percentages = percentages_of(parts)
    family = next((one for one in styles().values() if one.label == offered.family), None)
    if percentages is None or family is None:
        return ["no flour, or no family"]
    kinds = {"egg": Role.EGG, "inclusions": Role.INCLUSION}
    gone = [axis for axis, role in kinds.items() if not any(role_of(item) is role for item, _ in parts)]
    found = [
        f"{axis} {percentages[axis]:.1f}%"
        for axis, usual in family.usual.items()
        if not (0.0 if axis in gone else usual.low_pct) - 0.06 <= percentages[axis] <= usual.high_pct * 1.005 + 0.01
    ]
    oven_c = to_c(offered.spec.oven.value, offered.spec.oven.scale)
    if not family.oven_low_c <= oven_c <= family.oven_high_c:
        found.append(f"oven {oven_c:.0f} °C")
    portion = getattr(offered.spec.form, "portion_g", None)
    if portion is not None and not family.portion_low_g <= portion <= family.portion_high_g:
        found.append(f"portion {portion:.1f} g")
    return found


def impossible_musts(space: Space, rng: np.random.Generator) -> list[Must]:
    """Five musts around what a dough bakes to, of which some will not go together."""
    home = space.bake([space.base_point()])[0]

    def sense(about: bool) -> Sense:
        return Sense.ABOUT if about else Sense.AT_LEAST

    def must(name: str, value: float, sense: Sense) -> Must:
        return Must(name, Term(name, value, sense, must=True, tolerance=0.02))

    bite = str(rng.choice(["crisp", "chewy", "cakey", "short"]))
    return [
        must("width", math.log(home.width_mm * rng.choice([0.8, 1.2, 1.5])), sense(rng.random() < 0.5)),
        must("height", math.log(home.height_mm * rng.choice([0.6, 0.8, 1.4, 1.7])), sense(rng.random() < 0.5)),
        must("minutes", math.log(home.minutes * rng.choice([0.7, 0.85, 1.1])), Sense.AT_MOST),
        must(bite, home.textures()[bite] / 100 + rng.choice([0.1, 0.3]), Sense.AT_LEAST),
        must("sweet", home.sweetness_pct / 100 + rng.choice([-0.03, 0.0]), Sense.AT_MOST),
    ]
