"""One stand-in put in."""

from fastapi import APIRouter
from pydantic import Field

from ...core.base import Value
from ...core.bench import Comparison, DoughSpec, assess, compare
from ...core.formula import apply, swaps
from ..deps import TheStore
from ..knowing import known_for
from ..problems import not_found
from ..requests import BenchRequest

router = APIRouter(prefix="/api/swaps", tags=["formulas"])


class SwapRequest(BenchRequest):
    """One stand-in for one line."""

    line_id: str = Field(max_length=40)
    swap_id: str = Field(max_length=20)


class Swapped(Value):
    """The dough with the stand-in, beside what it was."""

    spec: DoughSpec
    comparison: Comparison


@router.post("", operation_id="swapIngredient")
def swap_ingredient(request: SwapRequest, store: TheStore) -> Swapped:
    """The dough with one stand-in; nothing is saved."""
    swap = next((swap for swap in swaps() if swap.id == request.swap_id), None)
    if swap is None:
        raise not_found("stand-in")
    known = known_for(store, request)
    before = assess(request.dough, request.kitchen, known)
    lines = apply(request.dough.lines, before.lines, request.line_id, swap)
    spec = request.dough.model_copy(update={"lines": lines})
    return Swapped(spec=spec, comparison=compare(before, assess(spec, request.kitchen, known)))
