"""The batch on the baker's trays: how many to a tray, how many loads, which rack, and what is kept back."""

import math

from ..bakemodel import grown_length_mm
from ..baking import Outcome
from ..base import Interval, Problem, Value, ask, stop
from ..dough import keeping_raw
from ..forming import AnyForm, WholeTrays, forming_of
from ..kitchen import Tray
from .arrange import Arrangement, Footprint, TrayRules, arrange, most_on
from .joining import chance_of_joining, pitch_mm
from .loads import even_loads
from .racks import rack_note


class MoreFit(Value):
    """`count` fit a tray if none is over `most_mm` wide; then two join on about one tray in `one_in`."""

    count: int
    most_mm: float
    one_in: int


class TrayPlan(Value):
    """Pieces on the chosen tray: evened loads, the fullest one laid out, spaced by the chance of two joining. `unit` names
    what is counted: cookies, logs, slices, or cookies in a pan or sheet baked whole."""

    tray: Tray
    unit: str
    most_per_tray: int
    loads: tuple[int, ...]
    of: int  # all there are to bake: pieces, logs, or whole pans and sheets
    kept: int  # of them not baked now
    kept_note: str  # how long those keep raw; empty when all are baked
    widest: Footprint
    layout: Arrangement
    whole: bool = False  # one pan or one sheet, cut after the bake
    rack_note: str = ""
    limit_note: str = ""
    more: MoreFit | None = None  # what a little narrower would let fit


class SmallSize(Value):
    """The smaller of two sizes cut from one dough."""

    outcome: Outcome
    trays: TrayPlan | None


def footprint_of(outcome: Outcome, tray: Tray, rules: TrayRules) -> Footprint:
    """What a cookie is given of the tray: a round, or the box around its outline, so wide that two join on no more trays than chosen."""
    width, raw = outcome.baked.diameter_mm, outcome.pieces.raw_diameter_mm
    grown = pitch_mm(width, raw, rules.risk, neighbours(width, tray)) - raw
    if outcome.pieces.outline:
        xs, ys = [x for x, _ in outcome.pieces.outline], [y for _, y in outcome.pieces.outline]
        return Footprint(width_mm=max(xs) - min(xs) + grown, depth_mm=max(ys) - min(ys) + grown, round=False)
    return Footprint(width_mm=raw + grown, depth_mm=raw + grown)


def neighbours(width: Interval, tray: Tray) -> int:
    """About how many pairs stand beside one another on a full tray."""
    return max(1, round(2 * tray.width_mm * tray.depth_mm / width.value**2))


def lay_out(
    outcome: Outcome, form: AnyForm, tray: Tray, rules: TrayRules, positions: int, bake_now: int | None = None,
    raw_egg: bool = True,
) -> tuple[TrayPlan | None, list[Problem]]:  # fmt: skip
    """The batch on one kind of tray, spaced by the chance of two joining; None if not even one piece fits."""
    forming = forming_of(form)
    if rules.apart_mm is not None:
        # Between raw pieces so much; at their widest there is less between them, or nothing.
        width, raw = outcome.baked.diameter_mm, outcome.pieces.raw_diameter_mm
        grows = pitch_mm(width, raw, rules.risk, neighbours(width, tray)) - raw
        rules = rules.model_copy(update={"gap_mm": rules.apart_mm - grows})
    whole = forming.whole(form, outcome.pieces, tray)
    if whole is not None:
        return _keeping(_whole(whole, rules, positions, bake_now), raw_egg), []
    lying = forming.lying(form)
    if lying is not None:
        width = outcome.baked.diameter_mm
        wide_mm = pitch_mm(width, lying.width_mm, rules.risk, max(1, lying.count - 1))
        grew = wide_mm - lying.width_mm
        long_mm = grown_length_mm(lying.length_mm, lying.width_mm, wide_mm)
        covered = Footprint(width_mm=lying.width_mm + grew, depth_mm=long_mm, round=False)
        logs, wrong = _spread(covered, min(bake_now or lying.count, lying.count), tray, rules, positions, lying.unit)
        return logs and _keeping(logs.model_copy(update={"of": lying.count}), raw_egg), wrong
    baked = min(bake_now or outcome.pieces.count, outcome.pieces.count)
    limit = forming.hand_limit(form)
    plan, problems = _spread(footprint_of(outcome, tray, rules), baked, tray, rules, positions, "cookie", limit)
    if (
        plan
        and plan.widest.round
        and rules.apart_mm is None
        and len(plan.loads) > 1
        and plan.most_per_tray < (limit or 400)
    ):
        plan = plan.model_copy(update={"more": _more(outcome, plan, tray, rules)})
    return plan and _keeping(plan.model_copy(update={"of": outcome.pieces.count}), raw_egg), problems


def _keeping(plan: TrayPlan, raw_egg: bool) -> TrayPlan:
    """With what is not baked now said: `of` counts all there is."""
    kept = plan.of - (len(plan.loads) if plan.whole else sum(plan.loads))
    return plan.model_copy(update={"kept": kept, "kept_note": keeping_raw(raw_egg)}) if kept else plan


