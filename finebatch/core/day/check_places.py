"""What many share, checked: trays, ovens with their racks and heat, mixer, bowls, fridge and cooling rack."""

from collections import defaultdict
from itertools import combinations, pairwise

from .broken import Broken
from .spans import union
from .steps.step import Kind, Step
from .work.work import DayWork

FOREVER_S = 10**9
Steps = dict[Kind, list[Step]]  # of one load or dough


def length_of(step: Step) -> int:
    return step.end_s - step.start_s


def spans_over(spans: list[tuple[int, int, int]], most: int, past_s: int = 0) -> bool:
    """Whether (start, end, amount) together ever exceed `most`; of a day under way, by what begins from `past_s` on."""
    events = sorted(
        [(start, amount, start < past_s) for start, _, amount in spans]
        + [(end, -amount, start < past_s) for start, end, amount in spans]
    )
    used = to_come = 0
    for _, amount, begun in events:
        used += amount
        to_come += 0 if begun else amount
        if used > most and (to_come or not past_s):
            return True
    return False


def trays_broken(work: DayWork, loads: list[Steps], past_s: int) -> list[Broken]:
    broken = []
    held: dict[str, list[tuple[int, int, str]]] = defaultdict(list)
    names: dict[str, set[str]] = defaultdict(set)
    in_use = [(min(step.start_s for step in has[Kind.FORM]), has[Kind.TRAY_COOL][0].end_s, 1) for has in loads]
    for load, has in zip(work.loads, loads, strict=True):
        cooling, transfer = has[Kind.TRAY_COOL][0], has[Kind.TRANSFER][0]
        if transfer.start_s >= past_s and (
            cooling.start_s < transfer.end_s or length_of(cooling) < work.room.tray_cool_s
        ):
            broken.append(Broken(f"{load.name}: its tray is used again while hot"))
        used = {
            step.tray for steps in has.values() for step in steps if step.kind not in (Kind.COOL, Kind.ICE, Kind.DRY)
        }
        if len(used) != 1 or None in used:
            broken.append(Broken(f"{load.name} changes its tray on the way"))
            continue
        tray = str(used.pop())
        names[load.tray].add(tray)
        held[tray].append((min(step.start_s for step in has[Kind.FORM]), cooling.end_s, load.name))
    for tray, spans in held.items():
        for a, b in pairwise(sorted(spans)):
            if past_s <= b[0] < a[1]:
                broken.append(
                    Broken(f"raw dough meets a hot or full tray: {tray} is in use for {a[2]} and {b[2]} at once")
                )
    for kind, count in work.room.trays.items():
        uses = [span for load, span in zip(work.loads, in_use, strict=True) if load.tray == kind]
        gone = [(lost.from_s, FOREVER_S, 1) for lost in work.lost if lost.tray == kind]
        if gone and spans_over(uses + gone, count, past_s):
            broken.append(Broken("a tray that is out of use is used"))
    for kind, used_names in names.items():
        if not past_s and len(used_names) > work.room.trays.get(kind, 0):
            broken.append(Broken(f"more trays of a kind are used than there are: {len(used_names)}"))
    return broken


