"""One dough's share of the day."""

from ...base import Value
from ..texts import Texts
from .work import DoughWork, LoadWork


class DoughShare(Value):
    """One dough's part of the day."""

    dough: DoughWork
    loads: tuple[LoadWork, ...]
    words: tuple[Texts, ...]
    trays: dict[str, int]
