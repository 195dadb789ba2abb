"""Whole jobs on the bench: scaling, ratios, swaps, versions, the weigh-in, files."""

import json
import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Server
from tests.browser.hands import choose, setting, take
from tests.browser.test_jobs import CARD, on_the_bench, saved

pytestmark = pytest.mark.browser


def spec_of(page: Page) -> dict:
    """The dough as the server has it."""
    id = page.url.rsplit("/", 1)[1]
    return page.request.get(f"{page.url.split('/bench')[0]}/api/doughs/{id}").json()["spec"]  # type: ignore[no-any-return]


def line(page: Page, text: str):  # type: ignore[no-untyped-def]
    return page.get_by_role("textbox", name=re.compile(f"^Line: {text}"))


def test_one_and_a_half_eggs_doubled_to_three(page: Page, shared: Server) -> None:
    on_the_bench(
        page,
        shared,
        "250 g plain flour\n125 g soft butter\n120 g caster sugar\n1½ eggs\n1 tsp baking soda",
        "Whole Eggs",
    )
    expect(page.get_by_text("Buy 2 eggs; 25 g is left over")).to_be_visible()
    take(page, "scale")
    sheet = page.get_by_role("dialog", name="Make more or less")
    choose(sheet.get_by_label("Make", exact=True), "whole_eggs")
    expect(sheet.get_by_text("1.33 times")).to_be_visible()
    choose(sheet.get_by_label("Make", exact=True), "factor")
    expect(sheet.get_by_text("2 times")).to_be_visible()
    sheet.get_by_role("button", name="Scale the dough").click()
    expect(line(page, "3 eggs")).to_be_visible()
    expect(line(page, "500 g plain flour")).to_be_visible()
    expect(page.get_by_text("Buy 3 eggs.")).to_be_visible()
    saved(page)
    page.keyboard.press("ControlOrMeta+Z")
    expect(line(page, "1½ eggs")).to_be_visible()
    page.keyboard.press("ControlOrMeta+Shift+Z")
    expect(line(page, "3 eggs")).to_be_visible()


def test_undo_gives_back_the_very_same_dough(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, name="Undo Drops")
    saved(page)
    before = json.dumps(spec_of(page))
    setting(page, "Chill before baking").fill("2")
    page.wait_for_timeout(800)
    setting(page, "Portion").fill("44")
    page.wait_for_timeout(800)
    line(page, "pinch of salt").fill("1 tsp salt")
    saved(page)
    assert json.dumps(spec_of(page)) != before
    for _ in range(3):
        page.get_by_role("button", name="Undo").click()
    expect(line(page, "pinch of salt")).to_be_visible()
    saved(page)
    assert json.dumps(spec_of(page)) == before
    expect(page.get_by_role("button", name="Undo")).to_be_disabled()


def test_an_egg_ratio_dough_from_weighed_eggs(page: Page, shared: Server) -> None:
    on_the_bench(
        page, shared, "3 eggs\nflour = weight of 3 eggs\nsugar = 4/3 of flour\n2 g baking powder", "Ratio Wafers"
    )
    goes_in = page.get_by_role("region", name="What goes in")
    expect(goes_in).to_contain_text("200 g")
    page.get_by_role("button", name="Settle or remove “3 eggs”").click()
    page.get_by_label("Grams for “3 eggs”").fill("174")
    expect(goes_in).to_contain_text("232 g")
    expect(page.get_by_role("region", name="The dough")).to_contain_text("582 g")
    line(page, "flour = weight").fill("flour = sugar")
    expect(page.get_by_text("follow each other in a circle").first).to_be_visible()


