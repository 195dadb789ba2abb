"""Does a plan keep the rules of a kitchen? Written from the rules, not from the solver, and in seconds.

Every plan goes through here before a baker sees it. It reads only the plan's steps and the day's job.
"""

from collections.abc import Iterable
from itertools import pairwise

from .job import DayJob
from .step import Kind, Place, Step

ROUNDING_S = 30  # the bake is planned to the half minute


def violations(job: DayJob, steps: Iterable[Step]) -> list[str]:
    """One sentence for every broken rule; empty for a sound plan."""
    ordered = sorted(steps, key=lambda step: (step.start_s, step.end_s))
    loads = [_of_load(ordered, i) for i in range(len(job.pieces))]
    broken = _each_thing_once(job, ordered)
    if broken:
        return broken
    broken += _hands(ordered)
    broken += _dough(job, ordered, loads)
    for i, load in enumerate(loads):
        broken += _one_load(job, load, i)
    broken += _trays(job, loads)
    broken += _racks(job, ordered)
    return broken + _oven(job, ordered, loads)


def _of_load(steps: list[Step], load: int) -> dict[Kind, list[Step]]:
    found: dict[Kind, list[Step]] = {}
    for step in steps:
        if step.load == load:
            found.setdefault(step.kind, []).append(step)
    return found


def _each_thing_once(job: DayJob, steps: list[Step]) -> list[str]:
    broken = []
    wanted: dict[Kind, int] = {Kind.WEIGH: 1, Kind.MIX: 1, Kind.PREHEAT: 1}
    wanted |= {Kind.SOFTEN: 1} if job.soften_s else {}
    wanted |= {Kind.CHILL: 1} if job.chill_s else {}
    for kind, times in wanted.items():
        if sum(1 for step in steps if step.kind is kind) != times:
            broken.append(f"{kind.value} is not in the plan just once")
    for i in range(len(job.pieces)):
        load = _of_load(steps, i)
        for kind in (Kind.LOAD, Kind.BAKE, Kind.TURN, Kind.UNLOAD, Kind.REST, Kind.TRANSFER, Kind.COOL, Kind.TRAY_COOL):
            if len(load.get(kind, [])) != 1:
                broken.append(f"tray {i + 1}: {kind.value} is not in the plan just once")
        if not load.get(Kind.FORM):
            broken.append(f"tray {i + 1} is never shaped")
    if any(step.end_s < step.start_s or step.start_s < 0 for step in steps):
        broken.append("a step ends before it starts, or starts before the day")
    return broken


def _hands(steps: list[Step]) -> list[str]:
    busy = sorted((step for step in steps if step.place is Place.HANDS), key=lambda step: step.start_s)
    return [
        f"hands are needed for “{a.title}” and “{b.title}” at once" for a, b in pairwise(busy) if b.start_s < a.end_s
    ]


def _dough(job: DayJob, steps: list[Step], loads: list[dict[Kind, list[Step]]]) -> list[str]:
    one = {step.kind: step for step in steps if step.load is None}
    broken = []
    weigh, mix = one[Kind.WEIGH], one[Kind.MIX]
    if weigh.end_s - weigh.start_s < job.weigh_s or mix.end_s - mix.start_s < job.mix_s:
        broken.append("weighing or mixing is given too little time")
    if mix.start_s < weigh.end_s:
        broken.append("mixing starts before everything is weighed")
    if mix.start_s > weigh.end_s + 15 * 60:
        broken.append("weighed ingredients stand more than a quarter of an hour")
    if job.soften_s and mix.start_s < one[Kind.SOFTEN].start_s + job.soften_s:
        broken.append("the butter is not soft when mixing starts")
    ready = mix.end_s
    if job.chill_s:
        chill = one[Kind.CHILL]
        length = chill.end_s - chill.start_s
        if chill.start_s < mix.end_s or length < job.chill_s:
            broken.append("the dough is not chilled long enough")
        if length > job.chill_max_s:
            broken.append("the dough is chilled too long")
        ready = chill.end_s + (job.temper_s if length > job.temper_after_s else 0)
    first_shaped = min(step.start_s for load in loads for step in load[Kind.FORM])
    if first_shaped < ready:
        broken.append("shaping starts before the dough is ready")
    return broken


