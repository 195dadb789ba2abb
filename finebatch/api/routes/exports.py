"""A dough as a file."""

from enum import StrEnum
from typing import Annotated

from fastapi import APIRouter
from fastapi.responses import Response

from ...core.bench import report
from ...formats.cards import to_csv, to_markdown, to_text
from ...formats.jsonld import to_jsonld
from ...store import doughs, kitchen
from ...store.knowledge import known_of
from ..deps import Reading
from ..files import as_file

router = APIRouter(prefix="/api/doughs", tags=["formulas"])


class ExportFormat(StrEnum):
    """Formats a dough goes out in."""

    JSONLD = "jsonld"
    CSV = "csv"
    MARKDOWN = "markdown"
    TEXT = "text"


_WRITERS = {
    ExportFormat.JSONLD: (to_jsonld, "application/ld+json", "json"),
    ExportFormat.CSV: (to_csv, "text/csv", "csv"),
    ExportFormat.MARKDOWN: (to_markdown, "text/markdown", "md"),
    ExportFormat.TEXT: (to_text, "text/plain", "txt"),
}


@router.get("/{dough_id}/export/{format}", operation_id="exportDough", response_class=Response)
def export_dough(dough_id: str, format: Annotated[ExportFormat, "file format"], db: Reading) -> Response:
    """A dough as a file."""
    dough = doughs.get(db, dough_id)
    write, media, ending = _WRITERS[format]
    place = kitchen.get(db).kitchen
    body = write(dough.spec, report(dough.spec, place, known_of(db, dough_id, place.oven_number)))
    return Response(body, media_type=f"{media}; charset=utf-8", headers=as_file(dough.spec.name, ending))
