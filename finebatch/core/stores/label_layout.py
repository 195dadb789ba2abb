"""How does a label's text lie on a label of that size, so that nothing is cut?"""

from collections.abc import Callable

from ..base import Guide, Ink, Mark, Problem, RingMark, Value, WordMark, stop
from .label_sheet import PAPER_MM, LabelPaper, LabelSheet
from .labels import LabelText

Measure = Callable[[str, float], float]  # a text's width in mm, at a height in mm
LEAST_MM = 1.9  # of letters: an x-height of about 1 mm, below which labels are not read
USUAL_MM = 3.2
NAME_TIMES = 1.45
PADDING_MM = 2.0
LINE_TIMES = 1.28


class LaidLabel(Value):
    """A label laid out: its marks in millimetres, the height of its letters, and what stands in the way."""

    guide: Guide
    letters_mm: float
    problems: tuple[Problem, ...] = ()


def laid_out(text: LabelText, sheet: LabelSheet, measure: Measure) -> LaidLabel:
    """The text on one label: as large as it fits, never below the least size, never cut. Where it does not fit at the least size the label grows
    beyond its edge and says by how much."""
    room_mm = sheet.width_mm - 2 * PADDING_MM
    high_mm = min(USUAL_MM, sheet.height_mm / 6)
    while True:
        rows = _rows(text, high_mm, room_mm, measure)
        needs_mm = sum(size * LINE_TIMES for _, size, _ in rows) + 2 * PADDING_MM
        if needs_mm <= sheet.height_mm or high_mm <= LEAST_MM:
            break
        high_mm = max(LEAST_MM, high_mm * 0.96)
    problems = []
    if needs_mm > sheet.height_mm + 1e-6:
        message = f"All of it takes {needs_mm:.0f} mm at the least size that can be read: this label is {sheet.height_mm:.0f} mm high. Take a larger one, or say less."
        problems.append(stop("sheet.height_mm", message))
    widest = max((measure(row, size) for row, size, _ in rows), default=0.0)
    if widest > room_mm + 1e-6:
        problems.append(
            stop(
                "sheet.width_mm",
                f"One word is {widest:.0f} mm long: this label has room for {room_mm:.0f} mm. Take a wider one.",
            )
        )
    marks: list[Mark] = [
        RingMark(
            ink=Ink.FAINT,
            points=((0.0, 0.0), (sheet.width_mm, 0.0), (sheet.width_mm, sheet.height_mm), (0.0, sheet.height_mm)),
        )
    ]
    down = PADDING_MM
    for row, size, strong in rows:
        marks.append(
            WordMark(
                x_mm=PADDING_MM,
                y_mm=down + size * LINE_TIMES / 2,
                high_mm=size,
                text=row,
                from_left=True,
                strong=strong,
            )
        )
        down += size * LINE_TIMES
    guide = Guide(
        id="label", title=text.title, saying=text.net or text.title, width_mm=sheet.width_mm, height_mm=max(sheet.height_mm, needs_mm), marks=tuple(marks),
    )  # fmt: skip
    return LaidLabel(guide=guide, letters_mm=high_mm, problems=tuple(problems))


def _rows(text: LabelText, high_mm: float, room_mm: float, measure: Measure) -> list[tuple[str, float, bool]]:
    """Rows of the label from the top: text, height of letters, whether it is emphasised."""
    listed = "Ingredients: " + "".join(
        word.text if word.text in ",.)" else f" {word.text}" for word in text.ingredients
    ).strip().replace("( ", "(")
    contains = f"Contains {', '.join(one.upper() for one in text.contains)}." if text.contains else ""
    rows = [(row, high_mm * NAME_TIMES, True) for row in wrapped(text.title, high_mm * NAME_TIMES, room_mm, measure)]
    for said, strong in (
        (f"{text.pieces} · {text.net}" if text.net else text.pieces, False), (text.words, False), (listed, False), (contains, True),
        (text.may_contain, False), (text.nutrition, False), (text.dates, False), (text.keeping, False), (text.maker, False),
    ):  # fmt: skip
        rows += [(row, high_mm, strong) for row in wrapped(said, high_mm, room_mm, measure)]
    return rows


def wrapped(text: str, high_mm: float, room_mm: float, measure: Measure) -> list[str]:
    """The text in rows that fit the room, broken between words; together they are the text."""
    rows: list[str] = []
    for word in text.split():
        if rows and measure(f"{rows[-1]} {word}", high_mm) <= room_mm:
            rows[-1] += f" {word}"
        else:
            rows.append(word)
    return rows


def pages(laid: LaidLabel, sheet: LabelSheet, copies: int) -> tuple[Guide, ...]:
    """So many labels on their sheets, each page at 1:1 from the paper's own corner; of a roll a page a label."""
    if sheet.paper is LabelPaper.ROLL:
        return (laid.guide,) * copies
    wide, high = PAPER_MM[sheet.paper]
    places = [
        (
            sheet.left_mm + column * (sheet.width_mm + sheet.across_gap_mm),
            sheet.top_mm + row * (sheet.height_mm + sheet.down_gap_mm),
        )
        for row in range(sheet.rows)
        for column in range(sheet.columns)
    ]
    made = []
    for begin in range(0, copies, len(places)):
        marks = [moved(mark, *at) for at in places[: copies - begin] for mark in laid.guide.marks]
        made.append(
            Guide(
                id="labels",
                title=laid.guide.title,
                saying=laid.guide.saying,
                width_mm=wide,
                height_mm=high,
                marks=tuple(marks),
            )
        )
    return tuple(made)


def moved(mark: Mark, x_mm: float, y_mm: float) -> Mark:
    """A word or outline of a label, elsewhere."""
    if isinstance(mark, WordMark):
        return mark.model_copy(update={"x_mm": mark.x_mm + x_mm, "y_mm": mark.y_mm + y_mm})
    assert isinstance(mark, RingMark)
    return mark.model_copy(update={"points": tuple((x + x_mm, y + y_mm) for x, y in mark.points)})
