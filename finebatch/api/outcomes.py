"""What comes out of a dough beyond the bench: the report, the reasons, guides on paper, and the baker's own cutter."""

import re
from enum import StrEnum

from fastapi import APIRouter, Response
from pydantic import Field

from ..core.assess import assess
from ..core.forming.cutters import Cutter, outline
from ..core.geometry import Ring
from ..core.guides import guides_of
from ..core.problems import stop
from ..core.report import Report, report
from ..core.value import Value
from ..core.why import Why, why
from ..formats.cutter_svg import CutterError, ring_from_svg
from ..formats.pdf import Paper, guide_to_pdf
from ..formats.svg import guide_to_svg
from .bench import BenchRequest
from .problems import not_found, refused

router = APIRouter(prefix="/api", tags=["outcome"])


class PrintAs(StrEnum):
    """The file that is asked for."""

    PDF = "pdf"
    SVG = "svg"


class PrintRequest(BenchRequest):
    """Which of the dough's guides, as what, on which paper."""

    guide_id: str = Field(max_length=40)
    form_of: PrintAs = PrintAs.PDF
    paper: Paper = Paper.A4


class CutterDrawing(Value):
    """An SVG file's text."""

    svg: str = Field(max_length=400_000)


class CutterRing(Value):
    """An outline, one unit wide, about 0, 0."""

    ring: Ring


class CutterShape(Value):
    """A cutter of the drawer and its outline, one unit wide."""

    cutter: Cutter
    ring: Ring


@router.post("/reports", operation_id="reportDough")
def report_dough(request: BenchRequest) -> Report:
    """Finishes, yield statement and guides, with the assessment they follow from."""
    return report(request.dough, request.kitchen)


@router.post("/whys", operation_id="whyDough")
def why_dough(request: BenchRequest) -> Why:
    """The factors that moved the width and the minutes, against a plain dough of the family."""
    try:
        return why(request.dough, request.kitchen)
    except ValueError as error:
        raise refused(stop("lines", str(error))) from error


@router.get("/cutters", operation_id="listCutters")
def list_cutters() -> tuple[CutterShape, ...]:
    """The drawer."""
    return tuple(CutterShape(cutter=cutter, ring=outline(cutter, 1.0)) for cutter in Cutter if cutter is not Cutter.OWN)


@router.post("/cutters", operation_id="readCutter")
def read_cutter(drawing: CutterDrawing) -> CutterRing:
    """The baker's own cutter from a drawing; 422 at `svg` if it holds none."""
    try:
        return CutterRing(ring=ring_from_svg(drawing.svg))
    except CutterError as error:
        raise refused(stop("svg", str(error))) from error


@router.post(
    "/prints",
    operation_id="printGuide",
    response_class=Response,
    responses={200: {"content": {"application/pdf": {}, "image/svg+xml": {}}, "description": "The file."}},
)
def print_guide(request: PrintRequest) -> Response:
    """A guide at 1:1 as a file; 404 if the dough has no such guide."""
    guides = guides_of(request.dough, assess(request.dough, request.kitchen))
    guide = next((guide for guide in guides if guide.id == request.guide_id), None)
    if guide is None:
        raise not_found("guide")
    stem = re.sub(r"[^a-z0-9]+", "-", f"{request.dough.name} {guide.title}".lower()).strip("-") or "guide"
    named = {"Content-Disposition": f'attachment; filename="{stem}.{request.form_of.value}"'}
    if request.form_of is PrintAs.SVG:
        return Response(guide_to_svg(guide), media_type="image/svg+xml", headers=named)
    return Response(guide_to_pdf(guide, request.paper, request.dough.name), media_type="application/pdf", headers=named)
