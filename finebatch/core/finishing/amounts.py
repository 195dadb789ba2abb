"""What goes on the cookies, how much of it, when, and how long it takes to set.

Amounts are grams per cm2 of the surface that is covered, as a home baker lays it on: our own judgement from trade usage,
not measured. A tenth more is made than is laid on, for the bowl and the brush.
"""

import math

from ..baking import Outcome
from ..base import Value, area_mm2, perimeter_mm
from ..card import Part
from ..formula import WeighedLine
from .kinds import FACTS, Finishing, FinishKind, Surface, When
from .setting import setting_min, work_s

BOWL_SHARE = 1.1


class FinishPart(Value):
    """One ingredient of a finish, for the whole batch."""

    name: str
    mass_g: float


class FinishPlan(Value):
    """What to make and lay on. `set_low_min`..`set_high_min` (usually `set_usual_min`) is the time before cookies may
    be stacked; 0 where there is nothing to set. `short_g` is what the card's own filling or glaze lines lack."""

    kind: FinishKind
    label: str
    each_g: float
    total_g: float
    when: When
    how: str
    set_low_min: float
    set_high_min: float
    set_usual_min: float
    work_s: float
    parts: tuple[FinishPart, ...]
    written_g: float | None = None
    short_g: float = 0.0

    def plus(self, other: "FinishPlan") -> "FinishPlan":
        """The same finish on a second size of cookie beside this one; `each_g` stays that of the first."""
        total = self.total_g + other.total_g
        return self.model_copy(
            update={
                "total_g": total,
                "work_s": self.work_s + other.work_s,
                "parts": tuple(
                    FinishPart(name=a.name, mass_g=a.mass_g + b.mass_g)
                    for a, b in zip(self.parts, other.parts, strict=True)
                ),
                "short_g": max(0.0, total - self.written_g) if self.written_g is not None else 0.0,
            }
        )


def finish_plans(
    finishings: tuple[Finishing, ...], outcome: Outcome, lines: tuple[WeighedLine, ...], filling_each_g: float = 0.0
) -> tuple[FinishPlan, ...]:
    """Every finish worked out for the batch. A filling's grams come from the form where it has them."""
    return tuple(_plan(finishing, outcome, lines, filling_each_g) for finishing in finishings)


def _plan(finishing: Finishing, outcome: Outcome, lines: tuple[WeighedLine, ...], filling_each_g: float) -> FinishPlan:
    facts = FACTS[finishing.kind]
    each = finishing.each_g
    if each is None:
        each = filling_each_g or DENT_SHARE * outcome.pieces.mass_g
        if finishing.kind is not FinishKind.FILLING:
            each = facts.g_cm2 * surface_cm2(outcome, facts.on) * finishing.cover_pct / 100
    count = outcome.pieces.count
    waste = 1.0 if finishing.kind is FinishKind.FILLING else BOWL_SHARE
    total = each * count * waste
    written = _written_g(finishing.kind, lines)
    low, usual, high = setting_min(facts.sets)
    return FinishPlan(
        kind=finishing.kind, label=facts.label, each_g=each, total_g=total, when=facts.when, how=facts.how,
        set_low_min=low, set_high_min=high, set_usual_min=usual, work_s=work_s(facts.work) * count,
        parts=tuple(FinishPart(name=name, mass_g=total * share) for name, share in facts.parts), written_g=written,
        short_g=max(0.0, total - written) if written is not None else 0.0,
    )  # fmt: skip


DENT_SHARE = 0.2  # a thumb's dent holds about a fifth of the ball's weight


def surface_cm2(outcome: Outcome, on: Surface) -> float:
    """cm2 of one cookie: the `top` of the baked one (a low dome: footprint + pi h2), `raw_top` and `raw` (all round) of
    the raw piece, or `all` of the baked one."""
    pieces, baked = outcome.pieces, outcome.baked
    raw, high = pieces.raw_diameter_mm, pieces.raw_height_mm
    if on is Surface.RAW:
        # A ball's surface; the sphere of the piece's own width and height.
        return math.pi * ((raw + high) / 2) ** 2 / 100
    ring, width, height = pieces.outline, raw, high
    if on is not Surface.RAW_TOP:
        ring, width, height = outcome.outline or pieces.outline, baked.diameter_mm.value, baked.height_mm.value
    if outcome.second is not None:
        top = outcome.second.across_mm * outcome.second.high_mm
        return (2 * top + 2 * (outcome.second.across_mm + outcome.second.high_mm) * outcome.second.slice_mm if on is Surface.ALL else top) / 100  # fmt: skip
    flat = area_mm2(ring) if ring else math.pi / 4 * width**2
    rim = perimeter_mm(ring) if ring else math.pi * width
    top = flat + math.pi * (height / 2) ** 2
    return (top + flat + 0.5 * rim * height if on is Surface.ALL else top) / 100


def _written_g(kind: FinishKind, lines: tuple[WeighedLine, ...]) -> float | None:
    """Grams the card's own lines give for this finish; None where it has no such part."""
    part = {FinishKind.FILLING: Part.FILLING, FinishKind.EGG_WASH: Part.WASH}.get(kind, Part.GLAZE)
    if kind not in (FinishKind.FILLING, FinishKind.EGG_WASH, FinishKind.GLAZE, FinishKind.ROYAL_ICING):
        return None
    found = [line.reading.mass_g or 0.0 for line in lines if line.part is part]
    return sum(found) if found else None
