"""A timetable as steps a person can follow: named, placed, with trays, ovens and racks given out, and each knowing why it
stands where it stands."""

import re

from ...base import capital
from ..texts import Texts
from ..times import TICK_S, Ticks, Timetable
from ..work.work import DayWork, DoughWork, LoadWork
from .looks import BEFORE_END_S, looks_placed
from .naming import NOTHING_GIVEN, Given, rack_numbers, tray_names
from .once import said_once
from .reasons import explained
from .step import Heat, Kind, Lane, Step


def steps_of(
    work: DayWork, t: Ticks, table: Timetable, words: tuple[Texts, ...], given: Given = NOTHING_GIVEN
) -> tuple[Step, ...]:
    """Every step, in order of time. `words` has one entry a load; trays under way keep what is `given` them."""
    steps = [
        step for d in range(len(work.doughs)) for step in _dough_steps(work, t, table, d, _words_of(work, words, d))
    ]
    trays = tray_names(work, t, table, given)
    racks = rack_numbers(t, table, given)
    for i in range(len(work.loads)):
        steps += _load_steps(work, t, table, i, trays, racks[i], words[i])
    steps += _oven_steps(work, t, table, words)
    steps = looks_placed(work, said_once(t, steps, words))
    ordered = sorted(steps, key=lambda step: (step.start_s, step.end_s, step.kind.value))
    return tuple(explained(work, _by_person(ordered, work.room.hands, work.lone)))


def _by_person(ordered: list[Step], hands: int, lone: tuple[tuple[int, int], ...]) -> list[Step]:
    """Each step of the hands given to somebody, whoever was at that tray or dough last if they are free; nobody named where there is but one.
    In `lone` spans the baker is alone."""
    if hands == 1:
        return ordered
    free_from, last, found = [0] * hands, dict[tuple[int | None, int | None], int](), list[Step]()
    bakers = [s for s in ordered if s.place is Lane.HANDS and any(s.start_s < b and s.end_s > a for a, b in lone)]
    for step in ordered:
        if step.place is not Lane.HANDS:
            found.append(step)
            continue
        free = [p for p in range(hands) if free_from[p] <= step.start_s] or list(range(hands))
        if any(step.start_s < b and step.end_s > a for a, b in lone):
            free = [p for p in free if p == 0] or [0]
        elif any(step.start_s < other.end_s and step.end_s > other.start_s for other in bakers):
            free = [p for p in free if p > 0] or free  # the baker has something then that is nobody else's
        of = (step.dough, step.load)
        person = last[of] if last.get(of) in free else free[0]
        free_from[person], last[of] = step.end_s, person
        found.append(step.model_copy(update={"person": person + 1}))
    return found


def _words_of(work: DayWork, words: tuple[Texts, ...], d: int) -> Texts:
    return next(words[i] for i, load in enumerate(work.loads) if d in (load.dough, load.also))


def _step(kind: Kind, title: str, place: Lane, heat: Heat, start: int, end: int, **rest: object) -> Step:
    return Step(kind=kind, title=title, place=place, heat=heat, start_s=start * TICK_S, end_s=end * TICK_S, **rest)


