"""The whole outcome of a dough beyond the bench's glance: finishes, the yield statement, and what can be drawn and printed."""

from typing import TYPE_CHECKING, NamedTuple

from ..base import Guide, Value
from ..card import Part
from ..finishing import FACTS, Dressing, Finishing, FinishKind, FinishPlan, finish_plans, of_card
from ..forming import forming_of
from ..kitchen import Kitchen
from ..paper import guides_of
from ..yields import Batch, Yield, yield_of
from .assess import Assessment, assess_rest, shares_alone, with_shares
from .spec import DoughSpec
from .working import CardRow, working_of

if TYPE_CHECKING:
    from ..learning.known import Known


class Report(Value):
    """`implied` are the finishes the card or the form asks for without being chosen. With `shares`, all else is of what they leave."""

    assessment: Assessment
    finishes: tuple[FinishPlan, ...] = ()
    implied: tuple[FinishKind, ...] = ()
    yields: tuple[Yield, ...] = ()
    guides: tuple[Guide, ...] = ()
    working: tuple[CardRow, ...] = ()
    shares: tuple["ShareReport", ...] = ()


class ShareReport(Value):
    """One share of the dough in full."""

    id: str
    name: str
    report: Report


OF_PART = {
    Part.FILLING: FinishKind.FILLING, Part.WASH: FinishKind.EGG_WASH, Part.GLAZE: FinishKind.GLAZE,
    Part.COATING: FinishKind.ROLLING_SUGAR, Part.TOPPING: FinishKind.TOPPING,
}  # fmt: skip


def _used(spec: DoughSpec, found: Assessment) -> set[Part]:
    """The parts of the card that are used by what is chosen here, or by the form."""
    parts = {line.part for line in found.lines if line.reading.mass_g}
    cards = {FACTS[one.kind].card for one in spec.finishings if of_card(one, FACTS[one.kind].card in parts)}
    filled = {Part.FILLING} if forming_of(spec.form).filling_g(spec.form) else set()
    return {part for part in cards if part is not None} | filled


def finishings_of(spec: DoughSpec, found: Assessment, used: set[Part]) -> tuple[Finishing, ...]:
    """The finishes chosen, and before them those the form or the card's own parts ask for. A part of the card that some share of
    the dough is chosen to have (`used`) is that share's; what nobody chose is on all of them."""
    chosen = {finishing.kind for finishing in spec.finishings}
    parts = {line.part for line in found.lines if line.reading.mass_g}
    asked = {kind for part, kind in OF_PART.items() if part in parts - used}
    if forming_of(spec.form).filling_g(spec.form):
        asked.add(FinishKind.FILLING)
    return tuple(Finishing(kind=kind) for kind in FinishKind if kind in asked - chosen) + spec.finishings


class _Dressed(NamedTuple):
    """A share, or what the shares leave, with its finishes; `laid` are those of the larger of two sizes."""

    spec: DoughSpec
    found: Assessment
    finishings: tuple[Finishing, ...]
    laid: tuple[FinishPlan, ...] = ()
    plans: tuple[FinishPlan, ...] = ()


def report(spec: DoughSpec, kitchen: Kitchen, known: "Known | None" = None) -> Report:
    """Everything at once; empty where the dough has no outcome yet."""
    found = assess_rest(spec, kitchen, known)
    parted = [(share, one, assess_rest(one, kitchen, known)) for share, one in shares_alone(spec, found, kitchen)]
    whole = with_shares(found, parted)
    batches = [(spec, found), *((one, own) for _, one, own in parted)]
    used = {part for one, own in batches for part in _used(one, own)}
    rest, *alone = _sharing_lines([_dressed(one, own, used) for one, own in batches])
    shares = tuple(
        ShareReport(id=share.id, name=share.name, report=_kept(_report(one, kitchen, seen.found), seen.keep_note))
        for (share, _, _), one, seen in zip(parted, alone, whole.shares, strict=True)
    )
    return _report(rest, kitchen, whole).model_copy(update={"shares": shares})


