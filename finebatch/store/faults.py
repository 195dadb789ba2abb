"""What can be wrong with the file or the folder, each as one sentence for a person."""

import errno
import sqlite3
from enum import StrEnum

from sqlalchemy.exc import DBAPIError


class Fault(StrEnum):
    """The kinds of trouble a data folder can give."""

    DAMAGED = "damaged"
    NEWER = "newer"
    NO_WRITING = "no_writing"
    FULL = "full"
    LOCKED = "locked"
    SERVED = "served"
    OTHER = "other"


class StoreFaultError(Exception):
    """The kitchen's file cannot be used as it is. The message says what is wrong and what to do; nothing was changed."""

    def __init__(self, fault: Fault, sentence: str) -> None:
        super().__init__(sentence)
        self.fault = fault


_SIGNS = (
    ("full", Fault.FULL),
    ("locked", Fault.LOCKED),
    ("busy", Fault.LOCKED),
    ("readonly", Fault.NO_WRITING),
    ("read-only", Fault.NO_WRITING),
    ("unable to open", Fault.NO_WRITING),
    ("malformed", Fault.DAMAGED),
    ("not a database", Fault.DAMAGED),
    ("disk i/o error", Fault.DAMAGED),
)
_SENTENCES = {
    Fault.FULL: "The disk is full, so nothing more can be kept. Free some space; what is kept already is safe.",
    Fault.LOCKED: "Another program holds the kitchen's file. Close it; what waits is saved after that.",
    Fault.NO_WRITING: "The kitchen's file cannot be written: the folder or the file is read-only. Give this user the right to write there.",
    Fault.DAMAGED: "The kitchen's file is damaged. Stop, keep a copy of it, and bring back the last good one with `finebatch restore`.",
    Fault.OTHER: "The kitchen's file gave an error that Fine Batch does not know. Nothing half done was kept.",
}


def no_room(error: OSError, path: object) -> StoreFaultError:
    """What the system says of a file that could not be written, in words."""
    if error.errno == errno.ENOSPC:
        return StoreFaultError(Fault.FULL, _SENTENCES[Fault.FULL])
    return StoreFaultError(Fault.NO_WRITING, f"{path} cannot be written ({error.strerror}).")


def fault_of(error: sqlite3.Error | DBAPIError) -> StoreFaultError:
    """What SQLite complains of, in words. SQLite's own text is the only sign of some kinds: its codes are not in Python's
    older versions, and SQLAlchemy wraps them."""
    said = str(error.orig if isinstance(error, DBAPIError) else error).lower()
    fault = next((fault for sign, fault in _SIGNS if sign in said), Fault.OTHER)
    return StoreFaultError(fault, _SENTENCES[fault])
