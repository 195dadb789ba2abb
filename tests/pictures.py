"""Take the README's pictures anew from the demo kitchen: `make pictures`."""

import tempfile
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from tests.browser.conftest import ARGUMENTS, CHROMIUM, Server
from tests.browser.launcher import Launcher

RUSKS = "Keeper's Rusks"
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
            "bench-cut-outs": f"/bench/{doughs['Tide Rounds']}",
            "weigh-in": f"/weigh/{doughs['Deck Drops']}",
            "printed-card": f"/card/{doughs['Deck Drops']}",
            "bench-twice-baked": f"/bench/{doughs[RUSKS]}",
            "trays": f"/trays/{doughs['Tide Rounds']}",
            "day": "/day",
            "plan": f"/day/{plans['Deck Drops']}",
            "plan-three-doughs": f"/day/{next(id for title, id in plans.items() if 'Tide' in title)}",
            "kitchen": "/kitchen",
        }
        card = "1½ cups plain flour, sifted\n1 stick soft butter\n½ cup brown sugar\nhalf an egg\n3 to 4 tbsp milk\npinch of salt"
        for name, path in places.items():
            page.goto(server.url + path)
            page.wait_for_timeout(1500)
            if name == "card":
                page.get_by_label("Name").fill("Slip Drops")
                page.get_by_label("The whole card").fill(card)
            page.wait_for_timeout(700)
            page.screenshot(path=FOLDER / f"{name}.png")
        bench_sheets(page, f"{server.url}/bench/{doughs['Deck Drops']}")
        for tab, name in (("Cutting and printing", "guides"), ("Finishes", "finishes")):
            page.goto(f"{server.url}/trays/{doughs['Tide Rounds']}")
            page.get_by_role("tab", name=tab).click()
            page.wait_for_timeout(1000)
            page.screenshot(path=FOLDER / f"{name}.png")
        page.goto(f"{server.url}/bench/{doughs['Deck Drops']}")
        page.wait_for_timeout(1500)
        server.kill()
        page.get_by_label("Portion", exact=True).fill("47")
        page.get_by_role("button", name="See what waits").click()
        page.wait_for_timeout(500)
        page.screenshot(path=FOLDER / "what-waits.png")
        browser.close()


def bench_sheets(page: Page, url: str) -> None:
    """The bench's other views and sheets."""
    page.goto(url)
    page.get_by_role("tab", name="Balance").click()
    page.wait_for_timeout(700)
    page.screenshot(path=FOLDER / "bench-balance.png")
    page.get_by_role("button", name="Scale").click()
    page.wait_for_timeout(900)
    page.screenshot(path=FOLDER / "scale.png")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Swap").click()
    page.get_by_role("button", name="Ground flaxseed").click()
    page.wait_for_timeout(900)
    page.screenshot(path=FOLDER / "swap.png")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="What if…").click()
    page.wait_for_timeout(1200)
    page.screenshot(path=FOLDER / "what-if.png")


if __name__ == "__main__":
    main()
