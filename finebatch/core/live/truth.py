"""A simulated kitchen for a rehearsal: an oven that lies, hands that are slow, cookies that brown early. And what would have become of it all."""

import dataclasses
import random

from pydantic import Field

from ..bakemodel import Case, Course, followed, shade
from ..base import Value
from ..kitchen import Scale, apart
from .brief import Brief
from .facts import Facts
from .judging import minutes


class Truth(Value):
    """What is hidden from the baker: how far the oven is off its dial (K), how many times as fast its crusts brown, and how many times as long the
    hands take for what they do."""

    oven_off_k: float = Field(default=0.0, ge=-40, le=40)
    browns: float = Field(default=1.0, ge=0.5, le=2.0)
    hands: float = Field(default=1.0, ge=0.5, le=3.0)


def drawn(seed: int) -> Truth:
    """A kitchen with troubles of its own, the same for the same seed."""
    rng = random.Random(seed)
    return Truth(
        oven_off_k=round(rng.choice((-1, 1)) * rng.uniform(6, 18), 1),
        browns=round(rng.uniform(0.85, 1.3), 2),
        hands=round(rng.uniform(1.0, 1.5), 2),
    )


def true_courses(brief: Brief, cases: dict[int, Case], truth: Truth) -> dict[int, Course]:
    """How each load really bakes: its case in the oven as it is, on the clock of the plan."""
    found: dict[int, Course] = {}
    made: dict[tuple[int, int], Course] = {}
    for n, case in cases.items():
        look = brief.look(n)
        if look is None:
            continue
        key = (id(case), brief.plan.work.loads[n].bake_s)
        if key not in made:
            off = dataclasses.replace(case.shift, oven_k=case.shift.oven_k + truth.oven_off_k)
            true, plain = followed(dataclasses.replace(case, shift=off)), followed(case)
            course = true.slower(look.course.last_good_s / plain.last_good_s)
            browner = {
                "rim": tuple(truth.browns * x for x in course.rim),
                "under": tuple(truth.browns * x for x in course.under),
            }
            made[key] = course.model_copy(update=browner)
        found[n] = made[key]
    return found


def what_became(facts: Facts, courses: dict[int, Course], truth: Truth, scale: Scale = Scale.C) -> tuple[str, ...]:
    """What would have burned, and why; what would have been taken out too soon; and what the kitchen hid. Nothing is scored."""
    work, lines = facts.brief.plan.work, list[str]()
    lied = f"{apart(truth.oven_off_k, scale)} {'hotter' if truth.oven_off_k > 0 else 'cooler'} than its dial"
    for n, told in enumerate(facts.loads):
        course, look = courses.get(n), facts.brief.look(n)
        if course is None or look is None or told.in_at is None:
            continue
        name = work.loads[n].name
        if told.out_at is None:
            lines.append(f"{name} was never taken out.")
            continue
        stayed = (told.out_at - told.in_at).total_seconds()
        goal = look.course.rim_at(work.loads[n].bake_s)
        rim = course.rim_at(stayed)
        if rim >= 2.2 * goal:
            last = course.when_rim(2.2 * goal)
            lines.append(
                f"{name} would have burned: {shade(rim)} at the rim after {minutes(stayed)}; its last good minute was {minutes(last)} in.{_why(bool(told.saws), lied)}"
            )
        elif rim >= 1.6 * goal:
            lines.append(
                f"{name} would be dark: {shade(rim)} at the rim, {minutes(stayed - course.when_rim(1.2 * goal))} too long.{_why(bool(told.saws), lied)}"
            )
        elif rim <= goal / 2.2:
            short = course.when_rim(goal) - stayed
            lines.append(
                f"{name} would be pale and raw inside: {shade(rim)} at the rim, {minutes(short)} too short.{_why(bool(told.saws), lied)}"
            )
    if not lines:
        lines.append("Nothing would have burned, and nothing would have been raw.")
    lines.append(
        f"The oven ran {lied}, crusts browned {truth.browns:.2g} times as fast as usual, "
        f"and hands took {truth.hands:.2g} times as long."
    )
    return tuple(lines)


def _why(looked: bool, lied: str) -> str:
    return " It was looked at, and left in." if looked else f" Nobody looked; the oven was {lied}."
