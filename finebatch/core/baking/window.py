"""When to look first, from when to when it is done, and which minute to aim for."""

import math

from pydantic import Field

from ..bakemodel import Z90, Prediction
from ..base import Value
from .doneness import Doneness

# Of a normal spread: below it a tenth, and between plus and minus it a half.
Z_TENTH, Z_HALF = 1.2816, 0.6745
# The minute to aim for: a tenth into the window for soft, the middle, or a tenth before its end for crisp.
AIM_SHARE = {Doneness.SOFT: 0.1, Doneness.USUAL: 0.5, Doneness.CRISP: 0.9}
OWN_LOOK_SHARE = 0.85  # of a baker's own first minute


class Window(Value):
    """Minutes in the oven. `done_from`..`done_to` is the good window, first done to last good; `aim` the minute to aim for by the baker's
    finish. How sure that is stands apart: in one bake of two it is between `likely_from` and `likely_to`, in one of ten it is done
    before `first_look`, and `earliest`..`latest` holds in nine of ten."""

    first_look_min: float
    done_from_min: float
    done_to_min: float
    aim_min: float
    likely_from_min: float
    likely_to_min: float
    earliest_min: float
    latest_min: float
    cue: str


class OwnBake(Value):
    """A baker's own minutes and what they look for: "I bake these 12 minutes, till the rim is brown"."""

    from_min: float = Field(default=10.0, ge=1, le=240)
    to_min: float = Field(default=12.0, ge=1, le=240)
    cue: str = Field(default="", max_length=120)


def owned(window: Window, own: OwnBake) -> Window:
    """The window by a baker's own minutes; what was foretold stays in the prediction.

    >>> foretold = Window(first_look_min=7, done_from_min=9, done_to_min=13, aim_min=11, likely_from_min=10, likely_to_min=12, earliest_min=8, latest_min=16, cue="pale")
    >>> owned(foretold, OwnBake(from_min=12, to_min=14)).aim_min
    13.0
    """
    low, high = sorted((own.from_min, own.to_min))
    update = {
        "first_look_min": max(1.0, OWN_LOOK_SHARE * low), "done_from_min": low, "done_to_min": high, "aim_min": (low + high) / 2,
        "likely_from_min": low, "likely_to_min": high, "earliest_min": low, "latest_min": high,
        "cue": own.cue or window.cue,
    }  # fmt: skip
    return window.model_copy(update=update)


def window_of(baked: Prediction, finish: Doneness, cue: str) -> Window:
    first, aim = baked.first_done_min, _aim(finish, baked)
    sd = math.log(first.high / first.low) / (2 * Z90)
    return Window(
        first_look_min=max(1.0, first.value * math.exp(-Z_TENTH * sd)),
        done_from_min=baked.first_done_min.value,
        done_to_min=baked.last_good_min.value,
        aim_min=aim,
        likely_from_min=aim * math.exp(-Z_HALF * sd),
        likely_to_min=aim * math.exp(Z_HALF * sd),
        earliest_min=baked.first_done_min.low,
        latest_min=baked.last_good_min.high,
        cue=cue,
    )


def _aim(finish: Doneness, baked: Prediction) -> float:
    return baked.first_done_min.value + AIM_SHARE[finish] * (baked.last_good_min.value - baked.first_done_min.value)
