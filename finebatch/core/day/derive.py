"""From doughs on the bench to the day's work: every length of time, from the formula, method, form, trays and finishes."""

import math
from functools import cache

from ..assess import Assessment, DoughSpec
from ..bakemodel.bakeware import EndStyle
from ..baking import Outcome
from ..facts import number, rows
from ..finishing import FinishPlan, When
from ..forming import (
    AnyForm,
    BallForm,
    BatterForm,
    Cooling,
    CutoutForm,
    LogForm,
    PanForm,
    RuskForm,
    SheetForm,
)
from ..formula import Part
from ..kitchen import Kitchen
from ..loading import TrayPlan
from ..method import chill_hours, mixing_minutes, softening_minutes
from ..oven import OvenSetting, Scale, say
from ..report import Report
from ..styles import Style, styles
from ..trays import even_loads
from ..value import Value
from .steps import Words
from .work import DoughWork, LoadWork, Room

UNIT_S = {"s": 1, "s_per_piece": 1, "min": 60, "days": 86400, "months": 30 * 86400}
WAIT_MAX_S = 20 * 60  # raw pieces on a tray at room temperature
TEMPER_AFTER_S = 2 * 3600  # chilled longer than this, a rolling dough must warm up first
LOG_TEMPER_AFTER_S = 4 * 3600
REST_SLACK_S = 8 * 60
OVERNIGHT_S = 8 * 3600
LONGEST_CHILL_S = {True: 2 * 86400, False: 3 * 86400}  # with egg, and without
COLD_SLICES_WITHIN_S = 12 * 3600
RECHILL_S = 15 * 60
PIECE_AREA = 1.15  # room on the cooling rack, over the piece's own square
MOST_LOADS = 40
PACK_BOX_S = 60.0
LAY_OUT_S = 2.0  # a frozen piece onto a tray


class Pace(Value):
    """A length of time a baker can set: what it is for, seconds as usual or as the baker's own, and per what."""

    step: str
    label: str
    seconds: float
    usual_s: float
    per: str


PACES = {
    "weigh_line": ("Weighing out a line", 40.0, "line"), "set_out": ("Setting out bowls and scale", 120.0, "dough"),
    "line_tray": ("Lining a tray", 45.0, "tray"), "transfer_piece": ("Moving a cookie to the rack", 3.0, "piece"), "pack_piece": ("Packing a cookie", 2.0, "piece"),
    "form_scoop": ("Scooping", 0.0, "piece"), "form_ball": ("Rolling a ball", 0.0, "piece"),
    "form_thumbprint_fill": ("Rolling and filling a thumbprint", 0.0, "piece"),
    "form_cutout_reroll": ("Rolling and cutting", 0.0, "piece"), "form_slice": ("Slicing", 0.0, "piece"),
    "form_rope_shape": ("Shaping a rope", 0.0, "piece"), "form_spread_wafer": ("Spreading a wafer", 0.0, "piece"),
    "form_cracker_sheet": ("Rolling and scoring a sheet", 0.0, "sheet"), "form_pressed_pan": ("Pressing a pan", 0.0, "pan"),
    "form_log_shape": ("Shaping a log", 0.0, "log"), "slice_log_twice_baked": ("Slicing a baked log", 0.0, "piece"),
    "hot_window_recut_sheet": ("Re-cutting a hot sheet", 0.0, "sheet"), "cut_pan": ("Cutting a hot pan", 120.0, "pan"),
    "cool_to_icing_ready": ("Cooling till cold", 0.0, "tray"), "cool_bare_tray": ("A tray cooling down", 0.0, "tray"),
    "preheat_home_oven_180c": ("Heating the oven", 0.0, "oven"), "flip_slice": ("Turning a slice", 3.0, "piece"),
}  # fmt: skip


@cache
def _times() -> dict[tuple[str, str], float]:
    return {
        (row["step"], row["style"]): number(row["typical_min"]) * UNIT_S.get(row["unit"], 0) for row in rows("process")
    }


