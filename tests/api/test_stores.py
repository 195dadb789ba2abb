"""The stores through the real app: whole jobs, two devices, tables in and out, paper measured."""

import csv
import io
import re
from datetime import UTC, datetime, timedelta
from typing import Any

import pytest
from fastapi.testclient import TestClient
from httpx import Response
from icalendar import Calendar
from pypdf import PdfReader

from tests.barrier import at_once
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


@pytest.fixture
def stocked(client: TestClient) -> TestClient:
    """A cupboard with flour, butter and eggs."""
    client.patch("/api/kitchen", json={"changes": [{"path": ["stores", "keeps_pantry"], "was": False, "now": True}]})
    for id in ("flour_ap", "butter_unsalted", "egg_whole"):
        usual = client.get("/api/pantry/usual", params={"ingredient_id": id}).json()
        add(client, f"pantry-{id}", **usual)
    count(client, "first", flour_ap=1130, butter_unsalted=500, egg_whole=550)
    return client


def levels(client: TestClient) -> dict[str, float]:
    return {one["item"]["ingredient_id"]: one["amount_g"] for one in client.get("/api/pantry").json()["items"]}


def test_a_batch_is_taken_down_and_put_back_with_one_tap(stocked: TestClient) -> None:
    spec = drop_dough().model_dump(mode="json")
    use = stocked.post("/api/pantry/uses", json={"dough": spec, "times": 2, "dough_id": "a"}).json()
    assert set(use["amounts_g"]) == {"flour_ap", "butter_unsalted", "egg_whole"}
    assert use["taken_at"] is None
    now = datetime.now(UTC).isoformat()
    move = add(
        stocked, "used-1", kind="move", why="used", at=now, amounts_g=use["amounts_g"], says=use["says"], dough_id="a"
    )
    assert levels(stocked)["flour_ap"] == pytest.approx(1130 - 540)
    assert stocked.post("/api/pantry/uses", json={"dough": spec, "dough_id": "a"}).json()["taken_at"]
    stocked.post("/api/stores/used-1/put-aside", json={"revision": move["revision"]})
    assert levels(stocked) == {"flour_ap": 1130, "butter_unsalted": 500, "egg_whole": 550}
    stocked.post("/api/stores/used-1/put-back", json={"revision": move["revision"] + 1})
    assert levels(stocked)["flour_ap"] == pytest.approx(590)


def test_a_kitchen_without_a_pantry_is_told_nothing(client: TestClient) -> None:
    dough(client)
    assert client.get("/api/pantry").json() == {"items": [], "recent": []}
    assert client.get("/api/pantry/makes").json() == []


def test_the_shelf_says_what_can_be_made(stocked: TestClient) -> None:
    drops, rounds = dough(stocked), dough(stocked, "Tide Rounds")
    count(stocked, "second", at="2026-11-20T09:00:00Z", butter_unsalted=210)
    makes = {one["dough_id"]: one["makes"] for one in stocked.get("/api/pantry/makes").json()}
    assert makes[rounds]["batches"] == 1
    assert [one["ingredient_id"] for one in makes[drops]["missing"]] == ["butter_unsalted"]
    one = stocked.get("/api/pantry/makes", params={"dough_id": [rounds, "gone"]}).json()
    assert [found["dough_id"] for found in one] == [rounds]


def test_a_list_is_worked_out_ticked_and_put_away(stocked: TestClient) -> None:
    id = dough(stocked)
    add(
        stocked,
        "list",
        kind="shopping",
        name="For the fair",
        made_at=NOW,
        batches=[{"id": "a", "dough_id": id, "times": 5}],
    )
    add(stocked, "price", kind="price", ingredient_id="flour_ap", pack_g=1000, paid="1.19", on="2026-11-01")
    found = stocked.get("/api/shopping/list").json()
    lines = {line["key"]: line for line in found["shopping"]["lines"]}
    assert lines["flour_ap"]["says"] == "1 bag of 1 kg"
    assert float(lines["flour_ap"]["cost"]["value"]) == pytest.approx(1.19)
    assert any(text.startswith("Whole egg") for text in found["shopping"]["enough"])
    ticked = {"ticked": True, "grams": None, "left_out": False}
    change(stocked, "list", ("marks.flour_ap", None, ticked))
    move = stocked.post("/api/shopping/list/put-away", headers={"Idempotency-Key": "device-a-put-1"}).json()
    again = stocked.post("/api/shopping/list/put-away", headers={"Idempotency-Key": "device-a-put-1"}).json()
    assert again["id"] == move["id"]
    assert levels(stocked)["flour_ap"] == pytest.approx(2130)
    assert stocked.get("/api/shopping/list").json()["wanted"]["put_away_at"]


