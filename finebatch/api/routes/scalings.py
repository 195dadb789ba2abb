"""More or less of a dough."""

from fastapi import APIRouter

from ...core.bench import Scaling, scaled
from ...core.formula import ScaleRequest
from ...core.kitchen import spoken
from ..deps import TheStore
from ..knowing import known_for
from ..requests import BenchRequest

router = APIRouter(prefix="/api/scalings", tags=["formulas"])


class ScalingRequest(BenchRequest):
    """A dough and how to scale it."""

    scale: ScaleRequest


@router.post("", operation_id="scaleDough")
def scale_dough(request: ScalingRequest, store: TheStore) -> Scaling:
    """Scale a dough; nothing is saved. 422 at `scale.value` where the number cannot be meant."""
    return spoken(scaled(request.dough, request.kitchen, request.scale, known_for(store, request)), request.kitchen)
