"""What is on the cookies that no line of the card says: what the chosen finishes are made of, and which of it has no name yet."""

from typing import NamedTuple

from ..bench import Report
from ..finishing import MEANS, FinishKind, FinishPlan
from ..formula import WeighedLine
from ..ingredients import Ingredient, allergens_of, catalogue

# Leaves are strained out again, and a wiped film is a trace: neither is an ingredient on the cookie.
_NOT_EATEN = frozenset((FinishKind.INFUSED_FAT, FinishKind.GREASED_SHEET))


class LaidOn(NamedTuple):
    """One thing of a finish: grams for the batch; without an `item` nobody knows yet which nut, seed or filling it is."""

    finish: str
    name: str
    grams: float
    item: Ingredient | None


def laid_on(report: Report) -> tuple[LaidOn, ...]:
    """What finishes bring that are not made of the card's own lines, over all shares of the dough."""
    plans = [*report.finishes, *(plan for share in report.shares for plan in share.report.finishes)]
    return tuple(one for plan in plans if not plan.of_card and plan.kind not in _NOT_EATEN for one in _of(plan))


def _of(plan: FinishPlan) -> list[LaidOn]:
    return [
        LaidOn(
            plan.label.lower(), part.name, part.mass_g, catalogue()[MEANS[part.name]] if part.name in MEANS else None
        )
        for part in plan.parts
    ]


def holds(lines: tuple[WeighedLine, ...], on: tuple[LaidOn, ...]) -> tuple[str, ...]:
    """Allergens of every line, whatever part it is for and whether it can be weighed or not, and of what is laid on."""
    named = [catalogue()[line.reading.ingredient_id] for line in lines if line.reading.ingredient_id]
    return allergens_of([(item, 0.0) for item in (*named, *(one.item for one in on if one.item))])


def unnamed(lines: tuple[WeighedLine, ...], on: tuple[LaidOn, ...]) -> tuple[str, ...]:
    """What is in or on them of which nobody can tell what it holds."""
    unread = [line.reading.text.strip() for line in lines if not line.reading.ingredient_id]
    return tuple(dict.fromkeys(text for text in (*unread, *(one.name for one in on if one.item is None)) if text))
