"""Whole jobs of the notebook: a bake written down in under a minute, two compared, a wrong claim contradicted, and what came of each."""

import re
import time

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Server
from tests.kit import drop_dough
from tests.photographs import photograph

pytestmark = pytest.mark.browser


def on_shelf(page: Page, server: Server, **changes) -> str:
    spec = drop_dough(name="Notebook Drops", **changes).model_dump(mode="json")
    return page.request.post(f"{server.url}/api/doughs", data=spec).json()["id"]


def written(page: Page, server: Server, dough: str, day: int, **measured) -> None:
    body = {"dough_id": dough, "baked_at": f"2026-06-{day:02}T15:00:00Z", "measured": measured}
    assert page.request.post(f"{server.url}/api/bakes", data=body).ok


def test_a_bake_is_written_down_in_under_a_minute_and_the_bench_knows_it(page: Page, server: Server) -> None:
    dough = on_shelf(page, server)
    page.goto(f"{server.url}/bench/{dough}")
    came = page.get_by_role("region", name="What comes out")
    expect(came.get_by_text("from the dough alone")).to_be_visible()
    page.get_by_role("button", name="How sure?").click()
    expect(page.get_by_role("button", name="What moved it")).to_be_visible()
    page.get_by_role("link", name="Write down a bake of it").click()
    sheet = page.get_by_role("dialog", name="Write down a bake")
    expect(sheet.get_by_role("radio", name="golden")).to_be_visible()
    began = time.monotonic()
    sheet.get_by_label("How many", exact=True).fill("22")
    sheet.get_by_label("Cookie 1", exact=True).fill("104")
    sheet.get_by_label("Cookie 2: more").click()
    sheet.get_by_label("Cookie 2: more").click()
    sheet.get_by_label("Cookie 3", exact=True).fill("103")
    sheet.get_by_label("In the oven", exact=True).fill("14.5")
    sheet.get_by_role("radio", name="just right").click()
    sheet.get_by_role("radio", name="golden").click()
    sheet.get_by_role("button", name="chewy").click()
    sheet.get_by_role("radio", name="very good").click()
    sheet.get_by_label("One line of note").fill("with the new rye")
    sheet.get_by_role("button", name="Keep this bake").click()
    assert time.monotonic() - began < 60
    expect(page.get_by_text("Written down. The next prediction knows it.").first).to_be_visible()
    row = page.get_by_role("region", name="Bakes").get_by_role("listitem").first
    expect(row.get_by_text("104 mm")).to_be_visible()
    expect(row.get_by_text("14½ min")).to_be_visible()
    expect(row.get_by_text("chewy · with the new rye")).to_be_visible()
    page.get_by_role("navigation", name="Places").get_by_role("link", name="Bench").click()
    expect(came.get_by_text("from 1 bake of it")).to_be_visible()
    page.goto(server.url)
    expect(page.get_by_text(re.compile(r"^Baked .*, very good$"))).to_be_visible()


def test_what_is_typed_of_a_bake_outlives_a_reload_and_a_slip_is_asked(page: Page, server: Server) -> None:
    dough = on_shelf(page, server)
    page.goto(f"{server.url}/notebook/{dough}?sheet=record")
    sheet = page.get_by_role("dialog", name="Write down a bake")
    sheet.get_by_label("Cookie 1", exact=True).fill("9.9")
    expect(sheet.get_by_text("9.9 mm wide is far from the")).to_be_visible()
    sheet.get_by_label("In the oven", exact=True).fill("0")
    expect(sheet.get_by_text("From 0.5 to 240 min.")).to_be_visible()
    sheet.get_by_label("In the oven", exact=True).fill("12")
    page.reload()
    expect(sheet.get_by_label("Cookie 1", exact=True)).to_have_value("9.9")
    expect(sheet.get_by_label("In the oven", exact=True)).to_have_value("12")
    sheet.get_by_role("button", name=re.compile("99 mm was meant")).click()
    expect(sheet.get_by_label("Cookie 1", exact=True)).to_have_value("99")
    expect(sheet.get_by_text("far from the")).to_be_hidden()


