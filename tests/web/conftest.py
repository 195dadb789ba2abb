"""The interface's own modules, called from here: no browser, no copy of what they do."""

import json
import os
import shutil
import subprocess
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest

ROOT = Path(__file__).parents[2]


class Interface:
    """Node with the interface's sources: `call(module, name, *arguments)`."""

    def __init__(self) -> None:
        paths = f"{os.environ['PATH']}:{ROOT / '.venv' / 'bin'}"  # where Node comes from a wheel, it lies there
        node = shutil.which("node", path=paths)
        assert node is not None
        words = [node, str(Path(__file__).with_name("call.mjs")), str(ROOT / "web")]
        self._node = subprocess.Popen(words, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True)

    def call(self, module: str, name: str, *arguments: Any) -> Any:
        """What `src/<module>`'s function answers; AssertionError with what it threw."""
        assert self._node.stdin is not None
        assert self._node.stdout is not None
        self._node.stdin.write(json.dumps({"module": module, "name": name, "args": arguments}) + "\n")
        self._node.stdin.flush()
        answer = json.loads(self._node.stdout.readline())
        assert "error" not in answer, answer["error"]
        return answer["value"]

    def close(self) -> None:
        assert self._node.stdin is not None
        self._node.stdin.close()
        self._node.wait(timeout=20)


@pytest.fixture(scope="session")
def interface() -> Iterator[Interface]:
    interface = Interface()
    yield interface
    interface.close()
