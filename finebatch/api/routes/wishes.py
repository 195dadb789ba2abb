"""The other way round: a size for a wish, and a dough for a cookie one would like."""

from collections.abc import Callable
from datetime import date
from typing import Annotated, Literal, TypeVar

from fastapi import APIRouter, status
from fastapi.concurrency import run_in_threadpool
from pydantic import Field

from ...core.base import Value
from ...core.bench import DoughSpec, assess_rest
from ...core.forming import Form
from ...core.inverse import (
    CookieWish,
    Granted,
    LogSize,
    Offered,
    SizeWish,
    Stock,
    Traded,
    TradeMap,
    Wished,
    changes_to,
    form_for,
    granted,
    granted_first,
    log_sizes,
    opened,
    traded,
)
from ...core.kitchen import Kitchen, spoken
from ...store import stores
from ...store.database import Store
from ...store.knowledge import known_of
from ...workers import BusyError, StoppedError
from ..deps import TheStore, TheWorkers
from ..knowing import known_for
from ..problems import WAITING, busy
from ..requests import BenchRequest

router = APIRouter(prefix="/api/wishes", tags=["bench"])
Answer = TypeVar("Answer")


class WishRequest(BenchRequest):
    """A dough and what is wished of it."""

    wish: SizeWish


class GrantedSize(Value):
    """The form that meets a wish."""

    form: Form


Family = Annotated[str, Field(max_length=40)]
Named = Literal["width", "height", "crisp", "chewy", "cakey", "short", "crumbly", "minutes", "sweet", "water", "cost"]


class CookieRequest(Value):
    """A cookie that is wished for, in a kitchen; from a dough, or from the starters of `families` (none: of the first to be thought of)."""

    wish: CookieWish
    kitchen: Kitchen
    dough: DoughSpec | None = None
    dough_id: str | None = Field(default=None, max_length=64)
    families: tuple[Family, ...] = Field(default=(), max_length=20)


class MapRequest(CookieRequest):
    """And two figures that pull against each other."""

    one: Named
    other: Named


class OpenRequest(MapRequest):
    """And which dot of their map is meant."""

    at: Traded


@router.post("", operation_id="grantWish")
def grant_wish(request: WishRequest, store: TheStore) -> GrantedSize:
    """The size that gives so many cookies, a cookie so wide, or a sheet so large; 422 at `wish` where none does."""
    known = known_for(store, request)
    found = assess_rest(request.dough, request.kitchen, known)
    return GrantedSize(form=form_for(request.dough, found, request.kitchen, request.wish, known))


@router.post("/log-sizes", operation_id="logSizes")
def offer_log_sizes(request: BenchRequest) -> tuple[LogSize, ...]:
    """Numbers and sizes of logs that this dough makes and the tray takes; none where no log is shaped."""
    return spoken(
        log_sizes(request.dough, assess_rest(request.dough, request.kitchen), request.kitchen), request.kitchen
    )


@router.post("/warm-up", operation_id="warmUpWishes", status_code=status.HTTP_204_NO_CONTENT)
async def warm_up_wishes(workers: TheWorkers) -> None:
    """Whoever asks is about to wish: the search is started."""
    await workers.wishes.warm_up()


@router.post("/first", operation_id="firstForWish")
def first_for_wish(request: CookieRequest, store: TheStore) -> Granted:
    """The nearest dough for a cookie, quick enough to follow a finger; 422 at `wish` where nothing is wished."""
    return spoken(granted_first(_wished(store, request)), request.kitchen)


@router.post("/doughs", operation_id="doughsForWish", responses=WAITING)
async def doughs_for_wish(request: CookieRequest, store: TheStore, workers: TheWorkers) -> Granted:
    """Up to three doughs for a cookie that differ for a reason, and what of the wish collides."""
    return await _searched(store, workers, request, granted)


@router.post("/changes", operation_id="changesForWish", responses=WAITING)
async def changes_for_wish(request: CookieRequest, store: TheStore, workers: TheWorkers) -> tuple[Offered, ...]:
    """The dough as it is, and with the one, two and three changes that come nearest; 422 at `dough` without one."""
    return await _searched(store, workers, request, changes_to)


@router.post("/map", operation_id="mapOfWishes", responses=WAITING)
async def map_of_wishes(request: MapRequest, store: TheStore, workers: TheWorkers) -> TradeMap:
    """How much of one figure must be given up for another, the size held."""
    return await _searched(store, workers, request, traded, request.one, request.other)


@router.post("/map/open", operation_id="openOnMap", responses=WAITING)
async def open_on_map(request: OpenRequest, store: TheStore, workers: TheWorkers) -> Offered:
    """A dot of the map as a dough in kitchen measures; 422 at `at` where none comes near."""
    return await _searched(store, workers, request, opened, request.one, request.other, request.at)


async def _searched(
    store: Store, workers: TheWorkers, request: CookieRequest, work: Callable[..., Answer], *more: object
) -> Answer:
    wished = await run_in_threadpool(_wished, store, request)
    try:
        found = await workers.wishes.run(work, wished, *more)
    except BusyError as error:
        raise busy("Several wishes are being looked for already. Try again in a moment.") from error
    except StoppedError as error:
        raise busy("The search was stopped before it was done. Try again.") from error
    return spoken(found, request.kitchen)


def _wished(store: Store, request: CookieRequest) -> Wished:
    with store.reading() as db:
        known = known_of(db, request.dough_id, request.kitchen.oven_number)
        prices = stores.prices_per_g(stores.known_prices(db), date.today())
        counted = dict.fromkeys(stores.pantry(db), 0.0) | {
            id: level.amount_g for id, level in stores.levels(db).items()
        }
    stock = Stock(
        have_g=counted if counted and request.kitchen.stores.keeps_pantry else None,
        price_per_g={id: float(cost.value) for id, cost in prices.items()},
    )
    return Wished(request.wish, request.kitchen, request.dough, request.families, known, stock)
