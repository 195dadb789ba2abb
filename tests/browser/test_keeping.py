"""The kitchen is kept safe from its own page: a copy made and tried, everything saved as one file and taken in elsewhere."""

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Server
from tests.browser.launcher import Launcher
from tests.kit import drop_dough

pytestmark = pytest.mark.browser


def on_shelf(page: Page, server: Server, name: str) -> str:
    spec = drop_dough(name=name).model_dump(mode="json")
    id: str = page.request.post(f"{server.url}/api/doughs", data=spec).json()["id"]
    return id


def test_a_copy_is_made_and_tried_and_how_often_is_kept(page: Page, server: Server) -> None:
    on_shelf(page, server, "Deck Drops")
    page.goto(f"{server.url}/kitchen")
    page.get_by_role("link", name="Keeping safe").click()
    expect(page.get_by_text("There is no copy yet.")).to_be_visible()
    page.get_by_role("button", name="Make a copy now").click()
    expect(page.get_by_text(re.compile("^Last good copy: "))).to_be_visible()
    page.get_by_role("button", name=re.compile("^Try it: ")).click()
    expect(page.get_by_text(re.compile("It would bring back 1 dough, 0 days, 0 bakes"))).to_be_visible()
    with page.expect_download() as download:
        page.get_by_role("link", name=re.compile("^Take it away: ")).click()
    assert Path(download.value.path()).read_bytes().startswith(b"SQLite format 3")
    page.get_by_role("radio", name="Week").click()
    page.get_by_label("Days whose last copy stays", exact=True).fill("3")
    page.keyboard.press("Tab")
    for _ in range(100):
        rule = page.request.get(f"{server.url}/api/kitchen").json()["kitchen"]["backup"]
        if rule == {"on": True, "every_h": 168, "keep_days": 3, "keep_weeks": 4}:
            break
        page.wait_for_timeout(100)
    assert rule == {"on": True, "every_h": 168, "keep_days": 3, "keep_weeks": 4}


def test_everything_goes_into_one_file_and_into_another_kitchen(
    page: Page, server: Server, launcher: Launcher, tmp_path: Path
) -> None:
    dough = on_shelf(page, server, "Deck Drops")
    on_shelf(page, server, "Harbour Rounds")
    page.goto(f"{server.url}/keeping")
    with page.expect_download() as download:
        page.get_by_role("link", name="Save the archive").click()
    archive = tmp_path / "kept.zip"
    download.value.save_as(archive)
    # On another computer both are new.
    other = Server(launcher, tmp_path / "other")
    try:
        page.goto(f"{other.url}/keeping")
        page.get_by_label("An archive to take in").set_input_files(archive)
        expect(page.get_by_text("New here: 2 doughs.")).to_be_visible()
        page.get_by_role("button", name="Take it in").click()
        expect(page.get_by_text("Taken in: 2 doughs.")).to_be_visible()
        page.get_by_role("navigation", name="Places").get_by_role("link", name="Doughs").click()
        expect(page.get_by_role("link", name=re.compile("Harbour Rounds")).first).to_be_visible()
    finally:
        other.kill()
    # Here one was changed since: it is asked, and both are kept.
    saved = page.request.get(f"{server.url}/api/doughs/{dough}").json()
    changed = {"revision": saved["revision"], "spec": {**saved["spec"], "name": "Thinner Drops"}}
    assert page.request.put(f"{server.url}/api/doughs/{dough}", data=changed).ok
    page.goto(f"{server.url}/keeping")
    page.get_by_label("An archive to take in").set_input_files(archive)
    expect(page.get_by_text(re.compile("^The dough Thinner Drops differs"))).to_be_visible()
    expect(page.get_by_role("button", name="Take it in")).to_be_disabled()
    page.get_by_role("radio", name="Keep both").click()
    page.get_by_role("button", name="Take it in").click()
    expect(page.get_by_text(re.compile("^Taken in: "))).to_be_visible()
    names = {one["name"] for one in page.request.get(f"{server.url}/api/doughs").json()["doughs"]}
    assert names == {"Thinner Drops", "Deck Drops (archive)", "Harbour Rounds"}


def test_what_is_no_archive_is_said(page: Page, server: Server, tmp_path: Path) -> None:
    wrong = tmp_path / "card.zip"
    wrong.write_bytes(b"100 g flour")
    page.goto(f"{server.url}/keeping")
    page.get_by_label("An archive to take in").set_input_files(wrong)
    expect(page.get_by_text("Nothing was changed.")).to_be_visible()
