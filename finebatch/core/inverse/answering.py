"""A found dough as an answer: its card, what it bakes to with its range, what of the wish it keeps, and what was changed for it."""

import dataclasses
import math
from typing import TYPE_CHECKING

from ..bakemodel import shade
from ..baking import Outcome
from ..base import Interval
from ..bench import Assessment, DoughSpec, assess_rest
from ..dough import keeps_for, unseen
from ..formula import weigh_lines
from ..ingredients import may_contain_of
from .answers import Exchanged, Offered, OfferKind, WishChange, WishFigure
from .baked import Baked
from .carding import card_of
from .lots import WITH_THE_BATCH, Lot, plain_name
from .space import Point, Space
from .terms import Terms
from .walk import Found

if TYPE_CHECKING:
    from ..learning.known import Known

ROUNDED = 0.2  # of an amount: less than this may be rounding alone
CHANGED = 0.02  # of an amount by flour, below which it is the same


def offered(
    kind: OfferKind,
    found: Found,
    exchanges: tuple[Exchanged, ...],
    named: list[str],
    terms: Terms,
    name: str,
    known: "Known | None",
    number: int | None = None,
) -> Offered | None:
    """The answer to show; None where the forming makes no pieces of it. `named` are the names of the terms, in order."""
    space, point = found.space, found.point
    card = card_of(space, point, name)
    seen = assess_rest(card.spec, space.house.kitchen, known)
    if seen.outcome is None or seen.dough is None:
        return None
    baked = as_foretold(found.baked, seen)
    cost = space.cost(point.grams)
    outcome = seen.outcome
    count = outcome.pieces.count + outcome.pieces.small_count
    return Offered(
        kind=kind,
        family=space.style.label,
        number=number,
        spec=card.spec,
        outcome=outcome,
        dough=seen.dough,
        count=count,
        textures=baked.textures(),
        sweetness_pct=baked.sweetness_pct,
        water_activity=baked.water_activity,
        cost_each=cost / max(count, 1) if space.house.price_per_g else None,
        figures=_figures(named, terms, baked, cost, outcome),
        changes=changes_of(space, point, baked, card.spec),
        swapped=exchanges,
        unseen=unseen(space.parts(point.grams)),
        packets=may_contain_of(space.parts(point.grams)),
    )


def as_foretold(baked: Baked, seen: Assessment) -> Baked:
    """The search's figures with those that the kitchen foretells, all that it has learned included."""
    assert seen.outcome is not None
    model = seen.outcome.baked
    return dataclasses.replace(
        baked,
        width_mm=model.diameter_mm.value,
        height_mm=model.height_mm.value,
        minutes=math.sqrt(model.first_done_min.value * model.last_good_min.value),
    )


_UNDONE = {"width": math.exp, "height": math.exp, "minutes": math.exp, "colour": math.exp, "cost": math.exp}


def in_own_units(name: str, value: float) -> float:
    """A term's value as it is said: mm, minutes, cost; textures and sweetness in points and %."""
    if name in _UNDONE:
        return _UNDONE[name](value)
    return value if name == "water" else 100 * value


def _figures(named: list[str], terms: Terms, baked: Baked, cost: float, outcome: Outcome) -> tuple[WishFigure, ...]:
    ranges = {
        "width": outcome.baked.diameter_mm,
        "height": outcome.baked.height_mm,
        "minutes": Interval(
            value=baked.minutes, low=outcome.baked.first_done_min.value, high=outcome.baked.last_good_min.value
        ),
    }
    rows = zip(named, terms.terms, terms.values(baked, cost), terms.kept(baked, cost), strict=True)
    found = []
    for name, term, value, kept in rows:
        got = in_own_units(term.name, value)
        found.append(
            WishFigure(
                name=name,
                wished=in_own_units(term.name, term.target),
                sense=term.sense,
                must=term.must,
                got=ranges.get(term.name, Interval(value=got, low=got, high=got)),
                kept=kept,
                wished_word=_word(term.name, in_own_units(term.name, term.target), inside=True),
                got_word=_word(term.name, got),
            )
        )
    return tuple(found)


def _word(name: str, value: float, inside: bool = False) -> str:
    """A browning index, or how long what holds so much water keeps, as a baker says it; of a limit what lies `inside` it."""
    if name == "colour":
        return shade(value)
    return keeps_for(value - 1e-6 if inside else value) if name == "water" else ""


