"""What a dough comes to."""

from fastapi import APIRouter

from ...core.bench import Assessment, assess
from ...core.kitchen import spoken
from ..deps import TheStore
from ..knowing import known_for
from ..requests import BenchRequest

router = APIRouter(prefix="/api/assessments", tags=["bench"])


@router.post("", operation_id="assessDough")
def assess_dough(request: BenchRequest, store: TheStore) -> Assessment:
    """Dough, pieces, baked cookie and trays; what cannot be worked out is said in `problems`."""
    return spoken(assess(request.dough, request.kitchen, known_for(store, request)), request.kitchen)
