"""Gift boxes: so many with so many of each kind, how they lie in the box, and what has to be baked for them."""

import math
from collections.abc import Iterable
from datetime import date
from typing import Literal

from pydantic import Field

from ..base import Interval, OneLine, Problem, Value, ask, stop
from ..bench import DoughSpec, Report
from ..forming import forming_of
from ..ingredients import allergens_meant
from .laid_on import holds, laid_on, unnamed

LINER_MM = 1.5  # paper between two layers, and what is not quite flat
MUCH_OVER = 0.25  # of what whole batches make: more over than that, and whole eggs are looked at
MOST_PIECES = 300  # in a box


class BoxKind(Value):
    """A kind of cookie in each box; how many, if that is said."""

    id: str = Field(min_length=1, max_length=40)
    dough_id: str = Field(max_length=40)
    each: int | None = Field(default=None, ge=1, le=120)


class Boxes(Value):
    """So many boxes alike. With `about_g` what is not counted is shared out evenly by mass. Inner sizes in mm."""

    kind: Literal["boxes"] = "boxes"
    name: OneLine = Field(min_length=1, max_length=80)
    boxes: int = Field(default=6, ge=1, le=300)
    for_day: date | None = None
    kinds: tuple[BoxKind, ...] = Field(min_length=1, max_length=8)
    about_g: float | None = Field(default=None, ge=20, le=5000)
    width_mm: float = Field(default=180, ge=40, le=600)
    depth_mm: float = Field(default=180, ge=40, le=600)
    height_mm: float = Field(default=60, ge=10, le=400)
    nut_free: bool = False
    packaging_id: str | None = Field(default=None, max_length=64)


class KindSize(Value):
    """What a kind's cookie is like, foretold: the box it lies in, its mass, how many a batch makes and of how many eggs, how long it keeps.
    `allergens` are of all that is in and on it, `unnamed` what of it nobody can tell them of."""

    name: str
    width_mm: float
    depth_mm: float
    height_mm: float
    each_g: Interval
    makes: int
    eggs: int
    allergens: tuple[str, ...]
    keeps_days: float
    unnamed: tuple[str, ...] = ()
    round: bool = True


class BoxPlace(Value):
    """Where a cookie lies in a layer: its corner in mm from the left and back, and its kind's number."""

    kind: int
    x_mm: float
    y_mm: float


class Layer(Value):
    """Cookies that lie beside one another, and how high the highest is."""

    places: tuple[BoxPlace, ...]
    height_mm: float


class KindFound(Value):
    """A kind for all the boxes: so many in each, pieces in all, batches of the dough, pieces over; `order` is its turn, what keeps longest first."""

    dough_id: str
    size: KindSize
    each: int
    pieces: int
    times: float
    over: int
    says: str
    order: int
    apart: bool


class BoxPlan(Value):
    """The boxes worked out: what is in each, how it lies, what to bake in which order, and what is in the way."""

    kinds: tuple[KindFound, ...]
    layers: tuple[Layer, ...]
    high_mm: float
    mass_g: Interval
    problems: tuple[Problem, ...] = ()
    notes: tuple[str, ...] = ()


def size_of(spec: DoughSpec, report: Report, keeps_days: float) -> KindSize | None:
    """What a dough's cookie is like, which keeps so many days; None before it has an outcome."""
    found = report.assessment
    if found.outcome is None or found.dough is None or not report.yields:
        return None
    outcome, first = found.outcome, report.yields[0]
    wide = deep = outcome.baked.diameter_mm.value
    if outcome.outline:
        xs, ys = [x for x, _ in outcome.outline], [y for _, y in outcome.outline]
        wide, deep = max(xs) - min(xs), max(ys) - min(ys)
    high, cut = outcome.baked.height_mm.value, forming_of(spec.form).cut_mm(spec.form)
    if cut is not None:
        wide, deep = cut
    if outcome.second is not None:  # slices lie on their cut side
        wide, deep, high = outcome.second.across_mm, outcome.second.high_mm, outcome.second.slice_mm
    eggs, on = found.eggs, laid_on(report)
    return KindSize(
        name=spec.name, width_mm=wide, depth_mm=deep, height_mm=high, makes=first.count,
        each_g=Interval(
            value=first.baked_each_g.value + first.toppings_each_g, low=first.baked_each_g.low + first.toppings_each_g,
            high=first.baked_each_g.high + first.toppings_each_g,
        ),
        eggs=eggs.to_buy if eggs else 0, allergens=holds(found.lines, on), keeps_days=keeps_days,
        unnamed=unnamed(found.lines, on), round=not outcome.outline and outcome.second is None and cut is None,
    )  # fmt: skip