def _dough_steps(work: DayWork, t: Ticks, table: Timetable, d: int, words: Texts) -> list[Step]:
    dough, ticks, times = work.doughs[d], t.doughs[d], table.doughs[d]
    steps = []
    if ticks.pack:
        steps.append(
            _step(Kind.PACK, f"Pack {dough.name}", Lane.HANDS, Heat.COLD, times.pack, times.pack + ticks.pack, dough=d, detail=words.store)
        )  # fmt: skip
    if ticks.made:
        if ticks.lead:
            steps.append(
                _step(Kind.THAW, f"Take {dough.name} out of the {'fridge' if dough.from_fridge else 'freezer'}", Lane.COUNTER, Heat.CHILLED, times.weigh - ticks.lead, times.weigh, dough=d,
                      detail="On its trays or side by side, covered. Dough with raw egg no longer than two hours out.")
            )  # fmt: skip
        return steps
    if ticks.lead_first:
        start, (said, rest) = times.weigh - ticks.lead, _first_said(dough.lead_first_says, dough.name)
        title = said or f"Get {dough.name} ready"
        steps.append(
            _step(Kind.BROWN, title, Lane.HANDS, Heat.HOT, start, start + ticks.lead_first, dough=d, detail=rest)
        )
    if ticks.lead > ticks.lead_first:
        title, rest = _leading(dough)
        start = times.weigh - ticks.lead + ticks.lead_first
        steps.append(_step(Kind.SOFTEN, title, Lane.COUNTER, Heat.SOFT, start, times.weigh, dough=d, detail=rest))
    steps.append(
        _step(
            Kind.WEIGH,
            f"Weigh {dough.name}",
            Lane.HANDS,
            Heat.COOL_ROOM,
            times.weigh,
            times.weigh + ticks.weigh,
            dough=d,
            detail=dough.before_says,
        )
    )
    done = times.mix + ticks.mix
    first, *again = ticks.mixings
    steps.append(
        _step(Kind.MIX, f"Mix {dough.name}", Lane.HANDS, Heat.SOFT, times.mix, times.mix + first[1], dough=d,
              detail=f"{dough.mix_says} {'' if again else RAW}".strip())
    )  # fmt: skip
    for after, length in again:
        start = times.mix + after
        steps += [
            _step(Kind.STAND, f"{dough.name} cools in its pan", Lane.COUNTER, Heat.COOLING, start - ticks.mix_lag, start, dough=d),
            _step(Kind.MIX, f"Go on mixing {dough.name}", Lane.HANDS, Heat.SOFT, start, start + length, dough=d,
                  detail=f"{dough.mix_then_says} {RAW}".strip()),
        ]  # fmt: skip
    if ticks.divide:
        done = times.divide + ticks.divide
        steps.append(
            _step(
                Kind.DIVIDE,
                f"Divide {dough.name}",
                Lane.HANDS,
                Heat.COOL_ROOM,
                times.divide,
                done,
                dough=d,
                detail=f"As {words.chill_as}.{_put_away(dough.kept)}",
            )
        )
    if ticks.chill:
        steps.append(
            _step(Kind.CHILL, f"{dough.name} chills", Lane.FRIDGE, Heat.CHILLED, done, times.out, dough=d, detail=f"Wrapped, as {words.chill_as}.")
        )  # fmt: skip
        if ticks.temper and times.out - done > ticks.temper_after:
            steps.append(
                _step(
                    Kind.TEMPER,
                    f"{dough.name} warms a little",
                    Lane.COUNTER,
                    Heat.COOL_ROOM,
                    times.out,
                    times.out + ticks.temper,
                    dough=d,
                )
            )
    return steps


RAW = "Raw flour and raw egg are not for tasting."


def _leading(dough: DoughWork) -> tuple[str, str]:
    """The first thing that gets ready by itself, for which dough; and what else is said of it."""
    title, rest = _first_said(dough.lead_says, dough.name)
    ready = f"Ready when {dough.lead_cue}." if dough.lead_cue else ""
    return title or f"Take out what {dough.name} needs warm", " ".join(filter(None, (rest, ready)))


def _first_said(words: str, name: str) -> tuple[str, str]:
    """The first thing of several, for which dough ("" where there is none); and the rest of it."""
    ends = re.search(r"[;:.]", words)
    cut = ends.start() if ends else len(words)
    first, rest = words[:cut].strip(), words[cut + 1 :].strip()
    return f"{first}, for {name}" if first else "", capital(rest)


def _put_away(kept: tuple[str, ...]) -> str:
    return f" Wrap, label with the day and put away: {', '.join(kept)}." if kept else ""


