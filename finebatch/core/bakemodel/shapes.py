"""The raw piece on the tray: its outline, volume and profile before the oven."""

import math
from dataclasses import dataclass, replace
from enum import StrEnum

MEAN_TO_MAX = {"mound": 0.667, "flat": 0.88, "disc": 0.96}


class Flow(StrEnum):
    """How the piece may spread: all round, to both sides only, or not at all."""

    ROUND = "round"
    PLANAR = "planar"
    FIXED = "fixed"


@dataclass(frozen=True)
class Edge:
    """The strip along a slab's rim: how wide, its share of the slab's area, the slab's perimeter, and whether walls hold it."""

    strip_m: float
    share: float
    perimeter_m: float
    walls: bool


@dataclass(frozen=True)
class Shape:
    """A raw piece: `radius_m` (half width of a log or a slab), `length_m` of what is no round, `mean_to_max` the mean over the greatest
    height. `side` is its side area over the outer half of its footprint, times radius over height: 4 for a round, 2 for a log."""

    flow: Flow
    radius_m: float
    volume_m3: float
    mass_kg: float
    mean_to_max: float
    length_m: float = 1.0
    side: float = 4.0
    edge: Edge | None = None
    round_pan: bool = False
    fixed_radius: bool = False  # a cut shape keeps its outline when it weighs more; a mound grows

    @property
    def diameter_mm(self) -> float:
        """Width over the base."""
        return 2000 * self.radius_m

    @property
    def height_mm(self) -> float:
        """Greatest height."""
        return 1000 * self.volume_m3 / self.area_m2 / self.mean_to_max

    @property
    def area_square(self) -> float:
        """Area of the footprint = radius * (area_square * radius + area_linear)."""
        return math.pi if self.flow is Flow.ROUND or self.round_pan else 0.0

    @property
    def area_linear(self) -> float:
        """See `area_square`."""
        return 0.0 if self.area_square else 2 * self.length_m

    @property
    def area_m2(self) -> float:
        """Of the raw footprint."""
        return self.radius_m * (self.area_square * self.radius_m + self.area_linear)

    def heavier(self, factor: float) -> "Shape":
        """The same kind of piece with `factor` times the mass: mounds and balls grow in all directions, flattened
        pieces and ropes in width at the same thickness or length, cut discs and pans in height."""
        grow = 1.0
        if not self.fixed_radius:
            flat = (self.mean_to_max - MEAN_TO_MAX["mound"]) / (MEAN_TO_MAX["flat"] - MEAN_TO_MAX["mound"])
            in_width = 1.0 if self.flow is Flow.PLANAR else min(max(flat, 0.0), 1.0)
            grow = factor ** (1 / 3 + in_width / 6)
        return replace(
            self, radius_m=self.radius_m * grow, volume_m3=self.volume_m3 * factor, mass_kg=self.mass_kg * factor
        )


def mound(mass_g: float, density_kg_m3: float) -> Shape:
    """A scooped mound: a half ball a little squashed (1.05), as a disher leaves it.

    mass_g: 1 to 400; density_kg_m3: 900 to 1400. Source: a disher's half ball, squash judged.

    >>> round(mound(40, 1150).diameter_mm)
    50
    >>> round(mound(40, 1150).height_mm)
    26
    """
    volume = mass_g / 1000 / density_kg_m3
    return Shape(
        Flow.ROUND, (3 * volume / (2 * math.pi * 1.05)) ** (1 / 3), volume, mass_g / 1000, MEAN_TO_MAX["mound"]
    )


HEAP_ASPECT = 0.8  # height over width of dough piled up by hand (judged)


def heap(mass_g: float, density_kg_m3: float) -> Shape:
    """Dough piled up rough and tall, four fifths as high as wide.

    mass_g: 1 to 400; density_kg_m3: 900 to 1400.

    >>> round(heap(170, 1150).height_mm / heap(170, 1150).diameter_mm, 2)
    0.8
    """
    volume = mass_g / 1000 / density_kg_m3
    radius = (volume / (math.pi * 2 * HEAP_ASPECT * MEAN_TO_MAX["mound"])) ** (1 / 3)
    return Shape(Flow.ROUND, radius, volume, mass_g / 1000, MEAN_TO_MAX["mound"])