def planned(wanted: Boxes, sizes: tuple[KindSize, ...]) -> BoxPlan:
    """The boxes worked out, kinds in the order of `wanted`."""
    counts = counts_in(wanted, sizes)
    layers = layers_of(wanted, sizes, counts)
    high = sum(layer.height_mm for layer in layers) + LINER_MM * max(0, len(layers) - 1)
    nuts = set(allergens_meant("nuts"))
    order = bake_order(sizes, nuts if wanted.nut_free else set())
    kinds = [
        _kind(
            one,
            size,
            each,
            wanted.boxes,
            order.index(number),
            wanted.nut_free and not size.unnamed and not nuts & set(size.allergens),
        )
        for number, (one, size, each) in enumerate(zip(wanted.kinds, sizes, counts, strict=True))
    ]
    mass = [_times(size.each_g, each) for size, each in zip(sizes, counts, strict=True)]
    total = Interval(value=sum(m.value for m in mass), low=sum(m.low for m in mass), high=sum(m.high for m in mass))
    return BoxPlan(
        kinds=tuple(kinds), layers=layers, high_mm=high, mass_g=total,
        problems=tuple(_problems(wanted, sizes, counts, layers, high, nuts)), notes=tuple(_notes(wanted, sizes, order)),
    )  # fmt: skip


def counts_in(wanted: Boxes, sizes: tuple[KindSize, ...]) -> tuple[int, ...]:
    """How many of each go into a box: as said, else an even share by mass of what the box is to weigh, at least one."""
    said_g = sum(one.each * size.each_g.value for one, size in zip(wanted.kinds, sizes, strict=True) if one.each)
    open_kinds = sum(1 for one in wanted.kinds if not one.each)
    share_g = max(0.0, (wanted.about_g or 300.0) - said_g) / open_kinds if open_kinds else 0.0
    return tuple(
        one.each or max(1, round(share_g / size.each_g.value)) for one, size in zip(wanted.kinds, sizes, strict=True)
    )


def layers_of(wanted: Boxes, sizes: tuple[KindSize, ...], counts: tuple[int, ...]) -> tuple[Layer, ...]:
    """Cookies laid flat in rows, row behind row, layer on layer: the highest kinds below, each kind together. Kinds wider than the box are left out."""
    layers: list[Layer] = []
    places: list[BoxPlace] = []
    x = y = row = high = 0.0
    for number in sorted(range(len(sizes)), key=lambda n: (-sizes[n].height_mm, n)):
        size = sizes[number]
        if not _fits(wanted, size):
            continue
        for _ in range(min(counts[number], MOST_PIECES)):
            if x + size.width_mm > wanted.width_mm + 1e-9:
                x, y, row = 0.0, y + row, 0.0
            if y + size.depth_mm > wanted.depth_mm + 1e-9:
                layers.append(Layer(places=tuple(places), height_mm=high))
                places, x, y, row, high = [], 0.0, 0.0, 0.0, 0.0
            places.append(BoxPlace(kind=number, x_mm=x, y_mm=y))
            x, row, high = x + size.width_mm, max(row, size.depth_mm), max(high, size.height_mm)
    if places:
        layers.append(Layer(places=tuple(places), height_mm=high))
    return tuple(layers)


def _fits(wanted: Boxes, size: KindSize) -> bool:
    return size.width_mm <= wanted.width_mm and size.depth_mm <= wanted.depth_mm


def batches_for(pieces: int, makes: int, eggs: int) -> float:
    """How many batches give so many pieces: whole ones, unless a quarter of them would be over; then whole eggs, or half batches where there are
    none, as few as will do.

    >>> batches_for(48, 24, 2), batches_for(26, 24, 2), batches_for(26, 24, 0)
    (2.0, 1.5, 1.5)
    """
    whole = max(1, math.ceil(pieces / makes))
    if whole * makes - pieces <= MUCH_OVER * whole * makes:
        return float(whole)
    parts = eggs or 2
    return max(1, math.ceil(pieces / makes * parts - 1e-9)) / parts