def _load_steps(
    work: DayWork, t: Ticks, table: Timetable, i: int, trays: list[str], rack: tuple[int, int], words: Texts
) -> list[Step]:
    tray = trays[i]
    load, ticks, times = work.loads[i], t.loads[i], table.loads[i]
    into_end = times.load + t.load
    bake_end = into_end + ticks.bake
    out_end = bake_end + t.unload
    empty = out_end + ticks.hot
    shaped = times.shape[-1] + ticks.shape[-1]
    moved = times.transfer + ticks.transfer
    own = {"dough": load.dough, "load": i, "tray": tray}
    off = {"dough": load.dough, "load": i}  # the tray is another's by then
    inside = {**own, "oven": rack[0], "rack": rack[1]}
    where = f"Rack {rack[1]}." if len(t.ovens) == 1 else f"Oven {rack[0]}, rack {rack[1]}."
    vessel = f"{_vessel(load)} {tray}"
    on = f"{'in' if _vessel(load) == 'pan' else 'on'} {vessel}"
    doing = words.doing or f"{words.shape} {load.pieces}"
    doing += (
        f", {words.on_raw}: {load.name}" if words.on_raw else f": {load.name}" if "," in doing else f", {load.name}"
    )
    brushed = times.load - ticks.wash
    steps = [
        _step(
            Kind.FORM, f"{doing}, {on}" if k == 0 else f"Go on: {words.shape.lower()} {load.name}, {on}",
            Lane.HANDS, Heat.COOL_ROOM, start, start + length, detail=" ".join(filter(None, ((words.visit or words.tray_first) if k == 0 else "", _halves(work, load)))), **own,
        )
        for k, (start, length) in enumerate(zip(times.shape, ticks.shape, strict=True))
    ]  # fmt: skip
    if brushed > shaped:
        kind, place, heat = (
            (Kind.PARK, Lane.FRIDGE, Heat.CHILLED) if times.parked else (Kind.WAIT, Lane.COUNTER, Heat.COOL_ROOM)
        )
        steps.append(
            _step(
                kind,
                f"{capital(vessel)} waits, {'cold' if times.parked else 'raw'}",
                place,
                heat,
                shaped,
                brushed,
                **own,
            )
        )
    if ticks.wash:
        title = f"{capital(words.wash or 'brush')}, {load.pieces} on {vessel}: {load.name}"
        steps.append(
            _step(
                Kind.WASH,
                title,
                Lane.HANDS,
                Heat.COOL_ROOM,
                brushed,
                times.load,
                detail="Then straight into the oven.",
                **own,
            )
        )
    steps += [
        _step(Kind.LOAD, f"{capital(vessel)} into the oven, {load.name}", Lane.HANDS, Heat.HOT, times.load, into_end, detail=where, **inside),
        _step(Kind.BAKE, f"{capital(vessel)}, {load.name}, bakes {ticks.bake * TICK_S / 60:g} min", Lane.OVEN, Heat.HOT, into_end, bake_end,
              detail=words.look, **inside),
        _step(Kind.UNLOAD, f"{capital(vessel)} out", Lane.HANDS, Heat.HOT, bake_end, out_end, detail="Dry mitts. Is it done? " + words.look, **inside),
        _step(Kind.REST, f"{capital(vessel)} rests", Lane.COUNTER, Heat.COOLING, empty, times.transfer, **own),
        _step(Kind.TRANSFER, _moving(load, vessel, words), Lane.HANDS, Heat.COOLING, times.transfer, moved, detail=MEASURE if load.test else words.off, **own),
        _step(Kind.COOL, f"{load.name} firm up until they are sliced" if t.slices_of(i) else f"{load.name} cools", Lane.COOLING, Heat.COOLING, moved, moved + ticks.cool, **off),
        _step(Kind.TRAY_COOL, f"{capital(vessel)} cools before raw dough touches it", Lane.COUNTER, Heat.COOLING, moved, moved + t.tray_cool, **own),
    ]  # fmt: skip
    look = into_end + min(ticks.bake, words.first_look_s // TICK_S)
    at_turn = bool(words.first_look_s and ticks.turn) and abs(look - times.turn) < JOINED
    if words.first_look_s and not at_turn and (bake_end - look) * TICK_S >= BEFORE_END_S:
        steps.append(
            _step(
                Kind.LOOK,
                f"First look through the glass: {vessel}, {load.name}",
                Lane.OVEN,
                Heat.HOT,
                look,
                look,
                detail=words.look,
                **inside,
            )
        )
    if ticks.turn:
        other = _swapped_with(t, table, i)
        with_ = "" if other is None else f"{_vessel(work.loads[other])} {trays[other]}"
        acts = ["turn", "" if words.half or other is None else f"swap racks with {with_}", words.at_half]
        title = f"{words.half or capital(_after_comma(acts))}: {vessel}"
        steps.append(
            _step(
                Kind.TURN,
                title,
                Lane.HANDS,
                Heat.HOT,
                times.turn,
                times.turn + ticks.turn,
                detail=("Half time: each onto its other side." if words.half else "Half time: back to front.")
                + (f" {words.look}" if at_turn else ""),
                **own,
            )
        )
    if ticks.hot:
        steps.append(_step(Kind.HOT, f"At once, {vessel}: {words.hot}", Lane.HANDS, Heat.HOT, out_end, empty, **own))
    steps += [
        _step(
            Kind.ICE,
            f"{words.ice}: {load.name}" if k == 0 else f"Go on: {words.ice.lower()}, {load.name}",
            Lane.HANDS,
            Heat.COLD,
            start,
            start + length,
            **off,
        )
        for k, (start, length) in enumerate(zip(times.ice, ticks.ice, strict=True))
    ]
    if ticks.ice and ticks.dry:
        end = times.ice[-1] + ticks.ice[-1]
        steps.append(_step(Kind.DRY, f"{load.name} sets", Lane.COOLING, Heat.COLD, end, end + ticks.dry, **off))
    return steps


def _after_comma(acts: list[str]) -> str:
    """“turn, and swap racks” of what is there to be done."""
    *before, last = filter(None, acts)
    return f"{', '.join(before)}, and {last}" if before else last


MEASURE = "How wide each is, how long it was in, how it looks: written here, the rest of the dough is laid out and timed by it."


def _halves(work: DayWork, load: LoadWork) -> str:
    if load.also is None:
        return ""
    left, right = work.doughs[load.dough].name, work.doughs[load.also].name
    return f"Left half {left}, right half {right}, with a mark beside each."


def _moving(load: LoadWork, vessel: str, words: Texts) -> str:
    if load.test:
        return f"Measure {load.name}, then off {vessel}"
    if words.off:
        return f"Clear {vessel}"
    return f"Move {load.pieces} from {vessel} to the rack"


OWN_PAN = re.compile(r"pan\d+\.\d+")  # a form's own, not one of the kitchen's trays


def _vessel(load: LoadWork) -> str:
    return "pan" if OWN_PAN.fullmatch(load.tray) else "tray"


def _swapped_with(t: Ticks, table: Timetable, i: int) -> int | None:
    """The tray that stands in the same oven while load i is turned, if their racks are not swapped at its own turn before."""
    mine = table.loads[i]
    for j, other in enumerate(table.loads):
        if j == i or other.oven != mine.oven or not other.load <= mine.turn < other.load + t.loads[j].slot:
            continue
        before = t.loads[j].turn and (other.turn, j) < (mine.turn, i) and mine.load <= other.turn
        if not before:
            return j
    return None


JOINED = 4  # ticks: a look so near another act on the same tray is part of that
IDLE = 60  # ticks: an oven empty for half an hour and the time it heats may be off


def _oven_steps(work: DayWork, t: Ticks, table: Timetable, words: tuple[Texts, ...]) -> list[Step]:
    """Heating each oven that is used, and every change of its temperature."""
    steps = []
    for oven in range(len(t.ovens)):
        stays = sorted((times.load, i) for i, times in enumerate(table.loads) if times.oven == oven)
        if not stays:
            continue
        first, i = stays[0]
        which = "the oven" if len(t.ovens) == 1 else f"oven {oven + 1}"
        steps.append(
            _step(Kind.PREHEAT, f"Heat {which} to {words[i].dial}", Lane.OVEN, Heat.HOT, first - t.preheat, first, oven=oven + 1, rack=1,
                  detail="Trust an oven thermometer over the dial.")
        )  # fmt: skip
        current, free_from = i, first + t.loads[i].slot
        for at, j in stays[1:]:
            gap = t.apart(current, j)
            if at - free_from >= t.preheat + IDLE:
                steps.append(
                    _step(Kind.OVEN_CHANGE, f"Heat {which} again, to {words[j].dial}", Lane.OVEN, Heat.HOT, at - t.preheat, at, oven=oven + 1,
                          rack=1, detail="It may be off until then.")
                )  # fmt: skip
                current = j
            elif gap is not None:
                steps.append(
                    _step(Kind.OVEN_CHANGE, f"Turn {which} to {words[j].dial}", Lane.OVEN, Heat.HOT, min(free_from, at - gap), at,
                          oven=oven + 1, rack=1, detail="As soon as the last tray before is out.")
                )  # fmt: skip
                current = j
            elif words[j].dial != words[current].dial:
                steps.append(
                    _step(Kind.OVEN_CHANGE, f"Set {which} to {words[j].dial}", Lane.OVEN, Heat.HOT, at, at, oven=oven + 1, rack=1,
                          detail="Near enough to go in at once.")
                )  # fmt: skip
                current = j
            free_from = max(free_from, at + t.loads[j].slot)
    return steps
