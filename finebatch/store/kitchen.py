"""The kitchen's settings."""

from sqlalchemy.orm import Session

from ..core.kitchen import Kitchen
from ..core.value import Value
from .tables import KitchenRow

ONLY_ID = 1


class SavedKitchen(Value):
    """The kitchen with its revision."""

    revision: int
    kitchen: Kitchen


def get(session: Session) -> SavedKitchen:
    """The kitchen as saved, or the usual one before anything was."""
    row = session.get(KitchenRow, ONLY_ID)
    if row is None:
        return SavedKitchen(revision=0, kitchen=Kitchen())
    return SavedKitchen(revision=row.revision, kitchen=Kitchen.model_validate(row.body))


def save(session: Session, kitchen: Kitchen) -> SavedKitchen:
    """Save the settings; the last writer wins, since every field is shown as it is on each device."""
    row = session.get(KitchenRow, ONLY_ID)
    if row is None:
        row = KitchenRow(id=ONLY_ID, revision=0, body={})
        session.add(row)
    row.revision += 1
    row.body = kitchen.model_dump(mode="json")
    session.flush()
    return SavedKitchen(revision=row.revision, kitchen=kitchen)
