"""A baker's own cutter from an SVG drawing: its largest closed outline.

The file is treated as hostile: small, no entities, no references inside or outside, few elements, little nesting, few points. All
of that is counted in one quick pass before anything is built from it, since the drawing library's own work grows much faster
than the file.
"""

import io
import math
import re
from xml.parsers import expat

from ..core.base import Refusal, Ring, area_mm2, centred, problem_with, refusal
from ..core.forming import MOST_CORNERS

MOST_CHARS = 200_000
MOST_SHAPES = 200
MOST_ELEMENTS = 500
MOST_NESTED = 40
MOST_CURVES = 600  # an arc counts as two
MOST_LINES = 6000
MOST_ATTRIBUTE_CHARS = 600  # of any but those that hold points
REFUSED = {
    "use": "copies of parts (“use”)",
    "symbol": "symbols",
    "style": "a style sheet",
    "script": "a script",
    "image": "a picture",
}
_NUMBERS_A_SEGMENT = {"c": 6, "s": 4, "q": 4, "t": 2, "a": 7, "l": 2, "m": 2, "h": 1, "v": 1}
_PATH_WORD = re.compile(r"[A-DF-Za-df-z]|[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?")
STEPS_A_CURVE = 16


def ring_from_svg(text: str) -> Ring:
    """The outline, one unit wide, about 0, 0. Raises Refusal with what to do."""
    if len(text) > MOST_CHARS:
        raise refusal("svg", "This drawing is too large. Save the cutter's outline alone, under 200 kB.")
    _count(text)
    rings = [ring for ring in _rings(text) if len(ring) >= 3]
    if not rings:
        raise refusal("svg", "No closed outline was found. Draw the cutter as one closed line and save it as SVG.")
    largest = _thinned(max(rings, key=area_mm2))
    try:
        ring = centred(largest, 1.0)
    except ValueError as error:
        raise refusal("svg", "The outline has no width. Draw the cutter as one closed line.") from error
    wrong = problem_with(ring)
    if wrong:
        raise refusal("svg", f"The outline {wrong}. Draw the cutter as one simple closed line.")
    return ring


def _count(text: str) -> None:
    """Refuse a drawing that holds too much of anything, in one pass. Raises Refusal with what to do."""
    parser = expat.ParserCreate(namespace_separator=" ")
    elements = depth = 0
    curves = lines = 0.0

    def opened(name: str, attributes: dict[str, str]) -> None:
        nonlocal elements, depth, curves, lines
        elements, depth = elements + 1, depth + 1
        kind = name.rsplit(" ", 1)[-1].lower()
        if kind in REFUSED:
            raise refusal(
                "svg", f"This drawing holds {REFUSED[kind]}, which are not read. Save the cutter's outline alone."
            )
        if elements > MOST_ELEMENTS or depth > MOST_NESTED:
            raise refusal("svg", "This drawing has too many parts. Save the cutter's outline alone.")
        curves += 8 if kind in ("circle", "ellipse") else 0
        for key, value in attributes.items():
            if key == "d":
                more_curves, more_lines = _segments(value)
                curves, lines = curves + more_curves, lines + more_lines
            elif key == "points":
                lines += value.count(",") + value.count(" ")
            elif key != "id" and len(value) > MOST_ATTRIBUTE_CHARS:
                raise refusal(
                    "svg", "This drawing has too long a setting in it. Save the cutter's outline as plain SVG."
                )
        if curves > MOST_CURVES or lines > MOST_LINES:
            raise refusal("svg", "The outline has too many points. Simplify it, then save it again.")

    def closed(_name: str) -> None:
        nonlocal depth
        depth -= 1

    def typed(_name: str, _system: str | None, _public: str | None, has_own_parts: bool) -> None:
        if has_own_parts:
            raise refusal(
                "svg", "This drawing carries a document type of its own, which is not read. Save it as plain SVG."
            )

    parser.StartElementHandler, parser.EndElementHandler, parser.StartDoctypeDeclHandler = opened, closed, typed
    try:
        parser.Parse(text.encode("utf-8", "replace"), True)
    except expat.ExpatError as error:
        raise refusal("svg", "This is not an SVG drawing that can be read. Save the outline as plain SVG.") from error


def _segments(path: str) -> tuple[float, float]:
    """Curves (an arc is two) and lines of a path's data, by its letters and how many numbers follow each."""
    curves = lines = 0.0
    letter = "m"
    for word in _PATH_WORD.finditer(path):
        text = word.group()
        if text.isalpha():
            letter = text.lower()
            continue
        share = 1 / _NUMBERS_A_SEGMENT.get(letter, 1)
        if letter in "csqt":
            curves += share
        elif letter == "a":
            curves += 2 * share
        else:
            lines += share
    return curves, lines


def _rings(text: str) -> list[Ring]:
    from svgelements import SVG, Path, Shape

    try:
        drawing = SVG.parse(io.StringIO(text), reify=True)
        shapes = [element for element in drawing.elements() if isinstance(element, Shape)][:MOST_SHAPES]
        found = []
        for shape in shapes:
            for sub in Path(shape).as_subpaths():
                found.append(_points(Path(sub)))
    except Refusal:
        raise
    except Exception as error:  # the parser raises whatever it meets in a broken file
        raise refusal("svg", "This is not an SVG drawing that can be read. Save the outline as plain SVG.") from error
    return found


def _points(path: object) -> Ring:
    from svgelements import Close, Line, Move

    points: list[tuple[float, float]] = []
    for segment in path:  # type: ignore[attr-defined]
        if isinstance(segment, Move):
            points.append((float(segment.end.x), float(segment.end.y)))
        elif isinstance(segment, Line | Close):
            if segment.end is not None:
                points.append((float(segment.end.x), float(segment.end.y)))
        else:
            for i in range(1, STEPS_A_CURVE + 1):
                at = segment.point(i / STEPS_A_CURVE)
                points.append((float(at.x), float(at.y)))
    if not all(math.isfinite(value) for point in points for value in point):
        raise refusal("svg", "The outline has a point that is not a number. Save it again.")
    kept = [point for i, point in enumerate(points) if i == 0 or math.dist(point, points[i - 1]) > 1e-9]
    if len(kept) > 1 and math.dist(kept[0], kept[-1]) < 1e-9:
        kept.pop()
    return tuple(kept)


def _thinned(ring: Ring) -> Ring:
    """No more corners than a cutter needs: a two-hundredth of its size is kept."""
    from shapely import Polygon

    span = max(max(x for x, _ in ring) - min(x for x, _ in ring), max(y for _, y in ring) - min(y for _, y in ring))
    for share in (0.002, 0.005, 0.01, 0.02):
        simple = Polygon(ring).simplify(span * share)
        if simple.geom_type == "Polygon" and 3 <= len(simple.exterior.coords) - 1 <= MOST_CORNERS // 4:
            return tuple((float(x), float(y)) for x, y in simple.exterior.coords[:-1])
    raise refusal("svg", "The outline has too many corners. Simplify it, then save it again.")
