"""Whole bake days on the real interface."""

import re
from datetime import datetime, timedelta

import pytest
from playwright.sync_api import Page, expect

from finebatch.core.bench.starters import starters
from finebatch.core.finishing.kinds import Finishing, FinishKind
from finebatch.core.forming.cutout import CutoutForm
from finebatch.core.forming.rusk import RuskForm
from tests.browser.conftest import Server
from tests.browser.hands import choose, expect_moment, set_moment
from tests.kit import cut_dough, drop_dough

pytestmark = pytest.mark.browser

TOMORROW = (datetime.now() + timedelta(days=1)).strftime("%Y-%m-%d")
LATER = (datetime.now() + timedelta(days=2)).strftime("%Y-%m-%d")


def shelve(page: Page, server: Server) -> None:
    """Three doughs: one to chill overnight, one twice-baked, one iced."""
    if any(dough["name"] == "Fig Rusks" for dough in page.request.get(f"{server.url}/api/doughs").json()["doughs"]):
        return
    lean = next(starter.spec for starter in starters() if starter.style_id == "twice_baked_lean")
    doughs = (
        drop_dough(name="Night Drops", tags=("harbour fair",)),
        lean.model_copy(update={"name": "Fig Rusks", "form": RuskForm(logs=2, length_mm=240)}),
        cut_dough(
            name="Iced Rounds",
            tags=("harbour fair",),
            form=CutoutForm(cutter_mm=70),
            finishings=(Finishing(kind=FinishKind.GLAZE),),
        ),
    )
    for dough in doughs:
        answer = page.request.post(f"{server.url}/api/doughs", data=dough.model_dump(mode="json"))
        assert answer.ok


def ask(page: Page, server: Server, *names: str) -> None:
    page.goto(f"{server.url}/day")
    choose(page.get_by_label("Dough", exact=True), label=names[0])
    for number, name in enumerate(names[1:], start=2):
        page.get_by_role("button", name="And another dough").click()
        choose(page.get_by_label(f"Dough {number}", exact=True), label=name)


def settled(page: Page) -> None:
    """No better plan is looked for any more, and the best is shown."""
    expect(page.get_by_role("region", name="The plan")).to_have_attribute("aria-busy", "false", timeout=90_000)


def test_the_first_plan_stands_at_once_and_is_replaced_as_better_ones_come(page: Page, shared: Server) -> None:
    shelve(page, shared)
    ask(page, shared, "Night Drops", "Fig Rusks", "Iced Rounds")
    set_moment(page, "All ready by", f"{LATER}T18:00")
    page.get_by_text("2 trays", exact=True).click()
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_text("Looking for a better plan…")).to_be_visible(timeout=60_000)
    first = page.get_by_test_id("plan-start").inner_text()
    settled(page)
    assert page.get_by_test_id("plan-start").inner_text() >= first
    rows = page.get_by_role("list", name="By the clock")
    expect(rows.get_by_role("heading").first).to_contain_text("Mix ")
    # Looked on at, it is stopped at once.
    more = page.get_by_role("button", name="Keep looking for a shorter one")
    if more.count():
        more.click()
        page.get_by_role("button", name="Stop looking").click()
        expect(more).to_be_visible(timeout=20_000)


