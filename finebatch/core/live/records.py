"""What a day that was run leaves to the notebook: for each batch how many, how long, how they looked, what the oven read, and what went otherwise."""

from collections import defaultdict
from datetime import datetime

from ..base import Value
from ..notebook import Measured, TrayRan, Verdict
from .events import Rim, Saw
from .facts import Facts
from .oven import OvenReading
from .saying import said

MOST_NOTE = 400
VERDICTS = {Rim.MUCH_PALER: Verdict.PALE, Rim.PALER: Verdict.PALE, Rim.RIGHT: Verdict.RIGHT, Rim.DARKER: Verdict.DARK}


class BatchRan(Value):
    """One batch of a dough, as number `asked` of the day: what is known to be written down, its trays, and when the last of it came out."""

    asked: int
    batch: str
    baked_at: datetime
    measured: Measured
    trays: tuple[TrayRan, ...]
    oven_c: tuple[float, ...] = ()  # read a minute apart while any of it was in the oven


def records_of(facts: Facts, readings: dict[int, list[OvenReading]]) -> tuple[BatchRan, ...]:
    """What can be written down of each batch that came out of the oven; slices of a log count with the log they were cut of, by the first bake."""
    plan, found = facts.brief.plan, list[BatchRan]()
    batches: dict[tuple[int, str], list[int]] = defaultdict(list)
    for n, load in enumerate(plan.work.loads):
        told = facts.loads[n]
        if told.in_at is not None and told.out_at is not None and load.after_log is None and not load.test:
            batches[plan.work.doughs[load.dough].asked, plan.words[n].batch].append(n)
    for (asked, batch), loads in batches.items():
        found.append(_batch(facts, asked, batch, loads, readings))
    return tuple(found)


def _batch(facts: Facts, asked: int, batch: str, loads: list[int], readings: dict[int, list[OvenReading]]) -> BatchRan:  # fmt: skip
    plan = facts.brief.plan
    trays, spans = [], list[tuple[datetime, datetime]]()
    for n in loads:
        told, load = facts.loads[n], plan.work.loads[n]
        assert told.in_at is not None
        assert told.out_at is not None
        spans.append((told.in_at, told.out_at))
        planned_in = next(step for step in plan.steps if step.load == n and step.kind.value == "load")
        late = (told.in_at - plan.start).total_seconds() - planned_in.end_s
        trays.append(
            TrayRan(
                name=load.name, pieces=told.pieces if told.pieces is not None else load.pieces, oven_min=(told.out_at - told.in_at).total_seconds() / 60,
                late_min=round(late / 60, 1), seen=tuple(_seen(facts, saw) for _, saw in told.saws),
            )
        )  # fmt: skip
    whole = plan.words[loads[0]].unit
    cut = [n for n, load in enumerate(plan.work.loads) if load.after_log in loads]
    kept = [
        facts.loads[n].pieces or plan.work.loads[n].pieces
        for n in cut
        if facts.loads[n].out_at and not facts.loads[n].lost
    ]
    count = sum(kept) if whole == "logs" else sum(tray.pieces for tray in trays)
    read = _read(readings, spans)
    rims = [saw.rim for n in loads for _, saw in facts.loads[n].saws[-1:] if saw.rim is not None]
    verdict = VERDICTS[max(rims, key=rims.count)] if rims and _out_when_seen(facts, loads) else None
    measured = Measured(
        count=count or None,
        oven_min=_inside(sum(tray.oven_min for tray in trays) / len(trays), 0.5, 240),
        verdict=verdict,
        oven_read_c=_inside(sum(read) / len(read), 40, 400) if read else None,
        note=_note(trays, facts)[:MOST_NOTE],
    )
    baked_at = max(end for _, end in spans)
    return BatchRan(
        asked=asked, batch=batch, baked_at=baked_at, measured=measured, trays=tuple(trays), oven_c=tuple(read)
    )


def _out_when_seen(facts: Facts, loads: list[int]) -> bool:
    """Whether what was seen last is how they were when they came out."""
    last = [(facts.loads[n].saws[-1][0], facts.loads[n].out_at) for n in loads if facts.loads[n].saws]
    return all(out is not None and (out - at).total_seconds() <= 60 for at, out in last)


def _inside(value: float, low: float, high: float) -> float:
    return round(min(high, max(low, value)), 1)


def _read(readings: dict[int, list[OvenReading]], spans: list[tuple[datetime, datetime]]) -> list[float]:
    found: list[float] = []
    last: datetime | None = None
    for mine in readings.values():
        for one in mine:
            if any(a <= one.at <= b for a, b in spans) and (last is None or (one.at - last).total_seconds() >= 60):
                found.append(round(one.read_c, 1))
                last = one.at
    return found


def _seen(facts: Facts, saw: Saw) -> str:
    return said(facts, saw).split(": ", 1)[-1]


def _note(trays: list[TrayRan], facts: Facts) -> str:
    lines = []
    if len({round(tray.oven_min, 1) for tray in trays}) > 1:
        lines.append("Minutes: " + ", ".join(f"{tray.oven_min:.1f}" for tray in trays) + ".")
    late = [tray for tray in trays if tray.late_min >= 2]
    if late:
        lines.append(
            f"{len(late)} of {len(trays)} trays went in {max(tray.late_min for tray in late):.0f} min late or less."
        )
    seen = [f"{tray.name}: {'; '.join(tray.seen)}" for tray in trays if tray.seen]
    lines += [f"Seen: {'. '.join(seen)}."] if seen else []
    lines += [text for _, text in facts.notes]
    return " ".join(lines)
