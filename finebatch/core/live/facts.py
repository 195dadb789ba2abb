"""What is true of a day under way: everything that was told, added up. The same events in any order, sent twice or taken back, add up to the
same."""

import math
from collections import defaultdict
from collections.abc import Callable, Iterable
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from functools import cached_property

from ..day import Kind
from .brief import Brief
from .events import (
    AnyEvent,
    Away,
    Did,
    DoughOff,
    Fewer,
    Happened,
    Helper,
    Lost,
    Mark,
    More,
    Noted,
    NotHot,
    NotReady,
    OvenRuns,
    Saw,
    TrayGone,
    Undone,
)
from .judging import TOLD_FROM_LN, USUAL_LN_SD, Judgement, judged, passed_on

# What comes before what at a dough, and at a tray: whoever did the later has done the earlier.
OF_DOUGH = (
    Kind.BROWN, Kind.SOFTEN, Kind.THAW, Kind.WEIGH, Kind.MIX, Kind.STAND, Kind.DIVIDE, Kind.CHILL, Kind.TEMPER,
)  # fmt: skip
OF_LOAD = (
    Kind.FORM, Kind.WAIT, Kind.PARK, Kind.WASH, Kind.LOAD, Kind.BAKE, Kind.LOOK, Kind.TURN, Kind.UNLOAD, Kind.HOT, Kind.REST, Kind.TRANSFER,
    Kind.COOL, Kind.TRAY_COOL, Kind.ICE, Kind.DRY,
)  # fmt: skip
RANK = {kind: n for order in (OF_DOUGH, OF_LOAD) for n, kind in enumerate(order)}
RANK[Kind.TURN] = RANK[Kind.LOOK]  # either may come first


@dataclass
class LoadFacts:
    """One tray. `told_end` is until when it bakes where a look or the baker said so; `pieces` what is on it where that is not what was planned."""

    in_at: datetime | None = None
    turned_at: datetime | None = None
    out_at: datetime | None = None
    told_end: datetime | None = None
    judgement: Judgement | None = None
    saws: list[tuple[datetime, Saw]] = field(default_factory=list)
    pieces: int | None = None
    lost: bool = False

    @property
    def inside(self) -> bool:
        return self.in_at is not None and self.out_at is None


