"""What a file says: word-processor files and PDFs as the rows of text they hold, everything else as the text it is."""

import io
import zipfile

from ..core.base import refusal

MOST_UNPACKED_BYTES = 20_000_000  # a small archive may unpack to anything
MOST_PAGES = 20
_PDF, _ZIP = b"%PDF", b"PK\x03\x04"


def text_of_file(raw: bytes) -> str:
    """The text of a file by what it holds, whatever its name. Refusal, in words, where it holds none that can be read."""
    if not raw.strip():
        raise refusal("content", "This file is empty.")
    if raw.lstrip()[:4] == _PDF:
        return _pdf(raw)
    if raw[:4] == _ZIP:
        return _docx(raw)
    for encoding in ("utf-8-sig", "utf-16" if raw[:2] in (b"\xff\xfe", b"\xfe\xff") else "cp1252"):
        try:
            return raw.decode(encoding)
        except UnicodeDecodeError:
            continue
    raise refusal("content", "This file is no text, word-processor file or PDF. Paste what it says.")


def _docx(raw: bytes) -> str:
    import docx
    from docx.oxml.ns import qn

    try:
        with zipfile.ZipFile(io.BytesIO(raw)) as archive:
            if sum(info.file_size for info in archive.infolist()) > MOST_UNPACKED_BYTES:
                raise refusal("content", "This file unpacks to far more than a recipe. Paste the recipe instead.")
        body = docx.Document(io.BytesIO(raw)).element.body
    except (zipfile.BadZipFile, KeyError, ValueError, OSError) as error:
        raise refusal("content", "This file is no word-processor file that can be read. Paste what it says.") from error
    # Paragraphs in tables too, in the order they stand.
    return "\n".join(
        "".join(_said(node.tag, node.text) for node in paragraph.iter()) for paragraph in body.iter(qn("w:p"))
    )


def _said(tag: object, text: str | None) -> str:
    """What a piece of a paragraph reads as."""
    name = str(tag).rsplit("}", 1)[-1]
    return text or "" if name == "t" else {"tab": "\t", "br": "\n"}.get(name, "")


def _pdf(raw: bytes) -> str:
    from pypdf import PdfReader
    from pypdf.errors import PyPdfError

    try:
        reader = PdfReader(io.BytesIO(raw))
        if reader.is_encrypted:
            raise refusal("content", "This PDF is locked with a password. Open it, copy the recipe and paste it.")
        text = "\n".join(page.extract_text() for page in reader.pages[:MOST_PAGES])
    except (PyPdfError, ValueError, KeyError, TypeError, RecursionError) as error:
        raise refusal("content", "This PDF cannot be read. Copy the recipe and paste it.") from error
    if not text.strip():
        raise refusal("content", "This PDF holds pictures, no text. Type the recipe, or have it scanned as text.")
    return text
