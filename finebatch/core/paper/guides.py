"""What can be laid under the parchment, drawn in millimetres: the trays, and what the form gives to roll, cut or slice by.

A guide is a list of marks, the same for the screen and for paper; formats turn it into SVG and PDF.
"""

from ..baking import Outcome, SecondBake
from ..base import Guide, Ink, Mark, Ring, RingMark, RoundMark, WordMark, moved, rectangle
from ..forming import AnyForm, SlicedLog, forming_of
from ..trays import SmallSize, TrayPlan


def guides_of(
    form: AnyForm, outcome: Outcome, trays: TrayPlan | None, slices: TrayPlan | None, small: SmallSize | None
) -> tuple[Guide, ...]:
    """Every guide there is for these pieces: their trays, and what helps to roll, cut or slice them."""
    forming, lying = forming_of(form), forming_of(form).lying(form)
    made = list(forming.guides(form, outcome.pieces, _sliced_log(outcome)))
    if trays and not trays.whole:
        made.append(_tray("tray", "Tray", trays, outcome, rectangle(lying.width_mm, lying.length_mm) if lying else ()))
    if small and small.trays:
        made.append(_tray("small-tray", "Tray of small ones", small.trays, small.outcome, ()))
    if slices and outcome.second:
        made.append(_tray("slices", "Tray of slices", slices, outcome, _slice_of(outcome.second)))
    return tuple(made)


def _sliced_log(outcome: Outcome) -> SlicedLog | None:
    second = outcome.second
    if second is None:
        return None
    return SlicedLog(
        width_mm=outcome.baked.diameter_mm.value, length_mm=second.log_length_mm, across_mm=second.across_mm,
        each_log=second.each_log, slicing=second.slicing,
    )  # fmt: skip


def _slice_of(second: SecondBake) -> Ring:
    return rectangle(second.across_mm, second.high_mm)


def _quarter(ring: Ring) -> Ring:
    return tuple((-y, x) for x, y in ring)


def _tray(id: str, title: str, plan: TrayPlan, outcome: Outcome, raw: Ring) -> Guide:
    width, depth = plan.tray.width_mm, plan.tray.depth_mm
    marks: list[Mark] = [RingMark(ink=Ink.EDGE, points=moved(rectangle(width, depth), width / 2, depth / 2))]
    widest_box = rectangle(plan.widest.width_mm, plan.widest.depth_mm)
    for i, place in enumerate(plan.layout.places):
        for ink, ring, across in (
            (Ink.WIDEST, widest_box if raw else outcome.widest_outline, plan.widest.width_mm),
            (Ink.LIKELY, raw or outcome.outline, outcome.baked.diameter_mm.value),
        ):
            if ring:
                shape = _quarter(ring) if place.turned else ring
                marks.append(RingMark(ink=ink, points=moved(shape, place.x_mm, place.y_mm)))
            else:
                marks.append(RoundMark(ink=ink, x_mm=place.x_mm, y_mm=place.y_mm, diameter_mm=across))
        marks.append(WordMark(x_mm=place.x_mm, y_mm=place.y_mm, high_mm=6, text=f"{i + 1}"))
    return Guide(
        id=id, title=title, width_mm=width, height_mm=depth, marks=tuple(marks),
        saying=f"{plan.tray.name}, the fullest load: {len(plan.layout.places)} {plan.unit}{'s' if len(plan.layout.places) > 1 else ''}.",
    )  # fmt: skip
