"""What tests of the stores put there first."""

from typing import Any

from fastapi.testclient import TestClient

from tests.kit import cut_dough, drop_dough

Json = dict[str, Any]
SPACIOUS = {"width_mm": 300, "depth_mm": 300, "height_mm": 80}
NOW = "2026-11-20T08:00:00Z"
MM = 72 / 25.4


def add(client: TestClient, id: str, **thing: Any) -> Json:
    answer = client.post("/api/stores", json={"id": id, "thing": thing})
    assert answer.status_code == 201, answer.text
    return answer.json()  # type: ignore[no-any-return]


def change(client: TestClient, id: str, *changes: tuple[str, Any, Any]) -> Json:
    sent = [{"path": path.split("."), "was": was, "now": now} for path, was, now in changes]
    answer = client.patch(f"/api/stores/{id}", json={"changes": sent})
    assert answer.status_code == 200, answer.text
    return answer.json()  # type: ignore[no-any-return]


def dough(client: TestClient, name: str = "Deck Drops", **about: Any) -> str:
    spec = drop_dough(name=name, **about) if name == "Deck Drops" else cut_dough(name=name, **about)
    return str(client.post("/api/doughs", json=spec.model_dump(mode="json")).json()["id"])


def count(client: TestClient, id: str, at: str = NOW, why: str = "counted", **amounts_g: float) -> Json:
    return add(client, id, kind="move", why=why, at=at, amounts_g=amounts_g)


def levels(client: TestClient) -> dict[str, float]:
    return {one["item"]["ingredient_id"]: one["amount_g"] for one in client.get("/api/pantry").json()["items"]}
