"""A day as it is run, through the real app and a real file."""

import json
import time
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

from finebatch.api.app import create_app
from tests.api.serving import ask, serving
from tests.kit import drop_dough

Json = dict[str, Any]


def planned(client: TestClient) -> Json:
    """A small day of one dough, as soon as can be."""
    dough = client.post("/api/doughs", json=drop_dough().model_dump(mode="json")).json()
    asked = {"doughs": [{"dough_id": dough["id"]}], "when": "soonest", "at": datetime.now(UTC).isoformat(), "racks": 2}
    answer = client.post("/api/plans", json=asked)
    assert answer.status_code == 201, answer.text
    found: Json = answer.json()
    return found


def begun(client: TestClient, **more: object) -> Json:
    """A day that is run from now on."""
    answer = client.post("/api/runs", json={"plan_id": planned(client)["id"], **more})
    assert answer.status_code == 201, answer.text
    found: Json = answer.json()
    return found


def tell(client: TestClient, run: Json, event: Json, key: str = "", **more: object) -> Json:
    headers = {"Idempotency-Key": key} if key else {}
    answer = client.post(f"/api/runs/{run['id']}/events", json={"event": event, **more}, headers=headers)
    assert answer.status_code == 201, answer.text
    found: Json = answer.json()
    return found


def did(act: Json) -> Json:
    return {"kind": "did", "marks": act["marks"]}


def until(client: TestClient, run: Json, kind: str) -> Json:
    """Everything is done until something of that kind comes next."""
    for _ in range(60):
        if run["acts"][0]["kind"] == kind:
            return run
        run = tell(client, run, did(run["acts"][0]))
    raise AssertionError(f"no {kind} came")


def settled(client: TestClient, run: Json, when: Any, within_s: float = 8) -> Json:
    """The run once it is as meant: what is planned anew comes a moment later."""
    last: Json = {}
    end = time.monotonic() + within_s
    while time.monotonic() < end:
        last = client.get(f"/api/runs/{run['id']}").json()
        if when(last):
            return last
        time.sleep(0.1)
    raise AssertionError(last.get("told"))


def test_a_day_is_run_to_its_end_and_written_down(client: TestClient) -> None:
    run = begun(client)
    assert run["acts"][0]["title"]
    for _ in range(80):
        if not run["acts"]:
            break
        run = tell(client, run, did(run["acts"][0]))
    assert run["state"] == "over"
    answer = client.post(f"/api/runs/{run['id']}/end").json()
    (bake,) = answer["bakes"]
    assert bake["bake"]["run_id"] == run["id"]
    assert bake["bake"]["measured"]["count"] == sum(tray["pieces"] for tray in bake["bake"]["trays"])
    assert bake["bake"]["foretold"]["aim_min"] > 0
    assert client.get("/api/bakes").json()["total"] == 1
    assert client.get(f"/api/runs/{run['id']}").json()["over"]
    late = client.post(f"/api/runs/{run['id']}/events", json={"event": {"kind": "note", "text": "x"}})
    assert late.status_code == 409
    assert "over" in late.json()["detail"]


def test_what_is_done_leaves_the_list_and_can_be_taken_back(client: TestClient) -> None:
    run = begun(client)
    first = run["acts"][0]
    after = tell(client, run, did(first), "tap-0000001")
    assert first["id"] not in [act["id"] for act in after["acts"]]
    assert after["log"][0]["can_undo"]
    back = tell(client, run, {"kind": "undone", "of": "tap-0000001"})
    assert first["id"] in [act["id"] for act in back["acts"]]
    assert back["log"] == []


def test_the_same_tap_counts_once_by_its_key_and_by_what_it_means(client: TestClient) -> None:
    run = begun(client)
    act = did(run["acts"][0])
    first = tell(client, run, act, "tap-0000001")
    again = tell(client, run, act, "tap-0000001")
    assert again["seq"] == first["seq"] == 1
    other = tell(client, run, act, "other-device-tap")
    assert other["seq"] == 2
    assert other["log"][0]["ignored"] == "It was done before."
    assert [act["id"] for act in other["acts"]] == [act["id"] for act in first["acts"]]


