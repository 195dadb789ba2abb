"""Scaling, swapping, versions, the weigh-in, the scale and files, through the API."""

import time

import pytest
from fastapi.testclient import TestClient

from finebatch.core.kitchen.kitchen import Kitchen
from tests.kit import drop_dough

SPEC = drop_dough(name="Deck Drops").model_dump(mode="json")
KITCHEN = Kitchen().model_dump(mode="json")
BENCH = {"dough": SPEC, "kitchen": KITCHEN}


def test_scaling_shows_what_it_does(client: TestClient) -> None:
    answer = client.post("/api/scalings", json={**BENCH, "scale": {"by": "factor", "value": 2}}).json()
    assert answer["factor"] == 2
    assert answer["spec"]["lines"][6]["text"] == "4 large eggs"
    assert {change["what"] for change in answer["comparison"]["results"]} == {"Dough", "Cookies"}
    bowl = client.post("/api/scalings", json={**BENCH, "scale": {"by": "bowl_ml", "value": 900}}).json()
    assert bowl["mixes"] > 1


@pytest.mark.parametrize(
    "scale", [{"by": "factor", "value": 5000}, {"by": "left_g", "value": 20}, {"by": "factor", "value": -1}]
)
def test_scaling_that_cannot_be_meant_is_refused(client: TestClient, scale: dict) -> None:
    answer = client.post("/api/scalings", json={**BENCH, "scale": scale})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"].endswith("scale.value")


def test_a_wish_is_met_and_a_swap_taken(client: TestClient) -> None:
    (offer,) = client.post("/api/offers", json={**BENCH, "wish": "egg_free"}).json()
    swap = offer["swaps"][0]
    answer = client.post("/api/swaps", json={**BENCH, "line_id": offer["line_id"], "swap_id": swap["id"]}).json()
    assert "egg" in answer["comparison"]["allergens_lost"]
    assert client.post("/api/swaps", json={**BENCH, "line_id": "l1", "swap_id": swap["id"]}).status_code == 422
    assert client.post("/api/swaps", json={**BENCH, "line_id": "l1", "swap_id": "none"}).status_code == 404


def test_versions_are_kept_and_compared(client: TestClient) -> None:
    id = client.post("/api/doughs", json=SPEC).json()["id"]
    client.post(f"/api/doughs/{id}/versions", json={"revision": 1, "note": "first"})
    sweeter = {**SPEC, "lines": [*SPEC["lines"], {"id": "more", "text": "50 g sugar"}]}
    client.put(f"/api/doughs/{id}", json={"revision": 1, "spec": sweeter})
    client.post(f"/api/doughs/{id}/versions", json={"revision": 2, "note": "sweeter"})
    kept = client.get(f"/api/doughs/{id}/versions").json()
    assert [version["note"] for version in kept] == ["sweeter", "first"]
    body = {"before": kept[1]["spec"], "after": kept[0]["spec"], "kitchen": KITCHEN}
    found = client.post("/api/comparisons", json=body).json()
    assert any(line["name"] == "Granulated sugar" for line in found["lines"])
    assert client.get("/api/doughs/none/versions").status_code == 404


def test_a_weigh_in_is_found_again(client: TestClient) -> None:
    id = client.post("/api/doughs", json=SPEC).json()["id"]
    assert client.get(f"/api/doughs/{id}/weigh-in").json()["rescue"] is None
    poured = {"path": ["poured_g", "l1"], "was": None, "now": 540.0}
    client.patch(f"/api/doughs/{id}/weigh-in", json={"changes": [poured]})
    found = client.get(f"/api/doughs/{id}/weigh-in").json()
    assert found["state"]["poured_g"] == {"l1": 540.0}
    assert found["rescue"]["factor"] == pytest.approx(2)
    rescued = {"path": ["factor"], "was": 1.0, "now": found["rescue"]["factor"]}
    client.patch(f"/api/doughs/{id}/weigh-in", json={"changes": [rescued]})
    made = client.get(f"/api/doughs/{id}/weigh-in").json()["made"]
    assert made["lines"][0]["mass_g"] == pytest.approx(540)
    nothing = {"path": ["factor"], "was": found["rescue"]["factor"], "now": 0}
    refused = client.patch(f"/api/doughs/{id}/weigh-in", json={"changes": [nothing]})
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "factor"


