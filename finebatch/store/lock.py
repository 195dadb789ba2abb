"""One server a folder: who holds it says so in a file beside the kitchen's."""

import fcntl
import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from .faults import Fault, StoreFaultError

LOCK_NAME = "kitchen.lock"


@contextmanager
def folder_lock(folder: Path, holder: str) -> Iterator[None]:
    """Hold `folder` while the block runs; `holder` says who, in words. StoreFaultError if another has it, or if the
    folder cannot be made or written. The system lets go of the lock when a process ends, however it ends."""
    try:
        folder.mkdir(parents=True, exist_ok=True)
        descriptor = os.open(folder / LOCK_NAME, os.O_RDWR | os.O_CREAT, 0o644)
    except OSError as error:
        raise StoreFaultError(
            Fault.NO_WRITING, f"The folder {folder} cannot be written ({error.strerror}). Choose another with --data."
        ) from error
    try:
        try:
            fcntl.flock(descriptor, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError as error:
            other = os.read(descriptor, 200).decode("utf-8", "replace").strip() or "another program"
            raise StoreFaultError(
                Fault.SERVED,
                f"The kitchen in {folder} is in use by {other}. Use that one, stop it first, or choose another folder with --data.",
            ) from error
        os.ftruncate(descriptor, 0)
        os.pwrite(descriptor, f"{holder} (process {os.getpid()})\n".encode(), 0)
        yield
    finally:
        os.close(descriptor)


def holder(folder: Path) -> str | None:
    """Who holds a folder now, in words; None where nobody does. Looks, and holds nothing after."""
    try:
        descriptor = os.open(folder / LOCK_NAME, os.O_RDONLY)
    except OSError:
        return None
    try:
        fcntl.flock(descriptor, fcntl.LOCK_SH | fcntl.LOCK_NB)
    except OSError:
        return os.read(descriptor, 200).decode("utf-8", "replace").strip() or "another program"
    else:
        return None
    finally:
        os.close(descriptor)
