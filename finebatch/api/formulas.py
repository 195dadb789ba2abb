"""Changing a formula: scaling, swapping, comparing, starters, import and export."""

from enum import StrEnum
from typing import Annotated

from fastapi import APIRouter
from fastapi.responses import Response
from pydantic import Field

from ..core.assess import DoughSpec, assess
from ..core.compare import Comparison, compare
from ..core.formula import CardError, split_card
from ..core.kitchen import Kitchen
from ..core.problems import stop
from ..core.scaling import ScaleError, ScaleRequest, factor_for, scale
from ..core.starters import Starter, starters
from ..core.substitution import Offer, Wish, apply, offers, swaps
from ..core.value import Value
from ..formats import Imported, ImportRefusedError, read_jsonld, to_csv, to_jsonld, to_markdown, to_text
from ..store import doughs, kitchen
from .bench import BenchRequest
from .deps import Transaction
from .problems import not_found, refused

router = APIRouter(prefix="/api", tags=["formulas"])


class ScalingRequest(BenchRequest):
    """A dough and how to scale it."""

    scale: ScaleRequest


class Scaling(Value):
    """The dough scaled, and everything that changed by it."""

    spec: DoughSpec
    factor: float
    mixes: int
    notes: tuple[str, ...]
    comparison: Comparison


class OfferRequest(BenchRequest):
    """A wish, or one line, or both."""

    wish: Wish | None = None
    line_id: str | None = Field(default=None, max_length=40)


class SwapRequest(BenchRequest):
    """One stand-in for one line."""

    line_id: str = Field(max_length=40)
    swap_id: str = Field(max_length=20)


class Swapped(Value):
    """The dough with the stand-in, beside what it was."""

    spec: DoughSpec
    comparison: Comparison


class CompareRequest(Value):
    """Two versions in one kitchen."""

    before: DoughSpec
    after: DoughSpec
    kitchen: Kitchen


class ImportText(Value):
    """A JSON-LD recipe, or a card in plain text or Markdown."""

    text: str = Field(max_length=1_000_000)


class ExportFormat(StrEnum):
    """Formats a dough goes out in."""

    JSONLD = "jsonld"
    CSV = "csv"
    MARKDOWN = "markdown"
    TEXT = "text"


@router.get("/starters", operation_id="listStarters")
def list_starters() -> list[Starter]:
    """A balanced starter of every family."""
    return list(starters())


@router.post("/scalings", operation_id="scaleDough")
def scale_dough(request: ScalingRequest) -> Scaling:
    """Scale a dough; nothing is saved. 422 at `scale.value` where the number cannot be meant."""
    before = assess(request.dough, request.kitchen)
    tray = request.kitchen.tray(request.dough.tray_id)
    portion = before.outcome.pieces.mass_g if before.outcome else 30.0
    density = before.dough.density_g_ml.value if before.dough else 1.0
    try:
        factor, mixes = factor_for(request.scale, before.lines, portion, tray.width_mm * tray.depth_mm, density)
    except ScaleError as error:
        raise refused(stop("scale.value", str(error))) from error
    done = scale(request.dough.lines, before.lines, request.kitchen.habit, factor, mixes, request.scale.rounded)
    spec = request.dough.model_copy(update={"lines": done.lines})
    return Scaling(
        spec=spec,
        factor=factor,
        mixes=mixes,
        notes=done.notes,
        comparison=compare(before, assess(spec, request.kitchen)),
    )


@router.post("/offers", operation_id="listOffers")
def list_offers(request: OfferRequest) -> list[Offer]:
    """Stand-ins for a wish ("nut-free") or for one line."""
    found = assess(request.dough, request.kitchen)
    return offers(found.lines, found.dough.style_id if found.dough else "", request.wish, request.line_id)


@router.post("/swaps", operation_id="swapIngredient")
def swap_ingredient(request: SwapRequest) -> Swapped:
    """The dough with one stand-in; nothing is saved."""
    swap = next((swap for swap in swaps() if swap.id == request.swap_id), None)
    if swap is None:
        raise not_found("stand-in")
    before = assess(request.dough, request.kitchen)
    try:
        lines = apply(request.dough.lines, before.lines, request.line_id, swap)
    except ValueError as error:
        raise refused(stop("line_id", str(error))) from error
    spec = request.dough.model_copy(update={"lines": lines})
    return Swapped(spec=spec, comparison=compare(before, assess(spec, request.kitchen)))


@router.post("/comparisons", operation_id="compareDoughs")
def compare_doughs(request: CompareRequest) -> Comparison:
    """Two versions side by side."""
    return compare(assess(request.before, request.kitchen), assess(request.after, request.kitchen))


@router.post("/imports", operation_id="importDough")
def import_dough(request: ImportText) -> Imported:
    """Read a recipe from JSON-LD, Markdown or plain text; nothing is saved. 422 at `text` where it is none."""
    text = request.text.strip()
    try:
        if text.startswith(("{", "[")):
            return read_jsonld(text)
        lines = tuple(split_card(text))
    except (ImportRefusedError, CardError) as error:
        raise refused(stop("text", str(error))) from error
    return Imported(spec=DoughSpec(lines=lines), notes=())


_WRITERS = {
    ExportFormat.JSONLD: (to_jsonld, "application/ld+json", "json"),
    ExportFormat.CSV: (to_csv, "text/csv", "csv"),
    ExportFormat.MARKDOWN: (to_markdown, "text/markdown", "md"),
    ExportFormat.TEXT: (to_text, "text/plain", "txt"),
}


@router.get("/doughs/{dough_id}/export/{format}", operation_id="exportDough", response_class=Response)
def export_dough(dough_id: str, format: Annotated[ExportFormat, "file format"], db: Transaction) -> Response:
    """A dough as a file."""
    dough = doughs.get(db, dough_id)
    if dough is None:
        raise not_found("dough")
    write, media, ending = _WRITERS[format]
    body = write(dough.spec, assess(dough.spec, kitchen.get(db).kitchen))
    name = "".join(c if c.isascii() and c.isalnum() else "-" for c in dough.spec.name.lower()).strip("-") or "dough"
    return Response(
        body,
        media_type=f"{media}; charset=utf-8",
        headers={"content-disposition": f'attachment; filename="{name}.{ending}"'},
    )
