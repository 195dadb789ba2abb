"""The day as a friend would tell it: what is done in one sitting, with the free time in it and after it, and the list of what to do in each."""

from collections.abc import Iterable
from itertools import accumulate

from ...base import capital, listed
from ..texts import Texts
from ..work.work import DayWork
from .rows import BEGUN, NEAR_S, Row, Span, rows_of
from .step import Kind, Lane, Step

BREAK_S = 15 * 60  # free for so long, a sitting is over
LONG_S = 80 * 60  # one that is longer is told in parts, parted where one is free for longest
LEAST_S = 20 * 60  # no part is shorter than that,
PART_S = 2 * 60  # nor parted where one is free for less
PAUSE_S = 8 * 60  # free for so long within one, it is worth a word
AWAY_S = 20 * 60  # and for so long, with nothing in the oven, one may leave the house

RINGS = frozenset({Kind.LOOK, Kind.OVEN_CHANGE})  # no work, but somebody must be there
# What of a sitting's work has one verb, in the order in which verbs are said.
VERBS = {
    "mix": (Kind.BROWN, Kind.WEIGH, Kind.MIX, Kind.DIVIDE),
    "shape": (Kind.FORM, Kind.WASH),
    "bake": (Kind.LOAD, Kind.LOOK, Kind.TURN, Kind.UNLOAD, Kind.HOT, Kind.TRANSFER),
    "finish": (Kind.ICE,),
    "pack": (Kind.PACK,),
}
VERB_OF = {kind: verb for verb, kinds in VERBS.items() for kind in kinds}


class Sitting(Span):
    """What is done in one go, `title` with which doughs and `brief` without. `hands_s` of it hands are busy; `acts` times there is something to do; `pauses` are the free times in it that are
    worth having, `free_s` is free after it, and for the first `away_s` of that nobody has to be in the house."""

    title: str
    brief: str
    hands_s: int
    acts: int
    pauses: tuple[Span, ...]
    free_s: int
    away_s: int
    rows: tuple[Row, ...]


def sittings_of(work: DayWork, steps: tuple[Step, ...], words: tuple[Texts, ...]) -> tuple[Sitting, ...]:
    """The sittings of a plan's steps (s from its start), in order of time. Everything to be begun before the first stands with it, and what is
    begun in the free time after one stands with that."""
    rows = rows_of(work, steps, words)
    groups = _groups([step for step in steps if step.place is Lane.HANDS or step.kind in RINGS])
    firsts = [min(step.start_s for step in group) for group in groups]
    found = []
    for n, group in enumerate(groups):
        start, end = firsts[n], max(step.end_s for step in group)
        until = firsts[n + 1] if n + 1 < len(groups) else None
        mine = [row for row in rows if (n == 0 or row.start_s >= start) and (until is None or row.start_s < until)]
        free_s = 0 if until is None else until - end
        title, brief = _titles(work, group)
        found.append(
            Sitting(
                start_s=start, end_s=end, title=title, brief=brief, acts=len([row for row in mine if start <= row.start_s <= end]),
                hands_s=_busy(group), pauses=tuple(_pauses(group)), free_s=free_s, away_s=_away_s(steps, end, free_s), rows=tuple(mine),
            )
        )  # fmt: skip
    return tuple(found)


def _groups(acts: list[Step]) -> list[list[Step]]:
    """What follows upon what without a break."""
    groups: list[list[Step]] = []
    until = 0
    for step in sorted(acts, key=lambda step: (step.start_s, step.end_s)):
        if not groups or step.start_s - until >= BREAK_S:
            groups.append([])
        groups[-1].append(step)
        until = max(until, step.end_s)
    return [part for group in groups for part in _parts(group)]


def _parts(group: list[Step]) -> list[list[Step]]:
    """A long sitting parted where one is free for longest in it, and its parts again."""
    ends = list(accumulate((step.end_s for step in group), max))
    begin, end = group[0].start_s, ends[-1]
    gaps = [
        (group[n].start_s - ends[n - 1], -n)
        for n in range(1, len(group))
        if ends[n - 1] - begin >= LEAST_S and end - group[n].start_s >= LEAST_S
    ]
    free, n = max(gaps, default=(0, 0))
    if end - begin <= LONG_S or free < PART_S:
        return [group]
    return [*_parts(group[:-n]), *_parts(group[-n:])]


def _busy(group: list[Step]) -> int:
    return sum(step.end_s - step.start_s for step in group if step.place is Lane.HANDS)


def _pauses(group: list[Step]) -> Iterable[Span]:
    until = group[0].end_s
    for step in group[1:]:
        if step.start_s - until >= PAUSE_S:
            yield Span(start_s=until, end_s=step.start_s)
        until = max(until, step.end_s)


def _away_s(steps: tuple[Step, ...], end_s: int, free_s: int) -> int:
    """How long from then on nothing bakes, and nothing is to be begun; 0 where that is too short to leave."""
    if any(step.kind is Kind.BAKE and step.start_s < end_s + free_s and step.end_s > end_s for step in steps):
        return 0
    begun = (
        step.start_s - end_s for step in steps if step.kind in BEGUN and end_s + NEAR_S < step.start_s < end_s + free_s
    )
    away_s = min([free_s, *begun])
    return away_s if away_s >= AWAY_S else 0


def _titles(work: DayWork, group: list[Step]) -> tuple[str, str]:
    """What is done with which doughs, “Mix Rusks, then shape and bake Drops and Rusks”, and what is done, “Mix, shape and bake”."""
    doughs: dict[str, list[str]] = {}
    for verb in VERBS:
        for step in group:
            if VERB_OF.get(step.kind) == verb and step.dough is not None:
                names = doughs.setdefault(verb, [])
                name = work.doughs[step.dough].name
                if name not in names:
                    names.append(name)
    told: list[tuple[list[str], list[str]]] = []
    for verb, names in doughs.items():
        if told and sorted(told[-1][1]) == sorted(names):
            told[-1][0].append(verb)
        else:
            told.append(([verb], names))
    words = ", then ".join(f"{listed(verbs)} {_some(names)}" for verbs, names in told)
    brief = listed(list(doughs)) or "at the oven"
    return capital(words or "at the oven"), capital(brief)


def _some(names: list[str]) -> str:
    return listed(names) if len(names) <= 3 else f"{len(names)} doughs"
