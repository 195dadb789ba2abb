"""A family card becomes a ready bench; contradictions are shown and settled; files come back through the interface."""

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Server
from tests.browser.hands import choose, expect_chosen, setting, take
from tests.browser.test_formulating import spec_of
from tests.browser.test_jobs import on_the_bench, saved

pytestmark = pytest.mark.browser

CARD = """TIDE MARK GINGER ROUNDS
makes about 3 dozen

Dough
2 1/4 cups flour, sifted
1 1/2 tsp baking soda
3/4 cup butter, softened
1 cup packed brown sugar
1 egg
2 tsp ground ginger

To roll:
1/3 cup granulated sugar

Method
Cream the butter and sugar. Beat in the egg. Stir in the dry things.
Chill 1 hour.
Roll into 1 1/4 inch balls, roll in sugar, set 2 inches apart on greased sheets.
Bake at 350F for 8 to 10 minutes until cracked. Cool 2 minutes on the sheet.
"""


def pasted(page: Page, server: Server, card: str) -> None:
    page.goto(f"{server.url}/new")
    page.get_by_label("The whole card").fill(card)
    expect(page.get_by_role("status").get_by_text(re.compile(r"^\d+ lines?"))).to_be_visible()


def test_a_family_card_becomes_a_ready_bench_in_one_tap(page: Page, shared: Server) -> None:
    pasted(page, shared, CARD)
    says = page.get_by_role("region", name="What the card says")
    expect(says).to_contain_text("8 to 10 min")
    expect(says).to_contain_text("177 °C")
    expect(page.get_by_role("region", name="The card as understood").locator("mark").first).to_be_visible()
    page.get_by_role("button", name="Put it on the bench").click()
    expect(page.get_by_role("region", name="What comes out")).to_contain_text("36 cookies")
    expect(page.get_by_label("Name of the dough")).to_have_value("Tide Mark Ginger Rounds")
    expect_chosen(setting(page, "Form"), "ball")
    expect(setting(page, "Oven heat")).to_have_value("175")
    expect(setting(page, "Chill before baking")).to_have_value("1")
    page.get_by_role("button", name="Method", exact=True).click()
    expect(page.get_by_text("Beat in the egg.").first).to_be_attached()
    saved(page)
    spec = spec_of(page)
    assert spec["card"]["text"] == CARD
    assert {claim["kind"] for claim in spec["card"]["claims"]} >= {
        "yield_pieces",
        "oven_c",
        "bake_min",
        "chill_min",
        "spacing_mm",
    }


def test_a_contradiction_is_shown_with_numbers_and_settled_with_one_tap(page: Page, shared: Server) -> None:
    pasted(page, shared, CARD.replace("1 1/4 inch", "2 1/2 inch"))
    conflict = page.get_by_text(re.compile(r"36 of these would be \d+ g each; a ball of 64 mm weighs \d+ g"))
    expect(conflict).to_be_visible()
    page.get_by_role("button", name="Leave Balls out").click()
    expect(conflict).to_be_hidden()
    page.get_by_role("button", name="Put it on the bench").click()
    expect(page.get_by_role("region", name="What comes out")).to_contain_text("36 cookies")


def test_what_is_settled_on_a_line_outlives_reading_again_and_a_reload(page: Page, server: Server) -> None:
    pasted(page, server, "Night Snaps\n\n200 g flour\n100 g butter\n2 tbsp treacle\n")
    page.get_by_role("button", name="Golden syrup").click()
    read = page.get_by_role("region", name="Read as")
    expect(read.get_by_role("listitem").filter(has_text="Golden syrup2 tbsp")).to_be_visible()
    box = page.get_by_label("The whole card")
    box.fill("Night Snaps\n\n220 g flour\n100 g butter\n2 tbsp treacle\n")
    expect(page.get_by_text("220 g").first).to_be_visible()
    page.reload()
    expect(read.get_by_role("listitem").filter(has_text="Golden syrup2 tbsp")).to_be_visible()
    page.get_by_role("button", name="Put it on the bench").click()
    expect(page.get_by_role("region", name="What goes in")).to_contain_text("Golden syrup")


