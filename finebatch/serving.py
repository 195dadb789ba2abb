"""The server: sockets first, then the store, then one app on all of them until it is told to stop."""

import asyncio
import contextlib
import gc
import socket
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import TYPE_CHECKING

from .store.lock import folder_lock

if TYPE_CHECKING:
    import uvicorn

    from .api.home import Home
    from .store.database import Store

STOP_WITHIN_S = 1  # for answers under way; what is asked of the workers is ended
EVERYWHERE = "0.0.0.0"
HERE = ("127.0.0.1", "localhost", "::1")


@dataclass(frozen=True)
class Where:
    """On what to listen: an address, or with `home` the home network, by http at the port and by https at the next."""

    host: str
    port: int
    home: bool = False

    @property
    def url(self) -> str:
        """As it is opened on this computer."""
        host = "127.0.0.1" if self.home else self.host
        return f"http://{f'[{host}]' if ':' in host else host}:{self.port}"


def serve(folder: Path, where: Where, demo: bool) -> int:
    """Serve the kitchen in a folder until it is told to stop; 0 when that went well. OSError or StoreFaultError where it cannot be."""
    with contextlib.ExitStack() as held:
        plain = held.enter_context(_listening(EVERYWHERE if where.home else where.host, where.port))
        secure = held.enter_context(_listening(EVERYWHERE, where.port + 1)) if where.home else None
        held.enter_context(folder_lock(folder, f"the Fine Batch at {where.url}"))
        _serve_on(plain, secure, folder, where, demo)
    return 0


def _listening(host: str, port: int) -> socket.socket:
    """A socket of ours before anything else is done: nobody else can then be at that address."""
    listener = socket.socket(socket.AF_INET6 if ":" in host else socket.AF_INET)
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        listener.bind((host, port))
    except (OSError, OverflowError) as error:
        listener.close()
        said = error.strerror if isinstance(error, OSError) else "ports run from 0 to 65535"
        raise OSError(f"cannot listen on {host}:{port} ({said}). Choose another with --port.") from error
    return listener


def _serve_on(plain: socket.socket, secure: socket.socket | None, folder: Path, where: Where, demo: bool) -> None:
    # What is loaded stays: looking through it for garbage, again and again while it loads, is a tenth of the start.
    gc.disable()
    import uvicorn

    from .api.app import WEB_DIST, create_app
    from .store.database import Store

    gc.freeze()
    gc.enable()
    if not WEB_DIST.is_dir():
        raise OSError("the interface is not built yet: run `make build` first")
    store = Store(folder)
    try:
        if store.copy_before:
            print(f"The kitchen was brought to this version's form. A copy of before lies at {store.copy_before}.")
        if demo:
            _fill(store)
        home, hosts = _home(folder, where) if secure else (None, (where.host,))
        app = create_app(store, hosts=(*HERE, *hosts), doorkeeper=True, home=home)
        said = {"log_level": "warning", "timeout_graceful_shutdown": STOP_WITHIN_S}
        first = uvicorn.Server(uvicorn.Config(app, **said))  # type: ignore[arg-type]
        plain.listen(128)
        print(f"Fine Batch is ready: open {where.url}", flush=True)
        if home is None or secure is None:
            first.run(sockets=[plain])
            return
        from .certificates import Certificates

        own = Certificates(folder)
        tls = {"ssl_certfile": own.server_file, "ssl_keyfile": own.server_key, "lifespan": "off"}
        second = uvicorn.Server(uvicorn.Config(app, **said, **tls))  # type: ignore[arg-type]
        secure.listen(128)
        print(
            f"In the home network: {home.plain_url}, and by https {home.secure_url()}. Let a tablet in under Kitchen, Tablets and phones.", flush=True
        )  # fmt: skip
        asyncio.run(_both(first, plain, second, secure))
    finally:
        store.close()


def _fill(store: "Store") -> None:
    from .demo.fill import fill

    fill(store)


def _home(folder: Path, where: Where) -> "tuple[Home, tuple[str, ...]]":
    """How the kitchen is reached, with a certificate for it."""
    from .api.home import Home
    from .certificates import Certificates, at_home, own_addresses, own_name

    addresses, name = own_addresses(), own_name()
    own = Certificates(folder)
    own.ready(addresses, name)
    reached = str(addresses[0]) if addresses else name
    secure_hosts = (*(str(one) for one in addresses if at_home(one)), name)
    home = Home(reached, where.port, where.port + 1, secure_hosts, own.authority_der(), own.fingerprint())
    return home, (name, *map(str, addresses))


async def _both(first: "uvicorn.Server", plain: socket.socket, second: "uvicorn.Server", secure: socket.socket) -> None:
    """Two servers of one app: the first hears the signals and has the app's beginning and end, the second goes when it goes."""
    setattr(second, "capture_signals", _no_signals)  # noqa: B010 - its own would take the first's place
    beside = asyncio.create_task(_when_started(first, second, secure))
    try:
        await first.serve(sockets=[plain])
    finally:
        second.should_exit = True
        await beside


async def _when_started(first: "uvicorn.Server", second: "uvicorn.Server", secure: socket.socket) -> None:
    while not first.started and not first.should_exit:
        await asyncio.sleep(0.02)
    if not first.should_exit:
        await second.serve(sockets=[secure])


@contextlib.contextmanager
def _no_signals() -> Iterator[None]:
    yield
