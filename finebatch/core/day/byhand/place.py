"""A plan at once: every step as early as the hands, trays, racks, fridge and clock allow, in a good order.

Serial generation: doughs and loads are taken one after another and put where they first fit (`builder.py`). A search over
orders, with a fixed number of tries, makes it better; the same day always gives the same plan.
"""

import math
import random

from ..times import Ticks, Timetable
from .builder import Allowance, Builder
from .masks import FAR

Step = tuple[str, int]  # ("dough", d) or ("load", i)


def first_plan(t: Ticks, tries: int = 60, known: Timetable | None = None) -> Timetable | None:
    """A plan that keeps every rule, or None if this way of building finds none. `tries` bounds the work: without any,
    only the first order is built; with a plan that is `known` its own order comes first. Worse orders are gone on from less and less often (annealing), where there are tries enough for that."""
    orders = [*([_order_of(t, known)] if known else []), *_orders(t)]
    built = [(order, build(t, order)) for order in orders[: 1 + tries]]
    chosen, best = min(built, key=lambda pair: _worth(t, pair[1]))
    now = least = _worth(t, best)
    dice = random.Random(1)
    for n in range(tries):
        other = _lawful(t, _moved(chosen, dice))
        table = build(t, other)
        worth = _worth(t, table)
        heat = max(COLDEST, HOTTEST * (1 - n / tries)) if tries >= ANNEALED_FROM else 0.0
        if worth <= now or (heat and dice.random() < math.exp((now - worth) / heat)):
            chosen, now = other, worth
        if worth < least:
            best, least = table, worth
    return best


def _order_of(t: Ticks, known: Timetable) -> list[Step]:
    """The order in which a plan begins its doughs and loads."""
    begun = [(x.weigh, ("dough", d)) for d, x in enumerate(known.doughs)]
    begun += [(x.shape[0], ("load", i)) for i, x in enumerate(known.loads) if t.loads[i].after_log is None]
    return _lawful(t, [step for _, step in sorted(begun)])


ANNEALED_FROM = 100  # tries: with fewer there is no time to go astray
HOTTEST, COLDEST = 12.0, 0.3  # ticks
# Of the mean time at which trays are ready, and of what a batter, or another dough, stands too long.
LATE_COUNTS, FALL_COUNTS, STAND_COUNTS = 0.02, 0.3, 0.02


def _worth(t: Ticks, table: Timetable | None) -> float:
    """Ticks, less is better: the day's end, and a little for all that is ready late and for doughs that stand too long."""
    if table is None:
        return FAR * 2.0
    ready = sum(table.ready(t, i) for i in range(len(t.loads))) / len(t.loads)
    return table.finish(t) + LATE_COUNTS * ready + _stood(t, table)


def _stood(t: Ticks, table: Timetable) -> float:
    counts = 0.0
    for d, dough in enumerate(t.doughs):
        if dough.stands:
            shaped = [
                table.loads[i].shape[-1] + x.shape[-1]
                for i, x in enumerate(t.loads)
                if d in t.doughs_of(i) and x.after_log is None
            ]
            over = max(0, max(shaped, default=0) - table.doughs[d].out - dough.stands)
            counts += over * (FALL_COUNTS if dough.falls else STAND_COUNTS)
    return counts


def _moved(order: list[Step], dice: random.Random) -> list[Step]:
    """One thing put elsewhere, mostly near by; two exchanged; or some in a row moved together."""
    moved, which = list(order), dice.random()
    if which < 0.5:
        at = dice.randrange(len(moved))
        thing = moved.pop(at)
        near = min(len(moved), max(0, at + int(dice.gauss(0, 5))))
        moved.insert(near if dice.random() < 0.7 else dice.randrange(len(moved) + 1), thing)
    elif which < 0.75:
        a, b = dice.randrange(len(moved)), dice.randrange(len(moved))
        moved[a], moved[b] = moved[b], moved[a]
    else:
        at = dice.randrange(len(moved))
        block = moved[at : at + dice.randint(2, 5)]
        del moved[at : at + len(block)]
        to = dice.randrange(len(moved) + 1)
        moved[to:to] = block
    return moved


