"""What a search starts from: a dough as amounts of its lots, and the house it is baked in."""

from dataclasses import dataclass

from ..bench import DoughSpec
from ..dough import Style, dough_of, mix_of_dough, styles
from ..forming import forming_of
from ..formula import dough_parts, weigh_lines
from ..ingredients import catalogue
from ..kitchen import FAN_OFFSET_K, Habit, Kitchen, to_c
from .asked import MeasuredIn
from .baked import NOTHING_LEARNED, Offsets, Parts
from .lots import Lot, Slot, slot_of


@dataclass(frozen=True)
class Base:
    """A dough to start from: its card, its family, and its amounts by lot."""

    spec: DoughSpec
    style: Style
    lots: tuple[Lot, ...]
    grams: tuple[float, ...]

    @property
    def dough_g(self) -> float:
        """All of it."""
        return sum(self.grams)


def base_of(spec: DoughSpec, kitchen: Kitchen, style_id: str | None = None) -> Base | None:
    """The dough on a card as a base, in the family it is said to be of; lines of one ingredient are one lot. None without flour."""
    parts = dough_parts(weigh_lines(spec.lines, kitchen.habit))
    grams: dict[str, float] = {}
    for item, mass in parts:
        grams[item.id] = grams.get(item.id, 0.0) + mass
    lots = tuple(Lot(parts=((catalogue()[id], 1.0),), slot=slot_of(catalogue()[id])) for id in grams)
    if not any(lot.slot is Slot.FLOUR for lot in lots):
        return None
    family = style_id or spec.style_id or _family(spec, parts)
    style = styles()[family]
    return Base(
        spec=spec.model_copy(update={"style_id": family, "shares": (), "of_dough": 1.0}),
        style=style,
        lots=lots,
        grams=tuple(grams.values()),
    )


def _family(spec: DoughSpec, parts: Parts) -> str:
    oven_c = to_c(spec.oven.value, spec.oven.scale) + (FAN_OFFSET_K if spec.oven.fan else 0.0)
    dough, _ = dough_of(parts, mix_of_dough(parts, spec.making), forming_of(spec.form).families, oven_c)
    return dough.style_id


@dataclass(frozen=True)
class House:
    """The kitchen one bakes in, what it has, and in what it measures. `have_g` is what there is of each ingredient, None where that is not
    counted; `price_per_g` is of what has a price."""

    kitchen: Kitchen
    measures: MeasuredIn = MeasuredIn.GRAMS
    have_g: dict[str, float] | None = None
    price_per_g: dict[str, float] | None = None
    offsets: Offsets = NOTHING_LEARNED

    @property
    def habit(self) -> Habit:
        """How it fills its cups."""
        return self.kitchen.habit
