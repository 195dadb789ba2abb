"""Opening, copying and bringing back the file: what is wrong is said in one sentence, and nothing is touched."""

import multiprocessing
import os
import re
import sqlite3
import sys
import tempfile
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path

import pytest
import uvicorn  # loaded before a child gives its rights up

from finebatch import cli
from finebatch.api.app import create_app
from finebatch.store import doughs
from finebatch.store.copies import COPIES, check_copy, copy_of, restore
from finebatch.store.database import Store
from finebatch.store.faults import Fault, StoreFaultError
from finebatch.store.lock import folder_lock
from finebatch.store.schema import newest
from tests.kit import drop_dough


@pytest.fixture
def folder(tmp_path: Path) -> Path:
    """A data folder with one dough in it."""
    store = Store(tmp_path / "data")
    with store.session() as session:
        doughs.add(session, drop_dough(name="Deck Drops"))
    store.close()
    return tmp_path / "data"


def names(folder: Path) -> list[str]:
    store = Store(folder)
    with store.reading() as session:
        found = [dough.name for dough in doughs.shelf(session).doughs]
    store.close()
    return found


def corrupt(path: Path) -> None:
    """Overwrite pages in the middle of the file."""
    with path.open("r+b") as file:
        file.seek(4096)
        file.write(os.urandom(12_000))


