"""Whole jobs of shaping: forms, sizes for a wish, the second bake, one dough divided."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Server
from tests.browser.hands import choose, expect_chosen, setting, take
from tests.browser.test_jobs import on_the_bench, saved

pytestmark = pytest.mark.browser


def test_a_thumbprint_with_its_jam(page: Page, shared: Server) -> None:
    page.goto(f"{shared.url}/new")
    page.get_by_role("button", name="Thumbprint").click()
    outcome = page.get_by_role("region", name="What comes out")
    expect(outcome).to_contain_text("140 g filling in all, 4 g in each")
    setting(page, "Filling each").fill("5")
    expect(outcome).to_contain_text("175 g filling in all")
    choose(setting(page, "Size by"), "count")
    setting(page, "Pieces").fill("30")
    expect(outcome.get_by_text("30 cookies")).to_be_visible()
    saved(page)


def test_six_on_a_small_tray_tonight_and_the_rest_kept(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, name="Tonight Drops")
    setting(page, "Portion").fill("14")
    choose(setting(page, "Take them out"), "soft")
    expect(page.get_by_text("14 g raw")).to_be_visible()
    page.get_by_role("link", name="See the trays").click()
    page.get_by_role("radio", name=re.compile("Small sheet")).check()
    page.get_by_role("textbox", name="Bake now").fill("6")
    expect(page.get_by_role("heading", name="1 load: 6")).to_be_visible()
    expect(page.get_by_text(re.compile(r"\d+ pieces kept raw. With egg: two to four days"))).to_be_visible()
    saved(page)
    page.reload()
    expect(page.get_by_role("heading", name="1 load: 6")).to_be_visible()


@pytest.mark.parametrize(
    ("kind", "words"),
    [
        ("log", "even slices and 2 ends"),
        ("rope", "Each from a rope"),
        ("batter", "Level spoons"),
        ("cutout", "First sheet"),
    ],
)
def test_every_form_asks_only_what_its_bakers_decide(page: Page, shared: Server, kind: str, words: str) -> None:
    on_the_bench(
        page, shared, "250 g plain flour\n150 g butter\n120 g caster sugar\n1 egg\n1 tsp baking powder", f"Form {kind}"
    )
    choose(setting(page, "Form"), kind)
    outcome = page.get_by_role("region", name="What comes out")
    expect(outcome.get_by_text(re.compile(words))).to_be_visible()
    expect(outcome.get_by_text(re.compile(r"^\d+ cookies$"))).to_be_visible()
    expect(page.get_by_role("img", name=re.compile("drawn to scale"))).to_be_visible()
    saved(page)


def test_what_if_and_the_size_for_a_wish(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, name="Wished Drops")
    page.get_by_role("button", name="What if…").click()
    sheet = page.get_by_role("dialog", name="What if")
    expect(sheet.get_by_role("img", name=re.compile("Width over chill"))).to_be_visible()
    rows = sheet.get_by_role("row")
    expect(rows).to_have_count(8)
    choose(sheet.get_by_label("What if"), "oven")
    expect(sheet.get_by_role("row", name=re.compile(r"180 °C \(now\)"))).to_be_visible()
    sheet.get_by_label("I want this many cookies", exact=True).fill("12")
    sheet.get_by_role("button", name="Size for that many").click()
    expect(page.get_by_role("region", name="What comes out").get_by_text("12 cookies")).to_be_visible()
    page.get_by_role("button", name="What if…").click()
    sheet.get_by_label("I want them this wide, baked", exact=True).fill("290")
    sheet.get_by_role("button", name="Size for that width").click()
    expect(sheet.get_by_text("out of its reach")).to_be_visible()
    sheet.get_by_label("I want them this wide, baked", exact=True).fill("75")
    sheet.get_by_role("button", name="Size for that width").click()
    expect(page.get_by_role("region", name="What comes out").get_by_text("75 mm", exact=True)).to_be_visible()
    saved(page)


def test_the_second_bake_is_told_on_this_kitchens_dial(page: Page, server: Server) -> None:
    page.goto(f"{server.url}/kitchen?part=look")
    choose(page.get_by_label("Oven temperatures in"), "gas")
    expect(page.get_by_role("status").get_by_text("Saved")).to_be_visible()
    page.goto(f"{server.url}/new")
    page.get_by_role("button", name="lean rusk").click()
    outcome = page.get_by_role("region", name="What comes out")
    expect(outcome.get_by_text(re.compile(r"at gas \d+, turn after"))).to_be_visible()
    expect(outcome).not_to_contain_text("°C, turn")
    page.goto(f"{server.url}/kitchen?part=look")
    choose(page.get_by_label("Oven temperatures in"), "f")
    expect(page.get_by_role("status").get_by_text("Saved")).to_be_visible()
    page.go_back()
    expect(outcome.get_by_text("at 300 °F, turn after")).to_be_visible()


def test_one_dough_divided_part_of_it_for_the_freezer(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, name="Divided Drops")
    take(page, "divide")
    page.get_by_role("button", name="Part 2: 50% of the dough, with the rest").click()
    page.get_by_label("Takes", exact=True).fill("25")
    page.get_by_label("Name of this part").fill("For the freezer")
    choose(page.get_by_role("dialog").get_by_label("Baked"), "freezer")
    expect(page.get_by_role("dialog")).to_contain_text("one to three months")
    page.keyboard.press("Escape")
    choose(setting(page, "Form"), "ball")
    setting(page, "Portion").fill("15")
    outcome = page.get_by_role("region", name="What comes out")
    expect(outcome).to_contain_text("15 g raw")
    # The rest keeps its own shape.
    page.get_by_text("The rest", exact=True).click()
    expect_chosen(setting(page, "Form"), "scoop")
    saved(page)
    page.reload()
    page.get_by_text("For the freezer", exact=True).click()
    expect(setting(page, "Portion")).to_have_value("15")
    page.get_by_role("link", name="See the trays").click()
    expect(page.get_by_role("radio", name=re.compile("For the freezer"))).to_be_checked()
    page.get_by_role("tab", name="Yield").click()
    expect(page.get_by_text("The whole batch, raw")).to_be_visible()
    page.get_by_role("link", name="Plan the baking").click()
    choose(page.get_by_label("Dough", exact=True), label="Divided Drops, For the freezer (kept)")
    page.get_by_role("button", name="Make the plan").click()
    packed = page.get_by_role("listitem").filter(has_text="Pack Divided Drops, For the freezer").last
    expect(packed).to_be_visible(timeout=20_000)


def test_a_share_put_back_is_the_doughs_again(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, name="Put Back Drops")
    outcome = page.get_by_role("region", name="What comes out")
    before = outcome.get_by_text(re.compile(r"^\d+ cookies$")).inner_text()
    take(page, "divide")
    expect(outcome.get_by_text(before, exact=True)).to_be_hidden()
    page.get_by_role("button", name="Part 2: 50% of the dough, with the rest").click()
    page.get_by_role("button", name="Put Part 2 back into the dough").click()
    expect(outcome.get_by_text(before, exact=True)).to_be_visible()
    saved(page)


def test_a_log_that_fits_and_a_thickness_for_a_sheet_are_taken_with_one_tap(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, "300 g plain flour\n180 g butter\n110 g caster sugar\n1 egg", "Logs and Sheets")
    choose(setting(page, "Form"), "log")
    page.get_by_role("button", name="What if…").click()
    page.get_by_role("button", name=re.compile("^2 logs")).click()
    expect(setting(page, "Logs")).to_have_value("2")
    choose(setting(page, "Form"), "cutout")
    page.get_by_role("button", name="What if…").click()
    page.get_by_role("button", name="Thickness for that sheet").click()
    expect(setting(page, "Rolled to")).not_to_have_value("5")
    saved(page)
