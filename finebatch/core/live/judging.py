"""What is seen of a tray, as minutes: the bake model's state at this minute held against the eye."""

import math
from enum import IntEnum
from typing import NamedTuple

from ..bakemodel import Course, shade
from ..base import Value
from .brief import Look
from .events import Lift, Middle, Rim, Saw, Smell, Under

# The rim against the rim when done, as a factor of its browning index: each step is one that is seen at a glance (judged).
AGAINST_DONE: dict[Rim, float] = {Rim.MUCH_PALER: 1 / 4, Rim.PALER: 1 / 1.8, Rim.RIGHT: 1.0, Rim.DARKER: 1.8}
EYE_LN_SD = 0.35  # of a browning index told by eye, in kitchen light (judged)
TRAY_LN_SD = 0.04  # trays of one dough differ by so much of their minutes (judged)
TOLD_FROM_LN = 0.03  # a dough that is on or behind by less is on time
MOST_LN = 0.5  # no bake takes 1.65 times as long as foretold, or less than 0.6 times: what says so was not seen well
NOW_S = 25  # what is due sooner is due now
MOST_MORE = 0.35  # of the bake: more is not believed of one look
USUAL_LN_SD = 0.12  # of minutes where nothing better is known


class Side(IntEnum):
    """What a sign tells: how far on a bake is, or only that it is at most or at least so far."""

    AT_MOST = -1
    ABOUT = 0
    AT_LEAST = 1


class Sign(NamedTuple):
    """How far on a bake is that shows this: the moment of its course it looks like, s, how sure that is (sd of ln), and which side of it is told."""

    at_s: float
    ln_sd: float
    side: Side = Side.ABOUT


class Judgement(Value):
    """What a look comes to: seconds more (0: out now), how many times as long as foretold this tray takes and how sure that is (sd of ln), the same for
    the trays of its dough still to come, and the reason."""

    more_s: int
    ln_slower: float
    ln_sd: float
    says: str


def signs_of(saw: Saw, course: Course, aim_s: float) -> list[Sign]:
    """Everything that was seen, as moments of the course."""
    first, last = course.first_done_s, course.last_good_s
    behind, over = 0.84 * min(first, aim_s), max(last, aim_s)
    most, least = Side.AT_MOST, Side.AT_LEAST
    found = []
    if saw.rim is not None:
        side = {Rim.MUCH_PALER: most, Rim.DARKER: least}.get(saw.rim, Side.ABOUT)
        found.append(_rim(AGAINST_DONE[saw.rim] * course.rim_at(aim_s), course, side))
    signs: list[tuple[object, dict[object, Sign]]] = [
        (saw.middle, {Middle.WET: Sign(behind, 0.08, most), Middle.SOFT: Sign((first + aim_s) / 2, 0.08), Middle.SET: Sign(over, 0.08, least)}),
        (saw.under, {Under.PALE: Sign(behind, 0.12, most), Under.GOLDEN: Sign(aim_s, 0.12), Under.BROWN: Sign(over, 0.12, least)}),
        (saw.lift, {Lift.SAGS: Sign(behind, 0.12, most), Lift.HOLDS: Sign(aim_s, 0.12), Lift.SLIDES: Sign(over, 0.12, least)}),
        (saw.smell, {Smell.DOUGH: Sign(0.8 * first, 0.15, most), Smell.BAKED: Sign(aim_s, 0.15), Smell.SHARP: Sign(1.15 * over, 0.15, least)}),
    ]  # fmt: skip
    return found + [of[seen] for seen, of in signs if seen is not None]


def _rim(index: float, course: Course, side: Side) -> Sign:
    """A rim so brown: when it is, and how sharply that is told (the steeper it browns, the sharper)."""
    at_s = max(course.every_s, course.when_rim(index))
    more = course.rim_at(1.1 * at_s)
    steep = max(1.0, math.log(max(more, 1e-6) / max(index, 1e-6)) / math.log(1.1))
    return Sign(at_s, EYE_LN_SD / steep + 0.02, side)


def judged(look: Look, aim_s: float, elapsed_s: float, saw: Saw, ln_before: float = 0.0, ln_sd: float | None = None) -> Judgement:  # fmt: skip
    """What to do with a tray that was seen so `elapsed_s` after its door was shut. `aim_s` is how long it should take by the course; `ln_before` and `ln_sd`,
    what is thought of its pace before the look.

    The moment each sign looks like says how many times as long this bake takes; the signs and what was thought before are weighed by how sure each is.
    """
    sd = look.sure_ln if ln_sd is None else ln_sd
    mean, precision = ln_before / sd**2, 1 / sd**2
    for sign in signs_of(saw, look.course, aim_s):
        slower = math.log(max(elapsed_s, 1.0) / max(sign.at_s, 1.0))
        if sign.side * (ln_before - slower) < 0:
            continue  # "at most so far on" says nothing of a bake that was not expected to be farther
        mean += slower / sign.ln_sd**2
        precision += 1 / sign.ln_sd**2
    ln = min(MOST_LN, max(-MOST_LN, mean / precision))
    after_sd = precision**-0.5
    left = math.exp(ln) * aim_s - elapsed_s
    if saw.rim is Rim.DARKER or left < NOW_S:
        more = 0
    else:
        most = max(60.0, MOST_MORE * aim_s, aim_s - elapsed_s)
        more = max(30, round(min(left, most) / 30) * 30)
    return Judgement(more_s=more, ln_slower=ln, ln_sd=after_sd, says=_says(look, aim_s, elapsed_s, saw, ln, more))


SEEN = {
    Rim.MUCH_PALER: "much paler than done", Rim.PALER: "a little paler than done", Rim.RIGHT: "as it should be",
    Rim.DARKER: "darker than it should get",
}  # fmt: skip
GOES_ON = "On the hot tray they go on baking for a minute or two."


def _says(look: Look, aim_s: float, elapsed_s: float, saw: Saw, ln: float, more: int) -> str:
    parts = []
    if saw.rim is not None and not look.dark:
        should = shade(look.course.rim_at(elapsed_s))
        goal = shade(look.course.rim_at(aim_s))
        parts.append(
            f"After {minutes(elapsed_s)} the rim was to be {should}, and {goal} when done; it is {SEEN[saw.rim]}."
        )
    pace = 100 * (math.exp(ln) - 1)
    if abs(pace) >= 4:
        parts.append(f"This tray is about {abs(pace):.0f}% {'slower' if pace > 0 else 'faster'} than foretold.")
    if more and saw.rim is Rim.RIGHT:
        parts.append("The rim is there, the rest is not yet.")
    parts.append(f"{minutes(more)} more." if more else "Out now.")
    parts.append(GOES_ON)
    return " ".join(parts)


def minutes(seconds: float) -> str:
    """“2½ min” of seconds, to the half minute.

    >>> minutes(150), minutes(60), minutes(20)
    ('2½ min', '1 min', '½ min')
    """
    halves = max(1, round(seconds / 30))
    whole, half = divmod(halves, 2)
    return f"{whole or ''}{'½' if half else ''} min"


def passed_on(ln_dough: float, dough_sd: float, tray: Judgement) -> tuple[float, float]:
    """What is thought of a dough's pace once one of its trays was judged: (mean, sd) of ln."""
    sd = math.hypot(tray.ln_sd, TRAY_LN_SD)
    weight = dough_sd**2 / (dough_sd**2 + sd**2)
    return ln_dough + weight * (tray.ln_slower - ln_dough), dough_sd * math.sqrt(1 - weight)