def ball(mass_g: float, density_kg_m3: float) -> Shape:
    """A rolled ball, described by its greatest width.

    mass_g: 1 to 400; density_kg_m3: 900 to 1400. The sphere of that volume.

    >>> round(ball(20, 1200).diameter_mm, 1)
    31.7
    """
    volume = mass_g / 1000 / density_kg_m3
    return Shape(Flow.ROUND, (6 * volume / math.pi) ** (1 / 3) / 2, volume, mass_g / 1000, MEAN_TO_MAX["mound"])


def flattened(mass_g: float, thickness_mm: float, density_kg_m3: float) -> Shape:
    """A pressed or spread round of the given thickness.

    thickness_mm: 2 to 60, in the middle; the rim is thinner, 0.9 of it on average (judged).

    >>> round(flattened(20, 10, 1200).diameter_mm)
    49
    """
    volume = mass_g / 1000 / density_kg_m3
    return Shape(
        Flow.ROUND,
        math.sqrt(volume / (math.pi * thickness_mm / 1000 * 0.9)),
        volume,
        mass_g / 1000,
        MEAN_TO_MAX["flat"],
    )


def pressed(mass_g: float, thickness_mm: float, density_kg_m3: float) -> Shape:
    """A ball pressed to a thickness: from the ball (width of the sphere, profile 0.667) to the flat round (0.88) without a jump.

    mass_g: 1 to 400; thickness_mm: 2 up to the ball, which it is then.

    >>> round(pressed(20, 31.7, 1200).diameter_mm, 1)
    31.7
    >>> pressed(20, 30, 1200).diameter_mm >= 31.6
    True
    """
    volume = mass_g / 1000 / density_kg_m3
    across = (6 * volume / math.pi) ** (1 / 3)
    thick = min(thickness_mm / 1000, across)
    pressing = min(max((across - thick) / (0.4 * across), 0.0), 1.0)
    smooth = pressing * pressing * (3 - 2 * pressing)
    mean_to_max = MEAN_TO_MAX["mound"] + (MEAN_TO_MAX["flat"] - MEAN_TO_MAX["mound"]) * smooth
    radius = max(math.sqrt(volume / (math.pi * thick * mean_to_max)), across / 2)
    return Shape(Flow.ROUND, radius, volume, mass_g / 1000, mean_to_max)


def disc(diameter_mm: float, thickness_mm: float, density_kg_m3: float, rim: float = 1.0) -> Shape:
    """A shape cut from a sheet, as the round of its own area; heat and vapour enter by its own rim, `rim` times the round's.

    diameter_mm: 15 to 200; thickness_mm: 1 to 25; rim: perimeter / (2 sqrt(pi area)), 1 for a round, 1.13 square, 1.6 a star. A cylinder.

    >>> disc(60, 5, 1200).diameter_mm
    60.0
    >>> round(1000 * disc(60, 5, 1200).mass_kg, 1)
    17.0
    """
    radius = diameter_mm / 2000
    volume = math.pi * radius**2 * thickness_mm / 1000
    return Shape(
        Flow.ROUND, radius, volume, density_kg_m3 * volume, MEAN_TO_MAX["disc"], side=4.0 * rim, fixed_radius=True
    )


def pan(width_mm: float, length_mm: float, thickness_mm: float, density_kg_m3: float, rounded: bool = False) -> Shape:
    """Dough pressed into a pan, whose walls hold it; of a round one only the width counts.

    width_mm, length_mm: 60 to 600; thickness_mm: 4 to 35. Flat but for its rim: mean over greatest height 0.97.

    >>> round(1000 * pan(200, 200, 15, 1200).mass_kg)
    720
    """
    return _slab(width_mm, length_mm, thickness_mm, density_kg_m3, walls=True, rounded=rounded)


