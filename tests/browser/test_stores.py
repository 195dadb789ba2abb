"""Whole jobs in the stores: a fair's Saturday from boxes to labels, the cupboard counted and taken down, the shop without a connection."""

import re
from datetime import UTC, datetime, timedelta
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Server
from tests.browser.hands import choose
from tests.browser.test_away import kept, tablet
from tests.kit import cut_dough, drop_dough

pytestmark = pytest.mark.browser
__all__ = ["tablet"]


def added(page: Page, server: Server, id: str, **thing: Any) -> None:
    answer = page.request.post(f"{server.url}/api/stores", data={"id": id, "thing": thing})
    assert answer.ok, answer.text()


@pytest.fixture
def shelf(page: Page, server: Server) -> dict[str, str]:
    """Two doughs on the shelf."""
    specs = (drop_dough(name="Deck Drops"), cut_dough(name="Tide Rounds"))
    return {
        spec.name: page.request.post(f"{server.url}/api/doughs", data=spec.model_dump(mode="json")).json()["id"]
        for spec in specs
    }


def test_a_fairs_saturday_from_boxes_to_list_plan_and_labels(page: Page, server: Server, shelf: dict[str, str]) -> None:
    page.goto(f"{server.url}/stores/boxes")
    choose(page.get_by_label("New boxes, first with"), label="Deck Drops")
    expect(page.get_by_role("region", name=re.compile("^In each box: "))).to_be_visible()
    choose(page.get_by_label("And another kind"), label="Tide Rounds")
    page.get_by_role("textbox", name="Called").fill("For the fair")
    page.get_by_role("textbox", name="Boxes", exact=True).fill("10")
    page.get_by_role("textbox", name="In each box").nth(1).fill("4")
    for side in ("Wide", "Deep"):
        page.get_by_role("textbox", name=side).fill("260")
    order = page.get_by_role("region", name="To bake, in this order")
    expect(order.get_by_text("40 pieces: ")).to_be_visible()
    # What keeps longest is baked first.
    expect(order.get_by_role("listitem").first).to_contain_text("1. Tide Rounds")
    expect(page.get_by_role("img", name=re.compile("^A box from above"))).to_be_visible()
    page.get_by_label("These boxes are to be free of nuts").click()
    expect(page.get_by_text("not a promise")).to_be_visible()
    page.get_by_role("button", name="Labels for them").click()
    expect(order.get_by_role("link", name="See the labels")).to_be_visible()
    page.wait_for_timeout(600)

    order.get_by_role("link", name="What to buy").click()
    expect(page.get_by_label("Called")).to_have_value("For the fair")
    page.get_by_role("button", name="Make the list").click()
    expect(page.get_by_role("heading", name="For the fair")).to_be_visible()
    flour = page.get_by_role("checkbox", name=re.compile("^All-purpose wheat flour"))
    flour.check()
    expect(page.get_by_text(re.compile(r"^1 of \d+ in the basket"))).to_be_visible()
    page.get_by_label("And of your own").fill("ribbon")
    page.get_by_role("button", name="Add", exact=True).click()
    expect(page.get_by_role("checkbox", name="ribbon")).to_be_visible()
    page.wait_for_timeout(600)
    page.reload()
    expect(flour).to_be_checked()
    expect(page.get_by_role("checkbox", name="ribbon")).not_to_be_checked()

    page.goto(f"{server.url}/stores/boxes")
    page.get_by_role("link", name="Plan the day").click()
    expect(page.get_by_role("heading", name="The bake day")).to_be_visible()
    expect(page.get_by_role("textbox", name="Batches")).to_have_count(2)
    # Free of nuts by their lines: ahead of whatever else is put into that day.
    for ahead in page.get_by_label("Ahead of the rest").all():
        expect(ahead).to_be_checked()
    page.get_by_text("As soon as can be").click()
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_role("region", name="The board")).to_be_visible()
    expect(page.get_by_role("link", name="What to buy")).to_be_visible()

    page.goto(f"{server.url}/stores/labels")
    expect(page.get_by_role("navigation", name="Labels there are").get_by_role("link")).to_have_count(2)
    page.get_by_role("link", name="Deck Drops").click()
    expect(page.get_by_text("What may get in from elsewhere in this kitchen is not answered")).to_be_visible()
    expect(page.get_by_role("link", name="Print: PDF at 1:1")).to_have_count(0)
    page.get_by_label("May contain, from this kitchen").fill("nuts and sesame")
    expect(page.get_by_text("May contain nuts and sesame.")).to_be_visible()
    printed = page.get_by_role("link", name="Print: PDF at 1:1")
    expect(printed).to_be_visible()
    page.wait_for_timeout(800)
    answer = page.request.get(f"{server.url}{printed.get_attribute('href')}")
    assert answer.headers["content-type"] == "application/pdf"
    assert answer.body().startswith(b"%PDF")


