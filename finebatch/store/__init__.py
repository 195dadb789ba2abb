"""Where a kitchen's work is kept: one SQLite file, every change a migration, every answer after the commit."""

from .database import Store
from .doughs import SavedDough, StaleRevisionError
from .kitchen import SavedKitchen
from .plans import SavedPlan

__all__ = ["SavedDough", "SavedKitchen", "SavedPlan", "StaleRevisionError", "Store"]