def spoil(folder: Path, how: str) -> None:
    path = folder / "kitchen.db"
    if how == "corrupt pages":
        corrupt(path)
    elif how == "garbage":
        path.write_bytes(b"not a database at all " * 300)
    elif how == "truncated":
        path.write_bytes(path.read_bytes()[: path.stat().st_size // 2 + 100])
    elif how == "empty":
        path.write_bytes(b"")
    elif how == "another program's":
        path.unlink()
        with closing(sqlite3.connect(path)) as connection:
            connection.execute("CREATE TABLE recipes (id)")
    elif how == "newer":
        with closing(sqlite3.connect(path)) as connection:
            connection.execute("UPDATE alembic_version SET version_num = '0999'")
            connection.commit()


FAULTS = {
    "corrupt pages": "damaged",
    "garbage": "damaged",
    "truncated": "damaged",
    "empty": "is empty",
    "another program's": "not a kitchen of Fine Batch",
    "newer": "newer Fine Batch",
}


@pytest.mark.parametrize("how", FAULTS)
def test_each_fault_is_one_sentence_and_the_file_is_untouched(
    folder: Path, how: str, capsys: pytest.CaptureFixture[str]
) -> None:
    spoil(folder, how)
    before = (folder / "kitchen.db").read_bytes()
    assert cli.main(["serve", "--data", str(folder), "--port", "0"]) == 1
    said = capsys.readouterr()
    assert "ready" not in said.out
    assert FAULTS[how] in said.err
    assert len(said.err.strip().splitlines()) == 1
    assert "Traceback" not in said.err
    assert (folder / "kitchen.db").read_bytes() == before


def test_a_file_that_another_program_holds(folder: Path) -> None:
    with closing(sqlite3.connect(folder / "kitchen.db")) as other:
        other.execute("PRAGMA locking_mode=EXCLUSIVE")
        other.execute("BEGIN EXCLUSIVE")
        with pytest.raises(StoreFaultError, match="Another program holds"):
            Store(folder, wait_ms=50)
    assert names(folder) == ["Deck Drops"]


def _serve_as_nobody(folder: Path, out: Path) -> None:
    """In a child process: root may write anywhere, so the rights are given up first."""
    assert create_app
    assert uvicorn.Server
    sys.stderr = out.open("w")
    if os.getuid() == 0:
        os.setegid(65534)
        os.seteuid(65534)
    code = cli.main(["serve", "--data", str(folder), "--port", "0"])
    sys.stderr.flush()
    os._exit(code)


@pytest.mark.parametrize("what", ["folder", "file"])
def test_what_may_not_be_written_is_said(tmp_path: Path, folder: Path, what: str) -> None:
    out = tmp_path / "said"
    out.touch()
    top = Path(tempfile.gettempdir())
    for path in (tmp_path, *tmp_path.parents):
        if top in path.parents:
            path.chmod(path.stat().st_mode | 0o055)
    out.chmod(0o666)
    (folder / "kitchen.db").chmod(0o444)
    folder.chmod(0o555 if what == "folder" else 0o777)
    child = multiprocessing.get_context("fork").Process(target=_serve_as_nobody, args=(folder, out), daemon=True)
    child.start()
    child.join(30)
    folder.chmod(0o777)
    assert child.exitcode == 1
    (line,) = out.read_text().strip().splitlines()
    assert "cannot be written" in line


def test_a_second_server_says_which_one_has_the_folder(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    with folder_lock(folder, "the Fine Batch at http://127.0.0.1:8765"):
        assert cli.main(["serve", "--data", str(folder), "--port", "0"]) == 1
        assert cli.main(["restore", "--data", str(folder), str(folder / "kitchen.db")]) == 1
    errors = capsys.readouterr().err.strip().splitlines()
    assert len(errors) == 2
    for line in errors:
        assert "in use by the Fine Batch at http://127.0.0.1:8765 (process" in line


def test_a_migration_that_fails_leaves_the_file_as_it_was(folder: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    with closing(sqlite3.connect(folder / "kitchen.db")) as connection:
        connection.execute("UPDATE alembic_version SET version_num = '0003'")  # its tables are the newest: 0004 fails
        connection.commit()
    before = (folder / "kitchen.db").read_bytes()
    with pytest.raises(StoreFaultError):
        Store(folder)
    assert (folder / "kitchen.db").read_bytes() == before
    assert not list(folder.glob("*.coming"))
    (copy,) = (folder / COPIES).glob(f"before-{newest()}-*.db")
    assert check_copy(copy) == "0003"


def test_a_copy_is_brought_back_and_what_was_there_is_kept(
    tmp_path: Path, folder: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    copy = tmp_path / "good.db"
    copy_of(folder / "kitchen.db", copy)
    store = Store(folder)
    with store.session() as session:
        doughs.add(session, drop_dough(name="Later"))
    store.close()
    assert cli.main(["restore", "--data", str(folder), str(copy)]) == 0
    said = capsys.readouterr().out
    assert names(folder) == ["Deck Drops"]
    kept = Path(re.search(r"kept as (.*)\.\n", said).group(1))  # type: ignore[union-attr]
    restore(kept, tmp_path / "again" / "kitchen.db")
    assert sorted(names(tmp_path / "again")) == ["Deck Drops", "Later"]


def test_a_log_left_behind_does_not_spoil_what_is_brought_back(tmp_path: Path, folder: Path) -> None:
    copy = tmp_path / "good.db"
    copy_of(folder / "kitchen.db", copy)
    with closing(sqlite3.connect(folder / "kitchen.db")) as connection:
        connection.execute("PRAGMA wal_autocheckpoint=0")
        connection.execute("UPDATE doughs SET name = 'in the log'")
        connection.commit()
        log = (folder / "kitchen.db-wal").read_bytes()
    (folder / "kitchen.db-wal").write_bytes(log)
    restore(copy, folder / "kitchen.db")
    assert names(folder) == ["Deck Drops"]


@pytest.mark.parametrize("how", ["corrupt pages", "garbage", "truncated", "another program's", "newer"])
def test_a_bad_copy_is_not_brought_back(tmp_path: Path, folder: Path, how: str) -> None:
    bad = Store(tmp_path / "bad")
    bad.close()
    spoil(tmp_path / "bad", how)
    before = (folder / "kitchen.db").read_bytes()
    with pytest.raises(StoreFaultError):
        restore(tmp_path / "bad" / "kitchen.db", folder / "kitchen.db")
    assert (folder / "kitchen.db").read_bytes() == before


def test_a_damaged_file_is_kept_byte_for_byte_when_a_copy_takes_its_place(tmp_path: Path, folder: Path) -> None:
    copy = tmp_path / "good.db"
    copy_of(folder / "kitchen.db", copy)
    spoil(folder, "garbage")
    before = (folder / "kitchen.db").read_bytes()
    kept = restore(copy, folder / "kitchen.db")
    assert kept is not None
    assert kept.read_bytes() == before
    assert names(folder) == ["Deck Drops"]


def test_a_copy_of_a_damaged_file_does_not_count(tmp_path: Path, folder: Path) -> None:
    spoil(folder, "corrupt pages")
    with pytest.raises(StoreFaultError, match=r"damaged|No copy"):
        copy_of(folder / "kitchen.db", tmp_path / "copy.db")
    assert list(tmp_path.glob("copy.db*")) == []


@pytest.fixture
def full(folder: Path) -> Iterator[Store]:
    """A store whose file may grow no more, as on a full disk."""
    store = Store(folder)
    with store.reading() as session:
        connection = session.connection().connection
        pages = connection.execute("PRAGMA page_count").fetchone()[0]
        connection.execute(f"PRAGMA max_page_count={pages}")
    yield store
    store.close()


def test_a_full_disk_is_told_from_other_trouble(full: Store) -> None:
    from sqlalchemy.exc import OperationalError

    from finebatch.store.faults import fault_of

    def fill() -> None:
        for _ in range(200):
            with full.session() as session:
                doughs.add(session, drop_dough(name="n" * 80))

    with pytest.raises(OperationalError) as caught:
        fill()
    assert fault_of(caught.value).fault is Fault.FULL
    with full.reading() as session:
        assert doughs.shelf(session).total >= 1  # what is there can be read
