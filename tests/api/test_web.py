"""The web's own rules: who may ask for a change, what is kept by browsers, how errors are worded."""

import json
import re
import sqlite3
from contextlib import closing
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from finebatch.api.app import create_app
from finebatch.store.database import Store
from tests.kit import drop_dough

SPEC = drop_dough(name="Deck Drops").model_dump(mode="json")
WEB = Path(__file__).parents[2] / "web"


def unsafe_operations(client: TestClient) -> list[tuple[str, str]]:
    paths = client.get("/openapi.json").json()["paths"]
    return [
        (method.upper(), re.sub(r"\{[^}]*\}", "x", path))
        for path, operations in paths.items()
        for method in operations
        if method in ("post", "put", "patch", "delete")
    ]


@pytest.mark.parametrize(
    "headers",
    [{"origin": "http://evil.example"}, {"sec-fetch-site": "cross-site"}, {"sec-fetch-site": "same-site"}, {"origin": "null"}],
)  # fmt: skip
def test_a_foreign_page_changes_nothing_anywhere(client: TestClient, headers: dict[str, str]) -> None:
    operations = unsafe_operations(client)
    assert len(operations) > 20
    for method, path in operations:
        answer = client.request(method, path, headers=headers)
        assert answer.status_code == 403, (method, path)
        assert answer.headers["content-type"] == "application/problem+json"


def test_our_own_page_and_plain_programs_may(client: TestClient) -> None:
    own = {"origin": "http://localhost", "sec-fetch-site": "same-origin"}
    assert client.post("/api/doughs", json=SPEC, headers=own).status_code == 201
    assert client.post("/api/doughs", json=SPEC).status_code == 201


def test_reading_changes_nothing(client: TestClient, folder: Path) -> None:
    id = client.post("/api/doughs", json=SPEC).json()["id"]
    paths = client.get("/openapi.json").json()["paths"]

    def dump() -> list[str]:
        with closing(sqlite3.connect(folder / "kitchen.db")) as connection:
            return list(connection.iterdump())

    before = dump()
    for path, operations in paths.items():
        if "get" in operations:
            client.get(re.sub(r"\{[^}]*\}", id, path))
    assert dump() == before


def test_a_wrong_name_is_answered_as_a_problem_with_the_headers_of_safety(folder: Path) -> None:
    with TestClient(create_app(folder), base_url="http://evil.example") as stranger:
        answer = stranger.get("/api/health")
    assert answer.status_code == 400
    assert answer.headers["content-type"] == "application/problem+json"
    assert "default-src 'self'" in answer.headers["content-security-policy"]


def test_pages_are_asked_for_anew_files_kept_and_data_never(client: TestClient) -> None:
    page = client.get("/bench/any")
    assert page.headers["cache-control"] == "no-cache"
    script = re.search(r"/assets/[^\"]+\.js", page.text)
    assert script
    loaded = client.get(script.group())
    assert "immutable" in loaded.headers["cache-control"]
    assert loaded.headers["content-encoding"] == "gzip"
    assert client.get("/api/kitchen").headers["cache-control"] == "no-store"
    assert client.get("/assets/none.js").headers["cache-control"] == "no-cache"


def test_the_pages_of_documentation_are_off(client: TestClient) -> None:
    for path in ("/docs", "/redoc"):
        assert "swagger" not in client.get(path).text.lower()


@pytest.mark.parametrize(
    ("body", "says"),
    [(b'{"name": }', "at character"), (b"{", "at character"), (b'{"name": "x"', "at character")],
)
def test_broken_json_says_where_in_words(client: TestClient, body: bytes, says: str) -> None:
    answer = client.post("/api/doughs", content=body, headers={"content-type": "application/json"}).json()
    assert says in answer["detail"]
    assert answer["errors"][0]["field"] == ""


@pytest.mark.parametrize("name", ["Two\nlines", "tab\there", "bell\x07", "turned \u202e round", "line\u2028sep"])
def test_a_name_is_one_line(client: TestClient, name: str) -> None:
    answer = client.post("/api/doughs", json={**SPEC, "name": name})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == "name"
    assert "one line" in answer.json()["detail"]


