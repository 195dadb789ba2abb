"""What to try next: single changes inside safe bounds, by the chance that one meets the wish, and by what baking it would teach."""

import math
from collections.abc import Iterator
from dataclasses import replace
from typing import TYPE_CHECKING

from ..bakemodel import Z90, bake, fitted, shade
from ..baking import is_weighed
from ..base import Interval
from ..bench import DoughSpec, case_for, crust_ln_of, foreknown_of, lies_wider_mm
from ..card import Part
from ..forming import forming_of
from ..formula import Role, WeighedLine, scale, weigh_lines
from ..kitchen import Kitchen, Scale, say, to_c
from ..learning.foresee import foreseen, joint
from ..learning.look import Look
from ..learning.nominal import nominals
from ..learning.surprise import share_below
from ..learning.unknowns import Array, Output, levels
from .trying import Figures, Tries, Try, TryWish, Wanted

if TYPE_CHECKING:
    from ..learning.known import Known

# Which figure is wished otherwise, and by how much (ln): about what one sees at a glance.
_MEANT: dict[Wanted, tuple[Output, float]] = {
    Wanted.NARROWER: (Output.WIDTH, -0.07), Wanted.WIDER: (Output.WIDTH, 0.07), Wanted.THICKER: (Output.HEIGHT, 0.15),
    Wanted.THINNER: (Output.HEIGHT, -0.15), Wanted.SOONER: (Output.MINUTES, -0.12), Wanted.LEARN: (Output.WIDTH, 0.0),
}  # fmt: skip
# Of ln browning: what one sees at a glance, how near is near, and how sure the model is of what a change does to it (judged: no bake of
# the trade tells two crusts apart by number).
BROWNED = {Wanted.BROWNER: 0.35, Wanted.PALER: -0.35}
BROWN_TOLERANCE, BROWN_SD, BROWN_SD_SHARE = 0.2, 0.15, 0.3
TOLERANCE = {Output.WIDTH: 0.025, Output.HEIGHT: 0.06, Output.MINUTES: 0.06}
# ln sd of a mean of six cookies, and of a clock.
MEASURED = {Output.WIDTH: 0.017, Output.HEIGHT: 0.05, Output.MINUTES: 0.06}
SAFE_OVEN_C = (140.0, 220.0)
OVEN_STEPS_K, CHILLS_H = (-20.0, -10.0, 10.0, 20.0), (0.0, 0.5, 1.0, 2.0, 12.0)
AMOUNTS: tuple[tuple[Role, tuple[float, ...]], ...] = (
    (Role.SUGAR, (0.85, 0.92, 1.08)), (Role.FLOUR, (0.95, 1.05, 1.1)), (Role.FAT, (0.93, 1.07)), (Role.LEAVENER, (0.7, 1.4)),
)  # fmt: skip
SIZES = (0.85, 1.15)
MOST_CANDIDATES, MOST_TOLD = 24, 6
HALVES = ("portion", "formula", "cold")  # kinds of change that two halves of one tray can have
WORTH = 0.75  # halves are worth their trouble where they leave at most so much of the doubt
LEAST_MOVE = 0.004


def tries_of(spec: DoughSpec, kitchen: Kitchen, known: "Known", wish: TryWish) -> Tries:
    """The likeliest changes first. ValueError for a dough of nothing."""
    of = foreknown_of(spec, kitchen, known)
    assert of is not None
    weighed = is_weighed(spec.form, kitchen)
    candidates = [one for one in _candidates(spec, kitchen, wish) if one[2] != spec][:MOST_CANDIDATES]
    cases = [case_for(one, kitchen) for one in (spec, *(other for _, _, other in candidates))]
    # Each a bake of its own, with a luck of its own; another oven or formula may be of another family.
    ofs = [of, *(foreknown_of(other, kitchen, known) or of for _, _, other in candidates)]
    looks = [
        replace(each.look(nominal), id=f"try {n}")
        for n, (each, nominal) in enumerate(
            zip(ofs, nominals([(case, weighed) for case in cases], known.usual or cases[0]), strict=True)
        )
    ]
    learned, (now, *others) = of.learned(), looks
    rims = [math.log(rim) for rim in bake(cases, fitted()).rim_index]
    crust_ln = crust_ln_of(spec, kitchen)
    output, by = _MEANT.get(wish.wanted, (Output.WIDTH, 0.0))
    if now.nominal.walls and output is Output.WIDTH:
        output = Output.MINUTES
    mean, cov = foreseen(learned, now)
    wished = float(mean[output]) + by
    found: list[Try] = []
    browner = BROWNED.get(wish.wanted)
    for (kind, saying, other), look, each, case, rim in zip(
        candidates, others, ofs[1:], cases[1:], rims[1:], strict=True
    ):
        then, doubt = foreseen(each.learned(), look)
        moved = float(then[output] - mean[output]) if browner is None else rim - rims[0]
        if abs(moved) < LEAST_MOVE and wish.wanted is not Wanted.LEARN:
            continue
        if browner is None:
            sd, off, near = math.sqrt(float(doubt[output, output])), wished - float(then[output]), TOLERANCE[output]
        else:
            sd, off, near = math.hypot(BROWN_SD, BROWN_SD_SHARE * moved), browner - moved, BROWN_TOLERANCE
        chance = share_below((off + near) / sd) - share_below((off - near) / sd)
        effect, halves, days, bits = _doubts(joint(learned, [now, look], output), now, look, output)
        found.append(
            Try(
                kind=kind, saying=saying, spec=other, figures=_figures(then, doubt, lies_wider_mm(other, case), shade(math.exp(rim + crust_ln))), chance=chance, bits=bits,
                doubt_pct=100 * effect, after_halves_pct=100 * halves, after_days_pct=100 * days,
                on_half=kind in HALVES, halves=browner is None and kind in HALVES and effect > MEASURED[output] and halves <= WORTH * effect,
            )
        )  # fmt: skip
    learns = wish.wanted is Wanted.LEARN
    found.sort(key=lambda one: one.after_days_pct - one.doubt_pct if learns else -one.chance)
    return Tries(
        now=_figures(mean, cov, lies_wider_mm(spec, cases[0]), shade(math.exp(rims[0] + crust_ln))),
        tries=tuple(found[:MOST_TOLD]),
    )


