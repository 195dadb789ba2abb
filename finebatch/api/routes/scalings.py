"""More or less of a dough."""

from fastapi import APIRouter

from ...core.base import Value
from ...core.bench import Comparison, DoughSpec, assess, compare
from ...core.formula import ScaleRequest, factor_for, scale
from ..requests import BenchRequest

router = APIRouter(prefix="/api/scalings", tags=["formulas"])


class ScalingRequest(BenchRequest):
    """A dough and how to scale it."""

    scale: ScaleRequest


class Scaling(Value):
    """The dough scaled, and everything that changed by it."""

    spec: DoughSpec
    factor: float
    mixes: int
    notes: tuple[str, ...]
    comparison: Comparison


@router.post("", operation_id="scaleDough")
def scale_dough(request: ScalingRequest) -> Scaling:
    """Scale a dough; nothing is saved. 422 at `scale.value` where the number cannot be meant."""
    before = assess(request.dough, request.kitchen)
    tray = request.kitchen.tray(request.dough.tray_id)
    portion = before.outcome.pieces.mass_g if before.outcome else 30.0
    density = before.dough.density_g_ml.value if before.dough else 1.0
    factor, mixes = factor_for(request.scale, before.lines, portion, tray.width_mm * tray.depth_mm, density)
    done = scale(request.dough.lines, before.lines, request.kitchen.habit, factor, mixes, request.scale.rounded)
    spec = request.dough.model_copy(update={"lines": done.lines})
    return Scaling(
        spec=spec,
        factor=factor,
        mixes=mixes,
        notes=done.notes,
        comparison=compare(before, assess(spec, request.kitchen)),
    )