def changes_of(space: Space, point: Point, baked: Baked, spec: DoughSpec) -> tuple[WishChange, ...]:
    """What is not as on the card one started from, each with what it alone did: the dough baked again with that one thing as it was."""
    flour = _flour(space, point)
    times = flour / space.flour_g
    home = space.base_point(times)
    rows: list[tuple[WishChange, Point]] = []
    for k, lot in enumerate(space.lots):
        was, now = home.grams[k], point.grams[k]
        if lot.slot in WITH_THE_BATCH or lot.stands_for or abs(now - was) <= CHANGED * max(was, now, 0.02 * flour):
            continue
        grams = tuple(was if i == k else g for i, g in enumerate(point.grams))
        rows.append((_amount(space, lot, was / times, now, space.flour_g, flour, spec), _but(point, grams=grams)))
    for j, size in enumerate(space.sizes):
        was_size, now_size = home.sizes[j], point.sizes[j]
        if size.of_dough_g or abs(was_size - now_size) < 0.01 * size.step:
            continue
        sizes = tuple(was_size if i == j else s for i, s in enumerate(point.sizes))
        unit = size.field.rsplit("_", 1)[1]
        words = size.field.rsplit("_", 1)[0].replace("_", " ")
        rows.append(
            (
                WishChange(what=words, unit=unit, was_value=was_size, now_value=now_size),
                _but(point, sizes=sizes),
            )
        )
    if abs(point.oven_c - home.oven_c) > 1:
        rows.append(
            (
                WishChange(
                    what="oven",
                    unit="°C",
                    was_value=home.oven_c - space.oven_fan_k,
                    now_value=point.oven_c - space.oven_fan_k,
                ),
                _but(point, oven_c=home.oven_c),
            )
        )
    if abs(point.chill_h - home.chill_h) > 0.1:
        rows.append(
            (
                WishChange(what="chill", unit="h", was_value=home.chill_h, now_value=point.chill_h),
                _but(point, chill_h=home.chill_h),
            )
        )
    without = space.bake([other for _, other in rows])
    model = space.bake([point])[0] if rows else baked
    return tuple(_with_share(change, model, other) for (change, _), other in zip(rows, without, strict=True))


def _but(
    point: Point,
    grams: tuple[float, ...] | None = None,
    sizes: tuple[float, ...] | None = None,
    oven_c: float | None = None,
    chill_h: float | None = None,
) -> Point:
    return Point(
        grams=point.grams if grams is None else grams,
        sizes=point.sizes if sizes is None else sizes,
        oven_c=point.oven_c if oven_c is None else oven_c,
        chill_h=point.chill_h if chill_h is None else chill_h,
    )


def _flour(space: Space, point: Point) -> float:
    return sum(g for lot, g in zip(space.lots, point.grams, strict=True) if lot.slot == "flour")


def _amount(
    space: Space, lot: Lot, was_g: float, now_g: float, was_flour: float, now_flour: float, spec: DoughSpec
) -> WishChange:
    def said(lines: DoughSpec, grams: float) -> str:
        texts = [
            line.reading.text
            for line in weigh_lines(lines.lines, space.house.habit)
            if line.reading.ingredient_id in lot.ids
        ]
        return " + ".join(texts) if grams > 0 else ""

    return WishChange(
        what=" + ".join(plain_name(item.name) for item, _ in lot.parts),
        was=said(space.spec, was_g),
        now=said(spec, now_g),
        was_pct=100 * was_g / was_flour,
        now_pct=100 * now_g / now_flour,
    )


def _with_share(change: WishChange, now: Baked, without: Baked) -> WishChange:
    mine, theirs = now.textures(), without.textures()
    small = (
        abs(change.now_pct / max(change.was_pct, 1e-6) - 1) < ROUNDED
        if change.now_pct is not None and change.was_pct
        else False
    )
    felt = (
        abs(now.width_mm - without.width_mm) > 0.5,
        abs(now.height_mm - without.height_mm) > 0.2,
        abs(now.minutes - without.minutes) > 0.25,
        abs(now.sweetness_pct - without.sweetness_pct) > 0.5,
        max(abs(mine[name] - theirs[name]) for name in mine) > 2,
    )
    return change.model_copy(
        update={
            "rounding": small and not any(felt),
            "wider_mm": now.width_mm - without.width_mm,
            "higher_mm": now.height_mm - without.height_mm,
            "longer_min": now.minutes - without.minutes,
            "crisper": mine["crisp"] - theirs["crisp"],
            "chewier": mine["chewy"] - theirs["chewy"],
            "sweeter_pct": now.sweetness_pct - without.sweetness_pct,
        }
    )
