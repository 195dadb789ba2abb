"""What the bakes tell of this oven and of these hands: how much longer they take than in most kitchens, how even the cookies of a bake
are, and whether that drifts. The oven's heat itself is only told where a thermometer spoke."""

import math
from typing import TYPE_CHECKING

from ..bakemodel import Z90
from ..base import Interval, Value
from .record import Bake, Verdict

if TYPE_CHECKING:
    from ..learning.known import Known

LEAST_BAKES = 2  # one is no habit
MONTHS = 12
UNEVEN_PCT, DRIFTS_PCT = 4.0, 5.0  # judged


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
    """What was learned of a kitchen. `oven_off_k`, how much hotter than its dial, is None without a thermometer's reading;
    `scatter_pct`, how far the widths of one bake differ (sd), is `uneven` where a scoop or a scale would help; `drifted_pct`, how far the
    minutes have moved from the first month to the last, is None where they are steady."""

    bakes: int
    doughs: int
    minutes: Leaning | None
    width: Leaning | None
    oven_off_k: Interval | None
    scatter_pct: float | None
    uneven: bool
    drift: tuple[Drift, ...]
    drifted_pct: float | None


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
            oven = Interval(value=mean, low=mean - Z90 * sd, high=mean + Z90 * sd)
    scatter, drift = _scatter(written), _drift(written)
    moved = drift[-1].minutes_pct - drift[0].minutes_pct if len(drift) > 1 else 0.0
    return Habits(
        bakes=len(written), doughs=len(doughs), minutes=minutes, width=width, oven_off_k=oven, scatter_pct=scatter,
        uneven=scatter is not None and scatter > UNEVEN_PCT, drift=drift, drifted_pct=moved if abs(moved) >= DRIFTS_PCT else None,
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
