"""What goes with the baker through all places: undo, find, first questions, the kitchen, dates, and files dropped."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Server
from tests.browser.hands import choose, expect_moment, more, set_moment
from tests.kit import cut_dough, drop_dough

pytestmark = pytest.mark.browser


@pytest.fixture
def shelved(page: Page, server: Server) -> dict[str, str]:
    """Two doughs by name."""
    ids = {}
    for spec in (drop_dough(name="Slip Drops"), cut_dough(name="Weather Rounds", tags=("picnic",))):
        ids[spec.name] = page.request.post(f"{server.url}/api/doughs", data=spec.model_dump(mode="json")).json()["id"]
    return ids


def test_the_first_start_asks_and_can_be_passed_by(page: Page, server: Server) -> None:
    page.goto(server.url)
    questions = page.get_by_role("region", name="Five questions about your kitchen")
    questions.get_by_text("oz and in").click()
    questions.get_by_role("textbox", name="4. Trays that bake well").fill("1")
    questions.get_by_role("button", name="That is my kitchen").click()
    expect(page.get_by_role("heading", name="Begin with a card you bake from")).to_be_visible()
    for _ in range(200):
        kitchen = page.request.get(f"{server.url}/api/kitchen").json()["kitchen"]
        if kitchen["introduced"]:
            break
        page.wait_for_timeout(100)
    assert (kitchen["units"], kitchen["rack_positions"], kitchen["introduced"]) == ("us", 1, True)
    page.reload()
    page.get_by_role("button", name="Thumbprint").click()
    expect(page.get_by_role("region", name="What comes out")).to_be_visible()


def on_the_shelf(page: Page, server: Server, count: int) -> None:
    """Wait until the server has so many doughs on the shelf."""
    for _ in range(200):
        if page.request.get(f"{server.url}/api/doughs").json()["total"] == count:
            return
        page.wait_for_timeout(100)
    raise AssertionError("the shelf did not come to that")


def test_what_is_put_aside_comes_back_from_wherever_one_is(page: Page, server: Server, shelved: dict[str, str]) -> None:
    page.goto(server.url)
    more(page, "Slip Drops", "Put aside")
    page.get_by_role("link", name="Kitchen").click()
    page.get_by_role("button", name="Put it back").click()
    on_the_shelf(page, server, 2)
    page.goto(server.url)
    expect(page.get_by_role("link", name="Slip Drops")).to_be_visible()
    more(page, "Slip Drops", "Put aside")
    page.get_by_role("link", name="Put aside (1)").click()
    page.get_by_role("button", name="Throw away for good: Slip Drops").click()
    ask = page.get_by_role("alertdialog")
    expect(ask.get_by_role("button", name="No, keep it")).to_be_focused()
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Put back: Slip Drops").click()
    expect(page.get_by_text("No dough is put aside.")).to_be_visible()
    on_the_shelf(page, server, 2)
    page.goto(server.url)
    more(page, "Slip Drops", "Put aside")
    page.get_by_role("link", name="Put aside (1)").click()
    page.get_by_role("button", name="Throw away for good: Slip Drops").click()
    ask.get_by_role("button", name="Throw away for good").click()
    expect(page.get_by_text("No dough is put aside.")).to_be_visible()
    page.wait_for_timeout(1000)
    assert page.request.get(f"{server.url}/api/doughs/{shelved['Slip Drops']}").status == 404


def test_a_tray_a_bowl_and_a_line_come_back(page: Page, server: Server, shelved: dict[str, str]) -> None:
    page.goto(f"{server.url}/kitchen?part=trays")
    names = page.get_by_role("textbox", name="Name")
    expect(names).to_have_count(2)
    page.get_by_role("button", name="Remove Baking sheet").click()
    expect(names).to_have_count(1)
    page.get_by_role("link", name="Day").click()
    with page.expect_response("**/api/kitchen"):
        page.get_by_role("button", name="Put it back").click()
    page.goto(f"{server.url}/kitchen?part=trays")
    expect(names).to_have_count(2)

    page.goto(f"{server.url}/weigh/{shelved['Slip Drops']}")
    page.get_by_label("Or type the grams").fill("150")
    page.keyboard.press("Enter")
    expect(page.get_by_role("region", name="1 of ")).to_be_visible()
    page.get_by_role("button", name="Start over").click()
    expect(page.get_by_role("region", name="0 of ")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("region", name="1 of ")).to_be_visible()

    page.goto(f"{server.url}/bench/{shelved['Slip Drops']}")
    lines = page.get_by_role("textbox", name=re.compile("^Line: "))
    expect(lines.first).to_be_visible()
    count, text = lines.count(), lines.first.input_value()
    page.get_by_role("button", name=re.compile("^Settle or remove ")).first.click()
    page.get_by_role("button", name="Remove", exact=True).click()
    expect(lines).to_have_count(count - 1)
    page.get_by_role("link", name="Kitchen").click()
    page.get_by_role("button", name="Put it back").click()
    page.get_by_role("link", name="Bench").click()
    expect(lines).to_have_count(count)
    expect(lines.first).to_have_value(text)


def test_anything_is_found_under_one_key(page: Page, server: Server, shelved: dict[str, str]) -> None:
    page.goto(f"{server.url}/kitchen")
    expect(page.get_by_role("heading", name="Kitchen")).to_be_visible()
    page.keyboard.press("ControlOrMeta+k")
    page.keyboard.type("weather")
    finder = page.get_by_role("dialog", name="Find")
    expect(finder.get_by_role("option", name=re.compile("^Weather Rounds"))).to_have_attribute("aria-selected", "true")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Name of the dough")).to_have_value("Weather Rounds")
    page.get_by_role("button", name="Find").click()
    page.keyboard.type("keys")
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog", name="By keyboard")).to_be_visible()
    page.keyboard.press("Escape")
    page.keyboard.press("ControlOrMeta+k")
    page.keyboard.type("zzz")
    expect(finder.get_by_text("Nothing is called so")).to_be_visible()


def test_the_shelf_is_searched_ordered_and_tagged(page: Page, server: Server, shelved: dict[str, str]) -> None:
    page.goto(server.url)
    more(page, "Slip Drops", "Tags…")
    page.get_by_label("A word to find it by").fill("for the ferry")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="picnic", exact=True).click()
    expect(page.get_by_role("button", name="Remove the tag picnic")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_text("for the ferry · picnic")).to_be_visible()
    for n in range(6):
        spec = drop_dough(name=f"Spare {n}").model_dump(mode="json")
        page.request.post(f"{server.url}/api/doughs", data=spec)
    page.reload()
    choose(page.get_by_label("Tag", exact=True), "for the ferry")
    expect(page.get_by_text("1 dough found")).to_be_visible()
    page.reload()  # what was chosen stands in the address
    expect(page.get_by_text("1 dough found")).to_be_visible()
    choose(page.get_by_label("Tag", exact=True), "")
    choose(page.get_by_label("Order", exact=True), "name")
    expect(page.get_by_role("heading", level=2).first).to_have_text("Slip Drops")
    choose(page.get_by_label("Form", exact=True), "cutout")
    expect(page.get_by_role("heading", level=2)).to_have_text(["Weather Rounds"])
    page.get_by_label(re.compile("^Find: ")).press_sequentially("no egg", delay=30)
    expect(page.get_by_label(re.compile("^Find: "))).to_have_value("no egg")
    expect(page.get_by_text("read the packets")).to_be_visible()
    expect(page.get_by_text("0 doughs found")).to_be_visible()
    page.get_by_role("button", name="Show all").click()
    expect(page.get_by_text("8 doughs")).to_be_visible()


def test_a_file_dropped_anywhere_is_opened_as_a_card(page: Page, server: Server, shelved: dict[str, str]) -> None:
    page.goto(f"{server.url}/kitchen")
    expect(page.get_by_role("heading", name="Kitchen")).to_be_visible()
    page.evaluate(
        """() => {
        const given = new DataTransfer();
        given.items.add(new File(['Dropped Rounds\\n\\n200 g plain flour\\n100 g butter\\n80 g sugar\\n'], 'card.txt'));
        for (const kind of ['dragover', 'drop'])
            document.body.dispatchEvent(new DragEvent(kind, {dataTransfer: given, bubbles: true, cancelable: true}));
    }"""
    )
    expect(page.get_by_label("The whole card")).to_have_value(re.compile("^Dropped Rounds"))
    expect(page.get_by_role("region", name="Read as")).to_contain_text("200 g")


def test_the_days_choices_outlive_a_reload_and_follow_the_kitchens_clock(
    page: Page, server: Server, shelved: dict[str, str]
) -> None:
    page.goto(f"{server.url}/day?dough={shelved['Slip Drops']}")
    set_moment(page, "All ready by", "2031-06-05T16:45")
    page.get_by_text("a helper too").click()
    page.get_by_label("Hands rest at night").click()
    page.wait_for_timeout(500)
    page.reload()
    expect_moment(page, "All ready by", "2031-06-05T16:45")
    expect(page.get_by_label("Hands rest at night")).to_be_checked()
    expect(page.get_by_role("radio", name="a helper too")).to_be_checked()
    day = page.url
    page.goto(f"{server.url}/kitchen?part=look")
    page.get_by_role("radio", name="6:30 PM").click()
    choose(page.get_by_label("Dates"), "mdy")
    expect(page.get_by_text("✓ Saved")).to_be_visible()
    page.goto(day)
    field = page.get_by_role("group", name="All ready by").first
    expect(field.get_by_role("spinbutton")).to_have_text(["06", "05", "2031", "04", "45", "PM"])


def test_the_kitchen_is_set_on_its_drawing(page: Page, server: Server) -> None:
    page.goto(f"{server.url}/kitchen")
    page.get_by_role("button", name="Fridge 4 doughs, no tray").press("Enter")
    page.get_by_role("textbox", name="Raw trays it holds").fill("2")
    expect(page.get_by_role("button", name="Fridge 4 doughs, 2 trays")).to_be_visible()
    expect(page.get_by_text("✓ Saved")).to_be_visible()
    page.reload()  # the part that was opened stands in the address
    expect(page.get_by_role("textbox", name="Raw trays it holds")).to_have_value("2")


def test_finishes_are_seen_on_the_cookie(page: Page, server: Server, shelved: dict[str, str]) -> None:
    page.goto(f"{server.url}/trays/{shelved['Slip Drops']}?tab=finishes")
    expect(page.get_by_role("img", name="One cookie from above, to scale, baked plain")).to_be_visible()
    page.get_by_role("button", name="Add egg wash").click()
    page.get_by_role("button", name="Add chocolate dip").click()
    expect(page.get_by_role("img", name="with egg wash, chocolate dip")).to_be_visible()
    page.get_by_role("button", name="Remove Chocolate dip").click()
    expect(page.get_by_role("img", name=re.compile("with egg wash$"))).to_be_visible()
    page.get_by_role("button", name="Put it back").click()
    expect(page.get_by_role("img", name="with egg wash, chocolate dip")).to_be_visible()


def test_the_rest_of_the_dough_is_shared_out(page: Page, server: Server, shelved: dict[str, str]) -> None:
    page.goto(f"{server.url}/bench/{shelved['Slip Drops']}")
    outcome = page.get_by_role("region", name="What comes out")
    expect(outcome.get_by_text(re.compile("g dough over"))).to_be_visible()
    page.get_by_role("button", name="Share it out").click()
    expect(outcome.get_by_text(re.compile("nothing over"))).to_be_visible()
    expect(page.get_by_role("button", name="Share it out")).to_be_hidden()


def test_a_pan_and_a_log_are_sized_on_their_drawing(page: Page, server: Server, shelved: dict[str, str]) -> None:
    page.goto(f"{server.url}/bench/{shelved['Weather Rounds']}")
    for form, label, by in (("rusk", "Slice, on the drawing", 2), ("pan", "Pan across, on the drawing", 10)):
        page.get_by_role("button", name=re.compile("^Form: ")).click()
        choose(page.get_by_label("Form", exact=True), form)
        page.keyboard.press("Escape")
        knob = page.get_by_role("slider", name=label)
        before = float(knob.get_attribute("aria-valuenow") or 0)
        knob.focus()
        for _ in range(by):
            page.keyboard.press("ArrowRight")
        expect(knob).to_have_attribute("aria-valuenow", re.compile(rf"^{before + by:g}$"))


def test_a_plan_put_aside_is_offered_where_it_was(page: Page, demo: Server) -> None:
    plans = page.request.get(f"{demo.url}/api/plans").json()["plans"]
    plan = next(one for one in plans if "Tide" not in one["title"])
    page.goto(f"{demo.url}/day/{plan['id']}")
    page.get_by_role("button", name="Put aside", exact=True).click()
    expect(page.get_by_role("heading", name="The bake day")).to_be_visible()
    page.wait_for_timeout(600)
    page.goto(f"{demo.url}/day/{plan['id']}")
    expect(page.get_by_role("heading", name="Put aside")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Put “Deck Drops” back")).click()
    expect(page.get_by_role("region", name="The board")).to_be_visible()
