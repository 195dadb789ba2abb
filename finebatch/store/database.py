"""Opening the file: migrations to the newest schema, WAL, foreign keys, one transaction a user action."""

import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from sqlalchemy import create_engine, event
from sqlalchemy.orm import Session, sessionmaker

FILE_NAME = "kitchen.db"


class Store:
    """One data folder. Opening it creates or migrates the database; `session` is one transaction."""

    def __init__(self, folder: Path) -> None:
        folder.mkdir(parents=True, exist_ok=True)
        self.path = folder / FILE_NAME
        migrate(self.path)
        self._engine = create_engine(f"sqlite:///{self.path}")
        event.listen(self._engine, "connect", _on_connect)
        self._sessions = sessionmaker(self._engine, expire_on_commit=False)

    @contextmanager
    def session(self) -> Iterator[Session]:
        """A transaction: committed when the block ends, rolled back when it raises."""
        with self._sessions.begin() as session:
            yield session

    def close(self) -> None:
        """Let go of the file."""
        self._engine.dispose()


def _on_connect(connection: sqlite3.Connection, _record: Any) -> None:
    # FULL: a committed save survives power loss too, not only a killed server.
    for pragma in ("journal_mode=WAL", "foreign_keys=ON", "synchronous=FULL", "busy_timeout=5000"):
        connection.execute(f"PRAGMA {pragma}")


MIGRATIONS = Path(__file__).parent / "migrations"


def migrate(path: Path, revision: str = "head") -> None:
    """Bring the file at `path` to a schema revision, creating it if need be.

    Alembic takes most of a second to load, so it is only asked when the file is not at the newest revision already.
    """
    if revision == "head" and _revision_of(path) == _newest():
        return
    from alembic import command
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    config.attributes["path"] = path
    command.upgrade(config, revision)


def _newest() -> str:
    """The newest revision by file name: revisions are numbered, which a test holds to."""
    return max(file.name.split("_")[0] for file in (MIGRATIONS / "versions").glob("[0-9]*.py"))


def _revision_of(path: Path) -> str | None:
    if not path.exists():
        return None
    connection = sqlite3.connect(path)
    try:
        row = connection.execute("SELECT version_num FROM alembic_version").fetchone()
        return str(row[0]) if row else None
    except sqlite3.DatabaseError:
        return None
    finally:
        connection.close()


def backup(source: Path, target: Path) -> None:
    """A consistent copy of the database file, also while a server writes to it.

    FileNotFoundError if there is nothing to copy, FileExistsError rather than overwriting.
    """
    if not source.exists():
        raise FileNotFoundError(f"no kitchen database at {source}")
    if target.exists():
        raise FileExistsError(f"{target} exists already")
    with sqlite3.connect(source) as from_, sqlite3.connect(target) as to:
        from_.backup(to)
    to.close()
    from_.close()
