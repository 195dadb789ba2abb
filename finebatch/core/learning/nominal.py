"""The border to the bake model: what it says of a case, how what is unknown moves that, and its own answer to what was changed."""

import math

import numpy as np

from ..bakemodel import Case, Flow
from ..bakemodel.outcome import Baked
from ..bakemodel.predicting import Fan, fanned
from .changes import changes
from .look import Nominal
from .unknowns import Array


def nominals(cases: list[tuple[Case, bool]], usual: Case | None = None) -> list[Nominal]:
    """Of each case, with whether its portions are weighed, all in one batch. `usual`: the dough as it was first baked, from which the
    answers to changes count; all cases are then of that dough."""
    more = [point for case, _ in cases for point in _on_the_way(usual, case)]
    fans = fanned(cases, more)
    found, at = [], sum(fan.part.stop - fan.part.start for fan in fans)
    for fan in fans:
        steps = len(_on_the_way(usual, fan.case))
        found.append(nominal_of(fan, usual, slice(at, at + steps)))
        at += steps
    return found


def with_answers(case: Case, weighed: bool, usual: Case | None) -> tuple[Fan, Nominal]:
    """As `nominals`, of one case; with the fan, from which the model's own ranges come."""
    way = _on_the_way(usual, case)
    fan = fanned([(case, weighed)], way)[0]
    return fan, nominal_of(fan, usual, slice(fan.part.stop, fan.part.stop + len(way)))


def nominal_of(fan: Fan, usual: Case | None, way: slice) -> Nominal:
    """`way`: where in the batch the steps from the usual case to this one were baked."""
    logs = _logs(fan.baked, fan.part)
    steps = np.array(fan.steps)
    moves = (logs[:, 1::2] - logs[:, 2::2]) / 2 / np.where(steps > 0, steps, 1.0)
    moves[:, steps == 0] = 0.0
    case, middle, i = fan.case, logs[:, 0], fan.part.start
    walls = case.shape.flow is Flow.FIXED
    if walls:
        moves[0] = 0.0
    first, last = float(fan.baked.first_min[i]), float(fan.baked.last_min[i])
    kinds = [kind for kind, _ in changes(usual, case)] if usual is not None else []
    passed = np.column_stack([_logs(fan.baked, way), middle]) if kinds else logs[:, :1]
    answers = {kind: _three(passed[:, n + 1] - passed[:, n]) for n, kind in enumerate(kinds)}
    return Nominal(
        logs=(*_three(middle), math.log(1000 * case.shape.mass_kg)),
        moves=tuple(tuple(float(x) for x in row) for row in moves),
        growth=0.0 if walls else max(0.0, float(middle[0]) - math.log(case.shape.diameter_mm)),
        half_window=math.log(last / first) / 2,
        weighed=fan.weighed,
        walls=walls,
        answers=answers,
    )


def _three(values: Array) -> tuple[float, float, float]:
    return float(values[0]), float(values[1]), float(values[2])


def _logs(baked: Baked, part: slice) -> Array:
    """(3, points) of width, height and middle minutes."""
    return np.stack([
        np.log(baked.diameter_mm[part]), np.log(baked.height_mm[part]),
        (np.log(baked.first_min[part]) + np.log(baked.last_min[part])) / 2,
    ])  # fmt: skip


def _on_the_way(usual: Case | None, case: Case) -> list[Case]:
    """What must be baked besides the case itself to tell the changes apart: the usual case, and all between."""
    if usual is None:
        return []
    steps = [changed for _, changed in changes(usual, case)]
    return [usual, *steps[:-1]] if steps else []
