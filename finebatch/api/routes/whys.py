"""Why it came out so wide."""

from fastapi import APIRouter

from ...core.bench import Why, why
from ...core.kitchen import spoken
from ..deps import TheStore
from ..knowing import known_for
from ..requests import BenchRequest

router = APIRouter(prefix="/api/whys", tags=["outcome"])


@router.post("", operation_id="whyDough")
def why_dough(request: BenchRequest, store: TheStore) -> Why:
    """The factors that moved the width and the minutes, against a plain dough of the family."""
    return spoken(why(request.dough, request.kitchen, known_for(store, request)), request.kitchen)
