"""How long each piece of work takes this baker."""

from functools import cache

from ..base import Value, number, rows
from .kitchen import Kitchen

UNIT_S = {"s": 1, "s_per_piece": 1, "min": 60, "days": 86400, "months": 30 * 86400}


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


@cache
def longest_s(step: str) -> float:
    """The longest a step may take, in seconds; KeyError if the table lacks it."""
    for row in rows("process"):
        if row["step"] == step:
            return number(row["high_min"]) * UNIT_S.get(row["unit"], 0)
    raise KeyError(step)


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
