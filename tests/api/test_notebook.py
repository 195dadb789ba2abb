"""The notebook through the real app and a real file: bakes written down, changed, put aside, and what they teach."""

import json
import sqlite3
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import select

from finebatch.api.app import create_app
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.store import knowledge
from finebatch.store.database import Store
from finebatch.store.tables import BakeRow, DoughRow, utc_now
from tests.api.notebook_kit import SPEC, on_shelf, written

KITCHEN = Kitchen().model_dump(mode="json")


def foretold(client: TestClient, dough: str | None, spec: dict[str, Any] = SPEC) -> dict[str, Any]:
    asked = {"dough": spec, "kitchen": KITCHEN, "dough_id": dough}
    outcome: dict[str, Any] = client.post("/api/assessments", json=asked).json()["outcome"]
    return outcome


def test_a_bake_moves_what_is_foretold_and_put_aside_takes_it_back_exactly(client: TestClient) -> None:
    dough = on_shelf(client)
    before = foretold(client, dough)
    saved = written(client, dough, widths_mm=[110, 112, 111], oven_min=15, verdict="right", note="ran a little")
    after = foretold(client, dough)
    assert after["baked"]["diameter_mm"]["value"] > before["baked"]["diameter_mm"]["value"] + 3
    assert after["basis"]["own_bakes"] == 1
    kept = saved["bake"]
    assert kept["foretold"]["width_mm"]["value"] == pytest.approx(before["baked"]["diameter_mm"]["value"])
    assert kept["spec"] == SPEC
    assert kept["measured"]["note"] == "ran a little"
    assert client.post(f"/api/bakes/{saved['id']}/put-aside", json={"revision": 1}).status_code == 200
    assert foretold(client, dough)["baked"] == before["baked"]
    assert client.get(f"/api/bakes/{saved['id']}").status_code == 410
    assert client.get("/api/bakes", params={"dough_id": dough}).json()["total"] == 0
    assert client.get("/api/bakes", params={"aside": True}).json()["total"] == 1
    assert client.post(f"/api/bakes/{saved['id']}/put-back", json={"revision": 2}).status_code == 200
    assert foretold(client, dough)["baked"] == after["baked"]
    client.post(f"/api/bakes/{saved['id']}/put-aside", json={"revision": 3})
    assert client.post(f"/api/bakes/{saved['id']}/throw-away", json={"revision": 4}).json() == {"done": True}
    assert client.get(f"/api/bakes/{saved['id']}").status_code == 404
    assert foretold(client, dough)["baked"] == before["baked"]


def test_every_screen_and_paper_and_plan_hears_of_it(client: TestClient) -> None:
    dough = on_shelf(client)
    for n in (3, 2, 1):
        written(client, dough, n, widths_mm=[112, 111], oven_min=17, verdict="right")
    told = foretold(client, dough)
    asked = {"dough": SPEC, "kitchen": KITCHEN, "dough_id": dough}
    report = client.post("/api/reports", json=asked).json()
    assert report["assessment"]["outcome"]["window"] == told["window"]
    assert client.get(f"/api/doughs/{dough}/glance").json()["outcome"]["window"] == told["window"]
    why = client.post("/api/whys", json=asked).json()
    assert why["width_mm"] == pytest.approx(told["baked"]["diameter_mm"]["value"])
    rows = {row["label"]: row["text"] for row in report["working"]}
    assert (
        f"likely {told['window']['likely_from_min']:.0f} to {told['window']['likely_to_min']:.0f} min" in rows["Bake"]
    )
    at = (datetime.now(UTC) + timedelta(hours=30)).isoformat()
    plan = client.post("/api/plans", json={"doughs": [{"dough_id": dough}], "at": at}).json()["plan"]
    stays = [step["end_s"] - step["start_s"] for step in plan["steps"] if step["kind"] == "bake"]
    assert min(stays) / 60 == pytest.approx(told["window"]["aim_min"], abs=1.5)


def test_an_edited_bake_keeps_its_history_and_teaches_anew(client: TestClient) -> None:
    dough = on_shelf(client)
    saved = written(client, dough, widths_mm=[84], oven_min=12)
    first = foretold(client, dough)["baked"]["diameter_mm"]["value"]
    change = {"revision": 1, "baked_at": saved["bake"]["baked_at"], "measured": {"widths_mm": [118], "oven_min": 12}}
    assert client.put(f"/api/bakes/{saved['id']}", json=change).json()["revision"] == 2
    assert foretold(client, dough)["baked"]["diameter_mm"]["value"] > first + 5
    (before,) = client.get(f"/api/bakes/{saved['id']}/befores").json()
    assert before["bake"]["measured"]["widths_mm"] == [84]
    assert before["revision"] == 1
    stale = client.put(f"/api/bakes/{saved['id']}", json=change)
    assert stale.status_code == 409
    assert stale.json()["current"]["bake"]["measured"]["widths_mm"] == [118]


