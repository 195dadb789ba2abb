"""Whole jobs, done on the real interface as a baker does them."""

import re
from datetime import datetime, timedelta

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Server
from tests.browser.hands import choose, expect_moment, more, set_moment, setting

pytestmark = pytest.mark.browser

CARD = """1½ cups plain flour, sifted
1 stick soft butter
½ cup brown sugar
half an egg
3 to 4 tbsp milk
1 tsp baking soda
pinch of salt
150 g dark chocolate, chopped"""


def on_the_bench(page: Page, server: Server, card: str = CARD, name: str = "Slip Drops") -> None:
    page.goto(f"{server.url}/new")
    page.get_by_label("Name").fill(name)
    page.get_by_label("The whole card").fill(card)
    # When the card has been read, everything is in its place: a button that moves under the pointer is not pressed.
    expect(page.get_by_role("status").get_by_text(re.compile(r"^\d+ lines?"))).to_be_visible()
    page.get_by_role("button", name="Put it on the bench").click()
    expect(page.get_by_role("region", name="What comes out").get_by_text(re.compile(r"^\d+ cookies?$"))).to_be_visible()


SET_VALUE = """(box, text) => {
  Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, "value").set.call(box, text);
  box.dispatchEvent(new Event("input", { bubbles: true }));
}"""


def cookies(page: Page) -> int:
    return int((page.get_by_text(re.compile(r"^\d+ cookies?$")).first.inner_text()).split()[0])


def wide_mm(page: Page) -> int:
    label = page.get_by_role("img", name=re.compile("drawn to scale")).get_attribute("aria-label") or ""
    return int(re.search(r"baked (\d+) mm", label)[1])  # type: ignore[index]


def saved(page: Page) -> None:
    expect(page.get_by_text("✓ Saved")).to_be_visible()


def test_from_a_pasted_card_to_a_plan_that_is_still_there_after_a_reload(page: Page, server: Server) -> None:
    page.goto(server.url)
    page.get_by_role("button", name="Not now").click()
    page.get_by_role("button", name="Paste a card").click()
    page.get_by_label("Name").fill("Slip Drops")
    page.get_by_label("The whole card").fill(f"{CARD}\n1 tbsp treacle")
    expect(page.get_by_text("9 lines · 1 to check")).to_be_visible()
    page.get_by_role("button", name="Put it on the bench").click()

    # One line is unsure: treacle is black or golden. One tap settles it.
    goes_in = page.get_by_role("region", name="What goes in")
    expect(goes_in.get_by_text("“treacle”: black or golden?")).to_be_visible()
    goes_in.get_by_role("button", name="Golden syrup").click()
    expect(page.get_by_text("“treacle”: black or golden?")).to_be_hidden()
    expect(page.get_by_role("paragraph").filter(has_text="Golden syrup")).to_be_visible()

    portion = setting(page, "Portion")
    portion.fill("24")
    expect(page.get_by_text(re.compile("24 g raw"))).to_be_visible()
    count, width = cookies(page), wide_mm(page)
    portion.fill("48")
    expect(page.get_by_text(re.compile("48 g raw"))).to_be_visible()
    assert cookies(page) == count // 2
    assert wide_mm(page) > 1.2 * width
    saved(page)

    page.get_by_role("main").get_by_role("link", name="See the trays").click()
    page.get_by_role("radio", name=re.compile("Small sheet")).check()
    expect(page.get_by_role("group", name=re.compile("Small sheet, .* cookies drawn to scale"))).to_be_visible()
    loads = page.get_by_role("heading", name=re.compile(r"loads?:")).inner_text()
    on_trays = [int(n) for n in loads.split(":")[1].split("+")]
    assert sum(on_trays) == count // 2
    assert max(on_trays) - min(on_trays) <= 1
    saved(page)

    page.get_by_role("link", name="Plan the baking").click()
    tomorrow = (datetime.now() + timedelta(days=1)).strftime("%Y-%m-%d")
    set_moment(page, "All ready by", f"{tomorrow}T18:00")
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_test_id("plan-end")).to_have_text("17:50")
    first = page.get_by_test_id("plan-start").inner_text()
    assert re.fullmatch(r"1[0-6]:\d\d", first)
    times = page.get_by_role("list", name="By the clock").get_by_role("listitem")
    expect(times.first).to_contain_text(first)
    expect(times.first).to_contain_text("Take out the fat and the eggs, for Slip Drops")
    expect(times.last).to_contain_text("17:50")

    page.reload()
    expect(page.get_by_test_id("plan-start")).to_have_text(first)
    page.get_by_role("link", name="Bench").click()
    expect(page.get_by_label("Name of the dough")).to_have_value("Slip Drops")
    expect(setting(page, "Portion")).to_have_value("48")
    expect(page.get_by_role("paragraph").filter(has_text="Golden syrup")).to_be_visible()
    page.get_by_role("link", name="Day").click()
    expect(page.get_by_role("link", name=re.compile(f"Slip Drops.*{first} to 17:50", re.S))).to_be_visible()


