"""What is busy when, as bits of whole numbers, a bit a tick: a look takes no time, and neither does finding the first gap."""

FAR = 6000  # ticks: fifty hours
ALL = (1 << FAR) - 1


def runs(free: int, length: int) -> int:
    """Where so many ticks in a row are free.

    >>> bin(runs(0b1110110, 2))
    '0b110010'
    """
    have = 1
    while have * 2 <= length:
        free &= free >> have
        have *= 2
    return free & free >> (length - have) if length > have else free


def spread(mask: int, more: int) -> int:
    """Where one of the ticks from there to `more` later is set.

    >>> bin(spread(0b1000, 2))
    '0b1110'
    """
    have = 1
    while have * 2 <= more + 1:
        mask |= mask >> have
        have *= 2
    return mask | mask >> (more + 1 - have) if more + 1 > have else mask


def lowest(mask: int, start: int) -> int | None:
    """The first tick set from `start` on."""
    mask >>= start
    return start + (mask & -mask).bit_length() - 1 if mask else None


def at_times(mask: int, by: int) -> int:
    """The mask seen from ticks that are `by` earlier."""
    return mask >> by if by >= 0 else mask << -by


class Many:
    """A thing of which there are `size`: bit masks of when at least 1, 2, … are taken."""

    def __init__(self, size: int) -> None:
        self.size = size
        self._level = [0] * size

    def free(self, start: int, length: int) -> bool:
        """Whether one more is to be had for all of that time."""
        return self.size > 0 and not (self._level[-1] >> start) & ((1 << length) - 1)

    def mask(self) -> int:
        """When one more is to be had."""
        return ALL & ~self._level[-1] if self.size else 0

    def take(self, start: int, length: int) -> None:
        """One more is taken."""
        span = ((1 << length) - 1) << start
        for k in range(self.size - 1, 0, -1):
            self._level[k] |= self._level[k - 1] & span
        self._level[0] |= span

    def copy(self) -> "Many":
        """The same, to try on."""
        other = Many(self.size)
        other._level = list(self._level)
        return other
