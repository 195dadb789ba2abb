"""The application: routers, guards, and the built interface beside them."""

import asyncio
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from pathlib import Path

from fastapi import FastAPI
from starlette.exceptions import HTTPException
from starlette.middleware.gzip import GZipMiddleware
from starlette.responses import Response
from starlette.staticfiles import StaticFiles
from starlette.types import Scope

from ..core import bakemodel
from ..devices.scale import SimulatedScale
from ..store.database import Store
from ..workers import Workers
from . import problems
from .backing_up import BackingUp
from .door import Door, Doorkeeper
from .guard import Guard
from .home import Home
from .live import Live
from .looking import Looking
from .routes import ROUTERS

# A wheel holds the built interface in the package; in the project's own folder it is built beside it.
_IN_WHEEL, _IN_FOLDER = (Path(__file__).resolve().parents[up] / "web" for up in (1, 2))
WEB_DIST = _IN_WHEEL if _IN_WHEEL.is_dir() else _IN_FOLDER / "dist"


class Interface(StaticFiles):
    """The built interface; any place in it is answered with its one page, but never a missing file or API path."""

    async def get_response(self, path: str, scope: Scope) -> Response:
        try:
            return await super().get_response(path, scope)
        except HTTPException as error:
            if error.status_code != 404 or path.startswith("api/") or "." in path.rsplit("/", 1)[-1]:
                raise
            return await super().get_response("index.html", scope)


async def _warm_up(workers: Workers) -> None:
    """The first page comes first: the model's compiled loop, and what children are forked from, take the processor for a second or two.
    A prediction that is asked for earlier waits for it."""
    await asyncio.sleep(0.5)
    await asyncio.to_thread(bakemodel.warm_up)
    await workers.reading.warm_up()


def create_app(
    data: Path | Store, web: Path = WEB_DIST, hosts: tuple[str, ...] = ("127.0.0.1", "localhost"), doorkeeper: bool = False,
    home: Home | None = None,
) -> FastAPI:  # fmt: skip
    """The whole app on one data folder, or on a store that is open already (and stays so). `hosts` are the names it
    answers to; with a `doorkeeper` only this computer and devices that were let in are answered; `home` says how they reach it."""

    @asynccontextmanager
    async def lifespan(app: FastAPI) -> AsyncIterator[None]:
        store = data if isinstance(data, Store) else Store(data)
        app.state.store = store
        app.state.door = Door(store)
        app.state.home = home
        app.state.scale = SimulatedScale()
        app.state.workers = Workers()
        app.state.live = Live(app.state.workers.live)
        app.state.looking = Looking(app.state.workers.looking_on)
        app.state.backups = BackingUp(store)
        beside = [asyncio.create_task(_warm_up(app.state.workers)), asyncio.create_task(app.state.backups.run())]
        try:
            yield
        finally:
            for task in beside:
                task.cancel()
            app.state.workers.close()
            if store is not data:
                store.close()

    described: dict[int | str, dict[str, object]] = {
        code: {"model": problems.ProblemDetails} for code in (400, 401, 403, 404, 413, 415, 422)
    }
    # The pages of documentation would load from foreign addresses, which the policy refuses; the schema itself is served.
    app = FastAPI(
        title="Fine Batch", version="0.1.0", lifespan=lifespan, responses=described, docs_url=None, redoc_url=None
    )
    problems.install(app)
    problems.describe(app)
    app.add_middleware(GZipMiddleware, minimum_size=1000, compresslevel=5)
    if doorkeeper:
        app.add_middleware(Doorkeeper)
    app.add_middleware(Guard, hosts=hosts)
    for router in ROUTERS:
        app.include_router(router)

    @app.get("/api/health", operation_id="health", tags=["service"])
    def health() -> dict[str, str]:
        """Whether the server is up."""
        return {"status": "ok"}

    if web.is_dir():
        # Not a mount: a mount on "/" would answer wrong methods on API paths with 404 instead of 405.
        app.router.default = Interface(directory=web, html=True)
    return app
