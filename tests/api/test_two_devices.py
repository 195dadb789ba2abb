"""Two devices at the API in the same moment, and what each is told."""

from collections.abc import Callable

from fastapi.testclient import TestClient
from httpx import Response

from tests.barrier import at_once
from tests.kit import drop_dough

SPEC = drop_dough(name="Deck Drops").model_dump(mode="json")
ROUNDS = 100


def put(client: TestClient, id: str, revision: int, name: str, **headers: str) -> Callable[[], Response]:
    body = {"revision": revision, "spec": {**SPEC, "name": name}}
    return lambda: client.put(f"/api/doughs/{id}", json=body, headers=headers)


def test_of_two_saves_in_one_moment_one_is_kept_and_the_other_shown_it(client: TestClient) -> None:
    id, revision = client.post("/api/doughs", json=SPEC).json()["id"], 1
    for turn in range(ROUNDS):
        answers = at_once(put(client, id, revision, f"laptop {turn}"), put(client, id, revision, f"tablet {turn}"))
        by_status = {answer.status_code: answer.json() for answer in answers}  # type: ignore[union-attr]
        assert set(by_status) == {200, 409}
        assert by_status[409]["current"] == by_status[200]
        revision = by_status[200]["revision"]
    assert revision == ROUNDS + 1


def test_a_save_sent_twice_in_one_moment_under_its_key_counts_once(client: TestClient) -> None:
    id = client.post("/api/doughs", json=SPEC).json()["id"]
    again = put(client, id, 1, "once", **{"Idempotency-Key": "device-a-0001"})
    first, second = at_once(again, again)
    assert first.status_code == second.status_code == 200  # type: ignore[union-attr]
    assert first.json() == second.json()  # type: ignore[union-attr]
    assert again().json()["revision"] == 2


def test_a_new_dough_sent_twice_is_one_dough(client: TestClient) -> None:
    for _ in range(3):
        assert client.post("/api/doughs", json=SPEC, headers={"Idempotency-Key": "device-a-0002"}).status_code == 201
    assert client.get("/api/doughs").json()["total"] == 1
    other = client.post("/api/doughs/none/put-back", json={"revision": 1}, headers={"Idempotency-Key": "device-a-0002"})
    assert other.status_code == 422
    assert other.json()["errors"][0]["field"] == "Idempotency-Key"


def test_changes_of_the_kitchen_are_merged_and_a_common_field_is_shown_on_both_sides(client: TestClient) -> None:
    def change(*changes: tuple[str, object, object]) -> dict:
        sent = [{"path": path.split("."), "was": was, "now": now} for path, was, now in changes]
        return client.patch("/api/kitchen", json={"changes": sent}).json()  # type: ignore[no-any-return]

    assert change(("room_c", 20.0, 26.0))["conflicts"] == []
    answer = change(("room_c", 20.0, 18.0), ("habit.cup_fill", "spooned", "scooped"), ("trays.small.count", 2, 3))
    assert answer["conflicts"] == [{"path": ["room_c"], "mine": 18.0, "theirs": 26.0}]
    assert answer["kitchen"]["room_c"] == 26.0
    assert answer["kitchen"]["habit"]["cup_fill"] == "scooped"
    assert answer["kitchen"]["trays"][1]["count"] == 3
    refused = client.patch("/api/kitchen", json={"changes": [{"path": ["bowls"], "was": 3, "now": 900}]})
    assert refused.status_code == 422
    assert refused.json()["errors"][0] == {"field": "bowls", "message": "This must be at most 8.", "remedy": None}
    assert client.get("/api/kitchen").json()["kitchen"]["bowls"] == 3


def test_two_devices_pour_into_one_bowl_and_into_one_line(client: TestClient) -> None:
    id = client.post("/api/doughs", json=SPEC).json()["id"]

    def pour(line: str, was: float | None, now: float) -> dict:
        change = {"path": ["poured_g", line], "was": was, "now": now}
        return client.patch(f"/api/doughs/{id}/weigh-in", json={"changes": [change]}).json()  # type: ignore[no-any-return]

    pour("l1", None, 120.0)
    both = pour("l2", None, 5.0)
    assert both["state"]["poured_g"] == {"l1": 120.0, "l2": 5.0}
    met = pour("l1", None, 90.0)
    assert met["conflicts"] == [{"path": ["poured_g", "l1"], "mine": 90.0, "theirs": 120.0}]


def test_a_dough_taken_off_elsewhere_is_told_with_what_it_was(client: TestClient) -> None:
    id = client.post("/api/doughs", json=SPEC).json()["id"]
    assert client.post(f"/api/doughs/{id}/put-aside", json={"revision": 7}).status_code == 409
    assert client.post(f"/api/doughs/{id}/put-aside", json={"revision": 1}).json()["revision"] == 2
    gone = put(client, id, 1, "edited meanwhile")()
    assert gone.status_code == 410
    assert gone.json()["current"]["revision"] == 2
    assert client.get(f"/api/doughs/{id}/versions").status_code == 410
    assert client.post(f"/api/doughs/{id}/put-back", json={"revision": 2}).json()["revision"] == 3
    assert put(client, id, 3, "edited meanwhile")().status_code == 200


def test_a_version_is_kept_only_of_what_was_seen(client: TestClient) -> None:
    id = client.post("/api/doughs", json=SPEC).json()["id"]
    put(client, id, 1, "moved on")()
    stale = client.post(f"/api/doughs/{id}/versions", json={"revision": 1, "note": "as I saw it"})
    assert stale.status_code == 409
    assert stale.json()["current"]["spec"]["name"] == "moved on"
    assert client.get(f"/api/doughs/{id}/versions").json() == []