def test_a_bake_left_out_is_kept_and_teaches_nothing(client: TestClient) -> None:
    dough = on_shelf(client)
    before = foretold(client, dough)
    saved = written(client, dough, widths_mm=[118], oven_min=20, verdict="right")
    change = {
        "revision": 1,
        "baked_at": saved["bake"]["baked_at"],
        "measured": saved["bake"]["measured"],
        "learn_from": False,
    }
    client.put(f"/api/bakes/{saved['id']}", json=change)
    assert foretold(client, dough)["baked"] == before["baked"]
    assert client.get("/api/bakes", params={"dough_id": dough}).json()["total"] == 1


def test_a_bake_sent_again_under_its_key_is_one(client: TestClient) -> None:
    dough = on_shelf(client)
    body = {"dough_id": dough, "baked_at": "2026-06-05T15:00:00Z", "measured": {"widths_mm": [90]}}
    answers = [
        client.post("/api/bakes", json=body, headers={"Idempotency-Key": "a-key-of-the-tablet"}) for _ in range(2)
    ]
    assert answers[0].json()["id"] == answers[1].json()["id"]
    assert client.get("/api/bakes").json()["total"] == 1


def test_another_dough_learns_of_the_oven_and_another_oven_does_not(client: TestClient) -> None:
    dough, other = on_shelf(client), on_shelf(client, name="Another")
    lean = {**SPEC, "form": {"kind": "ball", "portion_g": 20}}
    before = foretold(client, other, lean)["window"]["aim_min"]
    for n in range(4):
        written(client, dough, n + 1, oven_min=17, verdict="right", oven_read_c=160)
    after = foretold(client, other, lean)
    assert after["window"]["aim_min"] > 1.05 * before
    assert after["basis"]["other_bakes"] == 3
    asked = {"dough": lean, "kitchen": {**KITCHEN, "oven_number": 2}, "dough_id": other}
    new = client.post("/api/assessments", json=asked).json()["outcome"]["window"]["aim_min"]
    assert new < after["window"]["aim_min"]


def test_what_is_impossible_is_refused_at_its_field_and_what_is_unlikely_asked(client: TestClient) -> None:
    dough = on_shelf(client)
    body = {"dough_id": dough, "baked_at": "2026-06-05T15:00:00Z", "measured": {"oven_min": 0}}
    refused = client.post("/api/bakes", json=body)
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["field"] == "measured.oven_min"
    draft = {**body, "measured": {"widths_mm": [8.1, 400], "count": 600}}
    seen = client.post("/api/bakes/drafts", json=draft).json()
    assert [problem["field"] for problem in seen["questions"]] == ["widths_mm.0", "widths_mm.1", "count"]
    assert seen["foretold"]["count"] > 5
    assert seen["foretold"]["scale"][0]["word"] == "white"
    assert client.get("/api/bakes").json()["total"] == 0
    gone = client.post("/api/bakes", json={**body, "dough_id": "nobody", "measured": {}})
    assert gone.status_code == 404
    nothing = client.post("/api/bakes", json={**body, "batch": "small", "measured": {}})
    assert nothing.json()["errors"][0]["field"] == "batch"


def test_two_bakes_are_compared_in_the_kitchens_units(client: TestClient) -> None:
    dough = on_shelf(client)
    first = written(client, dough, 2, widths_mm=[90], oven_min=12, verdict="right")
    colder = {**SPEC, "oven": {"value": 165, "scale": "c", "fan": False}}
    revision = client.get(f"/api/doughs/{dough}").json()["revision"]
    client.put(f"/api/doughs/{dough}", json={"revision": revision, "spec": colder})
    second = written(client, dough, 1, widths_mm=[95], oven_min=14, verdict="right")
    told = client.get("/api/bakes/difference", params={"a": first["id"], "b": second["id"]}).json()
    (change,) = told["changes"]
    assert change["saying"] == "Oven 165 °C instead of 180 °C"
    assert change["wider_mm"] + told["width"]["rest"] == pytest.approx(told["width"]["seen"])
    other = on_shelf(client, name="Another")
    third = written(client, other, 1, widths_mm=[95])
    wrong = client.get("/api/bakes/difference", params={"a": first["id"], "b": third["id"]})
    assert wrong.status_code == 422
    assert wrong.json()["errors"][0]["field"] == "b"


