"""The scale."""

from fastapi import APIRouter, Request
from pydantic import Field

from ...core.base import Value
from ...devices.scale import ScaleReading, SimulatedScale

router = APIRouter(prefix="/api/scale", tags=["weighing"])


class Pour(Value):
    """Grams put on the simulated scale (negative: taken off)."""

    g: float = Field(ge=-5000, le=5000)


def _scale(request: Request) -> SimulatedScale:
    scale: SimulatedScale = request.app.state.scale
    return scale


@router.get("", operation_id="readScale")
def read_scale(request: Request) -> ScaleReading:
    """What the scale shows now."""
    return _scale(request).read()


@router.post("/tare", operation_id="tareScale")
def tare_scale(request: Request) -> ScaleReading:
    """Zero the scale."""
    _scale(request).tare()
    return _scale(request).read()


@router.post("/pour", operation_id="pourOnScale")
def pour_on_scale(pour: Pour, request: Request) -> ScaleReading:
    """Stand in for the hand: put something on the simulated scale."""
    _scale(request).pour(pour.g)
    return _scale(request).read()
