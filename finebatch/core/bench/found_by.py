"""What a dough is found by on a long shelf, beside the words of its card: its family, and the allergens its lines name."""

from ..base import Value
from ..card import Reading, Sureness
from ..dough import mix_of_dough
from ..finishing import FinishKind
from ..formula import dough_parts, weigh_lines
from ..ingredients import allergens_of, catalogue
from ..kitchen import Kitchen
from .assess import portioned_dough
from .spec import DoughSpec

# Finishes made of the house's own stock: what is in that stands on no line.
_HOLDING_EGG = {FinishKind.EGG_WASH, FinishKind.ROYAL_ICING}
_UNTOLD = {
    FinishKind.FILLING, FinishKind.DIP, FinishKind.DRIZZLE, FinishKind.SPRINKLES, FinishKind.TOPPING, FinishKind.GREASED_SHEET,
}  # fmt: skip


class FoundBy(Value):
    """`family` is empty for a dough that has none yet. `holds` are the allergens its lines name, in words; `told` whether every line and
    finish could be told for sure, so that what is not among them may be taken as left out of the card."""

    family: str = ""
    holds: tuple[str, ...] = ()
    told: bool = False


def found_by(spec: DoughSpec) -> FoundBy:
    """What this dough is found by. Every part of the card counts, glaze and wash too; measures are read by the usual habit, for no
    allergen hangs on them."""
    kitchen = Kitchen()
    weighed = weigh_lines(spec.lines, kitchen.habit)
    named = [(catalogue()[line.reading.ingredient_id], 1.0) for line in weighed if line.reading.ingredient_id]
    own = {one.kind for part in (spec, *spec.shares) for one in part.finishings if not one.of_card}
    egg = {"egg"} if own & _HOLDING_EGG else set()
    parts = dough_parts(weighed)
    family = ""
    if sum(grams for _, grams in parts) > 0:
        mix = mix_of_dough(parts, spec.making)
        family = portioned_dough(spec, parts, mix, kitchen)[1].style_label
    return FoundBy(
        family=family,
        holds=tuple(sorted({*allergens_of(named), *egg})),
        told=bool(weighed) and all(_is_told(line.reading) for line in weighed) and not own & _UNTOLD,
    )


def _is_told(reading: Reading) -> bool:
    """Whether a line is surely this one ingredient: no guess, no second one in the same line, nothing that the baker's own word stands
    for and the catalogue only likens to another."""
    known = catalogue().get(reading.ingredient_id or "")
    return (
        known is not None
        and reading.sureness is Sureness.SURE
        and not reading.split
        and reading.ingredient_name == known.name
    )
