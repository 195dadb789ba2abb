"""Wishes through the real app: the first dough, three, few changes, a map and its dots; and what cannot be wished."""

from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.kit import drop_dough

DROPS = drop_dough(name="Deck Drops").model_dump(mode="json")


@pytest.fixture
def asked(client: TestClient) -> dict[str, Any]:
    """A wish of a dough on the shelf, in the saved kitchen."""
    dough = client.post("/api/doughs", json=DROPS).json()
    kitchen = client.get("/api/kitchen").json()["kitchen"]
    wish = {"count": 24, "width_mm": {"value": 85, "must": True}, "without": [{"what": "egg"}]}
    return {"wish": wish, "kitchen": kitchen, "dough": dough["spec"], "dough_id": dough["id"]}


def test_a_wish_is_granted_at_once_and_then_by_three_and_one_goes_on_the_shelf_with_its_origin(
    client: TestClient, asked: dict[str, Any]
) -> None:
    client.post("/api/wishes/warm-up")
    first = client.post("/api/wishes/first", json=asked).json()["offered"]
    assert len(first) == 1
    assert first[0]["count"] == 24
    found = client.post("/api/wishes/doughs", json=asked).json()
    assert found["clash"] is None
    assert [one["kind"] for one in found["offered"]] == ["nearest", "best", "simplest"]
    for one in found["offered"]:
        assert one["count"] == 24
        assert "egg" not in one["dough"]["allergens"]
        (wide,) = one["figures"]
        assert wide["kept"]
        assert wide["got"]["value"] == pytest.approx(85, rel=0.03)
        assert wide["got"]["low"] < 85 < wide["got"]["high"]
    # The same wish, the same answer.
    assert client.post("/api/wishes/doughs", json=asked).json() == found
    kept = client.post("/api/doughs", json=found["offered"][0]["spec"]).json()
    note = {"revision": kept["revision"], "note": "Wished, from Deck Drops: 85 mm wide, without egg"}
    assert client.post(f"/api/doughs/{kept['id']}/versions", json=note).status_code == 201
    # On the bench it comes to what was foretold of it.
    seen = client.post("/api/assessments", json={"dough": kept["spec"], "kitchen": asked["kitchen"]}).json()
    assert seen["outcome"]["pieces"]["count"] == 24
    assert seen["outcome"]["baked"]["diameter_mm"]["value"] == pytest.approx(85, rel=0.04)


def test_changes_a_map_and_its_dots(client: TestClient, asked: dict[str, Any]) -> None:
    wish = {"width_mm": {"value": 95}, "height_mm": {"value": 10}}
    changes = client.post("/api/wishes/changes", json={**asked, "wish": wish}).json()
    assert [one["number"] for one in changes] == list(range(len(changes)))
    assert len(changes) >= 2
    about = {**asked, "wish": {"count": 24}, "one": "height", "other": "crisp"}
    drawn = client.post("/api/wishes/map", json=about).json()
    assert len(drawn["dots"]) >= 3
    at = drawn["dots"][len(drawn["dots"]) // 2]
    opened = client.post("/api/wishes/map/open", json={**about, "at": at})
    assert opened.status_code == 200, opened.json()
    assert {figure["name"] for figure in opened.json()["figures"]} == {"height", "crisp"}


def test_what_cannot_be_wished_is_a_sentence_at_its_field(client: TestClient, asked: dict[str, Any]) -> None:
    for part, field, words in (
        ({"wish": {}}, "wish", "Say at least how wide"),
        ({"wish": {"pantry_only": True}}, "wish.pantry_only", "Nothing is counted"),
        ({"dough": {**DROPS, "lines": []}}, "dough", "no flour"),
        ({"dough": None, "families": ["none"]}, "families", "no such family"),
    ):
        for path in ("first", "doughs"):
            refused = client.post(f"/api/wishes/{path}", json={**asked, **part})
            assert refused.status_code == 422
            (problem,) = refused.json()["errors"]
            assert problem["field"] == field
            assert words in problem["message"]
    no_dough = client.post("/api/wishes/changes", json={**asked, "dough": None})
    assert no_dough.status_code == 422
    assert client.post("/api/wishes/first", json={**asked, "wish": {"width_mm": {"value": -3}}}).status_code == 422


def test_the_pantry_and_prices_of_the_kitchen_are_what_a_wish_goes_by(
    client: TestClient, asked: dict[str, Any]
) -> None:
    saved = client.get("/api/kitchen").json()
    kitchen = {**saved["kitchen"], "stores": {**saved["kitchen"]["stores"], "keeps_pantry": True}}
    flour = {"kind": "pantry", "ingredient_id": "flour_ap"}
    assert client.post("/api/stores", json={"id": "flour", "thing": flour}).status_code in (200, 201)
    wish = {"width_mm": {"value": 85}, "pantry_only": True}
    none_left = client.post("/api/wishes/doughs", json={**asked, "kitchen": kitchen, "wish": wish}).json()
    assert none_left["offered"] == []
    assert none_left["clash"]["names"] == ["pantry"]
    assert [one["name"] for one in none_left["clash"]["without"]] == ["pantry"]
