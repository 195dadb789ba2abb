"""Installed and kept: while the kitchen computer is away the app opens and is read, taps wait, and nothing old is shown once it answers."""

import json
import re
from collections.abc import Iterator
from datetime import UTC, datetime

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Server
from tests.kit import drop_dough

pytestmark = pytest.mark.browser
AWAY = re.compile("^The kitchen computer does not answer. This is how things stood on ")


@pytest.fixture
def tablet(browser: Browser) -> Iterator[Page]:
    context = browser.new_context(viewport={"width": 820, "height": 1180}, locale="en-GB", service_workers="allow")
    page = context.new_page()
    page.set_default_timeout(40_000)
    yield page
    context.close()


def kept(page: Page, server: Server, *paths: str) -> None:
    """The app is kept on the device, and each place was looked at."""
    page.goto(server.url)
    page.evaluate("navigator.serviceWorker.ready")
    for _ in range(100):
        if page.evaluate("!!navigator.serviceWorker.controller"):
            break
        page.wait_for_timeout(100)
    for path in (*paths, "/"):
        page.goto(f"{server.url}{path}")
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        page.wait_for_load_state("networkidle")


def on_shelf(page: Page, server: Server, name: str) -> str:
    spec = drop_dough(name=name).model_dump(mode="json")
    id: str = page.request.post(f"{server.url}/api/doughs", data=spec).json()["id"]
    return id


def test_the_app_can_be_installed(tablet: Page, server: Server) -> None:
    tablet.goto(server.url)
    link = tablet.locator("link[rel=manifest]").get_attribute("href")
    manifest = tablet.request.get(f"{server.url}{link}").json()
    assert manifest["display"] == "standalone"
    assert {icon["sizes"] for icon in manifest["icons"]} == {"192x192", "512x512"}
    for icon in manifest["icons"]:
        assert tablet.request.get(f"{server.url}{icon['src']}").body().startswith(b"\x89PNG")
    # The browser's own list of what stands against installing it.
    errors = tablet.context.new_cdp_session(tablet).send("Page.getInstallabilityErrors")["installabilityErrors"]
    assert {one["errorId"] for one in errors} <= {"in-incognito"}  # as every test's browser is


def test_the_shelf_is_read_while_the_server_is_away_and_anew_when_it_is_back(tablet: Page, server: Server) -> None:
    on_shelf(tablet, server, "Deck Drops")
    kept(tablet, server)
    server.kill()
    tablet.reload()
    expect(tablet.get_by_text(AWAY)).to_be_visible()
    expect(tablet.get_by_role("link", name=re.compile("Deck Drops")).first).to_be_visible()
    server.start()
    expect(tablet.get_by_text(AWAY)).to_have_count(0)
    on_shelf(tablet, server, "Harbour Rounds")
    tablet.reload()
    expect(tablet.get_by_role("link", name=re.compile("Harbour Rounds")).first).to_be_visible()
    expect(tablet.get_by_text(AWAY)).to_have_count(0)


def test_a_new_build_is_shown_at_once(tablet: Page, server: Server) -> None:
    """The page itself always comes from the server while there is one."""
    kept(tablet, server)
    tablet.context.route(
        f"{server.url}/kitchen",
        lambda route: route.fulfill(body="<!doctype html><title>A newer one</title>", content_type="text/html"),
    )
    tablet.goto(f"{server.url}/kitchen")
    assert tablet.title() == "A newer one"


def test_taps_at_the_oven_made_offline_are_sent_later_even_after_a_reload(tablet: Page, server: Server) -> None:
    dough = on_shelf(tablet, server, "Deck Drops")
    body = {"doughs": [{"dough_id": dough}], "when": "soonest", "at": datetime.now(UTC).isoformat(), "racks": 2}
    plan = tablet.request.post(f"{server.url}/api/plans", data=body, timeout=60_000).json()
    run = tablet.request.post(f"{server.url}/api/runs", data={"plan_id": plan["id"]}).json()
    kept(tablet, server, f"/oven/{run['id']}")
    tablet.goto(f"{server.url}/oven/{run['id']}")
    expect(tablet.get_by_role("region", name="Next", exact=True)).to_be_visible()
    tablet.wait_for_timeout(500)
    server.kill()
    tablet.locator("[data-next]").click()
    tablet.wait_for_timeout(5000)
    tablet.reload()
    expect(tablet.get_by_role("region", name="Next", exact=True)).to_be_visible()
    expect(tablet.get_by_text("does not answer").first).to_be_visible()
    server.start()
    for _ in range(200):
        found = json.loads(tablet.request.get(f"{server.url}/api/runs/{run['id']}").body())
        if found["seq"] == 1:
            break
        tablet.wait_for_timeout(100)
    assert found["seq"] == 1
    assert found["log"][0]["late"]


def test_nothing_of_the_kitchen_stays_on_a_device_that_is_let_in_no_more(tablet: Page, server: Server) -> None:
    on_shelf(tablet, server, "Deck Drops")
    kept(tablet, server)
    assert tablet.evaluate("caches.has('kitchen-last-seen')")
    tablet.context.route("**/api/**", lambda route: route.fulfill(status=401, json={"detail": "Not let in"}))
    tablet.reload()
    for _ in range(100):
        if not tablet.evaluate("caches.has('kitchen-last-seen')"):
            break
        tablet.wait_for_timeout(100)
    assert not tablet.evaluate("caches.has('kitchen-last-seen')")
