"""A dough at a glance: enough to know it by its cookie."""

from typing import TYPE_CHECKING

from ..baking import Outcome
from ..base import Value
from ..kitchen import Kitchen
from .assess import assess_rest
from .spec import DoughSpec

if TYPE_CHECKING:
    from ..learning.known import Known


class Glance(Value):
    """The family a dough is taken for, and what comes out of it; None where that cannot be told yet."""

    style_label: str | None
    outcome: Outcome | None
    allergens: tuple[str, ...] = ()


def glance_of(spec: DoughSpec, kitchen: Kitchen, known: "Known | None" = None) -> Glance:
    """What comes of the dough's own shaping in this kitchen."""
    found = assess_rest(spec, kitchen, known)
    dough = found.dough
    return Glance(
        style_label=dough.style_label if dough else None,
        outcome=found.outcome,
        allergens=dough.allergens if dough else (),
    )
