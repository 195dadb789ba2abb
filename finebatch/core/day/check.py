"""Does a plan keep the rules of a kitchen? Written from the rules, not from the solver, and in seconds.

Every plan goes through here before a baker sees it. It reads only the finished steps and the day's work. A repaired plan may
overstep a longest time where nothing else is left; those overstepped are returned apart, to be said, never hidden.
"""

from collections import defaultdict
from collections.abc import Iterable
from itertools import pairwise

from .broken import Broken
from .check_places import Steps, length_of, ovens_broken, shared_broken, spans_over, trays_broken
from .passive import looked_between, passing_broken
from .spans import union, without
from .steps.step import Kind, Lane, Step
from .work.work import MIX_WITHIN_S, WASH_UP_S, DayWork, DoughWork, LoadWork

ROUNDING_S = 30  # the bake is planned to the half minute
TURN_WITHIN_S = 60
WASHED_WITHIN_S = 3 * 60


def violations(
    work: DayWork, steps: Iterable[Step], baked_s: dict[int, int] | None = None, past_s: int = 0
) -> list[Broken]:
    """One sentence for every broken rule; empty for a sound plan. `baked_s` gives the true length of bakes that ran over. What began before `past_s`
    was done as it was done: no rule is broken by it alone."""
    ordered = sorted(steps, key=lambda step: (step.start_s, step.end_s))
    loads = [_group(step for step in ordered if step.load == i) for i in range(len(work.loads))]
    doughs = [_group(s for s in ordered if s.dough == d and s.load is None) for d in range(len(work.doughs))]
    broken = _each_thing_once(work, ordered, doughs, loads)
    if broken:
        return broken
    for d, dough in enumerate(work.doughs):
        if not _over(doughs[d], (Kind.MIX, Kind.DIVIDE, Kind.CHILL, Kind.TEMPER), past_s):
            broken += _dough(dough, doughs[d])
    for i, load in enumerate(work.loads):
        if not _over(loads[i], (Kind.TRANSFER,), past_s):
            broken += _load(work, load, loads[i], i, (baked_s or {}).get(i, load.bake_s))
            broken += passing_broken(load, loads[i])
        if not any(step.start_s < past_s for step in loads[i][Kind.FORM]):  # what has begun, began
            broken += _readiness(work, load, i, doughs, loads)
    broken += _after_those_ahead(work, doughs, loads, past_s)
    broken += (
        [] if past_s and all(_over(has, (Kind.PACK,), past_s) for has in doughs) else _packing(work, doughs, loads)
    )
    to_come = [step for step in ordered if step.end_s > past_s]
    mixed = {d for d, has in enumerate(doughs) if past_s and has[Kind.MIX] and has[Kind.MIX][0].start_s < past_s}
    broken += _hands(work, to_come, past_s, mixed)
    broken += _alarms([step for step in ordered if step.start_s >= past_s])
    broken += looked_between(to_come, work.room.hands)
    broken += trays_broken(work, loads, past_s)
    broken += ovens_broken(work, ordered, loads, past_s)
    broken += shared_broken(work, ordered, doughs, loads, past_s)
    return broken + _clock(work, ordered)


def _over(has: Steps, kinds: tuple[Kind, ...], past_s: int) -> bool:
    """Whether all of these were begun before `past_s`."""
    return bool(past_s) and all(step.start_s < past_s for kind in kinds for step in has[kind])


def _group(steps: Iterable[Step]) -> Steps:
    found: Steps = defaultdict(list)
    for step in steps:
        found[step.kind].append(step)
    return found


