"""What goes on the cookies, how much of it, when, and how long it takes to set.

Amounts are grams per cm2 of the surface that is covered, as a home baker lays it on: our own judgement from trade usage,
not measured. A tenth more is made than is laid on, for the bowl and the brush.
"""

import math
from enum import StrEnum

from pydantic import Field

from .baking import Outcome
from .facts import number, rows
from .formula import Part, WeighedLine
from .geometry import area_mm2, perimeter_mm
from .value import Value

BOWL_SHARE = 1.1


class FinishKind(StrEnum):
    """A way to finish a cookie."""

    EGG_WASH = "egg_wash"
    ROLLING_SUGAR = "rolling_sugar"
    FILLING = "filling"
    GLAZE = "glaze"
    ROYAL_ICING = "royal_icing"
    DIP = "dip"
    DRIZZLE = "drizzle"
    SPRINKLES = "sprinkles"
    POWDERED_SUGAR = "powdered_sugar"


class When(StrEnum):
    """When it goes on."""

    BEFORE = "before"
    HOT = "hot"
    COLD = "cold"


class Finishing(Value):
    """One finish: the share of the surface it covers, or grams on each where the baker knows better."""

    kind: FinishKind
    cover_pct: float = Field(default=100.0, ge=1, le=100)
    each_g: float | None = Field(default=None, gt=0, le=100)


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


class _Facts(Value):
    label: str
    when: When
    how: str
    g_cm2: float
    parts: tuple[tuple[str, float], ...]  # shares that sum to 1
    sets: str | None  # the process table's step
    work: str | float  # that table's step, or seconds a piece
    on: str = "top"  # top, raw (the raw piece all round) or all


_FACTS = {
    FinishKind.EGG_WASH: _Facts(
        label="Egg wash", when=When.BEFORE, how="Brush thinly just before the tray goes in.", g_cm2=0.012,
        parts=(("beaten egg", 0.8), ("milk or water", 0.2)), sets=None, work=2.0, on="raw_top",
    ),
    FinishKind.ROLLING_SUGAR: _Facts(
        label="Rolling sugar", when=When.BEFORE, how="Roll the raw balls in it before they go on the tray.", g_cm2=0.035,
        parts=(("coarse sugar", 1.0),), sets=None, work=2.0, on="raw",
    ),
    FinishKind.FILLING: _Facts(
        label="Filling", when=When.BEFORE, how="Fill the dent level, no higher: jam boils over. Jam straight from the oven burns.",
        g_cm2=0.0, parts=(("filling", 1.0),), sets="jam_set_after_bake", work=4.0,
    ),
    FinishKind.GLAZE: _Facts(
        label="Thin glaze", when=When.COLD, how="Brush or spoon on when fully cold.", g_cm2=0.08,
        parts=(("icing sugar", 0.80), ("citrus juice", 0.15), ("syrup", 0.05)), sets="icing_set_glace", work=6.0,
    ),
    FinishKind.ROYAL_ICING: _Facts(
        label="Royal icing", when=When.COLD, how="Outline and flood when fully cold. Use pasteurised white.", g_cm2=0.14,
        parts=(("icing sugar", 0.83), ("egg white", 0.155), ("lemon juice", 0.015)), sets="icing_set_royal", work="ice_flat_piece",
    ),
    FinishKind.DIP: _Facts(
        label="Chocolate dip", when=When.COLD, how="Dip when cold; let it drip, lay on paper. Hot chocolate burns.", g_cm2=0.15,
        parts=(("dark chocolate", 0.95), ("neutral oil", 0.05)), sets="icing_set_glace", work=6.0, on="all",
    ),
    FinishKind.DRIZZLE: _Facts(
        label="Drizzle", when=When.COLD, how="Quick stripes from a spoon, when cold.", g_cm2=0.03,
        parts=(("dark chocolate", 0.95), ("neutral oil", 0.05)), sets="icing_set_glace", work="drizzle_piece",
    ),
    FinishKind.SPRINKLES: _Facts(
        label="Sprinkles", when=When.COLD, how="Strew at once, before the glaze or icing sets.", g_cm2=0.03,
        parts=(("sprinkles", 1.0),), sets=None, work=2.0,
    ),
    FinishKind.POWDERED_SUGAR: _Facts(
        label="Icing sugar dusting", when=When.COLD, how="Sift over when cold; warm cookies melt it.", g_cm2=0.02,
        parts=(("icing sugar", 1.0),), sets=None, work=1.0,
    ),
}  # fmt: skip