def test_three_doughs_on_two_racks_ready_by_six(page: Page, shared: Server) -> None:
    shelve(page, shared)
    ask(page, shared, "Night Drops", "Fig Rusks", "Iced Rounds")
    page.get_by_label("Chill overnight").first.check()
    set_moment(page, "All ready by", f"{LATER}T18:00")
    page.get_by_text("2 trays", exact=True).click()
    page.get_by_label("Hands rest at night").click()
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_test_id("plan-end")).to_be_visible(timeout=60_000)
    settled(page)
    end = page.get_by_test_id("plan-end").inner_text()
    assert end <= "17:50"
    that_day = datetime.strptime(LATER, "%Y-%m-%d")
    expect(page.get_by_text(f"{that_day:%A} {that_day.day} {that_day:%B}, ")).to_be_visible()
    board = page.get_by_role("region", name="The board")
    expect(board.get_by_text("Oven, rack 2")).to_be_visible()
    clock = page.get_by_role("list", name="By the clock")
    for says in ("Mix Night Drops", "Slice ", "Thin glaze: Iced Rounds", "Turn the oven to"):
        expect(clock.get_by_text(re.compile(says)).first).to_be_visible()
    page.get_by_role("tab", name="Tray by tray").click()
    expect(page.get_by_role("region", name="Tray A")).to_be_visible()
    taken = page.get_by_role("region", name="Take out when")
    expect(taken.get_by_text(re.compile("Trays out and lined")).first).to_be_visible()
    with page.expect_download() as started:
        page.get_by_role("link", name="Calendar (.ics)").click()
    assert b"BEGIN:VALARM" in started.value.path().read_bytes()
    page.reload()
    expect(page.get_by_test_id("plan-end")).to_have_text(end)


def test_a_pinned_step_stays_and_the_rest_follows(page: Page, shared: Server) -> None:
    shelve(page, shared)
    ask(page, shared, "Iced Rounds")
    set_moment(page, "All ready by", f"{TOMORROW}T18:00")
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_test_id("plan-end")).to_have_text("17:50", timeout=60_000)
    board = page.get_by_role("region", name="The board")
    settled(page)
    expect(board.locator("g:has(> title)", has_text="Mix")).not_to_have_count(0)  # the whole day in sittings
    board.get_by_text("× 4", exact=True).click()
    weighing = board.locator("g:has(> title)", has_text="Weigh Iced Rounds")
    weighing.click()
    field = board.get_by_label("Begin at")
    hours, minutes = map(int, field.input_value().split(":"))
    earlier = f"{hours - 1:02d}:{minutes:02d}"
    field.fill(earlier)
    board.get_by_role("button", name="Pin it there").click()
    expect(page.get_by_text(re.compile(r"\d+ steps? moved by the last change"))).to_be_visible(timeout=60_000)
    weigh = (
        page.get_by_role("list", name="By the clock").get_by_role("listitem").filter(has_text="Weigh Iced Rounds").last
    )
    expect(weigh).to_contain_text(earlier)
    # Drag it back by hand: another pin, further right.
    box = weighing.locator("rect").bounding_box()
    assert box
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] + box["width"] / 2 + 60, box["y"] + box["height"] / 2, steps=4)
    page.mouse.up()
    expect(weigh).not_to_contain_text(earlier, timeout=60_000)
    weighing.click()
    board.get_by_role("button", name="Unpin").click()
    expect(board.get_by_role("button", name="Unpin")).to_have_count(0, timeout=60_000)


def test_the_oven_is_left_to_supper(page: Page, shared: Server) -> None:
    shelve(page, shared)
    ask(page, shared, "Night Drops")
    set_moment(page, "All ready by", f"{TOMORROW}T20:00")
    page.get_by_role("button", name="Hours when the oven or somebody is not there").click()
    set_moment(page, "From", f"{TOMORROW}T17:00")
    page.reload()  # what is asked is in the address
    expect(page.get_by_role("combobox", name="In these hours")).to_contain_text("the oven is needed")
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_test_id("plan-end")).to_be_visible(timeout=60_000)
    settled(page)
    rows = page.get_by_role("list", name="By the clock").locator("li:not(:has(li))")
    texts = rows.filter(has_text="into the oven").all_inner_texts()
    assert texts
    assert not any(re.match("17:", text) for text in texts)


