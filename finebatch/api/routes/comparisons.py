"""Two versions side by side."""

from fastapi import APIRouter

from ...core.base import Value
from ...core.bench import Comparison, DoughSpec, assess, compare
from ...core.kitchen import Kitchen

router = APIRouter(prefix="/api/comparisons", tags=["formulas"])


class CompareRequest(Value):
    """Two versions in one kitchen."""

    before: DoughSpec
    after: DoughSpec
    kitchen: Kitchen


@router.post("", operation_id="compareDoughs")
def compare_doughs(request: CompareRequest) -> Comparison:
    """Two versions side by side."""
    return compare(assess(request.before, request.kitchen), assess(request.after, request.kitchen))
