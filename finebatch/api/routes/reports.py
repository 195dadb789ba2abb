"""Finishes, yield statement and guides."""

from fastapi import APIRouter

from ...core.bench import Report, report
from ...core.kitchen import spoken
from ..deps import TheStore
from ..knowing import known_for
from ..requests import BenchRequest

router = APIRouter(prefix="/api/reports", tags=["outcome"])


@router.post("", operation_id="reportDough")
def report_dough(request: BenchRequest, store: TheStore) -> Report:
    """Finishes, yield statement and guides, with the assessment they follow from."""
    return spoken(report(request.dough, request.kitchen, known_for(store, request)), request.kitchen)
