"""Work in processes of its own: queued, stopped, ended with the server; nothing else waits for it."""

import asyncio
import contextlib
import os
import signal
import subprocess
import threading
import time
from collections.abc import Callable, Coroutine, Iterator
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest

from finebatch.core.base.problems import Refusal, refusal
from finebatch.workers import BusyError, StoppedError, TooLongError, Worker
from tests.api.serving import ask, serving
from tests.kit import drop_dough

SPEC = drop_dough(name="Deck Drops").model_dump(mode="json")


def refuse(field: str) -> None:
    raise refusal(field, "Not so.")


def run(work: Coroutine[Any, Any, None]) -> None:
    """In a thread of its own: the browser tests leave a running loop in the one they shared with these."""
    with ThreadPoolExecutor(1) as pool:
        pool.submit(asyncio.run, asyncio.wait_for(work, 60)).result()


def test_a_worker_answers_and_passes_refusals_on() -> None:
    async def work() -> None:
        worker = Worker(most_waiting=1)
        assert await worker.run(sum, (1, 2, 3)) == 6
        with pytest.raises(Refusal) as caught:
            await worker.run(refuse, "at")
        assert caught.value.problem.field == "at"
        assert await worker.run(max, 1, 2) == 2
        worker.close()

    run(work())


def count_up_to(most: int, tell: Callable[[int], None]) -> int:
    for number in range(most):
        tell(number)
    return most


def test_work_can_be_stopped_and_the_next_is_done() -> None:
    async def work() -> None:
        worker = Worker(most_waiting=1)
        this, other = object(), object()
        await worker.run(len, ())
        asyncio.get_running_loop().call_later(0.3, worker.stop, this)
        waits = asyncio.create_task(worker.run(len, (1, 2), of=other))
        with pytest.raises(StoppedError):
            await worker.run(time.sleep, 60, of=this)
        assert await waits == 2  # what is not stopped goes on
        worker.close()

    run(work())


def test_work_that_waits_for_its_turn_can_be_stopped_and_what_is_told_is_heard() -> None:
    heard = []

    async def listen(told: int) -> None:
        heard.append(told)

    async def fail(told: int) -> None:
        raise LookupError

    async def work() -> None:
        worker = Worker(most_waiting=2)
        this = object()
        first = asyncio.create_task(worker.run(time.sleep, 0.5, of=object()))
        await asyncio.sleep(0.1)
        second = asyncio.create_task(worker.run(len, (1, 2), of=this))
        await asyncio.sleep(0.1)
        worker.stop(this)
        await first
        with pytest.raises(StoppedError):
            await second
        assert await worker.run(count_up_to, 3, heard=listen) == 3
        assert heard == [0, 1, 2]
        with pytest.raises(LookupError):
            await worker.run(count_up_to, 3, heard=fail)
        assert await worker.run(count_up_to, 2, heard=listen) == 2  # nothing of the work before is left in the pipe
        assert heard == [0, 1, 2, 0, 1]
        worker.close()

    run(work())


def test_a_deadline_ends_what_takes_too_long() -> None:
    async def work() -> None:
        worker = Worker(most_waiting=1)
        await worker.warm_up()
        with pytest.raises(TooLongError):
            await worker.run(time.sleep, 60, deadline_s=0.2)
        assert await worker.run(len, (1, 2)) == 2
        worker.close()

    run(work())


def test_only_so_many_wait() -> None:
    async def work() -> None:
        worker = Worker(most_waiting=2)
        await worker.warm_up()
        asked = [asyncio.create_task(worker.run(time.sleep, 0.3)) for _ in range(5)]
        answers = await asyncio.gather(*asked, return_exceptions=True)
        assert [type(answer) for answer in answers].count(BusyError) == 2
        assert answers.count(None) == 3
        worker.close()

    run(work())


def test_nothing_is_done_after_closing() -> None:
    async def work() -> None:
        worker = Worker(most_waiting=1)
        worker.close()
        with pytest.raises(StoppedError):
            await worker.run(len, ())

    run(work())


# The real server in a process of its own, with a day of three doughs and a search.


@pytest.fixture
def served(tmp_path: Path) -> Iterator[tuple[subprocess.Popen[str], str]]:
    with serving(tmp_path / "data") as (server, url):
        yield server, url


