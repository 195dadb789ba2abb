"""What has to be done? The steps of one dough with their lengths, from the formula, form and kitchen."""

import math
from enum import StrEnum
from functools import cache

from pydantic import AwareDatetime, Field

from ..assess import Assessment, DoughSpec
from ..facts import number, rows
from ..forming import AnyForm, BallForm, CutoutForm
from ..formula import Part
from ..method import chill_hours, mixing_minutes, softening_minutes
from ..styles import styles
from ..value import Value

UNIT_S = {"s": 1, "s_per_piece": 1, "min": 60, "days": 86400, "months": 30 * 86400}
WAIT_MAX_S = 20 * 60  # raw pieces on a tray at room temperature
PAUSE_MAX_S = 15 * 60  # longest break while shaping one tray
TEMPER_AFTER_S = 2 * 3600  # chilled longer than this, a rolling dough must warm up first
WEIGH_LINE_S = 40
SETTING_OUT_S = 120
LINE_TRAY_S = 45
TRANSFER_PIECE_S = 3
REST_SLACK_S = 8 * 60
MOST_LOADS = 30


class When(StrEnum):
    """Which end of the plan the clock fixes."""

    READY_BY = "ready_by"
    START_AT = "start_at"


class DayRequest(Value):
    """What the baker asks of the day: a time with its offset from UTC, and the trays and racks to use."""

    when: When = When.READY_BY
    at: AwareDatetime
    trays: int = Field(default=2, ge=1, le=4)
    racks: int = Field(default=1, ge=1, le=2)


class DayJob(Value):
    """One dough's evening in seconds; `form_s` the shaping work of each load, `pieces` its count."""

    soften_s: int
    weigh_s: int
    mix_s: int
    chill_s: int
    chill_max_s: int
    temper_after_s: int
    temper_s: int
    preheat_s: int
    pieces: tuple[int, ...]
    form_s: tuple[int, ...]
    load_s: int
    bake_s: int
    turn_s: int
    unload_s: int
    rest_s: int
    rest_slack_s: int
    transfer_s: tuple[int, ...]
    cool_s: int
    tray_cool_s: int
    wait_max_s: int
    pause_max_s: int
    trays: int
    racks: int


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
    return next(seconds for (name, _), seconds in times.items() if name == step)


def _form_step(form: AnyForm) -> str:
    """The process table's shaping step for a form."""
    if isinstance(form, BallForm):
        return "form_thumbprint_fill" if form.filling_g else "form_ball"
    return {
        "scoop": "form_scoop",
        "block": "form_slice",
        "sheet": "form_cracker_sheet",
        "pan": "form_pressed_pan",
        "rusk": "form_log_shape",
        "cutout": "form_cutout_reroll",
        "log": "form_slice",
        "rope": "form_rope_shape",
        "batter": "form_spread_wafer",
    }[form.kind]


def job_for(spec: DoughSpec, found: Assessment, trays: int, racks: int) -> DayJob:
    """The day's work for an assessed dough. ValueError, with a sentence for a person, if it cannot be baked yet."""
    if found.outcome is None or found.trays is None:
        raise ValueError("This dough cannot be planned yet: answer the questions on the bench first.")
    loads = found.trays.loads
    if len(loads) > MOST_LOADS:
        raise ValueError(
            f"{len(loads)} loads are more than one evening holds (at most {MOST_LOADS}). Use a larger tray, or bake part of the dough."
        )
    rolled = isinstance(spec.form, CutoutForm)
    per_piece = typical_s(_form_step(spec.form))
    counted = sum(1 for line in found.lines if line.part is Part.DOUGH)
    chill = round(3600 * chill_hours(found.method))
    window = found.outcome.window
    style = styles()[found.dough.style_id] if found.dough else None
    return DayJob(
        soften_s=round(60 * softening_minutes(found.method)),
        weigh_s=SETTING_OUT_S + WEIGH_LINE_S * counted,
        mix_s=max(60, round(60 * mixing_minutes(found.method))),
        chill_s=chill,
        chill_max_s=max(chill, 72 * 3600) if chill else 0,
        temper_after_s=TEMPER_AFTER_S,
        temper_s=round(typical_s("temper_dough_after_chill")) if rolled else 0,
        preheat_s=round(typical_s("preheat_home_oven_180c")),
        pieces=loads,
        form_s=tuple(math.ceil(LINE_TRAY_S + per_piece * pieces) for pieces in loads),
        load_s=round(typical_s("oven_load")),
        bake_s=round(60 * window.aim_min),
        turn_s=round(typical_s("oven_rotate")),
        unload_s=round(typical_s("oven_unload")),
        rest_s=round(60 * style.tray_rest_min) if style else 300,
        rest_slack_s=REST_SLACK_S,
        transfer_s=tuple(max(20, TRANSFER_PIECE_S * pieces) for pieces in loads),
        cool_s=round(typical_s("cool_to_icing_ready")),
        tray_cool_s=round(typical_s("cool_bare_tray")),
        wait_max_s=WAIT_MAX_S,
        pause_max_s=PAUSE_MAX_S,
        trays=trays,
        racks=racks,
    )
