"""A baker's own cutter from an SVG drawing: its largest closed outline.

The file is treated as hostile: small, no document types or entities, no references outside, few points.
"""

import io
import math
import re

from ..core.forming.cutout import MOST_CORNERS
from ..core.geometry import Ring, area_mm2, centred, problem_with

MOST_CHARS = 200_000
MOST_SHAPES = 200
STEPS_A_CURVE = 16


class CutterError(ValueError):
    """A drawing that cannot be a cutter; the message is for a person."""


def ring_from_svg(text: str) -> Ring:
    """The outline, one unit wide, about 0, 0. Raises CutterError with what to do."""
    if len(text) > MOST_CHARS:
        raise CutterError("This drawing is too large. Save the cutter's outline alone, under 200 kB.")
    if re.search(r"<!(DOCTYPE|ENTITY)", text, re.IGNORECASE):
        raise CutterError("This drawing carries a document type, which is not read. Save it as plain SVG.")
    rings = [ring for ring in _rings(text) if len(ring) >= 3]
    if not rings:
        raise CutterError("No closed outline was found. Draw the cutter as one closed line and save it as SVG.")
    largest = _thinned(max(rings, key=area_mm2))
    try:
        ring = centred(largest, 1.0)
    except ValueError as error:
        raise CutterError("The outline has no width. Draw the cutter as one closed line.") from error
    wrong = problem_with(ring)
    if wrong:
        raise CutterError(f"The outline {wrong}. Draw the cutter as one simple closed line.")
    return ring


def _rings(text: str) -> list[Ring]:
    from svgelements import SVG, Path, Shape

    try:
        drawing = SVG.parse(io.StringIO(text), reify=True)
        shapes = [element for element in drawing.elements() if isinstance(element, Shape)][:MOST_SHAPES]
        found = []
        for shape in shapes:
            for sub in Path(shape).as_subpaths():
                found.append(_points(Path(sub)))
    except CutterError:
        raise
    except Exception as error:  # the parser raises whatever it meets in a broken file
        raise CutterError("This is not an SVG drawing that can be read. Save the outline as plain SVG.") from error
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
        raise CutterError("The outline has a point that is not a number. Save it again.")
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
    raise CutterError("The outline has too many corners. Simplify it, then save it again.")