def sheet(width_mm: float, length_mm: float, thickness_mm: float, density_kg_m3: float) -> Shape:
    """A rolled sheet baked whole on its tray, scored or to be cut: it has no walls and does not spread.

    width_mm, length_mm: 60 to 600; thickness_mm: 1 to 15.

    >>> sheet(240, 330, 3, 1200).edge.walls
    False
    """
    return _slab(width_mm, length_mm, thickness_mm, density_kg_m3, walls=False, rounded=False)


def _slab(
    width_mm: float, length_mm: float, thickness_mm: float, density_kg_m3: float, walls: bool, rounded: bool
) -> Shape:
    """Middle and edge of a slab are told apart: the edge strip is twice as wide as the slab is thick, a quarter of a side at most."""
    short, long = sorted((width_mm / 1000, (width_mm if rounded else length_mm) / 1000))
    thick = thickness_mm / 1000
    if rounded:
        area, perimeter = math.pi / 4 * short**2, math.pi * short
        strip = min(2 * thick, short / 8)
        share = 1 - (1 - 2 * strip / short) ** 2
    else:
        area, perimeter = short * long, 2 * (short + long)
        strip = min(2 * thick, short / 4)
        share = 1 - (short - 2 * strip) * (long - 2 * strip) / area
    volume = area * thick
    return Shape(
        Flow.FIXED, short / 2, volume, density_kg_m3 * volume, 0.97, length_m=long, side=0.0,
        edge=Edge(strip, share, perimeter, walls), round_pan=rounded, fixed_radius=True,
    )  # fmt: skip


def cut_face(across_mm: float, high_mm: float, area_mm2: float, thickness_mm: float, density_kg_m3: float) -> Shape:
    """A slice of a baked log lying on its cut face: it keeps its size, and dries through the face and half of its crusty rim.

    The face is an arch `across_mm` by `high_mm`: its rim is 0.88 of the box round it (judged).
    """
    area = area_mm2 * 1e-6
    rim = 0.88 * 2 * (across_mm + high_mm) / 1000
    volume = area * thickness_mm / 1000
    return Shape(
        Flow.FIXED, math.sqrt(area) / 2, volume, density_kg_m3 * volume, 0.97, length_m=math.sqrt(area),
        side=0.5 * rim / math.sqrt(area), fixed_radius=True,
    )  # fmt: skip


def grown_length_mm(length_mm: float, raw_width_mm: float, baked_width_mm: float) -> float:
    """A log grows at its two rounded ends only, each by half of what a side moves.

    >>> grown_length_mm(240, 60, 90)
    255.0
    """
    return length_mm + 0.5 * max(0.0, baked_width_mm - raw_width_mm)


def log(mass_g: float, diameter_mm: float, length_mm: float, density_kg_m3: float) -> Shape:
    """A log laid on the tray.

    mass_g of the whole log; its section is a flat arch, 0.80 of the box round it.

    >>> log(500, 60, 260, 1200).diameter_mm
    60.0
    """
    return Shape(
        Flow.PLANAR,
        diameter_mm / 2000,
        mass_g / 1000 / density_kg_m3,
        mass_g / 1000,
        0.80,
        length_m=length_mm / 1000,
        side=2.0,
    )


def rope(mass_g: float, length_mm: float, density_kg_m3: float) -> Shape:
    """A rope laid on the tray; it flows to both sides, whatever figure it lies in.

    length_mm: 40 to 800. A cylinder: mean over greatest height is pi/4.

    >>> round(rope(22, 160, 1200).diameter_mm, 1)
    12.1
    """
    volume = mass_g / 1000 / density_kg_m3
    length = length_mm / 1000
    return Shape(
        Flow.PLANAR, math.sqrt(volume / (math.pi * length)), volume, mass_g / 1000, 0.785, length_m=length, side=2.0
    )
