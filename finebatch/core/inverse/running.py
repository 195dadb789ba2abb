"""The search is loaded when it is first asked for: its arrays would take a good part of the server's start."""

from .answers import Granted, Offered, Traded, TradeMap, Wished


def granted_first(of: Wished) -> Granted:
    """The first dough, the nearest to what there is: quick enough to follow a finger. Refusal where nothing is wished."""
    from .granting import granted_first as run

    return run(of)


def granted(of: Wished) -> Granted:
    """Up to three doughs that differ for a reason, and what collides where none keeps every must. Refusal where nothing is wished."""
    from .granting import granted as run

    return run(of)


def changes_to(of: Wished) -> tuple[Offered, ...]:
    """Today's dough with one, two and three changes, each only where it comes clearly nearer. Refusal without a dough, or a wish."""
    from .mapping import changes_to as run

    return run(of)


def traded(of: Wished, one: str, other: str) -> TradeMap:
    """The map of two figures that pull against each other. Refusal at `other` where both are one."""
    from .mapping import traded as run

    return run(of, one, other)


def opened(of: Wished, one: str, other: str, at: Traded) -> Offered:
    """A dot of the map as a dough in kitchen measures. Refusal at `at` where no whole measures come near it."""
    from .mapping import opened as run

    return run(of, one, other, at)
