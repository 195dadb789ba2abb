"""How is a batch shared out over trays?"""


def even_loads(count: int, most: int) -> tuple[int, ...]:
    """`count` pieces in as few loads of at most `most` as possible, as even as can be: 26 on 12s is 9 + 9 + 8.

    ValueError unless a tray holds at least one.

    >>> even_loads(26, 12)
    (9, 9, 8)
    """
    if most < 1:
        raise ValueError("a tray must hold at least one piece")
    loads = -(-count // most)
    if loads == 0:
        return ()
    base, extra = divmod(count, loads)
    return tuple(base + (1 if i < extra else 0) for i in range(loads))
