"""Kitchens with some of everything in them, made by chance, for what must carry all of a kitchen."""

import uuid
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

from hypothesis import strategies as st
from sqlalchemy import select

from finebatch.core.base import FieldChange
from finebatch.core.bench import DoughSpec
from finebatch.core.day.request import DayRequest, DoughAsk
from finebatch.core.forming import ScoopForm
from finebatch.core.kitchen import Kitchen
from finebatch.core.live.brief import Brief
from finebatch.core.live.events import Noted
from finebatch.core.live.oven import OvenReading
from finebatch.core.stores import Marked, Move, MoveKind, OwnItem, Price, Put, ShoppingList, usual_item
from finebatch.store import bakes, doughs, kitchen, runs, stores, tries, versions, weigh_ins
from finebatch.store.archive.lines import TABLES, Line
from finebatch.store.archive.reading import opened
from finebatch.store.archive.writing import lines_of
from finebatch.store.bodies import Kind, body_of
from finebatch.store.database import Store
from finebatch.store.tables import PlanRow
from tests.core.notebook.kit import bake
from tests.day_kit import planned, simple
from tests.kit import cut_dough, drop_dough
from tests.photographs import photograph

PLAN = planned(simple(1))
BRIEF = Brief(plan=PLAN, asked=("dough",), dial_c=(180.0,))
JPEG = photograph(60, 40)
NOW = datetime(2026, 11, 20, 15, tzinfo=UTC)
ASKED = DayRequest(doughs=(DoughAsk(dough_id="a"),), at=NOW)
NAMES = st.text(st.characters(exclude_categories=("Cs", "Cc", "Zl", "Zp", "Cf", "Cn", "Co")), min_size=1, max_size=20)


@st.composite
def specs(draw: st.DrawFn) -> DoughSpec:
    name = " ".join(draw(NAMES).split()) or "x"
    if draw(st.booleans()):
        return cut_dough(name=name)
    return drop_dough(
        name=name, form=ScoopForm(portion_g=draw(st.integers(10, 90))), tags=draw(st.sampled_from([(), ("fair",)]))
    )


# What is done in a kitchen, by the number of the dough it is done to.
DEEDS = st.lists(
    st.tuples(
        st.sampled_from(["version", "aside", "weigh", "bake", "change bake", "picture", "try", "plan", "run", "room", "thing", "thing aside"]),
        st.integers(0, 9),
    ),
    max_size=8,
)  # fmt: skip


@st.composite
def kitchens(draw: st.DrawFn) -> tuple[list[DoughSpec], list[tuple[str, int]]]:
    """Doughs, and what is done with them."""
    return draw(st.lists(specs(), max_size=3)), draw(DEEDS)


def filled(folder: Path, made: tuple[list[DoughSpec], list[tuple[str, int]]]) -> Store:
    """A kitchen in which all that was done."""
    store = Store(folder)
    with store.session() as db:
        shelf = [doughs.add(db, spec) for spec in made[0]]
        for number, (deed, which) in enumerate(made[1]):
            if deed == "room":
                kitchen.change(
                    db, (FieldChange(path=("room_c",), was=kitchen.get(db).kitchen.room_c, now=15.0 + which),)
                )
            elif deed == "plan":
                db.add(plan_row(number))
            elif deed in ("thing", "thing aside"):
                _stored(db, number, aside=deed == "thing aside")
            elif deed == "run" and runs.open_run(db) is None:
                _run(db, ended=which % 2 == 0)
            elif shelf:
                _done(db, shelf[which % len(shelf)].id, deed, number)
    return store


def _stored(db: Any, number: int, aside: bool) -> None:
    things = (
        usual_item("flour_ap"), Move(why=MoveKind.COUNTED, at=NOW, amounts_g={"flour_ap": 750.5}), Put(name="Drops", count=12, made_on=NOW.date(), spec=drop_dough()),
        ShoppingList(name="Fair", made_at=NOW, own=(OwnItem(id="own", text="ribbon"),), marks={"flour_ap": Marked(ticked=True)}),
        Price(ingredient_id="flour_ap", pack_g=1000, paid="1.19", on=NOW.date()),
    )  # fmt: skip
    saved = stores.add(db, uuid.uuid4().hex, things[number % len(things)])
    if aside:
        stores.put_aside(db, saved.id, saved.revision)


def _done(db: Any, dough: str, deed: str, number: int) -> None:
    revision = db.scalar(select(doughs.DoughRow.revision).where(doughs.DoughRow.id == dough))
    gone = db.scalar(select(doughs.DoughRow.deleted_at).where(doughs.DoughRow.id == dough)) is not None
    if deed == "version" and not gone:
        versions.keep(db, dough, revision, f"before {number}")
    elif deed == "aside" and not gone:
        doughs.put_aside(db, dough, revision)
    elif deed == "weigh":
        weigh_ins.change(db, dough, (FieldChange(path=("poured_g",), was={}, now={"l1": 100.0 + number}),))
    elif deed == "try":
        tries.keep(db, dough, f"more of it {number}", drop_dough(name="Other"))
    elif deed in ("bake", "picture", "change bake"):
        saved = bakes.add(db, dough, bake(days_ago=number), JPEG if deed == "picture" else b"")
        if deed == "change bake":
            bakes.save(db, saved.id, saved.revision, saved.bake.but(baked_at=NOW))


def plan_row(number: int) -> PlanRow:
    return PlanRow(
        id=f"plan{number:04d}" * 4, revision=1, title=f"Day {number}", created_at=NOW, starts_at=PLAN.start, ends_at=PLAN.end, deleted_at=None,
        doughs=[body_of(Kind.DOUGH, drop_dough())], request=body_of(Kind.DAY_REQUEST, ASKED), body=body_of(Kind.PLAN, PLAN),
    )  # fmt: skip


def _run(db: Any, ended: bool) -> None:
    run = runs.begin(db, "plan", "Drops", BRIEF, (drop_dough(),), Kitchen(), NOW)
    for number in range(3):
        runs.told(db, run.id, f"key-{number:05d}", Noted(text=f"note {number}"))
    runs.read_down(db, run.id, (OvenReading(oven=1, at=NOW + timedelta(minutes=2), read_c=171.25, lag_s=20),))
    if ended:
        runs.end(db, run.id)


def all_lines(store: Store) -> dict[str, list[Line]]:
    """Everything that is kept in a kitchen, as an archive tells it."""
    with store.reading() as db:
        return {table.name: list(lines_of(db, table)) for table in TABLES}


def lines_in(path: Path) -> dict[str, list[Line]]:
    """Everything that an archive holds."""
    with opened(path) as archive:
        return {table.name: list(archive.lines(table)) for table in TABLES}
