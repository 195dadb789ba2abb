"""Gift boxes."""

from datetime import date
from decimal import Decimal

from fastapi import APIRouter

from ...core.base import Value, refusal
from ...core.bench import report, unbaked
from ...core.kitchen import written
from ...core.stores import Boxes, BoxPlan, Cost, KindSize, Packaging, needs_of, planned, size_of, whole_batch
from ...store import doughs, kitchen, stores
from ..deps import Reading

router = APIRouter(prefix="/api/boxes", tags=["stores"])


class DraftBoxes(Value):
    """Boxes worked out, and what one comes to by the ingredients that have a price, with its packaging."""

    plan: BoxPlan
    box_cost: Cost | None
    unpriced: int


@router.post("/draft", operation_id="draftBoxes")
def draft_boxes(boxes: Boxes, db: Reading) -> DraftBoxes:
    """What is in each box, how it lies, what to bake, what it costs; nothing is saved. 422 for a dough that comes to nothing yet."""
    place, per_g = kitchen.get(db).kitchen, stores.prices_per_g(stores.known_prices(db), date.today())
    sizes: list[KindSize] = []
    each: list[Cost] = []
    unpriced: set[str] = set()
    for number, kind in enumerate(boxes.kinds):
        spec = doughs.get(db, kind.dough_id).spec
        mixed = unbaked(spec, place)
        found = report(spec, place)
        size = size_of(spec, found, mixed.keeps_days) if mixed else None
        if size is None:
            raise refusal(f"kinds.{number}.dough_id", f"{spec.name} has no cookies yet: settle it on the bench first.")
        needs = needs_of(spec, place.habit)
        unpriced |= set(needs.grams) - set(per_g)
        sizes.append(size)
        batch = whole_batch(found.assessment, needs, place, per_g)
        each.append(batch.times(Decimal(1) / size.makes))
    plan = planned(boxes, tuple(sizes))
    cost = _box_cost(plan, each, stores.get(db, boxes.packaging_id).thing if boxes.packaging_id else None)
    value, low, high = (Decimal(written(amount, place.stores.currency)) for amount in (cost.value, cost.low, cost.high))
    return DraftBoxes(
        plan=plan, box_cost=Cost(value=value, low=low, high=high) if value else None, unpriced=len(unpriced)
    )


def _box_cost(plan: BoxPlan, each: list[Cost], packaging: object) -> Cost:
    paid = Decimal(packaging.each) if isinstance(packaging, Packaging) else Decimal(0)
    total = Cost(value=paid, low=paid, high=paid)
    for kind, one in zip(plan.kinds, each, strict=True):
        total = total.plus(one.times(Decimal(kind.each)))
    return total
