"""The weigh-in under way for each dough, so that a reload finds the bowl as it was; two devices may pour into one bowl."""

from sqlalchemy.orm import Session

from ..core.base import FieldChange, FieldConflict, Value, merge
from ..core.dough import WeighIn
from .bodies import Kind, UnreadableError, body_of, read
from .revisions import save_over
from .tables import WeighInRow


class SavedWeighIn(Value):
    """What is in the bowl; `conflicts` are the changes just sent that met another device's."""

    revision: int
    state: WeighIn
    conflicts: tuple[FieldConflict, ...] = ()


def get(session: Session, dough_id: str) -> SavedWeighIn:
    """What is in the bowl; an empty one if no weigh-in is under way, or what was kept cannot be read."""
    row = session.get(WeighInRow, dough_id)
    if row is None:
        return SavedWeighIn(revision=0, state=WeighIn())
    try:
        state, _ = read(Kind.WEIGH_IN, WeighIn, row.body, defaults=True)
    except UnreadableError:
        state = WeighIn()
    return SavedWeighIn(revision=row.revision, state=state)


def change(session: Session, dough_id: str, changes: tuple[FieldChange, ...]) -> SavedWeighIn:
    """Make the changes that meet no other device's; the rest come back as conflicts."""
    while True:
        now = get(session, dough_id)
        merged, conflicts = merge(now.state.model_dump(mode="json"), changes)
        body = body_of(Kind.WEIGH_IN, WeighIn.model_validate(merged))
        if not now.revision:
            session.add(WeighInRow(dough_id=dough_id, revision=1, body=body))
            session.flush()
        elif not save_over(session, WeighInRow, dough_id, now.revision, {"body": body}):
            continue
        return get(session, dough_id).model_copy(update={"conflicts": conflicts})