def test_nut_free_and_egg_free_versions_compared(page: Page, shared: Server) -> None:
    card = (
        CARD.replace("½ cup brown sugar", "½ cup light brown sugar").replace("half an egg", "1 large egg")
        + "\n60 g walnuts, chopped"
    )
    on_the_bench(page, shared, card, "Free Drops")
    saved(page)
    take(page, "versions")
    sheet = page.get_by_role("dialog", name="Versions")
    sheet.get_by_label("Keep the dough as it is now").fill("with nuts and egg")
    sheet.get_by_role("button", name="Keep").click()
    expect(sheet.get_by_text("Nothing differs.")).to_be_visible()
    page.keyboard.press("Escape")

    take(page, "swap")
    swap = page.get_by_role("dialog", name="Something else instead")
    choose(swap.get_by_label("I want it, or I am out of"), "nut_free")
    swap.get_by_role("button", name=re.compile("Sunflower seeds")).click()
    expect(swap.get_by_text("No longer names walnut")).to_be_visible()
    swap.get_by_role("button", name=re.compile("^Use ")).click()
    expect(page.get_by_role("region", name="The dough")).not_to_contain_text("walnut")
    take(page, "swap")
    choose(swap.get_by_label("I want it, or I am out of"), "egg_free")
    swap.get_by_role("button", name=re.compile("Ground flaxseed")).click()
    expect(swap.get_by_text("No longer names egg")).to_be_visible()
    swap.get_by_role("button", name=re.compile("^Use ")).click()
    saved(page)

    take(page, "versions")
    expect(sheet.get_by_role("row", name=re.compile("Whole egg"))).to_be_visible()
    expect(sheet.get_by_role("row", name=re.compile("Walnuts"))).to_be_visible()
    expect(sheet.get_by_role("row", name=re.compile("Width"))).to_be_visible()
    sheet.get_by_role("button", name=re.compile("Go back to")).click()
    expect(line(page, "1 large egg")).to_be_visible()
    expect(line(page, "60 g walnuts")).to_be_visible()


def test_an_over_poured_weigh_in_is_rescued(page: Page, server: Server) -> None:
    on_the_bench(
        page, server, "200 g plain flour\n100 g soft butter\n100 g caster sugar\n1 tsp baking soda", "Poured Drops"
    )
    saved(page)
    page.get_by_role("link", name="Weigh in").click()
    expect(page.get_by_role("region", name="1 of 4", exact=True)).to_contain_text("Soft butter")
    page.get_by_role("button", name="100 g", exact=True).click()
    expect(page.get_by_text("Enough: that is it")).to_be_visible()
    page.get_by_role("button", name="It is in").click()
    expect(page.get_by_role("region", name="2 of 4", exact=True)).to_contain_text("Caster sugar")
    page.get_by_label("Or type the grams").fill("150")
    page.get_by_role("button", name="That much is in").click()
    expect(page.get_by_text("Caster sugar: 50 g too much.")).to_be_visible()
    page.reload()
    expect(page.get_by_text("Caster sugar: 50 g too much.")).to_be_visible()
    expect(page.get_by_text("1.50 times the dough")).to_be_visible()
    expect(page.get_by_text(re.compile(r"20 cookies instead of 13"))).to_be_visible()
    page.get_by_role("button", name="Make the rest to match").click()
    expect(page.get_by_text("Caster sugar: 50 g too much.")).to_be_hidden()
    expect(page.get_by_role("button", name=re.compile("Soft butter.*top up (49|50|51) g"))).to_be_visible()
    expect(page.get_by_role("button", name=re.compile("Plain flour.*300 g", re.S))).to_be_visible()
    for number, grams in (("1 of 4", "150"), ("3 of 4", "300"), ("4 of 4", "6.9")):
        expect(page.get_by_role("region", name=number, exact=True)).to_be_visible()
        page.get_by_label("Or type the grams").fill(grams)
        page.get_by_role("button", name="That much is in").click()
    expect(page.get_by_text("Everything is in the bowl.")).to_be_visible()
    page.get_by_role("button", name="Keep the dough as weighed").click()
    page.get_by_role("link", name="See the shelf").click()
    page.get_by_role("link", name="Poured Drops as weighed").click()
    expect(page.get_by_role("region", name="The dough")).to_contain_text(re.compile("60[0-9] g"))


def test_out_as_json_and_in_again(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, name="Travel Drops")
    setting(page, "Portion").fill("37")
    saved(page)
    spec = spec_of(page)
    take(page, "files")
    with page.expect_download() as download:
        page.get_by_role("link", name="Recipe (JSON-LD)").click()
    text = download.value.path().read_text(encoding="utf-8")
    assert json.loads(text)["@type"] == "Recipe"
    page.goto(f"{shared.url}/new")
    page.get_by_label("The whole card").fill(text)
    expect(page.get_by_text("8 lines", exact=True)).to_be_visible()
    page.get_by_role("button", name="Put it on the bench").click()
    expect(setting(page, "Portion")).to_have_value("37")
    assert spec_of(page) == spec


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("[" * 5000 + "]" * 5000, "levels deep"),
        ('{"@type": "Recipe"}', "no ingredients"),
        ('{"name": not json', "not JSON"),
    ],
    ids=["deep", "empty", "broken"],
)
def test_hostile_files_are_refused_and_kept(page: Page, shared: Server, text: str, says: str) -> None:
    page.goto(f"{shared.url}/new")
    box = page.get_by_label("The whole card")
    box.fill(text)
    expect(page.get_by_text(re.compile(says))).to_be_visible()
    expect(box).to_have_value(text)


