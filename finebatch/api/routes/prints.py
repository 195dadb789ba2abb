"""Guides at 1:1, as files."""

from enum import StrEnum

from fastapi import APIRouter, Response
from pydantic import Field

from ...core.bench import report
from ...core.kitchen import spoken
from ...formats.pdf import Paper, guide_to_pdf
from ...formats.svg import guide_to_svg
from ..deps import TheStore
from ..files import as_file
from ..knowing import known_for
from ..problems import not_found
from ..requests import BenchRequest

router = APIRouter(prefix="/api/prints", tags=["outcome"])


class PrintAs(StrEnum):
    """The file that is asked for."""

    PDF = "pdf"
    SVG = "svg"


class PrintRequest(BenchRequest):
    """Which of the dough's guides, as what, on which paper."""

    guide_id: str = Field(max_length=40)
    form_of: PrintAs = PrintAs.PDF
    paper: Paper = Paper.A4


@router.post(
    "",
    operation_id="printGuide",
    response_class=Response,
    responses={200: {"content": {"application/pdf": {}, "image/svg+xml": {}}, "description": "The file."}},
)
def print_guide(request: PrintRequest, store: TheStore) -> Response:
    """A guide at 1:1 as a file; 404 if the dough has no such guide."""
    known = known_for(store, request)
    guides = spoken(report(request.dough, request.kitchen, known), request.kitchen).guides
    guide = next((guide for guide in guides if guide.id == request.guide_id), None)
    if guide is None:
        raise not_found("guide")
    named = as_file(f"{request.dough.name} {guide.title}", request.form_of.value)
    if request.form_of is PrintAs.SVG:
        return Response(guide_to_svg(guide), media_type="image/svg+xml", headers=named)
    return Response(guide_to_pdf(guide, request.paper, request.dough.name), media_type="application/pdf", headers=named)