def test_what_cannot_have_been_is_kept_and_said(client: TestClient) -> None:
    run = begun(client)
    out = tell(client, run, {"kind": "did", "marks": [{"kind": "unload", "load": 0}]})
    assert out["log"][0]["ignored"] == "This tray is not in the oven."
    none = tell(client, run, {"kind": "saw", "load": 99, "rim": "right"})
    assert {line["ignored"] for line in none["log"]} == {out["log"][0]["ignored"], "There is no such tray in this day."}
    for wrong in (
        {"kind": "saw", "load": -1},
        {"kind": "more", "load": 0, "minutes": 0},
        {"kind": "flew"},
        {"kind": "did", "marks": []},
    ):
        answer = client.post(f"/api/runs/{run['id']}/events", json={"event": wrong})
        assert answer.status_code == 422, wrong
        assert answer.json()["errors"][0]["field"].startswith("event")


def test_two_days_are_not_run_at_once_but_one_may_be_rehearsed_beside(client: TestClient) -> None:
    run = begun(client)
    refused = client.post("/api/runs", json={"plan_id": run["plan_id"]})
    assert refused.status_code == 409
    assert "is being run in this kitchen" in refused.json()["detail"]
    assert begun(client, rehearsal={"speed": 60, "seed": 4})["rehearsal"]
    assert client.post(f"/api/runs/{run['id']}/throw-away").json()["done"]
    assert begun(client)["rehearsal"] is False


def test_a_look_becomes_minutes_and_the_next_trays_take_them_over(client: TestClient) -> None:
    run = until(client, begun(client), "unload")
    clock = run["trays"][0]
    assert len(run["acts"][0]["ask"]["drawn"]) == 4
    run = tell(client, run, {"kind": "saw", "load": clock["load"], "rim": "darker"})
    seen = next(tray for tray in run["trays"] if tray["load"] == clock["load"])
    assert "Out now." in seen["note"]
    assert "go on baking" in seen["note"]
    assert seen["out_at"] < clock["out_at"]
    run = settled(client, run, lambda now: "This tray out now; the next of its dough take" in now["told"])
    # Nothing to learn of a tray that just went in and is pale: it stays as it was.
    run = tell(client, run, {"kind": "did", "marks": [{"kind": "load", "load": 5}]})
    after = tell(client, run, {"kind": "saw", "load": 5, "rim": "much_paler"})
    assert "more." in next(tray for tray in after["trays"] if tray["load"] == 5)["note"]


def test_half_an_hour_away_moves_what_is_to_come_and_says_so(client: TestClient) -> None:
    run = begun(client)
    before = datetime.fromisoformat(run["ready_at"])
    tell(client, run, {"kind": "away", "minutes": 30})
    after = settled(client, run, lambda now: "Away for 30 min" in now["told"])
    assert timedelta(minutes=25) < datetime.fromisoformat(after["ready_at"]) - before < timedelta(minutes=45)
    assert "later" in after["told"]
    assert len(after["moved"]) <= 5


def test_a_tap_from_a_device_that_was_away_counts_when_it_was_tapped(client: TestClient) -> None:
    run = begun(client)
    late = tell(client, run, did(run["acts"][0]), ago_s=90)
    assert late["log"][0]["late"]
    at = datetime.fromisoformat(late["log"][0]["at"])
    assert at <= datetime.fromisoformat(late["at"])
    for wrong in (-5, 10**7):
        answer = client.post(
            f"/api/runs/{run['id']}/events", json={"event": {"kind": "note", "text": "x"}, "ago_s": wrong}
        )
        assert answer.status_code == 422
        assert answer.json()["errors"][0]["field"] == "ago_s"


def test_the_stream_begins_with_where_the_day_stands_and_goes_on_by_number(client: TestClient) -> None:
    run = begun(client)
    tell(client, run, did(run["acts"][0]))
    client.post(f"/api/runs/{run['id']}/end")
    with client.stream("GET", f"/api/runs/{run['id']}/stream", headers={"Last-Event-ID": "0"}) as stream:
        lines = [line for line in stream.iter_lines() if line]
    assert lines[0] == "id: 1"
    now = json.loads(lines[1].removeprefix("data: "))
    assert now["over"]
    assert now["seq"] == 1


