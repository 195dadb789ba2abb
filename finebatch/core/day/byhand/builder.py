"""Puts steps where they first fit: what is busy when is kept as bits of whole numbers, a bit a tick, and so is where a step could begin. All
beginnings of a tray's stay that keep every rule are one number, found by shifting and cutting others; the first of them is its lowest bit."""

from dataclasses import dataclass, replace
from typing import NamedTuple

from ..times import BELL, MIX_WITHIN, TURN_SLACK, WASH_UP, DoughTimes, LoadTimes, Ticks, Timetable
from .masks import ALL, FAR, at_times, lowest, runs, spread
from .room import Kept, Room, copied


@dataclass
class Allowance:
    """How far the longest times may be overstepped (ticks), and how much rack area: nothing, but for a repair."""

    ticks: int = 0
    area: int = 0


class _Stay(NamedTuple):
    """Where a tray may go in, and of those ticks: where it may be turned, where its cookies may be moved, and when each oven takes it."""

    into: int
    turning: int
    moving: int
    ovens: tuple[int, ...]


class Builder:
    """Puts steps where they first fit."""

    def __init__(self, t: Ticks, allowed: Allowance, now: int = 0, lived: bool = False) -> None:
        """`lived`: what began, began, on whatever tray."""
        self.t, self.room, self.allowed, self.now, self.lived = t, Room(t), allowed, now, lived
        self.doughs: dict[int, DoughTimes] = {}
        self.loads: dict[int, LoadTimes] = {}
        self._gaps: dict[tuple[float, float], int | None] = {}

    def dough(self, d: int, earliest: int = 0) -> bool:
        """Weigh, mix, divide and chill as early as may be."""
        room, dough = self.room, self.t.doughs[d]
        hands, mixer = room.hands.mask(), room.mixer.mask()
        weighing = runs(hands, dough.weigh) if dough.weigh else ALL
        if dough.lead_first:
            weighing &= at_times(runs(hands, dough.lead_first), -dough.lead)
        mixing = ALL
        for after, length in dough.mixings:
            mixing &= at_times(runs(hands & mixer, length) if length else ALL, after)
        dividing = runs(hands, dough.divide) if dough.divide else ALL
        weigh = lowest(weighing, max(self.now, dough.lead, earliest, self._washed(d)))
        while weigh is not None and weigh < FAR - 3000:
            times = self._made_from(d, weigh, mixing, dividing)
            if times is not None:
                self.put_dough(d, times)
                return True
            weigh = lowest(weighing, weigh + 1)
        return False

    def _washed(self, d: int) -> int:
        """The first tick at which dough d may be weighed: after what goes ahead of it is shaped, and the bowls are washed."""
        t = self.t
        if d in t.ahead or t.doughs[d].made:
            return 0
        shaped = [
            x.shape[-1] + t.loads[i].shape[-1]
            for i, x in self.loads.items()
            if t.is_ahead(i) and t.loads[i].after_log is None
        ]
        return max(shaped) + WASH_UP if t.ahead and shaped else 0

    def _made_from(self, d: int, weigh: int, mixing: int, dividing: int) -> DoughTimes | None:
        """The dough weighed then, mixed and divided as soon as that can be; None where it would wait too long."""
        dough = self.t.doughs[d]
        mix = lowest(mixing, weigh + dough.weigh)
        if mix is None or mix > weigh + dough.weigh + MIX_WITHIN:
            return None
        mixed = mix + dough.mix
        divide = lowest(dividing, mixed)
        if divide is None or divide > mixed + MIX_WITHIN:
            return None
        done = divide + dough.divide
        if not self.room.bowls.free(weigh, done - weigh):
            return None
        out = self._out(d, done)
        return None if out is None else DoughTimes(weigh, mix, divide, out)

    def _out(self, d: int, done: int) -> int | None:
        """When the dough comes out of the fridge: as chilled as asked; where a closed span covers that time, at its end
        if the dough may stay so long."""
        t, dough = self.t, self.t.doughs[d]
        out = done + dough.chill
        for start, end in t.closed:
            if start <= out < end:
                out = end
        if not dough.chill:
            return done
        if out > done + dough.chill_max + self.allowed.ticks:
            return None
        return out if self.room.roomy(self.room.shelf, done, out, dough.shelf, t.shelf) else None

    def put_dough(self, d: int, times: DoughTimes) -> None:
        """Take what these times take."""
        dough, room = self.t.doughs[d], self.room
        room.hands.take(times.weigh, dough.weigh)
        room.hands.take(times.weigh - dough.lead, dough.lead_first)
        for after, length in dough.mixings:
            room.hands.take(times.mix + after, length)
            room.mixer.take(times.mix + after, length)
        done = times.mix + dough.mix
        if dough.divide:
            room.hands.take(times.divide, dough.divide)
            done = times.divide + dough.divide
        room.bowls.take(times.weigh, done - times.weigh)
        room.shelf[done : times.out] += dough.shelf
        self.doughs[d] = times

    def _hands(self, start: int, last: int, length: int) -> int | None:
        return next((s for s in range(start, last + 1) if self.room.hands.free(s, length)), None)

    def ready_from(self, i: int) -> int:
        """The first tick at which load i may be shaped."""
        t, load = self.t, self.t.loads[i]
        if load.after_log is not None:
            log = self.loads[load.after_log]
            out = log.load + t.loads[load.after_log].slot
            return max(out + load.slice_from, log.transfer + t.loads[load.after_log].transfer)
        dough = t.doughs[load.dough]
        ready = max(self._soft_enough(d) for d in t.doughs_of(i))
        if load.scraps:
            firsts = [
                self.loads[j] for j in self.loads if t.loads[j].dough == load.dough and not t.loads[j].scraps and t.loads[j].after_log is None
            ]  # fmt: skip
            ends = [
                times.shape[-1] + t.loads[j].shape[-1] for j, times in self.loads.items() if self.loads[j] in firsts
            ]
            ready = max([ready, *(end + dough.rechill for end in ends)])
        test = t.test_of(i)
        if test is not None:
            ready = max(ready, self.loads[test].transfer + t.loads[test].transfer)
        if t.ahead and not t.is_ahead(i):
            off = [x.transfer + t.loads[j].transfer for j, x in self.loads.items() if t.is_ahead(j)]
            ready = max(ready, max(off, default=0) + WASH_UP)
        return max(ready, self.now)

    def _soft_enough(self, d: int) -> int:
        dough, times = self.t.doughs[d], self.doughs[d]
        done = times.divide + dough.divide if dough.divide else times.mix + dough.mix
        return times.out + (dough.temper if dough.chill and times.out - done > dough.temper_after else 0)

    def load(self, i: int) -> bool:
        """Shape, bake, rest and move load i, with the slices cut from it, as early as may be."""
        t = self.t
        start = self.ready_from(i)
        cuts = t.slices_of(i)
        last = FAR - 2000
        if t.loads[i].after_log is not None:
            log = self.loads[t.loads[i].after_log]  # type: ignore[index]
            last = log.load + t.loads[t.loads[i].after_log].slot + t.loads[i].slice_to + self.allowed.ticks  # type: ignore[index]
        while start <= last:
            found = self._fit(i, start, last)
            if found is None:
                return False
            if not cuts:
                self.put_load(i, found)
                return True
            kept = self._keep()
            self.put_load(i, found)
            if all(self.load(cut) for cut in cuts):
                return True
            self._restore(kept)
            start = max(start, found.shape[0]) + 4
        return False

    def _keep(self) -> Kept:
        """What is put so far, to come back to."""
        room = self.room
        return copied(
            (room.hands, room.mixer, room.bowls, room.alarms, room.area, room.shelf, room.trays, room.racks, room.inside, room.wrong, self.loads, self.doughs)
        )  # fmt: skip

    def _restore(self, kept: Kept) -> None:
        """Back to what was put then."""
        room = self.room
        (
            room.hands, room.mixer, room.bowls, room.alarms, room.area, room.shelf, room.trays, room.racks, room.inside, room.wrong, self.loads, self.doughs,
        ) = copied(kept)  # fmt: skip

    def _fit(self, i: int, start: int, last: int) -> LoadTimes | None:
        """Times for load i with shaping begun at `start` or as soon after as all else allows, no later than `last`."""
        t, load, allowed = self.t, self.t.loads[i], self.allowed.ticks
        stay = self._stay(i)
        hands, tray = self.room.hands.mask(), self.room.trays[load.tray].mask()
        beginnings = runs(hands, load.shape[0]) & tray
        later = [runs(hands, length) for length in load.shape[1:]]
        total = sum(load.shape)
        begin = start
        while (found_at := lowest(beginnings, begin)) is not None and found_at <= last:
            begin = found_at
            shape = self._pieces(begin, load.shape, later, total + t.pause + allowed)
            if shape is None:
                begin += 1
                continue
            shaped = shape[-1] + load.shape[-1]
            at = lowest(stay.into, max(shaped + load.before, t.preheat, self.now + load.wash))
            if at is None:
                return None
            if at > shaped + load.wait_max + allowed:
                # Sooner than this, no shaping ends near enough to it.
                begin = max(begin + 1, at - load.wait_max - total - t.pause - 2 * allowed)
                continue
            found = self._stays(i, shape, at, stay)
            end = found.transfer + load.transfer + t.tray_cool
            taken = ~(tray >> begin) & ((1 << (end - begin)) - 1)
            if not taken:
                return found
            begin += taken.bit_length()  # a stay begun before the tray is free again meets it all the same
        return None

    def _pieces(self, begin: int, lengths: tuple[int, ...], later: list[int], most: int) -> tuple[int, ...] | None:
        """The pieces of work begun then, each where it first fits; None where it would stop too long in between."""
        starts, at = [begin], begin + lengths[0]
        for length, free in zip(lengths[1:], later, strict=True):
            piece = lowest(free, at)
            if piece is None:
                return None
            starts.append(piece)
            at = piece + length
        return tuple(starts) if at - begin <= most else None

    def _stay(self, i: int) -> "_Stay":
        """Where load i could go in, be turned, and be moved, by all that is taken."""
        t, load, room = self.t, self.t.loads[i], self.room
        hands, quiet = room.hands.mask(), runs(room.alarms.mask(), BELL)
        out = t.load + load.bake
        into = at_times(runs(hands, load.wash + t.load), -load.wash) & at_times(
            runs(hands, t.unload + load.hot) & quiet, out
        )
        turning = ALL
        if load.turn:
            turning = runs(hands, load.turn) & quiet
            # No earlier than it is in, no later than it is done, however short the bake.
            least = max(load.turn_at - TURN_SLACK, t.load)
            most = min(load.turn_at + TURN_SLACK, out - max(load.turn, BELL))
            into = into & spread(at_times(turning, least), most - least) if most >= least else 0
        moving = runs(hands, load.transfer) & runs(
            room.area_mask(load.area, t.area + self.allowed.area), load.transfer + load.cool
        )
        into &= spread(
            at_times(moving, load.slot + load.hot + load.rest), load.rest_max + self.allowed.ticks - load.rest
        )
        ovens = tuple(self._oven_mask(oven, i) for oven in range(len(t.ovens)))
        either = 0
        for mask in ovens:
            either |= mask
        return _Stay(into & either, turning, moving, ovens)

    def _oven_mask(self, oven: int, i: int) -> int:
        """When load i could go into that oven: a rack is free, and it has the heat or time to come to it."""
        load = self.t.loads[i]
        wrong, key = self.room.wrong[oven], (load.oven_c, load.slot)
        if key not in wrong:
            wrong[key] = 0
            for stay in self.room.inside[oven]:
                wrong[key] |= self._kept_out(stay, *key)
        return runs(self.room.racks[oven].mask(), load.slot) & ~wrong[key]

    def _kept_out(self, stay: tuple[int, int, int], celsius: float, slot: int) -> int:
        """When a load of that heat and length may not go in for another's stay (start, end, load)."""
        begin, end, other = stay
        to, back = self._gap(self.t.loads[other].oven_c, celsius), self._gap(celsius, self.t.loads[other].oven_c)
        if to is None or back is None:
            return 0
        least = max(0, begin - slot - back + 1)
        return ((1 << max(0, end + to - least)) - 1) << least

    def _stays(self, i: int, shape: tuple[int, ...], at: int, stay: "_Stay") -> LoadTimes:
        """The stay of load i that goes in at one of the ticks where it can."""
        t, load = self.t, self.t.loads[i]
        oven = next(o for o, mask in enumerate(stay.ovens) if mask >> at & 1)
        turn, out = at + load.turn_at, at + t.load + load.bake
        if load.turn:
            near = (turn + by for by in range(-TURN_SLACK, TURN_SLACK + 1))
            free = [r for r in near if stay.turning >> r & 1 and at + t.load <= r <= out - max(load.turn, BELL)]
            turn = min(free, key=lambda r: abs(r - turn))
        transfer = lowest(stay.moving, at + load.slot + load.hot + load.rest)
        assert transfer is not None
        return LoadTimes(shape, at, turn, transfer, (), oven)

    def into_oven(self, i: int, shape: tuple[int, ...], shaped: int) -> LoadTimes | None:
        """The stay of a load whose shaping is settled; None where it would wait too long, or its tray is not to be had."""
        t, load = self.t, self.t.loads[i]
        stay = self._stay(i)
        at = lowest(stay.into, max(shaped + load.before, t.preheat, self.now + load.wash))
        if at is None or at > shaped + load.wait_max + self.allowed.ticks:
            return None
        found = self._stays(i, shape, at, stay)
        end = found.transfer + load.transfer + t.tray_cool
        on_tray = self.lived or self.room.trays[load.tray].free(shape[0], end - shape[0])
        return found if on_tray else None

    def gone_on_with(self, starts: tuple[int, ...], lengths: tuple[int, ...], now: int) -> tuple[int, ...]:
        """Work in pieces of which some are begun: the others where hands are first free after them."""
        found: list[int] = []
        for k, (start, length) in enumerate(zip(starts, lengths, strict=True)):
            least = max(start, found[-1] + lengths[k - 1]) if found else start
            fits = least if least < now else lowest(runs(self.room.hands.mask(), length), least)
            found.append(least if fits is None else fits)
        return tuple(found)

    def _gap(self, before_c: float, after_c: float) -> int | None:
        """`Ticks.between`, remembered: it is asked at every try."""
        if (before_c, after_c) not in self._gaps:
            self._gaps[before_c, after_c] = self.t.between(before_c, after_c)
        return self._gaps[before_c, after_c]

    def hold_hands(self, i: int, shape: tuple[int, ...]) -> None:
        """The hands are taken by this shaping, whatever follows."""
        for start, length in _shaping(shape, self.t.loads[i].shape):
            self.room.hands.take(start, length)

    def put_load(self, i: int, times: LoadTimes, shaped: bool = False) -> None:
        """Take what these times take; the shaping's hands are held already if `shaped`."""
        t, load, room = self.t, self.t.loads[i], self.room
        if not shaped:
            self.hold_hands(i, times.shape)
        out = times.load + t.load + load.bake
        for start, length in (
            (times.load - load.wash, load.wash + t.load),
            (times.turn, load.turn),
            (out, t.unload + load.hot),
            (times.transfer, load.transfer),
        ):
            room.hands.take(start, length)
        room.alarms.take(out, BELL)
        if load.turn:
            room.alarms.take(times.turn, BELL)
        room.racks[times.oven].take(times.load, load.slot)
        room.inside[times.oven].append((times.load, times.load + load.slot, i))
        for (celsius, slot), mask in room.wrong[times.oven].items():
            room.wrong[times.oven][celsius, slot] = mask | self._kept_out(room.inside[times.oven][-1], celsius, slot)
        room.trays[load.tray].take(times.shape[0], times.transfer + load.transfer + t.tray_cool - times.shape[0])
        room.area[times.transfer : times.transfer + load.transfer + load.cool] += load.area
        self.loads[i] = times

    def ice(self, i: int) -> bool:
        """Finish load i when it is cold, in the first gaps of the hands."""
        t, load, times = self.t, self.t.loads[i], self.loads[i]
        if not load.ice:
            return True
        cold = times.transfer + load.transfer + load.cool
        hands = self.room.hands.mask()
        free = [runs(hands, length) for length in load.ice]
        roomy = self.room.area_mask(load.area, t.area + self.allowed.area)
        begin = lowest(free[0], max(cold, self.now))
        while begin is not None and begin < FAR - 1500:
            pieces = self._pieces(begin, load.ice, free[1:], FAR)
            if pieces is None:
                return False
            over = pieces[-1] + load.ice[-1] + load.dry - begin
            if not ~(roomy >> begin) & ((1 << over) - 1):
                self.put_ice(i, pieces)
                return True
            begin = lowest(free[0], begin + 1)
        return False

    def put_ice(self, i: int, pieces: tuple[int, ...]) -> None:
        """Take the hands and the drying room."""
        load = self.t.loads[i]
        for start, length in _shaping(pieces, load.ice):
            self.room.hands.take(start, length)
        self.room.area[pieces[0] : pieces[-1] + load.ice[-1] + load.dry] += load.area
        self.loads[i] = replace(self.loads[i], ice=pieces)

    def pack(self, d: int) -> bool:
        """Pack dough d when all of it is ready, in the first gap of the hands."""
        length = self.t.doughs[d].pack
        if not length:
            return True
        so_far = Timetable((), tuple(self.loads.get(i, LoadTimes((0,), 0, 0, 0)) for i in range(len(self.t.loads))))
        ready = max(so_far.ready(self.t, i) for i in self.loads if self.t.loads[i].dough == d)
        start = self._hands(max(ready, self.now), FAR - 10, length)
        if start is None:
            return False
        self.room.hands.take(start, length)
        self.doughs[d] = replace(self.doughs[d], pack=start)
        return True

    def table(self) -> Timetable:
        """What was built."""
        return Timetable(
            tuple(self.doughs[d] for d in range(len(self.t.doughs))), tuple(self.loads[i] for i in range(len(self.t.loads)))
        )  # fmt: skip


def _shaping(starts: tuple[int, ...], lengths: tuple[int, ...]) -> list[tuple[int, int]]:
    return list(zip(starts, lengths, strict=True))