def _kept(one: Report, keep_note: str) -> Report:
    """A share's report, with how long it keeps raw where it is kept."""
    rows = (CardRow(label="Until then", text=keep_note),) if keep_note and one.working else ()
    return one.model_copy(update={"working": one.working + rows})


def _dressed(spec: DoughSpec, found: Assessment, used: set[Part]) -> _Dressed:
    finishings = finishings_of(spec, found, used)
    if found.outcome is None or found.dough is None:
        return _Dressed(spec, found, finishings)
    dressing = Dressing(
        lines=found.lines,
        filling_each_g=forming_of(spec.form).filling_g(spec.form),
        filled_hot=forming_of(spec.form).filled_hot(spec.form),
        trays=found.trays,
        of_dough=(found.shaped_g or 0.0) / found.dough.mass_g,
    )
    laid = plans = finish_plans(finishings, found.outcome, dressing)
    if found.small is not None:
        # One finish for both sizes: the small ones take theirs by their own surface.
        smaller = dressing.model_copy(update={"trays": found.small.trays})
        more = finish_plans(finishings, found.small.outcome, smaller)
        plans = tuple(plan.plus(other) for plan, other in zip(plans, more, strict=True))
    return _Dressed(spec, found, finishings, laid, plans)


def _sharing_lines(dressed: list[_Dressed]) -> list[_Dressed]:
    """The card's own filling or glaze goes to all that use it, by what each needs."""
    needs: dict[Part, float] = {}
    for one in dressed:
        for plan in one.plans:
            part = FACTS[plan.kind].card
            if part is not None and plan.of_card:
                needs[part] = needs.get(part, 0.0) + plan.total_g

    def given(plan: FinishPlan) -> FinishPlan:
        part = FACTS[plan.kind].card
        return plan.given(needs[part]) if part is not None and plan.of_card else plan

    return [one._replace(plans=tuple(given(plan) for plan in one.plans)) for one in dressed]


def _report(one: _Dressed, kitchen: Kitchen, shown: Assessment) -> Report:
    """One share's, or that of what the shares leave; `shown` is its assessment as it is told."""
    spec, found, plans = one.spec, one.found, one.plans
    if found.outcome is None or found.dough is None:
        return Report(assessment=shown)
    pieces, forming = found.outcome.pieces, forming_of(spec.form)
    written = {part: sum(line.reading.mass_g or 0.0 for line in found.lines if line.part is part) for part in Part}
    batch = Batch(
        dough_g=found.dough.mass_g, shaped_g=found.shaped_g or 0.0, leftover_is=forming.leftover_is,
        pieces_g=max(pieces.count * pieces.mass_g + pieces.small_count * pieces.small_g, 1e-9),
        of_parts=_of_parts(plans, written, divided=(found.shaped_g or 0.0) < found.dough.mass_g),
    )  # fmt: skip
    label = "Large" if found.small else "Cookies"
    yields = [yield_of(label, batch, found.outcome, found.trays, found.lines, one.laid, pieces.leftover_g)]
    if found.small is not None:
        yields.append(yield_of("Small", batch, found.small.outcome, found.small.trays, found.lines, (), 0.0))
    return Report(
        assessment=shown,
        finishes=plans,
        implied=tuple(f.kind for f in one.finishings if f not in spec.finishings),
        yields=tuple(yields),
        guides=guides_of(spec.form, found.outcome, found.trays, found.slices, found.small),
        working=working_of(spec, found, plans, kitchen),
    )


def _of_parts(plans: tuple[FinishPlan, ...], written: dict[Part, float], divided: bool) -> dict[Part, float]:
    """How much of each part of the card goes on these; what a divided dough's other shares have goes on none of them."""
    if not divided:
        return {}
    shares = dict.fromkeys(OF_PART, 0.0)
    for plan in plans:
        part = FACTS[plan.kind].card
        if part is not None and plan.written_g is not None and written[part]:
            shares[part] = shares.get(part, 0.0) + plan.written_g / written[part]
    return shares
