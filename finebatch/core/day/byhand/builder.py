"""Puts steps where they first fit: what is busy when is kept as bits of whole numbers, a bit a tick, so that a look takes no
time."""

from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Any

from ..times import BELL, MIX_WITHIN, TURN_SLACK, DoughTimes, LoadTimes, Ticks, Timetable

FAR = 6000  # ticks: fifty hours


class Many:
    """A thing of which there are `size`: bit masks of when at least 1, 2, … are taken."""

    def __init__(self, size: int) -> None:
        self.size = size
        self._level = [0] * size

    def free(self, start: int, length: int) -> bool:
        """Whether one more is to be had for all of that time."""
        return self.size > 0 and not (self._level[-1] >> start) & ((1 << length) - 1)

    def take(self, start: int, length: int) -> None:
        """One more is taken."""
        span = ((1 << length) - 1) << start
        for k in range(self.size - 1, 0, -1):
            self._level[k] |= self._level[k - 1] & span
        self._level[0] |= span

    def copy(self) -> "Many":
        """The same, to try on."""
        other = Many(self.size)
        other._level = list(self._level)
        return other


class _Room:
    """Everything that can be busy."""

    def __init__(self, t: Ticks) -> None:
        import numpy as np  # with the first plan: it takes a good part of the server's start

        self.hands, self.mixer, self.bowls = Many(t.hands), Many(t.mixers), Many(t.bowls)
        self.alarms = Many(1)
        self.trays = {name: Many(count) for name, count in t.trays.items()}
        self.racks = [Many(racks) for racks in t.ovens]
        self.parked = Many(t.tray_shelves)
        self.inside: list[list[tuple[int, int, int]]] = [[] for _ in t.ovens]
        self.shelf, self.area = np.zeros(FAR, int), np.zeros(FAR, int)
        for start, end in t.closed:
            for _ in range(t.hands):
                self.hands.take(start, end - start)

    def roomy(self, used: Any, start: int, end: int, more: int, most: int) -> bool:
        """Whether `more` fits beside what is used all of that time."""
        return more == 0 or end <= start or bool(used[start:end].max() + more <= most)


@dataclass
class Allowance:
    """How far the longest times may be overstepped (ticks), and how much rack area: nothing, but for a repair."""

    ticks: int = 0
    area: int = 0