def test_an_oven_thermometer_is_read_and_its_trace_shown(client: TestClient) -> None:
    run = until(client, begun(client), "unload")
    lines = [{"oven": 1, "c": 170.0 + n % 3, "lag_s": 20, "ago_s": 300 - 10 * n} for n in range(30)]
    assert client.post("/api/probe/readings", json=lines).json()["done"]
    now = client.get(f"/api/runs/{run['id']}").json()
    assert len(now["ovens"][0]["points"]) >= 20
    assert now["ovens"][0]["read_c"] == pytest.approx(171, abs=2)
    assert client.post("/api/probe/readings", json=[{"oven": 7, "c": 20}]).status_code == 422
    client.post(f"/api/runs/{run['id']}/throw-away")
    nobody = client.post("/api/probe/readings", json=lines)
    assert nobody.status_code == 422
    assert "No day is being run" in nobody.json()["detail"]


def test_a_rehearsal_goes_fast_tells_what_would_have_become_and_leaves_nothing(client: TestClient) -> None:
    run = begun(client, rehearsal={"speed": 60, "seed": 3})
    began = datetime.fromisoformat(run["at"])
    time.sleep(1.1)
    now = client.get(f"/api/runs/{run['id']}").json()
    assert datetime.fromisoformat(now["at"]) - began >= timedelta(seconds=60)
    now = until(client, now, "unload")
    tell(client, now, did(now["acts"][0]))
    told = client.post(f"/api/runs/{run['id']}/end").json()
    assert told["bakes"] == []
    assert any("oven ran" in line for line in told["lines"])
    assert client.get("/api/bakes").json()["total"] == 0
    assert client.get("/api/runs").json() == []


def test_a_server_killed_in_the_middle_of_a_run_has_lost_nothing(tmp_path: Path) -> None:
    folder = tmp_path / "data"
    with serving(folder) as (server, url):
        _, dough, _ = ask(url, "/api/doughs", drop_dough().model_dump(mode="json"))
        asked = {
            "doughs": [{"dough_id": dough["id"]}],
            "when": "soonest",
            "at": datetime.now(UTC).isoformat(),
            "racks": 2,
        }
        _, plan, _ = ask(url, "/api/plans", asked)
        _, run, _ = ask(url, "/api/runs", {"plan_id": plan["id"]})
        for _ in range(3):
            status, run, _ = ask(url, f"/api/runs/{run['id']}/events", {"event": did(run["acts"][0])})
            assert status == 201
        ask(url, f"/api/runs/{run['id']}/events", {"event": {"kind": "away", "minutes": 20}})
        server.kill()
        server.wait()
    with serving(folder) as (_, url):
        _, again, _ = ask(url, f"/api/runs/{run['id']}")
        assert again["seq"] == 4
        assert [act["id"] for act in again["acts"]] == [act["id"] for act in run["acts"]]
        # What the server had not planned yet is planned when the day is looked at again.
        end = time.monotonic() + 20
        while "Away" not in again["told"] and time.monotonic() < end:
            time.sleep(0.2)
            _, again, _ = ask(url, f"/api/runs/{run['id']}")
        assert "Away for 20 min" in again["told"]


def test_a_day_is_put_where_it_belongs_when_it_is_begun(client: TestClient) -> None:
    plan = planned(client)
    early = client.post("/api/runs", json={"plan_id": plan["id"], "begin": "as_planned"}).json()
    assert datetime.fromisoformat(early["acts"][0]["due_at"]) >= datetime.fromisoformat(plan["plan"]["start"])
    client.post(f"/api/runs/{early['id']}/throw-away")
    now = client.post("/api/runs", json={"plan_id": plan["id"]}).json()
    assert datetime.fromisoformat(now["acts"][0]["due_at"]) <= datetime.fromisoformat(now["at"]) + timedelta(seconds=2)
    assert client.post("/api/runs", json={"plan_id": "none"}).status_code == 404


