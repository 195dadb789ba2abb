"""What does a batch cost, what makes it dear, and which stand-in would save most?"""

from collections.abc import Mapping
from decimal import Decimal
from typing import Literal

from pydantic import Field

from ..base import OneLine, Value
from ..bench import Assessment, DoughSpec, assess
from ..day import Kind, Plan
from ..formula import apply, offers
from ..ingredients import catalogue
from ..kitchen import KWH_IN, Kitchen, Money, typical_s
from .needs import Needs, needs_of
from .prices import NOTHING, Cost

# An oven's element or flame burns part of the time once it is hot: from a third to two thirds of its rating. Judgement.
DUTY = (Decimal("0.35"), Decimal("0.5"), Decimal("0.65"))
PAUSE_S = 20 * 60  # an oven idle for longer is heated anew: about what heating takes
LEAST_SAVED = Decimal("0.02")  # of the batch: less is not worth another ingredient


class Packaging(Value):
    """A bag, box or tin that cookies are sold or given in, and what one costs."""

    kind: Literal["packaging"] = "packaging"
    name: OneLine = Field(min_length=1, max_length=60)
    each: Money
    pieces: int = Field(default=1, ge=1, le=400)  # cookies that go into one


class CostLine(Value):
    """What one ingredient of a batch costs; None without a price. `share_pct` of what all priced ones come to."""

    ingredient_id: str
    name: str
    grams: float
    cost: Cost | None
    share_pct: float = 0.0


class Cheaper(Value):
    """A stand-in that would save, and what it does to the cookie."""

    line_id: str
    swap_id: str
    instead_of: str
    label: str
    saves: Decimal
    consequence: str


class BatchCost(Value):
    """What a batch costs: its ingredients, dearest first, the oven's energy, and what it comes to for a batch, a piece and a packed piece. Sums
    hold what has a price; `unpriced` names what has none."""

    lines: tuple[CostLine, ...]
    ingredients: Cost
    energy_kwh: Cost
    energy: Cost | None
    batch: Cost
    count: int
    each: Cost | None
    packed_each: Cost | None
    unpriced: tuple[str, ...]
    saving: Cheaper | None


def cost_of(
    spec: DoughSpec, kitchen: Kitchen, per_g: Mapping[str, Cost], packaging: Packaging | None = None
) -> BatchCost:  # fmt: skip
    """One batch by itself."""
    found = assess(spec, kitchen)
    needs = needs_of(spec, kitchen.habit)
    ingredients = sum_of(needs, per_g)
    lines = tuple(
        sorted(cost_lines(needs, per_g, ingredients), key=lambda line: -(line.cost.value if line.cost else Decimal(-1)))
    )
    kwh = energy_kwh(found, kitchen)
    energy, batch = energy_cost(kwh, kitchen), whole_batch(found, needs, kitchen, per_g)
    count = found.outcome.pieces.count + found.outcome.pieces.small_count if found.outcome else 0
    each = batch.times(Decimal(1) / count) if count else None
    packed = Decimal(packaging.each) / packaging.pieces if packaging else None
    return BatchCost(
        lines=lines, ingredients=ingredients, energy_kwh=kwh, energy=energy, batch=batch, count=count, each=each,
        packed_each=each.plus(Cost(value=packed, low=packed, high=packed)) if each and packed is not None else None,
        unpriced=tuple(line.name for line in lines if line.cost is None),
        saving=best_saving(spec, kitchen, found, per_g, ingredients),
    )  # fmt: skip


def whole_batch(found: Assessment, needs: Needs, kitchen: Kitchen, per_g: Mapping[str, Cost]) -> Cost:
    """Its ingredients, and the oven's energy where that has a price."""
    ingredients, energy = sum_of(needs, per_g), energy_cost(energy_kwh(found, kitchen), kitchen)
    return ingredients.plus(energy) if energy else ingredients


def sum_of(needs: Needs, per_g: Mapping[str, Cost]) -> Cost:
    """What everything with a price comes to. A batch scaled is its cost scaled, to the last digit, but for the eggs, which are bought whole."""
    total = NOTHING
    for id, grams in needs.grams.items():
        if id in per_g:
            total = total.plus(per_g[id].times(Decimal(str(grams))))
    return total