def _figures(mean: Array, cov: Array, more_mm: float, rim_word: str) -> Figures:
    def interval(output: Output, more: float = 0.0) -> Interval:
        by = math.exp(Z90 * math.sqrt(float(cov[output, output])))
        middle = math.exp(float(mean[output]))
        return Interval(value=middle + more, low=middle / by + more, high=middle * by + more)

    return Figures(
        width_mm=interval(Output.WIDTH, more_mm),
        height_mm=interval(Output.HEIGHT),
        middle_min=interval(Output.MINUTES),
        rim_word=rim_word,
    )


def _doubts(pair: Array, now: Look, then: Look, output: Output) -> tuple[float, float, float, float]:
    """sd of the change's effect: now, after two halves of one tray, after two days; and bits about the dough as it is, were the changed one
    baked. `pair`: covariance of the two outputs, each with the luck of a bake of its own."""
    sds, ruler = levels()["bake"].sds, MEASURED[output]
    rows = [look.row[output] * sds for look in (now, then)]
    luck = [float(row @ row) for row in rows]
    apart = float(((rows[1] - rows[0]) ** 2).sum())  # of one tray, most luck is shared
    effect = max(float(pair[0, 0] + pair[1, 1] - 2 * pair[0, 1]) - sum(luck), 1e-12)

    def after(noise: float) -> float:
        return math.sqrt(1 / (1 / effect + 1 / noise))

    plain = float(pair[0, 0])
    left = plain - float(pair[0, 1]) ** 2 / (float(pair[1, 1]) + ruler**2)
    return (
        math.sqrt(effect),
        after(apart + 2 * ruler**2),
        after(sum(luck) + 2 * ruler**2),
        0.5 * math.log2(plain / max(left, 1e-12)),
    )


def _candidates(spec: DoughSpec, kitchen: Kitchen, wish: TryWish) -> Iterator[tuple[str, str, DoughSpec]]:
    dial, chill = to_c(spec.oven.value, spec.oven.scale), spec.making.chill_h
    for step in OVEN_STEPS_K:
        if spec.oven.scale is not Scale.GAS and SAFE_OVEN_C[0] <= dial + step <= SAFE_OVEN_C[1]:
            value = spec.oven.value + (step * 1.8 if spec.oven.scale is Scale.F else step)
            words = f"Oven at {say(dial + step, spec.oven.scale)} instead of {say(dial, spec.oven.scale)}"
            yield "oven", words, spec.but(oven=spec.oven.but(value=5 * round(value / 5)))
    if not spec.making.frozen:
        for hours in sorted(CHILLS_H, key=lambda h: abs(h - chill))[:4]:
            if abs(hours - chill) >= 0.25:
                words = f"Chill {hours:g} h" if hours else "Do not chill it"
                yield (
                    "cold",
                    f"{words}, now {chill:g} h" if chill else words,
                    spec.but(making=spec.making.but(chill_h=hours)),
                )
    lines = weigh_lines(spec.lines, kitchen.habit)
    for role, factors in AMOUNTS:
        for factor in factors:
            changed = _with_more(spec, lines, kitchen, role, factor)
            if changed is not None:
                grams = sum(_grams(line) for line in lines if _of_role(line, role))
                word = "more" if factor > 1 else "less"
                yield (
                    "formula",
                    f"{abs(factor - 1) * 100:.0f}% {word} {role.value} ({abs(factor - 1) * grams:.0f} g)",
                    changed,
                )
    if wish.resize:
        grams = 1000 * case_for(spec, kitchen).shape.mass_kg
        for factor in SIZES:
            form = forming_of(spec.form).sized(spec.form, grams, factor)
            word = "larger" if factor > 1 else "smaller"
            yield "portion", f"Pieces {abs(factor - 1) * 100:.0f}% {word} ({grams * factor:.0f} g)", spec.but(form=form)


def _of_role(line: WeighedLine, role: Role) -> bool:
    return line.role is role and line.part is Part.DOUGH


def _grams(line: WeighedLine) -> float:
    return line.reading.mass_g or 0.0


def _with_more(
    spec: DoughSpec, lines: tuple[WeighedLine, ...], kitchen: Kitchen, role: Role, factor: float
) -> DoughSpec | None:
    mine = {line.line_id for line in lines if _of_role(line, role) and _grams(line) > 0}
    if not mine:
        return None
    scaled = scale(spec.lines, lines, kitchen.habit, factor).lines
    return spec.but(lines=tuple(new if new.id in mine else old for old, new in zip(spec.lines, scaled, strict=True)))
