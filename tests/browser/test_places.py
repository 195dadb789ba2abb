"""Every place, looked over: accessible, in its frame, printable."""

import re
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Server
from tests.browser.hands import setting

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
        "wish": f"/wish?from={by_name['Deck Drops']}",
        "bench": f"/bench/{by_name['Deck Drops']}",
        "bench with a question": f"/bench/{by_name['Tide Rounds']}",
        "weigh-in": f"/weigh/{by_name['Deck Drops']}",
        "printed card": f"/card/{by_name['Deck Drops']}",
        "trays": f"/trays/{by_name['Deck Drops']}",
        "day": "/day",
        "plan": f"/day/{next(plan['id'] for plan in plans if 'Tide' not in plan['title'])}",
        "large plan": f"/day/{next(plan['id'] for plan in plans if 'Tide' in plan['title'])}",
        "notebook": f"/notebook/{by_name['Deck Drops']}",
        "notebook of nothing yet": f"/notebook/{by_name['Harbour Knots']}",
        "oven": "/oven",
        "kitchen": "/kitchen",
        "trays of the kitchen": "/kitchen?part=trays",
        "put aside": "/aside",
        "keeping": "/keeping",
        "tablets": "/tablets",
        "pantry": "/stores",
        "lists to buy": "/stores/shopping",
        "a list to buy": "/stores/shopping/list-picnic",
        "freezer": "/stores/freezer",
        "costs": "/stores/costs",
        "labels": "/stores/labels",
        "boxes": "/stores/boxes",
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
    "wish",
    "bench",
    "bench with a question",
    "weigh-in",
    "printed card",
    "trays",
    "day",
    "plan",
    "large plan",
    "notebook",
    "notebook of nothing yet",
    "oven",
    "kitchen",
    "trays of the kitchen",
    "put aside",
    "pantry",
    "lists to buy",
    "a list to buy",
    "freezer",
    "costs",
    "labels",
    "boxes",
    "missing",
]


@pytest.mark.parametrize("name", NAMES)
def test_a_place_is_accessible_and_in_its_frame_at_both_sizes_and_in_the_dark(
    page: Page, demo: Server, name: str
) -> None:
    page.set_viewport_size(dict(zip(("width", "height"), SIZES["laptop"], strict=True)))
    page.goto(demo.url + places(demo, page)[name])
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    page.wait_for_load_state("load")
    page.wait_for_timeout(600)
    for width, height in SIZES.values():
        page.set_viewport_size({"width": width, "height": height})
        page.wait_for_timeout(250)
        assert axe(page) == []
        assert page.evaluate("() => document.documentElement.scrollWidth") <= width
        small = page.evaluate(
            """() => [...document.querySelectorAll('main button, main select, main textarea, nav a')]
            .filter(e => e.offsetParent && !e.closest('[aria-hidden=true]') && (e.getBoundingClientRect().height < 43.5 || e.getBoundingClientRect().width < 43.5))
            .map(e => e.outerHTML.slice(0, 120))"""
        )
        assert small == []
    page.emulate_media(color_scheme="dark")
    expect(page.locator("html")).to_have_attribute("data-theme", "dark")
    page.wait_for_timeout(250)
    assert axe(page) == []


def test_light_or_dark_is_chosen_by_hand_and_stays(page: Page, demo: Server) -> None:
    page.goto(f"{demo.url}/kitchen?part=look")
    page.get_by_role("radio", name="dark").click()
    expect(page.locator("html")).to_have_attribute("data-theme", "dark")
    page.reload()
    expect(page.locator("html")).to_have_attribute("data-theme", "dark")
    page.get_by_role("radio", name="as the device").click()
    expect(page.locator("html")).to_have_attribute("data-theme", "light")


def test_a_window_is_called_after_its_dough(page: Page, demo: Server) -> None:
    page.goto(demo.url + places(demo, page)["bench"])
    expect(page).to_have_title(re.compile(r"^.+ · Fine Batch$"))
    page.goto(f"{demo.url}/kitchen")
    expect(page).to_have_title("Kitchen · Fine Batch")


