"""The real server in a process of its own, asked as any program might."""

import json
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from threading import Thread
from typing import Any


def _started(folder: Path) -> tuple[subprocess.Popen[str], int]:
    """A server that says it is ready. A free port may be taken by another test before the server has it: then on another."""
    for _ in range(4):
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            port = probe.getsockname()[1]
        words = [sys.executable, "-m", "finebatch.cli", "serve", "--data", str(folder), "--port", str(port)]
        server = subprocess.Popen(words, stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True)
        assert server.stdout is not None
        assert server.stderr is not None
        if "ready" in server.stdout.readline():
            Thread(target=server.stderr.read, daemon=True).start()
            return server, port
        said = server.communicate()[1]
        assert "Address already in use" in said, said
    raise AssertionError("no port was free four times")


@contextmanager
def serving(folder: Path) -> Iterator[tuple[subprocess.Popen[str], str]]:
    """`finebatch serve` on a folder: the process, and its address."""
    server, port = _started(folder)
    assert server.stdout is not None
    yield server, f"http://127.0.0.1:{port}"
    if server.poll() is None:
        server.kill()
    server.wait()
    server.stdout.close()


def ask(url: str, path: str, body: object | None = None, method: str | None = None) -> tuple[int, Any, float]:
    """Status, answer and seconds."""
    begun = time.monotonic()
    data = json.dumps(body).encode() if body is not None else None
    request = urllib.request.Request(url + path, data, {"content-type": "application/json"}, method=method)
    try:
        with urllib.request.urlopen(request, timeout=120) as answer:
            status, text = answer.status, answer.read()
    except urllib.error.HTTPError as error:
        status, text = error.code, error.read()
    return status, json.loads(text) if text else None, time.monotonic() - begun
