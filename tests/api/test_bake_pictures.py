"""Pictures of bakes, through the real app and a real file."""

import base64
import io
from datetime import UTC, datetime
from pathlib import Path

from fastapi.testclient import TestClient
from PIL import Image
from sqlalchemy import select

from finebatch.store.database import Store
from finebatch.store.tables import PictureRow
from tests.api.notebook_kit import on_shelf
from tests.photographs import photograph


def test_a_picture_is_kept_small_exchanged_taken_away_and_thrown_away_with_its_bake(
    client: TestClient, folder: Path
) -> None:
    dough = on_shelf(client)
    taken = base64.b64encode(photograph()).decode()
    at = datetime.now(UTC).isoformat()
    new = {"dough_id": dough, "baked_at": at, "measured": {"widths_mm": [80]}, "picture": taken}
    wrong = client.post("/api/bakes", json={**new, "picture": "AAAA"})
    assert wrong.status_code == 422
    assert wrong.json()["errors"][0]["field"] == "picture"
    saved = client.post("/api/bakes", json=new).json()
    at_bake = f"/api/bakes/{saved['id']}"
    seen = client.get(f"{at_bake}/picture")
    assert seen.headers["content-type"] == "image/jpeg"
    assert Image.open(io.BytesIO(seen.content)).size == (720, 1280)

    def kept() -> int:
        with Store(folder).reading() as db:
            return len(db.scalars(select(PictureRow.id)).all())

    save = {"revision": 1, "baked_at": at, "measured": {"widths_mm": [81]}}
    changed = client.put(at_bake, json=save).json()
    assert changed["picture_id"] == saved["picture_id"]  # nothing said of it: it stays
    other = base64.b64encode(photograph(400, 300)).decode()
    exchanged = client.put(at_bake, json={**save, "revision": 2, "picture": other}).json()
    assert exchanged["picture_id"] not in (None, saved["picture_id"])
    assert client.put(at_bake, json={**save, "revision": 2, "picture": ""}).status_code == 409
    assert kept() == 1
    taken_away = client.put(at_bake, json={**save, "revision": 3, "picture": ""}).json()
    assert taken_away["picture_id"] is None
    assert client.get(f"{at_bake}/picture").status_code == 404
    assert kept() == 0
    client.put(at_bake, json={**save, "revision": 4, "picture": taken})
    client.post(f"{at_bake}/put-aside", json={"revision": 5})
    assert client.post(f"{at_bake}/throw-away", json={"revision": 6}).status_code == 200
    assert kept() == 0
