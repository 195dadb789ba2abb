"""Kills at random moments while everything is being written: `make killbench`. A benchmark, not a test (tests/api/test_kills.py is its short form).

A real server is killed (SIGKILL) a thousand times while one client for each kind of write saves as fast as it is answered. After each start what is there
must be what was last acknowledged, or what was on its way, whole. Every tenth time the file is looked through.
"""

import json
import random
import shutil
import sqlite3
import sys
import tempfile
import threading
import time
import zipfile
from collections import Counter
from collections.abc import Callable
from contextlib import closing
from datetime import UTC, datetime
from http.client import HTTPException
from pathlib import Path
from typing import Any

from finebatch.store import doughs
from finebatch.store.archive.writing import write
from finebatch.store.database import Store
from tests.api.serving import ask
from tests.browser.conftest import Server
from tests.browser.launcher import Launcher
from tests.kit import drop_dough

Json = dict[str, Any]
KILLS = 1000
LOOK_THROUGH_EVERY = 10
LONGEST_S = 0.45
OF_ARCHIVE = 3
STEPS = 100  # of a metre, of a gram: so many writes stay within what may be typed
LOST = (OSError, HTTPException, ValueError)  # a connection that went, or an answer that was cut off


class Writer:
    """One kind of write, each over the last. `last` is what was acknowledged, `coming` what was asked for and not answered yet."""

    def __init__(self, kitchen: "Kitchen") -> None:
        self.kitchen = kitchen
        self.last = 0
        self.coming = 0
        self.acknowledged = 0
        self.refused = ""
        self.make()
        self.last = self.coming = self.found()

    def make(self) -> None:
        """What is written to."""

    def save(self, number: int) -> None:
        """Ask for the number to be kept, answered when it is."""
        raise NotImplementedError

    def found(self) -> int:
        """The number that is kept now."""
        raise NotImplementedError

    def go_on(self, until: threading.Event) -> None:
        while not until.is_set():
            self.coming = self.last + 1
            try:
                self.save(self.coming)
            except LOST:
                return
            except AssertionError as error:  # the server does not know what it has acknowledged
                self.refused = f"{type(self).__name__}: refused {error}"
                return
            self.last = self.coming
            self.acknowledged += 1

    def check(self) -> str:
        """What was lost or torn; nothing is well. From here on what is there counts."""
        found, wrong = self.found(), self.refused
        self.refused = ""
        if found not in (self.last, self.coming):
            wrong = f"{type(self).__name__}: {found}, not {self.last} or {self.coming}"
        self.last = self.coming = found
        return wrong


class Doughs(Writer):
    def make(self) -> None:
        self.id = self.kitchen.dough("Number 1")

    def save(self, number: int) -> None:
        spec = drop_dough(name=f"Number {number}").model_dump(mode="json")
        self.kitchen.done("PUT", f"/api/doughs/{self.id}", {"revision": number - 1, "spec": spec})

    def found(self) -> int:
        saved = self.kitchen.got(f"/api/doughs/{self.id}")
        number = int(saved["spec"]["name"].split()[1])
        assert saved["revision"] == number, saved
        return number


class Settings(Writer):
    def save(self, number: int) -> None:
        change = {"path": ["altitude_m"], "was": (number - 1) / STEPS, "now": number / STEPS}
        answer = self.kitchen.done("PATCH", "/api/kitchen", {"changes": [change]})
        assert not answer["conflicts"], answer

    def found(self) -> int:
        return round(self.kitchen.got("/api/kitchen")["kitchen"]["altitude_m"] * STEPS)


class Bowl(Writer):
    def make(self) -> None:
        self.id = self.kitchen.dough("For the bowl")

    def save(self, number: int) -> None:
        change = {
            "path": ["poured_g", "l1"],
            "was": (number - 1) / STEPS if number > 1 else None,
            "now": number / STEPS,
        }
        self.kitchen.done("PATCH", f"/api/doughs/{self.id}/weigh-in", {"changes": [change]})

    def found(self) -> int:
        return round(self.kitchen.got(f"/api/doughs/{self.id}/weigh-in")["state"]["poured_g"].get("l1", 0) * STEPS)


class Versions(Writer):
    def make(self) -> None:
        self.id = self.kitchen.dough("With versions")

    def save(self, number: int) -> None:
        self.kitchen.done("POST", f"/api/doughs/{self.id}/versions", {"revision": 1, "note": str(number)})

    def found(self) -> int:
        # The list is of the latest; each was kept over the one before.
        return max((int(one["note"]) for one in self.kitchen.got(f"/api/doughs/{self.id}/versions")), default=0)


