"""Copies of the kitchen's file: made while a server writes, checked before they count, and brought back."""

import sqlite3
from contextlib import closing
from datetime import datetime
from pathlib import Path

from .faults import Fault, StoreFaultError, fault_of
from .schema import for_looking, newest, revision_of

COPIES = "copies"


def copy_of(source: Path, target: Path) -> None:
    """A consistent, checked copy of the file, also while a server writes to it. Written aside and moved into place whole.

    StoreFaultError where there is nothing to copy, the target is there already, or the copy does not read back.
    """
    if not source.exists():
        raise StoreFaultError(Fault.OTHER, f"There is no kitchen database at {source}.")
    if target.exists():
        raise StoreFaultError(Fault.OTHER, f"{target} exists already. Choose another name.")
    aside = target.with_name(target.name + ".part")
    try:
        read_only = f"{source.absolute().as_uri()}?mode=ro"
        with closing(sqlite3.connect(read_only, uri=True)) as from_, closing(sqlite3.connect(aside)) as to:
            from_.backup(to)
            to.execute("PRAGMA journal_mode=DELETE")  # one file, with no log beside it
        check_copy(aside)
        aside.replace(target)
    except sqlite3.Error as error:
        raise _while_copying(fault_of(error), target) from error
    except OSError as error:
        raise StoreFaultError(Fault.NO_WRITING, f"{target} cannot be written ({error.strerror}).") from error
    finally:
        for ending in ("", "-journal", "-wal", "-shm"):
            aside.with_name(aside.name + ending).unlink(missing_ok=True)


def _while_copying(fault: StoreFaultError, target: Path) -> StoreFaultError:
    return StoreFaultError(fault.fault, f"No copy was made at {target}. {fault}")


def check_copy(path: Path) -> str:
    """The schema revision of a whole and sound kitchen file. StoreFaultError saying what is wrong with any other."""
    if not path.is_file():
        raise StoreFaultError(Fault.OTHER, f"There is no file at {path}.")
    try:
        with closing(for_looking(path)) as connection:
            found = connection.execute("PRAGMA integrity_check(1)").fetchone()[0]
            if found != "ok":
                raise StoreFaultError(Fault.DAMAGED, f"{path} is damaged ({found}).")
            if connection.execute("PRAGMA foreign_key_check").fetchone():
                raise StoreFaultError(Fault.DAMAGED, f"{path} is damaged: entries point to others that are not there.")
    except sqlite3.Error as error:
        raise StoreFaultError(Fault.DAMAGED, f"{path} is not a kitchen file, or is damaged ({error}).") from error
    revision = revision_of(path)
    if revision is None:
        raise StoreFaultError(Fault.DAMAGED, f"{path} is not a kitchen file of Fine Batch.")
    if revision > newest():
        raise StoreFaultError(Fault.NEWER, too_new(path, revision))
    return revision


def too_new(path: Path, revision: str) -> str:
    """The sentence about a file of a later program."""
    return (
        f"{path} was written by a newer Fine Batch (its form is {revision}, this one knows forms up to {newest()}). "
        "It was left untouched: use the newer program."
    )


def dated(folder: Path, what: str) -> Path:
    """A free, dated name among the folder's copies."""
    (folder / COPIES).mkdir(exist_ok=True)
    stem = f"{what}-{datetime.now():%Y-%m-%d-%H%M%S}"
    names = (f"{stem}{'' if n == 1 else f'-{n}'}.db" for n in range(1, 1000))
    return next(path for name in names if not (path := folder / COPIES / name).exists())


def put_in_place(new: Path, path: Path) -> None:
    """Make `new` the kitchen's file. The old log is dropped first: it belongs to the old file and would spoil the new."""
    for ending in ("-wal", "-shm"):
        path.with_name(path.name + ending).unlink(missing_ok=True)
    new.replace(path)


def restore(copy: Path, path: Path) -> Path | None:
    """Put a checked copy in the place of the kitchen's file at `path`; where the present one now lies, if there was one.

    Nothing is touched unless the copy is sound. A present file that is damaged is kept as it is, byte for byte.
    """
    check_copy(copy)
    path.parent.mkdir(parents=True, exist_ok=True)
    coming = path.with_name(path.name + ".restoring")
    coming.unlink(missing_ok=True)
    copy_of(copy, coming)
    kept = None
    if path.exists():
        kept = dated(path.parent, "replaced")
        try:
            copy_of(path, kept)
        except StoreFaultError:
            for ending in ("", "-wal", "-shm"):
                old = path.with_name(path.name + ending)
                if old.exists():
                    old.replace(kept.with_name(kept.name + ending))
    put_in_place(coming, path)
    return kept
