"""Text on paper in whatever script a baker writes names in: each letter from the first of our typefaces that has it, what is written
from right to left set so, what joins joined, and a letter that none has said in words. Never an empty box."""

import io
import unicodedata
from functools import cache
from importlib.resources import files
from typing import Any, NamedTuple

BODY = "atkinson-hyperlegible-next.ttf"


class Run(NamedTuple):
    """A stretch of text in one typeface, in the order in which it is drawn; `shaped` where letters change by their neighbours."""

    font: str
    text: str
    shaped: bool


@cache
def _faces() -> dict[str, Any]:
    """The typefaces by name, the body's first. Loaded at the first print: the server starts without them."""
    from reportlab.pdfbase import pdfmetrics
    from reportlab.pdfbase.ttfonts import TTFont

    folder = files("finebatch.formats").joinpath("fonts")
    names = [BODY, *sorted(entry.name for entry in folder.iterdir() if entry.name.startswith("fallback-"))]
    found = {}
    for name in names:
        face = TTFont(name.removesuffix(".ttf"), io.BytesIO(folder.joinpath(name).read_bytes()))
        pdfmetrics.registerFont(face)
        found[face.fontName] = face
    return found


def runs_of(text: str) -> list[Run]:
    """The text as it is drawn: letters replaced that no face has, right-to-left parts turned and joined, cut where the face
    changes."""
    faces = _faces()
    runs: list[Run] = []
    for letter in _in_order(_sayable(text)):
        last = faces[runs[-1].font] if runs else None
        # Marks and blanks stay with the letters about them where their face has them.
        inert = letter == " " or bool(unicodedata.combining(letter)) or unicodedata.category(letter) in ("Mc", "Cf")
        if last is not None and inert and ord(letter) in last.face.charToGlyph:
            name = last.fontName
        else:
            name = next(name for name, face in faces.items() if ord(letter) in face.face.charToGlyph)
        if runs and runs[-1].font == name:
            runs[-1] = runs[-1]._replace(text=runs[-1].text + letter)
        else:
            runs.append(Run(name, letter, name.startswith("fallback-2")))
    return runs


def _sayable(text: str) -> str:
    """The text with every letter that no face has replaced: by simpler forms of it, else by its name in brackets."""
    faces = _faces()

    def there(letters: str) -> bool:
        return all(any(ord(c) in face.face.charToGlyph for face in faces.values()) for c in letters)

    said = []
    for letter in unicodedata.normalize("NFC", text):
        simpler = unicodedata.normalize("NFKC", letter)
        if there(letter):
            said.append(letter)
        elif unicodedata.category(letter) in ("Cf", "Mn", "Sk", "Cc", "Co", "Cn"):
            continue  # joiners, styles of little pictures, and what stands for nothing
        elif simpler != letter and there(simpler):
            said.append(simpler)
        else:
            said.append(f"({unicodedata.name(letter, 'a letter').lower()})")
    return "".join(said)


def _in_order(text: str) -> str:
    """As it is drawn from left to right."""
    if not any(unicodedata.bidirectional(c) in ("R", "AL") for c in text):
        return text
    from arabic_reshaper import reshape
    from bidi import get_display

    ordered: str = get_display(reshape(text))
    return ordered


def width_of(text: str, size: float) -> float:
    """How wide a text is, in points."""
    from reportlab.pdfbase.pdfmetrics import stringWidth

    return float(sum(stringWidth(run.text, run.font, size) for run in runs_of(text)))


def draw(page: Any, x: float, y: float, text: str, size: float) -> None:
    """Write a text from x on, on a canvas of ReportLab."""
    from reportlab.pdfbase.pdfmetrics import stringWidth

    for run in runs_of(text):
        page.setFont(run.font, size)
        page.drawString(x, y, run.text, shaping=run.shaped)
        x += stringWidth(run.text, run.font, size)