def test_a_cupboard_is_counted_and_a_batch_taken_down_and_back(
    page: Page, server: Server, shelf: dict[str, str]
) -> None:
    page.goto(f"{server.url}/stores")
    page.get_by_role("button", name="Keep a pantry").click()
    for name in ("All-purpose wheat flour", "Unsalted butter"):
        choose(page.get_by_label("Add an ingredient"), label=name)
        expect(page.get_by_role("button", name=f"{name}: none. Change")).to_be_visible()
    page.get_by_role("button", name="Count it all").click()
    taps = page.get_by_role("dialog")
    expect(taps.get_by_text("1 of 2: All-purpose wheat flour")).to_be_visible()
    taps.get_by_role("button", name="1½", exact=True).click()
    expect(taps.get_by_text("2 of 2: Unsalted butter")).to_be_visible()
    taps.get_by_label("Or in your own words").fill("lots")
    taps.get_by_role("button", name="That is there").click()
    expect(taps.get_by_text("cannot be told in grams")).to_be_visible()
    taps.get_by_label("Or in your own words").fill("2 blocks + 60 g")
    taps.get_by_role("button", name="That is there").click()
    expect(page.get_by_role("button", name="Unsalted butter: 2 blocks and a quarter. Change")).to_be_visible()
    expect(page.get_by_role("button", name="All-purpose wheat flour: 1 bag and half. Change")).to_be_visible()
    made = page.get_by_role("region", name="Can be made now")
    expect(made.get_by_role("listitem").filter(has_text="Tide Rounds")).to_contain_text("2 batches")

    page.goto(f"{server.url}/notebook/{shelf['Tide Rounds']}?sheet=record")
    page.get_by_role("textbox", name=re.compile("^How many")).fill("20")
    page.get_by_role("button", name="Keep this bake").click()
    page.get_by_role("button", name="Take them down").click()
    expect(page.get_by_text("Taken from the pantry.", exact=True)).to_be_visible()
    page.wait_for_timeout(500)
    page.goto(f"{server.url}/stores")
    expect(page.get_by_role("button", name="All-purpose wheat flour: 1 bag and a quarter. Change")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Undo: Used")).click()
    expect(page.get_by_role("button", name="All-purpose wheat flour: 1 bag and half. Change")).to_be_visible()
    page.goto(f"{server.url}/aside")
    expect(page.get_by_role("region", name="From the stores").get_by_text("Tide Rounds")).to_be_visible()


def test_the_shop_without_a_connection(tablet: Page, server: Server) -> None:
    id = tablet.request.post(f"{server.url}/api/doughs", data=drop_dough(name="Drops").model_dump(mode="json")).json()[
        "id"
    ]
    now = datetime.now(UTC).isoformat()
    added(
        tablet, server, "list", kind="shopping", name="For the fair", made_at=now, batches=[{"id": "a", "dough_id": id}]
    )
    kept(tablet, server, "/stores/shopping/list")
    tablet.goto(f"{server.url}/stores/shopping/list")
    butter = tablet.get_by_role("checkbox", name=re.compile("^Unsalted butter"))
    expect(butter).to_be_visible()
    tablet.wait_for_timeout(500)
    server.kill()
    tablet.reload()
    butter.check()
    tablet.get_by_role("checkbox", name=re.compile("^Whole egg")).check()
    tablet.get_by_label("And of your own").fill("parchment")
    tablet.get_by_role("button", name="Add", exact=True).click()
    expect(tablet.get_by_text("change waits for the kitchen computer")).to_be_visible()
    tablet.reload()
    expect(butter).to_be_checked()
    server.start()
    for _ in range(200):
        thing = tablet.request.get(f"{server.url}/api/stores/list").json()["thing"]
        if len(thing["marks"]) == 2 and thing["own"]:
            break
        tablet.wait_for_timeout(100)
    assert {key: mark["ticked"] for key, mark in thing["marks"].items()} == {"butter_unsalted": True, "egg_whole": True}
    assert [one["text"] for one in thing["own"]] == ["parchment"]


def test_frozen_ones_are_put_away_taken_out_and_baked(page: Page, server: Server, shelf: dict[str, str]) -> None:
    made = (datetime.now(UTC) - timedelta(days=60)).date().isoformat()
    spec = drop_dough(name="Deck Drops").model_dump(mode="json")
    added(
        page,
        server,
        "old",
        kind="put",
        dough_id=shelf["Deck Drops"],
        name="Deck Drops",
        count=8,
        made_on=made,
        spec=spec,
    )
    page.goto(f"{server.url}/stores/freezer")
    choose(page.get_by_label("Of which dough"), label="Deck Drops")
    page.get_by_role("textbox", name="How many").fill("24")
    page.get_by_role("button", name="Put it away").click()
    rows = page.get_by_role("region", name="Put away").get_by_role("listitem")
    expect(rows).to_have_count(2)
    expect(rows.first).to_contain_text("take first")
    rows.first.get_by_role("button", name="Take out").click()
    page.get_by_role("dialog").get_by_role("button", name="6", exact=True).click()
    expect(rows.first.get_by_text("2", exact=True)).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(rows.first.get_by_text("8", exact=True)).to_be_visible()
    page.wait_for_timeout(500)
    rows.nth(1).get_by_role("link", name="Bake some").click()
    expect(page.get_by_text("Deck Drops, out of the freezer")).to_be_visible()
    page.get_by_text("As soon as can be").click()
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_role("region", name="The board")).to_be_visible()
    expect(page.get_by_text(re.compile("Lay out "))).not_to_have_count(0)
    page.get_by_role("button", name="Take 12 of Deck Drops out of the freezer").click()
    expect(page.get_by_text("12 of Deck Drops are taken out.")).to_be_visible()
    page.wait_for_timeout(500)
    page.goto(f"{server.url}/stores/freezer")
    expect(rows.nth(1).get_by_text("12", exact=True)).to_be_visible()