def typical_s(step: str, style: str = "any") -> float:
    """The usual length of a step in seconds (per piece where the table says so); KeyError if the table lacks it."""
    times = _times()
    if (step, style) in times:
        return times[step, style]
    for (name, _), seconds in times.items():
        if name == step:
            return seconds
    raise KeyError(step)


def pace_s(kitchen: Kitchen, step: str) -> float:
    """The baker's own seconds for a step, else the usual."""
    if step in kitchen.paces:
        return kitchen.paces[step]
    return PACES[step][1] if step in PACES and PACES[step][1] else typical_s(step)


def paces_of(kitchen: Kitchen) -> tuple[Pace, ...]:
    """Every time a baker can correct."""
    return tuple(
        Pace(step=step, label=label, seconds=pace_s(kitchen, step), usual_s=usual or typical_s(step), per=per)
        for step, (label, usual, per) in PACES.items()
    )


def form_step(form: AnyForm) -> str:
    """The process table's shaping step for a form."""
    if isinstance(form, BallForm):
        return "form_thumbprint_fill" if form.filling_g else "form_ball"
    return {
        "scoop": "form_scoop", "block": "form_slice", "sheet": "form_cracker_sheet", "pan": "form_pressed_pan",
        "rusk": "form_log_shape", "cutout": "form_cutout_reroll", "log": "form_slice", "rope": "form_rope_shape",
        "batter": "form_spread_wafer",
    }[form.kind]  # fmt: skip


VERBS = {
    "scoop": "Scoop", "cutout": "Roll and cut", "ball": "Roll", "batter": "Drop and spread", "log": "Slice", "rope": "Shape",
    "block": "Cut", "sheet": "Roll and score", "pan": "Press", "rusk": "Shape",
}  # fmt: skip


class Share(Value):
    """One dough's part of the day."""

    dough: DoughWork
    loads: tuple[LoadWork, ...]
    words: tuple[Words, ...]
    trays: dict[str, int]


class NotReadyError(ValueError):
    """A dough that cannot be planned yet; the message is for a person."""


def share_of(spec: DoughSpec, report: Report, kitchen: Kitchen, index: int, overnight: bool = False) -> Share:
    """The work of one dough, as number `index` of the day. `overnight` chills it eight hours at least. Raises
    NotReadyError with a sentence for a person if it cannot be baked yet."""
    found = report.assessment
    if found.outcome is None or found.trays is None or found.dough is None:
        raise NotReadyError(f"{spec.name} cannot be planned yet: answer the questions on the bench first.")
    style = styles()[found.dough.style_id]
    dough = _dough_work(spec, found, kitchen, overnight)
    loads: list[LoadWork] = []
    words: list[Words] = []
    trays = {found.trays.tray.id: found.trays.tray.count}
    if isinstance(spec.form, PanForm):
        trays = {f"pan{index}": spec.form.pans}
    ice = _finish_s(report.finishes)
    if isinstance(spec.form, RuskForm):
        _rusk_loads(spec, spec.form, found, kitchen, style, index, loads, words, ice)
    else:
        _plain_loads(spec, found.outcome, found.trays, kitchen, style, index, loads, words, ice, "")
    if found.small is not None and found.small.trays is not None:
        trays[found.small.trays.tray.id] = found.small.trays.tray.count
        _plain_loads(spec, found.small.outcome, found.small.trays, kitchen, style, index, loads, words, ice, " small")
    return Share(dough=dough, loads=tuple(loads), words=tuple(words), trays=trays)


