"""From doughs on the bench to the day's work: every length of time, from the formula, method, form, trays and finishes."""

import math
from functools import partial
from typing import NamedTuple

from ...baking import Outcome
from ...base import listed, refusal, small
from ...bench import Assessment, DoughSpec, keeping_words
from ...dough import Style
from ...finishing import FinishKind, FinishPlan, Per, When
from ...forming import Cooling, Roll, RuskForm, forming_of
from ...kitchen import FAN_OFFSET_K, Kitchen, OvenSetting, dial, pace_s, say, typical_s
from ...trays import TrayPlan, even_loads
from ..texts import Texts
from .work import LoadWork

WAIT_MAX_S = 20 * 60  # raw pieces on a tray at room temperature
REST_SLACK_S = 8 * 60
COLD_SLICES_WITHIN_S = 12 * 3600
WARM_FROM_S, WARM_TO_S = 600, 1500  # after the oven, a log that bends is sliced
PIECE_AREA = 1.15  # room on the cooling rack, over the piece's own square
MOST_LOADS = 200
# A shorter bake is watched, and so is what is lifted off hot: turning it would only let the heat out.
TURNED_FROM_S = 8 * 60
CLEAR_S = 25  # wiping a tray whose cookies were lifted off while hot
ON_RAW = {
    FinishKind.ROLLING_SUGAR: "roll in sugar", FinishKind.FILLING: "fill", FinishKind.EGG_WASH: "brush with egg",
    FinishKind.TOPPING: "press the topping on", FinishKind.SPRINKLES: "strew the sprinkles on",
}  # fmt: skip
BEAT_S, DRIES_S = 45, 10 * 60  # beating the egg; between two coats of it, in the cold
BEATING = "Beat an egg with a spoon of water or milk first, 45 s: cold it keeps an hour."
LINE = "Line the tray, or put the paper of before back."
PAN_FIRST = "Grease the pan, or line it."
LOG_CUE = "firm to a light press and only just colouring"
LAY_OUT_S = 2.0  # a frozen piece onto a tray


class Icing(NamedTuple):
    """What goes on cold: its work for the batch with what has to be made first (s), how long it sets (s), what it is, and what is made."""

    work_s: float
    sets_s: int
    label: str
    make: str


# Before the first is finished: how long it takes to make, s, and how it is said. Melting needs as long as mixing royal icing does.
MADE = {
    FinishKind.GLAZE: (120, "Mix the glaze first, 2 min: covered it keeps an hour."),
    FinishKind.ROYAL_ICING: (300, "Mix the icing first, 5 min: covered it keeps an hour."),
    FinishKind.DIP: (300, "Melt the chocolate first, 5 min: it stays ready half an hour."),
    FinishKind.DRIZZLE: (300, "Melt the chocolate first, 5 min: it stays ready half an hour."),
}


def icing_of(finishes: tuple[FinishPlan, ...]) -> Icing:
    """What goes on cold, all of it together."""
    cold = [plan for plan in finishes if plan.when is When.COLD]
    made = [MADE[plan.kind] for plan in cold if plan.kind in MADE]
    return Icing(
        work_s=sum(plan.work_s for plan in cold) + sum(seconds for seconds, _ in made),
        sets_s=round(60 * max((plan.set_usual_min for plan in cold), default=0)),
        label=listed([plan.label for plan in cold]),
        make=" ".join(dict.fromkeys(words for _, words in made)),
    )


class Raw(NamedTuple):
    """What goes on raw, beyond shaping, of which filling is part: s a tray; what is done to each piece as it is shaped, and s of it; what is done
    just before the oven, and s of it for each piece and for each tray; how long a first coat dries before that, s."""

    on_tray_s: float
    shaped: tuple[tuple[str, float], ...]
    washed: tuple[str, ...]
    wash_s: float
    beat_s: float
    dry_first_s: int


