"""The real app on a real SQLite file."""

from collections.abc import Iterator
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from finebatch import workers
from finebatch.api.app import create_app

# Every test has an app, and every app workers, of its own: the solver is loaded once for all of them.
workers.PRELOADED.extend(workers.SOLVER)


@pytest.fixture
def folder(tmp_path: Path) -> Path:
    return tmp_path / "data"


@pytest.fixture
def client(folder: Path) -> Iterator[TestClient]:
    with TestClient(create_app(folder), base_url="http://localhost") as client:
        yield client
