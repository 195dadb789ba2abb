"""Which of a dough's batches was baked: its own shaping, a share of it, or the second cutter's."""

from typing import TYPE_CHECKING

from ..base import refusal
from ..bench import Assessment, DoughSpec, alone, assess, assess_rest, share_named
from ..forming import forming_of
from ..kitchen import Kitchen
from .record import Foretold, foretold_of

if TYPE_CHECKING:
    from ..learning.known import Known

SMALL = "small"


def batch_of(spec: DoughSpec, kitchen: Kitchen, batch: str) -> tuple[DoughSpec, str]:
    """The batch as a dough of its own, and its name. Refusal at `batch` where the dough has no such batch."""
    if not batch:
        return spec, ""
    if batch == SMALL:
        found = assess_rest(spec, kitchen)
        cut = forming_of(spec.form).small(spec.form)
        if cut is None or found.small is None:
            raise refusal("batch", "This dough has no second size.")
        tray = spec.small_tray_id or spec.tray_id
        return spec.model_copy(update={"form": cut, "tray_id": tray, "shares": ()}), "Small"
    share = share_named(spec, batch)
    parts = {one.id: one.of_dough for one in assess(spec, kitchen).shares}
    if batch not in parts:
        raise refusal("batch", f"{share.name}: the dough is not enough for it.")
    return alone(spec, share, parts[batch]), share.name


def foretold_for(spec: DoughSpec, kitchen: Kitchen, known: "Known | None") -> tuple[Foretold | None, Assessment]:
    """What is foretold of a batch that is a dough of its own; None where nothing can be yet."""
    found = assess_rest(spec, kitchen, known)
    return (foretold_of(found.outcome) if found.outcome else None), found
