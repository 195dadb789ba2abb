"""Long shelves and many plans: a page at a time, found by words, nothing hidden and nothing twice."""

import sqlite3
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st
from sqlalchemy import event

from finebatch.api.app import create_app
from finebatch.core.card.line import Line
from finebatch.store import doughs
from finebatch.store.database import Store
from finebatch.store.doughs import searchable
from finebatch.store.tables import DoughRow, PlanRow, utc_now
from tests.kit import drop_dough

WORDS = ("rye", "lime", "fig", "Crème", "caraway", "Käse", "50%", "under_score", "Ġob")
DOUGHS, PLANS = 2000, 300


@pytest.fixture(scope="module")
def long(tmp_path_factory: pytest.TempPathFactory) -> Iterator[TestClient]:
    """A shelf of years."""
    folder = tmp_path_factory.mktemp("long")
    store = Store(folder)
    spec = drop_dough()
    with store.session() as session:
        for n in range(DOUGHS):
            line = Line(id="own", text=f"{n} g {WORDS[n % len(WORDS)]}")
            doughs.add(session, spec.model_copy(update={"name": f"Dough {n:04}", "lines": (*spec.lines, line)}))
        now = utc_now()
        for n in range(PLANS):
            session.add(
                PlanRow(id=f"{n:032}", revision=1, title=f"Plan {n}", created_at=now, starts_at=now, ends_at=now, doughs=[], request={}, body={})
            )  # fmt: skip
    store.close()
    with TestClient(create_app(folder), base_url="http://localhost") as client:
        yield client


def pages(client: TestClient, path: str, key: str, **query: Any) -> list[dict[str, Any]]:
    found, next = [], None
    while True:
        page = client.get(path, params={**query, **({"next": next} if next else {})}).json()
        found += page[key]
        next = page["next"]
        if not next:
            assert page["total"] == len(found)
            return found


def test_every_dough_is_on_some_page_once(long: TestClient) -> None:
    ids = [dough["id"] for dough in pages(long, "/api/doughs", "doughs", limit=200)]
    assert len(ids) == len(set(ids)) == DOUGHS


def test_every_plan_is_on_some_page_once(long: TestClient) -> None:
    ids = [plan["id"] for plan in pages(long, "/api/plans", "plans")]
    assert len(ids) == len(set(ids)) == PLANS


def test_doughs_are_found_by_name_and_line(long: TestClient) -> None:
    assert [d["name"] for d in pages(long, "/api/doughs", "doughs", words="dough 0042")] == ["Dough 0042"]
    assert len(pages(long, "/api/doughs", "doughs", words="creme")) == len(range(3, DOUGHS, len(WORDS)))
    assert len(pages(long, "/api/doughs", "doughs", words="50%")) == len(range(6, DOUGHS, len(WORDS)))
    assert len(pages(long, "/api/doughs", "doughs", words="under_score")) == len(range(7, DOUGHS, len(WORDS)))
    assert pages(long, "/api/doughs", "doughs", words="rye lime") == []


def test_a_place_that_was_never_given_is_refused(long: TestClient) -> None:
    for next in ("nonsense", "2026-99-99_x", "_", "9999-12-31T23:59:59-14:00_x"):
        answer = long.get("/api/doughs", params={"next": next})
        assert answer.status_code == 422
        assert answer.json()["errors"][0]["field"] == "next"


def test_a_dough_changed_between_two_pages_hides_no_other(long: TestClient) -> None:
    first = long.get("/api/doughs", params={"limit": 100, "words": "caraway"}).json()
    last = first["doughs"][-1]
    saved = long.get(f"/api/doughs/{last['id']}").json()
    long.put(f"/api/doughs/{last['id']}", json={"revision": saved["revision"], "spec": saved["spec"]})
    rest = long.get("/api/doughs", params={"limit": 200, "words": "caraway", "next": first["next"]}).json()
    seen = {dough["id"] for dough in (*first["doughs"], *rest["doughs"])}
    assert len(seen) == first["total"]


@pytest.mark.parametrize("query", [{}, {"words": "dough"}, {"words": "creme"}, {"words": "not there"}])
def test_of_a_long_shelf_only_the_doughs_of_one_page_are_read(long: TestClient, query: dict[str, str]) -> None:
    """What a page costs is its rows, so they are counted; the time is measured in the budgets."""
    read: list[str] = []

    def count(row: DoughRow, _context: object) -> None:
        read.append(row.id)

    event.listen(DoughRow, "load", count)
    try:
        page = long.get("/api/doughs", params={**query, "limit": 20}).json()
    finally:
        event.remove(DoughRow, "load", count)
    assert len(page["doughs"]) <= len(read) <= 21


def test_the_columns_of_older_files_are_filled_as_the_program_fills_them(tmp_path: Path) -> None:
    from tests.store.test_stored_data import STORED, laid

    folder = laid(tmp_path / "old", STORED[-1])
    store = Store(folder)
    with store.session() as session:
        specs = {d.id: doughs.get(session, d.id) for d in doughs.shelf(session).doughs}
    with closing(sqlite3.connect(folder / "kitchen.db")) as connection:
        columns = "SELECT name, line_count, preview, words, name_key, kind, family, holds, tags, form FROM doughs WHERE id = ?"
        migrated = {id: connection.execute(columns, (id,)).fetchone() for id in specs}
    with store.session() as session:
        for id, dough in specs.items():
            doughs.save(session, id, dough.revision, dough.spec)
    with closing(sqlite3.connect(folder / "kitchen.db")) as connection:
        for id, before in migrated.items():
            after = connection.execute(columns, (id,)).fetchone()
            assert before[:-1] == after[:-1]
            assert before[7]  # what it holds is told of every one
    store.close()