def _dough_work(spec: DoughSpec, found: Assessment, kitchen: Kitchen, overnight: bool) -> DoughWork:
    assert found.dough is not None
    counted = sum(1 for line in found.lines if line.part is Part.DOUGH)
    chill = round(3600 * chill_hours(found.method))
    if overnight:
        chill = max(chill, OVERNIGHT_S)
    rolled, sliced = isinstance(spec.form, CutoutForm | SheetForm), isinstance(spec.form, LogForm)
    divide = 0.0
    if sliced and isinstance(spec.form, LogForm):
        divide = spec.form.logs * pace_s(kitchen, "form_log_shape")
    elif rolled and chill:
        divide = 60.0
    pieces = sum(found.trays.loads) if found.trays else 0
    pack = round(PACK_BOX_S + pace_s(kitchen, "pack_piece") * pieces)
    if spec.making.frozen:
        thaw = round(typical_s("thaw_dough_counter_portioned")) if spec.making.thawed else 0
        return DoughWork(name=spec.name, lead_s=thaw, weigh_s=0, mix_s=0, shelf=0, pack_s=pack, made=True)
    temper = typical_s("temper_dough_after_chill", "sliced_log_shortbread" if sliced else "cutout_butter")
    return DoughWork(
        name=spec.name,
        lead_s=round(60 * softening_minutes(found.method)),
        weigh_s=round(pace_s(kitchen, "set_out") + pace_s(kitchen, "weigh_line") * counted),
        mix_s=max(60, round(60 * mixing_minutes(found.method))),
        divide_s=round(divide),
        chill_s=chill,
        chill_max_s=max(chill, LONGEST_CHILL_S[found.dough.raw_egg]) if chill else 0,
        temper_after_s=LOG_TEMPER_AFTER_S if sliced else TEMPER_AFTER_S,
        temper_s=round(temper) if rolled or sliced else 0,
        shelf=1,
        rechill_s=RECHILL_S if chill else 0,
        pack_s=pack,
    )


def _finish_s(finishes: tuple[FinishPlan, ...]) -> tuple[float, int, str]:
    """(work per batch s, setting s, what) of what goes on cold."""
    cold = [plan for plan in finishes if plan.when is When.COLD]
    return (
        sum(plan.work_s for plan in cold),
        round(60 * max((plan.set_usual_min for plan in cold), default=0)),
        " and ".join(plan.label for plan in cold),
    )


def _before_s(spec: DoughSpec) -> float:
    """Seconds a piece of what goes on raw, beyond shaping: brushing and rolling in sugar."""
    return 2.0 * sum(1 for finishing in spec.finishings if finishing.kind.value in ("egg_wash", "rolling_sugar"))


def _dial(spec: DoughSpec) -> str:
    oven = spec.oven
    fan = " with the fan" if oven.fan else ""
    if oven.scale is Scale.GAS:
        return f"gas mark {oven.value:g}"
    return f"{oven.value:.0f} °{oven.scale.value.upper()}{fan}"


