"""Labels."""

from datetime import date

from fastapi import APIRouter, Response
from sqlalchemy.orm import Session

from ...core.base import Value, refusal
from ...core.base.problems import Severity
from ...core.bench import report, unbaked
from ...core.stores import Label, LabelText, LaidLabel, label_text, laid_out, pages, stuff_of
from ...formats.pdf import pages_to_pdf
from ...formats.svg import guide_to_svg
from ...formats.typeface import width_of
from ...store import doughs, kitchen, stores
from ...store.revisions import NotThereError
from ..deps import Reading
from ..files import as_file

router = APIRouter(prefix="/api/labels", tags=["stores"])

CAUTION = (
    "Made by the lines of the dough as they are now. What a packet holds beyond its name, traces in this kitchen, and what must stand on food that is "
    "sold are not known here: read the packets, and ask your food authority before you sell."
)


class DraftLabel(Value):
    """A label as it will be printed: its text, how it lies, and which ingredients could be named by their share."""

    text: LabelText
    laid: LaidLabel
    named: tuple[str, ...]
    caution: str = CAUTION


def _draft(db: Session, label: Label) -> DraftLabel:
    spec, place = doughs.get(db, label.dough_id).spec, kitchen.get(db).kitchen
    found = report(spec, place)
    mixed = unbaked(spec, place)
    keeps = (mixed.keeps_days, mixed.keeps_at_most_days) if mixed else None
    text = label_text(label, spec, found, place, keeps, date.today())
    named = tuple(one.name for one in stuff_of(found))
    return DraftLabel(text=text, laid=laid_out(text, label.sheet, width_of), named=named)


def _printable(db: Session, label_id: str) -> tuple[Label, DraftLabel]:
    """A label that may be printed. Refusal where something must be answered first: half a label is worse than none."""
    label = stores.get(db, label_id).thing
    if not isinstance(label, Label):
        raise NotThereError("label")
    draft = _draft(db, label)
    for problem in (*draft.text.problems, *draft.laid.problems):
        if problem.severity is Severity.STOP:
            raise refusal(problem.field, problem.message)
    return label, draft


@router.post("/draft", operation_id="draftLabel")
def draft_label(label: Label, db: Reading) -> DraftLabel:
    """A label as it will be; nothing is saved."""
    return _draft(db, label)


@router.get(
    "/{label_id}/pdf",
    operation_id="printLabels",
    response_class=Response,
    responses={200: {"content": {"application/pdf": {}}}},
)
def print_labels(label_id: str, db: Reading) -> Response:
    """The labels on their sheets, at 1:1."""
    label, draft = _printable(db, label_id)
    pdf = pages_to_pdf(pages(draft.laid, label.sheet, label.copies), f"Labels: {draft.text.title}")
    return Response(pdf, media_type="application/pdf", headers=as_file(f"labels {draft.text.title}", "pdf"))


@router.get(
    "/{label_id}/svg",
    operation_id="drawLabel",
    response_class=Response,
    responses={200: {"content": {"image/svg+xml": {}}}},
)
def draw_label(label_id: str, db: Reading) -> Response:
    """One label as a drawing, at 1:1."""
    _, draft = _printable(db, label_id)
    named = as_file(f"label {draft.text.title}", "svg")
    return Response(guide_to_svg(draft.laid.guide), media_type="image/svg+xml", headers=named)
