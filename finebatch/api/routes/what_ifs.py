"""What if it were chilled longer, baked hotter?"""

from fastapi import APIRouter

from ...core.bench import Factor, WhatIf, assess, what_if
from ..deps import TheStore
from ..knowing import known_for
from ..requests import BenchRequest

router = APIRouter(prefix="/api/what-ifs", tags=["bench"])


class WhatIfRequest(BenchRequest):
    """A dough and the factor to change."""

    factor: Factor


@router.post("", operation_id="whatIf")
def ask_what_if(request: WhatIfRequest, store: TheStore) -> WhatIf:
    """Width and minutes over one factor, with ranges."""
    known = known_for(store, request)
    found = assess(request.dough, request.kitchen)
    return what_if(request.dough, found, request.kitchen, request.factor, known)
