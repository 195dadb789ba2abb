"""What the batch comes to: counted, weighed raw and baked, with what each piece holds."""

from ..baking import Outcome
from ..base import Interval, Value
from ..finishing import FinishPlan, Per
from ..formula import WeighedLine
from ..trays import TrayPlan
from .batch import Batch
from .nutrition import Nutrition, nutrition_of


class Yield(Value):
    """`count * raw_each_g + leftover_g` is `batch_raw_g`; the loss is water. `toppings_each_g` is laid on beside."""

    label: str
    count: int
    raw_each_g: float
    baked_each_g: Interval
    batch_raw_g: float
    baked_total_g: Interval
    loss_total_g: Interval
    leftover_g: float
    leftover_is: str
    per_tray: int
    loads: int
    toppings_each_g: float
    nutrition: Nutrition


def yield_of(
    label: str, batch: Batch, outcome: Outcome, trays: TrayPlan | None, lines: tuple[WeighedLine, ...],
    finishes: tuple[FinishPlan, ...], leftover_g: float,
) -> Yield:  # fmt: skip
    """The statement for one size of cookie. The twice-baked lose their water in two bakes."""
    pieces, loss = outcome.pieces, outcome.baked.loss_pct
    baked = Interval(
        value=pieces.mass_g * (1 - loss.value / 100),
        low=pieces.mass_g * (1 - loss.high / 100),
        high=pieces.mass_g * (1 - loss.low / 100),
    )
    if outcome.second is not None:
        baked = outcome.second.dried_g
    total = _times(baked, pieces.count)
    raw = pieces.mass_g * pieces.count
    return Yield(
        label=label, count=pieces.count, raw_each_g=pieces.mass_g, baked_each_g=baked, batch_raw_g=batch.shaped_g,
        baked_total_g=total, loss_total_g=Interval(value=raw - total.value, low=raw - total.high, high=raw - total.low),
        leftover_g=leftover_g, leftover_is=batch.leftover_is,
        per_tray=trays.most_per_tray if trays else 0, loads=len(trays.loads) if trays else 0,
        toppings_each_g=sum(plan.each_g for plan in finishes if plan.per is Per.PIECE),
        nutrition=nutrition_of(lines, pieces.mass_g, batch),
    )  # fmt: skip


def _times(each: Interval, count: int) -> Interval:
    return Interval(value=each.value * count, low=each.low * count, high=each.high * count)
