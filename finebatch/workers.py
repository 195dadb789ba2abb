"""Work that may take long, or never end, in processes of its own: it can be stopped, and never holds the server.

Each worker is one child with a queue before it. Waiting for an answer holds neither a thread nor a database connection: the event
loop watches the child's pipe. A child ends with its server, however that ends.
"""

import asyncio
import contextlib
import importlib
import multiprocessing
import os
import resource
import select
import threading
from collections.abc import Awaitable, Callable
from enum import Enum
from multiprocessing.connection import Connection
from multiprocessing.context import ForkServerContext, ForkServerProcess
from pathlib import Path
from typing import Any, TypeVar

Answer = TypeVar("Answer")
# Loaded once, in the process that children are forked from: a child then starts in some hundredths of a second.
PRELOADED = ["finebatch.formats.reading", "finebatch.formats.cutter_svg", "finebatch.core.day", "svgelements"]
READING_MB = 400  # beyond what is loaded: what is read from outside takes some tens
SOLVER = ("ortools.sat.python.cp_model",)  # takes seconds to load: only where plans are made


class StoppedError(RuntimeError):
    """The work was stopped before it was done."""


class TooLongError(StoppedError):
    """The work was stopped at its deadline."""


class BusyError(RuntimeError):
    """Too many wait already."""


class Sent(Enum):
    """What a child sends: something on the way, its answer, or what went wrong."""

    TOLD = "told"
    DONE = "done"
    FAILED = "failed"


def _serve(pipe: Connection, loads: tuple[str, ...], most_mb: int | None) -> None:
    """The child's life: take a function and its arguments, send back what comes of it, and before that what it has to tell on the way."""
    threading.Thread(target=_end_with_server, args=(pipe.fileno(),), daemon=True).start()
    for module in loads:
        importlib.import_module(module)
    if most_mb is not None:
        _limit_memory(most_mb)
    with contextlib.suppress(OSError):  # the server may have ended while all was loaded
        pipe.send((Sent.DONE, None))
    while True:
        try:
            work, arguments, tells = pipe.recv()
        except (EOFError, OSError):
            return
        try:
            more = {"tell": lambda told: pipe.send((Sent.TOLD, told))} if tells else {}
            answer = (Sent.DONE, work(*arguments, **more))
        except Exception as error:  # whatever goes wrong is the server's to tell
            answer = (Sent.FAILED, error)
        try:
            pipe.send(answer)
        except OSError:
            return


def _limit_memory(most_mb: int) -> None:
    """This process may take so much more memory than it has taken by now: more is a MemoryError in it, and trouble for nobody else."""
    pages = int(Path("/proc/self/statm").read_text(encoding="ascii").split()[0])
    most = pages * resource.getpagesize() + most_mb * 1024 * 1024
    resource.setrlimit(resource.RLIMIT_AS, (most, most))


def _end_with_server(pipe: int) -> None:
    """Wait until the other end of the pipe is closed: the server has ended, however it did. (The parent's number would not
    tell: it is the process that children are forked from, and that one lives as long as its children.)"""
    ends = select.poll()
    ends.register(pipe, select.POLLRDHUP)
    ends.poll()
    os._exit(1)


class _Asked:
    """Work that somebody asked for, by what `stop` knows it."""

    def __init__(self, of: object) -> None:
        self.of, self.stopped = of, False