def bake_order(sizes: tuple[KindSize, ...], nuts: set[str]) -> list[int]:
    """Numbers of the kinds in the order in which to bake them: those without nuts first where that matters, then what keeps longest."""
    return sorted(range(len(sizes)), key=lambda n: (_may_hold(sizes[n], nuts), -sizes[n].keeps_days, n))


def _may_hold(size: KindSize, nuts: set[str]) -> bool:
    return bool(nuts and (size.unnamed or nuts & set(size.allergens)))


def _kind(one: BoxKind, size: KindSize, each: int, boxes: int, order: int, apart: bool) -> KindFound:
    pieces = each * boxes
    times = batches_for(pieces, size.makes, size.eggs)
    made = math.floor(times * size.makes + 1e-9)
    over = made - pieces
    more = f", {over} over" if over else ""
    batches = f"{times:g} batch{'es' if times > 1 else ''}"
    return KindFound(
        dough_id=one.dough_id, size=size, each=each, pieces=pieces, times=times, over=over, order=order, apart=apart,
        says=f"{pieces} pieces: {batches} of {size.makes}{more}",
    )  # fmt: skip


def _problems(
    wanted: Boxes,
    sizes: tuple[KindSize, ...],
    counts: tuple[int, ...],
    layers: tuple[Layer, ...],
    high: float,
    nuts: set[str],
) -> Iterable[Problem]:
    for number, size in enumerate(sizes):
        if not _fits(wanted, size):
            yield stop(
                "width_mm",
                f"{size.name} come out {size.width_mm:.0f} by {size.depth_mm:.0f} mm: this box is {wanted.width_mm:.0f} by {wanted.depth_mm:.0f} mm inside.",
            )
        if counts[number] > MOST_PIECES:
            yield stop("kinds", f"{counts[number]} {size.name} in one box cannot be meant.")
        if wanted.nut_free and (found := nuts & set(size.allergens)):
            yield stop(
                "nut_free",
                f"{size.name} hold {', '.join(sorted(found))}: such a box is not nut-free. Take them out, or pack them in other boxes.",
            )
        if wanted.nut_free and size.unnamed:
            yield stop(
                "nut_free",
                f"What the {size.unnamed[0]} of {size.name} hold is not known: such a box is not nut-free before the card names it.",
            )
    if high > wanted.height_mm:
        into = max(
            (
                n
                for n in range(len(layers) + 1)
                if sum(layer.height_mm for layer in layers[:n]) + LINER_MM * max(0, n - 1) <= wanted.height_mm
            ),
            default=0,
        )
        holds = sum(len(layer.places) for layer in layers[:into])
        yield stop(
            "height_mm",
            f"{len(layers)} layers come to {high:.0f} mm, the box is {wanted.height_mm:.0f} mm high: {holds} cookies go in. Take a larger box, or fewer of them.",
        )
    if wanted.about_g:
        mass = sum(size.each_g.value * each for size, each in zip(sizes, counts, strict=True))
        if not 0.75 <= mass / wanted.about_g <= 1.33:
            yield ask("about_g", f"Whole cookies come to {mass:.0f} g, not {wanted.about_g:.0f} g.")


def _notes(wanted: Boxes, sizes: tuple[KindSize, ...], order: list[int]) -> Iterable[str]:
    if len(sizes) > 1:
        first, last = sizes[order[0]], sizes[order[-1]]
        yield (
            f"Bake {first.name} first: they keep about {first.keeps_days:.0f} days. {last.name} last, they are at their best for about {last.keeps_days:.0f}."
        )
    ends = {size.name: size.keeps_days for size in sizes}
    soft = [name for name, days in ends.items() if days <= 7]
    crisp = [name for name, days in ends.items() if days > 14]
    if soft and crisp:
        yield f"{soft[0]} are soft and {crisp[0]} crisp: in one box the crisp ones soften within days. Part them by paper cases or bags."
    if wanted.nut_free:
        yield (
            "Nut-free is what these doughs name, not a promise: bake them first of the day, on clean trays, with clean bowls, hands and cloths, and box "
            "them before anything with nuts comes out. Read every packet."
        )


def _times(each: Interval, count: int) -> Interval:
    return Interval(value=each.value * count, low=each.low * count, high=each.high * count)
