"""Lists to buy through the real app: worked out, ticked from two devices, taken along."""

import csv
import io
from typing import Any

import pytest
from fastapi.testclient import TestClient
from httpx import Response
from icalendar import Calendar

from tests.api.stores_kit import NOW, add, change, dough, levels
from tests.barrier import at_once
from tests.kit import drop_dough


def test_a_list_is_worked_out_ticked_and_put_away(stocked: TestClient) -> None:
    id = dough(stocked)
    add(
        stocked,
        "list",
        kind="shopping",
        name="For the fair",
        made_at=NOW,
        batches=[{"id": "a", "dough_id": id, "times": 5}],
    )
    add(stocked, "price", kind="price", ingredient_id="flour_ap", pack_g=1000, paid="1.19", on="2026-11-01")
    found = stocked.get("/api/shopping/list").json()
    lines = {line["key"]: line for line in found["shopping"]["lines"]}
    assert lines["flour_ap"]["says"] == "1 bag of 1 kg"
    assert float(lines["flour_ap"]["cost"]["value"]) == pytest.approx(1.19)
    assert any(text.startswith("Whole egg") for text in found["shopping"]["enough"])
    ticked = {"ticked": True, "grams": None, "left_out": False}
    change(stocked, "list", ("marks.flour_ap", None, ticked))
    move = stocked.post("/api/shopping/list/put-away", headers={"Idempotency-Key": "device-a-put-1"}).json()
    again = stocked.post("/api/shopping/list/put-away", headers={"Idempotency-Key": "device-a-put-1"}).json()
    assert again["id"] == move["id"]
    assert levels(stocked)["flour_ap"] == pytest.approx(2130)
    assert stocked.get("/api/shopping/list").json()["wanted"]["put_away_at"]


def test_what_the_pantry_does_not_count_is_not_put_away(client: TestClient) -> None:
    add(client, "list", kind="shopping", name="x", made_at=NOW, batches=[{"id": "a", "dough_id": dough(client)}])
    change(client, "list", ("marks.flour_ap", None, {"ticked": True, "grams": None, "left_out": False}))
    answer = client.post("/api/shopping/list/put-away")
    assert answer.status_code == 422
    assert "keeps count" in answer.json()["detail"]


def test_nothing_ticked_is_nothing_to_put_away(stocked: TestClient) -> None:
    add(stocked, "list", kind="shopping", name="x", made_at=NOW)
    answer = stocked.post("/api/shopping/list/put-away")
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == "marks"


def test_a_list_follows_its_dough_and_says_what_is_gone(client: TestClient) -> None:
    id, other = dough(client), dough(client, "Tide Rounds")
    batches = [{"id": "a", "dough_id": id}, {"id": "b", "dough_id": other}]
    add(client, "list", kind="shopping", name="x", made_at=NOW, batches=batches)
    client.post(f"/api/doughs/{other}/put-aside", json={"revision": 1})
    found = client.get("/api/shopping/list").json()["shopping"]
    assert found["doughs_gone"] == 1
    before = {line["key"] for line in found["lines"]}
    spec = drop_dough(name="Deck Drops", lines=drop_dough().lines[:-1]).model_dump(mode="json")
    client.put(f"/api/doughs/{id}", json={"revision": 1, "spec": spec})
    after = {line["key"] for line in client.get("/api/shopping/list").json()["shopping"]["lines"]}
    assert before - after == {"choc_dark_chopped"}


def test_a_list_is_taken_along_as_text_table_and_to_do(client: TestClient) -> None:
    id = dough(client, "Tide Rounds")
    own = [{"id": "own", "text": "=cmd|ribbon", "aisle": ""}]
    marks = {"own": {"ticked": True}}
    add(
        client,
        "list",
        kind="shopping",
        name="Fair",
        made_at=NOW,
        batches=[{"id": "a", "dough_id": id}],
        own=own,
        marks=marks,
    )
    text = client.get("/api/shopping/list/text").text
    assert "[x] =cmd|ribbon" in text
    assert "[ ] All-purpose wheat flour, 300 g" in text
    rows = list(csv.DictReader(io.StringIO(client.get("/api/shopping/list/table").text)))
    assert {row["what"] for row in rows} >= {"Caster sugar", "'=cmd|ribbon"}
    read = client.post("/api/shopping/table", json={"text": client.get("/api/shopping/list/table").text}).json()
    assert read["problems"] == []
    assert {one["text"] for one in read["own"]} >= {"All-purpose wheat flour, 300 g", "=cmd|ribbon"}
    todos = list(Calendar.from_ical(client.get("/api/shopping/list/to-do").content).walk("VTODO"))
    assert len(todos) == 1 + len(rows)
    assert {str(todo["status"]) for todo in todos} == {"NEEDS-ACTION", "COMPLETED"}


def test_two_devices_tick_in_the_same_moment_and_both_count(client: TestClient) -> None:
    id = dough(client)
    add(client, "list", kind="shopping", name="Fair", made_at=NOW, batches=[{"id": "a", "dough_id": id}])
    ticked = {"ticked": True, "grams": None, "left_out": False}

    def tick(key: str) -> Any:
        changes = [{"path": ["marks", key], "was": None, "now": ticked}]
        return lambda: client.patch("/api/stores/list", json={"changes": changes})

    for number in range(20):
        answers = at_once(tick(f"a{number}"), tick(f"b{number}"))
        assert all(
            isinstance(one, Response) and one.status_code == 200 and not one.json()["conflicts"] for one in answers
        )
    assert len(client.get("/api/stores/list").json()["thing"]["marks"]) == 40
