"""The API as the interface uses it, and as a hostile or clumsy caller might."""

import base64
import json
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

from finebatch.api.app import create_app
from finebatch.api.guard import MAX_BODY_BYTES
from finebatch.core.bench.spec import DoughSpec
from finebatch.core.kitchen.kitchen import Kitchen
from tests.kit import DROP_CARD, drop_dough

SPEC = drop_dough(name="Deck Drops").model_dump(mode="json")
KITCHEN = Kitchen().model_dump(mode="json")


def soon(hours: float = 8) -> str:
    return (datetime.now(UTC) + timedelta(hours=hours)).isoformat()


def test_a_card_is_read_line_by_line(client: TestClient) -> None:
    answer = client.post("/api/cards/read", json={"text": DROP_CARD}).json()
    assert len(answer["dough"]["spec"]["lines"]) == len(answer["weighed"]) == 9
    first = answer["weighed"][0]["reading"]
    assert first["text"] == "2¼ cups plain flour"
    assert first["mass_g"] == pytest.approx(270)


@pytest.mark.parametrize("kind", ["spacing_mm", "chill_min", "tray_rest_min", "bake_min"])
def test_a_size_below_nothing_said_instead_of_a_cards_is_refused_at_its_field(client: TestClient, kind: str) -> None:
    answer = client.post("/api/cards/read", json={"text": DROP_CARD, "own": [{"kind": kind, "low": -5, "high": -5}]})
    assert answer.status_code == 422
    assert "own" in answer.json()["errors"][0]["field"]


def test_habit_changes_the_grams(client: TestClient) -> None:
    scooped = {"text": DROP_CARD, "kitchen": {**KITCHEN, "habit": {"cup_fill": "scooped", "region": "us"}}}
    assert client.post("/api/cards/read", json=scooped).json()["weighed"][0]["reading"]["mass_g"] == pytest.approx(315)


@pytest.mark.parametrize(
    ("text", "says"),
    [("", "nothing on this card"), ("1 g salt\n" * 5000, "characters"), ("1 g salt\n" * 100, "100 ingredient lines")],
)
def test_bad_cards_get_a_sentence_at_their_field(client: TestClient, text: str, says: str) -> None:
    answer = client.post("/api/cards/read", json={"text": text})
    assert answer.status_code == 422
    assert answer.headers["content-type"] == "application/problem+json"
    assert answer.json()["errors"][0]["field"] == "text"
    assert says in answer.json()["detail"]


def test_an_assessment_holds_dough_outcome_and_trays(client: TestClient) -> None:
    answer = client.post("/api/assessments", json={"dough": SPEC, "kitchen": KITCHEN}).json()
    assert answer["dough"]["mass_g"] > 1000
    assert answer["outcome"]["pieces"]["count"] > 20
    assert sum(answer["trays"]["loads"]) == answer["outcome"]["pieces"]["count"]


def test_doughs_are_kept_through_a_restart(folder: Path) -> None:
    with TestClient(create_app(folder), base_url="http://localhost") as client:
        saved = client.post("/api/doughs", json=SPEC).json()
        client.patch("/api/kitchen", json={"changes": [{"path": ["room_c"], "was": 20.0, "now": 23}]})
    with TestClient(create_app(folder), base_url="http://localhost") as client:
        assert client.get(f"/api/doughs/{saved['id']}").json()["spec"] == saved["spec"] == SPEC
        assert client.get("/api/kitchen").json()["kitchen"]["room_c"] == 23


def test_a_stale_save_is_refused_and_shows_what_stands(client: TestClient) -> None:
    saved = client.post("/api/doughs", json=SPEC).json()
    url = f"/api/doughs/{saved['id']}"
    laptop = {"revision": 1, "spec": {**SPEC, "name": "From the laptop"}}
    tablet = {"revision": 1, "spec": {**SPEC, "name": "From the tablet"}}
    assert client.put(url, json=laptop).json()["revision"] == 2
    refused = client.put(url, json=tablet)
    assert refused.status_code == 409
    assert refused.json()["current"]["spec"]["name"] == "From the laptop"
    assert client.get(url).json()["spec"]["name"] == "From the laptop"


