"""Opening the file: checked, brought to the newest form, WAL, foreign keys, one transaction a user action."""

import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path
from typing import Any

from sqlalchemy import Connection, create_engine, event
from sqlalchemy.exc import DBAPIError
from sqlalchemy.orm import Session, sessionmaker

from . import doughs, knowledge
from .copies import copy_of, dated, put_in_place, too_new
from .faults import Fault, StoreFaultError, fault_of
from .schema import migrate, newest, revision_of

FILE_NAME = "kitchen.db"
WAIT_MS = 5000  # for another writer to finish


class Store:
    """One data folder. Opening it creates, checks or migrates the database; StoreFaultError where that cannot be.

    `copy_before` is where the copy of an older form lies, if opening had to bring the file to the newest.
    """

    def __init__(self, folder: Path, wait_ms: int = WAIT_MS) -> None:
        try:
            folder.mkdir(parents=True, exist_ok=True)
        except OSError as error:
            raise StoreFaultError(
                Fault.NO_WRITING, f"The folder {folder} cannot be made ({error.strerror}). Choose another with --data."
            ) from error
        self.path = folder / FILE_NAME
        self._wait_ms = wait_ms
        try:
            self.copy_before = _made_ready(self.path, wait_ms)
        except (sqlite3.Error, DBAPIError) as error:
            fault = fault_of(error)
            raise StoreFaultError(fault.fault, f"{fault} ({self.path})") from error
        self._engine = create_engine(f"sqlite:///{self.path}")
        event.listen(self._engine, "connect", self._on_connect)
        event.listen(self._engine, "begin", _on_begin)
        self._writing = sessionmaker(self._engine, expire_on_commit=False)
        self._reading = sessionmaker(self._engine.execution_options(writes=False), expire_on_commit=False)
        with self.reading() as session:
            known = doughs.indexed(session)
        if not known:
            with self.session() as session:
                doughs.index_anew(session)
        with self.reading() as session:
            learned = knowledge.up_to_date(session)
        if not learned:
            with self.session() as session:
                knowledge.known_anew(session)

    @contextmanager
    def session(self) -> Iterator[Session]:
        """A transaction that may write: committed when the block ends, rolled back when it raises."""
        with self._writing.begin() as session:
            yield session

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """One unchanging view of the data; never waits for a writer."""
        with self._reading.begin() as session:
            yield session

    def close(self) -> None:
        """Let go of the file."""
        self._engine.dispose()

    def _on_connect(self, connection: sqlite3.Connection, _record: Any) -> None:
        connection.isolation_level = None  # transactions begin in _on_begin, not by the driver's guess
        # FULL: a committed save survives power loss too, not only a killed server.
        for pragma in ("journal_mode=WAL", "foreign_keys=ON", "synchronous=FULL", f"busy_timeout={self._wait_ms}"):
            connection.execute(f"PRAGMA {pragma}")


def _on_begin(connection: Connection) -> None:
    # IMMEDIATE: a transaction that reads first and then writes cannot be overtaken, nor fail half way as too late.
    writes = connection.get_execution_options().get("writes", True)
    connection.exec_driver_sql("BEGIN IMMEDIATE" if writes else "BEGIN")


def _made_ready(path: Path, wait_ms: int) -> Path | None:
    """Check the file and bring it to the newest form; the copy of the older one, if it was. A file is never migrated in
    place: a copy of it is, which then takes its place, so that whatever goes wrong leaves it as it was."""
    coming = path.with_name(path.name + ".coming")
    coming.unlink(missing_ok=True)
    if not path.exists():
        _migrated(coming)
        put_in_place(coming, path)
        return None
    if path.stat().st_size == 0:
        raise StoreFaultError(
            Fault.DAMAGED,
            f"{path} is empty: it was cut off. Bring back a copy with `finebatch restore`, or move the file away to begin anew.",
        )
    with closing(sqlite3.connect(path, timeout=wait_ms / 1000)) as connection:
        checked = connection.execute("PRAGMA quick_check(1)").fetchone()[0]
        if checked != "ok":
            raise sqlite3.DatabaseError(f"malformed: {checked}")
        # The whole log into the file: what is then moved aside or replaced is all there is.
        connection.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        # A try at writing, undone: on a file that may not be written SQLite begins even an IMMEDIATE transaction.
        connection.isolation_level = None
        connection.execute("BEGIN IMMEDIATE")
        connection.execute("CREATE TABLE tried (id)")
        connection.execute("ROLLBACK")
    revision = revision_of(path)
    if revision is None:
        raise StoreFaultError(
            Fault.DAMAGED, f"{path} is a database, but not a kitchen of Fine Batch. Choose another folder."
        )
    if revision > newest():
        raise StoreFaultError(Fault.NEWER, too_new(path, revision))
    if revision == newest():
        return None
    kept = dated(path.parent, f"before-{newest()}")
    copy_of(path, kept)
    copy_of(path, coming)
    _migrated(coming)
    put_in_place(coming, path)
    return kept


def _migrated(path: Path) -> None:
    try:
        migrate(path)
    except BaseException:
        path.unlink(missing_ok=True)
        raise