def raw_of(finishes: tuple[FinishPlan, ...], pieces: int, trays: int) -> Raw:
    """What goes on raw of so many pieces on so many trays. Egg is brushed on just before the oven, with what is to stick to it; of several coats
    the last, the others as the pieces are shaped."""
    raw = [plan for plan in finishes if plan.when is When.BEFORE and plan.kind is not FinishKind.FILLING]
    each = {plan.kind: plan.work_s / max(1, pieces) for plan in raw if plan.per is Per.PIECE}
    coats = next((plan.coats for plan in raw if plan.kind is FinishKind.EGG_WASH), 0)
    late = {FinishKind.EGG_WASH, FinishKind.TOPPING, FinishKind.SPRINKLES} if coats else set()
    shaped = [(ON_RAW[kind], s) for kind, s in each.items() if kind in ON_RAW and kind not in late]
    wash_s = sum(s for kind, s in each.items() if kind in late)
    if coats > 1:
        first_s = each[FinishKind.EGG_WASH] * (coats - 1) / coats
        shaped.append(("brush with egg" if coats == 2 else f"brush with egg, {coats - 1} times", first_s))
        wash_s -= first_s
    return Raw(
        on_tray_s=sum(plan.work_s for plan in raw if plan.per is Per.TRAY) / max(1, trays),
        shaped=tuple(shaped),
        washed=tuple(ON_RAW[kind] for kind in each if kind in late),
        wash_s=wash_s,
        beat_s=BEAT_S / max(1, trays) if coats else 0.0,
        dry_first_s=DRIES_S if coats > 1 else 0,
    )


WASH_TRAY_S = 15  # to reach for the brush and put it back


def washing_s(raw: Raw, pieces: int) -> float:
    """Seconds at a tray of so many for what is done just before the oven."""
    return raw.wash_s * pieces + raw.beat_s + WASH_TRAY_S if raw.washed else 0.0


def _visit(parts: list[tuple[str, str, float]]) -> str:
    """What is done in one go at a tray, with the size to keep to and the time of each, where it is more than one thing."""
    timed = [f"{words} ({_listed(sizes, _short(seconds))})" for words, sizes, seconds in parts if seconds >= 1]
    return "; ".join(timed) + "." if len(timed) > 1 else ""


def _short(seconds: float) -> str:
    return f"{max(5, round(seconds / 5) * 5)} s" if seconds < 60 else f"{round(seconds / 30) / 2:g} min"