def test_the_clock_set_back_does_not_turn_the_day_around(folder: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    from finebatch.store import runs

    with TestClient(create_app(folder), base_url="http://localhost") as client:
        run = begun(client)
        one = tell(client, run, did(run["acts"][0]))
        real = runs.utc_now
        monkeypatch.setattr(runs, "utc_now", lambda: real() - timedelta(hours=1))
        two = tell(client, run, did(one["acts"][0]))
        times = [datetime.fromisoformat(line["at"]) for line in two["log"]]
        assert times[0] >= times[1]


def test_a_day_is_ended_once_and_changed_at_the_oven_while_it_is_run(client: TestClient) -> None:
    run = begun(client)
    plan = client.get(f"/api/plans/{run['plan_id']}").json()
    change = {"revision": plan["revision"], "change": {"kind": "time_lost", "minutes": 10}}
    refused = client.post(f"/api/plans/{plan['id']}/changes", json=change)
    assert refused.status_code == 422
    assert "being run" in refused.json()["detail"]
    run = tell(client, until(client, run, "load"), did(until(client, run, "load")["acts"][0]))
    tell(client, run, {"kind": "did", "marks": [{"kind": "unload", "load": run["trays"][0]["load"]}]})
    assert len(client.post(f"/api/runs/{run['id']}/end").json()["bakes"]) == 1
    again = client.post(f"/api/runs/{run['id']}/end")
    assert again.status_code == 409
    assert "ended before" in again.json()["detail"]
    assert client.get("/api/bakes").json()["total"] == 1


def test_a_dough_thrown_away_meanwhile_is_named_where_nothing_can_be_written_down(client: TestClient) -> None:
    run = until(client, begun(client), "unload")
    tell(client, run, did(run["acts"][0]))
    dough = client.get(f"/api/doughs/{run['asked'][0]}").json()
    aside = client.post(f"/api/doughs/{dough['id']}/put-aside", json={"revision": dough["revision"]}).json()
    client.post(f"/api/doughs/{dough['id']}/throw-away", json={"revision": aside["revision"]})
    told = client.post(f"/api/runs/{run['id']}/end").json()
    assert told["bakes"] == []
    assert told["unwritten"] == [dough["spec"]["name"]]


def test_a_real_thermometer_is_not_read_into_a_rehearsal_and_a_door_needs_an_oven(client: TestClient) -> None:
    rehearsal = begun(client, rehearsal={"speed": 10, "seed": 2})
    assert client.post("/api/probe/readings", json=[{"c": 170}]).status_code == 422
    client.post(f"/api/runs/{rehearsal['id']}/throw-away")
    run = begun(client)
    door = {"run_id": run["id"], "seconds": 30}
    refused = client.post("/api/probe/door", json=door)
    assert refused.status_code == 422
    assert "No simulated oven" in refused.json()["detail"]
    assert client.post("/api/probe/simulated", json={"run_id": run["id"], "on": True}).json()["simulated"]
    assert client.post("/api/probe/door", json=door).json()["done"]


def test_an_evenings_thermometer_stays_with_the_kitchen(client: TestClient) -> None:
    run = until(client, begun(client), "unload")
    time.sleep(3.2)
    # What was read while a tray was in is what counts.
    lines = [{"c": 172.0 + n % 3, "lag_s": 0, "ago_s": 0.3 + 2 * n / 40} for n in range(40)]
    client.post("/api/probe/readings", json=lines)
    time.sleep(1.1)  # to the second
    tell(client, run, did(run["acts"][0]))
    (bake,) = client.post(f"/api/runs/{run['id']}/end").json()["bakes"]
    assert bake["bake"]["measured"]["oven_read_c"] == pytest.approx(173, abs=2)
    (oven,) = client.get("/api/kitchen/ovens").json()
    assert oven["off_low_k"] < -7 < oven["off_high_k"]
    assert oven["days"] == 1


def test_a_rehearsal_that_nobody_looks_at_is_left_alone(client: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    from finebatch.api import live

    monkeypatch.setattr(live, "UNWATCHED_S", 0.2)
    monkeypatch.setattr(live, "WATCH_S", 0.1)
    run = begun(client, rehearsal={"speed": 60, "seed": 2})
    held = client.app.state.live._held[run["id"]]  # type: ignore[attr-defined]
    end = time.monotonic() + 10
    while not held.watched.done() and time.monotonic() < end:
        time.sleep(0.05)
    assert held.watched.done()
    client.get(f"/api/runs/{run['id']}")
    assert not held.watched.done()
