"""A timetable as steps a person can follow: named, placed, with trays, ovens and racks given out, and each knowing why it
stands where it stands."""

from ..texts import Texts
from ..times import TICK_S, Ticks, Timetable
from ..work.work import DayWork, LoadWork
from .naming import rack_numbers, tray_names
from .reasons import explained
from .step import Heat, Kind, Lane, Step


def steps_of(work: DayWork, t: Ticks, table: Timetable, words: tuple[Texts, ...]) -> tuple[Step, ...]:
    """Every step, in order of time. `words` has one entry a load."""
    steps = [
        step for d in range(len(work.doughs)) for step in _dough_steps(work, t, table, d, _words_of(work, words, d))
    ]
    trays = tray_names(work, t, table)
    racks = rack_numbers(t, table)
    for i in range(len(work.loads)):
        steps += _load_steps(work, t, table, i, trays[i], racks[i], words[i])
    steps += _oven_steps(work, t, table, words)
    ordered = sorted(steps, key=lambda step: (step.start_s, step.end_s, step.kind.value))
    return tuple(explained(work, ordered))


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
    if ticks.lead:
        steps.append(
            _step(Kind.SOFTEN, f"Take out what {dough.name} needs warm", Lane.COUNTER, Heat.SOFT, times.weigh - ticks.lead, times.weigh, dough=d,
                  detail="Fat in 20 mm cubes, eggs. Ready when a fingertip leaves a clean dent.")
        )  # fmt: skip
    steps.append(
        _step(
            Kind.WEIGH,
            f"Weigh {dough.name}",
            Lane.HANDS,
            Heat.COOL_ROOM,
            times.weigh,
            times.weigh + ticks.weigh,
            dough=d,
        )
    )
    done = times.mix + ticks.mix
    steps.append(
        _step(Kind.MIX, f"Mix {dough.name}", Lane.HANDS, Heat.SOFT, times.mix, done, dough=d,
              detail="Stop when the flour is just combined. Raw flour and raw egg are not for tasting.")
    )  # fmt: skip
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


def _put_away(kept: tuple[str, ...]) -> str:
    return f" Wrap, label with the day and put away: {', '.join(kept)}." if kept else ""


def _load_steps(
    work: DayWork, t: Ticks, table: Timetable, i: int, tray: str, rack: tuple[int, int], words: Texts
) -> list[Step]:
    load, ticks, times = work.loads[i], t.loads[i], table.loads[i]
    into_end = times.load + t.load
    bake_end = into_end + ticks.bake
    out_end = bake_end + t.unload
    empty = out_end + ticks.hot
    shaped = times.shape[-1] + ticks.shape[-1]
    moved = times.transfer + ticks.transfer
    own = {"dough": load.dough, "load": i, "tray": tray}
    inside = {**own, "oven": rack[0], "rack": rack[1]}
    where = f"Rack {rack[1]}." if len(t.ovens) == 1 else f"Oven {rack[0]}, rack {rack[1]}."
    many = len(t.ovens) > 1 or t.ovens[0] > 1
    steps = [
        _step(Kind.FORM, f"{words.shape} {load.pieces}, {load.name}, on tray {tray}", Lane.HANDS, Heat.COOL_ROOM, start, start + length, detail=_halves(work, load), **own)
        for start, length in zip(times.shape, ticks.shape, strict=True)
    ]  # fmt: skip
    if times.load > shaped:
        kind, place, heat = (
            (Kind.PARK, Lane.FRIDGE, Heat.CHILLED) if times.parked else (Kind.WAIT, Lane.COUNTER, Heat.COOL_ROOM)
        )
        steps.append(
            _step(
                kind, f"Tray {tray} waits, {'cold' if times.parked else 'raw'}", place, heat, shaped, times.load, **own
            )
        )
    steps += [
        _step(Kind.LOAD, f"Tray {tray} into the oven, {load.name}", Lane.HANDS, Heat.HOT, times.load, into_end, detail=where, **inside),
        _step(Kind.BAKE, f"Tray {tray}, {load.name}, bakes {ticks.bake * TICK_S / 60:g} min", Lane.OVEN, Heat.HOT, into_end, bake_end,
              detail=words.look, **inside),
        _step(Kind.UNLOAD, f"Tray {tray} out", Lane.HANDS, Heat.HOT, bake_end, out_end, detail="Dry mitts. Is it done? " + words.look, **inside),
        _step(Kind.REST, f"Tray {tray} rests", Lane.COUNTER, Heat.COOLING, empty, times.transfer, **own),
        _step(Kind.TRANSFER, _moving(load, tray), Lane.HANDS, Heat.COOLING, times.transfer, moved, detail=MEASURE if load.test else "", **own),
        _step(Kind.COOL, f"{load.name} cools", Lane.COOLING, Heat.COOLING, moved, moved + ticks.cool, **own),
        _step(Kind.TRAY_COOL, f"Tray {tray} cools before raw dough touches it", Lane.COUNTER, Heat.COOLING, moved, moved + t.tray_cool, **own),
    ]  # fmt: skip
    if words.first_look_s:
        look = into_end + min(ticks.bake, words.first_look_s // TICK_S)
        steps.append(
            _step(
                Kind.LOOK,
                f"First look at tray {tray}, {load.name}",
                Lane.OVEN,
                Heat.HOT,
                look,
                look,
                detail=words.look,
                **inside,
            )
        )
    if ticks.turn:
        swap = "Turn" + (" and swap racks" if many else "")
        steps.append(
            _step(
                Kind.TURN,
                f"{swap}: tray {tray}",
                Lane.HANDS,
                Heat.HOT,
                times.turn,
                times.turn + ticks.turn,
                detail="Half time: back to front.",
                **own,
            )
        )
    if ticks.hot:
        steps.append(_step(Kind.HOT, f"At once, tray {tray}: {words.hot}", Lane.HANDS, Heat.HOT, out_end, empty, **own))
    steps += [
        _step(Kind.ICE, f"{words.ice}: {load.name}", Lane.HANDS, Heat.COLD, start, start + length, **own)
        for start, length in zip(times.ice, ticks.ice, strict=True)
    ]
    if ticks.ice and ticks.dry:
        end = times.ice[-1] + ticks.ice[-1]
        steps.append(_step(Kind.DRY, f"{load.name} sets", Lane.COOLING, Heat.COLD, end, end + ticks.dry, **own))
    return steps


MEASURE = "How wide each is, how long it was in, how it looks: written here, the rest of the dough is laid out and timed by it."


def _halves(work: DayWork, load: LoadWork) -> str:
    if load.also is None:
        return ""
    left, right = work.doughs[load.dough].name, work.doughs[load.also].name
    return f"Left half {left}, right half {right}, with a mark beside each."


def _moving(load: LoadWork, tray: str) -> str:
    if load.test:
        return f"Measure {load.name}, then off tray {tray}"
    return f"Move {load.pieces} from tray {tray} to the rack"


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
                    _step(Kind.OVEN_CHANGE, f"Turn {which} to {words[j].dial}", Lane.OVEN, Heat.HOT, at - gap, at, oven=oven + 1, rack=1)
                )  # fmt: skip
                current = j
            elif work.loads[j].oven_c != work.loads[current].oven_c:
                current = j
            free_from = max(free_from, at + t.loads[j].slot)
    return steps
