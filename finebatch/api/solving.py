"""The day's solver in a process of its own: it can be stopped, loads only when first asked, and never blocks the server."""

import multiprocessing
import threading
from collections.abc import Callable
from multiprocessing.connection import Connection
from typing import Any, TypeVar

Answer = TypeVar("Answer")


class StoppedError(RuntimeError):
    """The work was stopped before it was done."""


def _serve(pipe: Connection) -> None:
    """The child's life: take a function and its arguments, send back what comes of it."""
    while True:
        try:
            work, arguments = pipe.recv()
        except EOFError:
            return
        try:
            pipe.send((True, work(*arguments)))
        except Exception as error:  # whatever goes wrong is the parent's to tell
            pipe.send((False, error))


class SolverProcess:
    """One child, started when first needed; one piece of work at a time."""

    def __init__(self) -> None:
        self._turn = threading.Lock()
        self._child: Any = None
        self._pipe: Connection | None = None

    def run(self, work: Callable[..., Answer], *arguments: object) -> Answer:
        """`work(*arguments)` over there; what it raises is raised here. StoppedError if `stop` ended it."""
        with self._turn:
            pipe = self._started()
            try:
                pipe.send((work, arguments))
                well, answer = pipe.recv()
            except (EOFError, OSError) as error:
                self._child, self._pipe = None, None
                raise StoppedError("the solver was stopped") from error
        if not well:
            raise answer
        return answer  # type: ignore[no-any-return]

    def _started(self) -> Connection:
        if self._child is None or not self._child.is_alive() or self._pipe is None:
            context = multiprocessing.get_context("spawn")
            self._pipe, theirs = context.Pipe()
            self._child = context.Process(target=_serve, args=(theirs,), daemon=True)
            self._child.start()
            theirs.close()
        return self._pipe

    def stop(self) -> bool:
        """End what is being worked on; whether there was a child to end."""
        child = self._child
        if child is None or not child.is_alive():
            return False
        child.kill()
        return True


# One for the server's life, whatever the data folder: a child costs seconds to start.
SOLVER = SolverProcess()
LOOKING_ON = SolverProcess()