LATER_STEP = 240  # two hours, in ticks


def latest_plan(t: Ticks, deadline: int) -> Timetable | None:
    """A plan ready by the deadline that begins late: beginnings are tried from the latest back, two hours at a time. A
    start for the solver, no more."""
    order = _orders(t)[0]
    begin = deadline
    while begin > 0:
        begin = max(0, begin - LATER_STEP)
        table = build(t, order, begin=begin)
        if table is not None and table.finish(t) <= deadline:
            return table
    return None


def _orders(t: Ticks) -> list[list[Step]]:
    """Orders worth building: doughs by several rules, each with its loads at once or all doughs before all loads."""
    number = range(len(t.doughs))
    mine = {d: [i for i, load in enumerate(t.loads) if load.dough == d] for d in number}
    work = {d: sum(sum(t.loads[i].shape) + t.loads[i].slot for i in mine[d]) for d in number}
    tail = {
        d: max((t.loads[i].cool + sum(t.loads[i].ice) + t.loads[i].dry for i in mine[d]), default=0) for d in number
    }
    head = {d: t.doughs[d].chill + t.doughs[d].lead for d in number}
    rules = [
        list(number), sorted(number, key=lambda d: -head[d]), sorted(number, key=lambda d: head[d]),
        sorted(number, key=lambda d: -tail[d]), sorted(number, key=lambda d: -work[d]),
        sorted(number, key=lambda d: t.loads[mine[d][0]].oven_c if mine[d] else 0),
        sorted(number, key=lambda d: head[d] - tail[d]),
    ]  # fmt: skip
    found: list[list[Step]] = []
    for rule in rules:
        by_dough = sorted(number, key=lambda d: -head[d])
        for doughs in (rule, by_dough):
            found.append([("dough", d) for d in doughs] + [("load", i) for d in rule for i in mine[d]])
        found.append([step for d in rule for step in [("dough", d), *(("load", i) for i in mine[d])]])
    unique: list[list[Step]] = []
    for order in found:
        lawful = _lawful(t, order)
        if lawful not in unique:
            unique.append(lawful)
    return unique


def _lawful(t: Ticks, order: list[Step]) -> list[Step]:
    """The order with every dough before its loads, its test cookie first, scraps after first rolls, and slices right after their log; and before all
    of it what goes ahead of the rest."""
    doughs = {index for kind, index in order if kind == "dough"}
    made: set[int] = set()
    lawful: list[Step] = []
    late: list[Step] = []
    for kind, index in order:
        if kind == "dough":
            if index not in made:
                lawful.append((kind, index))
                made.add(index)
            continue
        load = t.loads[index]
        if load.after_log is not None or (kind, index) in lawful:
            continue
        for d in t.doughs_of(index):
            if d not in made and d in doughs:
                lawful.append(("dough", d))
                made.add(d)
        test = t.test_of(index)
        if test is not None and ("load", test) not in lawful:
            lawful.append(("load", test))
        (late if load.scraps else lawful).append((kind, index))
        if not load.scraps:
            lawful += [("load", cut) for cut in t.slices_of(index)]
    whole = lawful + late
    return sorted(whole, key=lambda step: not _ahead(t, step)) if t.ahead else whole


def _ahead(t: Ticks, step: Step) -> bool:
    kind, index = step
    return index in t.ahead if kind == "dough" else t.is_ahead(index)


def build(t: Ticks, order: list[Step], allowed: Allowance | None = None, begin: int = 0) -> Timetable | None:
    """Everything put in this order, nothing begun before `begin`; None where something finds no place."""
    builder = Builder(t, allowed or Allowance(), begin)
    for kind, index in order:
        if kind == "dough":
            if not builder.dough(index, begin + t.doughs[index].lead):
                return None
        elif index not in builder.loads and not builder.load(index):
            return None
    for i in sorted(builder.loads, key=lambda i: builder.loads[i].transfer):
        if not builder.ice(i):
            return None
    if not all(builder.pack(d) for d in builder.doughs):
        return None
    return builder.table()
