"""What the notebook knows of the dough a request is about."""

from typing import TYPE_CHECKING

from ..store.database import Store
from ..store.knowledge import known_of
from .requests import BenchRequest

if TYPE_CHECKING:
    from ..core.learning.known import Known


def known_for(store: Store, request: BenchRequest) -> "Known":
    """All that is known beside the formula, in the oven of the request's kitchen."""
    with store.reading() as db:
        return known_of(db, request.dough_id, request.kitchen.oven_number)