def test_work_survives_a_killed_server(page: Page, server: Server) -> None:
    on_the_bench(page, server)
    setting(page, "Portion").fill("33")
    saved(page)
    server.kill()
    page.get_by_label("Name of the dough").fill("Slip Drops, thinner")
    expect(page.get_by_text("Kept here, not yet on the server")).to_be_visible()
    server.start()
    saved(page)
    server.kill()
    server.start()
    page.reload()
    expect(page.get_by_label("Name of the dough")).to_have_value("Slip Drops, thinner")
    expect(setting(page, "Portion")).to_have_value("33")


def test_an_unsaved_change_survives_a_reload_while_the_server_is_down(page: Page, shared: Server) -> None:
    on_the_bench(page, shared)
    saved(page)
    page.route("**/api/doughs/*", lambda route: route.abort() if route.request.method == "PUT" else route.continue_())
    setting(page, "Portion").fill("41")
    expect(page.get_by_text("Kept here, not yet on the server")).to_be_visible()
    page.unroute("**/api/doughs/*")
    page.reload()
    expect(setting(page, "Portion")).to_have_value("41")
    saved(page)


def test_a_card_that_cannot_be_read_is_not_lost(page: Page, shared: Server) -> None:
    page.goto(f"{shared.url}/new")
    # The starters have come: nothing moves under the pointer any more.
    expect(page.get_by_role("button", name="Butter cut-out")).to_be_visible()
    page.get_by_role("button", name="Put it on the bench").click()
    expect(page.get_by_text("There is nothing on this card yet")).to_be_visible()
    box = page.get_by_label("The whole card")
    long = "1 g salt\n" * 5000
    box.evaluate(SET_VALUE, long)  # typing this much key by key takes Chromium minutes
    expect(page.get_by_text(re.compile("characters long; a card holds"))).to_be_visible()
    page.get_by_role("button", name="Put it on the bench").click()
    expect(box).to_have_value(long)
    box.fill("1 g salt\n" * 70)
    expect(page.get_by_text(re.compile("70 ingredient lines; a dough holds at most 60"))).to_be_visible()
    page.reload()
    expect(box).to_have_value("1 g salt\n" * 70)


def test_impossible_settings_are_questioned_at_their_place(page: Page, shared: Server) -> None:
    on_the_bench(page, shared)
    oven = setting(page, "Oven heat")
    oven.fill("900")
    expect(page.get_by_text("900 °C is hotter than a home oven goes").first).to_be_visible()
    expect(oven).to_have_attribute("aria-invalid", "true")
    oven.fill("350")
    expect(page.get_by_text("Did you mean 350 °F?")).to_be_visible()
    page.get_by_role("button", name="Use 350 °F").click()
    expect(page.get_by_text("Did you mean")).to_be_hidden()
    expect(page.get_by_text(re.compile(r"^\d+ cookies?$"))).to_be_visible()

    portion = setting(page, "Portion")
    portion.fill("4000")
    expect(page.get_by_text("more than the whole dough")).to_be_visible()
    portion.fill("-5")
    expect(page.get_by_text("From 0.5 to 5000 g.")).to_be_visible()
    expect(portion).to_have_value("-5")
    portion.fill("thirty")
    expect(page.get_by_text("Type a number.")).to_be_visible()
    portion.fill("30")
    expect(page.get_by_text(re.compile("30 g raw"))).to_be_visible()

    line = page.get_by_role("textbox", name=re.compile("^Line: 150 g dark"))
    line.fill("-150 g dark chocolate")
    expect(page.get_by_text("an amount cannot be less than nothing")).to_be_visible()
    page.get_by_role("textbox", name="Grams for “-150 g dark chocolate”").fill("150")
    expect(page.get_by_text("an amount cannot be less than nothing")).to_be_hidden()


def test_a_tray_smaller_than_a_cookie_and_a_time_gone_by(page: Page, server: Server) -> None:
    on_the_bench(page, server)
    page.get_by_role("link", name="Kitchen").click()
    page.get_by_role("button", name=re.compile("^Trays \\d")).click()
    page.get_by_role("button", name="Add a tray").click()
    tray = page.get_by_role("region", name="Trays").get_by_role("listitem").last
    tray.get_by_label("Usable width", exact=True).fill("60")
    tray.get_by_label("Usable depth", exact=True).fill("60")
    saved(page)
    page.get_by_role("link", name="Trays", exact=True).click()
    page.get_by_role("radio", name=re.compile("Tray 3")).check()
    expect(page.get_by_text("Choose a larger tray")).to_be_visible()
    page.get_by_role("radio", name=re.compile("Baking sheet")).check()
    saved(page)
    page.get_by_role("link", name="Plan the baking").click()
    set_moment(page, "All ready by", "2020-01-01T18:00")
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_text("That time has passed")).to_be_visible()
    expect_moment(page, "All ready by", "2020-01-01T18:00")
    soon = (datetime.now() + timedelta(minutes=40)).strftime("%Y-%m-%dT%H:%M")
    set_moment(page, "All ready by", soon)
    page.get_by_role("button", name="Make the plan").click()
    page.get_by_role("button", name=re.compile("Use the earliest time")).click()
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_test_id("plan-start")).to_be_visible()


