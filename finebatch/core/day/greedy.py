"""A first plan at once: tray after tray, everything as early as the hands, racks and cool trays allow."""

from .ticks import LoadTimes, Ticks, Timetable


class _Busy:
    """Stretches in which the hands are taken."""

    def __init__(self) -> None:
        self.spans: list[tuple[int, int]] = []

    def free(self, start: int, length: int) -> bool:
        return all(end <= start or start + length <= begin for begin, end in self.spans)

    def first_free(self, earliest: int, length: int) -> int:
        start = earliest
        while not self.free(start, length):
            start = min(end for begin, end in self.spans if end > start and begin < start + length)
        return start

    def take(self, start: int, length: int) -> None:
        self.spans.append((start, start + length))


def first_plan(t: Ticks) -> Timetable:
    """A timetable that keeps every rule of the day; how good it is, the solver says."""
    hands = _Busy()
    mix = max(t.soften, t.weigh)
    weigh = mix - t.weigh
    hands.take(weigh, t.weigh)
    hands.take(mix, t.mix)
    mixed = mix + t.mix
    out = mixed + t.chill
    ready = out + (t.temper if t.chill > t.temper_after else 0)
    in_oven: list[tuple[int, int]] = []
    tray_until: list[int] = []
    loads: list[LoadTimes] = []
    previous_form = ready
    for i, chunks in enumerate(t.chunks):
        tray_free = 0 if i < t.trays else sorted(tray_until)[i - t.trays]
        start = max(previous_form, tray_free)
        placed = None
        while placed is None:
            placed = _place(t, i, chunks, start, hands, in_oven, loads[-1].load if loads else 0)
            start += 1
        for begin, length in zip(placed.form, chunks, strict=True):
            hands.take(begin, length)
        hands.take(placed.load, t.load)
        hands.take(placed.turn, t.turn)
        hands.take(placed.load + t.load + t.bake, t.unload)
        hands.take(placed.transfer, t.transfer[i])
        in_oven.append((placed.load, placed.load + t.slot))
        tray_until.append(placed.transfer + t.transfer[i] + t.tray_cool)
        previous_form = placed.form[-1] + chunks[-1]
        loads.append(placed)
    return Timetable(weigh=weigh, mix=mix, out=out, loads=tuple(loads))


def _place(
    t: Ticks, i: int, chunks: tuple[int, ...], start: int, hands: _Busy, in_oven: list[tuple[int, int]], after: int
) -> LoadTimes | None:
    """Load `i` with shaping begun at `start` or as soon after as the hands allow; None if a limit would break."""
    own = _Busy()
    own.spans = list(hands.spans)
    form: list[int] = []
    at = start
    for length in chunks:
        at = own.first_free(at, length)
        form.append(at)
        own.take(at, length)
        at += length
    if at - form[0] > sum(chunks) + t.pause_max:
        return None
    for load in range(max(at, t.preheat, after), at + t.wait_max + 1):
        racks_used = max(
            (sum(1 for a, b in in_oven if a <= moment < b) for moment in _moments(load, load + t.slot, in_oven)),
            default=0,
        )
        if racks_used >= t.racks or not own.free(load, t.load):
            continue
        unload = load + t.load + t.bake
        turn = next((r for r in _around(load + t.turn_at) if own.free(r, t.turn)), None)
        if turn is None or not own.free(unload, t.unload):
            continue
        taken = _Busy()
        taken.spans = [*own.spans, (load, load + t.load), (turn, turn + t.turn), (unload, unload + t.unload)]
        transfer = taken.first_free(unload + t.unload + t.rest, t.transfer[i])
        if transfer <= unload + t.unload + t.rest_max:
            return LoadTimes(tuple(form), load, turn, transfer)
    return None


def _moments(begin: int, end: int, spans: list[tuple[int, int]]) -> list[int]:
    return [begin, *(a for a, _ in spans if begin < a < end)]


def _around(moment: int) -> list[int]:
    return [moment, moment - 1, moment + 1, moment - 2, moment + 2]