def test_evidence_tells_of_every_bake(client: TestClient) -> None:
    dough = on_shelf(client)
    saved = [written(client, dough, n, widths_mm=[110], oven_min=15) for n in (2, 1)]
    told = client.post("/api/evidence", json={"dough": SPEC, "kitchen": KITCHEN, "dough_id": dough}).json()
    assert [piece["source"] for piece in told["pieces"]] == ["family", "own", "bake", "bake"]
    assert {piece["id"] for piece in told["pieces"][2:]} == {one["id"] for one in saved}
    empty = client.post("/api/evidence", json={"dough": {**SPEC, "lines": []}, "kitchen": KITCHEN})
    assert empty.status_code == 422


def test_the_shelf_tells_when_a_dough_was_last_baked(client: TestClient) -> None:
    dough, never = on_shelf(client), on_shelf(client, name="Never")
    written(client, dough, 9, liked=2)
    latest = written(client, dough, 2, liked=5)
    shelf = {one["id"]: one["last"] for one in client.get("/api/doughs").json()["doughs"]}
    assert shelf[never] is None
    assert shelf[dough]["times"] == 2
    assert shelf[dough]["liked"] == 5
    assert datetime.fromisoformat(shelf[dough]["at"]) == datetime.fromisoformat(latest["bake"]["baked_at"])


def test_bakes_go_with_a_dough_that_is_thrown_away(client: TestClient, folder: Path) -> None:
    dough = on_shelf(client)
    saved = written(client, dough, widths_mm=[90])
    change = {"revision": 1, "baked_at": saved["bake"]["baked_at"], "measured": {"widths_mm": [91]}}
    client.put(f"/api/bakes/{saved['id']}", json=change)
    client.post(f"/api/doughs/{dough}/put-aside", json={"revision": 1})
    assert client.post(f"/api/doughs/{dough}/throw-away", json={"revision": 2}).status_code == 200
    with closing(sqlite3.connect(folder / "kitchen.db")) as connection:
        for table in ("bakes", "bakes_before"):
            assert connection.execute(f"SELECT count(*) FROM {table}").fetchone()[0] == 0


def test_what_is_worked_out_anew_from_the_log_is_what_was_kept(folder: Path) -> None:
    with TestClient(create_app(folder), base_url="http://localhost") as client:
        dough = on_shelf(client)
        for n in (5, 3, 1):
            written(client, dough, n, widths_mm=[100 + n], oven_min=12 + n / 2, verdict="right")
        kept = foretold(client, dough)
    with closing(sqlite3.connect(folder / "kitchen.db")) as connection:
        looks = [json.loads(row[0]) for row in connection.execute("SELECT look FROM bakes ORDER BY id")]
        # As if another edition of the model had written them.
        for look in looks:
            look["edition"], look["strange"] = 0, 9.0
        connection.execute("UPDATE bakes SET look = ?", (json.dumps(looks[0]),))
        connection.commit()
    with TestClient(create_app(folder), base_url="http://localhost") as client:
        again = foretold(client, dough)
    for name in ("diameter_mm", "first_done_min", "height_mm"):
        for end in ("value", "low", "high"):
            assert again["baked"][name][end] == pytest.approx(kept["baked"][name][end], rel=1e-6)


def test_the_first_bake_put_aside_changes_from_what_the_others_are_told(client: TestClient, folder: Path) -> None:
    dough = on_shelf(client)
    saved = [written(client, dough, n, widths_mm=[100]) for n in (3, 2, 1)]
    client.post(f"/api/bakes/{saved[0]['id']}/put-aside", json={"revision": 1})
    with closing(sqlite3.connect(folder / "kitchen.db")) as connection:
        rows = connection.execute("SELECT look FROM bakes WHERE deleted_at IS NULL").fetchall()
    assert {json.loads(look)["usual"] for (look,) in rows} == {f"{saved[1]['id']} 1"}


