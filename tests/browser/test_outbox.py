"""Nothing lost: what is changed while the server is away, on two devices, or as the page is closed."""

import re
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, Route, expect

from tests.browser.conftest import Server
from tests.browser.hands import choose, more, setting
from tests.browser.test_jobs import on_the_bench, saved

pytestmark = pytest.mark.browser

WAITS = re.compile(r"changes? waits? for the kitchen computer")
CHANGES = re.compile(r"/api/(doughs|kitchen|plans)")


@contextmanager
def away(page: Page) -> Iterator[None]:
    """The server does not answer to changes."""

    def refuse(route: Route) -> None:
        if (
            route.request.method in ("GET", "POST")
            and "put-" not in route.request.url
            and "versions" not in route.request.url
        ):
            route.continue_()
        else:
            route.abort()

    page.route(CHANGES, refuse)
    yield
    page.unroute(CHANGES)


def kitchen_of(page: Page, server: Server) -> dict[str, Any]:
    return page.request.get(f"{server.url}/api/kitchen").json()["kitchen"]  # type: ignore[no-any-return]


def looked_at_again(page: Page) -> None:
    page.evaluate("window.dispatchEvent(new Event('visibilitychange'))")


def dough_id(page: Page) -> str:
    return page.url.rsplit("/", 1)[1]


def other_device(browser: Browser, page: Page) -> Page:
    other = browser.new_context(viewport={"width": 820, "height": 1180}, service_workers="block").new_page()
    other.set_default_timeout(40_000)
    other.goto(page.url)
    return other


def test_a_kitchen_change_outlives_a_killed_server_and_a_reload(page: Page, server: Server) -> None:
    page.goto(f"{server.url}/kitchen?part=room")
    room = page.get_by_role("textbox", name="Room", exact=True)
    expect(room).to_have_value("20")
    server.kill()
    room.fill("26")
    page.get_by_role("button", name=re.compile("^Oven .*rack")).click()
    page.get_by_role("textbox", name="Rack positions").fill("3")
    expect(page.get_by_text(WAITS)).to_be_visible()  # one change or two, as the first has been tried or not
    expect(page.get_by_text("Kept here, not yet on the server")).to_be_visible()
    server.start()
    expect(page.get_by_text("✓ Saved")).to_be_visible()
    expect(page.get_by_text("waits for the kitchen computer")).to_be_hidden()
    kitchen = kitchen_of(page, server)
    assert (kitchen["room_c"], kitchen["rack_positions"]) == (26, 3)
    page.goto(f"{server.url}/kitchen?part=room")
    expect(room).to_have_value("26")


def test_what_waits_outlives_the_page_and_is_sent_in_order(page: Page, server: Server) -> None:
    on_the_bench(page, server)
    saved(page)
    id = dough_id(page)
    with away(page):
        setting(page, "Portion").fill("41")
        expect(page.get_by_text("Kept here, not yet on the server")).to_be_visible()
        page.get_by_label("Name of the dough").fill("Slip Drops, larger")
        expect(page.get_by_text("Kept here, not yet on the server")).to_be_visible()
        page.goto(f"{server.url}/kitchen?part=room")
        page.get_by_role("textbox", name="Room", exact=True).fill("24")
        expect(page.get_by_text(re.compile("[23] changes wait for the kitchen computer"))).to_be_visible()
        expect(page.get_by_text("Kept here, not yet on the server")).to_be_visible()
        page.reload()
        expect(page.get_by_role("textbox", name="Room", exact=True)).to_have_value("24")
        page.get_by_role("button", name="See what waits").click()
        waits = page.get_by_role("dialog", name="What waits on this device")
        expect(waits.get_by_text("Slip Drops, larger")).to_be_visible()
        expect(waits.get_by_text("The kitchen")).to_be_visible()
    expect(page.get_by_text("Nothing waits any more: all is saved.")).to_be_visible()
    dough = page.request.get(f"{server.url}/api/doughs/{id}").json()
    assert dough["spec"]["name"] == "Slip Drops, larger"
    assert dough["spec"]["form"]["portion_g"] == 41
    assert kitchen_of(page, server)["room_c"] == 24


def test_a_change_whose_answer_was_lost_is_made_once(page: Page, server: Server) -> None:
    on_the_bench(page, server)
    saved(page)
    id = dough_id(page)
    before = page.request.get(f"{server.url}/api/doughs/{id}").json()["revision"]
    lost: list[int] = []

    def lose(route: Route) -> None:
        if route.request.method == "PUT" and not lost:
            lost.append(route.fetch().status)
            route.abort()
        else:
            route.continue_()

    page.route("**/api/doughs/*", lose)
    setting(page, "Portion").fill("37")
    page.wait_for_timeout(600)
    saved(page)
    assert lost == [200]
    after = page.request.get(f"{server.url}/api/doughs/{id}").json()
    assert after["spec"]["form"]["portion_g"] == 37
    assert after["revision"] == before + 1


