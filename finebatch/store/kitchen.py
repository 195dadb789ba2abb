"""The kitchen's settings: changed field by field, so that two devices only meet where both changed the same one."""

from typing import Any

from sqlalchemy.orm import Session

from ..core.base import FieldChange, FieldConflict, Problem, Value, merge, note
from ..core.kitchen import Kitchen
from .bodies import Body, Kind, UnreadableError, body_of, read
from .revisions import save_over
from .tables import KitchenRow

ONLY_ID = 1


class SavedKitchen(Value):
    """The kitchen with its revision. `adjusted` tells what this version had to bring inside its limits, `conflicts` which of
    the changes just sent met another device's."""

    revision: int
    kitchen: Kitchen
    adjusted: tuple[Problem, ...] = ()
    conflicts: tuple[FieldConflict, ...] = ()


def get(session: Session) -> SavedKitchen:
    """The kitchen as saved, or the usual one before anything was. Never refuses: what cannot be read takes its usual value,
    and is said."""
    row = session.get(KitchenRow, ONLY_ID)
    if row is None:
        return SavedKitchen(revision=0, kitchen=Kitchen())
    kitchen, adjusted = _read(row.body)
    return SavedKitchen(revision=row.revision, kitchen=kitchen, adjusted=adjusted)


def _read(body: Body) -> tuple[Kitchen, tuple[Problem, ...]]:
    try:
        return read(Kind.KITCHEN, Kitchen, body, defaults=True)
    except UnreadableError as error:
        sentence = f"{error} Its settings are kept, and the usual ones stand for them."
        return Kitchen(), (note("", sentence),)


def raw(session: Session) -> Body:
    """What is stored of the kitchen, whether it can be read or not."""
    row = session.get(KitchenRow, ONLY_ID)
    return dict(row.body) if row else {}


def change(session: Session, changes: tuple[FieldChange, ...]) -> SavedKitchen:
    """Make the changes that meet no other device's; the rest come back as conflicts. ValidationError (pydantic's) where a
    value cannot be. Fields that were never touched keep what is stored, adjusted or not."""
    while True:
        now = get(session)
        merged, conflicts = merge(now.kitchen.model_dump(mode="json"), changes)
        kitchen = Kitchen.model_validate(merged)
        if kitchen == now.kitchen and now.revision:
            return now.model_copy(update={"conflicts": conflicts})
        body = _with_untouched(body_of(Kind.KITCHEN, kitchen), now, raw(session))
        if not now.revision:
            session.add(KitchenRow(id=ONLY_ID, revision=1, body=body))
            session.flush()
        elif not save_over(session, KitchenRow, ONLY_ID, now.revision, {"body": body}):
            continue
        return get(session).model_copy(update={"conflicts": conflicts})


def _with_untouched(body: Body, before: SavedKitchen, stored: Body) -> Body:
    """The body to store, with the stored values of those fields that were only adjusted in reading and not changed since."""
    shown = before.kitchen.model_dump(mode="json")
    for problem in before.adjusted:
        path = [int(step) if step.isdigit() else step for step in problem.field.split(".") if step]
        if path and _at(body, path) == _at(shown, path):
            _at(body, path[:-1])[path[-1]] = _at(stored, path)
    return body


def _at(node: Any, path: list[int | str]) -> Any:
    for step in path:
        try:
            node = node[step]
        except (KeyError, IndexError, TypeError):
            return {}
    return node
