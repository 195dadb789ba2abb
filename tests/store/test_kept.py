"""The database file: migrations, backup, and what the command line says."""

import sqlite3
from pathlib import Path

import pytest
from alembic.migration import MigrationContext
from sqlalchemy import create_engine

from finebatch.cli import main
from finebatch.demo.fill import fill
from finebatch.store import doughs, plans
from finebatch.store.copies import copy_of
from finebatch.store.database import Store
from finebatch.store.faults import StoreFaultError
from finebatch.store.schema import MIGRATIONS, migrate, newest
from finebatch.store.tables import Base
from tests.kit import drop_dough


def test_the_migrations_make_the_tables_the_code_expects(tmp_path: Path) -> None:
    from alembic.autogenerate import compare_metadata

    path = tmp_path / "new.db"
    migrate(path)
    with create_engine(f"sqlite:///{path}").connect() as connection:
        context = MigrationContext.configure(connection, opts={"compare_type": False})
        assert compare_metadata(context, Base.metadata) == []


def test_revisions_are_numbered_as_alembic_orders_them() -> None:
    from alembic.config import Config
    from alembic.script import ScriptDirectory

    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    assert ScriptDirectory.from_config(config).get_current_head() == newest()


def test_opening_twice_changes_nothing(tmp_path: Path) -> None:
    store = Store(tmp_path)
    with store.session() as session:
        saved = doughs.add(session, drop_dough())
    store.close()
    again = Store(tmp_path)
    with again.session() as session:
        assert doughs.get(session, saved.id) == saved


def test_the_file_is_safe_by_its_settings(tmp_path: Path) -> None:
    store = Store(tmp_path)
    with store.session() as session:
        connection = session.connection().connection
        assert connection.execute("PRAGMA journal_mode").fetchone()[0] == "wal"
        assert connection.execute("PRAGMA foreign_keys").fetchone()[0] == 1
        assert connection.execute("PRAGMA synchronous").fetchone()[0] == 2


def test_an_error_in_a_transaction_keeps_nothing(tmp_path: Path) -> None:
    store = Store(tmp_path)

    def cut_short() -> None:
        with store.session() as session:
            doughs.add(session, drop_dough())
            raise RuntimeError("power cut")

    with pytest.raises(RuntimeError):
        cut_short()
    with store.session() as session:
        assert doughs.shelf(session).total == 0


def test_a_backup_is_whole_while_the_store_is_open(tmp_path: Path) -> None:
    store = Store(tmp_path / "data")
    with store.session() as session:
        saved = doughs.add(session, drop_dough())
    copy = tmp_path / "copy" / "kitchen.db"
    copy.parent.mkdir()
    copy_of(store.path, copy)
    assert sqlite3.connect(copy).execute("PRAGMA integrity_check").fetchone()[0] == "ok"
    with Store(copy.parent).session() as session:
        assert doughs.get(session, saved.id) == saved
    with pytest.raises(StoreFaultError, match="exists already"):
        copy_of(store.path, copy)


def test_the_demo_fills_once_and_never_over_a_bakers_work(tmp_path: Path) -> None:
    store = Store(tmp_path)
    assert fill(store)
    with store.session() as session:
        names = [dough.name for dough in doughs.shelf(session).doughs]
        assert len(names) >= 3
        assert plans.recent(session).total == 2
    assert not fill(store)
    with store.session() as session:
        assert [dough.name for dough in doughs.shelf(session).doughs] == names


def test_the_command_line_says_one_clear_line(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    import socket

    assert main(["backup", "--data", str(tmp_path / "none"), str(tmp_path / "x.db")]) == 1
    assert "There is no kitchen database" in capsys.readouterr().err
    with socket.socket() as busy:
        busy.bind(("127.0.0.1", 0))
        busy.listen()
        port = busy.getsockname()[1]
        assert main(["serve", "--data", str(tmp_path), "--port", str(port)]) == 1
    error = capsys.readouterr().err
    assert f"cannot listen on 127.0.0.1:{port}" in error
    assert len(error.strip().splitlines()) == 1
    Store(tmp_path / "data").close()
    assert main(["backup", "--data", str(tmp_path / "data"), str(tmp_path / "copy.db")]) == 0
    assert "Copied to" in capsys.readouterr().out