def plain_loads(
    spec: DoughSpec, outcome: Outcome, plan: TrayPlan, kitchen: Kitchen, style: Style, index: int, loads: list[LoadWork],
    words: list[Texts], finishes: tuple[FinishPlan, ...], size: str, tray: str, batch: str = "",
) -> None:  # fmt: skip
    form, total, ice = spec.form, sum(plan.loads), icing_of(finishes)
    forming = forming_of(form)
    frozen = spec.making.frozen and forming.freezes
    raw = raw_of(finishes, outcome.pieces.count + outcome.pieces.small_count, len(plan.loads))
    raw = raw._replace(shaped=(*forming.then_shaped(form), *raw.shaped))
    if frozen:  # what is done to the pieces as they are shaped was done before
        raw = raw._replace(shaped=())
    on_piece = sum(s for _, s in raw.shaped)
    on_tray = pace_s(kitchen, "line_tray") + raw.on_tray_s
    each = LAY_OUT_S if frozen else pace_s(kitchen, forming.shape_step(form))
    lifted = forming.lifted_hot(form)
    first_roll = sum(roll.count for roll in outcome.pieces.rolls if not roll.again) if not size else total
    bake_s = round(60 * outcome.window.aim_min)
    on_raw = ", ".join(words for words, _ in raw.shaped)
    half_says, half_each = forming.at_half(form)
    greased = any(finish.kind is FinishKind.GREASED_SHEET for finish in finishes)
    tray_first = PAN_FIRST if forming.own_trays(form) else "Grease the tray." if greased else LINE
    made = 0
    for n, pieces in enumerate(plan.loads):
        made += pieces
        own = each if forming.shaped_whole else each * pieces
        whole = plan.whole
        scraps = bool(outcome.pieces.rolls) and not size and not frozen and made > first_roll
        doing = f"Lay out {pieces}" if frozen else forming.shaping_says(form, pieces)
        doing = f"Gather the scraps: {small(doing)}" if scraps else doing
        visit = [
            (tray_first.rstrip("."), "", on_tray),
            (small(doing), "" if frozen else forming.shaping_sizes(form), own),
            *((words, "", s * pieces) for words, s in raw.shaped),
        ]
        washing = washing_s(raw, pieces)
        side_mm = max(plan.widest.width_mm, plan.widest.depth_mm) if not whole else 0.0
        area = plan.widest.width_mm * plan.widest.depth_mm / 100 if whole else pieces * side_mm**2 / 100
        loads.append(
            LoadWork(
                dough=index, name=f"{spec.name}{size} {n + 1} of {len(plan.loads)}" if len(plan.loads) > 1 else f"{spec.name}{size}",
                pieces=pieces, tray=tray,
                shape_s=math.ceil(on_tray + own + on_piece * pieces), wash_s=math.ceil(washing), dry_first_s=raw.dry_first_s, oven_c=_conventional(spec.oven, outcome.oven_c),
                bake_s=bake_s, turn_s=round(typical_s("oven_rotate") + half_each * pieces) if bake_s >= TURNED_FROM_S and not lifted else 0, wait_max_s=WAIT_MAX_S,
                hot_s=round(forming.hot_s(form, pieces, partial(pace_s, kitchen))), rest_s=round(60 * spec.rest_on_tray_min(style)), rest_slack_s=REST_SLACK_S,
                transfer_s=CLEAR_S if lifted else max(20, round((pace_s(kitchen, "transfer_piece") * pieces) if not whole else 30)),
                cool_s=round(pace_s(kitchen, "cool_to_icing_ready")), area_cm2=min(kitchen.cooling_cm2, round(area * PIECE_AREA)),
                scraps=scraps, ice_s=round(ice.work_s * pieces / max(1, _all_pieces(outcome, total))),
                dry_s=ice.sets_s if ice.work_s else 0,
            )
        )  # fmt: skip
        look = f"Look from minute {outcome.window.first_look_min:.0f}: {outcome.window.cue}."
        words.append(
            Texts(shape="Lay out" if frozen else forming.verb, doing=doing, visit=_visit(visit), wash=", ".join(raw.washed), wash_make=BEATING if raw.washed else "", first_look_s=round(60 * outcome.window.first_look_min), store=keeping_words(style, ice.work_s > 0, form), look=look, hot=forming.hot_words, ice=ice.label, make=ice.make, dial=dial(spec.oven), chill_as=forming.chilled_as, on_raw=on_raw, tray_first=tray_first, at_half=half_says, sheet="" if frozen else _sheet(outcome.pieces.rolls), off="Wipe it: they were lifted off while hot." if lifted else "", batch="small" if size else batch, hot_lasts_s=round(forming.hot_lasts_s(form)), hot_again=forming.hot_again(form))
        )  # fmt: skip


def _sheet(rolls: tuple[Roll, ...]) -> str:
    """What keeps it from sticking, how large the first sheet gets, and that a second cutter's shapes come out of it too; "" where nothing is rolled."""
    if not rolls:
        return ""
    both = "; the small ones come out of it too" if rolls[0].also_mm else ""
    return f"Flour the board and the pin lightly, or roll between two papers. The first sheet is {rolls[0].sheet_width_mm:.0f} × {rolls[0].sheet_length_mm:.0f} mm rolled out{both}."


def _listed(*words: str) -> str:
    return ", ".join(filter(None, words))


def _all_pieces(outcome: Outcome, total: int) -> int:
    """Finish work is counted for all pieces of both sizes; a load takes its share."""
    return total + outcome.pieces.small_count


def _conventional(oven: OvenSetting, celsius: float) -> float:
    """The temperature by which doughs are compared: with the fan an oven counts hotter, so that the two are not mixed."""
    return celsius + (FAN_OFFSET_K if oven.fan else 0.0)


