"""How each tray of a day should bake, minute by minute, from its dough, the kitchen and what the notebook knows."""

import math
from typing import TYPE_CHECKING

from ..bakemodel import Z90, Case, Course, followed
from ..baking import AIM_SHARE, slice_case
from ..base import Refusal
from ..bench import DoughSpec, assess_rest, case_for
from ..day import Plan
from ..forming import forming_of
from ..kitchen import FAN_OFFSET_K, Kitchen
from ..notebook import batch_of
from .brief import Brief, Look

if TYPE_CHECKING:
    from ..learning.known import Known


def brief_of(plan: Plan, specs: tuple[DoughSpec, ...], kitchen: Kitchen, known: "tuple[Known | None, ...]", ids: tuple[str, ...]) -> Brief:  # fmt: skip
    """The brief of a day that begins to be run. `specs`, `known` and `ids` are of the doughs as they were asked for."""
    looks: list[Look] = []
    numbers: dict[tuple[int, str, bool, int], int | None] = {}
    look_of: list[int | None] = []
    for load, words in zip(plan.work.loads, plan.words, strict=True):
        asked = plan.work.doughs[load.dough].asked
        key = (asked, words.batch, load.after_log is not None, load.bake_s)
        if key not in numbers:
            look = _look(specs[asked], words.batch, load.after_log is not None, load.bake_s, kitchen, known[asked])
            numbers[key] = None if look is None else len(looks)
            looks += [look] if look is not None else []
        look_of.append(numbers[key])
    dial_c = tuple(
        load.oven_c - (FAN_OFFSET_K if specs[plan.work.doughs[load.dough].asked].oven.fan else 0.0)
        for load in plan.work.loads
    )
    return Brief(plan=plan, looks=tuple(looks), look_of=tuple(look_of), asked=ids, dial_c=dial_c)


def cases_of(brief: Brief, specs: tuple[DoughSpec, ...], kitchen: Kitchen) -> dict[int, Case]:
    """The bake model's case of each load, for what is followed in an oven that is measured; those that cannot be are left out."""
    found: dict[int, Case] = {}
    made: dict[tuple[int, str, bool], Case | None] = {}
    for n, (load, words) in enumerate(zip(brief.plan.work.loads, brief.plan.words, strict=True)):
        key = (brief.plan.work.doughs[load.dough].asked, words.batch, load.after_log is not None)
        if key not in made:
            made[key] = _case(specs[key[0]], key[1], key[2], kitchen)
        case = made[key]
        if case is not None:
            found[n] = case
    return found


def _case(spec: DoughSpec, batch: str, sliced: bool, kitchen: Kitchen) -> Case | None:
    try:
        one, _ = batch_of(spec, kitchen, batch)
        case = case_for(one, kitchen)
        log = forming_of(one.form).sliced(one.form)
        if not sliced or log is None:
            return case
        outcome = assess_rest(one, kitchen).outcome
        return slice_case(outcome, case, log) if outcome is not None else None
    except (Refusal, ValueError, ZeroDivisionError):
        return None


def _look(
    spec: DoughSpec, batch: str, sliced: bool, bake_s: int, kitchen: Kitchen, known: "Known | None"
) -> Look | None:
    case = _case(spec, batch, sliced, kitchen)
    if case is None:
        return None
    one, _ = batch_of(spec, kitchen, batch)
    outcome = assess_rest(one, kitchen, known).outcome
    if outcome is None:
        return None
    course = followed(case)
    first = outcome.baked.first_done_min
    window = outcome.second.window if sliced and outcome.second else outcome.window
    return Look(
        course=by_plan(course, one, bake_s),
        sure_ln=max(0.02, math.log(first.high / first.low) / (2 * Z90)),
        cue=window.cue,
        scale=outcome.scale,
        dark=outcome.crust.dark,
    )


def by_plan(course: Course, spec: DoughSpec, bake_s: float) -> Course:
    """A course on the clock of the plan: what the notebook knows of its minutes stretches all of it."""
    aim_s = course.first_done_s + AIM_SHARE[spec.finish] * (course.last_good_s - course.first_done_s)
    return course.slower(bake_s / aim_s)
