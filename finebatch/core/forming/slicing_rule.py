"""A rule laid along a log, with a mark at every cut."""

from ..base import Guide, Ink, LineMark, Mark, RingMark, moved, rectangle

RULE_DEEP_MM = 30.0


def slicing_rule(
    id: str, title: str, saying: str, length_mm: float, cuts: list[float], slant_mm: float, deep: float
) -> Guide:
    """A strip as long as the log with a mark at every cut; `slant_mm` how far a cut moves along over the depth."""
    marks: list[Mark] = [RingMark(ink=Ink.EDGE, points=moved(rectangle(length_mm, deep), length_mm / 2, deep / 2))]
    marks += [LineMark(ink=Ink.CUT, x0_mm=x, y0_mm=deep, x1_mm=x + slant_mm, y1_mm=0.0) for x in cuts]
    return Guide(id=id, title=title, saying=saying, width_mm=length_mm, height_mm=deep, marks=tuple(marks))
