"""Whole jobs of shaping, cutting, baking twice, finishing and printing."""

import re

import pypdfium2
import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Server
from tests.browser.hands import choose, setting
from tests.browser.test_formulating import spec_of
from tests.browser.test_jobs import cookies, on_the_bench, saved

pytestmark = pytest.mark.browser

ROLLED = "420 g plain flour\n280 g unsalted butter, soft\n160 g caster sugar\n1 egg\n3 g fine salt"
SHORT = "220 g plain flour\n170 g cold unsalted butter\n85 g caster sugar\n2 g fine salt"
RUSKS = "250 g plain flour\n170 g granulated sugar\n2 large eggs\n1 tsp baking powder\n2 g fine salt\n150 g hazelnuts"


def choose_form(page: Page, form: str) -> None:
    choose(setting(page, "Form"), label=form)


def trays(page: Page, tab: str = "On trays") -> None:
    page.get_by_role("link", name="See the trays").click()
    page.get_by_role("tab", name=tab).click()


def test_forty_rounds_from_a_quartered_dough_with_the_scraps_extra(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, ROLLED, "Quarter Rounds")
    choose_form(page, "Cut out")
    page.get_by_role("button", name="More…").click()
    choose(setting(page, "Dough rolled"), label="in quarters")
    choose(setting(page, "Scraps"), label="once more")
    page.get_by_role("button", name="What if…").click()
    sheet = page.get_by_role("dialog", name="What if")
    sheet.get_by_label("I want this many cookies", exact=True).fill("40")
    sheet.get_by_role("button", name="Size for that many").click()
    expect(sheet).to_be_hidden()
    expect(page.get_by_text(re.compile(r"^4[0-9] cookies$"))).to_be_visible()
    made = cookies(page)
    saved(page)
    trays(page, "Cutting and printing")
    first = page.get_by_text(re.compile(r"First roll: .* g of dough at 5 mm rolls to \d+ × \d+ mm"))
    expect(first).to_have_count(4)
    scraps = page.get_by_text(re.compile(r"Scraps, rolled again: "))
    expect(scraps.first).to_be_visible()
    cut = [int(re.search(r"(\d+) cut", text)[1]) for text in first.all_inner_texts() + scraps.all_inner_texts()]  # type: ignore[index]
    assert sum(cut) == made >= 40
    with page.expect_download() as started:
        page.get_by_role("button", name="Sheet 1 as PDF at 1:1").click()
    pages = pypdfium2.PdfDocument(started.value.path())
    assert pages[0].get_size()[0] == pytest.approx(595.3, abs=0.5) or pages[0].get_size()[1] == pytest.approx(
        595.3, abs=0.5
    )


def test_a_pressed_pan_cut_in_fingers(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, SHORT, "Pan Fingers")
    choose_form(page, "Pressed pan")
    page.get_by_label("Cut across in", exact=True).fill("3")
    page.get_by_label("and along in", exact=True).fill("8")
    expect(page.get_by_text("24 cookies", exact=True)).to_be_visible()
    expect(
        page.get_by_text(re.compile(r"Pressed \d+ mm thick, pricked all over, cut hot in 24 pieces of 67 × 25 mm"))
    ).to_be_visible()
    page.get_by_label("Pan across", exact=True).fill("60")
    # Said where it is set, and where what comes out would stand.
    for place in (page.get_by_role("dialog", name="Form settings"), page.get_by_role("region", name="What comes out")):
        expect(place.get_by_text(re.compile("Take a larger pan"))).to_be_visible()
    page.get_by_label("Pan across", exact=True).fill("200")
    expect(page.get_by_text(re.compile("Take a larger pan"))).to_have_count(0)
    saved(page)
    assert spec_of(page)["form"]["along"] == 8
    trays(page, "Cutting and printing")
    expect(page.get_by_text("Cut in 24 straight from the oven, while it is hot and soft.")).to_be_visible()
    page.get_by_role("tab", name="Yield").click()
    expect(page.get_by_text("Cookies: 24")).to_be_visible()


def test_a_twice_baked_batch(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, RUSKS, "Rusk Job")
    choose_form(page, "Twice-baked")
    expect(page.get_by_text(re.compile(r"2 logs of 260 mm, \d+ even slices each and two ends"))).to_be_visible()
    slanted = cookies(page)
    page.get_by_role("button", name="More…").click()
    page.get_by_label("Cut at", exact=True).fill("0")
    expect(page.get_by_text(f"{slanted} cookies")).to_have_count(0)
    assert cookies(page) > slanted
    expect(page.get_by_text(re.compile(r"at 150 °C, turn after"))).to_be_visible()
    page.get_by_label("Dried at", exact=True).fill("130")
    expect(page.get_by_text(re.compile(r"at 130 °C, turn after"))).to_be_visible()
    saved(page)
    trays(page)
    expect(page.get_by_role("region", name=re.compile("First bake: 1 load: 2"))).to_be_visible()
    second = page.get_by_role("region", name=re.compile("Second bake"))
    expect(second.get_by_text(re.compile("Turn the slices after"))).to_be_visible()
    page.get_by_role("tab", name="Cutting and printing").click()
    expect(page.get_by_text(re.compile("Slice after 10 to 25 minutes"))).to_be_visible()


