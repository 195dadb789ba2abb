"""What an oven's thermometer tells: the air a tray stood in, how much longer it therefore bakes, and what kind of oven it is."""

import statistics
from collections.abc import Sequence
from datetime import datetime, timedelta

from ..bakemodel import Case, followed
from ..base import Value
from ..kitchen import FAN_OFFSET_K, Scale, apart
from .facts import Facts
from .judging import minutes

BEFORE = timedelta(minutes=12)  # of readings, from which an oven's usual reading is told
FEWEST = 4
RELAXES_S = 200.0  # as in the bake model: how fast an oven makes good what it lost
STEP_S = 5.0
SETTLED_K = 20.0  # a reading farther off its usual is a door, or heating up
FOR_S = 5400.0
TOLD_FROM_S = 15.0
DOOR_K = 25.0


class OvenReading(Value):
    """°C read in an oven (counted from 1) at a moment, by a sensor that follows the air within `lag_s`."""

    oven: int = 1
    at: datetime
    read_c: float
    lag_s: float = 0.0


class Traced(Value):
    """How long a tray bakes by what was measured, s, and why it is not what was planned ("" where it is)."""

    bake_s: float
    says: str = ""


class OvenTrait(Value):
    """An oven on one day: by how much it reads off its dial once settled, how far it swings to either side, and in how many seconds it makes good two
    thirds of what an opened door costs (None: no door was seen). `minutes` it was watched."""

    oven: int
    off_k: float
    swing_k: float
    recovery_s: float | None
    minutes: float


def unlagged(readings: Sequence[OvenReading]) -> list[tuple[datetime, float]]:
    """The air behind a slow sensor: what is read and its slope times the lag, the slope taken over three readings to keep the noise down."""
    found = []
    for n, one in enumerate(readings):
        before, after = readings[max(0, n - 1)], readings[min(len(readings) - 1, n + 1)]
        apart = (after.at - before.at).total_seconds()
        slope = (after.read_c - before.read_c) / apart if apart > 0 else 0.0
        found.append((one.at, one.read_c + one.lag_s * slope))
    return found


def usual_c(readings: Sequence[OvenReading], until: datetime) -> float | None:
    """What an oven reads when nothing disturbs it: the middle of what it read in the minutes before; None where it was not watched."""
    before = [one.read_c for one in readings if until - BEFORE <= one.at < until]
    return statistics.median(before) if len(before) >= FEWEST else None


def air_of(case: Case, readings: Sequence[OvenReading], usual: float, in_at: datetime, now: datetime) -> tuple[tuple[float, float], ...]:  # fmt: skip
    """The air since a tray went in, as the bake model takes it: its own oven, off by as much as the thermometer was off its usual; from now on that
    fades away."""
    own_c = case.oven_c + case.shift.oven_k + (FAN_OFFSET_K if case.fan else 0.0)
    past = [
        ((at - in_at).total_seconds(), own_c + read - usual) for at, read in unlagged(readings) if in_at <= at <= now
    ]
    if not past:
        return ()
    last_s, last_c = past[-1]
    later = [
        (last_s + n * STEP_S * 6, own_c + (last_c - own_c) * 2.718281828 ** (-n * STEP_S * 6 / RELAXES_S))
        for n in range(1, int((FOR_S - last_s) / (STEP_S * 6)))
    ]
    return ((0.0, past[0][1]), *past, *later)


def traced_bakes(facts: Facts, cases: dict[int, Case], readings: dict[int, list[OvenReading]], ovens: dict[int, int], now: datetime, scale: Scale = Scale.C) -> dict[int, Traced]:  # fmt: skip
    """How long each tray in a watched oven bakes: the plan's minutes times how many times as long the model takes in the air that was measured. `ovens`
    says in which each load stands."""
    found: dict[int, Traced] = {}
    for n, told in enumerate(facts.loads):
        case, mine = cases.get(n), readings.get(ovens.get(n, 1), [])
        if not told.inside or told.in_at is None or case is None:
            continue
        since = [one for one in mine if told.in_at <= one.at <= now]
        usual = usual_c(mine, told.in_at)
        if len(since) < FEWEST or usual is None:
            continue
        air = air_of(case, mine, usual, told.in_at, now)
        plain, traced = followed(case), followed(case, air)
        times = (traced.first_done_s + traced.last_good_s) / (plain.first_done_s + plain.last_good_s)
        planned = facts.brief.plan.work.loads[n].bake_s * facts.oven_times * facts.slower(n)
        by = planned * (times - 1)
        mean = statistics.fmean(one.read_c for one in since) - usual
        lowest = min(one.read_c for one in since) - usual
        found[n] = Traced(bake_s=planned * times, says=_says(by, mean, lowest, scale))
    return found


