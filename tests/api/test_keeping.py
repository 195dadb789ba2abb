"""Copies and archives through the real app."""

import io
import json
import zipfile
from datetime import timedelta
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from finebatch.api import backing_up
from finebatch.api.app import create_app
from finebatch.api.guard import MAX_BODY_BYTES
from finebatch.core.base import FieldChange
from tests.api.notebook_kit import on_shelf, written

ZIP = {"content-type": "application/octet-stream"}


def whole(client: TestClient) -> bytes:
    answer = client.get("/api/archives/whole")
    assert answer.status_code == 200
    assert answer.headers["content-type"] == "application/zip"
    assert ".zip" in answer.headers["content-disposition"]
    return answer.content


def test_an_archive_goes_from_one_kitchen_to_another(client: TestClient, tmp_path: Path) -> None:
    dough = on_shelf(client, name="Deck Drops")
    written(client, dough, note="for the fair")
    data = whole(client)
    assert not list((tmp_path / "data" / "incoming").iterdir())  # what was sent lies nowhere
    with TestClient(create_app(tmp_path / "other"), base_url="http://localhost") as other:
        here = other.post("/api/archives", content=data, headers=ZIP).json()
        assert {one["kind"]: one["new"] for one in here["compared"]["counted"]}["doughs"] == 1
        assert other.get("/api/doughs").json()["total"] == 0  # nothing yet
        done = other.post(f"/api/archives/{here['id']}", json={})
        assert done.status_code == 200
        assert other.get(f"/api/doughs/{dough}").json() == client.get(f"/api/doughs/{dough}").json()
        assert other.get("/api/bakes").json() == client.get("/api/bakes").json()
        assert other.post(f"/api/archives/{here['id']}", json={}).status_code == 404  # taken in once


def test_what_differs_is_asked_at_the_choice_and_answered(client: TestClient) -> None:
    dough = on_shelf(client, name="Deck Drops")
    data = whole(client)
    saved = client.get(f"/api/doughs/{dough}").json()
    renamed = {"revision": saved["revision"], "spec": {**saved["spec"], "name": "Thinner"}}
    assert client.put(f"/api/doughs/{dough}", json=renamed).status_code == 200
    here = client.post("/api/archives", content=data, headers=ZIP).json()
    (differing,) = here["compared"]["differing"]
    assert (differing["name"], differing["both"]) == ("Thinner", True)
    refused = client.post(f"/api/archives/{here['id']}", json={})
    assert refused.status_code == 422
    assert "Nothing was changed" in refused.json()["detail"]
    taken = client.post(f"/api/archives/{here['id']}", json={"takes": {differing["id"]: "theirs"}})
    assert taken.status_code == 200
    assert client.get(f"/api/doughs/{dough}").json()["spec"]["name"] == "Deck Drops"
    # Who still has the other one open is told, and loses nothing.
    stale = client.put(f"/api/doughs/{dough}", json={**renamed, "revision": saved["revision"] + 1})
    assert stale.status_code == 409


@pytest.mark.parametrize("wrong", [b"", b"PK", b"a card: 100 g flour", json.dumps([1]).encode()])
def test_what_is_no_archive_is_refused_and_lies_nowhere(client: TestClient, folder: Path, wrong: bytes) -> None:
    answer = client.post("/api/archives", content=wrong, headers=ZIP)
    assert answer.status_code == 422
    assert "Nothing was changed" in answer.json()["detail"]
    assert not list((folder / "incoming").iterdir())


def test_an_archive_may_be_larger_than_a_card(client: TestClient) -> None:
    data = io.BytesIO(whole(client))
    with zipfile.ZipFile(data, "a") as archive:
        archive.writestr("ballast", bytes(range(256)) * (MAX_BODY_BYTES // 128))
    assert client.post("/api/archives", content=data.getvalue(), headers=ZIP).status_code == 200
    assert client.post("/api/cards/read", content=data.getvalue(), headers=ZIP).status_code == 413


def test_an_archive_for_which_there_is_no_place_is_refused_in_words(client: TestClient, folder: Path) -> None:
    data = whole(client)
    (folder / "incoming").rmdir()
    (folder / "incoming").write_text("a file where the folder should be")
    for answer in (client.post("/api/archives", content=data, headers=ZIP), client.get("/api/archives/whole")):
        assert answer.status_code == 503
        assert "cannot be written" in answer.json()["detail"]


def test_an_archive_is_left_and_gone(client: TestClient, folder: Path) -> None:
    here = client.post("/api/archives", content=whole(client), headers=ZIP).json()
    assert client.delete(f"/api/archives/{here['id']}").status_code == 200
    assert client.delete(f"/api/archives/{here['id']}").status_code == 404
    assert client.post("/api/archives/kitchen.db", json={}).status_code == 404
    assert not list((folder / "incoming").iterdir())


def test_a_copy_is_made_tried_and_taken_away(client: TestClient) -> None:
    on_shelf(client)
    assert client.get("/api/backups").json()["made"] == []
    made = client.post("/api/backups").json()
    (listed,) = client.get("/api/backups").json()["made"]
    assert listed == made
    found = client.post(f"/api/backups/{made['name']}/drill").json()
    assert found["holds"] == found["here"] == {"doughs": 1, "days": 0, "bakes": 0, "runs": 0, "unreadable": 0}
    file = client.get(f"/api/backups/{made['name']}/file")
    assert file.content.startswith(b"SQLite format 3")
    assert client.post("/api/backups/backup-2020-01-01-000000Z.db/drill").status_code == 404


def test_copies_are_made_by_themselves_as_the_kitchen_has_it(folder: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(backing_up, "FIRST_LOOK_S", 0.0)
    monkeypatch.setattr(backing_up, "LOOK_EVERY_S", 0.05)
    with TestClient(create_app(folder), base_url="http://localhost") as client:
        listed = _until(client, 1)
        (made,) = listed["made"]
        assert listed["next_at"] is not None
        # A day later another one is made.
        path = folder / "copies" / made["name"]
        path.rename(path.with_name("backup-2026-01-01-000000Z.db"))
        assert len(_until(client, 2)["made"]) == 2
        never = FieldChange(path=("backup", "on"), was=True, now=False).model_dump(mode="json")
        assert client.patch("/api/kitchen", json={"changes": [never]}).json()["kitchen"]["backup"]["on"] is False
        assert client.get("/api/backups").json()["next_at"] is None


def test_a_copy_that_cannot_be_made_is_said_and_tried_again_later(folder: Path) -> None:
    with TestClient(create_app(folder), base_url="http://localhost") as client:
        (folder / "copies").write_text("a file where the folder should be")
        refused = client.post("/api/backups")
        assert refused.status_code == 503
        listed = client.get("/api/backups").json()
        assert listed["failed"] == refused.json()["detail"]
        (folder / "copies").unlink()
        assert client.post("/api/backups").status_code == 201
        assert client.get("/api/backups").json()["failed"] is None


def _until(client: TestClient, many: int) -> dict[str, list[dict[str, str]]]:
    import time

    for _ in range(200):
        listed: dict[str, list[dict[str, str]]] = client.get("/api/backups").json()
        if len(listed["made"]) >= many:
            return listed
        time.sleep(timedelta(milliseconds=50).total_seconds())
    raise AssertionError("no copy was made")
