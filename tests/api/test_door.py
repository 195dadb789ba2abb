"""Nobody of the home network sees anything of the kitchen before a code that was shown on its own computer lets them in."""

import contextlib
import threading
from collections.abc import Iterator
from pathlib import Path

import anyio
import pytest
from fastapi.testclient import TestClient
from sqlalchemy.exc import OperationalError
from starlette.types import Message, Receive, Scope, Send

from finebatch.api import door as doors
from finebatch.api.app import create_app
from finebatch.api.door import Door, Doorkeeper
from finebatch.api.home import Home
from finebatch.api.problems import ApiProblemError
from tests.api.notebook_kit import SPEC

HOME = Home("192.168.1.7", 8765, 8766, ("192.168.1.7", "kitchen.local"), b"a certificate", "AB:CD")
CODE = {"name": "Counter tablet"}


@pytest.fixture
def here(folder: Path) -> Iterator[TestClient]:
    """The kitchen computer's own browser, on a kitchen that is open to the home network."""
    app = create_app(folder, hosts=("localhost", "192.168.1.7"), doorkeeper=True, home=HOME)
    with TestClient(app, base_url="http://localhost", client=("127.0.0.1", 5000)) as client:
        yield client


def from_network(here: TestClient, at: str = "192.168.1.20", by: str = "http") -> TestClient:
    return TestClient(here.app, base_url=f"{by}://192.168.1.7", client=(at, 5000))


def code(here: TestClient) -> str:
    answer = here.post("/api/door/invitation")
    assert answer.status_code == 201
    shown: str = answer.json()["code"]
    return shown


def let_in(here: TestClient, by: str = "https") -> TestClient:
    tablet = from_network(here, by=by)
    assert tablet.post("/api/door/pairing", json={**CODE, "code": code(here)}).status_code == 201
    return tablet


def test_a_stranger_is_answered_nothing_but_the_way_in(here: TestClient) -> None:
    here.post("/api/doughs", json=SPEC)
    stranger = from_network(here)
    schema = here.get("/openapi.json").json()
    assert len(schema["paths"]) > 80
    for path, operations in schema["paths"].items():
        if path in doors.OPEN:
            continue
        for method in operations:
            answer = stranger.request(method.upper(), path.replace("{", "").replace("}", ""))
            assert answer.status_code == 401, (method, path)
            assert "Tablets and phones" in answer.json()["detail"]
    assert stranger.get("/api/door").json()["who"] == "stranger"
    assert stranger.get("/api/door/certificate").content == b"a certificate"


def test_a_code_lets_one_device_in_and_no_other(here: TestClient) -> None:
    shown = code(here)
    tablet, phone = from_network(here), from_network(here, "192.168.1.21")
    # Typed as people type: small, with a blank.
    typed = f"{shown[:4].lower()} {shown[4:].lower()}"
    answer = tablet.post("/api/door/pairing", json={**CODE, "code": typed})
    assert answer.status_code == 201
    cookie = answer.headers["set-cookie"].lower()
    assert "httponly" in cookie
    assert "samesite=strict" in cookie
    assert tablet.get("/api/doughs").status_code == 200
    assert tablet.get("/api/door").json()["device"] == "Counter tablet"
    assert phone.post("/api/door/pairing", json={**CODE, "code": shown}).status_code == 403
    assert phone.get("/api/doughs").status_code == 401


def test_by_https_the_token_never_goes_by_http(here: TestClient) -> None:
    tablet = from_network(here, by="https")
    answer = tablet.post("/api/door/pairing", json={**CODE, "code": code(here)})
    assert "secure" in answer.headers["set-cookie"].lower()


