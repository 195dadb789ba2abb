"""Bake-day plans through the API: made, kept, changed, looked on for, taken out."""

import json
import time
from datetime import UTC, datetime, timedelta
from typing import Any

import icalendar
import pytest
from fastapi.testclient import TestClient

from finebatch.api import looking
from finebatch.store.plans import SavedPlan
from tests.kit import cut_dough, drop_dough

DROPS, ROUNDS = (
    dough.model_dump(mode="json") for dough in (drop_dough(name="Deck Drops"), cut_dough(name="Tide Rounds"))
)


def soon(hours: float = 20) -> str:
    return (datetime.now(UTC) + timedelta(hours=hours)).isoformat()


def shelved(client: TestClient, *specs: dict) -> list[dict]:
    return [{"dough_id": client.post("/api/doughs", json=spec).json()["id"]} for spec in specs]


@pytest.fixture
def plan(client: TestClient) -> dict:
    asked = {"doughs": shelved(client, DROPS, ROUNDS), "at": soon(), "racks": 2}
    answer = client.post("/api/plans", json=asked)
    assert answer.status_code == 201, answer.json()
    return answer.json()  # type: ignore[no-any-return]


def test_a_plan_is_made_kept_put_aside_and_back_and_thrown_away(client: TestClient, plan: dict) -> None:
    assert client.get(f"/api/plans/{plan['id']}").json() == plan
    (listed,) = client.get("/api/plans").json()["plans"]
    assert listed["title"] == "Deck Drops and Tide Rounds"
    assert listed["starts_at"] == plan["plan"]["start"]
    # The plan stands as it was made, whatever becomes of the dough.
    id = plan["request"]["doughs"][0]["dough_id"]
    client.put(f"/api/doughs/{id}", json={"revision": 1, "spec": {**DROPS, "form": {"kind": "scoop", "portion_g": 90}}})
    assert client.get(f"/api/plans/{plan['id']}").json() == plan
    at = f"/api/plans/{plan['id']}"
    assert client.post(f"{at}/put-aside", json={"revision": 0}).status_code == 409
    assert client.post(f"{at}/throw-away", json={"revision": 1}).status_code == 409  # not before it is put aside
    assert client.post(f"{at}/put-aside", json={"revision": 1}).json()["put_aside"]
    gone = client.get(at)
    assert gone.status_code == 410
    assert gone.json()["current"]["title"] == plan["title"]
    assert client.get("/api/plans").json()["total"] == 0
    (aside,) = client.get("/api/plans", params={"aside": True}).json()["plans"]
    assert client.post(f"{at}/changes", json={"revision": 2, "change": {"kind": "late", "minutes": 5}}).status_code in (
        409,
        410,
        422,
    )
    assert not client.post(f"{at}/put-back", json={"revision": aside["revision"]}).json()["put_aside"]
    assert client.get(at).json() == {**plan, "revision": 3}
    client.post(f"{at}/put-aside", json={"revision": 3})
    assert client.post(f"{at}/throw-away", json={"revision": 4}).json() == {"done": True}
    assert client.get(at).status_code == 404
    assert client.get("/api/plans", params={"aside": True}).json()["total"] == 0


@pytest.mark.parametrize(
    ("day", "field"),
    [({"at": soon(-2)}, "at"), ({"at": soon(0.2)}, "at"), ({"at": soon(), "racks": 3}, "racks"), ({"at": "2026-05-01T18:00"}, "at"),
     ({"at": soon(), "hands": 9}, "hands"), ({"at": soon(), "when": "never"}, "when")],
)  # fmt: skip
def test_plans_that_cannot_be_say_where(client: TestClient, day: dict, field: str) -> None:
    answer = client.post("/api/plans", json={"doughs": shelved(client, DROPS), **day})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == field
    assert answer.json()["errors"][0]["message"]


def test_a_dough_with_open_questions_or_gone_is_not_planned(client: TestClient) -> None:
    hot = {**DROPS, "oven": {"value": 900, "scale": "c", "fan": False}}
    answer = client.post("/api/plans", json={"doughs": shelved(client, ROUNDS, hot), "at": soon()})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == "doughs.1"
    assert "bench" in answer.json()["detail"]
    assert client.post("/api/plans", json={"doughs": [{"dough_id": "none"}], "at": soon()}).status_code == 404