def test_two_bakes_are_compared_and_one_is_put_aside_and_back(page: Page, server: Server) -> None:
    dough = on_shelf(page, server)
    written(page, server, dough, 1, widths_mm=[96, 97], oven_min=13, verdict="right")
    saved = page.request.get(f"{server.url}/api/doughs/{dough}").json()
    colder = {**saved["spec"], "oven": {"value": 165, "scale": "c", "fan": False}}
    page.request.put(f"{server.url}/api/doughs/{dough}", data={"revision": saved["revision"], "spec": colder})
    written(page, server, dough, 5, widths_mm=[101, 100], oven_min=15.5, verdict="right")
    page.goto(f"{server.url}/notebook/{dough}")
    expect(page.get_by_text("Oven 165 °C instead of 180 °C").first).to_be_visible()
    page.get_by_role("button", name="Compare").click()
    told = page.get_by_role("dialog", name="Why did they differ?")
    expect(told.get_by_role("row", name=re.compile("Oven 165 °C instead of 180 °C"))).to_be_visible()
    expect(told.get_by_role("row", name=re.compile("^Seen 4 mm wider 2½ min longer"))).to_be_visible()
    expect(told.get_by_role("button", name="And another bake")).to_have_count(0)  # there are but two
    page.keyboard.press("Escape")
    page.get_by_role("button", name="More: bake 2").click()
    page.get_by_role("menuitem", name="Put aside").click()
    expect(page.get_by_role("heading", name="Notebook Drops: 1 bake")).to_be_visible()
    page.get_by_role("button", name="Put it back").click()
    expect(page.get_by_role("heading", name="Notebook Drops: 2 bakes")).to_be_visible()


def test_a_bake_is_changed_and_left_out(page: Page, server: Server) -> None:
    dough = on_shelf(page, server)
    written(page, server, dough, 1, widths_mm=[96], oven_min=13)
    page.goto(f"{server.url}/notebook/{dough}")
    page.get_by_role("button", name="More: bake 1").click()
    page.get_by_role("menuitem", name="Change what is written").click()
    sheet = page.get_by_role("dialog", name="Change what is written")
    expect(sheet.get_by_label("Cookie 1", exact=True)).to_have_value("96")
    sheet.get_by_label("Cookie 1", exact=True).fill("92")
    sheet.get_by_role("button", name="Keep the change").click()
    expect(page.get_by_role("region", name="Bakes").get_by_text("92 mm")).to_be_visible()
    page.get_by_role("button", name="More: bake 1").click()
    page.get_by_role("menuitem", name="Change what is written").click()
    expect(sheet.get_by_text(re.compile("Until .*: 96 mm wide, 13 min"))).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("button", name="More: bake 1").click()
    page.get_by_role("menuitem", name="Leave it out of the learning").click()
    expect(page.get_by_text("Left out: nothing is learned from it.")).to_be_visible()
    page.get_by_role("navigation", name="Places").get_by_role("link", name="Bench").click()
    expect(page.get_by_role("region", name="What comes out").get_by_text("from the dough alone")).to_be_visible()


def test_a_wrong_claim_of_a_card_is_contradicted_by_bakes(page: Page, server: Server) -> None:
    claim = {"kind": "bake_min", "low": 28, "high": 30, "text": "bake 28 to 30 minutes"}
    dough = on_shelf(page, server, card={"text": "bake 28 to 30 minutes", "claims": [claim]})
    for day in (1, 2, 3):
        written(page, server, dough, day, widths_mm=[97], oven_min=13, verdict="right")
    page.goto(f"{server.url}/bench/{dough}")
    came = page.get_by_role("region", name="What comes out")
    expect(came.get_by_text("from 3 bakes of it; not the card's 29 min")).to_be_visible()


def test_a_forgotten_tray_is_named_and_an_experiment_is_taken_to_the_bench(page: Page, server: Server) -> None:
    dough = on_shelf(page, server)
    for day in (1, 2, 3, 4):
        written(page, server, dough, day, widths_mm=[97], oven_min=13, verdict="right")
    written(page, server, dough, 9, widths_mm=[97], oven_min=33)
    page.goto(f"{server.url}/notebook/{dough}")
    rows = page.get_by_role("region", name="Bakes").get_by_role("listitem")
    expect(rows.first.get_by_text("It contradicts the other bakes")).to_be_visible()
    expect(rows.last.get_by_text("It contradicts the other bakes")).to_be_hidden()
    page.get_by_role("button", name="Try one change").click()
    sheet = page.get_by_role("dialog", name="Try one change")
    with page.expect_response("**/api/tries"):
        sheet.get_by_role("radio", name="wider").click()
    page.wait_for_timeout(300)
    first = sheet.get_by_role("list", name="Changes to try").get_by_role("listitem").first
    expect(first.get_by_text(re.compile("times in 10"))).to_be_visible()
    width = int(re.search(r"(\d+) mm \(", first.inner_text())[1])  # type: ignore[index]
    assert width > 97
    first.get_by_role("button", name="Take it to the bench").click()
    came = page.get_by_role("region", name="What comes out")
    expect(came.get_by_text(f"{width} mm", exact=True)).to_be_visible()
    page.get_by_role("button", name="Undo").last.click()
    expect(came.get_by_text(f"{width} mm", exact=True)).to_be_hidden()