def _each_thing_once(work: DayWork, steps: list[Step], doughs: list[Steps], loads: list[Steps]) -> list[Broken]:
    broken = []
    for dough, has in zip(work.doughs, doughs, strict=True):
        wanted = {
            Kind.WEIGH: not dough.made,
            Kind.DIVIDE: bool(dough.divide_s),
            Kind.CHILL: bool(dough.chill_s),
            Kind.BROWN: bool(dough.lead_first_s),
            Kind.SOFTEN: dough.lead_s > dough.lead_first_s and not dough.made,
            Kind.THAW: bool(dough.lead_s) and dough.made,
            Kind.PACK: bool(dough.pack_s),
        }
        mixings = 0 if dough.made else 2 if dough.mix_lag_s else 1
        if len(has[Kind.MIX]) != mixings:
            broken.append(Broken(f"{dough.name}: mix is in the plan {len(has[Kind.MIX])} times"))
        for kind, needed in wanted.items():
            if len(has[kind]) != int(needed):
                broken.append(Broken(f"{dough.name}: {kind.value} is in the plan {len(has[kind])} times"))
    for load, has in zip(work.loads, loads, strict=True):
        for kind in (Kind.LOAD, Kind.BAKE, Kind.UNLOAD, Kind.REST, Kind.TRANSFER, Kind.COOL, Kind.TRAY_COOL):
            if len(has[kind]) != 1:
                broken.append(Broken(f"{load.name}: {kind.value} is in the plan {len(has[kind])} times"))
        for kind, length_s in (
            (Kind.TURN, load.turn_s),
            (Kind.HOT, load.hot_s),
            (Kind.WASH, load.wash_s),
            (Kind.DRY, load.dry_s),
        ):
            if len(has[kind]) != int(bool(length_s)):
                broken.append(Broken(f"{load.name}: {kind.value} is in the plan {len(has[kind])} times"))
        if not has[Kind.FORM] or bool(has[Kind.ICE]) != bool(load.ice_s):
            broken.append(Broken(f"{load.name} is not shaped, or not finished as asked"))
    if not any(step.kind is Kind.PREHEAT for step in steps):
        broken.append(Broken("the oven is never heated"))
    if any(step.end_s < step.start_s for step in steps):
        broken.append(Broken("a step ends before it starts"))
    return broken


def _dough(dough: DoughWork, has: Steps) -> list[Broken]:
    name, broken = dough.name, []
    if dough.made:
        short = dough.lead_s and length_of(has[Kind.THAW][0]) < dough.lead_s
        return [Broken(f"{name} is not left to thaw")] if short else []
    weigh, mix = has[Kind.WEIGH][0], has[Kind.MIX][0]
    worked = sum(length_of(step) for step in has[Kind.MIX])
    if length_of(weigh) < dough.weigh_s or worked < dough.mix_s - dough.mix_lag_s:
        broken.append(Broken(f"{name}: weighing or mixing is given too little time"))
    led = dough.lead_s - dough.lead_first_s
    if led and weigh.start_s < has[Kind.SOFTEN][0].start_s + led:
        broken.append(Broken(f"{name} is begun before its fat is soft"))
    if dough.lead_first_s:
        browned = has[Kind.BROWN][0]
        then = has[Kind.SOFTEN][0] if led else weigh
        if length_of(browned) < dough.lead_first_s or then.start_s < browned.end_s:
            broken.append(Broken(f"{name}: what comes before its cooling is given too little time, or comes after"))
    if mix.start_s < weigh.end_s:
        broken.append(Broken(f"{name} is mixed before it is weighed"))
    if mix.start_s > weigh.end_s + MIX_WITHIN_S:
        broken.append(Broken(f"{name}: weighed ingredients stand too long", True))
    made = has[Kind.MIX][-1]
    if dough.mix_lag_s and not dough.mix_lag_s <= made.start_s - mix.end_s <= dough.mix_lag_s + ROUNDING_S:
        broken.append(Broken(f"{name} is gone on with before it is cool, or long after"))
    if dough.divide_s:
        made = has[Kind.DIVIDE][0]
        mixed = has[Kind.MIX][-1].end_s
        if made.start_s < mixed or length_of(made) < dough.divide_s:
            broken.append(Broken(f"{name} is divided before it is mixed, or too fast"))
        if made.start_s > mixed + MIX_WITHIN_S:
            broken.append(Broken(f"{name} stands too long before it is divided", True))
    if dough.chill_s:
        chill = has[Kind.CHILL][0]
        if chill.start_s < made.end_s or length_of(chill) < dough.chill_s:
            broken.append(Broken(f"{name} is not chilled long enough"))
        if length_of(chill) > max(dough.chill_max_s, dough.chill_s + ROUNDING_S):
            broken.append(Broken(f"{name} is chilled too long", True))
        if length_of(chill) > dough.temper_after_s and dough.temper_s:
            warm = has[Kind.TEMPER]
            if len(warm) != 1 or warm[0].start_s < chill.end_s or length_of(warm[0]) < dough.temper_s:
                broken.append(Broken(f"{name} is not warmed after its long chill"))
    return broken


