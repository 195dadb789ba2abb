"""Measure the budgets of docs/budgets.md on this machine: `make bench`. A benchmark, not a test: nothing here can fail."""

import gzip
import re
import statistics
import tempfile
import time
from collections.abc import Callable
from datetime import timedelta
from pathlib import Path

from fastapi.testclient import TestClient
from playwright.sync_api import sync_playwright
from sqlalchemy import select

from finebatch.api.app import create_app
from finebatch.core.bakemodel.predicting import predict
from finebatch.core.base.geometry import area_mm2
from finebatch.core.bench.assess import case_for
from finebatch.core.forming.cutters import Cutter, outline
from finebatch.core.forming.nesting import lattices, ring_patterns
from finebatch.core.kitchen.kitchen import Kitchen
from finebatch.core.kitchen.tray import Tray
from finebatch.core.notebook.record import Bake, Measured, Verdict
from finebatch.core.trays.arrange import Footprint, arrange
from finebatch.demo.doughs import demo_doughs
from finebatch.store import bakes, doughs
from finebatch.store.database import Store
from finebatch.store.tables import BakeRow, DoughRow, utc_now
from tests.api.serving import serving
from tests.browser.conftest import ARGUMENTS, CHROMIUM, Server
from tests.browser.launcher import Launcher

ROOT = Path(__file__).parents[1]
KITCHEN = Kitchen(trays=(Tray(id="medium", name="Baking sheet", width_mm=350, depth_mm=250, count=4),))
SPEC = demo_doughs()[-1]


def timed(work: Callable[[], object], runs: int) -> tuple[float, float]:
    """Median and 95th percentile of `runs` in milliseconds, after one warm-up."""
    work()
    taken = []
    for _ in range(runs):
        start = time.perf_counter()
        work()
        taken.append(1000 * (time.perf_counter() - start))
    return statistics.median(taken), sorted(taken)[int(0.95 * (runs - 1))]


def row(what: str, budget: str, found: str) -> None:
    print(f"| {what} | {budget} | {found} |", flush=True)


def core() -> None:
    case = case_for(SPEC, KITCHEN)
    middle, high = timed(lambda: predict(case), 60)
    row("one prediction in the core", "30 ms", f"median {middle:.0f} ms, p95 {high:.0f} ms")
    piece = Footprint(width_mm=52, depth_mm=52)
    middle, high = timed(lambda: arrange(60, 620, 420, piece), 30)
    row("best arrangement of 60 rounds", "100 ms", f"median {middle:.1f} ms, p95 {high:.1f} ms")
    ring = outline(Cutter.STAR, 60.0)

    def nest() -> None:
        lattices.cache_clear()
        ring_patterns.cache_clear()
        ring_patterns(ring)

    middle, high = timed(nest, 5)
    best = max(
        (
            p
            for p in ring_patterns(ring)
            if (p.width_mm <= 400 and p.length_mm <= 300) or (p.length_mm <= 400 and p.width_mm <= 300)
        ),
        key=lambda p: p.count,
    )
    covered = 100 * best.count * area_mm2(ring) / (400 * 300)
    row(
        "a 60 mm star nested on 300 × 400 mm", "2 s", f"median {middle:.0f} ms; {best.count} stars cover {covered:.0f}%"
    )


def api(folder: Path) -> None:
    store = Store(folder)
    with store.session() as session:
        for i in range(2000):
            doughs.add(session, SPEC.model_copy(update={"name": f"Dough {i}"}))
    store.close()
    body = {"dough": SPEC.model_dump(mode="json"), "kitchen": KITCHEN.model_dump(mode="json")}
    with TestClient(create_app(folder), base_url="http://localhost") as client:
        _, high = timed(lambda: client.post("/api/assessments", json=body), 60)
        row("the whole analysis through the API", "p95 80 ms", f"p95 {high:.0f} ms")
        _, high = timed(lambda: client.get("/api/doughs"), 60)
        row("a page of the shelf of 2,000 doughs", "p95 100 ms", f"p95 {high:.0f} ms")
        _, high = timed(lambda: client.get("/api/doughs", params={"words": "dough 1999"}), 60)
        row("found by words among 2,000 doughs", "p95 100 ms", f"p95 {high:.0f} ms")