def finish_plans(
    finishings: tuple[Finishing, ...], outcome: Outcome, lines: tuple[WeighedLine, ...], filling_each_g: float = 0.0
) -> tuple[FinishPlan, ...]:
    """Every finish worked out for the batch. A filling's grams come from the form where it has them."""
    return tuple(_plan(finishing, outcome, lines, filling_each_g) for finishing in finishings)


def _plan(finishing: Finishing, outcome: Outcome, lines: tuple[WeighedLine, ...], filling_each_g: float) -> FinishPlan:
    facts = _FACTS[finishing.kind]
    each = finishing.each_g
    if each is None:
        each = filling_each_g or DENT_SHARE * outcome.pieces.mass_g
        if finishing.kind is not FinishKind.FILLING:
            each = facts.g_cm2 * surface_cm2(outcome, facts.on) * finishing.cover_pct / 100
    count = outcome.pieces.count
    waste = 1.0 if finishing.kind is FinishKind.FILLING else BOWL_SHARE
    total = each * count * waste
    written = _written_g(finishing.kind, lines)
    low, usual, high = _setting_min(facts.sets)
    return FinishPlan(
        kind=finishing.kind, label=facts.label, each_g=each, total_g=total, when=facts.when, how=facts.how,
        set_low_min=low, set_high_min=high, set_usual_min=usual, work_s=_work_s(facts.work) * count,
        parts=tuple(FinishPart(name=name, mass_g=total * share) for name, share in facts.parts), written_g=written,
        short_g=max(0.0, total - written) if written is not None else 0.0,
    )  # fmt: skip


DENT_SHARE = 0.2  # a thumb's dent holds about a fifth of the ball's weight


def surface_cm2(outcome: Outcome, on: str) -> float:
    """cm2 of one cookie: the `top` of the baked one (a low dome: footprint + pi h2), `raw_top` and `raw` (all round) of
    the raw piece, or `all` of the baked one."""
    pieces, baked = outcome.pieces, outcome.baked
    raw, high = pieces.raw_diameter_mm, pieces.raw_height_mm
    if on == "raw":
        # A ball's surface; the sphere of the piece's own width and height.
        return math.pi * ((raw + high) / 2) ** 2 / 100
    ring, width, height = pieces.outline, raw, high
    if on != "raw_top":
        ring, width, height = outcome.outline or pieces.outline, baked.diameter_mm.value, baked.height_mm.value
    if outcome.second is not None:
        top = outcome.second.across_mm * outcome.second.high_mm
        return (2 * top + 2 * (outcome.second.across_mm + outcome.second.high_mm) * outcome.second.slice_mm if on == "all" else top) / 100  # fmt: skip
    flat = area_mm2(ring) if ring else math.pi / 4 * width**2
    rim = perimeter_mm(ring) if ring else math.pi * width
    top = flat + math.pi * (height / 2) ** 2
    return (top + flat + 0.5 * rim * height if on == "all" else top) / 100


def _written_g(kind: FinishKind, lines: tuple[WeighedLine, ...]) -> float | None:
    """Grams the card's own lines give for this finish; None where it has no such part."""
    part = {FinishKind.FILLING: Part.FILLING, FinishKind.EGG_WASH: Part.WASH}.get(kind, Part.GLAZE)
    if kind not in (FinishKind.FILLING, FinishKind.EGG_WASH, FinishKind.GLAZE, FinishKind.ROYAL_ICING):
        return None
    found = [line.reading.mass_g or 0.0 for line in lines if line.part is part]
    return sum(found) if found else None


def _process(step: str, column: str) -> float:
    row = next(row for row in rows("process") if row["step"] == step)
    return number(row[column])


def _setting_min(step: str | None) -> tuple[float, float, float]:
    if step is None:
        return 0.0, 0.0, 0.0
    return _process(step, "low_min"), _process(step, "typical_min"), _process(step, "high_min")


def _work_s(work: str | float) -> float:
    return work if isinstance(work, float) else _process(work, "typical_min")