def test_two_halves_of_a_tray_are_recorded_apart(page: Page, server: Server) -> None:
    dough = on_shelf(page, server)
    for half, width in (("left, A", "97"), ("right, B", "91")):
        page.goto(f"{server.url}/notebook/{dough}?sheet=record")
        sheet = page.get_by_role("dialog", name="Write down a bake")
        sheet.get_by_role("radio", name=half).click()
        sheet.get_by_label("Cookie 1", exact=True).fill(width)
        sheet.get_by_role("button", name="Keep this bake").click()
        expect(sheet).to_be_hidden()
    rows = page.get_by_role("region", name="Bakes").get_by_role("listitem")
    expect(rows).to_have_count(2)
    expect(page.get_by_text("half A")).to_be_visible()
    expect(page.get_by_text("half B")).to_be_visible()


def test_what_went_wrong_is_told_with_evidence(page: Page, server: Server) -> None:
    dough = on_shelf(page, server)
    for day in (1, 2, 3):
        written(page, server, dough, day, widths_mm=[97], oven_min=13, verdict="right")
    written(page, server, dough, 9, widths_mm=[96], oven_min=13, verdict="dark", oven_read_c=203)
    page.goto(f"{server.url}/notebook/{dough}")
    page.get_by_role("button", name="What went wrong?").click()
    told = page.get_by_role("dialog", name="What went wrong?")
    told.get_by_role("button", name="too dark all over").click()
    first = told.get_by_role("list", name="Likely causes").get_by_role("listitem").first
    expect(first.get_by_text("The oven ran hotter than it says")).to_be_visible()
    expect(first.get_by_text("The thermometer read 203 °C, the dial 180 °C.")).to_be_visible()
    expect(first.get_by_text(re.compile("Next time:"))).to_be_visible()


def test_the_kitchen_tells_what_it_learned_and_begins_anew_with_a_new_oven(page: Page, server: Server) -> None:
    dough = on_shelf(page, server)
    for day in (1, 2, 3, 4):
        written(page, server, dough, day, widths_mm=[97, 98], oven_min=16, verdict="right", oven_read_c=168)
    page.goto(f"{server.url}/kitchen")
    learned = page.get_by_role("region", name="What was learned here")
    expect(learned.get_by_text(re.compile("Bakes take"))).to_be_visible()
    expect(learned.get_by_text(re.compile(r"By the thermometer it is \d+ °C cooler"))).to_be_visible()
    learned.get_by_role("button", name="This is a new oven").click()
    page.get_by_role("button", name="It is a new oven").click()
    expect(learned.get_by_text(re.compile("Nothing yet"))).to_be_visible()


def test_a_dough_not_baked_yet_says_what_to_do(page: Page, server: Server) -> None:
    dough = on_shelf(page, server)
    page.goto(f"{server.url}/notebook/{dough}")
    expect(page.get_by_role("heading", name="Notebook Drops: not baked yet")).to_be_visible()
    page.get_by_role("main").get_by_role("button", name="Write down a bake").last.click()
    sheet = page.get_by_role("dialog", name="Write down a bake")
    expect(sheet.get_by_role("button", name="Keep this bake")).to_be_disabled()


