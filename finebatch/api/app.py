"""The application: routers, guards, and the built interface beside them."""

from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from pathlib import Path

from fastapi import FastAPI
from starlette.exceptions import HTTPException
from starlette.middleware.trustedhost import TrustedHostMiddleware
from starlette.responses import Response
from starlette.staticfiles import StaticFiles
from starlette.types import Scope

from ..devices import SimulatedScale
from ..store import Store
from . import bench, doughs, formulas, kitchen, outcomes, plans, problems, weighing
from .guard import Guard

WEB_DIST = Path(__file__).resolve().parents[2] / "web" / "dist"


class Interface(StaticFiles):
    """The built interface; any place in it is answered with its one page, but never a missing file or API path."""

    async def get_response(self, path: str, scope: Scope) -> Response:
        try:
            return await super().get_response(path, scope)
        except HTTPException as error:
            if error.status_code != 404 or path.startswith("api/") or "." in path.rsplit("/", 1)[-1]:
                raise
            return await super().get_response("index.html", scope)


def create_app(folder: Path, web: Path = WEB_DIST, hosts: tuple[str, ...] = ("127.0.0.1", "localhost")) -> FastAPI:
    """The whole app on one data folder. `hosts` are the names it answers to."""

    @asynccontextmanager
    async def lifespan(app: FastAPI) -> AsyncIterator[None]:
        app.state.store = Store(folder)
        app.state.scale = SimulatedScale()
        yield
        app.state.store.close()

    described: dict[int | str, dict[str, object]] = {
        code: {"model": problems.ProblemDetails} for code in (400, 404, 413, 422)
    }
    app = FastAPI(title="Fine Batch", version="0.1.0", lifespan=lifespan, responses=described)
    problems.install(app)
    problems.describe(app)
    app.add_middleware(Guard)
    app.add_middleware(TrustedHostMiddleware, allowed_hosts=list(hosts))
    for part in (bench, outcomes, formulas, doughs, kitchen, plans, weighing):
        app.include_router(part.router)

    @app.get("/api/health", operation_id="health", tags=["service"])
    def health() -> dict[str, str]:
        """Whether the server is up."""
        return {"status": "ok"}

    if web.is_dir():
        # Not a mount: a mount on "/" would answer wrong methods on API paths with 404 instead of 405.
        app.router.default = Interface(directory=web, html=True)
    return app
