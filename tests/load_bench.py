"""A kitchen of years: `make loadbench`. A benchmark, not a test: 2,000 doughs, 5,000 bakes, 500 days, 5,000 comings and goings of the pantry; every list asked for again and again, and what keeps it safe."""

import statistics
import tempfile
import time
import uuid
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from pathlib import Path

from sqlalchemy import insert, inspect, select

from finebatch.core.kitchen import BackupRule
from finebatch.core.stores import BatchWanted, Move, MoveKind, Price, Put, ShoppingList, usual_item
from finebatch.store import backups, bakes, doughs, stores
from finebatch.store.archive.merging import take_in
from finebatch.store.archive.reading import opened
from finebatch.store.archive.writing import write
from finebatch.store.database import Store
from finebatch.store.knowledge import looked_anew
from finebatch.store.tables import BakeRow, PlanRow
from tests.api.serving import ask, serving
from tests.core.notebook.kit import bake
from tests.kit import cut_dough, drop_dough
from tests.store.kitchens import plan_row

DOUGHS, BAKES, DAYS = 2000, 5000, 500
MOVES, PRICES, FROZEN = 5000, 2000, 60
OF_DOUGHS = 300  # that are ever baked
TIMES = 20
LISTS = (
    "/api/doughs", "/api/doughs?order=name", "/api/doughs?words=number%2017", "/api/doughs?without=egg", "/api/doughs?aside=true", "/api/doughs/choices",
    "/api/bakes", "/api/bakes?dough_id={dough}", "/api/bakes?aside=true", "/api/plans", "/api/plans?aside=true", "/api/runs",
    "/api/pantry", "/api/pantry/makes", "/api/stores?kind=price", "/api/freezer", "/api/shopping/list", "/api/costs/doughs/{dough}",
    "/api/kitchen/habits", "/api/kitchen/ovens", "/api/backups",
)  # fmt: skip


def copied(store: Store, row: BakeRow | PlanRow, many: int, changed: Callable[[int], dict[str, object]]) -> None:
    """So many rows like one."""
    values = {one.key: getattr(row, one.key) for one in inspect(type(row)).column_attrs}
    with store.session() as session:
        session.execute(insert(type(row)), [{**values, "id": uuid.uuid4().hex, **changed(n)} for n in range(many)])


def filled(folder: Path) -> str:
    store = Store(folder)
    with store.session() as session:
        ids = [
            doughs.add(session, (drop_dough if n % 2 else cut_dough)(name=f"Number {n}", tags=(f"tag {n % 9}",))).id
            for n in range(DOUGHS)
        ]
        bakes.add(session, ids[1], bake(widths_mm=(80, 82), oven_min=12))
        session.add(plan_row(1))
    with store.reading() as session:
        one, day = session.scalars(select(BakeRow)).one(), session.scalars(select(PlanRow)).one()
        session.expunge_all()
    began = datetime(2020, 1, 1, tzinfo=UTC)
    copied(
        store, one, BAKES - 1, lambda n: {"dough_id": ids[n % OF_DOUGHS], "baked_at": began + timedelta(hours=9 * n)}
    )
    with store.session() as session:
        for id in ids[:OF_DOUGHS]:
            looked_anew(session, id)
    copied(store, day, DAYS - 1, lambda n: {"created_at": began + timedelta(days=n), "title": f"Day {n}"})
    store.close()
    return ids[1]


def stocked(folder: Path, dough: str) -> None:
    """Years of a cupboard, counted every ninth time, with its prices, and a full freezer."""
    store, now = Store(folder), datetime.now(UTC)
    kept = (
        "flour_ap",
        "butter_unsalted",
        "egg_whole",
        "sugar_granulated",
        "sugar_light_brown",
        "choc_dark_chopped",
        "salt_fine",
        "baking_soda",
    )
    with store.session() as session:
        for id in kept:
            stores.add(session, f"pantry-{id}", usual_item(id))
        for n in range(MOVES):
            why = MoveKind.USED if n % 9 else MoveKind.COUNTED
            stores.add(
                session, f"move-{n}", Move(why=why, at=now - timedelta(hours=n), amounts_g=dict.fromkeys(kept, 100.0))
            )
        for n in range(PRICES):
            stores.add(
                session, f"price-{n}", Price(ingredient_id=kept[n % len(kept)], pack_g=1000, paid="1.19", on=now.date())
            )
        for n in range(FROZEN):
            stores.add(
                session,
                f"put-{n}",
                Put(name=f"Frozen {n}", count=9, made_on=now.date(), spec=drop_dough(name=f"Frozen {n}")),
            )
        batches = (BatchWanted(id="a", dough_id=dough, times=3),)
        stores.add(session, "list", ShoppingList(name="Fair", made_at=now, batches=batches))
    store.close()


def timed(what: str, work: Callable[[], object]) -> None:
    began = time.monotonic()
    work()
    print(f"{time.monotonic() - began:8.2f} s  {what}")


def taken_in(folder: Path, path: Path) -> None:
    store = Store(folder)
    with opened(path) as archive, store.session() as session:
        take_in(session, archive, {})
    store.close()


def main() -> None:
    with tempfile.TemporaryDirectory() as within:
        folder = Path(within) / "data"
        dough = filled(folder)
        stocked(folder, dough)
        print(f"{(folder / 'kitchen.db').stat().st_size / 1e6:.0f} MB: {DOUGHS} doughs, {BAKES} bakes, {DAYS} days")
        began = time.monotonic()
        with serving(folder) as (_, url):
            print(f"{time.monotonic() - began:8.2f} s  to start, with all imports")
            for path in LISTS:
                asked = path.replace("{dough}", dough)
                status, _, first_s = ask(url, asked)
                assert status == 200, (path, status)
                took = sorted(ask(url, asked)[2] for _ in range(TIMES))
                print(
                    f"{statistics.median(took) * 1000:6.0f} ms median {took[-2] * 1000:6.0f} p95 {first_s * 1000:6.0f} first  {path}"
                )
        store = Store(folder)
        path = Path(within) / "whole.zip"
        with store.reading() as session:
            timed("archive written", lambda: write(session, path))
        print(f"{path.stat().st_size / 1e6:8.1f} MB the archive")
        timed("copied and checked", lambda: backups.make(store.path, BackupRule()))
        copy = backups.place_of(folder, backups.listed(folder)[0].name)
        timed("copy tried: everything in it read", lambda: backups.drill(copy, store.path))
        timed("archive taken into an empty kitchen", lambda: taken_in(Path(within) / "other", path))
        timed("and again, where all of it is the same", lambda: taken_in(Path(within) / "other", path))
        store.close()


if __name__ == "__main__":
    main()