def test_what_the_pantry_does_not_count_is_not_put_away(client: TestClient) -> None:
    add(client, "list", kind="shopping", name="x", made_at=NOW, batches=[{"id": "a", "dough_id": dough(client)}])
    change(client, "list", ("marks.flour_ap", None, {"ticked": True, "grams": None, "left_out": False}))
    answer = client.post("/api/shopping/list/put-away")
    assert answer.status_code == 422
    assert "keeps count" in answer.json()["detail"]


def test_what_is_no_longer_counted_is_not_taken_to_be_there(stocked: TestClient) -> None:
    saved = stocked.get("/api/stores/pantry-flour_ap").json()
    stocked.post("/api/stores/pantry-flour_ap/put-aside", json={"revision": saved["revision"]})
    add(stocked, "list", kind="shopping", name="x", made_at=NOW, batches=[{"id": "a", "dough_id": dough(stocked)}])
    lines = {line["key"]: line for line in stocked.get("/api/shopping/list").json()["shopping"]["lines"]}
    assert lines["flour_ap"]["have_g"] == 0


def test_nothing_ticked_is_nothing_to_put_away(stocked: TestClient) -> None:
    add(stocked, "list", kind="shopping", name="x", made_at=NOW)
    answer = stocked.post("/api/shopping/list/put-away")
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == "marks"


def test_a_list_follows_its_dough_and_says_what_is_gone(client: TestClient) -> None:
    id, other = dough(client), dough(client, "Tide Rounds")
    batches = [{"id": "a", "dough_id": id}, {"id": "b", "dough_id": other}]
    add(client, "list", kind="shopping", name="x", made_at=NOW, batches=batches)
    client.post(f"/api/doughs/{other}/put-aside", json={"revision": 1})
    found = client.get("/api/shopping/list").json()["shopping"]
    assert found["doughs_gone"] == 1
    before = {line["key"] for line in found["lines"]}
    spec = drop_dough(name="Deck Drops", lines=drop_dough().lines[:-1]).model_dump(mode="json")
    client.put(f"/api/doughs/{id}", json={"revision": 1, "spec": spec})
    after = {line["key"] for line in client.get("/api/shopping/list").json()["shopping"]["lines"]}
    assert before - after == {"choc_dark_chopped"}


def test_a_list_is_taken_along_as_text_table_and_to_do(client: TestClient) -> None:
    id = dough(client, "Tide Rounds")
    own = [{"id": "own", "text": "=cmd|ribbon", "aisle": ""}]
    marks = {"own": {"ticked": True}}
    add(
        client,
        "list",
        kind="shopping",
        name="Fair",
        made_at=NOW,
        batches=[{"id": "a", "dough_id": id}],
        own=own,
        marks=marks,
    )
    text = client.get("/api/shopping/list/text").text
    assert "[x] =cmd|ribbon" in text
    assert "[ ] All-purpose wheat flour, 300 g" in text
    rows = list(csv.DictReader(io.StringIO(client.get("/api/shopping/list/table").text)))
    assert {row["what"] for row in rows} >= {"Caster sugar", "'=cmd|ribbon"}
    read = client.post("/api/shopping/table", json={"text": client.get("/api/shopping/list/table").text}).json()
    assert read["problems"] == []
    assert {one["text"] for one in read["own"]} >= {"All-purpose wheat flour, 300 g", "=cmd|ribbon"}
    todos = list(Calendar.from_ical(client.get("/api/shopping/list/to-do").content).walk("VTODO"))
    assert len(todos) == 1 + len(rows)
    assert {str(todo["status"]) for todo in todos} == {"NEEDS-ACTION", "COMPLETED"}


def test_two_devices_tick_in_the_same_moment_and_both_count(client: TestClient) -> None:
    id = dough(client)
    add(client, "list", kind="shopping", name="Fair", made_at=NOW, batches=[{"id": "a", "dough_id": id}])
    ticked = {"ticked": True, "grams": None, "left_out": False}

    def tick(key: str) -> Any:
        changes = [{"path": ["marks", key], "was": None, "now": ticked}]
        return lambda: client.patch("/api/stores/list", json={"changes": changes})

    for number in range(20):
        answers = at_once(tick(f"a{number}"), tick(f"b{number}"))
        assert all(
            isinstance(one, Response) and one.status_code == 200 and not one.json()["conflicts"] for one in answers
        )
    assert len(client.get("/api/stores/list").json()["thing"]["marks"]) == 40


