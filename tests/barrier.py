"""Two hands at once: both wait at a barrier, then act in the same moment."""

import threading
from collections.abc import Callable
from typing import TypeVar

Answer = TypeVar("Answer")


def at_once(*acts: Callable[[], Answer]) -> list[Answer | Exception]:
    """What each act gave, or raised; all begun together."""
    barrier = threading.Barrier(len(acts))
    answers: list[Answer | Exception] = [RuntimeError("did not end")] * len(acts)

    def run(place: int, act: Callable[[], Answer]) -> None:
        barrier.wait()
        try:
            answers[place] = act()
        except Exception as error:
            answers[place] = error

    threads = [threading.Thread(target=run, args=(i, act)) for i, act in enumerate(acts)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return answers
