"""A dough's weigh-in."""

from fastapi import APIRouter
from pydantic import ValidationError

from ...core.base import FieldConflict, Value
from ...core.bench import DoughSpec, assess
from ...core.dough import Rescue, Target, WeighIn, as_weighed, rescue, targets
from ...core.formula import weigh_lines
from ...core.kitchen import Kitchen
from ...store import doughs, kitchen, weigh_ins
from ...store.received import once
from ...store.weigh_ins import SavedWeighIn
from ..deps import ChangeKey, TheStore
from ..problems import invalid_value
from ..requests import GONE, Changes

router = APIRouter(prefix="/api/doughs", tags=["weighing"])


class WeighInView(Value):
    """Where the weigh-in stands; `made` is the dough as it now comes out, after any rescue."""

    revision: int
    state: WeighIn
    conflicts: tuple[FieldConflict, ...]
    targets: tuple[Target, ...]
    rescue: Rescue | None
    made: DoughSpec
    cookies: int | None  # of the dough as it is being made
    cookies_rescued: int | None  # after the rescue, if one is offered


def _view(spec: DoughSpec, place: Kitchen, saved: SavedWeighIn) -> WeighInView:
    weighed = weigh_lines(spec.lines, place.habit)
    offered = rescue(weighed, saved.state)

    def made(factor: float) -> DoughSpec:
        return spec.model_copy(update={"lines": as_weighed(spec.lines, weighed, factor)})

    def cookies(factor: float) -> int | None:
        outcome = assess(made(factor), place).outcome
        return outcome.pieces.count if outcome else None

    return WeighInView(
        revision=saved.revision,
        state=saved.state,
        conflicts=saved.conflicts,
        targets=targets(weighed, saved.state, spec.making.mixing),
        rescue=offered,
        made=made(saved.state.factor),
        cookies=cookies(saved.state.factor),
        cookies_rescued=cookies(offered.factor) if offered else None,
    )


@router.get("/{dough_id}/weigh-in", operation_id="getWeighIn", responses=GONE)
def get_weigh_in(dough_id: str, store: TheStore) -> WeighInView:
    """The weigh-in of a dough, as it was left."""
    with store.reading() as db:
        spec, place, saved = doughs.get(db, dough_id).spec, kitchen.get(db).kitchen, weigh_ins.get(db, dough_id)
    return _view(spec, place, saved)


@router.patch("/{dough_id}/weigh-in", operation_id="changeWeighIn", responses=GONE)
def change_weigh_in(dough_id: str, request: Changes, store: TheStore, key: ChangeKey = None) -> WeighInView:
    """Keep what went into the bowl, and see what follows. What another device poured into the same line meanwhile is left,
    and comes back among `conflicts`."""
    try:
        with store.session() as db:
            spec, place = doughs.get(db, dough_id).spec, kitchen.get(db).kitchen
            saved = once(db, key, SavedWeighIn, lambda: weigh_ins.change(db, dough_id, request.changes))
    except ValidationError as error:
        raise invalid_value(error) from error
    return _view(spec, place, saved)