def test_a_sheet_gives_the_focus_back_and_back_closes_it(page: Page, demo: Server) -> None:
    page.goto(demo.url + places(demo, page)["bench"])
    page.get_by_role("button", name="What if…").click()
    expect(page.get_by_role("dialog", name="What if")).to_be_visible()
    page.go_back()
    expect(page.get_by_role("dialog")).to_be_hidden()
    expect(page.get_by_label("Name of the dough")).to_be_visible()
    page.get_by_role("button", name="Balance", exact=True).press("Enter")
    expect(page.get_by_role("dialog", name="Balance")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_be_hidden()
    expect(page.get_by_role("button", name="Balance", exact=True)).to_be_focused()


def test_the_cookie_is_sized_on_the_drawing_by_key_and_by_hand(page: Page, shared: Server) -> None:
    spec = {"name": "Sized Drops", "lines": LINES, "form": {"kind": "scoop"}}
    id = page.request.post(f"{shared.url}/api/doughs", data=spec).json()["id"]
    page.goto(f"{shared.url}/bench/{id}")
    rim = page.get_by_role("slider", name="Raw width")
    before = int(float(rim.get_attribute("aria-valuenow") or 0))
    rim.focus()
    for _ in range(4):
        page.keyboard.press("ArrowRight")
    # Held keys add up, however late the drawing follows.
    expect(rim).to_have_attribute("aria-valuenow", re.compile(rf"^{before + 4}|^{before + 5}"))
    box = rim.bounding_box()
    assert box
    page.mouse.move(box["x"] + 22, box["y"] + 22)
    page.mouse.down()
    page.mouse.move(box["x"] + 2, box["y"] + 22, steps=6)
    page.mouse.up()
    page.wait_for_timeout(800)
    after = float(rim.get_attribute("aria-valuenow") or 0)
    assert 10 < after < before + 3
    # However far it is dragged, there are cookies to see.
    box = rim.bounding_box()
    assert box
    page.mouse.move(box["x"] + 22, box["y"] + 22)
    page.mouse.down()
    page.mouse.move(box["x"] - 400, box["y"] + 22, steps=8)
    page.mouse.up()
    page.wait_for_timeout(800)
    expect(page.get_by_role("img", name=re.compile("drawn to scale"))).to_be_visible()


LINES = [
    {"id": f"l{n}", "text": text}
    for n, text in enumerate(("300 g plain flour", "200 g butter", "130 g caster sugar", "1 egg"))
]
FORMS = ("scoop", "ball", "block", "batter", "cutout", "sheet", "pan", "log", "rope", "rusk")


@pytest.mark.parametrize("units", ["metric", "us"])
def test_every_form_fits_the_bench_without_scrolling(page: Page, server: Server, units: str) -> None:
    if units != "metric":
        change = {"changes": [{"path": ["units"], "was": "metric", "now": units}]}
        assert page.request.patch(f"{server.url}/api/kitchen", data=change).ok
    for form in FORMS:
        extra = {"small_mm": 30} if form == "cutout" else {}
        spec = {"name": "Longest of Names on the Bench", "lines": LINES, "form": {"kind": form, **extra}}
        id = page.request.post(f"{server.url}/api/doughs", data=spec).json()["id"]
        page.goto(f"{server.url}/bench/{id}")
        expect(page.get_by_text("Look for:")).to_be_visible()
        page.wait_for_timeout(500)
        cut = page.evaluate(
            """() => [...document.querySelectorAll('main section, main section *, footer')]
            .filter(e => e.offsetParent && ['auto', 'scroll', 'hidden'].includes(getComputedStyle(e).overflowY) && !e.closest('ul'))
            .filter(e => e.scrollHeight > e.clientHeight + 2)
            .map(e => [e.className.slice(0, 60), e.scrollHeight, e.clientHeight])"""
        )
        assert [one for one in cut if "truncate" not in one[0]] == [], form
        assert page.evaluate("() => document.documentElement.scrollHeight") <= 800, form
        page.get_by_role("button", name=re.compile("^Form: ")).click()
        more = page.get_by_role("button", name="More…")
        if more.count():
            more.click()
        clipped = page.evaluate(
            """() => [...document.querySelectorAll('[role=dialog] input, [role=dialog] .truncate')]
            .filter(e => e.scrollWidth > e.clientWidth + 1).map(e => e.value ?? e.textContent)"""
        )
        assert clipped == [], form


@pytest.mark.parametrize(
    "name", ["scale", "swap", "card", "versions", "files", "what-if", "balance", "method", "how-sure"]
)
def test_the_sheets_of_the_bench_are_accessible(page: Page, demo: Server, name: str) -> None:
    page.goto(f"{demo.url}{places(demo, page)['bench']}?sheet={name}")
    expect(page.get_by_role("dialog")).to_be_visible()
    page.wait_for_timeout(600)
    assert axe(page) == []


@pytest.mark.parametrize("name", ["record", "compare", "wrong", "try"])
@pytest.mark.parametrize("size", SIZES)
def test_the_sheets_of_the_notebook_are_accessible(page: Page, demo: Server, name: str, size: str) -> None:
    width, height = SIZES[size]
    page.set_viewport_size({"width": width, "height": height})
    page.goto(f"{demo.url}{places(demo, page)['notebook']}?sheet={name}")
    expect(page.get_by_role("dialog")).to_be_visible()
    page.wait_for_timeout(800)
    assert axe(page) == []


@pytest.mark.parametrize("name", ["Portion", "Oven heat", "Mixing", "Family of the dough"])
def test_the_settings_of_the_bench_are_accessible(page: Page, demo: Server, name: str) -> None:
    page.goto(demo.url + places(demo, page)["bench"])
    expect(setting(page, name)).to_be_visible()
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
    expect(page.locator("footer").get_by_text(re.compile(r"^\d+ loads?$"))).to_be_in_viewport()
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
    board.get_by_text("chills").first.locator("..").hover()
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
