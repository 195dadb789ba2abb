"""Copies that are made by themselves, and the try whether one would bring everything back."""

import os
import sqlite3
import time
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest

from finebatch.cli import main
from finebatch.core.kitchen import BackupRule
from finebatch.store import backups, doughs
from finebatch.store.database import Store
from finebatch.store.faults import Fault, StoreFaultError
from finebatch.store.revisions import NotThereError
from tests.kit import DATA, drop_dough
from tests.store.kitchens import all_lines, filled
from tests.store.test_archive import EVERYTHING
from tests.store.test_stored_data import laid

RULE = BackupRule(keep_days=2, keep_weeks=1)


@pytest.fixture
def store(tmp_path: Path) -> Store:
    return filled(tmp_path / "data", EVERYTHING)


def aged(made: backups.Backup, folder: Path, days: int) -> None:
    path = backups.place_of(folder, made.name)
    at = made.made_at - timedelta(days=days)
    path.rename(path.with_name(f"backup-{at:%Y-%m-%d-%H%M%S}Z.db"))


def test_a_copy_is_made_and_the_old_ones_go(store: Store) -> None:
    folder = store.path.parent
    mine = folder / "copies" / "before-0007-2026-01-01-000000.db"
    for days in (40, 30, 20, 3, 2, 1):
        aged(backups.make(store.path, BackupRule(keep_days=60)), folder, days)
    mine.write_bytes(b"kept by hand")
    made = backups.make(store.path, RULE)
    kept = backups.listed(folder)
    assert kept[0] == made
    assert [(made.made_at - one.made_at).days for one in kept] == [0, 1]
    assert mine.exists()  # only what was made by itself goes by itself
    assert backups.make(store.path, RULE).made_at >= made.made_at


def test_nothing_goes_where_no_copy_could_be_made(store: Store, monkeypatch: pytest.MonkeyPatch) -> None:
    folder = store.path.parent
    for days in (5, 4, 3):
        aged(backups.make(store.path, BackupRule(keep_days=60)), folder, days)
    before = backups.listed(folder)

    def full(*_: object) -> None:
        raise StoreFaultError(Fault.FULL, "The disk is full.")

    monkeypatch.setattr(backups, "copy_of", full)
    with pytest.raises(StoreFaultError):
        backups.make(store.path, RULE)
    assert backups.listed(folder) == before


def test_a_drill_reads_everything_and_changes_nothing(store: Store) -> None:
    made = backups.make(store.path, RULE)
    with store.session() as db:
        doughs.add(db, drop_dough(name="Later"))
    before = all_lines(store)
    found = backups.drill(backups.place_of(store.path.parent, made.name), store.path)
    assert (found.holds.doughs, found.holds.bakes, found.holds.days, found.holds.runs) == (2, 3, 1, 1)
    assert found.here.doughs == 3
    assert found.holds.unreadable == 0
    assert not found.upgraded
    assert all_lines(store) == before
    assert not list(store.path.parent.glob("drill-*"))


def test_a_drill_sweeps_up_after_one_that_was_killed(store: Store) -> None:
    made = backups.make(store.path, RULE)
    for name, age_s in (("drill-killed", 7200), ("drill-under-way", 5)):
        left = store.path.parent / name
        left.mkdir()
        os.utime(left, (time.time() - age_s,) * 2)
    backups.drill(backups.place_of(store.path.parent, made.name), store.path)
    assert [left.name for left in store.path.parent.glob("drill-*")] == ["drill-under-way"]


def test_a_drill_counts_what_cannot_be_read(store: Store) -> None:
    with store.session() as db:
        row = db.scalars(doughs.select(doughs.DoughRow)).first()
        assert row is not None
        row.body = {"form": {"kind": "pyramid"}}
    made = backups.make(store.path, RULE)
    assert backups.drill(backups.place_of(store.path.parent, made.name), store.path).holds.unreadable == 1


def test_a_drill_of_an_older_form_brings_it_up_to_the_side(tmp_path: Path) -> None:
    old = laid(tmp_path / "old", DATA / "stored" / "stored-0003.sql") / "kitchen.db"
    (tmp_path / "empty").mkdir()
    found = backups.drill(old, tmp_path / "empty" / "kitchen.db")
    assert found.upgraded
    assert found.holds.doughs > 3
    assert found.here.doughs == 0
    with closing(sqlite3.connect(old)) as connection:
        assert connection.execute("SELECT version_num FROM alembic_version").fetchone()[0] == "0003"


def test_a_damaged_copy_fails_its_drill(store: Store) -> None:
    made = backups.make(store.path, RULE)
    path = backups.place_of(store.path.parent, made.name)
    data = bytearray(path.read_bytes())
    data[8192:20_000] = bytes(20_000 - 8192)
    path.write_bytes(data)
    with pytest.raises(StoreFaultError, match="damaged"):
        backups.drill(path, store.path)


@pytest.mark.parametrize(
    "name",
    ["kitchen.db", "../kitchen.db", "backup-x.db", "backup-2026-99-99-000000Z.db", "backup-2026-01-01-000000Z.db"],
)
def test_no_other_file_is_taken_for_a_copy(store: Store, name: str) -> None:
    with pytest.raises(NotThereError):
        backups.place_of(store.path.parent, name)
    (store.path.parent / "copies").mkdir(exist_ok=True)
    (store.path.parent / "copies" / "backup-2026-99-99-000000Z.db").touch()
    assert backups.listed(store.path.parent) == ()


def test_restoring_can_be_tried_dry(store: Store, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    made = backups.make(store.path, RULE)
    copy = backups.place_of(store.path.parent, made.name)
    with store.session() as db:
        doughs.add(db, drop_dough(name="Later"))
    assert main(["restore", "--dry", "--data", str(store.path.parent), str(copy)]) == 0
    said = capsys.readouterr().out
    assert "would bring back 2 doughs" in said
    assert "now has 3 doughs" in said
    with store.reading() as db:
        assert doughs.shelf(db).total == 2  # of the three one is put aside
    assert datetime.now(UTC) - made.made_at < timedelta(minutes=1)
