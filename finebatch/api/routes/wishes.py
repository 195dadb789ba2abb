"""The other way round: a size for a wish."""

from fastapi import APIRouter

from ...core.base import Value
from ...core.bench import assess_rest
from ...core.forming import Form
from ...core.inverse import LogSize, SizeWish, form_for, log_sizes
from ...core.kitchen import spoken
from ..deps import TheStore
from ..knowing import known_for
from ..requests import BenchRequest

router = APIRouter(prefix="/api/wishes", tags=["bench"])


class WishRequest(BenchRequest):
    """A dough and what is wished of it."""

    wish: SizeWish


class Granted(Value):
    """The form that meets a wish."""

    form: Form


@router.post("", operation_id="grantWish")
def grant_wish(request: WishRequest, store: TheStore) -> Granted:
    """The size that gives so many cookies, a cookie so wide, or a sheet so large; 422 at `wish` where none does."""
    known = known_for(store, request)
    found = assess_rest(request.dough, request.kitchen, known)
    return Granted(form=form_for(request.dough, found, request.kitchen, request.wish, known))


@router.post("/log-sizes", operation_id="logSizes")
def offer_log_sizes(request: BenchRequest) -> tuple[LogSize, ...]:
    """Numbers and sizes of logs that this dough makes and the tray takes; none where no log is shaped."""
    return spoken(
        log_sizes(request.dough, assess_rest(request.dough, request.kitchen), request.kitchen), request.kitchen
    )
