"""Every place, looked over: accessible, in its frame, printable."""

import re
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Server

pytestmark = pytest.mark.browser

AXE = (Path(__file__).parents[2] / "web/node_modules/axe-core/axe.min.js").read_text()
SIZES = {"laptop": (1280, 800), "tablet": (820, 1180)}


def places(demo: Server, page: Page) -> dict[str, str]:
    doughs = page.request.get(f"{demo.url}/api/doughs").json()["doughs"]
    plans = page.request.get(f"{demo.url}/api/plans").json()["plans"]
    by_name = {dough["name"]: dough["id"] for dough in doughs}
    return {
        "doughs": "/",
        "card": "/new",
        "bench": f"/bench/{by_name['Deck Drops']}",
        "bench with a question": f"/bench/{by_name['Tide Rounds']}",
        "weigh-in": f"/weigh/{by_name['Deck Drops']}",
        "printed card": f"/card/{by_name['Deck Drops']}",
        "trays": f"/trays/{by_name['Deck Drops']}",
        "day": "/day",
        "plan": f"/day/{next(plan['id'] for plan in plans if 'Tide' not in plan['title'])}",
        "large plan": f"/day/{next(plan['id'] for plan in plans if 'Tide' in plan['title'])}",
        "kitchen": "/kitchen",
        "missing": "/bench/none",
    }


def axe(page: Page) -> list[str]:
    page.evaluate(AXE)
    found = page.evaluate(
        "() => axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']})"
    )
    return [f"{v['id']}: {v['nodes'][0]['html'][:160]}" for v in found["violations"]]


NAMES = [
    "doughs",
    "card",
    "bench",
    "bench with a question",
    "weigh-in",
    "printed card",
    "trays",
    "day",
    "plan",
    "large plan",
    "kitchen",
    "missing",
]


@pytest.mark.parametrize("size", SIZES)
@pytest.mark.parametrize("name", NAMES)
def test_a_place_is_accessible_and_in_its_frame(page: Page, demo: Server, name: str, size: str) -> None:
    width, height = SIZES[size]
    page.set_viewport_size({"width": width, "height": height})
    page.goto(demo.url + places(demo, page)[name])
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    page.wait_for_load_state("load")
    page.wait_for_timeout(600)
    assert axe(page) == []
    assert page.evaluate("() => document.documentElement.scrollWidth") <= width
    small = page.evaluate(
        """() => [...document.querySelectorAll('main button, main select, main textarea, nav a')]
        .filter(e => e.offsetParent && (e.getBoundingClientRect().height < 43.5 || e.getBoundingClientRect().width < 43.5))
        .map(e => e.outerHTML.slice(0, 120))"""
    )
    assert small == []


@pytest.mark.parametrize("name", ["Scale", "Swap", "Versions", "Files", "What if…"])
def test_the_sheets_of_the_bench_are_accessible(page: Page, demo: Server, name: str) -> None:
    page.goto(demo.url + places(demo, page)["bench"])
    page.get_by_role("button", name=name, exact=True).click()
    expect(page.get_by_role("dialog")).to_be_visible()
    page.wait_for_timeout(600)
    assert axe(page) == []


@pytest.mark.parametrize("name", ["Balance", "Method"])
def test_the_views_of_the_dough_are_accessible(page: Page, demo: Server, name: str) -> None:
    page.goto(demo.url + places(demo, page)["bench"])
    page.get_by_role("tab", name=name).click()
    page.wait_for_timeout(400)
    assert axe(page) == []


@pytest.mark.parametrize("name", ["Cutting and printing", "Finishes", "Yield", "Why so"])
@pytest.mark.parametrize("size", SIZES)
def test_the_views_of_the_outcome_are_accessible(page: Page, demo: Server, name: str, size: str) -> None:
    width, height = SIZES[size]
    page.set_viewport_size({"width": width, "height": height})
    page.goto(demo.url + places(demo, page)["trays"])
    page.get_by_role("tab", name=name).click()
    page.wait_for_timeout(600)
    assert axe(page) == []
    assert page.evaluate("() => document.documentElement.scrollWidth") <= width


def test_the_accessibility_check_can_fail(page: Page) -> None:
    page.set_content(
        "<html><body><img src='x.png'><input><p style='color:#ccc;background:#fff'>faint</p></body></html>"
    )
    found = " ".join(axe(page))
    assert "image-alt" in found
    assert "label" in found
    assert "color-contrast" in found


def test_the_bench_shows_lines_dough_and_outcome_at_once(page: Page, demo: Server) -> None:
    page.goto(demo.url + places(demo, page)["bench"])
    for name in ("What goes in", "The dough", "What comes out"):
        panel = page.get_by_role("region", name=name)
        expect(panel).to_be_in_viewport(ratio=0.99)
    expect(page.get_by_text(re.compile("loads? on|4 loads"))).to_be_in_viewport()
    expect(page.get_by_text("Look for:")).to_be_in_viewport(ratio=0.9)


def test_a_plan_prints_without_the_frame(page: Page, demo: Server) -> None:
    page.goto(demo.url + places(demo, page)["plan"])
    expect(page.get_by_role("list", name="By the clock")).to_be_visible()
    page.emulate_media(media="print")
    expect(page.get_by_role("navigation", name="Places")).to_be_hidden()
    expect(page.get_by_role("button", name="Print")).to_be_hidden()
    expect(page.get_by_role("list", name="By the clock")).to_be_visible()
    assert page.pdf(format="A4")[:4] == b"%PDF"


def test_the_board_says_what_a_block_is(page: Page, demo: Server) -> None:
    page.goto(demo.url + places(demo, page)["plan"])
    board = page.get_by_role("region", name="The board")
    board.get_by_text("dough chills").first.locator("..").hover()
    expect(board.get_by_text(re.compile("Wrapped, as"))).to_be_visible()
    board.get_by_text("× 8").click()
    assert page.evaluate("() => document.documentElement.scrollWidth") <= 1280
    expect(board.locator("svg").first).to_be_visible()


def test_nothing_is_fetched_from_elsewhere(browser: Browser, demo: Server) -> None:
    page = browser.new_page()
    asked: list[str] = []
    page.on("request", lambda request: asked.append(request.url))
    for path in places(demo, page).values():
        page.goto(demo.url + path)
        page.wait_for_timeout(400)
    assert asked
    assert [url for url in asked if not url.startswith((demo.url, "data:"))] == []
    page.close()
