"""Days that are run, as they are kept."""

from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest

from finebatch.core.kitchen import Kitchen
from finebatch.core.live.brief import Brief
from finebatch.core.live.events import Noted
from finebatch.core.live.oven import OvenReading
from finebatch.store import runs
from finebatch.store.database import Store
from finebatch.store.runs import OverError
from tests.day_kit import planned, simple
from tests.kit import drop_dough

BRIEF = Brief(plan=planned(simple(1)), asked=("dough",), dial_c=(180.0,))


@pytest.fixture
def store(tmp_path: Path) -> Store:
    return Store(tmp_path / "data")


def begun(store: Store, ago: timedelta = timedelta()) -> str:
    with store.session() as db:
        return runs.begin(db, "plan", "Drops", BRIEF, (drop_dough(),), Kitchen(), datetime.now(UTC) - ago).id


def test_a_day_that_began_earlier_goes_by_the_servers_clock(store: Store) -> None:
    run_id = begun(store, timedelta(hours=2))
    with store.session() as db:
        now = datetime.now(UTC)
        assert abs((runs.get(db, run_id).clock(now) - now).total_seconds()) < 2
        told = runs.told(db, run_id, "key-00001", Noted(text="late"), ago_s=3600)
        assert abs((now - told.at).total_seconds() - 3600) < 3


def test_a_late_tap_never_comes_before_the_day_began(store: Store) -> None:
    run_id = begun(store)
    with store.session() as db:
        began_at = runs.get(db, run_id).began_at
        assert runs.told(db, run_id, "key-00001", Noted(text="long ago"), ago_s=9999).at == began_at


def test_a_day_ends_once(store: Store) -> None:
    run_id = begun(store)
    with store.session() as db:
        runs.end(db, run_id)
    with store.session() as db:
        with pytest.raises(OverError):
            runs.end(db, run_id)
        with pytest.raises(OverError):
            runs.told(db, run_id, "key-00002", Noted(text="too late"))


def test_readings_keep_the_lag_of_their_sensor(store: Store) -> None:
    run_id = begun(store)
    read = OvenReading(oven=2, at=datetime.now(UTC), read_c=171.5, lag_s=12)
    with store.session() as db:
        runs.read_down(db, run_id, (read,))
        runs.read_down(db, run_id, (read,))  # sent twice
        assert runs.readings(db, run_id) == (read,)