def _load(work: DayWork, load: LoadWork, has: Steps, i: int, bake_s: int) -> list[Broken]:
    name, room, broken = load.name, work.room, []
    form = sorted(has[Kind.FORM], key=lambda step: step.start_s)
    into, bake, out = has[Kind.LOAD][0], has[Kind.BAKE][0], has[Kind.UNLOAD][0]
    rest, transfer, cool = has[Kind.REST][0], has[Kind.TRANSFER][0], has[Kind.COOL][0]
    worked = sum(length_of(step) for step in form)
    if worked < load.shape_s or any(b.start_s < a.end_s for a, b in pairwise(form)):
        broken.append(Broken(f"{name}: shaping is given too little time, or is out of order"))
    if form[-1].end_s - form[0].start_s > worked + room.pause_s:
        broken.append(Broken(f"{name}: shaping stops too long in between", True))
    if into.start_s < form[-1].end_s:
        broken.append(Broken(f"{name} goes in before it is shaped"))
    if load.wash_s:
        wash = has[Kind.WASH][0]
        if length_of(wash) < load.wash_s or wash.start_s < form[-1].end_s:
            broken.append(Broken(f"{name}: brushing is given too little time, or comes before shaping"))
        if not 0 <= into.start_s - wash.end_s <= WASHED_WITHIN_S:
            broken.append(Broken(f"{name} is not brushed just before it goes in"))
        if wash.start_s - form[-1].end_s < load.dry_first_s:
            broken.append(Broken(f"{name}: the first coat has no time to dry"))
    waits, parked = into.start_s - form[-1].end_s, bool(has[Kind.PARK])
    if waits > (room.park_max_s if parked else load.wait_max_s):
        broken.append(Broken(f"{name}: raw cookies wait too long", True))
    if length_of(into) < room.load_s or length_of(out) < room.unload_s:
        broken.append(Broken(f"{name}: loading or unloading is given too little time"))
    if bake.start_s != into.end_s or abs(length_of(bake) - bake_s) > ROUNDING_S:
        broken.append(Broken(f"{name} is not baked for its time"))
    if out.start_s != bake.end_s:
        broken.append(Broken(f"{name} is not taken out when it is done"))
    if load.turn_s:
        turn = has[Kind.TURN][0]
        half = into.end_s + (load.bake_s / 2 if load.half_s is None else load.half_s)
        if (
            abs(turn.start_s - half) > TURN_WITHIN_S + ROUNDING_S
            or length_of(turn) < load.turn_s
            or turn.end_s > bake.end_s
        ):
            broken.append(Broken(f"{name} is not turned at half time"))
    empty = out.end_s
    if load.hot_s:
        hot = has[Kind.HOT][0]
        if hot.start_s != out.end_s or length_of(hot) < load.hot_s:
            broken.append(Broken(f"{name}: the work due while it is hot is late"))
        empty = hot.end_s
    on_tray = transfer.start_s - empty
    if rest.start_s < empty or on_tray < load.rest_s:
        broken.append(Broken(f"{name} does not rest on its tray"))
    if on_tray > load.rest_s + load.rest_slack_s:
        broken.append(Broken(f"{name} rests on its tray too long", True))
    if length_of(transfer) < load.transfer_s:
        broken.append(Broken(f"{name}: moving to the rack is given too little time"))
    if cool.start_s < transfer.end_s or length_of(cool) < load.cool_s:
        broken.append(Broken(f"{name} is not left to cool"))
    if load.ice_s:
        ice = sorted(has[Kind.ICE], key=lambda step: step.start_s)
        if ice[0].start_s < cool.end_s:
            broken.append(Broken(f"{name} is finished while warm"))
        if sum(length_of(step) for step in ice) < load.ice_s:
            broken.append(Broken(f"{name}: finishing is given too little time"))
        if load.dry_s and (has[Kind.DRY][0].start_s < ice[-1].end_s or length_of(has[Kind.DRY][0]) < load.dry_s):
            broken.append(Broken(f"{name}: the finish does not set"))
    return broken