@pytest.mark.parametrize("answer", ["Put it back", "Keep mine as a copy"])
def test_a_dough_taken_off_elsewhere_while_it_was_changed_here(page: Page, server: Server, answer: str) -> None:
    on_the_bench(page, server)
    saved(page)
    id = dough_id(page)
    revision = page.request.get(f"{server.url}/api/doughs/{id}").json()["revision"]
    page.request.post(f"{server.url}/api/doughs/{id}/put-aside", data={"revision": revision})
    setting(page, "Portion").fill("44")
    expect(page.get_by_text("taken off the shelf on another device")).to_be_visible()
    page.reload()
    expect(setting(page, "Portion")).to_have_value("44")
    page.get_by_role("main").get_by_role("button", name=answer).first.click()
    expect(page.get_by_text("taken off the shelf on another device")).to_be_hidden()
    page.goto(server.url)
    name = "Slip Drops" if answer == "Put it back" else "Slip Drops (my copy)"
    page.get_by_role("link", name=name, exact=True).click()
    expect(setting(page, "Portion")).to_have_value("44")
    listed = page.request.get(f"{server.url}/api/doughs").json()["doughs"]
    assert [dough["name"] for dough in listed] == [name]


def until(page: Page, true: Callable[[], bool]) -> None:
    """What is shown at once may still be on its way: wait for the server to have it."""
    for _ in range(800):
        if true():
            return
        page.wait_for_timeout(50)
    pytest.fail("the server was not told")


def test_a_dough_that_is_off_the_shelf_can_be_put_back_where_it_is_missed(page: Page, server: Server) -> None:
    on_the_bench(page, server)
    saved(page)
    id = dough_id(page)
    page.goto(server.url)
    more(page, "Slip Drops", "Put aside")
    expect(page.get_by_role("link", name="Slip Drops")).to_be_hidden()
    # Hidden at once, while it is still on its way.
    until(page, lambda: page.request.get(f"{server.url}/api/doughs/{id}").status == 410)
    page.go_back()
    page.get_by_role("button", name="Put “Slip Drops” back").click()
    expect(page.get_by_label("Name of the dough")).to_have_value("Slip Drops")


