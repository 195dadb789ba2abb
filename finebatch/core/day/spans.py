"""Spans of time, (start, end) each, put together and taken out of one another."""

from collections.abc import Iterable

Spans = tuple[tuple[int, int], ...]


def union(spans: Iterable[tuple[int, int]]) -> Spans:
    """The spans from 0 on in order, those that meet as one.

    >>> union([(5, 9), (-3, 2), (8, 12), (-9, -1)])
    ((0, 2), (5, 12))
    """
    found: list[tuple[int, int]] = []
    for a, b in sorted((max(0, a), b) for a, b in spans if b > max(0, a)):
        if found and a <= found[-1][1]:
            found[-1] = (found[-1][0], max(b, found[-1][1]))
        else:
            found.append((a, b))
    return tuple(found)


def without(spans: Iterable[tuple[int, int]], others: Iterable[tuple[int, int]]) -> Spans:
    """What of the spans is in none of the others.

    >>> without([(0, 10)], [(2, 4), (8, 20)])
    ((0, 2), (4, 8))
    """
    left = list(union(spans))
    for a, b in union(others):
        left = [part for x, y in left for part in ((x, min(y, a)), (max(x, b), y)) if part[1] > part[0]]
    return tuple(left)
