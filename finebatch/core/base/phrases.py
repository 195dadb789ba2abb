"""Words put together as they are read out."""

from collections.abc import Sequence


def listed(words: Sequence[str]) -> str:
    """Words as a list.

    >>> listed(["A", "B", "C"]), listed(["A"]), listed([])
    ('A, B and C', 'A', '')
    """
    return " and ".join(part for part in (", ".join(words[:-1]), *words[-1:]) if part)


def capital(words: str) -> str:
    """The first letter large, the others as they are.

    >>> capital("tray A out")
    'Tray A out'
    """
    return words[:1].upper() + words[1:]


def small(words: str) -> str:
    """The first letter small, the others as they are.

    >>> small("Roll 12")
    'roll 12'
    """
    return words[:1].lower() + words[1:]
