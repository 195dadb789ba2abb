"""Servers for browser tests, each in a process of its own that is forked from one in which everything is loaded already: it is
ready in a tenth of the time. What starting from nothing takes is tested in tests/api and tests/store, and measured in the budgets.
"""

import json
import os
import signal
import subprocess
import sys


class Launcher:
    """The process that servers are forked from."""

    def __init__(self) -> None:
        words = [sys.executable, "-m", "tests.browser.launcher"]
        self._process = subprocess.Popen(words, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True)

    def start(self, *arguments: str) -> int:
        """`finebatch` with these arguments; its process's number."""
        assert self._process.stdin is not None
        assert self._process.stdout is not None
        self._process.stdin.write(json.dumps(arguments) + "\n")
        self._process.stdin.flush()
        return int(self._process.stdout.readline())

    def close(self) -> None:
        assert self._process.stdin is not None
        self._process.stdin.close()
        self._process.wait(timeout=20)


def _serve(arguments: list[str]) -> None:
    signal.signal(signal.SIGCHLD, signal.SIG_DFL)
    os.dup2(os.open(os.devnull, os.O_RDONLY), 0)
    os.dup2(2, 1)
    from finebatch.cli import main

    os._exit(main(arguments))


if __name__ == "__main__":
    import uvicorn  # noqa: F401

    import finebatch.api.app
    import finebatch.demo  # noqa: F401

    signal.signal(signal.SIGCHLD, signal.SIG_IGN)  # those that end are forgotten at once
    for line in sys.stdin:
        child = os.fork()
        if child == 0:
            _serve(json.loads(line))
        print(child, flush=True)
