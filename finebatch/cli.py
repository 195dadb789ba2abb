"""The `finebatch` command: serve a kitchen, show the demo, back up, restore, take everything out and in, read a card."""

import argparse
import sys
from datetime import datetime
from pathlib import Path

from . import __doc__ as about
from .doctor import looked_over, program_version, service_file, told

DEFAULT_DATA = Path.home() / ".local" / "share" / "finebatch"
DEFAULT_HOST, DEFAULT_PORT = "127.0.0.1", 8765


def main(arguments: list[str] | None = None) -> int:
    """Run one command; 0 when it went well, 1 with one clear line when not."""
    from .store.faults import StoreFaultError

    options = _parser().parse_args(arguments)
    try:
        if options.command == "backup":
            return _backup(options.data, options.target)
        if options.command == "restore":
            return _try_out(options.data, options.copy) if options.dry else _restore(options.data, options.copy)
        if options.command == "archive":
            return _archive(options.data, options.target)
        if options.command == "take-in":
            return _take_in(options.data, options.archive, options.differing)
        if options.command == "doctor":
            return _doctor(options.data)
        if options.command == "service":
            print(service_file(options.data, options.home), end="")
            return 0
        if options.command == "read":
            return _read(options.file, options.measures)
        from .serving import Where, serve

        if options.home and options.host != DEFAULT_HOST:
            raise ValueError("--home listens on every address of this machine: leave --host out.")
        where = Where(options.host, options.port, options.home)
        return serve(options.data, where, demo=options.command == "demo")
    except (OSError, ValueError, StoreFaultError) as error:
        print(f"finebatch: {error}", file=sys.stderr)
        return 1


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="finebatch", description=about)
    parser.add_argument("--version", action="version", version=f"Fine Batch {program_version()}")
    commands = parser.add_subparsers(dest="command", required=True)
    for name, words in (("serve", "serve a kitchen"), ("demo", "serve, filled with the demo kitchen if empty")):
        command = commands.add_parser(name, help=words)
        command.add_argument("--data", type=Path, default=DEFAULT_DATA, help="data folder")
        command.add_argument(
            "--host", default=DEFAULT_HOST, help="address to listen on (this machine alone unless told)"
        )
        command.add_argument("--port", type=int, default=DEFAULT_PORT)
        command.add_argument(
            "--home", action="store_true", help="listen on the home network too, for tablets and phones that you let in; https at the next port"
        )  # fmt: skip
    command = commands.add_parser("backup", help="copy the database, also while the server runs, and check the copy")
    command.add_argument("--data", type=Path, default=DEFAULT_DATA, help="data folder")
    command.add_argument(
        "target", type=Path, nargs="?", help="file to write (a dated name in this folder unless given)"
    )
    command = commands.add_parser("restore", help="check a copy and put it in the place of the database")
    command.add_argument("--data", type=Path, default=DEFAULT_DATA, help="data folder")
    command.add_argument("copy", type=Path, help="the file to bring back; the present one is kept aside")
    command.add_argument("--dry", action="store_true", help="only try whether it would work: nothing is changed")
    command = commands.add_parser("archive", help="everything in the kitchen as one open file (docs/archive.md)")
    command.add_argument("--data", type=Path, default=DEFAULT_DATA, help="data folder")
    command.add_argument(
        "target", type=Path, nargs="?", help="file to write (a dated name in this folder unless given)"
    )
    command = commands.add_parser("take-in", help="take an archive into the kitchen: what is new is added")
    command.add_argument("--data", type=Path, default=DEFAULT_DATA, help="data folder")
    command.add_argument("archive", type=Path)
    command.add_argument(
        "--differing", choices=["ask", "mine", "theirs", "both"], default="ask",
        help="what stays of things that differ: ask (name them and do nothing), what is here, what is in the archive, or of doughs both",
    )  # fmt: skip
    command = commands.add_parser(
        "doctor", help="say what is there, what is missing, where the data lies and which version this is"
    )
    command.add_argument("--data", type=Path, default=DEFAULT_DATA, help="data folder")
    command = commands.add_parser(
        "service", help="print a service file (systemd) that starts Fine Batch with the machine"
    )
    command.add_argument("--data", type=Path, default=DEFAULT_DATA, help="data folder")
    command.add_argument("--home", action="store_true", help="open to the home network")
    command = commands.add_parser("read", help="print what is understood of a card, as JSON (docs/reading.md)")
    command.add_argument(
        "file", nargs="?", default="-", help="a card, page or recipe file; standard input unless given"
    )
    command.add_argument("--measures", choices=["us", "uk", "au"], default="us", help="whose cups, spoons and eggs")
    return parser


