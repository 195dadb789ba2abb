"""A bake by its own clock: how brown and how hot inside it is at each minute, and when it is done."""

import math

from ..base import Value


class Course(Value):
    """A bake by its own clock: every `every_s` from the closing of the door the browning index of rim and underside and the core's °C (the first at 0);
    first done and last good, s."""

    every_s: int
    rim: tuple[float, ...]
    under: tuple[float, ...]
    core_c: tuple[float, ...]
    first_done_s: float
    last_good_s: float

    def rim_at(self, seconds: float) -> float:
        """The rim's browning index then; past the end as at the end."""
        return _at(self.rim, seconds / self.every_s)

    def core_at(self, seconds: float) -> float:
        """The core's °C then."""
        return _at(self.core_c, seconds / self.every_s)

    def when_rim(self, index: float) -> float:
        """The moment at which the rim is so brown, s; past the end as at the end."""
        after = next((n for n, rim in enumerate(self.rim) if rim >= index), len(self.rim) - 1)
        if after == 0:
            return 0.0
        before, now = self.rim[after - 1], self.rim[after]
        part = (index - before) / (now - before) if now > before else 1.0
        return self.every_s * (after - 1 + min(1.0, part))

    def slower(self, by: float) -> "Course":
        """The same bake taking so many times as long."""
        longest = len(self.rim) - 1
        count = max(2, math.ceil(longest * by) + 1)

        def stretched(values: tuple[float, ...]) -> tuple[float, ...]:
            return tuple(_at(values, n / by) for n in range(count))

        return self.model_copy(
            update={
                "rim": stretched(self.rim), "under": stretched(self.under), "core_c": stretched(self.core_c),
                "first_done_s": self.first_done_s * by, "last_good_s": self.last_good_s * by,
            }
        )  # fmt: skip


def _at(values: tuple[float, ...], place: float) -> float:
    low = min(max(0, int(place)), len(values) - 1)
    high = min(low + 1, len(values) - 1)
    return values[low] + (values[high] - values[low]) * min(1.0, max(0.0, place - low))
