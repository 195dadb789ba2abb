"""The cutter drawer, and the baker's own."""

from fastapi import APIRouter
from pydantic import Field

from ...core.base import Ring, Value
from ...core.forming import Cutter, outline
from ..deps import TheWorkers
from ..reading import read_drawing

router = APIRouter(prefix="/api/cutters", tags=["outcome"])


class CutterDrawing(Value):
    """An SVG file's text."""

    svg: str = Field(max_length=400_000)


class CutterRing(Value):
    """An outline, one unit wide, about 0, 0."""

    ring: Ring


class CutterShape(Value):
    """A cutter of the drawer and its outline, one unit wide."""

    cutter: Cutter
    ring: Ring


@router.get("", operation_id="listCutters")
def list_cutters() -> tuple[CutterShape, ...]:
    """The drawer."""
    return tuple(CutterShape(cutter=cutter, ring=outline(cutter, 1.0)) for cutter in Cutter if cutter is not Cutter.OWN)


@router.post("", operation_id="readCutter")
async def read_cutter(drawing: CutterDrawing, workers: TheWorkers) -> CutterRing:
    """The baker's own cutter from a drawing; 422 at `svg` if it holds none."""
    return CutterRing(ring=await read_drawing(workers.reading, drawing.svg))
