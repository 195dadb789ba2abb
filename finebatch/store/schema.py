"""Which form of the database a file has, and how it is brought to the newest."""

import sqlite3
from contextlib import closing
from pathlib import Path

MIGRATIONS = Path(__file__).parent / "migrations"


def newest() -> str:
    """The newest revision by file name: revisions are numbered, which a test holds to."""
    return max(file.name.split("_")[0] for file in (MIGRATIONS / "versions").glob("[0-9]*.py"))


def revision_of(path: Path) -> str | None:
    """The revision of a kitchen file; None for a database that is none. sqlite3.DatabaseError for what is no database."""
    with closing(for_looking(path)) as connection:
        named = connection.execute("SELECT 1 FROM sqlite_master WHERE name = 'alembic_version'").fetchone()
        row = connection.execute("SELECT version_num FROM alembic_version").fetchone() if named else None
        return str(row[0]) if row else None


def for_looking(path: Path) -> sqlite3.Connection:
    """A connection that changes nothing. A file without a log of its own is read as it lies, so that looking leaves no file
    beside it."""
    log = path.with_name(path.name + "-wal").exists()
    return sqlite3.connect(f"{path.absolute().as_uri()}?mode=ro{'' if log else '&immutable=1'}", uri=True)


def migrate(path: Path, revision: str = "head") -> None:
    """Bring the file at `path` to a revision, creating it if need be. Alembic takes most of a second to load."""
    from alembic import command
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    config.attributes["path"] = path
    command.upgrade(config, revision)