class Bakes(Writer):
    """A bake and how it stood before are kept together, or neither."""

    def make(self) -> None:
        dough = self.kitchen.dough("Baked")
        new = {"dough_id": dough, "baked_at": "2026-06-05T15:00:00Z", "measured": {"note": "1"}}
        self.id = self.kitchen.done("POST", "/api/bakes", new)["id"]

    def save(self, number: int) -> None:
        body = {
            "revision": number - 1,
            "baked_at": "2026-06-05T15:00:00Z",
            "measured": {"note": str(number)},
            "learn_from": False,
        }
        self.kitchen.done("PUT", f"/api/bakes/{self.id}", body)

    def found(self) -> int:
        saved = self.kitchen.got(f"/api/bakes/{self.id}")
        before = self.kitchen.got(f"/api/bakes/{self.id}/befores")
        assert saved["bake"]["measured"]["note"] == str(saved["revision"]) == str(len(before) + 1), saved
        return int(saved["revision"])


class Tries(Writer):
    def make(self) -> None:
        self.id = self.kitchen.dough("Tried")

    def save(self, number: int) -> None:
        spec = drop_dough(name="Other").model_dump(mode="json")
        self.kitchen.done("POST", "/api/tries/kept", {"dough_id": self.id, "saying": str(number), "spec": spec})

    def found(self) -> int:
        kept = self.kitchen.got(f"/api/tries/kept?dough_id={self.id}")["kept"]
        return int(kept["saying"]) if kept else 0


class Plans(Writer):
    """A plan is put aside and back, each over the last."""

    def make(self) -> None:
        self.id = self.kitchen.plan["id"]

    def save(self, number: int) -> None:
        where = "put-aside" if number % 2 == 0 else "put-back"
        self.kitchen.done("POST", f"/api/plans/{self.id}/{where}", {"revision": number - 1})

    def found(self) -> int:
        for aside in ("false", "true"):
            for one in self.kitchen.got(f"/api/plans?aside={aside}")["plans"]:
                if one["id"] == self.id:
                    assert (aside == "true") is (one["revision"] % 2 == 0), one
                    return int(one["revision"])
        raise AssertionError("the plan is gone")


class Evening(Writer):
    """A day that is run: what is told is only ever added."""

    def make(self) -> None:
        self.id = self.kitchen.done("POST", "/api/runs", {"plan_id": self.kitchen.plan["id"]})["id"]

    def save(self, number: int) -> None:
        self.kitchen.done("POST", f"/api/runs/{self.id}/events", {"event": {"kind": "note", "text": str(number)}})

    def found(self) -> int:
        return int(self.kitchen.got(f"/api/runs/{self.id}")["seq"])


class Stores(Writer):
    """A list is ticked, each tick a field of its own."""

    def make(self) -> None:
        thing = {"kind": "shopping", "name": "0", "made_at": "2026-06-05T15:00:00Z"}
        self.kitchen.done("POST", "/api/stores", {"id": "list", "thing": thing})

    def save(self, number: int) -> None:
        ticked = {"ticked": True, "grams": None, "left_out": False}
        changes = [{"path": ["name"], "was": str(number - 1), "now": str(number)}]
        changes.append(
            {"path": ["marks", f"line {number % STEPS}"], "was": None if number <= STEPS else ticked, "now": ticked}
        )
        answer = self.kitchen.done("PATCH", "/api/stores/list", {"changes": changes})
        assert not answer["conflicts"], answer

    def found(self) -> int:
        saved = self.kitchen.got("/api/stores/list")
        number = int(saved["thing"]["name"])
        # The name and the tick went in together, or neither.
        assert len(saved["thing"]["marks"]) == min(number, STEPS) == min(saved["revision"] - 1, STEPS), saved
        return number


class Archives(Writer):
    """Several doughs at once, or none."""

    def make(self) -> None:
        store = Store(self.kitchen.folder.with_name("other"))
        with store.session() as session:
            for n in range(OF_ARCHIVE):
                doughs.add(session, drop_dough(name=f"From elsewhere {n}"))
            self.ids = [one.id for one in doughs.shelf(session).doughs]
            self.path = self.kitchen.folder.with_name("other.zip")
            write(session, self.path)
        store.close()

    def save(self, number: int) -> None:
        wanted = self.path.with_name("next.zip")
        with zipfile.ZipFile(self.path) as old, zipfile.ZipFile(wanted, "w") as new:
            for name in old.namelist():
                data = old.read(name)
                for n, id in enumerate(self.ids):
                    data = data.replace(id.encode(), f"{number:016d}{n:016d}".encode())
                new.writestr(name, data)
        here = self.kitchen.sent("/api/archives", wanted.read_bytes())
        self.kitchen.done("POST", f"/api/archives/{here['id']}", {})

    def found(self) -> int:
        total = int(self.kitchen.got("/api/doughs?words=From%20elsewhere")["total"])
        assert total % OF_ARCHIVE == 0, f"{total} doughs of archives that hold {OF_ARCHIVE} each"
        return total // OF_ARCHIVE


