"""More or less of a dough: its lines, and with them what of its shaping counts pieces or grams."""

from typing import TYPE_CHECKING

from ..base import Value
from ..forming import AnyForm, forming_of
from ..formula import ScaleRequest, factor_for, scale, weigh_lines
from ..kitchen import Kitchen
from .assess import assess
from .compare import Comparison, compare
from .spec import DoughSpec, Share, ShareBy

if TYPE_CHECKING:
    from ..learning.known import Known

PLAIN_PORTION_G = 30.0  # where no cookie comes out yet


class Scaling(Value):
    """The dough scaled, and everything that changed by it."""

    spec: DoughSpec
    factor: float
    mixes: int
    notes: tuple[str, ...]
    comparison: Comparison


def scaled(spec: DoughSpec, kitchen: Kitchen, request: ScaleRequest, known: "Known | None" = None) -> Scaling:
    """A dough as much more or less as is asked; Refusal at `scale.value` where the number cannot be meant."""
    before = assess(spec, kitchen, known)
    tray = kitchen.tray(spec.tray_id)
    portion_g = before.outcome.pieces.mass_g if before.outcome else PLAIN_PORTION_G
    if before.dough and before.shaped_g:
        # So many of the cookies that the shares leave want their part of the dough, and the shares theirs.
        portion_g *= before.dough.mass_g / before.shaped_g
    density = before.dough.density_g_ml.value if before.dough else 1.0
    factor, mixes = factor_for(request, before.lines, portion_g, tray.width_mm * tray.depth_mm, density)
    done = scale(spec.lines, before.lines, kitchen.habit, factor, mixes, request.rounded)
    after = _shaped(spec.model_copy(update={"lines": done.lines}), factor)
    return Scaling(
        spec=after,
        factor=factor,
        mixes=mixes,
        notes=done.notes,
        comparison=compare(before, assess(after, kitchen, known)),
    )


def times(spec: DoughSpec, kitchen: Kitchen, factor: float) -> DoughSpec:
    """The dough made so many times over, every cookie the size it was."""
    if factor == 1:
        return spec
    lines = scale(spec.lines, weigh_lines(spec.lines, kitchen.habit), kitchen.habit, factor).lines
    return _shaped(spec.model_copy(update={"lines": lines}), factor)


def _shaped(spec: DoughSpec, factor: float) -> DoughSpec:
    return spec.model_copy(
        update={"form": _more(spec.form, factor), "shares": tuple(_share(share, factor) for share in spec.shares)}
    )


def _share(share: Share, factor: float) -> Share:
    amount = {
        ShareBy.PERCENT: share.amount,
        ShareBy.GRAMS: share.amount * factor,
        ShareBy.PIECES: max(1.0, round(share.amount * factor)),
    }[share.by]
    return share.model_copy(update={"form": _more(share.form, factor), "amount": min(amount, 20_000.0)})


def _more(form: AnyForm, factor: float) -> AnyForm:
    more: AnyForm = forming_of(form).more(form, factor)
    return more