def test_the_scale_answers(client: TestClient) -> None:
    client.post("/api/scale/pour", json={"g": 120})
    time.sleep(0.7)
    shown = client.get("/api/scale").json()
    assert shown["stable"]
    assert shown["g"] == pytest.approx(120, abs=0.7)
    client.post("/api/scale/tare")
    assert client.get("/api/scale").json()["g"] == pytest.approx(0, abs=0.5)
    assert client.post("/api/scale/pour", json={"g": 1e9}).status_code == 422


@pytest.mark.parametrize(
    ("format", "media"),
    [("jsonld", "application/ld+json"), ("csv", "text/csv"), ("markdown", "text/markdown"), ("text", "text/plain")],
)
def test_files_go_out_and_come_in(client: TestClient, format: str, media: str) -> None:
    id = client.post("/api/doughs", json=SPEC).json()["id"]
    answer = client.get(f"/api/doughs/{id}/export/{format}")
    assert answer.headers["content-type"].startswith(media)
    assert "deck-drops" in answer.headers["content-disposition"]
    read = client.post("/api/cards/read", json={"text": answer.text}).json()["dough"]["spec"]
    assert [line["text"] for line in read["lines"]] == [line["text"] for line in SPEC["lines"]]
    if format != "text":
        assert read["form"] == SPEC["form"]
    assert client.get(f"/api/doughs/{id}/export/exe").status_code == 422


def test_a_two_megabyte_paste_is_refused_in_words(client: TestClient) -> None:
    answer = client.post("/api/cards/read", json={"text": "1 g salt\n" * 230_000})
    assert answer.status_code == 413
    assert "card" in answer.json()["detail"]


def test_starters_are_listed(client: TestClient) -> None:
    assert len(client.get("/api/starters").json()) == 18


def test_what_ifs_and_wishes(client: TestClient) -> None:
    found = client.post("/api/what-ifs", json={**BENCH, "factor": "chill"}).json()
    widths = [point["diameter_mm"]["value"] for point in found["points"]]
    assert widths == sorted(widths, reverse=True)
    granted = client.post("/api/wishes", json={**BENCH, "wish": {"count": 20}}).json()
    assert granted["form"]["kind"] == "scoop"
    refused = client.post("/api/wishes", json={**BENCH, "wish": {"diameter_mm": 299}})
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "wish"
    hot = {"dough": {**SPEC, "oven": {"value": 900}}, "kitchen": KITCHEN, "factor": "oven"}
    assert client.post("/api/what-ifs", json=hot).status_code == 422


DIVIDED = {
    **SPEC,
    "shares": [
        {
            "id": "balls",
            "name": "Freezer balls",
            "by": "percent",
            "amount": 10,
            "keep": "freezer",
            "form": {"kind": "ball"},
        },
        {"id": "log", "name": "Log", "by": "grams", "amount": 200, "form": {"kind": "log"}},
    ],
}


def test_a_divided_dough_is_kept_assessed_and_compared(client: TestClient) -> None:
    saved = client.post("/api/doughs", json=DIVIDED).json()
    again = client.get(f"/api/doughs/{saved['id']}").json()["spec"]
    assert [share["name"] for share in again["shares"]] == ["Freezer balls", "Log"]
    (listed,) = client.get("/api/doughs").json()["doughs"]
    assert listed["kept"] == [{"id": "balls", "name": "Freezer balls"}]
    found = client.post("/api/assessments", json={"dough": again, "kitchen": KITCHEN}).json()
    balls, log = found["shares"]
    assert balls["mass_g"] == pytest.approx(found["dough"]["mass_g"] / 10)
    assert log["mass_g"] == 200
    assert balls["making"]["frozen"] is True
    assert found["shaped_g"] == pytest.approx(found["dough"]["mass_g"] * 0.9 - 200)
    more = {**DIVIDED, "shares": [{**DIVIDED["shares"][0], "amount": 20}]}
    results = client.post("/api/comparisons", json={"before": DIVIDED, "after": more, "kitchen": KITCHEN}).json()[
        "results"
    ]
    changes = {change["what"]: (change["before"], change["after"]) for change in results}
    assert changes["Log"] == (200, 0)
    assert changes["Freezer balls"][1] == pytest.approx(2 * changes["Freezer balls"][0])


