"""The real app on a real SQLite file."""

from collections.abc import Iterator
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from finebatch import workers
from finebatch.api.app import create_app
from tests.api.stores_kit import add, count

# Every test has an app, and every app workers, of its own: the solver is loaded once for all of them.
workers.PRELOADED.extend(workers.SOLVER)


@pytest.fixture
def folder(tmp_path: Path) -> Path:
    return tmp_path / "data"


@pytest.fixture
def client(folder: Path) -> Iterator[TestClient]:
    with TestClient(create_app(folder), base_url="http://localhost") as client:
        yield client


@pytest.fixture
def stocked(client: TestClient) -> TestClient:
    """A cupboard with flour, butter and eggs."""
    client.patch("/api/kitchen", json={"changes": [{"path": ["stores", "keeps_pantry"], "was": False, "now": True}]})
    for id in ("flour_ap", "butter_unsalted", "egg_whole"):
        usual = client.get("/api/pantry/usual", params={"ingredient_id": id}).json()
        add(client, f"pantry-{id}", **usual)
    count(client, "first", flour_ap=1130, butter_unsalted=500, egg_whole=550)
    return client