def change(client: TestClient, plan: dict, wanted: dict, **more: object):  # type: ignore[no-untyped-def]
    return client.post(
        f"/api/plans/{plan['id']}/changes", json={"revision": plan["revision"], "change": wanted, **more}
    )


def test_a_pin_is_kept_and_a_stale_change_refused(client: TestClient, plan: dict) -> None:
    start = datetime.fromisoformat(plan["plan"]["start"])
    weigh = next(s for s in plan["plan"]["steps"] if s["kind"] == "weigh" and s["dough"] == 1)
    earlier = start + timedelta(seconds=weigh["start_s"] - 600)
    answer = change(client, plan, {"kind": "pinned", "what": "weigh", "index": 1, "at": earlier.isoformat()})
    assert answer.status_code == 200, answer.json()
    pinned = answer.json()
    assert pinned["revision"] == 2
    assert client.get(f"/api/plans/{plan['id']}").json() == pinned
    step = next(s for s in pinned["plan"]["steps"] if s["kind"] == "weigh" and s["dough"] == 1)
    began = datetime.fromisoformat(pinned["plan"]["start"]) + timedelta(seconds=step["start_s"])
    assert abs((began - earlier).total_seconds()) <= 30
    stale = change(client, plan, {"kind": "time_lost", "minutes": 10})
    assert stale.status_code == 409
    assert stale.json()["current"] == pinned


def test_an_hour_lost_and_a_broken_tray_in_mid_day(client: TestClient, plan: dict) -> None:
    start, end = (datetime.fromisoformat(plan["plan"][key]) for key in ("start", "end"))
    now = (start + (end - start) / 2).isoformat()
    late = change(client, plan, {"kind": "time_lost", "minutes": 60}, now=now).json()
    assert datetime.fromisoformat(late["plan"]["end"]) > end
    assert late["plan"]["moved"]
    kind = next(iter(late["plan"]["work"]["room"]["trays"]))
    broken = change(client, late, {"kind": "tray_broken", "tray": kind}, now=now)
    assert broken.status_code == 200, broken.json()
    assert broken.json()["revision"] == 3
    gone = change(client, broken.json(), {"kind": "dough_dropped", "dough": 5}, now=now)
    assert gone.status_code == 422


def test_savings_paces_and_looking_on(client: TestClient, plan: dict) -> None:
    savings = client.post(f"/api/plans/{plan['id']}/savings").json()
    assert {saving["label"] for saving in savings} >= {"one more tray", "a second pair of hands"}
    paces = client.get("/api/plans/paces").json()
    assert any(pace["step"] == "form_scoop" and pace["seconds"] == 5 for pace in paces)
    looked = client.post(f"/api/plans/{plan['id']}/search", json={"seconds": 2})
    assert looked.status_code == 200
    assert looked.json()["plan"]["end"] == plan["plan"]["end"]
    assert client.delete(f"/api/plans/{plan['id']}/search").status_code == 204


def test_a_plan_leaves_as_calendar_and_table(client: TestClient, plan: dict) -> None:
    calendar = client.get(f"/api/plans/{plan['id']}/calendar")
    assert calendar.headers["content-type"].startswith("text/calendar")
    assert len(list(icalendar.Calendar.from_ical(calendar.content).walk("VEVENT"))) > 10
    table = client.get(f"/api/plans/{plan['id']}/table")
    assert table.headers["content-type"].startswith("text/csv")
    assert len(table.text.split("\r\n")) == len(plan["plan"]["steps"]) + 2


