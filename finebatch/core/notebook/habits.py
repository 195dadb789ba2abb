"""What the bakes tell of this oven and of these hands: how much longer they take than in most kitchens, how even the cookies of a bake
are, and whether that drifts. The oven's heat itself is only told where a thermometer spoke."""

import math
from typing import TYPE_CHECKING

from ..base import Value
from .record import Bake, Verdict

if TYPE_CHECKING:
    from ..learning.known import Known

Z90 = 1.645
LEAST_BAKES = 2  # one is no habit
MONTHS = 12


class Leaning(Value):
    """How far from most kitchens, in %, with its 90% range."""

    pct: float
    low_pct: float
    high_pct: float


class Drift(Value):
    """The bakes of a month (as 2026-06): how many, and how far their minutes lay from what was foretold of each, in %."""

    month: str
    bakes: int
    minutes_pct: float


class Habits(Value):
    """What was learned of a kitchen. `oven_c`, °C hotter than its dial with low and high, is None without a thermometer's reading;
    `scatter_pct`, how far the widths of one bake differ (sd)."""

    bakes: int
    doughs: int
    minutes: Leaning | None
    width: Leaning | None
    oven_c: tuple[float, float, float] | None
    scatter_pct: float | None
    drift: tuple[Drift, ...]


def habits_of(known: "Known", written: tuple[Bake, ...]) -> Habits:
    """`known`: of no dough in particular; `written`: the latest bakes in this oven, for scatter and drift."""
    from ..learning.foresee import shared_effect
    from ..learning.unknowns import Output

    here = [look for look in known.bakes if look.kitchen == known.oven]
    doughs = {look.dough for look in here}
    minutes = width = None
    oven = None
    if len(here) >= LEAST_BAKES:
        families = here[0].families
        learned = known.learned(families)
        minutes = _leaning(*shared_effect(learned, here[0], "kitchen", Output.MINUTES))
        width = _leaning(*shared_effect(learned, here[0], "kitchen", Output.WIDTH))
        if any(said.output is Output.OVEN for look in here for said in look.said):
            from ..learning.foresee import unknown

            mean, sd = unknown(learned, here[0], "kitchen", "oven")
            oven = (mean, mean - Z90 * sd, mean + Z90 * sd)
    return Habits(
        bakes=len(written), doughs=len(doughs), minutes=minutes, width=width, oven_c=oven, scatter_pct=_scatter(written), drift=_drift(written),
    )  # fmt: skip


def _leaning(mean: float, sd: float) -> Leaning:
    def pct(ln: float) -> float:
        return 100 * math.expm1(ln)

    return Leaning(pct=pct(mean), low_pct=pct(mean - Z90 * sd), high_pct=pct(mean + Z90 * sd))


def _scatter(written: tuple[Bake, ...]) -> float | None:
    """Pooled over the bakes of which more than one width was measured."""
    squares, freedom = 0.0, 0
    for one in written:
        logs = [math.log(width) for width in one.measured.widths_mm]
        if len(logs) > 1:
            mean = sum(logs) / len(logs)
            squares += sum((ln - mean) ** 2 for ln in logs)
            freedom += len(logs) - 1
    return 100 * math.sqrt(squares / freedom) if freedom else None


def _drift(written: tuple[Bake, ...]) -> tuple[Drift, ...]:
    months: dict[str, list[float]] = {}
    for one in written:
        if one.measured.oven_min and one.foretold and one.measured.verdict in (Verdict.RIGHT, None):
            off = math.log(one.measured.oven_min / one.foretold.aim_min)
            months.setdefault(f"{one.baked_at:%Y-%m}", []).append(off)
    return tuple(
        Drift(month=month, bakes=len(offs), minutes_pct=100 * math.expm1(sum(offs) / len(offs)))
        for month, offs in sorted(months.items())[-MONTHS:]
    )
