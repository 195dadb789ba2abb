"""What is there, what is missing, and where: for whoever helps, and before one asks for help."""

import importlib
import shutil
import sys
from collections.abc import Iterator
from datetime import UTC, datetime
from importlib.metadata import PackageNotFoundError, version
from pathlib import Path
from typing import NamedTuple

NEEDED = (
    "fastapi",
    "pydantic",
    "sqlalchemy",
    "alembic",
    "uvicorn",
    "ortools",
    "numba",
    "numpy",
    "reportlab",
    "PIL",
    "cryptography",
)
LEAST_FREE_BYTES = 200_000_000
OLD_DAYS = 8


class Finding(NamedTuple):
    """One line: whether it is well, what was looked at, and what was found."""

    well: bool
    what: str
    found: str


def looked_over(folder: Path) -> list[Finding]:
    """Everything that Fine Batch needs, and the kitchen in a data folder. Nothing is changed or made."""
    findings: list[Finding] = []
    for look in (_program, _interface, _packages, _facts, _disk, _kitchen, _copies):
        try:
            findings.extend(look(folder))
        except Exception as error:
            findings.append(Finding(False, look.__name__.strip("_"), f"{type(error).__name__}: {error}"))
    return findings


def told(findings: list[Finding]) -> str:
    """The findings as lines of text, and what they come to."""
    width = max(len(one.what) for one in findings)
    lines = [f"{'ok   ' if one.well else 'WRONG'} {one.what:<{width}}  {one.found}" for one in findings]
    wrong = sum(not one.well for one in findings)
    return "\n".join([*lines, "", "All is well." if not wrong else f"{wrong} of {len(findings)} need looking at."])


def program_version() -> str:
    """The version that is installed."""
    try:
        return version("finebatch")
    except PackageNotFoundError:
        return "not installed (run from its folder)"


def _program(_folder: Path) -> Iterator[Finding]:
    yield Finding(True, "Fine Batch", f"{program_version()}, at {Path(__file__).parent}")
    python = ".".join(map(str, sys.version_info[:3]))
    yield Finding(sys.version_info >= (3, 11), "Python", f"{python}, at {sys.executable} (3.11 or newer is needed)")


def _interface(_folder: Path) -> Iterator[Finding]:
    from .api.app import WEB_DIST

    page = WEB_DIST / "index.html"
    yield Finding(
        page.is_file(), "interface", str(WEB_DIST) if page.is_file() else f"not built: no {page}. Run `make build`."
    )


def _packages(_folder: Path) -> Iterator[Finding]:
    missing = []
    for name in NEEDED:
        try:
            importlib.import_module(name)
        except ImportError as error:
            missing.append(f"{name} ({error})")
    found = f"missing: {', '.join(missing)}" if missing else f"{len(NEEDED)} that matter are there"
    yield Finding(not missing, "packages", found)


def _facts(_folder: Path) -> Iterator[Finding]:
    from .core.ingredients import catalogue

    yield Finding(True, "facts", f"{len(catalogue())} ingredients")
    folder = Path(__file__).parent / "formats" / "fonts"
    fonts = sorted(folder.glob("*.ttf"))
    yield Finding(bool(fonts), "fonts for paper", f"{len(fonts)} at {folder}")


def _disk(folder: Path) -> Iterator[Finding]:
    there = next(one for one in (folder, *folder.absolute().parents) if one.exists())
    free = shutil.disk_usage(there).free
    yield Finding(free > LEAST_FREE_BYTES, "free space", f"{free / 1e9:.1f} GB where the data lies")


def _kitchen(folder: Path) -> Iterator[Finding]:
    from .store.copies import check_copy
    from .store.database import FILE_NAME
    from .store.lock import holder
    from .store.schema import newest

    path = folder / FILE_NAME
    if not path.exists():
        yield Finding(True, "kitchen", f"none yet in {folder}: the first start makes one")
        return
    form = check_copy(path)
    said = "" if form == newest() else f", to be brought to {newest()} at the next start"
    yield Finding(True, "kitchen", f"{path}, {path.stat().st_size / 1e6:.1f} MB, whole, of form {form}{said}")
    by = holder(folder)
    yield Finding(True, "served", f"now, by {by}" if by else "not now")


def _copies(folder: Path) -> Iterator[Finding]:
    from .store.backups import listed

    made = listed(folder)
    if not made:
        yield Finding(True, "copies", "none yet: one a day is made while Fine Batch runs")
        return
    age = datetime.now(UTC) - made[0].made_at
    yield Finding(age.days < OLD_DAYS, "copies", f"{len(made)}, the last {age.days} days old: {made[0].name}")


UNIT = """[Unit]
Description=Fine Batch, the kitchen's own

[Service]
ExecStart={command} -m finebatch.cli serve --data {data}{more}
Restart=on-failure
NoNewPrivileges=yes
UMask=0077

[Install]
WantedBy=default.target
"""


def service_file(folder: Path, home: bool) -> str:
    """A unit that starts Fine Batch with the machine (systemd, of the user). Paths are quoted as systemd.syntax(7) has it."""
    return UNIT.format(
        command=_quoted(sys.executable), data=_quoted(str(folder.absolute())), more=" --home" if home else ""
    )


def _quoted(path: str) -> str:
    escaped = path.replace("\\", "\\\\").replace('"', '\\"').replace("%", "%%").replace("$", "$$")
    return f'"{escaped}"' if " " in path else escaped
