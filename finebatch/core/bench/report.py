"""The whole outcome of a dough beyond the bench's glance: finishes, the yield statement, and what can be drawn and printed."""

from ..base import Guide, Value
from ..card import Part
from ..finishing import Finishing, FinishKind, FinishPlan, finish_plans
from ..forming import forming_of
from ..kitchen import Kitchen
from ..paper import guides_of
from ..yields import Yield, yield_of
from .assess import Assessment, assess
from .spec import DoughSpec
from .working import CardRow, working_of


class Report(Value):
    """`implied` are the finishes the card or the form asks for without being chosen."""

    assessment: Assessment
    finishes: tuple[FinishPlan, ...] = ()
    implied: tuple[FinishKind, ...] = ()
    yields: tuple[Yield, ...] = ()
    guides: tuple[Guide, ...] = ()
    working: tuple[CardRow, ...] = ()


_OF_PART = {
    Part.FILLING: FinishKind.FILLING, Part.WASH: FinishKind.EGG_WASH, Part.GLAZE: FinishKind.GLAZE,
    Part.COATING: FinishKind.ROLLING_SUGAR,
}  # fmt: skip


def finishings_of(spec: DoughSpec, found: Assessment) -> tuple[Finishing, ...]:
    """The finishes chosen, and before them those the form or the card's own parts ask for."""
    chosen = {finishing.kind for finishing in spec.finishings}
    asked = {_OF_PART[line.part] for line in found.lines if line.part in _OF_PART and line.reading.mass_g}
    if FinishKind.GLAZE in asked and FinishKind.ROYAL_ICING in chosen:
        asked.discard(FinishKind.GLAZE)
    if forming_of(spec.form).filling_g(spec.form):
        asked.add(FinishKind.FILLING)
    return tuple(Finishing(kind=kind) for kind in FinishKind if kind in asked - chosen) + spec.finishings


def report(spec: DoughSpec, kitchen: Kitchen) -> Report:
    """Everything at once; empty where the dough has no outcome yet."""
    found = assess(spec, kitchen)
    if found.outcome is None or found.dough is None:
        return Report(assessment=found)
    finishings = finishings_of(spec, found)
    filling = forming_of(spec.form).filling_g(spec.form)
    plans = finish_plans(finishings, found.outcome, found.lines, filling)
    two = found.small is not None
    pieces = found.outcome.pieces
    all_pieces_g = max(pieces.count * pieces.mass_g + pieces.small_count * pieces.small_g, 1e-9)
    yields = [
        yield_of(
            "Large" if two else "Cookies", forming_of(spec.form).leftover_is, found.dough, found.outcome, found.trays, found.lines, plans,
            pieces.leftover_g, all_pieces_g,
        )
    ]  # fmt: skip
    if found.small is not None:
        small = found.small
        yields.append(
            yield_of(
                "Small",
                forming_of(spec.form).leftover_is,
                found.dough,
                small.outcome,
                small.trays,
                found.lines,
                (),
                0.0,
                all_pieces_g,
            )
        )
        # One finish for both sizes: the small ones take theirs by their own surface.
        more = finish_plans(finishings, small.outcome, found.lines, filling)
        plans = tuple(plan.plus(other) for plan, other in zip(plans, more, strict=True))
    return Report(
        assessment=found,
        finishes=plans,
        implied=tuple(f.kind for f in finishings if f not in spec.finishings),
        yields=tuple(yields),
        guides=guides_of(spec.form, found.outcome, found.trays, found.slices, found.small),
        working=working_of(spec, found, plans, kitchen),
    )
