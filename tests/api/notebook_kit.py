"""A dough on the shelf, and bakes of it written down, through the API."""

from datetime import UTC, datetime, timedelta
from typing import Any

from fastapi.testclient import TestClient

from tests.kit import drop_dough

SPEC = drop_dough().model_dump(mode="json")


def on_shelf(client: TestClient, **changes: Any) -> str:
    id: str = client.post("/api/doughs", json={**SPEC, **changes}).json()["id"]
    return id


def written(client: TestClient, dough: str, days_ago: int = 1, **measured: Any) -> dict[str, Any]:
    at = (datetime.now(UTC) - timedelta(days=days_ago)).isoformat()
    answer = client.post("/api/bakes", json={"dough_id": dough, "baked_at": at, "measured": measured})
    assert answer.status_code == 201, answer.text
    saved: dict[str, Any] = answer.json()
    return saved
