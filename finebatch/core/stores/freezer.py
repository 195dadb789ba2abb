"""What lies in freezer, fridge and tins: how many, how old, until when, and how it gets into a day."""

import math
from collections.abc import Iterable
from datetime import date, timedelta
from enum import StrEnum
from typing import Literal

from pydantic import Field, field_validator

from ..base import OneLine, Problem, Value, ask, refusal
from ..bench import DoughSpec, assess, times
from ..forming import forming_of
from ..kitchen import Kitchen, longest_s, typical_s

DAY_S = 86_400.0


class Keeps(StrEnum):
    """What was put away: shaped pieces, logs, discs of dough (to be shaped later), or baked cookies."""

    PIECES = "pieces"
    LOGS = "logs"
    DISCS = "discs"
    BAKED = "baked"


class Cold(StrEnum):
    """Where it is kept."""

    FREEZER = "freezer"
    FRIDGE = "fridge"
    TIN = "tin"


class Taken(Value):
    """So many taken out, on a day."""

    count: int = Field(ge=1, le=2000)
    on: date
    says: OneLine = Field(default="", max_length=120)


class Put(Value):
    """Something put away: of which dough as it was then, how many, each so heavy, where. `taken` is what went out again, by its own key, so
    that two devices can each take some."""

    kind: Literal["put"] = "put"
    dough_id: str | None = Field(default=None, max_length=40)
    name: OneLine = Field(min_length=1, max_length=80)
    keeps: Keeps = Keeps.PIECES
    at: Cold = Cold.FREEZER
    place: OneLine = Field(default="", max_length=60)
    count: int = Field(ge=1, le=2000)
    each_g: float | None = Field(default=None, gt=0, le=5000)
    made_on: date
    keeps_until: date | None = None  # the baker's own; None: as is usual
    spec: DoughSpec | None = None
    note: OneLine = Field(default="", max_length=200)
    taken: dict[str, Taken] = Field(default={}, max_length=300)

    @field_validator("taken")
    @classmethod
    def _named(cls, taken: dict[str, Taken]) -> dict[str, Taken]:
        if any(len(key) > 64 for key in taken):
            raise ValueError("a key is too long")
        return taken

    @property
    def left(self) -> int:
        """How many are still there: never below none, where two devices took the same ones."""
        return max(0, self.count - sum(one.count for one in self.taken.values()))


class Kept(Value):
    """Something put away as it stands today. `until` is the day that counts, `at_most` the process table's last; `first` is what of its kind goes out first."""

    id: str
    revision: int
    put: Put
    left: int
    age_days: int
    until: date
    at_most: date
    over: bool
    first: bool
    says: str
    can_bake: bool


def kept_days(put: Put, soft_or: tuple[float, float] | None, raw_egg: bool) -> tuple[float, float]:
    """Days it keeps as usual and at most, by the process table: raw dough by where it lies and whether egg is in it; baked ones in a tin by their
    class (`soft_or`), frozen by quality."""
    if put.keeps is Keeps.BAKED and put.at is not Cold.FREEZER:
        return soft_or or (typical_s("storage_soft") / DAY_S, longest_s("storage_soft") / DAY_S)
    if put.keeps is Keeps.BAKED:
        step = "storage_baked_frozen"
    elif put.at is Cold.FREEZER:
        step = "raw_dough_frozen"
    else:
        step = "raw_dough_max_cold" if raw_egg else "raw_dough_max_cold_eggless"
    return typical_s(step) / DAY_S, longest_s(step) / DAY_S


def kept(
    put: Put, id: str, revision: int, today: date, soft_or: tuple[float, float] | None, raw_egg: bool, first: bool = False
) -> Kept:  # fmt: skip
    """How it stands today. A date of the baker's own counts, but never past what is usual at most."""
    usual, longest = kept_days(put, soft_or, raw_egg)
    at_most = put.made_on + timedelta(days=int(longest))
    until = min(put.keeps_until or put.made_on + timedelta(days=int(usual)), at_most)
    days = (until - today).days
    said = (
        f"{-days} day{'s' if days != -1 else ''} over"
        if days < 0
        else "today"
        if days == 0
        else f"{days} day{'s' if days != 1 else ''} left"
    )
    return Kept(
        id=id, revision=revision, put=put, left=put.left, age_days=(today - put.made_on).days, until=until, at_most=at_most, over=days < 0,
        first=first, says=said, can_bake=put.keeps is not Keeps.BAKED and put.spec is not None and put.left > 0,
    )  # fmt: skip


def firsts(puts: Iterable[tuple[str, Put]]) -> frozenset[str]:
    """First in, first out: of each kind of thing the one made first that still has some left."""
    found: dict[tuple[object, ...], tuple[date, str]] = {}
    for id, put in puts:
        if put.left:
            of = (put.dough_id or put.name.lower(), put.keeps, put.at)
            found[of] = min(found.get(of, (date.max, "")), (put.made_on, id))
    return frozenset(id for _, id in found.values())


def unlikely_put(put: Put, soft_or: tuple[float, float] | None, raw_egg: bool, today: date) -> list[Problem]:
    """What is asked of what can hardly be meant."""
    found = []
    _, longest = kept_days(put, soft_or, raw_egg)
    if put.keeps_until and put.keeps_until > put.made_on + timedelta(days=int(longest)):
        found.append(
            ask("keeps_until", f"Longer than it keeps: {longest:.0f} days at most is usual. The shorter date counts.")
        )
    if put.made_on > today:
        found.append(ask("made_on", "That day is yet to come. Is the date right?"))
    if put.at is Cold.TIN and put.keeps is not Keeps.BAKED:
        found.append(ask("at", "Raw dough does not keep in a tin: the fridge or the freezer is its place."))
    return found


def to_bake(put: Put, count: int, thaw: bool, kitchen: Kitchen) -> DoughSpec:
    """The dough of a day that bakes so many of what was put away: frozen pieces straight from the freezer or thawed, logs and discs out of the
    cold. As much dough as they are of: they may have been put by from several batches. Refusal at `count` where there are not as many, at `frozen` where it cannot be baked."""
    if put.spec is None or put.keeps is Keeps.BAKED:
        raise refusal("frozen", "This is not raw dough of a kind known here: it cannot be put into a day.")
    if count > put.left:
        raise refusal("count", f"There are {put.left} of them left. Bake fewer, or make another batch beside.")
    spec = _so_many(put, put.spec.model_copy(update={"shares": (), "bake_now": None}), count, kitchen)
    frozen = put.at is Cold.FREEZER
    if put.keeps is Keeps.PIECES and frozen and forming_of(spec.form).freezes:
        making = spec.making.model_copy(update={"frozen": True, "thawed": thaw})
    else:
        # Logs and discs are thawed in the fridge overnight, and shaped or sliced out of it.
        making = spec.making.model_copy(
            update={"frozen": frozen, "thawed": frozen, "chill_h": max(spec.making.chill_h, 24.0)}
        )
    return spec.model_copy(update={"making": making})


def _so_many(put: Put, batch: DoughSpec, count: int, kitchen: Kitchen) -> DoughSpec:
    """Whole batches of which so many pieces are baked; of logs and discs, baked whole, the part of the batch they weigh, or are of what was put by."""
    found = assess(batch, kitchen)
    if put.keeps is Keeps.PIECES:
        makes = found.outcome.pieces.count if found.outcome else count
        return times(batch, kitchen, max(1, math.ceil(count / max(1, makes)))).model_copy(update={"bake_now": count})
    weighed = count * put.each_g / found.dough.mass_g if put.each_g and found.dough else None
    return times(batch, kitchen, weighed or count / put.count)