def test_a_notebook_of_years_is_heard_a_page_and_sixty_looks_at_a_time(folder: Path) -> None:
    """5,000 bakes of 500 doughs: what is read for a keystroke does not grow with them."""
    with TestClient(create_app(folder), base_url="http://localhost") as client:
        dough = on_shelf(client)
        written(client, dough, 1, widths_mm=[100], oven_min=13, verdict="right")
    store = Store(folder)
    with store.session() as session:
        of, one = session.get(DoughRow, dough), session.scalars(select(BakeRow)).one()
        assert of is not None
        copied = {c.name: getattr(of, c.name) for c in DoughRow.__table__.columns}
        row = {c.name: getattr(one, c.name) for c in BakeRow.__table__.columns}
        for d in range(499):
            session.add(DoughRow(**{**copied, "id": f"{d:032}"}))
        session.flush()
        for n in range(4999):
            owner = dough if n < 30 else f"{n % 499:032}"
            at = utc_now() - timedelta(hours=n)
            session.add(BakeRow(**{**row, "id": f"{n:032}", "dough_id": owner, "baked_at": at}))
    with store.reading() as session:
        known = knowledge.known_of(session, dough, 1)
    store.close()
    assert len(known.bakes) == 60
    assert sum(look.dough == dough for look in known.bakes) == 20
    assert (
        max(sum(look.dough == d for look in known.bakes) for d in {look.dough for look in known.bakes} - {dough}) <= 3
    )
    with TestClient(create_app(folder), base_url="http://localhost") as client:
        page = client.get("/api/bakes", params={"limit": 20}).json()
        assert (len(page["bakes"]), page["total"]) == (20, 5000)
        rest = client.get("/api/bakes", params={"limit": 20, "next": page["next"]}).json()
        assert not {one["id"] for one in page["bakes"]} & {one["id"] for one in rest["bakes"]}
        assert foretold(client, dough)["basis"]["own_bakes"] == 20


def test_changes_to_try_are_proposed_and_nothing_is_saved(client: TestClient) -> None:
    dough = on_shelf(client)
    written(client, dough, 2, widths_mm=[98], oven_min=13, verdict="right")
    asked = {"dough": SPEC, "kitchen": KITCHEN, "dough_id": dough, "wish": {"wanted": "narrower"}}
    found = client.post("/api/tries", json=asked).json()
    assert found["tries"][0]["figures"]["width_mm"]["value"] < found["now"]["width_mm"]["value"]
    assert client.get(f"/api/doughs/{dough}").json()["revision"] == 1
    refused = client.post("/api/tries", json={**asked, "dough": {**SPEC, "lines": []}})
    assert refused.status_code == 422


def test_causes_of_a_bake_come_with_evidence_in_the_kitchens_units(client: TestClient) -> None:
    dough = on_shelf(client)
    for n in (4, 3, 2):
        written(client, dough, n, widths_mm=[98], oven_min=13, verdict="right")
    wide = written(client, dough, 1, widths_mm=[112, 113], oven_min=13, verdict="right")
    path = f"/api/bakes/{wide['id']}/causes"
    told = client.get(path, params={"symptom": ["spread_too_much", "joined_edges"]}).json()
    assert told[0]["share"] >= told[1]["share"]
    assert any("mm wider than foretold" in sign["saying"] for cause in told for sign in cause["signs"])
    assert client.get(path, params={"symptom": ["fell_off_the_table"]}).status_code == 422
    change = {"path": ["units"], "was": "metric", "now": "us"}
    client.patch("/api/kitchen", json={"changes": [change]})
    inches = client.get(path, params={"symptom": ["spread_too_much"]}).json()
    assert not any(" mm " in sign["saying"] for cause in inches for sign in cause["signs"])


def test_bakes_go_out_as_a_table_and_a_sheet_to_fill(client: TestClient) -> None:
    dough = on_shelf(client, name="=Sum Drops")
    written(client, dough, 1, widths_mm=[98, 99.5], oven_min=13, verdict="right", note="+1 for the fair")
    answer = client.get("/api/bakes/export/csv", params={"dough_id": dough})
    head, row = answer.text.splitlines()
    cells = dict(zip(head.split(","), row.split(","), strict=True))
    assert (cells["widths_mm"], cells["oven_min"], cells["verdict"]) == ("98 99.5", "13", "right")
    assert (cells["dough"], cells["note"]) == ("'=Sum Drops", "'+1 for the fair")
    assert (
        float(cells["foretold_width_low_mm"])
        < float(cells["foretold_width_mm"])
        < float(cells["foretold_width_high_mm"])
    )
    for paper in ("a4", "letter"):
        sheet = client.get(f"/api/bakes/sheet/{paper}")
        assert sheet.content.startswith(b"%PDF")
        assert sheet.headers["content-type"] == "application/pdf"


