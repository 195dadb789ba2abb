"""Costs, labels and boxes through the real app; paper measured."""

import io
import re
from typing import Any

import pytest
from fastapi.testclient import TestClient
from pypdf import PdfReader

from tests.api.stores_kit import MM, SPACIOUS, add, change, dough
from tests.kit import drop_dough


def titles(page: Any) -> set[tuple[float, float]]:
    """Where the name stands on each label: mm from the left, and from the bottom."""
    found: set[tuple[float, float]] = set()

    def look(text: str, cm: list[float], tm: list[float], _font: object, _size: float) -> None:
        if text.strip().startswith("Deck Drops"):
            x = tm[4] * cm[0] + tm[5] * cm[2] + cm[4]
            y = tm[4] * cm[1] + tm[5] * cm[3] + cm[5]
            found.add((round(x / MM, 1), round(y / MM, 1)))

    page.extract_text(visitor_text=look)
    # What is bold is drawn twice, a little apart.
    return {min(other for other in found if abs(other[0] - one[0]) < 1 and abs(other[1] - one[1]) < 1) for one in found}


def test_a_dough_costs_what_its_lines_cost(client: TestClient) -> None:
    id = dough(client)
    client.patch("/api/kitchen", json={"changes": [{"path": ["stores", "currency"], "was": "EUR", "now": "JPY"}]})
    add(client, "price", kind="price", ingredient_id="flour_ap", pack_g=1000, paid="200", on="2026-11-01")
    add(client, "bag", kind="packaging", name="Bag", each="30", pieces=6)
    found = client.get(f"/api/costs/doughs/{id}", params={"packaging_id": "bag"}).json()
    assert found["ingredients"]["value"] == "54"
    assert found["energy"] is None
    assert "Vanilla extract" in found["unpriced"]
    assert client.get("/api/costs/doughs/none").status_code == 404


def test_labels_print_at_their_size_in_their_places(client: TestClient) -> None:
    id = dough(client)
    sheet = {
        "paper": "letter",
        "columns": 2,
        "rows": 3,
        "width_mm": 100,
        "height_mm": 80,
        "left_mm": 7,
        "top_mm": 12,
        "across_gap_mm": 1,
    }
    label = {"kind": "label", "dough_id": id, "copies": 8, "sheet": sheet}
    draft = client.post("/api/labels/draft", json=label).json()
    assert {problem["field"] for problem in draft["text"]["problems"]} == {"may_contain"}
    add(client, "label", **label)
    refused = client.get("/api/labels/label/pdf")
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "may_contain"
    change(client, "label", ("may_contain", None, "nuts and sesame"))
    pdf = PdfReader(io.BytesIO(client.get("/api/labels/label/pdf").content))
    assert [
        (round(float(page.mediabox.width) / MM, 1), round(float(page.mediabox.height) / MM, 1)) for page in pdf.pages
    ] == [(215.9, 279.4)] * 2
    places = titles(pdf.pages[0])
    assert len(places) == 6
    assert sorted({x for x, _ in places}) == pytest.approx([9, 110], abs=0.1)
    downs = sorted({y for _, y in places})
    assert downs[1] - downs[0] == pytest.approx(80, abs=0.05)
    assert len(titles(pdf.pages[1])) == 2
    svg = client.get("/api/labels/label/svg").text
    assert 'width="110.000mm"' in svg  # the label and the drawing's margins
    assert "Deck Drops" in svg


def test_boxes_become_batches_with_a_price(client: TestClient) -> None:
    drops, rounds = dough(client), dough(client, "Tide Rounds")
    add(client, "price", kind="price", ingredient_id="flour_ap", pack_g=1000, paid="1.19", on="2026-11-01")
    add(client, "box", kind="packaging", name="Box", each="0.85", pieces=12)
    kinds = [{"id": "a", "dough_id": drops}, {"id": "b", "dough_id": rounds, "each": 4}]
    boxes = {
        "kind": "boxes",
        "name": "Fair",
        "boxes": 10,
        "kinds": kinds,
        "about_g": 300,
        "packaging_id": "box",
        **SPACIOUS,
    }
    draft = client.post("/api/boxes/draft", json=boxes).json()
    assert [kind["pieces"] for kind in draft["plan"]["kinds"]] == [10 * draft["plan"]["kinds"][0]["each"], 40]
    assert float(draft["box_cost"]["value"]) > 0.85
    assert draft["plan"]["problems"] == []
    before = float(draft["box_cost"]["value"])
    client.patch("/api/kitchen", json={"changes": [{"path": ["stores", "energy_price"], "was": None, "now": "0.40"}]})
    assert float(client.post("/api/boxes/draft", json=boxes).json()["box_cost"]["value"]) > before
    small = client.post("/api/boxes/draft", json={**boxes, "width_mm": 50, "height_mm": 10}).json()
    assert {"width_mm", "height_mm"} & {problem["field"] for problem in small["plan"]["problems"]}
    assert (
        client.post("/api/boxes/draft", json={**boxes, "kinds": [{"id": "a", "dough_id": "none"}]}).status_code == 404
    )
    empty = client.post("/api/doughs", json=drop_dough(name="Empty", lines=()).model_dump(mode="json")).json()["id"]
    refused = client.post("/api/boxes/draft", json={**boxes, "kinds": [{"id": "a", "dough_id": empty}]})
    assert refused.json()["errors"][0]["field"] == "kinds.0.dough_id"
    assert re.search(r"bench", refused.json()["detail"])
