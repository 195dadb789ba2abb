"""The browser itself is closed and opened again, with changes waiting on the device."""

from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, expect

from tests.browser.conftest import ARGUMENTS, CHROMIUM, Server
from tests.browser.hands import setting
from tests.browser.test_jobs import on_the_bench, saved

pytestmark = pytest.mark.browser


def opened(browser: Browser, profile: Path) -> BrowserContext:
    return browser.browser_type.launch_persistent_context(str(profile), executable_path=CHROMIUM, args=ARGUMENTS)


def test_what_waits_outlives_the_browser_and_the_server(browser: Browser, server: Server, tmp_path: Path) -> None:
    context = opened(browser, tmp_path / "profile")
    page = context.new_page()
    on_the_bench(page, server)
    saved(page)
    address = page.url
    server.kill()
    setting(page, "Portion").fill("43")
    page.get_by_label("Name of the dough").fill("Slip Drops, by night")
    expect(page.get_by_text("Kept here, not yet on the server")).to_be_visible()
    expect(page.get_by_text("Kept here until it answers.")).to_be_visible()
    context.close()
    server.start()
    context = opened(browser, tmp_path / "profile")
    page = context.new_page()
    page.goto(address)
    expect(page.get_by_label("Name of the dough")).to_have_value("Slip Drops, by night")
    saved(page)
    dough = page.request.get(f"{server.url}/api/doughs/{address.rsplit('/', 1)[1]}").json()
    assert (dough["spec"]["name"], dough["spec"]["form"]["portion_g"]) == ("Slip Drops, by night", 43)
    context.close()