def test_a_field_that_both_changed_is_shown_and_left(client: TestClient) -> None:
    add(client, "put", kind="put", name="Drops", count=12, made_on="2026-11-20", place="top")
    change(client, "put", ("place", "top", "door"))
    met = change(client, "put", ("place", "top", "drawer"), ("note", "", "mine"))
    assert met["conflicts"] == [{"path": ["place"], "mine": "drawer", "theirs": "door"}]
    assert met["thing"]["note"] == "mine"


def test_what_stands_under_a_name_is_not_overwritten(client: TestClient) -> None:
    first = add(client, "put", kind="put", name="Drops", count=12, made_on="2026-11-20")
    body = {"id": "put", "thing": {"kind": "put", "name": "Rusks", "count": 3, "made_on": "2026-11-20"}}
    answer = client.post("/api/stores", json=body)
    assert answer.status_code == 409
    assert answer.json()["current"]["thing"]["name"] == "Drops"
    client.post("/api/stores/put/put-aside", json={"revision": first["revision"]})
    assert client.get("/api/stores/put").status_code == 410
    assert add(client, "put", **body["thing"])["thing"]["name"] == "Rusks"  # type: ignore[arg-type]


def test_what_is_put_aside_can_be_seen_and_thrown_away(client: TestClient) -> None:
    saved = add(client, "box", kind="packaging", name="Bag", each="0.20", pieces=6)
    assert client.post("/api/stores/box/throw-away", json={"revision": 1}).status_code == 409
    client.post("/api/stores/box/put-aside", json={"revision": saved["revision"]})
    assert [one["id"] for one in client.get("/api/stores", params={"aside": True}).json()] == ["box"]
    assert client.get("/api/stores", params={"kind": "packaging"}).json() == []
    assert client.post("/api/stores/box/throw-away", json={"revision": 2}).json() == {"done": True}
    assert client.get("/api/stores/box").status_code == 404


@pytest.mark.parametrize(
    "thing",
    [
        {"kind": "move", "why": "used", "at": NOW, "amounts_g": {"flour_ap": -5}},
        {"kind": "move", "why": "used", "at": NOW, "amounts_g": {"moonbeams": 5}},
        {"kind": "move", "why": "used", "at": NOW, "amounts_g": {}},
        {"kind": "move", "why": "counted", "at": NOW, "amounts_g": {"flour_ap": 1e9}},
        {"kind": "price", "ingredient_id": "flour_ap", "pack_g": 1000, "paid": "0", "on": "2026-11-01"},
        {"kind": "price", "ingredient_id": "flour_ap", "pack_g": 0, "paid": "1", "on": "2026-11-01"},
        {"kind": "pantry", "ingredient_id": "moonbeams"},
        {"kind": "put", "name": "x", "count": 0, "made_on": "2026-11-20"},
        {"kind": "boxes", "name": "x", "kinds": []},
        {"kind": "teapot"},
    ],
)  # fmt: skip
def test_what_cannot_be_is_said_at_its_field(client: TestClient, thing: Json) -> None:
    answer = client.post("/api/stores", json={"id": "x", "thing": thing})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["message"]
    assert client.get("/api/stores", params={"kind": "move"}).json() == []


def test_tables_go_out_and_come_in_again(stocked: TestClient) -> None:
    change(stocked, "pantry-flour_ap", ("best_before", None, "2027-03-01"), ("low_g", None, 500))
    out = stocked.get("/api/pantry/table").text
    read = stocked.post("/api/pantry/table", json={"text": out}).json()
    assert read["problems"] == []
    items = {one["item"]["ingredient_id"]: one["item"] for one in stocked.get("/api/pantry").json()["items"]}
    assert {one["ingredient_id"]: one for one in read["items"]} == items
    assert read["amounts_g"] == levels(stocked)
    add(
        stocked,
        "price",
        kind="price",
        ingredient_id="flour_ap",
        pack_g=1000,
        paid="1.19",
        on="2026-11-01",
        shop="Quay; store",
    )
    read = stocked.post("/api/costs/table", json={"text": stocked.get("/api/costs/table").text}).json()
    assert read["prices"] == [stocked.get("/api/stores/price").json()["thing"]]
    add(stocked, "put", kind="put", name="Drops", count=12, made_on="2026-11-20", place="top", each_g=40.0)
    read = stocked.post("/api/freezer/table", json={"text": stocked.get("/api/freezer/table").text}).json()
    assert read["puts"][0]["name"] == "Drops"
    assert read["puts"][0]["place"] == "top"


