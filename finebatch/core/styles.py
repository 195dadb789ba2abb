"""The families of cookie dough and what is usual for each (`reference/style_targets.csv`)."""

from functools import cache

from .bakemodel.bakeware import EndStyle
from .facts import number, rows
from .value import Value

AXES = ("sugar", "fat", "egg", "liquid", "soda", "powder", "salt", "inclusions")


class Usual(Value):
    """A usual range, in % of flour."""

    low_pct: float
    typical_pct: float
    high_pct: float


class Style(Value):
    """A family of doughs: its usual baker's percentages, oven, spacing and what done looks like."""

    id: str
    label: str
    usual: dict[str, Usual]
    portion_low_g: float
    portion_high_g: float
    oven_low_c: float
    oven_high_c: float
    tray_rest_min: float
    cue: str
    end: EndStyle


_LABELS = {
    "drop_chewy": "chewy drop cookie", "drop_crisp": "crisp drop cookie", "drop_cakey": "cakey drop cookie",
    "drop_lacy": "lacy drop cookie", "giant_thick": "thick giant cookie", "rolled_ball": "rolled ball",
    "thumbprint": "thumbprint", "cutout_butter": "butter cut-out", "cutout_spiced": "spiced cut-out",
    "thin_cracker_sheet": "thin scored sheet", "pressed_pan_shortbread": "pressed shortbread",
    "sliced_log_shortbread": "sliced shortbread", "custard_slice": "sliced custard cookie", "rope_shaped": "rope shape",
    "twice_baked_butter": "buttered rusk", "twice_baked_lean": "lean rusk", "foam_wafer": "egg-foam wafer",
    "oil_crumble_ball": "oil crumble ball",
}  # fmt: skip
_ENDS = {
    "drop_chewy": EndStyle.SOFT, "drop_crisp": EndStyle.GOLDEN, "drop_cakey": EndStyle.SOFT, "drop_lacy": EndStyle.GOLDEN,
    "giant_thick": EndStyle.GOOEY, "rolled_ball": EndStyle.SOFT, "thumbprint": EndStyle.TENDER,
    "cutout_butter": EndStyle.TENDER, "cutout_spiced": EndStyle.TENDER, "thin_cracker_sheet": EndStyle.CRISP,
    "pressed_pan_shortbread": EndStyle.PAN, "sliced_log_shortbread": EndStyle.GOLDEN, "custard_slice": EndStyle.GOLDEN,
    "rope_shaped": EndStyle.TENDER, "twice_baked_butter": EndStyle.LOG_FIRST, "twice_baked_lean": EndStyle.LOG_FIRST,
    "foam_wafer": EndStyle.WAFER, "oil_crumble_ball": EndStyle.CRISP,
}  # fmt: skip


@cache
def styles() -> dict[str, Style]:
    """Every family by id."""
    return {row["style"]: _style(row) for row in rows("style_targets")}


def _style(row: dict[str, str]) -> Style:
    def usual(axis: str) -> Usual:
        return Usual(
            low_pct=number(row[f"{axis}_min"]),
            typical_pct=number(row[f"{axis}_typical"]),
            high_pct=number(row[f"{axis}_max"]),
        )

    return Style(
        id=row["style"],
        label=_LABELS[row["style"]],
        usual={axis: usual(axis) for axis in AXES},
        portion_low_g=number(row["portion_g_min"]),
        portion_high_g=number(row["portion_g_max"]),
        oven_low_c=number(row["oven_c_min"]),
        oven_high_c=number(row["oven_c_max"]),
        tray_rest_min=number(row["tray_rest_min"]),
        cue=row["doneness_cue"],
        end=_ENDS[row["style"]],
    )


# Which families each form can be: a form the baker has chosen says more than the percentages do.
OF_FORM = {
    "scoop": ("drop_chewy", "drop_crisp", "drop_cakey", "drop_lacy", "giant_thick", "rolled_ball"),
    "ball": ("rolled_ball", "thumbprint", "oil_crumble_ball"),
    "batter": ("foam_wafer", "drop_lacy"),
    "log": ("sliced_log_shortbread", "custard_slice"),
    "rope": ("rope_shaped",),
    "block": ("drop_chewy", "drop_crisp", "drop_cakey", "giant_thick", "rolled_ball"),
    "sheet": ("thin_cracker_sheet",),
    "pan": ("pressed_pan_shortbread",),
    "rusk": ("twice_baked_butter", "twice_baked_lean"),
    "cutout": ("cutout_butter", "cutout_spiced", "thin_cracker_sheet"),
}


def distance(percentages: dict[str, float], style: Style) -> float:
    """How far a dough lies from a style: root mean square over the axes, one unit = half the style's usual range.

    Nothing is added where the dough is well inside; the widths are floored so that a style with no soda at all does
    not rule a dough out for a pinch of it.
    """
    floors = {"sugar": 8, "fat": 8, "egg": 5, "liquid": 5, "soda": 0.5, "powder": 0.7, "salt": 0.6, "inclusions": 25}
    total = 0.0
    for axis in AXES:
        usual = style.usual[axis]
        width = max((usual.high_pct - usual.low_pct) / 2, floors[axis])
        total += min(abs(percentages.get(axis, 0.0) - usual.typical_pct) / width, 4.0) ** 2
    return (total / len(AXES)) ** 0.5  # type: ignore[no-any-return]


def nearest(percentages: dict[str, float], form: str, portion_g: float | None = None) -> tuple[Style, float]:
    """The family this dough looks most like among those its form can be, and how far it lies from it."""
    among = [styles()[id] for id in OF_FORM.get(form, tuple(styles()))]

    def score(style: Style) -> float:
        off = 0.0
        if portion_g is not None and form in ("scoop", "ball", "block"):
            off = max(0.0, style.portion_low_g / portion_g - 1, portion_g / style.portion_high_g - 1)
        return distance(percentages, style) + min(off, 2.0)

    best = min(among, key=score)
    return best, distance(percentages, best)