def _readiness(work: DayWork, load: LoadWork, i: int, doughs: list[Steps], loads: list[Steps]) -> list[Broken]:
    """What must be there before a load is shaped: its dough, its cold scraps, its baked log."""
    name, dough = load.name, work.doughs[load.dough]
    first = min(step.start_s for step in loads[i][Kind.FORM])
    if load.after_log is not None:
        log = loads[load.after_log]
        out = log[Kind.UNLOAD][0].end_s
        broken = []
        if first < out + load.slice_from_s:
            broken.append(Broken(f"{name} is sliced too hot"))
        if first > out + load.slice_to_s:
            broken.append(Broken(f"{name} is sliced too cold", True))
        if first < log[Kind.TRANSFER][0].end_s:
            broken.append(Broken(f"{name} is sliced before its log is off the tray"))
        return broken
    before = (Kind.MIX, Kind.DIVIDE, Kind.CHILL, Kind.TEMPER, Kind.THAW)
    own = (doughs[d] for d in (load.dough, load.also) if d is not None)
    ready = max((step.end_s for has in own for kind in before for step in has[kind]), default=0)
    if load.scraps:
        firsts = [
            j
            for j, other in enumerate(work.loads)
            if other.dough == load.dough and not other.scraps and other.after_log is None
        ]
        shaped = [max(step.end_s for step in loads[j][Kind.FORM]) for j in firsts]
        ready = max([ready, *(end + dough.rechill_s for end in shaped)])
    tests = [j for j, other in enumerate(work.loads) if other.test and other.dough == load.dough and j != i]
    measured = max((loads[j][Kind.TRANSFER][0].end_s for j in tests), default=0)
    if first < measured and not load.test:
        return [Broken(f"{name} is shaped before the test cookie of its dough is measured")]
    if first < max(_off_trays(work, i, loads), default=0):
        return [Broken(f"{name} is shaped before what goes ahead is off its trays, and all is washed")]
    return [Broken(f"{name} is shaped before its dough is ready")] if first < ready else []


def _off_trays(work: DayWork, i: int, loads: list[Steps]) -> list[int]:
    """When trays and boards are clean after each load that goes ahead of load i."""
    mine = work.loads[i]
    if all(work.doughs[d].ahead for d in (mine.dough, mine.also) if d is not None):
        return []
    return [
        loads[j][Kind.TRANSFER][0].end_s + WASH_UP_S
        for j, other in enumerate(work.loads)
        if work.doughs[other.dough].ahead
    ]


def _after_those_ahead(work: DayWork, doughs: list[Steps], loads: list[Steps], past_s: int) -> list[Broken]:
    """Nothing is weighed before what goes ahead is shaped, and the bowls are washed."""
    ahead = [j for j, other in enumerate(work.loads) if work.doughs[other.dough].ahead and other.after_log is None]
    washed = max((max(step.end_s for step in loads[j][Kind.FORM]) + WASH_UP_S for j in ahead), default=0)
    begins = {
        d: min(step.start_s for step in doughs[d][Kind.WEIGH])
        for d, dough in enumerate(work.doughs)
        if not dough.ahead and not dough.made
    }
    return [
        Broken(f"{work.doughs[d].name} is weighed before what goes ahead is shaped, and all is washed")
        for d, start_s in begins.items()
        if past_s <= start_s < washed
    ]