@pytest.mark.parametrize(
    ("path", "text", "says"),
    [
        ("pantry", "ingredient;amount_g\nflour_ap;1000\nmoonbeams;3\n", "Line 3"),
        ("pantry", "amount\n3\n", "ingredient"),
        ("pantry", "ingredient,amount_g\nflour_ap,-4\n", "Line 2"),
        ("costs", "ingredient,pack_g,paid,on\nflour_ap,1000,free,2026-11-01\n", "Line 2, paid"),
        ("costs", "ingredient,pack_g,paid,on\nplain flour,1000,\"1,19\",2026-11-01\nflour_ap,1000,1,someday\n", "Line 3, on"),
        ("shopping", "thing\nribbon\n", "what"),
        ("freezer", "name,count,made_on\nDrops,0,2026-11-01\n", "Line 2, count"),
    ],
)  # fmt: skip
def test_what_is_wrong_in_a_table_is_said_by_its_line(client: TestClient, path: str, text: str, says: str) -> None:
    read = client.post(f"/api/{path}/table", json={"text": text}).json()
    assert any(says in problem["message"] for problem in read["problems"])


def test_twelve_of_the_frozen_ones_go_into_a_day(client: TestClient) -> None:
    id = dough(client)
    spec = drop_dough(name="Deck Drops").model_dump(mode="json")
    add(client, "put", kind="put", dough_id=id, name="Deck Drops", count=20, made_on="2026-11-20", spec=spec)
    at = (datetime.now(UTC) + timedelta(hours=20)).isoformat()
    ask = {"dough_id": id, "frozen": {"id": "put", "count": 12}}
    plan = client.post("/api/plans", json={"doughs": [ask], "when": "ready_by", "at": at}).json()
    kinds = {step["kind"] for step in plan["plan"]["steps"]}
    assert "bake" in kinds
    assert not kinds & {"weigh", "mix", "chill"}
    assert sum(load["pieces"] for load in plan["plan"]["work"]["loads"]) == 12
    ask["frozen"]["thaw"] = True  # type: ignore[index]
    thawed = client.post("/api/plans", json={"doughs": [ask], "when": "ready_by", "at": at}).json()
    assert "thaw" in {step["kind"] for step in thawed["plan"]["steps"]}
    # Nothing is bought for what was mixed long ago.
    add(client, "list", kind="shopping", name="x", made_at=NOW, plan_ids=[plan["id"]])
    assert client.get("/api/shopping/list").json()["shopping"]["lines"] == []
    ask["frozen"] = {"id": "put", "count": 30}
    refused = client.post("/api/plans", json={"doughs": [ask], "when": "ready_by", "at": at})
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "doughs.0.frozen.count"


def test_what_must_stay_free_of_nuts_goes_ahead_of_the_rest(client: TestClient) -> None:
    drops, rounds = dough(client), dough(client, "Tide Rounds")
    asks = [{"dough_id": drops}, {"dough_id": rounds, "ahead": True}]
    body = {"doughs": asks, "when": "soonest", "at": datetime.now(UTC).isoformat(), "racks": 2}
    plan = client.post("/api/plans", json=body).json()["plan"]
    of = {dough["name"]: number for number, dough in enumerate(plan["work"]["doughs"])}
    shaped = [
        step["end_s"]
        for step in plan["steps"]
        if step["kind"] == "form" and plan["work"]["loads"][step["load"]]["dough"] == of["Tide Rounds"]
    ]
    weighed = [
        step["start_s"] for step in plan["steps"] if step["kind"] == "weigh" and step["dough"] == of["Deck Drops"]
    ]
    assert min(weighed) >= max(shaped) + 600
    assert any("wash bowls" in caution for caution in plan["cautions"])


def test_the_freezer_says_what_is_over_and_what_goes_out_first(client: TestClient) -> None:
    id = dough(client)
    spec = drop_dough().model_dump(mode="json")
    for name, days in (("new", 5), ("old", 400)):
        made = (datetime.now(UTC) - timedelta(days=days)).date().isoformat()
        add(client, name, kind="put", dough_id=id, name="Drops", count=6, made_on=made, spec=spec)
    old, new = client.get("/api/freezer").json()
    assert (old["kept"]["over"], old["kept"]["first"]) == (True, True)
    assert (new["kept"]["over"], new["kept"]["first"]) == (False, False)


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


def test_what_this_version_cannot_read_is_left_out_and_can_be_taken_away(client: TestClient, folder: Any) -> None:
    import sqlite3

    add(client, "put", kind="put", name="Drops", count=12, made_on="2026-11-20")
    with sqlite3.connect(folder / "kitchen.db") as connection:
        connection.execute("UPDATE stores SET body = ?", ('{"kind": "put", "schema": 99}',))
    assert client.get("/api/stores", params={"kind": "put"}).json() == []
    assert client.get("/api/stores/put").status_code == 422
    assert client.get("/api/stores/put/raw").json()["schema"] == 99
