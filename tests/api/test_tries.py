"""A change tried on one half of a dough's trays, through the real app and a real file."""

from datetime import UTC, datetime, timedelta
from typing import Any

from fastapi.testclient import TestClient

from tests.api.notebook_kit import SPEC, on_shelf


def test_a_change_is_tried_on_one_half_and_what_the_halves_told_is_said(client: TestClient) -> None:
    dough = on_shelf(client)
    assert client.get("/api/tries/kept", params={"dough_id": dough}).json()["kept"] is None
    cold = {**SPEC, "making": {**SPEC["making"], "chill_h": 12}}
    kept = client.post("/api/tries/kept", json={"dough_id": dough, "saying": "Chill 12 h", "spec": cold}).json()

    def half(letter: str, width: float) -> dict[str, Any]:
        at = datetime.now(UTC).isoformat()
        body = {
            "dough_id": dough,
            "baked_at": at,
            "half": letter,
            "try_id": kept["id"],
            "measured": {"widths_mm": [width] * 3},
        }
        saved: dict[str, Any] = client.post("/api/bakes", json=body).json()
        return saved

    a = half("A", 97)
    seen = client.get("/api/tries/kept", params={"dough_id": dough}).json()
    assert (seen["bake_a"], seen["bake_b"], seen["told"]) == (a["id"], None, "")
    b = half("B", 86)
    assert a["bake"]["spec"]["making"]["chill_h"] == SPEC["making"]["chill_h"]
    assert b["bake"]["spec"]["making"]["chill_h"] == 12
    assert a["bake"]["tray"] == b["bake"]["tray"]
    told = client.get("/api/tries/kept", params={"dough_id": dough}).json()["told"]
    assert told.startswith("With the change they are 11.0 mm narrower")
    marks = client.get(f"/api/tries/kept/{kept['id']}/marks/a4")
    assert marks.content.startswith(b"%PDF")
    plan = client.post(
        "/api/plans", json={"doughs": [{"dough_id": dough, "try_id": kept["id"]}], "when": "soonest", "at": at_noon()}
    )
    assert plan.status_code == 201, plan.text
    assert len(plan.json()["plan"]["work"]["doughs"]) == 2
    assert client.post(f"/api/tries/kept/{kept['id']}/end").status_code == 200
    assert client.get("/api/tries/kept", params={"dough_id": dough}).json()["kept"] is None
    assert client.post("/api/tries/kept/none/end").status_code == 404
    # A dough thrown away takes its tries with it.
    client.post("/api/tries/kept", json={"dough_id": dough, "saying": "Chill 12 h", "spec": cold})
    client.post(f"/api/doughs/{dough}/put-aside", json={"revision": 1})
    assert client.post(f"/api/doughs/{dough}/throw-away", json={"revision": 2}).status_code == 200


def at_noon() -> str:
    return (datetime.now(UTC) + timedelta(hours=20)).isoformat()


def test_a_try_is_of_its_own_dough_alone(client: TestClient) -> None:
    mine, other = on_shelf(client), on_shelf(client, name="Other")
    kept = client.post("/api/tries/kept", json={"dough_id": mine, "saying": "Chill 12 h", "spec": SPEC}).json()
    at = datetime.now(UTC).isoformat()
    bake = {"dough_id": other, "baked_at": at, "half": "B", "try_id": kept["id"], "measured": {"widths_mm": [80]}}
    assert client.post("/api/bakes", json=bake).status_code == 404
    asked = {"doughs": [{"dough_id": other, "try_id": kept["id"]}], "when": "soonest", "at": at_noon()}
    assert client.post("/api/plans", json=asked).status_code == 404
    both = {
        "doughs": [{"dough_id": mine, "try_id": kept["id"], "test_first": True}],
        "when": "soonest",
        "at": at_noon(),
    }
    refused = client.post("/api/plans", json=both)
    assert refused.status_code == 422
    assert "Choose one of them" in refused.json()["errors"][0]["message"]


def test_halves_of_a_dough_of_nothing_are_said_to_be_so(client: TestClient) -> None:
    dough = on_shelf(client)
    empty = {**SPEC, "lines": []}
    kept = client.post("/api/tries/kept", json={"dough_id": dough, "saying": "Nothing", "spec": empty}).json()
    for letter in ("A", "B"):
        at = datetime.now(UTC).isoformat()
        body = {
            "dough_id": dough,
            "baked_at": at,
            "half": letter,
            "try_id": kept["id"],
            "measured": {"widths_mm": [80]},
        }
        assert client.post("/api/bakes", json=body).status_code == 201
    seen = client.get("/api/tries/kept", params={"dough_id": dough})
    assert seen.status_code == 200
    assert "weigh nothing" in seen.json()["told"]
