"""What was told, in words."""

from ..base import capital
from ..day import Kind
from .events import (
    AnyEvent,
    Away,
    Did,
    DoughOff,
    Fewer,
    Helper,
    Lost,
    Mark,
    More,
    Noted,
    NotHot,
    NotReady,
    OvenRuns,
    Rim,
    Saw,
    TrayGone,
    Undone,
)
from .facts import Facts
from .judging import minutes

DONE = {
    Kind.LOAD: "into the oven", Kind.UNLOAD: "out", Kind.TURN: "turned", Kind.LOOK: "looked at", Kind.HOT: "done while hot",
    Kind.TRANSFER: "off its tray", Kind.FORM: "shaped", Kind.WASH: "brushed", Kind.ICE: "finished", Kind.WEIGH: "weighed",
    Kind.MIX: "mixed", Kind.DIVIDE: "divided", Kind.PACK: "packed", Kind.SOFTEN: "taken out", Kind.THAW: "taken out", Kind.BROWN: "got ready",
}  # fmt: skip
RIMS = {Rim.MUCH_PALER: "much paler", Rim.PALER: "a little paler", Rim.RIGHT: "right", Rim.DARKER: "darker"}


def said(facts: Facts, event: AnyEvent) -> str:
    """An event in words."""
    work = facts.brief.plan.work

    def load(n: int) -> str:
        return work.loads[n].name if n < len(work.loads) else "a tray that is not there"

    def dough(n: int) -> str:
        return work.doughs[n].name if n < len(work.doughs) else "a dough that is not there"

    if isinstance(event, Did):
        return _did(event.marks, load, dough)
    if isinstance(event, Saw):
        parts = [RIMS[event.rim]] if event.rim else []
        parts += [
            f"{name} {seen.value}"
            for name, seen in (("middle", event.middle), ("underside", event.under), ("smell of", event.smell))
            if seen
        ]
        parts += [f"it {event.lift.value}"] if event.lift else []
        return f"{load(event.load)}: {', '.join(parts) or 'looked at'}"
    if isinstance(event, More):
        return f"{load(event.load)}: {minutes(60 * event.minutes)} more"
    if isinstance(event, Lost):
        return f"{load(event.load)}: {event.pieces or 'all'} lost"
    if isinstance(event, Fewer):
        return f"{load(event.load)}: {event.pieces} on the tray"
    if isinstance(event, DoughOff):
        return f"No more of {dough(event.dough)}"
    if isinstance(event, TrayGone):
        return "A tray is there again" if event.found else "A tray can no longer be used"
    if isinstance(event, OvenRuns):
        by = round(100 * (event.times - 1))
        return f"The oven is {'slower' if by > 0 else 'faster'}: bakes take {abs(by)}% {'longer' if by > 0 else 'less'}"
    if isinstance(event, NotHot):
        return f"The oven is not hot yet: {event.minutes:g} min more"
    if isinstance(event, Away):
        return f"Away for {event.minutes:g} min"
    if isinstance(event, Helper):
        return "A helper is there" if event.comes else "The helper has gone"
    if isinstance(event, NotReady):
        return f"{dough(event.dough)} needs {event.minutes:g} min more"
    return event.text if isinstance(event, Noted) else "Taken back" if isinstance(event, Undone) else ""


def _did(marks: tuple[Mark, ...], load: object, dough: object) -> str:
    assert callable(load)
    assert callable(dough)
    kind = marks[0].kind
    if kind is Kind.PREHEAT:
        return "The oven is on"
    if kind is Kind.OVEN_CHANGE:
        return "The oven is set"
    names = dict.fromkeys(str(load(mark.load) if mark.load is not None else dough(mark.dough or 0)) for mark in marks)
    return capital(f"{', '.join(names)}: {DONE.get(kind, 'done')}")
