"""The kitchen."""

from typing import Any

from fastapi import APIRouter
from pydantic import ValidationError

from ...store import kitchen as kept
from ...store.kitchen import SavedKitchen
from ...store.received import once
from ..deps import ChangeKey, Reading, Transaction
from ..problems import invalid_value
from ..requests import Changes

router = APIRouter(prefix="/api/kitchen", tags=["kitchen"])


@router.get("", operation_id="getKitchen")
def get_kitchen(db: Reading) -> SavedKitchen:
    """The kitchen as saved, or the usual one."""
    return kept.get(db)


@router.patch("", operation_id="changeKitchen")
def change_kitchen(request: Changes, db: Transaction, key: ChangeKey = None) -> SavedKitchen:
    """Change some fields. A field that another device changed meanwhile is left, and comes back among `conflicts`; 422 at
    the field for a value that cannot be."""
    try:
        return once(db, key, SavedKitchen, lambda: kept.change(db, request.changes))
    except ValidationError as error:
        raise invalid_value(error) from error


@router.get("/raw", operation_id="getRawKitchen")
def get_raw_kitchen(db: Reading) -> dict[str, Any]:
    """What is stored of the kitchen, whether it can be read or not."""
    return kept.raw(db)
