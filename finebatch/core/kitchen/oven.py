"""What temperature is meant? °C, °F and gas marks, and the questions a careful friend would ask about them."""

from enum import StrEnum
from functools import cache
from itertools import pairwise

from ..base import Problem, Remedy, Value, ask, rows, stop

HOTTEST_C = 290.0  # a home oven's dial ends at 250 to 290 °C
COOLEST_C = 100.0
USUAL_C = (130.0, 240.0)
FAN_OFFSET_K = 20.0  # a fan bakes like a conventional oven set about this much hotter


class Scale(StrEnum):
    """How a temperature is written."""

    C = "c"
    F = "f"
    GAS = "gas"


class OvenSetting(Value):
    """The dial as the baker reads it: `value` in `scale`, with or without the fan."""

    value: float = 180.0
    scale: Scale = Scale.C
    fan: bool = False


@cache
def gas_marks() -> tuple[tuple[float, float], ...]:
    """(mark, °C) pairs, rising; ¼ and ½ included."""
    marks = {"quarter": 0.25, "half": 0.5}
    found = []
    for row in rows("measures"):
        if row["name"].startswith("gas_mark_"):
            word = row["name"].removeprefix("gas_mark_")
            found.append((marks.get(word) or float(word), float(row["value_si"])))
    return tuple(sorted(found))


def to_c(value: float, scale: Scale) -> float:
    """°C of a temperature in any scale; gas marks between two marks are interpolated, beyond the ends extended.

    >>> to_c(350, Scale.F)  # doctest: +ELLIPSIS
    176.66...
    >>> to_c(4, Scale.GAS)
    180.0
    """
    if scale is Scale.C:
        return value
    if scale is Scale.F:
        return (value - 32) * 5 / 9
    marks = gas_marks()
    for (low, low_c), (high, high_c) in pairwise(marks):
        if value <= high or high == marks[-1][0]:
            return low_c + (value - low) / (high - low) * (high_c - low_c)
    raise AssertionError("unreachable: the last pair of marks catches everything")


def dial(oven: OvenSetting) -> str:
    """The oven as it is set.

    >>> dial(OvenSetting(value=170, fan=True))
    '170 °C with the fan'
    """
    fan = " with the fan" if oven.fan else ""
    if oven.scale is Scale.GAS:
        return f"gas mark {oven.value:g}"
    return f"{oven.value:.0f} °{oven.scale.value.upper()}{fan}"


def say(celsius: float, scale: Scale) -> str:
    """A temperature as a baker would say it: whole °C, °F to the nearest 5, the nearest gas mark.

    >>> say(177, Scale.F)
    '350 °F'
    >>> say(180, Scale.GAS)
    'gas 4'
    """
    if scale is Scale.C:
        return f"{celsius:.0f} °C"
    if scale is Scale.F:
        return f"{5 * round((celsius * 9 / 5 + 32) / 5)} °F"
    mark = min(gas_marks(), key=lambda pair: abs(pair[1] - celsius))[0]
    return f"gas {mark:g}"


def apart(kelvin: float, scale: Scale) -> str:
    """How far two temperatures are apart, without a sign; marks are too coarse for that, so gas kitchens read °C.

    >>> apart(-10, Scale.F), apart(6.4, Scale.GAS)
    ('18 °F', '6 °C')
    """
    return f"{abs(kelvin) * 1.8:.0f} °F" if scale is Scale.F else f"{abs(kelvin):.0f} °C"


def check_oven(setting: OvenSetting) -> list[Problem]:
    """Questions about a setting: impossible ones stop the prediction, unusual ones are asked about."""
    celsius = to_c(setting.value, setting.scale)
    said = {Scale.C: f"{setting.value:g} °C", Scale.F: f"{setting.value:g} °F", Scale.GAS: f"gas {setting.value:g}"}[
        setting.scale
    ]
    if setting.scale is Scale.GAS and not 0.25 <= setting.value <= 9:
        return [stop("oven.value", f"There is no {said}: marks run from ¼ to 9. Type the mark, or change the scale.")]
    other = {Scale.C: Scale.F, Scale.F: Scale.C}.get(setting.scale)
    if COOLEST_C <= celsius <= HOTTEST_C:
        if USUAL_C[0] <= celsius <= USUAL_C[1]:
            return []
        return [
            ask(
                "oven.value",
                f"{said} is {_how(celsius)} for cookies, which bake at 150 to 220 °C. Is it meant?",
            )
        ]
    reason = "hotter than a home oven goes" if celsius > HOTTEST_C else "too cool to bake anything"
    if other:
        meant = to_c(setting.value, other)
        if USUAL_C[0] <= meant <= USUAL_C[1]:
            label = f"{setting.value:g} °{other.value.upper()}"
            remedy = Remedy(label=f"Use {label}", field="oven.scale", value=other.value)
            return [stop("oven.value", f"{said} is {reason}. Did you mean {label}?", remedy)]
    return [stop("oven.value", f"{said} is {reason}. Type the temperature you mean.")]


def _how(celsius: float) -> str:
    return "very cool" if celsius < USUAL_C[0] else "very hot"