def _plain_loads(
    spec: DoughSpec, outcome: Outcome, plan: TrayPlan, kitchen: Kitchen, style: Style, index: int, loads: list[LoadWork],
    words: list[Words], ice: tuple[float, int, str], size: str,
) -> None:  # fmt: skip
    form, total = spec.form, sum(plan.loads)
    frozen = spec.making.frozen and not isinstance(form, PanForm | SheetForm)
    each = LAY_OUT_S if frozen else pace_s(kitchen, form_step(form))
    first_roll = sum(roll.count for roll in outcome.pieces.rolls if not roll.again) if not size else total
    made = 0
    for n, pieces in enumerate(plan.loads):
        made += pieces
        shaping = each if isinstance(form, PanForm | SheetForm) else (each + _before_s(spec)) * pieces
        whole = plan.whole
        side_mm = max(plan.widest.width_mm, plan.widest.depth_mm) if not whole else 0.0
        area = plan.widest.width_mm * plan.widest.depth_mm / 100 if whole else pieces * side_mm**2 / 100
        loads.append(
            LoadWork(
                dough=index, name=f"{spec.name}{size} {n + 1} of {len(plan.loads)}" if len(plan.loads) > 1 else f"{spec.name}{size}",
                pieces=pieces, tray=f"pan{index}" if isinstance(form, PanForm) else plan.tray.id,
                shape_s=math.ceil(pace_s(kitchen, "line_tray") + shaping), oven_c=_conventional(spec.oven, outcome.oven_c),
                bake_s=round(60 * outcome.window.aim_min), turn_s=round(typical_s("oven_rotate")), wait_max_s=WAIT_MAX_S,
                hot_s=round(_hot_s(form, pieces, kitchen)), rest_s=round(60 * style.tray_rest_min), rest_slack_s=REST_SLACK_S,
                transfer_s=max(20, round((pace_s(kitchen, "transfer_piece") * pieces) if not whole else 30)),
                cool_s=round(pace_s(kitchen, "cool_to_icing_ready")), area_cm2=min(kitchen.cooling_cm2, round(area * PIECE_AREA)),
                scraps=bool(outcome.pieces.rolls) and not size and not frozen and made > first_roll, ice_s=round(ice[0] * pieces / max(1, _all_pieces(outcome, total))),
                dry_s=ice[1] if ice[0] else 0,
            )
        )  # fmt: skip
        look = f"Look from minute {outcome.window.first_look_min:.0f}: {outcome.window.cue}."
        words.append(
            Words(shape="Lay out" if frozen else VERBS[form.kind], first_look_s=round(60 * outcome.window.first_look_min), store=_store(style, ice[0] > 0, form), look=look, hot=_hot_words(form), ice=ice[2], dial=_dial(spec), chill_as=_chilled_as(form))
        )  # fmt: skip


def _store(style: Style, iced: bool, form: AnyForm) -> str:
    """Where they go and how long they keep, from the process table: what is crisp apart from what is soft."""
    soft = style.end in (EndStyle.SOFT, EndStyle.GOOEY)
    filled = isinstance(form, BallForm) and form.filling_g > 0
    step = "storage_filled" if filled else "storage_iced" if iced else "storage_soft" if soft else "storage_crisp"
    days = typical_s(step) / 86400
    return f"In an airtight tin, {'soft' if soft else 'crisp'} ones by themselves; at their best about {days:.0f} days."


def _all_pieces(outcome: Outcome, total: int) -> int:
    """Finish work is counted for all pieces of both sizes; a load takes its share."""
    return total + outcome.pieces.small_count


def _conventional(oven: OvenSetting, celsius: float) -> float:
    """The temperature by which doughs are compared: with the fan an oven counts hotter, so that the two are not mixed."""
    return celsius + (20.0 if oven.fan else 0.0)


def _hot_s(form: AnyForm, pieces: int, kitchen: Kitchen) -> float:
    """Work due at once as a tray comes out."""
    if isinstance(form, PanForm):
        return pace_s(kitchen, "cut_pan")
    if isinstance(form, SheetForm):
        return pace_s(kitchen, "hot_window_recut_sheet")
    return form.shape_s * pieces if isinstance(form, BatterForm) and form.shaped_hot else 0.0


def _hot_words(form: AnyForm) -> str:
    if isinstance(form, BatterForm):
        return "lift and curl each while it is pliable; hot sugar burns"
    return "cut along the marks while it is hot and soft"


def _chilled_as(form: AnyForm) -> str:
    if isinstance(form, CutoutForm | SheetForm):
        return "flat discs"
    return "logs" if isinstance(form, LogForm) else "a block or portions"


