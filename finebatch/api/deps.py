"""What routers are handed: one transaction a request."""

from collections.abc import Iterator
from typing import Annotated

from fastapi import Depends, Request
from sqlalchemy.orm import Session

from ..store import Store


def _session(request: Request) -> Iterator[Session]:
    store: Store = request.app.state.store
    with store.session() as session:
        yield session


# scope="function": the commit happens before the answer is sent, so that an answer means it is kept.
Transaction = Annotated[Session, Depends(_session, scope="function")]