WRITERS: tuple[type[Writer], ...] = (Doughs, Settings, Bowl, Versions, Bakes, Tries, Plans, Stores, Evening, Archives)


class Kitchen:
    """A served kitchen that is killed and started again, and who writes to it."""

    def __init__(self, launcher: Launcher, folder: Path) -> None:
        self.folder = folder
        self.server = Server(launcher, folder)
        planned = self.dough("Planned")
        body = {"doughs": [{"dough_id": planned}], "when": "soonest", "at": datetime.now(UTC).isoformat(), "racks": 2}
        self.plan = self.done("POST", "/api/plans", body)
        self.writers = []
        for kind in WRITERS:
            # A plan whose day is run is not put aside: the evening comes of a plan of its own.
            if kind is Evening:
                self.plan = self.done("POST", "/api/plans", body)
            self.writers.append(kind(self))

    def done(self, method: str, path: str, body: object) -> Any:
        """The answer to a change, once it is made."""
        status, answer, _ = ask(self.server.url, path, body, method)
        if status >= 500:
            raise OSError(f"{status}: {answer}")
        assert status < 300, (method, path, status, answer)
        return answer

    def got(self, path: str) -> Any:
        status, answer, _ = ask(self.server.url, path)
        assert status == 200, (path, status, answer)
        return answer

    def sent(self, path: str, data: bytes) -> Any:
        import urllib.request

        request = urllib.request.Request(self.server.url + path, data, {"content-type": "application/octet-stream"})
        with urllib.request.urlopen(request, timeout=60) as answer:
            return json.loads(answer.read())

    def dough(self, name: str) -> str:
        return str(self.done("POST", "/api/doughs", drop_dough(name=name).model_dump(mode="json"))["id"])

    def killed(self, after_s: float) -> list[str]:
        """Write, be killed, start again; what was lost or torn."""
        stop = threading.Event()
        threads = [threading.Thread(target=writer.go_on, args=(stop,), daemon=True) for writer in self.writers]
        for thread in threads:
            thread.start()
        time.sleep(after_s)
        self.server.kill()
        stop.set()
        for thread in threads:
            thread.join()
        self.server.start()
        return [wrong for writer in self.writers if (wrong := _told(writer.check))]

    def looked_through(self) -> list[str]:
        with closing(sqlite3.connect(self.folder / "kitchen.db")) as connection:
            checked = connection.execute("PRAGMA integrity_check").fetchall()
            pointing = connection.execute("PRAGMA foreign_key_check").fetchall()
        return [str(one) for one in (*checked, *pointing) if one != ("ok",)]


def _told(check: Callable[[], str]) -> str:
    try:
        return check()
    except AssertionError as error:
        return f"torn: {error}"


def run(kills: int, seed: int, say: Callable[[str], None] = print) -> tuple[list[str], Counter[str]]:
    """So many kills; what was lost or torn in any, and how many writes of each kind were acknowledged."""
    dice = random.Random(seed)
    wrong: list[str] = []
    folder = Path(tempfile.mkdtemp(prefix="finebatch-kills-"))
    launcher = Launcher()
    try:
        kitchen = Kitchen(launcher, folder / "data")
        for kill in range(1, kills + 1):
            found = kitchen.killed(dice.uniform(0.0, LONGEST_S))
            if kill % LOOK_THROUGH_EVERY == 0 or kill == kills:
                found += kitchen.looked_through()
            for one in found:
                say(f"after kill {kill}: {one[:400]}")
            wrong += found
            if kill % 100 == 0:
                say(f"{kill} kills, {len(wrong)} lost or torn")
        kitchen.server.kill()
    finally:
        launcher.close()
        shutil.rmtree(folder, ignore_errors=True)
    return wrong, Counter({type(writer).__name__: writer.acknowledged for writer in kitchen.writers})


if __name__ == "__main__":
    asked_kills = int(sys.argv[1]) if len(sys.argv) > 1 else KILLS
    lost, written = run(asked_kills, int(sys.argv[2]) if len(sys.argv) > 2 else 7)
    for kind, count in sorted(written.items()):
        print(f"{count:7d} acknowledged: {kind}")
    print(f"{asked_kills} kills, {sum(written.values())} acknowledged writes, {len(lost)} lost or torn")
    sys.exit(bool(lost))
