"""When it rings, and how: no two alarms in the same half minute unless both must."""

from datetime import datetime, timedelta
from enum import StrEnum

from pydantic import AwareDatetime

from ..base import Value
from ..day import Kind
from .undone import ToDo

APART_S = 30
EARLIER_S = 90  # a look or a word may come so much sooner or later
TURN_SLACK_S = 30


class Ringing(StrEnum):
    """What a ring means: look, act now, or only know."""

    LOOK = "look"
    ACT = "act"
    KNOW = "know"


class Alarm(Value):
    """A ring: when, how it sounds, and what it says. `id` is that of the thing to do, which answers it."""

    id: str
    at: AwareDatetime
    tone: Ringing
    says: str


MUST = frozenset({Kind.UNLOAD, Kind.HOT})  # cannot wait
ACTS = frozenset({Kind.UNLOAD, Kind.HOT, Kind.TURN, Kind.LOAD})


def tone_of(kind: Kind) -> Ringing:
    """How the beginning of a step rings."""
    if kind is Kind.LOOK:
        return Ringing.LOOK
    return Ringing.ACT if kind in ACTS else Ringing.KNOW


def alarms_of(left: list[ToDo], ids: list[str]) -> tuple[Alarm, ...]:
    """The rings of what is to be done, in order of time. What must ring at its minute does; the half time may ring half a minute off, all else a minute and
    a half; what finds no moment of its own rings with its neighbour, if that is more than half a minute away from where it may be, not at all: its
    place on the screen is enough."""
    rings: list[Alarm] = []
    taken: list[datetime] = []
    order = sorted(
        zip(left, ids, strict=True),
        key=lambda one: (one[0].step_kind not in MUST, one[0].step_kind is not Kind.TURN, one[0].due_at),
    )
    for one, id in order:
        at = _moment(one, taken)
        if at is None:
            continue
        taken.append(at)
        rings.append(Alarm(id=id, at=at, tone=tone_of(one.step_kind), says=one.row.title))
    return tuple(sorted(rings, key=lambda ring: (ring.at, ring.id)))


def _moment(one: ToDo, taken: list[datetime]) -> datetime | None:
    if one.step_kind in MUST:
        return one.due_at
    slack = TURN_SLACK_S if one.step_kind is Kind.TURN else EARLIER_S
    shifts = sorted(range(-slack, slack + 1, 15), key=lambda by: (abs(by), by))
    for by in shifts:
        at = one.due_at + timedelta(seconds=by)
        if all(abs((at - other).total_seconds()) >= APART_S for other in taken):
            return at
    return one.due_at if one.step_kind is Kind.TURN else None