def a_day(url: str, doughs: int = 2) -> dict[str, Any]:
    ids = [ask(url, "/api/doughs", {**SPEC, "name": f"Dough {n}"})[1]["id"] for n in range(doughs)]
    at = (datetime.now(UTC) + timedelta(hours=30)).isoformat()
    return {"doughs": [{"dough_id": id, "times": 0.9} for id in ids], "at": at, "racks": 2}


def children_of(pid: int) -> list[int]:
    found = subprocess.run(["ps", "-eo", "pid=,ppid="], capture_output=True, text=True, check=True).stdout
    pairs = [tuple(map(int, line.split())) for line in found.splitlines()]
    below = [child for child, parent in pairs if parent == pid]
    return below + [grandchild for child in below for grandchild in children_of(child)]


def alive(pids: list[int]) -> list[int]:
    def lives(pid: int) -> bool:
        try:
            return "Z" not in Path(f"/proc/{pid}/stat").read_text().rsplit(")", 1)[1].split()[0]
        except OSError:
            return False

    return [pid for pid in pids if lives(pid)]


def until(holds: Callable[[], bool], within_s: float = 60) -> None:
    """Wait for what must come to be; the machine may be busy with other tests."""
    ended = time.monotonic() + within_s
    while not holds():
        assert time.monotonic() < ended
        time.sleep(0.05)


def test_while_many_plans_are_asked_a_plain_read_is_answered(served: tuple[subprocess.Popen[str], str]) -> None:
    _, url = served
    day = a_day(url)
    ask(url, "/api/plans/warm-up", {})
    reads = 0
    done = threading.Event()

    def read() -> None:
        nonlocal reads
        while not done.is_set():
            ask(url, "/api/kitchen")
            reads += 1
            time.sleep(0.02)

    reader = threading.Thread(target=read)
    reader.start()
    with ThreadPoolExecutor(18) as pool:
        answers = list(pool.map(lambda _: ask(url, "/api/plans", day), range(18)))
    done.set()
    reader.join()
    statuses = [status for status, _, _ in answers]
    assert statuses.count(201) >= 3
    assert set(statuses) == {201, 503}
    refusal = next(answer for status, answer, _ in answers if status == 503)
    assert "Two plans are waiting" in refusal["detail"]
    # A reader that has to wait for plans is answered about once a plan.
    assert reads > 2 * statuses.count(201)


@pytest.mark.parametrize("signal_", [signal.SIGTERM, signal.SIGKILL])
def test_the_server_stops_while_it_solves_and_its_children_with_it(
    served: tuple[subprocess.Popen[str], str], signal_: signal.Signals
) -> None:
    server, url = served
    day = a_day(url, 3)
    plan = ask(url, "/api/plans", day)[1]
    search = threading.Thread(target=lambda: _quietly(url, f"/api/plans/{plan['id']}/search", {"seconds": 100}))
    search.start()
    more = threading.Thread(target=lambda: _quietly(url, "/api/plans", day))
    more.start()
    until(lambda: len(children_of(server.pid)) >= 3)  # what children are forked from, and two at work
    children = children_of(server.pid)
    os.kill(server.pid, signal_)
    server.wait(timeout=40)  # the search alone would go on for 100
    until(lambda: alive(children) == [])
    search.join()
    more.join()


def _quietly(url: str, path: str, body: object) -> None:
    with contextlib.suppress(OSError, ValueError):
        ask(url, path, body)


def test_two_searches_at_once_are_one_too_many(served: tuple[subprocess.Popen[str], str]) -> None:
    server, url = served
    plan = ask(url, "/api/plans", a_day(url, 3))[1]
    ended = children_of(server.pid)
    search = f"/api/plans/{plan['id']}/search"
    with ThreadPoolExecutor(1) as pool:
        first = pool.submit(ask, url, search, {"seconds": 100})
        until(lambda: len(children_of(server.pid)) > len(ended))
        status, answer, _ = ask(url, search, {"seconds": 1})
        assert status == 503
        assert "Stop that first" in answer["detail"]
        ask(url, "/api/plans/another/search", method="DELETE")  # not this plan's
        assert not first.done()
        other = ask(url, "/api/plans", a_day(url))[1]["id"]
        assert ask(url, f"/api/plans/{other}/search", {"seconds": 1})[0] == 503
        ask(url, search, method="DELETE")  # still the one that is looked on at
        status, stopped, _ = first.result(timeout=30)
        assert (status, stopped["id"]) == (200, plan["id"])  # with what was found until then