@given(st.text(max_size=40))
def test_searching_knows_no_case_and_no_accents(text: str) -> None:
    assert searchable(text) == searchable(searchable(text))
    assert searchable(text.casefold()) == searchable(text)


@pytest.fixture
def few(tmp_path: Path) -> Iterator[TestClient]:
    """Four doughs that differ in what can be asked for."""
    with TestClient(create_app(tmp_path), base_url="http://localhost") as client:
        for name, lines, form, tags in (
            ("Quay Butter", ("200 g flour", "100 g butter", "80 g sugar"), "scoop", ["picnic"]),
            ("Anchor Eggs", ("200 g flour", "2 eggs", "80 g sugar"), "rusk", ["picnic", "gifts"]),
            ("mast almonds", ("200 g ground almonds", "2 egg whites", "80 g sugar"), "ball", []),
            ("Bilge Riddle", ("200 g flour", "1 cup of quux", "80 g oil"), "scoop", []),
        ):
            spec = {
                "name": name, "form": {"kind": form}, "tags": tags,
                "lines": [{"id": f"l{n}", "text": text} for n, text in enumerate(lines)],
            }  # fmt: skip
            assert client.post("/api/doughs", json=spec).status_code == 201
        yield client


def found(client: TestClient, **query: Any) -> set[str]:
    return {dough["name"] for dough in client.get("/api/doughs", params=query).json()["doughs"]}


def test_a_dough_is_found_by_what_is_not_in_it(few: TestClient) -> None:
    assert found(few, words="no egg") == found(few, words="egg-free") == found(few, without="egg") == {"Quay Butter"}
    assert found(few, words="without nuts") == {"Quay Butter", "Anchor Eggs"}
    assert found(few, without="gluten") == {"mast almonds"}
    assert found(few, words="no milk egg") == {"Anchor Eggs", "mast almonds"}
    assert found(few, without=["egg", "gluten"]) == set()
    # A line that cannot be told may hold anything: such a dough is never called free of it.
    assert "Bilge Riddle" not in found(few, words="no sesame")
    # Any other word is simply not in the words.
    assert found(few, words="no oil") == {"Quay Butter", "Anchor Eggs", "mast almonds"}


def test_a_dough_is_found_by_form_family_and_tag_and_in_order(few: TestClient) -> None:
    assert found(few, kind="scoop") == {"Quay Butter", "Bilge Riddle"}
    assert found(few, tag="picnic") == {"Quay Butter", "Anchor Eggs"}
    assert found(few, tag="pic") == set()
    assert "Anchor Eggs" in found(few, words="rusk")
    names = [dough["name"] for dough in few.get("/api/doughs", params={"order": "name"}).json()["doughs"]]
    assert names == ["Anchor Eggs", "Bilge Riddle", "mast almonds", "Quay Butter"]
    page = few.get("/api/doughs", params={"order": "name", "limit": 3}).json()
    (last,) = few.get("/api/doughs", params={"order": "name", "limit": 3, "next": page["next"]}).json()["doughs"]
    assert last["name"] == "Quay Butter"
    assert few.get("/api/doughs", params={"order": "name", "next": "nonsense"}).status_code == 422
    assert few.get("/api/doughs/choices").json() == {
        "kinds": ["ball", "rusk", "scoop"], "tags": ["gifts", "picnic"], "total": 4, "aside": 0,
    }  # fmt: skip


def test_finishes_count_among_what_a_dough_holds(few: TestClient) -> None:
    (dough,) = few.get("/api/doughs", params={"words": "quay"}).json()["doughs"]
    saved = few.get(f"/api/doughs/{dough['id']}").json()
    for kind in ("egg_wash", "dip"):
        spec = {**saved["spec"], "finishings": [{"kind": kind}]}
        saved = few.put(f"/api/doughs/{dough['id']}", json={"revision": saved["revision"], "spec": spec}).json()
        assert found(few, words="no egg") == set()


def test_what_was_put_aside_is_listed_and_thrown_away_for_good(few: TestClient) -> None:
    (dough,) = few.get("/api/doughs", params={"words": "quay"}).json()["doughs"]
    at = f"/api/doughs/{dough['id']}"
    few.post(f"{at}/versions", json={"revision": 1, "note": "the first"})
    few.patch(f"{at}/weigh-in", json={"changes": [{"path": ["poured_g", "l0"], "was": None, "now": 200}]})
    assert few.post(f"{at}/throw-away", json={"revision": 1}).status_code == 409  # not before it is put aside
    few.post(f"{at}/put-aside", json={"revision": 1})
    assert few.get("/api/doughs/choices").json()["aside"] == 1
    assert found(few, aside=True) == {"Quay Butter"}
    assert few.post(f"{at}/throw-away", json={"revision": 1}).status_code in (409, 410)
    assert few.post(f"{at}/throw-away", json={"revision": 2}).json() == {"done": True}
    assert few.get(at).status_code == 404
    assert found(few, aside=True) == set()
