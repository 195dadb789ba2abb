"""A real server on its own data folder, and Debian's Chromium."""

import contextlib
import os
import signal
import socket
import time
import urllib.request
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect, sync_playwright

from tests.browser.launcher import Launcher

expect.set_options(timeout=40_000)  # two servers and two browsers share two cores

CHROMIUM = "/usr/bin/chromium"
ARGUMENTS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync",
]  # fmt: skip


class Server:
    """`finebatch serve` in a process of its own, which tests may kill and start again."""

    def __init__(self, launcher: Launcher, folder: Path, command: str = "serve", *more: str) -> None:
        self.launcher, self.folder, self.command, self.more = launcher, folder, command, more
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            self.port = probe.getsockname()[1]
        self.url = f"http://127.0.0.1:{self.port}"
        self.start()

    def start(self) -> None:
        self._pid = self.launcher.start(self.command, "--data", str(self.folder), "--port", str(self.port), *self.more)
        for _ in range(1200):
            try:
                urllib.request.urlopen(f"{self.url}/api/health", timeout=1)
                return
            except OSError:
                time.sleep(0.025)
        raise RuntimeError("the server did not start")

    def kill(self) -> None:
        """As a power cut would."""
        with contextlib.suppress(ProcessLookupError):  # a test may have ended between a kill and a start
            os.kill(self._pid, signal.SIGKILL)
        with contextlib.suppress(ProcessLookupError):
            while True:
                os.kill(self._pid, 0)
                time.sleep(0.005)


@pytest.fixture(scope="session")
def launcher() -> Iterator[Launcher]:
    launcher = Launcher()
    yield launcher
    launcher.close()


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        yield browser
        browser.close()


@pytest.fixture(scope="session")
def demo(launcher: Launcher, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    """The demo kitchen, for tests that only look."""
    server = Server(launcher, tmp_path_factory.mktemp("demo"), "demo")
    yield server
    server.kill()


@pytest.fixture(scope="session")
def shared(launcher: Launcher, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    """One kitchen for tests that leave its settings alone and name their own doughs."""
    server = Server(launcher, tmp_path_factory.mktemp("shared"))
    yield server
    server.kill()


@pytest.fixture
def server(launcher: Launcher, tmp_path: Path) -> Iterator[Server]:
    """An empty kitchen of the test's own."""
    server = Server(launcher, tmp_path / "data")
    yield server
    server.kill()


@pytest.fixture
def page(browser: Browser) -> Iterator[Page]:
    # The worker that keeps the app for when the server is away is tried in test_away.py; it would fetch all of it in every test.
    context = browser.new_context(
        viewport={"width": 1280, "height": 800}, timezone_id="Europe/Dublin", locale="en-GB", service_workers="block"
    )
    page = context.new_page()
    page.set_default_timeout(40_000)
    failures: list[str] = []
    page.on("pageerror", lambda error: failures.append(str(error)))
    # Nothing the app does may be what its own policy refuses.
    page.on("console", lambda said: failures.append(said.text) if "Content Security Policy" in said.text else None)
    yield page
    context.close()
    assert failures == []
