"""A sheet to fill by pencil at the oven: what a record asks, and a ruler to lay beside a cookie. Drawn in mm, printed at 1:1."""

from collections.abc import Iterator

from ..base import Guide, Ink, LineMark, Mark, WordMark
from ..kitchen import Units

WIDE_MM, HIGH_MM = 186.0, 240.0
ROW_MM, ROWS = 24.0, 7
RULER_MM, LONG, MIDDLE, SHORT = 180.0, 7.0, 5.0, 3.0
COLUMNS = (
    ("day", 0.0, 20.0), ("dough, what was different", 20.0, 60.0), ("how many", 60.0, 76.0), ("widths", 76.0, 112.0), ("height", 112.0, 126.0),
    ("min", 126.0, 138.0), ("how done", 138.0, 160.0), ("liked 1 to 5", 160.0, WIDE_MM),
)  # fmt: skip
IN_MM = 25.4


def record_sheet(units: Units) -> Guide:
    """The sheet, with a ruler strip at its foot in mm, or in sixteenths of an inch."""
    return Guide(
        id="record-sheet", title="Bakes to write down", saying="Cut the ruler off, lay it beside a few cookies, and write their widths.",
        width_mm=WIDE_MM, height_mm=HIGH_MM, marks=(*_table(), *_ruler(units)),
    )  # fmt: skip


def _table() -> Iterator[Mark]:
    top, head = 8.0, 12.0
    bottom = top + head + ROW_MM * ROWS
    for name, left, right in COLUMNS:
        yield WordMark(x_mm=(left + right) / 2, y_mm=14, high_mm=2.6, text=name)
    for x in (*(left for _, left, _ in COLUMNS), WIDE_MM):
        yield LineMark(ink=Ink.EDGE, x0_mm=x, y0_mm=top, x1_mm=x, y1_mm=bottom)
    for y in (top, *(top + head + ROW_MM * n for n in range(ROWS + 1))):
        yield LineMark(ink=Ink.EDGE, x0_mm=0, y0_mm=y, x1_mm=WIDE_MM, y1_mm=y)


def _ruler(units: Units) -> Iterator[Mark]:
    y = HIGH_MM - 24
    step = 1.0 if units is Units.METRIC else IN_MM / 16
    count = int(RULER_MM / step)
    yield LineMark(ink=Ink.EDGE, x0_mm=0, y0_mm=y, x1_mm=count * step, y1_mm=y)
    whole, half = (10, 5) if units is Units.METRIC else (16, 8)
    for n in range(count + 1):
        length = LONG if n % whole == 0 else MIDDLE if n % half == 0 else SHORT
        yield LineMark(ink=Ink.EDGE, x0_mm=n * step, y0_mm=y, x1_mm=n * step, y1_mm=y + length)
        if n % whole == 0:
            word = f"{n * step:.0f}" if units is Units.METRIC else f"{n // 16}"
            yield WordMark(x_mm=max(2.0, n * step), y_mm=y + LONG + 4, high_mm=3.2, text=word)
