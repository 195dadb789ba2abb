"""A figure with its range."""

from .value import Value


class Interval(Value):
    """A predicted middle with its 90% range."""

    value: float
    low: float
    high: float

    def plus(self, more: float) -> "Interval":
        """All of it so much more."""
        return Interval(value=self.value + more, low=self.low + more, high=self.high + more)
