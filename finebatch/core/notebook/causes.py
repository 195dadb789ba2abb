"""What can have gone wrong that the model can bake: each cause as a change of the case, in its usual size, with what to do about it."""

import dataclasses
from collections.abc import Callable
from dataclasses import dataclass

from ..bakemodel import Case
from ..bench import DoughSpec
from ..dough import mix_of_dough
from ..formula import Role, dough_parts, role_of, weigh_lines
from ..kitchen import Kitchen

Change = Callable[[Case, "Baked"], Case]


@dataclass(frozen=True)
class Baked:
    """A dough and the kitchen it was baked in."""

    spec: DoughSpec
    kitchen: Kitchen

    def remixed(self, case: Case, roles: frozenset[Role], factor: float) -> Case:
        """The case with so many times the ingredients of some roles."""
        parts = dough_parts(weigh_lines(self.spec.lines, self.kitchen.habit))
        mixed = [(item, grams * (factor if role_of(item) in roles else 1.0)) for item, grams in parts]
        return dataclasses.replace(case, mix=mix_of_dough(mixed, self.spec.making))


@dataclass(frozen=True)
class Cause:
    """`words` say it. Its `ways` leave the same mark, which no ruler tells apart; `back` undoes some of it next time, as `next` says."""

    id: str
    words: str
    ways: tuple[Change, ...]
    next: str
    back: Change


def _of(*roles: Role) -> Callable[[float], Change]:
    chosen = frozenset(roles)
    return lambda factor: lambda case, baked: baked.remixed(case, chosen, factor)


def _door(kelvin: float) -> Change:
    return lambda case, baked: dataclasses.replace(case, dough_c=max(-18.0, min(38.0, case.dough_c + kelvin)))


def _oven(kelvin: float) -> Change:
    return lambda case, baked: dataclasses.replace(
        case, shift=dataclasses.replace(case.shift, oven_k=case.shift.oven_k + kelvin)
    )


def _mass(factor: float) -> Change:
    return lambda case, baked: dataclasses.replace(case, shape=case.shape.heavier(factor))


_flour, _sugar, _fat, _leavener = _of(Role.FLOUR), _of(Role.SUGAR), _of(Role.FAT), _of(Role.LEAVENER)
_liquid = _of(Role.EGG, Role.LIQUID)


CAUSES: tuple[Cause, ...] = (
    Cause(
        "soft", "too little flour for its fat, sugar and egg",
        (_flour(0.88), _sugar(1.2), _fat(1.18), _liquid(1.35)), "Add 5% more flour, weighed", _flour(1.05),
    ),
    Cause(
        "stiff", "too much flour for its fat, sugar and egg, as from scooped cups",
        (_flour(1.14), _sugar(0.8), _fat(0.84), _liquid(0.7)), "Take 5% less flour, weighed", _flour(0.95),
    ),
    Cause("much_leavener", "too much leavener", (_leavener(2.0),), "Take two thirds of the leavener, levelled", _leavener(0.67)),
    Cause("little_leavener", "too little leavener, or old", (_leavener(0.3),), "Try a fresh packet, levelled", _leavener(1.2)),
    Cause("warm", "dough too warm at the oven door", (_door(8),), "Chill the portions 30 min longer", _door(-6)),
    Cause("cold", "dough too cold at the oven door", (_door(-10),), "Let the portions stand 10 min at room temperature", _door(6)),
    Cause("hot", "the oven ran hotter than it says", (_oven(20),), "Set it 10 °C (20 °F) lower, and put a thermometer in", _oven(-10)),
    Cause("cool", "the oven ran cooler than it says", (_oven(-20),), "Set it 10 °C (20 °F) higher, and preheat 20 min", _oven(10)),
    Cause("large", "pieces larger than meant", (_mass(1.3),), "Weigh the portions", _mass(0.87)),
    Cause("small", "pieces smaller than meant", (_mass(0.75),), "Weigh the portions", _mass(1.15)),
)  # fmt: skip