def test_deleting_can_be_undone(client: TestClient) -> None:
    id = client.post("/api/doughs", json=SPEC).json()["id"]
    client.post(f"/api/doughs/{id}/put-aside", json={"revision": 1})
    assert client.get("/api/doughs").json()["total"] == 0
    gone = client.get(f"/api/doughs/{id}")
    assert gone.status_code == 410
    assert gone.json()["current"]["spec"]["name"] == "Deck Drops"
    client.post(f"/api/doughs/{id}/put-back", json={"revision": 2})
    assert [dough["id"] for dough in client.get("/api/doughs").json()["doughs"]] == [id]


@pytest.mark.parametrize(
    ("body", "status"),
    [(b"{", 422), (b'{"dough": NaN}', 422), (b'{"dough": {"name": "\\ud800"}}', 422), (b'{"dough": 1e400}', 422), (b"[]", 422), (b"null", 422)],
)  # fmt: skip
def test_broken_json_is_answered_in_words(client: TestClient, body: bytes, status: int) -> None:
    answer = client.post("/api/assessments", content=body, headers={"content-type": "application/json"})
    assert answer.status_code == status
    assert answer.json()["detail"]


@pytest.mark.parametrize(
    "part",
    [{"form": {"kind": "scoop", "portion_g": -3}}, {"form": {"kind": "scoop", "portion_g": 1e9}}, {"form": {"kind": "star"}},
     {"lines": [{"id": "a", "text": "x" * 5000}]}, {"lines": [{"id": "a", "text": "flour"}] * 5000}, {"surprise": 1},
     {"lines": [{"id": "a", "text": "flour", "mass_g": -5}]}, {"making": {"chill_h": 1e6}}],
)  # fmt: skip
def test_impossible_values_are_refused_at_their_field(client: TestClient, part: dict) -> None:
    answer = client.post("/api/doughs", json={**SPEC, **part})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"].split(".")[0] in part
    assert client.get("/api/doughs").json()["doughs"] == []


def test_huge_bodies_are_refused_declared_or_not(client: TestClient) -> None:
    huge = json.dumps({"text": "x" * (2 * MAX_BODY_BYTES)}).encode()
    assert client.post("/api/cards/read", content=huge).status_code == 413

    def chunks() -> object:
        for start in range(0, len(huge), 65_536):
            yield huge[start : start + 65_536]

    streamed = client.post("/api/cards/read", content=chunks(), headers={"content-type": "application/json"})
    assert streamed.status_code == 413
    assert "card" in streamed.json()["detail"]


def test_strangers_names_are_not_answered(folder: Path) -> None:
    with TestClient(create_app(folder), base_url="http://evil.example") as stranger:
        assert stranger.get("/api/health").status_code == 400


def test_every_answer_carries_the_policy(client: TestClient) -> None:
    for path in ("/api/health", "/api/doughs/none", "/"):
        policy = client.get(path).headers["content-security-policy"]
        assert "default-src 'self'" in policy
        assert "script" not in policy  # scripts fall under default-src: our own files only


def test_missing_files_and_paths_are_not_found_but_places_are(client: TestClient) -> None:
    assert client.get("/assets/none.js").status_code == 404
    assert client.get("/api/none").status_code == 404
    assert client.patch("/api/doughs").status_code == 405
    assert "<div id=" in client.get("/bench/anything").text


def test_the_schema_describes_every_error(client: TestClient) -> None:
    paths = client.get("/openapi.json").json()["paths"]
    for operations in paths.values():
        for operation in operations.values():
            if "operationId" in operation and operation["operationId"] != "health":
                assert {"400", "404", "413", "422"} <= set(operation["responses"])


def test_specs_survive_the_round_trip_through_the_file(client: TestClient) -> None:
    saved = client.post("/api/doughs", json=SPEC).json()
    assert DoughSpec.model_validate(saved["spec"]) == drop_dough(name="Deck Drops")


def test_a_file_is_opened_as_text_or_refused_at_its_field(client: TestClient) -> None:
    def opened(raw: bytes) -> dict[str, Any]:
        return client.post("/api/cards/open", json={"content": base64.b64encode(raw).decode()}).json()  # type: ignore[no-any-return]

    assert opened("Crème\n200 g flour".encode())["text"] == "Crème\n200 g flour"
    assert opened(b"%PDF-1.4 nonsense")["errors"][0]["field"] == "content"
    assert client.post("/api/cards/open", json={"content": "?"}).status_code == 422