def test_start_from_a_starter_and_see_its_balance(page: Page, shared: Server) -> None:
    page.goto(f"{shared.url}/new")
    page.get_by_role("button", name="Butter cut-out").click()
    expect(page.get_by_label("Name of the dough")).to_have_value("Butter cut-out starter")
    page.get_by_role("button", name="Balance", exact=True).click()
    axes = page.get_by_role("list", name="Percentages of flour against the usual range").get_by_role("listitem")
    expect(axes).to_have_count(8)
    assert not any(word in text for text in axes.all_inner_texts() for word in ("low", "high"))
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Method", exact=True).click()
    minutes = page.get_by_label("Minutes of step 1")
    expect(minutes).to_be_visible()
    proposed = minutes.input_value()
    minutes.fill("25")
    saved(page)
    page.reload()  # the sheet is in the address
    expect(page.get_by_label("Minutes of step 1")).to_have_value("25")
    expect(
        page.get_by_text(re.compile(r"^\d+ cookies?$"))
    ).to_be_visible()  # all is laid out: nothing moves under the click
    page.get_by_role("button", name="Propose again").click()
    expect(page.get_by_label("Minutes of step 1")).to_have_value(proposed)


def test_grams_by_hand_give_way_to_a_new_text_and_dials_agree(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, name="Dial Drops")
    page.get_by_role("button", name="Settle or remove “pinch of salt”").click()
    grams = page.get_by_label("Grams for “pinch of salt”")
    grams.fill("3")
    expect(page.get_by_text("exact grams kept")).to_be_visible()
    line(page, "pinch of salt").fill("1 tsp salt")
    expect(page.get_by_label("Grams for “1 tsp salt”")).to_have_value("")
    oven, dial = setting(page, "Oven heat"), setting(page, "Dial")
    choose(dial, "gas")
    expect(oven).to_have_value("4")
    choose(dial, "f fan")
    expect(oven).to_have_value("355")
    choose(dial, "c")
    expect(oven).to_have_value("180")


def test_a_disputed_name_is_asked_once_and_the_own_cup_is_kept(page: Page, server: Server) -> None:
    on_the_bench(page, server)
    page.get_by_role("button", name="Settle or remove “½ cup brown sugar”").click()
    page.get_by_role("button", name="Dark brown sugar").click()
    page.get_by_role("button", name="Settle or remove “½ cup brown sugar”").click()
    page.get_by_role("button", name="Settle or remove “1½ cups plain flour, sifted”").click()
    cup = page.get_by_label("My cup of it weighs")
    cup.fill("132")
    cup.blur()
    expect(page.get_by_role("region", name="What goes in")).to_contain_text("198 g")
    saved(page)
    on_the_bench(page, server, name="Second Drops")
    expect(page.get_by_role("paragraph").filter(has_text="Dark brown sugar")).to_be_visible()
    expect(page.get_by_role("region", name="What goes in")).to_contain_text("198 g")


def test_lines_move_by_key_button_and_pointer(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, name="Moving Drops")
    lines = page.locator("input[data-line]")
    lines.nth(1).focus()
    page.keyboard.press("Alt+ArrowUp")
    expect(lines.first).to_have_value("1 stick soft butter")
    page.get_by_role("button", name="Settle or remove “1 stick soft butter”").click()
    page.get_by_role("button", name="Move “1 stick soft butter” down").click()
    expect(lines.nth(1)).to_have_value("1 stick soft butter")
    page.get_by_role("button", name="Settle or remove “1 stick soft butter”").click()
    handle = page.get_by_title("Drag to move").first.bounding_box()
    target = page.get_by_title("Drag to move").nth(3).bounding_box()
    assert handle
    assert target
    page.mouse.move(handle["x"] + 5, handle["y"] + 10)
    page.mouse.down()
    page.mouse.move(target["x"] + 5, target["y"] + 10, steps=12)
    page.mouse.up()
    expect(lines.first).not_to_have_value("1½ cups plain flour, sifted")
    saved(page)
    page.get_by_role("button", name="Settle or remove “pinch of salt”").click()
    choose(page.get_by_label("Where “pinch of salt” belongs"), "topping")
    expect(page.get_by_text("Topping: not counted in the dough")).to_be_visible()


def test_the_help_key_lists_the_keys(page: Page, shared: Server) -> None:
    page.goto(shared.url)
    expect(page.get_by_role("heading", name="Doughs")).to_be_visible()
    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="By keyboard")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog", name="By keyboard")).to_be_hidden()
