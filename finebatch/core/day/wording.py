"""What is said of a plan: how good it is, what limits it, what it asks of a dough, what it saves."""

from collections.abc import Iterator

from .byhand.byhand import by_hand
from .solver.bounds import Limit, limited_by
from .solver.search import Aim
from .times import TICK_S, Ticks, Timetable, to_ticks
from .work.work import DayWork


def proof_of(proved: bool, finish: int, begin: int, bound: int, aim: Aim, loads: int) -> str:
    if aim is Aim.LATEST:
        if proved:
            return "No plan under these rules can begin later and still be ready (times rounded up to half minutes)."
        return (
            f"Best plan found. One that begins later, by at most {max(0, bound - begin) * TICK_S // 60} min, may exist."
        )
    spare_min = round((finish - bound) * TICK_S / 60)
    if proved and spare_min > 0:
        return f"The shortest plan there is takes {spare_min} min less; this one opens the oven less often, or lets a dough stand less."
    if proved:
        return "No plan under these rules is shorter (times rounded up to half minutes)."
    if bound <= 0:
        return "A plan that works; it was not looked further for a shorter one."
    if loads > FEW_LOADS:
        return "The best plan found in the time it was looked for."
    return f"Best plan found. A shorter one, by at most {round((finish - bound) * TICK_S / 60)} min, may exist."


FEW_LOADS = 20  # of more, how much shorter a plan could be is true and of no use
LIMITS_FROM = 0.85  # of the day's length: below that nothing alone is what limits it


def standing_too_long(work: DayWork, t: Ticks, table: Timetable) -> Iterator[str]:
    """Doughs that stand ready for longer than they bear, until the last of their trays is shaped."""
    for d, dough in enumerate(work.doughs):
        mine = [i for i, load in enumerate(work.loads) if d in (load.dough, load.also) and load.after_log is None]
        if not dough.stands_s or not mine:
            continue
        shaped = max(table.loads[i].shape[-1] + t.loads[i].shape[-1] for i in mine)
        stood_s = (shaped - table.doughs[d].out) * TICK_S
        if stood_s > dough.stands_s:
            yield (
                f"{dough.name} is ready {_long(stood_s)} before the last of it is shaped, and bears about {_long(dough.stands_s)}. {dough.stands_says}"
            )


def washed_between(work: DayWork) -> Iterator[str]:
    """What is to be clean before anything else is begun, where something goes ahead of the rest."""
    ahead = [dough.name for dough in work.doughs if dough.ahead]
    if ahead and len(ahead) < len(work.doughs):
        names = ahead[0] if len(ahead) == 1 else f"{', '.join(ahead[:-1])} and {ahead[-1]}"
        yield (
            f"{names} go ahead of all else: then wash bowls, boards, trays and hands, and change the cloths, before anything else is weighed. Box them before "
            "the others come out."
        )


def _long(seconds: float) -> str:
    hours, minutes = divmod(round(seconds / 60), 60)
    return f"{hours} h {minutes:02d} min" if hours and minutes else f"{hours} h" if hours else f"{minutes} min"


def limit_of(t: Ticks, table: Timetable) -> str:
    """What the day cannot be shorter for, said where it nearly fills it; nothing of days with hours of rest."""
    if t.closed or t.lone or t.oven_off or t.deadline is not None:
        return ""
    least, limit = limited_by(t)
    if least < LIMITS_FROM * table.finish(t):
        return ""
    return {
        Limit.HANDS: "Your hands are what limits this day, not the oven."
        if t.hands == 1
        else "The hands are what limits this day, not the oven.",
        Limit.OVEN: "The oven is what limits this day, not your hands.",
        Limit.TRAYS: "The trays are what limits this day.",
        Limit.DOUGH: "What limits this day is one dough’s own way from its first step to its last: more hands or trays would hardly help.",
    }[limit]


def saving_of(work: DayWork, table: Timetable) -> str:
    """Held against a baker who makes all doughs first and shapes the next tray while one bakes."""
    ticks = to_ticks(work)
    length = table.finish(ticks) - table.begin(ticks)
    hand = by_hand(work)
    one = len(work.doughs) == 1
    if hand is None or work.closed or work.lone or work.oven_off:
        return "With one dough, planning saves little time over baking sensibly tray by tray." if one else ""
    saved = (hand - length) * TICK_S // 60
    if saved < 5:
        return "Baking sensibly tray by tray would take about as long; the plan saves watching the clock."
    words = f"One tray after another, shaping the next while one bakes, would take {saved} min longer."
    return words + (" With one dough, planning saves little more than that." if one else "")
