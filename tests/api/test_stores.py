"""Things of the stores through the real app: kept, changed, put aside, in tables, and what cannot be."""

from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.api.stores_kit import NOW, Json, add, change, levels


def test_a_field_that_both_changed_is_shown_and_left(client: TestClient) -> None:
    add(client, "put", kind="put", name="Drops", count=12, made_on="2026-11-20", place="top")
    change(client, "put", ("place", "top", "door"))
    met = change(client, "put", ("place", "top", "drawer"), ("note", "", "mine"))
    assert met["conflicts"] == [{"path": ["place"], "mine": "drawer", "theirs": "door"}]
    assert met["thing"]["note"] == "mine"


def test_what_stands_under_a_name_is_not_overwritten(client: TestClient) -> None:
    first = add(client, "put", kind="put", name="Drops", count=12, made_on="2026-11-20")
    body = {"id": "put", "thing": {"kind": "put", "name": "Rusks", "count": 3, "made_on": "2026-11-20"}}
    answer = client.post("/api/stores", json=body)
    assert answer.status_code == 409
    assert answer.json()["current"]["thing"]["name"] == "Drops"
    client.post("/api/stores/put/put-aside", json={"revision": first["revision"]})
    assert client.get("/api/stores/put").status_code == 410
    assert add(client, "put", **body["thing"])["thing"]["name"] == "Rusks"  # type: ignore[arg-type]


def test_what_is_put_aside_can_be_seen_and_thrown_away(client: TestClient) -> None:
    saved = add(client, "box", kind="packaging", name="Bag", each="0.20", pieces=6)
    assert client.post("/api/stores/box/throw-away", json={"revision": 1}).status_code == 409
    client.post("/api/stores/box/put-aside", json={"revision": saved["revision"]})
    assert [one["id"] for one in client.get("/api/stores", params={"aside": True}).json()] == ["box"]
    assert client.get("/api/stores", params={"kind": "packaging"}).json() == []
    assert client.post("/api/stores/box/throw-away", json={"revision": 2}).json() == {"done": True}
    assert client.get("/api/stores/box").status_code == 404


@pytest.mark.parametrize(
    "thing",
    [
        {"kind": "move", "why": "used", "at": NOW, "amounts_g": {"flour_ap": -5}},
        {"kind": "move", "why": "used", "at": NOW, "amounts_g": {"moonbeams": 5}},
        {"kind": "move", "why": "used", "at": NOW, "amounts_g": {}},
        {"kind": "move", "why": "counted", "at": NOW, "amounts_g": {"flour_ap": 1e9}},
        {"kind": "price", "ingredient_id": "flour_ap", "pack_g": 1000, "paid": "0", "on": "2026-11-01"},
        {"kind": "price", "ingredient_id": "flour_ap", "pack_g": 0, "paid": "1", "on": "2026-11-01"},
        {"kind": "pantry", "ingredient_id": "moonbeams"},
        {"kind": "put", "name": "x", "count": 0, "made_on": "2026-11-20"},
        {"kind": "boxes", "name": "x", "kinds": []},
        {"kind": "teapot"},
    ],
)  # fmt: skip
def test_what_cannot_be_is_said_at_its_field(client: TestClient, thing: Json) -> None:
    answer = client.post("/api/stores", json={"id": "x", "thing": thing})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["message"]
    assert client.get("/api/stores", params={"kind": "move"}).json() == []


def test_tables_go_out_and_come_in_again(stocked: TestClient) -> None:
    change(stocked, "pantry-flour_ap", ("best_before", None, "2027-03-01"), ("low_g", None, 500))
    out = stocked.get("/api/pantry/table").text
    read = stocked.post("/api/pantry/table", json={"text": out}).json()
    assert read["problems"] == []
    items = {one["item"]["ingredient_id"]: one["item"] for one in stocked.get("/api/pantry").json()["items"]}
    assert {one["ingredient_id"]: one for one in read["items"]} == items
    assert read["amounts_g"] == levels(stocked)
    add(
        stocked,
        "price",
        kind="price",
        ingredient_id="flour_ap",
        pack_g=1000,
        paid="1.19",
        on="2026-11-01",
        shop="Quay; store",
    )
    read = stocked.post("/api/costs/table", json={"text": stocked.get("/api/costs/table").text}).json()
    assert read["prices"] == [stocked.get("/api/stores/price").json()["thing"]]
    add(stocked, "put", kind="put", name="Drops", count=12, made_on="2026-11-20", place="top", each_g=40.0)
    read = stocked.post("/api/freezer/table", json={"text": stocked.get("/api/freezer/table").text}).json()
    assert read["puts"][0]["name"] == "Drops"
    assert read["puts"][0]["place"] == "top"


@pytest.mark.parametrize(
    ("path", "text", "says"),
    [
        ("pantry", "ingredient;amount_g\nflour_ap;1000\nmoonbeams;3\n", "Line 3"),
        ("pantry", "amount\n3\n", "ingredient"),
        ("pantry", "ingredient,amount_g\nflour_ap,-4\n", "Line 2"),
        ("costs", "ingredient,pack_g,paid,on\nflour_ap,1000,free,2026-11-01\n", "Line 2, paid"),
        ("costs", "ingredient,pack_g,paid,on\nplain flour,1000,\"1,19\",2026-11-01\nflour_ap,1000,1,someday\n", "Line 3, on"),
        ("shopping", "thing\nribbon\n", "what"),
        ("freezer", "name,count,made_on\nDrops,0,2026-11-01\n", "Line 2, count"),
    ],
)  # fmt: skip
def test_what_is_wrong_in_a_table_is_said_by_its_line(client: TestClient, path: str, text: str, says: str) -> None:
    read = client.post(f"/api/{path}/table", json={"text": text}).json()
    assert any(says in problem["message"] for problem in read["problems"])


def test_what_this_version_cannot_read_is_left_out_and_can_be_taken_away(client: TestClient, folder: Any) -> None:
    import sqlite3

    add(client, "put", kind="put", name="Drops", count=12, made_on="2026-11-20")
    with sqlite3.connect(folder / "kitchen.db") as connection:
        connection.execute("UPDATE stores SET body = ?", ('{"kind": "put", "schema": 99}',))
    assert client.get("/api/stores", params={"kind": "put"}).json() == []
    assert client.get("/api/stores/put").status_code == 422
    assert client.get("/api/stores/put/raw").json()["schema"] == 99
