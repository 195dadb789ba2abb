"""Why do two bakes of a dough differ? What was changed, what the model gives each change, and what is left unexplained.

A change's effect is the mean of making it first and making it last, times what this dough was learned to answer to such changes; what is
learned is learned without the two. The shares and the rest are together what was seen.
"""

import math
from typing import TYPE_CHECKING

import numpy as np

from ..bakemodel import Z90, Case, bake, fitted
from ..base import capital, small
from ..bench import DoughSpec, assess_rest, case_for, compare, kin_of
from ..kitchen import say, to_c
from .apart import ChangeShare, Difference, Rest, Unexplained
from .record import Bake

if TYPE_CHECKING:
    from ..learning.known import Known
    from ..learning.unknowns import Array

USUAL_Z, PERHAPS_Z, LEAST_Z = 1.3, 2.0, 2.0


def difference(before: Bake, after: Bake, known: "Known") -> Difference:
    """The difference of two bakes of a dough; `known` without them. ValueError where one makes no dough."""
    from ..learning.changes import changes
    from ..learning.foresee import unknown
    from ..learning.known import Foreknown
    from ..learning.nominal import nominals
    from ..learning.unknowns import levels
    from .said import said_of

    a, b = (case_for(one.spec, one.kitchen) for one in (before, after))
    of = Foreknown(known, *kin_of(after.spec, after.kitchen))
    looks = [of.look(nominal) for nominal in nominals([(a, True), (b, True)])]
    learned = known.learned(of.families)
    changed = [kind for kind, _ in changes(a, b)]
    effects = _effects(a, b, changed)
    shares, doubt = [], np.zeros(3)
    answers = []
    for kind, effect in zip(changed, effects, strict=True):
        family, family_sd = unknown(learned, looks[1], "family", kind)
        dough, dough_sd = unknown(learned, looks[1], "dough", kind)
        answers.append((effect * (1 + family + dough), np.abs(effect) * math.hypot(family_sd, dough_sd)))
        doubt += answers[-1][1] ** 2
    rows = [look.row[:3] * levels()["bake"].sds for look in looks]
    # Halves of one tray share its luck: only what the change makes of it is left.
    halves = before.tray != "" and before.tray == after.tray
    luck = ((rows[1] - rows[0]) ** 2).sum(1) if halves else sum((row**2).sum(1) for row in rows)
    said = [
        {one.output: one for one in said_of(bake_, case, look.nominal) if one.value is not None}
        for bake_, case, look in zip((before, after), (a, b), looks, strict=True)
    ]
    figures: dict[int, tuple[float, Rest, float]] = {}
    for output, scale in (
        (0, _mean(before.measured.width_mm, after.measured.width_mm)),
        (2, _mean(before.measured.oven_min, after.measured.oven_min)),
    ):
        pair = [one.get(output) for one in said]  # type: ignore[call-overload]
        if scale is None or pair[0] is None or pair[1] is None:
            continue
        seen = pair[1].value - pair[0].value
        rest = seen - sum(float(share[output]) for share, _ in answers)
        alike = float(luck[output]) + pair[0].sd ** 2 + pair[1].sd ** 2
        sd = math.sqrt(alike + float(doubt[output]))
        z = abs(rest) / sd
        verdict = Unexplained.USUAL if z < USUAL_Z else Unexplained.PERHAPS if z < PERHAPS_Z else Unexplained.SOMETHING
        figures[output] = (
            scale,
            Rest(
                seen=seen * scale,
                rest=rest * scale,
                give=Z90 * sd * scale,
                noise=Z90 * math.sqrt(alike) * scale,
                least=LEAST_Z * sd * scale,
                verdict=verdict,
            ),
            sd,
        )
    scale_mm = figures[0][0] if 0 in figures else math.exp((looks[0].nominal.logs[0] + looks[1].nominal.logs[0]) / 2)
    scale_min = figures[2][0] if 2 in figures else math.exp((looks[0].nominal.logs[2] + looks[1].nominal.logs[2]) / 2)
    for kind, (share, sd_of) in zip(changed, answers, strict=True):
        small = all(abs(float(share[o])) < (figures[o][2] if o in figures else 0.0) for o in (0, 2))
        shares.append(
            ChangeShare(
                kind=kind, saying=_saying(kind, before, after),
                wider_mm=float(share[0]) * scale_mm, wider_give_mm=Z90 * float(sd_of[0]) * scale_mm,
                longer_min=float(share[2]) * scale_min, longer_give_min=Z90 * float(sd_of[2]) * scale_min, small=small,
            )
        )  # fmt: skip
    lines = compare(*(assess_rest(one.spec, one.kitchen) for one in (before, after))).lines
    return Difference(
        lines=lines,
        changes=tuple(shares),
        width=figures[0][1] if 0 in figures else None,
        minutes=figures[2][1] if 2 in figures else None,
    )


def _mean(a: float | None, b: float | None) -> float | None:
    return None if a is None or b is None else (a + b) / 2


def _effects(a: Case, b: Case, kinds: list[str]) -> "list[Array]":
    """(3,) of each change: ln width, height and middle minutes, the mean of making it first and last."""
    from ..learning.changes import with_change

    points = [a, b, *(with_change(kind, a, b) for kind in kinds), *(with_change(kind, b, a) for kind in kinds)]
    baked = bake(points, fitted())
    logs = np.stack([
        np.log(baked.diameter_mm), np.log(baked.height_mm), (np.log(baked.first_min) + np.log(baked.last_min)) / 2,
    ])  # fmt: skip
    n = len(kinds)
    return [(logs[:, 2 + i] - logs[:, 0] + logs[:, 1] - logs[:, 2 + n + i]) / 2 for i in range(n)]


def _saying(kind: str, before: Bake, after: Bake) -> str:
    a, b = before.spec, after.spec
    if kind == "portion":
        grams = [case_for(one.spec, one.kitchen).shape.mass_kg * 1000 for one in (before, after)]
        return (
            f"{grams[1]:.0f} g each instead of {grams[0]:.0f} g" if abs(grams[1] - grams[0]) >= 0.5 else "Another shape"
        )
    if kind == "oven_answer":
        scale = b.oven.scale
        was, now = (f"{say(to_c(s.oven.value, s.oven.scale), scale)}{', fan' if s.oven.fan else ''}" for s in (a, b))
        return f"Oven {now} instead of {was}"
    if kind == "cold":
        was, now = (_chilled(s) for s in (a, b))
        if was != now:
            return f"{now} instead of {small(was)}"
        return f"The kitchen at {after.kitchen.room_c:.0f} °C instead of {before.kitchen.room_c:.0f} °C"
    if kind == "formula":
        return "Another formula" if a.lines != b.lines else "Mixed another way"
    was, now = (
        f"{one.kitchen.tray(one.spec.tray_id).kind.value} tray, {one.kitchen.liner.value}" for one in (before, after)
    )
    return f"{capital(now)} instead of {was}"


def _chilled(spec: DoughSpec) -> str:
    making = spec.making
    if making.frozen and not making.thawed:
        return "From the freezer"
    return f"Chilled {making.chill_h:g} h" if making.chill_h else "Not chilled"