def test_a_broken_tray_and_time_lost(page: Page, shared: Server) -> None:
    shelve(page, shared)
    ask(page, shared, "Iced Rounds", "Night Drops")
    set_moment(page, "All ready by", f"{TOMORROW}T20:00")
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_test_id("plan-end")).to_have_text("19:50", timeout=60_000)
    settled(page)
    before = page.get_by_role("list", name="By the clock").inner_text()
    page.get_by_role("button", name="Change of mind").click()
    sheet = page.get_by_role("dialog", name="Change of mind")
    choose(sheet.get_by_label("What happened"), label="a tray is out of use")
    sheet.get_by_role("button", name="Plan the rest again").click()
    expect(sheet).to_be_hidden(timeout=60_000)
    expect(page.get_by_role("list", name="By the clock")).not_to_have_text(before)
    page.get_by_role("button", name="Change of mind").click()
    choose(sheet.get_by_label("What happened"), label="a dough is dropped")
    choose(sheet.get_by_label("Which dough"), label="Night Drops")
    sheet.get_by_role("button", name="Plan the rest again").click()
    expect(sheet).to_be_hidden(timeout=60_000)
    expect(page.get_by_role("list", name="By the clock").get_by_text(re.compile("Mix Night Drops"))).to_have_count(0)


def test_an_impossible_ready_by_is_explained_and_mended(page: Page, shared: Server) -> None:
    shelve(page, shared)
    ask(page, shared, "Iced Rounds", "Fig Rusks")
    soon = (datetime.now() + timedelta(minutes=70)).strftime("%Y-%m-%dT%H:%M")
    set_moment(page, "All ready by", soon)
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_text(re.compile(r"Too soon: it takes \d+ h .* minutes later is possible"))).to_be_visible(
        timeout=60_000
    )
    expect_moment(page, "All ready by", soon)
    page.get_by_role("button", name=re.compile("Use the earliest time")).click()
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_test_id("plan-start")).to_be_visible(timeout=60_000)
    # What would help is measured by itself once no better plan is looked for.
    helps = page.get_by_role("region", name="What would help")
    expect(helps.get_by_text(re.compile("min shorter|much shorter")).first).to_be_visible(timeout=90_000)


def test_a_bakers_own_time_is_remembered(page: Page, server: Server) -> None:
    page.goto(f"{server.url}/kitchen?part=hands")
    field = page.get_by_label("Scooping, each piece", exact=True)
    field.fill("9")
    expect(page.get_by_text("✓ Saved")).to_be_visible()
    page.reload()
    expect(field).to_have_value("9")
    page.get_by_role("button", name="Scooping: as usual again").click()
    expect(field).to_have_value("5")


def test_a_step_is_explained_and_moved_from_the_list_by_key(page: Page, demo: Server) -> None:
    plans = page.request.get(f"{demo.url}/api/plans").json()["plans"]
    page.goto(f"{demo.url}/day/{next(plan['id'] for plan in plans if 'Tide' not in plan['title'])}")
    rows = page.get_by_role("list", name="By the clock")
    button = rows.get_by_role("button", name=re.compile("^Why, move: Mix ")).first
    button.focus()
    page.keyboard.press("Enter")
    expect(rows.get_by_label("Begin at")).to_be_visible()
    expect(rows.get_by_role("button", name="Pin it there")).to_be_enabled()
    # No tray is in hand: no thread crosses the board.
    board = page.get_by_role("region", name="The board")
    expect(board.locator("polyline")).to_have_count(0)
    board.locator("g > rect[stroke]").last.hover()
    page.keyboard.press("Escape")
    page.get_by_role("tab", name="Tray by tray").click()
    page.reload()
    expect(page.get_by_role("tab", name="Tray by tray")).to_have_attribute("data-state", "active")


def test_a_test_cookie_first_then_the_rest_by_it(page: Page, shared: Server) -> None:
    shelve(page, shared)
    ask(page, shared, "Night Drops")
    expect(page.get_by_text("A test cookie, baked and measured first, would tell.")).to_be_visible()
    page.get_by_label("Test cookie first").click()
    expect(page.get_by_text("2 cookies first; once measured")).to_be_visible()
    page.get_by_text("As soon as can be").click()
    page.get_by_role("button", name="Make the plan").click()
    panel = page.get_by_role("region", name="Test cookie: Night Drops")
    expect(panel).to_be_visible(timeout=60_000)
    expect(page.get_by_role("list", name="By the clock").get_by_text("Measure Night Drops test")).to_be_visible()
    lay = panel.get_by_role("button", name="Lay out the rest by it")
    expect(lay).to_be_disabled()
    panel.get_by_role("textbox", name="Cookie 1").fill("510")
    panel.get_by_role("textbox", name="In the oven").fill("9")
    expect(panel.get_by_text("Is it in mm?")).to_be_visible()
    panel.get_by_role("textbox", name="Cookie 1").fill("51")
    panel.get_by_role("textbox", name="Cookie 2").fill("53")
    page.reload()  # what is typed is kept on this device
    expect(panel.get_by_role("textbox", name="Cookie 2")).to_have_value("53")
    panel.get_by_text("just right").click()
    lay.click()
    expect(page.get_by_text("Night Drops by its test cookie:")).to_be_visible(timeout=30_000)
    expect(panel).to_have_count(0)
    page.reload()
    expect(page.get_by_text("Night Drops by its test cookie:")).to_be_visible()


