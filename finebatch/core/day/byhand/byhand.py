"""How long would a sensible baker take without a plan? All doughs first, then one tray after another in the card's order, each
shaped while the one before bakes, one tray in an oven."""

from ..times import to_ticks
from ..work.work import DayWork
from .builder import Allowance, Builder


def by_hand(work: DayWork) -> int | None:
    """Ticks from taking things out to the last cookie ready; None where that way finds no place for something.

    Nothing is fitted into earlier gaps: each step begins after the like step before it, as when working down a list.
    """
    room = work.room.model_copy(update={"ovens": (1,) * len(work.room.ovens)})
    t = to_ticks(
        work.model_copy(update={"room": room, "closed": (), "lone": (), "oven_off": (), "deadline_s": None, "pins": ()})
    )
    builder = Builder(t, Allowance())
    for ahead in (True, False):
        if not _down_the_list(builder, ahead):
            return None
    for i in sorted(builder.loads, key=lambda i: builder.loads[i].transfer):
        if not builder.ice(i):
            return None
    if not all(builder.pack(d) for d in builder.doughs):
        return None
    table = builder.table()
    return table.finish(t) - table.begin(t)


def _down_the_list(builder: Builder, ahead: bool) -> bool:
    """The doughs that go ahead of all others with their trays, or those others with theirs; whether all found a place."""
    t = builder.t
    for d in range(len(t.doughs)):
        if (d in t.ahead) is ahead:
            if not builder.dough(d):
                return False
            builder.now = max(builder.now, builder.doughs[d].mix)
    order = [i for i, load in enumerate(t.loads) if load.after_log is None and t.is_ahead(i) is ahead]
    for i in sorted(order, key=lambda i: (not t.loads[i].test, t.loads[i].scraps)):
        if not builder.load(i):
            return False
        builder.now = max(builder.now, builder.loads[i].shape[-1] + t.loads[i].shape[-1])
    return True
