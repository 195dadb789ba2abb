"""The `finebatch` command: serve a kitchen, show the demo, back up."""

import argparse
import socket
import sys
from datetime import datetime
from pathlib import Path

from . import __doc__ as about

DEFAULT_DATA = Path.home() / ".local" / "share" / "finebatch"
DEFAULT_PORT = 8765


def main(arguments: list[str] | None = None) -> int:
    """Run one command; 0 when it went well, 1 with one clear line when not."""
    options = _parser().parse_args(arguments)
    try:
        if options.command == "backup":
            return _backup(options.data, options.target)
        return _serve(options.data, options.host, options.port, demo=options.command == "demo")
    except (OSError, ValueError) as error:
        print(f"finebatch: {error}", file=sys.stderr)
        return 1


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="finebatch", description=about)
    commands = parser.add_subparsers(dest="command", required=True)
    for name, words in (("serve", "serve a kitchen"), ("demo", "serve, filled with the demo kitchen if empty")):
        command = commands.add_parser(name, help=words)
        command.add_argument("--data", type=Path, default=DEFAULT_DATA, help="data folder")
        command.add_argument(
            "--host", default="127.0.0.1", help="address to listen on (this machine alone unless told)"
        )
        command.add_argument("--port", type=int, default=DEFAULT_PORT)
    command = commands.add_parser("backup", help="copy the database, also while the server runs")
    command.add_argument("--data", type=Path, default=DEFAULT_DATA, help="data folder")
    command.add_argument(
        "target", type=Path, nargs="?", help="file to write (a dated name in this folder unless given)"
    )
    return parser


def _backup(folder: Path, target: Path | None) -> int:
    from .store.database import FILE_NAME, backup

    target = target or Path(f"finebatch-{datetime.now():%Y-%m-%d-%H%M%S}.db")
    backup(folder / FILE_NAME, target)
    print(f"Copied to {target}")
    return 0


def _serve(folder: Path, host: str, port: int, demo: bool) -> int:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((host, port))
        except OSError as error:
            raise OSError(f"cannot listen on {host}:{port} ({error.strerror}). Choose another with --port.") from error
    import uvicorn

    from .api.app import WEB_DIST, create_app

    if demo:
        from .demo import fill
        from .store import Store

        store = Store(folder)
        fill(store)
        store.close()
    if not WEB_DIST.is_dir():
        raise OSError("the interface is not built yet: run `make build` first")
    print(f"Fine Batch is ready: open http://{host}:{port}", flush=True)
    uvicorn.run(create_app(folder, hosts=("127.0.0.1", "localhost", host)), host=host, port=port, log_level="warning")
    return 0


if __name__ == "__main__":
    sys.exit(main())
