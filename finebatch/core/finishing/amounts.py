"""What goes on the cookies, how much of it, when, and how long it takes to set.

Amounts are grams per cm2 of the surface that is covered, as a home baker lays it on: our own judgement from trade usage,
not measured. A tenth more is made than is laid on, for the bowl and the brush.
"""

import math

from ..baking import Outcome
from ..base import Value, area_mm2, perimeter_mm
from ..card import Part
from ..formula import Role, WeighedLine
from ..trays import TrayPlan
from .kinds import FACTS, INFUSED_PCT, KEPT_PCT, TOPPINGS, Finishing, FinishKind, Per, Surface, When
from .setting import setting_min, work_s

BOWL_SHARE = 1.1


class FinishPart(Value):
    """One ingredient of a finish, for the whole batch."""

    name: str
    mass_g: float


class FinishPlan(Value):
    """What to make and lay on. `each_g` is for one piece, or one tray (`per`). `set_low_min`..`set_high_min` (usually
    `set_usual_min`) is the time before cookies may be stacked; 0 where there is nothing to set. `has_card` says that the card has
    lines for it, `of_card` that it is made of them; `written_g` is what they give, `short_g` what they lack."""

    kind: FinishKind
    label: str
    each_g: float
    total_g: float
    per: Per
    when: When
    how: str
    coats: int
    coatable: bool
    set_low_min: float
    set_high_min: float
    set_usual_min: float
    work_s: float
    parts: tuple[FinishPart, ...]
    has_card: bool = False
    of_card: bool = False
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

    def given(self, need_g: float) -> "FinishPlan":
        """With its share of the card's lines, where `need_g` are needed of them in all."""
        if self.written_g is None or not need_g:
            return self
        given = self.written_g * self.total_g / need_g
        return self.model_copy(update={"written_g": given, "short_g": max(0.0, self.total_g - given)})


class Dressing(Value):
    """What finishes are made of and laid on, beside the cookies: all lines, a filling's grams where the form has them and whether it goes in hot, the trays,
    and how much of the dough is shaped so."""

    lines: tuple[WeighedLine, ...]
    filling_each_g: float = 0.0
    filled_hot: bool = False
    trays: TrayPlan | None = None
    of_dough: float = 1.0

    def of(self, part: Part | None) -> tuple[FinishPart, ...]:
        """The card's lines of one part, with their grams."""
        return tuple(
            FinishPart(name=line.reading.said_as or line.reading.text, mass_g=line.reading.mass_g)
            for line in self.lines
            if part is not None and line.part is part and line.reading.mass_g
        )


def finish_plans(finishings: tuple[Finishing, ...], outcome: Outcome, dressing: Dressing) -> tuple[FinishPlan, ...]:
    """Every finish worked out for the batch."""
    return tuple(_plan(finishing, outcome, dressing) for finishing in finishings)


def of_card(finishing: Finishing, has_card: bool) -> bool:
    """Whether a finish is made of the card's own lines: as the baker says, else where it is what those are for."""
    if not has_card:
        return False
    return (
        finishing.kind not in (FinishKind.DIP, FinishKind.DRIZZLE) if finishing.of_card is None else finishing.of_card
    )


def _plan(finishing: Finishing, outcome: Outcome, dressing: Dressing) -> FinishPlan:
    facts = FACTS[finishing.kind]
    coats = finishing.coats if facts.coatable else 1
    count, each = _count_of(facts.per, outcome, dressing), _each_g(finishing, outcome, dressing) * coats
    waste = BOWL_SHARE if facts.bowl else 1.0
    total = each * count * waste
    lines = dressing.of(facts.card)
    own = of_card(finishing, bool(lines))
    written = sum(line.mass_g for line in lines) if own else None
    shares = shares_of(finishing)
    if own and written:
        shares = tuple((line.name, line.mass_g / written) for line in lines)
    hot = finishing.kind is FinishKind.FILLING and dressing.filled_hot
    low, usual, high = (coats * minutes for minutes in setting_min(facts.sets))
    work = TOPPINGS[finishing.topping].work_s if finishing.kind is FinishKind.TOPPING else work_s(facts.work)
    return FinishPlan(
        kind=finishing.kind, label=facts.label, each_g=each, total_g=total, per=facts.per, when=When.HOT if hot else facts.when, how=FILLED_HOT if hot else facts.how, coats=coats,
        coatable=facts.coatable, set_low_min=low, set_high_min=high, set_usual_min=usual, work_s=coats * work * count,
        parts=tuple(FinishPart(name=name, mass_g=total * share) for name, share in shares), has_card=bool(lines), of_card=own,
        written_g=written, short_g=max(0.0, total - written) if written is not None else 0.0,
    )  # fmt: skip


def shares_of(finishing: Finishing) -> tuple[tuple[str, float], ...]:
    """What it is made of where the card has no lines for it: names with their shares, which sum to 1."""
    if finishing.kind is FinishKind.TOPPING:
        return ((TOPPINGS[finishing.topping].name, 1.0),)
    return FACTS[finishing.kind].parts


def _count_of(per: Per, outcome: Outcome, dressing: Dressing) -> int:
    """How many pieces, trays, or doughs there are of it."""
    if per is Per.TRAY:
        return len(dressing.trays.loads) if dressing.trays else 0
    return 1 if per is Per.DOUGH else outcome.pieces.count


def _each_g(finishing: Finishing, outcome: Outcome, dressing: Dressing) -> float:
    """Grams of one coat on one piece or tray, or for the dough."""
    facts = FACTS[finishing.kind]
    if facts.per is Per.DOUGH:
        fat_g = sum(
            line.reading.mass_g or 0.0 for line in dressing.lines if line.role is Role.FAT and line.part is Part.DOUGH
        )
        return fat_g * dressing.of_dough * (INFUSED_PCT + KEPT_PCT) / 100
    if finishing.each_g is not None:
        return finishing.each_g
    if finishing.kind is FinishKind.FILLING:
        return dressing.filling_each_g or DENT_SHARE * outcome.pieces.mass_g
    if facts.per is Per.TRAY:
        tray = dressing.trays.tray if dressing.trays else None
        return facts.g_cm2 * tray.width_mm * tray.depth_mm / 100 if tray else 0.0
    cover = finishing.cover_pct / 100
    if finishing.kind is FinishKind.TOPPING:
        lines = dressing.of(facts.card)
        if of_card(finishing, bool(lines)):
            return dressing.of_dough * sum(line.mass_g for line in lines) / max(1, outcome.pieces.count)
        topping = TOPPINGS[finishing.topping]
        return topping.each_g or topping.g_cm2 * surface_cm2(outcome, facts.on) * cover
    return facts.g_cm2 * surface_cm2(outcome, facts.on) * cover


FILLED_HOT = "Press the dents again at half time, fill them as the tray comes out. Jam straight from the pan burns."
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