def test_a_line_of_two_ingredients_is_asked_and_made_two_with_one_tap(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, name="Pair Drops")
    saved(page)
    lines = page.get_by_role("region", name="What goes in")
    before = lines.get_by_role("listitem").count()
    page.get_by_role("button", name="Add a line").click()
    page.keyboard.type("1 pinch salt, 125 g cold butter")
    lines.get_by_role("button", name="Make 2 lines").click()
    expect(lines.get_by_role("listitem")).to_have_count(before + 2)
    expect(lines.get_by_role("button", name="Make 2 lines")).to_be_hidden()


def test_what_is_typed_at_once_after_adding_a_line_goes_into_that_line(page: Page, shared: Server) -> None:
    """However slow the tablet draws: the line has the keys in the moment it is asked for, not a frame later."""
    on_the_bench(page, shared, name="Quick Drops")
    focused = page.get_by_role("button", name="Add a line").evaluate(
        "async (button) => { button.click(); await Promise.resolve(); return document.activeElement.ariaLabel; }"
    )
    assert focused == "Line: empty"


@pytest.mark.parametrize("format", ["Markdown", "Table (CSV)"])
def test_a_dough_goes_out_as_a_file_and_comes_back(page: Page, shared: Server, tmp_path: Path, format: str) -> None:
    pasted(page, shared, CARD)
    page.get_by_role("button", name="Put it on the bench").click()
    expect(page.get_by_role("region", name="What comes out")).to_contain_text("36 cookies")
    saved(page)
    before = spec_of(page)
    take(page, "files")
    with page.expect_download() as download:
        page.get_by_role("link", name=format).click()
    file = tmp_path / download.value.suggested_filename
    download.value.save_as(file)
    page.goto(f"{shared.url}/new")
    page.locator("input[type=file]").set_input_files(file)
    expect(page.get_by_label("The whole card")).not_to_be_empty()
    page.get_by_role("button", name="Put it on the bench").click()
    expect(page.get_by_role("region", name="What comes out")).to_contain_text("36 cookies")
    saved(page)
    assert spec_of(page) == before


def test_what_is_no_card_gets_a_sentence_and_keeps_what_was_typed(page: Page, shared: Server) -> None:
    page.goto(f"{shared.url}/new")
    box = page.get_by_label("The whole card")
    box.fill("Remember to ring the plumber")
    expect(page.get_by_text(re.compile("No ingredient was found"))).to_be_visible()
    expect(box).to_have_value("Remember to ring the plumber")


def test_of_two_cards_in_one_paste_the_second_waits(page: Page, shared: Server) -> None:
    pasted(
        page,
        shared,
        f"{CARD}\n\nSecond Snaps\n\n100 g flour\n50 g butter\n50 g sugar\n\nRoll into balls. Bake at 170 C for 9 minutes.\n",
    )
    expect(page.get_by_text("2 cards in one paste.")).to_be_visible()
    page.get_by_role("button", name="Put it on the bench").click()
    expect(page.get_by_label("Name of the dough")).to_have_value("Tide Mark Ginger Rounds")
    page.goto(f"{shared.url}/new")
    expect(page.get_by_label("The whole card")).to_have_value(re.compile("^\\s*Second Snaps"))
    page.get_by_role("button", name="Put it on the bench").click()
    expect(page.get_by_label("Name of the dough")).to_have_value("Second Snaps")


def test_a_main_line_without_grams_is_asked_and_taken_with_one_tap(page: Page, shared: Server) -> None:
    pasted(page, shared, "Gap Drops\n\n250 g flour\nbutter\n150 g sugar\n1 egg\n")
    page.get_by_role("button", name="Put it on the bench").click()
    expect(page.get_by_text("“butter” has no grams yet")).to_be_visible()
    page.get_by_role("button", name=re.compile(r"^Take \d+ g$")).click()
    expect(page.get_by_role("region", name="What comes out")).to_contain_text(re.compile(r"\d+ cookies"))


def test_own_minutes_and_the_family_are_the_bakers_to_say(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, name="Own Drops")
    saved(page)
    choose(setting(page, "Family of the dough"), label="cakey drop cookie")
    expect(page.get_by_text("cakey drop cookie").first).to_be_visible()
    page.get_by_role("button", name="Method", exact=True).click()
    page.get_by_role("switch", name="Bake by my own minutes").check()
    page.get_by_label("From", exact=True).fill("9")
    page.get_by_label("To", exact=True).fill("11")
    page.get_by_label("Till", exact=True).fill("the rim is brown")
    outcome = page.get_by_role("region", name="What comes out")
    expect(outcome).to_contain_text("9 to 11 min")
    expect(outcome).to_contain_text("Look for: the rim is brown")
    saved(page)
    page.reload()
    expect(outcome).to_contain_text("9 to 11 min")
    assert spec_of(page)["style_id"] == "drop_cakey"


