"""The day on a grid of half minutes: minima rounded up, maxima down, the bake to the nearest; and a timetable on it."""

from dataclasses import dataclass, field
from functools import cached_property

from .spans import Spans, union
from .work.work import CHUNK_S, MIX_WITHIN_S, TURN_SLACK_S, WASH_UP_S, DayWork, DoughWork

TICK_S = 30
MIX_WITHIN = MIX_WITHIN_S // TICK_S
TURN_SLACK = TURN_SLACK_S // TICK_S
WASH_UP = WASH_UP_S // TICK_S
FALLS_WITHIN = 45 * 60 // TICK_S
BELL = 60 // TICK_S  # no two alarms in the same minute


def up(seconds: float) -> int:
    """Ticks that surely hold `seconds`."""
    return int(-(-seconds // TICK_S))


def chunks(work: int) -> tuple[int, ...]:
    """Work (ticks) in pieces of at most four minutes, as even as can be; none for no work."""
    if work == 0:
        return ()
    pieces = -(-work // (CHUNK_S // TICK_S))
    base, extra = divmod(work, pieces)
    return tuple(base + (1 if i < extra else 0) for i in range(pieces))


@dataclass(frozen=True)
class DoughTicks:
    """As DoughWork, in ticks."""

    lead: int
    lead_first: int
    weigh: int
    mix: int
    mix_first: int
    mix_lag: int
    divide: int
    chill: int
    chill_max: int
    temper_after: int
    temper: int
    shelf: int
    rechill: int
    stands: int
    pack: int
    made: bool
    ahead: bool

    @property
    def falls(self) -> bool:
        """A whipped batter: it does not bear standing, and no fridge helps."""
        return not self.chill and 0 < self.stands <= FALLS_WITHIN

    @property
    def mixings(self) -> tuple[tuple[int, int], ...]:
        """When hands and the mixer are busy with the mixing, (start, length) from its beginning."""
        if not self.mix_lag:
            return ((0, self.mix),)
        again = self.mix_first + self.mix_lag
        return ((0, self.mix_first), (again, self.mix - again))


@dataclass(frozen=True)
class LoadTicks:
    """As LoadWork, in ticks; `slot` from opening the door until the tray is out, `turn_at` half time from then."""

    dough: int
    tray: str
    shape: tuple[int, ...]
    oven_c: float
    bake: int
    turn: int
    wait_max: int
    dry_first: int
    wash: int
    hot: int
    rest: int
    rest_max: int
    transfer: int
    cool: int
    area: int
    after_log: int | None
    slice_from: int
    slice_to: int
    scraps: bool
    also: int | None
    test: bool
    ice: tuple[int, ...]
    dry: int
    slot: int
    turn_at: int
    kind: tuple[object, ...] = field(compare=False)  # equal for loads that are alike

    @property
    def before(self) -> int:
        """What lies at least between shaped and in the oven."""
        return self.dry_first + self.wash


@dataclass(frozen=True)
class Ticks:
    """The day's work and limits in ticks."""

    doughs: tuple[DoughTicks, ...]
    loads: tuple[LoadTicks, ...]
    hands: int
    mixers: int
    bowls: int
    shelf: int
    tray_shelves: int
    ovens: tuple[int, ...]
    preheat: int
    trays: dict[str, int]
    tray_cool: int
    area: int
    load: int
    unload: int
    pause: int
    park_max: int
    closed: Spans
    lone: Spans
    oven_off: Spans
    deadline: int | None
    heats: float
    cools: float
    near_c: float

    def apart(self, a: int, b: int) -> int | None:
        """Ticks between load a leaving the oven and load b going in; None where their temperatures share it."""
        return self.between(self.loads[a].oven_c, self.loads[b].oven_c)

    def between(self, before_c: float, after_c: float) -> int | None:
        """Ticks an oven needs from one temperature to another; None where they are near enough to share it."""
        change = after_c - before_c
        if abs(change) <= self.near_c:
            return None
        per_min = self.heats if change > 0 else self.cools
        return up(60 * abs(change) / per_min)

    def doughs_of(self, i: int) -> tuple[int, ...]:
        """The doughs that must be ready before load i is shaped."""
        load = self.loads[i]
        return (load.dough,) if load.also is None else (load.dough, load.also)

    def test_of(self, i: int) -> int | None:
        """The test cookie that load i waits for."""
        dough = self.loads[i].dough
        return None if self.loads[i].test else self._tests.get(dough)

    @cached_property
    def ahead(self) -> frozenset[int]:
        """The doughs that go before all others; none where there are no others."""
        found = frozenset(d for d, dough in enumerate(self.doughs) if dough.ahead)
        return found if len(found) < len(self.doughs) else frozenset()

    def is_ahead(self, i: int) -> bool:
        """Whether load i goes before all others."""
        return self.ahead.issuperset(self.doughs_of(i))

    @cached_property
    def _tests(self) -> dict[int, int]:
        return {load.dough: i for i, load in enumerate(self.loads) if load.test}

    def slices_of(self, log: int) -> list[int]:
        """The loads cut from a log load."""
        return [i for i, load in enumerate(self.loads) if load.after_log == log]


def _ticks_of(spans: Spans) -> Spans:
    """The spans on the grid, rounded outwards; what meets there is one, which keeps them apart for the solver."""
    return union((a // TICK_S, up(b)) for a, b in spans)


def _mixing(d: DoughWork) -> int:
    if not d.mix_lag_s:
        return up(d.mix_s)
    return up(d.mix_first_s) + up(d.mix_lag_s) + up(d.mix_s - d.mix_first_s - d.mix_lag_s)


def to_ticks(work: DayWork) -> Ticks:
    """The day on the grid."""
    room = work.room
    doughs = tuple(
        DoughTicks(
            lead=up(d.lead_first_s) + up(d.lead_s - d.lead_first_s), lead_first=up(d.lead_first_s), weigh=up(d.weigh_s), mix=_mixing(d), mix_first=up(d.mix_first_s), mix_lag=up(d.mix_lag_s), divide=up(d.divide_s), chill=up(d.chill_s),
            chill_max=max(up(d.chill_s), d.chill_max_s // TICK_S), temper_after=d.temper_after_s // TICK_S, temper=up(d.temper_s),
            shelf=d.shelf if d.chill_s else 0, rechill=up(d.rechill_s), stands=d.stands_s // TICK_S, pack=up(d.pack_s), made=d.made, ahead=d.ahead,
        )
        for d in work.doughs
    )  # fmt: skip
    loads = []
    for load in work.loads:
        bake = max(1, round(load.bake_s / TICK_S))
        slot = up(room.load_s) + bake + up(room.unload_s)
        values = load.model_dump(exclude={"name"})
        loads.append(
            LoadTicks(
                dough=load.dough, tray=load.tray, shape=chunks(up(load.shape_s)), oven_c=load.oven_c, bake=bake, turn=up(load.turn_s),
                wait_max=load.wait_max_s // TICK_S, dry_first=up(load.dry_first_s), wash=up(load.wash_s), hot=up(load.hot_s), rest=up(load.rest_s),
                rest_max=(load.rest_s + load.rest_slack_s) // TICK_S, transfer=up(load.transfer_s), cool=up(load.cool_s),
                area=load.area_cm2, after_log=load.after_log, slice_from=up(load.slice_from_s), slice_to=load.slice_to_s // TICK_S,
                scraps=load.scraps, also=load.also, test=load.test, ice=chunks(up(load.ice_s)), dry=up(load.dry_s), slot=slot, turn_at=up(room.load_s) + (bake // 2 if load.half_s is None else load.half_s // TICK_S),
                kind=tuple(values.values()),
            )
        )  # fmt: skip
    return Ticks(
        doughs=doughs, loads=tuple(loads), hands=room.hands, mixers=room.mixers, bowls=room.bowls, shelf=room.shelf,
        tray_shelves=room.tray_shelves, ovens=room.ovens, preheat=up(room.preheat_s), trays=dict(room.trays), tray_cool=up(room.tray_cool_s),
        area=room.area_cm2, load=up(room.load_s), unload=up(room.unload_s), pause=room.pause_s // TICK_S,
        park_max=room.park_max_s // TICK_S, closed=_ticks_of(work.closed), lone=_ticks_of(work.lone), oven_off=_ticks_of(work.oven_off),
        deadline=None if work.deadline_s is None else work.deadline_s // TICK_S, heats=room.heats_c_min, cools=room.cools_c_min,
        near_c=room.near_c,
    )  # fmt: skip


@dataclass(frozen=True)
class DoughTimes:
    """Starts of one dough's steps; `out` is when it leaves the fridge (mixed or divided, without a chill). A made dough is
    ready at `weigh`."""

    weigh: int
    mix: int
    divide: int
    out: int
    pack: int = 0


@dataclass(frozen=True)
class LoadTimes:
    """Starts of one load's steps."""

    shape: tuple[int, ...]
    load: int
    turn: int
    transfer: int
    ice: tuple[int, ...] = ()
    oven: int = 0
    parked: bool = False


@dataclass(frozen=True)
class Timetable:
    """Starts, in ticks, of everything."""

    doughs: tuple[DoughTimes, ...]
    loads: tuple[LoadTimes, ...]

    def later(self, by: int) -> "Timetable":
        """The same plan, everything `by` ticks later."""
        doughs = tuple(
            DoughTimes(x.weigh + by, x.mix + by, x.divide + by, x.out + by, x.pack + by if x.pack else 0)
            for x in self.doughs
        )
        loads = tuple(
            LoadTimes(
                tuple(s + by for s in x.shape), x.load + by, x.turn + by, x.transfer + by, tuple(s + by for s in x.ice), x.oven, x.parked
            )
            for x in self.loads
        )  # fmt: skip
        return Timetable(doughs, loads)

    def ready(self, t: Ticks, i: int) -> int:
        """When load i is cold, or its finish set."""
        times, load = self.loads[i], t.loads[i]
        if load.ice:
            return times.ice[-1] + load.ice[-1] + load.dry
        return times.transfer + load.transfer + load.cool

    def finish(self, t: Ticks) -> int:
        """When the last load is ready, and packed."""
        packed = [x.pack + d.pack for x, d in zip(self.doughs, t.doughs, strict=True) if d.pack]
        return max([*packed, *(self.ready(t, i) for i in range(len(t.loads)))])

    def begin(self, t: Ticks) -> int:
        """When the day must start: the first lead, weighing or preheating."""
        starts = [times.weigh - dough.lead for times, dough in zip(self.doughs, t.doughs, strict=True)]
        return min([*starts, min(load.load for load in self.loads) - t.preheat])
