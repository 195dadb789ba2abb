"""Data of every earlier version, data of later ones, and data outside limits that were tightened since."""

import json
import sqlite3
from contextlib import closing
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from finebatch.api.app import create_app
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.store import bakes, doughs, kitchen, plans, versions, weigh_ins
from finebatch.store.bodies import SCHEMA_KEY, Kind, UnreadableError, body_of, read, schema_of, upgraded
from finebatch.store.database import Store
from tests.kit import DATA, drop_dough

# Written by the program of each form of the database, with its demo kitchen in it.
STORED = sorted((DATA / "stored").glob("*.sql"))


def laid(folder: Path, dump: Path) -> Path:
    """A stored example as the file of a data folder."""
    folder.mkdir(parents=True, exist_ok=True)
    with closing(sqlite3.connect(folder / "kitchen.db")) as connection:
        connection.executescript(dump.read_text(encoding="utf-8"))
    return folder


def counted(folder: Path, table: str) -> int:
    with closing(sqlite3.connect(folder / "kitchen.db")) as connection:
        return int(connection.execute(f"SELECT count(*) FROM {table}").fetchone()[0])


def spoiled(folder: Path, sql: str, *values: object) -> None:
    with closing(sqlite3.connect(folder / "kitchen.db")) as connection:
        assert connection.execute(sql, values).rowcount == 1
        connection.commit()


@pytest.mark.parametrize("dump", STORED, ids=lambda path: path.stem)
def test_data_of_every_version_is_opened_whole(tmp_path: Path, dump: Path) -> None:
    folder = laid(tmp_path / "old", dump)
    many = counted(folder, "doughs")
    lines = [
        len(json.loads(body)["lines"])
        for (body,) in sqlite3.connect(folder / "kitchen.db").execute("SELECT body FROM doughs ORDER BY id")
    ]
    store = Store(folder)
    with store.reading() as session:
        page = doughs.shelf(session)
        assert page.total == many == len(page.doughs)
        assert all(dough.readable for dough in page.doughs)
        spec_lines = [len(doughs.get(session, d.id).spec.lines) for d in sorted(page.doughs, key=lambda d: d.id)]
        assert spec_lines == lines == [d.line_count for d in sorted(page.doughs, key=lambda d: d.id)]
        assert kitchen.get(session).revision >= 1
        assert kitchen.get(session).adjusted == ()
        for plan in plans.recent(session).plans:
            assert plans.get(session, plan.id).plan.steps
        kept = [version for dough in page.doughs for version in versions.of(session, dough.id)]
        assert all(version.spec for version in kept)
    # A copy of before was kept, and is the file as it was.
    assert store.copy_before is not None
    with closing(sqlite3.connect(store.copy_before)) as copy:
        assert copy.execute("SELECT version_num FROM alembic_version").fetchone()[0] == dump.stem.split("-")[-1]
    store.close()


def test_bakes_of_before_there_were_pictures_are_there_with_how_they_stood(tmp_path: Path) -> None:
    (dump,) = (path for path in STORED if path.stem == "stored-0006")
    store = Store(laid(tmp_path / "old", dump))
    with store.reading() as session:
        later, first = bakes.listed(session, None).bakes
        assert later.picture_id is None
        assert first.bake.measured.widths_mm == (78, 80)
        (before,) = bakes.befores(session, first.id)
        assert before.bake.measured.note == "the ones for the fair"


def test_what_was_kept_beside_the_doughs_is_found_again(tmp_path: Path) -> None:
    store = Store(laid(tmp_path / "old", STORED[-1]))
    with store.reading() as session:
        with_versions = [d.id for d in doughs.shelf(session).doughs if versions.of(session, d.id)]
        (note,) = (version.note for version in versions.of(session, with_versions[0]))
        assert note == "before the picnic"
        assert weigh_ins.get(session, with_versions[0]).state.poured_g
        assert plans.recent(session).total == 2
    store.close()


def test_a_stored_request_with_a_fixed_offset_is_upgraded() -> None:
    old = {"closed": {"from_min": 1320, "to_min": 420, "offset_min": -210}}
    assert upgraded(Kind.DAY_REQUEST, old)["closed"]["zone"] == "UTC-03:30"
    assert "offset_min" in old["closed"]  # what is stored is not touched by reading


def test_every_body_carries_its_number() -> None:
    for kind in Kind:
        assert body_of(kind, Kitchen())[SCHEMA_KEY] == schema_of(kind)


def test_a_body_of_a_later_version_is_not_guessed_at() -> None:
    body = {**body_of(Kind.DOUGH, drop_dough()), SCHEMA_KEY: 99}
    with pytest.raises(UnreadableError, match="newer"):
        read(Kind.DOUGH, type(drop_dough()), body)


