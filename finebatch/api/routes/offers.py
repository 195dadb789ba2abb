"""Stand-ins for a wish or a line."""

from fastapi import APIRouter
from pydantic import Field

from ...core.bench import assess
from ...core.formula import Offer, Wish, offers
from ..requests import BenchRequest

router = APIRouter(prefix="/api/offers", tags=["formulas"])


class OfferRequest(BenchRequest):
    """A wish, or one line, or both."""

    wish: Wish | None = None
    line_id: str | None = Field(default=None, max_length=40)


@router.post("", operation_id="listOffers")
def list_offers(request: OfferRequest) -> list[Offer]:
    """Stand-ins for a wish ("nut-free") or for one line."""
    found = assess(request.dough, request.kitchen)
    return offers(found.lines, found.dough.style_id if found.dough else "", request.wish, request.line_id)
