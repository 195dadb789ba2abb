"""How each thing that is known moved a prediction."""

from fastapi import APIRouter

from ...core.baking import is_weighed
from ...core.base import refusal
from ...core.bench import case_for, foreknown_of, lies_wider_mm
from ...core.learning import Evidences
from ..deps import TheStore
from ..knowing import known_for
from ..requests import BenchRequest

router = APIRouter(prefix="/api/evidence", tags=["notebook"])


@router.post("", operation_id="explainEvidence")
def explain_evidence(request: BenchRequest, store: TheStore) -> Evidences:
    """The family, the card and every bake left out in turn: what the prediction would be without it. 422 for a dough of nothing."""
    from ...core.learning.evidence import evidence_of

    spec, place = request.dough, request.kitchen
    try:
        case = case_for(spec, place)
    except ValueError as error:
        raise refusal("lines", "There is no dough yet to foretell.") from error
    of = foreknown_of(spec, place, known_for(store, request))
    assert of is not None
    return evidence_of(case, is_weighed(spec.form, place), of, lies_wider_mm(spec, case))
