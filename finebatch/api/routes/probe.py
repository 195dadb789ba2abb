"""The oven's thermometer."""

from datetime import timedelta
from typing import Annotated

from fastapi import APIRouter
from fastapi.concurrency import run_in_threadpool
from pydantic import Field

from ...core.base import Value, refusal
from ...core.live.oven import OvenReading
from ...store import runs
from ...store.database import Store
from ..deps import TheLive, TheStore
from ..held import RunNow
from ..requests import Done

router = APIRouter(prefix="/api/probe", tags=["runs"])


class ProbeLine(Value):
    """A line of a thermometer: °C in an oven, how slowly its sensor follows, and how old the reading is; no `c` where it reads nothing."""

    oven: int = Field(default=1, ge=1, le=2)
    c: float | None = Field(default=None, ge=-30, le=400)
    lag_s: float = Field(default=0.0, ge=0, le=300)
    ago_s: float = Field(default=0.0, ge=0, le=3600)


class Simulated(Value):
    """Whether the simulated thermometer reads the oven of a run."""

    run_id: str = Field(max_length=40)
    on: bool


class Door(Value):
    """The simulated oven's door, held open for so many seconds."""

    run_id: str = Field(max_length=40)
    seconds: float = Field(ge=1, le=600)


Lines = Annotated[tuple[ProbeLine, ...], Field(min_length=1, max_length=500)]


def _open_run(store: Store) -> str:
    with store.reading() as db:
        found = runs.open_run(db)
    if found is None:
        raise refusal("oven", "No day is being run: there is nothing to read an oven for.")
    return found


@router.post("/readings", operation_id="pushReadings")
async def push_readings(lines: Lines, store: TheStore, live: TheLive) -> Done:
    """What a thermometer in the oven reads, for the day that is run; a rehearsal has an oven of its own."""
    run_id = await run_in_threadpool(_open_run, store)
    now = (await live.now(store, run_id)).at
    read = tuple(
        OvenReading(oven=one.oven, at=now - timedelta(seconds=one.ago_s), read_c=one.c, lag_s=one.lag_s)
        for one in lines
        if one.c is not None
    )
    if read:
        await live.read(store, run_id, read)
    return Done()


@router.post("/simulated", operation_id="simulateProbe")
async def simulate_probe(asked: Simulated, store: TheStore, live: TheLive) -> RunNow:
    """Let the simulated thermometer read the oven of a run, or no longer."""
    return await live.simulate(store, asked.run_id, asked.on)


@router.post("/door", operation_id="holdDoor")
async def hold_door(door: Door, store: TheStore, live: TheLive) -> Done:
    """Stand in for the hand: hold the simulated oven's door open."""
    await live.hold_door(store, door.run_id, door.seconds)
    return Done()