def _read(file: str, measures: str) -> int:
    from .core.base import Refusal
    from .core.kitchen import Habit, Kitchen, Region
    from .formats.opening import text_of_file
    from .formats.understood import understood

    raw = sys.stdin.buffer.read() if file == "-" else Path(file).read_bytes()
    try:
        print(understood(text_of_file(raw), Kitchen(habit=Habit(region=Region(measures)))))
    except Refusal as refusal:
        print(f"finebatch: {refusal}", file=sys.stderr)
        return 1
    return 0


def _backup(folder: Path, target: Path | None) -> int:
    from .store.copies import copy_of
    from .store.database import FILE_NAME

    target = target or Path(f"finebatch-{datetime.now():%Y-%m-%d-%H%M%S}.db")
    copy_of(folder / FILE_NAME, target)
    print(f"Copied to {target}, and checked: it is whole.")
    return 0


def _restore(folder: Path, copy: Path) -> int:
    from .store.copies import restore
    from .store.database import FILE_NAME
    from .store.lock import folder_lock

    with folder_lock(folder, "`finebatch restore`"):
        kept = restore(copy, folder / FILE_NAME)
    print(f"Restored from {copy}." + (f" What was there before is kept as {kept}." if kept else ""))
    return 0


def _try_out(folder: Path, copy: Path) -> int:
    from .store.backups import drill
    from .store.database import FILE_NAME

    folder.mkdir(parents=True, exist_ok=True)
    found = drill(copy, folder / FILE_NAME)
    holds, here = found.holds, found.here
    print(
        f"{copy} would bring back {holds.doughs} doughs, {holds.days} days and {holds.bakes} bakes. It is whole; nothing was changed."
    )
    print(f"The kitchen now has {here.doughs} doughs, {here.days} days and {here.bakes} bakes.")
    if holds.unreadable:
        print(f"{holds.unreadable} of them cannot be read by this version, and would be kept as they are.")
    return 0


def _doctor(folder: Path) -> int:
    findings = looked_over(folder)
    print(told(findings))
    return 0 if all(one.well for one in findings) else 1


def _archive(folder: Path, target: Path | None) -> int:
    from .store.archive.writing import write
    from .store.database import Store

    target = target or Path(f"finebatch-{datetime.now():%Y-%m-%d-%H%M%S}.zip")
    store = Store(folder)
    try:
        with store.reading() as session:
            counts = write(session, target)
    finally:
        store.close()
    print(f"Written to {target}: {_said(counts)}.")
    return 0


def _take_in(folder: Path, path: Path, differing: str) -> int:
    from .store.archive.merging import Take, Unanswered, take_in
    from .store.archive.reading import opened
    from .store.database import Store
    from .store.lock import folder_lock

    if not path.is_file():
        raise OSError(f"There is no file at {path}.")
    with folder_lock(folder, "`finebatch take-in`"), opened(path) as archive:
        store = Store(folder)
        try:
            with store.session() as session:
                try:
                    found = take_in(session, archive, {})
                except Unanswered as asked:
                    differ = asked.compared.differing
                    if differing == "ask":
                        print(
                            "These differ here and in the archive; nothing was changed. Say which stay with --differing:"
                        )
                        print("\n".join(f"  {one.kind} {one.name}".rstrip() for one in differ))
                        return 1
                    # Both are kept of doughs alone: of all else what is here.
                    takes = {
                        one.id: Take(differing) if differing != "both" or one.both else Take.MINE for one in differ
                    }
                    found = take_in(session, archive, takes)
        finally:
            store.close()
    print(f"Taken in from {path}. New: {_said({one.kind: one.new for one in found.counted})}.")
    return 0


def _said(counts: dict[str, int]) -> str:
    return ", ".join(f"{count} {kind.replace('_', ' ')}" for kind, count in counts.items() if count) or "nothing"


if __name__ == "__main__":
    sys.exit(main())