def test_three_bakes_side_by_side(page: Page, server: Server) -> None:
    dough = on_shelf(page, server)
    for day, width, shade in ((1, 96, "golden"), (3, 101, "brown"), (5, 91, "light gold")):
        written(page, server, dough, day, widths_mm=[width], oven_min=13, verdict="right", shade=shade)
    page.goto(f"{server.url}/notebook/{dough}")
    expect(page.get_by_role("img", name=re.compile("^Rim: 1 golden, 2 brown, 3 light gold"))).to_be_visible()
    page.get_by_role("button", name="Compare").click()
    told = page.get_by_role("dialog", name="Why did they differ?")
    told.get_by_role("button", name="And another bake").click()
    expect(told.get_by_role("region", name="Bake 2 to Bake 3")).to_be_visible()
    first = told.get_by_role("region", name="Bake 2 to Bake 1")
    expect(first.get_by_role("row", name=re.compile("^Seen 5 mm narrower"))).to_be_visible()
    expect(told.get_by_role("row", name=re.compile("Widths 101 mm 91 mm 96 mm"))).to_be_visible()
    told.get_by_role("button", name="One fewer").click()
    expect(told.get_by_role("heading", name="Bake 2 to Bake 1")).to_have_count(0)


def test_a_picture_goes_with_the_bake(page: Page, server: Server) -> None:
    dough = on_shelf(page, server)
    page.goto(f"{server.url}/notebook/{dough}?sheet=record")
    sheet = page.get_by_role("dialog", name="Write down a bake")
    photo = {"name": "cookies.jpg", "mimeType": "image/jpeg", "buffer": photograph()}
    sheet.get_by_label("Choose a picture").set_input_files(
        {"name": "card.txt", "mimeType": "text/plain", "buffer": b"flour"}
    )
    expect(sheet.get_by_text("This is no picture")).to_be_visible()
    sheet.get_by_label("Choose a picture").set_input_files(photo)
    expect(sheet.get_by_role("img", name="The bake, as it is kept")).to_be_visible()
    page.reload()  # what was chosen is kept on this device, as what was typed is
    expect(sheet.get_by_role("img", name="The bake, as it is kept")).to_be_visible()
    sheet.get_by_role("button", name="Keep this bake").click()
    shown = page.get_by_role("link", name="Picture of bake 1")
    expect(shown).to_be_visible()
    size = shown.locator("img").evaluate("img => img.decode().then(() => [img.naturalWidth, img.naturalHeight])")
    assert size == [720, 1280]
    page.get_by_role("button", name="More: bake 1").click()
    page.get_by_role("menuitem", name="Change what is written").click()
    page.get_by_role("dialog").get_by_role("button", name="Take it away").click()
    page.get_by_role("button", name="Keep the change").click()
    expect(shown).to_have_count(0)


def test_a_change_is_tried_on_half_a_tray_from_the_proposal_to_what_it_told(page: Page, server: Server) -> None:
    dough = on_shelf(page, server)
    page.goto(f"{server.url}/notebook/{dough}?sheet=try")
    sheet = page.get_by_role("dialog", name="Try one change")
    first = sheet.get_by_role("button", name="Try it on one half").first
    saying = sheet.get_by_role("listitem").filter(has=page.get_by_role("button", name="Try it on one half")).first
    said = saying.get_by_role("paragraph").first.inner_text()
    first.click()
    panel = page.get_by_role("region", name="Being tried")
    expect(panel.get_by_role("heading", name=f"Being tried: {said}")).to_be_visible()
    panel.get_by_role("link", name="Plan the day with both halves").click()
    expect(page.get_by_text("A at the left and B at the right.")).to_be_visible()
    page.get_by_text("As soon as can be").click()
    page.get_by_role("button", name="Make the plan").click()
    clock = page.get_by_role("list", name="By the clock")
    expect(clock.get_by_text("Weigh Notebook Drops B")).to_be_visible(timeout=60_000)
    page.goto(f"{server.url}/notebook/{dough}")
    for half, width in (("A", "96"), ("B", "84")):
        panel.get_by_role("button", name=f"Write down half {half}").click()
        record = page.get_by_role("dialog", name=re.compile(f"Write down half {half}"))
        record.get_by_label("Cookie 1", exact=True).fill(width)
        record.get_by_label("Cookie 2", exact=True).fill(width)
        record.get_by_role("button", name="Keep this bake").click()
    expect(panel.get_by_text("With the change they are 12.0 mm narrower")).to_be_visible()
    panel.get_by_role("button", name="Keep the change").click()
    expect(page.get_by_role("region", name="What comes out")).to_be_visible()
    page.goto(f"{server.url}/notebook/{dough}")
    expect(page.get_by_role("heading", name="Notebook Drops: 2 bakes")).to_be_visible()
    expect(panel).to_have_count(0)