def test_a_cutter_of_ones_own_and_a_drawing_that_is_none(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, ROLLED, "Own Cutter")
    choose_form(page, "Cut out")
    choose(setting(page, "Cutter"), label="my own…")
    picker = page.get_by_label("Choose an SVG")
    picker.set_input_files(
        files=[{"name": "a.svg", "mimeType": "image/svg+xml", "buffer": b"<svg xmlns='http://www.w3.org/2000/svg'/>"}]
    )
    expect(page.get_by_role("alert").filter(has_text="No closed outline was found")).to_be_visible()
    drawing = b"<svg xmlns='http://www.w3.org/2000/svg'><path d='M0 0H60V20H20V60H0Z'/></svg>"
    picker.set_input_files(files=[{"name": "l.svg", "mimeType": "image/svg+xml", "buffer": drawing}])
    expect(page.get_by_label("Another drawing")).to_be_attached()
    expect(page.get_by_text(re.compile("as densely as rounds"))).to_be_visible()
    saved(page)
    assert len(spec_of(page)["form"]["own"]) == 6
    page.reload()
    expect(setting(page, "Cutter")).to_be_visible()
    expect(page.get_by_label("Another drawing")).to_be_attached()


def test_a_cookie_moved_too_close_is_said_to_touch(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, ROLLED, "Moved Drops")
    saved(page)
    trays(page)
    page.get_by_role("button", name="Piece 1: move with the arrow keys").focus()
    touching = page.get_by_text(re.compile(r"Numbers 1 and 2 may join"))
    for _ in range(30):
        if touching.count():
            break
        page.get_by_role("button", name=re.compile("^Piece 1\\b")).press("ArrowRight")
        page.wait_for_timeout(200)
    expect(touching).to_be_visible()
    saved(page)
    page.reload()
    expect(touching).to_be_visible()
    page.get_by_role("button", name="Put them back").click()
    expect(touching).to_have_count(0)
    # The same with a finger.
    box = page.get_by_role("button", name="Piece 1: move with the arrow keys").bounding_box()
    other = page.get_by_role("button", name="Piece 2: move with the arrow keys").bounding_box()
    assert box
    assert other
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(other["x"] + 10, other["y"] + other["height"] / 2, steps=5)
    page.mouse.up()
    expect(touching).to_be_visible()


def test_four_in_a_row_and_two_racks(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, ROLLED, "Row Drops")
    setting(page, "Portion").fill("12")
    saved(page)
    trays(page)
    choose(page.get_by_label("In a row"), label="at most 3")
    expect(page.get_by_role("region", name=re.compile(r"\d+ loads"))).to_be_visible()
    page.get_by_label("Two racks at once, swapped at half time").check()
    expect(page.get_by_text(re.compile("upper and lower third: swap and turn them at half time"))).to_be_visible()
    saved(page)


def test_two_sizes_of_cut_out_with_one_glaze(page: Page, shared: Server) -> None:
    on_the_bench(page, shared, ROLLED, "Two Sizes")
    choose_form(page, "Cut out")
    page.get_by_role("button", name="More…").click()
    choose(setting(page, "Second cutter"), label="smaller")
    expect(page.get_by_text(re.compile(r"^\d+ \+ \d+ small$"))).to_be_visible()
    saved(page)
    trays(page)
    expect(page.get_by_role("region", name=re.compile("^Large:"))).to_be_visible()
    expect(page.get_by_role("region", name=re.compile("^Small:"))).to_be_visible()
    page.get_by_role("tab", name="Finishes").click()
    expect(page.get_by_role("heading", name="Baked plain")).to_be_visible()
    page.get_by_role("button", name="Add royal icing").click()
    icing = page.get_by_role("region", name="Royal icing")
    expect(icing.get_by_text("icing sugar")).to_be_visible()
    before = icing.locator("strong").first.inner_text()
    icing.get_by_label("Covers", exact=True).fill("50")
    expect(icing.locator("strong").first).not_to_have_text(before)
    expect(icing.get_by_text(re.compile("When fully cold"))).to_be_visible()
    icing.get_by_label("On each", exact=True).fill("7")
    expect(icing.get_by_text(re.compile(r"7\.0 g on each"))).to_be_visible()
    icing.get_by_role("button", name="Work it out again").click()
    expect(icing.get_by_text(re.compile(r"7\.0 g on each"))).to_have_count(0)
    saved(page)
    page.get_by_role("tab", name="Why so").click()
    expect(page.get_by_text(re.compile("Beside a plain butter cut-out"))).to_be_visible()
