"""The raw piece on the tray: its outline, volume and profile before the oven."""

import math
from dataclasses import dataclass
from enum import StrEnum

MEAN_TO_MAX = {"mound": 0.667, "flat": 0.88, "disc": 0.96}


class Flow(StrEnum):
    """How the piece may spread: all round, to both sides only, or not at all."""

    ROUND = "round"
    PLANAR = "planar"
    FIXED = "fixed"


@dataclass(frozen=True)
class Shape:
    """A raw piece: `radius_m` (half width of a log, half side of a pan), `mean_to_max` the mean over the greatest height."""

    flow: Flow
    radius_m: float
    volume_m3: float
    mass_kg: float
    mean_to_max: float
    length_m: float = 1.0
    fixed_radius: bool = False  # a cut shape keeps its outline when it weighs more; a mound grows

    @property
    def diameter_mm(self) -> float:
        """Width over the base."""
        return 2000 * self.radius_m

    @property
    def height_mm(self) -> float:
        """Greatest height."""
        area = math.pi * self.radius_m**2 if self.flow is Flow.ROUND else 2 * self.radius_m * self.length_m
        if self.flow is Flow.FIXED:
            area = 4 * self.radius_m**2
        return 1000 * self.volume_m3 / area / self.mean_to_max

    def heavier(self, factor: float) -> "Shape":
        """The same kind of piece with `factor` times the mass: mounds and balls grow in all directions, flattened
        pieces and ropes in width at the same thickness or length, cut discs and pans in height."""
        if self.fixed_radius:
            grow = 1.0
        elif self.mean_to_max < 0.7:
            grow = factor ** (1 / 3)
        else:
            grow = factor**0.5
        return Shape(
            self.flow, self.radius_m * grow, self.volume_m3 * factor, self.mass_kg * factor, self.mean_to_max,
            self.length_m, self.fixed_radius,
        )  # fmt: skip


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


def disc(diameter_mm: float, thickness_mm: float, density_kg_m3: float) -> Shape:
    """A round cut from a sheet.

    diameter_mm: 15 to 200; thickness_mm: 1 to 25. A cylinder.

    >>> disc(60, 5, 1200).diameter_mm
    60.0
    >>> round(1000 * disc(60, 5, 1200).mass_kg, 1)
    17.0
    """
    radius = diameter_mm / 2000
    volume = math.pi * radius**2 * thickness_mm / 1000
    return Shape(Flow.ROUND, radius, volume, density_kg_m3 * volume, MEAN_TO_MAX["disc"], fixed_radius=True)


def pan(area_cm2: float, thickness_mm: float, density_kg_m3: float) -> Shape:
    """Dough pressed into a pan of the given area.

    area_cm2: 30 to 2700; thickness_mm: 4 to 35. Flat but for its rim: mean over greatest height 0.97.

    >>> round(1000 * pan(400, 15, 1200).mass_kg)
    720
    """
    volume = area_cm2 * 1e-4 * thickness_mm / 1000
    return Shape(Flow.FIXED, math.sqrt(area_cm2 * 1e-4) / 2, volume, density_kg_m3 * volume, 0.97, fixed_radius=True)


def log(mass_g: float, diameter_mm: float, length_mm: float, density_kg_m3: float) -> Shape:
    """A log laid on the tray.

    mass_g of the whole log; its section is a flat arch, 0.80 of the box round it.

    >>> log(500, 60, 260, 1200).diameter_mm
    60.0
    """
    return Shape(
        Flow.PLANAR, diameter_mm / 2000, mass_g / 1000 / density_kg_m3, mass_g / 1000, 0.80, length_m=length_mm / 1000
    )


def rope(mass_g: float, length_mm: float, density_kg_m3: float) -> Shape:
    """A rope laid on the tray; it flows to both sides, whatever figure it lies in.

    length_mm: 40 to 800. A cylinder: mean over greatest height is pi/4.

    >>> round(rope(22, 160, 1200).diameter_mm, 1)
    12.1
    """
    volume = mass_g / 1000 / density_kg_m3
    length = length_mm / 1000
    return Shape(Flow.PLANAR, math.sqrt(volume / (math.pi * length)), volume, mass_g / 1000, 0.785, length_m=length)
