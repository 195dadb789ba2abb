"""Copies of the kitchen's file that are made by themselves: which there are, one more, and whether one would bring everything back."""

import re
import shutil
import sqlite3
import tempfile
import time
from contextlib import closing
from datetime import UTC, datetime
from pathlib import Path

from pydantic import AwareDatetime
from sqlalchemy import func, select

from ..core.base import Value
from ..core.kitchen import BackupRule, staying
from . import bakes, doughs, kitchen, plans, runs, stores
from .bodies import UnreadableError
from .copies import COPIES, check_copy, copy_of, put_in_place
from .database import FILE_NAME, Store
from .faults import no_room
from .revisions import NotThereError, StaleError
from .schema import for_looking, newest
from .tables import BakeRow, DoughRow, PlanRow, RunRow, StoredRow, utc_now

_NAMED = re.compile(r"backup-(\d{4}-\d\d-\d\d-\d{6})Z\.db")
_COUNTED = ("doughs", "plans", "bakes", "runs")
_DRILL = "drill-"
_STAMP = "%Y-%m-%d-%H%M%S"


class Backup(Value):
    """A copy that was checked when it was made. `made_at` stands in its name."""

    name: str
    made_at: AwareDatetime
    size_bytes: int


class Counts(Value):
    """How much is in a kitchen; `unreadable` counts what this version cannot read."""

    doughs: int
    days: int
    bakes: int
    runs: int
    unreadable: int


class Drill(Value):
    """What came of bringing a copy back, to the side: everything in it was read."""

    name: str
    form: str
    upgraded: bool
    holds: Counts
    here: Counts
    took_s: float


def copies_of(folder: Path) -> Path:
    """Where the copies of a data folder lie."""
    return folder / COPIES


def listed(folder: Path) -> tuple[Backup, ...]:
    """The copies made by themselves in a data folder, the latest first."""
    found = []
    for path in copies_of(folder).glob("backup-*.db"):
        made_at = _made_at(path.name)
        if made_at is not None:
            found.append(Backup(name=path.name, made_at=made_at, size_bytes=path.stat().st_size))
    return tuple(sorted(found, key=lambda one: one.made_at, reverse=True))


def _made_at(name: str) -> datetime | None:
    matched = _NAMED.fullmatch(name)
    try:
        return datetime.strptime(matched[1], _STAMP).replace(tzinfo=UTC) if matched else None
    except ValueError:
        return None


def make(path: Path, rule: BackupRule) -> Backup:
    """One more copy of the kitchen's file at `path`, checked; what the rule does not keep goes, but only then. StoreFaultError where no sound copy could be made."""
    copies_folder = copies_of(path.parent)
    name = f"backup-{utc_now():{_STAMP}}Z.db"
    try:
        copies_folder.mkdir(exist_ok=True)
        if not (copies_folder / name).exists():  # else it was made in this very second
            copy_of(path, copies_folder / name)
    except OSError as error:
        raise no_room(error, copies_folder) from error
    copies = listed(path.parent)
    stay = staying(rule, (one.made_at for one in copies)) | {one.made_at for one in copies if one.name == name}
    for one in copies:
        if one.made_at not in stay:
            (copies_folder / one.name).unlink(missing_ok=True)
    return next(one for one in copies if one.name == name)


def place_of(folder: Path, name: str) -> Path:
    """Where a copy lies. NotThereError if there is none of that name."""
    path = copies_of(folder) / name
    if not _NAMED.fullmatch(name) or not path.is_file():
        raise NotThereError("copy")
    return path


def drill(copy: Path, here: Path) -> Drill:
    """Bring a copy back to the side, to see that it would: checked, brought to this version's form, and everything in it read. The kitchen's file at
    `here` is only counted. StoreFaultError where it would not work."""
    began = time.monotonic()
    form = check_copy(copy)
    for left in here.parent.glob(f"{_DRILL}*"):  # of one that was killed: none takes an hour
        if time.time() - left.stat().st_mtime > 3600:
            shutil.rmtree(left, ignore_errors=True)
    with tempfile.TemporaryDirectory(dir=here.parent, prefix=_DRILL) as aside:
        coming = Path(aside) / "coming.db"
        copy_of(copy, coming)
        put_in_place(coming, Path(aside) / FILE_NAME)
        holds = counted(Path(aside))
    # Where the kitchen's own file is damaged a copy is looked at all the more.
    return Drill(
        name=copy.name, form=form, upgraded=form != newest(), holds=holds, here=_counted_here(here),
        took_s=time.monotonic() - began,
    )  # fmt: skip


def counted(folder: Path) -> Counts:
    """What is in a kitchen, everything of it read."""
    store = Store(folder)
    try:
        with store.reading() as session:
            unreadable = 0
            readers = (
                (DoughRow, doughs.get), (PlanRow, plans.get), (BakeRow, bakes.get), (RunRow, runs.get), (StoredRow, stores.get),
            )  # fmt: skip
            for table, read in readers:
                for id in session.scalars(select(table.id)).all():
                    try:
                        read(session, id)
                    except StaleError:  # put aside, and read all the same
                        continue
                    except UnreadableError:
                        unreadable += 1
                    session.expunge_all()
            unreadable += len(kitchen.get(session).adjusted)
            many = [session.scalar(select(func.count()).select_from(table)) or 0 for table, _ in readers]
    finally:
        store.close()
    return Counts(doughs=many[0], days=many[1], bakes=many[2], runs=many[3], unreadable=unreadable)


def _counted_here(path: Path) -> Counts:
    try:
        with closing(for_looking(path)) as connection:
            many = [connection.execute(f"SELECT count(*) FROM {table}").fetchone()[0] for table in _COUNTED]
    except sqlite3.Error:
        many = [0, 0, 0, 0]
    return Counts(doughs=many[0], days=many[1], bakes=many[2], runs=many[3], unreadable=0)