@pytest.mark.parametrize("name", ["Ġurnazzi", "Кекс с маком", "ვარდი", "كعك العيد", "🍪 family 👩‍👧", "Crème d’été"])
def test_names_of_every_script_are_kept_and_name_the_file(client: TestClient, name: str) -> None:
    id = client.post("/api/doughs", json={**SPEC, "name": name}).json()["id"]
    assert client.get(f"/api/doughs/{id}").json()["spec"]["name"] == name
    named = client.get(f"/api/doughs/{id}/export/csv").headers["content-disposition"]
    assert named.startswith("attachment; filename=")
    assert named.isascii()


def test_two_names_in_another_script_are_two_files(client: TestClient) -> None:
    files = set()
    for name in ("Кекс", "Пряник"):
        id = client.post("/api/doughs", json={**SPEC, "name": name}).json()["id"]
        files.add(client.get(f"/api/doughs/{id}/export/csv").headers["content-disposition"])
    assert len(files) == 2


def test_a_full_disk_and_a_held_file_are_problems_in_words(folder: Path) -> None:
    store = Store(folder, wait_ms=100)
    with TestClient(create_app(store), base_url="http://localhost", raise_server_exceptions=False) as client:
        client.post("/api/doughs", json=SPEC)
        with closing(sqlite3.connect(store.path)) as other:
            other.execute("BEGIN IMMEDIATE")
            held = client.post("/api/doughs", json=SPEC)
            assert client.get("/api/doughs").json()["total"] == 1
        assert held.status_code == 503
        assert "Another program holds" in held.json()["detail"]
        assert client.post("/api/doughs", json=SPEC).status_code == 201
        with store.reading() as session:
            connection = session.connection().connection
            pages = connection.execute("PRAGMA page_count").fetchone()[0]
            connection.execute(f"PRAGMA max_page_count={pages}")
        answers = [client.post("/api/doughs", json=SPEC) for _ in range(60)]
        full = next(answer for answer in answers if answer.status_code != 201)
        assert full.status_code == 507
        assert "disk is full" in full.json()["detail"]
        assert client.get("/api/doughs").status_code == 200
    store.close()


def test_a_slip_of_ours_is_a_problem_too(folder: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    from finebatch.api.routes import assessments

    def slip(*_: object) -> None:
        raise ZeroDivisionError("secret detail")

    monkeypatch.setattr(assessments, "assess", slip)
    with TestClient(create_app(folder), base_url="http://localhost", raise_server_exceptions=False) as client:
        answer = client.post("/api/assessments", json={"dough": SPEC, "kitchen": {}})
    assert answer.status_code == 500
    assert answer.headers["content-type"] == "application/problem+json"
    assert "secret" not in answer.text


@pytest.mark.parametrize("tiny", [1e-320, 5e-324, 1e-12])
def test_amounts_next_to_nothing_are_answered(client: TestClient, tiny: float) -> None:
    lines = [{**SPEC["lines"][0], "mass_g": tiny}, *SPEC["lines"][1:]]
    typed = [{**SPEC["lines"][0], "text": f"0.{'0' * 280}1 g flour"}, *SPEC["lines"][1:]]
    for change in (
        {"lines": typed},
        {"lines": lines},
        {"form": {"kind": "scoop", "portion_g": tiny}},
        {"form": {"kind": "ball", "portion_g": tiny}},
    ):
        answer = client.post("/api/assessments", json={"dough": {**SPEC, **change}, "kitchen": {}})
        assert answer.status_code in (200, 422)


def test_the_licence_and_the_notices_of_others_are_there(client: TestClient) -> None:
    root = WEB.parent
    assert "Fine Batch" in (root / "LICENSE").read_text()
    notices = client.get("/third-party-notices.txt").text
    lock = json.loads((WEB / "package-lock.json").read_text())["packages"]
    shipped = {path.rsplit("node_modules/", 1)[1] for path, entry in lock.items() if path and not entry.get("dev")}
    assert len(shipped) > 20
    for name in shipped:
        assert f"\n{name} " in notices, name