def _rusk_loads(
    spec: DoughSpec, form: RuskForm, found: Assessment, kitchen: Kitchen, style: Style, index: int, loads: list[LoadWork],
    words: list[Words], ice: tuple[float, int, str],
) -> None:  # fmt: skip
    outcome, plan = found.outcome, found.trays
    assert outcome is not None
    assert plan is not None
    second, slices = outcome.second, found.slices
    if second is None or slices is None:
        raise NotReadyError(f"{spec.name} gives no slices yet: answer the questions on the bench first.")
    total = outcome.pieces.count
    warm = form.cooling is Cooling.WARM
    cool = typical_s("twice_baked_cool_warm_school" if warm else "twice_baked_cool_cold_school")
    for logs in plan.loads:
        log = len(loads)
        log_area = logs * plan.widest.width_mm * plan.widest.depth_mm / 100
        loads.append(
            LoadWork(
                dough=index, name=f"{spec.name} logs", pieces=logs, tray=plan.tray.id,
                shape_s=math.ceil(pace_s(kitchen, "line_tray") + logs * pace_s(kitchen, "form_log_shape")), oven_c=_conventional(spec.oven, outcome.oven_c),
                bake_s=round(60 * outcome.window.aim_min), turn_s=round(typical_s("oven_rotate")), wait_max_s=WAIT_MAX_S,
                rest_s=300, rest_slack_s=REST_SLACK_S, transfer_s=30 * logs, cool_s=round(cool) if not warm else 600,
                area_cm2=min(kitchen.cooling_cm2, round(log_area)),
            )
        )  # fmt: skip
        look = f"Look from minute {outcome.window.first_look_min:.0f}: {outcome.window.cue}."
        first = round(60 * outcome.window.first_look_min)
        words.append(
            Words(
                shape="Shape",
                look=look,
                unit="logs",
                dial=_dial(spec),
                first_look_s=first,
                store=_store(style, ice[0] > 0, form),
            )
        )
        cut = logs * second.each_log
        for pieces in even_loads(cut, slices.most_per_tray):
            area = pieces * second.across_mm * second.high_mm / 100
            loads.append(
                LoadWork(
                    dough=index, name=f"{spec.name} slices", pieces=pieces, tray=slices.tray.id,
                    shape_s=math.ceil(pace_s(kitchen, "line_tray") + pieces * pace_s(kitchen, "slice_log_twice_baked")), oven_c=second.oven_c,
                    bake_s=round(60 * second.window.aim_min), turn_s=max(30, round(pieces * pace_s(kitchen, "flip_slice"))), wait_max_s=3600,
                    rest_s=60, rest_slack_s=3600, transfer_s=max(20, round(pace_s(kitchen, "transfer_piece") * pieces)),
                    cool_s=round(pace_s(kitchen, "cool_to_icing_ready")), area_cm2=min(kitchen.cooling_cm2, round(area * PIECE_AREA)),
                    after_log=log, slice_from_s=600 if warm else round(cool), slice_to_s=1500 if warm else COLD_SLICES_WITHIN_S,
                    ice_s=round(ice[0] * pieces / max(1, total)), dry_s=ice[1] if ice[0] else 0,
                )
            )  # fmt: skip
            words.append(
                Words(shape="Slice", look=f"{second.window.cue.capitalize()}. Turn the slices at half time.", ice=ice[2], unit="slices",
                      dial=say(second.oven_c, spec.oven.scale))
            )  # fmt: skip


def moved_by(loads: tuple[LoadWork, ...], by: int) -> tuple[LoadWork, ...]:
    """The loads of one dough with their log numbers counted in the whole day."""
    return tuple(
        load if load.after_log is None else load.model_copy(update={"after_log": load.after_log + by}) for load in loads
    )


def room_of(kitchen: Kitchen, trays: dict[str, int], racks: int, hands: int) -> Room:
    """The kitchen's limits for the day."""
    return Room(
        hands=hands, mixers=1, bowls=kitchen.bowls, shelf=kitchen.shelf_doughs, tray_shelves=kitchen.tray_shelves,
        ovens=(racks,) * kitchen.ovens, preheat_s=round(pace_s(kitchen, "preheat_home_oven_180c")), trays=trays,
        tray_cool_s=round(pace_s(kitchen, "cool_bare_tray")), area_cm2=kitchen.cooling_cm2, load_s=round(typical_s("oven_load")),
        unload_s=round(typical_s("oven_unload")),
    )  # fmt: skip