class Worker:
    """One child at work on one thing at a time; at most `most_waiting` more wait for it."""

    def __init__(self, most_waiting: int, loads: tuple[str, ...] = (), most_mb: int | None = None) -> None:
        self._most_waiting = most_waiting
        self._loads = loads
        self._most_mb = most_mb
        self._turn = asyncio.Lock()
        self._child: ForkServerProcess | None = None
        self._pipe: Connection | None = None
        self._closed = False
        self._asked: list[_Asked] = []  # what waits for its turn, and what is being worked on
        self._working: _Asked | None = None

    async def run(
        self, work: Callable[..., Answer], *arguments: object, deadline_s: float | None = None,
        heard: Callable[[Answer], Awaitable[None]] | None = None, of: object = None,
    ) -> Answer:  # fmt: skip
        """`work(*arguments)` over there; what it raises is raised here. With `heard` it is given `tell`, and what it tells is heard. `of` is what `stop` knows it by. BusyError if too many wait, TooLongError at the
        deadline (counted from when its turn came and the child was ready), StoppedError if `stop` or `close` ended it."""
        if self._turn.locked() and len(self._asked) > self._most_waiting:
            raise BusyError
        asked = _Asked(of)
        self._asked.append(asked)
        try:
            async with self._turn:
                self._working = asked
                sent, answer = await self._worked((work, arguments, heard is not None), asked, deadline_s, heard)
        finally:
            self._working = None if self._working is asked else self._working
            self._asked.remove(asked)
        if sent is Sent.FAILED:
            raise answer
        return answer  # type: ignore[no-any-return]

    async def _worked(
        self, sent: tuple[object, ...], asked: "_Asked", deadline_s: float | None, heard: Callable[[Any], Awaitable[None]] | None
    ) -> tuple[Sent, Any]:  # fmt: skip
        """What the child answers to what is sent to it, with what it tells on the way handed to `heard`."""
        pipe = await self._ready()
        if asked.stopped:
            raise StoppedError("it was stopped")
        try:
            pipe.send(sent)
            kind, answer = await asyncio.wait_for(self._heard(pipe), deadline_s)
            while kind is Sent.TOLD:
                if heard is not None:
                    await heard(answer)
                kind, answer = await asyncio.wait_for(self._heard(pipe), deadline_s)
        except TimeoutError as error:
            self._drop()
            raise TooLongError from error
        except (EOFError, OSError) as error:
            self._drop()
            raise StoppedError("it was stopped") from error
        except (asyncio.CancelledError, Exception):
            self._drop()  # whoever asked is gone, or does not want what it hears: nobody waits for the answer
            raise
        return kind, answer

    async def warm_up(self) -> None:
        """Start the child now rather than when it is first needed."""
        async with self._turn:
            with contextlib.suppress(StoppedError, EOFError, OSError):
                await self._ready()

    async def _ready(self) -> Connection:
        if self._closed:
            raise StoppedError("the server is stopping")
        if self._pipe is not None and self._child is not None and self._child.is_alive():
            return self._pipe
        self._drop()
        # In a thread: the first child waits until all is loaded from which it is forked.
        self._child, pipe = await asyncio.to_thread(_start, self._loads, self._most_mb)
        self._pipe = pipe
        if self._closed:
            self._drop()
            raise StoppedError("the server is stopping")
        await self._heard(pipe)
        return pipe

    async def _heard(self, pipe: Connection) -> tuple[Sent, Any]:
        loop = asyncio.get_running_loop()
        readable = asyncio.Event()
        loop.add_reader(pipe.fileno(), readable.set)
        try:
            await readable.wait()
        finally:
            loop.remove_reader(pipe.fileno())
        heard: tuple[Sent, Any] = pipe.recv()
        return heard

    def stop(self, of: object) -> None:
        """End the work that is known by `of`: being done, or waiting for its turn."""
        for asked in self._asked:
            if asked.of is of:
                asked.stopped = True
                if asked is self._working and self._child is not None:
                    self._child.kill()

    def close(self) -> None:
        """End the child for good."""
        self._closed = True
        if self._child is not None:
            self._child.kill()

    def _drop(self) -> None:
        if self._child is not None:
            self._child.kill()
        self._child = self._pipe = None  # the pipe closes when nobody reads it any more


def _start(loads: tuple[str, ...], most_mb: int | None) -> tuple[ForkServerProcess, Connection]:
    context: ForkServerContext = multiprocessing.get_context("forkserver")
    context.set_forkserver_preload(PRELOADED)
    ours, theirs = context.Pipe()
    child = context.Process(target=_serve, args=(theirs, loads, most_mb), daemon=True)
    child.start()
    theirs.close()
    return child, ours


class Workers:
    """The server's own: one for what is read from outside, one for plans, one for looking on at a plan, one for a day that is run, one for
    wishes."""

    def __init__(self) -> None:
        self.reading = Worker(most_waiting=8, most_mb=READING_MB)
        self.plans = Worker(most_waiting=2, loads=SOLVER)
        self.looking_on = Worker(most_waiting=4, loads=SOLVER)
        self.live = Worker(most_waiting=4, loads=SOLVER)
        self.wishes = Worker(most_waiting=4, loads=("finebatch.core.inverse.granting",))

    def close(self) -> None:
        """End all children."""
        for worker in (self.reading, self.plans, self.looking_on, self.live, self.wishes):
            worker.close()