def test_a_claim_is_changed_in_place_and_sets_the_dough(page: Page, shared: Server) -> None:
    pasted(page, shared, CARD)
    says = page.get_by_role("region", name="What the card says")
    says.get_by_role("button", name="Change Oven").click()
    says.get_by_label("At", exact=True).fill("160")
    says.get_by_role("button", name="Take this").click()
    expect(says).to_contain_text("160 °C")
    page.reload()
    expect(says).to_contain_text("160 °C")
    page.get_by_role("button", name="Put it on the bench").click()
    expect(setting(page, "Oven heat")).to_have_value("160")
    saved(page)
    assert spec_of(page)["layout"]["apart_mm"] == 51
    assert spec_of(page)["tray_rest_min"] == 2


def test_a_vessel_and_an_unknown_ingredient_are_asked_once_and_kept(page: Page, server: Server) -> None:
    card = "Well Drops\n\n1 grandma's cup milk\n200 g flour\n100 g butter\n3 tbsp kinako\n"
    pasted(page, server, card)
    page.get_by_label("A full “grandma's cup” holds", exact=True).fill("100")
    page.get_by_role("button", name="Keep for this kitchen").click()
    read = page.get_by_role("region", name="Read as")
    expect(read.get_by_role("listitem").filter(has_text="grandma's cup")).to_contain_text("103 g")
    choose(page.get_by_label("What “3 tbsp kinako” is most like"), label="All-purpose wheat flour")
    expect(page.get_by_role("region", name=re.compile("to settle"))).to_be_hidden()
    page.get_by_role("button", name="Put it on the bench").click()
    lines = page.get_by_role("region", name="What goes in")
    expect(lines).to_contain_text("Kinako")
    saved(page)
    # Another card with the same words asks nothing.
    pasted(page, server, card.replace("Well", "Second"))
    expect(read.get_by_role("listitem").filter(has_text="Kinako")).to_contain_text("23 g")
    expect(page.get_by_role("region", name=re.compile("to settle"))).to_be_hidden()


def test_a_dough_without_a_card_is_given_claims_by_hand(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, name="Nameless Drops")
    saved(page)
    take(page, "card")
    choose(page.get_by_label("Say something of this dough yourself"), label="Rest")
    page.get_by_label("From", exact=True).fill("30")
    page.get_by_label("To", exact=True).fill("45")
    page.get_by_role("button", name="Take this").click()
    expect(page.get_by_role("dialog")).to_contain_text("30 to 45 min")
    page.keyboard.press("Escape")
    saved(page)
    claims = {claim["kind"]: claim for claim in spec_of(page)["card"]["claims"]}
    assert (claims["stand_min"]["low"], claims["stand_min"]["high"], claims["stand_min"]["by_hand"]) == (30, 45, True)


def test_the_printed_card_says_all_one_needs_to_bake(page: Page, shared: Server) -> None:
    pasted(page, shared, CARD)
    page.get_by_role("button", name="Put it on the bench").click()
    expect(page.get_by_role("region", name="What comes out")).to_contain_text("36 cookies")
    saved(page)
    page.goto(page.url.replace("/bench/", "/card/"))
    card = page.get_by_role("article")
    for said in ("Shape", "36 of", "51 mm apart", "Bake", "min on the tray", "Keeps", "Makes"):
        expect(card).to_contain_text(said)
    expect(card.get_by_role("listitem").filter(has_text="Cream the butter and sugar.")).to_contain_text("Brown sugar")


def test_a_file_dropped_on_the_card_is_opened(page: Page, shared: Server) -> None:
    page.goto(f"{shared.url}/new")
    dropped = page.evaluate_handle(
        "(text) => { const data = new DataTransfer(); data.items.add(new File([text], 'card.txt')); return data; }",
        CARD,
    )
    page.get_by_label("The whole card").dispatch_event("drop", {"dataTransfer": dropped})
    expect(page.get_by_label("The whole card")).to_have_value(CARD)
    expect(page.get_by_role("region", name="What the card says")).to_contain_text("8 to 10 min")
