"""The batch on the baker's trays: how many to a tray, how many loads, which rack, and what is kept back."""

import math

from ..bakemodel import grown_length_mm
from ..baking import Outcome
from ..base import Problem, Value, ask, stop
from ..dough import keeping_raw
from ..forming import AnyForm, WholeTrays, forming_of
from ..kitchen import Tray
from .arrange import Arrangement, Footprint, TrayRules, arrange, most_on
from .loads import even_loads
from .racks import rack_note


class TrayPlan(Value):
    """Pieces on the chosen tray: evened loads, the fullest one laid out, spaced by the widest expected. `unit` names
    what is counted: cookies, logs, slices, or cookies in a pan or sheet baked whole."""

    tray: Tray
    unit: str
    most_per_tray: int
    loads: tuple[int, ...]
    kept: int  # pieces not baked now
    kept_note: str  # how long those keep raw; empty when all are baked
    widest: Footprint
    layout: Arrangement
    whole: bool = False  # one pan or one sheet, cut after the bake
    rack_note: str = ""
    limit_note: str = ""


class SmallSize(Value):
    """The smaller of two sizes cut from one dough."""

    outcome: Outcome
    trays: TrayPlan | None


def footprint_of(outcome: Outcome) -> Footprint:
    """The most a cookie may cover: a round, or the box around its widest outline."""
    if outcome.widest_outline:
        xs, ys = [x for x, _ in outcome.widest_outline], [y for _, y in outcome.widest_outline]
        return Footprint(width_mm=max(xs) - min(xs), depth_mm=max(ys) - min(ys), round=False)
    widest = max(outcome.baked.diameter_mm.high, outcome.pieces.raw_diameter_mm)
    return Footprint(width_mm=widest, depth_mm=widest)


def lay_out(
    outcome: Outcome, form: AnyForm, tray: Tray, rules: TrayRules, positions: int, bake_now: int | None = None,
    raw_egg: bool = True,
) -> tuple[TrayPlan | None, list[Problem]]:  # fmt: skip
    """The batch on one kind of tray, spaced by the top of the predicted range; None if not even one piece fits."""
    forming = forming_of(form)
    if rules.apart_mm is not None:
        # Between raw pieces so much; at their widest there is less between them, or nothing.
        grows = max(0.0, outcome.baked.diameter_mm.high - outcome.pieces.raw_diameter_mm)
        rules = rules.model_copy(update={"gap_mm": rules.apart_mm - grows})
    whole = forming.whole(form, outcome.pieces, tray)
    if whole is not None:
        return _whole(whole, rules, positions), []
    lying = forming.lying(form)
    if lying is not None:
        grew = max(0.0, outcome.baked.diameter_mm.high - lying.width_mm)
        long_mm = grown_length_mm(lying.length_mm, lying.width_mm, outcome.baked.diameter_mm.high)
        covered = Footprint(width_mm=lying.width_mm + grew, depth_mm=long_mm, round=False)
        return _spread(covered, lying.count, tray, rules, positions, lying.unit)
    baked = min(bake_now or outcome.pieces.count, outcome.pieces.count)
    limit = forming.hand_limit(form)
    plan, problems = _spread(footprint_of(outcome), baked, tray, rules, positions, "cookie", limit)
    kept = outcome.pieces.count - baked
    if plan and kept:
        plan = plan.model_copy(update={"kept": kept, "kept_note": keeping_raw(raw_egg)})
    return plan, problems


def lay_slices(outcome: Outcome, tray: Tray, rules: TrayRules, positions: int) -> tuple[TrayPlan | None, list[Problem]]:
    """The second bake's trays: slices do not spread, so they lie close, cut side down."""
    second = outcome.second
    if second is None or not outcome.pieces.count:
        return None, []
    slice_ = Footprint(width_mm=second.across_mm, depth_mm=second.high_mm, round=False)
    close = rules.model_copy(update={"gap_mm": min(rules.gap_mm, 4.0), "moved": ()})
    return _spread(slice_, outcome.pieces.count, tray, close, positions, "slice")


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
        tray=tray, unit=unit, most_per_tray=held, loads=loads, kept=0, kept_note="", widest=piece, layout=layout,
        rack_note=rack_note(rules.two_racks, positions, len(loads)),
        limit_note=f"The tray would hold {most}, hands only {held}: each must be shaped while it is pliable." if held < most else "",
    ), problems  # fmt: skip


def _size(piece: Footprint) -> str:
    return f"{piece.width_mm:.0f} mm" if piece.round else f"{piece.width_mm:.0f} × {piece.depth_mm:.0f} mm"


def _whole(whole: WholeTrays, rules: TrayRules, positions: int) -> TrayPlan:
    tray, loads = whole.tray, whole.loads
    piece = Footprint(width_mm=whole.width_mm, depth_mm=whole.depth_mm, round=False)
    middle = arrange(
        1, max(tray.width_mm, piece.width_mm), max(tray.depth_mm, piece.depth_mm), piece, TrayRules(edge_mm=0)
    )
    return TrayPlan(
        tray=tray, unit="cookie", most_per_tray=loads[0], loads=loads, kept=0, kept_note="", widest=piece, layout=middle,
        whole=True, rack_note=rack_note(rules.two_racks, positions, len(loads)),
    )  # fmt: skip
