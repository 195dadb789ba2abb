"""Which packs cover what is needed, with the least left over?"""

import math
from collections.abc import Iterable
from decimal import Decimal

from ..base import Value

MOST_PACKS = 60
MOST_SIZES = 4


class PackSize(Value):
    """A pack that can be bought: what it holds, and what it cost, where that is known."""

    mass_g: float
    paid: Decimal | None = None


class Bought(Value):
    """So many packs of one size."""

    count: int
    mass_g: float


def packs_for(need_g: float, sizes: Iterable[PackSize]) -> tuple[Bought, ...]:
    """Whole packs that come to at least `need_g`: the least over, of those as good the cheapest (where all prices are known), then the fewest.

    Every combination of the sizes is gone through: there are few, as the last size is settled by the others. At most MOST_SIZES sizes are taken, the
    largest; needs of more than MOST_PACKS of a size are met by that size alone.
    """
    kept = sorted({size.mass_g: size for size in sizes if size.mass_g > 0}.values(), key=lambda size: -size.mass_g)[
        :MOST_SIZES
    ]
    if need_g <= 1e-9 or not kept:
        return ()
    largest = kept[0].mass_g
    surely = max(0, math.ceil(need_g / largest - 1e-9) - MOST_PACKS)
    best = min(_ways(need_g - surely * largest, kept), key=lambda way: _rank(way, kept, need_g))
    counts = [count + (surely if i == 0 else 0) for i, count in enumerate(best)]
    return tuple(Bought(count=count, mass_g=size.mass_g) for count, size in zip(counts, kept, strict=True) if count)


def _ways(need_g: float, sizes: list[PackSize]) -> Iterable[tuple[int, ...]]:
    most = max(0, math.ceil(need_g / sizes[0].mass_g - 1e-9))
    if len(sizes) == 1:
        yield (most,)
        return
    for count in range(most, -1, -1):
        left = need_g - count * sizes[0].mass_g
        if left <= 1e-9:
            yield (count, *(0,) * (len(sizes) - 1))
        elif left / sizes[-1].mass_g <= MOST_PACKS or count == most:
            for others in _ways(left, sizes[1:]):
                yield (count, *others)


def _rank(way: tuple[int, ...], sizes: list[PackSize], need_g: float) -> tuple[float, Decimal, int]:
    over_g = sum(count * size.mass_g for count, size in zip(way, sizes, strict=True)) - need_g
    paid = [size.paid for size in sizes]
    cost = (
        sum((count * price for count, price in zip(way, paid, strict=True) if price is not None), Decimal(0))
        if None not in paid
        else Decimal(0)
    )
    return (round(over_g, 3), cost, sum(way))