@pytest.fixture
def served(tmp_path: Path) -> tuple[TestClient, Path, list[str]]:
    """Three doughs; the second has a form this version does not know."""
    folder = tmp_path / "data"
    with TestClient(create_app(folder), base_url="http://localhost") as client:
        ids = [
            client.post("/api/doughs", json=drop_dough(name=f"Dough {i}").model_dump(mode="json")).json()["id"]
            for i in range(3)
        ]
        body = json.dumps({**drop_dough().model_dump(mode="json"), "form": {"kind": "pyramid", "edge_mm": 30}})
        spoiled(folder, "UPDATE doughs SET body = ? WHERE id = ?", body, ids[1])
        yield client, folder, ids


def test_one_unreadable_dough_never_breaks_the_shelf(served: tuple[TestClient, Path, list[str]]) -> None:
    client, _, ids = served
    listed = {dough["id"]: dough for dough in client.get("/api/doughs").json()["doughs"]}
    assert [listed[id]["readable"] for id in ids] == [True, False, True]
    answer = client.get(f"/api/doughs/{ids[1]}")
    assert answer.status_code == 422
    assert "cannot be read by this version" in answer.json()["detail"]
    assert client.get(f"/api/doughs/{ids[1]}/raw").json()["form"] == {"kind": "pyramid", "edge_mm": 30}
    assert client.get(f"/api/doughs/{ids[1]}/export/csv").status_code == 422
    away = client.post(f"/api/doughs/{ids[1]}/put-aside", json={"revision": 1})
    assert away.status_code == 200
    assert client.get("/api/doughs").json()["total"] == 2


def test_a_number_outside_a_tightened_limit_is_brought_inside_and_said(
    served: tuple[TestClient, Path, list[str]],
) -> None:
    client, folder, ids = served
    stored = drop_dough().model_dump(mode="json")
    stored["form"]["portion_g"] = 90_000.0
    stored["name"] = "Two\nlines"
    spoiled(folder, "UPDATE doughs SET body = ? WHERE id = ?", json.dumps(stored), ids[0])
    dough = client.get(f"/api/doughs/{ids[0]}").json()
    assert dough["spec"]["name"] == "Two lines"
    assert dough["spec"]["form"]["portion_g"] < 90_000
    assert {problem["field"] for problem in dough["adjusted"]} == {"name", "form.portion_g"}
    assert any("90000" in problem["message"] for problem in dough["adjusted"])
    # Saving goes on, and what stood before is kept as a version first.
    saved = client.put(f"/api/doughs/{ids[0]}", json={"revision": 1, "spec": dough["spec"]})
    assert saved.status_code == 200
    assert saved.json()["adjusted"] == []
    (version,) = client.get(f"/api/doughs/{ids[0]}/versions").json()
    raw = client.get(f"/api/doughs/{ids[0]}/versions/{version['id']}/raw").json()
    assert raw["form"]["portion_g"] == 90_000.0


def test_a_kitchen_out_of_limits_is_never_refused(served: tuple[TestClient, Path, list[str]]) -> None:
    client, folder, _ = served
    client.patch("/api/kitchen", json={"changes": [{"path": ["bowls"], "was": 3, "now": 5}]})
    body = Kitchen(bowls=5).model_dump(mode="json")
    body |= {"room_c": 90.0, "liner": "moss", "paces": {"mix": -3}}
    spoiled(folder, "UPDATE kitchen SET body = ?", json.dumps(body))
    answer = client.get("/api/kitchen").json()
    assert answer["kitchen"]["room_c"] == 40
    assert answer["kitchen"]["bowls"] == 5
    assert {problem["field"] for problem in answer["adjusted"]} == {"room_c", "liner", "paces"}
    # A change of another field leaves what is stored of these as it was.
    changed = client.patch("/api/kitchen", json={"changes": [{"path": ["bowls"], "was": 5, "now": 6}]}).json()
    assert changed["kitchen"]["bowls"] == 6
    assert client.get("/api/kitchen/raw").json()["room_c"] == 90.0
    settled = client.patch("/api/kitchen", json={"changes": [{"path": ["room_c"], "was": 40, "now": 21}]}).json()
    assert "room_c" not in {problem["field"] for problem in settled["adjusted"]}


def test_a_kitchen_that_is_no_kitchen_gives_the_usual_one_and_says_so(
    served: tuple[TestClient, Path, list[str]],
) -> None:
    client, folder, _ = served
    client.patch("/api/kitchen", json={"changes": [{"path": ["bowls"], "was": 3, "now": 5}]})
    spoiled(folder, "UPDATE kitchen SET body = ?", '{"schema": 77}')
    answer = client.get("/api/kitchen").json()
    assert answer["kitchen"] == Kitchen().model_dump(mode="json")
    assert "newer" in answer["adjusted"][0]["message"]
