"""Names on paper in every script, read back from the PDF: its text, and the glyphs that were really drawn."""

import io
import unicodedata

import pypdfium2
import pytest
from hypothesis import given
from hypothesis import strategies as st
from PIL import Image, ImageChops

from finebatch.core.base.marks import Guide, WordMark
from finebatch.formats.pdf import Paper, guide_to_pdf
from finebatch.formats.typeface import BODY, _faces, runs_of, width_of

NAMES = {
    "fractions": "½ ¼ ¾ ⅓ ⅔ ⅛ ⅜ ⅝ ⅞ cup ≈ 200 g → 12 × 5 mm ≥ 3 ≤ 4 non‑breaking",
    "latin": "Ġurnazzi, bánh ặ, Käsestangen, Ķīsels, crème brûlée",
    "greek": "Κουραμπιέδες",
    "cyrillic": "Овсяное печенье",
    "georgian": "ნამცხვარი",
    "armenian": "Թխվածքաբլիթ",
    "hebrew": "עוגיות טחינה",
    "arabic": "كعك العيد",
    "devanagari": "नान खटाई",
    "bengali": "বিস্কুট",
    "tamil": "முறுக்கு",
    "thai": "คุกกี้",
    "chinese": "杏仁饼干 花生酥",
    "japanese": "クッキーとビスケット",
    "korean": "참깨 쿠키",
}


def pdf_of(name: str) -> pypdfium2.PdfDocument:
    guide = Guide(
        id="g",
        title="ruler",
        saying="",
        width_mm=100,
        height_mm=40,
        marks=(WordMark(x_mm=50, y_mm=20, high_mm=5, text=name),),
    )
    return pypdfium2.PdfDocument(io.BytesIO(guide_to_pdf(guide, Paper.A4, name)))


def letters(text: str) -> set[str]:
    """Letters without the forms they take beside others, and without marks that melt into them."""
    plain = unicodedata.normalize("NFKC", text)
    return {c for c in plain if unicodedata.category(c)[0] in "LN" and not unicodedata.combining(c)}


@pytest.mark.parametrize("script", NAMES)
def test_a_name_is_read_back_from_its_page(script: str) -> None:
    text = pdf_of(NAMES[script])[0].get_textpage().get_text_range()
    assert "\ufffe" not in text
    missing = letters(NAMES[script]) - letters(text)
    # Of scripts whose letters melt into one another a reader sees what they became.
    assert not missing if script not in ("devanagari", "bengali", "tamil", "thai") else len(missing) <= 2, missing


@pytest.mark.parametrize("script", NAMES)
def test_every_letter_has_a_glyph_and_none_is_the_empty_box(script: str) -> None:
    for run in runs_of(NAMES[script]):
        glyphs = _faces()[run.font].face.charToGlyph
        assert all(glyphs.get(ord(c), 0) > 0 for c in run.text), run


@pytest.mark.parametrize(
    ("letter", "says"), [("🍪", "(cookie)"), ("𓀀", "(egyptian hieroglyph a001)"), ("🎂", "(birthday cake)")]
)
def test_a_letter_that_no_face_has_is_said_in_words(letter: str, says: str) -> None:
    assert "".join(run.text for run in runs_of(f"Nan's {letter}")) == f"Nan's {says}"


def test_right_to_left_is_drawn_from_the_right() -> None:
    drawn = "".join(run.text for run in runs_of("עוגה"))
    assert drawn == "עוגה"[::-1]
    joined = "".join(run.text for run in runs_of("كعك"))
    assert letters(joined) == letters("كعك")
    assert joined != "كعك"[::-1]  # first, middle and last forms


def test_the_page_shows_the_letters_not_their_absence() -> None:
    """Two names of one script look different; boxes would look alike."""

    def picture(name: str) -> Image.Image:
        return pdf_of(name)[0].render(scale=2).to_pil().convert("L")

    for one, other in (("Κέικ", "Κουλ"), ("Кекс", "Пряж"), ("饼干杏仁", "花生酥饼"), ("नानख", "टाईब")):
        assert ImageChops.difference(picture(one), picture(other)).getbbox()


def test_plain_text_stays_in_one_run_of_the_body_face() -> None:
    (run,) = runs_of("Deck Drops, 24 of 60 mm")
    assert run.font == BODY.removesuffix(".ttf")
    assert not run.shaped


@given(st.text(max_size=30))
def test_any_text_at_all_can_be_drawn(text: str) -> None:
    for run in runs_of(text):
        glyphs = _faces()[run.font].face.charToGlyph
        assert all(ord(c) in glyphs for c in run.text)
    assert width_of(text, 9) >= 0