def notebook(folder: Path) -> None:
    """5,000 bakes of 500 doughs, on the folder that `api` filled."""
    store = Store(folder)
    with store.session() as session:
        ids = list(session.scalars(select(DoughRow.id).order_by(DoughRow.id).limit(500)))
        seen = Measured(widths_mm=(80, 82), oven_min=13, verdict=Verdict.RIGHT)
        bake = Bake(baked_at=utc_now(), spec=SPEC, kitchen=KITCHEN, measured=seen)
        saved = bakes.add(session, ids[0], bake)
        one = session.get_one(BakeRow, saved.id)
        columns = {column.name: getattr(one, column.name) for column in BakeRow.__table__.columns}
        for n in range(4999):
            at = utc_now() - timedelta(hours=n)
            session.add(BakeRow(**{**columns, "id": f"{n:032}", "dough_id": ids[n % 500], "baked_at": at}))
    store.close()
    body = {"dough": SPEC.model_dump(mode="json"), "kitchen": KITCHEN.model_dump(mode="json"), "dough_id": ids[0]}
    with TestClient(create_app(folder), base_url="http://localhost") as client:
        _, high = timed(lambda: client.post("/api/assessments", json=body), 60)
        row("the same with 5,000 bakes of 500 doughs", "p95 150 ms", f"p95 {high:.0f} ms")
        _, high = timed(lambda: client.get("/api/bakes", params={"dough_id": ids[0]}), 60)
        row("a dough's bakes among them", "p95 150 ms", f"p95 {high:.0f} ms")
        _, high = timed(lambda: client.get("/api/bakes"), 60)
        row("the latest of all bakes", "p95 150 ms", f"p95 {high:.0f} ms")
        write = {"dough_id": ids[1], "baked_at": "2026-06-05T15:00:00Z", "measured": {"widths_mm": [80]}}
        middle, _ = timed(
            lambda: (client.post("/api/bakes", json=write), client.post("/api/assessments", json=body)), 12
        )
        row("a bake written down, and the prediction learned anew", "300 ms", f"median {middle:.0f} ms")


def shelf(folder: Path) -> None:
    """The page of a shelf of years, on the folder that `api` filled."""
    launcher = Launcher()
    server = Server(launcher, folder)
    try:
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
            page = browser.new_page(viewport={"width": 390, "height": 800})
            taken = []
            for _ in range(5):
                start = time.perf_counter()
                page.goto(server.url)
                page.get_by_role("link", name="Dough 1999").wait_for()
                taken.append(time.perf_counter() - start)
            nodes = page.evaluate("document.querySelectorAll('*').length")
            row(
                "the shelf of 2,000 doughs on its page",
                "1 s, 1,500 nodes",
                f"median {sorted(taken)[2]:.1f} s, {nodes} nodes",
            )
            browser.close()
    finally:
        server.kill()
        launcher.close()


# Sets the flour line's grams anew, and waits until the dough's mass is drawn with it.
EDITED = """async (times) => {
  const input = [...document.querySelectorAll('input[data-line]')].find(one => one.value.includes('flour'));
  const rest = input.value.replace(/^[\\d½¼¾⅓⅔.]+ *(g|cups?)? */, '');
  const mass = [...document.querySelectorAll('h2')].find(one => one.textContent.endsWith('of dough'));
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
  const taken = [];
  for (let i = 0; i < times; i++) {
    const before = mass.textContent;
    const done = new Promise(resolve => {
      const watch = new MutationObserver(() => {
        if (mass.textContent !== before) { watch.disconnect(); requestAnimationFrame(() => resolve()); }
      });
      watch.observe(mass, { subtree: true, childList: true, characterData: true });
    });
    const start = performance.now();
    set.call(input, `${221.5 + 13 * i} g ${rest}`);
    input.dispatchEvent(new Event('input', { bubbles: true }));
    await Promise.race([done, new Promise((_, fail) => setTimeout(() => fail(new Error("never redrawn: " + input.value)), 5000))]);
    taken.push(performance.now() - start);
    await new Promise(resolve => setTimeout(resolve, 700));
  }
  return taken;
}"""


def interface(folder: Path) -> None:
    launcher = Launcher()
    server = Server(launcher, folder, "demo")
    server.kill()
    taken = []
    for _ in range(9):
        start = time.perf_counter()
        with serving(folder):
            taken.append(time.perf_counter() - start)
    row("server ready, second start", "2 s", f"median {sorted(taken)[4]:.1f} s, worst {max(taken):.1f} s of 9")
    server.start()
    try:
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            every: list[float] = []
            slowest = ("", 0.0)
            for dough in page.request.get(f"{server.url}/api/doughs").json()["doughs"]:
                page.goto(f"{server.url}/bench/{dough['id']}")
                page.get_by_text("Look for:").wait_for()
                page.wait_for_timeout(1500)
                taken = sorted(page.evaluate(EDITED, 12))
                every += taken
                slowest = max(slowest, (dough["name"], taken[len(taken) // 2]), key=lambda one: one[1])
            every.sort()
            middle, late = every[len(every) // 2], every[int(0.95 * len(every))]
            found = f"median {middle:.0f} ms, p95 {late:.0f} ms of {len(every)} over every demo dough; slowest {slowest[0]}, median {slowest[1]:.0f} ms"
            row("keystroke to redrawn result", "100 ms, p95 160 ms", found)
            browser.close()
    finally:
        server.kill()
        launcher.close()


def bundle() -> None:
    """What the first page names itself; the other places come when all is quiet."""
    page = (ROOT / "web/dist/index.html").read_text()
    files = [ROOT / "web/dist" / name for name in re.findall(r'(?:href|src)="/(assets/[^"]+\.(?:js|css))"', page)]
    total = sum(len(gzip.compress(file.read_bytes())) for file in files)
    row("first screen, script and style compressed", "250 kB", f"{total / 1000:.0f} kB")


if __name__ == "__main__":
    print("| what | budget | measured |\n|---|---|---|")
    core()
    with tempfile.TemporaryDirectory() as temporary:
        api(Path(temporary) / "api")
        notebook(Path(temporary) / "api")
        shelf(Path(temporary) / "api")
        interface(Path(temporary) / "demo")
    bundle()