def _one_load(job: DayJob, load: dict[Kind, list[Step]], i: int) -> list[str]:
    name = f"tray {i + 1}"
    broken = []
    form = load[Kind.FORM]
    into, bake, turn, out = (load[kind][0] for kind in (Kind.LOAD, Kind.BAKE, Kind.TURN, Kind.UNLOAD))
    rest, transfer, cool = (load[kind][0] for kind in (Kind.REST, Kind.TRANSFER, Kind.COOL))
    if sum(step.end_s - step.start_s for step in form) < job.form_s[i]:
        broken.append(f"{name}: shaping is given too little time")
    formed = max(step.end_s for step in form)
    if formed - form[0].start_s > _worked(form) + job.pause_max_s:
        broken.append(f"{name}: shaping stops too long in between")
    if into.start_s < formed:
        broken.append(f"{name} goes in before it is shaped")
    if into.start_s > formed + job.wait_max_s:
        broken.append(f"{name}: raw cookies wait too long")
    if into.end_s - into.start_s < job.load_s or out.end_s - out.start_s < job.unload_s:
        broken.append(f"{name}: loading or unloading is given too little time")
    if bake.start_s != into.end_s or abs(bake.end_s - bake.start_s - job.bake_s) > ROUNDING_S:
        broken.append(f"{name} is not baked for its time")
    if out.start_s != bake.end_s:
        broken.append(f"{name} is not taken out when it is done")
    if abs(turn.start_s - (bake.start_s + bake.end_s) / 2) > 60 + ROUNDING_S or turn.end_s - turn.start_s < job.turn_s:
        broken.append(f"{name} is not turned at half time")
    on_tray = transfer.start_s - out.end_s
    if rest.start_s != out.end_s or on_tray < job.rest_s or on_tray > job.rest_s + job.rest_slack_s:
        broken.append(f"{name}: the rest on the tray is too short or too long")
    if transfer.end_s - transfer.start_s < job.transfer_s[i]:
        broken.append(f"{name}: moving to the rack is given too little time")
    if cool.start_s < transfer.end_s or cool.end_s - cool.start_s < job.cool_s:
        broken.append(f"{name} is not left to cool")
    return broken


def _worked(form: list[Step]) -> int:
    return sum(step.end_s - step.start_s for step in form)


def _trays(job: DayJob, loads: list[dict[Kind, list[Step]]]) -> list[str]:
    broken = []
    spans = []
    for i, load in enumerate(loads):
        start = min(step.start_s for step in load[Kind.FORM])
        cooling, transfer = load[Kind.TRAY_COOL][0], load[Kind.TRANSFER][0]
        if cooling.start_s < transfer.end_s or cooling.end_s - cooling.start_s < job.tray_cool_s:
            broken.append(f"tray {i + 1} is used again while hot")
        names = {step.tray for steps in load.values() for step in steps}
        if len(names) != 1 or None in names:
            broken.append(f"tray {i + 1} changes its tray on the way")
        spans.append((start, cooling.end_s, load[Kind.LOAD][0].tray))
    for a in range(len(spans)):
        for b in range(a):
            same = spans[a][2] == spans[b][2]
            if same and spans[a][0] < spans[b][1] and spans[b][0] < spans[a][1]:
                broken.append(f"raw dough meets a hot or full tray: {spans[a][2]} is in use twice at once")
    if len({span[2] for span in spans}) > job.trays:
        broken.append(f"more than {job.trays} trays are used")
    return broken


def _racks(job: DayJob, steps: list[Step]) -> list[str]:
    inside = [step for step in steps if step.kind in (Kind.LOAD, Kind.BAKE, Kind.UNLOAD)]
    broken = []
    if any(step.rack is None or not 1 <= step.rack <= job.racks for step in inside):
        broken.append(f"a tray stands on a rack position the oven does not have (1 to {job.racks})")
    for a in inside:
        for b in inside:
            clash = a.load is not None and b.load is not None and a.load < b.load and a.rack == b.rack
            if clash and a.start_s < b.end_s and b.start_s < a.end_s:
                broken.append(f"trays {a.load + 1} and {b.load + 1} stand on the same rack at once")  # type: ignore[operator]
    return broken


def _oven(job: DayJob, steps: list[Step], loads: list[dict[Kind, list[Step]]]) -> list[str]:
    preheat = next(step for step in steps if step.kind is Kind.PREHEAT)
    first = min(load[Kind.LOAD][0].start_s for load in loads)
    if preheat.end_s - preheat.start_s < job.preheat_s or first < preheat.end_s:
        return ["a tray goes in before the oven is hot"]
    return []
