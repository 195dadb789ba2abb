"""A guide as SVG in true millimetres."""

from xml.sax.saxutils import escape, quoteattr

from ..core.base import Guide, Ink, LineMark, Mark, RingMark, RoundMark, WordMark

# ink: (width mm, dash mm, grey 0 black to 1 white)
PENS: dict[Ink, tuple[float, tuple[float, ...], float]] = {
    Ink.EDGE: (0.6, (), 0.1),
    Ink.CUT: (0.35, (), 0.1),
    Ink.LIKELY: (0.4, (), 0.1),
    Ink.WIDEST: (0.3, (2.0, 1.5), 0.4),
    Ink.FAINT: (0.2, (1.0, 1.5), 0.6),
}
MARGIN_MM = 5.0


def guide_to_svg(guide: Guide) -> str:
    """The drawing with a margin of 5 mm, one user unit a millimetre; it prints at its own size."""
    width, height = guide.width_mm + 2 * MARGIN_MM, guide.height_mm + 2 * MARGIN_MM
    body = "".join(_mark(mark) for mark in guide.marks)
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width:.3f}mm" height="{height:.3f}mm" '
        f'viewBox="{-MARGIN_MM} {-MARGIN_MM} {width:.3f} {height:.3f}" font-family="sans-serif">'
        f"<title>{escape(guide.title)}</title><desc>{escape(guide.saying)}</desc>{body}</svg>"
    )


def _pen(ink: Ink) -> str:
    width, dash, grey = PENS[ink]
    level = round(255 * grey)
    dashes = f' stroke-dasharray="{" ".join(f"{d:g}" for d in dash)}"' if dash else ""
    return f'fill="none" stroke="rgb({level},{level},{level})" stroke-width="{width:g}"{dashes}'


def _mark(mark: Mark) -> str:
    if isinstance(mark, RingMark):
        points = " ".join(f"{x:.3f},{y:.3f}" for x, y in mark.points)
        return f"<polygon points={quoteattr(points)} {_pen(mark.ink)}/>"
    if isinstance(mark, RoundMark):
        return f'<circle cx="{mark.x_mm:.3f}" cy="{mark.y_mm:.3f}" r="{mark.diameter_mm / 2:.3f}" {_pen(mark.ink)}/>'
    if isinstance(mark, LineMark):
        ends = f'x1="{mark.x0_mm:.3f}" y1="{mark.y0_mm:.3f}" x2="{mark.x1_mm:.3f}" y2="{mark.y1_mm:.3f}"'
        return f"<line {ends} {_pen(mark.ink)}/>"
    assert isinstance(mark, WordMark)
    anchor, bold = "start" if mark.from_left else "middle", ' font-weight="bold"' if mark.strong else ""
    return (
        f'<text x="{mark.x_mm:.3f}" y="{mark.y_mm + mark.high_mm / 3:.3f}" font-size="{mark.high_mm:g}" '
        f'text-anchor="{anchor}"{bold}>{escape(mark.text)}</text>'
    )