@dataclass
class Facts:
    """The state of the day. Numbers are those of the day as it was begun. `ignored` are events that cannot have been, by their keys, each with why."""

    brief: Brief
    done: dict[Mark, datetime] = field(default_factory=dict)
    by: dict[Mark, str] = field(default_factory=dict)  # the event that did it
    loads: list[LoadFacts] = field(default_factory=list)
    pace_ln: dict[tuple[int, bool], tuple[float, float]] = field(
        default_factory=dict
    )  # of a dough's logs, or of what is cut of them
    oven_times: float = 1.0
    off: set[int] = field(default_factory=set)
    gone: list[tuple[str, datetime]] = field(default_factory=list)
    cold: list[tuple[datetime, datetime]] = field(default_factory=list)  # the oven was not hot yet
    away: list[tuple[datetime, datetime]] = field(default_factory=list)
    helper: list[tuple[datetime, bool]] = field(default_factory=list)
    not_ready: dict[int, datetime] = field(default_factory=dict)
    notes: list[tuple[datetime, str]] = field(default_factory=list)
    ignored: dict[str, str] = field(default_factory=dict)
    undone: set[str] = field(default_factory=set)
    traced: dict[int, float] = field(default_factory=dict)  # by the oven's thermometer, s
    counted: list[Happened] = field(default_factory=list)

    def done_at(self, mark: Mark) -> datetime | None:
        """When a step was done, or at the latest when one that follows it was; None while it is not."""
        told = self.done.get(mark)
        if told is not None or mark.kind in (Kind.PREHEAT, Kind.OVEN_CHANGE, Kind.PACK):
            return told
        place, after = (RANK[mark.kind], mark.part), []
        if mark.load is not None:
            work = self.brief.plan.work
            after += self._later(mark.load, place)
            if place[0] <= RANK[Kind.TRANSFER]:
                after += [at for n in self._slices_of(mark.load) for at in self._later(n, (-1, 0))]
            after += [at for other, at in self._packed if other == work.loads[mark.load].dough]
        elif mark.dough is not None:
            after += [at for rank, part, at in self._of_dough.get(mark.dough, []) if (rank, part) > place]
            after += [at for n in self._loads_of(mark.dough) for at in self._later(n, (-1, 0))]
        return min(after, default=None)

    def _later(self, load: int, place: tuple[int, int]) -> list[datetime]:
        return [at for rank, part, at in self._of_load.get(load, []) if (rank, part) > place]

    def _slices_of(self, log: int) -> list[int]:
        return [n for n, load in enumerate(self.brief.plan.work.loads) if load.after_log == log]

    def _loads_of(self, dough: int) -> list[int]:
        return [n for n, load in enumerate(self.brief.plan.work.loads) if dough in (load.dough, load.also)]

    @cached_property
    def _of_load(self) -> dict[int, list[tuple[int, int, datetime]]]:
        return self._ranked(lambda mark: mark.load)

    @cached_property
    def _of_dough(self) -> dict[int, list[tuple[int, int, datetime]]]:
        return self._ranked(lambda mark: mark.dough if mark.load is None else None)

    def _ranked(self, of: Callable[[Mark], int | None]) -> dict[int, list[tuple[int, int, datetime]]]:
        found: dict[int, list[tuple[int, int, datetime]]] = defaultdict(list)
        for mark, at in self.done.items():
            n = of(mark)
            if n is not None and mark.kind in RANK:
                found[n].append((RANK[mark.kind], mark.part, at))
        return found

    @cached_property
    def _packed(self) -> list[tuple[int, datetime]]:
        return [(mark.dough, at) for mark, at in self.done.items() if mark.kind is Kind.PACK and mark.dough is not None]

    def bake_s(self, load: int) -> float:
        """How long a load bakes by all that is known, s from the closing of its door."""
        facts, planned = self.loads[load], self.brief.plan.work.loads[load].bake_s
        if facts.in_at is not None and facts.told_end is not None:
            return max(30.0, (facts.told_end - facts.in_at).total_seconds())
        if load in self.traced:
            return max(30.0, self.traced[load])
        return planned * self.oven_times * self.slower(load)

    def slower(self, load: int) -> float:
        """How many times as long as foretold the trays of this dough take, by those that were looked at."""
        ln, _ = self.pace_ln.get(self._pace_of(load), (0.0, 0.0))
        return math.exp(ln) if abs(ln) >= TOLD_FROM_LN else 1.0

    def _pace_of(self, load: int) -> tuple[int, bool]:
        work = self.brief.plan.work.loads[load]
        return work.dough, work.after_log is not None


def facts_of(brief: Brief, events: Iterable[Happened]) -> Facts:
    """All events added up. The order in which they came does not count, only when they happened; one that is there twice counts once."""
    by_key: dict[str, Happened] = {}
    for told in events:
        # Times of one zone are compared by the wall: in the night the clock is set back that is not their order.
        one = told.model_copy(update={"at": told.at.astimezone(UTC)})
        before = by_key.get(one.key)
        if before is None or (one.at, one.model_dump_json()) < (before.at, before.model_dump_json()):
            by_key[one.key] = one
    # An undoing of an undoing brings the event back: the last word of the chain counts.
    ordered = sorted(by_key.values(), key=_in_order)
    taken_back: set[str] = set()
    for one in reversed(ordered):
        if isinstance(one.event, Undone) and one.key not in taken_back:
            taken_back.add(one.event.of)
    facts = Facts(brief, loads=[LoadFacts() for _ in brief.plan.work.loads], undone=taken_back)
    for one in ordered:
        if one.key in taken_back or isinstance(one.event, Undone):
            continue
        why = _add(facts, one.key, one.at, one.event)
        if why:
            facts.ignored[one.key] = why
        else:
            facts.counted.append(one)
    return facts


def _in_order(one: Happened) -> tuple[datetime, int, str]:
    """By when it happened; of what happened in one second, what comes first at a tray comes first."""
    event = one.event
    rank = RANK.get(event.marks[0].kind, -1) if isinstance(event, Did) else RANK[Kind.LOOK]
    return one.at, rank, one.key


