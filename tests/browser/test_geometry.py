"""Nothing is cut off and no words lie on others: read from the page's own geometry, at three sizes, and with text twice as large."""

import json
import re
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import ARGUMENTS, CHROMIUM, Server
from tests.browser.test_places import FORMS, LINES, places

pytestmark = pytest.mark.browser

GEOMETRY = (Path(__file__).parent / "geometry.js").read_text()
SIZES = ((1280, 800), (1024, 768), (820, 1180))
WIDE = "() => document.documentElement.scrollWidth - window.innerWidth"


def looked_over(page: Page) -> list[str]:
    """What is cut off or lies on something else, at every size."""
    wrong = []
    for width, height in SIZES:
        page.set_viewport_size({"width": width, "height": height})
        page.wait_for_timeout(250)
        wrong += [f"{width}: {one}" for one in page.evaluate(GEOMETRY)]
        if page.evaluate(WIDE) > 0:
            wrong.append(f"{width}: scrolls sideways")
    return wrong


@pytest.mark.parametrize("units", ["metric", "us"])
def test_every_form_on_the_bench_at_every_size(page: Page, server: Server, units: str) -> None:
    if units != "metric":
        changes = [{"path": ["units"], "was": "metric", "now": "us"}, {"path": ["scale"], "was": "c", "now": "f"}]
        assert page.request.patch(f"{server.url}/api/kitchen", data={"changes": changes}).ok
    wrong = {}
    for form in FORMS:
        extra = {"small_mm": 30} if form == "cutout" else {}
        spec = {"name": "Longest of Names on the Bench", "lines": LINES, "form": {"kind": form, **extra}}
        id = page.request.post(f"{server.url}/api/doughs", data=spec).json()["id"]
        page.goto(f"{server.url}/bench/{id}")
        expect(page.get_by_text("Look for:")).to_be_visible()
        wrong[form] = looked_over(page)
        # Count and minutes stay in sight, whatever is being edited.
        page.get_by_role("textbox", name=re.compile("^Line: ")).last.focus()
        expect(page.locator("footer").get_by_text(re.compile("min, likely"))).to_be_in_viewport()
    assert {form: found for form, found in wrong.items() if found} == {}


def over_all_places(page: Page, demo: Server) -> dict[str, list[str]]:
    wrong = {}
    paths = places(demo, page)
    views = {f"{paths['trays']}?tab={tab}" for tab in ("guides", "finishes", "yield", "why")}
    parts = {f"/kitchen?part={part}" for part in ("look", "hands", "measures", "fridge")}
    for path in (*paths.values(), *sorted(views), *sorted(parts)):
        page.goto(demo.url + path)
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        page.wait_for_timeout(400)
        if found := looked_over(page):
            wrong[path] = found
    return wrong


def test_every_place_at_every_size(page: Page, demo: Server) -> None:
    assert over_all_places(page, demo) == {}


def test_text_twice_as_large_loses_nothing(browser: Browser, demo: Server, tmp_path: Path) -> None:
    """As a reader sets it in the browser: 32 px instead of 16."""
    (tmp_path / "Default").mkdir()
    fonts = {"webkit": {"webprefs": {"default_font_size": 32}}}
    (tmp_path / "Default" / "Preferences").write_text(json.dumps(fonts))
    context = browser.browser_type.launch_persistent_context(tmp_path, executable_path=CHROMIUM, args=ARGUMENTS)
    page = context.new_page()
    page.set_default_timeout(40_000)
    page.goto(demo.url)
    assert page.evaluate("() => getComputedStyle(document.documentElement).fontSize") == "32px"
    found = over_all_places(page, demo)
    # A field that is narrower than what is typed scrolls, as fields do; a tablet on end is then half as wide as a phone on its side.
    lost = {path: [one for one in wrong if "typed: " not in one] for path, wrong in found.items()}
    assert {path: wrong for path, wrong in lost.items() if wrong} == {}
    context.close()


def test_the_look_over_can_fail(page: Page) -> None:
    page.set_content(
        "<main><p style='position:absolute;top:9px'>one</p><p style='position:absolute;top:12px'>two</p>"
        "<div style='overflow:hidden;width:40px'><p style='width:300px'>far too wide for its box</p></div><input value='123456789' size=3></main>"
    )
    found = " ".join(page.evaluate(GEOMETRY))
    assert "one" in found
    assert "too wide" in found
    assert "typed" in found
