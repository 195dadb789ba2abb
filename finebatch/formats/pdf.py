"""A guide as PDF pages at true size, tiled over A4 or Letter, every page with a ruler to check the printer by."""

import io
import math
from collections.abc import Sequence
from enum import StrEnum
from typing import Any

from ..core.base import Guide, LineMark, Mark, RingMark, RoundMark, WordMark
from .svg import PENS
from .typeface import draw, width_of

MM = 72 / 25.4  # points in a millimetre
EDGE_MM = 10.0  # what home printers leave white
FOOT_MM = 24.0  # for the ruler and the words


class Paper(StrEnum):
    """Sheet sizes."""

    A4 = "a4"
    LETTER = "letter"


SIZES_MM = {Paper.A4: (210.0, 297.0), Paper.LETTER: (215.9, 279.4)}


def tiles_of(guide: Guide, paper: Paper) -> tuple[int, int, bool]:
    """Pages across and down, and whether they lie on their side: the way that takes fewer."""
    ways = []
    for lying in (False, True):
        wide, high = _window(paper, lying)
        ways.append((math.ceil(guide.width_mm / wide - 1e-9), math.ceil(guide.height_mm / high - 1e-9), lying))
    return min(ways, key=lambda way: (way[0] * way[1], way[2]))


def _window(paper: Paper, lying: bool) -> tuple[float, float]:
    width, height = SIZES_MM[paper]
    if lying:
        width, height = height, width
    return width - 2 * EDGE_MM, height - 2 * EDGE_MM - FOOT_MM


def guide_to_pdf(guide: Guide, paper: Paper, name: str) -> bytes:
    """Pages at 1:1, `name` the dough's. Viewers are asked not to scale."""
    from reportlab.pdfgen import canvas  # loaded at first use: the server starts without it

    across, down, lying = tiles_of(guide, paper)
    wide, high = _window(paper, lying)
    size = SIZES_MM[paper][::-1] if lying else SIZES_MM[paper]
    out = io.BytesIO()
    page = canvas.Canvas(out, pagesize=(size[0] * MM, size[1] * MM), invariant=1)
    page.setTitle(f"{name}: {guide.title}")
    page.setViewerPreference("PrintScaling", "None")
    for row in range(down):
        for column in range(across):
            page.saveState()
            clip = page.beginPath()
            left, bottom = EDGE_MM * MM, (EDGE_MM + FOOT_MM) * MM
            clip.rect(left, bottom, wide * MM, high * MM)
            page.clipPath(clip, stroke=0)
            # Millimetres from here on, y downwards as in the guide; a small sheet's drawing lies at the top left.
            page.translate(left - column * wide * MM, bottom + (high + row * high) * MM)
            page.scale(MM, -MM)
            for mark in guide.marks:
                _draw(page, mark)
            page.restoreState()
            _tile_marks(page, wide, high, column, row, across, down)
            place = f", page {row * across + column + 1} of {across * down}" if across * down > 1 else ""
            _foot(page, f"{name} – {guide.title}{place}", guide.saying, size[0])
            page.showPage()
    page.save()
    return out.getvalue()


def _draw(page: Any, mark: Mark) -> None:
    if isinstance(mark, WordMark):
        page.saveState()
        page.translate(mark.x_mm, mark.y_mm + mark.high_mm / 3)
        page.scale(1, -1)
        page.setFillGray(0.1)
        from_x = 0.0 if mark.from_left else -width_of(mark.text, mark.high_mm) / 2
        # There is no bold face for every script: bold is drawn twice, a little apart.
        for apart in (0.0, mark.high_mm * 0.035) if mark.strong else (0.0,):
            draw(page, from_x + apart, 0, mark.text, mark.high_mm)
        page.restoreState()
        return
    width, dash, grey = PENS[mark.ink]
    page.setLineWidth(width)
    page.setDash(list(dash))
    page.setStrokeGray(grey)
    if isinstance(mark, RoundMark):
        page.circle(mark.x_mm, mark.y_mm, mark.diameter_mm / 2)
    elif isinstance(mark, LineMark):
        page.line(mark.x0_mm, mark.y0_mm, mark.x1_mm, mark.y1_mm)
    elif isinstance(mark, RingMark):
        path = page.beginPath()
        path.moveTo(*mark.points[0])
        for point in mark.points[1:]:
            path.lineTo(*point)
        path.close()
        page.drawPath(path)


def _tile_marks(page: Any, wide: float, high: float, column: int, row: int, across: int, down: int) -> None:
    """Dashed cutting lines where another page joins on."""
    page.setLineWidth(0.3)
    page.setDash([1, 3])
    page.setStrokeGray(0.5)
    left, bottom = EDGE_MM * MM, (EDGE_MM + FOOT_MM) * MM
    right, top = left + wide * MM, bottom + high * MM
    if column < across - 1:
        page.line(right, bottom, right, top)
    if column:
        page.line(left, bottom, left, top)
    if row < down - 1:
        page.line(left, bottom, right, bottom)
    if row:
        page.line(left, top, right, top)
    page.setDash([])


def _foot(page: Any, title: str, saying: str, width_mm: float) -> None:
    """A ruler of 100 mm and one of 4 inches, and what this page is."""
    page.setStrokeGray(0.1)
    page.setFillGray(0.1)
    page.setLineWidth(0.6)
    y = (EDGE_MM + 9) * MM
    for x0, length_mm, ticks, said in ((EDGE_MM, 100.0, 10, "100 mm"), (EDGE_MM + 112, 101.6 * 0.5, 2, "2 inches")):
        page.line(x0 * MM, y, (x0 + length_mm) * MM, y)
        for i in range(ticks + 1):
            tick = x0 + length_mm * i / ticks
            page.line(tick * MM, y, tick * MM, y + (3 if i in (0, ticks) else 1.6) * MM)
        draw(page, (x0 + 1) * MM, y - 3.2 * MM, f"{said}: measure it, then trust the page", 8)
    draw(page, EDGE_MM * MM, (EDGE_MM + 17) * MM, title, 9)
    room, words = (width_mm - 2 * EDGE_MM) * MM, saying
    while width_of(words, 7.5) > room and " " in words:
        words = words.rsplit(" ", 1)[0].removesuffix("…") + "…"
    draw(page, EDGE_MM * MM, EDGE_MM * MM, words, 7.5)


def pages_to_pdf(pages: Sequence[Guide], name: str) -> bytes:
    """Each drawing as a page of its own size, at 1:1 from the corner of the paper: labels, which lie where their sheet has them."""
    from reportlab.pdfgen import canvas

    out = io.BytesIO()
    page = canvas.Canvas(out, invariant=1)
    page.setTitle(name)
    page.setViewerPreference("PrintScaling", "None")
    for guide in pages:
        page.setPageSize((guide.width_mm * MM, guide.height_mm * MM))
        page.translate(0, guide.height_mm * MM)
        page.scale(MM, -MM)
        for mark in guide.marks:
            if not isinstance(mark, RingMark):  # the label's own edge is cut already
                _draw(page, mark)
        page.showPage()
    page.save()
    return out.getvalue()