def test_so_many_cookies_are_asked_for_and_the_plan_has_them(page: Page, shared: Server) -> None:
    shelve(page, shared)
    ask(page, shared, "Night Drops")
    batch = int(page.get_by_label("Makes", exact=True).input_value())
    page.get_by_label("Makes", exact=True).fill(str(batch * 2 - 3))
    expect(page.get_by_label("Batches", exact=True)).to_have_value(re.compile(r"1\.\d+"))
    expect(page.get_by_text("An egg may have to be shared out.")).to_be_visible()
    page.reload()
    expect(page.get_by_label("Makes", exact=True)).to_have_value(str(batch * 2 - 3))
    page.get_by_role("button", name=f"2 batches make {batch * 2}").click()
    expect(page.get_by_label("Batches", exact=True)).to_have_value("2")
    expect(page.get_by_text("An egg may have to be shared out.")).to_have_count(0)
    page.get_by_label("Makes", exact=True).fill(str(batch * 2 - 3))
    page.get_by_text("As soon as can be").click()
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_test_id("plan-end")).to_be_visible(timeout=60_000)
    trays = page.get_by_role("list", name="By the clock")
    expect(trays.get_by_text(re.compile("on tray|on each of trays")).first).to_be_visible()
    settled(page)
    plan = page.evaluate("fetch(location.pathname.replace('/day/', '/api/plans/')).then((answer) => answer.json())")
    assert sum(load["pieces"] for load in plan["plan"]["work"]["loads"]) in range(batch * 2 - 3, batch * 2 - 1)


def test_with_a_helper_the_hours_say_who_does_what(page: Page, shared: Server) -> None:
    shelve(page, shared)
    ask(page, shared, "Night Drops", "Iced Rounds")
    page.get_by_text("a helper too", exact=True).click()
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_test_id("plan-end")).to_be_visible(timeout=60_000)
    settled(page)
    page.get_by_role("tab", name="By the hour").click()
    hours = page.get_by_role("list", name="By the hour")
    mine = hours.get_by_role("region", name="you").get_by_role("listitem").all_inner_texts()
    theirs = hours.get_by_role("region", name="helper").get_by_role("listitem").all_inner_texts()
    assert mine
    assert theirs
    assert not set(mine) & set(theirs)
    assert sum("Mix Night Drops" in one for one in mine + theirs) == 1
    assert [one[:5] for one in mine] == sorted(one[:5] for one in mine)


def test_all_doughs_with_a_tag_are_asked_for_at_once(page: Page, shared: Server) -> None:
    shelve(page, shared)
    ask(page, shared, "Fig Rusks")
    tags = page.get_by_label("And all that are tagged")
    choose(tags, label="harbour fair")
    expect(page.get_by_text("2 doughs added.")).to_be_visible()
    names = [page.get_by_label(f"Dough {n}", exact=True) for n in (1, 2, 3)]
    expect(names[0]).to_contain_text("Fig Rusks")
    assert {name.inner_text().splitlines()[0] for name in names[1:]} == {"Night Drops", "Iced Rounds"}
    choose(tags, label="harbour fair")
    expect(page.get_by_text("All of these are here already.")).to_be_visible()
    page.reload()
    expect(page.get_by_label("Dough 3", exact=True)).to_be_visible()
