"""What routers are handed: one transaction a request, the key of a change, the workers."""

from collections.abc import Iterator
from typing import Annotated

from fastapi import Depends, Header, Request
from sqlalchemy.orm import Session

from ..store.database import Store
from ..workers import Workers
from .backing_up import BackingUp
from .door import Door
from .live import Live
from .looking import Looking


def _store(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


def _workers(request: Request) -> Workers:
    workers: Workers = request.app.state.workers
    return workers


def _looking(request: Request) -> Looking:
    looking: Looking = request.app.state.looking
    return looking


def _live(request: Request) -> Live:
    live: Live = request.app.state.live
    return live


def _backups(request: Request) -> BackingUp:
    backups: BackingUp = request.app.state.backups
    return backups


def _door(request: Request) -> Door:
    door: Door = request.app.state.door
    return door


# For routes that compute or wait between reading and writing: they open short transactions of their own.
TheStore = Annotated[Store, Depends(_store)]
TheLooking = Annotated[Looking, Depends(_looking)]
TheLive = Annotated[Live, Depends(_live)]
TheBackups = Annotated[BackingUp, Depends(_backups)]
TheDoor = Annotated[Door, Depends(_door)]
TheWorkers = Annotated[Workers, Depends(_workers)]


def _transaction(store: TheStore) -> Iterator[Session]:
    with store.session() as session:
        yield session


def _reading(store: TheStore) -> Iterator[Session]:
    with store.reading() as session:
        yield session


# scope="function": the commit happens before the answer is sent, so that an answer means it is kept.
Transaction = Annotated[Session, Depends(_transaction, scope="function")]
Reading = Annotated[Session, Depends(_reading, scope="function")]

# A device's own name for a change it makes, so that one sent again is not made twice.
ChangeKey = Annotated[
    str | None, Header(alias="Idempotency-Key", min_length=8, max_length=64, pattern="^[A-Za-z0-9-]+$", description=
        "A device's own name for this change: sent again under the same key, it is not made again, and gets the same answer.")
]  # fmt: skip
