"""Whole jobs of asking for a cookie: from a dough of one's own by dragging, from nothing, what collides, few changes, the map."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Server
from tests.browser.hands import choose
from tests.browser.test_geometry import looked_over
from tests.browser.test_places import axe
from tests.kit import drop_dough

pytestmark = pytest.mark.browser

SOON = 40_000


@pytest.fixture
def dough(page: Page, server: Server) -> str:
    spec = drop_dough(name="Deck Drops").model_dump(mode="json")
    return str(page.request.post(f"{server.url}/api/doughs", data=spec).json()["id"])


def wider(page: Page, by: int) -> None:
    knob = page.get_by_role("slider", name="Wished width")
    knob.focus()
    for _ in range(by):
        page.keyboard.press("Shift+ArrowRight")


def test_like_this_dough_but_wider_and_without_egg_goes_on_the_shelf_with_where_it_comes_from(
    page: Page, server: Server, dough: str
) -> None:
    page.goto(f"{server.url}/bench/{dough}")
    page.get_by_role("button", name="Change").click()
    page.get_by_role("menuitem", name=re.compile("^Wish it otherwise")).click()
    expect(page.get_by_role("heading", name="Ask for a cookie")).to_be_visible()
    expect(page.get_by_text("Drag the cookie wider or higher")).to_be_visible()
    start = float(page.get_by_role("slider", name="Wished width").get_attribute("aria-valuenow") or 0)
    wider(page, 2)
    # It follows while it is dragged: the nearest is there before the others are.
    answers = page.get_by_role("region", name="What comes to it")
    nearest = answers.get_by_role("button", name=re.compile("^Nearest to yours"))
    expect(nearest).to_be_visible(timeout=SOON)
    expect(answers.get_by_text("3 doughs that differ for a reason.")).to_be_visible(timeout=SOON)
    page.get_by_role("textbox", name="How many").fill("24")
    page.get_by_role("button", name="egg", exact=True).click()
    expect(answers.get_by_text(re.compile(r"for whole egg: "))).to_be_visible(timeout=SOON)
    expect(answers.get_by_text("3 doughs that differ for a reason.")).to_be_visible(timeout=SOON)
    expect(answers.get_by_role("button", name=re.compile("24 of them"))).to_have_count(3)
    # What is wished outlives a reload.
    page.reload()
    expect(page.get_by_role("textbox", name="How many")).to_have_value("24")
    expect(page.get_by_role("slider", name="Wished width")).to_have_attribute("aria-valuenow", f"{start + 10:g}")
    expect(answers.get_by_text("3 doughs that differ for a reason.")).to_be_visible(timeout=SOON)
    answers.get_by_role("button", name=re.compile("^Best at the wish")).click()
    shown = answers.get_by_role("region", name="Best at the wish")
    expect(shown.get_by_text("The model has never seen the like of this dough")).to_be_visible()
    expect(shown.get_by_role("row", name=re.compile(r"^wide .* mm .* ✓$"))).to_be_visible()
    expect(shown.get_by_text(re.compile("of flour")).first).to_be_visible()
    shown.get_by_role("button", name="Put it on the shelf").click()
    expect(page.get_by_role("region", name="What comes out").get_by_role("heading", name="24 cookies")).to_be_visible()
    expect(page.get_by_label("Name of the dough")).to_have_value("Deck Drops, as wished")
    page.get_by_role("button", name="More").click()
    page.get_by_role("menuitem", name="Versions").click()
    note = re.compile(r"Wished, from Deck Drops: 24 of them, .* wide, without egg")
    expect(page.get_by_text(note).first).to_be_visible()


def test_musts_that_cannot_be_kept_together_are_named_with_what_comes_without_each(
    page: Page, server: Server, dough: str
) -> None:
    page.goto(f"{server.url}/wish?from={dough}")
    page.get_by_role("textbox", name="Wide").fill("160")
    page.get_by_role("button", name="Wide: rather").click()
    answers = page.get_by_role("region", name="What comes to it")
    expect(answers.get_by_role("alert")).to_contain_text(
        "No chewy drop cookie was found that keeps this: wide.", timeout=SOON
    )
    expect(answers.get_by_role("button", name=re.compile("too narrow"))).to_be_visible()
    # No longer a must it is only missed, and what is given up is said.
    page.get_by_role("button", name="Wide: must").click()
    expect(answers.get_by_role("alert")).to_have_count(0, timeout=SOON)
    expect(answers.get_by_text(re.compile(r"wide: \d+ mm too narrow")).first).to_be_visible(timeout=SOON)


def test_from_no_dough_of_ones_own_the_family_that_comes_nearest(page: Page, server: Server) -> None:
    page.goto(server.url)
    page.get_by_role("link", name="Doughs").click()
    page.goto(f"{server.url}/wish")
    page.get_by_role("slider", name="Cakey").focus()
    for _ in range(6):
        page.keyboard.press("ArrowRight")
    answers = page.get_by_role("region", name="What comes to it")
    expect(answers.get_by_role("button", name=re.compile("Cakey drop cookie", re.I)).first).to_be_visible(timeout=SOON)
    expect(page.get_by_role("tab", name="Few changes to it")).to_have_count(0)
    choose(page.get_by_label("Family"), label="butter cut-out")
    expect(answers.get_by_role("button", name=re.compile("butter cut-out", re.I)).first).to_be_visible(timeout=SOON)
    page.get_by_role("button", name="Wish anew").click()
    expect(page.get_by_text("Drag the cookie wider or higher")).to_be_visible()


@pytest.mark.parametrize("view", ["new", "changes", "map"])
def test_answers_are_accessible_and_nothing_of_them_is_cut_off(
    page: Page, server: Server, dough: str, view: str
) -> None:
    page.goto(f"{server.url}/wish?from={dough}&view={view}")
    for field, value in (("How many", "24"), ("Wide", "95"), ("High", "10"), ("Sweet, at most", "20")):
        page.get_by_role("textbox", name=field).fill(value)
    page.get_by_role("slider", name="Crisp").press("ArrowRight")
    page.get_by_role("button", name="nuts", exact=True).click()
    shelf = page.get_by_role("button", name="Put it on the shelf")
    ready = page.get_by_role("img", name=re.compile("^Crispness across")) if view == "map" else shelf
    expect(ready.first).to_be_visible(timeout=SOON)
    expect(page.locator("[aria-busy=true]")).to_have_count(0, timeout=SOON)
    assert axe(page) == []
    assert looked_over(page) == []


def test_few_changes_and_the_map_of_what_pulls_against_what(page: Page, server: Server, dough: str) -> None:
    page.goto(f"{server.url}/wish?from={dough}")
    wider(page, 2)
    page.get_by_role("tab", name="Few changes to it").click()
    expect(page.get_by_role("button", name=re.compile("^As it is"))).to_be_visible(timeout=SOON)
    one = page.get_by_role("region", name=re.compile("^(One|Two|Three) change"))
    expect(one.get_by_role("button", name="Put it on the shelf")).to_be_visible()
    page.get_by_role("tab", name="What pulls against what").click()
    choose(page.get_by_label("Across"), label="Height")
    choose(page.get_by_label("Up"), label="Crispness")
    drawn = page.get_by_role("img", name=re.compile("^Height across, crispness up: "))
    expect(drawn).to_be_visible(timeout=SOON)
    page.get_by_role("button", name=re.compile("^Height .* crispness")).nth(1).click()
    opened = page.get_by_role("region", name="The dough of this dot")
    expect(opened.get_by_role("button", name="Put it on the shelf")).to_be_visible(timeout=SOON)
    # Back at the tab a reload stays where it was.
    page.reload()
    expect(page.get_by_role("tab", name="What pulls against what")).to_have_attribute("aria-selected", "true")