def _add(facts: Facts, key: str, at: datetime, event: AnyEvent) -> str:
    """Add an event; why it cannot be, where it cannot."""
    work = facts.brief.plan.work
    if isinstance(event, Did):
        whys = [_did(facts, key, at, mark) for mark in event.marks]
        return whys[0] if all(whys) else ""
    if isinstance(event, Saw | More | Lost | Fewer):
        if event.load >= len(work.loads):
            return "There is no such tray in this day."
        return _at_tray(facts, at, event)
    if isinstance(event, DoughOff | NotReady):
        if event.dough >= len(work.doughs):
            return "There is no such dough in this day."
        if isinstance(event, DoughOff):
            facts.off.add(event.dough)
        else:
            facts.not_ready[event.dough] = at + timedelta(minutes=event.minutes)
    elif isinstance(event, TrayGone):
        if event.found:
            kinds = [n for n, (kind, _) in enumerate(facts.gone) if kind == event.tray]
            if not kinds:
                return "No tray of that kind is missing."
            del facts.gone[kinds[-1]]
        else:
            facts.gone.append((event.tray, at))
    elif isinstance(event, OvenRuns):
        facts.oven_times *= event.times
        for load in facts.loads:
            if load.inside and load.told_end is not None:
                load.told_end = at + (load.told_end - at) * event.times if load.told_end > at else load.told_end
    elif isinstance(event, NotHot):
        if any(load.inside for load in facts.loads):
            return "A tray is in the oven. If it is too cool, say that it runs cooler."
        facts.cold.append((at, at + timedelta(minutes=event.minutes)))
    elif isinstance(event, Away):
        facts.away.append((at, at + timedelta(minutes=event.minutes)))
    elif isinstance(event, Helper):
        facts.helper.append((at, event.comes))
    elif isinstance(event, Noted):
        facts.notes.append((at, event.text))
    return ""


def _did(facts: Facts, key: str, at: datetime, mark: Mark) -> str:
    work = facts.brief.plan.work
    if (mark.load is not None and mark.load >= len(work.loads)) or (
        mark.dough is not None and mark.dough >= len(work.doughs)
    ):
        return "There is no such tray or dough in this day."
    if mark in facts.done:
        return "It was done before."
    if mark.load is not None:
        load = facts.loads[mark.load]
        if mark.kind in (Kind.LOOK, Kind.TURN, Kind.UNLOAD) and not load.inside:
            return "This tray is out already." if load.out_at else "This tray is not in the oven."
        if mark.kind in (Kind.HOT, Kind.TRANSFER) and load.out_at is None:
            return "This tray is not out yet."
        if mark.kind is Kind.LOAD and load.lost:
            return "This tray was lost."
        if mark.kind is Kind.LOAD:
            load.in_at = at
        elif mark.kind is Kind.TURN:
            load.turned_at = at
        elif mark.kind is Kind.UNLOAD:
            load.out_at = at
    facts.done[mark] = at
    facts.by[mark] = key
    return ""


def _at_tray(facts: Facts, at: datetime, event: Saw | More | Lost | Fewer) -> str:
    load = facts.loads[event.load]
    planned = facts.brief.plan.work.loads[event.load]
    if isinstance(event, Lost):
        left = (load.pieces or planned.pieces) - (event.pieces or planned.pieces)
        load.pieces, load.lost = max(0, left), left <= 0
        return ""
    if isinstance(event, Fewer):
        load.pieces = event.pieces
        return ""
    if not load.inside or load.in_at is None:
        return "This tray is out already." if load.out_at else "This tray is not in the oven."
    if isinstance(event, More):
        load.told_end = at + timedelta(minutes=event.minutes)
        return ""
    load.saws.append((at, event))
    look = facts.brief.look(event.load)
    if look is None:
        return ""
    _judge(facts, event.load, at, event)
    return ""


def _judge(facts: Facts, n: int, at: datetime, saw: Saw) -> None:
    load, look = facts.loads[n], facts.brief.look(n)
    assert load.in_at is not None
    assert look is not None
    planned = facts.brief.plan.work.loads[n].bake_s * facts.oven_times
    course = look.course.slower(facts.oven_times) if facts.oven_times != 1 else look.course
    key = facts._pace_of(n)
    ln, sd = facts.pace_ln.get(key, (0.0, look.sure_ln or USUAL_LN_SD))
    # A tray that is looked at again is judged from what was thought of it, not counted for its dough a second time.
    again = load.judgement
    before = (again.ln_slower, math.hypot(again.ln_sd, 0.03)) if again else (ln, sd)
    found = judged(look.model_copy(update={"course": course}), planned, (at - load.in_at).total_seconds(), saw, *before)
    load.judgement, load.told_end = found, at + timedelta(seconds=found.more_s)
    if again is None:
        facts.pace_ln[key] = passed_on(ln, sd, found)
