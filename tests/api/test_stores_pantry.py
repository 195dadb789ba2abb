"""The pantry through the real app: counted, taken down, what can be made of it."""

from datetime import UTC, datetime

import pytest
from fastapi.testclient import TestClient

from tests.api.stores_kit import NOW, add, count, dough, levels
from tests.kit import drop_dough


def test_a_batch_is_taken_down_and_put_back_with_one_tap(stocked: TestClient) -> None:
    spec = drop_dough().model_dump(mode="json")
    use = stocked.post("/api/pantry/uses", json={"dough": spec, "times": 2, "dough_id": "a"}).json()
    assert set(use["amounts_g"]) == {"flour_ap", "butter_unsalted", "egg_whole"}
    assert use["taken_at"] is None
    now = datetime.now(UTC).isoformat()
    move = add(
        stocked, "used-1", kind="move", why="used", at=now, amounts_g=use["amounts_g"], says=use["says"], dough_id="a"
    )
    assert levels(stocked)["flour_ap"] == pytest.approx(1130 - 540)
    assert stocked.post("/api/pantry/uses", json={"dough": spec, "dough_id": "a"}).json()["taken_at"]
    stocked.post("/api/stores/used-1/put-aside", json={"revision": move["revision"]})
    assert levels(stocked) == {"flour_ap": 1130, "butter_unsalted": 500, "egg_whole": 550}
    stocked.post("/api/stores/used-1/put-back", json={"revision": move["revision"] + 1})
    assert levels(stocked)["flour_ap"] == pytest.approx(590)


def test_a_kitchen_without_a_pantry_is_told_nothing(client: TestClient) -> None:
    dough(client)
    assert client.get("/api/pantry").json() == {"items": [], "recent": []}
    assert client.get("/api/pantry/makes").json() == []


def test_the_shelf_says_what_can_be_made(stocked: TestClient) -> None:
    drops, rounds = dough(stocked), dough(stocked, "Tide Rounds")
    count(stocked, "second", at="2026-11-20T09:00:00Z", butter_unsalted=210)
    makes = {one["dough_id"]: one["makes"] for one in stocked.get("/api/pantry/makes").json()}
    assert makes[rounds]["batches"] == 1
    assert [one["ingredient_id"] for one in makes[drops]["missing"]] == ["butter_unsalted"]
    one = stocked.get("/api/pantry/makes", params={"dough_id": [rounds, "gone"]}).json()
    assert [found["dough_id"] for found in one] == [rounds]


def test_what_is_no_longer_counted_is_not_taken_to_be_there(stocked: TestClient) -> None:
    saved = stocked.get("/api/stores/pantry-flour_ap").json()
    stocked.post("/api/stores/pantry-flour_ap/put-aside", json={"revision": saved["revision"]})
    add(stocked, "list", kind="shopping", name="x", made_at=NOW, batches=[{"id": "a", "dough_id": dough(stocked)}])
    lines = {line["key"]: line for line in stocked.get("/api/shopping/list").json()["shopping"]["lines"]}
    assert lines["flour_ap"]["have_g"] == 0
