"""What two halves of one tray told of a change; and the marks that are laid beside them."""

from itertools import pairwise

from ..base import Guide, Ink, LineMark, WordMark
from .apart import Difference, Rest

MARK_MM, GAP_MM = 60.0, 10.0


def told_by_halves(found: Difference) -> str:
    """In a sentence or two what the change did, or that it is smaller than what two like halves may differ by."""
    said = [
        _told(found.width, "width", "mm", "wider", "narrower"),
        _told(found.minutes, "time", "min", "longer", "sooner done"),
    ]
    known = [one for one in said if one]
    return (
        " ".join(known) or "Neither width nor minutes were written down of both halves: there is nothing to tell yet."
    )


def _told(rest: Rest | None, what: str, unit: str, more: str, less: str) -> str:
    if rest is None:
        return ""
    seen, noise = abs(rest.seen), rest.noise
    if seen <= noise:
        return (
            f"The {what} of the two halves differs by {seen:.1f} {unit}; halves that are alike may differ by {noise:.1f} {unit}: "
            "if the change does anything, it is less than can be seen."
        )
    word = more if rest.seen > 0 else less
    by_model = rest.seen - rest.rest
    foretold = f"{abs(by_model):.1f} {unit} {more if by_model > 0 else less}" if abs(by_model) >= 0.05 else "nothing"
    return f"With the change they are {seen:.1f} {unit} {word} (foretold {foretold}); halves that are alike may differ by {noise:.1f} {unit}: it was the change."


def half_marks(saying: str) -> Guide:
    """Two marks to cut out and lay beside the halves of a tray, drawn in mm."""
    marks: list[LineMark | WordMark] = []
    for n, (letter, side, words) in enumerate((("A", "left", "as it is"), ("B", "right", saying))):
        x0, y0 = n * (MARK_MM + GAP_MM), 0.0
        x1, y1 = x0 + MARK_MM, y0 + MARK_MM
        corners = ((x0, y0), (x1, y0), (x1, y1), (x0, y1), (x0, y0))
        marks += [LineMark(ink=Ink.EDGE, x0_mm=a[0], y0_mm=a[1], x1_mm=b[0], y1_mm=b[1]) for a, b in pairwise(corners)]
        middle = (x0 + x1) / 2
        marks.append(WordMark(x_mm=middle, y_mm=34, high_mm=26, text=letter))
        marks.append(WordMark(x_mm=middle, y_mm=44, high_mm=4, text=side))
        marks += [
            WordMark(x_mm=middle, y_mm=50 + 4 * i, high_mm=2.6, text=line) for i, line in enumerate(_lines(words)[:2])
        ]
    return Guide(
        id="half-marks", title="Two halves of one tray", saying="Cut out, and lay A at the left and B at the right of the tray.",
        width_mm=2 * MARK_MM + GAP_MM, height_mm=MARK_MM, marks=tuple(marks),
    )  # fmt: skip


LONGEST_LINE = 40


def _lines(words: str) -> list[str]:
    lines = [""]
    for word in words.split():
        if len(lines[-1]) + len(word) + 1 > LONGEST_LINE and lines[-1]:
            lines.append("")
        lines[-1] = f"{lines[-1]} {word}".strip()
    return lines
