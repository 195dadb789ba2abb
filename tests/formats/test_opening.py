"""Files of every kind: what they say, or a sentence."""

import io
import zipfile

import docx
import pytest
from pypdf import PdfWriter
from reportlab.pdfgen.canvas import Canvas

from finebatch.core.base.problems import Refusal
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.formats.opening import text_of_file
from finebatch.formats.reading import card

ROWS = ("Paper Drops", "200 g flour", "100 g butter", "80 g sugar", "Bake at 180 C for 12 minutes.")


def document() -> bytes:
    file = docx.Document()
    file.add_heading(ROWS[0])
    table = file.add_table(rows=1, cols=1)
    table.cell(0, 0).text = ROWS[1]
    for row in ROWS[2:]:
        file.add_paragraph(row)
    out = io.BytesIO()
    file.save(out)
    return out.getvalue()


def pdf(rows: tuple[str, ...] = ROWS) -> bytes:
    out = io.BytesIO()
    canvas = Canvas(out)
    for n, row in enumerate(rows):
        canvas.drawString(72, 760 - 20 * n, row)
    canvas.save()
    return out.getvalue()


@pytest.mark.parametrize(
    "raw",
    [document(), pdf(), "\n".join(ROWS).encode(), "\n".join(ROWS).encode("utf-16")],
    ids=["docx", "pdf", "utf-8", "utf-16"],
)
def test_a_recipe_in_any_file_becomes_the_same_dough(raw: bytes) -> None:
    spec = card(text_of_file(raw), Kitchen()).dough.spec
    assert spec.name == "Paper Drops"
    assert [line.text for line in spec.lines] == list(ROWS[1:4])
    assert spec.oven.value == 180


def locked() -> bytes:
    writer = PdfWriter(clone_from=io.BytesIO(pdf()))
    writer.encrypt("secret")
    out = io.BytesIO()
    writer.write(out)
    return out.getvalue()


def bomb() -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("word/document.xml", b"0" * 30_000_000)
    return out.getvalue()


@pytest.mark.parametrize(
    ("raw", "says"),
    [(locked(), "locked with a password"), (pdf(()), "pictures, no text"), (b"%PDF-1.4 nonsense", "PDF cannot be read"), (b"PK\x03\x04 nonsense", "no word-processor file"),
     (bomb(), "far more than a recipe"), (b"\x81\x8d\x8f\x90\x9d", "no text")],
    ids=["locked", "picture", "broken pdf", "broken archive", "bomb", "binary"],
)  # fmt: skip
def test_what_cannot_be_opened_gets_a_sentence(raw: bytes, says: str) -> None:
    with pytest.raises(Refusal, match=says):
        text_of_file(raw)