def _more(outcome: Outcome, plan: TrayPlan, tray: Tray, rules: TrayRules) -> MoreFit | None:
    """How many more a tray would hold were each a little narrower, and how likely two would join: the baker's choice, not a cliff."""
    width, now = outcome.baked.diameter_mm, plan.widest.width_mm
    low, high = max(outcome.pieces.raw_diameter_mm, 0.8 * now), now
    if holds(low, tray, rules) <= plan.most_per_tray:
        return None
    while high - low > 0.2:
        middle = (low + high) / 2
        low, high = (middle, high) if holds(middle, tray, rules) > plan.most_per_tray else (low, middle)
    chance = chance_of_joining(width, low, neighbours(width, tray))
    if chance > LIKELY_JOINS:
        return None
    return MoreFit(count=holds(low, tray, rules), most_mm=low, one_in=max(2, round(1 / chance)))


def held_between(outcome: Outcome, plan: TrayPlan, rules: TrayRules) -> tuple[int, int]:
    """The fewest and the most a tray of this plan would hold, were the width known to be at the one or at the other end of its range."""
    width = outcome.baked.diameter_mm
    held = []
    for mm in (width.high, width.low):
        baked = outcome.baked.model_copy(update={"diameter_mm": Interval(value=mm, low=mm, high=mm)})
        piece = footprint_of(outcome.model_copy(update={"baked": baked}), plan.tray, rules)
        held.append(most_on(plan.tray.width_mm, plan.tray.depth_mm, piece, rules)[0])
    return held[0], held[1]


LIKELY_JOINS = 0.4  # what is likelier is no offer


def holds(width_mm: float, tray: Tray, rules: TrayRules | None = None) -> int:
    """How many rounds of a width lie on a tray."""
    return most_on(tray.width_mm, tray.depth_mm, Footprint(width_mm=width_mm, depth_mm=width_mm), rules)[0]


SLICES_APART_MM = 4.0


def lay_slices(
    outcome: Outcome, tray: Tray, rules: TrayRules, positions: int, logs: TrayPlan | None = None
) -> tuple[TrayPlan | None, list[Problem]]:
    """The second bake's trays, for the `logs` that are baked now: slices do not spread, so they lie close, cut side down."""
    second = outcome.second
    if second is None or not outcome.pieces.count:
        return None, []
    slice_ = Footprint(width_mm=second.across_mm, depth_mm=second.high_mm, round=False)
    close = rules.model_copy(update={"gap_mm": SLICES_APART_MM, "moved": ()})
    count = second.each_log * sum(logs.loads) if logs else outcome.pieces.count
    return _spread(slice_, count, tray, close, positions, "slice")


def _spread(
    piece: Footprint, count: int, tray: Tray, rules: TrayRules, positions: int, unit: str, limit: int | None = None
) -> tuple[TrayPlan | None, list[Problem]]:
    most, _ = most_on(tray.width_mm, tray.depth_mm, piece, rules)
    if most == 0:
        message = (
            f"One {unit} may spread to {_size(piece)}; the {tray.name.lower()} has {tray.width_mm:.0f} × {tray.depth_mm:.0f} mm to use. "
            "Choose a larger tray, or make them smaller."
        )
        return None, [stop("tray_id", message)]
    held = min(most, limit or most)
    loads = even_loads(count, held)
    layout = arrange(loads[0] if loads else 0, tray.width_mm, tray.depth_mm, piece, rules)
    problems = []
    if layout.touches and not rules.moved:
        over = max(touch.overlap_mm for touch in layout.touches)
        clear = math.ceil((rules.apart_mm or 0.0) + over)
        message = f"{rules.apart_mm:.0f} mm apart as the card says, {unit}s may join by {over:.0f} mm at the widest; {clear} mm would keep them clear."
        problems.append(ask("layout.apart_mm", message))
    elif layout.touches:
        worst = max(layout.touches, key=lambda touch: touch.overlap_mm)
        what = (
            f"{worst.a + 1} and {worst.b + 1} may join"
            if worst.b is not None
            else f"{worst.a + 1} may run over the edge"
        )
        problems.append(ask("layout.moved", f"As moved, {unit} {what}, by {worst.overlap_mm:.0f} mm at the widest."))
    return TrayPlan(
        tray=tray, unit=unit, most_per_tray=held, loads=loads, of=count, kept=0, kept_note="", widest=piece, layout=layout,
        rack_note=rack_note(rules.two_racks, positions, len(loads)),
        limit_note=f"The tray would hold {most}, hands only {held}: each must be shaped while it is pliable." if held < most else "",
    ), problems  # fmt: skip


def _size(piece: Footprint) -> str:
    return f"{piece.width_mm:.0f} mm" if piece.round else f"{piece.width_mm:.0f} × {piece.depth_mm:.0f} mm"


def _whole(whole: WholeTrays, rules: TrayRules, positions: int, bake_now: int | None) -> TrayPlan:
    tray, loads = whole.tray, whole.loads[:bake_now]
    piece = Footprint(width_mm=whole.width_mm, depth_mm=whole.depth_mm, round=False)
    middle = arrange(
        1, max(tray.width_mm, piece.width_mm), max(tray.depth_mm, piece.depth_mm), piece, TrayRules(edge_mm=0)
    )
    return TrayPlan(
        tray=tray, unit="cookie", most_per_tray=loads[0], loads=loads, of=len(whole.loads), kept=0, kept_note="", widest=piece, layout=middle,
        whole=True, rack_note=rack_note(rules.two_racks, positions, len(loads)),
    )  # fmt: skip
