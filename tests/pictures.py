"""Take the README's pictures anew from the demo kitchen: `make pictures`."""

import tempfile
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from tests.browser.conftest import ARGUMENTS, CHROMIUM, Server
from tests.browser.hands import setting
from tests.browser.launcher import Launcher

FOLDER = Path(__file__).parents[1] / "docs" / "screenshots"


def main() -> None:
    with tempfile.TemporaryDirectory() as temporary, sync_playwright() as playwright:
        server = Server(Launcher(), Path(temporary), "demo")
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        page = browser.new_page(viewport={"width": 1280, "height": 800}, locale="en-GB", timezone_id="Europe/Dublin")
        doughs = {dough["name"]: dough["id"] for dough in page.request.get(f"{server.url}/api/doughs").json()["doughs"]}
        plans = {plan["title"]: plan["id"] for plan in page.request.get(f"{server.url}/api/plans").json()["plans"]}
        places = {
            "doughs": "/",
            "card": "/new",
            "bench": f"/bench/{doughs['Deck Drops']}",
            "weigh-in": f"/weigh/{doughs['Deck Drops']}",
            "trays": f"/trays/{doughs['Tide Rounds']}",
            "day": "/day",
            "plan": f"/day/{plans['Deck Drops']}",
            "plan-three-doughs": f"/day/{next(id for title, id in plans.items() if 'Tide' in title)}",
            "notebook": f"/notebook/{doughs['Deck Drops']}",
            "kitchen": "/kitchen",
            "keeping": "/keeping",
            "pantry": "/stores",
            "shopping": "/stores/shopping/list-picnic",
            "labels": "/stores/labels",
            "boxes": "/stores/boxes",
        }
        page.request.post(f"{server.url}/api/backups")
        card = (
            "HARBOUR GINGER ROUNDS\nmakes about 3 dozen\n\n2 1/4 cups flour, sifted      1 1/2 tsp baking soda\n1/4 tsp salt      2 tsp ground ginger\n"
            "3/4 cup butter, softened      1 cup brown sugar\n1 egg      1/4 cup treacle\nTo roll: 1/3 cup granulated sugar\n\nMethod\n"
            "Cream the butter and sugar. Beat in the egg and treacle. Stir in the dry ingredients. Chill 1 hour. Roll into 1 inch balls, roll in sugar, "
            "set 2 inches apart on greased sheets. Bake at 350F for 8 to 10 minutes until cracked. Cool 2 minutes on the sheet.\n"
        )
        for name, path in places.items():
            page.goto(server.url + path)
            page.wait_for_timeout(1500)
            if name == "card":
                page.get_by_label("The whole card").fill(card)
            page.wait_for_timeout(700)
            page.screenshot(path=FOLDER / f"{name}.png")
        oven(page, server.url, plans["Deck Drops"])
        wish(page, f"{server.url}/wish?from={doughs['Deck Drops']}")
        page.goto(f"{server.url}/trays/{doughs['Tide Rounds']}")
        page.get_by_role("tab", name="Cutting and printing").click()
        page.wait_for_timeout(1000)
        page.screenshot(path=FOLDER / "guides.png")
        page.goto(f"{server.url}/bench/{doughs['Deck Drops']}")
        page.wait_for_timeout(1500)
        server.kill()
        setting(page, "Portion").fill("47")
        page.keyboard.press("Escape")
        page.get_by_role("button", name="See what waits").click()
        page.wait_for_timeout(500)
        page.screenshot(path=FOLDER / "what-waits.png")
        browser.close()


def oven(page: Page, url: str, plan: str) -> None:
    """A rehearsal with trays in the oven, at the moment of a look."""
    begun = page.request.post(f"{url}/api/runs", data={"plan_id": plan, "rehearsal": {"speed": 12, "seed": 8}})
    run = begun.json()
    while len(run["trays"]) < 2:
        act = next(one for one in run["acts"] if one["kind"] not in ("turn", "look", "unload"))
        told = {"event": {"kind": "did", "marks": act["marks"]}}
        run = page.request.post(f"{url}/api/runs/{run['id']}/events", data=told).json()
    for tray in run["trays"]:
        told = {"event": {"kind": "did", "marks": [{"kind": "turn", "load": tray["load"]}]}}
        page.request.post(f"{url}/api/runs/{run['id']}/events", data=told)
    page.goto(f"{url}/oven/{run['id']}")
    page.get_by_text("Is it done?").wait_for(timeout=120_000)
    page.wait_for_timeout(700)
    page.screenshot(path=FOLDER / "oven.png")
    page.request.post(f"{url}/api/runs/{run['id']}/throw-away")


def wish(page: Page, url: str) -> None:
    """Two dozen, wider and chewier, without egg."""
    page.goto(url)
    page.get_by_role("textbox", name="How many").fill("24")
    page.get_by_role("textbox", name="Wide").fill("90")
    page.get_by_role("textbox", name="High").fill("12")
    page.get_by_role("button", name="egg", exact=True).click()
    for _ in range(4):
        page.get_by_role("slider", name="Chewy").press("ArrowRight")
    page.get_by_text("3 doughs that differ for a reason.").wait_for(timeout=60_000)
    page.get_by_role("textbox", name="How many").scroll_into_view_if_needed()
    page.wait_for_timeout(500)
    page.screenshot(path=FOLDER / "wish.png")


if __name__ == "__main__":
    main()
