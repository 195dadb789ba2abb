"""The weigh-in under way for each dough, so that a reload finds the bowl as it was."""

from sqlalchemy.orm import Session

from ..core.weighing import WeighIn
from .tables import WeighInRow


def get(session: Session, dough_id: str) -> WeighIn:
    """What is in the bowl; an empty one if no weigh-in is under way."""
    row = session.get(WeighInRow, dough_id)
    return WeighIn.model_validate(row.body) if row else WeighIn()


def save(session: Session, dough_id: str, state: WeighIn) -> None:
    """Keep what is in the bowl."""
    row = session.get(WeighInRow, dough_id)
    if row is None:
        row = WeighInRow(dough_id=dough_id, body={})
        session.add(row)
    row.body = state.model_dump(mode="json")
    session.flush()
