"""A figure with its range."""

from .value import Value


class Interval(Value):
    """A predicted middle with its 90% range."""

    value: float
    low: float
    high: float
