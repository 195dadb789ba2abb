"""A tablet of the home is let in by a code that the kitchen computer shows, works, and is withdrawn."""

import re
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from finebatch.certificates import own_addresses
from tests.browser.conftest import Server
from tests.browser.launcher import Launcher
from tests.browser.test_geometry import looked_over
from tests.browser.test_places import axe
from tests.kit import drop_dough

pytestmark = pytest.mark.browser


@pytest.fixture
def home(launcher: Launcher, tmp_path: Path) -> Iterator[Server]:
    """A kitchen that is open to the home network."""
    if not own_addresses():
        pytest.skip("this machine is in no network")
    server = Server(launcher, tmp_path / "home", "serve", "--home")
    yield server
    server.kill()


@pytest.fixture
def tablet(browser: Browser) -> Iterator[Page]:
    context = browser.new_context(
        viewport={"width": 820, "height": 1180}, locale="en-GB", has_touch=True, service_workers="block"
    )
    page = context.new_page()
    page.set_default_timeout(40_000)
    yield page
    context.close()


def from_network(server: Server) -> str:
    address = str(own_addresses()[0])
    return f"http://{f'[{address}]' if ':' in address else address}:{server.port}"


def test_a_tablet_is_let_in_named_and_withdrawn(page: Page, tablet: Page, home: Server) -> None:
    spec = drop_dough(name="Deck Drops").model_dump(mode="json")
    assert page.request.post(f"{home.url}/api/doughs", data=spec).ok
    tablet.goto(from_network(home))
    expect(tablet.get_by_role("heading", level=1)).to_have_text("Let this device into the kitchen")
    expect(tablet.get_by_text("By https, in three steps")).to_be_visible()
    assert axe(tablet) == []
    assert looked_over(tablet) == []
    # A wrong code is said at the field, and nothing else of what was typed is lost.
    tablet.get_by_label("What this device is called").fill("Counter tablet")
    tablet.get_by_label("Code").fill("WRONGONE")
    tablet.get_by_role("button", name="Come in").click()
    expect(tablet.get_by_text("This is not the code that is shown")).to_be_visible()
    page.goto(f"{home.url}/kitchen")
    page.get_by_role("link", name="Tablets and phones").click()
    expect(page.get_by_text("No tablet or phone is let in.")).to_be_visible()
    page.get_by_role("button", name="Let a device in").click()
    shown = page.get_by_role("region", name="A code for one device")
    expect(shown.get_by_role("img")).to_be_visible()
    assert axe(page) == []
    assert looked_over(page) == []
    code = shown.get_by_text(re.compile(r"^[A-Z0-9]{4} [A-Z0-9]{4}$")).inner_text()
    tablet.get_by_label("Code").fill(code)
    assert tablet.get_by_label("What this device is called").input_value() == "Counter tablet"
    tablet.get_by_role("button", name="Come in").click()
    expect(tablet.get_by_role("link", name=re.compile("Deck Drops")).first).to_be_visible()
    # The code is used up, and the tablet stands in the list.
    expect(shown).to_have_count(0)
    page.get_by_label("What Counter tablet is called").fill("Tablet by the oven")
    page.keyboard.press("Enter")
    expect(page.get_by_label("What Tablet by the oven is called")).to_be_visible()
    tablet.reload()
    expect(tablet.get_by_role("link", name=re.compile("Deck Drops")).first).to_be_visible()
    page.get_by_role("button", name="Withdraw Tablet by the oven").click()
    page.get_by_role("button", name="Withdraw it").click()
    expect(page.get_by_text("No tablet or phone is let in.")).to_be_visible()
    tablet.get_by_role("link", name="Oven").click()
    expect(tablet.get_by_role("heading", level=1)).to_have_text("Let this device into the kitchen")


def test_the_square_brings_the_code_along(page: Page, tablet: Page, home: Server) -> None:
    url = page.request.post(f"{home.url}/api/door/invitation").json()["url"]
    tablet.goto(url)
    expect(tablet.get_by_label("Code")).to_have_value(url.split("#")[1])
    tablet.get_by_role("button", name="Come in").click()
    expect(tablet.get_by_role("navigation", name="Places")).to_be_visible()
    assert "#" not in tablet.url


def test_a_kitchen_that_is_not_open_says_how_to_open_it(page: Page, server: Server) -> None:
    page.goto(f"{server.url}/tablets")
    expect(page.get_by_text("finebatch serve --home")).to_be_visible()
    expect(page.get_by_role("button", name="Let a device in")).to_have_count(0)
    assert axe(page) == []