def test_what_a_batch_costs_and_what_would_save(page: Page, server: Server, shelf: dict[str, str]) -> None:
    page.goto(f"{server.url}/stores/costs")
    page.get_by_role("button", name="Write it down").first.click()
    expect(page.get_by_text("Choose what it was.")).to_be_visible()
    for name, pack, paid in (
        ("All-purpose wheat flour", "1000", "1.19"),
        ("Unsalted butter", "250", "2,89"),
        ("Baking margarine (block)", "250", "0.99"),
    ):
        choose(page.get_by_label("What", exact=True).first, label=name)
        page.get_by_role("textbox", name="Pack").fill(pack)
        page.get_by_label("Paid, EUR").fill(paid)
        page.get_by_role("button", name="Write it down").first.click()
        expect(page.get_by_role("region", name="Prices").get_by_role("listitem").filter(has_text=name)).to_be_visible()
    # Ten times what it was: asked, and kept only when it is meant.
    choose(page.get_by_label("What", exact=True).first, label="Unsalted butter")
    page.get_by_role("textbox", name="Pack").fill("25")
    page.get_by_label("Paid, EUR").fill("2.89")
    page.get_by_role("button", name="Write it down").first.click()
    expect(page.get_by_text("10 times what it cost before")).to_be_visible()
    page.get_by_role("textbox", name="Pack").fill("250")
    page.get_by_role("button", name="Write it down").first.click()
    expect(page.get_by_text("10 times what it cost before")).to_be_hidden()
    cost = page.get_by_role("region", name="What a batch costs")
    choose(cost.get_by_label("Dough"), label="Tide Rounds")
    expect(cost.get_by_text("Unsalted butter 200 g")).to_be_visible()
    expect(cost.get_by_text(re.compile("^€2.67"))).to_be_visible()
    expect(cost.get_by_text(re.compile("would save"))).to_be_visible()
    page.get_by_label("Energy costs").fill("0.30")
    expect(cost.get_by_text(re.compile("kWh of the oven"))).to_be_visible()


def test_a_list_prints_without_its_controls(browser: Browser, demo: Server) -> None:
    page = browser.new_page()
    page.goto(f"{demo.url}/stores/shopping/list-picnic")
    expect(page.get_by_role("heading", name="For the picnic")).to_be_visible()
    page.emulate_media(media="print")
    expect(page.get_by_role("button", name="Print")).to_be_hidden()
    expect(page.get_by_label("And of your own")).to_be_hidden()
    expect(page.get_by_text("Ribbon, blue and white")).to_be_visible()
    page.close()
