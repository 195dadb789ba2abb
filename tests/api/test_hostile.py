"""Files and texts made to hold the server: the work grows with the size, the import ends by its deadline, the others are answered."""

import contextlib
import json
import threading
import time
from collections.abc import Callable, Iterator

import pytest
from fastapi.testclient import TestClient

from finebatch.core.base.problems import Refusal
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.formats.cutter_svg import MOST_CHARS, ring_from_svg
from finebatch.formats.jsonld import MAX_CHARS
from finebatch.formats.reading import card
from tests.api.serving import ask, serving

SVG = '<svg xmlns="http://www.w3.org/2000/svg">{}</svg>'


def recipe_of(**fields: object) -> str:
    return json.dumps({"@type": "Recipe", "recipeIngredient": ["100 g flour"], **fields})


def nested_use(levels: int) -> str:
    parts = ['<g id="g0"><rect width="9" height="9"/></g>']
    for n in range(levels):
        parts.append(f'<g id="g{n + 1}">' + f'<use href="#g{n}"/>' * 10 + "</g>")
    return SVG.format("".join(parts))


# Each makes a text of about `size` characters.
TEXTS: dict[str, Callable[[int], str]] = {
    "a name of opened tags": lambda size: recipe_of(name="<" * size),
    "a name of tags": lambda size: recipe_of(name="<b>" * (size // 3)),
    "an unclosed string of escaped quotes": lambda size: '{"a": "' + '\\"' * (size // 2),
    "deep lists": lambda size: "[" * size,
    "many ingredients": lambda size: recipe_of(recipeIngredient=["1 g salt"] * (size // 12)),
    "one long line": lambda size: "flour " * (size // 6),
    "many lines": lambda size: "1 g salt\n" * (size // 9),
    "a line of numbers": lambda size: "1/" * (size // 2),
    "a table": lambda size: "dough,flour,flour_ap,100,100\n" * (size // 29),
    "blanks": lambda size: " " * size + "x",
    "entities": lambda size: recipe_of(name="&amp;" * (size // 5)),
}
DRAWINGS: dict[str, Callable[[int], str]] = {
    "arcs": lambda size: SVG.format('<path d="M0 0 ' + "a9 9 0 0 1 1 1 " * (size // 15) + 'z"/>'),
    "arcs after one letter": lambda size: SVG.format('<path d="M0 0 a' + "9 9 0 0 1 1 1 " * (size // 14) + 'z"/>'),
    "curves": lambda size: SVG.format('<path d="M0 0 ' + "c1 2 3 4 5 6 " * (size // 13) + 'z"/>'),
    "many shapes": lambda size: SVG.format('<rect width="9" height="9"/>' * (size // 28)),
    "circles": lambda size: SVG.format('<circle r="9"/>' * (size // 15)),
    "nested groups": lambda size: SVG.format("<g>" * (size // 7) + "</g>" * (size // 7)),
    "a long transform": lambda size: SVG.format(f'<rect width="9" height="9" transform="{"rotate(" * (size // 7)}"/>'),
    "a long style": lambda size: SVG.format(f'<rect width="9" height="9" style="{"a:b;" * (size // 4)}"/>'),
    "copies of copies": lambda size: nested_use(min(8, size // 200)),
    "a polygon": lambda size: SVG.format(f'<polygon points="{"1,2 3,4 " * (size // 8)}"/>'),
    "an entity of entities": lambda size: '<!DOCTYPE svg [<!ENTITY a "b">]>' + SVG.format("&a;" * (size // 3)),
    "a style sheet": lambda size: SVG.format(f"<style>{'a{b:c}' * (size // 6)}</style>"),
}


def taken_s(work: Callable[[], object]) -> float:
    begun = time.thread_time()
    with contextlib.suppress(Refusal):
        work()
    return time.thread_time() - begun


def growth(read: Callable[[str], object], make: Callable[[int], str], size: int) -> list[float]:
    """Seconds of processor time at 1, 2, 4 and 8 times the size, each the best of three."""
    texts = [make(size * times) for times in (1, 2, 4, 8)]
    return [min(taken_s(lambda text=text: read(text)) for _ in range(3)) for text in texts]  # type: ignore[misc]


def read(text: str) -> None:
    card(text, Kitchen())


@pytest.mark.parametrize("name", TEXTS)
def test_the_work_of_reading_a_text_grows_with_its_size(name: str) -> None:
    seconds = growth(read, TEXTS[name], 50_000)
    # Eight times the text takes some eight times as long; quadratic work would take sixty-four times.
    assert seconds[3] < 20 * max(seconds[0], 0.005), seconds


@pytest.mark.parametrize("name", DRAWINGS)
def test_the_work_of_reading_a_drawing_grows_with_its_size(name: str) -> None:
    ring_from_svg(SVG.format('<rect width="9" height="9"/>'))  # the drawing library is loaded
    seconds = growth(ring_from_svg, DRAWINGS[name], 6000)
    assert seconds[3] < 20 * max(seconds[0], 0.02), seconds


@pytest.mark.parametrize(
    ("path", "field", "text"),
    [
        *(("/api/cards/read", "text", make(MAX_CHARS - 200)) for make in TEXTS.values()),
        *(("/api/cards/read", "text", make(300_000)) for name, make in TEXTS.items() if name.startswith(("one", "many", "a line"))),
        *(("/api/cutters", "svg", make(MOST_CHARS - 200)) for make in DRAWINGS.values()),
    ],
)  # fmt: skip
def test_no_import_holds_the_server(server: str, path: str, field: str, text: str) -> None:
    ask(server, "/api/cards/read", {"text": "100 g flour"})  # the worker is there
    answers = []
    importing = threading.Thread(target=lambda: answers.append(ask(server, path, {field: text})))
    importing.start()
    others = 0
    while importing.is_alive():
        assert ask(server, "/api/health")[0] == 200
        others += 1
    ((status, answer, took_s),) = answers
    assert status in (200, 422)
    if status == 422:
        assert answer["errors"][0]["field"] == field
        assert answer["detail"].endswith(".")
    # A server that is held answers the first of the others when the import is done, and so one alone.
    assert took_s < 0.5 or others >= 3


@pytest.fixture(scope="module")
def server(tmp_path_factory: pytest.TempPathFactory) -> Iterator[str]:
    with serving(tmp_path_factory.mktemp("data")) as (_, url):
        yield url


def _forever(*_card: object) -> None:
    while True:
        pass


def test_a_reading_that_never_ends_is_refused_in_words(client: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    """Whatever a hostile text may find that these tests have not: the deadline stands behind the limits."""
    from finebatch.api import reading

    client.post("/api/cards/read", json={"text": "100 g flour"})
    monkeypatch.setattr(reading, "card", _forever)
    answer = client.post("/api/cards/read", json={"text": "100 g flour"})
    assert answer.status_code == 422
    assert "took too long" in answer.json()["detail"]
    monkeypatch.undo()
    assert client.post("/api/cards/read", json={"text": "100 g flour"}).status_code == 200


def _much(*_card: object) -> object:
    return bytearray(2 * 1024**3)


def test_a_reading_that_takes_all_memory_is_refused_in_words(
    client: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    from finebatch.api import reading

    monkeypatch.setattr(reading, "card", _much)
    answer = client.post("/api/cards/read", json={"text": "100 g flour"})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == "text"
    assert "too much memory" in answer.json()["detail"]
    monkeypatch.undo()
    assert client.post("/api/cards/read", json={"text": "100 g flour"}).status_code == 200


def test_usual_drawings_and_recipes_are_still_read() -> None:
    doctype = '<?xml version="1.0"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd">'
    assert len(ring_from_svg(doctype + SVG.format('<g><path d="M0 0 h40 v30 h-40 z"/></g>'))) == 4
    assert len(ring_from_svg(SVG.format('<circle r="20"/>'))) >= 12
    for kind in ("https://schema.org/Recipe", "schema:Recipe", ["Thing", "Recipe"]):
        recipe = {"@type": kind, "name": "Mum&#39;s <b>best</b>", "recipeIngredient": ["100 g flour"]}
        assert card(json.dumps(recipe), Kitchen()).dough.spec.name == "Mum's best"
    page = {"@type": "WebPage", "mainEntity": {"@type": "Recipe", "recipeIngredient": ["1 egg"]}}
    assert card(json.dumps(page), Kitchen()).dough.spec.lines[0].text == "1 egg"


def test_a_number_no_file_can_hold_is_refused(client: TestClient) -> None:
    id = client.post("/api/doughs", json={"name": "Drops", "lines": [{"id": "a", "text": "100 g flour"}]}).json()["id"]
    answer = client.post(f"/api/doughs/{id}/versions", json={"revision": 2**63, "note": ""})
    assert answer.status_code == 422
    assert answer.json()["errors"][0]["field"] == "revision"
