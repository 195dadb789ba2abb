"""Where a kitchen's work is kept: one SQLite file, every change a migration, every answer after the commit."""

from .bodies import UnreadableError
from .database import FILE_NAME, Store
from .doughs import SavedDough
from .faults import Fault, StoreFaultError
from .kitchen import SavedKitchen
from .plans import SavedPlan
from .revisions import NotThereError, StaleError

__all__ = [
    "FILE_NAME",
    "Fault",
    "NotThereError",
    "SavedDough",
    "SavedKitchen",
    "SavedPlan",
    "StaleError",
    "Store",
    "StoreFaultError",
    "UnreadableError",
]
