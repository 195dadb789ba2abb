"""What is frozen, and what goes ahead, in a day through the real app."""

from datetime import UTC, datetime, timedelta

from fastapi.testclient import TestClient

from tests.api.stores_kit import NOW, add, dough
from tests.kit import drop_dough


def test_twelve_of_the_frozen_ones_go_into_a_day(client: TestClient) -> None:
    id = dough(client)
    spec = drop_dough(name="Deck Drops").model_dump(mode="json")
    add(client, "put", kind="put", dough_id=id, name="Deck Drops", count=20, made_on="2026-11-20", spec=spec)
    at = (datetime.now(UTC) + timedelta(hours=20)).isoformat()
    ask = {"dough_id": id, "frozen": {"id": "put", "count": 12}}
    plan = client.post("/api/plans", json={"doughs": [ask], "when": "ready_by", "at": at}).json()
    kinds = {step["kind"] for step in plan["plan"]["steps"]}
    assert "bake" in kinds
    assert not kinds & {"weigh", "mix", "chill"}
    assert sum(load["pieces"] for load in plan["plan"]["work"]["loads"]) == 12
    ask["frozen"]["thaw"] = True  # type: ignore[index]
    thawed = client.post("/api/plans", json={"doughs": [ask], "when": "ready_by", "at": at}).json()
    assert "thaw" in {step["kind"] for step in thawed["plan"]["steps"]}
    # Nothing is bought for what was mixed long ago.
    add(client, "list", kind="shopping", name="x", made_at=NOW, plan_ids=[plan["id"]])
    assert client.get("/api/shopping/list").json()["shopping"]["lines"] == []
    ask["frozen"] = {"id": "put", "count": 30}
    refused = client.post("/api/plans", json={"doughs": [ask], "when": "ready_by", "at": at})
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "doughs.0.frozen.count"


def test_what_must_stay_free_of_nuts_goes_ahead_of_the_rest(client: TestClient) -> None:
    drops, rounds = dough(client), dough(client, "Tide Rounds")
    asks = [{"dough_id": drops}, {"dough_id": rounds, "ahead": True}]
    body = {"doughs": asks, "when": "soonest", "at": datetime.now(UTC).isoformat(), "racks": 2}
    plan = client.post("/api/plans", json=body).json()["plan"]
    of = {dough["name"]: number for number, dough in enumerate(plan["work"]["doughs"])}
    shaped = [
        step["end_s"]
        for step in plan["steps"]
        if step["kind"] == "form" and plan["work"]["loads"][step["load"]]["dough"] == of["Tide Rounds"]
    ]
    weighed = [
        step["start_s"] for step in plan["steps"] if step["kind"] == "weigh" and step["dough"] == of["Deck Drops"]
    ]
    assert min(weighed) >= max(shaped) + 600
    assert any("wash bowls" in caution for caution in plan["cautions"])


def test_the_freezer_says_what_is_over_and_what_goes_out_first(client: TestClient) -> None:
    id = dough(client)
    spec = drop_dough().model_dump(mode="json")
    for name, days in (("new", 5), ("old", 400)):
        made = (datetime.now(UTC) - timedelta(days=days)).date().isoformat()
        add(client, name, kind="put", dough_id=id, name="Drops", count=6, made_on=made, spec=spec)
    old, new = client.get("/api/freezer").json()
    assert (old["kept"]["over"], old["kept"]["first"]) == (True, True)
    assert (new["kept"]["over"], new["kept"]["first"]) == (False, False)