def test_a_kept_share_is_planned_on_its_own_day(client: TestClient) -> None:
    share = {"id": "s", "name": "Frozen balls", "amount": 30, "keep": "freezer", "form": {"kind": "ball"}}
    ((id,)) = [asked["dough_id"] for asked in shelved(client, {**DROPS, "shares": [share]})]
    today = client.post("/api/plans", json={"doughs": [{"dough_id": id}], "at": soon()}).json()
    assert today["title"] == "Deck Drops"
    assert any("Frozen balls" in step["detail"] for step in today["plan"]["steps"])
    later = client.post("/api/plans", json={"doughs": [{"dough_id": id, "share_id": "s"}], "at": soon()}).json()
    assert later["title"] == "Deck Drops, Frozen balls"
    assert "mix" not in {step["kind"] for step in later["plan"]["steps"]}
    gone = client.post("/api/plans", json={"doughs": [{"dough_id": id, "share_id": "x"}], "at": soon()})
    assert gone.status_code == 422
    assert "gone" in gone.json()["detail"]


def test_a_test_cookie_is_written_down_once_and_the_rest_laid_out_by_it(client: TestClient) -> None:
    (asked,) = shelved(client, DROPS)
    body = {"doughs": [{**asked, "test_first": True}], "when": "soonest", "at": soon(0)}
    plan = client.post("/api/plans", json=body).json()
    at, loads = f"/api/plans/{plan['id']}", plan["plan"]["work"]["loads"]
    load = next(i for i, one in enumerate(loads) if one["test"])
    start = datetime.fromisoformat(plan["plan"]["start"])
    (measuring,) = (step for step in plan["plan"]["steps"] if step["title"].startswith("Measure Deck Drops test"))
    told = {
        "revision": 1, "load": load, "now": (start + timedelta(seconds=measuring["end_s"])).isoformat(),
        "measured": {"widths_mm": [52, 54], "oven_min": 9, "verdict": "right"},
    }  # fmt: skip
    assert client.post(f"{at}/tests", json={**told, "load": 77}).status_code == 422
    assert client.get("/api/bakes", params=asked).json()["total"] == 0
    made = client.post(f"{at}/tests", json=told, headers={"Idempotency-Key": "told-once"})
    assert made.status_code == 200, made.json()
    again = client.post(f"{at}/tests", json=told, headers={"Idempotency-Key": "told-once"})
    assert again.json() == made.json()
    assert client.post(f"{at}/tests", json=told).status_code == 409
    (bake,) = client.get("/api/bakes", params=asked).json()["bakes"]
    assert bake["bake"]["measured"]["count"] == loads[load]["pieces"]
    assert bake["bake"]["foretold"]["own_bakes"] == 0
    now = made.json()["plan"]
    assert now["told"].startswith("Deck Drops by its test cookie")
    rest = [one for one in now["work"]["loads"] if not one["test"]]
    was = [one for one in loads if not one["test"]]
    assert sum(one["pieces"] for one in rest) == sum(one["pieces"] for one in was)
    assert rest[0]["bake_s"] < was[0]["bake_s"]
    assert max(one["pieces"] for one in rest) > max(one["pieces"] for one in was)


def test_a_test_cookie_of_a_dough_thrown_away_has_nowhere_to_be_written(client: TestClient) -> None:
    (asked,) = shelved(client, DROPS)
    body = {"doughs": [{**asked, "test_first": True}], "when": "soonest", "at": soon(0)}
    plan = client.post("/api/plans", json=body).json()
    load = next(i for i, one in enumerate(plan["plan"]["work"]["loads"]) if one["test"])
    told = {"revision": 1, "load": load, "measured": {"widths_mm": [52]}}
    dough = f"/api/doughs/{asked['dough_id']}"
    client.post(f"{dough}/put-aside", json={"revision": 1})
    client.post(f"{dough}/throw-away", json={"revision": 2})
    refused = client.post(f"/api/plans/{plan['id']}/tests", json=told)
    assert refused.status_code == 422
    assert "thrown away" in refused.json()["errors"][0]["message"]


def news(client: TestClient, plan: dict) -> list[dict]:
    """What is told of the looking at a plan, until it is over."""
    answer = client.get(f"/api/plans/{plan['id']}/progress")
    assert answer.headers["content-type"].startswith("text/event-stream")
    return [json.loads(line[6:]) for line in answer.text.splitlines() if line.startswith("data: ")]