def test_the_other_device_is_seen_when_this_one_is_looked_at_again(
    browser: Browser, page: Page, server: Server
) -> None:
    on_the_bench(page, server)
    saved(page)
    other = other_device(browser, page)
    setting(other, "Portion").fill("52")
    saved(other)
    looked_at_again(page)
    expect(setting(page, "Portion")).to_have_value("52")
    expect(page.get_by_text("Another device changed this dough")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    expect(setting(page, "Portion")).not_to_have_value("52")
    saved(page)
    looked_at_again(other)
    expect(setting(other, "Portion")).not_to_have_value("52")
    other.context.close()


def test_two_devices_change_the_kitchen_and_meet_at_one_field_only(
    browser: Browser, page: Page, server: Server
) -> None:
    page.goto(f"{server.url}/kitchen?part=room")
    expect(page.get_by_role("textbox", name="Room", exact=True)).to_have_value("20")
    other = other_device(browser, page)
    expect(other.get_by_role("textbox", name="Room", exact=True)).to_have_value("20")
    other.get_by_role("textbox", name="Room", exact=True).fill("17")
    expect(other.get_by_text("✓ Saved")).to_be_visible()
    # This page has not seen that: its own fields go in, the common one is shown on both sides.
    page.get_by_role("textbox", name="Altitude").fill("700")
    expect(page.get_by_text("✓ Saved")).to_be_visible()
    expect(page.get_by_role("textbox", name="Room", exact=True)).to_have_value("17")
    other.get_by_role("textbox", name="Room", exact=True).fill("16")
    expect(other.get_by_text("✓ Saved")).to_be_visible()
    page.get_by_role("textbox", name="Room", exact=True).fill("23")
    main = page.get_by_role("main")
    expect(main.get_by_text("Another device changed the same")).to_be_visible()
    row = main.get_by_role("row", name=re.compile("room"))
    expect(row.get_by_role("cell", name="23 °C")).to_be_visible()
    expect(row.get_by_role("cell", name="16 °C")).to_be_visible()
    main.get_by_role("button", name="Use mine").click()
    expect(page.get_by_text("✓ Saved")).to_be_visible()
    kitchen = kitchen_of(page, server)
    assert (kitchen["room_c"], kitchen["altitude_m"]) == (23, 700)
    looked_at_again(other)
    expect(other.get_by_role("textbox", name="Room", exact=True)).to_have_value("23")
    other.context.close()


def test_the_bowl_is_filled_on_while_the_server_is_away(page: Page, server: Server) -> None:
    on_the_bench(page, server)
    saved(page)
    id = dough_id(page)
    page.get_by_role("link", name="Weigh in").click()
    expect(page.get_by_text("1 of 8", exact=True)).to_be_visible()
    with away(page):
        for number in (1, 2):
            expect(page.get_by_text(f"{number} of 8", exact=True)).to_be_visible()
            page.get_by_label("Or type the grams").fill("50")
            page.get_by_role("button", name="That much is in").click()
        expect(page.get_by_text("3 of 8", exact=True)).to_be_visible()
        expect(page.get_by_text(re.compile("changes? waits? for the kitchen computer"))).to_be_visible()
    expect(page.get_by_text(re.compile("for the kitchen computer"))).to_be_hidden()
    # The words go as soon as the server answers again: the last change may still be on its way.
    bowl = f"{server.url}/api/doughs/{id}/weigh-in"
    until(page, lambda: list(page.request.get(bowl).json()["state"]["poured_g"].values()) == [50, 50])


def test_a_page_that_breaks_says_that_the_work_is_kept_and_leads_on(page: Page, server: Server) -> None:
    on_the_bench(page, server)
    saved(page)
    page.route("**/api/assessments", lambda route: route.fulfill(status=200, json={"lines": 7}))
    setting(page, "Portion").fill("29")
    expect(page.get_by_role("heading", name="This page broke")).to_be_visible()
    expect(page.get_by_text(re.compile("Everything you entered is saved|kept on this device"))).to_be_visible()
    page.unroute("**/api/assessments")
    page.get_by_role("button", name="To the shelf").click()
    page.get_by_role("link", name="Slip Drops").click()
    expect(setting(page, "Portion")).to_have_value("29")


def test_a_dough_that_cannot_be_read_is_said_on_the_shelf_and_can_be_taken_away(page: Page, server: Server) -> None:
    import json
    import sqlite3

    on_the_bench(page, server)
    saved(page)
    with sqlite3.connect(server.folder / "kitchen.db") as connection:
        (body,) = connection.execute("SELECT body FROM doughs").fetchone()
        broken = {**json.loads(body), "form": {"kind": "pyramid"}}
        connection.execute("UPDATE doughs SET body = ?", (json.dumps(broken),))
    connection.close()
    page.goto(server.url)
    expect(page.get_by_text("Cannot be read by this version of Fine Batch")).to_be_visible()
    with page.expect_download() as download:
        more(page, "Slip Drops", "Take away what is stored")
    assert json.loads(download.value.path().read_text())["form"] == {"kind": "pyramid"}
    page.get_by_role("link", name="Slip Drops").click()
    expect(page.get_by_role("heading", name="Cannot be read")).to_be_visible()


def test_a_shelf_of_years_is_quick_and_light(page: Page, server: Server) -> None:
    from finebatch.store import doughs
    from finebatch.store.database import Store
    from tests.kit import drop_dough

    store = Store(server.folder)  # beside the running server, as a test may: it writes as one transaction
    with store.session() as session:
        for n in range(2000):
            doughs.add(session, drop_dough(name=f"Dough {n:04}"))
    store.close()
    page.goto(server.url)
    page.evaluate("performance.clearMarks()")
    page.reload()
    expect(page.get_by_text("2,000 doughs").or_(page.get_by_text("2000 doughs"))).to_be_visible()
    assert page.evaluate("document.querySelectorAll('*').length") < 1500
    for _ in range(12):
        page.mouse.wheel(0, 6000)
        page.wait_for_timeout(80)
    assert page.evaluate("document.querySelectorAll('*').length") < 1500
    page.get_by_label(re.compile("^Find: ")).fill("0007")
    expect(page.get_by_text("1 dough found")).to_be_visible()
    page.get_by_role("link", name="Dough 0007").click()
    expect(page.get_by_label("Name of the dough")).to_have_value("Dough 0007")
    page.get_by_role("link", name="Day").click()
    page.get_by_label(re.compile("Find a dough among")).fill("0011")
    expect(page.get_by_role("combobox", name="Dough", exact=True)).to_have_text(re.compile("Dough 0007"))
    choose(page.get_by_role("combobox", name="Dough", exact=True), label="Dough 0011")
    page.get_by_role("button", name="Make the plan").click()
    expect(page.get_by_text("Dough 0011").first).to_be_visible()


def test_a_change_made_while_the_lock_is_let_go_is_sent_too(browser: Browser, page: Page, server: Server) -> None:
    """On a slow machine the browser takes its time to hand the lock back; what is asked for meanwhile must not wait for ever."""
    page.add_init_script(
        """const request = navigator.locks.request.bind(navigator.locks);
        navigator.locks.request = async (name, work) => {
          const answer = await request(name, work);
          await new Promise((resolve) => setTimeout(resolve, 2500));
          return answer;
        };"""
    )
    on_the_bench(page, server)
    saved(page)
    id = dough_id(page)
    current = page.request.get(f"{server.url}/api/doughs/{id}").json()
    theirs = {"revision": current["revision"], "spec": {**current["spec"], "name": "From the tablet"}}
    page.request.put(f"{server.url}/api/doughs/{id}", data=theirs)
    page.get_by_label("Name of the dough").fill("From the laptop")
    page.get_by_role("button", name="Keep mine as a copy").click()
    expect(page.get_by_label("Name of the dough")).to_have_value("From the tablet")
    page.get_by_role("link", name="Doughs").click()
    expect(page.get_by_role("link", name="From the laptop (my copy)")).to_be_visible()
