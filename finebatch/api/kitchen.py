"""The kitchen's settings."""

from fastapi import APIRouter

from ..core.kitchen import Kitchen
from ..store import SavedKitchen
from ..store import kitchen as kept
from .deps import Transaction

router = APIRouter(prefix="/api/kitchen", tags=["kitchen"])


@router.get("", operation_id="getKitchen")
def get_kitchen(db: Transaction) -> SavedKitchen:
    """The kitchen as saved, or the usual one."""
    return kept.get(db)


@router.put("", operation_id="saveKitchen")
def save_kitchen(kitchen: Kitchen, db: Transaction) -> SavedKitchen:
    """Save the settings."""
    return kept.save(db, kitchen)