def test_two_devices_changing_two_shares_both_have_their_way(client: TestClient) -> None:
    id = client.post("/api/doughs", json=DIVIDED).json()["id"]
    here = {**DIVIDED, "shares": [{**DIVIDED["shares"][0], "amount": 30}, DIVIDED["shares"][1]]}
    assert client.put(f"/api/doughs/{id}", json={"revision": 1, "spec": here}).status_code == 200
    assert client.put(f"/api/doughs/{id}", json={"revision": 1, "spec": DIVIDED}).status_code == 409


@pytest.mark.parametrize(
    ("share", "field"),
    [({"amount": 0}, "amount"), ({"name": ""}, "name"), ({"by": "cups"}, "by"), ({"keep_h": 500}, "keep_h"), ({"amount": "much"}, "amount")],
)  # fmt: skip
def test_a_share_that_cannot_be_is_refused_at_its_field(client: TestClient, share: dict, field: str) -> None:
    answer = client.post("/api/doughs", json={**SPEC, "shares": [{"id": "s", "name": "S", **share}]})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"].endswith(field)


def test_log_sizes_and_a_sheets_thickness_are_offered(client: TestClient) -> None:
    logs = {**SPEC, "form": {"kind": "log"}}
    offered = client.post("/api/wishes/log-sizes", json={"dough": logs, "kitchen": KITCHEN}).json()
    assert offered
    assert all("even slices" in size["saying"] for size in offered)
    assert client.post("/api/wishes/log-sizes", json=BENCH).json() == []
    rolled = {"dough": {**SPEC, "form": {"kind": "cutout"}}, "kitchen": KITCHEN}
    wish = {"sheet": {"width_mm": 400, "length_mm": 420}}
    assert client.post("/api/wishes", json={**rolled, "wish": wish}).json()["form"]["thickness_mm"] > 2
    assert client.post("/api/wishes", json={**BENCH, "wish": wish}).status_code == 422


def test_the_shelf_can_draw_every_dough_in_its_own_colours(client: TestClient) -> None:
    id = client.post("/api/doughs", json=SPEC).json()["id"]
    seen = client.get(f"/api/doughs/{id}/glance").json()
    bench = client.post("/api/assessments", json=BENCH).json()
    assert seen["outcome"] == bench["outcome"]
    assert seen["style_label"] == bench["dough"]["style_label"]
    assert seen["outcome"]["crust"]["rim"].startswith("#")
    assert any("chocolate" in one["name"] for one in seen["outcome"]["inclusions"])
    empty = client.post("/api/doughs", json={"name": "Nothing yet"}).json()["id"]
    assert client.get(f"/api/doughs/{empty}/glance").json() == {"style_label": None, "outcome": None, "allergens": []}
    assert client.get("/api/doughs/none/glance").status_code == 404


def test_scaling_in_ounces_leaves_the_bakers_own_words(client: TestClient) -> None:
    step = {"id": "own", "stage": "mix", "text": "Cut it in 20 mm cubes.", "minutes": 3, "cue": "Pieces of 5 mm."}
    spec = {**drop_dough().model_dump(mode="json"), "method": [step]}
    body = {"dough": spec, "kitchen": {"units": "us", "scale": "f"}, "scale": {"by": "factor", "value": 2}}
    answer = client.post("/api/scalings", json=body)
    assert answer.status_code == 200, answer.json()
    (kept,) = answer.json()["spec"]["method"]
    assert (kept["text"], kept["cue"]) == (step["text"], step["cue"])