def test_a_withdrawn_device_is_out_at_once_and_a_restart_keeps_who_is_in(here: TestClient, folder: Path) -> None:
    tablet, other = let_in(here), let_in(here)
    first, second = here.get("/api/door/devices").json()
    assert here.patch(f"/api/door/devices/{first['id']}", json={"name": "Phone"}).json()["name"] == "Phone"
    assert here.delete(f"/api/door/devices/{second['id']}").status_code == 200
    assert here.delete(f"/api/door/devices/{second['id']}").status_code == 404
    answers = sorted(one.get("/api/doughs").status_code for one in (tablet, other))
    assert answers == [200, 401]
    stayed = tablet if tablet.get("/api/doughs").status_code == 200 else other
    again = create_app(folder, hosts=("192.168.1.7",), doorkeeper=True, home=HOME)
    with TestClient(
        again, base_url="https://192.168.1.7", client=("192.168.1.20", 5000), cookies=stayed.cookies
    ) as client:
        assert client.get("/api/doughs").status_code == 200
        assert client.get("/api/door").json()["device"] == "Phone"


def test_codes_cannot_be_guessed_by_trying(here: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    shown = code(here)
    stranger = from_network(here)
    wrong = "A" * 8 if shown != "A" * 8 else "B" * 8
    for _ in range(doors.MOST_WRONG):
        assert stranger.post("/api/door/pairing", json={**CODE, "code": wrong}).status_code == 403
    # The right one is void by now.
    assert stranger.post("/api/door/pairing", json={**CODE, "code": shown}).status_code == 403
    for _ in range(doors.MOST_TRIES):
        last = stranger.post("/api/door/pairing", json={**CODE, "code": wrong})
    assert last.status_code == 429
    monkeypatch.setattr(doors, "WITHIN_S", 0.0)
    assert let_in(here).get("/api/doughs").status_code == 200


def test_a_code_typed_on_two_devices_in_one_moment_lets_one_in(here: TestClient) -> None:
    for _ in range(5):
        door = here.app.state.door  # type: ignore[attr-defined]
        shown = door.invite()[0]
        door._tries.clear()
        ready = threading.Barrier(4)
        came: list[str] = []

        def knock(
            shown: str = shown, door: Door = door, ready: threading.Barrier = ready, came: list[str] = came
        ) -> None:
            ready.wait()
            with contextlib.suppress(ApiProblemError):
                came.append(door.pair(shown, "Tablet")[1])

        threads = [threading.Thread(target=knock) for _ in range(4)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        assert len(came) == 1


def test_a_device_reads_on_where_nothing_can_be_written(here: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    tablet = let_in(here)

    def full(*_: object) -> None:
        raise OperationalError("update", {}, Exception("database or disk is full"))

    monkeypatch.setattr(doors.paired, "seen", full)
    assert tablet.get("/api/doughs").status_code == 200


def test_a_code_runs_out_and_a_new_one_makes_it_void(here: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    first, second = code(here), code(here)
    stranger = from_network(here)
    assert stranger.post("/api/door/pairing", json={**CODE, "code": first}).status_code == 403
    monkeypatch.setattr(doors.time, "monotonic", lambda: 1e12)
    assert stranger.post("/api/door/pairing", json={**CODE, "code": second}).status_code == 403


def test_who_is_let_in_is_said_on_the_kitchen_computer_alone(here: TestClient) -> None:
    tablet = let_in(here)
    id = here.get("/api/door/devices").json()[0]["id"]
    assert tablet.post("/api/door/invitation").status_code == 403
    assert tablet.get("/api/door/devices").status_code == 403
    assert tablet.delete(f"/api/door/devices/{id}").status_code == 403
    assert tablet.patch(f"/api/door/devices/{id}", json={"name": "x"}).status_code == 403


@pytest.mark.parametrize(
    "at", ["192.168.1.20", "127.0.0.1.example", "testclient", "10.0.0.1", "::ffff:192.168.1.20", "fd00::5"]
)
def test_only_this_computer_is_taken_for_this_computer(here: TestClient, at: str) -> None:
    assert from_network(here, at).get("/api/doughs").status_code == 401


@pytest.mark.parametrize("at", ["127.0.0.1", "127.8.8.8", "::1", "::ffff:127.0.0.1"])
def test_this_computer_needs_no_token(here: TestClient, at: str) -> None:
    assert from_network(here, at).get("/api/doughs").status_code == 200


@pytest.mark.parametrize(
    "cookie", ["", "finebatch_device=", "finebatch_device=x; finebatch_device=y", 'a="', "finebatch_device=\u00e9"]
)
def test_a_strange_cookie_is_a_strangers(here: TestClient, cookie: str) -> None:
    stranger = from_network(here)
    assert stranger.get("/api/doughs", headers={"cookie": cookie.encode("latin-1")}).status_code == 401


def test_the_code_leads_to_the_kitchen_as_a_square(here: TestClient) -> None:
    invitation = here.post("/api/door/invitation").json()
    assert invitation["url"] == f"http://192.168.1.7:8765/let-in#{invitation['code']}"
    side = len(invitation["qr"])
    assert side >= 21
    assert all(len(row) == side and set(row) <= {"0", "1"} for row in invitation["qr"])
    # The three corners of every such square.
    assert all(invitation["qr"][row][column] == "1" for row, column in ((0, 0), (0, side - 1), (side - 1, 0), (3, 3)))


def test_a_kitchen_that_is_not_open_gives_no_code(folder: Path) -> None:
    app = create_app(folder, doorkeeper=True)
    with TestClient(app, base_url="http://localhost", client=("127.0.0.1", 5000)) as client:
        assert client.post("/api/door/invitation").status_code == 422
        assert client.get("/api/door/certificate").status_code == 404
        assert client.get("/api/door").json()["secure_url"] is None


def test_the_database_tells_no_token(here: TestClient, folder: Path) -> None:
    tablet = let_in(here)
    token = tablet.cookies[doors.COOKIE]
    assert len(token) > 40
    for file in folder.glob("kitchen.db*"):
        assert token.encode() not in file.read_bytes()


def test_the_address_it_came_by_is_a_name_of_ours_and_no_other_is(folder: Path) -> None:
    app = create_app(folder, hosts=("localhost",), doorkeeper=True, home=HOME)
    with TestClient(app, base_url="http://192.168.1.7", client=("192.168.1.20", 5000)) as client:
        assert client.get("/api/health").status_code == 200
        assert client.get("/api/health", headers={"host": "kitchen.example"}).status_code == 400
        assert client.get("/api/health", headers={"host": "192.168.1.8"}).status_code == 400
        assert client.get("/api/health", headers={"host": "["}).status_code == 400


def test_a_stream_under_way_ends_when_its_device_is_withdrawn(here: TestClient) -> None:
    tablet = let_in(here)
    id = here.get("/api/door/devices").json()[0]["id"]
    app = here.app
    sent: list[Message] = []

    async def stream(_scope: Scope, _receive: Receive, send: Send) -> None:
        """An answer that would go on for ever."""
        await send({"type": "http.response.start", "status": 200, "headers": []})
        await send({"type": "http.response.body", "body": b"before", "more_body": True})
        app.state.door.withdraw(id)  # type: ignore[attr-defined]
        for _ in range(3):
            await send({"type": "http.response.body", "body": b"after", "more_body": True})

    async def keep(message: Message) -> None:
        sent.append(message)

    async def nothing() -> Message:
        return {"type": "http.disconnect"}

    cookie = f"{doors.COOKIE}={tablet.cookies[doors.COOKIE]}".encode()
    scope = {"type": "http", "path": "/api/runs/x/stream", "method": "GET", "headers": [(b"cookie", cookie)], "client": ("192.168.1.20", 5000), "app": app}  # fmt: skip
    anyio.run(Doorkeeper(stream), scope, nothing, keep)
    assert [one.get("body") for one in sent] == [None, b"before", b""]
    assert sent[-1]["more_body"] is False
    sent.clear()
    anyio.run(Doorkeeper(stream), scope, nothing, keep)
    assert sent[0]["status"] == 401
