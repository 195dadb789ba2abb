"""Everything in the kitchen that can be busy."""

from typing import Any

from ..times import Ticks
from .masks import ALL, FAR, Many


class Room:
    """Everything that can be busy."""

    def __init__(self, t: Ticks) -> None:
        import numpy as np  # with the first plan: it takes a good part of the server's start

        self.hands, self.mixer, self.bowls = Many(t.hands), Many(t.mixers), Many(t.bowls)
        self.alarms = Many(1)
        self.trays = {name: Many(count) for name, count in t.trays.items()}
        self.racks = [Many(racks) for racks in t.ovens]
        self.inside: list[list[tuple[int, int, int]]] = [[] for _ in t.ovens]
        # When a load of that heat and length may not go into each oven for the heat of others: worked out when it is first asked.
        self.wrong: list[dict[tuple[float, int], int]] = [{} for _ in t.ovens]
        self.shelf, self.area = np.zeros(FAR, int), np.zeros(FAR, int)
        for start, end in t.closed:
            for _ in range(t.hands):
                self.hands.take(start, end - start)
        for start, end in t.lone:
            self.hands.take(start, max(0, min(end, FAR) - start))
        for start, end in t.oven_off:
            for racks in self.racks:
                for _ in range(racks.size):
                    racks.take(start, end - start)

    def area_mask(self, more: int, most: int) -> int:
        """When `more` fits on the cooling rack."""
        if not more:
            return ALL
        import numpy as np

        return int.from_bytes(np.packbits(self.area + more <= most, bitorder="little").tobytes(), "little")

    def roomy(self, used: Any, start: int, end: int, more: int, most: int) -> bool:
        """Whether `more` fits beside what is used all of that time."""
        return more == 0 or end <= start or bool(used[start:end].max() + more <= most)


Kept = tuple[Any, ...]


def copied(kept: Kept) -> Kept:
    """The same, which may be changed without this; times in it are never changed."""
    return tuple(_copy(one) for one in kept)


def _copy(one: Any) -> Any:
    if isinstance(one, dict):
        return {name: _copy(value) for name, value in one.items()}
    if isinstance(one, list):
        return [_copy(value) for value in one]
    return one.copy() if hasattr(one, "copy") else one
