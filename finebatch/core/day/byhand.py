"""How long would a sensible baker take without a plan? All doughs first, one tray in the oven, the next shaped meanwhile."""

from .place import build
from .times import to_ticks
from .work import DayWork


def by_hand(work: DayWork) -> int | None:
    """Ticks from taking things out to the last cookie ready: every dough in the card's order, then every load in order, one
    tray in one oven at a time. None where that way finds no place for something."""
    room = work.room.model_copy(update={"ovens": (1,), "hands": 1})
    t = to_ticks(work.model_copy(update={"room": room, "closed": (), "deadline_s": None, "pins": ()}))
    loads = [("load", i) for i, load in enumerate(t.loads) if load.after_log is None and not load.scraps]
    scraps = [("load", i) for i, load in enumerate(t.loads) if load.scraps]
    order = [("dough", d) for d in range(len(t.doughs))] + loads + scraps
    table = build(t, order)
    return None if table is None else table.finish(t) - table.begin(t)