def _says(by_s: float, mean_k: float, lowest_k: float, scale: Scale) -> str:
    if abs(by_s) < TOLD_FROM_S:
        return ""
    much = f"{minutes(abs(by_s))} {'more' if by_s > 0 else 'less'}"
    if by_s > 0 and lowest_k < -DOOR_K:
        return f"The open door cost {much.removesuffix(' more')}: the oven fell by {apart(lowest_k, scale)}."
    return f"The oven has been {apart(mean_k, scale)} {'cooler' if mean_k < 0 else 'hotter'} than it usually reads: {much}."


def trait_of(oven: int, off: Sequence[OvenReading]) -> OvenTrait | None:
    """What kind of oven it is, by how far one day's readings were off its dial (K); None of too few."""
    readings = off
    if len(readings) < 20:
        return None
    middle = statistics.median(one.read_c for one in readings[len(readings) // 4 :])
    settled = [one.read_c for one in readings if abs(one.read_c - middle) <= SETTLED_K]
    if len(settled) < 10:
        return None
    ordered = sorted(settled)
    swing = (ordered[int(0.95 * (len(ordered) - 1))] - ordered[int(0.05 * (len(ordered) - 1))]) / 2
    return OvenTrait(
        oven=oven, off_k=statistics.fmean(settled), swing_k=swing, recovery_s=_recovery(readings, middle),
        minutes=(readings[-1].at - readings[0].at).total_seconds() / 60,
    )  # fmt: skip


def _recovery(readings: Sequence[OvenReading], middle: float) -> float | None:
    """Seconds from the lowest reading after a door until two thirds of the fall are made good: the middle of all doors."""
    found = []
    n = 0
    while n < len(readings):
        if readings[n].read_c < middle - DOOR_K and n > 0 and readings[n - 1].read_c >= middle - DOOR_K:
            low = n
            while low + 1 < len(readings) and readings[low + 1].read_c <= readings[low].read_c:
                low += 1
            fell = middle - readings[low].read_c
            back = next((m for m in range(low, len(readings)) if readings[m].read_c >= middle - fell / 3), None)
            if back is None:
                break
            found.append((readings[back].at - readings[low].at).total_seconds())
            n = back
        n += 1
    return statistics.median(found) if found else None


class OvenKnown(Value):
    """What several days told of an oven: each figure with the least and most that nine of ten days to come should read. `days` is how many were watched."""

    oven: int
    days: int
    off_k: float
    off_low_k: float
    off_high_k: float
    swing_k: float
    recovery_s: float | None


DAY_SD_K = 5.0  # of one day's settled reading about the oven's own, where few days tell it (judged)


def known_oven(oven: int, traits: Sequence[OvenTrait]) -> OvenKnown | None:
    """All days of one oven together; None where it was never watched. The range is the usual one of a mean, with a day's own spread."""
    mine = [one for one in traits if one.oven == oven]
    if not mine:
        return None
    off = [one.off_k for one in mine]
    mean = statistics.fmean(off)
    seen = statistics.stdev(off) if len(off) > 1 else DAY_SD_K
    sd = ((len(off) - 1) * seen**2 + 3 * DAY_SD_K**2) / (len(off) + 2)
    half = 1.645 * (sd * (1 + 1 / len(off))) ** 0.5
    back = [one.recovery_s for one in mine if one.recovery_s is not None]
    return OvenKnown(
        oven=oven, days=len(mine), off_k=mean, off_low_k=mean - half, off_high_k=mean + half,
        swing_k=statistics.fmean(one.swing_k for one in mine), recovery_s=statistics.median(back) if back else None,
    )  # fmt: skip
