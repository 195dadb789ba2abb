"""Reading the reference tables that ship with the package."""

import csv
from functools import cache
from importlib.resources import files


@cache
def rows(table: str) -> tuple[dict[str, str], ...]:
    """All rows of `reference/<table>.csv` as text; FileNotFoundError if there is no such table."""
    text = files("finebatch.reference").joinpath(f"{table}.csv").read_text(encoding="utf-8")
    return tuple(csv.DictReader(text.splitlines()))


def number(text: str, default: float = 0.0) -> float:
    """A table cell as a number; an empty cell is `default`."""
    return float(text) if text.strip() else default


def words(text: str) -> tuple[str, ...]:
    """A `;`-separated cell as a tuple of trimmed words."""
    return tuple(part.strip() for part in text.split(";") if part.strip())
