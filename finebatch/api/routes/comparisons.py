"""Two versions side by side."""

from fastapi import APIRouter

from ...core.base import Value
from ...core.bench import Comparison, DoughSpec, assess, compare
from ...core.kitchen import Kitchen
from ...store.knowledge import known_of
from ..deps import Reading

router = APIRouter(prefix="/api/comparisons", tags=["formulas"])


class CompareRequest(Value):
    """Two versions in one kitchen."""

    before: DoughSpec
    after: DoughSpec
    kitchen: Kitchen
    dough_id: str | None = None


@router.post("", operation_id="compareDoughs")
def compare_doughs(request: CompareRequest, db: Reading) -> Comparison:
    """Two versions side by side."""
    known = known_of(db, request.dough_id, request.kitchen.oven_number)
    before, after = (assess(spec, request.kitchen, known) for spec in (request.before, request.after))
    return compare(before, after)