def ovens_broken(work: DayWork, steps: list[Step], loads: list[Steps], past_s: int) -> list[Broken]:
    room, broken = work.room, []
    heated = min(step.end_s for step in steps if step.kind is Kind.PREHEAT)
    stays = []
    for i, has in enumerate(loads):
        into, out = has[Kind.LOAD][0], has[Kind.UNLOAD][0]
        if into.start_s < past_s:
            stays.append((into.start_s, out.end_s, into.oven, into.rack, i))
            continue
        if into.start_s < heated or any(length_of(s) < room.preheat_s for s in steps if s.kind is Kind.PREHEAT):
            broken.append(Broken(f"{work.loads[i].name} goes in before the oven is hot"))
        for step in (into, has[Kind.BAKE][0], out):
            fits = step.oven is not None and step.rack is not None and 1 <= step.oven <= len(room.ovens)
            if not fits or not 1 <= (step.rack or 0) <= room.ovens[(step.oven or 1) - 1]:
                broken.append(Broken(f"{work.loads[i].name} stands on a rack position the oven does not have"))
        for start, end in work.oven_off:
            if into.start_s < end and out.end_s > start:
                broken.append(Broken(f"{work.loads[i].name} stands in the oven when that is needed for something else"))
        stays.append((into.start_s, out.end_s, into.oven, into.rack, i))
    for (_, a1, a_oven, a_rack, a), (b0, _, b_oven, b_rack, b) in combinations(sorted(stays), 2):
        if a_oven != b_oven or b0 < past_s:
            continue
        if a_rack == b_rack and b0 < a1:
            broken.append(Broken(f"{work.loads[a].name} and {work.loads[b].name} stand on the same rack at once"))
        change = work.loads[b].oven_c - work.loads[a].oven_c
        if abs(change) > room.near_c:
            needs = 60 * abs(change) / (room.heats_c_min if change > 0 else room.cools_c_min)
            if b0 < a1 + needs - 1e-6:
                broken.append(
                    Broken(f"the oven has no time to change between {work.loads[a].name} and {work.loads[b].name}")
                )
    return broken


def _mixing(made_today: list[Steps], mixers: int, past_s: int) -> list[tuple[int, int, int]]:
    """When mixers are in use. Doughs that were all begun in the past take turns at them, however it was planned: together they keep them busy."""
    spans = {
        past: [
            (s.start_s, s.end_s, 1)
            for has in made_today
            for s in has[Kind.MIX]
            if (has[Kind.MIX][0].start_s < past_s) is past
        ]
        for past in (True, False)
    }
    under_way = spans[True]
    if spans_over(under_way, mixers, past_s):
        under_way = [(start, end, mixers) for start, end in union((a, b) for a, b, _ in under_way)]
    return under_way + spans[False]


def shared_broken(
    work: DayWork, steps: list[Step], doughs: list[Steps], loads: list[Steps], past_s: int
) -> list[Broken]:
    room, broken = work.room, []
    made_today = [has for dough, has in zip(work.doughs, doughs, strict=True) if not dough.made]
    if spans_over(_mixing(made_today, room.mixers, past_s), room.mixers, past_s):
        broken.append(Broken("two doughs need the mixer at once"))
    bowls = [
        (has[Kind.WEIGH][0].start_s, (has[Kind.DIVIDE] or has[Kind.MIX])[-1].end_s, 1) for has in made_today
    ]  # fmt: skip
    if spans_over(bowls, room.bowls, past_s):
        broken.append(Broken("there are not enough bowls"))
    chills = [
        (s.start_s, s.end_s, dough.shelf)
        for dough, has in zip(work.doughs, doughs, strict=True)
        for s in has[Kind.CHILL]
    ]
    if spans_over(chills, room.shelf, past_s):
        broken.append(Broken("the fridge is too full"))
    parks = [(s.start_s, s.end_s, 1) for s in steps if s.kind is Kind.PARK]
    if spans_over(parks, room.tray_shelves, past_s):
        broken.append(Broken("more raw trays wait in the fridge than fit"))
    area = [
        (has[Kind.TRANSFER][0].start_s, has[Kind.COOL][0].end_s, load.area_cm2) for load, has in zip(work.loads, loads, strict=True)
    ]  # fmt: skip
    area += [
        (min(s.start_s for s in has[Kind.ICE]), max(s.end_s for s in has[Kind.ICE] + has[Kind.DRY]), load.area_cm2)
        for load, has in zip(work.loads, loads, strict=True)
        if has[Kind.ICE]
    ]
    if spans_over(area, room.area_cm2, past_s):
        broken.append(Broken("the cooling rack is too full", True))
    return broken
