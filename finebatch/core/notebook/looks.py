"""A written bake as the model learns from it: worked out once, kept beside the bake, and worked out anew when the model changes."""

from ..bakemodel import Case
from ..baking import is_weighed
from ..base import Value
from ..bench import case_for, kin_of
from ..learning.known import Known
from ..learning.look import Look, Nominal, Said
from ..learning.nominal import nominals
from ..learning.unknowns import Output
from .record import EDITION, Bake, oven_name
from .said import said_of


class KeptSaid(Value):
    """One measurement, as it is kept; no `low` or `high` is no bound there."""

    output: str
    value: float | None = None
    sd: float
    low: float | None = None
    high: float | None = None


class KeptLook(Value):
    """What the model says of a bake and what was measured of it. `usual` names the dough's first bake, from which its answers count."""

    nominal: Nominal
    families: tuple[tuple[str, float], ...]
    strange: float
    said: tuple[KeptSaid, ...]
    edition: int
    usual: str


def usual_case(bake: Bake) -> Case | None:
    """A bake as the model takes it; None where its lines make no dough."""
    try:
        return case_for(bake.spec, bake.kitchen)
    except (ValueError, ZeroDivisionError):
        return None


def kept_look(bake: Bake, usual: str, first: Case | None) -> KeptLook | None:
    """The look of a bake, `first` being the dough as it was first baked; None where there is nothing to learn from."""
    case = usual_case(bake)
    if case is None:
        return None
    families, strange = kin_of(bake.spec, bake.kitchen)
    nominal = nominals([(case, is_weighed(bake.spec.form, bake.kitchen))], first)[0]
    said = tuple(
        KeptSaid(output=one.output.name, value=one.value, sd=one.sd, low=_bound(one.low), high=_bound(one.high))
        for one in said_of(bake, case, nominal)
    )
    return KeptLook(nominal=nominal, families=families, strange=strange, said=said, edition=EDITION, usual=usual)


def _bound(ln: float) -> float | None:
    return ln if abs(ln) != float("inf") else None


def with_bake(known: Known, bake: Bake) -> Known:
    """All that is known, and beside it a bake of the dough that is not kept yet."""
    first = known.usual or usual_case(bake)
    kept = kept_look(bake, "", first)
    if kept is None:
        return known
    look = look_of("new", known.dough, known.day, bake.kitchen.oven_number, bake.tray, kept)
    return Known(known.dough, known.oven, known.day, (look, *known.bakes), first, known.trade)


def look_of(id: str, dough: str, bake_day: float, oven: int, tray: str, kept: KeptLook) -> Look:
    """A kept look among the others."""
    said = tuple(
        Said(
            Output[one.output], one.value, one.sd,
            -float("inf") if one.low is None else one.low, float("inf") if one.high is None else one.high,
        )
        for one in kept.said
    )  # fmt: skip
    # A tray's name is its day's: the same of two doughs is two trays.
    tray = tray and f"{dough} {tray}"
    return Look(
        id, kept.nominal, oven_name(oven), kept.families, dough, said, bake_day, tray=tray, strange=kept.strange
    )