def test_the_measuring_habit_changes_the_grams_at_once(page: Page, server: Server) -> None:
    page.goto(f"{server.url}/new")
    page.get_by_label("The whole card").fill("1 cup plain flour\n1 tbsp honey")
    readings = page.get_by_role("region", name="Read as")
    expect(readings).to_contain_text("120 g")
    page.get_by_text("Scooped", exact=True).click()
    expect(readings).to_contain_text("140 g")
    choose(page.get_by_label("Cups, spoons and eggs"), "au")
    expect(readings).to_contain_text("29 g")


def test_two_devices_with_one_dough_open_lose_nothing(browser: Browser, page: Page, shared: Server) -> None:
    on_the_bench(page, shared)
    saved(page)
    tablet = browser.new_context(service_workers="block").new_page()
    tablet.goto(page.url)
    tablet.get_by_label("Name of the dough").fill("From the tablet")
    saved(tablet)
    page.get_by_label("Name of the dough").fill("From the laptop")
    expect(page.get_by_text("This dough was changed on another device")).to_be_visible()
    page.get_by_role("button", name="Keep mine as a copy").click()
    expect(page.get_by_label("Name of the dough")).to_have_value("From the tablet")
    page.get_by_role("link", name="Doughs").click()
    expect(page.get_by_role("link", name="From the tablet")).to_be_visible()
    expect(page.get_by_role("link", name="From the laptop (my copy)")).to_be_visible()
    tablet.context.close()


def test_lines_by_keyboard_alone(page: Page, shared: Server) -> None:
    on_the_bench(page, shared)
    first = page.get_by_role("textbox", name=re.compile("^Line: 1½ cups"))
    first.focus()
    page.keyboard.press("Enter")
    page.keyboard.type("20 g cornstarch")
    expect(page.get_by_role("paragraph").filter(has_text="Corn starch")).to_be_visible()
    page.keyboard.press("ControlOrMeta+A")
    page.keyboard.press("Backspace")
    page.keyboard.press("Backspace")
    expect(page.get_by_role("paragraph").filter(has_text="Corn starch")).to_be_hidden()
    expect(first).to_be_focused()


def test_taking_a_dough_off_the_shelf_can_be_undone(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, name="Shelf Drops")
    page.get_by_role("link", name="Doughs").click()
    more(page, "Shelf Drops", "Put aside")
    expect(page.get_by_role("link", name="Shelf Drops")).to_be_hidden()
    page.get_by_role("button", name="Put it back").click()
    expect(page.get_by_role("link", name="Shelf Drops")).to_be_visible()


def test_us_units_all_the_way(page: Page, server: Server) -> None:
    page.goto(f"{server.url}/kitchen?part=look")
    page.get_by_text("oz and in").click()
    choose(page.get_by_label("Oven temperatures in"), "f")
    saved(page)
    on_the_bench(page, server)
    expect(setting(page, "Oven heat")).to_have_value("350")
    expect(page.get_by_role("region", name="What comes out")).to_contain_text(re.compile(r"\d⁄\d+ in"))
    expect(page.get_by_role("region", name="What comes out")).not_to_contain_text(re.compile(r"\d mm"))
    setting(page, "Portion").fill("1.5")
    expect(page.get_by_text("1.5 oz raw")).to_be_visible()
    # Lengths are typed and shown as a ruler has them.
    choose(setting(page, "Form"), "cutout")
    thick = setting(page, "Rolled to")
    expect(thick).to_have_value("3⁄16")
    page.get_by_role("button", name="Rolled to: more").click()
    expect(thick).to_have_value("1⁄4")
    thick.fill("5/16")
    saved(page)
    page.reload()
    expect(setting(page, "Rolled to")).to_have_value("5⁄16")
    thick.fill("0.2")
    expect(thick).to_have_value("0.2")
    clipped = (
        "() => [...document.querySelectorAll('input')].filter(e => e.scrollWidth > e.clientWidth + 1).map(e => e.value)"
    )
    assert page.evaluate(clipped) == []


def test_the_last_outcome_stays_as_a_ghost(page: Page, shared: Server) -> None:
    on_the_bench(page, shared)
    drawing = page.get_by_role("img", name=re.compile("drawn to scale"))
    lines = drawing.locator("path[stroke-dasharray]")
    expect(lines).to_have_count(0)
    page.wait_for_timeout(1700)
    setting(page, "Portion").fill("60")
    expect(page.get_by_text("60 g raw")).to_be_visible()
    expect(lines).to_have_count(1)