def _packing(work: DayWork, doughs: list[Steps], loads: list[Steps]) -> list[Broken]:
    broken = []
    for d, dough in enumerate(work.doughs):
        if not dough.pack_s:
            continue
        pack = doughs[d][Kind.PACK][0]
        mine = [has for load, has in zip(work.loads, loads, strict=True) if load.dough == d]
        ready = max(step.end_s for has in mine for kind in (Kind.COOL, Kind.ICE, Kind.DRY) for step in has[kind])
        if pack.start_s < ready or length_of(pack) < dough.pack_s:
            broken.append(Broken(f"{dough.name} is packed before all of it is cold and set"))
    return broken


def _hands(work: DayWork, steps: list[Step], past_s: int, mixed: set[int]) -> list[Broken]:
    """`mixed`: doughs whose mixing was begun in the past. What is begun goes on, by turns where it must: it is held against what is to come."""
    busy = [step for step in steps if step.place is Lane.HANDS and step.end_s > step.start_s]
    hands = work.room.hands

    def settled(step: Step) -> bool:
        return step.start_s < past_s or (step.kind is Kind.MIX and step.load is None and step.dough in mixed)

    broken = []
    if hands == 1:
        until = other = 0  # of all, and of what is not settled
        for a, b in pairwise(busy):  # in order of time: if any two meet, so do two that follow one another
            until, other = max(until, a.end_s), other if settled(a) else max(other, a.end_s)
            if b.start_s < (other if settled(b) else until) and (b.start_s >= past_s or not past_s):
                broken.append(Broken(f"hands are needed for “{a.title}” and “{b.title}” at once"))
    lone = [(a, b, hands - 1) for a, b in work.lone]
    if hands > 1:
        held = [(s.start_s, s.end_s, 1) for s in busy if settled(s)]
        if spans_over(held + lone, hands, past_s):
            held = [(start, end, hands) for start, end in union((a, b) for a, b, _ in held)]
            lone = [(a, b, hands - 1) for a, b in without(work.lone, [(start, end) for start, end, _ in held])]
        if spans_over(held + [(s.start_s, s.end_s, 1) for s in busy if not settled(s)] + lone, hands, past_s):
            broken.append(Broken("more hands are needed at once than there are"))
        broken += [Broken(f"it is not said who does “{step.title}”") for step in busy if step.person is None]
        for person in {step.person for step in busy}:
            for a, b in pairwise([step for step in busy if step.person == person]):
                if b.start_s < a.end_s and (b.start_s >= past_s or not past_s) and not (settled(a) and settled(b)):
                    broken.append(Broken(f"“{a.title}” and “{b.title}” are given to one person at the same time"))
    for step in (step for step in busy if step.start_s >= past_s):
        if (step.person or 1) > 1 and any(step.start_s < b and step.end_s > a for a, b in work.lone):
            broken.append(Broken(f"“{step.title}” is given to a helper who is not there"))
        for start, end in work.closed:
            if step.start_s < end and step.end_s > start:
                broken.append(Broken(f"“{step.title}” falls in the hours when hands rest"))
    return broken


def _alarms(steps: list[Step]) -> list[Broken]:
    """The bake's end and the half time both ring; two that ring in the same minute cannot both be answered."""
    rings = sorted((step.start_s, step.title) for step in steps if step.kind in (Kind.UNLOAD, Kind.TURN))
    return [
        Broken(f"two alarms ring at once: “{a[1]}” and “{b[1]}”") for a, b in pairwise(rings) if b[0] - a[0] < 60
    ]  # fmt: skip


def _clock(work: DayWork, steps: list[Step]) -> list[Broken]:
    broken = []
    if (
        work.deadline_s is not None
        and max(step.end_s for step in steps if step.kind is not Kind.TRAY_COOL) > work.deadline_s
    ):
        broken.append(Broken("the plan ends after the time asked for"))
    if min(step.start_s for step in steps) < 0:
        broken.append(Broken("the plan begins before the day does"))
    return broken