def cost_lines(needs: Needs, per_g: Mapping[str, Cost], total: Cost) -> list[CostLine]:
    """Each ingredient's cost and its share of the total."""
    lines = []
    for id, grams in needs.grams.items():
        cost = per_g[id].times(Decimal(str(grams))) if id in per_g else None
        share = float(100 * cost.value / total.value) if cost and total.value else 0.0
        lines.append(CostLine(ingredient_id=id, name=catalogue()[id].name, grams=grams, cost=cost, share_pct=share))
    return lines


def energy_kwh(found: Assessment, kitchen: Kitchen) -> Cost:
    """Kilowatt hours of the oven for one batch by itself, with their range: loads one after another, and one preheating."""
    minutes = oven_minutes(found)
    return _kwh(kitchen, minutes, preheats=1) if minutes else NOTHING


def energy_kwh_of_day(plan: Plan, kitchen: Kitchen) -> Cost:
    """The same by a plan's own minutes: an oven is on from its first load to its last, heated anew after a pause that is longer than heating."""
    minutes, preheats = 0.0, 0
    for oven in sorted({step.oven for step in plan.steps if step.oven is not None}):
        until = None
        for step in sorted((s for s in plan.steps if s.kind is Kind.BAKE and s.oven == oven), key=lambda s: s.start_s):
            if until is None or step.start_s - until > PAUSE_S:
                preheats, until = preheats + 1, step.start_s
            minutes += max(0, step.end_s - until) / 60
            until = max(until, step.end_s)
    return _kwh(kitchen, minutes, preheats)


def _kwh(kitchen: Kitchen, minutes: float, preheats: int) -> Cost:
    """Its rating while it heats, a part of it while it keeps its heat."""
    heating_h = Decimal(str(preheats * typical_s("preheat_home_oven_180c") / 3600))
    kw = Decimal(str(kitchen.stores.oven_kw))
    low, value, high = (kw * (heating_h + Decimal(str(minutes)) / 60 * duty) for duty in DUTY)
    return Cost(value=value, low=low, high=high)


def oven_minutes(found: Assessment) -> float:
    """Minutes in the oven of all loads, one after another, the second bake of what is baked twice among them."""
    if found.outcome is None:
        return 0.0
    total = len(found.trays.loads) * found.outcome.window.aim_min if found.trays else 0.0
    if found.slices is not None and found.outcome.second is not None:
        total += len(found.slices.loads) * found.outcome.second.window.aim_min
    if found.small is not None and found.small.trays is not None:
        total += len(found.small.trays.loads) * found.small.outcome.window.aim_min
    return total


def energy_cost(kwh: Cost, kitchen: Kitchen) -> Cost | None:
    """What the energy costs, where its price is known."""
    stores = kitchen.stores
    if stores.energy_price is None:
        return None
    return kwh.times(Decimal(stores.energy_price) / KWH_IN[stores.energy_unit])


def best_saving(
    spec: DoughSpec, kitchen: Kitchen, found: Assessment, per_g: Mapping[str, Cost], now: Cost
) -> Cheaper | None:  # fmt: skip
    """The one stand-in that saves most, of those whose every ingredient has a price; None where none saves 2%."""
    if found.dough is None:
        return None
    best: Cheaper | None = None
    for offer in offers(found.lines, found.dough.style_id, None):
        for swap in offer.swaps:
            if not set(swap.mix) <= set(per_g) or swap.from_id not in per_g:
                continue
            line = next(one for one in found.lines if one.line_id == offer.line_id)
            if not line.reading.mass_g:
                continue
            lines = apply(spec.lines, found.lines, offer.line_id, swap)
            then = sum_of(needs_of(spec.model_copy(update={"lines": lines}), kitchen.habit), per_g)
            saves = now.value - then.value
            if saves > LEAST_SAVED * now.value and (best is None or saves > best.saves):
                best = Cheaper(
                    line_id=offer.line_id, swap_id=swap.id, instead_of=offer.ingredient_name, label=swap.label, saves=saves,
                    consequence="; ".join(part for part in (swap.texture_effect, swap.caution) if part),
                )  # fmt: skip
    return best