class Builder:
    """Puts steps where they first fit."""

    def __init__(self, t: Ticks, allowed: Allowance, now: int = 0) -> None:
        self.t, self.room, self.allowed, self.now = t, _Room(t), allowed, now
        self.doughs: dict[int, DoughTimes] = {}
        self.loads: dict[int, LoadTimes] = {}
        self._gaps: dict[tuple[float, float], int | None] = {}

    def dough(self, d: int, earliest: int = 0) -> bool:
        """Weigh, mix, divide and chill as early as may be."""
        room, dough = self.room, self.t.doughs[d]
        for weigh in range(max(self.now, dough.lead, earliest), FAR - 3000):
            if not room.hands.free(weigh, dough.weigh) or not room.hands.free(weigh - dough.lead, dough.lead_first):
                continue
            mix = self._hand_and_mixer(weigh + dough.weigh, weigh + dough.weigh + MIX_WITHIN, dough.mixings)
            if mix is None:
                continue
            mixed = mix + dough.mix
            divide = mixed
            if dough.divide:
                found = self._hands(mixed, mixed + MIX_WITHIN, dough.divide)
                if found is None:
                    continue
                divide = found
            done = divide + dough.divide
            if not room.bowls.free(weigh, done - weigh):
                continue
            out = self._out(d, done)
            if out is None:
                continue
            self.put_dough(d, DoughTimes(weigh, mix, divide, out))
            return True
        return False

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

    def _hand_and_mixer(self, start: int, last: int, parts: tuple[tuple[int, int], ...]) -> int | None:
        room = self.room

        def free(at: int) -> bool:
            return all(room.hands.free(at + a, length) and room.mixer.free(at + a, length) for a, length in parts)

        return next((s for s in range(start, last + 1) if free(s)), None)

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
            found = self._fit(i, start)
            if found is None or (t.loads[i].after_log is not None and found.shape[0] > last):
                if t.loads[i].after_log is not None:
                    return False
                start += 1
                continue
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

    def _keep(self) -> tuple[object, ...]:
        room = self.room
        return (
            room.hands.copy(), room.alarms.copy(), {name: tray.copy() for name, tray in room.trays.items()},
            [rack.copy() for rack in room.racks], [list(inside) for inside in room.inside], room.area.copy(), room.parked.copy(),
            dict(self.loads),
        )  # fmt: skip

    def _restore(self, kept: tuple[object, ...]) -> None:
        room = self.room
        (room.hands, room.alarms, room.trays, room.racks, room.inside, room.area, room.parked, self.loads) = kept  # type: ignore[assignment]

    def _fit(self, i: int, start: int) -> LoadTimes | None:
        """Times for load i with shaping begun at `start` or as soon after as hands and a cool tray allow, within a day."""
        load, room = self.t.loads[i], self.room
        tray = room.trays[load.tray]
        least = sum(load.shape) + load.slot + load.hot + load.rest + load.transfer + self.t.tray_cool
        for begin in range(start, min(FAR - 2000, start + 2880)):
            if not tray.free(begin, least) or not room.hands.free(begin, load.shape[0]):
                continue
            shape, at = [begin], begin + load.shape[0]
            for length in load.shape[1:]:
                piece = self._hands(at, begin + sum(load.shape) + self.t.pause, length)
                if piece is None:
                    break
                shape.append(piece)
                at = piece + length
            if len(shape) < len(load.shape) or at - begin > sum(load.shape) + self.t.pause + self.allowed.ticks:
                continue
            found = self.into_oven(i, tuple(shape), at)
            if found is not None:
                return found
        return None

    def into_oven(self, i: int, shape: tuple[int, ...], shaped: int) -> LoadTimes | None:
        t, load, room = self.t, self.t.loads[i], self.room
        mine = _shaping(shape, load.shape)
        for at in range(
            max(shaped + load.before, t.preheat, self.now + load.wash), shaped + load.wait_max + self.allowed.ticks + 1
        ):
            out = at + t.load + load.bake
            if not room.hands.free(at - load.wash, load.wash + t.load) or not room.hands.free(out, t.unload + load.hot):
                continue
            if not room.alarms.free(out, BELL):
                continue
            oven = next((o for o in range(len(t.ovens)) if self._oven_takes(o, i, at)), None)
            if oven is None:
                continue
            turn = self._turning(i, at, out)
            if turn is None:
                continue
            ue = at + load.slot + load.hot
            last = ue + load.rest_max + self.allowed.ticks
            transfer = next((s for s in range(ue + load.rest, last + 1) if room.hands.free(s, load.transfer)), None)
            if transfer is None:
                continue
            end = transfer + load.transfer + t.tray_cool
            if not room.trays[load.tray].free(shape[0], end - shape[0]):
                return None  # a later start of the oven only makes it longer
            cold = transfer + load.transfer + load.cool
            if not room.roomy(room.area, transfer, cold, load.area, t.area + self.allowed.area):
                continue
            # Its own steps may not need the same hands at once.
            own = [
                *mine,
                (at - load.wash, load.wash + t.load),
                (turn, load.turn),
                (out, t.unload + load.hot),
                (transfer, load.transfer),
            ]
            if t.hands == 1 and _clash(own):
                continue
            return LoadTimes(shape, at, turn, transfer, (), oven)
        return None

    def _turning(self, i: int, at: int, out: int) -> int | None:
        """When load i, in the oven at `at`, is turned; half time where it is not."""
        load, room = self.t.loads[i], self.room
        if not load.turn:
            return at + load.turn_at
        free = (r for r in _around(at + load.turn_at) if room.hands.free(r, load.turn) and room.alarms.free(r, BELL))
        return next((r for r in free if r + max(load.turn, BELL) <= out), None)

    def _oven_takes(self, oven: int, i: int, at: int) -> bool:
        slot = self.t.loads[i].slot
        if not self.room.racks[oven].free(at, slot):
            return False
        celsius = self.t.loads[i].oven_c
        for begin, end, other in self.room.inside[oven]:
            to, back = self._gap(self.t.loads[other].oven_c, celsius), self._gap(celsius, self.t.loads[other].oven_c)
            if to is not None and back is not None and at < end + to and begin < at + slot + back:
                return False
        return True

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
        room.trays[load.tray].take(times.shape[0], times.transfer + load.transfer + t.tray_cool - times.shape[0])
        room.area[times.transfer : times.transfer + load.transfer + load.cool] += load.area
        self.loads[i] = times

    def ice(self, i: int) -> bool:
        """Finish load i when it is cold, in the first gaps of the hands."""
        t, load, times = self.t, self.t.loads[i], self.loads[i]
        if not load.ice:
            return True
        cold = times.transfer + load.transfer + load.cool
        for begin in range(max(cold, self.now), FAR - 1500):
            if not self.room.hands.free(begin, load.ice[0]):
                continue
            pieces, at = [begin], begin + load.ice[0]
            for length in load.ice[1:]:
                piece = self._hands(at, FAR - 1500, length)
                if piece is None:
                    return False
                pieces.append(piece)
                at = piece + length
            if self.room.roomy(self.room.area, begin, at + load.dry, load.area, t.area + self.allowed.area):
                self.put_ice(i, tuple(pieces))
                return True
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


def _clash(spans: list[tuple[int, int]]) -> bool:
    ordered = sorted(spans)
    return any(a + length > b for (a, length), (b, _) in pairwise(ordered))


def _around(moment: int) -> list[int]:
    return [moment + by for by in sorted(range(-TURN_SLACK, TURN_SLACK + 1), key=abs)]
