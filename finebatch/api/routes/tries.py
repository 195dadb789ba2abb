"""One change to try."""

from fastapi import APIRouter

from ...core.base import refusal
from ...core.kitchen import spoken
from ...core.notebook import Tries, TryWish
from ..deps import TheStore
from ..knowing import known_for
from ..requests import BenchRequest

router = APIRouter(prefix="/api/tries", tags=["notebook"])


class TryRequest(BenchRequest):
    """A dough and what is wished of it."""

    wish: TryWish


@router.post("", operation_id="proposeTries")
def propose_tries(request: TryRequest, store: TheStore) -> Tries:
    """Single changes that may meet the wish, or that would teach most; nothing is saved. 422 for a dough of nothing."""
    from ...core.notebook.tries import tries_of

    try:
        found = tries_of(request.dough, request.kitchen, known_for(store, request), request.wish)
        # The doughs in it are the baker's: what they say is not said anew.
        return spoken(found, request.kitchen, frozenset(("saying",)))
    except ValueError as error:
        raise refusal("lines", "There is no dough yet to change.") from error