def test_the_first_plan_is_answered_at_once_and_better_ones_replace_it(client: TestClient) -> None:
    asked = {"doughs": shelved(client, DROPS, ROUNDS), "at": soon(), "racks": 2, "when": "start_at"}
    first = client.post("/api/plans", json=asked, params={"first": True}).json()
    assert first["plan"]["helps"] is None
    told = news(client, first)
    assert told[0]["looking"]
    assert not told[-1]["looking"]
    assert [one["sequence"] for one in told] == sorted({one["sequence"] for one in told})
    best = client.get(f"/api/plans/{first['id']}").json()
    assert best["revision"] == told[-1]["revision"] > 1
    assert {one["label"] for one in best["plan"]["helps"]} >= {"one more tray", "a second pair of hands"}
    shorter = datetime.fromisoformat(first["plan"]["end"]) - datetime.fromisoformat(best["plan"]["end"])
    assert told[-1]["saved_min"] == round(shorter.total_seconds() / 60) >= 0
    assert best["plan"]["origin"] == first["plan"]["origin"]
    # With nothing looked for it is said how it stands, and that is all.
    assert news(client, best) == [{"sequence": 0, "revision": best["revision"], "looking": False, "saved_min": 0}]
    assert client.get("/api/plans/none/progress").status_code == 404


def test_a_change_of_mind_ends_the_looking_and_stands(client: TestClient) -> None:
    asked = {"doughs": shelved(client, DROPS, ROUNDS), "at": soon(), "racks": 2}
    first = client.post("/api/plans", json=asked, params={"first": True}).json()
    while client.get(f"/api/plans/{first['id']}").json()["revision"] == first["revision"]:
        time.sleep(0.05)
    # The page may not have heard of the better one yet: what is said of the day holds of it too.
    changed = change(client, first, {"kind": "time_lost", "minutes": 10})
    assert changed.status_code == 200, changed.json()
    assert change(client, first, {"kind": "time_lost", "minutes": 10}).status_code == 409
    news(client, first)
    assert client.get(f"/api/plans/{first['id']}").json() == changed.json()


def test_a_change_while_a_better_plan_is_just_being_kept_stands(
    client: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    kept = looking._kept

    def slowly(*arguments: Any) -> SavedPlan:
        saved = kept(*arguments)
        time.sleep(0.5)
        return saved

    monkeypatch.setattr(looking, "_kept", slowly)
    asked = {"doughs": shelved(client, DROPS, ROUNDS), "at": soon(), "racks": 2}
    first = client.post("/api/plans", json=asked, params={"first": True}).json()
    while client.get(f"/api/plans/{first['id']}").json()["revision"] == first["revision"]:
        time.sleep(0.02)
    changed = change(client, first, {"kind": "time_lost", "minutes": 10})
    assert changed.status_code == 200, changed.json()


def test_a_second_new_plan_takes_the_place_of_the_first_in_being_looked_on_at(client: TestClient) -> None:
    asked = {"doughs": shelved(client, DROPS, ROUNDS), "at": soon(), "racks": 2}
    one, other = (client.post("/api/plans", json=asked, params={"first": True}).json() for _ in range(2))
    assert not news(client, one)[-1]["looking"]
    assert not news(client, other)[-1]["looking"]
    assert client.get(f"/api/plans/{other['id']}").json()["plan"]["helps"] is not None


def test_hours_when_the_oven_or_somebody_is_not_there(client: TestClient) -> None:
    asked = {"doughs": shelved(client, DROPS), "at": soon(20), "racks": 2}
    begin, end = soon(16), soon(17.5)
    supper = {**asked, "hours": [{"kind": "oven", "from_at": begin, "to_at": end}]}
    plan = client.post("/api/plans", json=supper).json()["plan"]
    start = datetime.fromisoformat(plan["start"])
    for step in plan["steps"]:
        if step["kind"] == "bake":
            into, out = (start + timedelta(seconds=step[key]) for key in ("start_s", "end_s"))
            assert out <= datetime.fromisoformat(begin) or into >= datetime.fromisoformat(end)
    wrong = client.post("/api/plans", json={**asked, "hours": [{"kind": "away", "from_at": end, "to_at": begin}]})
    assert wrong.status_code == 422
    assert wrong.json()["errors"][0]["field"].startswith("hours")
    assert "end before they begin" in wrong.json()["errors"][0]["message"]