def rusk_loads(
    spec: DoughSpec, form: RuskForm, found: Assessment, kitchen: Kitchen, style: Style, index: int, loads: list[LoadWork],
    words: list[Texts], finishes: tuple[FinishPlan, ...], batch: str = "",
) -> None:  # fmt: skip
    outcome, plan, ice = found.outcome, found.trays, icing_of(finishes)
    assert outcome is not None
    assert plan is not None
    second, slices = outcome.second, found.slices
    if second is None or slices is None:
        raise refusal(f"doughs.{index}", f"{spec.name} gives no slices yet: answer the questions on the bench first.")
    total = outcome.pieces.count
    warm = form.cooling is Cooling.WARM
    cool = typical_s("twice_baked_cool_warm_school" if warm else "twice_baked_cool_cold_school")
    rest = round(60 * spec.rest_on_tray_min(style))
    if warm:
        rest = min(rest, WARM_TO_S - WARM_FROM_S)  # time is left to move them and to slice them while they bend
    raw = raw_of(finishes, outcome.pieces.count, len(plan.loads))
    line, each = pace_s(kitchen, "line_tray"), pace_s(kitchen, "form_log_shape")
    for logs in plan.loads:
        log = len(loads)
        on_logs = logs * sum(s for _, s in raw.shaped)
        log_area = logs * plan.widest.width_mm * plan.widest.depth_mm / 100
        loads.append(
            LoadWork(
                dough=index, name=f"{spec.name} logs", pieces=logs, tray=plan.tray.id,
                shape_s=math.ceil(line + raw.on_tray_s + logs * each + on_logs), wash_s=math.ceil(washing_s(raw, logs)), dry_first_s=raw.dry_first_s, oven_c=_conventional(spec.oven, outcome.oven_c),
                bake_s=round(60 * outcome.window.aim_min), turn_s=round(typical_s("oven_rotate")), wait_max_s=WAIT_MAX_S,
                rest_s=rest, rest_slack_s=REST_SLACK_S, transfer_s=30 * logs, cool_s=round(cool) if not warm else 600,
                area_cm2=min(kitchen.cooling_cm2, round(log_area)),
            )
        )  # fmt: skip
        look = f"Look from minute {outcome.window.first_look_min:.0f}: {LOG_CUE}."
        first = round(60 * outcome.window.first_look_min)
        words.append(
            Texts(
                shape="Shape",
                visit=_visit(
                    [
                        (LINE.rstrip("."), "", line + raw.on_tray_s),
                        (f"shape {logs}", f"{form.length_mm:g} mm long", logs * each),
                        *((said, "", logs * s) for said, s in raw.shaped),
                    ]
                ),
                on_raw=", ".join(said for said, _ in raw.shaped),
                wash=", ".join(raw.washed),
                wash_make=BEATING if raw.washed else "",
                look=look,
                unit="logs",
                tray_first=LINE,
                dial=dial(spec.oven),
                first_look_s=first,
                store=keeping_words(style, ice.work_s > 0, form),
                batch=batch,
            )
        )
        cut = logs * second.each_log
        for pieces in even_loads(cut, slices.most_per_tray):
            area = pieces * second.across_mm * second.high_mm / 100
            loads.append(
                LoadWork(
                    dough=index, name=f"{spec.name} slices", pieces=pieces, tray=slices.tray.id,
                    shape_s=math.ceil(pace_s(kitchen, "line_tray") + pieces * pace_s(kitchen, "slice_log_twice_baked")), oven_c=_conventional(spec.oven, second.oven_c),
                    bake_s=round(60 * second.window.aim_min), turn_s=max(30, round(pieces * pace_s(kitchen, "flip_slice"))), wait_max_s=3600,
                    rest_s=60, rest_slack_s=3600, transfer_s=max(20, round(pace_s(kitchen, "transfer_piece") * pieces)),
                    cool_s=round(pace_s(kitchen, "cool_to_icing_ready")), area_cm2=min(kitchen.cooling_cm2, round(area * PIECE_AREA)),
                    after_log=log, slice_from_s=WARM_FROM_S if warm else round(cool), slice_to_s=WARM_TO_S if warm else COLD_SLICES_WITHIN_S,
                    ice_s=round(ice.work_s * pieces / max(1, total)), dry_s=ice.sets_s if ice.work_s else 0,
                )
            )  # fmt: skip
            words.append(
                Texts(shape="Slice", doing=f"Slice {pieces}, lay on the cut side", look=f"{second.window.cue.capitalize()}.", ice=ice.label, make=ice.make, unit="slices", tray_first=LINE, half="Turn the slices over", batch=batch,
                      dial=say(second.oven_c, spec.oven.scale) + (" with the fan" if spec.oven.fan else ""))
            )  # fmt: skip
