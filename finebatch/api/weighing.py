"""The weigh-in at the counter, and the scale it reads."""

from fastapi import APIRouter, Request
from pydantic import Field

from ..core.assess import DoughSpec, assess
from ..core.formula import weigh_lines
from ..core.value import Value
from ..core.weighing import Rescue, Target, WeighIn, as_weighed, rescue, targets
from ..devices import ScaleReading, SimulatedScale
from ..store import SavedDough, doughs, kitchen, weigh_ins
from .deps import Transaction
from .problems import not_found

router = APIRouter(prefix="/api", tags=["weighing"])


class WeighInView(Value):
    """Where the weigh-in stands; `made` is the dough as it now comes out, after any rescue."""

    state: WeighIn
    targets: tuple[Target, ...]
    rescue: Rescue | None
    made: DoughSpec
    cookies: int | None  # of the dough as it is being made
    cookies_rescued: int | None  # after the rescue, if one is offered


class Pour(Value):
    """Grams put on the simulated scale (negative: taken off)."""

    g: float = Field(ge=-5000, le=5000)


def _dough(db: Transaction, dough_id: str) -> SavedDough:
    found = doughs.get(db, dough_id)
    if found is None:
        raise not_found("dough")
    return found


def _view(db: Transaction, dough: SavedDough, state: WeighIn) -> WeighInView:
    place = kitchen.get(db).kitchen
    weighed = weigh_lines(dough.spec.lines, place.habit)
    offered = rescue(weighed, state)

    def made(factor: float) -> DoughSpec:
        return dough.spec.model_copy(update={"lines": as_weighed(dough.spec.lines, weighed, factor)})

    def cookies(factor: float) -> int | None:
        outcome = assess(made(factor), place).outcome
        return outcome.pieces.count if outcome else None

    return WeighInView(
        state=state,
        targets=targets(weighed, state, dough.spec.making.mixing),
        rescue=offered,
        made=made(state.factor),
        cookies=cookies(state.factor),
        cookies_rescued=cookies(offered.factor) if offered else None,
    )


@router.get("/doughs/{dough_id}/weigh-in", operation_id="getWeighIn")
def get_weigh_in(dough_id: str, db: Transaction) -> WeighInView:
    """The weigh-in of a dough, as it was left."""
    return _view(db, _dough(db, dough_id), weigh_ins.get(db, dough_id))


@router.put("/doughs/{dough_id}/weigh-in", operation_id="saveWeighIn")
def save_weigh_in(dough_id: str, state: WeighIn, db: Transaction) -> WeighInView:
    """Keep what is in the bowl, and see what follows."""
    dough = _dough(db, dough_id)
    weigh_ins.save(db, dough_id, state)
    return _view(db, dough, state)


def _scale(request: Request) -> SimulatedScale:
    scale: SimulatedScale = request.app.state.scale
    return scale


@router.get("/scale", operation_id="readScale")
def read_scale(request: Request) -> ScaleReading:
    """What the scale shows now."""
    return _scale(request).read()


@router.post("/scale/tare", operation_id="tareScale")
def tare_scale(request: Request) -> ScaleReading:
    """Zero the scale."""
    _scale(request).tare()
    return _scale(request).read()


@router.post("/scale/pour", operation_id="pourOnScale")
def pour_on_scale(pour: Pour, request: Request) -> ScaleReading:
    """Stand in for the hand: put something on the simulated scale."""
    _scale(request).pour(pour.g)
    return _scale(request).read()
