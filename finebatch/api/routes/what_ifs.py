"""What if it were chilled longer, baked hotter?"""

from fastapi import APIRouter

from ...core.bench import Factor, WhatIf, assess, what_if
from ..requests import BenchRequest

router = APIRouter(prefix="/api/what-ifs", tags=["bench"])


class WhatIfRequest(BenchRequest):
    """A dough and the factor to change."""

    factor: Factor


@router.post("", operation_id="whatIf")
def ask_what_if(request: WhatIfRequest) -> WhatIf:
    """Width and minutes over one factor, with ranges."""
    return what_if(request.dough, assess(request.dough, request.kitchen), request.kitchen, request.factor)