def test_the_kitchen_tells_what_it_learned(client: TestClient) -> None:
    assert client.get("/api/kitchen/habits").json()["minutes"] is None
    dough = on_shelf(client)
    for n in (40, 3, 2, 1):
        written(client, dough, n, widths_mm=[98, 100], oven_min=17, verdict="right")
    told = client.get("/api/kitchen/habits").json()
    assert told["bakes"] == 4
    assert told["minutes"]["low_pct"] < told["minutes"]["pct"] < told["minutes"]["high_pct"]
    assert told["minutes"]["pct"] > 3
    assert told["oven_off_k"] is None  # minutes alone never tell the oven's heat
    assert 0.5 < told["scatter_pct"] < 3
    assert len(told["drift"]) == 2
    written(client, dough, 1, oven_min=17, oven_read_c=166)
    off = client.get("/api/kitchen/habits").json()["oven_off_k"]
    assert off["low"] < off["value"] < off["high"] < 0


def test_a_bake_from_memory_is_foretold_by_what_was_known_on_its_day(client: TestClient) -> None:
    dough = on_shelf(client)
    first = written(client, dough, 30, widths_mm=[112, 113], oven_min=16, verdict="right")
    older = written(client, dough, 60, widths_mm=[110], oven_min=16, verdict="right")
    later = written(client, dough, 10, widths_mm=[111], oven_min=16, verdict="right")
    assert [one["bake"]["foretold"]["own_bakes"] for one in (first, older, later)] == [0, 0, 2]
    same = [one["bake"]["foretold"]["width_mm"]["value"] for one in (first, older)]
    assert same[0] == pytest.approx(same[1])


def test_a_bake_sent_again_is_answered_though_its_dough_was_put_aside_since(client: TestClient) -> None:
    dough = on_shelf(client)
    body = {"dough_id": dough, "baked_at": "2026-06-05T15:00:00Z", "measured": {"widths_mm": [90]}}
    key = {"Idempotency-Key": "a-key-of-the-tablet"}
    first = client.post("/api/bakes", json=body, headers=key)
    client.post(f"/api/doughs/{dough}/put-aside", json={"revision": 1})
    assert client.post("/api/bakes", json=body, headers=key).json()["id"] == first.json()["id"]
    assert client.post("/api/bakes", json=body).status_code == 410


def test_bakes_of_a_dough_of_nothing_are_told_apart_by_a_sentence(client: TestClient) -> None:
    dough = on_shelf(client, lines=[])
    ids = [written(client, dough, n, widths_mm=[90])["id"] for n in (2, 1)]
    told = client.get("/api/bakes/difference", params={"a": ids[0], "b": ids[1]})
    assert told.status_code == 422
    assert "weigh nothing" in told.json()["detail"]
    assert client.get(f"/api/bakes/{ids[0]}/causes").status_code == 422


def test_a_bake_that_cannot_be_read_hides_no_other(client: TestClient, folder: Path) -> None:
    dough = on_shelf(client)
    ids = [written(client, dough, n, widths_mm=[90])["id"] for n in (2, 1)]
    with closing(sqlite3.connect(folder / "kitchen.db")) as connection:
        connection.execute("UPDATE bakes SET body = json_set(body, '$.schema', 99) WHERE id = ?", (ids[0],))
        connection.commit()
    page = client.get("/api/bakes", params={"dough_id": dough}).json()
    assert [one["id"] for one in page["bakes"]] == [ids[1]]
    assert page["unreadable"] == [ids[0]]
    assert client.get(f"/api/bakes/{ids[0]}/raw").json()["schema"] == 99


def test_halves_of_two_doughs_on_one_day_are_two_trays_and_of_one_share_its_luck(client: TestClient) -> None:
    doughs = [on_shelf(client), on_shelf(client, name="Another")]
    saved = []
    for dough, half, width in ((doughs[0], "A", 97), (doughs[0], "B", 91), (doughs[1], "A", 97)):
        body = {
            "dough_id": dough, "baked_at": "2026-06-05T15:00:00Z", "tray": "halves of 2026-06-05", "half": half, "measured": {"widths_mm": [width]},
        }  # fmt: skip
        saved.append(client.post("/api/bakes", json=body).json()["id"])
    apart = written(client, doughs[0], 3, widths_mm=[91])["id"]
    halves, days = (
        client.get("/api/bakes/difference", params={"a": saved[0], "b": other}).json()["width"]
        for other in (saved[1], apart)
    )
    assert halves["seen"] == pytest.approx(days["seen"])
    assert halves["least"] < days["least"]


def test_changes_to_try_speak_the_kitchens_units(client: TestClient) -> None:
    asked = {"dough": SPEC, "kitchen": {**KITCHEN, "units": "us", "scale": "f"}, "wish": {"wanted": "narrower"}}
    found = client.post("/api/tries", json=asked).json()["tries"]
    assert not any(" g)" in one["saying"] or "°C" in one["saying"] for one in found)
    assert any(" oz" in one["saying"] for one in found)
