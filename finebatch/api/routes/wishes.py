"""The other way round: a size for a wish."""

from fastapi import APIRouter

from ...core.base import Value
from ...core.bench import assess
from ...core.forming import Form
from ...core.inverse import SizeWish, form_for
from ..requests import BenchRequest

router = APIRouter(prefix="/api/wishes", tags=["bench"])


class WishRequest(BenchRequest):
    """A dough and what is wished of it."""

    wish: SizeWish


class Granted(Value):
    """The form that meets a wish."""

    form: Form


@router.post("", operation_id="grantWish")
def grant_wish(request: WishRequest) -> Granted:
    """The size that gives so many cookies, or a cookie so wide; 422 at `wish` where none does."""
    found = assess(request.dough, request.kitchen)
    return Granted(form=form_for(request.dough, found, request.kitchen, request.wish))
